/** What two exercises that are done one after the other are to each other. docs/handbook.md#names. */
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
  if (lengthsMeet(first, second)) return "stretch and squeeze";
  const shared = directRegions(first).filter((region) => second.shares[region] === 1);
  if (shared.length > 0) {
    if (isEasierLever(first, second)) return "mechanical drop";
    if (first.joints === "single" && second.joints === "multi") return "pre-exhaust";
    if (first.joints === "multi" && second.joints === "single") return "post-exhaust";
    return "same muscle";
  }
  const helps = (a: Exercise, b: Exercise) => directRegions(a).some((region) => (b.shares[region] ?? 0) >= 0.5);
  if (first.joints === "single" && second.joints === "multi" && helps(first, second)) return "pre-exhaust";
  if (first.joints === "multi" && second.joints === "single" && helps(second, first)) return "post-exhaust";
  return "unrelated";
}

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
