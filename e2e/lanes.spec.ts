/** Several clients at once, on a tablet and on a phone, with another device at another web process of the same database. */
import { does, enterAsCoach, expectAccessible, PHONE, putSession, tapOver } from "./helpers";
import { expect, newContext, type Page, test } from "./test";
import { startWeb } from "./web";

const row = (page: Page, name: string) => page.getByRole("listitem", { name });

test("several clients stand side by side: whom to go to, a set saved from the lane, one opened whole, and a station that two want", async ({
  page,
}) => {
  await enterAsCoach(page);
  // Ines is at the cable when Tobias comes to it, and Tobias can do his push-ups first.
  const ines = "# Lanes\n\nA1 Triceps push-down 6x10 @20kg rir2 r120";
  const tobias =
    "# Lanes\n\nA1 Goblet squat 1x8 @16kg rir2\n\nB1 Triceps push-down 3x10 @20kg rir2 r60\n\nC1 Push-up 9x10 r90";
  await putSession(page, "Ines Calder", ines);
  const tobiasId = await putSession(page, "Tobias Renner", tobias);
  await page.setViewportSize({ width: 1024, height: 768 });
  await page.goto("/floor");
  await page.getByRole("button", { name: "Coach several at once" }).click();
  for (const name of [/Ines Calder\s*Lanes/, /Tobias Renner\s*Lanes/])
    await page.getByRole("region", { name: "Several at once" }).getByRole("button", { name }).click();
  await expectAccessible(page);
  await page.getByRole("button", { name: "Open the two" }).click();
  await expect(page.getByRole("heading", { name: "Nobody has begun" })).toBeVisible();
  await row(page, "Ines").getByRole("button", { name: "Start" }).click();
  await row(page, "Ines").getByRole("button", { name: "Set done" }).click();
  await expect(row(page, "Ines").getByRole("timer", { name: "Rest left" })).toBeVisible();
  await tapOver(page);
  await row(page, "Ines").getByRole("button", { name: "Save 10 reps" }).click();
  await row(page, "Tobias").getByRole("button", { name: "Start" }).click();
  await expect(page.getByRole("heading", { name: "Tobias first" })).toBeVisible();
  await expectAccessible(page);

  const clash = page.getByRole("button", { name: /Ines and Tobias both want the cable in \d:\d\d/ });
  await expect(clash).toContainText("Tobias does C before B: nobody waits.");
  await clash.click();
  await expect(clash).toHaveCount(0);
  await tapOver(page);
  await row(page, "Tobias").getByRole("button", { name: "Set done" }).click();
  await expect(row(page, "Tobias")).toContainText("then Push-up");

  // On a phone one has the whole screen; the others' clocks stand below, a tap of the thumb away, and a reload stays there.
  await page.setViewportSize(PHONE);
  await row(page, "Tobias")
    .getByRole("button", { name: /^Tobias/ })
    .click();
  await expect(page.getByRole("region", { name: "What was done" })).toBeVisible();
  await expectAccessible(page);
  await page.getByRole("navigation", { name: "Other clients" }).getByRole("button", { name: /^Ines/ }).click();
  await expect(page.getByRole("heading", { level: 1 })).toContainText("Ines");
  await page.reload();
  await expect(
    page.getByRole("navigation", { name: "Other clients" }).getByRole("button", { name: /^Tobias/ }),
  ).toBeVisible();
  await page.goBack();
  await page.getByRole("link", { name: "All clients" }).click();
  await row(page, "Tobias").getByRole("button", { name: "Save 8 reps" }).click();
  const log = async () =>
    (await does<{ events: { body: { kind: string } }[] }>(page, "floor.log", { sessionId: tobiasId })).events;
  await expect
    .poll(async () => (await log()).map(({ body }) => body.kind))
    .toEqual(["started", "orderChanged", "setsDone"]);
});

const servers: Awaited<ReturnType<typeof startWeb>>[] = [];
test.afterEach(() => Promise.all(servers.splice(0).map((one) => one.stop())));

test("what is saved through one web process stands on the pages of another; one that stops ends its streams and is gone", async ({
  page,
  browser,
}) => {
  await enterAsCoach(page);
  const sessionId = await putSession(page, "Noor Castellan", "A1 Goblet squat 3x8 @16kg rir2 r90");
  const other = await startWeb({ web: process.env.JOURNEY_WEB_URL!, owner: process.env.JOURNEY_OWNER_URL! });
  servers.push(other);
  const context = await newContext(browser, { viewport: PHONE, baseURL: other.baseURL });
  const phone = await context.newPage();
  await enterAsCoach(phone);
  await phone.goto(`/floor?s=${sessionId}`);
  await expect(phone.getByRole("heading", { name: "Goblet squat" })).toBeVisible();
  await page.goto(`/review/${sessionId}`);
  await expect(page.getByText("Nothing has been logged in this session yet.")).toBeVisible();

  await phone.getByRole("button", { name: "Start", exact: true }).click();
  await phone.getByRole("button", { name: "Set done" }).click();
  await tapOver(phone);
  await phone.getByRole("button", { name: "Save set", exact: true }).click();
  await expect(page.getByText("1 of 3")).toBeVisible();

  // The floor of the first server is rested after what the second one took; undone here, it is open there.
  const tablet = await page.context().newPage();
  await tablet.goto(`/floor?s=${sessionId}`);
  await expect(tablet.getByRole("timer", { name: "Rest left" })).toBeVisible();
  await tablet.getByRole("button", { name: "Undo" }).click();
  await expect(phone.getByRole("img", { name: "0 of 3 rounds done" })).toBeVisible();
  await expect(phone.getByRole("button", { name: "Set done" })).toBeVisible();

  // With its streams open; the page goes on with what it has.
  await other.stop();
  expect(other.child.exitCode).toBe(0);
  await phone.getByRole("button", { name: "Set done" }).click();
  await tapOver(phone);
  await phone.getByRole("button", { name: "Save set", exact: true }).click();
  await expect(phone.getByText(/1 entry waits safely on this device/)).toBeVisible();
  await context.close();
});
