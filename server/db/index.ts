/**
 * The only way to the database. `inStudio` opens a transaction under a role that owns no table and sees only the rows of
 * its scope; everything a person asks for goes through it. `asOwner` is for accounts, migrations and seeding.
 */
import { drizzleAdapter } from "better-auth/adapters/drizzle";
import { sql } from "drizzle-orm";
import { drizzle, type NodePgDatabase } from "drizzle-orm/node-postgres";
import { migrate } from "drizzle-orm/node-postgres/migrator";
import pg from "pg";
import { v7 as uuidv7 } from "uuid";
import * as schema from "./schema";

export type Database = NodePgDatabase<typeof schema>;
export type Transaction = Parameters<Parameters<Database["transaction"]>[0]>[0];

/** Whose rows may be touched. A client's scope is narrower than a coach's. */
export type Scope =
  | { readonly role: "coach"; readonly studioId: string; readonly memberId: string; readonly name: string }
  | {
      readonly role: "client";
      readonly studioId: string;
      readonly memberId: string;
      readonly name: string;
      readonly clientId: string;
    };

// One pool a process, also across the bundler's copies of this module.
const holder = globalThis as typeof globalThis & { yarvexPool?: pg.Pool };

pg.types.setTypeParser(pg.types.builtins.DATE, (text) => text);

function pool(): pg.Pool {
  if (!holder.yarvexPool) {
    const connectionString = process.env.DATABASE_URL;
    if (!connectionString)
      throw new Error("DATABASE_URL is not set: start Yarvex with ./yarvex, or name a PostgreSQL server.");
    holder.yarvexPool = new pg.Pool({ connectionString, max: 10 });
    holder.yarvexPool.on("error", (error) => console.error("database connection lost:", error.message));
  }
  return holder.yarvexPool;
}

const database = (): Database => drizzle(pool(), { schema });

export async function closeDatabase(): Promise<void> {
  await holder.yarvexPool?.end();
  holder.yarvexPool = undefined;
}

/** Runs work inside one studio (and, for a client, one person), in one transaction. */
export async function inStudio<T>(scope: Scope, work: (tx: Transaction) => Promise<T>): Promise<T> {
  return database().transaction(async (tx) => {
    const clientId = scope.role === "client" ? scope.clientId : "";
    await tx.execute(
      sql`select set_config('yarvex.studio_id', ${scope.studioId}, true), set_config('yarvex.client_id', ${clientId}, true), set_config('role', 'yarvex_app', true)`,
    );
    return work(tx);
  });
}

/** Work that belongs to no studio's member: accounts, sign-in limits, seeding. */
export async function asOwner<T>(work: (tx: Transaction) => Promise<T>): Promise<T> {
  return database().transaction(work);
}

/** What the auth library stores its accounts through. */
export const accountsAdapter = () =>
  drizzleAdapter(database(), {
    provider: "pg",
    schema: { user: schema.user, session: schema.session, account: schema.account, verification: schema.verification },
  });

export async function migrateDatabase(migrationsFolder: string): Promise<void> {
  await migrate(database(), { migrationsFolder });
}

/** A UUIDv7: sorted by the time it was made. */
export const newId = (): string => uuidv7();
