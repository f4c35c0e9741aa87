/**
 * What a good coach puts in a week (docs/handbook.md#split): each kind of lift with the exercises that are reached for first, the
 * reps that such a lift wants, and its rest. Judgement.
 */
import type { Exercise, Muscle, Pattern, RegionId } from "../exercise";
import type { TrainingAge } from "../volume";

/** A kind of lift that a day asks for. */
export interface LiftKind {
  readonly id: LiftKindId;
  /** What it is chosen for. */
  readonly region: RegionId;
  readonly muscle: Muscle;
  readonly patterns: readonly Pattern[];
  readonly joints: Exercise["joints"] | null;
  /** By these before the ranking, where the gym has them and the client may. */
  readonly prefer: readonly string[];
  /** For novices, over sixty, or long inactive: held and easy to learn. */
  readonly preferEasy: readonly string[];
}

export type LiftKindId =
  | "squat"
  | "legPress"
  | "lunge"
  | "hinge"
  | "pull from the floor"
  | "thrust"
  | "bench"
  | "incline"
  | "overhead"
  | "row"
  | "pulldown"
  | "fly"
  | "sideRaise"
  | "rearFly"
  | "curl"
  | "hammer"
  | "extension"
  | "pressDown"
  | "legCurl"
  | "legExtension"
  | "calf"
  | "seatedCalf"
  | "trunk"
  | "sideTrunk"
  | "carry"
  | "shrug"
  | "abduction"
  | "neck";

const kind = (
  id: LiftKindId,
  muscle: Muscle,
  region: RegionId,
  patterns: readonly Pattern[],
  prefer: readonly string[],
  preferEasy: readonly string[] = [],
  joints: LiftKind["joints"] = null,
): LiftKind => ({ id, muscle, region, patterns, prefer, preferEasy, joints });

