/** Ranking exercises for one region and one client, with the score in its parts and a sentence for each. docs/handbook.md#exercises. */

import {
  type Exercise,
  isBodyweight,
  JOINT_WORDS,
  lengthProfile,
  limitsExercise,
  type Muscle,
  REGION_IDS,
  REGIONS,
  type RegionId,
  type Trainee,
  thirdOf,
} from "../exercise";
import { entriesOf, entryAt } from "../lists";
import { buildableLoads, type GymEquipment } from "../load";
import { capitalised, clamp, decimal, massWords, type WeightUnit } from "../units";
import { type Unfit, unfitness, unfitSentence } from "./fitness";
import { FIRST_CHOICES, toolOf, usualFor } from "./usual";

export type RankPart = "length" | "comfort" | "progress" | "stability" | "setup" | "directness" | "habit" | "variety";
export const RANK_PARTS: readonly RankPart[] = [
  "length",
  "comfort",
  "progress",
  "stability",
  "setup",
  "directness",
  "habit",
  "variety",
];
export const RANK_PART_NAMES: Readonly<Record<RankPart, string>> = {
  length: "tension when long",
  comfort: "comfort",
  progress: "ease of progress",
  stability: "stability",
  setup: "quick to set up",
  directness: "directness",
  habit: "usual in gyms",
  variety: "another move",
};

export type RankWeights = Readonly<Record<RankPart, number>>;

/** The schools as weights; a coach can move each. */
export const RANK_PRESETS: readonly { readonly id: string; readonly name: string; readonly weights: RankWeights }[] = [
  {
    id: "balanced",
    name: "balanced",
    weights: { length: 3, comfort: 3, progress: 3, stability: 1.5, setup: 0.5, directness: 4, habit: 5, variety: 2 },
  },
  {
    id: "long",
    name: "long lengths first",
    weights: { length: 6, comfort: 2, progress: 2, stability: 2, setup: 1, directness: 3, habit: 2, variety: 2 },
  },
  {
    id: "strength",
    name: "load first",
    weights: { length: 1, comfort: 2, progress: 6, stability: 2, setup: 0, directness: 2, habit: 4, variety: 2 },
  },
  {
    id: "joints",
    name: "quiet joints first",
    weights: { length: 1, comfort: 7, progress: 2, stability: 3, setup: 1, directness: 2, habit: 2, variety: 2 },
  },
  {
    id: "clock",
    name: "against the clock",
    weights: { length: 2, comfort: 2, progress: 2, stability: 2, setup: 6, directness: 2, habit: 2, variety: 2 },
  },
];

type RankGroup = "first choice" | "good" | "situational" | "not for this client";

interface RankedPart {
  readonly part: RankPart;
  /** 0–1. */
  readonly value: number;
  readonly weight: number;
  readonly sentence: string;
}

export interface Ranked {
  readonly exercise: Exercise;
  /** 0–1: the weighted mean of the parts. */
  readonly score: number;
  readonly group: RankGroup;
  readonly parts: readonly RankedPart[];
  readonly unfit: Unfit | null;
}

export interface RankContext {
  readonly trainee: Trainee;
  readonly gym: GymEquipment | null;
  readonly weights: RankWeights;
  /** What sentences say weights in; left out, the gym's. */
  readonly unit?: WeightUnit;
  /** A working load of the exercise in prescribed kg, where a record or a related lift tells. */
  readonly workingKg?: (exercise: Exercise) => number | null;
}

/** First choices are few, and good; what has less than the other is situational. */
const MOST_FIRST = 5;
const FIRST_FROM = 0.6;
const GOOD_FROM = 0.5;

/** Exercises that train a region directly or by half, the best first; those not for this client last, with the reason. */
export function rankExercises(list: readonly Exercise[], region: RegionId, context: RankContext): Ranked[] {
  const ranked = list
    .filter((exercise) => (exercise.shares[region] ?? 0) >= 0.5)
    .map((exercise) => rankOne(exercise, region, context));
  return grouped(varied(ranked, region), (exercise) => isFirstKind(exercise, region));
}

/** What may be a first choice: what trains the region directly, or is chosen for it though it is only held there. */
const isFirstKind = (exercise: Exercise, region: RegionId): boolean =>
  exercise.shares[region] === 1 || FIRST_CHOICES[region].includes(exercise.id);

/** Lengths nearer than this are loaded alike. */
const LIKE_LENGTH = 0.25;

