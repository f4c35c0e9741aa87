/** The commands behind `./yarvex`. */
import { existsSync } from "node:fs";
import { join, resolve } from "node:path";
import { ensureBuild } from "./build";
import { setClock } from "./clock";
import { clientOf, dropDatabase, ensureDatabase, type Server, secrets, startPostgres } from "./postgres";
import { freePort, makeStateFolder, onEnd, ROOT, run, STATE, say, UserFacingError } from "./system";
import { portOf, userFacingMessage } from "./user-facing-message";

const USAGE = `Usage: ./yarvex COMMAND

  demo             set up and serve with the demo boathouse
  start            set up and serve without demo data
  dev              the demo from the sources: a change is seen without a build
  test             set up and run every check
  bench            measure the core, as ratios to a yardstick in the same run
  bench writes     measure how entries of the floor are written, against bare inserts and an empty route
  bench page       from an edit at the desk to the frame that shows it, and the JavaScript of its page (fails where it is too much)
  bench weeks      rules over a million weeks, and what if against clients whose truth is known
  bench demo       how the demo's sets went against what was foretold of them
  bench scale      what everything costs in a studio of 500 clients among 200 studios, against one of 20
  bench clients    the coach's day and the list of clients with 500 of them, against 10
  bench failover   two web processes, a pooler, a primary and a standby: what is lost when a web and the primary are killed
  bench torture    log 2,000 sets while everything is killed, cut and turned; count what is lost (--hours 1: go on for so long)
  sensor           a stand-in for a rep sensor: REPS=8 reps to whoever connects to it, PACE=1 times as fast
  backup [FILE]    write the database to one file (--demo: the demo's)
  backup --check FILE  read a backup to its end and restore it on trial
  backup --base FOLDER  a base backup of our own server, to go on from with the archive (YARVEX_WAL_ARCHIVE)
  restore FILE     read it into an empty database (--demo: the demo's)
  restore --at TIME BASE  our own server as it was at a moment, by a base backup and the archive
  build            install and build what start serves, without starting it
  sbom             the list of all packages that are run, with their licences (CycloneDX)
  check-release REVISION  whether an earlier revision works on the tables of this one
  rebuild          rebuild from the logs all that is derived of them (--demo: the demo's)

  PORT=3000 HOST=127.0.0.1 choose where to listen; YARVEX_CLOCK=2026-12-02T12:00 starts the clock at another instant
  (a demo of another day); DATABASE_URL names a PostgreSQL server to use instead of our own.`;

async function main(): Promise<void> {
  const [command, ...rest] = process.argv.slice(2);
  makeStateFolder();
  if (process.env.YARVEX_CLOCK) setClock(process.env.YARVEX_CLOCK);
  switch (command) {
    case "demo":
      return serveStudio("yarvex_demo", true);
    case "start":
      return serveStudio("yarvex", false);
    case "dev":
      return serveStudio("yarvex_demo", true, { dev: true });
    case "test": {
      const { runChecks } = await import("./test");
      return runChecks(rest);
    }
    case "bench": {
      if (rest[0] === "torture") return (await import("../bench/torture")).runTorture(rest.slice(1));
      if (rest[0] === "clients") return (await import("../bench/clients")).runClients();
      if (rest[0] === "weeks") return (await import("../bench/weeks")).steeringBench();
      if (rest[0] === "demo") return (await import("../bench/demo")).runDemoScores();
      if (rest[0] === "page") return (await import("../bench/page")).runPage();
      if (rest[0] === "failover") return (await import("../bench/failover")).runFailover();
      if (rest[0] === "scale") return (await import("../bench/scale")).runScale(rest.slice(1));
      if (rest[0] === "writes") return (await import("../bench/writes")).runWrites();
      const { runBench } = await import("../bench");
      return runBench();
    }
    case "sensor":
      return sensor();
    case "backup":
      return backup(rest);
    case "restore":
      return restore(rest);
    case "rebuild":
      return rebuild(rest);
    case "build":
      return ensureBuild();
    case "check-release": {
      const { checkRelease } = await import("./check-release");
      return withServer((server) => checkRelease(server, rest[0] ?? ""));
    }
    case "sbom":
      return softwareList();
    default:
      console.log(USAGE);
      process.exitCode = command === undefined || command === "help" || command === "--help" ? 0 : 1;
  }
}

