/** The commands behind `./yarvex`. */
import { spawnSync } from "node:child_process";
import { existsSync, mkdirSync } from "node:fs";
import { join, resolve } from "node:path";
import pg from "pg";
import { ensureBuild } from "./build";
import { binaries, ensureDatabase, type Server, secrets, startPostgres } from "./postgres";
import { freePort, Plain, ROOT, STATE, say } from "./system";

const USAGE = `Usage: ./yarvex COMMAND

  demo             set up and serve with the demo boathouse
  start            set up and serve without demo data
  test             set up and run every check
  bench            measure the core, as ratios to a yardstick in the same run
  backup [FILE]    write the database to one file (--demo: the demo's)
  restore FILE     read it into an empty database (--demo: the demo's)
  rebuild          rebuild from the logs all that is derived of them (--demo: the demo's)

  PORT=3000 HOST=127.0.0.1 choose where to listen; DATABASE_URL names a PostgreSQL server to use instead of our own.`;

async function main(): Promise<void> {
  const [command, ...rest] = process.argv.slice(2);
  mkdirSync(STATE, { recursive: true });
  switch (command) {
    case "demo":
      return run("yarvex_demo", true);
    case "start":
      return run("yarvex", false);
    case "test": {
      const { runChecks } = await import("./test");
      return runChecks(rest);
    }
    case "bench": {
      const { runBench } = await import("../bench");
      return runBench();
    }
    case "backup":
      return backup(rest);
    case "restore":
      return restore(rest);
    case "rebuild":
      return rebuild(rest);
    default:
      console.log(USAGE);
      process.exitCode = command === undefined || command === "help" || command === "--help" ? 0 : 1;
  }
}

async function run(database: string, demo: boolean): Promise<void> {
  const server = await startPostgres();
  const stopOnSignal = onSignal(async () => server.stop());
  try {
    await prepare(server, database, demo);
    await ensureBuild();
    const host = process.env.HOST ?? "127.0.0.1";
    const wanted = Number(process.env.PORT ?? 3000);
    const port = await freePort(wanted);
    if (port !== wanted) say(`Port ${wanted} is taken; using ${port}.`);
    process.env.YARVEX_URL ??= `http://${host}:${port}`;
    const { serve } = await import("./serve");
    const serving = await serve(port, host);
    stopOnSignal.also(serving.stop);
    console.log(`\n  Yarvex is at ${serving.url}\n`);
    if (demo) console.log("  The sign-in page offers the demo account. Ctrl-C stops everything; your data stays.\n");
  } catch (error) {
    server.stop();
    throw error;
  }
}

/** Database, tables and, for the demo, its people: each only when missing. */
export async function prepare(server: Server, database: string, demo: boolean): Promise<void> {
  await ensureDatabase(server, database);
  process.env.DATABASE_OWNER_URL = server.urlOf(database);
  process.env.DATABASE_URL = server.webUrlOf(database);
  process.env.YARVEX_SECRET ??= secrets().appSecret;
  const { migrateDatabase, withAccounts } = await import("../server/db");
  await migrateDatabase(join(ROOT, "server", "db", "migrations"));
  const { rebuildProjections } = await import("../server/context/projecting");
  const rebuilt = await rebuildProjections("outdated", { say: (done) => say(`${done} sessions read again…`) });
  if (rebuilt > 0) say(`What is derived from ${rebuilt} sessions' logs was rebuilt.`);
  if (!demo) return;
  const { studioKinds } = await import("../server/db/accounts");
  if ((await withAccounts(studioKinds)).demo) return;
  say("Letting the demo's clients train for eight weeks…");
  const { seedDemo } = await import("../server/seed/demo");
  await seedDemo(Date.now());
}

function onSignal(first: () => Promise<void>) {
  const work = [first];
  let stopping = false;
  const stop = async () => {
    if (stopping) return;
    stopping = true;
    say("\nStopping…");
    for (const one of work.reverse()) await one().catch((error) => say(String(error)));
    process.exit(0);
  };
  process.on("SIGINT", stop);
  process.on("SIGTERM", stop);
  process.on("SIGHUP", stop);
  return { also: (next: () => Promise<void>) => work.push(next) };
}

const databaseFor = (args: string[]): string => (args.includes("--demo") ? "yarvex_demo" : "yarvex");

async function backup(args: string[]): Promise<void> {
  const server = await startPostgres();
  try {
    const name = args.find((arg) => !arg.startsWith("--")) ?? `yarvex-${new Date().toISOString().slice(0, 10)}.backup`;
    const file = resolve(process.env.INIT_CWD ?? process.cwd(), name);
    dump(server.urlOf(databaseFor(args)), file);
    console.log(`Written to ${file}`);
  } finally {
    server.stop();
  }
}

/** One file with everything: tables, rows, policies. */
export function dump(url: string, file: string): void {
  const dumped = spawnSync(join(binaries(), "pg_dump"), ["--format=custom", "--no-owner", `--file=${file}`, url], {
    encoding: "utf8",
  });
  if (dumped.status !== 0) throw new Plain(`The backup could not be written:\n${dumped.stderr.trim()}`);
}

async function restore(args: string[]): Promise<void> {
  const name = args.find((arg) => !arg.startsWith("--"));
  if (!name || !existsSync(name)) throw new Plain("Name the backup file to restore: ./yarvex restore FILE");
  const server = await startPostgres();
  try {
    const database = databaseFor(args);
    await ensureDatabase(server, database);
    await load(server.urlOf(database), resolve(name));
    console.log("Restored.");
  } finally {
    server.stop();
  }
}

/** Records, sums and states of every session again from its log; what was logged is not touched. */
async function rebuild(args: string[]): Promise<void> {
  const server = await startPostgres();
  try {
    await prepare(server, databaseFor(args), false);
    const { rebuildProjections } = await import("../server/context/projecting");
    const { closeDatabase } = await import("../server/db");
    const done = await rebuildProjections("all", { say: (count) => say(`${count} sessions…`) });
    await closeDatabase();
    console.log(`Rebuilt from the logs of ${done} sessions.`);
  } finally {
    server.stop();
  }
}

/** Reads a backup into a database that has no tables yet. */
export async function load(url: string, file: string): Promise<void> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    const { rows } = await client.query(
      "select count(*)::int as n from information_schema.tables where table_schema = 'public'",
    );
    if (rows[0].n > 0)
      throw new Plain(
        "This database is not empty: a backup is restored only into an empty one, so that nothing is overwritten.",
      );
    for (const role of ["yarvex_app", "yarvex_coach", "yarvex_client"]) {
      await client.query(
        `DO $$ BEGIN IF NOT EXISTS (SELECT FROM pg_roles WHERE rolname = '${role}') THEN CREATE ROLE ${role} NOLOGIN; END IF; END $$`,
      );
      await client.query(`GRANT ${role} TO CURRENT_USER`);
    }
  } finally {
    await client.end();
  }
  const restored = spawnSync(
    join(binaries(), "pg_restore"),
    ["--no-owner", "--exit-on-error", "--single-transaction", `--dbname=${url}`, file],
    { encoding: "utf8" },
  );
  if (restored.status !== 0) throw new Plain(`The backup could not be read:\n${restored.stderr.trim()}`);
}

if (process.argv[1] && import.meta.filename === resolve(process.argv[1])) {
  main().catch((error: unknown) => {
    say(
      error instanceof Plain ? error.message : error instanceof Error ? (error.stack ?? error.message) : String(error),
    );
    process.exit(1);
  });
}
