/** A lifter's maximum and the shape of their curve, followed from day to day: a filter for each of a grid of shapes. */
import { entryAt } from "../lists";
import type { E1rmFormula } from "../settings";
import { daysBetween, round } from "../units";
import { e1rmFactor, populationCurve, type RepCurve, repsAtLoad } from "./e1rm";

/**
 * A set near failure, a tested maximum (one rep at RIR 0), or a strength as somebody remembers it. Loads in curve kg.
 */
export interface CurveObservation {
  readonly date: string;
  readonly id: string;
  readonly kg: number;
  readonly reps: number;
  readonly rir: number;
  readonly source: "logged" | "tested" | "stated";
}

export interface FlaggedObservation extends CurveObservation {
  /** What the client's curve says could have been lifted for those reps that day; null before there is one. */
  readonly expectedKg: number | null;
}

export interface CurvePart {
  readonly lnShape: number;
  readonly weight: number;
  readonly lnMax: number;
  readonly variance: number;
}

export interface FittedCurve {
  /** The curve to use: the client's own where the data speak about its shape, else the population's. */
  readonly curve: RepCurve;
  readonly isOwn: boolean;
  readonly e1rmKg: number;
  /** 80 % band of the present maximum. */
  readonly bandKg: readonly [number, number];
  readonly days: number;
  readonly flagged: readonly FlaggedObservation[];
  /** The mixture: for each value of ln shape its weight, and mean and variance of ln M. */
  readonly posterior: readonly CurvePart[];
}

/** Spread of ln shape between people: a standard deviation of a fifth of the reps at a given percent. */
export const SHAPE_SPREAD = 0.22;

/** Below this share of the prior spread the client's data are taken to speak about the shape. */
const OWN_BELOW = 0.75;

/** Standard deviations a week: of ln M beside its drift, and of the drift; and what the drift is thought to be at first. */
const WALK_PER_WEEK = 0.007;

const DRIFT_WALK_PER_WEEK = 0.0008;

const FIRST_DRIFT = { mean: 0.004, sd: 0.006 };

/** Weeks between two days beyond this are not extrapolated: the maximum is not taken to have drifted further. */
const MOST_WEEKS_OFF = 8;

const DAY_FORM = 0.02;

const TESTED_FORM = 0.012;

/** Judgement: strengths as people remember them are a tenth off, to either side. */
const STATED_ERROR = 0.1;

/** Further than this (a factor of 1.4) from the middle of all days is a typing error, not a day. */
const GROSS = Math.log(1.4);

const GATE_SD = 3.5;

const GATE_LEAST = Math.log(1.1);

export const EIGHTY_PERCENT = 1.2816;

/** Where everybody's shape stands in the grid. */
const PLAIN = 17;

const GRID = Array.from({ length: 2 * PLAIN + 1 }, (_, i) => (i - PLAIN) * 0.04);

/**
 * Standard deviation of the effective reps as said: more when far from failure, and in long sets. How far that was is judged by
 * what was said or, where that is more, by what was to be expected: else bad days and reserves said too small, which look sure,
 * would weigh more than good days.
 */
function repError({ reps, rir }: CurveObservation, expected = 0): number {
  const left = Math.max(rir, expected - reps);
  return 0.35 + 0.22 * left + Math.max(0, reps + left - 10) * 0.15;
}

/** How much ln load falls with one more rep. */
const slopeOf = (reps: number, curve: RepCurve): number =>
  Math.log(e1rmFactor(reps + 0.5, curve) / e1rmFactor(Math.max(0.5, reps - 0.5), curve));

/** Standard deviation of ln load for an observation, from the day's form and the error of the reps said. */
function noiseOf(observation: CurveObservation, formula: E1rmFormula, lnShape: number): number {
  if (observation.source === "tested") return TESTED_FORM;
  if (observation.source === "stated") return STATED_ERROR;
  const reps = observation.reps + observation.rir;
  const slope = slopeOf(reps, { formula, shape: Math.exp(lnShape) });
  return Math.hypot(DAY_FORM, slope * repError(observation));
}

