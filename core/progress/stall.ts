/**
 * Whether a lift moves (docs/handbook.md#afterwards): the robust slope of its e1RM, the median of pairwise slopes, with its 80 % interval
 * (Sen 1968, by Kendall's variance), against the least gain worth having at the client's level.
 */

import { entryAt, firstOf } from "../lists";
import type { ExposureEstimate } from "../load";
import { daysBetween } from "../units";

/**
 * What people of a level who train on usually gain, in percent a week, and the least that is worth having of a lift: a judgement.
 */
export const LEVEL_GAIN: Readonly<Record<string, number>> = { novice: 1, intermediate: 0.4, advanced: 0.15 };

export const levelGain = (trainingAge: string): number => LEVEL_GAIN[trainingAge] ?? LEVEL_GAIN.intermediate!;

export type Trend =
  /** Fewer than four exposures, or less than three weeks of them. */
  | { readonly kind: "tooEarly"; readonly exposures: number; readonly weeks: number }
  | {
      readonly kind: "moving" | "stalled" | "unsure";
      /** Percent of the middle e1RM a week, with its 80 % interval. */
      readonly percentAWeek: number;
      readonly interval: readonly [number, number];
      readonly weeks: number;
      readonly exposures: number;
    };

const LEAST_EXPOSURES = 4;
const LEAST_WEEKS = 3;
/** What is looked back on. */
const WEEKS_BACK = 8;
const EIGHTY_PERCENT = 1.2816;

/**
 * The trend of a lift over its last eight weeks; `estimates` oldest first, deloads left out. It is stalled where the whole
 * interval lies below the least gain, moving where its middle reaches it; else nothing can be said for sure.
 */
export function trendOf(estimates: readonly Pick<ExposureEstimate, "date" | "kg">[], trainingAge: string): Trend {
  const last = estimates.at(-1);
  const lately = last ? estimates.filter(({ date }) => daysBetween(date, last.date) <= 7 * WEEKS_BACK) : [];
  const n = lately.length;
  const weeks = n > 1 ? daysBetween(firstOf(lately).date, last!.date) / 7 : 0;
  if (n < LEAST_EXPOSURES || weeks < LEAST_WEEKS) return { kind: "tooEarly", exposures: n, weeks };
  const middle = entryAt(sorted(lately.map(({ kg }) => kg)), Math.floor(n / 2));
  const slopes: number[] = [];
  for (const [index, one] of lately.entries())
    for (const other of lately.slice(index + 1)) {
      const apart = daysBetween(one.date, other.date) / 7;
      if (apart > 0) slopes.push((100 * (other.kg - one.kg)) / middle / apart);
    }
  const order = sorted(slopes);
  const spread = EIGHTY_PERCENT * Math.sqrt((n * (n - 1) * (2 * n + 5)) / 18);
  const at = (place: number) => entryAt(order, Math.min(order.length - 1, Math.max(0, Math.round(place))));
  const percentAWeek = (at((order.length - 1) / 2 - 0.25) + at((order.length - 1) / 2 + 0.25)) / 2;
  const interval = [at((order.length - spread) / 2 - 1), at((order.length + spread) / 2)] as const;
  const least = levelGain(trainingAge);
  const kind = interval[1] < least ? "stalled" : percentAWeek >= least ? "moving" : "unsure";
  return { kind, percentAWeek, interval, weeks, exposures: n };
}

const sorted = (figures: readonly number[]): number[] => [...figures].sort((a, b) => a - b);
