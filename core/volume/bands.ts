/** Bands of weekly hard sets for a muscle. docs/handbook.md#volume; a coach can change them for a client. */
import type { MusclePriority } from "../exercise";

export type TrainingAge = "novice" | "intermediate" | "advanced";

export interface SetBand {
  readonly low: number;
  readonly high: number;
}

/** 10–20 hard sets a week, half of that for a novice, 4 to hold a muscle, the upper half for one to be built first. */
export function weeklySetBand(trainingAge: TrainingAge, priority: MusclePriority): SetBand {
  const scale = trainingAge === "novice" ? 0.5 : 1;
  if (priority === "hold") return { low: 4 * scale, high: 10 * scale };
  if (priority === "build") return { low: 14 * scale, high: 22 * scale };
  return { low: 10 * scale, high: 20 * scale };
}
