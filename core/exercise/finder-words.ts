/** The words that people put beside the name of a lift: implements, muscles, sides and set-ups. */

import { type Exercise, type Implement, isBodyweight } from "./exercise";
import type { RegionId } from "./regions";
import type { Laterality, SetupValue } from "./setup";
import { wordsOf } from "./words";

/** Words for what a move is done with; the first implement of each is the one that is meant where nothing else says. */
export const IMPLEMENT_WORDS: Readonly<Record<string, readonly Implement[]>> = {
  barbell: ["barbell"],
  bar: ["barbell"],
  dumbbell: ["dumbbells", "dumbbell"],
  kettlebell: ["kettlebell"],
  cable: ["stack"],
  pulley: ["stack"],
  machine: ["stack", "sled"],
  stack: ["stack"],
  lever: ["sled"],
  sled: ["sled"],
  bodyweight: ["bodyweight"],
  band: ["band"],
  strap: ["straps"],
  ring: ["straps"],
};

/** Whether a word that may stand beside a move fits it: what it is done with, and where. */
const FITTINGS: Readonly<Record<string, (exercise: Exercise) => boolean>> = {
  ...Object.fromEntries(
    Object.entries(IMPLEMENT_WORDS).map(([word, meant]) => [
      word,
      ({ implement }: Exercise) => meant.includes(implement),
    ]),
  ),
  angledbar: ({ bar }) => bar === "angled bar",
  bar: (exercise) => exercise.implement === "barbell" || exercise.stations.some((station) => /\bbar/.test(station)),
  cable: (exercise) => exercise.implement === "stack" && (exercise.cableDegrees !== null || isPulley(exercise)),
  bench: onBench,
  rack: (exercise) => exercise.stations.includes("rack"),
  box: (exercise) => exercise.stations.includes("box"),
  floor: (exercise) => exercise.implement === "bodyweight" && exercise.stations.length === 0,
  twoarm: (exercise) => exercise.laterality === "both",
};

function onBench({ stations }: Exercise): boolean {
  return stations.some((station) => station.includes("bench"));
}

const isPulley = (exercise: Exercise): boolean =>
  exercise.stations.some((station) => /cable|pull-down|row$/.test(station));

const TRICEPS: readonly RegionId[] = ["tricepsLong", "tricepsLateral"];

const BICEPS: readonly RegionId[] = ["biceps", "brachialis"];

const DELTS: readonly RegionId[] = ["frontDelts", "sideDelts", "rearDelts"];

const CHEST: readonly RegionId[] = ["upperChest", "midChest", "lowerChest"];

const BACK: readonly RegionId[] = ["lats", "midBack", "spinalErectors"];

const QUADS: readonly RegionId[] = ["vasti", "rectusFemoris"];

const GLUTES: readonly RegionId[] = ["gluteMax", "gluteMed"];

/** Words for a muscle beside a move that trains it. */
const MUSCLE_WORDS: Readonly<Record<string, readonly RegionId[]>> = {
  chest: CHEST,
  pec: CHEST,
  back: BACK,
  lat: ["lats"],
  trap: ["upperTraps"],
  delt: DELTS,
  shoulder: [...DELTS, "rotatorCuff"],
  biceps: BICEPS,
  triceps: TRICEPS,
  arm: [...BICEPS, ...TRICEPS],
  forearm: ["forearms"],
  quad: QUADS,
  hamstring: ["hamstrings"],
  glute: GLUTES,
  calf: ["gastrocnemius", "soleus"],
  leg: [...QUADS, ...GLUTES, "hamstrings"],
  thigh: [...QUADS, "hamstrings"],
  hip: GLUTES,
  ab: ["abs", "obliques"],
  core: ["abs", "obliques"],
  oblique: ["obliques"],
  neck: ["neckFront", "neckBack"],
};

/** The words of a text by what they name: regions, what a lift is done with, and the rest. */
export interface NamedInText {
  readonly regions: readonly RegionId[];
  /** Empty: with anything. */
  readonly implements: readonly Implement[];
}

/** What a text asks for that names no lift: "chest", "triceps cable", "dumbbell"; null where it says anything else. */
export function namedInText(text: string): NamedInText | null {
  const words = wordsOf(text);
  if (words.length === 0) return null;
  const isMuscle = (word: string) => Object.hasOwn(MUSCLE_WORDS, word);
  const isImplement = (word: string) => Object.hasOwn(IMPLEMENT_WORDS, word);
  if (!words.every((word) => isMuscle(word) || isImplement(word))) return null;
  return {
    regions: [...new Set(words.filter(isMuscle).flatMap((word) => MUSCLE_WORDS[word]!))],
    implements: [...new Set(words.filter(isImplement).flatMap((word) => IMPLEMENT_WORDS[word]!))],
  };
}

/** Words for one side at a time. */
export const ONE_SIDE: ReadonlySet<string> = new Set(["onearm", "oneleg", "oneside"]);

const hasHands = ({ body, grip }: Exercise): boolean => body === "upper" || grip > 0;

const isLeg = ({ pattern }: Exercise): boolean => ["squat", "hinge", "lunge", "hip extension"].includes(pattern);

const isPress = ({ pattern }: Exercise): boolean => ["horizontal push", "vertical push", "fly"].includes(pattern);

const isAngled = ({ stations }: Exercise): boolean => stations.some((station) => station.includes("angled"));

