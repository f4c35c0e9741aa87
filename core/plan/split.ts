/**
 * Which muscles on which days (docs/handbook.md#split): every way that the days allow, with how often each muscle is trained,
 * the hours between its hard days, its weekly hard sets against its band, the minutes, and what it lacks. Lifts are chosen by
 * ranking for the client in the gym, so that each proposal can be started as it stands.
 */

import { MUSCLES, type Muscle } from "../exercise";
import { entryAt, firstOf } from "../lists";
import type { MakeId, SessionDocument } from "../session";
import { expandSession } from "../time";
import { LARGE_MUSCLES, sessionVolume, weeklySetBand } from "../volume";
import { type DayOrder, kindOf, WeekBuilder, type WeekContext } from "./week-builder";
import { LIFT_KINDS, type LiftKindId } from "./week-lifts";

interface SplitShape {
  readonly id: string;
  readonly name: string;
  readonly days: readonly DayOrder[];
  /** The days of a week over which its sessions go in turn; null: each has its own. */
  readonly inTurnOver: number | null;
}

const day = (name: string, lifts: readonly LiftKindId[], muscles: readonly Muscle[]): DayOrder => ({
  name,
  lifts,
  muscles,
});

const ALL: readonly Muscle[] = [...LARGE_MUSCLES, "trunk", "traps", "forearms", "neck"];
const UPPER_MUSCLES: readonly Muscle[] = [
  "chest",
  "back",
  "delts",
  "elbow flexors",
  "triceps",
  "traps",
  "forearms",
  "neck",
];
const LOWER_MUSCLES: readonly Muscle[] = ["quads", "hamstrings", "glutes", "calves", "trunk"];

/** One session a week has every pattern; of more each has those that the others leave out, and none comes twice before all came once. */
const WHOLE_ONLY = day("Whole body", ["squat", "bench", "row", "hinge", "overhead", "pulldown", "trunk"], ALL);
const WHOLE: readonly DayOrder[] = [
  day("Whole body, squat", ["squat", "bench", "row", "legCurl", "sideRaise", "curl", "trunk", "calf"], ALL),
  day("Whole body, hinge", ["hinge", "overhead", "pulldown", "lunge", "incline", "extension", "sideTrunk"], ALL),
  day("Whole body, press", ["bench", "legPress", "pulldown", "thrust", "row", "rearFly", "pressDown", "calf"], ALL),
  day(
    "Whole body, pull",
    ["pull from the floor", "incline", "row", "legExtension", "overhead", "hammer", "trunk"],
    ALL,
  ),
];
const UPPER: readonly DayOrder[] = [
  day("Upper, press first", ["bench", "row", "overhead", "pulldown", "sideRaise", "curl", "extension"], UPPER_MUSCLES),
  day("Upper, pull first", ["pulldown", "incline", "row", "overhead", "rearFly", "pressDown", "hammer"], UPPER_MUSCLES),
];
const LOWER: readonly DayOrder[] = [
  day("Lower, squat first", ["squat", "hinge", "lunge", "legCurl", "calf", "trunk"], LOWER_MUSCLES),
  day(
    "Lower, hinge first",
    ["pull from the floor", "legPress", "thrust", "legCurl", "seatedCalf", "sideTrunk"],
    LOWER_MUSCLES,
  ),
];
const PUSH: readonly DayOrder[] = [
  day("Push", ["bench", "overhead", "incline", "sideRaise", "extension", "fly"], ["chest", "delts", "triceps"]),
  day(
    "Push, shoulders first",
    ["overhead", "incline", "bench", "sideRaise", "pressDown"],
    ["chest", "delts", "triceps"],
  ),
];
const PULL: readonly DayOrder[] = [
  day(
    "Pull",
    ["pulldown", "row", "rearFly", "curl", "hammer", "shrug"],
    ["back", "elbow flexors", "delts", "traps", "forearms"],
  ),
  day(
    "Pull, rows first",
    ["row", "pulldown", "rearFly", "hammer", "curl"],
    ["back", "elbow flexors", "delts", "traps", "forearms"],
  ),
];
const LEGS: readonly DayOrder[] = [
  day("Legs", ["squat", "hinge", "lunge", "legCurl", "calf", "trunk"], LOWER_MUSCLES),
  day(
    "Legs, hinge first",
    ["pull from the floor", "legPress", "thrust", "legCurl", "seatedCalf", "sideTrunk"],
    LOWER_MUSCLES,
  ),
];
const CHEST_BACK: readonly DayOrder[] = [
  day("Chest and back", ["bench", "pulldown", "incline", "row", "fly"], ["chest", "back"]),
  day("Back and chest", ["row", "incline", "pulldown", "bench", "fly"], ["chest", "back"]),
];
const ARMS_DELTS: readonly DayOrder[] = [
  day(
    "Delts and arms",
    ["overhead", "curl", "extension", "sideRaise", "hammer", "pressDown", "rearFly"],
    ["delts", "elbow flexors", "triceps"],
  ),
];

