/**
 * Reads from a standby. What was acknowledged is applied there already, or it is not asked: the primary has to wait for it with
 * every commit (`synchronous_commit = remote_apply`), which is also what loses nothing when the primary is lost.
 */
import type pg from "pg";
import { logFault } from "../log";
import { accountsPool, standbyPool } from "./pools";

interface StandbyState {
  isUsable: boolean;
  /** Until when that holds, by the process's clock in ms. */
  until: number;
  checking: Promise<boolean> | null;
}

// One a process, also across the bundler's copies of this module.
const holder = globalThis as typeof globalThis & { yarvexStandby?: StandbyState };

const HOLDS_MS = 5_000;

function state(): StandbyState {
  holder.yarvexStandby ??= { isUsable: false, until: 0, checking: null };
  return holder.yarvexStandby;
}

/** The connection pool of the standby; null where there is no standby or it may not hold every acknowledged commit. */
export async function usableStandby(): Promise<pg.Pool | null> {
  const standby = standbyPool();
  if (!standby) return null;
  const now = state();
  if (performance.now() >= now.until) {
    now.checking ??= check(standby).finally(() => {
      now.checking = null;
    });
    await now.checking;
  }
  return now.isUsable ? standby : null;
}

/** Logs that the standby failed; for the next `HOLDS_MS` reads go to the primary. */
export function standbyFailed(error: unknown): void {
  logFault("a standby did not answer; the primary was asked", error);
  Object.assign(state(), { isUsable: false, until: performance.now() + HOLDS_MS });
}

const PRIMARY =
  "select current_setting('synchronous_commit') as mode, current_setting('synchronous_standby_names') as names";
const STANDBY = "select pg_is_in_recovery() as is_standby, current_setting('cluster_name') as name";

async function check(standby: pg.Pool): Promise<boolean> {
  const now = state();
  try {
    const [primary, other] = await Promise.all([
      accountsPool().query<{ mode: string; names: string }>(PRIMARY),
      standby.query<{ is_standby: boolean; name: string }>(STANDBY),
    ]);
    const [{ mode, names } = { mode: "", names: "" }] = primary.rows;
    const [{ is_standby: isStandby, name } = { is_standby: false, name: "" }] = other.rows;
    now.isUsable = isStandby && mode === "remote_apply" && isWaitedFor(names, name);
  } catch (error) {
    now.isUsable = false;
    logFault("a standby could not be asked whether it holds everything", error);
  }
  now.until = performance.now() + HOLDS_MS;
  return now.isUsable;
}

/** Whether every commit waits for a standby of this name. Exported for its test. */
export function isWaitedFor(names: string, name: string): boolean {
  const all = names.trim();
  if (all === "" || name === "") return false;
  const numbered = /^(?:(any|first)\s+)?(\d+)\s*\((.*)\)$/i.exec(all);
  const listed = (numbered?.[3] ?? all).split(",").map((one) => one.trim().replace(/^"(.*)"$/, "$1"));
  // Of several that are listed, all have to be waited for, or which one it was is not known.
  const many = numbered ? Number(numbered[2]) : 1;
  return many >= listed.length && listed.some((one) => one === "*" || one.toLowerCase() === name.toLowerCase());
}
