/**
 * A session logged through the floor's own screen while everything around it fails. The ledger stands outside the browser: a set is
 * in it from the moment the screen says that it is saved; in the end the server's log holds each of them once, with its figures.
 */
import { clientOf } from "../tools/postgres";
import { deviceRows, tapOver } from "./helpers";
import { type Browser, type BrowserContext, expect, newContext, type Page } from "./test";
import type { startWeb } from "./web";

type Web = Awaited<ReturnType<typeof startWeb>>;

export interface Tortured {
  readonly browser: Browser;
  readonly web: Web;
  /** Of the database's owner. */
  readonly ownerUrl: string;
  readonly sessionId: string;
  /** Signs a person in on a page where nobody is. */
  readonly signIn: (page: Page, as: "coach" | "client") => Promise<void>;
}

/** What the screen is in: a page of a context, either of which a fault may replace. */
interface Held {
  context: BrowserContext;
  page: Page;
}

type Fault = (held: Held, tortured: Tortured) => Promise<void>;

const RECORD = "**/api/do/floor.record";

const openFloor = async ({ page }: Held, { sessionId }: Tortured) => {
  await page.goto(`/floor?s=${sessionId}`, { waitUntil: "commit" });
  await expect(page.getByRole("main")).toBeVisible();
};

/** Before a set is saved; what has to be put back is put back before the next one. */
const FAULTS = {
  "network cut": async ({ context }) => context.setOffline(true),
  "reply lost after the server stored it": async ({ page }) => {
    await page.route(
      RECORD,
      async (route) => {
        await route.fetch().catch(() => undefined);
        await route.abort().catch(() => undefined);
      },
      { times: 1 },
    );
  },
  "page reloaded": async ({ page }) => void (await page.reload({ waitUntil: "commit" })),
  "tab killed": async (held, tortured) => {
    await held.page.close({ runBeforeUnload: false });
    held.page = await held.context.newPage();
    await openFloor(held, tortured);
  },
  "web killed": async (_, { web }) => web.kill(),
  "database refuses and drops its connections": async (_, { ownerUrl }) => {
    const name = new URL(ownerUrl).pathname.slice(1);
    const owner = clientOf(ownerUrl);
    await owner.connect();
    await owner.query(`alter database "${name}" connection limit 0`);
    await owner.query(
      "select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database() and pid <> pg_backend_pid()",
    );
    await owner.end();
  },
  "clock moved": async ({ page }) =>
    page.evaluate(() => {
      const before = Date.now.bind(Date);
      const by = (Math.random() < 0.5 ? -1 : 1) * 3 * 3_600_000;
      Date.now = () => before() + by;
    }),
  "person changed": async (held, tortured) => {
    const { page } = held;
    const signOut = () => page.request.post("/api/sign-out", { headers: { origin: new URL(page.url()).origin } });
    // Whoever signs in meanwhile sends nothing in another's name.
    await signOut();
    await tortured.signIn(page, "client");
    await signOut();
    await tortured.signIn(page, "coach");
    await openFloor(held, tortured);
  },
  "files of a build that is gone": async ({ page }) =>
    void (await page.route("**/_next/static/**", (route) => route.fulfill({ status: 404, body: "" }))),
} satisfies Record<string, Fault>;

export type FaultName = keyof typeof FAULTS;

async function calm(held: Held, { web, ownerUrl }: Tortured): Promise<void> {
  await held.context.setOffline(false);
  await held.page.unroute("**/_next/static/**");
  web.startAgain();
  const owner = clientOf(ownerUrl.replace(/[^/]+$/, "postgres"));
  await owner.connect();
  await owner.query(`alter database "${new URL(ownerUrl).pathname.slice(1)}" connection limit -1`);
  await owner.end();
}

/** How a set of the session is known: its round, and the reps that were said. */
export type Ledger = ReadonlyMap<number, number>;

/** Logs a set for each group of faults in turn, each so many times; answers what the screen said was saved. */
export async function logUnder(
  groups: readonly (readonly FaultName[])[],
  times: number,
  tortured: Tortured,
): Promise<Ledger> {
  const context = await newContext(tortured.browser, {
    viewport: { width: 390, height: 844 },
    baseURL: tortured.web.baseURL,
  });
  const held: Held = { context, page: await context.newPage() };
  await tortured.signIn(held.page, "coach");
  await openFloor(held, tortured);
  await held.page.getByRole("button", { name: "Start", exact: true }).click();
  await tapOver(held.page);
  const ledger = new Map<number, number>();
  for (let time = 0; time < times; time++)
    for (const faults of groups) {
      const round = ledger.size;
      // No two neighbours have the same figure.
      const reps = 6 + (round % 4);
      await logSet(held, tortured, faults, reps);
      ledger.set(round, reps);
      await calm(held, tortured);
    }
  await tortured.web.whenUp();
  await openFloor(held, tortured);
  // What has been sent and is in the server's log is not kept on the device.
  const waiting = async () => (await deviceRows(held.page, "events")).length;
  await expect.poll(waiting, { timeout: 60_000 }).toBe(0);
  await context.close();
  return ledger;
}

/** A round is done and its figures are put; the faults strike; it is saved as soon as the screen is there again. */
async function logSet(held: Held, tortured: Tortured, faults: readonly FaultName[], reps: number): Promise<void> {
  const { page } = held;
  await page.getByRole("button", { name: "Set done" }).click();
  await tapOver(page);
  const stepper = page.getByRole("group", { name: /reps$/ }).first();
  const figure = stepper.getByRole("button", { name: /type it/ });
  const more = stepper.getByRole("button", { name: /more/ });
  while (Number(await figure.textContent()) < reps) await more.click();
  for (const fault of faults) await FAULTS[fault](held, tortured);
  const save = held.page.getByRole("button", { name: "Save set", exact: true });
  const saved = held.page.getByText(new RegExp(`^Saved: .* ${reps} ×`));
  await expect(save).toBeVisible({ timeout: 20_000 });
  await save.click();
  await expect(saved).toBeVisible();
  await tapOver(held.page);
  await held.page.getByRole("button", { name: "Start now" }).click();
  await tapOver(held.page);
}

/** What of a ledger is not in the server's log as it was saved: lost, there twice, or with other figures. */
export async function compare(ledger: Ledger, { ownerUrl, sessionId }: Tortured) {
  const owner = clientOf(ownerUrl);
  await owner.connect();
  const { rows } = await owner.query<{ body: { sets: { round: number; segments: { reps: number }[] }[] } }>(
    "select body from floor_events where session_id = $1 and body ->> 'kind' = 'setsDone' order by sequence",
    [sessionId],
  );
  await owner.end();
  const stored = rows.flatMap(({ body }) => body.sets);
  const found = [...ledger].map(([round, reps]) => ({ reps, sets: stored.filter((set) => set.round === round) }));
  return {
    lost: found.filter(({ sets }) => sets.length === 0).length,
    doubled: found.filter(({ sets }) => sets.length > 1).length,
    wrong: found.filter(({ reps, sets }) => sets.some(({ segments }) => segments[0]?.reps !== reps)).length,
    strange: stored.filter(({ round }) => !ledger.has(round)).length,
  };
}
