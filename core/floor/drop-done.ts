/** A drop that nobody planned: what was done straight on after a set, at a lighter load. */

import { lastOf } from "../lists";
import type { BuildableLoad } from "../load";
import { LIMITS } from "../session";
import type { PerformedSegment, PerformedSet } from "./events";
import { signedKg } from "./performed";

/** After ten to failure a fifth less at once gives about five to seven (docs/handbook.md#forecast). */
const LOAD_SHARE = 0.8;
const REPS_SHARE = 0.6;

/**
 * The set with one part more, a fifth lighter or the next load below that can be built (of a move with the body: the body alone,
 * then with help), and with the reps that are usual then: figures to put right. Null where no reps are counted, nothing lighter can be built, or the set has as many parts as one may.
 */
export function withDropDone(set: PerformedSet, loads: readonly BuildableLoad[]): PerformedSet | null {
  const last = set.segments.at(-1);
  if (!last || last.seconds !== null || last.metres !== null || set.segments.length >= LIMITS.segments) return null;
  const kg = signedKg(last);
  const below = (most: number) => loads.findLast((load) => load.kg <= most + 0.002 && load.kg < kg - 0.002);
  // What hangs at the body is taken off; the body alone is helped.
  const body = kg > 0 ? loads.find((load) => load.kg === 0) : undefined;
  const lighter = body ?? (kg > 0 ? below(kg * LOAD_SHARE) : undefined) ?? below(kg);
  if (!lighter) return null;
  const fewer = (reps: number) => Math.max(1, Math.round(reps * REPS_SHARE));
  const drop: PerformedSegment = {
    ...last,
    segmentId: null,
    load: lighter.kg === 0 ? null : lighter.weight,
    sign: lighter.kg < 0 ? -1 : 1,
    reps: fewer(last.reps),
    rightReps: last.rightReps === null ? null : fewer(last.rightReps),
  };
  // What was left is said of the last part.
  return { ...set, rir: null, segments: [...set.segments, drop] };
}

/** Whether the last part of a set is a drop that nobody planned. */
export const hasDropDone = ({ segments }: PerformedSet): boolean =>
  segments.length > 1 && lastOf(segments).segmentId === null;

/** The set without its last part. */
export const withoutLastPart = (set: PerformedSet): PerformedSet => ({ ...set, segments: set.segments.slice(0, -1) });