export const lnFactor = (reps: number, formula: E1rmFormula, lnShape: number): number =>
  Math.log(e1rmFactor(reps, { formula, shape: Math.exp(lnShape) }));

const factorsByReps = new Map<E1rmFormula, Map<number, Float64Array>>();

const MOST_KEPT = 400;

/** `lnFactor` on each shape of the grid: people do few different numbers of reps, and each is asked for again and again. */
function gridFactors(reps: number, formula: E1rmFormula): Float64Array {
  let byReps = factorsByReps.get(formula);
  if (!byReps || byReps.size > MOST_KEPT) {
    byReps = new Map();
    factorsByReps.set(formula, byReps);
  }
  let factors = byReps.get(reps);
  if (!factors) {
    factors = Float64Array.from(GRID, (lnShape) => lnFactor(reps, formula, lnShape));
    byReps.set(reps, factors);
  }
  return factors;
}

const curvesOfGrid = new Map<E1rmFormula, readonly RepCurve[]>();

/** A curve for each value of the shape. */
function gridCurves(formula: E1rmFormula): readonly RepCurve[] {
  const known = curvesOfGrid.get(formula) ?? GRID.map((lnShape) => ({ formula, shape: Math.exp(lnShape) }));
  curvesOfGrid.set(formula, known);
  return known;
}

/** Where a filter's figures of each value of the shape begin in its array: ln M, its drift a week, their (co)variances, ln weight. */
const LN_MAX = 0;

const DRIFT = GRID.length;

const VARIANCE = 2 * GRID.length;

const COVARIANCE = 3 * GRID.length;

const DRIFT_VARIANCE = 4 * GRID.length;

const LN_WEIGHT = 5 * GRID.length;

export class CurveFilter {
  flagged: FlaggedObservation[] = [];
  days = 0;
  /** The least and the most that the days show, as ln maxima by everyone's curve. */
  private least = Infinity;
  private most = -Infinity;
  /** One array of numbers, since a change in a plan's weeks goes through hundreds of filters. */
  private tracks: Float64Array | null = null;
  private lastDate = "";
  /** The last flagged observation, kept in case the next one bears it out. */
  private doubted: { observation: CurveObservation; off: number } | null = null;

  constructor(
    private readonly formula: E1rmFormula,
    private readonly middle: number,
  ) {}

  /** Whether it would be the same with another middle of all days: none of its days is beyond sense by it. */
  holdsFor(middle: number): boolean {
    return this.most - middle <= GROSS && middle - this.least <= GROSS;
  }

  /** One to go on with, by another middle. */
  copy(middle: number): CurveFilter {
    const other = new CurveFilter(this.formula, middle);
    other.flagged = [...this.flagged];
    other.days = this.days;
    other.least = this.least;
    other.most = this.most;
    other.tracks = this.tracks?.slice() ?? null;
    other.lastDate = this.lastDate;
    other.doubted = this.doubted;
    return other;
  }

  take(observation: CurveObservation): void {
    const y = Math.log(observation.kg);
    const reps = observation.reps + observation.rir;
    const shown = y + lnFactor(reps, this.formula, 0);
    this.least = Math.min(this.least, shown);
    this.most = Math.max(this.most, shown);
    if (Math.abs(shown - this.middle) > GROSS && !this.isTrend(y, reps)) {
      this.flag(observation, reps);
      return;
    }
    const { tracks } = this;
    if (!tracks) {
      this.start(observation, y, reps);
      return;
    }
    this.walk(tracks, Math.min(MOST_WEEKS_OFF, Math.max(0, daysBetween(this.lastDate, observation.date)) / 7));
    this.lastDate = observation.date;
    const { mean, sd } = this.predict(tracks, reps);
    const off = y - mean;
    const gate = Math.max(GATE_LEAST, GATE_SD * Math.hypot(sd, noiseOf(observation, this.formula, 0)));
    if (Math.abs(off) > gate) {
      const borneOut = this.doubted && Math.abs(this.doubted.off - off) < GATE_LEAST && this.doubted.off * off > 0;
      if (!borneOut) {
        this.doubted = { observation, off };
        this.flag(observation, reps);
        return;
      }
      this.flagged.splice(
        this.flagged.findIndex((one) => one.id === this.doubted!.observation.id),
        1,
      );
      for (let i = 0; i < GRID.length; i++) {
        tracks[VARIANCE + i]! += off * off;
        tracks[COVARIANCE + i] = 0;
      }
    }
    this.doubted = null;
    this.update(tracks, observation, y, reps);
  }

