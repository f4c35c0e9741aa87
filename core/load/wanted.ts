/** What a load rule wants before a gym rounds it; and what is wanted of a lift that nothing is known of. */
import { type Exercise, isBodyweight } from "../exercise";
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

type ColdContext = Pick<ResolveContext, "catalogue" | "settings" | "bodyMassKg" | "related">;

/**
 * No record of this lift: from related ones through the family ratios, at the low end of a wide band. A move of the body for as
 * many reps as it makes is the body alone: no figure asks for help, or for more.
 */
export function coldStart(exercise: Exercise, segment: Segment, context: ColdContext): Wanted {
  const { catalogue, settings, bodyMassKg, related } = context;
  const relatives = related.flatMap(({ exerciseId, e1rmKg }) => {
    const other = catalogue.byId.get(exerciseId);
    if (!other || other.family !== exercise.family || other.id === exercise.id) return [];
    return [{ other, relatedKg: e1rmKg, e1rmKg: e1rmKg * (exercise.familyRatio / other.familyRatio) }];
  });
  const [nearest] = relatives;
  const isOpenBody = isBodyweight(exercise) && segment.amount.kind !== "reps";
  if (!nearest || isOpenBody) {
    const body = isBodyweight(exercise) ? 0 : null;
    return { kg: body, reasons: [{ kind: "noRecord" }], exact: false, assumed: true, aimReps: null };
  }
  const rir = segment.rir ? middle(segment.rir) : settings.assumed.rir;
  const fit = median(relatives.map((one) => one.e1rmKg));
  const off = relatives.length > 1 ? COLD_BAND.more : COLD_BAND.one;
  const factor = e1rmFactor(topReps(segment) + rir, populationCurve(settings.e1rmFormula));
  const at = (maxKg: number) =>
    prescribedFromCurve(exercise, maxKg / factor, bodyMassKg, settings, segment.setup ?? []);
  const low = at((1 - off) * fit);
  const high = at((1 + off) * fit);
  if (low === null || high === null) return computed(null, { kind: "noBodyMass" });
  const reason: LoadReason = {
    kind: "coldStart",
    fromExerciseId: nearest.other.id,
    relatedKg: nearest.relatedKg,
    bandKg: [low, high],
    wantedKg: low,
  };
  return { kg: low, reasons: [reason], exact: false, assumed: true, aimReps: null };
}
