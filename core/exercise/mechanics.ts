/**
 * Where an exercise is hard, from its lever and its implement: torque along the range at the joint that a muscle crosses, over
 * the strength of that joint there. Everything that speaks of lengths and resistance (coverage, ranking, pairs, curves on screen)
 * reads from here.
 *
 * Rules. A free weight's or the body's torque follows the sine of the limb's angle to the vertical; a cable's the sine of the angle
 * between limb and cable; a machine's cam is near even; a band's tension rises toward the end of the lifting; who rows their own
 * body up, or pulls it toward a high anchor, bears more of it the higher they are. That holds at the joint of the prime mover. In
 * a press the elbow is worked less at the bottom, where the load stands over it, than toward lock-out. A joint's strength falls
 * off from a little beyond the middle of its prime mover's length toward both ends, and is one for all that cross it: one ankle
 * has one answer. Demand is torque over strength, scaled to a peak of one.
 */
import { entriesOf } from "../lists";
import { identityCache } from "../memo";
import { clamp } from "../units";
import type { Exercise } from "./exercise";
import { type Joint, movingJoint, type Pose, regionLength } from "./muscles";
import type { RegionId } from "./regions";

/** How the resistance pulls: by gravity, along a cable from a direction in degrees, evenly, or by a stretching band. */
type PullKind =
  | { readonly kind: "gravity" }
  | { readonly kind: "cable"; readonly degrees: number }
  | { readonly kind: "even" }
  | { readonly kind: "band" }
  | { readonly kind: "ownBody" };

export interface Position {
  /** Degrees that the working limb is turned against the shipped position, as by a bench's angle. */
  readonly tilt?: number;
  /** A cable's direction, where it is moved. */
  readonly cable?: number;
  /** The working limb's lever against the shipped one: 1.2 is a fifth longer. */
  readonly lever?: number;
}

export interface DemandPoint {
  /** 0 at the start of the lifting, 1 at its end. */
  readonly at: number;
  /** Relative torque, 1 at its highest for one resistance alone. */
  readonly torque: number;
  /** Relative strength of the prime mover, 1 at its best. */
  readonly strength: number;
  /** Torque over strength, 1 at its highest. */
  readonly demand: number;
}

const STEPS = 24;
const RADIANS = Math.PI / 180;
/** No position is wholly without tension: the muscle still holds the limb. */
const LEAST_TORQUE = 0.06;

export function resistanceOf(exercise: Exercise): PullKind {
  // On a sled or a belt the thigh is the lever too: hardest deep, like any squat.
  // So is the foot in a calf raise.
  if (exercise.pattern === "squat" || (exercise.pattern === "calf raise" && exercise.implement !== "stack"))
    return exercise.implement === "band" ? { kind: "band" } : { kind: "gravity" };
  switch (exercise.implement) {
    case "stack":
      return exercise.cableDegrees === null ? { kind: "even" } : { kind: "cable", degrees: exercise.cableDegrees };
    case "sled":
      return { kind: "even" };
    case "band":
      return { kind: "band" };
    default:
      return raisesOwnBody(exercise) ? { kind: "ownBody" } : { kind: "gravity" };
  }
}

/** Hang-rows and pulls on straps: at arm's length the feet bear most, at the chest the arms do. */
const raisesOwnBody = ({ implement, pattern }: Exercise): boolean =>
  (implement === "bodyweight" || implement === "straps") &&
  (pattern === "horizontal pull" || pattern === "rear fly" || (implement === "straps" && pattern === "elbow flexion"));

/** Of a muscle's best strength so much is missing at its shortest. */
const STRENGTH_LOST = 0.38;

/** Strength of a muscle at a length, 1 at its best: a little beyond the middle. */
export const strengthAt = (length: number): number => clamp(1 - STRENGTH_LOST * ((length - 0.58) / 0.58) ** 2, 0.3, 1);

/** The pose at a share of the way through the lifting. */
function poseAt(exercise: Exercise, at: number): Pose {
  const pose: Partial<Record<Joint, number>> = {};
  for (const [joint, angle] of entriesOf(exercise.travel))
    pose[joint] = typeof angle === "number" ? angle : angle[0] + (angle[1] - angle[0]) * at;
  return pose;
}

function torqueAt(exercise: Exercise, resistance: PullKind, position: Position, at: number): number {
  const [from, to] = exercise.limb;
  const limb = from + (to - from) * at + (position.tilt ?? 0);
  const lever = position.lever ?? 1;
  switch (resistance.kind) {
    case "gravity":
      return lever * Math.max(LEAST_TORQUE, Math.abs(Math.sin(limb * RADIANS)));
    case "cable":
      return (
        lever * Math.max(LEAST_TORQUE, Math.abs(Math.sin((limb - (position.cable ?? resistance.degrees)) * RADIANS)))
      );
    case "even":
      return lever * (0.88 + 0.12 * Math.sin(Math.PI * at));
    case "band":
      return lever * (0.35 + 0.65 * at);
    case "ownBody":
      return lever * (0.4 + 0.6 * at);
  }
}

