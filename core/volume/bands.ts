/** Bands of weekly hard sets for a muscle. docs/handbook.md#volume; a coach can change them for a client. */
import type { Muscle, MusclePriority } from "../exercise";
import { decimal } from "../units";

export type TrainingAge = "novice" | "intermediate" | "advanced";

export interface SetBand {
  /** 0: it has only an upper end. */
  readonly low: number;
  readonly high: number;
}

/** The muscles that are trained for themselves. The others are trained along with them, and have no lower end by default. */
export const LARGE_MUSCLES: readonly Muscle[] = [
  "chest",
  "back",
  "delts",
  "elbow flexors",
  "triceps",
  "quads",
  "hamstrings",
  "glutes",
  "calves",
];
const LARGE: ReadonlySet<Muscle> = new Set(LARGE_MUSCLES);

/**
 * 10–20 hard sets a week, half of that for a novice, 4 to hold a muscle, the upper half for one to be built first. A small muscle
 * has a lower end only where a coach has said that it is to be built or held.
 */
export function weeklySetBand(muscle: Muscle, trainingAge: TrainingAge, priority: MusclePriority = "normal"): SetBand {
  const scale = trainingAge === "novice" ? 0.5 : 1;
  if (priority === "hold") return { low: 4 * scale, high: 10 * scale };
  if (priority === "build") return { low: 14 * scale, high: 22 * scale };
  return { low: LARGE.has(muscle) ? 10 * scale : 0, high: 20 * scale };
}

/** "10 to 20", or "up to 20". */
export const bandWords = ({ low, high }: SetBand): string =>
  low > 0 ? `${decimal(low)} to ${decimal(high)}` : `up to ${decimal(high)}`;
