import { ReviewScreen } from "@/screens/review/review";
import { answer, requireScope } from "../../../ask";

export const metadata = { title: "What was done" };

export default async function MyReview({ params }: { params: Promise<{ id: string }> }) {
  const view = await answer(await requireScope("client"), "review.show", { sessionId: (await params).id });
  return <ReviewScreen view={view} home={{ href: "/me", name: "My sessions" }} />;
}
