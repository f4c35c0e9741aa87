/** Sessions: documents, edits, lists. Every function takes the transaction that `inStudio` opened. */
import {
  and,
  asc,
  desc,
  eq,
  getTableColumns,
  gt,
  gte,
  ilike,
  inArray,
  isNotNull,
  isNull,
  lt,
  lte,
  or,
  type SQL,
  sql,
} from "drizzle-orm";
import type { SessionState } from "../../../core";
import type { Transaction } from "..";
import { clients, floorEvents, members, sessionEdits, sessions, unprojected } from "../schema";

export type SessionRow = typeof sessions.$inferSelect;

export async function insertSession(tx: Transaction, row: typeof sessions.$inferInsert): Promise<void> {
  await tx.insert(sessions).values(row);
}

/**
 * How a session's row is held: to change it while events may still come in, to take it away, which waits for them, or to change
 * it where nobody else holds it; else it is as if it were not there.
 */
type RowLock = "toChange" | "toRemove" | "ifFree";

export async function sessionRow(tx: Transaction, id: string, lock: RowLock | null = null): Promise<SessionRow | null> {
  const query = tx.select().from(sessions).where(eq(sessions.id, id)).limit(1);
  const [row] = await (lock === null
    ? query
    : lock === "toRemove"
      ? query.for("update")
      : query.for("no key update", lock === "ifFree" ? { skipLocked: true } : {}));
  return row ?? null;
}

/**
 * Sessions and their partners', held until the transaction ends. They are locked in one order, so that two who change the same
 * ones wait for each other and never crosswise.
 */
export const lockSessions = async (tx: Transaction, ids: readonly string[]): Promise<SessionRow[]> => {
  if (ids.length === 0) return [];
  const pairs = tx
    .select({ pairId: sessions.pairId })
    .from(sessions)
    .where(and(inArray(sessions.id, [...ids]), isNotNull(sessions.pairId)));
  return tx
    .select()
    .from(sessions)
    .where(or(inArray(sessions.id, [...ids]), inArray(sessions.pairId, pairs)))
    .orderBy(asc(sessions.id))
    .for("no key update");
};

/** The sessions of partners. */
export const sessionsOfPair = (tx: Transaction, pairId: string): Promise<SessionRow[]> =>
  tx.select().from(sessions).where(eq(sessions.pairId, pairId)).orderBy(asc(sessions.id));

/** Sessions of every studio that have a log: all of them, or those whose projection is older than a version. For the owner. */
export const sessionsWithLogs = (tx: Transaction, olderThan: number | null, studioId: string | null) =>
  tx
    .select({ studioId: sessions.studioId, id: sessions.id })
    .from(sessions)
    .where(
      and(
        sql`exists (select from ${floorEvents} where ${floorEvents.studioId} = ${sessions.studioId} and ${floorEvents.sessionId} = ${sessions.id})`,
        olderThan === null
          ? undefined
          : sql`(${sessions.projectionVersion} < ${olderThan} or exists (select from ${unprojected} where ${unprojected.studioId} = ${sessions.studioId} and ${unprojected.sessionId} = ${sessions.id}))`,
        studioId === null ? undefined : eq(sessions.studioId, studioId),
      ),
    )
    .orderBy(asc(sessions.studioId), asc(sessions.date), asc(sessions.id));

export const sessionRowsOf = (tx: Transaction, ids: readonly string[]): Promise<SessionRow[]> =>
  ids.length === 0
    ? Promise.resolve([])
    : tx
        .select()
        .from(sessions)
        .where(inArray(sessions.id, [...ids]))
        .orderBy(asc(sessions.date), asc(sessions.id));

/** What a session's document is written with: by `context/saving.ts` alone. */
type Written = "document" | "draftText" | "revision" | "planned";

export async function updateSession(
  tx: Transaction,
  id: string,
  change: Omit<Partial<typeof sessions.$inferInsert>, Written>,
): Promise<void> {
  await tx.update(sessions).set(change).where(eq(sessions.id, id));
}

