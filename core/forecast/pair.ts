/** Partners for an exercise: what a pair is, what speaks for and against it, and what it costs. docs/handbook.md#exercises. */

import {
  classifyPair,
  directRegions,
  type Exercise,
  type PairClass,
  type RegionId,
  type Trainee,
  trainSameRegion,
} from "../exercise";
import { type GymEquipment, loadForReps, populationCurve } from "../load";
import { unfitness, usualAtAll } from "../selection";
import { POPULATION_RESERVE, Reserve, type ReserveConstants } from "./reserve";

export type PairPoint =
  | "opposing"
  | "usual"
  | "alike"
  | "tiresMainLift"
  | "onePlane"
  | "oneStation"
  | "oneImplement"
  | "sameLoad"
  | "shortSetUps"
  | "lengthsMeet"
  | "sharedGrip"
  | "sharedBack"
  | "twoSkilled"
  | "twoAxial"
  | "twoSpotters"
  | "stationsApart"
  | "repsLost";

interface PairReason {
  readonly point: PairPoint;
  /** Positive speaks for the pair. */
  readonly points: number;
}

export interface Pair {
  readonly first: Exercise;
  readonly second: Exercise;
  readonly kind: PairClass;
  readonly score: number;
  readonly reasons: readonly PairReason[];
  /** From the last rep of one to the first of the other. */
  readonly transitionSeconds: number;
  /** Reps of ten that the second loses by following the first after that change, and the first by following the second after a rest. */
  readonly repsLost: { readonly second: number; readonly first: number };
}

const SETTLE_SECONDS = 6;

/** Seconds from one exercise to the other: another implement, another station and its set-up. */
export function transitionSeconds(first: Exercise, second: Exercise): number {
  let seconds = SETTLE_SECONDS;
  if (first.implement !== second.implement) seconds += 3;
  const [a] = first.stations;
  const [b] = second.stations;
  if (a !== b) seconds += a && b ? 8 : 4;
  return (
    seconds + (a === b && first.implement === second.implement ? 2 : Math.min(10, Math.round(second.setupSeconds / 6)))
  );
}

const CURVE = populationCurve("epleyBrzyckiMean");
const TEN = loadForReps(100, 10, CURVE);
const ROUND_REST_SECONDS = 75;

/** Reps of ten that `then` loses when `before` was done with one in reserve so many seconds ago. */
function repsLostAfter(before: Exercise, then: Exercise, restSeconds: number, constants: ReserveConstants): number {
  const reserve = new Reserve(constants);
  reserve.perform(before, "both", 100, TEN, CURVE, 9);
  reserve.rest(restSeconds);
  return Math.max(0, 10 - reserve.repsLeft(then, "both", 100, TEN, CURVE));
}

export function judgePair(first: Exercise, second: Exercise, constants: ReserveConstants = POPULATION_RESERVE): Pair {
  const kind = classifyPair(first, second);
  const seconds = transitionSeconds(first, second);
  const reasons: PairReason[] = [];
  const add = (point: PairPoint, points: number, holds: boolean) => {
    if (holds) reasons.push({ point, points });
  };
  const oneStation = first.stations[0] !== undefined && first.stations[0] === second.stations[0];
  const sameMuscle = trainSameRegion(first, second);
  add("opposing", 3, kind === "antagonist");
  add("onePlane", 1, kind === "antagonist" && first.plane === second.plane);
  add("oneStation", 1, oneStation);
  add("oneImplement", 0.5, first.implement === second.implement);
  add("sameLoad", 0.5, first.implement === second.implement && isSimpleShare(first, second));
  add("shortSetUps", 0.5, first.setupSeconds <= 15 && second.setupSeconds <= 15);
  add("lengthsMeet", 1.5, kind === "stretch and squeeze");
  add("alike", 1, first.joints === second.joints);
  add("usual", Math.round(15 * usualAtAll(second)) / 10, true);
  add("tiresMainLift", -2.5, kind !== "antagonist" && isMainLift(first) && sharesMuscle(first, second));
  add("sharedGrip", -1.5, first.grip >= 2 && second.grip >= 2);
  add("sharedBack", -2, (first.stress.lowerBack ?? 0) >= 2 && (second.stress.lowerBack ?? 0) >= 2);
  add("twoSkilled", -1.5, first.learning >= 4 && second.learning >= 4);
  add("twoAxial", -2, first.axial && second.axial);
  add("twoSpotters", -1.5, first.spotting !== "none" && second.spotting !== "none");
  add("stationsApart", -1, !oneStation && first.stations.length > 0 && second.stations.length > 0 && seconds >= 20);
  const repsLost = {
    second: repsLostAfter(first, second, seconds, constants),
    first: repsLostAfter(second, first, ROUND_REST_SECONDS, constants),
  };
  const lost = repsLost.first + (sameMuscle ? 0.4 : 1) * repsLost.second;
  add("repsLost", -Math.round(lost * 5) / 10, lost >= 0.6);
  return {
    first,
    second,
    kind,
    score: reasons.reduce((sum, reason) => sum + reason.points, 0),
    reasons,
    transitionSeconds: seconds,
    repsLost,
  };
}