/** Whether two are one move with another handle, grip or side: the same tool and pattern, and the region loaded at a like length. */
function isSameMove(a: Exercise, b: Exercise, region: RegionId): boolean {
  if (FIRST_CHOICES[region].includes(a.id) && FIRST_CHOICES[region].includes(b.id)) return false;
  return (
    toolOf(a) === toolOf(b) &&
    a.pattern === b.pattern &&
    a.joints === b.joints &&
    Math.abs(lengthProfile(a, region).peak - lengthProfile(b, region).peak) < LIKE_LENGTH
  );
}

/** Of several that are one move the best stands where it would, and the others step back. */
function varied(ranked: readonly Ranked[], region: RegionId): Ranked[] {
  const best: Ranked[] = [];
  return ranked.toSorted(inRank).map((one) => {
    const alike = one.unfit ? undefined : best.find(({ exercise }) => isSameMove(exercise, one.exercise, region));
    if (!alike && !one.unfit) best.push(one);
    const sentence = alike
      ? `Much the same move as ${alike.exercise.name.toLowerCase()}.`
      : "No better one is like it.";
    const parts = one.parts.map((part) =>
      part.part === "variety" ? { ...part, value: alike ? 0 : 1, sentence } : part,
    );
    return { ...one, parts, score: scoreOf(parts) };
  });
}

/** In the order of their scores, with the groups that follow from it: no group has one that scores less than the next one's best. */
function grouped(ranked: readonly Ranked[], isDirect: (exercise: Exercise) => boolean): Ranked[] {
  let first = 0;
  let isFirst = true;
  return ranked.toSorted(inRank).map((one): Ranked => {
    if (one.unfit) return { ...one, group: "not for this client" };
    isFirst &&= first < MOST_FIRST && one.score >= FIRST_FROM && isDirect(one.exercise);
    if (isFirst) first++;
    return { ...one, group: isFirst ? "first choice" : one.score >= GOOD_FROM ? "good" : "situational" };
  });
}

/** The same for a whole muscle: each exercise by the region of it that it trains most. */
export function rankForMuscle(list: readonly Exercise[], muscle: Muscle, context: RankContext): Ranked[] {
  const regions = REGION_IDS.filter((region) => REGIONS[region].muscle === muscle);
  const best = new Map<string, { readonly one: Ranked; readonly share: number }>();
  for (const region of regions) {
    for (const one of rankExercises(list, region, context)) {
      const share = one.exercise.shares[region] ?? 0;
      const known = best.get(one.exercise.id);
      const isBetter = !known || share > known.share || (share === known.share && one.score > known.one.score);
      if (isBetter) best.set(one.exercise.id, { one, share });
    }
  }
  return grouped(
    [...best.values()].map(({ one }) => broadened(one, regions)),
    (exercise) => regions.some((region) => isFirstKind(exercise, region)),
  );
}

const inRank = (a: Ranked, b: Ranked): number =>
  Number(a.unfit !== null) - Number(b.unfit !== null) || b.score - a.score || (a.exercise.id < b.exercise.id ? -1 : 1);

/** Regions of a muscle by their volumes, where they are very unlike (Handsfield et al. 2014, rounded); the others count alike. */
const REGION_SIZES: Readonly<Partial<Record<RegionId, number>>> = {
  gluteMax: 2,
  gluteMed: 1,
  vasti: 5,
  rectusFemoris: 1,
};

/** How much of a muscle a lift trains counts beside how directly it trains the part that it trains most. */
function broadened(ranked: Ranked, regions: readonly RegionId[]): Ranked {
  const { shares } = ranked.exercise;
  const of = (region: RegionId) => shares[region] ?? 0;
  const sizes = regions.map((region) => REGION_SIZES[region] ?? 1);
  const whole = sizes.reduce((sum, size) => sum + size, 0);
  const much = regions.reduce((sum, region, index) => sum + of(region) * (entryAt(sizes, index) / whole), 0);
  const value = (Math.max(...regions.map(of)) + much) / 2;
  const trained = regions.filter((region) => of(region) === 1).map((region) => REGIONS[region].name);
  const helping = regions.filter((region) => of(region) === 0.5).map((region) => REGIONS[region].name);
  const sentence =
    trained.length === 0
      ? `The ${helping.join(" and ")} only help.`
      : `Trains the ${trained.join(" and ")} directly${helping.length > 0 ? `, the ${helping.join(" and ")} by half` : ""}.`;
  const parts = ranked.parts.map((part) => (part.part === "directness" ? { ...part, value, sentence } : part));
  return { ...ranked, parts, score: scoreOf(parts) };
}

function rankOne(exercise: Exercise, region: RegionId, context: RankContext): Ranked {
  const parts: RankedPart[] = RANK_PARTS.map((part) => ({
    part,
    weight: Math.max(0, context.weights[part]),
    ...partOf(part, exercise, region, context),
  }));
  const unfit = unfitness(exercise, context.trainee, context.gym);
  return { exercise, parts, unfit, score: scoreOf(parts), group: "situational" };
}

