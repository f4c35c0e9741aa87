import { entriesOf, keysOf } from "../lists";
import type { JointStress, Plane } from "./motions";
import type { Joint } from "./muscles";
import type { Pattern } from "./pattern";
import { isPlaceholder, placeholderName } from "./placeholder";
import type { RegionId, Shares } from "./regions";
import type { Laterality } from "./setup";

export type Implement =
  | "barbell"
  | "dumbbells" // a pair; the load is per hand
  | "dumbbell" // one
  | "kettlebell"
  | "stack" // pin-loaded machine or cable; the load is the stack's setting
  | "sled" // plate-loaded lever or angled sled
  | "bodyweight"
  | "straps"
  | "band";

/** The shapes of a bar that lifts tell apart. A studio names its bars as it likes; lifts ask for a shape. */
export const BAR_SHAPES = ["straight bar", "angled bar", "carrying frame", "safety bar", "parallel-grip bar"] as const;
export type BarShape = (typeof BAR_SHAPES)[number];

export type { Pattern };

/** From 1, the least, to 5, the most. */
export type Grade = 1 | 2 | 3 | 4 | 5;

/** What is fixed about an exercise. Figures that depend on a client or a gym are computed elsewhere. */
export interface Exercise {
  readonly id: string;
  readonly name: string;
  readonly otherNames: readonly string[];
  readonly pattern: Pattern;
  readonly implement: Implement;
  readonly joints: "multi" | "single";
  readonly body: "upper" | "lower" | "trunk";
  readonly laterality: Laterality;
  readonly stations: readonly string[];
  /** The shape of bar that it wants; null for a straight one, and for lifts without a bar. */
  readonly bar: BarShape | null;
  readonly setupSeconds: number;
  readonly shares: Shares;
  /** The part of body mass that is moved; `null` for moves whose load is external alone. */
  readonly bodyweightFraction: number | null;
  /** Lifts whose loads predict each other, and this lift's load as a share of the family lead's. */
  readonly family: string;
  readonly familyRatio: number;
  /** Set-up values by name that decide whose record is comparable. */
  readonly comparableSetup: readonly string[];
  readonly failureSafeAlone: boolean;
  readonly spotting: "none" | "pins" | "spotter";
  readonly plane: Plane;
  /** Joint angles from the start of the lifting to its end, and the working limb's to the vertical, in degrees. */
  readonly travel: Partial<Readonly<Record<Joint, number | readonly [number, number]>>>;
  readonly limb: readonly [number, number];
  /** Where a cable pulls from: 0 the floor, 90 level, 180 above; null where there is none. */
  readonly cableDegrees: number | null;
  /** 1 wobbly … 5 held. */
  readonly stability: Grade;
  /** 1 at once … 5 long to learn. */
  readonly learning: Grade;
  readonly stress: JointStress;
  /** 0 … 3: how soon the hand gives out. */
  readonly grip: number;
  /** Whether the spine carries the load from above. */
  readonly axial: boolean;
  /** The smallest step and the load past which it becomes awkward, in prescribed kg. */
  readonly stepKg: number;
  readonly ceilingKg: number;
  readonly breathing: string;
  readonly cues: readonly string[];
  readonly cautions: readonly string[];
}

/** The exercises that a studio can use, by id; an ordered list for menus. */
export interface Catalogue {
  readonly list: readonly Exercise[];
  readonly byId: ReadonlyMap<string, Exercise>;
}

export function catalogueOf(list: readonly Exercise[]): Catalogue {
  return { list, byId: new Map(list.map((exercise) => [exercise.id, exercise])) };
}

/** Whether an id stands for something that can be trained here: a known exercise, or a name that is not known yet. */
export const isTrainable = (catalogue: Catalogue, id: string): boolean => catalogue.byId.has(id) || isPlaceholder(id);

/** Whether an id is a name that the studio has not said anything about yet. */
export const isUnknownLift = (catalogue: Catalogue, id: string): boolean =>
  isPlaceholder(id) && !catalogue.byId.has(id);

export function exerciseOrThrow(catalogue: Catalogue, id: string): Exercise {
  const found = catalogue.byId.get(id);
  if (found) return found;
  if (isPlaceholder(id)) return placeholderExercise(id);
  throw new Error(`no exercise with id ${id}`);
}

const made = new Map<string, Exercise>();

