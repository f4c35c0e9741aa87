/** The floor: opening a session there, and taking what its devices log. */

import type { Input, Output } from "../../contract";
import { computeSession, judgeSession, readShown } from "../../contract";
import { openBlocks, readinessSentence } from "../../core";
import { keepProjection, readLog } from "../context/projecting";
import { loadSession } from "../context/session";
import { hashOf, showSession } from "../context/showing";
import { studioOf } from "../context/studio";
import { inStudio, type Scope, type Transaction } from "../db";
import * as db from "../db/queries";
import { conflict, defineUseCase, notFound, type Outcome, ok, refused } from "./kit";

/** Freezes what is shown, stores it by hash, and hands the floor all it needs without the network. */
export const openFloor = defineUseCase("floor.open", ["coach", "client"], (scope, { sessionId }) =>
  inStudio(scope, async (tx) => {
    const loaded = await loadSession(tx, sessionId);
    if (!loaded) return notFound;
    const { row, document, context, studio } = loaded;
    const { name } = context.client;
    if (context.readiness.kind !== "ready") return refused("readiness", readinessSentence(context.readiness, name));
    const { events, shown } = await readLog(tx, sessionId, studio);
    const last = events.at(-1)?.shownHash ?? "";
    const before = shown.get(last);
    if (before) return ok({ sessionId, clientName: name, shownHash: last, shown: before, events });
    if (document.blocks.length === 0 && !document.finisher)
      return refused("document", "This session has no blocks yet: write one at the desk first.");
    const computed = computeSession(document, context);
    const { cautions } = judgeSession(document, context, computed);
    const [open] = openBlocks(cautions, context.reasons);
    if (open) return refused("caution", `${open.words} Record at the desk why it is all right, or change it.`);
    // What was sent is what a client trains from, whatever was changed since.
    const sent = scope.role === "client" ? await db.sentCopy(tx, sessionId) : null;
    const { content, hash } = sent
      ? { content: readShown(sent.content), hash: sent.hash }
      : showSession(context, computed);
    await db.putShown(tx, { studioId: scope.studioId, sessionId, clientId: row.clientId, hash, content });
    return ok({ sessionId, clientName: name, shownHash: hash, shown: content, events });
  }),
);

/** Takes events from a device's outbox: each once, whatever is sent twice, late or out of order. */
export const recordEvents = defineUseCase("floor.record", ["coach", "client"], (scope, input) =>
  inStudio(scope, (tx) => record(tx, scope, input)),
);

export async function record(
  tx: Transaction,
  scope: Scope,
  { sessionId, events }: Input<"floor.record">,
): Promise<Outcome<Output<"floor.record">>> {
  const row = await db.sessionRow(tx, sessionId, true);
  if (!row || events.some((event) => event.sessionId !== sessionId)) return notFound;
  const shown = new Set((await db.shownRows(tx, sessionId)).map(({ hash }) => hash));
  if (events.some((event) => !shown.has(event.shownHash))) return notFound;
  const accepted: string[] = [];
  for (const event of events) {
    const { id, atMs, shownHash, body } = event;
    const [version, steady] = "version" in event ? [event.version, event.steady] : [1, null];
    const answer = await db.putEvent(tx, {
      studioId: scope.studioId,
      id,
      sessionId,
      clientId: row.clientId,
      atMs,
      shownHash,
      version,
      steady,
      body,
      contentHash: hashOf([sessionId, shownHash, atMs, body]),
    });
    if (answer === "differs") return conflict(`The event ${id} is known with other content.`);
    accepted.push(id);
  }
  await keepProjection(tx, row, await studioOf(tx));
  return ok({ accepted });
}
