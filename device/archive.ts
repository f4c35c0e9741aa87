/** A studio's file on its way in: read, its ids made anew where others are there, and sent in parts that a request holds. */
import { ARCHIVE_FORMAT, ARCHIVE_ORDER, ARCHIVE_VERSION, type Output } from "../contract";
import { callApi } from "./api";
import { newId } from "./ids";
import { replyValue } from "./query";

export const MOST_ARCHIVE_BYTES = 200_000_000;
const BYTES_A_PART = 700_000;
const ROWS_A_PART = 400;

type Row = Readonly<Record<string, unknown>>;

export interface StudioFile {
  readonly studio: Readonly<Record<string, unknown>>;
  readonly of: "studio" | "client";
  readonly tables: Readonly<Record<string, readonly Row[]>>;
}

export type StudioFileRead =
  | { readonly ok: true; readonly file: StudioFile }
  | { readonly ok: false; readonly why: string };

export function readStudioFile(text: string): StudioFileRead {
  const failed = (why: string): StudioFileRead => ({ ok: false, why });
  let given: Record<string, unknown> | null;
  try {
    given = JSON.parse(text) as Record<string, unknown> | null;
  } catch {
    return failed("This file is damaged: it is not JSON to its end.");
  }
  if (typeof given !== "object" || given?.format !== ARCHIVE_FORMAT)
    return failed("This is no file of a studio or a client.");
  if (given.version !== ARCHIVE_VERSION) return failed("This file is of a newer kind than this program reads.");
  const tables: Record<string, readonly Row[]> = {};
  for (const name of ARCHIVE_ORDER) {
    const rows = given[name] ?? [];
    if (!Array.isArray(rows) || rows.some((row) => typeof row !== "object" || row === null))
      return failed(`This file is damaged: ${name} holds no rows.`);
    tables[name] = rows as Row[];
  }
  const studio = (given.studio ?? {}) as Record<string, unknown>;
  return { ok: true, file: { studio, of: given.of === "client" ? "client" : "studio", tables } };
}

const ID = /[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}/gi;

type Here = Output<"archive.look">;

/**
 * The file as it comes in beside others: each thing under a new id, wherever it is named; gyms and exercises that are here by the
 * same name are those, and their rows are left out.
 */
export function besideOthers({ tables, ...file }: StudioFile, here: Here, makeId: () => string = newId): StudioFile {
  const ids = new Map<string, string>();
  const left = new Set<unknown>();
  const same = (
    rows: readonly Row[],
    known: readonly { readonly id: string; readonly name: string }[],
    nameOf: (row: Row) => unknown,
  ) => {
    for (const row of rows) {
      const twin = known.find(({ id, name }) => id === row.id || name === nameOf(row));
      if (twin) {
        ids.set(String(row.id), twin.id);
        left.add(row.id);
      }
    }
  };
  same(
    tables.gyms!.filter(({ clientId }) => clientId === null),
    here.gyms,
    ({ name }) => name,
  );
  same(tables.ownExercises!, here.ownExercises, ({ definition }) => (definition as Row | null)?.name);
  for (const rows of Object.values(tables))
    for (const { id } of rows) if (typeof id === "string" && !ids.has(id)) ids.set(id, makeId());
  const renamed = (row: Row): Row => JSON.parse(JSON.stringify(row).replaceAll(ID, (id) => ids.get(id) ?? id)) as Row;
  const change: Record<string, (row: Row) => Row> = {
    gyms: (row) => ({ ...row, isDefault: false }),
    clients: (row) => ({ ...row, coachId: null }),
  };
  return {
    ...file,
    tables: Object.fromEntries(
      Object.entries(tables).map(([name, rows]) => [
        name,
        rows
          .filter(({ id }) => id === undefined || !left.has(id))
          .map((row) => (change[name] ?? ((same) => same))(renamed(row))),
      ]),
    ),
  };
}

/** Rows in parts that a request holds. */
export function* partsOf({ tables }: StudioFile): Generator<{ readonly table: string; readonly rows: readonly Row[] }> {
  for (const table of ARCHIVE_ORDER) {
    let rows: Row[] = [];
    let bytes = 0;
    for (const row of tables[table] ?? []) {
      const size = new TextEncoder().encode(JSON.stringify(row)).length;
      if (rows.length > 0 && (bytes + size > BYTES_A_PART || rows.length === ROWS_A_PART)) {
        yield { table, rows };
        rows = [];
        bytes = 0;
      }
      rows.push(row);
      bytes += size;
    }
    if (rows.length > 0) yield { table, rows };
  }
}

/** Sends a file; `tell` is told the share that is done. Throws a reply's sentence; sent again, nothing is there twice. */
export async function bringIn(file: StudioFile, tell: (share: number) => void): Promise<void> {
  const here = replyValue(await callApi("archive.look", {}));
  const whole = here.isEmpty && file.of === "studio";
  if (whole) replyValue(await callApi("archive.studio", { studio: file.studio }));
  const parts = [...partsOf(whole ? file : besideOthers(file, here))];
  for (const [at, { table, rows }] of parts.entries()) {
    replyValue(await callApi("archive.add", { table, rows: rows as readonly object[] }));
    tell((at + 1) / (parts.length + 1));
  }
  replyValue(await callApi("archive.finish", {}));
  tell(1);
}