async function serveStudio(database: string, demo: boolean, { dev = false } = {}): Promise<void> {
  const wanted = portOf(process.env.PORT);
  let stop = () => {};
  const end = onEnd(() => stop());
  const server = await startPostgres();
  stop = server.stop;
  try {
    await prepare(server, database, demo);
    if (!dev) await ensureBuild();
    const host = process.env.HOST ?? "127.0.0.1";
    const port = await freePort(wanted);
    if (port !== wanted) say(`Port ${wanted} is taken; using ${port}.`);
    if (!demo) process.env.YARVEX_LOG ??= "requests";
    process.env.YARVEX_URL ??= `http://${host}:${port}`;
    const { serve } = await import("./serve");
    const serving = await serve(port, host, { dev });
    end.also(serving.stop);
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
  process.env.YARVEX_OUTBOX ??= join(STATE, "outbox");
  // Of several starters one prepares; the others find it done.
  await inTurn(server.urlOf(database), async () => {
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
    const { serverNowMs } = await import("../server/clock");
    await seedDemo(serverNowMs());
  });
}

/** Our mark among a database's advisory locks. */
const PREPARING = 7_205_531;

async function inTurn(url: string, work: () => Promise<void>): Promise<void> {
  const client = clientOf(url);
  await client.connect();
  try {
    await client.query(`select pg_advisory_lock(${PREPARING})`);
    await work();
  } finally {
    await client.end();
  }
}

/** Work beside a database that may be serving others. */
async function withServer(work: (server: Server) => Promise<void>): Promise<void> {
  let stop = () => {};
  onEnd(() => stop());
  const server = await startPostgres();
  stop = server.stop;
  try {
    await work(server);
  } finally {
    server.stop();
  }
}

const databaseFor = (args: string[]): string => (args.includes("--demo") ? "yarvex_demo" : "yarvex");

const nameIn = (args: readonly string[]): string | undefined => args.find((arg) => !arg.startsWith("--"));
const placeOf = (name: string): string => resolve(process.env.INIT_CWD ?? process.cwd(), name);

async function backup(args: string[]): Promise<void> {
  const { backupName, checkBackup, dump } = await import("./backup");
  const name = nameIn(args);
  if (args.includes("--check")) {
    if (!name) throw new UserFacingError("Name the backup file to check: ./yarvex backup --check FILE");
    return withServer(async (server) => {
      const trial = `yarvex_check_${process.pid}`;
      await ensureDatabase(server, trial);
      try {
        console.log(await checkBackup(placeOf(name), server.urlOf(trial)));
      } finally {
        await dropDatabase(server, trial);
      }
    });
  }
  if (args.includes("--base")) {
    if (!name) throw new UserFacingError("Name the folder for base backups: ./yarvex backup --base FOLDER");
    const { baseBackup } = await import("./point-in-time");
    return withServer(async (server) => console.log(`Written to ${await baseBackup(server, placeOf(name))}.`));
  }
  return withServer(async (server) => {
    const file = placeOf(name ?? backupName(args.includes("--demo")));
    await dump(server.urlOf(databaseFor(args)), file);
    console.log(`Written to ${file}, and read back.`);
  });
}

/** `--at TIME BASE`: back to a moment. */
async function restoreMoment(args: string[]): Promise<void> {
  const [, time = "", base] = args;
  const at = new Date(time);
  const archive = process.env.YARVEX_WAL_ARCHIVE;
  if (Number.isNaN(at.getTime()) || !base)
    throw new UserFacingError(
      "Say the moment and the base backup: ./yarvex restore --at 2026-12-01T10:30:00+01:00 BASE",
    );
  if (!archive) throw new UserFacingError("YARVEX_WAL_ARCHIVE names the folder of the archive.");
  const { restoreAt } = await import("./point-in-time");
  await restoreAt({ base: placeOf(base), archive, at });
  console.log(`Restored as it was at ${at.toISOString()}. ./yarvex start goes on from there.`);
}

async function restore(args: string[]): Promise<void> {
  if (args[0] === "--at") return restoreMoment(args);
  const name = nameIn(args);
  if (!name || !existsSync(placeOf(name)))
    throw new UserFacingError("Name the backup file to restore: ./yarvex restore FILE");
  const { load } = await import("./backup");
  return withServer(async (server) => {
    const database = databaseFor(args);
    await ensureDatabase(server, database);
    await load(server.urlOf(database), placeOf(name));
    console.log("Restored.");
  });
}

/** The software list of what is installed, without what only building and testing need. */
async function softwareList(): Promise<void> {
  const { status } = await run("npm", ["sbom", "--omit=dev", "--sbom-format=cyclonedx", "--package-lock-only"]);
  process.exitCode = status;
}

/** Reps for a floor without a sensor of its own. */
async function sensor(): Promise<void> {
  const { serveSensor } = await import("./sensor");
  const figure = (name: string, usual: number) => Number(process.env[name]) || usual;
  const serving = await serveSensor(figure("PORT", 5480), {
    reps: figure("REPS", 8),
    rir: 2,
    pace: figure("PACE", 1),
    afterSeconds: 3,
  });
  onEnd(() => void serving.stop());
  console.log(`\n  Connect to ${serving.url} on the floor: Options, Rep sensor.\n`);
}

/** Records, sums and states of every session again from its log; what was logged is not touched. */
const rebuild = (args: string[]): Promise<void> =>
  withServer(async (server) => {
    await prepare(server, databaseFor(args), false);
    const { rebuildProjections } = await import("../server/context/projecting");
    const { closeDatabase } = await import("../server/db");
    const done = await rebuildProjections("all", { say: (count) => say(`${count} sessions…`) });
    await closeDatabase();
    console.log(`Rebuilt from the logs of ${done} sessions.`);
  });

if (process.argv[1] && import.meta.filename === resolve(process.argv[1])) {
  main().catch((error: unknown) => {
    say(userFacingMessage(error) ?? (error instanceof Error ? (error.stack ?? error.message) : String(error)));
    process.exit(1);
  });
}