export const LIFT_KINDS: { readonly [K in LiftKindId]: LiftKind } = {
  squat: kind(
    "squat",
    "quads",
    "vasti",
    ["squat"],
    ["back-squat", "front-squat", "hack-squat", "leg-press", "goblet-squat"],
    ["goblet-squat", "leg-press", "back-squat", "bodyweight-squat"],
    "multi",
  ),
  legPress: kind(
    "legPress",
    "quads",
    "vasti",
    ["squat", "lunge"],
    ["leg-press", "hack-squat", "bulgarian-split-squat", "front-squat", "goblet-squat"],
    ["leg-press", "goblet-squat", "step-up"],
    "multi",
  ),
  lunge: kind(
    "lunge",
    "glutes",
    "gluteMax",
    ["lunge"],
    ["bulgarian-split-squat", "walking-lunge", "reverse-lunge", "step-up"],
    ["step-up", "split-squat-flat", "reverse-lunge", "bodyweight-split-squat"],
    "multi",
  ),
  hinge: kind(
    "hinge",
    "hamstrings",
    "hamstrings",
    ["hinge", "hip extension"],
    ["romanian-deadlift", "dumbbell-romanian-deadlift", "good-morning", "kettlebell-romanian-deadlift"],
    ["dumbbell-romanian-deadlift", "back-extension", "kettlebell-romanian-deadlift", "romanian-deadlift"],
    "multi",
  ),
  "pull from the floor": kind(
    "pull from the floor",
    "glutes",
    "gluteMax",
    ["hinge"],
    ["deadlift", "trap-bar-deadlift", "romanian-deadlift", "dumbbell-deadlift"],
    ["kettlebell-deadlift", "trap-bar-deadlift", "dumbbell-deadlift", "dumbbell-romanian-deadlift"],
    "multi",
  ),
  thrust: kind(
    "thrust",
    "glutes",
    "gluteMax",
    ["hip extension"],
    ["hip-thrust", "machine-hip-thrust", "cable-pull-through", "dumbbell-hip-thrust", "back-extension"],
    ["machine-hip-thrust", "dumbbell-glute-bridge", "glute-bridge", "hip-thrust"],
  ),
  bench: kind(
    "bench",
    "chest",
    "midChest",
    ["horizontal push"],
    ["bench-press", "dumbbell-bench-press", "chest-press", "push-up"],
    ["chest-press", "dumbbell-bench-press", "bench-press", "push-up", "push-up-hands-on-a-low-box"],
    "multi",
  ),
  incline: kind(
    "incline",
    "chest",
    "upperChest",
    ["horizontal push"],
    ["incline-dumbbell-press", "incline-bench-press", "dumbbell-bench-press", "push-up-feet-on-a-low-box"],
    ["incline-dumbbell-press", "dumbbell-bench-press", "chest-press"],
    "multi",
  ),
  overhead: kind(
    "overhead",
    "delts",
    "frontDelts",
    ["vertical push"],
    ["overhead-press", "seated-dumbbell-shoulder-press", "machine-shoulder-press", "standing-dumbbell-shoulder-press"],
    ["seated-dumbbell-shoulder-press", "machine-shoulder-press", "half-kneeling-press"],
    "multi",
  ),
  row: kind(
    "row",
    "back",
    "midBack",
    ["horizontal pull"],
    ["barbell-row", "seated-cable-row", "chest-supported-row", "dumbbell-row", "inverted-row"],
    ["seated-cable-row", "machine-row", "chest-supported-row", "dumbbell-row"],
    "multi",
  ),
  pulldown: kind(
    "pulldown",
    "back",
    "lats",
    ["vertical pull"],
    ["pull-up", "lat-pull-down", "chin-up", "single-arm-pull-down", "band-pull-down"],
    ["lat-pull-down", "single-arm-pull-down", "band-pull-down", "chin-up"],
    "multi",
  ),
  fly: kind("fly", "chest", "midChest", ["fly"], ["cable-fly", "machine-fly", "dumbbell-fly"]),
  sideRaise: kind("sideRaise", "delts", "sideDelts", ["shoulder raise"], ["lateral-raise", "cable-lateral-raise"]),
  rearFly: kind(
    "rearFly",
    "delts",
    "rearDelts",
    ["rear fly", "horizontal pull"],
    ["face-pull", "machine-rear-delt-fly", "cable-rear-delt-fly", "rear-delt-fly", "band-pull-apart"],
  ),
  curl: kind(
    "curl",
    "elbow flexors",
    "biceps",
    ["elbow flexion"],
    ["incline-dumbbell-curl", "barbell-curl", "cable-curl", "dumbbell-curl"],
    ["dumbbell-curl", "cable-curl", "machine-preacher-curl"],
  ),
  hammer: kind("hammer", "elbow flexors", "brachialis", ["elbow flexion"], ["hammer-curl", "rope-hammer-curl"]),
  extension: kind(
    "extension",
    "triceps",
    "tricepsLong",
    ["elbow extension"],
    ["overhead-cable-extension", "skull-crusher", "dumbbell-overhead-extension"],
    ["overhead-cable-extension", "dumbbell-overhead-extension"],
  ),
  pressDown: kind(
    "pressDown",
    "triceps",
    "tricepsLateral",
    ["elbow extension"],
    ["triceps-press-down", "rope-press-down", "dumbbell-skull-crusher", "band-press-down"],
  ),
  legCurl: kind(
    "legCurl",
    "hamstrings",
    "hamstrings",
    ["knee flexion"],
    ["seated-leg-curl", "lying-leg-curl", "standing-leg-curl", "slider-leg-curl", "ball-leg-curl"],
  ),
  legExtension: kind("legExtension", "quads", "vasti", ["knee extension"], ["leg-extension", "single-leg-extension"]),
  calf: kind(
    "calf",
    "calves",
    "gastrocnemius",
    ["calf raise"],
    ["standing-calf-raise", "leg-press-calf-raise", "dumbbell-calf-raise", "single-leg-calf-raise"],
  ),
  seatedCalf: kind(
    "seatedCalf",
    "calves",
    "soleus",
    ["calf raise"],
    ["seated-calf-raise", "bent-knee-calf-raise", "dumbbell-calf-raise", "single-leg-calf-raise"],
  ),
  trunk: kind(
    "trunk",
    "trunk",
    "abs",
    ["trunk"],
    ["cable-crunch", "hanging-leg-raise", "ab-wheel-roll-out", "plank", "reverse-crunch"],
    ["dead-bug", "plank", "crunch"],
  ),
  sideTrunk: kind(
    "sideTrunk",
    "trunk",
    "obliques",
    ["trunk"],
    ["anti-rotation-press", "side-plank", "cable-chop"],
    ["side-plank", "anti-rotation-press", "bird-dog"],
  ),
  carry: kind("carry", "forearms", "forearms", ["carry"], ["farmers-carry", "suitcase-carry"]),
  shrug: kind("shrug", "traps", "upperTraps", ["shrug"], ["dumbbell-shrug", "barbell-shrug"]),
  abduction: kind(
    "abduction",
    "glutes",
    "gluteMed",
    ["hip abduction"],
    ["cable-hip-abduction", "seated-hip-abduction", "band-lateral-walk", "side-lying-leg-raise"],
  ),
  neck: kind("neck", "neck", "neckBack", ["neck"], ["neck-extension", "neck-curl"]),
};

