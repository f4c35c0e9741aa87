import { GymScreen } from "@/screens/gym/gym";
import { answer, requirePlanner } from "../../ask";

export const metadata = { title: "Gym" };

export default async function GymPage() {
  const scope = await requirePlanner();
  return <GymScreen view={await answer(scope, "gyms.show", { gymId: null })} />;
}
