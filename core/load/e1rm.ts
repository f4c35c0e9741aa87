/**
 * Estimated one-repetition maximum and its inverse. Handbook section 5.
 *
 * Every formula is a factor f(r) with e1RM = load × f(effective reps), f increasing in r; effective reps are
 * reps + reps in reserve. One rep at RIR 0 is the load itself, whatever the formula.
 */

export type E1rmFormula =
  | "epleyBrzyckiMean"
  | "epley"
  | "brzycki"
  | "lombardi"
  | "oconner"
  | "mayhew"
  | "wathan"
  | "lander";

export const E1RM_FORMULAS: Readonly<Record<E1rmFormula, string>> = {
  epleyBrzyckiMean: "mean of the linear and the hyperbolic",
  epley: "linear, w(1 + r/30)",
  brzycki: "hyperbolic, 36w/(37 − r)",
  lombardi: "power, w·r^0.1",
  oconner: "linear, w(1 + 0.025r)",
  mayhew: "exponential, 100w/(52.2 + 41.9e^(−0.055r))",
  wathan: "exponential, 100w/(48.8 + 53.8e^(−0.075r))",
  lander: "hyperbolic, 100w/(101.3 − 2.67123r)",
};

/** Above these an estimate is weak, sets no record, or is not given. Keeps clear of the formulas' poles too. */
export const WEAK_ABOVE_REPS = 10;
export const WEAK_ABOVE_RIR = 4;
export const NO_RECORD_ABOVE_REPS = 12;
export const NONE_ABOVE_REPS = 20;

/** f(r): e1RM as a multiple of the load lifted for r effective reps; exactly 1 at r ≤ 1. */
export function e1rmFactor(effectiveReps: number, formula: E1rmFormula): number {
  const r = Math.min(effectiveReps, 36);
  if (r <= 1) return 1;
  return Math.max(1, rawFactor(r, formula));
}

function rawFactor(r: number, formula: E1rmFormula): number {
  switch (formula) {
    case "epleyBrzyckiMean":
      return (rawFactor(r, "epley") + rawFactor(r, "brzycki")) / 2;
    case "epley":
      return 1 + r / 30;
    case "brzycki":
      return 36 / (37 - r);
    case "lombardi":
      return r ** 0.1;
    case "oconner":
      return 1 + 0.025 * r;
    case "mayhew":
      return 100 / (52.2 + 41.9 * Math.exp(-0.055 * r));
    case "wathan":
      return 100 / (48.8 + 53.8 * Math.exp(-0.075 * r));
    case "lander":
      return 100 / (101.3 - 2.67123 * r);
  }
}

export interface E1rmEstimate {
  readonly kg: number;
  readonly effectiveReps: number;
  readonly quality: "good" | "weak";
  readonly setsRecord: boolean;
}

/** The estimate from one set, or null where none is given (no load, no reps, more than 20 effective reps). */
export function estimateE1rm(loadKg: number, reps: number, rir: number, formula: E1rmFormula): E1rmEstimate | null {
  const effectiveReps = reps + rir;
  if (!(loadKg > 0) || !(reps >= 1) || !(rir >= 0) || effectiveReps > NONE_ABOVE_REPS) return null;
  const weak = effectiveReps > WEAK_ABOVE_REPS || rir > WEAK_ABOVE_RIR;
  return {
    kg: loadKg * e1rmFactor(effectiveReps, formula),
    effectiveReps,
    quality: weak ? "weak" : "good",
    setsRecord: effectiveReps <= NO_RECORD_ABOVE_REPS && rir <= WEAK_ABOVE_RIR,
  };
}

/** The load, in kg, that can be lifted for so many effective reps. */
export function loadForReps(e1rmKg: number, effectiveReps: number, formula: E1rmFormula): number {
  return e1rmKg / e1rmFactor(effectiveReps, formula);
}

/** Effective reps possible at a load: 0 above the maximum, at most 36. The inverse of `loadForReps`, by bisection. */
export function repsAtLoad(e1rmKg: number, loadKg: number, formula: E1rmFormula): number {
  if (!(loadKg > 0)) return 36;
  const goal = e1rmKg / loadKg;
  if (goal < 1) return Math.max(0, 1 - (1 - goal) * 20);
  let low = 1;
  let high = 36;
  if (e1rmFactor(high, formula) <= goal) return high;
  for (let i = 0; i < 40; i++) {
    const middle = (low + high) / 2;
    if (e1rmFactor(middle, formula) < goal) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
