import type { ReviewView } from "@/contract";
import { ReviewScreen } from "@/screens/review/review";
import { answer, requireScope } from "../../../ask";

export const metadata = { title: "Review" };

export default async function ReviewPage({ params }: { params: Promise<{ id: string }> }) {
  const scope = await requireScope("coach");
  const view = await answer<ReviewView>(scope, "review.show", { sessionId: (await params).id });
  return (
    <ReviewScreen view={view} home={{ href: `/clients/${view.context.client.id}`, name: view.context.client.name }} />
  );
}
