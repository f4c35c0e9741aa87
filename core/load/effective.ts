/** The load that volume is counted in, and the load a curve is drawn over, from what is prescribed. Handbook section 5. */
import type { Exercise } from "../exercise/exercise";
import type { Settings } from "../settings";

/**
 * A load as prescribed, in kg: total on the bar, per hand, the stack's setting, or what is added to the body (negative:
 * assistance).
 */
export type PrescribedKg = number;

/** What a load moves besides its own figure; bodyweight moves need a body mass, others ignore it. */
export interface EffectiveContext {
  readonly bodyMassKg: number | null;
  readonly pulleyRatio?: number;
}

export function bodyweightFraction(exercise: Exercise, settings: Settings): number | null {
  return settings.bodyweightFractions[exercise.id] ?? exercise.bodyweightFraction;
}

/**
 * Effective load of one rep in kg, both hands together; null when the body mass is needed and missing. Never negative:
 * assistance of more than the body is none at all.
 */
export function effectiveKg(
  exercise: Exercise,
  load: PrescribedKg,
  context: EffectiveContext,
  settings: Settings,
): number | null {
  switch (exercise.implement) {
    case "dumbbells":
      return 2 * load;
    case "stack":
      return load / (context.pulleyRatio ?? 1);
    case "bodyweight":
    case "straps": {
      const fraction = bodyweightFraction(exercise, settings) ?? 1;
      return context.bodyMassKg === null ? null : Math.max(0, fraction * context.bodyMassKg + load);
    }
    default:
      return load;
  }
}

/** What a lift's record is kept in: total on the bar, per hand, stack setting, or body and added load together. */
export function curveKg(
  exercise: Exercise,
  load: PrescribedKg,
  bodyMassKg: number | null,
  settings: Settings,
): number | null {
  if (!isBodyweight(exercise)) return load;
  return effectiveKg(exercise, load, { bodyMassKg }, settings);
}

/** The inverse of `curveKg`: what to prescribe for a figure on the lift's record. */
export function prescribedFromCurve(
  exercise: Exercise,
  kg: number,
  bodyMassKg: number | null,
  settings: Settings,
): number | null {
  if (!isBodyweight(exercise)) return kg;
  const fraction = bodyweightFraction(exercise, settings) ?? 1;
  return bodyMassKg === null ? null : kg - fraction * bodyMassKg;
}

export const isBodyweight = (exercise: Exercise): boolean =>
  exercise.implement === "bodyweight" || exercise.implement === "straps";

/** How a figure of this exercise is said: "on the bar", "each hand". */
export function basisWords(exercise: Exercise): string {
  switch (exercise.implement) {
    case "barbell":
      return "on the bar, bar included";
    case "dumbbells":
      return "each hand";
    case "dumbbell":
    case "kettlebell":
      return "one weight";
    case "stack":
      return "on the stack";
    case "sled":
      return "in plates and sled";
    case "bodyweight":
    case "straps":
      return "beside the body";
    case "band":
      return "of band";
  }
}
