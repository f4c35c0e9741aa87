/** iCalendar feeds, which a calendar program reads by a secret address without signing in, and one session as an .ics file. */
import { addDays, dateIn } from "../../core";
import { hashOfSecret, newSecret } from "../auth/secret";
import { type CalendarLine, calendarText } from "../context/calendar";
import { plannedBetween } from "../context/planned";
import { programScope } from "../context/projecting";
import { studioOf } from "../context/studio";
import { inStudio, newId, type Scope, type Transaction, withAccounts } from "../db";
import { calendarFeedBy } from "../db/accounts";
import { deleteFeed, feedOf, insertFeed } from "../db/calendar";
import * as db from "../db/queries";
import { answerIn, defineUseCase, notFound, ok, readIn } from "./kit";

const DAYS_BACK = 60;
const DAYS_AHEAD = 200;

/** Whose calendar may be asked for: a client's own, and by a coach any client's, or everybody's. */
const isWithin = async (tx: Transaction, scope: Scope, clientId: string | null): Promise<boolean> =>
  clientId === null ? scope.role === "coach" : (await db.clientRow(tx, clientId)) !== null;

export const showCalendar = defineUseCase("calendar.show", ["coach", "client"], (scope, { clientId }) =>
  readIn(scope, async (tx) => {
    if (!(await isWithin(tx, scope, clientId))) return notFound;
    const feed = await feedOf(tx, scope.memberId, clientId);
    return ok({ feed: feed && { madeAtMs: feed.createdAt.getTime(), readAtMs: feed.readAt?.getTime() ?? null } });
  }),
);

export const makeCalendar = defineUseCase("calendar.make", ["coach", "client"], (scope, { clientId }) =>
  answerIn(scope, async (tx) => {
    if (!(await isWithin(tx, scope, clientId))) return notFound;
    const { secret, hash } = newSecret();
    const { studioId, memberId } = scope;
    await deleteFeed(tx, memberId, clientId);
    await insertFeed(tx, { studioId, id: newId(), clientId, memberId, secretHash: hash });
    return ok({ path: `/calendar/${secret}.ics` });
  }),
);

export const removeCalendar = defineUseCase("calendar.remove", ["coach", "client"], (scope, { clientId }) =>
  answerIn(scope, async (tx) => {
    if (!(await isWithin(tx, scope, clientId))) return notFound;
    await deleteFeed(tx, scope.memberId, clientId);
    return ok({});
  }),
);

const hrefOf = (sessionId: string): string => `${process.env.YARVEX_URL ?? ""}/floor?s=${sessionId}`;

/** The calendar that an address opens, as text; null: the address was taken back, or never was. */
export async function readCalendar(secret: string, nowMs: number): Promise<string | null> {
  const feed = await withAccounts((tx) => calendarFeedBy(tx, hashOfSecret(secret)));
  if (!feed) return null;
  return inStudio(programScope(feed.studio_id), async (tx) => {
    const studio = await studioOf(tx);
    const clients = (await db.coachedClients(tx)).filter(({ id }) => feed.client_id === null || id === feed.client_id);
    // A client's hours are their own where they are; everybody's are the studio's.
    const timeZone = (feed.client_id === null ? null : clients[0]?.timeZone) ?? studio.region.timeZone;
    const today = dateIn(timeZone, nowMs);
    const span = { from: addDays(today, -DAYS_BACK), to: addDays(today, DAYS_AHEAD), today, nowMs };
    const planned = await plannedBetween(
      tx,
      clients.map(({ id }) => id),
      span,
    );
    const lines = clients.flatMap(({ id, name, minutes }) =>
      (planned.get(id) ?? []).map(
        (line): CalendarLine => ({
          ...line,
          minutes: line.summary?.minutes || minutes,
          clientName: feed.client_id === null ? name : null,
        }),
      ),
    );
    const name = feed.client_id === null ? "Sessions" : `Training of ${clients[0]?.name ?? "nobody"}`;
    return calendarText({ name, studioId: feed.studio_id, timeZone, lines, hrefOf, now: new Date(nowMs) });
  });
}

/** One session as the text of an iCalendar (.ics) file; null: it is not in scope. */
export async function readSessionFile(scope: Scope, sessionId: string, nowMs: number): Promise<string | null> {
  return inStudio(scope, async (tx) => {
    const row = await db.sessionRow(tx, sessionId);
    const client = row && (await db.clientRow(tx, row.clientId));
    if (!row || !client) return null;
    const { region } = await studioOf(tx);
    const today = dateIn(region.timeZone, nowMs);
    const planned = await plannedBetween(tx, [client.id], { from: row.date, to: row.date, today, nowMs });
    const found = planned.get(client.id)?.find((line) => line.sessionId === sessionId && line.state !== "moved");
    if (!found) return null;
    const line = { ...found, minutes: client.minutes, clientName: scope.role === "coach" ? client.name : null };
    const { studioId } = scope;
    const name = found.title || "Session";
    return calendarText({ name, studioId, timeZone: region.timeZone, lines: [line], hrefOf, now: new Date(nowMs) });
  });
}
