/**
 * A plan: weeks in phases, the days of a week with the session that each of them starts from, and what was changed for some
 * weeks. A base session is never rewritten by a change for a week; a week's session is its base with the patches that hold
 * then. What the lifts' rules make of it is computed (`progress/prescribe.ts`).
 */

import { firstOf } from "../lists";
import { type IdentityCache, identityCache } from "../memo";
import type { ExposurePurpose } from "../session";
import { allBlocks, applyEdits, type Edit, type SessionDocument } from "../session";
import { addDays, daysBetween, mondayOf, type Weight } from "../units";
import type { PlanPhase } from "./phase";
import { shifted } from "./shift";

export const PLAN_VERSION = 1;

export interface PlanDocument {
  readonly version: typeof PLAN_VERSION;
  readonly name: string;
  /** A Monday. */
  readonly startDate: string;
  readonly phases: readonly PlanPhase[];
  readonly days: readonly PlanDay[];
  readonly patches: readonly PlanPatch[];
  readonly absences: readonly Absence[];
  readonly goals: readonly Goal[];
  /** Sessions of single weeks that stand on another date than their day's, or are left out. */
  readonly moved: readonly MovedSession[];
  /** What becomes of a session that was missed; proposed, never silent. */
  readonly missed: "move" | "merge" | "drop";
  /** So many sessions, the first of the list, go in turn over the weekdays (A-B-A, B-A-B); null: each day has its own. */
  readonly inTurn: number | null;
}

export interface PlanDay {
  readonly id: string;
  readonly name: string;
  /** A weekday (Monday 0); or none of its own, where sessions go in turn. */
  readonly placed: { readonly kind: "weekday"; readonly weekday: number } | { readonly kind: "inTurn" };
  /** Minutes after midnight; null: any time. */
  readonly timeOfDay: number | null;
  /** The last week it is done in, counted from 0; null: to the plan's end. */
  readonly lastWeek: number | null;
  readonly base: SessionDocument;
}

/** For which weeks a change holds. */
export type PatchSpan =
  | { readonly kind: "onlyWeek"; readonly week: number }
  | { readonly kind: "fromWeek"; readonly week: number }
  | { readonly kind: "phase"; readonly phaseId: string };

export interface PlanPatch {
  readonly id: string;
  readonly dayId: string;
  readonly edits: readonly Edit[];
  readonly span: PatchSpan;
  readonly note: string;
}

/** Away, or in another gym. */
export interface Absence {
  readonly id: string;
  readonly from: string;
  readonly until: string;
  readonly gymId: string | null;
}

export interface Goal {
  readonly id: string;
  readonly lineage: string;
  readonly exerciseId: string;
  readonly load: Weight;
  readonly reps: number;
  readonly byDate: string;
}

/** One week's session of a day on a date of its own; null: left out. */
export interface MovedSession {
  readonly id: string;
  readonly dayId: string;
  readonly week: number;
  readonly to: string | null;
}

/** What one plan may hold. */
export const PLAN_LIMITS = {
  weeks: 104,
  phases: 40,
  days: 14,
  patches: 400,
  absences: 60,
  goals: 40,
  moved: 200,
} as const;

export const planWeeks = (plan: Pick<PlanDocument, "phases">): number =>
  plan.phases.reduce((total, phase) => total + phase.weeks, 0);

/** The phase of a week, counted from 0; null outside the plan. */
export function phaseOfWeek(plan: Pick<PlanDocument, "phases">, week: number): PlanPhase | null {
  let first = 0;
  for (const phase of plan.phases) {
    if (week >= first && week < first + phase.weeks) return phase;
    first += phase.weeks;
  }
  return null;
}

/** The week of a date, counted from 0; null before the plan and after it. */
export function weekOfDate(plan: Pick<PlanDocument, "phases" | "startDate">, date: string): number | null {
  const week = Math.floor(daysBetween(mondayOf(plan.startDate), date) / 7);
  return week >= 0 && week < planWeeks(plan) ? week : null;
}

/** Where a week's session of a day was put; null: where its day stands. The last word holds. */
export const movedSession = (
  { moved }: Pick<PlanDocument, "moved">,
  dayId: string,
  week: number,
): MovedSession | null => moved.findLast((one) => one.dayId === dayId && one.week === week) ?? null;

