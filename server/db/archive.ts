/** A studio's rows as they go out and come in: every table that somebody wrote, in the order in which they need each other. */
import { and, asc, eq, getTableColumns, type SQL, sql } from "drizzle-orm";
import type { AnyPgColumn, AnyPgTable } from "drizzle-orm/pg-core";
import {
  type ArchiveTable,
  booleanValue,
  boundedText,
  finiteNumber,
  isoDate,
  matching,
  maybe,
  nullable,
  type Schema,
  strictObject,
  unchecked,
  uuid,
} from "../../contract";
import type { Transaction } from ".";
import * as schema from "./schema";

/** What is derived, or opens a door, stays here: it is worked out, or made, anew. */
const TABLES: Readonly<Record<ArchiveTable, AnyPgTable>> = {
  gyms: schema.gyms,
  clients: schema.clients,
  ownExercises: schema.ownExercises,
  templates: schema.templates,
  bodyMasses: schema.bodyMasses,
  liftMarks: schema.liftMarks,
  plans: schema.plans,
  imports: schema.imports,
  unreadRows: schema.unreadRows,
  sessions: schema.sessions,
  sessionEdits: schema.sessionEdits,
  sentCopies: schema.sentCopies,
  messages: schema.messages,
  safetyChanges: schema.safetyChanges,
  decisions: schema.decisions,
  shownDocuments: schema.shownDocuments,
  floorEvents: schema.floorEvents,
};

/** Columns that the database fills itself. */
const FILLED: ReadonlySet<string> = new Set(["studioId", "sequence", "title", "planned"]);

type Columns = Record<string, AnyPgColumn>;

/** A table's columns as they stand in an archive. */
function columnsOf(name: ArchiveTable): Columns {
  const columns = getTableColumns(TABLES[name]) as unknown as Columns;
  return Object.fromEntries(
    Object.entries(columns).filter(([key, column]) => !FILLED.has(key) && column.generated === undefined),
  );
}

const INSTANT = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}:\d{2}\.\d{3}Z$/;
const LONGEST_TEXT = 100_000;

function valueSchema(column: AnyPgColumn): Schema<unknown> {
  const type = column.getSQLType();
  if (type === "uuid") return uuid();
  if (type === "date") return isoDate();
  if (type === "boolean") return booleanValue();
  if (type.startsWith("timestamp")) return matching(24, INSTANT, "is an instant such as 2026-11-24T12:00:00.000Z");
  if (type === "integer" || type === "bigint") return finiteNumber(-9e15, 9e15);
  if (type === "jsonb") return unchecked();
  return boundedText(LONGEST_TEXT);
}

/** What a row of a table holds in an archive. */
export const archiveRowSchema = (name: ArchiveTable): Schema<unknown> =>
  strictObject(
    Object.fromEntries(
      Object.entries(columnsOf(name)).map(([key, column]) => [
        key,
        // A file from before there was such a column comes in as well.
        column.notNull ? valueSchema(column) : maybe(nullable(valueSchema(column))),
      ]),
    ),
  );

/** By what rows are in order: their keys; a log by the order in which it came. */
function orderOf(name: ArchiveTable): AnyPgColumn[] {
  if (name === "floorEvents") return [schema.floorEvents.sessionId, schema.floorEvents.sequence];
  const columns = getTableColumns(TABLES[name]) as unknown as Columns;
  const keys = ["clientId", "sessionId", "importId", "id", "revision", "date", "row", "hash"];
  return keys.flatMap((key) => (columns[key]?.notNull ? [columns[key]] : []));
}

