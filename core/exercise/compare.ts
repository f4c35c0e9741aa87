/**
 * A small experiment: two variants at the same load and effort, order counterbalanced, reps over trials; the difference with its
 * uncertainty and an honest verdict. docs/handbook.md#exercises.
 */
import { mean } from "../units";

export interface Trial {
  readonly date: string;
  readonly variant: "a" | "b";
  /** 1: done first that day. */
  readonly order: 1 | 2;
  readonly reps: number;
}

/** Which variant goes first on each day: turn about, so that neither is always done tired. */
export function trialPlan(days: number): { readonly first: "a" | "b"; readonly second: "a" | "b" }[] {
  return Array.from({ length: Math.max(0, Math.floor(days)) }, (_, day) =>
    day % 2 === 0 ? { first: "a", second: "b" } : { first: "b", second: "a" },
  );
}

export interface Comparison {
  readonly pairs: number;
  /** Reps of b over a; the mean of the days' differences, with order evened out. */
  readonly difference: number;
  /** 80 % interval; null with fewer than two days. */
  readonly band: readonly [number, number] | null;
  /** What following the other costs, in reps. */
  readonly orderEffect: number;
  readonly verdict: "nothing" | "more trials" | "a" | "b" | "alike";
}

/** Within this one trial says nothing. */
const TRIAL_NOISE_REPS = 2;
/** A difference below this matters to nobody. */
const ALIKE_REPS = 0.75;
/** Two-sided 80 % points of Student's t, from one degree of freedom on. */
const T80 = [3.078, 1.886, 1.638, 1.533, 1.476, 1.44, 1.415, 1.397, 1.383, 1.372];

export function compareTrials(trials: readonly Trial[]): Comparison {
  const days = new Map<string, { a?: Trial; b?: Trial }>();
  for (const trial of trials) {
    const day = days.get(trial.date) ?? {};
    day[trial.variant] = trial;
    days.set(trial.date, day);
  }
  const pairs = [...days.values()].filter(
    (day): day is { a: Trial; b: Trial } => day.a !== undefined && day.b !== undefined,
  );
  const by = (first: "a" | "b") => pairs.filter((day) => day[first].order === 1).map((day) => day.b.reps - day.a.reps);
  const aFirst = by("a");
  const bFirst = by("b");
  const counterbalanced = aFirst.length > 0 && bFirst.length > 0;
  const difference = counterbalanced ? (mean(aFirst) + mean(bFirst)) / 2 : mean([...aFirst, ...bFirst]);
  const orderEffect = counterbalanced ? (mean(bFirst) - mean(aFirst)) / 2 : 0;
  if (pairs.length === 0) return { pairs: 0, difference: 0, band: null, orderEffect: 0, verdict: "nothing" };
  if (pairs.length === 1)
    return {
      pairs: 1,
      difference,
      band: null,
      orderEffect,
      verdict: Math.abs(difference) <= TRIAL_NOISE_REPS ? "nothing" : "more trials",
    };
  // Days with the order taken out, so that the turn about does not count as noise.
  const evened = pairs.map((day) => day.b.reps - day.a.reps - (day.a.order === 1 ? -orderEffect : orderEffect));
  const spread = Math.sqrt(evened.reduce((sum, one) => sum + (one - mean(evened)) ** 2, 0) / (evened.length - 1));
  // Reps are counted whole: no spread smaller than that is believed.
  const error = Math.max(spread, 0.5) / Math.sqrt(evened.length);
  const half = (T80[Math.min(evened.length - 2, T80.length - 1)] ?? 1.28) * error;
  const band: [number, number] = [difference - half, difference + half];
  const verdict =
    band[0] > 0 && difference >= ALIKE_REPS
      ? "b"
      : band[1] < 0 && difference <= -ALIKE_REPS
        ? "a"
        : Math.max(Math.abs(band[0]), Math.abs(band[1])) < 2 * ALIKE_REPS
          ? "alike"
          : "more trials";
  return { pairs: pairs.length, difference, band, orderEffect, verdict };
}
