/** The drill of going back to a moment, on a PostgreSQL of its own. */
import { spawnSync } from "node:child_process";
import { mkdtempSync, readdirSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, expect, it } from "vitest";
import { ROOT } from "./system";

const state = mkdtempSync(join(tmpdir(), "yarvex-moment-"));
afterAll(() => rmSync(state, { recursive: true, force: true }));

/** Steps of the drill, in a process that keeps its database in a folder of its own. */
const DRILL = `
const { startPostgres, clientOf, ownCluster } = await import("./tools/postgres.ts");
const { baseBackup, restoreAt } = await import("./tools/point-in-time.ts");
const ask = async (url, text) => {
  const client = clientOf(url);
  await client.connect();
  try { return (await client.query(text)).rows; } finally { await client.end(); }
};
const archive = process.env.YARVEX_WAL_ARCHIVE;
let server = await startPostgres();
let url = server.urlOf("postgres");
await ask(url, "create table logged (what text)");
await ask(url, "insert into logged values ('before the base backup')");
const base = await baseBackup(server, process.env.YARVEX_STATE + "/bases");
await ask(url, "insert into logged values ('after it')");
const [{ now }] = await ask(url, "select clock_timestamp() as now");
await ask(url, "select pg_sleep(0.05)");
await ask(url, "delete from logged");
await ask(url, "select pg_switch_wal()");
const refused = await restoreAt({ base, archive, at: new Date(now) }).catch((error) => error.message);
server.stop();
await restoreAt({ base, archive, at: new Date(new Date(now).getTime() + 10) });
server = await startPostgres();
url = server.urlOf("postgres");
const rows = await ask(url, "select what from logged order by what");
await ask(url, "insert into logged values ('and on')");
server.stop();
console.log(JSON.stringify({ refused, rows: rows.map((row) => row.what) }));
`;

it("goes back to a moment between two backups, keeps what was there, and goes on from it", () => {
  const { DATABASE_URL: _web, DATABASE_OWNER_URL: _owner, ...env } = process.env;
  const ran = spawnSync(process.execPath, ["--import", "tsx", "--input-type=module", "-e", DRILL], {
    cwd: ROOT,
    encoding: "utf8",
    env: { ...env, YARVEX_STATE: state, YARVEX_WAL_ARCHIVE: join(state, "wal") },
  });
  expect(ran.stderr + ran.stdout).toContain("What was there is kept in");
  expect(JSON.parse(ran.stdout.trim().split("\n").at(-1)!)).toEqual({
    refused: "Stop Yarvex first: its database is running.",
    rows: ["after it", "before the base backup"],
  });
  expect(readdirSync(state).some((name) => name.startsWith("postgres.before-"))).toBe(true);
  expect(readdirSync(join(state, "bases"))).toHaveLength(1);
});
