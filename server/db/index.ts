/**
 * The only way to the database. `inStudio` opens a transaction as one of two roles that own no table and see only the rows
 * of the scope; everything a person asks for goes through it. `withAccounts` reaches accounts and the little that is asked
 * before there is a scope; `asOwner` is for migrations, rebuilding and measuring, never for a request.
 */
import { AsyncLocalStorage } from "node:async_hooks";
import { drizzleAdapter } from "better-auth/adapters/drizzle";
import { sql } from "drizzle-orm";
import { drizzle, type NodePgDatabase } from "drizzle-orm/node-postgres";
import { migrate } from "drizzle-orm/node-postgres/migrator";
import pg from "pg";
import { v7 as uuidv7 } from "uuid";
import { identityCache } from "../../core";
import type { Duty } from "../../views";
import { requestNow } from "../request";
import { turnsByKey } from "../turns";
import { accountsPool, isPooled, OF_ONE_STUDIO, ownerPool, pool } from "./pools";
import * as schema from "./schema";
import { standbyFailed, usableStandby } from "./standby";

export { closeDatabase, poolStates } from "./pools";

export type Database = NodePgDatabase<typeof schema>;
export type Transaction = Parameters<Parameters<Database["transaction"]>[0]>[0];

/** Whose rows may be touched. A client's scope is narrower than a coach's. */
export type Scope = ScopeOfMember &
  (
    | {
        readonly role: "coach";
        /** Missing in scopes that the program makes for itself (seed, jobs): those may do everything. */
        readonly duty?: Duty;
      }
    | { readonly role: "client"; readonly clientId: string }
  );

interface ScopeOfMember {
  readonly studioId: string;
  readonly memberId: string;
  readonly name: string;
  /** The device's session; nobody's where the program asks for itself. */
  readonly sessionId?: string | null;
}

/** One view of the schema for each connection or pool, made once: making it takes longer than most queries. */
const views = identityCache<Database>();

const viewOf = (connection: pg.Pool | pg.PoolClient): Database =>
  views(connection, [], () => drizzle(connection as pg.Pool, { schema }));

export const accountsDatabase = (): Database => viewOf(accountsPool());

const clients = new WeakMap<object, pg.PoolClient>();

/** A statement that is asked often, planned once for each connection where that stays the same one. */
export async function queryPrepared<T extends pg.QueryResultRow>(
  tx: Transaction,
  name: string,
  text: string,
  values: readonly unknown[],
): Promise<T[]> {
  const client = clients.get(tx);
  if (!client) throw new Error("a statement is asked outside of a transaction");
  return (await client.query<T>({ ...(isPooled() ? {} : { name }), text, values: [...values] })).rows;
}

/** Whoever waited for so long for their own studio's others is told to come again, as where the database is busy. */
const MOST_WAIT_MS = 5_000;

const inTurn = turnsByKey(OF_ONE_STUDIO);
/** The studio whose transaction is open: what is asked within it does not wait for a turn of its own. */
const openStudio = new AsyncLocalStorage<string>();

/** Runs work inside one studio (and, for a client, one person), in one transaction. */
export const inStudio = <T>(scope: Scope, work: (tx: Transaction) => Promise<T>): Promise<T> =>
  // One way there and back for the beginning and the scope: every use case pays for it.
  inTurnOf(scope, () => inTransaction(pool(), `begin; ${scopeStatement(scope)}`, work));

/** The same for what only reads: asked of the standby where there is one that holds everything, else, or where it fails, here. */
export const readInStudio = <T>(scope: Scope, work: (tx: Transaction) => Promise<T>): Promise<T> =>
  inTurnOf(scope, async () => {
    const begin = `begin read only; ${scopeStatement(scope)}`;
    const standby = await usableStandby();
    if (standby) {
      try {
        return await inTransaction(standby, begin, work);
      } catch (error) {
        if (!isBusy(error)) throw error;
        standbyFailed(error);
        const request = requestNow();
        if (request) request.isBusy = false;
      }
    }
    return inTransaction(pool(), begin, work);
  });

