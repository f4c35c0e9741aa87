/** A client's coming week, moved on by its rules: what moved by itself, and what wants the coach's eye. */

import { catalogueIn } from "../contract/catalogue";
import {
  addDays,
  exerciseOrThrow,
  massWords,
  mondayOf,
  type ProgressReason,
  type ProjectedSession,
  plannedLifts,
  progressSentence,
  sessionDay,
  type WeightUnit,
} from "../core";
import type { WeekCell } from "./week-cells";
import { repsWords, type WeeksModel, weeksModel } from "./weeks";
import { projectContextOf, type WeeksView } from "./weeks-context";

export interface CarriedLift {
  readonly slotId: string;
  readonly name: string;
  /** What it was last; null: never. */
  readonly before: Pick<WeekCell, "sets" | "reps" | "topKg"> | null;
  readonly next: Pick<WeekCell, "sets" | "reps" | "topKg">;
  /** Why it wants looking at; null: its rule moved it on or repeats it as it should. */
  readonly needs: string | null;
  /** What its rule says of the figures; null: it has none to say, as where there was no day to go on from. */
  readonly why: string | null;
}

export interface CarriedWeek {
  /** Counted from 0. */
  readonly week: number;
  /** What masses are said in. */
  readonly unit: WeightUnit;
  readonly sessions: readonly {
    readonly dayId: string;
    readonly name: string;
    readonly date: string;
    readonly lifts: readonly CarriedLift[];
  }[];
  readonly moved: number;
  readonly need: number;
}

/** What a rule says that a coach decides, and not the rule alone. */
const FOR_THE_COACH: ReadonlySet<ProgressReason["kind"]> = new Set([
  "cut",
  "pain",
  "formBroke",
  "stepTooFar",
  "topOfGym",
  "unchanged",
  "timeOff",
  "moreHelp",
  "rungDown",
]);

/** So many days from this Monday are looked at: this week and the two after it. */
const DAYS_LOOKED_AT = 21;

/** The first week ahead with a session that the client does not have yet; null where there is none within two weeks. */
export function carriedWeek(view: WeeksView): CarriedWeek | null {
  if (!view.plan) return null;
  const plan = view.plan.document;
  const model = weeksModel(plan, view, addDays(mondayOf(view.today), DAYS_LOOKED_AT - 1));
  const hasIt = (dayId: string, week: number) =>
    view.sessions.some((one) => one.dayId === dayId && one.week === week && one.copy !== null);
  const open = model.sessions.filter(({ dayId, week, isAway }) => !isAway && !hasIt(dayId, week));
  const week = open[0]?.week;
  if (week === undefined) return null;
  const sessions = open
    .filter((one) => one.week === week)
    .map((session) => ({
      dayId: session.dayId,
      name: sessionDay(plan, session.dayId, session.week)!.name,
      date: session.date,
      lifts: carriedLifts(session, model, view),
    }));
  const lifts = sessions.flatMap((one) => one.lifts);
  return {
    week,
    unit: view.client.unit,
    sessions,
    moved: lifts.filter((lift) => lift.needs === null && isMoved(lift)).length,
    need: lifts.filter(({ needs }) => needs !== null).length,
  };
}

/** "4×5 at 82.5 kg"; help is what is taken off the body. */
export function askedWords(asked: CarriedLift["next"], unit: WeightUnit): string {
  const { topKg } = asked;
  if (topKg === null || topKg === 0) return repsWords(asked);
  const load = massWords(Math.abs(topKg), unit, 2);
  return `${repsWords(asked)} ${topKg < 0 ? `with ${load} of assistance` : `at ${load}`}`;
}

/** Whether a lift is asked for more, less or otherwise than it was last. */
export const isMoved = ({ before, next }: CarriedLift): boolean =>
  before !== null && (before.topKg !== next.topKg || repsWords(before) !== repsWords(next));

/** A coming session's lifts beside what they were last. */
export function carriedLifts(session: ProjectedSession, model: WeeksModel, view: WeeksView): CarriedLift[] {
  const catalogue = catalogueIn(view.exercises);
  return plannedLifts(session, projectContextOf(view)).map(({ slot, sets, next }): CarriedLift => {
    const loads = sets.flatMap(({ kg }) => (kg === null ? [] : [kg]));
    const reason = next?.reasons.find(({ kind }) => FOR_THE_COACH.has(kind));
    const isTimed = sets.every(({ reps }) => reps === null);
    const unknown =
      next === null && loads.length === 0 && !isTimed
        ? "No load is known: start light, and add until the reserve is right."
        : null;
    return {
      slotId: slot.id,
      name: exerciseOrThrow(catalogue, slot.exerciseId).name,
      before: lastOf(model, session.dayId, slot.id, session.week),
      next: {
        sets: sets.length,
        reps: sets.map(({ reps }) => reps),
        topKg: loads.length > 0 ? Math.max(...loads) : null,
      },
      needs: reason ? progressSentence(reason, view.client.unit) : unknown,
      why: next?.reasons[0] ? progressSentence(next.reasons[0], view.client.unit) : null,
    };
  });
}

function lastOf(model: WeeksModel, dayId: string, slotId: string, week: number): CarriedLift["before"] {
  const row = model.days.flatMap(({ rows }) => rows).find((one) => one.dayId === dayId && one.slot.id === slotId);
  return row?.cells.slice(0, week).findLast((cell) => cell?.state === "done") ?? null;
}
