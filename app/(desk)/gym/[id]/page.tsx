import { GymScreen } from "@/screens/gym/gym";
import { answer, requirePlanner } from "../../../ask";

export const metadata = { title: "Gym" };

export default async function GymPage({ params }: { params: Promise<{ id: string }> }) {
  const scope = await requirePlanner();
  const { id } = await params;
  return <GymScreen key={id} view={await answer(scope, "gyms.show", { gymId: id })} />;
}
