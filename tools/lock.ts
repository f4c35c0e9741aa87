/**
 * Who is there: a process by its number and the time it was started, so that a number that was given out again, a zombie or
 * a killed process is nobody. A lock is a file that names its holder; a holder who is gone holds nothing.
 */

import { randomBytes } from "node:crypto";
import { linkSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync, writeFileSync } from "node:fs";
import { dirname, join } from "node:path";
import { codeOf, UserFacingError } from "./system";

interface LockOwner {
  readonly pid: number;
  /** When it was started, in the system's own count; empty where the system does not say. */
  readonly started: string;
}

/** The process by a number; null where there is none, or only its remains. */
export function processOf(pid: number): LockOwner | null {
  try {
    // The name in brackets may hold anything; what follows it is fields by place: state, …, start time.
    const stat = readFileSync(`/proc/${pid}/stat`, "utf8");
    const fields = stat.slice(stat.lastIndexOf(")") + 2).split(" ");
    return fields[0] === "Z" || fields[0] === "X" ? null : { pid, started: fields[19] ?? "" };
  } catch (error) {
    if (codeOf(error) === "ENOENT" && process.platform === "linux") return null;
  }
  try {
    process.kill(pid, 0);
    return { pid, started: "" };
  } catch {
    return null;
  }
}

export const thisProcess = (): LockOwner => processOf(process.pid) ?? { pid: process.pid, started: "" };

export function isThere({ pid, started }: LockOwner): boolean {
  const now = processOf(pid);
  return now !== null && now.started === started;
}

function readHolder(file: string): LockOwner | null {
  try {
    const read = JSON.parse(readFileSync(file, "utf8")) as Partial<LockOwner>;
    return typeof read.pid === "number" && typeof read.started === "string"
      ? { pid: read.pid, started: read.started }
      : null;
  } catch {
    return null;
  }
}

const sleep = (ms: number): void => void Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, ms);

/** A file that comes to be whole or not at all; false where there is one already. */
export function createWhole(file: string, content: string): boolean {
  mkdirSync(dirname(file), { recursive: true });
  const draft = `${file}.${process.pid}.${randomBytes(4).toString("hex")}`;
  writeFileSync(draft, content, { mode: 0o600, flush: true });
  try {
    linkSync(draft, file);
    return true;
  } catch (error) {
    if (codeOf(error) === "EEXIST") return false;
    throw error;
  } finally {
    rmSync(draft, { force: true });
  }
}

/** Takes a lock; answers with what lets it go, or with who holds it. */
function tryTake(file: string): (() => void) | LockOwner {
  for (;;) {
    if (createWhole(file, JSON.stringify(thisProcess())))
      return () => {
        if (readHolder(file)?.pid === process.pid) rmSync(file, { force: true });
      };
    const holder = readHolder(file);
    if (holder && isThere(holder)) return holder;
    // Taken aside under a name of its own first: of two who find it stale, one moves it.
    const aside = `${file}.stale.${process.pid}`;
    try {
      renameSync(file, aside);
      rmSync(aside, { force: true });
    } catch {
      // Somebody else moved it.
    }
  }
}

const heldTooLong = ({ pid }: LockOwner, file: string): UserFacingError =>
  new UserFacingError(`Process ${pid} has held ${file} for too long. End it, or wait until it is done.`);

/** Takes a lock, waiting for whoever holds it, without giving anybody else a turn: for what is done while ending. */
export function take(file: string, patienceMs = 10_000): () => void {
  const until = Date.now() + patienceMs;
  for (;;) {
    const taken = tryTake(file);
    if (typeof taken === "function") return taken;
    if (Date.now() > until) throw heldTooLong(taken, file);
    sleep(50);
  }
}

/** Does work while no other process does work under the same lock. */
export async function withLock<T>(file: string, work: () => Promise<T>, patienceMs = 240_000): Promise<T> {
  const until = Date.now() + patienceMs;
  let taken = tryTake(file);
  while (typeof taken !== "function") {
    if (Date.now() > until) throw heldTooLong(taken, file);
    await new Promise((next) => setTimeout(next, 50));
    taken = tryTake(file);
  }
  try {
    return await work();
  } finally {
    taken();
  }
}

/** Those who use a thing: a file each in one folder. */
export class Users {
  constructor(private readonly folder: string) {}

  private fileOf(pid: number): string {
    return join(this.folder, `${pid}.json`);
  }

  join(): void {
    mkdirSync(this.folder, { recursive: true });
    writeFileSync(this.fileOf(process.pid), JSON.stringify(thisProcess()), { mode: 0o600 });
  }

  leave(): void {
    rmSync(this.fileOf(process.pid), { force: true });
  }

  /** Who is there still; what the gone left is cleared away. */
  present(): LockOwner[] {
    let names: string[] = [];
    try {
      names = readdirSync(this.folder).filter((name) => name.endsWith(".json"));
    } catch {
      return [];
    }
    return names.flatMap((name) => {
      const file = join(this.folder, name);
      const holder = readHolder(file);
      if (holder && isThere(holder)) return [holder];
      rmSync(file, { force: true });
      return [];
    });
  }
}