  /** A long climb may leave the middle of all days behind: what lies near the present estimate is no error. */
  private isTrend(y: number, reps: number): boolean {
    return this.tracks !== null && Math.abs(y - this.predict(this.tracks, reps).mean) < GATE_LEAST;
  }

  private start(observation: CurveObservation, y: number, reps: number): void {
    const tracks = new Float64Array(6 * GRID.length);
    const factors = gridFactors(reps, this.formula);
    GRID.forEach((lnShape, i) => {
      tracks[LN_MAX + i] = y + entryAt(factors, i);
      tracks[DRIFT + i] = FIRST_DRIFT.mean;
      tracks[VARIANCE + i] = noiseOf(observation, this.formula, lnShape) ** 2;
      tracks[DRIFT_VARIANCE + i] = FIRST_DRIFT.sd ** 2;
      tracks[LN_WEIGHT + i] = -0.5 * (lnShape / SHAPE_SPREAD) ** 2;
    });
    this.tracks = tracks;
    this.lastDate = observation.date;
    this.days = 1;
  }

  private walk(tracks: Float64Array, weeks: number): void {
    for (let i = 0; i < GRID.length; i++) {
      const driftVariance = entryAt(tracks, DRIFT_VARIANCE + i);
      tracks[LN_MAX + i]! += entryAt(tracks, DRIFT + i) * weeks;
      tracks[VARIANCE + i]! +=
        2 * weeks * entryAt(tracks, COVARIANCE + i) + weeks * weeks * driftVariance + WALK_PER_WEEK ** 2 * weeks;
      tracks[COVARIANCE + i]! += weeks * driftVariance;
      tracks[DRIFT_VARIANCE + i] = driftVariance + DRIFT_WALK_PER_WEEK ** 2 * weeks;
    }
  }

  /** ln load to be expected at so many effective reps. */
  private predict(tracks: Float64Array, reps: number): { mean: number; sd: number } {
    const factors = gridFactors(reps, this.formula);
    const weights = weightsOf(tracks);
    let mean = 0;
    for (let i = 0; i < GRID.length; i++)
      mean += entryAt(weights, i) * (entryAt(tracks, LN_MAX + i) - entryAt(factors, i));
    let spread = 0;
    for (let i = 0; i < GRID.length; i++)
      spread +=
        entryAt(weights, i) *
        (entryAt(tracks, VARIANCE + i) + (entryAt(tracks, LN_MAX + i) - entryAt(factors, i) - mean) ** 2);
    return { mean, sd: Math.sqrt(spread) };
  }

