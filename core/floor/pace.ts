/** How far a session on the floor is from its plan. */
import type { Timeline } from "../time";
import { type BlockRound, isBlockRoundOver } from "./block-rounds";
import { isPaused, occurrenceKey, type PerformedSession, pausedMs, placeOf } from "./events";

/** A session in which nothing was logged for so long was left open: no rest is that long. */
const LEFT_OPEN_MS = 3_600_000;

/** When something was logged, in milliseconds of the clock: the start, sets, and both ends of pauses; an open pause lasts until `untilMs`. */
const loggedMs = ({ startedAtMs, sets, pauses }: PerformedSession, untilMs: number): number[] => [
  ...(startedAtMs === null ? [] : [startedAtMs]),
  ...[...sets.values()].map(({ atMs }) => atMs),
  ...pauses.flatMap(({ fromMs, toMs }) => [fromMs, toMs ?? untilMs]),
];

/** For how long nothing was logged in a session that goes on, in milliseconds, where that is an hour or more; else null. */
export function leftOpenMs(performed: PerformedSession, nowMs: number): number | null {
  if (performed.startedAtMs === null || performed.ended || isPaused(performed)) return null;
  const idle = nowMs - Math.max(...loggedMs(performed, nowMs));
  return idle >= LEFT_OPEN_MS ? idle : null;
}

/**
 * How much of a session it was left open in all until a moment, in milliseconds: each stretch of an hour or more without an
 * entry. So is a stretch to an entry whose clock was set wrong, by years perhaps.
 */
export function idleMs(performed: PerformedSession, fromMs: number, untilMs: number): number {
  const { pauses } = performed;
  const marks = [fromMs, ...loggedMs(performed, untilMs), untilMs]
    .filter((mark) => mark >= fromMs && mark <= untilMs)
    .sort((a, b) => a - b);
  let idle = 0;
  for (const [at, mark] of marks.entries()) {
    const before = marks[at - 1];
    // A pause is counted as such.
    if (before === undefined || pauses.some(({ fromMs: from, toMs }) => from <= before && mark <= (toMs ?? untilMs)))
      continue;
    if (mark - before >= LEFT_OPEN_MS) idle += mark - before;
  }
  return idle;
}

export interface Pace {
  readonly elapsedSeconds: number;
  /** Later than planned, less than none where it is earlier; null before anything was done. */
  readonly behindSeconds: number | null;
}

/**
 * Null before the start. What is due is the end of the work of the last round that was done, of those before the round in hand, on
 * the timeline of the session as it is meant by now (`sessionMeant`); the clock begins with the first block, so a warm-up is on
 * nobody's account, and it stands while the session is paused, or was left open.
 */
export function paceOf(
  timeline: Timeline,
  blockRounds: readonly BlockRound[],
  performed: PerformedSession,
  nowMs: number,
): Pace | null {
  if (performed.startedAtMs === null) return null;
  const untilMs = performed.ended?.atMs ?? nowMs;
  const pausesMs = pausedMs(performed.pauses, performed.startedAtMs, untilMs);
  const elapsedSeconds =
    (untilMs - performed.startedAtMs - pausesMs - idleMs(performed, performed.startedAtMs, untilMs)) / 1000;
  const inHand = blockRounds.findIndex((blockRound) => !isBlockRoundOver(blockRound, performed));
  const isDone = ({ moves, round, ordinal }: BlockRound) =>
    moves.some(({ slot }) => performed.sets.has(occurrenceKey(placeOf(slot.id, round, ordinal))));
  const now = blockRounds[inHand];
  // A rep goal is due when all its mini-sets are done.
  const isInHand = ({ block, round }: BlockRound) =>
    now?.goal != null && block.id === now.block.id && round === now.round;
  const last = blockRounds
    .slice(0, inHand < 0 ? blockRounds.length : inHand)
    .findLast((one) => isDone(one) && !isInHand(one));
  const part = last && timeline.blocks.find((one) => one.timeline.block.id === last.block.id);
  if (!last || !part) return { elapsedSeconds, behindSeconds: null };
  const ends = part.timeline.spans
    .filter((span) => span.kind === "work" && span.round === last.round)
    .map((span) => span.startSeconds + span.seconds);
  const first = timeline.blocks[0]?.startSeconds ?? 0;
  return { elapsedSeconds, behindSeconds: elapsedSeconds - (part.startSeconds + Math.max(0, ...ends) - first) };
}
