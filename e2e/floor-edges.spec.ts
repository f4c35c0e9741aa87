/** The floor's edges: slips of the thumb, clocks that jump, entries that are refused, people who follow one another. */

import { alive, deviceRows, does, enterAsCoach, expectAccessible, PHONE, putSession, tapOver } from "./helpers";
import { expect, type Page, test } from "./test";

const done = (page: Page) => page.getByRole("button", { name: /^(Set|Round) done$/ });
const keep = (page: Page) => page.getByRole("button", { name: "Save set", exact: true });

async function openFloor(page: Page, text: string, client = "Ines Calder"): Promise<string> {
  await enterAsCoach(page);
  const id = await putSession(page, client, text);
  await page.setViewportSize(PHONE);
  await page.goto(`/floor?s=${id}`);
  await page.getByRole("button", { name: "Start", exact: true }).click();
  await tapOver(page);
  return id;
}

test("a phone needs no desk: today's sessions, and a way out of one", async ({ page }) => {
  await enterAsCoach(page);
  await putSession(page, "Ines Calder", "# Edge day\n\nA1 Bench press 2x8 @60kg");
  await page.setViewportSize(PHONE);
  await page.goto("/floor");
  await page.getByRole("link", { name: /Edge day/ }).click();
  await expect(page.getByRole("heading", { level: 1 })).toContainText("Ines");
  await page.getByRole("link", { name: "Sessions" }).click();
  await expect(page.getByRole("heading", { name: /^Today, / })).toBeVisible();
  await expectAccessible(page);
});

