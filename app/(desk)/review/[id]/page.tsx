import { ReviewScreen } from "@/screens/review/review";
import { answer, requireScope } from "../../../ask";

export const metadata = { title: "Review" };

export default async function ReviewPage({
  params,
  searchParams,
}: {
  params: Promise<{ id: string }>;
  searchParams: Promise<{ set?: string }>;
}) {
  const scope = await requireScope("coach");
  const view = await answer(scope, "review.show", { sessionId: (await params).id });
  const { id, name } = view.context.client;
  return (
    <ReviewScreen view={view} home={{ href: `/clients/${id}`, name }} coach setId={(await searchParams).set ?? null} />
  );
}
