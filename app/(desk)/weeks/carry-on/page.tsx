import { CarryOnScreen } from "@/screens/weeks/carry-on";
import { answer, requirePlanner } from "../../../ask";

export const metadata = { title: "Next week" };

export default async function CarryOnPage() {
  const scope = await requirePlanner();
  const { clients } = await answer(scope, "clients.names", {});
  return <CarryOnScreen clients={clients} />;
}
