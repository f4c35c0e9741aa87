import { does, enterAsCoach, expectAccessible, PHONE, putSession, tapOver } from "./helpers";
import { expect, type Page, test } from "./test";

/** A new client without any record, ready to train. */
async function newClient(page: Page, name: string): Promise<string> {
  await enterAsCoach(page);
  const habits = { birthYear: null, trainingAge: "novice", minutes: 60, aims: "", limits: "" };
  const bodyMass = { amount: "66", unit: "kg" };
  const { clientId } = await does<{ clientId: string }>(page, "clients.create", { name, ...habits, bodyMass });
  await does(page, "clients.stateReadiness", { clientId, seen: null, yes: [] });
  return clientId;
}

async function openFloor(page: Page, sessionId: string): Promise<void> {
  await page.setViewportSize(PHONE);
  await page.goto(`/floor?s=${sessionId}`);
  await page.getByRole("button", { name: "Start", exact: true }).click();
}

/** Counts the taps of a case: docs/floor.md has the table. */
function counted(page: Page) {
  let taps = 0;
  return {
    tap: async (name: string | RegExp) => {
      const exact = typeof name === "string" ? { name, exact: true } : { name };
      await page.getByRole("button", exact).first().click();
      taps++;
      await tapOver(page);
    },
    count: () => taps,
  };
}

const next = (page: Page) => page.getByText(/^then /).locator("..");

test("the load of a lift that nobody knows is found set by set: typed in six taps, a step with its reason in one", async ({
  page,
}) => {
  const clientId = await newClient(page, "Greta Holm");
  const sessionId = await putSession(page, clientId, "A1 Bench press 4x8 rir2 r90\n\nB1 Lat pull-down 1x10 rir2");
  await openFloor(page, sessionId);
  await expect(page.getByText("Find the load: start light, add. Set 1 of at most 5.")).toBeVisible();
  const { tap, count } = counted(page);
  await tap("Set done");
  await tap(/^Bench press load: .*, type it$/);
  await tap("6");
  await tap("0");
  await tap("4 or more in reserve");
  await expectAccessible(page);
  await tap("Save set");
  expect(count()).toBe(6);
  const question = page.getByRole("region", { name: "Bench press: what next" });
  await expect(question).toContainText("8 reps, 4 or more left (asked: leave 2).");
  await expectAccessible(question);
  await tap(/^80 kg from here/);
  expect(count()).toBe(7);
  await expect(next(page)).toContainText("Bench press 8 × 80 kg");
  // What was lifted stands in the next round, after a reload and without a network too.
  await page.reload();
  await expect(next(page)).toContainText("Bench press 8 × 80 kg");
  await tap("Start now");
  await tap("Set done");
  await tap("2 in reserve");
  await tap("Save set");
  await expect(question).toHaveCount(0);
  await tap("Start now");
  await expect(page.getByText(/^Find the load/)).toHaveCount(0);
});

test("a top set that failed is answered by a lighter load, and one tap takes it back with its figures", async ({
  page,
}) => {
  await enterAsCoach(page);
  const sessionId = await putSession(page, "Noor Castellan", "A1 Bench press 3x5 @80kg rir2 r180");
  await openFloor(page, sessionId);
  const { tap } = counted(page);
  await tap("Set done");
  for (let rep = 0; rep < 2; rep++) await tap("Bench press reps, less");
  await tap("0 in reserve");
  await expect(page.getByRole("button", { name: "Bench press went on as a drop" })).toBeVisible();
  await tap("Save set");
  const question = page.getByRole("region", { name: "Bench press: what next" });
  await expect(question).toContainText("3 of 5 made, none left (asked: leave 2).");
  await tap(/^\d+(\.\d+)? kg from here/);
  await expect(next(page)).not.toContainText("× 80 kg");
  await tap("Undo");
  await expect(next(page)).toContainText("Bench press 5 × 80 kg");
  await tap(/^As planned/);
  await expect(question).toHaveCount(0);
  await tap("Undo");
  await tap("Undo");
  await expect(page.getByRole("group", { name: "Bench press reps" })).toContainText("3");
  await expect(page.getByRole("button", { name: "0 in reserve" })).toHaveAttribute("aria-pressed", "true");
  await tap("Save set");
  await tap(/^\d+(\.\d+)? kg from here/);
  await tap("Options");
  await tap(/^End the session here/);
  await page.getByRole("button", { name: "Finish" }).click();
  await expect(page.getByText("All of it has reached the studio.")).toBeVisible();
});