/** Whether one load, or half or twice of it, serves both. */
function isSimpleShare(a: Exercise, b: Exercise): boolean {
  if (a.family !== b.family) return false;
  const share = a.familyRatio / b.familyRatio;
  return [0.5, 1, 2].some((simple) => Math.abs(share / simple - 1) < 0.06);
}

interface PairContext {
  readonly trainee: Trainee;
  readonly gym: GymEquipment | null;
  readonly constants?: ReserveConstants;
}

/** So many partners of one pattern come before other kinds of partner have been offered. */
const OF_ONE_PATTERN = 2;

/** Not three curls for every extension: what is beyond two of a pattern comes after the best of the other patterns. */
function varied(pairs: readonly Pair[]): Pair[] {
  const counts = new Map<string, number>();
  const [early, late]: [Pair[], Pair[]] = [[], []];
  for (const pair of pairs) {
    const { pattern } = pair.second;
    const count = (counts.get(pattern) ?? 0) + 1;
    counts.set(pattern, count);
    (count <= OF_ONE_PATTERN ? early : late).push(pair);
  }
  return [...early.slice(0, EARLY), ...[...early.slice(EARLY), ...late].sort((a, b) => b.score - a.score)];
}

/** As many are looked at at first. */
const EARLY = 6;

/** A heavy lift of the whole body, which nothing for the same muscles goes beside. */
const isMainLift = ({ joints, axial, stress }: Exercise): boolean =>
  joints === "multi" && (axial || (stress.lowerBack ?? 0) >= 2);

const sharesMuscle = (a: Exercise, b: Exercise): boolean =>
  directRegions(a).some((region) => (b.shares[region] ?? 0) >= 0.5) ||
  directRegions(b).some((region) => (a.shares[region] ?? 0) >= 0.5);

/** Partners for an exercise, the best first; nothing that this client may not do here. Mechanical drops are left out: they are no pair. */
export function partnersFor(exercise: Exercise, list: readonly Exercise[], context: PairContext, most = 20): Pair[] {
  const pairs = list
    .filter((other) => other.id !== exercise.id && !unfitness(other, context.trainee, context.gym))
    .map((other) => judgePair(exercise, other, context.constants))
    .filter((pair) => pair.kind !== "mechanical drop")
    .sort((a, b) => b.score - a.score || (a.second.id < b.second.id ? -1 : 1));
  return varied(pairs).slice(0, most);
}

/** The best pairs of two regions, each trained directly. */
export function pairsForRegions(
  one: RegionId,
  other: RegionId,
  list: readonly Exercise[],
  context: PairContext,
  most = 20,
): Pair[] {
  const fit = list.filter((exercise) => !unfitness(exercise, context.trainee, context.gym));
  const firsts = fit.filter((exercise) => exercise.shares[one] === 1);
  const seconds = fit.filter((exercise) => exercise.shares[other] === 1);
  return firsts
    .flatMap((first) =>
      seconds.filter((second) => second.id !== first.id).map((second) => judgePair(first, second, context.constants)),
    )
    .filter((pair) => pair.kind !== "mechanical drop")
    .sort((a, b) => b.score - a.score || (a.first.id + a.second.id < b.first.id + b.second.id ? -1 : 1))
    .slice(0, most);
}
