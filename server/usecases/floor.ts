/** The floor: opening a session there, and taking what its devices log. */

import {
  catalogueIn,
  type Output,
  readDocumentSteps,
  readEventSteps,
  readShown,
  runYielding,
  type SentEvent,
  type ShownContent,
} from "../../contract";
import {
  addDays,
  aloneWarnings,
  cautionKey,
  dateIn,
  EMPTY_DOCUMENT,
  exercisesIn,
  FLOOR_EVENTS,
  findExercise,
  firstOf,
  limitsOn,
  type NamedPlace,
  openBlocks,
  readinessSentence,
  readNewLifts,
  STOPPING_PAIN,
  type Steps,
  trainableSteps,
  trainedRegions,
} from "../../core";
import { computeSteps, forecastParameters, isWaiting, judgeSession, standInSteps } from "../../views";
import { messagesFor } from "../context/messages";
import { plannedForAll } from "../context/planned";
import { projectNow, projectSoon, readLog } from "../context/projecting";
import { liftsOf } from "../context/record";
import { type LoadedSession, loadSession, partnerOf, sessionContext } from "../context/session";
import { hashOf, showSession } from "../context/showing";
import { studioContext, todayOf } from "../context/studio";
import { newId, type Scope, type Transaction } from "../db";
import * as db from "../db/queries";
import { markSeen, sentCopy } from "../db/sent-copies";
import { enqueueHooks } from "../db/webhooks";
import { count } from "../request";
import { answerIn, defineUseCase, notFound, type Outcome, ok, readIn, refused } from "./kit";

/**
 * What is trained today, and what was begun and not ended: a phone needs no desk. A client sees their own. Beside it, for a coach,
 * what other days have that may be trained today.
 */
export const listToday = defineUseCase("floor.today", ["coach", "client"], (scope, _input, clock) =>
  readIn(scope, async (tx) => {
    const today = await todayOf(tx, clock.nowMs);
    const span = { from: addDays(today, -DAYS_AROUND), to: addDays(today, DAYS_AROUND), today, nowMs: clock.nowMs };
    const lines = await plannedForAll(tx, span);
    const isOpen = addDays(today, -DAYS_OPEN);
    const sessions = lines.filter((line) =>
      line.state === "begun" ? line.date >= isOpen && line.date <= today : line.date === today && isWaiting(line),
    );
    const others = lines.filter(
      (line) => line.state !== "begun" && (line.state === "missed" || (line.date > today && isWaiting(line))),
    );
    return ok({ today, sessions, others: scope.role === "coach" ? others : [] });
  }),
);

/** A session that was begun stays on the list for so many days. */
const DAYS_OPEN = 2;
/** So many days back and ahead are looked at for what may be trained today. */
const DAYS_AROUND = 7;

/** Freezes what is shown, stores it by hash, and hands the floor all it needs without the network. */
export const openFloor = defineUseCase("floor.open", ["coach", "client"], (scope, { sessionId }, { nowMs }) =>
  answerIn(scope, async (tx) => {
    const loaded = await loadSession(tx, sessionId, nowMs);
    if (!loaded) return notFound;
    const { row, context, studio } = loaded;
    const { name } = context.client;
    if (context.readiness.kind !== "ready") return refused("readiness", readinessSentence(context.readiness, name));
    const { events, shown } = await readLog(tx, sessionId, studio);
    const { document, unread } = await runYielding(toTrain(loaded, await db.gymRows(tx)));
    const client = { priorities: context.client.priorities, ...forecastParameters(context) };
    const who = { memberId: scope.memberId, role: scope.role, clientName: name, client };
    const partner = scope.role === "coach" ? await partnerOf(tx, row) : null;
    const messages = await messagesOnFloor(tx, scope, { clientId: row.clientId, sessionId }, nowMs);
    const limits = limitsOn(context.client.limits, context.date);
    const view = { sessionId, ...who, partner, events, unread, messages, limits };
    // Whoever opens their own session trains alone, as far as anybody knows.
    const alone = { ...context, alone: context.alone || scope.role === "client" };
    // What was sent is what a client trains from, whatever was changed since; what was not sent is the coach's own.
    const sent = scope.role === "client" ? await sentCopy(tx, sessionId) : null;
    if (sent) await markSeen(tx, sent.id, new Date(nowMs));
    const last = events.at(-1)?.shownHash ?? "";
    const before = shown.get(last);
    const floorOf = async (shownHash: string, content: ShownContent) => {
      const kgOf = (segmentId: string) => content.loads[segmentId]?.kg ?? null;
      const standIns = await runYielding(standInSteps(content.document, kgOf, alone));
      return {
        ...view,
        shownHash,
        shown: content,
        standIns,
        alone: alone.alone ? aloneWarnings(content.document, catalogueIn(alone.exercises)) : {},
      };
    };
    if (before) return ok(await floorOf(last, before));
    if (scope.role === "client" && !sent) return notFound;
    const computed = await runYielding(computeSteps(document, context));
    const [open] = sent ? [] : openBlocks(judgeSession(document, context, computed).cautions, context.reasons);
    if (open) return refused(`reason ${cautionKey(open)}`, open.words);
    const { content, hash } = sent
      ? { content: readShown(sent.content), hash: sent.hash }
      : showSession(context, computed);
    await db.putShown(tx, { studioId: scope.studioId, sessionId, clientId: row.clientId, hash, content });
    return ok(await floorOf(hash, content));
  }),
);

