import { LookScreen } from "@/screens/look/look";
import { requirePlanner } from "../../ask";

export const metadata = { title: "The look" };

/** The system of the look, from the components that the screens are made of; docs/look.md describes it. */
export default async function LookPage() {
  await requirePlanner();
  return <LookScreen />;
}
