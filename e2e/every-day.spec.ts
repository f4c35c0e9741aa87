/** The demo is alive whenever it is begun: its coach finds somebody to train, on each weekday and around midnight. */
import { once } from "node:events";
import { clockOffsetMs } from "../tools/clock";
import { dropDatabase, ensureDatabase, type Server, startPostgres } from "../tools/postgres";
import { alive, does, enterAsCoach } from "./helpers";
import { expect, newContext, test } from "./test";
import { startWeb } from "./web";

// Seeding a demo's eight weeks takes longer while other journeys run on the same processors.
test.describe.configure({ mode: "serial", timeout: 60_000 });

const DAYS = ["Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"];
const noonOf = (day: string) =>
  [`${day} at noon`, `2026-12-${String(7 + DAYS.indexOf(day)).padStart(2, "0")}T12:00:00+01:00`] as const;
/** Looked at in the browser. */
const SEEN = [
  noonOf("Monday"),
  ["Tuesday at 00:30", "2026-12-08T00:30:00+01:00"],
  ["Sunday at 23:30", "2026-12-13T23:30:00+01:00"],
] as const;
/** Only asked what their pages say. */
const ASKED = DAYS.slice(1).map(noonOf);

const database = `yarvex_test_days_${process.pid}`;
let postgres: Server;
let web: Awaited<ReturnType<typeof startWeb>>;

test.beforeAll(async () => {
  postgres = await startPostgres();
  await dropDatabase(postgres, database);
  await ensureDatabase(postgres, database);
  web = await startWeb({ web: postgres.webUrlOf(database), owner: postgres.urlOf(database) });
});

test.afterAll(async () => {
  await web.stop();
  await dropDatabase(postgres, database);
  postgres.stop();
});

/** Begins the demo anew at an instant; answers by how much its clock differs from the machine's. */
async function begin(at: string): Promise<number> {
  const offsetMs = clockOffsetMs(at);
  web.child.send(offsetMs);
  await once(web.child, "message");
  return offsetMs;
}

for (const [name, at] of SEEN)
  test(`the demo on ${name}`, async ({ browser }) => {
    const offsetMs = await begin(at);
    const context = await newContext(browser, { baseURL: web.baseURL }, offsetMs);
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

for (const [name, at] of ASKED)
  test(`the demo on ${name} has somebody to train, by what its pages say`, async ({ browser }) => {
    const context = await newContext(browser, { baseURL: web.baseURL }, await begin(at));
    const page = await context.newPage();
    await enterAsCoach(page);
    await expect(page.getByText(/^today/).first()).toBeVisible();
    await expect(page.getByText("nothing planned")).toHaveCount(0);
    const next = await does<{ sessions: unknown[] }>(page, "planned.next", {});
    expect(next.sessions.length).toBeGreaterThan(0);
    const { sessions } = await does<{ sessions: unknown[] }>(page, "floor.today", {});
    expect(sessions.length).toBeGreaterThan(0);
    await context.close();
  });
