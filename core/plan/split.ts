/**
 * Which muscles on which days (docs/handbook.md#split): every way that the days allow, with how often each muscle is trained,
 * the hours between its hard days, its weekly hard sets against its band, the minutes, and what it lacks. Lifts are chosen by
 * ranking for the client in the gym, so that each proposal can be started as it stands.
 */

import {
  type Catalogue,
  type Exercise,
  MUSCLES,
  type Muscle,
  type MusclePriority,
  REGIONS,
  type Trainee,
} from "../exercise";
import { entriesOf, entryAt, firstOf, foundIn } from "../lists";
import type { GymEquipment } from "../load";
import { RANK_PRESETS, rankForMuscle } from "../selection";
import { type MakeId, parseSession, type SessionDocument } from "../session";
import type { Settings } from "../settings";
import { expandSession } from "../time";
import { sessionVolume, type TrainingAge, weeklySetBand } from "../volume";

/** What a day trains, the first first. */
interface DayShape {
  readonly name: string;
  readonly muscles: readonly Muscle[];
}

interface SplitShape {
  readonly id: string;
  readonly name: string;
  readonly days: readonly DayShape[];
  /** The days of a week over which its sessions go in turn; null: each has its own. */
  readonly inTurnOver: number | null;
}

const UPPER: DayShape = { name: "Upper", muscles: ["chest", "back", "delts", "triceps", "elbow flexors"] };
const LOWER: DayShape = { name: "Lower", muscles: ["quads", "hamstrings", "glutes", "calves", "trunk"] };
const WHOLE: DayShape = {
  name: "Whole body",
  muscles: ["quads", "chest", "back", "hamstrings", "delts", "elbow flexors", "triceps"],
};
const WHOLE_HIP: DayShape = {
  name: "Whole body, hips first",
  muscles: ["hamstrings", "back", "chest", "quads", "delts", "triceps", "elbow flexors"],
};
const PUSH: DayShape = { name: "Push", muscles: ["chest", "delts", "triceps"] };
const PULL: DayShape = { name: "Pull", muscles: ["back", "elbow flexors", "traps"] };
const LEGS: DayShape = { name: "Legs", muscles: ["quads", "hamstrings", "glutes", "calves"] };
const CHEST_BACK: DayShape = { name: "Chest and back", muscles: ["chest", "back"] };
const ARMS_DELTS: DayShape = { name: "Delts and arms", muscles: ["delts", "elbow flexors", "triceps"] };

const cycled = (shapes: readonly DayShape[], days: number): DayShape[] =>
  Array.from({ length: days }, (_, index) => entryAt(shapes, index % shapes.length));

/** The ways that so many days allow; a weak point gets a day of its own from three days on. */
export function splitShapes(days: number, weakPoint: Muscle | null = null): SplitShape[] {
  const shapes: SplitShape[] = [];
  const add = (id: string, name: string, list: readonly DayShape[], inTurnOver: number | null = null) =>
    shapes.push({ id, name, days: list, inTurnOver });
  if (days >= 1 && days <= 4) add("whole", "Whole body", cycled([WHOLE, WHOLE_HIP], days));
  if (days === 2 || days === 4) add("upperLower", "Upper and lower", cycled([UPPER, LOWER], days));
  if (days === 3 || days === 6) add("pushPullLegs", "Push, pull, legs", cycled([PUSH, PULL, LEGS], days));
  if (days === 3 || days === 6) add("paired", "Paired muscles", cycled([CHEST_BACK, LEGS, ARMS_DELTS], days));
  if (days === 5) add("upperLowerPlus", "Upper, lower, push, pull, legs", [UPPER, LOWER, PUSH, PULL, LEGS]);
  if (days === 3) add("upperLowerInTurn", "Upper and lower in turn", [UPPER, LOWER], days);
  if (days === 2 || days === 4 || days === 5)
    add("pushPullLegsInTurn", "Push, pull, legs in turn", [PUSH, PULL, LEGS], days);
  if (weakPoint && days >= 3) {
    const own: DayShape = {
      name: `${firstOf(weakPoint).toUpperCase()}${weakPoint.slice(1)} first`,
      muscles: [weakPoint, ...(["delts", "trunk"] as const).filter((one) => one !== weakPoint)],
    };
    const rest = days === 3 ? [UPPER, LOWER] : days === 4 ? [PUSH, PULL, LEGS] : cycled([UPPER, LOWER], days - 1);
    add("weakPoint", `A day for the ${weakPoint}`, [own, ...rest]);
  }
  return shapes;
}

/** Weekdays that keep days apart, Monday 0. */
export const usualWeekdays = (days: number): number[] =>
  entryAt(
    [[0], [0], [0, 3], [0, 2, 4], [0, 1, 3, 4], [0, 1, 2, 4, 5], [0, 1, 2, 3, 4, 5], [0, 1, 2, 3, 4, 5, 6]],
    Math.min(7, days),
  );

export interface SplitContext {
  readonly catalogue: Catalogue;
  readonly settings: Settings;
  readonly gym: GymEquipment;
  readonly trainee: Trainee;
  readonly trainingAge: TrainingAge;
  readonly priorities: Readonly<Partial<Record<Muscle, MusclePriority>>>;
  /** Minutes of a session at most. */
  readonly minutes: number;
}

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

