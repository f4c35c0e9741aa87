/** Programs that a launcher runs, a build say, end with it: with all that they started, and with the lock they held. */
import { spawn } from "node:child_process";
import { mkdtempSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { expect, it } from "vitest";
import { processOf, withLock } from "./lock";
import { ROOT } from "./system";

/** A build that starts another program, and hears neither of the two wanting it to end. */
const BUILDING = (lock: string, shell: string) => `
  import { withLock } from "./tools/lock";
  import { onEnd, run } from "./tools/system";
  onEnd(() => {});
  await withLock(${JSON.stringify(lock)}, async () => { await run("sh", ["-c", ${JSON.stringify(shell)}]); });
`;

it.each([
  ["that ends when it is told", "sleep 300 & echo STARTED $$ $!; wait"],
  [
    "that does not hear",
    "trap '' TERM INT; sh -c 'trap \"\" TERM INT; sleep 300; sleep 300' & echo STARTED $$ $!; wait; wait",
  ],
])("a build %s is gone within three seconds of SIGINT, and the next one can begin", async (_what, shell) => {
  const lock = join(mkdtempSync(join(tmpdir(), "yarvex-build-")), "build.lock");
  const launcher = spawn(process.execPath, ["--import", "tsx", "--input-type=module", "-e", BUILDING(lock, shell)], {
    cwd: ROOT,
    stdio: ["ignore", "pipe", "inherit"],
  });
  const pids = await new Promise<number[]>((done) => {
    let said = "";
    launcher.stdout.on("data", (part) => {
      said += String(part);
      const found = /STARTED (\d+) (\d+)/.exec(said);
      if (found) done([Number(found[1]), Number(found[2])]);
    });
  });
  for (const pid of pids) expect(processOf(pid)).not.toBeNull();
  const ended = new Promise<number | null>((done) => launcher.once("exit", done));
  const from = performance.now();
  launcher.kill("SIGINT");
  expect(await ended).toBe(130);
  expect(performance.now() - from).toBeLessThan(3000);
  await expect.poll(() => pids.map(processOf)).toEqual([null, null]);
  let ran = false;
  await withLock(lock, async () => {
    ran = true;
  });
  expect(ran).toBe(true);
});
