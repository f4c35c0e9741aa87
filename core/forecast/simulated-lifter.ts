/**
 * A lifter who performs sets: deterministic for a seed. Stands in for people in demo history, tests and rehearsal.
 *
 * Strength: a true e1RM for each lift (curve kg) that grows a little each week and wobbles from day to day. Fatigue: a
 * local reserve for each muscle region with a fast and a slow part; a rep spends 1/R of it (R = reps possible fresh at
 * the load), rest refills it exponentially. Reporting: RIR is said with an error.
 */
import type { Exercise } from "../exercise/exercise";
import type { RegionId } from "../exercise/regions";
import { e1rmFactor, repsAtLoad } from "../load/e1rm";
import { clamp } from "../units";

export interface LifterTraits {
  readonly seed: number;
  /** True fresh e1RM in curve kg by lift family, on the date the history begins, for the family's lead lift. */
  readonly familyKg: Readonly<Record<string, number>>;
  /** Growth in percent a week. */
  readonly weeklyGainPercent: number;
  /** Standard deviation of the day's form, in percent. */
  readonly dayWobblePercent: number;
  /** Standard deviation of the reported RIR. */
  readonly rirError: number;
  /** The chance, 0–1, that a planned session is done. */
  readonly adherence: number;
}

export interface SetAsked {
  readonly exercise: Exercise;
  readonly curveKg: number;
  /** Where the set stops when strength allows; null: to failure. */
  readonly reps: number | null;
  readonly rir: number | null;
}

export interface SetAnswer {
  readonly reps: number;
  readonly rir: number;
}

const FAST_SHARE = 0.6;
const FAST_SECONDS = 45;
const SLOW_SECONDS = 420;

/** A small seeded generator (mulberry32): the same seed, the same stream, everywhere. Values in [0, 1). */
export function seededRandom(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** A normal deviate from a uniform stream. */
export function normal(random: () => number): number {
  const u = Math.max(random(), 1e-9);
  return Math.sqrt(-2 * Math.log(u)) * Math.cos(2 * Math.PI * random());
}

export class SimulatedLifter {
  private readonly random: () => number;
  private day = 1;
  private weeks = 0;
  private readonly spentFast = new Map<RegionId, number>();
  private readonly spentSlow = new Map<RegionId, number>();

  constructor(private readonly traits: LifterTraits) {
    this.random = seededRandom(traits.seed);
  }

  /** A new day, `weeks` after the history began (fractions allowed): fresh, with the day's own form. */
  startDay(weeks: number): void {
    this.weeks = weeks;
    this.day = 1 + clamp(normal(this.random), -2, 2) * (this.traits.dayWobblePercent / 100);
    this.spentFast.clear();
    this.spentSlow.clear();
  }

  shows(): boolean {
    return this.random() < this.traits.adherence;
  }

  /** True fresh e1RM today, in curve kg. */
  trueE1rm(exercise: Exercise): number {
    const lead = this.traits.familyKg[exercise.family] ?? 40;
    return lead * exercise.familyRatio * (1 + (this.traits.weeklyGainPercent / 100) * this.weeks) * this.day;
  }

  rest(seconds: number): void {
    const fast = Math.exp(-seconds / FAST_SECONDS);
    const slow = Math.exp(-seconds / SLOW_SECONDS);
    for (const [region, spent] of this.spentFast) this.spentFast.set(region, spent * fast);
    for (const [region, spent] of this.spentSlow) this.spentSlow.set(region, spent * slow);
  }

  /** Performs one set and remembers what it cost. */
  perform(asked: SetAsked): SetAnswer {
    const { exercise } = asked;
    const fresh = Math.max(0.5, repsAtLoad(this.trueE1rm(exercise), asked.curveKg, "epleyBrzyckiMean"));
    const possible = Math.max(0, Math.floor(fresh * (1 - this.spent(exercise)) + 0.3));
    const reps = asked.reps === null ? possible : Math.min(asked.reps, possible);
    const trueRir = Math.max(0, possible - reps);
    const cost = (reps / fresh) * 0.55;
    for (const [region, share] of Object.entries(exercise.shares) as [RegionId, number][]) {
      this.spentFast.set(region, clamp((this.spentFast.get(region) ?? 0) + cost * share * FAST_SHARE, 0, 0.7));
      this.spentSlow.set(
        region,
        clamp((this.spentSlow.get(region) ?? 0) + cost * share * (1 - FAST_SHARE) * 0.5, 0, 0.4),
      );
    }
    const reported = clamp(Math.round(trueRir + normal(this.random) * this.traits.rirError), 0, 6);
    return { reps, rir: reps < (asked.reps ?? 0) ? 0 : reported };
  }

  /** The share of the fresh reps that is spent: that of the most tired prime mover. */
  private spent(exercise: Exercise): number {
    let most = 0;
    for (const [region, share] of Object.entries(exercise.shares) as [RegionId, number][]) {
      if (share < 0.5) continue;
      most = Math.max(most, ((this.spentFast.get(region) ?? 0) + (this.spentSlow.get(region) ?? 0)) * share);
    }
    return clamp(most, 0, 0.85);
  }
}

/** The load, in curve kg, at which a fresh lifter would do so many reps with so many in reserve. */
export const freshLoad = (e1rmKg: number, reps: number, rir: number): number =>
  e1rmKg / e1rmFactor(reps + rir, "epleyBrzyckiMean");
