/** The connections of a process: to the database as the web, for accounts, as the owner, and to a standby that answers reads. */
import pg from "pg";
import { logFault } from "../log";

// One of each a process, also across the bundler's copies of this module.
const holder = globalThis as typeof globalThis & {
  yarvexPool?: pg.Pool;
  yarvexAccountsPool?: pg.Pool;
  yarvexOwnerPool?: pg.Pool;
  yarvexStandbyPool?: pg.Pool;
};

pg.types.setTypeParser(pg.types.builtins.DATE, (text) => text);

/** How long anything waits for the database before it says so; what the owner does (migrations, backups) takes its time. */
const PATIENCE = {
  connectionTimeoutMillis: 2_000,
  lock_timeout: 2_000,
  statement_timeout: 10_000,
  idle_in_transaction_session_timeout: 20_000,
} as const;

/** Connections of a process, and how many of them one studio has at most: who asks for much waits for themselves. */
const CONNECTIONS = 10;
export const OF_ONE_STUDIO = 6;

function makePool(connectionString: string | undefined, options: pg.PoolConfig): pg.Pool {
  if (!connectionString)
    throw new Error("DATABASE_URL is not set: start Yarvex with ./yarvex, or name a PostgreSQL server.");
  const pool = new pg.Pool({ connectionString, ...options });
  pool.on("error", (error) => logFault("a connection to the database was lost", error));
  return pool;
}

export function pool(): pg.Pool {
  holder.yarvexPool ??= makePool(process.env.DATABASE_URL, { max: CONNECTIONS, ...PATIENCE });
  return holder.yarvexPool;
}

/** Apart, so that whoever signs in, or asks whether the server is well, finds room while studios keep it busy. */
export function accountsPool(): pg.Pool {
  holder.yarvexAccountsPool ??= makePool(process.env.DATABASE_URL, { max: 4, ...PATIENCE });
  return holder.yarvexAccountsPool;
}

export function ownerPool(): pg.Pool {
  holder.yarvexOwnerPool ??= makePool(process.env.DATABASE_OWNER_URL ?? process.env.DATABASE_URL, {
    max: 2,
    connectionTimeoutMillis: 10_000,
  });
  return holder.yarvexOwnerPool;
}

/** Connections to the standby that `DATABASE_STANDBY_URL` names; null: it names none. */
export function standbyPool(): pg.Pool | null {
  const url = process.env.DATABASE_STANDBY_URL;
  if (!url) return null;
  holder.yarvexStandbyPool ??= makePool(url, { max: CONNECTIONS, ...PATIENCE, connectionTimeoutMillis: 500 });
  return holder.yarvexStandbyPool;
}

/** Where changes are listened for: a pooler that hands a connection on after each transaction cannot listen. */
export const listenUrl = (): string | undefined => process.env.DATABASE_LISTEN_URL ?? process.env.DATABASE_URL;

/** Whether connections may be another one after each transaction, so that nothing can be prepared on them. */
export const isPooled = (): boolean => process.env.DATABASE_POOLED === "1";

export async function closeDatabase(): Promise<void> {
  const { yarvexPool, yarvexAccountsPool, yarvexOwnerPool, yarvexStandbyPool } = holder;
  holder.yarvexPool = undefined;
  holder.yarvexAccountsPool = undefined;
  holder.yarvexOwnerPool = undefined;
  holder.yarvexStandbyPool = undefined;
  await Promise.all([yarvexPool, yarvexAccountsPool, yarvexOwnerPool, yarvexStandbyPool].map((one) => one?.end()));
}

interface PoolState {
  readonly pool: "studios" | "accounts" | "standby";
  readonly open: number;
  readonly idle: number;
  readonly waiting: number;
}

/** How many connections each pool has, and how many wait for one. */
export function poolStates(): PoolState[] {
  const stateOf = (name: PoolState["pool"], of: pg.Pool | undefined): PoolState => {
    return { pool: name, open: of?.totalCount ?? 0, idle: of?.idleCount ?? 0, waiting: of?.waitingCount ?? 0 };
  };
  return [
    stateOf("studios", holder.yarvexPool),
    stateOf("accounts", holder.yarvexAccountsPool),
    ...(holder.yarvexStandbyPool ? [stateOf("standby", holder.yarvexStandbyPool)] : []),
  ];
}
