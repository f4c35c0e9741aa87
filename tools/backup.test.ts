/** The restore drill: what comes back is what was there, table by table. */

import { spawn, spawnSync } from "node:child_process";
import { mkdtempSync, readdirSync, readFileSync, statSync, truncateSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import pg from "pg";
import { afterAll, beforeAll, describe, expect, it, vi } from "vitest";
import { phase } from "../core/testing/plans";
import { doneIn, eventIn, openFloor, record } from "../server/testing/floor";
import {
  clock,
  documentOf,
  hasDatabase,
  makeStudio,
  prepareDatabase,
  type TestStudio,
  value,
} from "../server/testing/studio";
import { executeUseCase } from "../server/usecases";
import { backupName, checkBackup, contentsOf, dump, load } from "./backup";
import { ROOT } from "./system";

describe.runIf(hasDatabase)("backup and restore", () => {
  const folder = mkdtempSync(join(tmpdir(), "yarvex-backup-"));
  const file = join(folder, "studio.backup");
  const made: string[] = [];
  let studio: TestStudio;
  let url: string;

  async function query<T extends pg.QueryResultRow>(at: string, text: string): Promise<T[]> {
    const client = new pg.Client({ connectionString: at });
    await client.connect();
    try {
      return (await client.query<T>(text)).rows;
    } finally {
      await client.end();
    }
  }

  async function emptyDatabase(): Promise<string> {
    const other = new URL(url);
    other.pathname = `${other.pathname}_${made.length}`;
    made.push(other.pathname.slice(1));
    await query(url, `CREATE DATABASE "${made.at(-1)}"`);
    return other.toString();
  }

  beforeAll(async () => {
    url = process.env.DATABASE_OWNER_URL!;
    await prepareDatabase();
    studio = await makeStudio("Cedar");
    const [{ sessionId, id: clientId }] = studio.clients;
    const input = {
      clientId,
      name: "Autumn",
      startDate: "2026-11-23",
      phases: [phase("build", 6)],
      days: [],
      inTurn: null,
    };
    value(await executeUseCase(studio.coach, "plans.create", input, clock));
    value(
      await executeUseCase(
        studio.coach,
        "templates.keep",
        { name: "Kept", of: { kind: "session", document: documentOf("Back squat 3x5") } },
        clock,
      ),
    );
    value(await executeUseCase(studio.coach, "sessions.send", { sessionId }, clock));
    const view = await openFloor(studio.coach, sessionId);
    await record(studio.coach, sessionId, [eventIn(view, { kind: "started" }), doneIn(view, 0)]);
    await dump(url, file);
  });
  afterAll(async () => {
    for (const name of made) await query(url, `DROP DATABASE IF EXISTS "${name}" WITH (FORCE)`);
  });

  /** One studio's rows by table: other suites write to this database meanwhile. */
  async function rowsOfStudio(at: string): Promise<Record<string, string[]>> {
    const tables = await query<{ name: string }>(
      at,
      "select table_name as name from information_schema.columns where table_schema = 'public' and column_name = 'studio_id' order by 1",
    );
    const rows: Record<string, string[]> = {};
    for (const { name } of tables)
      rows[name] = (
        await query<{ line: string }>(
          at,
          `select t::text as line from "${name}" t where studio_id = '${studio.coach.studioId}' order by 1`,
        )
      ).map(({ line }) => line);
    return rows;
  }

  it("is one file for its owner's eyes, with nothing half-made beside it", () => {
    expect(statSync(file).mode & 0o777).toBe(0o600);
    expect(readdirSync(folder)).toEqual(["studio.backup"]);
  });

  it("brings back every row of every table, under row security, and never over another", async () => {
    const first = await emptyDatabase();
    await load(first, file);
    const back = await rowsOfStudio(first);
    expect(back).toEqual(await rowsOfStudio(url));
    const full = Object.entries(back).flatMap(([name, rows]) => (rows.length > 0 ? [name] : []));
    for (const table of ["clients", "plans", "sessions", "floor_events", "shown_documents", "sent_copies", "exposures"])
      expect(full).toContain(table);
    const [{ n: policies }] = (await query<{ n: string }>(first, "select count(*) as n from pg_policies")) as [
      { n: string },
    ];
    expect(await query(url, "select count(*) as n from pg_policies")).toEqual([{ n: policies }]);
    await expect(load(first, file)).rejects.toThrow(/not empty/);

    const again = join(folder, "again.backup");
    await dump(first, again);
    const second = await emptyDatabase();
    await load(second, again);
    expect(await contentsOf(second)).toEqual(await contentsOf(first));
  });

  it("is checked by restoring it on trial", async () => {
    expect(await checkBackup(file, await emptyDatabase())).toMatch(/^Whole, and restored on trial: \d+ studios/);
  });

  it("overwrites nothing, and one that fails leaves what was there", async () => {
    const before = readFileSync(file);
    await expect(dump(url, file)).rejects.toThrow(/overwrites nothing/);
    expect(readFileSync(file).equals(before)).toBe(true);
    const nowhere = new URL(url);
    nowhere.pathname = "/no_such_database";
    await expect(dump(nowhere.toString(), join(folder, "failed.backup"))).rejects.toThrow(/could not be written/);
    expect(readdirSync(folder).filter((name) => name.includes("failed"))).toEqual([]);
    await expect(dump(url, join(folder, "no", "such", "place.backup"))).rejects.toThrow(/cannot be written/);
  });

  it("a file that ends early, or is something else, is no backup", async () => {
    const cut = join(folder, "cut.backup");
    writeFileSync(cut, readFileSync(file));
    truncateSync(cut, Math.floor(statSync(file).size * 0.7));
    const other = join(folder, "other.backup");
    writeFileSync(other, "PGDMP, or so it says");
    for (const broken of [cut, other]) await expect(checkBackup(broken, url)).rejects.toThrow(/no whole backup/);
    await expect(checkBackup(join(folder, "none"), url)).rejects.toThrow(/no file/);
  });

  it("that is killed leaves no program running and no half-made file", async () => {
    const other = await emptyDatabase();
    await load(other, file);
    const client = new pg.Client({ connectionString: other });
    await client.connect();
    // It waits for this table in the midst of its work.
    await client.query("begin; lock table studios in access exclusive mode");
    const script = `(await import("./tools/backup.ts")).dump(${JSON.stringify(other)}, ${JSON.stringify(join(folder, "killed.backup"))})`;
    const child = spawn(process.execPath, ["--import", "tsx", "--input-type=module", "-e", script], { cwd: ROOT });
    const running = () => spawnSync("pgrep", ["-f", "killed.backup.*part"], { encoding: "utf8" }).stdout.trim();
    const parts = () => readdirSync(folder).filter((name) => name.includes("killed"));
    await vi.waitFor(() => expect([running() !== "", parts().length]).toEqual([true, 1]), 20_000);
    child.kill("SIGKILL");
    await vi.waitFor(() => expect([running(), parts()]).toEqual(["", []]), 10_000);
    await client.end();
  });

  it("is named by the minute", () => {
    expect(backupName(false, new Date(2026, 10, 5, 7, 4))).toBe("yarvex-2026-11-05-0704.backup");
    expect(backupName(true, new Date(2026, 10, 5, 17, 4))).toBe("yarvex-demo-2026-11-05-1704.backup");
  });
});
