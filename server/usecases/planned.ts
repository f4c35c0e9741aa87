/** What is planned, for everybody who is trained here. */

import { addDays, lastOf } from "../../core";
import { isWaiting } from "../../views";
import { plannedBetween, plannedForAll } from "../context/planned";
import { todayOf } from "../context/studio";
import * as db from "../db/queries";
import { answerIn, defineUseCase, notFound, ok } from "./kit";

/** Clients on a page. */
const PAGE = 100;

export const listPlanned = defineUseCase("planned.list", ["coach"], (scope, { from, to, clientId, after }, { nowMs }) =>
  answerIn(scope, async (tx) => {
    const today = await todayOf(tx, nowMs);
    const client = clientId === null ? null : await db.clientRow(tx, clientId);
    if (clientId !== null && !client) return notFound;
    const rows = client ? [client] : await db.clientPage(tx, after, PAGE + 1);
    const page = rows.slice(0, PAGE);
    const planned = await plannedBetween(
      tx,
      page.map(({ id }) => id),
      { from, to, today },
    );
    const last = rows.length > PAGE ? lastOf(page) : null;
    return ok({
      today,
      clients: page.map(({ id, name }) => ({ id, name, sessions: planned.get(id) ?? [] })),
      next: last && { name: last.name, id: last.id },
    });
  }),
);

const DAYS_AHEAD = 13;
const MOST_NEXT = 12;

/** Where the rail's Session leads. */
export const nextPlanned = defineUseCase("planned.next", ["coach"], (scope, _input, { nowMs }) =>
  answerIn(scope, async (tx) => {
    const today = await todayOf(tx, nowMs);
    const lines = await plannedForAll(tx, { from: today, to: addDays(today, DAYS_AHEAD), today });
    const waiting = lines.filter(isWaiting).sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : 0));
    return ok({ today, sessions: waiting.slice(0, MOST_NEXT) });
  }),
);
