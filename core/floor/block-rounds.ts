/** A session as the floor runs it: one round of a block after the other, in order. Rounds, transitions and rests are the run's. */

import { firstOf } from "../lists";
import {
  allBlocks,
  type Block,
  blockLetter,
  type RoundStop,
  type RunRest,
  type SessionDocument,
  type Slot,
} from "../session";
import { movesOf, type RunMove, type RunRound, restAfter, runBlock, secondsOfMoves, type WorkContext } from "../time";
import { occurrenceKey, type PerformedSession, type PerformedSet, placeOf, setsAt } from "./events";
import { miniSetRounds, type RepGoal } from "./mini-sets";

export interface BlockRound {
  readonly key: string;
  readonly block: Block;
  readonly letter: string;
  /** 0-based. */
  readonly round: number;
  /** How many rounds the block has, with those that were added. */
  readonly rounds: number;
  readonly isOptional: boolean;
  /** 0, or which further set of the round it is. */
  readonly ordinal: number;
  readonly moves: readonly RunMove[];
  /** Null when the block ends after it. */
  readonly rest: RunRest | null;
  /** Where it is a mini-set of a rep goal, the goal as it stands before it; null otherwise. */
  readonly goal: RepGoal | null;
}

type FloorChanges = Pick<PerformedSession, "roundsAdded" | "setsAdded" | "swaps" | "order" | "rests"> &
  Partial<Pick<PerformedSession, "sets" | "skipped">>;

const NOTHING_CHANGED: FloorChanges = {
  roundsAdded: new Map(),
  setsAdded: [],
  swaps: [],
  order: [],
  rests: new Map(),
};

/**
 * Every round of every block of a session, with the rounds and sets that were added on the floor and in the order chosen there.
 * With a log, rep goals are mini-sets as far as they were done and the next; without one, each is a round.
 */
export function blockRoundsOf(
  document: SessionDocument,
  context: WorkContext,
  performed: FloorChanges = NOTHING_CHANGED,
): BlockRound[] {
  const blocks = allBlocks(asChanged(document, performed));
  return inOrder(blocks, performed.order).flatMap((block) =>
    roundsOfBlock(block, blockLetter(blocks.indexOf(block)), context, performed),
  );
}

/** Blocks in the order chosen on the floor; those not named follow as they stood. */
export function inOrder(blocks: readonly Block[], order: readonly string[]): Block[] {
  const place = (block: Block): number => {
    const chosen = order.indexOf(block.id);
    return chosen < 0 ? order.length + blocks.indexOf(block) : chosen;
  };
  return [...blocks].sort((a, b) => place(a) - place(b));
}

function roundsOfBlock(
  block: Block,
  letter: string,
  context: WorkContext,
  { roundsAdded, setsAdded, sets, skipped }: FloorChanges,
): BlockRound[] {
  const planned = runBlock(block, context).rounds;
  const all = [...planned, ...addedRounds(block, planned, roundsAdded.get(block.id) ?? 0, context)];
  const blockRounds = all.map(({ round, isOptional, moves, rest, seconds }, index): BlockRound => {
    const follows = index < all.length - 1;
    return {
      key: `${block.id}:${round}`,
      block,
      letter,
      round,
      rounds: all.length,
      isOptional,
      ordinal: 0,
      moves,
      rest: rest ?? (follows ? restAfter(block, { round, seconds }, context.settings) : null),
      goal: null,
    };
  });
  const count = new Map<string, number>();
  for (const { slotId, round } of setsAdded) {
    const from = blockRounds.findLast(
      (blockRound) => blockRound.round === round && blockRound.moves.some(({ slot }) => slot.id === slotId),
    );
    if (!from) continue;
    const ordinal = Math.max(1, (count.get(`${slotId}:${round}`) ?? 0) + 1);
    count.set(`${slotId}:${round}`, ordinal);
    const moves = from.moves.filter(({ slot }) => slot.id === slotId).map((move) => ({ ...move, transition: null }));
    const rest = from.rest ?? restAfter(block, { round, seconds: firstOf(moves).work.seconds }, context.settings);
    const at = blockRounds.indexOf(from);
    blockRounds[at] = { ...from, rest };
    blockRounds.splice(at + 1, 0, { ...from, key: `${from.key}+${ordinal}`, ordinal, moves });
  }
  return sets && skipped ? blockRounds.flatMap((one) => miniSetRounds(one, { sets, skipped })) : blockRounds;
}

/** The document with the exercises that were swapped in on the floor, from their round on, and the rests that were cut there. */
export function asChanged(
  document: SessionDocument,
  { swaps, rests }: Pick<FloorChanges, "swaps" | "rests">,
): SessionDocument {
  if (swaps.length === 0 && rests.size === 0) return document;
  const swapIn = (slot: Slot): Slot => {
    const own = swaps.filter((swap) => swap.slotId === slot.id);
    if (own.length === 0) return slot;
    const sets = slot.sets.map((set, round) => {
      const last = own.findLast((swap) => swap.fromRound <= round);
      return set && last
        ? { ...set, segments: set.segments.map((segment) => ({ ...segment, exerciseId: last.exerciseId })) }
        : set;
    });
    return { ...slot, sets };
  };
  const inBlock = (block: Block): Block => {
    const seconds = rests.get(block.id);
    const restAfterRound: Block["restAfterRound"] =
      seconds === undefined ? block.restAfterRound : { kind: "each", rest: { kind: "seconds", seconds } };
    return { ...block, restAfterRound, slots: block.slots.map(swapIn) };
  };
  return {
    ...document,
    blocks: document.blocks.map(inBlock),
    finisher: document.finisher && inBlock(document.finisher),
  };
}

