/** A web process that a journey starts for itself, beside the one that all of its worker's journeys share. */
import { type ChildProcess, spawn } from "node:child_process";
import { once } from "node:events";
import { join } from "node:path";
import { secrets } from "../tools/postgres";
import { freePort, ROOT } from "../tools/system";
import { expect } from "./test";

/** Serves the database that is named, as it is; its channel takes what `tools/serve-demo.ts` is told by. */
export async function startWeb(urls: { readonly web: string; readonly owner: string }) {
  const port = await freePort();
  const baseURL = `http://127.0.0.1:${port}`;
  const start = async (): Promise<ChildProcess> => {
    const child = spawn(process.execPath, ["--import", "tsx", join(ROOT, "tools", "serve-demo.ts"), String(port)], {
      cwd: ROOT,
      env: {
        ...process.env,
        NODE_ENV: "production",
        DATABASE_URL: urls.web,
        DATABASE_OWNER_URL: urls.owner,
        YARVEX_URL: baseURL,
        YARVEX_SECRET: secrets().appSecret,
        YARVEX_WITHOUT_DEMO: "1",
      },
      stdio: ["ignore", "ignore", "inherit", "ipc"],
    });
    const answers = () =>
      fetch(`${baseURL}/api/ready`).then(
        (answer) => answer.ok,
        () => false,
      );
    await expect.poll(answers, { timeout: 60_000 }).toBe(true);
    return child;
  };
  let child = await start();
  let starting: Promise<void> = Promise.resolve();
  const isUp = () => child.exitCode === null && child.signalCode === null;
  return {
    baseURL,
    get child() {
      return child;
    },
    /** Ends it at once, as a machine that loses power does; what is being started is waited for. */
    kill: async () => {
      await starting;
      child.kill("SIGKILL");
      await once(child, "exit");
    },
    /** Where it is not up, starts it again, and does not wait for it. */
    startAgain: () => {
      if (!isUp())
        starting = start().then((started) => {
          child = started;
        });
    },
    whenUp: () => starting,
    /** Ends it as an operator does, and waits until it has ended. */
    stop: async () => {
      await starting;
      if (!isUp()) return;
      child.kill("SIGTERM");
      await once(child, "exit");
    },
  };
}
