/** The nearest exercises that can stand in for one, with the load carried over. docs/handbook.md#exercises. */

import {
  distanceFromPain,
  type Exercise,
  isBodyweight,
  lengthProfile,
  primeMover,
  REGION_IDS,
  type StressedJoint,
  sparesJoint,
  type Trainee,
} from "../exercise";
import {
  buildableLoads,
  curveKg,
  type GymEquipment,
  prescribedFromCurve,
  type RoundingPolicy,
  roundToBuildable,
} from "../load";
import type { Settings } from "../settings";
import { unfitness } from "./fitness";
import { isUsual, usualAtAll } from "./usual";

export interface Substitute {
  readonly exercise: Exercise;
  /** 0 the same work … larger is further away. */
  readonly distance: number;
  /** Prescribed kg, as this gym builds it; null where nothing carries over: it is found in the ramp. */
  readonly kg: number | null;
}

interface SubstituteContext {
  readonly trainee: Trainee;
  readonly gym: GymEquipment;
  readonly settings: Settings;
  readonly bodyMassKg: number | null;
  readonly policy: RoundingPolicy;
}

/** How far apart two exercises are: by what they train, the pattern, the length they load and their sides. */
function exerciseDistance(a: Exercise, b: Exercise): number {
  let shared = 0;
  let all = 0;
  for (const region of REGION_IDS) {
    const one = a.shares[region] ?? 0;
    const other = b.shares[region] ?? 0;
    shared += Math.min(one, other);
    all += Math.max(one, other);
  }
  const shares = all > 0 ? 1 - shared / all : 1;
  const region = primeMover(a);
  const length =
    region && (b.shares[region] ?? 0) >= 0.5
      ? Math.abs(lengthProfile(a, region).peak - lengthProfile(b, region).peak)
      : 0.5;
  return (
    2 * shares +
    (a.pattern === b.pattern ? 0 : 0.6) +
    0.8 * length +
    (a.laterality === b.laterality ? 0 : 0.15) +
    (a.implement === b.implement ? 0 : 0.1) +
    0.05 * Math.abs(a.learning - b.learning)
  );
}

/** How much of a distance an unusual exercise is worth beside a usual one. */
const HABIT = 0.7;

/** Beyond this two exercises do not do the same work. */
const TOO_FAR = 1.9;
/** The largest distance, habit included, at which an exercise that spares a joint may still replace another one. */
const TOO_FAR_FROM_PAIN = 3.2;

/** The nearest that this client can do in this gym; `loadKg` is the load of the one to be replaced, in prescribed kg. */
export function substitutesFor(
  exercise: Exercise,
  loadKg: number | null,
  list: readonly Exercise[],
  context: SubstituteContext,
  most = 8,
): Substitute[] {
  const region = primeMover(exercise);
  const isAlike = (other: Exercise) =>
    (region === null || (other.shares[region] ?? 0) >= 0.5) && exerciseDistance(exercise, other) <= TOO_FAR;
  return nearest(exercise, loadKg, list.filter(isAlike), context).slice(0, most);
}

/**
 * Exercises that train one of the same main muscles and ask less of a joint that hurts, ordered by distance and joint stress: hip
 * thrusts in place of a squat that hurts the knee. Only exercises that most gyms know; `most` of them.
 */
export function substitutesSparing(
  exercise: Exercise,
  joint: StressedJoint,
  loadKg: number | null,
  list: readonly Exercise[],
  context: SubstituteContext,
  most = 3,
): Substitute[] {
  // The glutes count where they only assist, too: pressing with the legs, they are what can be trained without the knee.
  const muscles = REGION_IDS.filter((region) => (exercise.shares[region] ?? 0) >= (region === "gluteMax" ? 0.5 : 1));
  const isFit = (other: Exercise) =>
    sparesJoint(other, exercise, joint) && isUsual(other) && muscles.some((region) => other.shares[region] === 1);
  const farness = (one: Substitute) => distanceFromPain(one.exercise, joint, one.distance);
  return nearest(exercise, loadKg, list.filter(isFit), context)
    .filter(({ distance }) => distance <= TOO_FAR_FROM_PAIN)
    .sort((a, b) => farness(a) - farness(b))
    .slice(0, most);
}

/** The exercises of a list that this client can do in this gym, ordered by their distance to `exercise`, with the load carried over. */
function nearest(
  exercise: Exercise,
  loadKg: number | null,
  list: readonly Exercise[],
  context: SubstituteContext,
): Substitute[] {
  return (
    list
      .filter((other) => other.id !== exercise.id && !unfitness(other, context.trainee, context.gym))
      // What people know and gyms have comes before a stranger that is a little nearer.
      .map((other) => ({ other, distance: exerciseDistance(exercise, other) + HABIT * (1 - usualAtAll(other)) }))
      .sort((a, b) => a.distance - b.distance || (a.other.id < b.other.id ? -1 : 1))
      .map(({ other, distance }) => ({ exercise: other, distance, kg: carriedOver(exercise, loadKg, other, context) }))
      .filter((one) => !isMakeshift(one))
  );
}

/**
 * Whether a move of part of the body (a push-up) would need more than a few kilograms on the back: no substitute for a loaded lift.
 * Where the whole body hangs, plates go on a belt.
 */
const isMakeshift = ({ exercise, kg }: Pick<Substitute, "exercise" | "kg">): boolean =>
  isBodyweight(exercise) && exercise.bodyweightFraction !== 1 && (kg ?? 0) > MOST_ON_THE_BACK_KG;
const MOST_ON_THE_BACK_KG = 10;

/** The same effort on another lift of the family, through the ratios; null across families. */
function carriedOver(
  exercise: Exercise,
  loadKg: number | null,
  other: Exercise,
  { gym, settings, bodyMassKg, policy }: SubstituteContext,
): number | null {
  if (loadKg === null || exercise.family !== other.family) return null;
  const curve = curveKg(exercise, loadKg, bodyMassKg, settings);
  if (curve === null) return null;
  const wanted = prescribedFromCurve(other, (curve * other.familyRatio) / exercise.familyRatio, bodyMassKg, settings);
  if (wanted === null) return null;
  const loads = buildableLoads(other, gym);
  const built = roundToBuildable(loads, wanted, policy);
  // A load that this gym cannot come near is no load to propose.
  if (!built || Math.abs(built.kg - wanted) > 0.2 * Math.max(5, Math.abs(wanted))) return null;
  return built.kg;
}
