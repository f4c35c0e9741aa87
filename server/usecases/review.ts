/** Planned against done, with all that the next prescription reads. */
import { messagesFor } from "../context/messages";
import { readLog } from "../context/projecting";
import { loadSession } from "../context/session";
import { answerIn, defineUseCase, notFound, ok } from "./kit";

export const reviewSession = defineUseCase("review.show", ["coach", "client"], (scope, { sessionId }, { nowMs }) =>
  answerIn(scope, async (tx) => {
    const loaded = await loadSession(tx, sessionId, nowMs);
    if (!loaded) return notFound;
    const { row, document, context, studio } = loaded;
    const { events, shown } = await readLog(tx, sessionId, studio);
    // Reasons and the coach's own notes of a session are not the client's to read.
    const seen = scope.role === "client" ? { ...context, reasons: {}, quiet: { client: {}, studio: {} } } : context;
    const { planId, planDayId: dayId, planWeek: week } = row;
    const isPlanned = scope.role === "coach" && planId !== null && dayId !== null && week !== null;
    const planned = isPlanned ? { planId, dayId, week } : null;
    return ok({
      context: seen,
      planned,
      title: document.title,
      state: row.state,
      shown: Object.fromEntries(shown),
      events,
      messages: await messagesFor(tx, scope, { clientId: row.clientId, sessionId }, nowMs),
    });
  }),
);
