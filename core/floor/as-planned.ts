/** The sets of a round of a block as planned, as if all went as shown: what the floor fills in before it is saved. */

import { lastOf } from "../lists";
import type { Segment, Slot, WorkSet } from "../session";
import type { Settings } from "../settings";
import type { WorkPiece } from "../time";
import type { BlockRound } from "./block-rounds";
import { type PerformedSegment, type PerformedSet, placeOf } from "./events";
import type { ShownSession } from "./shown";

type Shown = Pick<ShownSession, "loads" | "settings">;

/** One set for each move of the block's round; a rep goal has one for each of its mini-sets. */
export function asPlanned(blockRound: BlockRound, shown: Shown, restSeconds: number | null): PerformedSet[] {
  return blockRound.moves.flatMap(({ slot, set, work }) => {
    const parts: readonly (readonly PerformedSegment[])[] =
      set.stop.kind === "repTotal"
        ? miniSets(
            slot,
            set,
            work.pieces.filter((piece): piece is WorkPiece => piece.kind === "work"),
            shown,
          )
        : [set.segments.map((segment) => plannedSegment(segment, slot, shown))];
    return parts.map(
      (segments, index): PerformedSet => ({
        ...placeOf(slot.id, blockRound.round, blockRound.ordinal + index),
        plannedSetId: blockRound.ordinal === 0 || blockRound.goal ? set.id : null,
        segments,
        // What was asked is no report: it is said by a person, or not at all.
        rir: null,
        failed: false,
        form: "held",
        pain: 0,
        painPlace: "",
        note: "",
        restSeconds: index === 0 ? restSeconds : null,
      }),
    );
  });
}

/** The pieces of a rep goal, a mini-set each time its first part comes round again. */
function miniSets(slot: Slot, set: WorkSet, pieces: readonly WorkPiece[], shown: Shown): PerformedSegment[][] {
  const sets: PerformedSegment[][] = [];
  const sided = isSided(slot);
  for (const piece of pieces) {
    if (piece.side === "right") continue;
    const reps = piece.side === "alternating" ? piece.reps / 2 : piece.reps;
    const segment = { ...plannedSegment(piece.segment, slot, shown), reps, rightReps: sided ? reps : null };
    if (piece.segment === set.segments[0]) sets.push([segment]);
    else lastOf(sets).push(segment);
  }
  return sets;
}

const isSided = (slot: Pick<Slot, "laterality">): boolean => slot.laterality !== "both";

function plannedSegment(segment: Segment, slot: Slot, { loads, settings }: Shown): PerformedSegment {
  const exerciseId = segment.exerciseId ?? slot.exerciseId;
  const shownLoad = loads[segment.id];
  // What was resolved for one exercise says nothing of another that was swapped in.
  const load = shownLoad?.exerciseId === exerciseId ? shownLoad : undefined;
  const { amount } = segment;
  const counted = amount.kind === "reps" || amount.kind === "maxReps" || amount.kind === "toFailure";
  const reps =
    amount.kind === "reps" ? (load?.aimReps ?? amount.reps.high) : counted ? openReps(segment, load, settings) : 0;
  return {
    segmentId: segment.id,
    exerciseId,
    load: load?.weight ?? null,
    sign: load?.sign ?? 1,
    reps,
    rightReps: isSided(slot) && counted ? reps : null,
    seconds: amount.kind === "seconds" || amount.kind === "hold" ? amount.seconds : null,
    metres: amount.kind === "metres" ? amount.metres : null,
  };
}

const openReps = (segment: Segment, load: ShownSession["loads"][string] | undefined, settings: Settings): number =>
  Math.round(
    load?.expectedReps?.[0] ??
      (segment.load.kind === "fromSegment" ? settings.assumed.repsAfterDrop : settings.assumed.repsToFailure),
  );
