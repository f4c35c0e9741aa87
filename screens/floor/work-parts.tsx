"use client";
import { shownSession } from "@/contract";
import { type BlockRound, exerciseOrThrow, type RunMove, type Segment } from "@/core";
import type { FloorView } from "@/views";

/** Seconds that were timed, by the part of the set; of two sides the shorter. */
export type Measured = ReadonlyMap<string, number>;

/** One step of a block's round: a part of a set, on one side. */
export interface Stop {
  readonly move: RunMove;
  readonly segment: Segment;
  readonly side: "left" | "right" | null;
  readonly first: boolean;
}

export function stopsOf(blockRound: BlockRound): Stop[] {
  return blockRound.moves.flatMap((move) => {
    const sides =
      move.slot.laterality === "eachSide" || move.slot.laterality === "otherHolds"
        ? (["left", "right"] as const)
        : ([null] as const);
    return sides.flatMap((side) =>
      move.set.segments.map((segment, index) => ({ move, segment, side, first: index === 0 && side !== "right" })),
    );
  });
}

export const nameOf = (view: FloorView, id: string): string =>
  exerciseOrThrow(shownSession(view.shown).catalogue, id).name;
