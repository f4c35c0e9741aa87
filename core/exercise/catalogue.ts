/** The shipped exercises, derived from their motions; and what an exercise must hold to be taken in. */

import { entriesOf, entryAt } from "../lists";
import { clamp } from "../units";
import { catalogueOf, type Exercise, type Grade, type Implement, type Pattern } from "./exercise";
import { lengthProfile } from "./mechanics";
import { MOTIONS, type Motion } from "./motions";
import { JOINTS } from "./muscles";
import { shippedName } from "./names";
import { REGION_IDS } from "./regions";
import { type ExerciseDefinition, ROWS } from "./rows";

const SINGLE_JOINT: ReadonlySet<Pattern> = new Set<Pattern>([
  "elbow flexion",
  "elbow extension",
  "shoulder raise",
  "rear fly",
  "shoulder turn",
  "shrug",
  "wrist",
  "fly",
  "knee extension",
  "knee flexion",
  "hip abduction",
  "hip adduction",
  "hip flexion",
  "calf raise",
  "neck",
]);
const LOWER: ReadonlySet<Pattern> = new Set<Pattern>([
  "squat",
  "hinge",
  "lunge",
  "knee extension",
  "knee flexion",
  "hip extension",
  "hip abduction",
  "hip adduction",
  "hip flexion",
  "calf raise",
  "power",
  "conditioning",
]);

interface ByImplement {
  readonly setup: number;
  readonly stability: Grade;
  readonly learning: number;
  readonly stepKg: number;
  readonly ceilingKg: number;
}

/** What an implement brings with it, unless a row says otherwise. */
const GRADES = [1, 2, 3, 4, 5] as const;
const gradeOf = (figure: number): Grade => entryAt(GRADES, clamp(figure, 1, 5) - 1);

const IMPLEMENTS: Readonly<Record<Implement, ByImplement>> = {
  barbell: { setup: 45, stability: 3, learning: 0, stepKg: 2.5, ceilingKg: 300 },
  dumbbells: { setup: 20, stability: 3, learning: 0, stepKg: 2, ceilingKg: 50 },
  dumbbell: { setup: 15, stability: 3, learning: 0, stepKg: 2, ceilingKg: 60 },
  kettlebell: { setup: 10, stability: 3, learning: 0, stepKg: 4, ceilingKg: 48 },
  stack: { setup: 25, stability: 4, learning: -1, stepKg: 5, ceilingKg: 150 },
  sled: { setup: 40, stability: 5, learning: -1, stepKg: 5, ceilingKg: 400 },
  bodyweight: { setup: 10, stability: 3, learning: 0, stepKg: 1.25, ceilingKg: 80 },
  straps: { setup: 20, stability: 2, learning: 0, stepKg: 1.25, ceilingKg: 30 },
  band: { setup: 15, stability: 3, learning: -1, stepKg: 5, ceilingKg: 60 },
};

const BRACED =
  "Braced: breathe in and hold through the hard part, out above it. With high blood pressure breathe out with the effort.";
const OUT = "Out with the effort, in on the way back.";

/** An exercise from its definition: the motion's figures with what the definition says otherwise. */
/** Whether the spine carries the load from above: carries, and bars that come out of a rack onto the back or over the head. */
function isAxial({ on, at, grip }: ExerciseDefinition, { axial = false, pattern }: Motion): boolean {
  if (pattern === "carry") return axial;
  if (on !== "barbell" || at === "corner bar") return false;
  return axial || (at === "rack" && (pattern === "lunge" || (pattern === "hinge" && grip === 0)));
}

export function exerciseFrom(row: ExerciseDefinition): Exercise {
  const motion: Motion = MOTIONS[row.m];
  const own = IMPLEMENTS[row.on];
  const single = SINGLE_JOINT.has(motion.pattern) || row.m === "straightArmPull" || row.m === "pullOver";
  const spotting = row.spotting ?? "none";
  const lower = LOWER.has(motion.pattern);
  const braced = !single && (row.on === "barbell" || motion.axial === true) && motion.pattern !== "carry";
  return {
    id: row.id,
    name: row.name,
    otherNames: row.also ?? [],
    pattern: motion.pattern,
    implement: row.on,
    joints: single ? "single" : "multi",
    body: lower
      ? "lower"
      : motion.pattern === "trunk" || motion.pattern === "carry" || motion.pattern === "neck"
        ? "trunk"
        : "upper",
    laterality: row.side ?? "both",
    stations: row.at ? [row.at] : [],
    bar: row.bar ?? null,
    setupSeconds: row.setup ?? own.setup,
    shares: row.shares ?? motion.shares,
    bodyweightFraction: row.fraction ?? null,
    family: row.family ?? motion.family,
    familyRatio: row.ratio ?? 1,
    comparableSetup: row.compares ?? [],
    failureSafeAlone: spotting === "none" && !row.unsafe,
    spotting,
    plane: motion.plane,
    stability: row.stability ?? own.stability,
    learning: row.learning ?? gradeOf(motion.learning + own.learning),
    stress: row.stress ?? motion.stress,
    grip:
      row.grip ??
      (row.on === "stack" || row.on === "sled" || row.on === "band" ? Math.max(0, motion.grip - 1) : motion.grip),
    axial: isAxial(row, motion),
    travel: { ...motion.joints, ...row.joints },
    limb: row.limb ?? motion.limb,
    cableDegrees: row.cable ?? null,
    stepKg: own.stepKg,
    ceilingKg: row.ceiling ?? own.ceilingKg,
    breathing: braced ? BRACED : OUT,
    cues: row.cues ?? motion.cues,
    cautions: row.cautions ?? [],
  };
}

