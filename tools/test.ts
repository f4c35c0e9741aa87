/** `./yarvex test`: every check, ending in one true line of counts. */
import { mkdirSync, rmSync } from "node:fs";
import { join, relative } from "node:path";
import { ensureBuild } from "./build";
import { chromiumPath } from "./chromium";
import { setClock } from "./clock";
import { dropDatabase, ensureDatabase, type Server, secrets, startPostgres } from "./postgres";
import { SOURCE_FOLDERS } from "./sources";
import { freePort, onEnd, ROOT, readJson, run, STATE, say, start, UserFacingError } from "./system";

interface Tally {
  passed: number;
  failed: number;
  /** What failed, in a line each or a few: said once more at the end, where it is looked for. */
  readonly faults: string[];
}

const bin = (name: string): string => join(ROOT, "node_modules", ".bin", name);

export async function runChecks(only: readonly string[]): Promise<void> {
  const tally: Tally = { passed: 0, failed: 0, faults: [] };
  const wants = (what: string) => only.length === 0 || only.includes(what);
  const results = join(STATE, "results");
  rmSync(results, { recursive: true, force: true });
  mkdirSync(results, { recursive: true });
  let stop = () => {};
  onEnd(() => stop());
  const server = await startPostgres();
  stop = server.stop;
  try {
    // The static checks and the build each use one CPU core, so that they run at the same time.
    await Promise.all([wants("static") ? staticChecks(tally) : null, wants("browser") ? ensureBuild() : null]);
    if (wants("unit")) await withDatabase(server, "unit", (urls) => unitTests(tally, urls, join(results, "unit.json")));
    if (wants("browser")) await browserJourneys(tally, server, results, only.slice(1));
  } finally {
    stop();
  }
  for (const fault of tally.faults) console.log(`failed: ${fault}`);
  console.log(`\n${tally.passed} passed, ${tally.failed} failed`);
  process.exit(tally.failed > 0 ? 1 : 0);
}

async function staticChecks(tally: Tally): Promise<void> {
  await step(tally, "format and lint", bin("biome"), ["check", "."]);
  await step(tally, "types", bin("tsc"), ["--noEmit"]);
  await step(tally, "import rules", bin("depcruise"), ["--config", ".dependency-cruiser.cjs", ...SOURCE_FOLDERS]);
}

/** One static check counts as one. */
async function step(tally: Tally, name: string, command: string, args: string[]): Promise<void> {
  const ended = await run(command, args, { keep: true, env: { ...process.env, NO_COLOR: "1" } });
  const ok = ended.status === 0;
  console.log(`${ok ? "✓" : "✗"} ${name}`);
  if (!ok) {
    console.log(ended.output);
    tally.faults.push(name);
  }
  tally[ok ? "passed" : "failed"]++;
}

/** Where a test database is, for its owner and for the web. */
interface Urls {
  readonly owner: string;
  readonly web: string;
}

async function withDatabase(
  server: Server,
  name: string,
  work: (urls: Urls, database: string) => Promise<void>,
  template?: string,
): Promise<void> {
  const database = `yarvex_test_${name}_${process.pid}`;
  await dropDatabase(server, database);
  await ensureDatabase(server, database, template);
  try {
    await work({ owner: server.urlOf(database), web: server.webUrlOf(database) }, database);
  } finally {
    await dropDatabase(server, database);
  }
}

/** Journeys run on a Wednesday at noon, whatever day it is; `YARVEX_CLOCK` runs them on another. */
const CLOCK = "2026-12-02T12:00:00+01:00";

function environment({ owner, web }: Urls): NodeJS.ProcessEnv {
  const urls = { DATABASE_URL: web, DATABASE_OWNER_URL: owner };
  return { ...process.env, ...urls, YARVEX_SECRET: secrets().appSecret, NEXT_TELEMETRY_DISABLED: "1" };
}

interface UnitReport {
  readonly numPassedTests: number;
  readonly numFailedTests: number;
  readonly numFailedTestSuites: number;
  readonly testResults: readonly {
    readonly name: string;
    readonly status: string;
    readonly message: string;
    readonly assertionResults: readonly {
      readonly fullName: string;
      readonly status: string;
      readonly failureMessages: readonly string[];
    }[];
  }[];
}

/** The first lines of a message, enough to know the fault by. */
const beginning = (message: string): string => message.split("\n").slice(0, 6).join("\n  ");

async function unitTests(tally: Tally, urls: Urls, report: string): Promise<void> {
  const args = ["run", "--reporter=default", "--reporter=json", `--outputFile.json=${report}`];
  await run(bin("vitest"), args, { env: environment(urls) });
  const counts = readJson<UnitReport | null>(report, null);
  if (!counts) {
    tally.faults.push("the unit tests did not report");
    tally.failed++;
    return;
  }
  for (const { name, message, status, assertionResults } of counts.testResults) {
    const failed = assertionResults.filter((test) => test.status === "failed");
    const file = relative(ROOT, name);
    if (status === "failed" && failed.length === 0) tally.faults.push(`${file}: ${beginning(message)}`);
    for (const test of failed)
      tally.faults.push(`${file} › ${test.fullName}: ${beginning(test.failureMessages[0] ?? "")}`);
  }
  tally.passed += counts.numPassedTests;
  tally.failed += counts.numFailedTests + (counts.numFailedTests === 0 ? counts.numFailedTestSuites : 0);
}

