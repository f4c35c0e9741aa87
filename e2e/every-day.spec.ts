/** The demo is alive whenever it is begun: its coach finds somebody to train, on each weekday and around midnight. */
import { type ChildProcess, spawn } from "node:child_process";
import { once } from "node:events";
import { join } from "node:path";
import { clockOffsetMs } from "../tools/clock";
import { dropDatabase, ensureDatabase, type Server, secrets, startPostgres } from "../tools/postgres";
import { freePort, ROOT } from "../tools/system";
import { alive, enterAsCoach } from "./helpers";
import { expect, newContext, test } from "./test";

test.describe.configure({ mode: "serial", timeout: 30_000 });

const DAYS = ["Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"];
const CLOCKS: readonly (readonly [name: string, at: string])[] = [
  ...DAYS.map(
    (day, index) => [`${day} at noon`, `2026-12-${String(7 + index).padStart(2, "0")}T12:00:00+01:00`] as const,
  ),
  ["Tuesday at 00:30", "2026-12-08T00:30:00+01:00"],
  ["Sunday at 23:30", "2026-12-13T23:30:00+01:00"],
];

const database = `yarvex_test_days_${process.pid}`;
let postgres: Server;
let web: ChildProcess;
let baseURL: string;

test.beforeAll(async () => {
  postgres = await startPostgres();
  await dropDatabase(postgres, database);
  await ensureDatabase(postgres, database);
  const port = await freePort();
  baseURL = `http://127.0.0.1:${port}`;
  web = spawn(process.execPath, ["--import", "tsx", join(ROOT, "tools", "serve-demo.ts"), String(port)], {
    cwd: ROOT,
    env: {
      ...process.env,
      NODE_ENV: "production",
      DATABASE_URL: postgres.webUrlOf(database),
      DATABASE_OWNER_URL: postgres.urlOf(database),
      YARVEX_URL: baseURL,
      YARVEX_SECRET: secrets().appSecret,
      YARVEX_WITHOUT_DEMO: "1",
    },
    stdio: ["ignore", "ignore", "inherit", "ipc"],
  });
  const isUp = () =>
    fetch(`${baseURL}/api/health`).then(
      (answer) => answer.ok,
      () => false,
    );
  await expect.poll(isUp, { timeout: 60_000 }).toBe(true);
});

test.afterAll(async () => {
  if (web.exitCode === null) {
    web.kill("SIGTERM");
    await once(web, "exit");
  }
  await dropDatabase(postgres, database);
  postgres.stop();
});

for (const [name, at] of CLOCKS)
  test(`the demo on ${name}`, async ({ browser }) => {
    const offsetMs = clockOffsetMs(at);
    web.send(offsetMs);
    await once(web, "message");
    const context = await newContext(browser, { baseURL }, offsetMs);
    const page = await context.newPage();
    await enterAsCoach(page);
    await expect(page.getByText(/^today/).first()).toBeVisible();
    await expect(page.getByText("nothing planned")).toHaveCount(0);
    await page.goto("/session");
    await alive(page);
    await expect(page.getByRole("heading", { level: 1 })).toBeVisible();
    await expect(page.getByText(/^No session is/)).toHaveCount(0);
    await page.goto("/floor");
    await expect(page.getByRole("heading", { name: /^Today, / })).toContainText(name.split(" ")[0]!);
    await expect(page.getByRole("main").getByRole("listitem").first()).toBeVisible();
    await context.close();
  });
