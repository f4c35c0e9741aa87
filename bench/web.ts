/** A web process of its own over a database that is named, to be measured and to be killed. */
import { type ChildProcess, spawn } from "node:child_process";
import { join } from "node:path";
import { ROOT } from "../tools/system";

export const pause = (ms: number) => new Promise((next) => setTimeout(next, ms));

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
      const up = await fetch(`http://127.0.0.1:${this.port}/api/health`).then(
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
