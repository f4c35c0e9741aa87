/** Nothing that the floor's screen says is saved is ever lost, doubled or changed: five times each here, `TORTURE_TIMES` in the bench. */
import { enterAsCoach, putSession } from "./helpers";
import { expect, newContext, test } from "./test";
import { compare, type FaultName, logUnder, type Tortured } from "./torture";
import { startWeb } from "./web";

const TIMES = Number(process.env.TORTURE_TIMES ?? 5);

// What is opened here is opened again while the network is cut.
test.use({ serviceWorkers: "allow" });
test.describe.configure({ mode: "parallel", timeout: 60_000 + TIMES * 30_000 });

// On the database of this worker's server, which is disturbed as well.
const urls = { web: process.env.JOURNEY_WEB_URL!, owner: process.env.JOURNEY_OWNER_URL! };
let web: Awaited<ReturnType<typeof startWeb>>;
test.beforeAll(async () => {
  web = await startWeb(urls);
});
test.afterAll(() => web.stop());

/** Each journey's sets, one for each group of faults that strike together. */
const CASES: readonly (readonly (readonly FaultName[])[])[] = [
  [
    ["network cut", "clock moved"],
    ["reply lost after the server stored it", "files of a build that is gone"],
  ],
  [["page reloaded"], ["tab killed"]],
  [["person changed"]],
  [["web killed"]],
  [["database refuses and drops its connections"]],
];

for (const groups of CASES)
  test(`nothing is lost, doubled or wrong: ${groups.flat().join(", ")}`, async ({ browser }) => {
    const context = await newContext(browser, { baseURL: web.baseURL });
    const page = await context.newPage();
    await enterAsCoach(page);
    const sets = TIMES * groups.length;
    const sessionId = await putSession(page, "Noor Castellan", `A1 Goblet squat ${sets + 1}x5 @8kg rir6 r90`);
    await context.close();
    const tortured: Tortured = {
      browser,
      web,
      ownerUrl: urls.owner,
      sessionId,
      signIn: async (one, as) => {
        await one.goto("/sign-in", { waitUntil: "commit" });
        const name = as === "coach" ? "Enter as Bodil, the coach" : "Enter as Marit, a client";
        await one.getByRole("button", { name }).click();
        await one.waitForURL(as === "coach" ? /today/ : /\/me/, { waitUntil: "commit" });
      },
    };
    const ledger = await logUnder(groups, TIMES, tortured);
    expect(ledger.size).toBe(sets);
    await expect.poll(() => compare(ledger, tortured)).toEqual({ lost: 0, doubled: 0, wrong: 0, strange: 0 });
  });
