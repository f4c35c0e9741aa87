/** Whether an earlier revision still works on the database as it is after all migrations of this one: its own server tests say so. */
import { spawnSync } from "node:child_process";
import { existsSync, mkdtempSync, rmSync, symlinkSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { dropDatabase, ensureDatabase, type Server, secrets } from "./postgres";
import { ROOT, run, UserFacingError } from "./system";

/**
 * What is about the tables themselves: an earlier revision does not know of those that came after it. Anything else of it must
 * pass.
 */
const ABOUT_TABLES = ["server/db/migrations.test.ts", "server/db/security.test.ts", "server/usecases/archive.test.ts"];

export async function checkRelease(server: Server, revision: string): Promise<void> {
  const known = spawnSync("git", ["rev-parse", "--verify", "--quiet", `${revision}^{commit}`], { cwd: ROOT });
  if (known.status !== 0) throw new UserFacingError(`There is no revision ${revision} here.`);
  const folder = mkdtempSync(join(tmpdir(), "yarvex-release-"));
  const database = `yarvex_release_${process.pid}`;
  try {
    const archive = await run("sh", ["-c", `git archive "$1" | tar -x -C "$2"`, "sh", revision, folder]);
    if (archive.status !== 0 || !existsSync(join(folder, "vitest.config.ts")))
      throw new UserFacingError(`The sources of ${revision} could not be taken out.`);
    symlinkSync(join(ROOT, "node_modules"), join(folder, "node_modules"));
    await ensureDatabase(server, database);
    const env = {
      ...process.env,
      DATABASE_URL: server.webUrlOf(database),
      DATABASE_OWNER_URL: server.urlOf(database),
      YARVEX_SECRET: secrets().appSecret,
    };
    Object.assign(process.env, env);
    const { closeDatabase, migrateDatabase } = await import("../server/db");
    await migrateDatabase(join(ROOT, "server", "db", "migrations"));
    await closeDatabase();
    const vitest = join(ROOT, "node_modules", "vitest", "vitest.mjs");
    const without = ABOUT_TABLES.flatMap((file) => ["--exclude", file]);
    const tested = await run(process.execPath, [vitest, "run", "--project", "server", ...without], {
      cwd: folder,
      env,
    });
    if (tested.status !== 0) throw new UserFacingError(`${revision} does not work on the tables of this revision.`);
    console.log(`The server tests of ${revision} pass on the tables of this revision.`);
  } finally {
    await dropDatabase(server, database);
    rmSync(folder, { recursive: true, force: true });
  }
}
