import { ReviewScreen } from "@/screens/review/review";
import { Keeper } from "@/screens/shell/keeper";
import { answer, requireScope } from "../../../ask";

export const metadata = { title: "What was done" };

export default async function MyReview({ params }: { params: Promise<{ id: string }> }) {
  const scope = await requireScope("client");
  const view = await answer(scope, "review.show", { sessionId: (await params).id });
  return (
    <>
      <Keeper memberId={scope.memberId} role={scope.role} />
      <ReviewScreen view={view} home={{ href: "/me", name: "My sessions" }} />
    </>
  );
}
