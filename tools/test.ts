/** `./yarvex test`: every check, ending in one true line of counts. */
import { spawnSync } from "node:child_process";
import { mkdirSync, rmSync } from "node:fs";
import { join } from "node:path";
import { ensureBuild } from "./build";
import { chromiumPath } from "./chromium";
import { dropDatabase, ensureDatabase, type Server, secrets, startPostgres } from "./postgres";
import { freePort, onEnd, Plain, ROOT, readJson, run, STATE, say, start } from "./system";

interface Tally {
  passed: number;
  failed: number;
}

const bin = (name: string): string => join(ROOT, "node_modules", ".bin", name);

export async function runChecks(only: readonly string[]): Promise<void> {
  const tally: Tally = { passed: 0, failed: 0 };
  const wants = (what: string) => only.length === 0 || only.includes(what);
  const results = join(STATE, "results");
  rmSync(results, { recursive: true, force: true });
  mkdirSync(results, { recursive: true });
  let stop = () => {};
  onEnd(() => stop());
  const server = await startPostgres();
  stop = server.stop;
  try {
    if (wants("static")) {
      step(tally, "format and lint", bin("biome"), ["check", "."]);
      step(tally, "types", bin("tsc"), ["--noEmit"]);
      step(tally, "import rules", bin("depcruise"), [
        "--config",
        ".dependency-cruiser.cjs",
        "app",
        "contract",
        "core",
        "device",
        "parts",
        "screens",
        "server",
        "ui",
      ]);
    }
    if (wants("unit")) await withDatabase(server, "unit", (urls) => unitTests(tally, urls, join(results, "unit.json")));
    if (wants("browser")) {
      await ensureBuild();
      // Journeys mostly wait for the clock: two halves at a time, each with a database and a server of its own.
      const filters = only.slice(1);
      const halves = filters.length > 0 ? [null] : ["1/2", "2/2"];
      await Promise.all(
        halves.map((half, place) =>
          withDatabase(server, `browser${place}`, (urls) =>
            browserJourneys(tally, urls, join(results, `browser${place}`), half ? [`--shard=${half}`] : filters),
          ),
        ),
      );
    }
  } finally {
    stop();
  }
  console.log(`\n${tally.passed} passed, ${tally.failed} failed`);
  process.exit(tally.failed > 0 ? 1 : 0);
}

/** One static check counts as one. */
function step(tally: Tally, name: string, command: string, args: string[]): void {
  const run = spawnSync(command, args, { cwd: ROOT, encoding: "utf8", env: { ...process.env, NO_COLOR: "1" } });
  const ok = run.status === 0;
  console.log(`${ok ? "✓" : "✗"} ${name}`);
  if (!ok) console.log(`${run.stdout}\n${run.stderr}`);
  tally[ok ? "passed" : "failed"]++;
}

/** Where a test database is, for its owner and for the web. */
interface Urls {
  readonly owner: string;
  readonly web: string;
}

async function withDatabase(server: Server, name: string, work: (urls: Urls) => Promise<void>): Promise<void> {
  const database = `yarvex_test_${name}_${process.pid}`;
  await dropDatabase(server, database);
  await ensureDatabase(server, database);
  try {
    await work({ owner: server.urlOf(database), web: server.webUrlOf(database) });
  } finally {
    await dropDatabase(server, database);
  }
}

function environment({ owner, web }: Urls): NodeJS.ProcessEnv {
  const urls = { DATABASE_URL: web, DATABASE_OWNER_URL: owner };
  return { ...process.env, ...urls, YARVEX_SECRET: secrets().appSecret, NEXT_TELEMETRY_DISABLED: "1" };
}

async function unitTests(tally: Tally, urls: Urls, report: string): Promise<void> {
  const args = ["run", "--reporter=default", "--reporter=json", `--outputFile.json=${report}`];
  await run(bin("vitest"), args, { env: environment(urls) });
  const counts = readJson<{ numPassedTests: number; numFailedTests: number; numFailedTestSuites: number } | null>(
    report,
    null,
  );
  if (!counts) {
    console.log("✗ the unit tests did not report");
    tally.failed++;
    return;
  }
  tally.passed += counts.numPassedTests;
  tally.failed += counts.numFailedTests + (counts.numFailedTests === 0 ? counts.numFailedTestSuites : 0);
}

interface Suite {
  suites?: Suite[];
  specs?: { ok: boolean; title: string; tests?: { status?: string }[] }[];
}

/** Runs journeys against a server of their own; what they leave behind, their report and letters, goes into a folder. */
async function browserJourneys(tally: Tally, urls: Urls, folder: string, args: readonly string[]): Promise<void> {
  chromiumPath();
  mkdirSync(folder, { recursive: true });
  const port = await freePort();
  const base = `http://127.0.0.1:${port}`;
  const outbox = join(folder, "outbox");
  const report = join(folder, "report.json");
  const env = { ...environment(urls), YARVEX_URL: base, YARVEX_OUTBOX: outbox, NODE_ENV: "production" as const };
  const web = start(process.execPath, ["--import", "tsx", join(ROOT, "tools", "serve-demo.ts"), String(port)], {
    cwd: ROOT,
    env,
    stdio: ["ignore", "inherit", "inherit"],
  });
  try {
    await untilUp(`${base}/api/health`, web);
    await run(bin("playwright"), ["test", `--output=${join(folder, "left")}`, ...args], {
      env: { ...env, BASE_URL: base, CHROMIUM: chromiumPath(), PLAYWRIGHT_JSON_OUTPUT_NAME: report },
    });
  } finally {
    web.kill("SIGTERM");
    await new Promise((done) => (web.exitCode === null ? web.once("exit", done) : done(null)));
  }
  const suites = readJson<{ suites: Suite[] } | null>(report, null);
  if (!suites || suites.suites.length === 0) {
    console.log("✗ the browser journeys did not report");
    tally.failed++;
    return;
  }
  const count = (suite: Suite) => {
    for (const spec of suite.specs ?? []) {
      tally[spec.ok ? "passed" : "failed"]++;
      if (spec.tests?.some((test) => test.status === "flaky")) console.log(`at the second try only: ${spec.title}`);
    }
    for (const inner of suite.suites ?? []) count(inner);
  };
  for (const suite of suites.suites) count(suite);
}

async function untilUp(url: string, child: ReturnType<typeof start>): Promise<void> {
  for (let i = 0; i < 240; i++) {
    if (child.exitCode !== null) throw new Plain("The server for the browser journeys ended early.");
    const ok = await fetch(url).then(
      (answer) => answer.ok,
      () => false,
    );
    if (ok) return;
    await new Promise((done) => setTimeout(done, 500));
  }
  say("The server did not answer in two minutes.");
  throw new Plain("The server for the browser journeys did not start.");
}