/** A session's document at its next revision, with the edits that led to it. For `context/saving.ts` alone. */
export async function writeSession(
  tx: Transaction,
  change: Required<Pick<typeof sessions.$inferInsert, Written>>,
  by: Omit<typeof sessionEdits.$inferInsert, "revision" | "draftText">,
): Promise<void> {
  await tx.update(sessions).set(change).where(eq(sessions.id, by.sessionId));
  await tx.insert(sessionEdits).values({ ...by, revision: change.revision!, draftText: change.draftText });
}

/** The draft text of a session at a revision; null where all of it could be parsed. */
export async function draftTextAt(tx: Transaction, sessionId: string, revision: number): Promise<string | null> {
  const [row] = await tx
    .select({ draftText: sessionEdits.draftText })
    .from(sessionEdits)
    .where(and(eq(sessionEdits.sessionId, sessionId), eq(sessionEdits.revision, revision)));
  return row?.draftText ?? null;
}

/** What was changed since a revision, the earliest first. */
export const editsSince = (tx: Transaction, sessionId: string, revision: number) =>
  tx
    .select({ edits: sessionEdits.edits, inverse: sessionEdits.inverse, by: members.name })
    .from(sessionEdits)
    .leftJoin(members, eq(members.id, sessionEdits.memberId))
    .where(and(eq(sessionEdits.sessionId, sessionId), gt(sessionEdits.revision, revision)))
    .orderBy(asc(sessionEdits.revision));

export async function deleteSession(tx: Transaction, id: string): Promise<void> {
  await tx.delete(sessions).where(eq(sessions.id, id));
}

/** The sessions of a client in a span of dates as their week counts them: sums, no documents. */
export const countedSessions = (tx: Transaction, clientId: string, from: string, to: string) =>
  tx
    .select({
      id: sessions.id,
      date: sessions.date,
      state: sessions.state,
      summary: sessions.summary,
      planned: sessions.planned,
      /** Of a plan, or sent: it is meant to be trained. */
      isMeant: sql<boolean>`${sessions.planId} is not null or exists (select from sent_copies as copy where copy.studio_id = sessions.studio_id and copy.session_id = sessions.id)`,
    })
    .from(sessions)
    .where(and(eq(sessions.clientId, clientId), gte(sessions.date, from), lt(sessions.date, to)))
    .orderBy(asc(sessions.date), asc(sessions.id));

/** Drafts of no plan for a gym in a span of dates, a page from a place on; a session that names no gym is for its client's. */
export const draftsInGym = (
  tx: Transaction,
  gym: { readonly id: string; readonly isDefault: boolean },
  from: string,
  to: string,
  after: { readonly date: string; readonly id: string } | null,
  most: number,
): Promise<SessionRow[]> => {
  const isFor = gym.isDefault
    ? sql`coalesce(${sessions.gymId}, ${clients.gymId}, ${gym.id}) = ${gym.id}`
    : sql`coalesce(${sessions.gymId}, ${clients.gymId}) = ${gym.id}`;
  return tx
    .select(getTableColumns(sessions))
    .from(sessions)
    .innerJoin(clients, and(eq(clients.studioId, sessions.studioId), eq(clients.id, sessions.clientId)))
    .where(
      and(
        eq(sessions.state, "draft"),
        isNull(sessions.planId),
        gte(sessions.date, from),
        lte(sessions.date, to),
        isFor,
        after ? sql`(${sessions.date}, ${sessions.id}) > (${after.date}, ${after.id})` : undefined,
      ),
    )
    .orderBy(asc(sessions.date), asc(sessions.id))
    .limit(most);
};

/** A client's sessions with lifts in them before one of theirs, the latest first. */
export const sessionsBefore = (
  tx: Transaction,
  { id, clientId, date }: { readonly id: string; readonly clientId: string; readonly date: string },
  most: number,
) =>
  tx
    .select({ id: sessions.id, date: sessions.date, state: sessions.state, document: sessions.document })
    .from(sessions)
    .where(
      and(
        eq(sessions.clientId, clientId),
        sql`(${sessions.date}, ${sessions.id}) < (${date}, ${id})`,
        sql`jsonb_array_length(${sessions.document} -> 'blocks') > 0`,
      ),
    )
    .orderBy(desc(sessions.date), desc(sessions.id))
    .limit(most);