/** Days in turn through lists of variants: the second upper day is another one than the first. */
function cycled(lists: readonly (readonly DayOrder[])[], days: number): DayOrder[] {
  return Array.from({ length: days }, (_, index) => {
    const list = entryAt(lists, index % lists.length);
    return entryAt(list, Math.floor(index / lists.length) % list.length);
  });
}

/** The ways that so many days allow; a weak point gets a day of its own from three days on. */
export function splitShapes(days: number, weakPoint: Muscle | null = null): SplitShape[] {
  const shapes: SplitShape[] = [];
  const add = (id: string, name: string, list: readonly DayOrder[], inTurnOver: number | null = null) =>
    shapes.push({ id, name, days: list, inTurnOver });
  if (days === 1) add("whole", "Whole body", [WHOLE_ONLY]);
  if (days >= 2 && days <= 4) add("whole", "Whole body", WHOLE.slice(0, days));
  if (days === 2 || days === 4) add("upperLower", "Upper and lower", cycled([UPPER, LOWER], days));
  if (days === 3 || days === 6) add("pushPullLegs", "Push, pull, legs", cycled([PUSH, PULL, LEGS], days));
  if (days === 3 || days === 6) add("paired", "Paired muscles", cycled([CHEST_BACK, LEGS, ARMS_DELTS], days));
  if (days === 5)
    add("upperLowerPlus", "Upper, lower, push, pull, legs", [
      entryAt(UPPER, 0),
      entryAt(LOWER, 0),
      entryAt(PUSH, 1),
      entryAt(PULL, 1),
      entryAt(LEGS, 1),
    ]);
  if (days === 3) add("upperLowerInTurn", "Upper and lower in turn", [firstOf(UPPER), firstOf(LOWER)], days);
  if (days === 2 || days === 4 || days === 5)
    add("pushPullLegsInTurn", "Push, pull, legs in turn", [firstOf(PUSH), firstOf(PULL), firstOf(LEGS)], days);
  if (weakPoint && days >= 3) {
    const own: DayOrder = day(
      `${firstOf(weakPoint).toUpperCase()}${weakPoint.slice(1)} first`,
      [...OWN_DAY.filter((id) => LIFT_KINDS[id].muscle === weakPoint), "trunk"],
      [weakPoint, ...(["delts", "trunk"] as const).filter((one) => one !== weakPoint)],
    );
    const rest =
      days === 3
        ? [firstOf(UPPER), firstOf(LOWER)]
        : days === 4
          ? [firstOf(PUSH), firstOf(PULL), firstOf(LEGS)]
          : cycled([UPPER, LOWER], days - 1);
    add("weakPoint", `A day for the ${weakPoint}`, [own, ...rest]);
  }
  return shapes;
}

/** What a day of a muscle's own is made of, in this order. */
const OWN_DAY: readonly LiftKindId[] = [
  "squat",
  "hinge",
  "bench",
  "overhead",
  "pulldown",
  "row",
  "incline",
  "legPress",
  "lunge",
  "thrust",
  "fly",
  "sideRaise",
  "rearFly",
  "curl",
  "extension",
  "hammer",
  "pressDown",
  "legExtension",
  "legCurl",
  "calf",
  "seatedCalf",
  "abduction",
  "shrug",
  "carry",
  "neck",
];

