/**
 * A lifter who performs sets: deterministic for a seed. Stands in for people in demo history, tests and rehearsal.
 *
 * Strength: a true e1RM for each lift (curve kg) on a true reps-at-percent curve of their own, growing a little each week and
 * wobbling from day to day. Fatigue: the reserve model, with constants of their own. Reporting: RIR is said with an error.
 * Now and then form slips or breaks near the end of the reserve, and now and then something hurts.
 */
import type { Exercise } from "../exercise";
import { loadForReps, type RepCurve } from "../load";
import type { FormReport } from "../session";
import type { E1rmFormula } from "../settings";
import { clamp } from "../units";
import { POPULATION_RESERVE, Reserve, type ReserveConstants, type WorkedSide } from "./reserve";

export interface LifterTraits {
  readonly seed: number;
  /** True fresh e1RM in curve kg by lift family, on the date the history begins, for the family's lead lift. */
  readonly familyKg: Readonly<Record<string, number>>;
  /** The same for single lifts, by exercise, where it is known of them. */
  readonly liftKg?: Readonly<Record<string, number>>;
  /** True curves of single lifts, by exercise; else their own. */
  readonly curves?: Readonly<Record<string, RepCurve>>;
  /** Growth in percent a week. */
  readonly weeklyGainPercent: number;
  /** Standard deviation of the day's form, in percent. */
  readonly dayWobblePercent: number;
  /** Standard deviation of the reported RIR, some two reps from failure. */
  readonly rirError: number;
  /** The chance, 0–1, that a planned session is done. */
  readonly adherence: number;
  /** The true shape of their curve; 1 where left out. */
  readonly curveShape?: number;
  readonly reserve?: ReserveConstants;
  /** The chance, 0–1, that form breaks in a set taken to its end; a third of it one rep short of that. */
  readonly formBreaks?: number;
  /** The chance, 0–1, that a set hurts. */
  readonly pain?: number;
}

interface SetAsked {
  readonly exercise: Exercise;
  readonly curveKg: number;
  /** Where the set stops when strength allows; null: to failure. */
  readonly reps: number | null;
  readonly side?: WorkedSide;
}

interface SetAnswer {
  readonly reps: number;
  readonly rir: number;
  readonly form: FormReport;
  /** 0–10. */
  readonly pain: number;
}

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

const FORMULA: E1rmFormula = "epleyBrzyckiMean";

export class SimulatedLifter {
  private readonly random: () => number;
  private readonly curve: RepCurve;
  private day = 1;
  private weeks = 0;
  private reserve: Reserve;

  constructor(private readonly traits: LifterTraits) {
    this.random = seededRandom(traits.seed);
    this.curve = { formula: FORMULA, shape: traits.curveShape ?? 1 };
    this.reserve = new Reserve(traits.reserve ?? POPULATION_RESERVE);
  }

  /** A new day, `weeks` after the history began (fractions allowed): fresh, with the day's own form. */
  startDay(weeks: number): void {
    this.weeks = weeks;
    this.day = 1 + clamp(normal(this.random), -2, 2) * (this.traits.dayWobblePercent / 100);
    this.reserve = new Reserve(this.reserve.constants);
  }

  /** Today's strength against the trend's; 1 is neither a good day nor a bad one. */
  get dayForm(): number {
    return this.day;
  }

  shows(): boolean {
    return this.random() < this.traits.adherence;
  }

  /** True fresh e1RM today, in curve kg. */
  trueE1rm(exercise: Exercise): number {
    const lead = this.traits.familyKg[exercise.family] ?? 40;
    const start = this.traits.liftKg?.[exercise.id] ?? lead * exercise.familyRatio;
    return start * (1 + (this.traits.weeklyGainPercent / 100) * this.weeks) * this.day;
  }

  /** The load, in curve kg, at which they would do so many reps fresh with so many in reserve. */
  freshLoad(exercise: Exercise, reps: number, rir: number): number {
    return loadForReps(this.trueE1rm(exercise), reps + rir, this.curveOf(exercise));
  }

  private curveOf({ id }: Exercise): RepCurve {
    return this.traits.curves?.[id] ?? this.curve;
  }

  rest(seconds: number): void {
    this.reserve.rest(seconds);
  }

  /** Performs one set and remembers what it cost. */
  perform({ exercise, curveKg, reps: asked, side = "both" }: SetAsked): SetAnswer {
    const e1rmKg = this.trueE1rm(exercise);
    const curve = this.curveOf(exercise);
    const left = this.reserve.repsLeft(exercise, side, e1rmKg, curveKg, curve);
    const possible = Math.floor(left + 0.5);
    const reps = asked === null ? possible : Math.min(asked, possible);
    this.reserve.perform(exercise, side, e1rmKg, curveKg, curve, reps);
    const trueRir = Math.max(0, possible - reps);
    // What is far off is judged less well than what is near, and long sets less well than short ones.
    const rirError = this.traits.rirError * (0.6 + 0.25 * trueRir + 0.1 * Math.max(0, reps - 10));
    const said = clamp(Math.round(trueRir + normal(this.random) * rirError), 0, 6);
    const breaks = (this.traits.formBreaks ?? 0) * (trueRir === 0 ? 1 : trueRir === 1 ? 1 / 3 : 0);
    const chance = this.random();
    const form = chance < breaks ? "broke" : chance < 3 * breaks ? "slipped" : "held";
    const hurts = this.random() < (this.traits.pain ?? 0);
    const pain = hurts ? 2 + Math.floor(this.random() * 4) : 0;
    return { reps, rir: asked !== null && reps < asked ? 0 : said, form, pain };
  }
}
