import { WeeksScreen } from "@/screens/weeks/weeks";
import { answer, requirePlanner } from "../../ask";

export const metadata = { title: "Weeks" };

export default async function WeeksPage({ searchParams }: { searchParams: Promise<{ for?: string; plan?: string }> }) {
  const scope = await requirePlanner();
  const { for: clientId = null, plan: planId = null } = await searchParams;
  const { view } = await answer(scope, "weeks.show", { clientId, planId });
  return <WeeksScreen key={`${view?.client.id} ${view?.plan?.id} ${view?.plan?.revision}`} view={view} />;
}
