/** A web process of its own over a database that is named, to be measured and to be killed. */
import { type ChildProcess, spawn } from "node:child_process";
import { join } from "node:path";
import type { Server } from "../tools/postgres";
import { ROOT } from "../tools/system";

export const pause = (ms: number) => new Promise((next) => setTimeout(next, ms));

/** A web over a database of a measurement's own, as it is served. */
export const webOver = (server: Server, name: string, port: number, more: Readonly<Record<string, string>> = {}): Web =>
  new Web(port, {
    ...process.env,
    DATABASE_URL: server.webUrlOf(name),
    DATABASE_OWNER_URL: server.urlOf(name),
    YARVEX_URL: `http://127.0.0.1:${port}`,
    NODE_ENV: "production",
    ...more,
  });

export class Web {
  private child: ChildProcess | null = null;

  constructor(
    private readonly port: number,
    private readonly env: NodeJS.ProcessEnv,
  ) {}

  async start(): Promise<void> {
    const args = ["--import", "tsx", join(ROOT, "tools", "serve-demo.ts"), String(this.port)];
    this.child = spawn(process.execPath, args, { cwd: ROOT, env: this.env, stdio: ["ignore", "ignore", "ignore"] });
    for (let tries = 0; tries < 240; tries++) {
      const up = await fetch(`http://127.0.0.1:${this.port}/api/ready`).then(
        (answer) => answer.ok,
        () => false,
      );
      if (up) return;
      await pause(250);
    }
    throw new Error("the web did not come up");
  }

  kill(): void {
    this.child?.kill("SIGKILL");
  }
}