test("pain stops an exercise until it is answered, its partner goes on, and what takes its place is six taps away", async ({
  page,
}) => {
  await enterAsCoach(page);
  const text = "A1 Bench press 3x5 @60kg rir2 h10\nA2 Barbell row 3x8 @50kg rir2 r180\n\nB1 Front plank 1x30s";
  const sessionId = await putSession(page, "Noor Castellan", text);
  await openFloor(page, sessionId);
  const { tap, count } = counted(page);
  await tap("Round done");
  await tap("Hurts");
  await page.getByRole("group", { name: "Bench press: pain, 0 to 10" }).getByRole("button", { name: "6" }).click();
  await tap("right shoulder");
  await expectAccessible(page);
  await tap("Save set");
  const stop = page.getByRole("region", { name: "Stop Bench press" });
  await expect(stop).toContainText("Pain 6 of 10, right shoulder. Barbell row beside it goes on.");
  await expectAccessible(stop);
  // It does not go away by itself, nor by going on.
  await page.reload();
  await expect(stop).toBeVisible();
  const instead = stop.getByRole("button", { name: /in its place/ }).first();
  const name = (await instead.locator("span").first().textContent())!;
  await instead.click();
  await tapOver(page);
  expect(count() + 2).toBe(6);
  await expect(stop).toHaveCount(0);
  await expect(next(page)).toContainText(name);
  await expect(next(page)).toContainText("Barbell row");
  await tap("Start now");
  await tap("Round done");
  await tap("Save set");
  await tap("Options");
  await tap(/^End the session here/);
  await page.getByRole("button", { name: "Finish" }).click();
  await expect(page.getByText("All of it has reached the studio.")).toBeVisible();
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto(`/review/${sessionId}`);
  await expect(page.getByText(new RegExp(name)).first()).toBeVisible();
});

test("a machine that is taken: another exercise in three taps, another block first in three, both kept in the log", async ({
  page,
}) => {
  await enterAsCoach(page);
  const text = "A1 Lat pull-down 2x8 @40kg rir2 r90\n\nB1 Goblet squat 2x8 @16kg rir2 r90";
  const sessionId = await putSession(page, "Noor Castellan", text);
  await openFloor(page, sessionId);
  const block = counted(page);
  await block.tap("Options");
  await block.tap(/^Another block first/);
  await expectAccessible(page.getByRole("dialog"));
  await block.tap(/^B: Goblet squat/);
  expect(block.count()).toBe(3);
  await expect(page.getByRole("heading", { name: "Goblet squat" })).toBeVisible();
  const swap = counted(page);
  await swap.tap("Options");
  await swap.tap(/^Another exercise/);
  await swap.tap(/^Kettlebell goblet squat/);
  expect(swap.count()).toBe(3);
  await expect(page.getByRole("heading", { name: "Kettlebell goblet squat" })).toBeVisible();
  await swap.tap("Undo");
  await expect(page.getByRole("heading", { name: "Goblet squat", exact: true })).toBeVisible();

  // A set that was saved is put right from the strip at once.
  await swap.tap("Set done");
  await swap.tap("Save set");
  await page.getByRole("button", { name: /all sets of the session/ }).click();
  await page
    .getByRole("dialog")
    .getByRole("button", { name: /^Goblet squat 8 × 16 kg/ })
    .click();
  await swap.tap("Goblet squat reps, less");
  await swap.tap("Save");
  await expect(page.getByRole("dialog").getByRole("button", { name: /^Goblet squat 7 × 16 kg/ })).toBeVisible();
});

test("whoever slept badly and is sore is offered a lighter day before the first set; as planned is a tap too", async ({
  page,
}) => {
  await enterAsCoach(page);
  const sessionId = await putSession(page, "Noor Castellan", "A1 Back squat 2x5 @100kg rir2 r90");
  await page.setViewportSize(PHONE);
  await page.goto(`/floor?s=${sessionId}`);
  await page.getByRole("button", { name: "Not quite…" }).click();
  const sheet = page.getByRole("dialog");
  await sheet.getByRole("button", { name: "badly" }).click();
  await sheet.getByRole("button", { name: "quads: not sore" }).click();
  await sheet.getByRole("button", { name: "Save" }).click();
  const { tap } = counted(page);
  await tapOver(page);
  await expect(page.getByRole("region", { name: "A lighter day" })).toContainText("Back squat 95 kg");
  await tap(/^Lighter today/);
  await expect(page.getByRole("region", { name: "A lighter day" })).toHaveCount(0);
  await expect(page.getByRole("region", { name: "In hand" })).toContainText("95");
  await tap("Undo");
  await expect(page.getByRole("region", { name: "In hand" })).toContainText("100");
  await tap(/^As planned/);
  await expect(page.getByRole("region", { name: "In hand" })).toContainText("100");
});