/** What fills a muscle that is short of sets, the best first. */
export const FILLERS: Readonly<Partial<Record<Muscle, readonly LiftKindId[]>>> = {
  chest: ["incline", "fly", "bench"],
  back: ["row", "pulldown"],
  delts: ["sideRaise", "rearFly", "overhead"],
  "elbow flexors": ["curl", "hammer"],
  triceps: ["extension", "pressDown"],
  quads: ["legPress", "legExtension"],
  hamstrings: ["legCurl", "hinge"],
  glutes: ["thrust", "lunge", "abduction"],
  calves: ["calf", "seatedCalf"],
  trunk: ["trunk", "sideTrunk"],
  traps: ["shrug"],
  forearms: ["carry"],
  neck: ["neck"],
};

/** How a lift is done where it is put in a week. */
export type LiftRole = "heavy" | "assistance" | "isolation";

export interface LiftScheme {
  /** As it is written: "3-5", "10-15", "40m", "40s". */
  readonly amount: string;
  /** Of one set, in the middle of its range, for the time. */
  readonly reps: number;
  /** Seconds of a hold or a carry, where it has no reps. */
  readonly seconds: number | null;
  readonly rir: number | null;
  readonly restSeconds: number;
}

const HIGH_REPS: ReadonlySet<LiftKindId> = new Set(["calf", "seatedCalf", "sideRaise", "rearFly", "abduction"]);
const HELD: ReadonlySet<string> = new Set([
  "plank",
  "side-plank",
  "hollow-hold",
  "bear-hold",
  "copenhagen-plank",
  "dead-hang",
]);

/** Reps, reserve and rest as the kind of lift wants them. `spare`: how many more in reserve than usual. */
export function schemeOf(
  exercise: Exercise,
  id: LiftKindId,
  role: LiftRole,
  {
    trainingAge,
    isStrength,
    spare,
  }: { readonly trainingAge: TrainingAge; readonly isStrength: boolean; readonly spare: number },
): LiftScheme {
  const base = (trainingAge === "novice" ? 3 : 2) + spare;
  if (exercise.pattern === "carry") return { amount: "40m", reps: 0, seconds: 40, rir: null, restSeconds: 75 };
  if (HELD.has(exercise.id)) return { amount: "40s", reps: 0, seconds: 40, rir: null, restSeconds: 45 };
  const reps = (amount: string, middle: number, rir: number, restSeconds: number): LiftScheme => ({
    amount,
    reps: middle,
    seconds: null,
    rir,
    restSeconds,
  });
  if (role === "heavy" && isStrength) return reps("3-5", 4, base, 180);
  if (role === "heavy") return trainingAge === "novice" ? reps("6-8", 7, base, 120) : reps("5-8", 7, base, 150);
  // The body alone goes by what it makes.
  if (exercise.bodyweightFraction === 1) return reps("5-10", 8, base, 105);
  if (HIGH_REPS.has(id)) return reps("12-20", 15, Math.max(1, base - 1), 45);
  if (role === "assistance") return reps("8-12", 10, base, 90);
  return reps("10-15", 12, Math.max(1, base - 1), 60);
}
