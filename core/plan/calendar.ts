/** A plan's sessions by their dates: what is planned between two days, whether or not anybody has opened it yet. */
import { addDays, daysBetween, mondayOf } from "../units";
import {
  absenceOn,
  dateOfDay,
  daysInWeek,
  movedSession,
  type PlanDay,
  type PlanDocument,
  planWeeks,
  sessionDay,
} from "./plan";

/** A plan without its sessions' content: what its calendar needs. */
export type PlanOutline = Pick<PlanDocument, "startDate" | "phases" | "moved" | "absences" | "inTurn"> & {
  readonly days: readonly PlanDay[];
};

export interface PlannedDay {
  readonly dayId: string;
  /** Counted from 0. */
  readonly week: number;
  /** The day whose session it is: where sessions go in turn, the one whose turn it is. */
  readonly session: PlanDay;
  readonly timeOfDay: number | null;
  /** The date that its weekday has in the week. */
  readonly date: string;
  /** The date that it was moved to. */
  readonly movedTo: string | null;
  /** Left out of this week, or on a day that the client is away. */
  readonly leftOut: "byCoach" | "away" | null;
}

/** The days of a plan that stand, or stood before they were moved, between two dates, both included; by week and place. */
export function plannedDays(plan: PlanOutline, from: string, to: string): PlannedDay[] {
  const start = mondayOf(plan.startDate);
  const weeks = new Set<number>();
  const first = Math.max(0, Math.floor(daysBetween(start, from) / 7));
  const last = Math.min(planWeeks(plan) - 1, Math.floor(daysBetween(start, to) / 7));
  for (let week = first; week <= last; week++) weeks.add(week);
  for (const moved of plan.moved) if (moved.to !== null && moved.to >= from && moved.to <= to) weeks.add(moved.week);
  const found: PlannedDay[] = [];
  for (const week of [...weeks].sort((a, b) => a - b))
    for (const day of daysInWeek(plan, week)) {
      const session = sessionDay(plan, day.id, week);
      if (!session) continue;
      const date = dateOfDay({ startDate: plan.startDate, moved: [] }, day, week);
      const moved = movedSession(plan, day.id, week);
      const movedTo = moved?.to != null && moved.to !== date ? moved.to : null;
      const isIn = (one: string) => from <= one && one <= to;
      if (!isIn(date) && !(movedTo && isIn(movedTo))) continue;
      const away = absenceOn(plan, movedTo ?? date);
      const leftOut = moved && moved.to === null ? "byCoach" : away && away.gymId === null ? "away" : null;
      found.push({ dayId: day.id, week, session, timeOfDay: day.timeOfDay, date, movedTo, leftOut });
    }
  return found;
}

/** The last date that belongs to a plan. */
export const lastDateOf = (plan: Pick<PlanDocument, "startDate" | "phases">): string =>
  addDays(mondayOf(plan.startDate), 7 * planWeeks(plan) - 1);