/** The lifts that a strength week is made for; a goal of one of these makes the week one of strength. */
const STRENGTH_LIFTS: readonly string[] = ["back-squat", "bench-press", "deadlift", "overhead-press"];
/** A near variant for the lift's second day. */
const NEAR: Readonly<Record<string, readonly string[]>> = {
  "back-squat": ["pause-squat", "front-squat"],
  "bench-press": ["pause-bench-press", "close-grip-bench-press"],
  deadlift: ["pause-deadlift", "romanian-deadlift"],
  "overhead-press": ["push-press", "seated-barbell-press"],
};
/** What a strength day has beside its lift: assistance for what fails in it. */
const ASSISTANCE: Readonly<Record<string, readonly LiftKindId[]>> = {
  "back-squat": ["row", "lunge", "legCurl", "trunk", "calf"],
  "bench-press": ["row", "incline", "pulldown", "extension", "rearFly"],
  deadlift: ["overhead", "legPress", "row", "legCurl", "trunk"],
  "overhead-press": ["pulldown", "incline", "row", "sideRaise", "pressDown"],
};

/** A week of strength: each goal's lift first on a day, its near variant on another, assistance for what fails. */
function strengthShape(days: number, goals: readonly string[]): SplitShape | null {
  const own = goals.filter((id) => STRENGTH_LIFTS.includes(id));
  if (own.length === 0 || days < 2) return null;
  const others = STRENGTH_LIFTS.filter((id) => !own.includes(id));
  // The goal's lift heavy, the other lifts, and the goal's near variant as far from its heavy day as the days allow.
  const firsts: string[] = [own[0]!];
  const queue = [...own.slice(1), ...others];
  while (firsts.length < days - 1 && queue.length > 0) firsts.push(queue.shift()!);
  firsts.splice(Math.max(1, Math.floor(days / 2)), 0, firstOf(NEAR[own[0]!] ?? [own[0]!]));
  const names: Readonly<Record<string, string>> = {
    "back-squat": "Squat",
    "bench-press": "Bench",
    deadlift: "Deadlift",
    "overhead-press": "Press",
  };
  const orders = firsts.slice(0, Math.min(days, firsts.length)).map((id): DayOrder => {
    const lead = STRENGTH_LIFTS.find((one) => one === id || NEAR[one]?.includes(id)) ?? id;
    const name = lead === id ? `${names[lead]} day` : `${names[lead]}, second day`;
    const lifts = ASSISTANCE[lead] ?? [];
    const muscles =
      lead === "bench-press" || lead === "overhead-press"
        ? UPPER_MUSCLES
        : ([...LOWER_MUSCLES, "back", "elbow flexors"] as const);
    return { name, lifts, muscles, isStrength: true, first: id };
  });
  return {
    id: "strength",
    name: `Strength: ${own.map((id) => names[id]!.toLowerCase()).join(", ")}`,
    days: orders,
    inTurnOver: null,
  };
}

/**
 * Each goal's lift first on a day that trains its muscle; from three days on twice a week, the second time its near variant or itself
 * on another day of the muscle.
 */
function withGoals(shape: SplitShape, { goals = [], catalogue }: WeekContext, days: number): SplitShape {
  const orders = [...shape.days];
  for (const id of goals) {
    const exercise = catalogue.byId.get(id);
    if (!exercise || orders.some(({ first }) => first === id)) continue;
    const { muscle } = LIFT_KINDS[kindOf(exercise)];
    const free = orders.flatMap((order, index) => (!order.first && order.muscles.includes(muscle) ? [index] : []));
    const times = days >= 3 ? 2 : 1;
    const places = times === 2 && free.length > 1 ? [free[0]!, free[Math.ceil(free.length / 2)]!] : free.slice(0, 1);
    for (const [nth, place] of places.entries()) {
      const near = nth === 0 ? id : (NEAR[id]?.find((one) => catalogue.byId.has(one)) ?? id);
      orders[place] = { ...entryAt(orders, place), first: near };
    }
  }
  return { ...shape, days: orders };
}

