/** What is planned, for everybody who is trained here. */

import { addDays, appended, dateOfDay, lastOf } from "../../core";
import { isWaiting, type PlannedLine } from "../../views";
import { planOf } from "../context/documents";
import { plannedBetween, plannedForAll } from "../context/planned";
import { todayOf } from "../context/studio";
import { newId, type Transaction } from "../db";
import * as db from "../db/queries";
import { answerIn, changedElsewhere, defineUseCase, notFound, type Outcome, ok, readIn } from "./kit";
import { changePlan } from "./plans";

/** Clients on a page. */
const PAGE = 100;

export const listPlanned = defineUseCase("planned.list", ["coach"], (scope, { from, to, clientId, after }, { nowMs }) =>
  readIn(scope, async (tx) => {
    const today = await todayOf(tx, nowMs);
    const client = clientId === null ? null : await db.clientRow(tx, clientId);
    if (clientId !== null && !client) return notFound;
    const rows = client ? [client] : await db.clientPage(tx, after, PAGE + 1);
    const page = rows.slice(0, PAGE);
    const planned = await plannedBetween(
      tx,
      page.map(({ id }) => id),
      { from, to, today, nowMs },
    );
    const last = rows.length > PAGE ? lastOf(page) : null;
    return ok({
      today,
      clients: page.map(({ id, name }) => ({ id, name, sessions: planned.get(id) ?? [] })),
      next: last && { name: last.name, id: last.id },
    });
  }),
);

const NAMES_AT_ONCE = 40;

type Waiting = PlannedLine & { readonly clientName: string };

const DAYS_AHEAD = 13;
const MOST_NEXT = 12;

/** Where the rail's Session leads. */
export const nextPlanned = defineUseCase("planned.next", ["coach"], (scope, _input, { nowMs }) =>
  readIn(scope, async (tx) => {
    const today = await todayOf(tx, nowMs);
    const onDay: Waiting[] = [];
    // In a studio of many the day itself has enough, and its first are those of the first names.
    const names = await db.clientNames(tx);
    for (let at = 0; at < names.length && onDay.length < MOST_NEXT; at += NAMES_AT_ONCE) {
      const some = names.slice(at, at + NAMES_AT_ONCE);
      const ids = some.map(({ id }) => id);
      const planned = await plannedBetween(tx, ids, { from: today, to: today, today, nowMs });
      for (const { id, name } of some)
        onDay.push(...(planned.get(id) ?? []).filter(isWaiting).map((line) => ({ ...line, clientName: name })));
    }
    if (onDay.length >= MOST_NEXT) return ok({ today, sessions: onDay.slice(0, MOST_NEXT) });
    const lines = await plannedForAll(tx, { from: today, to: addDays(today, DAYS_AHEAD), today, nowMs });
    const waiting = lines.filter(isWaiting).sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : 0));
    return ok({ today, sessions: waiting.slice(0, MOST_NEXT) });
  }),
);

/** A session that is to come, on another day: its plan knows it there; one of no plan is moved itself. */
export const movePlanned = defineUseCase(
  "planned.move",
  ["coach"],
  (scope, { sessionId, place, seen, wanted }, { nowMs }) =>
    answerIn(scope, async (tx) => {
      if (place === null) return sessionId === null ? notFound : moveDraft(tx, { sessionId, seen, wanted });
      const row = await db.planRow(tx, place.planId, true);
      if (!row) return notFound;
      const plan = planOf(row);
      const day = plan.days.find(({ id }) => id === place.dayId);
      if (!day) return changedElsewhere("this plan");
      const session = await db.sessionOfPlan(tx, row.id, place.dayId, place.week);
      if ((session?.date ?? dateOfDay(plan, day, place.week)) !== seen) return changedElsewhere("this session's day");
      const put = { id: newId(), dayId: place.dayId, week: place.week, to: wanted };
      const moved = await changePlan(
        tx,
        scope,
        { planId: row.id, revision: null, edits: appended(plan, "moved", [put]) },
        nowMs,
      );
      return moved.kind === "ok" ? ok({}) : moved;
    }),
);

/** Moves a draft from the day on which it was seen. */
export async function moveDraft(
  tx: Transaction,
  { sessionId, seen, wanted }: { readonly sessionId: string; readonly seen: string; readonly wanted: string },
): Promise<Outcome<Record<never, never>>> {
  const row = await db.sessionRow(tx, sessionId, "toChange");
  if (!row) return notFound;
  if (row.state !== "draft" || row.date !== seen) return changedElsewhere("this session");
  await db.updateSession(tx, sessionId, { date: wanted });
  return ok({});
}