/** Rows of a table after a place, of the whole studio or of one client. The place is what `order` says of the last row before. */
export async function archivePage(
  tx: Transaction,
  name: ArchiveTable,
  {
    clientId,
    after,
    most,
  }: { readonly clientId: string | null; readonly after: readonly unknown[] | null; readonly most: number },
): Promise<{ readonly rows: readonly Record<string, unknown>[]; readonly next: readonly unknown[] | null }> {
  const table = TABLES[name];
  const order = orderOf(name);
  const list = (parts: readonly SQL[]) => sql.join([...parts], sql`, `);
  const isAfter = after
    ? sql`(${list(order.map((column) => sql`${column}`))}) > (${list(after.map((value) => sql`${value}`))})`
    : undefined;
  const places = Object.fromEntries(order.map((column, at) => [`place${at}`, sql<unknown>`${column}`]));
  const found = (await tx
    .select({ ...columnsOf(name), ...places } as never)
    .from(table)
    .where(and(clientId === null ? undefined : isOfClient(name, clientId), isAfter))
    .orderBy(...order.map((column) => asc(column)))
    .limit(most)) as Record<string, unknown>[];
  const last = found.at(-1);
  return {
    rows: found.map((row) =>
      Object.fromEntries(
        Object.entries(row).flatMap(([key, value]) =>
          key.startsWith("place") && key in places
            ? []
            : [[key, value instanceof Date ? value.toISOString() : value] as const],
        ),
      ),
    ),
    next: last && found.length === most ? order.map((_, at) => last[`place${at}`]) : null,
  };
}

/** Of one client: their own rows, the gyms of all and their own, the studio's exercises. */
function isOfClient(name: ArchiveTable, clientId: string): SQL | undefined {
  if (name === "clients") return eq(schema.clients.id, clientId);
  if (name === "gyms") return sql`(${schema.gyms.clientId} is null or ${schema.gyms.clientId} = ${clientId})`;
  if (name === "ownExercises") return undefined;
  if (name === "templates" || name === "imports" || name === "unreadRows") return sql`false`;
  const columns = getTableColumns(TABLES[name]) as unknown as Columns;
  return eq(columns.clientId!, clientId);
}

/** Puts rows of an archive into a table; those that are there already stay as they are. */
export async function putArchiveRows(
  tx: Transaction,
  studioId: string,
  name: ArchiveTable,
  rows: readonly Record<string, unknown>[],
): Promise<void> {
  if (rows.length === 0) return;
  const columns = columnsOf(name);
  const values = rows.map((row) => ({
    studioId,
    ...Object.fromEntries(
      Object.entries(row).map(([key, value]) => [
        key,
        typeof value === "string" && columns[key]?.getSQLType().startsWith("timestamp") ? new Date(value) : value,
      ]),
    ),
  }));
  await tx
    .insert(TABLES[name])
    .values((name === "gyms" ? values.map((row) => ({ ...row, clientId: null })) : values) as never)
    .onConflictDoNothing();
  if (name === "gyms") await putHomes(tx, rows);
}

/**
 * A home is its client's, and a client may train at home: gyms come before clients, and once more after them, when the homes among
 * them find whose they are.
 */
async function putHomes(tx: Transaction, rows: readonly Record<string, unknown>[]): Promise<void> {
  for (const { id, clientId } of rows)
    if (typeof clientId === "string")
      await tx
        .update(schema.gyms)
        .set({ clientId })
        .where(
          and(
            eq(schema.gyms.id, String(id)),
            sql`exists (select from ${schema.clients} where ${schema.clients.studioId} = ${schema.gyms.studioId} and ${schema.clients.id} = ${clientId}::uuid)`,
          ),
        );
}

/** Marks sessions whose log came in: what is derived of it is worked out next. */
export async function markUnprojected(
  tx: Transaction,
  studioId: string,
  rows: readonly { readonly sessionId: string; readonly clientId: string }[],
): Promise<void> {
  const sessions = new Map(rows.map((row) => [row.sessionId, row.clientId]));
  if (sessions.size > 0)
    await tx
      .insert(schema.unprojected)
      .values([...sessions].map(([sessionId, clientId]) => ({ studioId, sessionId, clientId })));
}

export async function hasClients(tx: Transaction): Promise<boolean> {
  return (await tx.select({ id: schema.clients.id }).from(schema.clients).limit(1)).length > 0;
}

/** An empty studio's gyms make way for those that come. */
export async function clearGyms(tx: Transaction): Promise<void> {
  await tx.delete(schema.gyms);
}

/** What holds for the studio as a whole. */
export const STUDIO_FIELDS = [
  "name",
  "timeZone",
  "region",
  "settings",
  "methods",
  "quiet",
  "hiddenExercises",
  "namedLifts",
] as const;

export async function putStudio(tx: Transaction, studioId: string, fields: Record<string, unknown>): Promise<void> {
  await tx
    .update(schema.studios)
    .set(fields as never)
    .where(eq(schema.studios.id, studioId));
}
