/**
 * What the chosen exercises cover: which part of each region's length was never hard, pushing against pulling, knees against
 * hips, left against right. Counted in hard sets, so that a session, a week and a block add up. docs/handbook.md#volume.
 */
import {
  type Catalogue,
  type Exercise,
  exerciseOrThrow,
  lengthProfile,
  RANGE_THIRDS,
  type RangeThird,
  REGION_IDS,
  type RegionId,
  type Trainee,
  thirdOf,
} from "../exercise";
import type { GymEquipment } from "../load";
import { isUsual, RANK_PRESETS, rankExercises } from "../selection";
import type { Coverage, ExerciseSets } from "./session-volume";

const BALANCED = RANK_PRESETS[0]!.weights;

export interface CoverageHole {
  readonly region: RegionId;
  readonly third: RangeThird;
  /** Hard sets that the region has elsewhere. */
  readonly setsElsewhere: number;
  /** What would fill it, for this client here; the best for the region first. */
  readonly fill: readonly Exercise[];
}

/**
 * From so many hard sets on a region with nothing in a third of its length has a hole. Work at long lengths is missed first; the
 * rest is worth a word only where there is much work and all of it alike. A judgement.
 */
const HOLE_FROM_SETS: Readonly<Record<RangeThird, number>> = { lengthened: 7, middle: 12, shortened: 12 };
const FILLERS_NAMED = 3;

/** Regions that are trained, but never in one third of their length that some usual exercise reaches: for each the one that matters most. */
export function coverageHoles(
  coverage: Coverage,
  list: readonly Exercise[],
  trainee: Trainee,
  gym: GymEquipment | null,
): CoverageHole[] {
  const holes: CoverageHole[] = [];
  for (const region of REGION_IDS) {
    const known = coverage[region];
    if (!known) continue;
    const all = known.lengthened + known.middle + known.shortened;
    for (const third of RANGE_THIRDS) {
      if (known[third] > 0 || all < HOLE_FROM_SETS[third]) continue;
      // Worked long, the middle is travelled through on the way.
      if (third === "middle" && known.lengthened > 0) continue;
      const fills = list.filter(
        (exercise) =>
          exercise.shares[region] === 1 &&
          exercise.pattern !== "carry" &&
          isUsual(exercise) &&
          thirdOf(lengthProfile(exercise, region).peak) === third,
      );
      const fill = rankExercises(fills, region, { trainee, gym, weights: BALANCED })
        .filter(({ unfit }) => unfit === null)
        .slice(0, FILLERS_NAMED)
        .map(({ exercise }) => exercise);
      if (fill.length === 0) continue;
      holes.push({ region, third, setsElsewhere: all, fill });
      break;
    }
  }
  return holes.sort((a, b) => b.setsElsewhere - a.setsElsewhere);
}

export interface Balance {
  readonly horizontal: { readonly push: number; readonly pull: number };
  readonly vertical: { readonly push: number; readonly pull: number };
  readonly legs: { readonly knee: number; readonly hip: number };
  /** Reps of work done one side at a time. */
  readonly sides: { readonly left: number; readonly right: number };
}

export function balanceOf(sets: Iterable<ExerciseSets>, catalogue: Catalogue): Balance {
  const balance = {
    horizontal: { push: 0, pull: 0 },
    vertical: { push: 0, pull: 0 },
    legs: { knee: 0, hip: 0 },
    sides: { left: 0, right: 0 },
  };
  for (const one of sets) {
    const { pattern } = exerciseOrThrow(catalogue, one.exerciseId);
    if (pattern === "horizontal push" || pattern === "fly") balance.horizontal.push += one.sets;
    if (pattern === "horizontal pull" || pattern === "rear fly") balance.horizontal.pull += one.sets;
    if (pattern === "vertical push") balance.vertical.push += one.sets;
    if (pattern === "vertical pull") balance.vertical.pull += one.sets;
    if (["squat", "lunge", "knee extension"].includes(pattern)) balance.legs.knee += one.sets;
    if (["hinge", "hip extension", "knee flexion"].includes(pattern)) balance.legs.hip += one.sets;
    balance.sides.left += one.leftReps;
    balance.sides.right += one.rightReps;
  }
  return balance;
}

export const NO_BALANCE: Balance = {
  horizontal: { push: 0, pull: 0 },
  vertical: { push: 0, pull: 0 },
  legs: { knee: 0, hip: 0 },
  sides: { left: 0, right: 0 },
};

export const addBalance = (a: Balance, b: Balance): Balance => ({
  horizontal: { push: a.horizontal.push + b.horizontal.push, pull: a.horizontal.pull + b.horizontal.pull },
  vertical: { push: a.vertical.push + b.vertical.push, pull: a.vertical.pull + b.vertical.pull },
  legs: { knee: a.legs.knee + b.legs.knee, hip: a.legs.hip + b.legs.hip },
  sides: { left: a.sides.left + b.sides.left, right: a.sides.right + b.sides.right },
});

/** Pairs further apart than this, with sets enough to tell, are worth a word. */
const LOPSIDED = 2;
const SETS_TO_TELL = 6;

export type BalanceNote =
  | {
      readonly kind: "horizontal" | "vertical";
      readonly more: "push" | "pull";
      readonly push: number;
      readonly pull: number;
    }
  | { readonly kind: "legs"; readonly more: "knee" | "hip"; readonly knee: number; readonly hip: number }
  | { readonly kind: "sides"; readonly more: "left" | "right"; readonly left: number; readonly right: number };

export function balanceNotes({ horizontal, vertical, legs, sides }: Balance): BalanceNote[] {
  const notes: BalanceNote[] = [];
  const apart = (a: number, b: number) =>
    a + b >= SETS_TO_TELL && Math.max(a, b) > LOPSIDED * Math.max(Math.min(a, b), 0.5);
  if (apart(horizontal.push, horizontal.pull))
    notes.push({ kind: "horizontal", more: horizontal.push > horizontal.pull ? "push" : "pull", ...horizontal });
  if (apart(vertical.push, vertical.pull))
    notes.push({ kind: "vertical", more: vertical.push > vertical.pull ? "push" : "pull", ...vertical });
  if (apart(legs.knee, legs.hip)) notes.push({ kind: "legs", more: legs.knee > legs.hip ? "knee" : "hip", ...legs });
  if (Math.abs(sides.left - sides.right) > 0.1 * Math.max(sides.left, sides.right, 10))
    notes.push({ kind: "sides", more: sides.left > sides.right ? "left" : "right", ...sides });
  return notes;
}
