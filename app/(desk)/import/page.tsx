import { dateIn } from "@/core";
import { ImportScreen } from "@/screens/import/import";
import { serverNowMs } from "@/server/clock";
import { answer, requirePlanner } from "../../ask";

export const metadata = { title: "Bring in a log" };

export default async function ImportPage() {
  const scope = await requirePlanner();
  const { clients, exercises, viewer } = await answer(scope, "frame.show", {});
  const { imports } = await answer(scope, "imports.list", {});
  const today = dateIn(viewer.region.timeZone, serverNowMs());
  return <ImportScreen today={today} clients={clients} exercises={exercises} imports={imports} />;
}