/** The days on which something is trained each week, as they are listed. */
export const scheduledDays = ({ days }: Pick<PlanDocument, "days">): PlanDay[] =>
  days.filter(({ placed }) => placed.kind === "weekday");

/** Those of them that are done in a week: a day may end before the plan does. */
export const daysInWeek = (plan: Pick<PlanDocument, "days">, week: number): PlanDay[] =>
  scheduledDays(plan).filter(({ lastWeek }) => lastWeek === null || week <= lastWeek);

const weekdayOf = ({ placed }: PlanDay): number => (placed.kind === "weekday" ? placed.weekday : 0);

/**
 * The day whose session stands on a day in a week: its own, or where sessions go in turn the one whose turn it is; null where the
 * day has ended. Sessions go on in turn from week to week, whatever was missed.
 */
export function sessionDay(plan: Pick<PlanDocument, "days" | "inTurn">, dayId: string, week: number): PlanDay | null {
  const day = plan.days.find(({ id }) => id === dayId) ?? null;
  if (!day || (day.lastWeek !== null && week > day.lastWeek)) return null;
  if (plan.inTurn === null || day.placed.kind === "inTurn") return day;
  const places = scheduledDays(plan).sort((a, b) => weekdayOf(a) - weekdayOf(b));
  return plan.days[(week * places.length + places.indexOf(day)) % plan.inTurn] ?? day;
}

/** The days whose sessions come to stand on a day. */
export const sessionDaysOf = (plan: Pick<PlanDocument, "days" | "inTurn" | "phases">, dayId: string): PlanDay[] => [
  ...new Set(
    Array.from({ length: planWeeks(plan) }, (_, week) => sessionDay(plan, dayId, week)).filter((day) => day !== null),
  ),
];

/** The day in whose session a lift is. */
export const dayOfSlot = (plan: Pick<PlanDocument, "days">, slotId: string): PlanDay | null =>
  plan.days.find(({ base }) => allBlocks(base).some(({ slots }) => slots.some(({ id }) => id === slotId))) ?? null;

/** The day that a change belongs to: a week's alone to the day itself, a lasting one to that whose session it is. */
export const patchDayId = (
  plan: Pick<PlanDocument, "days" | "inTurn">,
  dayId: string,
  week: number,
  span: PatchSpan,
): string => (span.kind === "onlyWeek" ? dayId : (sessionDay(plan, dayId, week)?.id ?? dayId));

/** The date of a day in a week, or where its session was moved. */
export function dateOfDay(plan: Pick<PlanDocument, "startDate" | "moved">, day: PlanDay, week: number): string {
  const moved = movedSession(plan, day.id, week)?.to;
  if (moved) return moved;
  return addDays(mondayOf(plan.startDate), week * 7 + weekdayOf(day));
}

/** What a week's sessions are for, as their record will say it. */
export function purposeOfWeek(plan: Pick<PlanDocument, "phases">, week: number): ExposurePurpose {
  const kind = phaseOfWeek(plan, week)?.kind;
  return kind === "deload" ? "deload" : kind === "test" ? "test" : "training";
}

const holdsIn = (plan: Pick<PlanDocument, "phases">, span: PatchSpan, week: number): boolean => {
  switch (span.kind) {
    case "onlyWeek":
      return span.week === week;
    case "fromWeek":
      return week >= span.week;
    case "phase":
      return phaseOfWeek(plan, week)?.id === span.phaseId;
  }
};

interface PlannedSession {
  readonly document: SessionDocument;
  /** Patches whose target has gone, with the reason; the others hold. */
  readonly conflicts: readonly { readonly patchId: string; readonly message: string }[];
}

/**
 * The session of a day in a week: its base with the phase's shift, and the patches that hold then in the order in which they were
 * made. One that has held since an earlier phase is a change of the base, which this phase shifts with it; one that was made in
 * the phase stands as it was written there.
 */
