/**
 * What becomes of a session that was not done (docs/handbook.md#what-life-does): moved to a free day, its main lifts merged
 * into the next session, or left out. The plan says which comes first; each is a proposal, as edits of the plan.
 */
import { type Catalogue, exerciseOrThrow } from "../exercise";
import { foundIn } from "../lists";
import { allBlocks, diffDocuments, freshBlock, type SessionDocument } from "../session";
import { addDays, daysBetween } from "../units";
import {
  absenceOn,
  dateOfDay,
  daysInWeek,
  movedSession,
  type PlanDocument,
  planWeeks,
  sessionDay,
  sessionOfWeek,
} from "./plan";
import { appended, type PlanEdit } from "./plan-edits";
import { comingDays } from "./project";
import { shiftedBlock } from "./shift";

/** A session further back is not proposed any more. */
const MOST_DAYS_BACK = 7;
/** Lifts that are merged into another session, and the share of their sets that stays. */
const MERGED_LIFTS = 2;
const MERGED_SETS_PERCENT = -40;

export type MissedProposal =
  | { readonly kind: "move"; readonly to: string; readonly edits: readonly PlanEdit[] }
  | {
      readonly kind: "merge";
      readonly into: { readonly dayId: string; readonly week: number; readonly date: string };
      readonly lifts: readonly string[];
      readonly edits: readonly PlanEdit[];
    }
  | { readonly kind: "drop"; readonly edits: readonly PlanEdit[] };

interface MissedSession {
  readonly dayId: string;
  readonly name: string;
  readonly week: number;
  readonly date: string;
  /** What may become of it, what the plan's own rule says first. */
  readonly proposals: readonly MissedProposal[];
}

export interface MissedContext {
  readonly today: string;
  readonly catalogue: Catalogue;
  /** Sessions that were begun or done. */
  readonly isDone: (dayId: string, week: number) => boolean;
  readonly makeId: () => string;
}

/** The sessions of the last week that were not done and of which nothing was decided, the latest first. */
export function missedSessions(plan: PlanDocument, context: MissedContext): MissedSession[] {
  const found: MissedSession[] = [];
  for (let week = 0; week < planWeeks(plan); week++)
    for (const day of daysInWeek(plan, week)) {
      const date = dateOfDay(plan, day, week);
      const ago = daysBetween(date, context.today);
      if (ago < 1 || ago > MOST_DAYS_BACK || context.isDone(day.id, week)) continue;
      if (movedSession(plan, day.id, week)?.to === null || absenceOn(plan, date)) continue;
      const { name } = sessionDay(plan, day.id, week)!;
      found.push({ dayId: day.id, name, week, date, proposals: proposalsFor(plan, day.id, week, context) });
    }
  return found.sort((a, b) => (a.date < b.date ? 1 : -1));
}

function proposalsFor(plan: PlanDocument, dayId: string, week: number, context: MissedContext): MissedProposal[] {
  const put = (to: string | null) => appended(plan, "moved", [{ id: context.makeId(), dayId, week, to }]);
  const all: MissedProposal[] = [];
  const to = freeDate(plan, dayId, week, context);
  if (to) all.push({ kind: "move", to, edits: put(to) });
  const merged = mergedInto(plan, dayId, week, context);
  if (merged) all.push({ ...merged, edits: [...merged.edits, ...put(null)] });
  all.push({ kind: "drop", edits: put(null) });
  return all.sort((a, b) => Number(b.kind === plan.missed) - Number(a.kind === plan.missed));
}

/**
 * A day without a session before the same day comes round again: one with a day free on both sides before one without; null
 * where there is none.
 */
function freeDate(plan: PlanDocument, dayId: string, week: number, context: MissedContext): string | null {
  const day = foundIn(plan.days, ({ id }) => id === dayId);
  const again = week + 1 < planWeeks(plan) ? dateOfDay(plan, day, week + 1) : addDays(context.today, 7);
  const taken = new Set<string>();
  for (let one = 0; one < planWeeks(plan); one++)
    for (const other of daysInWeek(plan, one))
      if (other.id !== dayId || one !== week) taken.add(dateOfDay(plan, other, one));
  const free: string[] = [];
  for (let date = context.today; date < again; date = addDays(date, 1))
    if (!taken.has(date) && !absenceOn(plan, date)) free.push(date);
  const isApart = (date: string) => !taken.has(addDays(date, -1)) && !taken.has(addDays(date, 1));
  return free.find(isApart) ?? free[0] ?? null;
}

/** The main lifts of the session that the next one lacks, with some of their sets, at its end. */
function mergedInto(
  plan: PlanDocument,
  dayId: string,
  week: number,
  context: MissedContext,
): Extract<MissedProposal, { kind: "merge" }> | null {
  const missed = sessionOfWeek(plan, dayId, week)!.document;
  const into = comingDays(plan, { today: context.today, isClosed: context.isDone }).find((one) => one.dayId !== dayId);
  if (!into) return null;
  const document = sessionOfWeek(plan, into.dayId, into.week)!.document;
  const there = new Set(allBlocks(document).flatMap(({ slots }) => slots.map(({ exerciseId }) => exerciseId)));
  const lacking = missed.blocks
    .filter(({ slots }) => slots.every(({ exerciseId }) => !there.has(exerciseId)))
    .slice(0, MERGED_LIFTS);
  if (lacking.length === 0) return null;
  const added = lacking.map((block) =>
    freshBlock(shiftedBlock(block, { setsPercent: MERGED_SETS_PERCENT, loadPercent: 0, rir: 0 }), context.makeId),
  );
  const after: SessionDocument = { ...document, blocks: [...document.blocks, ...added] };
  const item = {
    id: context.makeId(),
    dayId: into.dayId,
    edits: diffDocuments(document, after),
    span: { kind: "onlyWeek", week: into.week },
    note: "",
  } as const;
  return {
    kind: "merge",
    into,
    lifts: added.flatMap(({ slots }) => slots.map((slot) => exerciseOrThrow(context.catalogue, slot.exerciseId).name)),
    edits: appended(plan, "patches", [item]),
  };
}
