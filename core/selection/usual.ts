/**
 * The lifts that most coaches reach for first, by region, for an intermediate client with a whole gym (docs/handbook.md#first-choices;
 * judgement). They are what a gym has and what people know: habit and ease of loading count beside what a lift does to a muscle.
 */
import type { Exercise, RegionId, Trainee } from "../exercise";
import { directRegions, SHIPPED_CATALOGUE } from "../exercise";

export const FIRST_CHOICES: Readonly<Record<RegionId, readonly string[]>> = {
  upperChest: ["incline-dumbbell-press", "incline-bench-press", "low-to-high-cable-fly", "incline-cable-fly"],
  midChest: ["bench-press", "dumbbell-bench-press", "chest-press", "cable-fly", "dip", "machine-fly", "push-up"],
  lowerChest: ["dip", "high-to-low-cable-fly", "decline-bench-press", "decline-dumbbell-press", "machine-dip"],
  lats: ["pull-up", "lat-pull-down", "single-arm-pull-down", "dumbbell-row", "straight-arm-pull-down"],
  midBack: ["chest-supported-row", "seated-cable-row", "barbell-row", "t-bar-row", "dumbbell-row"],
  upperTraps: ["barbell-shrug", "dumbbell-shrug", "farmers-carry", "cable-shrug", "machine-shrug"],
  neckFront: ["neck-curl"],
  neckBack: ["neck-extension"],
  spinalErectors: ["back-extension", "romanian-deadlift", "good-morning", "deadlift", "horizontal-back-extension"],
  frontDelts: [
    "overhead-press",
    "seated-dumbbell-shoulder-press",
    "machine-shoulder-press",
    "incline-dumbbell-press",
    "incline-bench-press",
  ],
  sideDelts: ["lateral-raise", "cable-lateral-raise", "machine-lateral-raise", "lean-away-lateral-raise"],
  rearDelts: ["machine-rear-delt-fly", "face-pull", "rear-delt-fly", "cable-rear-delt-fly", "incline-rear-delt-fly"],
  rotatorCuff: ["cable-external-rotation", "side-lying-external-rotation", "band-external-rotation", "face-pull"],
  serratus: ["scapular-push-up", "cable-punch", "push-up-on-handles"],
  biceps: ["incline-dumbbell-curl", "barbell-curl", "dumbbell-curl", "preacher-curl", "cable-curl"],
  brachialis: ["hammer-curl", "rope-hammer-curl", "reverse-curl", "cross-body-hammer-curl", "incline-hammer-curl"],
  tricepsLong: [
    "overhead-cable-extension",
    "skull-crusher",
    "dumbbell-overhead-extension",
    "dumbbell-skull-crusher",
    "single-arm-overhead-extension",
  ],
  tricepsLateral: ["triceps-press-down", "dip", "close-grip-bench-press", "skull-crusher", "dumbbell-skull-crusher"],
  forearms: ["farmers-carry", "wrist-curl", "dead-hang", "reverse-curl", "wrist-extension"],
  gluteMax: ["hip-thrust", "romanian-deadlift", "back-squat", "bulgarian-split-squat", "walking-lunge", "step-up"],
  gluteMed: ["cable-hip-abduction", "seated-hip-abduction", "side-lying-leg-raise", "band-lateral-walk"],
  vasti: ["back-squat", "leg-press", "leg-extension", "hack-squat", "bulgarian-split-squat", "front-squat"],
  rectusFemoris: ["leg-extension", "reverse-nordic-curl", "sissy-squat"],
  hamstrings: ["romanian-deadlift", "seated-leg-curl", "lying-leg-curl", "nordic-curl", "stiff-leg-deadlift"],
  adductors: ["seated-hip-adduction", "copenhagen-plank", "cable-hip-adduction", "lateral-lunge"],
  gastrocnemius: ["standing-calf-raise", "leg-press-calf-raise", "single-leg-calf-raise", "dumbbell-calf-raise"],
  soleus: ["seated-calf-raise", "bent-knee-calf-raise"],
  shins: ["tibialis-raise", "band-tibialis-raise"],
  abs: ["hanging-leg-raise", "cable-crunch", "ab-wheel-roll-out", "plank", "decline-sit-up"],
  obliques: ["side-plank", "cable-chop", "anti-rotation-press", "suitcase-carry", "cable-rotation"],
  hipFlexors: ["hanging-knee-raise", "hanging-leg-raise", "cable-knee-raise", "lying-leg-raise"],
};

const PLACES = new Map(
  Object.entries(FIRST_CHOICES).flatMap(([region, ids]) => ids.map((id, place) => [`${region} ${id}`, place] as const)),
);
const ANYWHERE = new Set(Object.values(FIRST_CHOICES).flat());

/** Frames and machines that few gyms have. */
const RARE_STATIONS: ReadonlySet<string> = new Set([
  "belt squat",
  "pendulum squat",
  "corner bar",
  "guided bar",
  "glute-ham bench",
]);

export type ToolKind = "bar" | "guided bar" | "dumbbell" | "cable" | "machine" | "body" | "straps" | "band";

/** What a lift is done with, as a gym is walked. */
export function toolOf({ implement, stations }: Exercise): ToolKind {
  if (stations.includes("guided bar")) return "guided bar";
  switch (implement) {
    case "barbell":
      return "bar";
    case "dumbbells":
    case "dumbbell":
    case "kettlebell":
      return "dumbbell";
    case "stack":
      return stations.some((station) => station.includes("cable")) ? "cable" : "machine";
    case "sled":
      return "machine";
    case "bodyweight":
      return "body";
    case "straps":
      return "straps";
    case "band":
      return "band";
  }
}

const PLAIN_TOOLS: ReadonlySet<ToolKind> = new Set(["bar", "dumbbell", "cable"]);

/** How usual a lift is for a region, from 0 to 1: what coaches reach for, then plain tools, then what few gyms have. */
export function usualFor(
  exercise: Exercise,
  region: RegionId,
  { trainingAge }: Pick<Trainee, "trainingAge">,
): { readonly value: number; readonly sentence: string } {
  if (!SHIPPED_CATALOGUE.byId.has(exercise.id)) return { value: 0.9, sentence: "The studio's own." };
  const place = PLACES.get(`${region} ${exercise.id}`);
  if (place !== undefined && trainingAge === "novice" && (exercise.learning >= 4 || exercise.bodyweightFraction === 1))
    return { value: 0.5, sentence: "What most coaches reach for, once somebody has learned to train." };
  if (place !== undefined) return { value: 1 - 0.03 * place, sentence: "What most coaches reach for first." };
  if (ANYWHERE.has(exercise.id)) return { value: 0.5, sentence: "Known everywhere, mostly for something else." };
  const tool = toolOf(exercise);
  const isRare = exercise.implement === "sled" || exercise.stations.some((station) => RARE_STATIONS.has(station));
  if (isRare) return { value: 0.1, sentence: "Needs what few gyms have." };
  return PLAIN_TOOLS.has(tool) && exercise.learning <= 3
    ? { value: 0.4, sentence: "Plain tools, used now and then." }
    : { value: 0.25, sentence: "Used now and then." };
}

/** How usual a lift is for what it trains directly, from 0 to 1. */
export const usualAtAll = (exercise: Exercise): number =>
  Math.max(
    0,
    ...directRegions(exercise).map((region) => usualFor(exercise, region, { trainingAge: "intermediate" }).value),
  );

/** From here on an exercise is one that most gyms and their clients know. A judgement. */
const LEAST_USUAL = 0.3;
export const isUsual = (exercise: Exercise): boolean => usualAtAll(exercise) >= LEAST_USUAL;