/** The weighted mean of the parts. */
function scoreOf(parts: readonly RankedPart[]): number {
  const weight = parts.reduce((sum, part) => sum + part.weight, 0);
  return weight > 0 ? parts.reduce((sum, part) => sum + part.weight * part.value, 0) / weight : 0;
}

function partOf(
  part: RankPart,
  exercise: Exercise,
  region: RegionId,
  context: RankContext,
): { value: number; sentence: string } {
  switch (part) {
    case "length":
      return lengthPart(exercise, region);
    case "comfort":
      return comfortPart(exercise, context.trainee);
    case "progress":
      return progressPart(exercise, context);
    case "stability": {
      const novice = context.trainee.trainingAge === "novice" ? 1 : 0;
      const value = clamp((exercise.stability - 0.6 * novice * Math.max(0, exercise.learning - 2)) / 5, 0, 1);
      const words = ["wobbly", "wobbly", "free", "guided by the hands", "steady", "held by the machine"];
      return {
        value,
        sentence: `${capitalised(words[exercise.stability] ?? "free")}, ${learningWords(exercise.learning)}.`,
      };
    }
    case "setup":
      return {
        value: clamp(1 - exercise.setupSeconds / 75, 0, 1),
        sentence: exercise.setupSeconds <= 5 ? "Nothing to set up." : `${exercise.setupSeconds} s to set up.`,
      };
    case "habit":
      return usualFor(exercise, region, context.trainee);
    case "variety":
      return { value: 1, sentence: "No better one is like it." };
    case "directness": {
      const share = exercise.shares[region] ?? 0;
      return {
        value: share,
        sentence:
          share === 1 ? `Trains the ${REGIONS[region].name} directly.` : `The ${REGIONS[region].name} only help.`,
      };
    }
  }
}

function lengthPart(exercise: Exercise, region: RegionId): { value: number; sentence: string } {
  const { from, to, peak } = lengthProfile(exercise, region);
  const range = to - from;
  // A muscle grows from work at any length; at long ones somewhat more.
  // The eccentric builds as much as the concentric: a sled gives none of it, and a hold neither.
  const isHeld = range < 0.1 || exercise.pattern === "carry" || exercise.stations.includes("floor sled");
  const work = isHeld ? 0.6 : 1;
  const value = work * clamp(0.3 + 0.45 * (peak / 0.85) + 0.15 * (to / 0.95) + 0.1 * (range / 0.6), 0, 1);
  const place = { shortened: "where the muscle is short", middle: "in the middle", lengthened: "where it is long" };
  return { value, sentence: `Hardest ${place[thirdOf(peak)]}${range < 0.1 ? ", held still" : ""}.` };
}

function comfortPart(exercise: Exercise, trainee: Trainee): { value: number; sentence: string } {
  const stressed = entriesOf(exercise.stress);
  const spared = new Set(
    trainee.limits.flatMap((limit) =>
      limit.what.kind === "joint" && limitsExercise(limit, exercise) ? [limit.what.joint] : [],
    ),
  );
  let strain = 0;
  for (const [joint, stress] of stressed) strain += (stress / 3) ** 1.5 * (spared.has(joint) ? 2.5 : 1);
  const pain = trainee.pain.get(exercise.id);
  const felt = pain && pain.sets > 0 ? pain.mean / 10 : 0;
  const rough = pain?.rough ?? 0;
  const known = pain ? Math.min(1, pain.sets / 6) : 0;
  const general = clamp(1 - strain / 2.4, 0, 1);
  // The client's own sets weigh more the more there are.
  const comfort = clamp(general * (1 - 0.5 * known) + 0.5 * known * (1 - 2.5 * felt - 0.6 * rough), 0, 1);
  const isLiked = trainee.likes.has(exercise.id);
  const value = trainee.dislikes.has(exercise.id) ? comfort * 0.5 : isLiked ? (1 + comfort) / 2 : comfort;
  const high = stressed.filter(([, stress]) => stress >= 2).map(([joint]) => JOINT_WORDS[joint]);
  const words = high.length > 0 ? `Asks something of ${high.join(" and ")}` : "Quiet on the joints";
  const own =
    pain && pain.sets >= 2
      ? felt > 0.15
        ? `; it hurt this client, ${decimal(pain.mean, 1)} of 10`
        : rough > 0.25
          ? `; form slipped in ${Math.round(100 * rough)} % of this client's sets`
          : "; it has been quiet for this client"
      : "";
  return {
    value,
    sentence: `${words}${own}${trainee.dislikes.has(exercise.id) ? "; not liked" : isLiked ? "; liked" : ""}.`,
  };
}

