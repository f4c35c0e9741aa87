/** A session or a week against what the client has been doing. Handbook section 7. */
import { type Catalogue, exerciseOrThrow } from "../exercise/exercise";
import { MUSCLES, type Muscle, REGIONS, type RegionId } from "../exercise/regions";
import { mean } from "../units";
import type { TrainingAge } from "./bands";
import type { ExerciseSets } from "./coverage";

export interface MuscleLoad {
  readonly hardSets: number;
  readonly failureSets: number;
  readonly reps: number;
  readonly loweringSeconds: number;
}

export type MuscleLoads = Readonly<Partial<Record<Muscle, MuscleLoad>>>;
const NOTHING: MuscleLoad = { hardSets: 0, failureSets: 0, reps: 0, loweringSeconds: 0 };
const MEASURES = ["hardSets", "failureSets", "reps", "loweringSeconds"] as const;
export type JumpMeasure = (typeof MEASURES)[number];

/** What each muscle was asked, from sets by exercise: direct work counts whole, indirect half. */
export function muscleLoads(sets: Iterable<ExerciseSets>, catalogue: Catalogue): MuscleLoads {
  const loads: Partial<Record<Muscle, { -readonly [K in JumpMeasure]: number }>> = {};
  for (const one of sets) {
    const { shares } = exerciseOrThrow(catalogue, one.exerciseId);
    const most = new Map<Muscle, number>();
    for (const [region, share] of Object.entries(shares) as [RegionId, number][]) {
      if (share < 0.5) continue;
      const { muscle } = REGIONS[region];
      most.set(muscle, Math.max(most.get(muscle) ?? 0, share));
    }
    for (const [muscle, share] of most) {
      const load = loads[muscle] ?? { ...NOTHING };
      load.hardSets += share * one.sets;
      load.failureSets += share * one.failureSets;
      load.reps += share * one.reps;
      load.loweringSeconds += share * one.loweringSeconds;
      loads[muscle] = load;
    }
  }
  return loads;
}

export function addLoads(a: MuscleLoads, b: MuscleLoads): MuscleLoads {
  const sum: Partial<Record<Muscle, MuscleLoad>> = { ...a };
  for (const [muscle, load] of Object.entries(b) as [Muscle, MuscleLoad][]) {
    const known = sum[muscle] ?? NOTHING;
    sum[muscle] = {
      hardSets: known.hardSets + load.hardSets,
      failureSets: known.failureSets + load.failureSets,
      reps: known.reps + load.reps,
      loweringSeconds: known.loweringSeconds + load.loweringSeconds,
    };
  }
  return sum;
}

/** A week to begin with, for a muscle, where there are no four weeks of log. */
export const STARTING_WEEK: Readonly<Record<TrainingAge, MuscleLoad>> = {
  novice: { hardSets: 5, failureSets: 0, reps: 60, loweringSeconds: 150 },
  intermediate: { hardSets: 9, failureSets: 2, reps: 110, loweringSeconds: 280 },
  advanced: { hardSets: 12, failureSets: 4, reps: 140, loweringSeconds: 360 },
};

export const JUMP_LIMITS = { note: 1.3, warn: 1.6, block: 2.5 } as const;
export type Severity = "note" | "warn" | "block";

export interface Jump {
  readonly muscle: Muscle;
  readonly measure: JumpMeasure;
  readonly planned: number;
  /** A week of the last four, or of the start for the level. */
  readonly usual: number;
  readonly ratio: number;
  readonly severity: Severity;
  /** Measured against the start for the level, there being no four weeks of log. */
  readonly fromStart: boolean;
}

/** Below these a figure is too small for its ratio to mean anything. */
const LEAST: Readonly<Record<JumpMeasure, number>> = { hardSets: 4, failureSets: 3, reps: 40, loweringSeconds: 120 };
/** Long lowering or failure work that is new to somebody blocks from here on. */
const NEW_WORK = { failureSets: 4, loweringSeconds: 300 } as const;

/**
 * Where a week goes beyond the mean of the last four: `weeks` are the four before, the newest last, weeks without training as
 * empty ones; fewer than four are measured against the start for the level. What anybody of the level may begin with is never
 * blocked for its ratio alone, nor is what lies near the best of the four weeks: somebody who missed weeks comes back to it with
 * a warning.
 */
export function jumpsOf(planned: MuscleLoads, weeks: readonly MuscleLoads[], trainingAge: TrainingAge): Jump[] {
  const known = weeks.length >= 4;
  const jumps: Jump[] = [];
  for (const muscle of MUSCLES) {
    const load = planned[muscle];
    if (!load) continue;
    for (const measure of MEASURES) {
      const figure = load[measure];
      if (figure < LEAST[measure]) continue;
      const past = mean(weeks.slice(-4).map((week) => week[muscle]?.[measure] ?? 0));
      const best = Math.max(0, ...weeks.slice(-4).map((week) => week[muscle]?.[measure] ?? 0));
      const usual = known ? past : Math.max(STARTING_WEEK[trainingAge][measure], past);
      const isNew =
        known &&
        (measure === "failureSets" || measure === "loweringSeconds") &&
        past < 0.1 * figure &&
        figure >= NEW_WORK[measure];
      const ratio = usual > 0 ? figure / usual : known ? Number.MAX_SAFE_INTEGER : figure / LEAST[measure];
      const severity: Severity | null =
        isNew ||
        (ratio > JUMP_LIMITS.block &&
          usual > 0 &&
          figure > JUMP_LIMITS.warn * best &&
          figure > STARTING_WEEK[trainingAge][measure])
          ? "block"
          : ratio > JUMP_LIMITS.warn
            ? "warn"
            : ratio > JUMP_LIMITS.note
              ? "note"
              : null;
      if (severity)
        jumps.push({
          muscle,
          measure,
          planned: figure,
          usual,
          ratio: Math.min(ratio, 99),
          severity,
          fromStart: !known,
        });
    }
  }
  const rank = { block: 0, warn: 1, note: 2 };
  return jumps.sort((a, b) => rank[a.severity] - rank[b.severity] || b.ratio - a.ratio);
}
