/** Whether an exercise spares a joint that hurts in another one. docs/handbook.md#floor. */
import { entriesOf } from "../lists";
import type { Exercise } from "./exercise";
import type { StressedJoint } from "./motions";

/** What is added to an exercise's distance for each grade of stress on the joint that hurts. */
const BY_STRESS = 2;

/** The distance by which substitutes are ordered when a joint hurts: the exercise's own, and more the more it stresses that joint. */
export const distanceFromPain = (other: Exercise, joint: StressedJoint, distance: number): number =>
  distance + BY_STRESS * (other.stress[joint] ?? 0);

/** A substitute may take this much learning, or as much as the exercise that it replaces. */
const MOST_LEARNING = 3;

/**
 * Whether `other` may replace an exercise that hurts a joint: it stresses that joint less (not at all, where the exercise does not
 * either), every other joint no more than the exercise does or by one grade at most, and takes no long learning.
 */
export function sparesJoint(other: Exercise, exercise: Exercise, joint: StressedJoint): boolean {
  const asked = exercise.stress[joint] ?? 0;
  if ((other.stress[joint] ?? 0) >= Math.max(1, asked)) return false;
  if (other.learning > Math.max(MOST_LEARNING, exercise.learning)) return false;
  return entriesOf(other.stress).every(([at, stress]) => stress <= Math.max(1, exercise.stress[at] ?? 0));
}