/**
 * What a family's lead lift is in multiples of the body mass, by training age: round figures of what trained people lift once, a
 * judgement. Moves of the legs carry the body besides.
 */
const LEAD_STRENGTH: Readonly<
  Record<string, { readonly legs: boolean; readonly times: Readonly<Record<string, number>> }>
> = {
  squat: { legs: true, times: { novice: 0.9, intermediate: 1.4, advanced: 1.9 } },
  "hip extension": { legs: true, times: { novice: 1, intermediate: 1.8, advanced: 2.6 } },
  press: { legs: false, times: { novice: 0.7, intermediate: 1.1, advanced: 1.5 } },
  row: { legs: false, times: { novice: 0.7, intermediate: 1, advanced: 1.3 } },
  overhead: { legs: false, times: { novice: 0.45, intermediate: 0.65, advanced: 0.9 } },
  "vertical pull": { legs: false, times: { novice: 0.95, intermediate: 1.25, advanced: 1.5 } },
};
/** One side can do a little more than half of both. */
const ONE_SIDE = 0.55;
const USUAL_BODY_KG = 80;

/** The share of one's strength that the body, with the heaviest load beside it, asks of somebody of a level; null: not known. */
function shareOfStrength(exercise: Exercise, addedKg: number, trainingAge: string): number | null {
  const lead = LEAD_STRENGTH[exercise.family];
  const fraction = exercise.bodyweightFraction;
  const times = lead?.times[trainingAge];
  if (!times || fraction === null) return null;
  const both = times + (lead.legs ? fraction : 0);
  const capacity = exercise.laterality === "both" ? both : ONE_SIDE * both;
  return (fraction + Math.max(0, addedKg) / USUAL_BODY_KG) / capacity;
}

function progressPart(
  exercise: Exercise,
  { gym, unit = gym?.unit ?? "kg", workingKg, trainee }: RankContext,
): { value: number; sentence: string } {
  const loads = gym ? buildableLoads(exercise, gym) : [];
  const working = workingKg?.(exercise) ?? null;
  if (isBodyweight(exercise)) {
    // Plates hang from a belt where the whole body hangs; on a back they are a makeshift.
    const isHung = (exercise.bodyweightFraction ?? 0) >= 0.9;
    const heaviest = isHung ? (loads.at(-1)?.kg ?? 0) : 0;
    const share = shareOfStrength(exercise, heaviest, trainee.trainingAge);
    // Far under half of what somebody of the level can do, a set only grows longer.
    const room = share === null ? 1 : clamp((share - 0.3) / 0.3, 0, 1);
    if (room < 0.3) return { value: 0.05, sentence: "The body alone is soon too light: only reps can go up." };
    if (gym && loads.length < 3)
      return { value: 0.25 * room, sentence: "Only the body: progress by reps, tempo and leverage." };
    if (isHung) return { value: 0.7 * room, sentence: "From assistance to added load, in steps." };
    return { value: 0.5 * room, sentence: "Progress by leverage, reps and tempo, then a weight that is held." };
  }
  if (gym && loads.length < 3) return { value: 0.15, sentence: "Hardly any loads here to go up by." };
  const from = working ?? exercise.ceilingKg * 0.4;
  const at = loads.findIndex((load) => load.kg >= from - 0.002);
  const next = at >= 0 ? loads[at + 1] : undefined;
  const here = at >= 0 ? entryAt(loads, at) : undefined;
  const step = here && next ? next.kg - here.kg : exercise.stepKg;
  const percent = (100 * step) / Math.max(from, 1);
  const room = clamp(
    (Math.min(exercise.ceilingKg, loads.at(-1)?.kg ?? exercise.ceilingKg) - from) / Math.max(from, 1),
    0,
    1,
  );
  if (working !== null && room < 0.05)
    return { value: 0.1, sentence: `${massWords(from, unit)} is near the most that it can be loaded with here.` };
  const value = clamp(1 - percent / 20, 0.1, 1) * (0.6 + 0.4 * room);
  return { value, sentence: `The next step is ${massWords(step, unit, 2)}, ${decimal(percent, 0)} %.` };
}

const learningWords = (learning: number): string =>
  learning <= 1
    ? "learned at once"
    : learning <= 2
      ? "soon learned"
      : learning <= 3
        ? "takes some learning"
        : "long to learn";

export const rankReason = (ranked: Ranked): string => (ranked.unfit ? unfitSentence(ranked.unfit) : "");
