import { ExercisesScreen } from "@/screens/exercises/exercises";
import { answer, requireScope } from "../../ask";

export const metadata = { title: "Exercises" };

export default async function ExercisesPage({ searchParams }: { searchParams: Promise<{ for?: string }> }) {
  const scope = await requireScope("coach");
  const clientId = (await searchParams).for ?? null;
  const view = await answer(scope, "exercises.show", { clientId });
  return <ExercisesScreen key={clientId ?? ""} view={view} />;
}
