/** Opening or sending a session that only its plan knows yet: its row is made on the way. */
import type { Output } from "../contract";
import type { PlannedLine } from "../views";
import { callApi, type Reply } from "./api";

type Line = Pick<PlannedLine, "sessionId" | "place">;

export async function openPlanned({ sessionId, place }: Line): Promise<Reply<{ readonly sessionId: string }>> {
  if (sessionId !== null) return { kind: "ok", value: { sessionId } };
  return place === null ? { kind: "notFound" } : callApi("plans.openSession", place);
}

/** Opens a session on another day than it stood on: its plan knows the week that it is of, and its log the day on which it is done. */
export async function openOn(
  date: string,
  line: Line & Pick<PlannedLine, "date">,
): Promise<Reply<{ readonly sessionId: string }>> {
  const opened = await openPlanned(line);
  if (opened.kind !== "ok" || line.date === date) return opened;
  const moved = await callApi("sessions.move", { sessionId: opened.value.sessionId, seen: line.date, wanted: date });
  return moved.kind === "ok" ? opened : moved;
}

/** Sends a session to its client. */
export async function sendPlanned(line: Line): Promise<Reply<Output<"sessions.send">>> {
  const opened = await openPlanned(line);
  return opened.kind === "ok" ? callApi("sessions.send", { sessionId: opened.value.sessionId }) : opened;
}
