/**
 * How long each muscle region is in a pose, 0 (short) to 1 (long), from the joints it crosses. docs/handbook.md#volume: length is
 * continuous, and two-joint muscles follow both joints.
 *
 * Each region's length is a weighted sum of its joints' places between their limits; a positive weight lengthens as the angle
 * rises, a negative one as it falls. The weights are in proportion to moment arm times the joint's range, and add to one, so that
 * 0 and 1 are reached only where every joint stands at its end. Moment arms of the two-joint muscles in cm (docs/handbook.md#exercises):
 * biceps 2 at the shoulder and 3.5 at the elbow; long head of the elbow extensors 2 and 2.2; hamstrings 6.5 at the hip and 3 at
 * the knee; straight thigh muscle 4 and 4; gastrocnemius 2 at the knee and 5 at the ankle.
 */
import { entriesOf } from "../lists";
import type { RegionId } from "./regions";

export type Joint =
  | "shoulderFlexion"
  | "shoulderAbduction"
  | "shoulderAcross"
  | "shoulderTurn"
  | "elbowFlexion"
  | "wristFlexion"
  | "scapulaForward"
  | "scapulaUp"
  | "hipFlexion"
  | "hipAbduction"
  | "kneeFlexion"
  | "anklePoint"
  | "spineFlexion"
  | "spineSide"
  | "spineTurn"
  | "neckFlexion";

/** Degrees at each end, and in quiet standing. The shoulder blade goes from −1 to 1. */
export const JOINTS: Readonly<Record<Joint, { readonly low: number; readonly high: number; readonly rest: number }>> = {
  shoulderFlexion: { low: -60, high: 180, rest: 0 },
  shoulderAbduction: { low: 0, high: 180, rest: 10 },
  /** Across the chest; negative is behind the line of the shoulders. */
  shoulderAcross: { low: -40, high: 120, rest: 30 },
  /** Outward turn of the upper arm. */
  shoulderTurn: { low: -70, high: 90, rest: 0 },
  elbowFlexion: { low: 0, high: 145, rest: 10 },
  wristFlexion: { low: -70, high: 80, rest: 0 },
  scapulaForward: { low: -1, high: 1, rest: 0 },
  scapulaUp: { low: -1, high: 1, rest: 0 },
  hipFlexion: { low: -20, high: 130, rest: 0 },
  hipAbduction: { low: -25, high: 50, rest: 0 },
  kneeFlexion: { low: 0, high: 145, rest: 5 },
  /** Pointing the foot down. */
  anklePoint: { low: -25, high: 50, rest: 0 },
  spineFlexion: { low: -30, high: 60, rest: 0 },
  /** Bending, and turning, toward the side that works. */
  spineSide: { low: -35, high: 35, rest: 0 },
  spineTurn: { low: -45, high: 45, rest: 0 },
  /** Chin toward the chest. */
  neckFlexion: { low: -50, high: 55, rest: 0 },
};

export type Pose = Partial<Readonly<Record<Joint, number>>>;
type Weights = Partial<Readonly<Record<Joint | "shoulderRaise", number>>>;

/** `shoulderRaise`: how high the arm is, forward or sideways, whichever is more. */
const LENGTHS: Readonly<Record<RegionId, Weights>> = {
  upperChest: { shoulderAcross: -0.6, shoulderFlexion: -0.4 },
  midChest: { shoulderAcross: -0.9, scapulaForward: -0.1 },
  lowerChest: { shoulderAcross: -0.6, shoulderFlexion: 0.4 },
  lats: { shoulderRaise: 0.85, scapulaForward: 0.15 },
  midBack: { scapulaForward: 0.75, shoulderAcross: 0.25 },
  upperTraps: { scapulaUp: -1 },
  neckFront: { neckFlexion: -1 },
  neckBack: { neckFlexion: 1 },
  spinalErectors: { spineFlexion: 0.75, hipFlexion: 0.25 },
  frontDelts: { shoulderFlexion: -0.6, shoulderAcross: -0.4 },
  sideDelts: { shoulderAbduction: -1 },
  rearDelts: { shoulderAcross: 0.6, shoulderFlexion: 0.4 },
  rotatorCuff: { shoulderTurn: -1 },
  serratus: { scapulaForward: -0.6, shoulderRaise: -0.4 },
  biceps: { elbowFlexion: -0.514, shoulderFlexion: -0.486 },
  brachialis: { elbowFlexion: -1 },
  tricepsLong: { elbowFlexion: 0.399, shoulderFlexion: 0.601 },
  tricepsLateral: { elbowFlexion: 1 },
  forearms: { wristFlexion: -1 },
  gluteMax: { hipFlexion: 0.85, hipAbduction: -0.15 },
  gluteMed: { hipAbduction: -0.7, hipFlexion: 0.3 },
  vasti: { kneeFlexion: 1 },
  rectusFemoris: { kneeFlexion: 0.492, hipFlexion: -0.508 },
  hamstrings: { hipFlexion: 0.691, kneeFlexion: -0.309 },
  adductors: { hipAbduction: 0.6, hipFlexion: 0.4 },
  gastrocnemius: { anklePoint: -0.564, kneeFlexion: -0.436 },
  soleus: { anklePoint: -1 },
  shins: { anklePoint: 1 },
  abs: { spineFlexion: -1 },
  obliques: { spineTurn: -0.5, spineSide: -0.5 },
  hipFlexors: { hipFlexion: -1 },
};

/** The joint whose movement changes a region's length most in a motion; null where none does. */
export function movingJoint(
  region: RegionId,
  travel: Partial<Readonly<Record<Joint, number | readonly [number, number]>>>,
): Joint | null {
  let most: Joint | null = null;
  let change = 0;
  for (const [joint, weight] of entriesOf(LENGTHS[region])) {
    for (const one of joint === "shoulderRaise" ? (["shoulderFlexion", "shoulderAbduction"] as const) : [joint]) {
      const moved = travel[one];
      if (moved === undefined || typeof moved === "number") continue;
      const { low, high } = JOINTS[one];
      const own = Math.abs((weight * (moved[1] - moved[0])) / (high - low));
      if (own > change) [most, change] = [one, own];
    }
  }
  return most;
}

const angleIn = (pose: Pose, joint: Joint): number => pose[joint] ?? JOINTS[joint].rest;

function place(pose: Pose, joint: Joint | "shoulderRaise"): number {
  if (joint === "shoulderRaise")
    return Math.min(
      1,
      Math.max(0, Math.max(angleIn(pose, "shoulderFlexion"), angleIn(pose, "shoulderAbduction")) / 180),
    );
  const { low, high } = JOINTS[joint];
  return Math.min(1, Math.max(0, (angleIn(pose, joint) - low) / (high - low)));
}

/** The length of a region in a pose, 0 short to 1 long. */
export function regionLength(region: RegionId, pose: Pose): number {
  let length = 0;
  for (const [joint, weight] of entriesOf(LENGTHS[region])) {
    const at = place(pose, joint);
    length += weight > 0 ? weight * at : -weight * (1 - at);
  }
  return length;
}

/** What a coach wants of a muscle: more than usual, as usual, or only what keeps it. */
export type MusclePriority = "build" | "normal" | "hold";
