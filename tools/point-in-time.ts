/**
 * Going back to a moment: a base backup of our own PostgreSQL, and the archive of what was written since (its write-ahead log).
 * YARVEX_WAL_ARCHIVE names the folder of the archive; the server fills it while it runs, a minute behind at the most.
 */
import { chmodSync, cpSync, existsSync, mkdirSync, renameSync, rmSync, writeFileSync } from "node:fs";
import { join, resolve } from "node:path";
import { backupName } from "./backup";
import { type Cluster, clientOf, ownCluster, type Server } from "./postgres";
import { codeOf, isRoot, output, run, say, UserFacingError } from "./system";

/** Writes a base backup into a folder of its own within one; answers with its path. */
export async function baseBackup(server: Server, within: string, now = new Date()): Promise<string> {
  const { hostname, port, username, password } = new URL(server.urlOf("postgres"));
  const folder = join(within, backupName(false, now).replace(/\.backup$/, ".base"));
  if (existsSync(folder))
    throw new UserFacingError(`There is a folder ${folder} already. A backup overwrites nothing.`);
  const part = `${folder}.part`;
  rmSync(part, { recursive: true, force: true });
  try {
    mkdirSync(within, { recursive: true, mode: 0o700 });
  } catch (error) {
    throw new UserFacingError(`${within} cannot be written (${codeOf(error)}).`);
  }
  const { bin } = ownCluster();
  const made = await run(
    join(bin, "pg_basebackup"),
    [
      ...[`--host=${hostname}`, `--port=${port}`, `--username=${decodeURIComponent(username)}`, "--no-password"],
      // With what it needs to be whole by itself; with the archive it goes on from there.
      ...[`--pgdata=${part}`, "--wal-method=stream", "--checkpoint=fast"],
    ],
    { keep: true, env: { ...process.env, PGPASSWORD: decodeURIComponent(password) } },
  );
  if (made.status !== 0) {
    rmSync(part, { recursive: true, force: true });
    throw new UserFacingError(`The base backup could not be written:\n${made.output.trim()}`);
  }
  renameSync(part, folder);
  return folder;
}

interface Moment {
  /** What `baseBackup` wrote. */
  readonly base: string;
  /** The folder of the archive. */
  readonly archive: string;
  readonly at: Date;
}

/**
 * Puts a base backup in the place of the data folder and lets it catch up from the archive to a moment. What was there is moved
 * aside, and stays. The server must not be running.
 */
export async function restoreAt({ base, archive, at }: Moment, cluster: Cluster = ownCluster()): Promise<void> {
  if (!existsSync(join(base, "backup_label"))) throw new UserFacingError(`${base} is no base backup.`);
  if (!existsSync(archive)) throw new UserFacingError(`There is no archive at ${archive}.`);
  if (cluster.runningPort() !== null) throw new UserFacingError("Stop Yarvex first: its database is running.");
  const { folder } = cluster;
  const work = `${folder}.new`;
  rmSync(work, { recursive: true, force: true });
  cpSync(base, work, { recursive: true, preserveTimestamps: true });
  chmodSync(work, 0o700);
  const settings = [
    `restore_command = 'cp "${resolve(archive)}/%f" "%p"'`,
    `recovery_target_time = '${at.toISOString().replace("T", " ").replace("Z", "+00")}'`,
    "recovery_target_action = 'promote'",
    "",
  ];
  writeFileSync(join(work, "postgresql.auto.conf"), settings.join("\n"));
  writeFileSync(join(work, "recovery.signal"), "");
  if (isRoot()) output("chown", ["-R", "postgres:postgres", work]);
  const aside = `${folder}.before-${Date.now()}`;
  const hadOne = existsSync(folder);
  if (hadOne) renameSync(folder, aside);
  renameSync(work, folder);
  try {
    await untilPromoted(await cluster.start());
    if (hadOne) say(`What was there is kept in ${aside}.`);
  } catch (error) {
    cluster.stop();
    const failed = `${folder}.failed-${Date.now()}`;
    renameSync(folder, failed);
    if (hadOne) renameSync(aside, folder);
    say(`It did not work: what was there is back in its place, and what was tried is in ${failed}.`);
    throw error;
  }
  // The next start is an ordinary one.
  cluster.stop();
  writeFileSync(join(folder, "postgresql.auto.conf"), "");
}

async function untilPromoted(url: string): Promise<void> {
  for (let tries = 0; ; tries++) {
    const client = clientOf(url);
    await client.connect();
    const { rows } = await client.query("select pg_is_in_recovery() as is_behind").finally(() => client.end());
    if (!rows[0].is_behind) return;
    if (tries === 600) throw new UserFacingError("The database did not reach that moment within five minutes.");
    await new Promise((done) => setTimeout(done, 500));
  }
}
