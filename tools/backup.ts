/** Backups: one file in PostgreSQL's own open format, whole or not there at all; read back before it counts. */
import { closeSync, existsSync, fsyncSync, openSync, renameSync, rmSync } from "node:fs";
import { basename, dirname, join } from "node:path";
import { binaries, clientOf } from "./postgres";
import { codeOf, run, UserFacingError } from "./system";

/** The address without its password, which goes by the environment: a list of processes shows the one and not the other. */
function reach(url: string): { readonly args: readonly string[]; readonly env: NodeJS.ProcessEnv } {
  const { hostname, port, username, password, pathname } = new URL(url);
  return {
    args: [
      `--host=${hostname}`,
      `--port=${port || "5432"}`,
      `--username=${decodeURIComponent(username)}`,
      "--no-password",
    ],
    env: {
      ...process.env,
      PGPASSWORD: decodeURIComponent(password),
      PGDATABASE: decodeURIComponent(pathname.slice(1)),
    },
  };
}

const program = (name: string): string => join(binaries(), name);

/** `yarvex-2026-11-25-1548.backup`: by the minute, so that none stands in another's way. */
export function backupName(demo: boolean, now = new Date()): string {
  const two = (figure: number) => String(figure).padStart(2, "0");
  const day = `${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}`;
  return `yarvex${demo ? "-demo" : ""}-${day}-${two(now.getHours())}${two(now.getMinutes())}.backup`;
}

/** Runs a program for as long as the process of the first argument is there; where that was killed it takes the half-made file away. */
const GUARD = `parent=$1; part=$2; shift 2
"$@" & work=$!
( while kill -0 "$parent" 2>/dev/null; do kill -0 "$work" 2>/dev/null || exit 0; sleep 0.2; done
  kill "$work" 2>/dev/null; wait; rm -f "$part" ) &
wait "$work"`;

/** Writes a database to one file, for its owner's eyes: beside its place first, and there only once it was read back. */
export async function dump(url: string, file: string): Promise<void> {
  if (existsSync(file))
    throw new UserFacingError(`There is a file ${file} already. A backup overwrites nothing: name another.`);
  const part = join(dirname(file), `.${basename(file)}.${process.pid}.part`);
  try {
    closeSync(openSync(part, "wx", 0o600));
  } catch (error) {
    throw new UserFacingError(`${dirname(file)} cannot be written (${codeOf(error)}).`);
  }
  try {
    const { args, env } = reach(url);
    const format = ["--format=custom", "--no-owner", `--file=${part}`];
    const guarded = ["-c", GUARD, "sh", String(process.pid), part, program("pg_dump"), ...args, ...format];
    const dumped = await run("sh", guarded, { env, keep: true });
    if (dumped.status !== 0) throw new UserFacingError(`The backup could not be written:\n${dumped.output.trim()}`);
    await readBack(part);
    const handle = openSync(part, "r+");
    fsyncSync(handle);
    closeSync(handle);
    renameSync(part, file);
  } finally {
    rmSync(part, { force: true });
  }
}

/** Tables without which a file is no backup of ours. */
const NEEDED = ["studios", "clients", "sessions", "floor_events", "shown_documents", "user"];

/** Reads a file to its last byte. */
async function readBack(file: string): Promise<void> {
  const list = await run(program("pg_restore"), ["--list", file], { keep: true });
  const broken = new UserFacingError(`${file} is no whole backup: it ends early, or is something else.`);
  if (list.status !== 0 || NEEDED.some((table) => !list.output.includes(`TABLE DATA public ${table} `))) throw broken;
  // Every row is unpacked; what comes out is thrown away.
  const read = await run(program("pg_restore"), ["--data-only", "--file=/dev/null", file], { keep: true });
  if (read.status !== 0) throw broken;
}

/** Reads a backup into a database that has no tables yet. */
export async function load(url: string, file: string): Promise<void> {
  const client = clientOf(url);
  await client.connect();
  try {
    const { rows } = await client.query(
      "select count(*)::int as n from information_schema.tables where table_schema = 'public'",
    );
    if (rows[0].n > 0)
      throw new UserFacingError(
        "This database is not empty: a backup is restored only into an empty one, so that nothing is overwritten.",
      );
    for (const role of ["yarvex_app", "yarvex_coach", "yarvex_client"]) {
      await client.query(
        `DO $$ BEGIN IF NOT EXISTS (SELECT FROM pg_roles WHERE rolname = '${role}') THEN CREATE ROLE ${role} NOLOGIN; END IF; EXCEPTION WHEN duplicate_object OR unique_violation THEN NULL; END $$`,
      );
      await client.query(`GRANT ${role} TO CURRENT_USER`);
    }
  } finally {
    await client.end();
  }
  const { args, env } = reach(url);
  const whole = ["--no-owner", "--exit-on-error", "--single-transaction", `--dbname=${env.PGDATABASE}`, file];
  const restored = await run(program("pg_restore"), [...args, ...whole], { env, keep: true });
  if (restored.status !== 0) throw new UserFacingError(`The backup could not be read:\n${restored.output.trim()}`);
}

/** What a database holds, by table: how many rows, and a mark of all that is in them. */
export async function contentsOf(url: string): Promise<ReadonlyMap<string, { rows: number; mark: string }>> {
  const client = clientOf(url);
  await client.connect();
  try {
    const { rows: tables } = await client.query<{ name: string }>(
      "select tablename as name from pg_tables where schemaname = 'public' order by 1",
    );
    const contents = new Map<string, { rows: number; mark: string }>();
    for (const { name } of tables) {
      const { rows } = await client.query<{ rows: string; mark: string | null }>(
        `select count(*) as rows, md5(string_agg(line, E'\\n' order by line)) as mark from (select t::text as line from "${name}" t) lines`,
      );
      contents.set(name, { rows: Number(rows[0]!.rows), mark: rows[0]!.mark ?? "" });
    }
    return contents;
  } finally {
    await client.end();
  }
}

/** Reads a backup to its end, restores it into a database of its own at the address, and says what it holds. */
export async function checkBackup(file: string, emptyUrl: string): Promise<string> {
  if (!existsSync(file)) throw new UserFacingError(`There is no file ${file}.`);
  await readBack(file);
  await load(emptyUrl, file);
  const contents = await contentsOf(emptyUrl);
  const rows = (table: string) => contents.get(table)?.rows ?? 0;
  const all = [...contents.values()].reduce((sum, one) => sum + one.rows, 0);
  return `Whole, and restored on trial: ${rows("studios")} studios, ${rows("clients")} clients, ${rows("sessions")} sessions, ${rows("floor_events")} entries of the floor; ${all} rows in ${contents.size} tables.`;
}