/** Weekdays that keep days apart, Monday 0. */
export const usualWeekdays = (days: number): number[] =>
  entryAt(
    [[0], [0], [0, 3], [0, 2, 4], [0, 1, 3, 4], [0, 1, 2, 4, 5], [0, 1, 2, 3, 4, 5], [0, 1, 2, 3, 4, 5, 6]],
    Math.min(7, days),
  );

export type SplitContext = WeekContext;

interface ProposedDay {
  readonly name: string;
  /** Monday 0; null: none of its own, its turn comes on the others'. */
  readonly weekday: number | null;
  readonly document: SessionDocument;
  readonly minutes: number;
}

interface MuscleInSplit {
  readonly muscle: Muscle;
  /** Days a week with a hard set of it. */
  readonly days: number;
  /** The fewest hours between two such days; null where there is one or none. */
  readonly hoursBetween: number | null;
  readonly hardSets: number;
  readonly verdict: "under" | "inside" | "over";
}

export interface SplitProposal {
  readonly id: string;
  readonly name: string;
  /** Each session once. */
  readonly days: readonly ProposedDay[];
  /** The weekdays that are trained. */
  readonly weekdays: readonly number[];
  readonly isInTurn: boolean;
  readonly muscles: readonly MuscleInSplit[];
  readonly lacks: readonly Muscle[];
}

export function proposeSplits(days: number, context: SplitContext, makeId: MakeId): SplitProposal[] {
  const weak = MUSCLES.find((muscle) => context.priorities[muscle] === "build") ?? null;
  const strength = strengthShape(days, context.goals ?? []);
  const shapes = splitShapes(days, weak).map((shape) => withGoals(shape, context, days));
  return [...(strength ? [strength] : []), ...shapes].map((shape) => proposal(shape, context, makeId));
}

function proposal(shape: SplitShape, context: SplitContext, makeId: MakeId): SplitProposal {
  const sessions = shape.days.length;
  const aWeek = shape.inTurnOver ?? sessions;
  const weekdays = usualWeekdays(aWeek);
  const builder = new WeekBuilder(context, aWeek);
  const days = builder.build(shape.days, makeId).map((document, index): ProposedDay => {
    const { seconds } = expandSession(document, context);
    return { name: entryAt(shape.days, index).name, weekday: weekdays[index] ?? null, document, minutes: seconds / 60 };
  });
  const volumes = days.map(({ document }) => sessionVolume(expandSession(document, context), context).muscles);
  const muscles = LARGE_MUSCLES.map((muscle): MuscleInSplit => {
    // Sessions in turn come round after as many weeks as there are of them.
    const weeks = shape.inTurnOver === null ? 1 : sessions;
    const trained = Array.from({ length: weeks * aWeek }, (_, turn) => turn).flatMap((turn) =>
      (volumes[turn % sessions]![muscle]?.hardSets ?? 0) >= 1
        ? [7 * Math.floor(turn / aWeek) + entryAt(weekdays, turn % aWeek)]
        : [],
    );
    const hardSets = (volumes.reduce((sum, volume) => sum + (volume[muscle]?.hardSets ?? 0), 0) * aWeek) / sessions;
    const gaps = trained.map((day, index) =>
      index + 1 < trained.length ? entryAt(trained, index + 1) - day : firstOf(trained) + 7 * weeks - day,
    );
    const band = weeklySetBand(muscle, context.trainingAge, context.priorities[muscle]);
    return {
      muscle,
      days: trained.length / weeks,
      hoursBetween: trained.length > 1 ? 24 * Math.min(...gaps) : null,
      hardSets,
      verdict: hardSets < band.low ? "under" : hardSets > band.high ? "over" : "inside",
    };
  });
  return {
    id: shape.id,
    name: shape.name,
    days,
    weekdays,
    isInTurn: shape.inTurnOver !== null,
    muscles,
    lacks: muscles.filter(({ verdict }) => verdict === "under").map(({ muscle }) => muscle),
  };
}
