/** Load as felt: session RPE times minutes, the week's monotony and strain (Foster 2001); and what strength blocks are read by. */
import { mean, sum } from "../units";

/** Session RPE 0–10 times minutes; null where no RPE was said. */
export const sessionLoad = (sessionRpe: number | null, minutes: number): number | null =>
  sessionRpe === null ? null : sessionRpe * minutes;

export interface WeekLoad {
  readonly sum: number;
  /** Mean ÷ sample standard deviation of the seven days; null where all days are alike. */
  readonly monotony: number | null;
  /** Sum × monotony; null with it. */
  readonly strain: number | null;
}

/** Seven days' loads; days without training are 0. */
export function weekLoad(days: readonly number[]): WeekLoad {
  const total = sum(days);
  if (days.length < 2) return { sum: total, monotony: null, strain: null };
  const middle = mean(days);
  const deviation = Math.sqrt(sum(days.map((day) => (day - middle) ** 2)) / (days.length - 1));
  if (!(deviation > 1e-9)) return { sum: total, monotony: null, strain: null };
  const monotony = middle / deviation;
  return { sum: total, monotony, strain: total * monotony };
}

interface HeavySet {
  readonly reps: number;
  /** Load as a share of the maximum, 0–1. */
  readonly intensity: number;
}

const INTENSITY_ZONES = [0.55, 0.7, 0.8, 0.9] as const;

interface StrengthReading {
  /** Reps below 55 %, 55–70, 70–80, 80–90, 90 % and above. */
  readonly repsByZone: readonly number[];
  /** Mean share of the maximum over all reps; null without reps. */
  readonly averageIntensity: number | null;
  /** Σ reps ÷ (100 − %1RM); sets at 99 % and above give none and are counted apart. */
  readonly inol: number;
  readonly repsWithoutInol: number;
}

export function readStrength(sets: readonly HeavySet[]): StrengthReading {
  const repsByZone: number[] = Array.from({ length: INTENSITY_ZONES.length + 1 }, () => 0);
  let reps = 0;
  let weighted = 0;
  let inol = 0;
  let repsWithoutInol = 0;
  for (const set of sets) {
    if (!(set.reps > 0) || !(set.intensity > 0)) continue;
    const above = INTENSITY_ZONES.findIndex((limit) => set.intensity < limit);
    repsByZone[above < 0 ? INTENSITY_ZONES.length : above]! += set.reps;
    reps += set.reps;
    weighted += set.reps * set.intensity;
    if (set.intensity >= 0.99) repsWithoutInol += set.reps;
    else inol += set.reps / (100 - 100 * set.intensity);
  }
  return { repsByZone, averageIntensity: reps > 0 ? weighted / reps : null, inol, repsWithoutInol };
}
