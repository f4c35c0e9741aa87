/** A log's sets by client and day, each lift's together, as sessions that can be kept. */

import type { Laterality } from "../exercise";
import {
  type Catalogue,
  exerciseOrThrow,
  findExercise,
  isBodyweight,
  type NameContext,
  placeholderId,
  type SetupValue,
} from "../exercise";
import type { PerformedSet } from "../floor";
import {
  type Block,
  EMPTY_DOCUMENT,
  type LoadRule,
  lineageOf,
  type MakeId,
  type SessionDocument,
  type Slot,
  type WorkSet,
} from "../session";
import type { WeightUnit } from "../units";
import type { LogProblem, LogSet } from "./read";

/** What a name of the log means. */
export type NameMeaning =
  | {
      readonly kind: "exercise";
      readonly exerciseId: string;
      readonly setup: readonly SetupValue[];
      readonly laterality: Laterality;
    }
  | { readonly kind: "leftOut" };

export interface LoggedLift {
  readonly exerciseId: string;
  readonly setup: readonly SetupValue[];
  readonly laterality: Laterality;
  readonly note: string;
  readonly sets: readonly LoggedLiftSet[];
}

export interface LoggedLiftSet {
  readonly reps: number | null;
  readonly seconds: number | null;
  /** Null: the body alone. */
  readonly load: { readonly amount: string; readonly unit: WeightUnit } | null;
  /** −1: assistance. */
  readonly sign: 1 | -1;
  readonly rir: number | null;
}

/** What one client did on one day. */
export interface LoggedDay {
  /** As the sheet names them; null: it names nobody. */
  readonly client: string | null;
  readonly date: string;
  readonly title: string;
  readonly lifts: readonly LoggedLift[];
}

/** The name as it is compared: without regard to capitals and spaces. */
export const foldLogName = (name: string): string => name.trim().toLowerCase().replace(/\s+/g, " ");

/** What a name means where it is sure; null: somebody has to say. */
export function meaningOfName(catalogue: Catalogue, name: string, context: NameContext = {}): NameMeaning | null {
  const found = findExercise(catalogue, name, context);
  if (!found) return null;
  return {
    kind: "exercise",
    exerciseId: found.exercise.id,
    setup: found.setup,
    laterality: found.laterality ?? found.exercise.laterality,
  };
}

/** The lift keeps its name, until somebody says what it is. */
export const meaningAsNamed = (name: string): NameMeaning => ({
  kind: "exercise",
  exerciseId: placeholderId(name),
  setup: [],
  laterality: "both",
});

const liftKey = ({ exerciseId, setup, laterality }: Pick<LoggedLift, "exerciseId" | "setup" | "laterality">): string =>
  `${exerciseId} ${laterality} ${setup.map(({ name, value }) => `${name}=${value}`).join()}`;

interface DayInWork {
  readonly client: string | null;
  readonly date: string;
  readonly titles: Set<string>;
  readonly lifts: Map<string, { lift: Omit<LoggedLift, "sets" | "note">; sets: LoggedLiftSet[]; notes: Set<string> }>;
}

/**
 * The days of a log, by date. Names that are not in `meanings` keep the lift under its name. A lift that is loaded by hand needs a
 * load: a set without one is a problem of its row.
 */
