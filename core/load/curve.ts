/**
 * A client's own reps-at-percent curve for one lift, and what they can lift now, with bands. docs/handbook.md#rep-curve.
 *
 * Estimator. One observation a day: ln load = ln M(t) − ln f(r; shape) + noise, where M is the maximum of that time, r the
 * effective reps and f the selected formula bent by the client's shape (`RepCurve`). ln M grows by a drift a week that itself
 * walks slowly, and walks a little besides; ln shape is one unknown figure with the population's spread as its prior (this is
 * the shrinkage). For each value of the shape on a fixed grid a Kalman filter over ln M and drift is exact; the grid's weights are the prior times each filter's
 * likelihood. The answer is the mixture: no linearisation, no random numbers, cost = days × grid.
 *
 * What a set is worth: its noise is the day's form, and the error in the reps in reserve as said, carried to kilograms by the
 * curve's slope; sets far from failure and of many reps say less. Sets that cannot be right (a mistyped load) are flagged and
 * left out; two running that agree with each other are believed as a change.
 */

import { entryAt } from "../lists";
import type { E1rmFormula } from "../settings";
import {
  CurveFilter,
  type CurveObservation,
  type CurvePart,
  EIGHTY_PERCENT,
  type FittedCurve,
  type FlaggedObservation,
  lnFactor,
} from "./curve-filter";
import { e1rmFactor } from "./e1rm";

/** No implement of a person's record holds more; heavier figures are mistyped. */
export const IMPLAUSIBLE_KG = 600;

/** Null without an observation that can be believed. Observations oldest first; at most one a day is wanted. */
export function fitCurve(observations: readonly CurveObservation[], formula: E1rmFormula): FittedCurve | null {
  const flagged: FlaggedObservation[] = [];
  const usable = observations.filter((one) => {
    const right = one.kg > 0 && one.kg <= IMPLAUSIBLE_KG && one.reps >= 1 && one.rir >= 0;
    if (!right && one.kg > 0) flagged.push({ ...one, expectedKg: null });
    return right;
  });
  const filter = filterThrough(usable, formula);
  const summary = filter.summary();
  if (!summary) return null;
  flagged.push(...filter.flagged);
  let parts: readonly CurvePart[] | null = null;
  return {
    ...summary,
    days: filter.days,
    flagged,
    // Asked for by few, and long.
    get posterior() {
      parts ??= filter.posterior();
      return parts;
    },
  };
}

/** A filter after some observations, and those that came next after it; as long as they are anybody's. */
interface FilterNode {
  readonly filter: CurveFilter;
  readonly next: WeakMap<CurveObservation, FilterNode>;
}

const beginnings = new Map<E1rmFormula, WeakMap<CurveObservation, FilterNode>>();

/**
 * The filter through all observations. A log that goes on from one that was fitted before (the same observations, one more) goes
 * on from its filter: what is to be had of the past is the same, unless one of its days turns out to be a typing error, or
 * none, by the middle of all days.
 */
function filterThrough(observations: readonly CurveObservation[], formula: E1rmFormula): CurveFilter {
  const middle = middleOf(observations, formula);
  const beginning = beginnings.get(formula) ?? new WeakMap<CurveObservation, FilterNode>();
  beginnings.set(formula, beginning);
  let known: WeakMap<CurveObservation, FilterNode> = beginning;
  let filter = new CurveFilter(formula, middle);
  let isShared = true;
  for (const observation of observations) {
    const node: FilterNode | undefined = isShared ? known.get(observation) : undefined;
    if (node?.filter.holdsFor(middle)) {
      filter = node.filter;
      known = node.next;
      continue;
    }
    // What is kept is nobody's to change.
    filter = filter.copy(middle);
    filter.take(observation);
    isShared = isShared && filter.holdsFor(middle);
    if (!isShared) continue;
    const kept: FilterNode = { filter, next: new WeakMap() };
    known.set(observation, kept);
    known = kept.next;
  }
  return filter;
}

/** The middle of the days' ln maxima by the population curve; with two that disagree the earlier one. */
function middleOf(observations: readonly CurveObservation[], formula: E1rmFormula): number {
  const all = observations.map((one) => Math.log(one.kg) + lnFactor(one.reps + one.rir, formula, 0));
  if (all.length < 3) return all[0] ?? 0;
  const sorted = all.sort((a, b) => a - b);
  return entryAt(sorted, Math.floor((sorted.length - 1) / 2));
}

function moments(
  posterior: readonly CurvePart[],
  value: (part: CurvePart, place: number) => number,
  variance: (part: CurvePart) => number,
): { mean: number; sd: number } {
  let mean = 0;
  posterior.forEach((part, place) => {
    mean += part.weight * value(part, place);
  });
  let spread = 0;
  posterior.forEach((part, place) => {
    spread += part.weight * (variance(part) + (value(part, place) - mean) ** 2);
  });
  return { mean, sd: Math.sqrt(spread) };
}

/**
 * The load for so many effective reps with its 80 % band, in curve kg. Narrow near the reps the client trains with, wide away
 * from them: a lifter of eights has an uncertain maximum but a certain eight.
 */
export function loadBand(fitted: FittedCurve, effectiveReps: number): { kg: number; low: number; high: number } {
  const at = (part: CurvePart) => part.lnMax - lnFactor(effectiveReps, fitted.curve.formula, part.lnShape);
  const { mean, sd } = moments(fitted.posterior, at, (part) => part.variance);
  const half = EIGHTY_PERCENT * sd;
  return {
    kg: fitted.e1rmKg / e1rmFactor(effectiveReps, fitted.curve),
    low: Math.exp(mean - half),
    high: Math.exp(mean + half),
  };
}

/** The standard deviation of ln load at so many effective reps: what a forecast needs of the curve's doubt. */
export function loadDoubt(fitted: FittedCurve, effectiveReps: number): number {
  const at = (part: CurvePart) => part.lnMax - lnFactor(effectiveReps, fitted.curve.formula, part.lnShape);
  return moments(fitted.posterior, at, (part) => part.variance).sd;
}
