/** A rep sensor counts on the floor, and a session is watched as it will go. */
import { serveSensor } from "../tools/sensor";
import { does, enterAsCoach, expectAccessible, PHONE, putSession, tapOver } from "./helpers";
import { expect, test } from "./test";

test("a sensor behind an address counts the reps; what it counted stands in the set, and is saved like any other", async ({
  page,
}) => {
  await page.setViewportSize(PHONE);
  await enterAsCoach(page);
  const sessionId = await putSession(page, "Noor Castellan", "A1 Goblet squat 2x8 @16kg rir4 r60");
  const sensor = await serveSensor(0, { reps: 6, rir: 3, pace: 20, afterSeconds: 10 });
  await page.goto(`/floor?s=${sessionId}`);
  await page.getByRole("button", { name: "Start", exact: true }).click();
  await tapOver(page);
  await page.getByRole("button", { name: "Options" }).click();
  await page.getByRole("button", { name: /^Rep sensor/ }).click();
  const sheet = page.getByRole("dialog", { name: "Rep sensor" });
  await sheet.getByLabel("Address of a sensor").fill("the one by the rack");
  await sheet.getByRole("button", { name: "Connect" }).click();
  await expect(sheet.getByRole("alert")).toHaveText("That is no address of a sensor: it begins with ws:// or wss://.");
  await expect(sheet.getByLabel("Address of a sensor")).toHaveValue("the one by the rack");
  await expectAccessible(page);
  await sheet.getByLabel("Address of a sensor").fill(sensor.url);
  await sheet.getByRole("button", { name: "Connect" }).click();
  await expect(page.getByRole("group", { name: "Reps counted" })).toContainText("counted: 6 of 8 reps");
  await page.getByRole("button", { name: "Set done" }).click();
  await expect(page.getByRole("button", { name: /reps: 6, type it/ })).toBeVisible();
  await tapOver(page);
  await page.getByRole("button", { name: "Save set", exact: true }).click();
  await expect(page.getByText(/^Saved: Goblet squat 6 × 16 kg/)).toBeVisible();
  await sensor.stop();
});

test("a session is watched as it will go, sixty times as fast, and nothing of it is logged", async ({ page }) => {
  await enterAsCoach(page);
  const text = "A1 Goblet squat 2x6 @16kg rir4 h5\nA2 Push-up 2x6 @BW rir4 r30";
  const sessionId = await putSession(page, "Noor Castellan", text);
  await page.goto(`/session/${sessionId}`);
  await page.getByRole("button", { name: "Change the whole session" }).click();
  await page.getByRole("menuitem", { name: "Watch it run" }).click();
  const rehearsal = page.getByRole("region", { name: "Rehearsal" });
  await expect(rehearsal).toContainText("nothing is saved. It takes about");
  await expectAccessible(page);
  await rehearsal.getByRole("button", { name: "60×" }).click();
  await expect(page.getByRole("heading", { name: "So it will go" })).toBeVisible({ timeout: 30_000 });
  await expect(page.getByRole("listitem").filter({ hasText: "Goblet squat" })).toContainText("6 × 16 kg");
  const { events } = await does<{ events: unknown[] }>(page, "floor.log", { sessionId });
  expect(events).toEqual([]);
});
