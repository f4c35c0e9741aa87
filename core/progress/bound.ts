/**
 * How far a prescription may rise (docs/handbook.md#rules): what a set asks, the maximum that its load, reps and reserve imply, is no
 * more than a tenth above the best that was made in the four calendar weeks before this one, however many sessions a week has;
 * the smallest step of the gym, where it is more, only if the forecast at it reaches the low end of the range.
 */

import { isBodyweight } from "../exercise";
import { type BuildableLoad, e1rmFactor, NONE_ABOVE_REPS, nextHeavier, repsAtLoad, roundToBuildable } from "../load";
import type { Exposure, LoggedSet } from "../session";
import { addDays, mondayOf } from "../units";
import type { ProgressContext, SetTarget } from "./context";

const WEEKS_LOOKED_BACK = 4;
const USUAL_BODY_KG = 70;

/** The maximum that a set implies, in curve kg; a reserve that nobody gave is the usual one. */
export function impliedKg(curveKg: number, reps: number, rir: number | null, context: ProgressContext): number {
  return curveKg * e1rmFactor(reps + (rir ?? context.settings.assumed.rir), context.curve);
}

/** What a performed set implies; null for one that was not made or whose load is not known. */
export function impliedBySet(set: LoggedSet, context: ProgressContext): number | null {
  const curve = context.toCurveKg(set.loadKg) ?? set.curveKg;
  if (curve === null || set.reps < 1) return null;
  const rir = set.rir ?? set.targetRir;
  return impliedKg(curve, set.reps, rir === null ? null : Math.min(rir, MOST_RESERVE_TOLD), context);
}

/** A reserve above this is a guess, and counts as this. */
const MOST_RESERVE_TOLD = 5;

/** The most that this week may ask, as an implied maximum; null without anything to go by. */
export function weeklyLimitKg(exposures: readonly Exposure[], context: ProgressContext): number | null {
  const monday = mondayOf(context.calendar.date);
  const from = addDays(monday, -7 * WEEKS_LOOKED_BACK);
  const lately = exposures.filter(({ date }) => date >= from && date < monday);
  // A first week is measured by its first day.
  const first = exposures.find(({ date }) => date >= monday);
  const base = lately.length > 0 ? lately : first ? [first] : exposures.slice(-1);
  const made = base.flatMap(({ sets }) => sets.flatMap((set) => impliedBySet(set, context) ?? []));
  return made.length === 0 ? null : Math.max(...made) * (1 + context.settings.weeklyRisePercent / 100);
}

/** The forecast at a load must leave nearly what is asked in reserve for a step to be taken beyond the bound. */
const RESERVE_TO_SPARE = 1;

export type Step =
  | { readonly kind: "up"; readonly kg: number }
  | { readonly kind: "topOfGym" }
  | { readonly kind: "held"; readonly kg: number; readonly percent: number };

/**
 * The load one step up from `fromKg`: the wanted step, or the smallest that can be built; held where the week does not allow it.
 * `target`: the reps and reserve at the new load; `shownKg`: the maximum that every set of the last day showed at the least.
 */
export function stepUp(
  fromKg: number,
  wantedStepKg: number,
  target: SetTarget,
  { limitKg, shownKg }: { readonly limitKg: number | null; readonly shownKg: number },
  context: ProgressContext,
): Step {
  const smallest = nextHeavier(context.loads, fromKg);
  if (!smallest) return { kind: "topOfGym" };
  const nearest = roundToBuildable(context.loads, fromKg + wantedStepKg, "nearest");
  for (const one of [nearest, smallest])
    if (one && one.kg >= smallest.kg && isAllowed(fromKg, one, target, limitKg, context))
      return { kind: "up", kg: one.kg };
  if (isSmallStepMade(fromKg, smallest.kg, target, { shownKg, context })) return { kind: "up", kg: smallest.kg };
  const percent = risePercent(fromKg, smallest.kg, context);
  return { kind: "held", kg: smallest.kg, percent };
}

/** Whether a step that is more than the week allows may be taken: it is the smallest, and the forecast reaches the target at it. */
export function isSmallStepMade(
  fromKg: number,
  toKg: number,
  target: SetTarget,
  { shownKg, context }: { readonly shownKg: number; readonly context: ProgressContext },
): boolean {
  if (risePercent(fromKg, toKg, context) <= context.settings.weeklyRisePercent) return false;
  const reached = expectedReps(toKg, context, shownKg);
  return reached !== null && reached >= target.low + spare(target);
}

const spare = ({ rir }: SetTarget): number => Math.max(0, (rir ?? 0) - RESERVE_TO_SPARE);

function isAllowed(
  fromKg: number,
  { kg }: BuildableLoad,
  target: SetTarget,
  limitKg: number | null,
  context: ProgressContext,
): boolean {
  if (risePercent(fromKg, kg, context) > context.settings.weeklyRisePercent + 1e-9) return false;
  const curve = context.toCurveKg(kg);
  if (curve === null || limitKg === null) return true;
  return impliedKg(curve, target.low, target.rir, context) <= limitKg + 1e-9;
}

/** How much more a load is than another, in percent of body and load together. */
export function risePercent(fromKg: number, toKg: number, { exercise, toCurveKg }: ProgressContext): number {
  const [from, to] = [toCurveKg(fromKg), toCurveKg(toKg)];
  // Of a move of the body a step is a share of body and load: without a body mass, of a usual one.
  if (from === null || to === null)
    return isBodyweight(exercise)
      ? (100 * (toKg - fromKg)) / Math.max(USUAL_BODY_KG + fromKg, 1)
      : 100 * (toKg / Math.max(fromKg, 0.001) - 1);
  return 100 * (to / Math.max(from, 0.001) - 1);
}

/** Reps at a load: by the lift's record, or by what was just shown where that is more. */
export function expectedReps(loadKg: number, context: ProgressContext, shownKg = 0): number | null {
  const curve = context.toCurveKg(loadKg);
  const kg = Math.max(context.e1rmKg ?? 0, shownKg);
  if (kg === 0 || curve === null) return null;
  return Math.floor(repsAtLoad(kg, curve, context.curve) + 0.25);
}

/**
 * The reps at `fromKg` that, made, let the step to `toKg` be taken: the fewest of which the maximum that they imply reaches the
 * target at the new load. Null where that is beyond what reps can tell.
 */
export function repsForStep(fromKg: number, toKg: number, target: SetTarget, context: ProgressContext): number | null {
  const [from, to] = [context.toCurveKg(fromKg), context.toCurveKg(toKg)];
  if (from === null || to === null || from <= 0) return null;
  const rir = target.rir ?? context.settings.assumed.rir;
  for (let reps = target.high + 1; reps + rir <= NONE_ABOVE_REPS; reps++) {
    const reached = repsAtLoad(impliedKg(from, reps, target.rir, context), to, context.curve);
    if (Math.floor(reached + 0.25) >= target.low + spare(target)) return reps;
  }
  return null;
}