/** A lift known by its name, as far as it is known: a weight in the hands, alone at its station, its share in no muscle. */
function placeholderExercise(exerciseId: string): Exercise {
  const known = made.get(exerciseId);
  if (known) return known;
  const exercise: Exercise = {
    id: exerciseId,
    name: placeholderName(exerciseId),
    otherNames: [],
    pattern: "carry",
    implement: "dumbbell",
    joints: "multi",
    body: "upper",
    laterality: "both",
    stations: [],
    bar: null,
    setupSeconds: 30,
    shares: {},
    bodyweightFraction: null,
    family: exerciseId,
    familyRatio: 1,
    comparableSetup: [],
    failureSafeAlone: false,
    spotting: "none",
    plane: "sagittal",
    travel: {},
    limb: [0, 0],
    cableDegrees: null,
    stability: 3,
    learning: 3,
    stress: {},
    grip: 1,
    axial: false,
    stepKg: 2.5,
    ceilingKg: 200,
    breathing: "",
    cues: [],
    cautions: [],
  };
  if (made.size > 2000) made.clear();
  made.set(exerciseId, exercise);
  return exercise;
}

/** The regions an exercise trains directly. */
export function directRegions(exercise: Exercise): RegionId[] {
  return keysOf(exercise.shares).filter((region) => exercise.shares[region] === 1);
}

const OPPOSITES: readonly (readonly [Pattern, Pattern])[] = [
  ["horizontal push", "horizontal pull"],
  ["vertical push", "vertical pull"],
  ["elbow flexion", "elbow extension"],
  ["knee extension", "knee flexion"],
  ["hip abduction", "hip adduction"],
  ["hip flexion", "hip extension"],
  ["fly", "horizontal pull"],
  ["fly", "rear fly"],
  ["horizontal push", "rear fly"],
  ["knee flexion", "squat"],
];

/**
 * Whether two exercises work opposing actions of one joint, so that one rests while the other works. A prime mover of both
 * rules it out: a squat and a deadlift do not rest each other. docs/handbook.md#names.
 */
export function areOpposing(a: Exercise, b: Exercise): boolean {
  // One pattern both ways, as the wrist's: what both train are then the two sides of one joint.
  if (a.pattern === b.pattern) return turnAgainst(a, b);
  if (isPushAndPull(a, b) && turnAgainst(a, b)) return !trainSameRegion(a, b);
  if (!OPPOSITES.some(([p, q]) => (a.pattern === p && b.pattern === q) || (a.pattern === q && b.pattern === p)))
    return false;
  return !trainSameRegion(a, b);
}

const PUSHES: readonly Pattern[] = ["horizontal push", "vertical push"];
const PULLS: readonly Pattern[] = ["horizontal pull", "vertical pull"];

/** A press and a pull of whatever directions: a dip and a chin-up move shoulder and elbow against each other. */
const isPushAndPull = (a: Exercise, b: Exercise): boolean =>
  (PUSHES.includes(a.pattern) && PULLS.includes(b.pattern)) ||
  (PULLS.includes(a.pattern) && PUSHES.includes(b.pattern));

/** Whether the joints that both move turn against each other, one at least and each of them. */
function turnAgainst(a: Exercise, b: Exercise): boolean {
  const turns: number[] = [];
  for (const [joint, angles] of entriesOf(a.travel)) {
    const other = b.travel[joint];
    if (typeof angles === "number" || other === undefined || typeof other === "number") continue;
    turns.push((angles[1] - angles[0]) * (other[1] - other[0]));
  }
  return turns.some((turn) => turn < 0) && turns.every((turn) => turn <= 0);
}

/** Whether two exercises share a directly trained region. */
export function trainSameRegion(a: Exercise, b: Exercise): boolean {
  return directRegions(a).some((region) => b.shares[region] === 1);
}

/** Moves of the body that are done in practice with a band or a counterweight that takes some of it off. */
const ASSISTED_IN_PRACTICE: ReadonlySet<string> = new Set([
  "pistol-squat",
  "single-leg-box-squat",
  "nordic-curl",
  "reverse-nordic-curl",
]);

/**
 * Whether help is known for a move of the body: those that hang or rest with the whole body on the arms, and some on one leg. For
 * push-ups, rows under a bar, planks, thrusts and raises the easier way is another move, never kilos off the body.
 */
export const takesAssistance = (exercise: Exercise): boolean =>
  isBodyweight(exercise) &&
  (ASSISTED_IN_PRACTICE.has(exercise.id) ||
    (exercise.bodyweightFraction === 1 &&
      (exercise.pattern === "vertical pull" || exercise.stations.includes("dip bars"))));

/** A move of the body: loads are what is added to it, negative ones assistance. */
export const isBodyweight = (exercise: Exercise): boolean =>
  exercise.implement === "bodyweight" || exercise.implement === "straps";

/** Whether it goes through a range of motion again and again, so that reps can be counted: a hold or a carry does not. */
export const isRepeated = ({ travel }: Pick<Exercise, "travel">): boolean =>
  Object.values(travel).some((angle) => typeof angle === "object");
