/** The week around a session, from sums that are kept: what the other sessions ask and have asked. */

import {
  addBalance,
  addCoverage,
  addDays,
  addLoads,
  balanceOf,
  type Coverage,
  daysBetween,
  expandSession,
  type HardDay,
  type HardTechnique,
  hardTechniquesOf,
  type MuscleLoads,
  mondayOf,
  NO_BALANCE,
  PROJECTION_VERSION,
  type SessionDocument,
  type SessionSummary,
  sessionVolume,
  valueAt,
} from "../../core";
import type { PlannedSums, WeekContext } from "../../views";
import type { Transaction } from "../db";
import * as db from "../db/queries";
import { readStored } from "./documents";
import type { StudioContext } from "./studio";

/** What a draft asks for, by its writing alone: loads are another matter. */
export function plannedSums(document: SessionDocument, { catalogue, settings }: StudioContext): PlannedSums {
  const context = { catalogue, settings };
  const timeline = expandSession(document, context);
  const { muscles, coverage, exercises } = sessionVolume(timeline, context);
  return {
    version: PROJECTION_VERSION,
    hardSets: Object.fromEntries(Object.entries(muscles).map(([muscle, { hardSets }]) => [muscle, hardSets])),
    muscles,
    hardTechniques: hardTechniquesOf(document, catalogue, settings),
    coverage,
    balance: balanceOf(exercises.values(), catalogue),
  };
}

/** A session in its week, done or still to be done. */
interface CountedSession {
  readonly id: string;
  readonly date: string;
  readonly isDone: boolean;
  readonly sums: PlannedSums;
}

/**
 * The sessions of a client in a span of dates. A draft of a day gone by was not done, and does not count. Of drafts on a day
 * those count that are a plan's or were sent; where there is none, the one that was written last: copies of it do not.
 */
export async function countSessions(
  tx: Transaction,
  clientId: string,
  span: { readonly from: string; readonly before: string; readonly today: string },
  studio: StudioContext,
): Promise<CountedSession[]> {
  const rows = await db.countedSessions(tx, clientId, span.from, span.before);
  const drafts = rows.filter((row) => row.summary === null && row.date >= span.today);
  const isCounted = (row: (typeof rows)[number]): boolean => {
    const sameDay = drafts.filter((other) => other.date === row.date);
    return row.isMeant || (sameDay.every((other) => !other.isMeant) && sameDay.at(-1) === row);
  };
  const counting = rows.filter((row) => row.summary !== null || (drafts.includes(row) && isCounted(row)));
  const present = (row: (typeof rows)[number]) => (row.planned?.version === PROJECTION_VERSION ? row.planned : null);
  const unsummed = counting.filter((row) => row.summary === null && present(row) === null).map((row) => row.id);
  const documents = new Map((await db.sessionRowsOf(tx, unsummed)).map((row) => [row.id, row.document]));
  return counting.map((row) => ({
    id: row.id,
    date: row.date,
    isDone: row.summary !== null,
    // A log that cannot be read leaves its session's sums as an older projection made them.
    sums:
      (row.summary && withCoverage(row.summary)) ??
      present(row) ??
      plannedSums(readStored(valueAt(documents, row.id), studio), studio),
  }));
}

const withCoverage = (summary: SessionSummary): SessionSummary => {
  const { coverage, balance } = summary as Partial<SessionSummary>;
  return { ...summary, coverage: coverage ?? {}, balance: balance ?? NO_BALANCE };
};

/** Nothing around. */
export const NO_WEEK: WeekContext = {
  others: {},
  coverage: {},
  balance: NO_BALANCE,
  before: [],
  weeksTrained: 0,
  days: [],
  hardTechniques: [],
};

const WEEKS_BEFORE = 8;

/** What the week asks besides one session as of a date, the days around it, and the weeks before. */
export async function weekContext(
  tx: Transaction,
  row: Pick<db.SessionRow, "id" | "clientId" | "date">,
  today: string,
  studio: StudioContext,
): Promise<WeekContext> {
  const monday = mondayOf(row.date);
  const span = { from: addDays(monday, -7), before: addDays(monday, 14), today };
  const around = (await countSessions(tx, row.clientId, span, studio)).filter((other) => other.id !== row.id);
  let others: MuscleLoads = {};
  let coverage: Coverage = {};
  let balance = NO_BALANCE;
  for (const { date, sums } of around) {
    if (date < monday || date >= addDays(monday, 7)) continue;
    others = addLoads(others, sums.muscles);
    coverage = addCoverage(coverage, sums.coverage);
    balance = addBalance(balance, sums.balance);
  }
  const days: HardDay[] = around.map(({ date, sums }) => ({ date, hardSets: sums.hardSets }));
  const hardTechniques: HardTechnique[] = around
    .filter(({ sums }) => sums.hardTechniques.length > 0)
    .map(({ date, sums }) => ({ date, muscles: sums.hardTechniques }));
  const first = await db.firstWeek(tx, row.clientId);
  const weeksTrained = first ? Math.max(0, Math.floor(daysBetween(first, monday) / 7)) : 0;
  const from = addDays(monday, -7 * Math.min(WEEKS_BEFORE, weeksTrained));
  const kept = new Map(
    (await db.weekSumRows(tx, row.clientId, from, monday)).map((week) => [week.monday, week.sums.muscles]),
  );
  const before: MuscleLoads[] = [];
  for (let week = from; week < monday; week = addDays(week, 7)) before.push(kept.get(week) ?? {});
  return { others, coverage, balance, before, weeksTrained, hardTechniques, days };
}
