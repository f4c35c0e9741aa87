/** Planned against done, with all that the next prescription reads. */

import { needId } from "../../core";
import { markSeen, readMessages } from "../context/messages";
import { readLog } from "../context/projecting";
import { loadSession } from "../context/session";
import type { Scope, Transaction } from "../db";
import * as db from "../db/queries";
import { answerIn, defineUseCase, notFound, ok, readIn } from "./kit";

export const reviewSession = defineUseCase(
  "review.show",
  ["coach", "client"],
  async (scope, { sessionId }, { nowMs }) => {
    const read = await readIn(scope, async (tx) => {
      const loaded = await loadSession(tx, sessionId, nowMs);
      if (!loaded) return notFound;
      const { row, document, context, studio } = loaded;
      const { events, shown } = await readLog(tx, sessionId, studio);
      // Reasons and the coach's own notes of a session are not the client's to read.
      const seen = scope.role === "client" ? { ...context, reasons: {}, quiet: { client: {}, studio: {} } } : context;
      const { planId, planDayId: dayId, planWeek: week, clientId } = row;
      const isPlanned = scope.role === "coach" && planId !== null && dayId !== null && week !== null;
      const { messages, areNew } = await readMessages(tx, scope, { clientId, sessionId });
      const isReviewed = scope.role === "client" || row.state !== "done" || (await db.isDecided(tx, sessionId));
      return ok({
        view: {
          context: seen,
          planned: isPlanned ? { planId, dayId, week } : null,
          title: document.title,
          state: row.state,
          shown: Object.fromEntries(shown),
          events,
          messages,
        },
        clientId,
        areNew,
        isReviewed,
      });
    });
    if (read.kind !== "ok") return read;
    const { view, clientId, areNew, isReviewed } = read.value;
    // Looked at it is reviewed, and what was written is seen; nothing is written where that is so already.
    if (areNew || !isReviewed)
      await answerIn(scope, async (tx) => {
        if (areNew) await markSeen(tx, scope, { clientId, sessionId }, nowMs);
        if (!isReviewed) await keepReviewed(tx, scope, { sessionId, clientId, title: view.title, nowMs });
        return ok({});
      });
    return ok(view);
  },
);

/** Once for each session: taken back, it is said by the coach alone. */
async function keepReviewed(
  tx: Transaction,
  { studioId, memberId, name }: Scope,
  { sessionId, clientId, title, nowMs }: { sessionId: string; clientId: string; title: string; nowMs: number },
): Promise<void> {
  const need = needId({ rule: "unreviewed", key: sessionId });
  const what = { need, what: "done", until: null, words: `${title || "A session"} is reviewed` } as const;
  await db.putDecision(tx, {
    ...{ studioId, id: sessionId, clientId, memberId, name },
    ...what,
    decidedAt: new Date(nowMs),
  });
}