/** Limits of a search: sessions before and after the day, of each state, and sessions of each client whose name has a searched word. */
const LOOKED_THROUGH = { before: 2_500, after: 500, ofClient: 60 } as const;
const MOST_CLIENTS_MEANT = 30;

/**
 * Search for sessions: each searched word is in the title or in the client's name. The nearest to the day come first. Only sessions
 * within `LOOKED_THROUGH` are searched, so that the cost does not grow with the studio's log.
 */
export async function sessionsLike(
  tx: Transaction,
  search: string,
  today: string,
  most: number,
): Promise<{ sessionId: string; clientName: string; title: string | null; date: string; state: SessionState }[]> {
  const patterns = search.split(/\s+/).filter(Boolean).map(likePattern);
  const all = (text: SQL) => sql.join([sql`true`, ...patterns.map((one) => sql`${text} ilike ${one}`)], sql` and `);
  const any = (text: SQL) => sql.join([sql`false`, ...patterns.map((one) => sql`${text} ilike ${one}`)], sql` or `);
  const { before, after, ofClient } = LOOKED_THROUGH;
  const { rows } = await tx.execute<{
    sessionId: string;
    clientName: string;
    title: string | null;
    date: string;
    state: SessionState;
  }>(sql`
    with meant as (
      select studio_id, id from ${clients} as c where ${any(sql`c.name`)} order by c.name, c.id limit ${MOST_CLIENTS_MEANT}
    ), near as (
      -- State by state, each by its index.
      select around.id from unnest(array['draft', 'started', 'done']) as has(state) cross join lateral (
        (select s.id from ${sessions} as s where s.state = has.state and s.date < ${today} order by s.date desc limit ${before})
        union all
        (select s.id from ${sessions} as s where s.state = has.state and s.date >= ${today} order by s.date limit ${after})
      ) as around
      union select own.id from meant cross join lateral (
        select s.id from ${sessions} as s where s.studio_id = meant.studio_id and s.client_id = meant.id
        order by s.date desc limit ${ofClient}
      ) as own
    )
    select s.id as "sessionId", c.name as "clientName", s.title, s.date, s.state
    from near cross join lateral (
      select * from ${sessions} as one where one.studio_id = yarvex_studio() and one.id = near.id offset 0
    ) as s join ${clients} as c on c.studio_id = s.studio_id and c.id = s.client_id
    where ${all(sql`(coalesce(s.title, '') || ' ' || c.name)`)}
    order by abs(s.date - ${today}::date), s.date desc, s.id limit ${most}`);
  return rows;
}

/** A pattern of what holds a text, whatever signs are in it. */
export const likePattern = (text: string): string => `%${text.replace(/[\\%_]/g, "\\$&")}%`;

/** The session that was done last. */
export async function lastDone(tx: Transaction): Promise<string | null> {
  const [row] = await tx
    .select({ id: sessions.id })
    .from(sessions)
    .where(eq(sessions.state, "done"))
    .orderBy(desc(sessions.date), desc(sessions.id))
    .limit(1);
  return row?.id ?? null;
}

/** Every session of a client, by date. */
export const sessionsOfClient = (tx: Transaction, clientId: string) =>
  tx
    .select({ id: sessions.id, date: sessions.date, state: sessions.state, document: sessions.document })
    .from(sessions)
    .where(eq(sessions.clientId, clientId))
    .orderBy(asc(sessions.date), asc(sessions.id));

/** A client's sessions in which something was logged, a page from a place on, the oldest first. */
export const loggedSessions = (
  tx: Transaction,
  clientId: string,
  after: { readonly date: string; readonly id: string } | null,
  most: number,
) =>
  tx
    .select({ id: sessions.id, date: sessions.date, title: sessions.title })
    .from(sessions)
    .where(
      and(
        eq(sessions.clientId, clientId),
        isNotNull(sessions.summary),
        after ? sql`(${sessions.date}, ${sessions.id}) > (${after.date}, ${after.id})` : undefined,
      ),
    )
    .orderBy(asc(sessions.date), asc(sessions.id))
    .limit(most);

export type LoggedSessionRow = Awaited<ReturnType<typeof loggedSessions>>[number];
