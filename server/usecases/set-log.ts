/** The set log as it goes out: a session after the other, never the whole of it in memory. */
import Papa from "papaparse";
import { foldEvents, placeSets, SET_LOG_HEADINGS, setLogRows } from "../../core";
import { readLog } from "../context/projecting";
import { studioOf } from "../context/studio";
import { inStudio, type Scope } from "../db";
import * as db from "../db/queries";
import { dutyRefusal } from "./duties";

const SESSIONS_AT_ONCE = 40;

/** A cell that a spreadsheet would take for a formula is led by a quote. */
const textOf = (rows: readonly (readonly string[])[]): string =>
  `${Papa.unparse(rows as string[][], { escapeFormulae: true, newline: "\r\n" })}\r\n`;

/**
 * The log of a client, or of everybody in scope, as separated values in parts, by client and date. Null: there is no such client
 * in scope, or whoever asks may not have it.
 */
export async function streamSetLog(scope: Scope, clientId: string | null): Promise<AsyncGenerator<string> | null> {
  if (scope.role === "coach" && dutyRefusal(scope.duty ?? "owner", "clients.describe") !== null) return null;
  const asked = scope.role === "client" ? scope.clientId : clientId;
  const clients = await inStudio(scope, async (tx) => {
    const rows = await db.allClientNames(tx);
    return asked === null ? rows : rows.filter(({ id }) => id === asked);
  });
  return asked !== null && clients.length === 0 ? null : partsOf(scope, clients);
}

async function* partsOf(
  scope: Scope,
  clients: readonly { readonly id: string; readonly name: string }[],
): AsyncGenerator<string> {
  // Spreadsheets read a table as UTF-8 by the mark at its beginning.
  yield `\uFEFF${textOf([SET_LOG_HEADINGS])}`;
  for (const { id, name: clientName } of clients) {
    let after: { date: string; id: string } | null = null;
    for (;;) {
      const rows: db.LoggedSessionRow[] = await inStudio(scope, (tx) =>
        db.loggedSessions(tx, id, after, SESSIONS_AT_ONCE),
      );
      const logs = await inStudio(scope, async (tx) => {
        const studio = await studioOf(tx);
        const read = [];
        for (const row of rows) read.push({ row, ...(await readLog(tx, row.id, studio)) });
        return read;
      });
      const table = logs.flatMap(({ row, events, byHash }) =>
        setLogRows({ clientName, date: row.date, title: row.title ?? "" }, placeSets(foldEvents(events), byHash)),
      );
      if (table.length > 0) yield textOf(table.map((row) => SET_LOG_HEADINGS.map((heading) => row[heading])));
      const last = rows.at(-1);
      if (!last || rows.length < SESSIONS_AT_ONCE) break;
      after = { date: last.date, id: last.id };
    }
  }
}
