/** Ramp sets up to a working load. docs/handbook.md#ramp; they never count as hard sets. */
import type { Exercise } from "../exercise";
import type { Ramp } from "../session";
import { toKg } from "../units";
import { type BuildableLoad, type RoundingPolicy, roundToBuildable } from "./equipment";

export interface RampSet {
  readonly load: BuildableLoad;
  readonly reps: number;
}

const HEAVY = [
  [40, 8],
  [60, 5],
  [75, 3],
  [88, 1],
] as const;
const MEDIUM = [
  [45, 8],
  [65, 5],
  [82, 3],
] as const;
const LIGHT = [
  [55, 8],
  [78, 4],
] as const;

/** A lift's first exercise for its muscles has the full ramp; a second one a single set; isolation after compound none. */
export type RampKind = "full" | "short" | "none";

/** One set at 70 %. */
const SHORT = [[70, 5]] as const;

interface RampQuestion {
  readonly workingKg: number;
  /** Working load as a share of e1RM; null where there is none: the middle table is used. */
  readonly intensity: number | null;
  readonly loads: readonly BuildableLoad[];
  readonly exercise: Exercise;
  readonly ramp: Exclude<Ramp, { kind: "none" }>;
  readonly kind: RampKind;
  readonly policy: RoundingPolicy;
  /** A share of the working load as a prescribed figure; for bodyweight lifts the body counts in the share. */
  readonly shareOf: (share: number) => number;
}

/**
 * The ramp to a working load in kg, rounded to what can be built: clamped to the lightest, repeats and anything not
 * below the working load dropped; a bar-only set first where 40 % of it is above twice the bar. A coach's own steps are kept
 * whatever came before.
 */
export function rampTo(question: RampQuestion): RampSet[] {
  const { workingKg, loads, exercise, ramp, kind, policy, shareOf } = question;
  const steps = ramp.kind === "steps" ? ramp.steps.map((step) => [step.load, step.reps] as const) : autoSteps(question);
  const wanted = steps.map(([load, reps]) => ({
    kg: load.kind === "percent" ? shareOf(load.percent / 100) : toKg(load.weight),
    reps,
  }));
  const lightest = loads[0];
  if (!lightest) return [];
  const first = wanted[0];
  if (ramp.kind === "auto" && kind === "full" && exercise.implement === "barbell" && first) {
    if (0.4 * workingKg > 2 * lightest.kg) wanted.unshift({ kg: lightest.kg, reps: first.reps });
  }
  const sets: RampSet[] = [];
  for (const step of wanted) {
    const load = roundToBuildable(loads, Math.max(step.kg, lightest.kg), policy);
    if (!load || load.kg >= workingKg - 0.002 || load.kg <= (sets.at(-1)?.load.kg ?? Number.NEGATIVE_INFINITY) + 0.002)
      continue;
    sets.push({ load, reps: step.reps });
  }
  return sets;
}

function autoSteps({ intensity, kind }: RampQuestion) {
  if (kind === "none") return [];
  const known = intensity ?? 0.75;
  const table = kind === "short" ? SHORT : known >= 0.85 ? HEAVY : known >= 0.7 ? MEDIUM : LIGHT;
  return table.map(([percent, reps]) => [{ kind: "percent" as const, percent }, reps] as const);
}