/** The muscles that a plan is asked for. */
const ASKED: readonly Muscle[] = [
  "chest",
  "back",
  "delts",
  "elbow flexors",
  "triceps",
  "quads",
  "hamstrings",
  "glutes",
  "calves",
];
const SETS = { most: 4, least: 2 } as const;

export function proposeSplits(days: number, context: SplitContext, makeId: MakeId): SplitProposal[] {
  const weak = MUSCLES.find((muscle) => context.priorities[muscle] === "build") ?? null;
  return splitShapes(days, weak).map((shape) => proposal(shape, context, makeId));
}

function proposal(shape: SplitShape, context: SplitContext, makeId: MakeId): SplitProposal {
  const sessions = shape.days.length;
  const aWeek = shape.inTurnOver ?? sessions;
  const weekdays = usualWeekdays(aWeek);
  const times = new Map<Muscle, number>();
  for (const day of shape.days)
    for (const muscle of day.muscles) times.set(muscle, (times.get(muscle) ?? 0) + aWeek / sessions);
  const used = new Map<Muscle, number>();
  const days = shape.days.map((day, index): ProposedDay => {
    const document = sessionFor(day, times, used, context, makeId);
    const { seconds } = expandSession(document, context);
    return { name: day.name, weekday: weekdays[index] ?? null, document, minutes: seconds / 60 };
  });
  const volumes = days.map(({ document }) => sessionVolume(expandSession(document, context), context).muscles);
  const muscles = ASKED.map((muscle): MuscleInSplit => {
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
    const band = weeklySetBand(context.trainingAge, context.priorities[muscle] ?? "normal");
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

/** A day's session: for each of its muscles the next lift in rank, as many sets as the week wants and the minutes hold. */
function sessionFor(
  day: DayShape,
  times: ReadonlyMap<Muscle, number>,
  used: Map<Muscle, number>,
  context: SplitContext,
  makeId: MakeId,
): SessionDocument {
  const chosen: { exercise: Exercise; sets: number }[] = [];
  for (const muscle of day.muscles) {
    const priority = context.priorities[muscle] ?? "normal";
    const wanted = weeklySetBand(context.trainingAge, priority).low / (times.get(muscle) ?? 1);
    const helped = chosen.reduce((sum, { exercise, sets }) => sum + sets * shareOf(exercise, muscle), 0);
    const lifts = wanted > 6 ? 2 : 1;
    for (let place = 0; place < lifts; place++) {
      const exercise = liftFor(
        muscle,
        used.get(muscle) ?? 0,
        chosen.map((one) => one.exercise),
        context,
      );
      if (!exercise) break;
      used.set(muscle, (used.get(muscle) ?? 0) + 1);
      const sets = Math.round(Math.max(SETS.least, Math.min(SETS.most, (wanted - helped) / lifts)));
      chosen.push({ exercise, sets });
    }
  }
  chosen.sort((a, b) => Number(b.exercise.joints === "multi") - Number(a.exercise.joints === "multi"));
  for (;;) {
    const document = written(day.name, chosen, context, makeId);
    if (expandSession(document, context).seconds <= context.minutes * 60 || chosen.every(({ sets }) => sets <= 1))
      return document;
    // What there are most sets of gives one up, the last lifts first; then lifts go.
    const most = Math.max(...chosen.map(({ sets }) => sets));
    if (most > SETS.least)
      entryAt(
        chosen,
        chosen.findLastIndex(({ sets }) => sets === most),
      ).sets--;
    else if (chosen.length > 2) chosen.pop();
    else foundIn(chosen, ({ sets }) => sets === most).sets--;
  }
}

const shareOf = ({ shares }: Exercise, muscle: Muscle): number =>
  Math.max(0, ...entriesOf(shares).map(([id, share]) => (REGIONS[id].muscle === muscle && share >= 0.5 ? share : 0)));

function liftFor(muscle: Muscle, nth: number, chosen: readonly Exercise[], context: SplitContext): Exercise | null {
  const { catalogue, trainee, gym } = context;
  const ranked = rankForMuscle(catalogue.list, muscle, { trainee, gym, weights: RANK_PRESETS[0]!.weights }).filter(
    ({ unfit, exercise }) =>
      unfit === null && !chosen.some((one) => one.family === exercise.family && one.pattern === exercise.pattern),
  );
  // One lift of a family in a week is enough where there are others.
  const families = ranked.filter(
    ({ exercise }, index) => ranked.findIndex((one) => one.exercise.pattern === exercise.pattern) === index,
  );
  return (families[nth % Math.max(1, families.length)] ?? ranked[0])?.exercise ?? null;
}

function written(
  title: string,
  lifts: readonly { readonly exercise: Exercise; readonly sets: number }[],
  { catalogue, trainingAge }: SplitContext,
  makeId: MakeId,
): SessionDocument {
  const rir = trainingAge === "novice" ? 3 : 2;
  const lines = lifts.map(({ exercise, sets }, index) => {
    const isMulti = exercise.joints === "multi";
    const reps = isMulti ? "6-10" : "10-15";
    const side = exercise.laterality === "eachSide" ? "/side" : "";
    return `${String.fromCharCode(65 + index)}1 "${exercise.name}" ${sets}x${reps}${side} rir${isMulti ? rir : rir - 1} r${isMulti ? 120 : 75}${index === 0 ? " ramp" : ""}`;
  });
  return parseSession(`# ${title}\n\n${lines.join("\n\n")}`, catalogue, makeId).document;
}
