import { ExercisesScreen } from "@/screens/exercises/exercises";
import { answer, requirePlanner } from "../../ask";

export const metadata = { title: "Exercises" };

export default async function ExercisesPage({
  searchParams,
}: {
  searchParams: Promise<{ for?: string; make?: string; back?: string; draw?: string }>;
}) {
  const scope = await requirePlanner();
  const { for: clientId = null, make, back, draw = null } = await searchParams;
  const view = await answer(scope, "exercises.show", { clientId });
  return (
    <ExercisesScreen
      key={`${clientId ?? ""} ${draw ?? ""}`}
      view={view}
      draw={draw}
      make={make ? { name: make.slice(0, 80), sessionId: back && /^[0-9a-f-]{36}$/.test(back) ? back : null } : null}
    />
  );
}
