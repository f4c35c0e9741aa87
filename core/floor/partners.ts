/** Two who train together: whose turn it is, how long the other rests meanwhile, and a goal of reps that they share. */
import { allBlocks } from "../session";
import { secondsOfMoves } from "../time";
import { type BlockRound, inOrder, nextBlockRound } from "./block-rounds";
import { isPaused, type PerformedSession } from "./events";
import { type Lane, type LaneNeed, laneNeed } from "./lanes";
import { repsTowardGoal } from "./mini-sets";

/**
 * Which of two partners works now or is next to: whoever is a round behind at the same block, the first of them where they
 * are level, and at the block that the other is still at before one goes on to another. Null: one of them is done, or paused.
 */
export function partnersTurn(lanes: readonly [Lane, Lane]): 0 | 1 | null {
  const [own, other] = lanes.map(({ blockRounds, performed }) => nextBlockRound(blockRounds, performed));
  if (!own || !other || lanes.some(({ performed }) => performed.ended || isPaused(performed))) return null;
  const [a, b] = [placeIn(lanes[0], own), placeIn(lanes[1], other)];
  if (a.block !== b.block) return a.block < b.block ? 0 : 1;
  return a.round <= b.round ? 0 : 1;
}

/** Where a round stands in its session: partners' blocks have one order and one id. */
function placeIn({ shown, performed }: Lane, { block, round }: BlockRound) {
  const order = inOrder(allBlocks(shown.document), performed.order).map(({ id }) => id);
  return { block: order.indexOf(block.id), round };
}

/**
 * What two partners wait for: one's work is the other's rest, and the least that is written holds where it is longer.
 */
export function partnersNeeds(lanes: readonly [Lane, Lane]): readonly [LaneNeed, LaneNeed] {
  const [first, second] = [laneNeed(lanes[0]), laneNeed(lanes[1])];
  const turn = partnersTurn(lanes);
  if (turn === null) return [first, second];
  const needs: readonly [LaneNeed, LaneNeed] = [first, second];
  const waits = needs[1 - turn]!;
  if (waits.kind !== "rest" && waits.kind !== "set") return needs;
  const least = leastRestLeft(lanes[1 - turn]!);
  const works = untilDone(lanes[turn]!, needs[turn]!);
  const waiting: LaneNeed = { kind: "rest", inSeconds: works === null ? least : Math.max(least ?? 0, works) };
  return turn === 0 ? [first, waiting] : [waiting, second];
}

/** Of a rest that is the partner's work only the least that is written is left to wait for; null where none runs. */
function leastRestLeft({ restLeftSeconds, blockRounds, performed }: Lane): number | null {
  if (restLeftSeconds === null) return null;
  const next = nextBlockRound(blockRounds, performed);
  const before = next && blockRounds.find((one) => one.block.id === next.block.id && one.round === next.round - 1);
  const rest = before?.block.restAfterRound;
  if (!before?.rest || rest?.kind !== "partnersWork") return restLeftSeconds;
  return restLeftSeconds - (before.rest.seconds - (rest.leastSeconds ?? 0));
}

/** Seconds until whoever is on has done their round. */
function untilDone({ blockRounds, performed }: Lane, need: LaneNeed): number | null {
  if (need.kind === "set") return need.inSeconds;
  const next = nextBlockRound(blockRounds, performed);
  if (need.kind !== "rest" || !next) return null;
  return Math.max(0, need.inSeconds ?? 0) + secondsOfMoves(next.moves);
}

/** A goal of reps in the round in hand, and what was done of it; a shared one counts what both did. */
interface GoalCount {
  readonly total: number;
  readonly done: number;
  readonly isShared: boolean;
}

/** The rep goals of a round by slot; `partner`: what was done by the other of two who share them. */
export function goalCounts(
  { moves, round }: BlockRound,
  performed: PerformedSession,
  partner: PerformedSession | null,
): ReadonlyMap<string, GoalCount> {
  return new Map(
    moves.flatMap(({ slot, set: { stop } }): [string, GoalCount][] => {
      if (stop.kind !== "repTotal") return [];
      const isShared = stop.shared;
      const logs = isShared && partner ? [performed, partner] : [performed];
      const done = logs.reduce((sum, log) => sum + repsDone(log, slot.id, round), 0);
      return [[slot.id, { total: stop.total, done, isShared }]];
    }),
  );
}

const repsDone = ({ sets }: PerformedSession, slotId: string, round: number): number =>
  [...sets.values()]
    .filter((set) => set.slotId === slotId && set.round === round)
    .reduce((sum, set) => sum + repsTowardGoal(set), 0);