test("a session of another day is trained today, and its day is today's from then on", async ({ page }) => {
  await enterAsCoach(page);
  const sessionId = await putSession(page, "Ines Calder", "# Tomorrow's\n\nA1 Goblet squat 1x8 @16kg");
  const day = async () => (await does<{ date: string }>(page, "sessions.show", { sessionId })).date;
  const today = await day();
  const tomorrow = new Date(Date.parse(today) + 86_400_000).toISOString().slice(0, 10);
  await does(page, "sessions.move", { sessionId, seen: today, wanted: tomorrow });
  await page.setViewportSize(PHONE);
  await page.goto("/floor");
  await page.getByText("Train another day’s session today").click();
  await expectAccessible(page);
  await page.getByRole("button", { name: /Tomorrow's/ }).click();
  await expect(page.getByRole("heading", { name: "Goblet squat" })).toBeVisible();
  expect(await day()).toBe(today);
});

test("what was typed while resting outlives a reload; a round said done by a slip is taken back; nothing is reported unsaid", async ({
  page,
}) => {
  const id = await openFloor(page, "A1 Bench press 3x8 @60kg rir2 r60\n\nB1 Deadlift 1x5 @80kg");
  await done(page).click();
  await tapOver(page);
  await page.getByRole("button", { name: "Not done yet" }).click();
  await tapOver(page);
  await expect(done(page)).toBeVisible();
  await done(page).click();
  const reps = page.getByRole("group", { name: "Bench press reps", exact: true });
  await reps.getByRole("button", { name: "Bench press reps, less" }).click();
  await page.getByRole("button", { name: "Hurts" }).click();
  await page.getByRole("group", { name: "Bench press: pain, 0 to 10" }).getByRole("button", { name: "2" }).click();
  await page.getByLabel("Bench press: where it hurts, in words").fill("left shoulder");
  // The device has it: a page that goes in the same moment takes with it what was on its way there.
  await expect.poll(async () => JSON.stringify(await deviceRows(page, "pending"))).toContain("left shoulder");
  await page.reload();
  await expect(reps).toContainText("7");
  await page.getByRole("button", { name: "Hurts" }).click();
  await expect(page.getByLabel("Bench press: where it hurts, in words")).toHaveValue("left shoulder");
  await page.getByRole("button", { name: "Hurts" }).click();
  // The reserve that was asked is not said by anybody.
  await expect(page.getByRole("button", { name: /in reserve$/, pressed: false })).toHaveCount(5);
  // What can be changed now is what comes next, and not the round that was done.
  await page.getByRole("button", { name: "Options" }).click();
  await expect(page.getByRole("button", { name: "Leave out A, round 2" })).toBeVisible();
  await page.getByRole("button", { name: "Back" }).click();
  await keep(page).click();
  await expect(page.getByText(/^Saved: Bench press 7/)).toBeVisible();
  await page.setViewportSize({ width: 1280, height: 800 });
  // A review that is opened in the moment of keeping may be drawn before the entry has gone out.
  await expect(async () => {
    await page.goto(`/review/${id}`);
    await expect(page.getByRole("button", { name: /^7 × 60/ })).toBeVisible({ timeout: 2_000 });
  }).toPass();
  await alive(page);
  await page.getByRole("button", { name: /^7 × 60/ }).click();
  await expect(page.getByText("Pain 2 of 10, left shoulder.")).toBeVisible();
  await expect(page.getByText(/reserve not reported/)).toBeVisible();
});

test("the clock's own seconds are kept, and the session's note is shown where it is looked for", async ({ page }) => {
  const id = await openFloor(page, "A1 Front plank 1x300s r30");
  await page.getByRole("button", { name: /tap to start the clock/ }).click();
  await expect(page.getByRole("button", { name: /tap to stop/ })).toContainText(/:02/);
  await done(page).click();
  await expect(page.getByRole("group", { name: "Plank seconds" })).toContainText(/(?<!\d)\d{1,2} s/);
  await tapOver(page);
  await keep(page).click();
  await tapOver(page);
  await page.getByRole("button", { name: "7", exact: true }).click();
  await page.getByLabel("Note").fill("Slept badly, moved well");
  await page.getByRole("button", { name: "Finish" }).click();
  await expect(page.getByText("Effort 7 of 10. Slept badly, moved well")).toBeVisible();
  await expect(page.getByText("All of it has reached the studio.")).toBeVisible();
  await page.goto(`/review/${id}`);
  await expect(page.getByText("Slept badly, moved well")).toBeVisible();
});

test("a giant set's Save set is on the screen of a phone, and its steppers are as wide as a thumb", async ({
  page,
}) => {
  await openFloor(
    page,
    "A1 Bench press 2x8 @60kg rir2\nA2 Seated cable row 2x8 @31kg rir2\nA3 Dumbbell curl 2x8 @9kg rir2\nA4 Push-up 2x10\nA5 Goblet squat 2x10 @12kg",
  );
  await done(page).click();
  await expect(keep(page)).toBeInViewport({ ratio: 1 });
  for (const button of await page.getByRole("button", { name: /, (less|more)$/ }).all())
    expect((await button.boundingBox())!.width).toBeGreaterThanOrEqual(44);
});

test("a clock that jumps costs nothing: taps go on, and no rest is an hour long", async ({ page }) => {
  await page.addInitScript(() => {
    const now = Date.now.bind(Date);
    Date.now = () => now() + Number(localStorage.getItem("jump") ?? 0);
  });
  const id = await openFloor(page, "A1 Bench press 4x8 @60kg rir2 r5");
  const HOUR = 3_600_000;
  for (const jump of [0, -HOUR, 8760 * HOUR, HOUR]) {
    await page.evaluate((ms) => localStorage.setItem("jump", String(ms)), jump);
    await done(page).click();
    await tapOver(page);
    await expect(page.getByRole("timer").or(page.getByText("Block done")).first()).toHaveText(
      /^(\+?0:0\d|Block done)$/,
    );
    await keep(page).click();
    await tapOver(page);
    const early = page.getByRole("button", { name: "Start now" });
    // It is gone where the rest ends in the same moment.
    if (await early.isVisible()) await early.click({ timeout: 2_000 }).catch(() => undefined);
    await tapOver(page);
  }
  await page.getByRole("button", { name: "Finish" }).click();
  await expect(page.getByText("All of it has reached the studio.")).toBeVisible();
  await page.goto(`/review/${id}`);
  await expect(page.getByText(/4 of 4/)).toBeVisible();
  await expect(page.getByText(/^\D*[0-2] min|· [0-2] min/).first()).toBeVisible();
});

test("an entry that is refused says why on the floor and at the desk, is put right, and condemns no other", async ({
  page,
}) => {
  let spoilt: string | null = null;
  await page.route("**/api/do/floor.record", async (route) => {
    const sent = route.request().postDataJSON() as { events: { id: string; body: { kind: string } }[] };
    const set = sent.events.find(({ body }) => body.kind === "setsDone");
    if (spoilt === null && set) spoilt = set.id;
    // On its way this one comes to hold what nobody lifts.
    const events = sent.events.map((event) =>
      event.id === spoilt ? JSON.parse(JSON.stringify(event).replace(/"reps":\d+/, '"reps":4000')) : event,
    );
    await route.continue({ postData: JSON.stringify({ ...sent, events }) });
  });
  const id = await openFloor(page, "A1 Bench press 2x8 @60kg rir2 r5");
  await done(page).click();
  await tapOver(page);
  await keep(page).click();
  await expect(page.getByRole("alert").filter({ hasText: "not accepted, because the reps" })).toBeVisible();
  // The set stays done here, and what follows goes through.
  await expect(page.getByText(/^Saved: Bench press 8/)).toBeVisible();
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto("/clients");
  await alive(page);
  await page.getByRole("status").filter({ hasText: "not accepted" }).getByRole("link", { name: "Look at it" }).click();
  await expect(page.getByText(/Sets done: Bench press 8 × 60 kg/)).toBeVisible();
  await expectAccessible(page);
  const file = page.waitForEvent("download");
  await page.getByRole("button", { name: "Save all entries of this device as a file" }).click();
  expect((await file).suggestedFilename()).toBe("yarvex-entries.json");
  await page.getByRole("button", { name: "Correct" }).click();
  await page.getByLabel("Reps", { exact: true }).fill("7");
  await page.getByRole("button", { name: "Send", exact: true }).click();
  await expect(page.getByText("All that was logged here is sent.")).toBeVisible();
  await page.goto(`/review/${id}`);
  await expect(page.getByText(/1 of 2/)).toBeVisible();
});

test("entries outlive a sign-out and another's sign-in, go out from whatever page, and are shown to nobody else", async ({
  page,
  context,
}) => {
  const id = await openFloor(page, "A1 Bench press 2x8 @60kg rir2 r5");
  await expect(page.getByRole("button", { name: /^(Set|Round) done$/ })).toBeVisible();
  // The start has gone out; from here on the server cannot be reached for entries, and for nothing else.
  await expect.poll(async () => JSON.stringify(await deviceRows(page, "events"))).not.toContain('"state":"waiting"');
  await context.route("**/api/do/floor.record", (route) => route.abort());
  await done(page).click();
  await tapOver(page);
  await keep(page).click();
  await expect(page.getByText(/no network: 1 entry waits safely/)).toBeVisible();
  await page.goto("/clients");
  await alive(page);
  await expect(page.getByRole("status").filter({ hasText: "1 entry from the floor waits" })).toBeVisible();
  await page.getByRole("button", { name: "More screens" }).click();
  await page.getByRole("menuitem", { name: "Sign out" }).click();
  await page.waitForURL(/sign-in/);
  await alive(page);
  await context.unroute("**/api/do/floor.record");
  await page.getByRole("button", { name: "Enter as Marit, a client" }).click();
  await page.waitForURL(/\/me/);
  await page.goto("/floor");
  await expect(page.getByRole("link", { name: "To my sessions" })).toBeVisible();
  await expect(page.getByText("Ines")).toHaveCount(0);
  await page.goto("/me");
  await alive(page);
  await page.getByRole("button", { name: "Sign out" }).click();
  await page.waitForURL(/sign-in/);
  // No page of the floor is opened again: the desk sends what waits.
  await enterAsCoach(page);
  await expect(page.getByRole("status").filter({ hasText: "waits" })).toHaveCount(0);
  await expect(async () => {
    await page.goto(`/review/${id}`);
    await expect(page.getByText(/1 of 2/)).toBeVisible({ timeout: 2_000 });
  }).toPass();
});