export const SHIPPED_EXERCISES: readonly Exercise[] = ROWS.map((row) =>
  exerciseFrom({ ...row, name: shippedName(row.id) }),
);
export const SHIPPED_CATALOGUE = catalogueOf(SHIPPED_EXERCISES);

/** What is wrong with an exercise, at its field; empty when it can be taken in. */
export function exerciseProblems(exercise: Exercise): { readonly field: string; readonly message: string }[] {
  const problems: { field: string; message: string }[] = [];
  const say = (field: string, message: string) => problems.push({ field, message });
  const { name } = exercise;
  if (name.trim().length < 3) say("name", "Give it a name of three letters or more.");
  const said = [name, ...exercise.otherNames].join(" ").toLowerCase();
  const named = NAMES_OF_PEOPLE_AND_MAKERS.find((word) => new RegExp(`\\b${word}`).test(said));
  if (named) say("name", `"${named}" is a person's or a maker's name: say what is done instead.`);
  const shares = entriesOf(exercise.shares);
  const byEffort = exercise.pattern === "power" || exercise.pattern === "conditioning";
  if (!byEffort && !shares.some(([, share]) => share === 1))
    say("shares", "It trains no region directly: give at least one a whole share.");
  for (const [region, share] of shares) {
    if (!REGION_IDS.includes(region)) say("shares", `${region} is no region.`);
    else if (![1, 0.5, 0.25].includes(share)) say("shares", "Shares are 1, 0.5 or 0.25.");
    else {
      const { from, to, peak } = lengthProfile(exercise, region);
      if (!(peak >= from - 1e-9 && peak <= to + 1e-9))
        say("travel", "The resistance peaks outside the range that is travelled.");
    }
  }
  const moves = Object.values(exercise.travel).some((angle) => typeof angle !== "number" && angle[0] !== angle[1]);
  const still = exercise.limb[0] === exercise.limb[1];
  if (!moves && !still) say("travel", "No joint moves: say what does, or hold the limb still.");
  for (const [joint, angle] of entriesOf(exercise.travel)) {
    const { low, high } = JOINTS[joint];
    for (const at of typeof angle === "number" ? [angle] : angle)
      if (!(at >= low && at <= high)) say("travel", `A joint cannot reach ${at}: it goes from ${low} to ${high}.`);
  }
  const body = exercise.implement === "bodyweight" || exercise.implement === "straps";
  const fraction = exercise.bodyweightFraction ?? -1;
  if (body && !(exercise.pattern === "conditioning" ? fraction >= 0 : fraction > 0))
    say("fraction", "A move of the body needs the share of body mass that is moved.");
  if (!body && exercise.bodyweightFraction !== null)
    say("fraction", "Only moves of the body have a share of body mass.");
  if (exercise.cableDegrees !== null && exercise.implement !== "stack") say("cable", "Only a stack has a cable.");
  if (["stack", "sled"].includes(exercise.implement) && exercise.stations.length === 0)
    say("station", "Say which machine it is.");
  if (!(exercise.familyRatio > 0)) say("ratio", "The share of the family's lead lift is above 0.");
  if (!(exercise.ceilingKg > 0 && exercise.stepKg > 0)) say("ceiling", "Step and ceiling are above 0.");
  if (exercise.cues.length < 2 || exercise.cues.length > 3) say("cues", "Two or three short cues.");
  for (const cue of exercise.cues) if (cue.length > 60) say("cues", "A cue is short: at most 60 letters.");
  if (exercise.family === "") say("family", "Say which family of lifts it belongs to.");
  return problems;
}

/** Words that name a person or a maker; a name says what is done instead. */
const NAMES_OF_PEOPLE_AND_MAKERS = [
  "jefferson",
  "pendlay",
  "kroc",
  "zercher",
  "hatfield",
  "anderson",
  "pallof",
  "smith",
];