/** A client reads them before the session begins; a coach reads theirs in the review. */
const messagesOnFloor = async (...[tx, scope, about, nowMs]: Parameters<typeof messagesFor>) =>
  scope.role === "client" ? messagesFor(tx, scope, about, nowMs) : [];

/** The whole log of a session, entries of all devices: read again by a device that has the session open. */
export const readFloorLog = defineUseCase("floor.log", ["coach", "client"], (scope, { sessionId }, { nowMs }) =>
  answerIn(scope, async (tx) => {
    const row = await db.sessionRow(tx, sessionId);
    const studio = row && (await studioContext(tx));
    if (!studio) return notFound;
    const { events } = await readLog(tx, sessionId, studio);
    const messages = await messagesOnFloor(tx, scope, { clientId: row.clientId, sessionId }, nowMs);
    return ok({ events, shownHash: events.at(-1)?.shownHash ?? "", messages });
  }),
);

/** A lift that is added on the floor, read from what was typed: its usual sets, and the loads that the client's record gives. */
export const readFloorLift = defineUseCase(
  "floor.readLift",
  ["coach", "client"],
  (scope, { sessionId, typed }, { nowMs }) =>
    answerIn(scope, async (tx) => {
      const loaded = await loadSession(tx, sessionId, nowMs);
      if (!loaded) return notFound;
      const { row, document, context, studio } = loaded;
      const names = { trained: trainedRegions(exercisesIn(document, studio.catalogue)) };
      const exerciseId = findExercise(studio.catalogue, typed, names)?.exercise.id;
      const asked = {
        clientId: row.clientId,
        until: row.date,
        lineages: exerciseId ? [exerciseId] : [],
        without: row.id,
      };
      const [log] = exerciseId ? await liftsOf(tx, asked, studio) : [];
      const read = readNewLifts(typed, studio.catalogue, newId, {
        lastOf: (lineage) => (lineage === exerciseId ? (log?.exposures.at(-1) ?? null) : null),
        context: names,
      });
      if (!read.ok) return refused("typed", read.message);
      const grown = { ...document, blocks: [...document.blocks, ...read.blocks] };
      const checked = await runYielding(readDocumentSteps(grown, studio.catalogue));
      if (!checked.ok) return refused("typed", firstOf(checked.problems).message);
      const extent = { week: true, today: dateIn(studio.region.timeZone, nowMs) } as const;
      const own = (await sessionContext(tx, row, grown, studio, { extent })) ?? context;
      const { content } = showSession(own, await runYielding(computeSteps(grown, own)));
      const added = new Set(read.blocks.map(({ id }) => id));
      const blocks = content.document.blocks.filter(({ id }) => added.has(id));
      const loads = blocks.flatMap(({ slots }) =>
        slots.flatMap(({ id, sets }) => {
          const first = sets.find((set) => set !== null)?.segments[0];
          const shown = first && content.loads[first.id];
          return shown?.weight ? [{ slotId: id, load: { weight: shown.weight, sign: shown.sign } }] : [];
        }),
      );
      return ok({ document: { ...EMPTY_DOCUMENT, blocks }, loads });
    }),
);

/** The document that the session's text asks for where some of it does not read, else the one that stands. */
function* toTrain({ row, document, studio }: LoadedSession, gyms: readonly NamedPlace[]) {
  if (row.draftText === null) return { document, unread: [] };
  return yield* trainableSteps(row.draftText, document, studio.catalogue, newId, gyms);
}

/** Takes events from a device's outbox. */
export const recordEvents = defineUseCase("floor.record", ["coach", "client"], async (scope, input, clock) => {
  // What one person logged is not sent in another's name.
  if (input.memberId !== undefined && input.memberId !== scope.memberId) return { kind: "otherPerson" };
  const { sessionId, events } = input;
  const outcome = await answerIn(scope, (tx) => storeEvents(tx, scope, { sessionId, events, nowMs: clock.nowMs }));
  if (outcome.kind !== "ok" || outcome.value.accepted.length === 0) return outcome;
  // A session that is over is looked at next, by whoever trained it.
  if (outcome.value.isOver) await projectNow(scope, sessionId);
  else projectSoon(scope, sessionId);
  const { accepted, refused } = outcome.value;
  count("entries", accepted.length);
  return ok({ accepted, refused });
});

interface Logged {
  readonly sessionId: string;
  readonly events: readonly unknown[];
  readonly nowMs: number;
}