/** Rounds beyond the planned ones repeat the last that the block lists. */
function addedRounds(block: Block, planned: readonly RunRound[], count: number, context: WorkContext): RunRound[] {
  const last = planned.at(-1);
  if (!last) return [];
  return Array.from({ length: count }, (_, i) => {
    const round = last.round + 1 + i;
    const moves = movesOf(block, round, context).filter(({ set }) => set !== null);
    const seconds = secondsOfMoves(moves);
    return { round, isOptional: false, moves, seconds, rest: null };
  }).filter(({ moves }) => moves.length > 0);
}

/** Why optional rounds end, and after which round (0-based). */
export interface StopReached {
  readonly afterRound: number;
  readonly stop: Exclude<RoundStop, { kind: "coach" }>;
  /** What was reported or counted, against what the rule says. */
  readonly figure: number;
}

/**
 * Whether the stop of a range of rounds has been reached by what was done: reserve below the figure in any lift of a round,
 * or a lift's reps down by the percentage from its first round. Looked at from the least of the range on.
 */
export function stopReached(block: Block, performed: PerformedSession): StopReached | null {
  if (block.rounds.kind !== "range" || block.rounds.stop.kind === "coach") return null;
  const { low, high, stop } = block.rounds;
  for (let round = low - 1; round < high - 1; round++) {
    for (const slot of block.slots) {
      for (const set of setsAt(performed, slot.id, round)) {
        const figure = stop.kind === "belowRir" ? (set.failed ? 0 : set.rir) : repsDown(performed, slot.id, round);
        if (figure === null) continue;
        if (stop.kind === "belowRir" ? figure < stop.rir : figure >= stop.percent - 1e-9)
          return { afterRound: round, stop, figure };
      }
    }
  }
  return null;
}

/** By how many percent a lift's reps have fallen since its first round; null where they are not counted. */
function repsDown(performed: PerformedSession, slotId: string, round: number): number | null {
  const reps = (at: number) =>
    setsAt(performed, slotId, at).reduce((total, { segments }) => total + (segments[0]?.reps ?? 0), 0);
  const first = reps(0);
  return first > 0 ? (100 * (first - reps(round))) / first : null;
}

/** Whether a block's round needs no more doing: every move done or left out, or an optional round that its rule has ended. */
export function isBlockRoundOver(blockRound: BlockRound, performed: PerformedSession): boolean {
  if (blockRound.isOptional) {
    const stopped = stopReached(blockRound.block, performed);
    if (stopped && blockRound.round > stopped.afterRound) return true;
  }
  return movesAhead(blockRound, performed).length === 0;
}

/** The round of a block that performed sets belong to; null where the session has none such. */
export function roundOfSets(blockRounds: readonly BlockRound[], sets: readonly PerformedSet[]): BlockRound | null {
  const [first] = sets;
  if (!first) return null;
  const rounds = blockRounds.filter(
    ({ round, moves }) => round === first.round && moves.some(({ slot }) => slot.id === first.slotId),
  );
  return rounds.find(({ ordinal }) => ordinal === first.ordinal) ?? rounds[0] ?? null;
}

/** The exercise that a move is done with: the slot's, or one that was swapped in on the floor. */
export const exerciseOfMove = ({ slot, set }: Pick<RunMove, "slot" | "set">): string =>
  set.segments[0]?.exerciseId ?? slot.exerciseId;

/** The moves of a round that are neither done nor left out: of a superset one lift alone may be. */
export const movesAhead = ({ moves, round, ordinal }: BlockRound, performed: PerformedSession): RunMove[] =>
  moves.filter(({ slot }) => {
    const key = occurrenceKey(placeOf(slot.id, round, ordinal));
    return !performed.sets.has(key) && !performed.skipped.has(key);
  });

/** The rounds in which a lift is still to be done. */
export const roundsAhead = (
  slotId: string,
  blockRounds: readonly BlockRound[],
  performed: PerformedSession,
): BlockRound[] =>
  blockRounds.filter(
    (one) => !isBlockRoundOver(one, performed) && movesAhead(one, performed).some(({ slot }) => slot.id === slotId),
  );

/** The block's round in hand, with the moves of it that are still to be done: the first that is not over; null when the session is. */
export function nextBlockRound(blockRounds: readonly BlockRound[], performed: PerformedSession): BlockRound | null {
  const next = blockRounds.find((blockRound) => !isBlockRoundOver(blockRound, performed));
  if (!next) return null;
  const moves = movesAhead(next, performed);
  return moves.length === next.moves.length ? next : { ...next, moves };
}
