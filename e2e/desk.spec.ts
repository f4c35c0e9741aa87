import { enterAsCoach, expectAccessible, expectShorthand, writeSession } from "./helpers";
import { expect, test } from "./test";

test("blocks are paired, stretched, dropped and undone, every technique with its own sign", async ({ page }) => {
  await enterAsCoach(page);
  const text =
    "A1 Bench press 12,8 @60,80kg r90\n\nB1 Barbell row 3x8 r60\n\nC1 Leg extension 2x12 > 8 partials long > hold 10s short r45\n\nD1 Push-up 2xF r60";
  await writeSession(page, "Ines Calder", text.replace("@60,80kg", "@60kg,80kg"));
  await page.getByRole("button", { name: "Grid" }).click();
  const act = async (block: string, item: string) => {
    await page.getByRole("button", { name: `Change block ${block}` }).click();
    await page.getByRole("menuitem", { name: item }).click();
  };
  await act("A", "One round more");
  await expect(page.getByRole("gridcell", { name: "10 × 70" })).toBeVisible();
  await act("A", "Superset with the block below");
  await expect(page.getByText("Superset, opposing")).toBeVisible();
  await page.getByRole("gridcell", { name: "8 × 80" }).click();
  await page.getByRole("button", { name: "Add a drop" }).click();
  await expect(page.getByRole("gridcell", { name: "8 × 80 ↘ 8 × 65" })).toBeVisible();
  await page.getByRole("button", { name: "Signs" }).click();
  await expect(page.getByRole("dialog")).toContainText("a drop: the bar steps down");
  await expectAccessible(page.getByRole("dialog"));
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "Text" }).click();
  await expectShorthand(page, /A1 Bench press 12,10,8 @60,70,80kg h10 last: > -20%x8\nA2 Barbell row 3x8 r90/);
  for (let i = 0; i < 3; i++) await page.getByRole("button", { name: "Undo" }).click();
  await expectShorthand(page, /^A1 Bench press 12,8 @60kg,80kg r90\n\nB1 Barbell row 3x8 r60/);
});

test("a session is written from what may come next, by keyboard", async ({ page }) => {
  await enterAsCoach(page);
  await writeSession(page, "Greta Alm", "A1 goblet");
  const text = page.getByLabel("The session in shorthand");
  await text.press("End");
  await text.press("Control+Space");
  // What it means stands beside what may come next; Tab takes the first, the arrows go to the others.
  await expect(page.getByRole("option", { name: "Goblet squat squat", exact: true })).toBeVisible();
  await expectAccessible(page);
  await page.keyboard.press("Tab");
  await expectShorthand(page, "A1 Goblet squat ");
  await expect(text).toBeFocused();
  await text.press("Control+Space");
  await expect(page.getByRole("option", { name: /^4x8-10/ })).toContainText("sets × a range of reps");
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("Enter");
  await expectShorthand(page, "A1 Goblet squat 4x8-10");
  // With nothing chosen Enter is a new line, and Escape leaves the offers.
  await page.keyboard.type(" r");
  await page.keyboard.press("Escape");
  await page.keyboard.type("90");
  await page.keyboard.press("Enter");
  await expectShorthand(page, "A1 Goblet squat 4x8-10 r90\n");
  await expect(page.getByRole("contentinfo")).toContainText("4 sets");
});

test("a lift that is written now brings its record along", async ({ page }) => {
  await enterAsCoach(page);
  await writeSession(page, "Ines Calder", "A1 Back squat 3x4 rir2 r150\n\nB1 Goblet squat 2x8 rir2");
  await page.getByRole("button", { name: "Grid" }).click();
  await expect(page.getByText(/^4 4 4 4 4 × \d+/)).toBeVisible();
  await expect(page.getByText("first time")).toHaveCount(1);
});

test("two desks open on one session: different changes both hold, of one thing the first, and that is said", async ({
  page,
  context,
}) => {
  await enterAsCoach(page);
  await writeSession(page, "Greta Alm", "A1 Goblet squat 3x8 @12kg r90\n\nB1 Dumbbell row 3x8 @10kg r60");
  const other = await context.newPage();
  await other.goto(page.url());
  await expect(other.getByRole("heading", { name: "Untitled session" })).toBeVisible();
  const write = async (where: typeof page, cell: RegExp, text: string) => {
    await expect(where.getByRole("button", { name: /^(Grid|Text)$/ })).toBeVisible();
    const grid = where.getByRole("button", { name: "Grid" });
    if (await grid.isVisible()) await grid.click();
    await where.getByRole("gridcell", { name: cell }).first().dblclick();
    await where.keyboard.press("Control+a");
    await where.keyboard.type(text);
    await where.keyboard.press("Enter");
  };
  const saved = (where: typeof page) =>
    expect(where.getByRole("status").filter({ hasText: /(^|· )saved$/ })).toBeVisible();
  await write(page, /^8 × 12/, "6 @12kg");
  await saved(page);
  await write(other, /^8\/side × 10/, "9 @10kg");
  await saved(other);
  // What the one did has reached the other, and after a reload both have both.
  await expect(other.getByText(/^Bodil .* changed block A at the same time: both changes are in it/)).toBeVisible();
  await expect(other.getByRole("gridcell", { name: "6 × 12" }).first()).toBeVisible();
  await page.reload();
  await expect(page.getByRole("gridcell", { name: "6 × 12" }).first()).toBeVisible();
  await expect(page.getByRole("gridcell", { name: /^9\/side × 10/ }).first()).toBeVisible();

  await write(page, /^6 × 12/, "5 @12kg");
  await saved(page);
  await write(other, /^6 × 12/, "7 @12kg");
  await expect(other.getByRole("gridcell", { name: "5 × 12" }).first()).toBeVisible();
  await expect(
    other.getByText(/^Bodil .* changed the same thing in block A first: 1 of your changes was not taken/),
  ).toBeVisible();
});
