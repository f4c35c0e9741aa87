/** A database of its own for a measurement, taken away when it is done. */
import { join } from "node:path";
import { dropDatabase, ensureDatabase, type Server, secrets, startPostgres } from "../tools/postgres";
import { onEnd, ROOT } from "../tools/system";

/**
 * The server's modules read where the database is when they are first imported: `work` imports them. `keep`: the name by which it
 * is kept for the next time, as what fills it takes long.
 */
export async function withDatabase(
  kind: string,
  work: (server: Server, name: string) => Promise<void>,
  { keep = null }: { readonly keep?: string | null } = {},
): Promise<void> {
  let stop = () => {};
  onEnd(() => stop());
  const server = await startPostgres();
  stop = server.stop;
  const name = `yarvex_${kind}_${keep ?? process.pid}`;
  if (!keep) await dropDatabase(server, name);
  await ensureDatabase(server, name);
  process.env.DATABASE_OWNER_URL = server.urlOf(name);
  process.env.DATABASE_URL = server.webUrlOf(name);
  process.env.YARVEX_SECRET ??= secrets().appSecret;
  const { migrateDatabase, closeDatabase } = await import("../server/db");
  await migrateDatabase(join(ROOT, "server", "db", "migrations"));
  await work(server, name);
  await closeDatabase();
  delete process.env.DATABASE_URL;
  delete process.env.DATABASE_OWNER_URL;
  if (!keep) await dropDatabase(server, name);
  server.stop();
}