interface Suite {
  suites?: Suite[];
  specs?: { ok: boolean; title: string; tests?: { status?: string }[] }[];
}

/** Journeys wait for pages and for the clock for a good part of their time, so that one more than there are cores is quickest: so many at a time, each with a database, a server and emails of its own. */
const AT_A_TIME = 3;

interface Web {
  readonly base: string;
  readonly outbox: string;
  readonly urls: Urls;
  /** Answered as soon as it serves; the others start meanwhile. */
  readonly up: Promise<void>;
}

/** Runs journeys, each file against one of a few servers; what they leave behind, their report and emails, goes into a folder. */
async function browserJourneys(tally: Tally, server: Server, folder: string, files: readonly string[]): Promise<void> {
  chromiumPath();
  setClock(process.env.YARVEX_CLOCK ?? CLOCK);
  const report = join(folder, "browser.json");
  const serve = async (seeded: string, place: number, webs: readonly Web[]): Promise<void> => {
    if (place < AT_A_TIME)
      return withDatabase(
        server,
        `browser${place}`,
        (urls) => withServer(urls, join(folder, `outbox${place}`), (web) => serve(seeded, place + 1, [...webs, web])),
        seeded,
      );
    await Promise.all(webs.map(({ up }) => up));
    await run(bin("playwright"), ["test", `--output=${join(folder, "left")}`, `--workers=${AT_A_TIME}`, ...files], {
      env: {
        ...process.env,
        BASE_URL: webs.map(({ base }) => base).join(),
        YARVEX_OUTBOXES: webs.map(({ outbox }) => outbox).join(),
        JOURNEY_WEB_URLS: webs.map(({ urls }) => urls.web).join(),
        JOURNEY_OWNER_URLS: webs.map(({ urls }) => urls.owner).join(),
        CHROMIUM: chromiumPath(),
        PLAYWRIGHT_JSON_OUTPUT_NAME: report,
      },
    });
  };
  // The demo data is seeded into one database, and each test server gets a copy of it.
  await withDatabase(server, "seeded", async (urls, seeded) => {
    const ended = await run(process.execPath, ["--import", "tsx", join(ROOT, "tools", "serve-demo.ts")], {
      env: { ...environment(urls), YARVEX_SEED_ONLY: "1", NODE_ENV: "production" },
    });
    if (ended.status !== 0) throw new UserFacingError("The demo for the browser journeys could not be made.");
    await serve(seeded, 0, []);
  });
  const suites = readJson<{ suites: Suite[] } | null>(report, null);
  if (!suites || suites.suites.length === 0) {
    tally.faults.push("the browser journeys did not report");
    tally.failed++;
    return;
  }
  const count = (suite: Suite) => {
    for (const spec of suite.specs ?? []) {
      tally[spec.ok ? "passed" : "failed"]++;
      if (!spec.ok) tally.faults.push(spec.title);
      if (spec.tests?.some((test) => test.status === "flaky")) console.log(`at the second try only: ${spec.title}`);
    }
    for (const inner of suite.suites ?? []) count(inner);
  };
  for (const suite of suites.suites) count(suite);
}

/** A server with demo data over a database, as long as the work lasts. */
async function withServer(urls: Urls, outbox: string, work: (web: Web) => Promise<void>): Promise<void> {
  mkdirSync(outbox, { recursive: true });
  const port = await freePort();
  const base = `http://127.0.0.1:${port}`;
  const web = start(process.execPath, ["--import", "tsx", join(ROOT, "tools", "serve-demo.ts"), String(port)], {
    cwd: ROOT,
    env: { ...environment(urls), YARVEX_URL: base, YARVEX_OUTBOX: outbox, NODE_ENV: "production" as const },
    stdio: ["ignore", "inherit", "inherit"],
  });
  try {
    const up = untilUp(`${base}/api/ready`, web);
    // Whoever waits for it hears of a fault, also where another's comes first.
    up.catch(() => undefined);
    await work({ base, outbox, urls, up });
  } finally {
    web.kill("SIGTERM");
    await new Promise((done) => (web.exitCode === null ? web.once("exit", done) : done(null)));
  }
}

async function untilUp(url: string, child: ReturnType<typeof start>): Promise<void> {
  for (let i = 0; i < 240; i++) {
    if (child.exitCode !== null) throw new UserFacingError("The server for the browser journeys ended early.");
    const ok = await fetch(url).then(
      (answer) => answer.ok,
      () => false,
    );
    if (ok) return;
    await new Promise((done) => setTimeout(done, 500));
  }
  say("The server did not answer in two minutes.");
  throw new UserFacingError("The server for the browser journeys did not start.");
}
