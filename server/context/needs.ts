/** What needs a coach, of clients at once: what the rules read, gathered in a few statements, and what they find. */
import {
  addDays,
  type ClientFacts,
  dateIn,
  exerciseOrThrow,
  groupBy,
  isTrainable,
  type Need,
  type NeedLift,
  type NeedSession,
  needsOf,
  planWeeks,
  readinessState,
  UNCHANGED_WEEKS,
} from "../../core";
import type { ClientCalendar, PlannedLine } from "../../views";
import type { Transaction } from "../db";
import { calendarsBetween } from "../db/planned";
import * as db from "../db/queries";
import { goalsAhead, jumpsThisWeek, kitOutAhead, testWeekOf } from "./needs-ahead";
import { linesOf, todayOfClient } from "./planned";
import { type StudioContext, studioOf } from "./studio";

/** Days back on which sessions and lifts are looked at, and ahead. */
const SESSION_DAYS = 63;
const LIFT_DAYS = 28;
const AHEAD_DAYS = 14;
const WEEK = 7;
const DAY_MS = 86_400_000;
/** How far back decisions for good are looked at: longer than any need is news. */
const DECIDED_DAYS = 60;

export interface ClientsNeeds {
  readonly today: string;
  readonly studio: StudioContext;
  /** Sessions of the last nine weeks and the coming two, by client. */
  readonly planned: ReadonlyMap<string, readonly PlannedLine[]>;
  /** The lifts of the last four weeks, by client. */
  readonly trained: ReadonlyMap<string, readonly db.LiftSummaryRow[]>;
  /** By client, the gravest first, without what was decided. */
  readonly needs: ReadonlyMap<string, readonly Need[]>;
}

/** What some clients need; `isAll`: they are everybody of the studio. */
export async function clientsNeeds(
  tx: Transaction,
  rows: readonly db.ClientRow[],
  { nowMs, isAll }: { readonly nowMs: number; readonly isAll: boolean },
): Promise<ClientsNeeds> {
  const studio = await studioOf(tx);
  const today = dateIn(studio.region.timeZone, nowMs);
  const ids = isAll ? null : rows.map(({ id }) => id);
  const span = { from: addDays(today, -SESSION_DAYS), to: addDays(today, AHEAD_DAYS), today, nowMs };
  const calendars = await calendarsBetween(tx, ids, span.from, span.to);
  const planned = new Map(calendars.map((one) => [one.clientId, linesOf(one, span)]));
  const all = rows.map(({ id }) => id);
  const trained = groupBy(await db.liftsTrainedSince(tx, all, addDays(today, -LIFT_DAYS)), ({ clientId }) => clientId);
  const facts = await factsOf(tx, { rows, ids, calendars, planned, trained, studio, today, nowMs });
  const since = new Date(nowMs - DECIDED_DAYS * DAY_MS);
  const decided = groupBy(await db.decisionsInForce(tx, today, since), ({ clientId }) => clientId);
  const needs = new Map(rows.map(({ id }) => [id, needsOf(facts.get(id)!, decided.get(id))]));
  return { today, studio, planned, trained, needs };
}

interface Gathered {
  readonly rows: readonly db.ClientRow[];
  /** Null: everybody's. */
  readonly ids: readonly string[] | null;
  readonly calendars: readonly ClientCalendar[];
  readonly planned: ReadonlyMap<string, readonly PlannedLine[]>;
  readonly trained: ReadonlyMap<string, readonly db.LiftSummaryRow[]>;
  readonly studio: StudioContext;
  readonly today: string;
  readonly nowMs: number;
}

