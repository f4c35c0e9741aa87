/**
 * Estimated one-repetition maximum and its inverse. docs/handbook.md#e1rm.
 *
 * Every formula is a factor f(r) with e1RM = load × f(effective reps), f increasing in r; effective reps are
 * reps + reps in reserve. One rep at RIR 0 is the load itself, whatever the formula.
 */
import type { E1rmFormula } from "../settings";

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
const WEAK_ABOVE_REPS = 10;
const WEAK_ABOVE_RIR = 4;
const NO_RECORD_ABOVE_REPS = 12;
export const NONE_ABOVE_REPS = 20;

/**
 * Reps at a share of the maximum. `shape` bends the formula for one person: e1RM = load × (1 + shape × (f(r) − 1)). Below 1
 * they get more reps at a share than the formula says, above 1 fewer; 1 is the formula itself.
 */
export interface RepCurve {
  readonly formula: E1rmFormula;
  readonly shape: number;
}

const POPULATION = new Map<E1rmFormula, RepCurve>();

/** The formula as it stands, for everyone. The same object for the same formula. */
export function populationCurve(formula: E1rmFormula): RepCurve {
  const known = POPULATION.get(formula) ?? { formula, shape: 1 };
  POPULATION.set(formula, known);
  return known;
}

/** e1RM as a multiple of the load lifted for r effective reps; exactly 1 at r ≤ 1, never decreasing in r. */
export function e1rmFactor(effectiveReps: number, curve: RepCurve): number {
  const r = Math.min(effectiveReps, MOST_REPS);
  if (r <= 1) return 1;
  return 1 + curve.shape * (Math.max(1, rawFactor(r, curve.formula)) - 1);
}

/** The curve is not read past this many reps: the hyperbolic formulas have a pole at 37. */
export const MOST_REPS = 36;

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
export function estimateE1rm(loadKg: number, reps: number, rir: number, curve: RepCurve): E1rmEstimate | null {
  const effectiveReps = reps + rir;
  if (!(loadKg > 0) || !(reps >= 1) || !(rir >= 0) || effectiveReps > NONE_ABOVE_REPS) return null;
  const weak = effectiveReps > WEAK_ABOVE_REPS || rir > WEAK_ABOVE_RIR;
  return {
    kg: loadKg * e1rmFactor(effectiveReps, curve),
    effectiveReps,
    quality: weak ? "weak" : "good",
    setsRecord: effectiveReps <= NO_RECORD_ABOVE_REPS && rir <= WEAK_ABOVE_RIR,
  };
}

/** The load, in kg, that can be lifted for so many effective reps. */
export function loadForReps(e1rmKg: number, effectiveReps: number, curve: RepCurve): number {
  return e1rmKg / e1rmFactor(effectiveReps, curve);
}

/** How much of the maximum must be missing before not even one rep is left; between, the last rep fades linearly. */
const LAST_REP_SHARE = 0.05;

/**
 * Effective reps possible at a load when the maximum is `e1rmKg`: 0 at 5 % above the maximum and beyond, 1 at the maximum,
 * at most 36. The inverse of `loadForReps`, in closed form.
 */
export function repsAtLoad(e1rmKg: number, loadKg: number, curve: RepCurve): number {
  if (!(loadKg > 0)) return MOST_REPS;
  const goal = e1rmKg / loadKg;
  if (!(goal >= 1)) return Math.max(0, 1 - (1 - goal) / LAST_REP_SHARE) || 0;
  const reps = inverseFactor(1 + (goal - 1) / curve.shape, curve.formula);
  return Math.min(MOST_REPS, Math.max(1, reps));
}

/** What is left of the maximum, as a multiple of the load, when so many reps are left in hand; the inverse of `repsAtLoad`. */
export function factorWithRepsLeft(repsLeft: number, curve: RepCurve): number {
  return repsLeft >= 1 ? e1rmFactor(repsLeft, curve) : 1 - (1 - Math.max(0, repsLeft)) * LAST_REP_SHARE;
}

/** r with rawFactor(r) = factor, for factors above 1; may lie outside what the curve is read for. */
function inverseFactor(factor: number, formula: E1rmFormula): number {
  switch (formula) {
    case "epleyBrzyckiMean": {
      // r/30 + 36/(37 − r) = 2·factor − 1, a quadratic in r; the smaller root is the one below the pole.
      const h = 2 * factor - 1;
      const b = 37 + 30 * h;
      return (b - Math.sqrt(Math.max(0, b * b - 4 * (1110 * h - 1080)))) / 2;
    }
    case "epley":
      return 30 * (factor - 1);
    case "brzycki":
      return 37 - 36 / factor;
    case "lombardi":
      return factor ** 10;
    case "oconner":
      return (factor - 1) / 0.025;
    case "mayhew":
      return exponentialReps((100 / factor - 52.2) / 41.9, 0.055);
    case "wathan":
      return exponentialReps((100 / factor - 48.8) / 53.8, 0.075);
    case "lander":
      return (101.3 - 100 / factor) / 2.67123;
  }
}

const exponentialReps = (rest: number, rate: number): number => (rest > 0 ? -Math.log(rest) / rate : MOST_REPS);
