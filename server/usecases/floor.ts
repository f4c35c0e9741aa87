import {
  computeSession,
  exact,
  type FloorView,
  floorEventSchema,
  judgeSession,
  listOf,
  type ReviewView,
  uuid,
} from "../../contract";
import {
  type Clearance,
  type FloorEvent,
  openBlocks,
  type ReadinessStatement,
  readinessSentence,
  readinessState,
} from "../../core";
import { inStudio, type Scope, type Transaction } from "../db";
import * as db from "../db/queries";
import { documentOf, eventOf, hashOf, project, sessionContext, shownOf, showSession } from "./context";
import { defineUseCase, notFound, type Outcome, ok, refused } from "./kit";

/** Freezes what is shown, stores it by hash, and hands the floor all it needs without the network. */
export const openFloor = defineUseCase<{ sessionId: string }>(
  "floor.open",
  ["coach", "client"],
  exact({ sessionId: uuid() }),
  (scope, { sessionId }) =>
    inStudio(scope, async (tx): Promise<Outcome<FloorView>> => {
      const row = await db.sessionRow(tx, sessionId);
      const context = row && (await sessionContext(tx, row));
      const client = row && (await db.clientRow(tx, row.clientId));
      if (!row || !context || !client) return notFound;
      const readiness = readinessState(
        client.readiness as ReadinessStatement | null,
        client.clearance as Clearance | null,
      );
      if (readiness.kind !== "ready") return refused("readiness", readinessSentence(readiness, client.name));
      const events = (await db.eventRows(tx, sessionId)).map(eventOf);
      const known = events.at(-1)?.shownHash;
      if (known) {
        const shown = await db.shownRow(tx, sessionId, known);
        if (shown) return ok({ sessionId, shownHash: known, shown: shownOf(shown), events });
      }
      const document = documentOf(row, context.exercises);
      if (document.blocks.length === 0 && !document.finisher)
        return refused("document", "This session has no blocks yet: write one at the desk first.");
      const { cautions } = judgeSession(document, context, computeSession(document, context));
      const [open] = openBlocks(cautions, context.reasons);
      if (open) return refused("caution", `${open.words} Record at the desk why it is all right, or change it.`);
      const { content, hash } = showSession(document, context);
      await db.putShown(tx, { studioId: scope.studioId, sessionId, clientId: row.clientId, hash, content });
      return ok({ sessionId, shownHash: hash, shown: content, events });
    }),
);

/** Takes events from a device's outbox: each once, whatever is sent twice, late or out of order. */
export const recordEvents = defineUseCase<{ sessionId: string; events: FloorEvent[] }>(
  "floor.record",
  ["coach", "client"],
  exact({ sessionId: uuid(), events: listOf(floorEventSchema, 500) }),
  (scope, input) => inStudio(scope, (tx) => record(tx, scope, input.sessionId, input.events)),
);

export async function record(
  tx: Transaction,
  scope: Scope,
  sessionId: string,
  events: readonly FloorEvent[],
): Promise<Outcome<unknown>> {
  const row = await db.sessionRow(tx, sessionId, true);
  if (!row || events.some((event) => event.sessionId !== sessionId)) return notFound;
  for (const hash of new Set(events.map((event) => event.shownHash))) {
    if (!(await db.shownRow(tx, sessionId, hash))) return notFound;
  }
  const accepted: string[] = [];
  for (const event of events) {
    const answer = await db.putEvent(tx, {
      studioId: scope.studioId,
      id: event.id,
      sessionId,
      clientId: row.clientId,
      atMs: event.atMs,
      shownHash: event.shownHash,
      body: event.body,
      contentHash: hashOf([event.sessionId, event.shownHash, event.atMs, event.body]),
    });
    if (answer === "differs")
      return { kind: "conflict", message: `The event ${event.id} is known with other content.` };
    accepted.push(event.id);
  }
  await projectSession(tx, scope, row);
  return ok({ accepted });
}

/** Rebuilds what is derived from a session's events; correcting an old log runs through here too. */
async function projectSession(tx: Transaction, scope: Scope, row: db.SessionRow): Promise<void> {
  const events = (await db.eventRows(tx, row.id)).map(eventOf);
  const last = events.at(-1);
  const shown = last && (await db.shownRow(tx, row.id, last.shownHash));
  if (!last || !shown) return;
  const { performed, lifts, summary } = project(row.id, shownOf(shown), events);
  await db.replaceExposures(
    tx,
    row.id,
    [...lifts].map(([lineage, { slot, exposure }]) => ({
      studioId: scope.studioId,
      clientId: row.clientId,
      lineage,
      date: exposure.date,
      sessionId: row.id,
      exerciseId: slot.exerciseId,
      exposure,
    })),
  );
  const state = performed.ended
    ? "done"
    : performed.sets.size > 0 || performed.startedAtMs !== null
      ? "started"
      : "draft";
  await db.updateSession(tx, row.id, { state, summary });
}

/** Planned against done, with all that the next prescription reads. */
export const reviewSession = defineUseCase<{ sessionId: string }>(
  "review.show",
  ["coach", "client"],
  exact({ sessionId: uuid() }),
  (scope, { sessionId }) =>
    inStudio(scope, async (tx) => {
      const row = await db.sessionRow(tx, sessionId);
      const context = row && (await sessionContext(tx, row));
      if (!row || !context) return notFound;
      const events = (await db.eventRows(tx, sessionId)).map(eventOf);
      const last = events.at(-1);
      const shown = last ? await db.shownRow(tx, sessionId, last.shownHash) : null;
      const view: ReviewView = {
        context,
        title: row.title,
        state: row.state as ReviewView["state"],
        shown: shown && shownOf(shown),
        events,
      };
      return ok(view);
    }),
);
