/** Ramp sets up to a working load. Handbook section 5; they never count as hard sets. */
import type { Exercise } from "../exercise/exercise";
import type { Ramp } from "../session/grammar";
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

/**
 * The ramp to a working load in kg, rounded to what can be built: clamped to the lightest, repeats and anything not
 * below the working load dropped; a bar-only set first where the first step is above twice the bar.
 */
export function rampTo(
  workingKg: number,
  e1rmKg: number | null,
  loads: readonly BuildableLoad[],
  exercise: Exercise,
  ramp: Exclude<Ramp, { kind: "none" }> = { kind: "auto" },
  policy: RoundingPolicy = "nearest",
): RampSet[] {
  const steps =
    ramp.kind === "steps" ? ramp.steps.map((step) => [step.load, step.reps] as const) : autoSteps(workingKg, e1rmKg);
  const wanted = steps.map(([load, reps]) => ({
    kg: load.kind === "percent" ? (workingKg * load.percent) / 100 : toKg(load.weight),
    reps,
  }));
  const lightest = loads[0];
  if (!lightest) return [];
  const first = wanted[0];
  if (ramp.kind === "auto" && exercise.implement === "barbell" && first && first.kg > 2 * lightest.kg) {
    wanted.unshift({ kg: lightest.kg, reps: first.reps });
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

function autoSteps(workingKg: number, e1rmKg: number | null) {
  const intensity = e1rmKg ? workingKg / e1rmKg : 0.75;
  const table = intensity >= 0.85 ? HEAVY : intensity >= 0.7 ? MEDIUM : LIGHT;
  return table.map(([percent, reps]) => [{ kind: "percent" as const, percent }, reps] as const);
}