export function daysOfLog(
  sets: readonly LogSet[],
  meanings: ReadonlyMap<string, NameMeaning>,
  catalogue: Catalogue,
): { readonly days: readonly LoggedDay[]; readonly problems: readonly LogProblem[] } {
  const days = new Map<string, DayInWork>();
  const problems: LogProblem[] = [];
  for (const set of sets) {
    const meaning = meanings.get(foldLogName(set.exercise)) ?? meaningAsNamed(set.exercise);
    if (meaning.kind === "leftOut") continue;
    const exercise = exerciseOrThrow(catalogue, meaning.exerciseId);
    const isOfBody = isBodyweight(exercise);
    if (set.load === null && !isOfBody && set.seconds === null) {
      problems.push({ row: set.row, column: null, why: `says no load for ${exercise.name}` });
      continue;
    }
    const key = `${set.client === null ? "" : foldLogName(set.client)}\n${set.date}`;
    const day: DayInWork = days.get(key) ?? { client: set.client, date: set.date, titles: new Set(), lifts: new Map() };
    days.set(key, day);
    if (set.session !== "") day.titles.add(set.session);
    const { exerciseId, setup, laterality } = meaning;
    const one = day.lifts.get(liftKey(meaning)) ?? {
      lift: { exerciseId, setup, laterality },
      sets: [],
      notes: new Set(),
    };
    day.lifts.set(liftKey(meaning), one);
    if (set.note !== "") one.notes.add(set.note);
    const isBodyAlone = set.load === null || Number(set.load.amount) === 0;
    one.sets.push({
      reps: set.reps,
      seconds: set.seconds,
      load: isBodyAlone ? null : { amount: set.load!.amount, unit: set.load!.unit },
      sign: isOfBody && !isBodyAlone ? set.load!.sign : 1,
      rir: set.rir,
    });
  }
  return {
    problems,
    days: [...days.values()]
      .map(({ client, date, titles, lifts }) => ({
        client,
        date,
        title: [...titles].join(", "),
        lifts: [...lifts.values()].map(({ lift, sets: done, notes }) => ({
          ...lift,
          sets: done,
          note: [...notes].join("; "),
        })),
      }))
      .sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : 0)),
  };
}

/**
 * A logged day as a session in which each set was asked for as it was done, and what was done of it. Nothing says what was really
 * asked, nor how long it took: nothing is short of it, and no rest is known.
 */
export function sessionOfDay(
  day: Pick<LoggedDay, "title" | "lifts">,
  catalogue: Catalogue,
  makeId: MakeId,
): { readonly document: SessionDocument; readonly done: readonly PerformedSet[] } {
  const done: PerformedSet[] = [];
  const blocks = day.lifts.map((lift): Block => {
    const { exerciseId, laterality, setup, note } = lift;
    const isOfBody = isBodyweight(exerciseOrThrow(catalogue, exerciseId));
    const slotId = makeId();
    const sets = lift.sets.map((set, round): WorkSet => {
      const segmentId = makeId();
      const id = makeId();
      const reps = set.reps ?? 0;
      done.push({
        slotId,
        round,
        ordinal: 0,
        whose: "client",
        plannedSetId: id,
        segments: [
          {
            segmentId,
            exerciseId,
            load: set.load,
            sign: set.sign,
            reps,
            rightReps: laterality !== "both" && set.seconds === null ? reps : null,
            seconds: set.seconds,
            metres: null,
          },
        ],
        rir: set.rir,
        failed: false,
        form: "held",
        pain: 0,
        painPlace: "",
        note: round === 0 ? note : "",
        restSeconds: null,
      });
      return {
        id,
        role: "working",
        stop: { kind: "segments" },
        segments: [
          {
            id: segmentId,
            exerciseId: null,
            setup: null,
            amount:
              set.seconds !== null
                ? { kind: "seconds", seconds: set.seconds }
                : { kind: "reps", reps: { low: reps, high: reps } },
            rom: "full",
            load: ruleOf(set, isOfBody),
            beside: [],
            rir: null,
            tempo: null,
            restBeforeSeconds: 0,
          },
        ],
      };
    });
    const slot: Slot = {
      id: slotId,
      lineage: lineageOf(exerciseId, setup),
      exerciseId,
      laterality,
      setup,
      cues: [],
      ramp: { kind: "none" },
      rule: null,
      sets,
      restAfter: null,
    };
    return {
      id: makeId(),
      rounds: { kind: "fixed", count: sets.length },
      restAfterRound: null,
      intent: null,
      methodId: null,
      slots: [slot],
    };
  });
  return { document: { ...EMPTY_DOCUMENT, title: day.title, blocks }, done };
}

const ruleOf = ({ load, sign }: LoggedLiftSet, isOfBody: boolean): LoadRule => {
  if (isOfBody) return { kind: "bodyweight", added: load, sign };
  return load ? { kind: "fixed", weight: load } : { kind: "unsaid" };
};
