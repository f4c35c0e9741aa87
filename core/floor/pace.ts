/** How far a session on the floor is from its plan. */
import type { Timeline } from "../time";
import { type BlockRound, isBlockRoundOver } from "./block-rounds";
import { occurrenceKey, type PerformedSession, pausedMs, placeOf } from "./events";

export interface Pace {
  readonly elapsedSeconds: number;
  /** Later than planned, less than none where it is earlier; null before anything was done. */
  readonly behindSeconds: number | null;
}

/**
 * Null before the start. What is due is the end of the work of the last round that was done, of those before the round in hand, on
 * the timeline of the session as it is meant by now (`sessionMeant`); the clock begins with the first block, so a warm-up is on
 * nobody's account, and it stands while the session is paused.
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
  const elapsedSeconds = (untilMs - performed.startedAtMs - pausesMs) / 1000;
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