/**
 * Stores events of a device's outbox, each on its own: taken once, whatever is sent twice, late or out of order, or refused
 * with the reason, without a word about the others. What is derived of the session is marked as behind.
 */
export async function storeEvents(
  tx: Transaction,
  { studioId }: Scope,
  { sessionId, events, nowMs }: Logged,
): Promise<Outcome<Output<"floor.record"> & { readonly isOver: boolean }>> {
  const { rows, refused } = await runYielding(readEvents(events, sessionId));
  const kept = await withoutStrangeUndos(tx, sessionId, rows, refused);
  const stored = await db.storeEvents(tx, studioId, sessionId, kept, new Date(nowMs));
  if (stored.client_id === null) return notFound;
  const [shown, added] = [new Set(stored.shown), new Set(stored.added)];
  const before = kept.filter(({ id, shownHash }) => shown.has(shownHash) && !added.has(id));
  const known = await db.contentHashes(
    tx,
    before.map(({ id }) => id),
  );
  const accepted: string[] = [];
  for (const { id, shownHash, contentHash } of kept) {
    if (added.has(id)) accepted.push(id);
    else if (!shown.has(shownHash))
      refused.push({ id, because: "it was logged from a session that was never shown here" });
    else if (known.get(id) !== contentHash) refused.push({ id, because: ANOTHER_CONTENT });
    else accepted.push(id);
  }
  const isBegun = kept.some(({ id, body }) => added.has(id) && FLOOR_EVENTS[body.kind].startsSession);
  if (stored.state === "draft" && isBegun) await db.updateSession(tx, sessionId, { state: "started" });
  const isEnded = kept.some(({ id, body }) => added.has(id) && body.kind === "ended");
  const about = { sessionId, clientId: stored.client_id };
  if (isEnded) await enqueueHooks(tx, "session.done", about);
  for (const { id, body } of kept)
    if (added.has(id) && body.kind === "setsDone")
      for (const { pain, segments } of body.sets)
        if (pain >= STOPPING_PAIN)
          await enqueueHooks(tx, "pain", { ...about, pain, exerciseId: segments[0]?.exerciseId ?? null });
  return ok({ accepted, refused, isOver: isEnded || stored.state === "done" });
}

const ANOTHER_CONTENT = "an entry with the same mark was sent before with other figures";

type Refused = Output<"floor.record">["refused"][number];

/** The events of a batch that can be stored, each once, and why the others cannot. */
function* readEvents(
  sent: readonly unknown[],
  sessionId: string,
): Steps<{ readonly rows: readonly ReturnType<typeof rowOf>[]; readonly refused: Refused[] }> {
  const refused: Refused[] = [];
  const rows = new Map<string, ReturnType<typeof rowOf>>();
  for (const one of sent) {
    const read = yield* readEventSteps(one);
    yield;
    const id = read.ok ? read.event.id : idOf(one);
    const refuse = (because: string) => refused.push({ id, because });
    if (!read.ok) refuse(read.because);
    else if (read.event.sessionId !== sessionId) refuse("it belongs to another session");
    else {
      const row = rowOf(read.event);
      const before = rows.get(id);
      if (before && before.contentHash !== row.contentHash) refuse(ANOTHER_CONTENT);
      else rows.set(id, before ?? row);
    }
  }
  return { rows: [...rows.values()], refused };
}

const idOf = (sent: unknown): string => {
  const id = (sent as { id?: unknown } | null)?.id;
  return typeof id === "string" ? id.slice(0, 80) : "";
};

function rowOf(event: SentEvent) {
  const { id, sessionId, shownHash, body } = event;
  // Some browsers' clocks have fractions of a millisecond; the log has none.
  const atMs = Math.round(event.atMs);
  const contentHash = hashOf([sessionId, shownHash, atMs, body]);
  if (!("version" in event)) return { id, sessionId, atMs, shownHash, body, contentHash, version: 1, clocks: null };
  const clocks = event.version === 2 ? event.steady : event.clocks;
  return { id, sessionId, atMs, shownHash, body, contentHash, version: event.version, clocks };
}

/** Undoing names an event of its own session: one that is stored, or that came before it. */
async function withoutStrangeUndos(
  tx: Transaction,
  sessionId: string,
  rows: readonly ReturnType<typeof rowOf>[],
  refused: Refused[],
): Promise<ReturnType<typeof rowOf>[]> {
  const undone = rows.flatMap(({ body }) => (body.kind === "undone" ? [body.eventId] : []));
  if (undone.length === 0) return [...rows];
  const there = new Set(await db.eventsAmong(tx, sessionId, undone));
  return rows.filter(({ id, body }) => {
    const isStrange = body.kind === "undone" && !there.has(body.eventId);
    if (isStrange) refused.push({ id, because: "it takes back an entry that is not in this session" });
    else there.add(id);
    return !isStrange;
  });
}
