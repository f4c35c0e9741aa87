/** Opening or sending a session that only its plan knows yet: its row is made on the way. */
import type { PlannedLine } from "../views";
import { callApi, replySentence } from "./api";

export type Opened = { readonly sessionId: string } | { readonly problem: string };

export async function openPlanned({ sessionId, place }: Pick<PlannedLine, "sessionId" | "place">): Promise<Opened> {
  if (sessionId !== null) return { sessionId };
  if (place === null) return { problem: "This session is not there any more." };
  const reply = await callApi("plans.openSession", place);
  return reply.kind === "ok" ? { sessionId: reply.value.sessionId } : { problem: replySentence(reply) };
}

/** Sends a session to its client; what was wrong, else null. */
export async function sendPlanned(line: Pick<PlannedLine, "sessionId" | "place">): Promise<string | null> {
  const opened = await openPlanned(line);
  if ("problem" in opened) return opened.problem;
  const reply = await callApi("sessions.send", { sessionId: opened.sessionId });
  return reply.kind === "ok" ? null : replySentence(reply);
}
