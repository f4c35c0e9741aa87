/** What two exercises that are done one after the other are to each other. docs/handbook.md#names. */

import { entriesOf } from "../lists";
import { areOpposing, directRegions, type Exercise } from "./exercise";
import { lengthProfile } from "./mechanics";
import { REGION_IDS, REGIONS } from "./regions";

export type PairClass =
  | "antagonist"
  | "stretch and squeeze"
  | "pre-exhaust"
  | "post-exhaust"
  | "mechanical drop"
  | "same muscle"
  | "unrelated";

/** What two exercises done back to back are, in their order. docs/handbook.md#names. */
export function classifyPair(first: Exercise, second: Exercise): PairClass {
  if (first.id === second.id) return "same muscle";
  if (areOpposing(first, second)) return "antagonist";
  const shared = directRegions(first).filter((region) => second.shares[region] === 1);
  const helps = (a: Exercise, b: Exercise) => directRegions(a).some((region) => (b.shares[region] ?? 0) >= 0.5);
  const exhaust =
    first.joints === "single" && second.joints === "multi" && helps(first, second)
      ? "pre-exhaust"
      : first.joints === "multi" && second.joints === "single" && helps(second, first)
        ? "post-exhaust"
        : null;
  // Isolation and a compound that move one joint alike: which comes first says what it is, at whatever length it is loaded.
  if (exhaust && moveAlike(first, second)) return exhaust;
  if (shared.length > 0 && isLoadToBody(first, second)) return "mechanical drop";
  if (lengthsMeet(first, second)) return "stretch and squeeze";
  if (exhaust) return exhaust;
  if (shared.length > 0) return isEasierLever(first, second) ? "mechanical drop" : "same muscle";
  return first.pattern === second.pattern && trainSameMuscle(first, second) ? "same muscle" : "unrelated";
}

/** Whether a joint that both move turns the same way in both. */
const moveAlike = (a: Exercise, b: Exercise): boolean =>
  entriesOf(a.travel).some(([joint, angles]) => {
    const other = b.travel[joint];
    if (typeof angles === "number" || other === undefined || typeof other === "number") return false;
    return (angles[1] - angles[0]) * (other[1] - other[0]) > 0;
  });

/** Whether two train one muscle directly, in whatever region of it: a curl and a hammer curl do. */
function trainSameMuscle(a: Exercise, b: Exercise): boolean {
  const muscles = new Set(directRegions(a).map((region) => REGIONS[region].muscle));
  return directRegions(b).some((region) => muscles.has(REGIONS[region].muscle));
}

/** Beyond this share of the body a move is no easier than one with a load. */
const MOST_OF_BODY = 0.8;

/** A lift with a load, and then the same action with the body alone: less to move, and the set goes on. */
const isLoadToBody = (first: Exercise, second: Exercise): boolean =>
  first.bodyweightFraction === null &&
  second.bodyweightFraction !== null &&
  first.family === second.family &&
  first.pattern === second.pattern &&
  first.joints === second.joints &&
  second.bodyweightFraction < MOST_OF_BODY;

/** Peaks this part of a region's whole range apart are two lengths. */
const LENGTHS_APART = 0.2;

/**
 * One muscle, trained directly by both, and in a region of it that both train by half or more the load peaks at clearly
 * different lengths, whatever the loads.
 */
export function lengthsMeet(a: Exercise, b: Exercise): boolean {
  const muscles = (exercise: Exercise) => new Set(directRegions(exercise).map((region) => REGIONS[region].muscle));
  const [ofA, ofB] = [muscles(a), muscles(b)];
  return REGION_IDS.some(
    (region) =>
      ofA.has(REGIONS[region].muscle) &&
      ofB.has(REGIONS[region].muscle) &&
      Math.min(a.shares[region] ?? 0, b.shares[region] ?? 0) >= 0.5 &&
      // One of them is for this region: two that only help there are no pair for it.
      Math.max(a.shares[region] ?? 0, b.shares[region] ?? 0) === 1 &&
      Math.abs(lengthProfile(a, region).peak - lengthProfile(b, region).peak) >= LENGTHS_APART,
  );
}

/** The same action on the same implement, loaded alike along the length, and easier than the one before it. */
function isEasierLever(first: Exercise, second: Exercise): boolean {
  if (first.family !== second.family || first.pattern !== second.pattern || first.joints !== second.joints)
    return false;
  if (first.implement !== second.implement) return false;
  return hardness(second) < hardness(first) * 0.98;
}

/** The share of one's strength in a move that the same load, or one's body, asks of it: for comparing within a family. */
export const hardness = ({ bodyweightFraction, familyRatio }: Exercise): number =>
  (bodyweightFraction ?? 1) / familyRatio;
