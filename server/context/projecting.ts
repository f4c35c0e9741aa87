/** Keeps what is derived from a session's log: exposures, summary and state, its week's sums and its lifts' lines. */
import { readShown, type SentEvent, shownSession, upcastEvent } from "../../contract";
import {
  addDays,
  addLoads,
  type FloorEvent,
  isPlaceholder,
  lineageOf,
  type MuscleLoads,
  mondayOf,
  PROJECTION_VERSION,
  type ProjectedExposure,
  projectSession as projectionOf,
  type ShownSession,
} from "../../core";
import type { WeekSums } from "../../views";
import { asOwner, inStudio, type Scope, type Transaction } from "../db";
import * as db from "../db/queries";
import { logFault } from "../log";
import { summariseLifts } from "./record";
import { keepBlocksAdded } from "./saving";
import { type StudioContext, studioOf } from "./studio";

/** A session's log and the documents it was shown in, as this build reads them. */
export async function readLog(
  tx: Transaction,
  sessionId: string,
  studio: StudioContext,
): Promise<{
  events: FloorEvent[];
  shown: Map<string, ReturnType<typeof readShown>>;
  byHash: Map<string, ShownSession>;
}> {
  const shown = new Map((await db.shownRows(tx, sessionId)).map(({ hash, content }) => [hash, readShown(content)]));
  const byHash = new Map([...shown].map(([hash, content]) => [hash, shownSession(content, studio.exercises.named)]));
  const events = (await db.eventRows(tx, sessionId)).map((row) => {
    const event = upcastEvent(sentEvent(row), (hash) => shown.get(hash)?.document ?? null);
    // Nothing was done after it was received, whatever a device's clock says.
    return { ...event, atMs: Math.min(event.atMs, row.recordedAt.getTime()) };
  });
  return { events, shown, byHash };
}

/** A stored event as its device sent it. */
function sentEvent({ id, sessionId, atMs, shownHash, version, clocks, body }: db.EventRow): SentEvent {
  const sent = { id, sessionId, atMs, shownHash, body };
  if (version === 1) return sent as SentEvent;
  return { ...sent, version, ...(version === 2 ? { steady: clocks } : { clocks }) } as SentEvent;
}

/**
 * Projects a session's log where it is marked as behind. `ifFree`: skips a session whose row another transaction has locked,
 * which may be projecting it.
 */
export async function projectSession(
  scope: Scope,
  sessionId: string,
  lock: "toChange" | "ifFree" = "toChange",
): Promise<void> {
  await inStudio(scope, async (tx) => {
    const row = await db.sessionRow(tx, sessionId, lock);
    // The marks first: a batch that comes in later has a mark of its own.
    if (!row || !(await db.takeUnprojected(tx, sessionId))) return;
    await keepProjection(tx, row, await studioOf(tx));
    await db.tellSession(tx, row);
  });
}

/** Projects a session now. A fault is logged and not thrown: what was logged is stored, and the job tries again. */
export async function projectNow(scope: Scope, sessionId: string): Promise<void> {
  await projectSession(scope, sessionId).catch((error) => logFault("projecting a session", error));
}

/** A session that logs nothing for so long is projected; one that never pauses, after the longer time. */
const QUIET_MS = 1_500;
const LONGEST_MS = 15_000;

interface Soon {
  readonly since: number;
  readonly timer: NodeJS.Timeout;
}

const soon = new Map<string, Soon>();
const projections: { last: Promise<void> } = { last: Promise.resolve() };

/** After the answer, and once for all that a session logs meanwhile. A mark in the database outlives the process. */
export function projectSoon(scope: Scope, sessionId: string): void {
  const before = soon.get(sessionId);
  const now = performance.now();
  const since = before?.since ?? now;
  if (before) clearTimeout(before.timer);
  const timer = setTimeout(
    () => {
      soon.delete(sessionId);
      projections.last = projections.last.then(() => projectNow(scope, sessionId));
    },
    Math.max(0, Math.min(QUIET_MS, since + LONGEST_MS - now)),
  );
  soon.set(sessionId, { since, timer: timer.unref() });
}