/** What the rules read, by client. */
async function factsOf(tx: Transaction, all: Gathered): Promise<ReadonlyMap<string, ClientFacts>> {
  const { rows, ids, planned, trained, studio, today, nowMs } = all;
  const lifts = groupBy(await db.exposuresSince(tx, addDays(today, -LIFT_DAYS), ids), ({ clientId }) => clientId);
  const messages = groupBy(await db.unseenMessages(tx), ({ clientId }) => clientId);
  const sentTo = await db.clientsSentTo(tx, new Date(nowMs - LIFT_DAYS * DAY_MS));
  const waiting = [...planned.values()].flat().filter(({ state }) => state === "sent" || state === "seen");
  const changed = await db.changedSinceSent(
    tx,
    waiting.flatMap(({ sessionId }) => sessionId ?? []),
  );
  const unsentEmails = await db.unsentEmailsOf(
    tx,
    waiting.flatMap(({ state, sessionId }) => (state === "sent" ? (sessionId ?? []) : [])),
  );
  const calendars = new Map(all.calendars.map((one) => [one.clientId, one]));
  const jumps = await jumpsThisWeek(tx, rows, ids, today);
  const kitOut = await kitOutAhead(tx, { rows, planned, studio, today });
  return new Map(
    rows.map((row): [string, ClientFacts] => [
      row.id,
      {
        today: todayOfClient(row, all),
        readiness: readinessState(row.readiness, row.clearance),
        answeredOn: row.readiness?.date ?? null,
        limits: row.limitList,
        // Of what is not written yet there is nothing to send or to miss, and what came in from elsewhere waits for no review.
        sessions: (planned.get(row.id) ?? [])
          .filter(({ isEmpty, isImported }) => !isEmpty && !isImported)
          .map((line) => needSession(line, changed, unsentEmails)),
        lifts: liftsOf(lifts.get(row.id) ?? [], studio),
        standing: (trained.get(row.id) ?? [])
          .filter(({ summary, exerciseId }) => summary.weeksUnchanged >= UNCHANGED_WEEKS && isKnown(studio, exerciseId))
          .map(({ exerciseId }) => exerciseOrThrow(studio.catalogue, exerciseId).name),
        messages: messages.get(row.id) ?? [],
        isSentTo: sentTo.has(row.id),
        planEnds: lastPlanDay(calendars.get(row.id), today),
        testWeek: testWeekOf(calendars.get(row.id), today),
        trainingAge: row.trainingAge,
        goals: goalsAhead(calendars.get(row.id), trained.get(row.id) ?? [], studio, today),
        kitOut: kitOut.get(row.id) ?? [],
        jumps: jumps.get(row.id) ?? [],
      },
    ]),
  );
}

const isKnown = ({ catalogue }: StudioContext, exerciseId: string): boolean => isTrainable(catalogue, exerciseId);

function needSession(
  line: PlannedLine,
  changed: ReadonlyMap<string, string>,
  unsentEmails: ReadonlyMap<string, NeedSession["unsentEmail"]>,
): NeedSession {
  const { sessionId, place, date, title, state, summary } = line;
  const id = sessionId ?? "";
  const [changedCopy, unsentEmail] = [changed.get(id) ?? null, unsentEmails.get(id) ?? null];
  return { sessionId, place, date, title, state, summary, changedCopy, unsentEmail };
}

/** Lifts with the days they were trained on, under the exercise of the last of them. */
function liftsOf(rows: Awaited<ReturnType<typeof db.exposuresSince>>, studio: StudioContext): NeedLift[] {
  return [...groupBy(rows, ({ lineage }) => lineage)].flatMap(([lineage, days]) => {
    const { exerciseId } = days.at(-1)!;
    if (!isKnown(studio, exerciseId)) return [];
    const { name } = exerciseOrThrow(studio.catalogue, exerciseId);
    return [{ lineage, exerciseId, name, exposures: days.map(({ exposure }) => exposure) }];
  });
}

/** The last day of the plans that are not over; null: there is none. */
function lastPlanDay(calendar: ClientCalendar | undefined, today: string): string | null {
  const ends = (calendar?.plans ?? []).map((plan) => addDays(plan.startDate, planWeeks(plan) * WEEK - 1));
  return (
    ends
      .filter((end) => today <= end)
      .sort()
      .at(-1) ?? null
  );
}
