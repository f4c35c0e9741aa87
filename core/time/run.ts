/**
 * How a block is run: how many rounds, in what order, with which transitions and rests, and why each rest is as long as it
 * is. The one place where that is worked out: the timeline puts seconds to it, the floor puts state to it, forecast, seed
 * and cautions walk it. docs/handbook.md#structure.
 */
import {
  type Block,
  LIMITS,
  ofRound,
  plannedRounds,
  type RunRest,
  restSecondsForTime,
  type Slot,
  setInRound,
  transitionAfter,
  type WorkSet,
} from "../session";
import type { Settings } from "../settings";
import { type SetWork, type WorkContext, workOf } from "./work";

/** One lift's turn in a round. */
export interface RunMove {
  readonly slot: Slot;
  readonly set: WorkSet;
  readonly work: SetWork;
  /** Before the next move of the round; null after its last. */
  readonly transition: RunRest | null;
}

export interface RunRound {
  /** 0-based, as the slots' sets are listed. A round that every lift sits out is not run. */
  readonly round: number;
  /** Beyond the least of a range of rounds. */
  readonly isOptional: boolean;
  readonly moves: readonly RunMove[];
  /** From the first move's start to the last one's end. */
  readonly seconds: number;
  /** Null after the block's last round. */
  readonly rest: RunRest | null;
}

export interface BlockRun {
  readonly block: Block;
  readonly rounds: readonly RunRound[];
  /** Of rounds within a time: what is not as it was meant; null where all is. */
  readonly problem: WithinTimeProblem | null;
}

/** A round longer than the time it is to fit, or more rounds than a block can have. */
export type WithinTimeProblem =
  | { readonly kind: "roundTooLong"; readonly roundSeconds: number; readonly limitSeconds: number }
  | { readonly kind: "mostRounds"; readonly rounds: number; readonly leftSeconds: number };

export function runBlock(block: Block, context: WorkContext): BlockRun {
  const limitSeconds = block.rounds.kind === "withinTime" ? block.rounds.seconds : null;
  const most = plannedRounds(block.rounds) ?? LIMITS.rounds;
  const least = block.rounds.kind === "range" ? block.rounds.low : most;
  const rounds: RunRound[] = [];
  let clock = 0;
  for (let round = 0; round < most; round++) {
    const moves = movesOf(block, round, context);
    if (moves.length === 0) {
      // Past its last listed round a block within a time repeats it; where everybody sits that out, it is over.
      if (limitSeconds !== null && round >= Math.max(...block.slots.map((slot) => slot.sets.length)) - 1) break;
      continue;
    }
    const seconds = secondsOfMoves(moves);
    const before = rounds.at(-1);
    const rest = before ? restAfter(block, before, context.settings) : null;
    if (limitSeconds !== null && before && clock + rest!.seconds + seconds > limitSeconds) break;
    if (before) rounds[rounds.length - 1] = { ...before, rest };
    clock += (rest?.seconds ?? 0) + seconds;
    rounds.push({ round, isOptional: round >= least, moves, seconds, rest: null });
    if (limitSeconds !== null && seconds <= 0) break;
  }
  return { block, rounds, problem: limitSeconds === null ? null : problemWithin(limitSeconds, rounds, clock) };
}

function problemWithin(
  limitSeconds: number,
  rounds: readonly RunRound[],
  usedSeconds: number,
): WithinTimeProblem | null {
  if (usedSeconds > limitSeconds) return { kind: "roundTooLong", roundSeconds: usedSeconds, limitSeconds };
  if (rounds.length < LIMITS.rounds) return null;
  return { kind: "mostRounds", rounds: rounds.length, leftSeconds: limitSeconds - usedSeconds };
}

/** Seconds from the start of the first of some moves to the end of the last, the changes between them included. */
export const secondsOfMoves = (moves: readonly Pick<RunMove, "work" | "transition">[]): number =>
  moves.reduce((total, { work, transition }) => total + work.seconds + (transition?.seconds ?? 0), 0);

/** The moves of one round, also of one that was added beyond those planned. */
export function movesOf(block: Block, round: number, context: WorkContext): RunMove[] {
  const present = block.slots.flatMap((slot) => {
    const set = setInRound(slot, round);
    return set ? [{ slot, set }] : [];
  });
  return present.map(({ slot, set }, place) => ({
    slot,
    set,
    work: workOf(slot, set, context),
    transition: place === present.length - 1 ? null : transitionAfter(slot, round, context.settings),
  }));
}

/** The rest after a round that another one follows. */
export function restAfter(
  { rounds, restAfterRound }: Block,
  { round, seconds }: Pick<RunRound, "round" | "seconds">,
  settings: Settings,
): RunRest {
  if (!restAfterRound) {
    // Rounds against the clock follow each other like lifts of a round.
    const { handoverSeconds, roundRestSeconds } = settings.assumed;
    return { seconds: rounds.kind === "withinTime" ? handoverSeconds : roundRestSeconds, why: "assumed" };
  }
  if (restAfterRound.kind === "partnersWork")
    return { seconds: Math.max(seconds, restAfterRound.leastSeconds ?? 0), why: "partner's work" };
  return { seconds: restSecondsForTime(ofRound(restAfterRound, round)), why: "written" };
}
