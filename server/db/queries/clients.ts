/** Clients and their body mass. Every function takes the transaction that `inStudio` opened. */
import { and, asc, count, desc, eq, ilike, isNotNull, isNull, lte, sql } from "drizzle-orm";
import type { Transaction } from "..";
import { bodyMasses, clients, members, plans } from "../schema";
import { likePattern } from "./sessions";

export type ClientRow = typeof clients.$inferSelect;

/** A place in a list by name, where its next page begins. */
export interface NamePlace {
  readonly name: string;
  readonly id: string;
}

/** Which clients are listed: those who are coached now, or those who were; with a part of their name; of a group. */
export interface ClientFilter {
  readonly search: string;
  readonly group: string | null;
  /** The member whose clients are asked for. */
  readonly coachId: string | null;
  readonly archived: boolean;
}

const COACHED: ClientFilter = { search: "", group: null, coachId: null, archived: false };

/** Clients by name, a page from a place on. */
export const clientPage = (
  tx: Transaction,
  after: NamePlace | null,
  most: number,
  { search, group, coachId, archived }: ClientFilter = COACHED,
): Promise<ClientRow[]> =>
  tx
    .select()
    .from(clients)
    .where(
      and(
        archived ? isNotNull(clients.archivedOn) : isNull(clients.archivedOn),
        search === "" ? undefined : ilike(clients.name, likePattern(search)),
        coachId === null ? undefined : eq(clients.coachId, coachId),
        group === null ? undefined : sql`${clients.groups} @> ${JSON.stringify([group])}::jsonb`,
        after ? sql`(${clients.name}, ${clients.id}) > (${after.name}, ${after.id})` : undefined,
      ),
    )
    .orderBy(asc(clients.name), asc(clients.id))
    .limit(most);

/** All clients who are coached now, by name. */
export const coachedClients = (tx: Transaction): Promise<ClientRow[]> =>
  tx.select().from(clients).where(isNull(clients.archivedOn)).orderBy(asc(clients.name), asc(clients.id));

/** Whether more than so many are coached now. */
export async function hasMoreClients(tx: Transaction, than: number): Promise<boolean> {
  const rows = await tx
    .select({ id: clients.id })
    .from(clients)
    .where(isNull(clients.archivedOn))
    .limit(1)
    .offset(than);
  return rows.length > 0;
}

/** Searches the clients who are not archived: every word must be in the client's name or in the title of a day of their plan. At most `most`, by name. */
export async function clientsLike(
  tx: Transaction,
  search: string,
  most: number,
): Promise<{ readonly id: string; readonly name: string }[]> {
  const said = sql`(c.name || ' ' || coalesce((select string_agg(p.outline ->> 'days', ' ') from ${plans} as p
    where p.studio_id = c.studio_id and p.client_id = c.id), ''))`;
  const words = search.split(/\s+/).filter(Boolean);
  const isMeant = sql.join([sql`true`, ...words.map((word) => sql`${said} ilike ${likePattern(word)}`)], sql` and `);
  const { rows } = await tx.execute<{ id: string; name: string }>(sql`
    select c.id, c.name from ${clients} as c where c.archived_on is null and ${isMeant} order by c.name, c.id limit ${most}`);
  return rows;
}

const NAMES = { id: clients.id, name: clients.name };

/** The names of those who are coached now: whom something may be chosen for. */
export const clientNames = (tx: Transaction) =>
  tx.select(NAMES).from(clients).where(isNull(clients.archivedOn)).orderBy(asc(clients.name), asc(clients.id));

/** Everybody's names, also of those who are coached no more. */
export const allClientNames = (tx: Transaction) =>
  tx.select(NAMES).from(clients).orderBy(asc(clients.name), asc(clients.id));

/** The names of groups that some client who is coached now is in, and how many clients are archived. */
export async function clientGroups(tx: Transaction): Promise<{ groups: string[]; archivedCount: number }> {
  const rows = await tx.select({ groups: clients.groups, archivedOn: clients.archivedOn }).from(clients);
  const coached = rows.filter(({ archivedOn }) => archivedOn === null);
  return {
    groups: [...new Set(coached.flatMap(({ groups }) => groups))].sort((a, b) => a.localeCompare(b)),
    archivedCount: rows.length - coached.length,
  };
}

/** `lock`: held until the transaction ends, so that what is changed is what was read. */
export async function clientRow(tx: Transaction, id: string, lock = false): Promise<ClientRow | null> {
  const query = tx.select().from(clients).where(eq(clients.id, id)).limit(1);
  const [row] = await (lock ? query.for("no key update") : query);
  return row ?? null;
}

export async function insertClient(tx: Transaction, row: typeof clients.$inferInsert): Promise<void> {
  await tx.insert(clients).values(row);
}

export async function updateClient(
  tx: Transaction,
  id: string,
  change: Partial<typeof clients.$inferInsert>,
): Promise<void> {
  await tx.update(clients).set(change).where(eq(clients.id, id));
}

/** Erases a person: the client's rows and, by cascade, all that hangs on them. Returns their accounts' ids. */
/** Keeps a client's time zone; null where it is the studio's, so that it changes with the studio's. */
export async function putTimeZone(tx: Transaction, id: string, timeZone: string): Promise<void> {
  await tx
    .update(clients)
    .set({ timeZone: sql`nullif(${timeZone}, (select s.time_zone from studios s))` })
    .where(eq(clients.id, id));
}

export async function deleteClient(tx: Transaction, id: string): Promise<string[]> {
  const accounts = await tx.select({ userId: members.userId }).from(members).where(eq(members.clientId, id));
  await tx.delete(clients).where(eq(clients.id, id));
  return accounts.map((row) => row.userId);
}

export async function memberCountOfClient(tx: Transaction, clientId: string): Promise<number> {
  const [row] = await tx.select({ n: count() }).from(members).where(eq(members.clientId, clientId));
  return row?.n ?? 0;
}

export async function putBodyMass(tx: Transaction, row: typeof bodyMasses.$inferInsert): Promise<void> {
  await tx
    .insert(bodyMasses)
    .values(row)
    .onConflictDoUpdate({
      target: [bodyMasses.studioId, bodyMasses.clientId, bodyMasses.date],
      set: { amount: row.amount, unit: row.unit },
    });
}

export const bodyMassRows = (tx: Transaction, clientId: string) =>
  tx.select().from(bodyMasses).where(eq(bodyMasses.clientId, clientId)).orderBy(desc(bodyMasses.date)).limit(60);

/** The last weighing on or before a date. */
export async function bodyMassOn(tx: Transaction, clientId: string, date: string) {
  const [row] = await tx
    .select()
    .from(bodyMasses)
    .where(and(eq(bodyMasses.clientId, clientId), lte(bodyMasses.date, date)))
    .orderBy(desc(bodyMasses.date))
    .limit(1);
  return row ?? null;
}
