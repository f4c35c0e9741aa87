/** Planned against done, with all that the next prescription reads. */

import { needId } from "../../core";
import { messagesFor } from "../context/messages";
import { readLog } from "../context/projecting";
import { loadSession } from "../context/session";
import * as db from "../db/queries";
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
    if (scope.role === "coach" && row.state === "done") {
      // Whoever looks at it has reviewed it. Once for each session: taken back, it is said by the coach alone.
      const need = needId({ rule: "unreviewed", key: sessionId });
      const what = { need, what: "done", until: null, words: `${document.title || "A session"} is reviewed` } as const;
      const { studioId, memberId, name } = scope;
      const whose = { studioId, id: sessionId, clientId: row.clientId, memberId, name };
      await db.putDecision(tx, { ...whose, ...what, decidedAt: new Date(nowMs) });
    }
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
