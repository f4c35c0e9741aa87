import { WeeksReviewScreen } from "@/screens/review/weeks-review";
import { answer, requireScope } from "../../../ask";

export const metadata = { title: "Review, weeks" };

export default async function WeeksReviewPage({
  searchParams,
}: {
  searchParams: Promise<{ for?: string; plan?: string }>;
}) {
  const scope = await requireScope("coach");
  const { for: clientId = null, plan: planId = null } = await searchParams;
  const { view } = await answer(scope, "weeks.show", { clientId, planId });
  return <WeeksReviewScreen key={`${view?.client.id} ${view?.plan?.id}`} view={view} />;
}