const anyLift = ({ pattern }: Exercise): boolean => pattern !== "conditioning";

/** Words that set a lift up; where they make no sense the name is not that lift's. */
const SETUPS: Readonly<Record<string, readonly [name: string, value: string, fits: (exercise: Exercise) => boolean]>> =
  {
    wide: ["grip", "wide", hasHands],
    narrow: ["grip", "narrow", hasHands],
    neutral: ["grip", "neutral", hasHands],
    underhand: ["grip", "underhand", hasHands],
    overhand: ["grip", "overhand", hasHands],
    mixed: ["grip", "mixed", hasHands],
    vbar: ["handle", "V", isPulley],
    rope: ["handle", "rope", isPulley],
    straightbar: ["handle", "straight bar", isPulley],
    angledbar: [
      "bar",
      "angled bar",
      ({ implement, body, joints }) => implement === "barbell" && body === "upper" && joints === "single",
    ],
    seated: ["position", "seated", (exercise) => exercise.body === "upper" && !isLying(exercise)],
    standing: ["position", "standing", isUpright],
    kneeling: ["position", "kneeling", isUpright],
    halfkneeling: ["position", "half kneeling", isUpright],
    stancewide: ["stance", "wide", isLeg],
    stancenarrow: ["stance", "narrow", isLeg],
    feethigh: ["feet", "high", isLeg],
    feetlow: ["feet", "low", isLeg],
    barhigh: ["bar", "high", ({ pattern }) => pattern === "squat"],
    barlow: ["bar", "low", ({ pattern }) => pattern === "squat"],
    flat: ["bench", "flat", (exercise) => onBench(exercise) && isPress(exercise)],
    incline: ["bench", "incline", (exercise) => onBench(exercise) && isPress(exercise)],
    decline: ["bench", "decline", (exercise) => onBench(exercise) && isPress(exercise)],
    high: ["bench", "high", isInclined],
    low: ["bench", "low", isInclined],
    pause: ["pace", "paused", anyLift],
    slow: ["pace", "slow", anyLift],
    tempo: ["pace", "slow", anyLift],
    explosive: ["pace", "explosive", anyLift],
    assisted: ["style", "assisted", isBodyweight],
    weighted: ["style", "weighted", isBodyweight],
    deficit: ["style", "deficit", (exercise) => isLeg(exercise) || exercise.pattern === "horizontal push"],
  };

/** Done on one's back or front, on a bench: no other position makes it the same lift. */
function isLying(exercise: Exercise): boolean {
  return onBench(exercise) && (isPress(exercise) || /lying|skull|prone|chest-supported|seal/i.test(exercise.name));
}

/** May be done standing or kneeling: nothing that it is done on says otherwise. */
function isUpright(exercise: Exercise): boolean {
  return exercise.body === "upper" && !onBench(exercise);
}

/** What those words set up in a lift of the legs that has no grip. */
const LEG_SETUPS: typeof SETUPS = {
  wide: ["stance", "wide", isOnFeet],
  narrow: ["stance", "narrow", isOnFeet],
  high: ["feet", "high", isOnFeet],
  low: ["feet", "low", isOnFeet],
};

function isOnFeet(exercise: Exercise): boolean {
  return isLeg(exercise) && !hasHands(exercise);
}

function isInclined(exercise: Exercise): boolean {
  return /incline/i.test(exercise.name) && onBench(exercise);
}

/** Every word that may stand beside a move. */
export const BESIDE: ReadonlySet<string> = new Set([
  ...Object.keys(FITTINGS),
  ...Object.keys(MUSCLE_WORDS),
  ...Object.keys(SETUPS),
  ...ONE_SIDE,
  "alternating",
]);

interface Beside {
  readonly setup: SetupValue[];
  laterality: Laterality | null;
  cost: number;
}

/** What the words beside a phrase say of its exercise; null where one of them does not belong to it. */
export function besideOf(words: readonly string[], exercise: Exercise): Beside | null {
  const beside: Beside = { setup: [], laterality: null, cost: 0 };
  for (const word of words) {
    const fits = FITTINGS[word];
    const muscle = MUSCLE_WORDS[word];
    const setup = [SETUPS[word], LEG_SETUPS[word]].find((one) => one?.[2](exercise));
    // Of a machine that helps with a move of the body its kind of load says so.
    const isHelper = word === "machine" && words.includes("assisted") && isBodyweight(exercise);
    if (isHelper || fits?.(exercise)) beside.cost += 0.5;
    else if (muscle?.some((region) => (exercise.shares[region] ?? 0) >= 0.5)) beside.cost += 0.5;
    else if (ONE_SIDE.has(word)) {
      if (exercise.laterality === "both") beside.laterality = "eachSide";
      beside.cost += exercise.laterality === "both" ? 2 : 0.5;
    } else if (word === "alternating") {
      beside.laterality = "alternating";
      beside.cost += 1;
    } else if (setup) {
      beside.setup.push({ name: setup[0], value: setup[1] });
      beside.cost += 2;
    } else if (/^\d{1,2}$/.test(word) && (onBench(exercise) || isAngled(exercise))) {
      beside.setup.push({ name: onBench(exercise) ? "bench" : "angle", value: word });
      beside.cost += 1;
    } else return null;
  }
  const names = beside.setup.map(({ name }) => name);
  return new Set(names).size === names.length ? beside : null;
}
