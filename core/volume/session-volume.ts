/**
 * A session's volume as weeks add it up: sets and reps by exercise, what each muscle was asked, and where along its length each
 * region was hard. All from the same hard parts and chains. docs/handbook.md#volume.
 */

import {
  type Exercise,
  exerciseOrThrow,
  lengthProfile,
  type Muscle,
  type RangeThird,
  type RegionId,
  thirdOf,
} from "../exercise";
import { entriesOf, entryAt, valueAt } from "../lists";
import type { Segment } from "../session";
import type { Settings } from "../settings";
import { phaseSeconds, type Timeline, tempoInForce } from "../time";
import {
  type CountContext,
  creditOf,
  creditsWithin,
  creditTracksOf,
  type HardPart,
  hardPartsOf,
  isCountedWork,
  muscleAt,
  regionAt,
  visitWork,
} from "./hard-sets";
import type { TotalsContext } from "./totals";

/** What one exercise was asked; of work done one side at a time, the sides' reps apart. */
export interface ExerciseSets {
  readonly exerciseId: string;
  /** Hard sets one by one, by the exercise that they begin with. */
  sets: number;
  leftReps: number;
  rightReps: number;
  reps: number;
  loweringSeconds: number;
  tensionSeconds: number;
  /** 0 where loads are not known. */
  volumeLoadKg: number;
}

export interface MuscleLoad {
  readonly hardSets: number;
  /** Of these, what was taken to failure. */
  readonly failureSets: number;
  readonly reps: number;
  readonly loweringSeconds: number;
  readonly tensionSeconds: number;
  readonly volumeLoadKg: number;
}

export const NO_LOAD: MuscleLoad = {
  hardSets: 0,
  failureSets: 0,
  reps: 0,
  loweringSeconds: 0,
  tensionSeconds: 0,
  volumeLoadKg: 0,
};

export type MuscleLoads = Readonly<Partial<Record<Muscle, MuscleLoad>>>;

type LengthCoverage = Readonly<Record<RangeThird, number>>;

/** Hard sets of each region by the third of its length in which it was hard. */
export type Coverage = Readonly<Partial<Record<RegionId, LengthCoverage>>>;

export interface SessionVolume {
  readonly exercises: ReadonlyMap<string, ExerciseSets>;
  readonly muscles: MuscleLoads;
  readonly coverage: Coverage;
}

/** Without volume load, which is another matter for each week's loads. */
export function sessionVolume(timeline: Timeline, context: CountContext): SessionVolume {
  const { parts } = hardPartsOf(timeline, context);
  const exercises = exerciseSets(timeline, parts, context);
  return {
    exercises,
    muscles: muscleLoads(exercises, parts, context),
    coverage: coverageOf(parts, context.settings),
  };
}

/** The same with the volume load of its exercises and muscles; what is not known counts for nothing. */
export function withVolumeLoad(
  { exercises, muscles, coverage }: SessionVolume,
  timeline: Timeline,
  { catalogue, settings, effectiveKg }: TotalsContext & Required<Pick<TotalsContext, "effectiveKg">>,
): SessionVolume {
  const kgOf = new Map<string, number>();
  for (const { timeline: block } of timeline.blocks)
    for (const span of block.spans) {
      if (!isCountedWork(span)) continue;
      const counted = span.counts * (span.segment.rom === "full" ? 1 : settings.partialRepShare);
      const kg = (effectiveKg(span.segmentId) ?? 0) * span.reps * counted;
      kgOf.set(span.exerciseId, (kgOf.get(span.exerciseId) ?? 0) + kg);
    }
  const byMuscle: Partial<Record<Muscle, number>> = {};
  for (const [id, kg] of kgOf)
    for (const { place, share } of creditTracksOf(exerciseOrThrow(catalogue, id), settings.countingSchool)) {
      const muscle = muscleAt(place);
      if (muscle && share >= 0.5) byMuscle[muscle] = (byMuscle[muscle] ?? 0) + share * kg;
    }
  const loaded = entriesOf(muscles);
  return {
    exercises: new Map([...exercises].map(([id, one]) => [id, { ...one, volumeLoadKg: kgOf.get(id) ?? 0 }])),
    muscles: Object.fromEntries(
      loaded.map(([muscle, load]) => [muscle, { ...load, volumeLoadKg: byMuscle[muscle] ?? 0 }]),
    ),
    coverage,
  };
}

