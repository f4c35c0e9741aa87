/** What is typed into a cell is what is kept: no more of it, no less, and nowhere else. */

import { alive, enterAsCoach, expectAccessible, writeSession } from "./helpers";
import { expect, test } from "./test";

test("a part that is typed changes that part, Enter is one step, and what does not read stays where it was typed", async ({
  page,
}) => {
  await enterAsCoach(page);
  await writeSession(
    page,
    "Ines Calder",
    "A1 Bench press 2x6-8 @60kg rir2 t3-1-1-0 r90\n\nB1 Back squat 2x5 @90kg r120",
  );
  await page.getByRole("button", { name: "Grid" }).click();
  const grid = page.getByRole("grid");
  const reading = page.getByText(/^A · .*@/);
  const bench = grid.getByRole("gridcell").filter({ hasText: "60" }).first();
  const squat = grid
    .getByRole("gridcell")
    .filter({ hasText: /^5 × 90/ })
    .first();

  await bench.click();
  await page.keyboard.press("1");
  await page.keyboard.type("0");
  await page.keyboard.press("Enter");
  await bench.click();
  await expect(reading).toHaveText("A · 10 @60kg rir2 t3-1-1-0");
  // One step, one undo.
  await page.getByRole("button", { name: "Undo" }).click();
  await bench.click();
  await expect(reading).toHaveText("A · 6-8 @60kg rir2 t3-1-1-0");

  // In place, what is taken out is taken out.
  await page.keyboard.press("Enter");
  const input = page.getByLabel("Set, round 1");
  await expect(input).toHaveValue("6-8 @60kg rir2 t3-1-1-0");
  await input.fill("6-8 @60kg rir2");
  await input.press("Enter");
  await bench.click();
  await expect(reading).toHaveText("A · 6-8 @60kg rir2");

  // Text that does not read stays in its own cell, whatever is chosen, and goes nowhere else.
  await page.keyboard.press("Enter");
  await input.fill("7 @@");
  await squat.click();
  await expect(page.getByRole("alert").filter({ hasText: "expected" })).toBeVisible();
  await expect(page.getByText(/^B · .*@/)).toHaveText("B · 5 @90kg");
  await expect(input).toHaveValue("7 @@");
  await input.fill("7 @62.5kg");
  await input.press("Enter");
  await squat.click();
  await expect(page.getByText(/^B · .*@/)).toHaveText("B · 5 @90kg");
  await expect(grid.getByRole("gridcell").filter({ hasText: "7 × 62.5" })).toBeVisible();

  // Escape leaves the cell as it was and the keyboard in the grid.
  await page.keyboard.press("Enter");
  await page.keyboard.type("99");
  await page.keyboard.press("Escape");
  await expect(grid).toBeFocused();
  await expect(page.getByText(/^B · .*@/)).toHaveText("B · 5 @90kg");
  await expect(page.getByRole("status").filter({ hasText: /(^|· )saved$/ })).toBeVisible();
});

test("on a narrow screen and at twice the size every part of the desk can be reached", async ({ page }) => {
  await enterAsCoach(page);
  await writeSession(page, "Ines Calder", "A1 Bench press 3x8 @60kg rir2 r90");
  const session = page.url();
  for (const size of [
    { width: 1024, height: 768 },
    { width: 640, height: 400 },
    { width: 390, height: 844 },
  ]) {
    await page.setViewportSize(size);
    await page.goto(session);
    await alive(page);
    const cell = page.getByRole("gridcell").filter({ hasText: "60" }).first();
    await cell.click();
    await page.getByRole("gridcell").filter({ hasText: "60" }).nth(1).click();
    await expect(page.getByLabel("Why this load")).toContainText("Likely in reserve");
    const grid = (await page.getByRole("grid").boundingBox())!;
    expect(grid.height).toBeGreaterThan(60);
    for (const [path, what] of [
      ["/gym", "Loads that can be built"],
      ["/exercises", "Exercises"],
    ] as const) {
      await page.goto(path);
      await alive(page);
      for (const svg of await page.locator("main svg[role=img]").all())
        expect((await svg.boundingBox())!.height, `${what} at ${size.width}`).toBeGreaterThan(20);
    }
  }
  await page.setViewportSize({ width: 640, height: 400 });
  await page.goto(session);
  await alive(page);
  await expectAccessible(page);
});
