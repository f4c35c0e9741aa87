"use client";
import { shownSession } from "@/contract";
import { type BlockRound, exerciseOrThrow, type RepGoal, type RunMove, type Segment } from "@/core";
import type { FloorView } from "@/views";

/** What was timed or counted of a part of a set. */
interface Measure {
  /** Of two sides the shorter. */
  readonly seconds?: number;
  /** Of two sides the left one's. */
  readonly reps?: number;
  readonly rightReps?: number;
}

/** By the part of the set. */
export type Measured = ReadonlyMap<string, Measure>;

/** One step of a block's round: a part of a set, on one side. */
export interface Stop {
  readonly move: RunMove;
  readonly segment: Segment;
  readonly side: "left" | "right" | null;
  readonly first: boolean;
  /** Rest before it within the round, in seconds: between the parts of a set, or the halves of a giant set; 0: it follows at once. */
  readonly restBeforeSeconds: number;
  /** Where it is a mini-set of a rep goal. */
  readonly goal: RepGoal | null;
}

/** From one exercise to the next, what is shorter is the way there and no rest. */
const SHORTEST_REST_SECONDS = 20;

export function stopsOf(blockRound: BlockRound): Stop[] {
  return blockRound.moves.flatMap((move, place) => {
    const between = blockRound.moves[place - 1]?.transition?.seconds ?? 0;
    const restBefore = between >= SHORTEST_REST_SECONDS ? between : 0;
    const sides =
      move.slot.laterality === "eachSide" || move.slot.laterality === "otherHolds"
        ? (["left", "right"] as const)
        : ([null] as const);
    return sides.flatMap((side) =>
      move.set.segments.map((segment, index) => ({
        move,
        segment,
        side,
        first: index === 0 && side !== "right",
        restBeforeSeconds: index > 0 ? segment.restBeforeSeconds : side === "right" ? 0 : restBefore,
        goal: blockRound.goal,
      })),
    );
  });
}

export const nameOf = (view: FloorView, id: string): string =>
  exerciseOrThrow(shownSession(view.shown).catalogue, id).name;
