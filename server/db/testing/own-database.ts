/** A database of a test's own, beside the one that the others share. Named before anything is asked of it. */
import pg from "pg";
import { prepareDatabase } from "../../testing/studio";
import { closeDatabase } from "..";

export async function ownDatabase(name: string): Promise<{ readonly drop: () => Promise<void> }> {
  // Another test of this process may have the shared one open.
  await closeDatabase();
  const { DATABASE_OWNER_URL, DATABASE_URL } = process.env;
  const owner = new URL(process.env.DATABASE_OWNER_URL!);
  const web = new URL(process.env.DATABASE_URL!);
  const maintenance = new pg.Client({ connectionString: owner.toString() });
  await maintenance.connect();
  const own = `${owner.pathname.slice(1)}_${name}`;
  await maintenance.query(`DROP DATABASE IF EXISTS "${own}" WITH (FORCE)`);
  await maintenance.query(`CREATE DATABASE "${own}"`);
  owner.pathname = own;
  web.pathname = own;
  process.env.DATABASE_OWNER_URL = owner.toString();
  process.env.DATABASE_URL = web.toString();
  await prepareDatabase();
  return {
    drop: async () => {
      await closeDatabase();
      await maintenance.query(`DROP DATABASE IF EXISTS "${own}" WITH (FORCE)`);
      await maintenance.end();
      Object.assign(process.env, { DATABASE_OWNER_URL, DATABASE_URL });
    },
  };
}
