/** What was shown, and what was logged from it. Every function takes the transaction that `inStudio` opened. */
import { and, asc, eq, inArray, sql } from "drizzle-orm";
import { groupBy } from "../../../core";
import { queryPrepared, type Transaction } from "..";
import { CHANGES } from "../changes";
import { floorEvents, shownDocuments } from "../schema";
import type { SessionRow } from "./sessions";

export type EventRow = typeof floorEvents.$inferSelect;

export async function putShown(tx: Transaction, row: typeof shownDocuments.$inferInsert): Promise<void> {
  await tx.insert(shownDocuments).values(row).onConflictDoNothing();
}

/** Every document that a session was shown in. */
export const shownRows = (tx: Transaction, sessionId: string) =>
  tx
    .select({ hash: shownDocuments.hash, content: shownDocuments.content })
    .from(shownDocuments)
    .where(eq(shownDocuments.sessionId, sessionId));

export const eventRows = (tx: Transaction, sessionId: string): Promise<EventRow[]> =>
  tx.select().from(floorEvents).where(eq(floorEvents.sessionId, sessionId)).orderBy(asc(floorEvents.sequence));

interface EventToStore {
  readonly id: string;
  readonly atMs: number;
  readonly shownHash: string;
  readonly version: number;
  readonly clocks: (typeof floorEvents.$inferSelect)["clocks"];
  readonly body: (typeof floorEvents.$inferSelect)["body"];
  readonly contentHash: string;
}

interface EventsStored extends Record<string, unknown> {
  readonly client_id: string | null;
  readonly state: SessionRow["state"] | null;
  /** Hashes of the documents that the session was shown in; events of others were left aside. */
  readonly shown: readonly string[];
  readonly added: readonly string[];
}

const STORE_EVENTS = `
with place as (
  select client_id, state from sessions where studio_id = $1 and id = $2
), known as (
  select hash from shown_documents where studio_id = $1 and session_id = $2
), sent as (
  select * from json_to_recordset($3::json) as e(
    place int, id uuid, at_ms bigint, shown_hash text, version int, clocks jsonb, body jsonb, content_hash text)
), added as (
  insert into floor_events
    (studio_id, id, session_id, client_id, at_ms, shown_hash, version, clocks, body, content_hash, recorded_at)
  select $1, sent.id, $2, place.client_id, at_ms, shown_hash, version, clocks, body, content_hash, $4
  from sent, place where shown_hash in (select hash from known) order by sent.place
  on conflict do nothing returning id
), mark as (
  insert into unprojected (studio_id, session_id, client_id)
  select $1, $2, client_id from place where exists (select from added)
), told as (
  select pg_notify('${CHANGES}', concat_ws(' ', $1::uuid, client_id, $2::uuid)) from place where exists (select from added)
)
select (select count(*) from told) as told, (select client_id from place) as client_id, (select state from place) as state,
  array(select hash from known) as shown, array(select id from added) as added`;

/**
 * Stores events in their order, each once, and marks their session as behind: one statement. Events of a document that was
 * never shown, and those that are there already, are left aside.
 */
export async function storeEvents(
  tx: Transaction,
  studioId: string,
  sessionId: string,
  rows: readonly EventToStore[],
  recordedAt: Date,
): Promise<EventsStored> {
  const sent = rows.map(({ id, atMs, shownHash, version, clocks, body, contentHash }, place) => ({
    place,
    id,
    at_ms: atMs,
    shown_hash: shownHash,
    version,
    clocks,
    body,
    content_hash: contentHash,
  }));
  const values = [studioId, sessionId, JSON.stringify(sent), recordedAt];
  const [answer] = await queryPrepared<EventsStored>(tx, "store_events", STORE_EVENTS, values);
  return answer!;
}

/** Tells open pages that what they show of a session is new, once the transaction is committed. */
export const tellSession = (
  tx: Transaction,
  { studioId, clientId, id }: Pick<SessionRow, "studioId" | "clientId" | "id">,
) => tx.execute(sql`select pg_notify(${CHANGES}, concat_ws(' ', ${studioId}::text, ${clientId}::text, ${id}::text))`);

/** The content hashes of events that are there. */
export async function contentHashes(tx: Transaction, ids: readonly string[]): Promise<ReadonlyMap<string, string>> {
  if (ids.length === 0) return new Map();
  const rows = await tx
    .select({ id: floorEvents.id, contentHash: floorEvents.contentHash })
    .from(floorEvents)
    .where(inArray(floorEvents.id, [...ids]));
  return new Map(rows.map(({ id, contentHash }) => [id, contentHash]));
}

/** Which of these events are in a session's log. */
export async function eventsAmong(tx: Transaction, sessionId: string, ids: readonly string[]): Promise<string[]> {
  if (ids.length === 0) return [];
  const rows = await tx
    .select({ id: floorEvents.id })
    .from(floorEvents)
    .where(and(eq(floorEvents.sessionId, sessionId), inArray(floorEvents.id, [...ids])));
  return rows.map(({ id }) => id);
}

export async function hasEvents(tx: Transaction, sessionId: string): Promise<boolean> {
  const rows = await tx
    .select({ id: floorEvents.id })
    .from(floorEvents)
    .where(eq(floorEvents.sessionId, sessionId))
    .limit(1);
  return rows.length > 0;
}

/** What each session of a client logged, in the order in which it was taken, as it was sent. */
export async function logsOfClient(
  tx: Transaction,
  clientId: string,
): Promise<ReadonlyMap<string, readonly Pick<EventRow, "atMs" | "body">[]>> {
  const rows = await tx
    .select({ sessionId: floorEvents.sessionId, atMs: floorEvents.atMs, body: floorEvents.body })
    .from(floorEvents)
    .where(eq(floorEvents.clientId, clientId))
    .orderBy(asc(floorEvents.sequence));
  return new Map(
    [...groupBy(rows, ({ sessionId }) => sessionId)].map(([id, all]) => [
      id,
      all.map(({ atMs, body }) => ({ atMs, body })),
    ]),
  );
}