function exerciseSets(
  timeline: Timeline,
  parts: readonly HardPart[],
  { settings }: CountContext,
): Map<string, ExerciseSets> {
  const sets = new Map<string, ExerciseSets>();
  for (const { timeline: block } of timeline.blocks) {
    for (const span of block.spans) {
      if (!isCountedWork(span)) continue;
      const { exerciseId } = span;
      const known = sets.get(exerciseId) ?? {
        exerciseId,
        sets: 0,
        leftReps: 0,
        rightReps: 0,
        reps: 0,
        loweringSeconds: 0,
        tensionSeconds: 0,
        volumeLoadKg: 0,
      };
      sets.set(exerciseId, known);
      const reps = span.reps * span.counts;
      if (span.side === "left") known.leftReps += reps;
      else if (span.side === "right") known.rightReps += reps;
      known.reps += reps;
      known.tensionSeconds += span.seconds * span.counts;
      known.loweringSeconds += reps * eccentricSecondsOf(span.set.segments, span.segment, settings);
    }
  }
  for (const { exercise, isFirst, counts } of parts) if (isFirst) valueAt(sets, exercise.id).sets += counts;
  return sets;
}

/** Seconds of eccentric in one rep, by the tempo in force. */
function eccentricSecondsOf(segments: readonly Segment[], segment: Segment, settings: Settings): number {
  // By the part itself: the parts of a rep goal are numbered on through its mini-sets.
  const lower = tempoInForce(segments, segments.indexOf(segment))?.lower ?? null;
  return phaseSeconds(lower, UNSAID_LOWERING_SECONDS, settings);
}

const UNSAID_LOWERING_SECONDS = 2;

function muscleLoads(
  exercises: ReadonlyMap<string, ExerciseSets>,
  parts: readonly HardPart[],
  { catalogue, settings }: CountContext,
): MuscleLoads {
  const loads: Partial<Record<Muscle, { -readonly [K in keyof MuscleLoad]: number }>> = {};
  // Direct work counts whole, indirect half.
  for (const one of exercises.values()) {
    for (const { place, share } of creditTracksOf(
      exerciseOrThrow(catalogue, one.exerciseId),
      settings.countingSchool,
    )) {
      const muscle = muscleAt(place);
      if (!muscle || share < 0.5) continue;
      loads[muscle] ??= { ...NO_LOAD };
      loads[muscle].reps += share * one.reps;
      loads[muscle].tensionSeconds += share * one.tensionSeconds;
      loads[muscle].loweringSeconds += share * one.loweringSeconds;
    }
  }
  visitWork(parts, settings, (place, links) => {
    const muscle = muscleAt(place);
    const load = muscle && loads[muscle];
    if (!load) return;
    load.hardSets += creditOf(links, settings.chain);
    load.failureSets += creditOf(
      links.filter(({ part }) => part.toFailure),
      settings.chain,
    );
  });
  return loads;
}

function coverageOf(parts: readonly HardPart[], settings: Settings): Coverage {
  const coverage: Partial<Record<RegionId, Record<RangeThird, number>>> = {};
  visitWork(parts, settings, (place, links) => {
    const region = regionAt(place);
    if (!region) return;
    coverage[region] ??= { lengthened: 0, middle: 0, shortened: 0 };
    const known = coverage[region];
    creditsWithin(links, settings.chain).forEach((credit, index) => {
      const { exercise, segment } = entryAt(links, index).part;
      known[thirdOf(hardestLength(exercise, region, segment))] += credit;
    });
  });
  return coverage;
}

/** Where along its length a region is loaded most in a part: partial reps and holds are at the place that they are done in. */
function hardestLength(exercise: Exercise, region: RegionId, segment: Segment): number {
  const { from, to, peak } = lengthProfile(exercise, region);
  const where = segment.amount.kind === "hold" ? segment.amount.position : segment.rom;
  switch (where) {
    case "full":
      return peak;
    case "long":
      return to;
    case "middle":
      return (from + to) / 2;
    case "short":
      return from;
  }
}

export function addLoads(a: MuscleLoads, b: MuscleLoads): MuscleLoads {
  const sum: Partial<Record<Muscle, MuscleLoad>> = { ...a };
  for (const [muscle, load] of entriesOf(b)) {
    const known = sum[muscle];
    sum[muscle] = known
      ? {
          hardSets: known.hardSets + load.hardSets,
          failureSets: known.failureSets + load.failureSets,
          reps: known.reps + load.reps,
          loweringSeconds: known.loweringSeconds + load.loweringSeconds,
          tensionSeconds: known.tensionSeconds + load.tensionSeconds,
          volumeLoadKg: known.volumeLoadKg + load.volumeLoadKg,
        }
      : load;
  }
  return sum;
}

export function addCoverage(a: Coverage, b: Coverage): Coverage {
  const sum: Partial<Record<RegionId, LengthCoverage>> = { ...a };
  for (const [region, more] of entriesOf(b)) {
    const known = sum[region];
    sum[region] = known
      ? {
          lengthened: known.lengthened + more.lengthened,
          middle: known.middle + more.middle,
          shortened: known.shortened + more.shortened,
        }
      : more;
  }
  return sum;
}
