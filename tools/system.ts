/** Running commands, and installing Debian packages where this machine lets us. */
import { execFileSync, spawnSync } from "node:child_process";
import { existsSync, readFileSync, writeFileSync } from "node:fs";
import { createServer } from "node:net";
import { join } from "node:path";

/** A message for the person at the terminal: shown as it is, without a stack. */
export class Plain extends Error {}

export const ROOT = join(import.meta.dirname, "..");
export const STATE = join(ROOT, ".yarvex");

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
    throw new Plain(`${what} is missing and cannot be installed from here. As root run: ${command}`);
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
      throw new Plain(
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
  if (!any) throw new Plain("No free port could be found on this machine.");
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

export function alive(pid: number): boolean {
  try {
    process.kill(pid, 0);
    return true;
  } catch {
    return false;
  }
}

export const output = (program: string, args: string[]): string =>
  execFileSync(program, args, { encoding: "utf8" }).trim();
