/** Running commands, and installing Debian packages where this machine lets us. */
import { type ChildProcess, execFileSync, type SpawnOptions, spawn, spawnSync } from "node:child_process";
import { existsSync, mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { createServer } from "node:net";
import { join } from "node:path";

/** A message for the person at the terminal: shown as it is, without a stack. */
export class UserFacingError extends Error {}

export const ROOT = join(import.meta.dirname, "..");
/** What a run keeps on this machine: the database, its secrets, what was built from. */
export const STATE = process.env.YARVEX_STATE ?? join(ROOT, ".yarvex");

export function makeStateFolder(): void {
  try {
    mkdirSync(STATE, { recursive: true, mode: 0o755 });
    writeFileSync(join(STATE, ".writable"), "");
  } catch (error) {
    throw new UserFacingError(
      `The folder ${STATE} cannot be written (${codeOf(error)}). Yarvex keeps its database there.`,
    );
  }
}

export const say = (text: string): void => {
  process.stderr.write(`${text}\n`);
};

export const isRoot = (): boolean => process.getuid?.() === 0;

export function found(command: string): boolean {
  return spawnSync("sh", ["-c", `command -v "$1"`, "sh", command]).status === 0;
}

/** Installs Debian packages as root or through a password-less sudo; otherwise says exactly what to install. */
export function installDebian(packages: string[], what: string): void {
  const by = isRoot() ? [] : found("sudo") && spawnSync("sudo", ["-n", "true"]).status === 0 ? ["sudo", "-n"] : null;
  const command = `apt-get update && apt-get install -y --no-install-recommends ${packages.join(" ")}`;
  if (!found("apt-get") || by === null) {
    throw new UserFacingError(`${what} is missing and cannot be installed from here. As root run: ${command}`);
  }
  say(`Installing ${packages.join(", ")}…`);
  const env = { ...process.env, DEBIAN_FRONTEND: "noninteractive" };
  for (const args of [
    ["apt-get", "update", "-qq"],
    ["apt-get", "install", "-y", "-qq", "--no-install-recommends", ...packages],
  ]) {
    const [program, ...rest] = [...by, ...args];
    const run = spawnSync(program!, rest, { env, encoding: "utf8" });
    if (run.status !== 0)
      throw new UserFacingError(
        `${what} could not be installed:\n${run.stderr.trim().split("\n").slice(-5).join("\n")}\nAs root run: ${command}`,
      );
  }
}

export async function freePort(preferred = 0): Promise<number> {
  const take = (port: number) =>
    new Promise<number | null>((done) => {
      const server = createServer();
      server.once("error", () => done(null));
      server.listen(port, "127.0.0.1", () => {
        const address = server.address();
        server.close(() => done(typeof address === "object" && address ? address.port : null));
      });
    });
  for (let port = preferred; port < preferred + 20 && preferred > 0; port++) {
    const got = await take(port);
    if (got) return got;
  }
  const any = await take(0);
  if (!any) throw new UserFacingError("No free port could be found on this machine.");
  return any;
}

export function readJson<T>(file: string, fallback: T): T {
  if (!existsSync(file)) return fallback;
  try {
    return JSON.parse(readFileSync(file, "utf8")) as T;
  } catch {
    return fallback;
  }
}

export const writePrivate = (file: string, value: unknown): void =>
  writeFileSync(file, JSON.stringify(value, null, 2), { mode: 0o600 });

/** Programs that were started and have not ended; each is the head of a group of its own. */
const children = new Set<ChildProcess>();

/** Starts a program that ends with us. */
export function start(command: string, args: readonly string[], options: SpawnOptions): ChildProcess {
  const child = spawn(command, args, { ...options, detached: true });
  children.add(child);
  child.once("exit", () => children.delete(child));
  return child;
}

interface Ended {
  readonly status: number;
  readonly output: string;
}

/** Runs a program to its end; what it says is passed on, or kept where it is asked for. */
export function run(
  command: string,
  args: readonly string[],
  options: SpawnOptions & { readonly keep?: boolean } = {},
): Promise<Ended> {
  const { keep, ...rest } = options;
  return new Promise((done, fail) => {
    const child = start(command, args, {
      cwd: ROOT,
      stdio: ["ignore", keep ? "pipe" : "inherit", keep ? "pipe" : "inherit"],
      ...rest,
    });
    let output = "";
    child.stdout?.on("data", (part) => (output += String(part)));
    child.stderr?.on("data", (part) => (output += String(part)));
    child.once("error", fail);
    child.once("close", (code) => done({ status: code ?? 1, output }));
  });
}

/** Ends every program that was started, with all that it started itself. */
async function endChildren(): Promise<void> {
  const signal = (name: NodeJS.Signals) => {
    for (const { pid } of children)
      try {
        if (pid) process.kill(-pid, name);
      } catch {
        // It ended by itself.
      }
  };
  signal("SIGTERM");
  for (let waited = 0; children.size > 0 && waited < 1500; waited += 50)
    await new Promise((next) => setTimeout(next, 50));
  signal("SIGKILL");
}

/** What is done when this process is told to end, the last first; ends it within a few seconds whatever happens. */
export function onEnd(first: () => Promise<void> | void) {
  const work: (() => Promise<void> | void)[] = [first];
  let ending = false;
  const end = async (signal: NodeJS.Signals) => {
    if (ending) return;
    ending = true;
    say("\nStopping…");
    setTimeout(() => process.exit(1), 10_000).unref();
    await endChildren();
    for (const one of work.reverse()) await Promise.resolve(one()).catch((error) => say(String(error)));
    process.exit(signal === "SIGINT" ? 130 : 0);
  };
  for (const signal of ["SIGINT", "SIGTERM", "SIGHUP"] as const) process.on(signal, () => void end(signal));
  return { also: (next: () => Promise<void> | void) => work.push(next) };
}

export const output = (program: string, args: string[]): string =>
  execFileSync(program, args, { encoding: "utf8" }).trim();

/** What a fault of the system or of the database says of itself; nothing is known of anything else that is thrown. */
export interface CodedError {
  readonly code?: unknown;
  readonly cause?: unknown;
  readonly address?: unknown;
  readonly port?: unknown;
  readonly path?: unknown;
  readonly message?: unknown;
}

/** A fault as one that may have a code; null where nothing of an object was thrown. */
export const codedError = (error: unknown): CodedError | null =>
  typeof error === "object" && error !== null ? error : null;

/** The code of a fault ("ENOENT", "28P01"); empty where it has none. */
export const codeOf = (error: unknown): string => String(codedError(error)?.code ?? "");
