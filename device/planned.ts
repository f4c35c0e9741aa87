/** Opening or sending a session that only its plan knows yet: its row is made on the way. */
import type { Output } from "../contract";
import type { PlannedLine } from "../views";
import { callApi, type Reply } from "./api";

type Line = Pick<PlannedLine, "sessionId" | "place">;

export async function openPlanned({ sessionId, place }: Line): Promise<Reply<{ readonly sessionId: string }>> {
  if (sessionId !== null) return { kind: "ok", value: { sessionId } };
  return place === null ? { kind: "notFound" } : callApi("plans.openSession", place);
}

/** Sends a session to its client. */
export async function sendPlanned(line: Line): Promise<Reply<Output<"sessions.send">>> {
  const opened = await openPlanned(line);
  return opened.kind === "ok" ? callApi("sessions.send", { sessionId: opened.value.sessionId }) : opened;
}
