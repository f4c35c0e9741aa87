/** A session or a week against what the client has been doing. docs/handbook.md#volume. */

import { MUSCLES, type Muscle, type MusclePriority } from "../exercise";
import { mean } from "../units";
import { type TrainingAge, weeklySetBand } from "./bands";
import { type MuscleLoads, NO_LOAD } from "./session-volume";

const MEASURES = ["hardSets", "failureSets", "reps", "loweringSeconds"] as const;
type JumpMeasure = (typeof MEASURES)[number];

/** A week to begin with, for a muscle: what is usual is never taken to be less. */
const STARTING_WEEK: Readonly<Record<TrainingAge, Readonly<Record<JumpMeasure, number>>>> = {
  novice: { hardSets: 5, failureSets: 0, reps: 60, loweringSeconds: 150 },
  intermediate: { hardSets: 9, failureSets: 2, reps: 110, loweringSeconds: 280 },
  advanced: { hardSets: 12, failureSets: 4, reps: 140, loweringSeconds: 360 },
};

const JUMP_LIMITS = { note: 1.3, warn: 1.6, block: 2.5 } as const;
export type Severity = "note" | "warn" | "block";

export interface Jump {
  readonly muscle: Muscle;
  readonly measure: JumpMeasure;
  readonly planned: number;
  /** A week that the client is used to, or the start for the level. */
  readonly usual: number;
  readonly ratio: number;
  readonly severity: Severity;
  /** Measured against the start for the level, the client not being used to more. */
  readonly fromStart: boolean;
}

/** Below these a figure is too small for its ratio to mean anything. */
const LEAST: Readonly<Record<JumpMeasure, number>> = { hardSets: 4, failureSets: 4, reps: 40, loweringSeconds: 120 };
/** Long eccentrics or failure work that is new to somebody blocks from here on. */
const NEW_WORK = { failureSets: 4, loweringSeconds: 300 } as const;

/** How many weeks a client's habit is looked for in, and for how long a muscle is away before half of it is gone. */
const WEEKS_OF_HABIT = 8;
const WEEKS_AWAY = 3;

/**
 * Where a week goes beyond what the client is used to: the mean of the best two of the last eight weeks, halved where the muscle
 * has not been trained for three, and never below the start for the level (docs/handbook.md#volume). `weeks` are those before, the
 * newest last, weeks without training as empty ones. Above 2.5 times it blocks, as does long eccentrics or failure work that is
 * new; never inside the client's own weekly band of the muscle.
 */
export function jumpsOf(
  planned: MuscleLoads,
  weeks: readonly MuscleLoads[],
  trainingAge: TrainingAge,
  priorityOf: (muscle: Muscle) => MusclePriority = () => "normal",
): Jump[] {
  const jumps: Jump[] = [];
  for (const muscle of MUSCLES) {
    const load = planned[muscle];
    if (!load) continue;
    const past = weeks.slice(-WEEKS_OF_HABIT).map((week) => week[muscle] ?? NO_LOAD);
    const isAway = past.slice(-WEEKS_AWAY).every((week) => week.hardSets === 0 && week.reps === 0);
    const insideBand = load.hardSets <= weeklySetBand(muscle, trainingAge, priorityOf(muscle)).high;
    for (const measure of MEASURES) {
      const figure = load[measure];
      if (figure < LEAST[measure]) continue;
      const [best = 0, next = 0] = past.map((week) => week[measure]).sort((a, b) => b - a);
      const habit = mean([best, next]) * (isAway && past.length > 0 ? 0.5 : 1);
      const start = STARTING_WEEK[trainingAge][measure];
      const usual = Math.max(start, habit);
      const ratio = usual > 0 ? figure / usual : figure / LEAST[measure];
      const isNewWork =
        (measure === "failureSets" || measure === "loweringSeconds") &&
        best < 0.1 * figure &&
        figure >= NEW_WORK[measure] &&
        figure > JUMP_LIMITS.note * start;
      const severity = severityOf(ratio, isNewWork);
      if (severity === null) continue;
      jumps.push({
        muscle,
        measure,
        planned: figure,
        usual,
        ratio: Math.min(ratio, 99),
        severity: severity === "block" && insideBand ? "warn" : severity,
        fromStart: habit <= start,
      });
    }
  }
  const rank = { block: 0, warn: 1, note: 2 };
  return jumps.sort((a, b) => rank[a.severity] - rank[b.severity] || b.ratio - a.ratio);
}

function severityOf(ratio: number, isNewWork: boolean): Severity | null {
  if (isNewWork || ratio > JUMP_LIMITS.block) return "block";
  if (ratio > JUMP_LIMITS.warn) return "warn";
  return ratio > JUMP_LIMITS.note ? "note" : null;
}
