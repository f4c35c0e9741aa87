/** Logs that were brought in. Every function takes the transaction that `inStudio` opened. */
import { and, asc, desc, eq, gt, inArray, sql } from "drizzle-orm";
import type { Transaction } from ".";
import { clients, exposures, imports, members, plans, sessions, unreadRows } from "./schema";

export type ImportRow = typeof imports.$inferSelect;

export async function insertImport(tx: Transaction, row: typeof imports.$inferInsert): Promise<void> {
  await tx.insert(imports).values(row).onConflictDoNothing();
}

export async function importRow(tx: Transaction, id: string, forUpdate = false): Promise<ImportRow | null> {
  const query = tx.select().from(imports).where(eq(imports.id, id));
  const [row] = await (forUpdate ? query.for("update") : query);
  return row ?? null;
}

export async function setImportState(tx: Transaction, id: string, state: ImportRow["state"]): Promise<void> {
  await tx.update(imports).set({ state }).where(eq(imports.id, id));
}

/** Imports of a file that were begun and not finished. */
export async function openImportsOf(tx: Transaction, name: string): Promise<string[]> {
  const rows = await tx
    .select({ id: imports.id })
    .from(imports)
    .where(and(eq(imports.name, name), eq(imports.state, "open")));
  return rows.map(({ id }) => id);
}

export interface ImportSums extends Record<string, unknown> {
  readonly import_id: string;
  readonly days: number;
  readonly sets: number;
  readonly clients: readonly string[];
}

/** The newest imports, with what of each is there now. */
export async function newestImports(
  tx: Transaction,
  most: number,
): Promise<{
  readonly rows: ImportRow[];
  readonly sums: ReadonlyMap<string, ImportSums>;
  readonly unread: ReadonlyMap<string, number>;
}> {
  const rows = await tx.select().from(imports).orderBy(desc(imports.createdAt), desc(imports.id)).limit(most);
  const ids = rows.map(({ id }) => id);
  if (ids.length === 0) return { rows, sums: new Map(), unread: new Map() };
  const sums = await tx.execute<ImportSums>(sql`
    select s.import_id, count(*)::int as days, sum((s.summary ->> 'sets')::int)::int as sets,
      array_agg(distinct c.name order by c.name) as clients
    from ${sessions} as s join ${clients} as c on c.studio_id = s.studio_id and c.id = s.client_id
    where s.import_id = any(${sql.param(ids)}::uuid[]) group by s.import_id`);
  const unread = await tx
    .select({ id: unreadRows.importId, count: sql<number>`count(*)::int` })
    .from(unreadRows)
    .where(inArray(unreadRows.importId, ids))
    .groupBy(unreadRows.importId);
  return {
    rows,
    sums: new Map(sums.rows.map((sum) => [sum.import_id, sum])),
    unread: new Map(unread.map(({ id, count }) => [id, count])),
  };
}

export async function putUnreadRows(tx: Transaction, rows: (typeof unreadRows.$inferInsert)[]): Promise<void> {
  if (rows.length > 0) await tx.insert(unreadRows).values(rows).onConflictDoNothing();
}

export const unreadRowsAfter = (tx: Transaction, importId: string, after: number, most: number) =>
  tx
    .select({ row: unreadRows.row, cells: unreadRows.cells, why: unreadRows.why })
    .from(unreadRows)
    .where(and(eq(unreadRows.importId, importId), gt(unreadRows.row, after)))
    .orderBy(asc(unreadRows.row))
    .limit(most);

export async function deleteUnreadRows(tx: Transaction, importId: string): Promise<void> {
  await tx.delete(unreadRows).where(eq(unreadRows.importId, importId));
}

/** Which of these sessions are there. */
export async function sessionsAmong(tx: Transaction, ids: readonly string[]): Promise<ReadonlySet<string>> {
  if (ids.length === 0) return new Set();
  const rows = await tx
    .select({ id: sessions.id })
    .from(sessions)
    .where(inArray(sessions.id, [...ids]));
  return new Set(rows.map(({ id }) => id));
}

/** What an import touches: by client its weeks' dates and its lifts. */
export async function touchedByImport(
  tx: Transaction,
  importId: string,
): Promise<ReadonlyMap<string, { readonly dates: readonly string[]; readonly lineages: readonly string[] }>> {
  const { rows } = await tx.execute<{
    client_id: string;
    dates: readonly string[];
    lineages: readonly string[] | null;
  }>(sql`
    select s.client_id, array_agg(distinct s.date::text) as dates,
      (select array_agg(distinct e.lineage) from ${exposures} as e join ${sessions} as own
        on own.studio_id = e.studio_id and own.id = e.session_id
        where e.studio_id = s.studio_id and e.client_id = s.client_id and own.import_id = ${importId}::uuid) as lineages
    from ${sessions} as s where s.import_id = ${importId}::uuid group by s.studio_id, s.client_id`);
  return new Map(rows.map(({ client_id, dates, lineages }) => [client_id, { dates, lineages: lineages ?? [] }]));
}

/** Removes the sessions of an import; answers with how many there were. */
export async function deleteImported(tx: Transaction, importId: string): Promise<number> {
  return (await tx.delete(sessions).where(eq(sessions.importId, importId)).returning({ id: sessions.id })).length;
}

/** Of these clients those who have nothing else here: no session, no plan, no account. */
export async function clientsWithNothing(tx: Transaction, ids: readonly string[]): Promise<string[]> {
  if (ids.length === 0) return [];
  const rows = await tx
    .select({ id: clients.id })
    .from(clients)
    .where(
      and(
        inArray(clients.id, [...ids]),
        sql`not exists (select from ${sessions} where ${sessions.studioId} = ${clients.studioId} and ${sessions.clientId} = ${clients.id})`,
        sql`not exists (select from ${plans} where ${plans.studioId} = ${clients.studioId} and ${plans.clientId} = ${clients.id})`,
        sql`not exists (select from ${members} where ${members.studioId} = ${clients.studioId} and ${members.clientId} = ${clients.id})`,
      ),
    );
  return rows.map(({ id }) => id);
}
