import { GymScreen } from "@/screens/gym/gym";
import { answer, requireScope } from "../../ask";

export const metadata = { title: "Gym" };

export default async function GymPage() {
  const scope = await requireScope("coach");
  return <GymScreen view={await answer(scope, "gyms.show", { gymId: null })} />;
}