/** Runs a studio's transactions, at most `OF_ONE_STUDIO` at a time; a transaction inside another of the same studio does not wait. */
function inTurnOf<T>({ studioId }: Scope, run: () => Promise<T>): Promise<T> {
  if (openStudio.getStore() === studioId) return run();
  const asked = performance.now();
  return withoutValues(() =>
    inTurn(studioId, () => {
      if (performance.now() - asked > MOST_WAIT_MS)
        throw new FailedQuery("53300", "too many transactions of one studio");
      return openStudio.run(studioId, run);
    }),
  );
}

async function inTransaction<T>(pool: pg.Pool, begin: string, work: (tx: Transaction) => Promise<T>): Promise<T> {
  return withoutValues(async () => {
    const client = await pool.connect();
    // What the library calls a transaction is its view of a connection that is in one.
    const tx = viewOf(client) as unknown as Transaction;
    clients.set(tx, client);
    let broken: Error | undefined;
    try {
      await client.query(begin);
      const answer = await work(tx);
      await client.query("commit");
      return answer;
    } catch (error) {
      await client.query("rollback").catch((lost: Error) => {
        broken = lost;
      });
      throw error;
    } finally {
      client.release(broken);
    }
  });
}

const ID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/i;

/** Sets whose rows can be seen until the transaction ends. Ids alone go into it, checked to be nothing else. */
function scopeStatement(scope: Scope): string {
  const [clientId, role] = scope.role === "client" ? [scope.clientId, "yarvex_client"] : ["", "yarvex_coach"];
  if (!ID.test(scope.studioId) || (clientId !== "" && !ID.test(clientId))) throw new Error("a scope holds no ids");
  return `select set_config('yarvex.studio_id', '${scope.studioId}', true), set_config('yarvex.client_id', '${clientId}', true), set_config('role', '${role}', true)`;
}

/** From here on the transaction sees the rows of one scope. */
export async function enterScope(tx: Transaction, scope: Scope): Promise<void> {
  await tx.execute(sql.raw(scopeStatement(scope)));
}

/** Ends `enterScope`: the transaction reads accounts again, and no rows of a studio. */
export async function leaveScope(tx: Transaction): Promise<void> {
  await tx.execute(sql`select set_config('role', 'none', true)`);
}

/** A query that failed, without the statement's values: they are what people wrote. */
export class FailedQuery extends Error {
  constructor(
    readonly code: string,
    words: string,
  ) {
    super(`a query failed (${code})`, { cause: new Error(words) });
    this.name = "FailedQuery";
  }
}

/** Of these kinds PostgreSQL's own words name tables and rules, never a value. */
const PLAIN_WORDS = /^(23|42|40|53|55|57)/;

async function withoutValues<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (error) {
    const request = requestNow();
    if (request && isBusy(error)) request.isBusy = true;
    const query = error instanceof Error && error.cause instanceof pg.DatabaseError ? error.cause : error;
    if (!(query instanceof pg.DatabaseError)) {
      // The library's own wrapper lists the values.
      if (error instanceof Error && error.message.startsWith("Failed query"))
        throw new FailedQuery("connection", error.cause instanceof Error ? error.cause.message : "");
      throw error;
    }
    const code = query.code ?? "";
    throw new FailedQuery(code, PLAIN_WORDS.test(code) ? query.message : "");
  }
}

/** Accounts, sign-in limits, and who somebody is: what is asked before there is a scope. Sees no studio's rows. */
export async function withAccounts<T>(work: (tx: Transaction) => Promise<T>): Promise<T> {
  return inTransaction(accountsPool(), "begin", work);
}

/** A single question about accounts: a statement is a transaction of its own. */
export const askAccounts = <T>(question: (tx: Transaction) => Promise<T>): Promise<T> =>
  withoutValues(() => question(accountsDatabase() as unknown as Transaction));

