/** Ramp sets up to a working load. docs/handbook.md#ramp; they never count as hard sets. */
import type { Exercise } from "../exercise";
import type { Ramp } from "../session";
import { SAME_WEIGHT_KG, toKg } from "../units";
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
  // A bar that is pulled from the floor is never the bar alone.
  const isBare = platesOf(lightest)?.length === 0;
  if (ramp.kind === "auto" && kind === "full" && exercise.implement === "barbell" && isBare && first) {
    if (0.4 * workingKg > 2 * lightest.kg) wanted.unshift({ kg: lightest.kg, reps: first.reps });
  }
  const sets: RampSet[] = [];
  for (const step of wanted) {
    const wantedKg = Math.max(step.kg, lightest.kg);
    const exact = roundToBuildable(loads, wantedKg, policy);
    const near = { wantedKg, withinKg: NEAR_SHARE * workingKg, before: sets.at(-1)?.load ?? null, policy };
    const load = ramp.kind === "auto" && exact && platesOf(exact) ? easiest(loads, near, exact) : exact;
    if (!load || load.kg >= workingKg - 0.002 || load.kg <= (sets.at(-1)?.load.kg ?? Number.NEGATIVE_INFINITY) + 0.002)
      continue;
    sets.push({ load, reps: step.reps });
  }
  return sets;
}

/** A ramp load is not exact: this share of the working load to either side of it will do. */
const NEAR_SHARE = 0.05;
/** Lighter plates than this (ten pounds is not) are not put on for a warm-up where it goes without. */
const LIGHT_PLATE_KG = 4.5;
const platesOf = ({ build }: BuildableLoad): readonly number[] | null =>
  build.kind === "bar" || build.kind === "sled" ? build.perSide.map((plate) => toKg(plate)) : null;

/** What the bar or sled weighs without its plates. */
const emptyKg = (load: BuildableLoad): number =>
  load.kg - 2 * (platesOf(load) ?? []).reduce((sum, plate) => sum + plate, 0);

/**
 * How many plates go on each side to come to a load from the one before by adding alone, light ones counted twice: as many as make
 * the difference on the empty bar.
 */
function handling(load: BuildableLoad, before: BuildableLoad | null, loads: readonly BuildableLoad[]): number {
  const empty = emptyKg(load);
  const addedKg = load.kg - (before?.kg ?? empty);
  const added = loads.find(({ kg }) => Math.abs(kg - empty - addedKg) < SAME_WEIGHT_KG);
  const plates = added && platesOf(added);
  if (!plates) return Number.POSITIVE_INFINITY;
  return plates.length + plates.filter((kg) => kg < LIGHT_PLATE_KG).length;
}

/** Of the loads near enough the one with the least handling, then the nearest. */
function easiest(
  loads: readonly BuildableLoad[],
  {
    wantedKg,
    withinKg,
    before,
    policy,
  }: {
    readonly wantedKg: number;
    readonly withinKg: number;
    readonly before: BuildableLoad | null;
    readonly policy: RoundingPolicy;
  },
  exact: BuildableLoad,
): BuildableLoad {
  const most = policy === "neverHarder" ? Math.max(wantedKg, exact.kg) : wantedKg + withinKg;
  const near = loads.filter(({ kg }) => kg >= wantedKg - withinKg - 1e-6 && kg <= most + 1e-6);
  const cost = (load: BuildableLoad) => handling(load, before, loads);
  return near.reduce(
    (best, load) =>
      cost(load) < cost(best) ||
      (cost(load) === cost(best) && Math.abs(load.kg - wantedKg) < Math.abs(best.kg - wantedKg))
        ? load
        : best,
    exact,
  );
}

function autoSteps({ intensity, kind }: RampQuestion) {
  if (kind === "none") return [];
  const known = intensity ?? 0.75;
  const table = kind === "short" ? SHORT : known >= 0.85 ? HEAVY : known >= 0.7 ? MEDIUM : LIGHT;
  return table.map(([percent, reps]) => [{ kind: "percent" as const, percent }, reps] as const);
}