/** Presses, in which the elbow opens under the load. */
const PRESSES: ReadonlySet<string> = new Set(["horizontal push", "vertical push"]);
const EXTENDS_ELBOW: ReadonlySet<RegionId> = new Set(["tricepsLong", "tricepsLateral"]);

/** The torque at the joint at which a region works. */
function torqueOn(
  region: RegionId | null,
  exercise: Exercise,
  resistance: PullKind,
  position: Position,
  at: number,
): number {
  if (region && EXTENDS_ELBOW.has(region) && PRESSES.has(exercise.pattern))
    return (position.lever ?? 1) * (0.35 + 0.65 * Math.sin((Math.PI / 2) * Math.min(1, at / 0.8)));
  return torqueAt(exercise, resistance, position, at);
}

/** The region whose strength speaks for the joint at which a region works: the first direct one that moves as it does. */
function speakerOf(exercise: Exercise, region: RegionId): RegionId {
  const mover = primeMover(exercise) ?? region;
  return sharesJoint(exercise, mover, region) ? mover : region;
}

/** Whether two regions work at one joint in a motion: ankles, knees, elbows, and the ways the shoulder and hip turn. */
function sharesJoint({ travel }: Exercise, a: RegionId, b: RegionId): boolean {
  const [mine, other] = [movingJoint(a, travel), movingJoint(b, travel)];
  return mine !== null && mine === other;
}

/** The region that gives the exercise its name: the first of those trained directly. */
export function primeMover(exercise: Exercise): RegionId | null {
  const entries = entriesOf(exercise.shares);
  return entries.find(([, share]) => share === 1)?.[0] ?? entries[0]?.[0] ?? null;
}

/** One resistance and what part of the load it is; two together are a dumbbell with a band, a bar with chains. */
export interface MixedResistance {
  readonly resistance: PullKind;
  readonly part: number;
}

/** Torque, strength and demand through the range, in 25 points. */
export function demandCurve(
  exercise: Exercise,
  position: Position = {},
  mix: readonly MixedResistance[] = [{ resistance: resistanceOf(exercise), part: 1 }],
): DemandPoint[] {
  const region = primeMover(exercise);
  const points = Array.from({ length: STEPS + 1 }, (_, step) => {
    const at = step / STEPS;
    const strength = region ? strengthAt(regionLength(region, poseAt(exercise, at))) : 1;
    let torque = 0;
    for (const { resistance, part } of mix) torque += part * torqueOn(region, exercise, resistance, position, at);
    return { at, torque, strength, demand: torque / strength };
  });
  const most = Math.max(...points.map((point) => point.demand));
  const highest = Math.max(...points.map((point) => point.torque));
  return points.map((point) => ({
    ...point,
    torque: point.torque / Math.max(highest, 1e-9),
    demand: point.demand / Math.max(most, 1e-9),
  }));
}

/** Demand on one region along its length, in the order of the lifting, 1 at its highest; what the line on screen is drawn from. */
export function demandAlong(
  exercise: Exercise,
  region: RegionId,
): { readonly length: number; readonly demand: number }[] {
  const resistance = resistanceOf(exercise);
  const speaker = speakerOf(exercise, region);
  const points = Array.from({ length: STEPS + 1 }, (_, step) => {
    const at = step / STEPS;
    const pose = poseAt(exercise, at);
    const strength = strengthAt(regionLength(speaker, pose));
    return { length: regionLength(region, pose), demand: torqueOn(region, exercise, resistance, {}, at) / strength };
  });
  const most = Math.max(...points.map((point) => point.demand));
  return points.map(({ length, demand }) => ({ length, demand: demand / Math.max(most, 1e-9) }));
}

/** Where along its length a region works, 0 short to 1 long, and where it is loaded most. */
interface LengthProfile {
  readonly from: number;
  readonly to: number;
  readonly peak: number;
}

const profiles = identityCache<Map<RegionId, LengthProfile>>();

/**
 * The lengths a region travels through in an exercise, and the one at which the resistance peaks: the middle of where demand is
 * within a tenth of its highest. A region that does not move works at one length.
 */
export function lengthProfile(exercise: Exercise, region: RegionId): LengthProfile {
  const known = profiles(exercise, [], () => new Map());
  let profile = known.get(region);
  if (!profile) {
    const along = demandAlong(exercise, region);
    const lengths = along.map((point) => point.length);
    const hardest = along.filter((point) => point.demand >= 0.9).map((point) => point.length);
    const peak = hardest.reduce((sum, length) => sum + length, 0) / hardest.length;
    profile = { from: Math.min(...lengths), to: Math.max(...lengths), peak };
    known.set(region, profile);
  }
  return profile;
}

export type RangeThird = "shortened" | "middle" | "lengthened";
export const RANGE_THIRDS: readonly RangeThird[] = ["lengthened", "middle", "shortened"];

export const thirdOf = (length: number): RangeThird =>
  length < 1 / 3 ? "shortened" : length < 2 / 3 ? "middle" : "lengthened";

/** Stretches of the range where demand is under a third of its highest: where tension is lost. */
export function lowDemandStretches(curve: readonly DemandPoint[]): number {
  return curve.filter((point) => point.demand < 1 / 3).length / curve.length;
}
