/** What a load rule wants before a gym rounds it; and what is wanted of a lift that nothing is known of. */
import { type Exercise, isBodyweight, type SetupValue } from "../exercise";
import type { Segment, Span } from "../session";
import type { ResolveContext } from "./context";
import { e1rmFactor, populationCurve } from "./e1rm";
import { prescribedFromCurve } from "./effective";
import type { LoadReason } from "./reasons";
import { median } from "./record";

/** What a rule wants before rounding. */
export interface Wanted {
  readonly kg: number | null;
  readonly reasons: readonly LoadReason[];
  readonly exact: boolean;
  readonly assumed: boolean;
  readonly aimReps: number | null;
  /** What a rule asked of which this is a share. */
  readonly nextKg?: number | null;
  /** Never built heavier than it is wanted. */
  readonly lighter?: boolean;
}

/** A figure that was worked out, for one reason. */
export function computed(kg: number | null, reason: LoadReason): Wanted {
  return { kg, reasons: [reason], exact: false, assumed: false, aimReps: null };
}

export const middle = (span: Span): number => (span.low + span.high) / 2;

/** The reps a load must allow for: the upper end of a range; what a set to failure is expected to be has no figure. */
export function topReps(segment: Segment): number {
  return segment.amount.kind === "reps" ? segment.amount.reps.high : 10;
}

/** How far a load found through a related lift may be off, as a share: with one relative, and with more. */
const COLD_BAND = { one: 0.15, more: 0.12 };

type ColdContext = Pick<ResolveContext, "catalogue" | "settings" | "bodyMassKg" | "related"> & {
  readonly setup: readonly SetupValue[];
  /** What the lift's own record is known to be at the least, in curve kg; null: nothing. */
  readonly leastKg: number | null;
};

interface Relative {
  readonly other: Exercise;
  readonly relatedKg: number;
  readonly e1rmKg: number;
}

/**
 * The lifts that tell of one without a record, the nearest first: the same lift in another set-up alone, where there is one; else
 * those of its family, the same implement and the like ratio before others.
 */
function relativesOf(exercise: Exercise, { catalogue, related }: ColdContext): Relative[] {
  const all = related.flatMap(({ exerciseId, e1rmKg }): Relative[] => {
    const other = catalogue.byId.get(exerciseId);
    if (!other || other.family !== exercise.family || !(e1rmKg > 0)) return [];
    return [{ other, relatedKg: e1rmKg, e1rmKg: e1rmKg * (exercise.familyRatio / other.familyRatio) }];
  });
  const same = all.filter(({ other }) => other.id === exercise.id);
  if (same.length > 0) return same;
  const farness = ({ other }: Relative) =>
    (other.implement === exercise.implement ? 0 : 1) + Math.abs(Math.log(exercise.familyRatio / other.familyRatio));
  return all.sort((a, b) => farness(a) - farness(b));
}

/**
 * No estimate of this lift: from the same lift in another set-up or from related ones through the family ratios, at the low end of a
 * wide band; not under what the lift itself has shown at the least. A move of the body for as many reps as it makes is the body
 * alone: no figure asks for help, or for more.
 */
export function coldStart(exercise: Exercise, segment: Segment, context: ColdContext): Wanted {
  const { settings, bodyMassKg, setup, leastKg } = context;
  const relatives = relativesOf(exercise, context);
  const [nearest] = relatives;
  const isOpenBody = isBodyweight(exercise) && segment.amount.kind !== "reps";
  const rir = segment.rir ? middle(segment.rir) : settings.assumed.rir;
  const factor = e1rmFactor(topReps(segment) + rir, populationCurve(settings.e1rmFormula));
  const at = (maxKg: number) => prescribedFromCurve(exercise, maxKg / factor, bodyMassKg, settings, setup);
  const shown = leastKg === null || isOpenBody ? null : at(leastKg);
  const least: Wanted | null =
    shown === null
      ? null
      : { ...computed(shown, { kind: "atLeast", leastKg: leastKg!, wantedKg: shown }), assumed: true };
  if (!nearest || isOpenBody) {
    if (least) return least;
    const body = isBodyweight(exercise) ? 0 : null;
    return { kg: body, reasons: [{ kind: "noRecord" }], exact: false, assumed: true, aimReps: null };
  }
  const fit = median(relatives.map((one) => one.e1rmKg));
  const off = relatives.length > 1 ? COLD_BAND.more : COLD_BAND.one;
  const low = at((1 - off) * fit);
  const high = at((1 + off) * fit);
  if (low === null || high === null) return computed(null, { kind: "noBodyMass" });
  if (least !== null && shown !== null && shown > low) return least;
  const reason: LoadReason = {
    kind: "coldStart",
    fromExerciseId: nearest.other.id,
    relatedKg: nearest.relatedKg,
    bandKg: [low, high],
    wantedKg: low,
  };
  return { kg: low, reasons: [reason], exact: false, assumed: true, aimReps: null };
}