/** Whether the database answers, by a question of its own; how long that took. */
export async function queryDatabase(): Promise<{ readonly ok: boolean; readonly tookMs: number }> {
  const began = performance.now();
  const ok = await askAccounts((tx) => tx.execute(sql`select 1`)).then(
    () => true,
    () => false,
  );
  return { ok, tookMs: Math.round(performance.now() - began) };
}

/** Codes of PostgreSQL and of a pooler for what passes: too many connections, shutting down, locks and statements that took too long. */
const PASSING = /^(53\d{3}|57P0[123]|57014|55P03|40001|40P01|08[\dP]\d{2})$/;
const UNREACHED = /timeout exceeded when trying to connect|Connection terminated|ECONNREFUSED|ECONNRESET|EPIPE|ENOENT/;

/** Whether a fault is the database's being busy or away, rather than the program's. */
export function isBusy(error: unknown): boolean {
  for (let one = error, depth = 0; one instanceof Error && depth < 5; one = one.cause, depth++) {
    const { code } = one as { code?: unknown };
    if (typeof code === "string" && (PASSING.test(code) || UNREACHED.test(code))) return true;
    if (UNREACHED.test(one.message)) return true;
  }
  return false;
}

/** Whether the database ended a transaction because another one and it waited for each other. */
export const isDeadlock = (error: unknown): boolean =>
  error instanceof FailedQuery && /^(40P01|40001)$/.test(error.code);

/** Whether something was to be written in a transaction that only reads. */
export const isRefusedWrite = (error: unknown): boolean => error instanceof FailedQuery && error.code === "25006";

/** As the owner of the tables, past row security. */
export async function asOwner<T>(work: (tx: Transaction) => Promise<T>): Promise<T> {
  return inTransaction(ownerPool(), "begin", work);
}

/** What the auth library stores its accounts through. */
export const accountsAdapter = () =>
  drizzleAdapter(accountsDatabase(), {
    provider: "pg",
    schema: {
      user: schema.user,
      session: schema.session,
      account: schema.account,
      verification: schema.verification,
      twoFactor: schema.twoFactor,
    },
  });

/** Nobody else's number: who migrates holds it, so that servers that start together take turns. */
const MIGRATING = 5_217_204;

export async function migrateDatabase(migrationsFolder: string): Promise<void> {
  const client = await ownerPool().connect();
  try {
    await client.query("select pg_advisory_lock($1)", [MIGRATING]);
    await migrate(drizzle(client, { schema }), { migrationsFolder });
    await letWebIn();
  } finally {
    await client.query("select pg_advisory_unlock($1)", [MIGRATING]).catch(() => {});
    client.release();
  }
}

/** What the web's login may do before it takes a role: accounts, and the three questions that are asked without a scope. */
async function letWebIn(): Promise<void> {
  const login = decodeURIComponent(new URL(process.env.DATABASE_URL ?? "postgresql://").username);
  await asOwner(async (tx) => {
    const { rows } = await tx.execute<{ me: string }>(sql`select current_user as me`);
    if (login === "" || login === rows[0]?.me) return;
    const web = sql.identifier(login);
    await tx.execute(sql`grant yarvex_coach, yarvex_client to ${web}`);
    await tx.execute(sql`grant usage on schema public to ${web}`);
    await tx.execute(
      sql`grant select, insert, update, delete on "user", "session", account, verification, two_factor, sign_in_attempts to ${web}`,
    );
    await tx.execute(sql`grant usage on sequence sign_in_attempts_id_seq to ${web}`);
    await tx.execute(
      sql`grant execute on function yarvex_member_of(text), yarvex_found_studio(uuid, text, text, jsonb, boolean, uuid, text, text), yarvex_studio_kinds(), yarvex_invitation(text), yarvex_take_invitation(text, uuid, text, text), yarvex_linked_session(text), yarvex_calendar_feed(text), yarvex_api_token(text), yarvex_due_deliveries(integer), yarvex_waiting_projections(integer, integer) to ${web}`,
    );
  });
}

/** A UUIDv7: sorted by the time it was made. */
export const newId = (): string => uuidv7();
