/** Whether an exercise spares a joint that hurts in another one. docs/handbook.md#floor. */
import { entriesOf } from "../lists";
import type { Exercise } from "./exercise";
import type { StressedJoint } from "./motions";

/** How much further away an exercise is by each grade that it asks of the joint. */
const BY_STRESS = 2;

/** How far an exercise at a distance is from being done in place of one that hurts a joint: the nearest first, and the kindest. */
export const distanceFromPain = (other: Exercise, joint: StressedJoint, distance: number): number =>
  distance + BY_STRESS * (other.stress[joint] ?? 0);

/** What is new in place of what hurts is no skill that takes long to learn. */
const MOST_LEARNING = 3;

/**
 * Whether an exercise asks less of a joint than another one does (nothing, where that asks nothing of it either), no more than that
 * or next to nothing of every other joint, and no skill that would first have to be learnt.
 */
export function sparesJoint(other: Exercise, exercise: Exercise, joint: StressedJoint): boolean {
  const asked = exercise.stress[joint] ?? 0;
  if ((other.stress[joint] ?? 0) >= Math.max(1, asked)) return false;
  if (other.learning > Math.max(MOST_LEARNING, exercise.learning)) return false;
  return entriesOf(other.stress).every(([at, stress]) => stress <= Math.max(1, exercise.stress[at] ?? 0));
}
