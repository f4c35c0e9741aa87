import { redirect } from "next/navigation";
import { PlannedSessions } from "@/screens/session/planned-sessions";
import { answer, requirePlanner } from "../../ask";

/** The rail's link: the session that waits next, where it was opened before, else those that wait. */
export default async function Next() {
  const scope = await requirePlanner();
  const { sessions, today } = await answer(scope, "planned.next", {});
  const [next] = sessions;
  if (next?.sessionId) redirect(`/session/${next.sessionId}`);
  return <PlannedSessions sessions={sessions} today={today} />;
}