/** Brings everything in scope that is behind up to date. */
export async function finishProjections(scope: Scope): Promise<void> {
  const behind = await inStudio(scope, (tx) => db.unprojectedSessions(tx));
  for (const sessionId of behind) await projectNow(scope, sessionId);
}

/** Rebuilds what is derived from one session's log. */
export async function keepProjection(tx: Transaction, row: db.SessionRow, studio: StudioContext): Promise<void> {
  const { studioId, clientId } = row;
  const { events, byHash } = await readLog(tx, row.id, studio);
  const projection = projectionOf(row.id, events, byHash);
  const before = await db.lineagesOfSession(tx, row.id);
  const exposures = projection.exposures.map((one) => underItsName(one, studio));
  await db.replaceExposures(
    tx,
    row.id,
    exposures.map((one) => exposureRow(row, one)),
  );
  const summary = events.length > 0 ? projection.summary : null;
  await db.updateSession(tx, row.id, { state: projection.state, summary, projectionVersion: PROJECTION_VERSION });
  if (projection.performed.blocksAdded.length > 0)
    await keepBlocksAdded(tx, programScope(studioId), studio, row, projection.performed);
  await sumWeek(tx, row, row.date);
  const touched = new Set([...before, ...exposures.map((one) => one.lineage)]);
  await summariseLifts(tx, studioId, clientId, [...touched], studio);
}

export const exposureRow = (
  { studioId, clientId, id: sessionId }: Pick<db.SessionRow, "studioId" | "clientId" | "id">,
  { slotId, lineage, exerciseId, exposure }: ProjectedExposure,
) => ({ studioId, clientId, lineage, date: exposure.date, sessionId, slotId, exerciseId, exposure });

/** What was trained under a name that has been said since goes to that lift's record. */
export function underItsName(one: ProjectedExposure, { exercises }: StudioContext): ProjectedExposure {
  const is = isPlaceholder(one.exerciseId) ? exercises.named[one.exerciseId] : undefined;
  return is ? { ...one, exerciseId: is, lineage: lineageOf(is, []) } : one;
}

/** Sums of what a client did in the week of a date. */
export async function sumWeek(
  tx: Transaction,
  { studioId, clientId }: Pick<db.SessionRow, "studioId" | "clientId">,
  date: string,
): Promise<void> {
  const monday = mondayOf(date);
  const done = (await db.countedSessions(tx, clientId, monday, addDays(monday, 7))).flatMap(({ summary }) =>
    summary && summary.sets > 0 ? [summary] : [],
  );
  const sums: WeekSums = {
    sessions: done.length,
    muscles: done.reduce<MuscleLoads>((all, { muscles }) => addLoads(all, muscles), {}),
  };
  await db.putWeekSums(tx, { studioId, clientId, monday, sums });
}

/** Who asks when nobody does: rebuilding and jobs work inside one studio after the other. */
export const programScope = (studioId: string): Scope => ({
  role: "coach",
  studioId,
  memberId: "00000000-0000-0000-0000-000000000000",
  name: "Yarvex",
});

/**
 * Rebuilds what is derived of every session with a log, in one studio or in all: all of them, or those of an older
 * projection. Answers with how many.
 */
export async function rebuildProjections(
  which: "all" | "outdated",
  { studioId = null, say }: { studioId?: string | null; say?: (done: number) => void } = {},
): Promise<number> {
  const olderThan = which === "all" ? null : PROJECTION_VERSION;
  const rows = await asOwner((tx) => db.sessionsWithLogs(tx, olderThan, studioId));
  for (const [index, logged] of rows.entries()) {
    await inStudio(programScope(logged.studioId), async (tx) => {
      const row = await db.sessionRow(tx, logged.id, "toChange");
      if (!row) return;
      await db.takeUnprojected(tx, row.id);
      await keepProjection(tx, row, await studioOf(tx));
    });
    if (index % 100 === 99) say?.(index + 1);
  }
  return rows.length;
}