  /**
   * The load is known exactly and the reps are what errs, so the likelihood is that of the reps: each track's noise goes by its
   * own slope, and the slope itself stands in the weight (the change of variable). Without that a bent curve would be drawn
   * toward a flat one, as any line is that is fitted along the axis that does not err.
   */
  private update(tracks: Float64Array, observation: CurveObservation, y: number, reps: number): void {
    const { kg, source } = observation;
    const factors = gridFactors(reps, this.formula);
    const curves = gridCurves(this.formula);
    for (let i = 0; i < GRID.length; i++) {
      const lnMax = entryAt(tracks, LN_MAX + i);
      const variance = entryAt(tracks, VARIANCE + i);
      const covariance = entryAt(tracks, COVARIANCE + i);
      const innovation = y - (lnMax - entryAt(factors, i));
      let noiseVariance = (source === "stated" ? STATED_ERROR : TESTED_FORM) ** 2;
      if (source === "logged") {
        const curve = entryAt(curves, i);
        const expected = repsAtLoad(Math.exp(lnMax), kg, curve);
        const slope = Math.max(1e-3, slopeOf(expected, curve));
        noiseVariance = DAY_FORM ** 2 + (slope * repError(observation, expected)) ** 2;
        tracks[LN_WEIGHT + i]! += Math.log(slope);
      }
      const total = variance + noiseVariance;
      const gain = variance / total;
      const driftGain = covariance / total;
      tracks[LN_WEIGHT + i]! -= 0.5 * (Math.log(total) + (innovation * innovation) / total);
      tracks[LN_MAX + i] = lnMax + gain * innovation;
      tracks[DRIFT + i]! += driftGain * innovation;
      tracks[DRIFT_VARIANCE + i]! -= driftGain * covariance;
      tracks[COVARIANCE + i] = covariance * (1 - gain);
      tracks[VARIANCE + i] = variance * (1 - gain);
    }
    this.days++;
  }

  private flag(observation: CurveObservation, reps: number): void {
    const expected = this.tracks ? Math.exp(this.predict(this.tracks, reps).mean) : null;
    this.flagged.push({ ...observation, expectedKg: expected });
  }

  /** The curve to use and the present maximum with its band; null before the first observation. */
  summary(): Pick<FittedCurve, "curve" | "isOwn" | "e1rmKg" | "bandKg"> | null {
    const { tracks, formula } = this;
    if (!tracks) return null;
    const weights = weightsOf(tracks);
    let shape = 0;
    let lnMax = 0;
    for (let i = 0; i < GRID.length; i++) {
      shape += entryAt(weights, i) * entryAt(GRID, i);
      lnMax += entryAt(weights, i) * entryAt(tracks, LN_MAX + i);
    }
    let shapeSpread = 0;
    let spread = 0;
    for (let i = 0; i < GRID.length; i++) {
      shapeSpread += entryAt(weights, i) * (entryAt(GRID, i) - shape) ** 2;
      spread += entryAt(weights, i) * (entryAt(tracks, VARIANCE + i) + (entryAt(tracks, LN_MAX + i) - lnMax) ** 2);
    }
    const isOwn = Math.sqrt(shapeSpread) < OWN_BELOW * SHAPE_SPREAD;
    const half = EIGHTY_PERCENT * Math.sqrt(spread);
    return {
      curve: isOwn ? { formula, shape: Math.exp(shape) } : populationCurve(formula),
      isOwn,
      e1rmKg: Math.exp(isOwn ? lnMax : entryAt(tracks, LN_MAX + PLAIN)),
      bandKg: [round(Math.exp(lnMax - half), 1), round(Math.exp(lnMax + half), 1)],
    };
  }

  posterior(): CurvePart[] {
    const { tracks } = this;
    if (!tracks) return [];
    const weights = weightsOf(tracks);
    return GRID.map((lnShape, i) => ({
      lnShape,
      weight: entryAt(weights, i),
      lnMax: entryAt(tracks, LN_MAX + i),
      variance: entryAt(tracks, VARIANCE + i),
    }));
  }
}

/** The weight of each value of the shape; they add up to one. */
function weightsOf(tracks: Float64Array): Float64Array {
  const weights = tracks.slice(LN_WEIGHT, LN_WEIGHT + GRID.length);
  let most = -Infinity;
  for (const lnWeight of weights) if (lnWeight > most) most = lnWeight;
  let all = 0;
  for (let i = 0; i < weights.length; i++) {
    const raw = Math.exp(entryAt(weights, i) - most);
    weights[i] = raw;
    all += raw;
  }
  for (let i = 0; i < weights.length; i++) weights[i]! /= all;
  return weights;
}
