/** PostgreSQL of our own, shared by whoever is there: two starters at once, one killed, the last to go stops it. */
import { type ChildProcess, spawn } from "node:child_process";
import { chmodSync, existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import pg from "pg";
import { afterAll, describe, expect, it } from "vitest";
import { hasDatabase } from "../server/testing/studio";
import { ROOT } from "./system";

/** Starts the database as a launcher does, says its address, and waits to be told to end. */
const LAUNCHER = `
  import { startPostgres } from "./tools/postgres";
  import { onEnd } from "./tools/system";
  let stop = () => {};
  onEnd(() => stop());
  const server = await startPostgres();
  stop = server.stop;
  console.log("AT " + server.urlOf("postgres"));
  setInterval(() => {}, 1000);
`;

interface Launcher {
  readonly child: ChildProcess;
  readonly url: string;
  readonly said: () => string;
  readonly end: (signal: NodeJS.Signals) => Promise<number | null>;
}

function launch(state: string): Promise<Launcher> {
  const { DATABASE_URL: _url, DATABASE_OWNER_URL: _owner, ...env } = process.env;
  const child = spawn(process.execPath, ["--import", "tsx", "--input-type=module", "-e", LAUNCHER], {
    cwd: ROOT,
    env: { ...env, YARVEX_STATE: state },
    stdio: ["ignore", "pipe", "pipe"],
  });
  let said = "";
  const ended = new Promise<number | null>((done) => child.once("exit", done));
  return new Promise((done, fail) => {
    const hear = (part: unknown) => {
      said += String(part);
      const url = /AT (\S+)/.exec(said)?.[1];
      if (url)
        done({
          child,
          url,
          said: () => said,
          end: (signal) => {
            child.kill(signal);
            return ended;
          },
        });
    };
    child.stdout.on("data", hear);
    child.stderr.on("data", hear);
    child.once("exit", () => fail(new Error(`ended early: ${said}`)));
  });
}

async function answers(url: string): Promise<boolean> {
  const client = new pg.Client({ connectionString: url, connectionTimeoutMillis: 2000 });
  try {
    await client.connect();
    await client.query("select 1");
    return true;
  } catch {
    return false;
  } finally {
    await client.end().catch(() => undefined);
  }
}

describe.runIf(hasDatabase)("PostgreSQL of our own", () => {
  const state = mkdtempSync(join(tmpdir(), "yarvex-state-"));
  chmodSync(state, 0o755);
  afterAll(() => rmSync(state, { recursive: true, force: true }));

  it("two starters on an empty folder share one server; a kill stops nobody else's, and the last to go stops it", async () => {
    const [one, two] = await Promise.all([launch(state), launch(state)]);
    expect(two.url).toBe(one.url);
    expect(await answers(one.url)).toBe(true);
    await one.end("SIGKILL");
    expect(await answers(two.url)).toBe(true);
    const three = await launch(state);
    expect(three.url).toBe(two.url);
    await two.end("SIGTERM");
    expect(await answers(three.url)).toBe(true);
    const told = Date.now();
    await three.end("SIGINT");
    expect(await answers(three.url)).toBe(false);
    // Not a measure of speed: what is promised to whoever presses Ctrl-C, with room to spare.
    expect(Date.now() - told).toBeLessThan(9_000);
    expect(readdirSync(join(state, "postgres-users"))).toEqual([]);
  });

  it("a server that a killed starter left is taken over", async () => {
    const killed = await launch(state);
    await killed.end("SIGKILL");
    expect(await answers(killed.url)).toBe(true);
    const next = await launch(state);
    expect(next.url).toBe(killed.url);
    await next.end("SIGTERM");
    expect(await answers(next.url)).toBe(false);
  });

  it("secrets that cannot be read are kept aside, and that the password is set anew is said", async () => {
    const file = join(state, "secrets.json");
    writeFileSync(file, "{ half a fi");
    const { url, said, end } = await launch(state);
    expect(await answers(url)).toBe(true);
    expect(said()).toMatch(/could not be read; they are kept as/);
    expect(said()).toMatch(/set anew/);
    expect(JSON.parse(readFileSync(file, "utf8"))).toMatchObject({
      appSecret: expect.stringMatching(/^[0-9a-f]{64}$/),
    });
    expect(readdirSync(state).some((name) => name.startsWith("secrets.json.broken-"))).toBe(true);
    await end("SIGTERM");
    expect(existsSync(join(state, "postgres", "postmaster.pid"))).toBe(false);
  });
});