export function sessionOfWeek(plan: PlanDocument, dayId: string, week: number): PlannedSession | null {
  const day = plan.days.find((one) => one.id === dayId);
  const own = sessionDay(plan, dayId, week);
  if (!day || !own) return null;
  const phase = phaseOfWeek(plan, week);
  const conflicts: { patchId: string; message: string }[] = [];
  const isOfDay = ({ dayId: id, span }: PlanPatch) => id === (span.kind === "onlyWeek" ? dayId : own.id);
  const holding = plan.patches.filter((patch) => isOfDay(patch) && holdsIn(plan, patch.span, week));
  const isOfBase = ({ span }: PlanPatch) =>
    span.kind === "fromWeek" && phaseOfWeek(plan, Math.max(0, span.week))?.id !== phase?.id;
  const patched = (before: SessionDocument, patches: readonly PlanPatch[]): SessionDocument => {
    let after = before;
    for (const patch of patches) {
      const edited = applyEdits(after, patch.edits);
      if (edited.ok) after = edited.document;
      else conflicts.push({ patchId: patch.id, message: edited.message });
    }
    return after;
  };
  const base = patched(own.base, holding.filter(isOfBase));
  const document = patched(
    phase ? inPhase(base, phase, week - firstWeekOf(plan, phase)) : base,
    holding.filter((patch) => !isOfBase(patch)),
  );
  const away = absenceOn(plan, dateOfDay(plan, day, week));
  return { document: away?.gymId ? { ...document, gymId: away.gymId } : document, conflicts };
}

/** The session of a day in a week as the plan goes on with it, without what holds for that week alone. */
export const lastingSession = (plan: PlanDocument, dayId: string, week: number): SessionDocument | null =>
  sessionOfWeek({ ...plan, patches: plan.patches.filter(({ span }) => span.kind !== "onlyWeek") }, dayId, week)
    ?.document ?? null;

/** The week in which a phase begins, counted from 0. */
export const firstWeekOf = ({ phases }: Pick<PlanDocument, "phases">, phase: PlanPhase): number =>
  phases.slice(0, phases.indexOf(phase)).reduce((sum, { weeks }) => sum + weeks, 0);

/**
 * A base session as a phase has it in one of its weeks: shifted, with what its sets have grown by until then, and by the phase's
 * method where it names none of its own.
 */
const inPhase = (base: SessionDocument, phase: PlanPhase, weekIn: number): SessionDocument => {
  const byWeek = shiftedDays(base, [], () => identityCache())(phase, [], () => []);
  byWeek[weekIn] ??= shiftedInPhase(base, phase, weekIn);
  return byWeek[weekIn];
};

/** A plan is asked for the same weeks at each of its changes. */
const shiftedDays = identityCache<IdentityCache<SessionDocument[]>>();

function shiftedInPhase(
  base: SessionDocument,
  { shift, methodId, rampPercent }: PlanPhase,
  weekIn: number,
): SessionDocument {
  const document = shifted(base, { ...shift, setsPercent: shift.setsPercent + rampPercent * weekIn });
  return document.methodId === null && methodId !== null ? { ...document, methodId } : document;
}

export const absenceOn = (plan: Pick<PlanDocument, "absences">, date: string): Absence | null =>
  plan.absences.find((absence) => absence.from <= date && date <= absence.until) ?? null;

/** How far a week's session has come; what was performed, or lies in the past, is kept as it was planned then. */
export type WeekState = "open" | "sent" | "performed" | "past";

interface PlacedSpan {
  readonly span: PatchSpan;
  /** The week that was asked for and is closed, where the change starts later. */
  readonly movedFrom: number | null;
  /** Weeks whose copy was sent: it stays, and the difference is said. */
  readonly sentWeeks: readonly number[];
}

/**
 * Where a change may hold. A closed week refuses it: a change for that week alone has no place (null); one from that week on
 * starts at the next open week.
 */
export function placeSpan(
  plan: Pick<PlanDocument, "phases">,
  span: PatchSpan,
  stateOf: (week: number) => WeekState,
): PlacedSpan | null {
  const isClosed = (week: number) => stateOf(week) === "performed" || stateOf(week) === "past";
  const weeks = Array.from({ length: planWeeks(plan) }, (_, week) => week).filter((week) => holdsIn(plan, span, week));
  const open = weeks.filter((week) => !isClosed(week));
  const [first] = open;
  if (first === undefined) return null;
  const sentWeeks = open.filter((week) => stateOf(week) === "sent");
  if (open.length === weeks.length) return { span, movedFrom: null, sentWeeks };
  // A phase that has begun keeps its past: the change holds from the next open week, to the phase's end at the latest.
  return { span: { kind: "fromWeek", week: first }, movedFrom: firstOf(weeks), sentWeeks };
}
