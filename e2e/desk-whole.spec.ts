/** A session written from nothing: by mouse alone, by keyboard alone; fitted into a time; started from what was kept. */

import { alive, enterAsCoach, expectAccessible, writeSession } from "./helpers";
import { expect, type Page, test } from "./test";

async function newSession(page: Page, client: string): Promise<void> {
  await page.getByRole("link", { name: client }).first().click();
  await page.getByRole("button", { name: "Write a session" }).click();
  await page.waitForURL(/\/session\//);
  await alive(page);
}
const saved = (page: Page) => expect(page.getByRole("status").filter({ hasText: /(^|· )saved$/ })).toBeVisible();
const block = (page: Page, letter: string) =>
  page.getByRole("grid").getByRole("rowheader", { name: new RegExp(`^${letter}\\s`) });

test("by mouse alone: found, added, made a drop, paired by drag, and undone to the start", async ({ page }) => {
  await enterAsCoach(page);
  await newSession(page, "Ines Calder");
  await expectAccessible(page);
  await page.getByRole("option", { name: "Back squat" }).click();
  await expect(block(page, "A")).toContainText("Straight sets");
  // Its sets are those of last time, its load the client's own.
  await expect(page.getByRole("gridcell", { name: /^4 × 1\d\d/ }).first()).toBeVisible();
  for (const lift of ["Bench press", "Barbell row"]) {
    await page.getByRole("button", { name: "Add a lift" }).click();
    // Beside its name an option may say that it is this client's first choice.
    await page.getByRole("option", { name: new RegExp(`^${lift}( first choice)?$`) }).click();
    await expect(page.getByRole("rowheader", { name: new RegExp(`^${lift}`) })).toBeVisible();
  }
  const act = async (menu: string, ...items: string[]) => {
    await page.getByRole("button", { name: menu, exact: true }).click();
    for (const item of items) await page.getByRole("menuitem", { name: item }).first().click();
  };
  await act("Change Bench press", "Make round", "Drop set");
  await expect(page.getByRole("gridcell", { name: /↘/ })).toHaveCount(1);
  await act("Change Back squat", "Make its sets", "Pyramid, rising");
  await expect(block(page, "A")).toContainText("Rising pyramid");
  // What a lift dropped on another's row becomes is asked.
  const row = page.getByRole("rowheader", { name: /^Barbell row/ });
  const name = row.getByText("Barbell row", { exact: true });
  const bench = page.getByRole("rowheader", { name: /^Bench press/ });
  const [from, to] = [(await name.boundingBox())!, (await bench.boundingBox())!];
  await page.mouse.move(from.x + 20, from.y + 6);
  // Dragging is fetched when a pointer first comes to the grid.
  await expect(row.locator("[data-handle]")).toBeAttached();
  await page.mouse.down();
  await page.mouse.move(to.x + 30, to.y + 20, { steps: 8 });
  await page.mouse.up();
  // For a twentieth of a second after a drag its sensor takes every click for the end of the drag; a hand is slower.
  const inTurn = page.getByRole("button", { name: "One block, in turn" });
  await expect(inTurn).toBeVisible();
  await expect(async () => {
    if (await inTurn.isVisible()) await inTurn.click();
    await expect(inTurn).toBeHidden({ timeout: 1000 });
  }).toPass();
  await expect(block(page, "B")).toContainText("Superset, opposing");
  await expect(block(page, "C")).toHaveCount(0);
  await saved(page);
  for (let step = 0; step < 6; step++) await page.getByRole("button", { name: "Undo" }).click();
  await expect(page.getByRole("button", { name: "Undo" })).toBeDisabled();
  await expect(page.getByRole("combobox", { name: "The first lift" })).toBeVisible();
});

test("by keyboard alone: written, filled, pasted, moved and left out, every place in its own words", async ({
  page,
  context,
}) => {
  await context.grantPermissions(["clipboard-read", "clipboard-write"]);
  await enterAsCoach(page);
  await newSession(page, "Greta Alm");
  const { keyboard } = page;
  await page.getByRole("combobox", { name: "The first lift" }).focus();
  await keyboard.type("goblet squat 3x8 @12kg rir2");
  await keyboard.press("Enter");
  const grid = page.getByRole("grid");
  await expect(grid).toBeFocused();
  const cell = (name: RegExp) => grid.getByRole("gridcell", { name });
  await expect(cell(/^8 × 12/)).toHaveCount(3);
  // A name alone, into the same block: its usual sets.
  await keyboard.press("&");
  await keyboard.type("push-up");
  await expect(page.getByRole("option", { name: "Push-up", exact: true })).toBeVisible();
  await keyboard.press("Enter");
  await expect(block(page, "A")).toContainText("Superset");
  // A line below, as a block of its own.
  await keyboard.press("+");
  await keyboard.type("dumbbell row 3x10 @10kg");
  await keyboard.press("Enter");
  await expect(cell(/^10\/side × 10/)).toHaveCount(3);

  // The first round is written, and filled to the right.
  await expect(grid).toBeFocused();
  await keyboard.press("Enter");
  await keyboard.press("Control+a");
  await keyboard.type("12 @8kg");
  await keyboard.press("Enter");
  await expect(cell(/^12\/side × 8/)).toHaveCount(1);
  await keyboard.press("Home");
  await keyboard.press("Shift+ArrowRight");
  await keyboard.press("Shift+ArrowRight");
  await keyboard.press("Control+r");
  await expect(cell(/^12\/side × 8/)).toHaveCount(3);
  // Copied as a spreadsheet has it, and pasted two of them over the squats.
  await keyboard.press("Control+c");
  expect((await page.evaluate(() => navigator.clipboard.readText())).split("\t")).toHaveLength(3);
  await page.evaluate(() => navigator.clipboard.writeText("6 @14kg\t5 @16kg"));
  await keyboard.press("PageUp");
  await keyboard.press("Home");
  await keyboard.press("Control+v");
  await expect(cell(/^6 × 14/)).toHaveCount(1);
  await expect(cell(/^5 × 16/)).toHaveCount(1);
  // A round is sat out; what is not all right is said and changes nothing.
  await keyboard.press("Delete");
  await expect(cell(/^skipped/)).toHaveCount(1);
  await page.evaluate(() => navigator.clipboard.writeText("six\tseven"));
  await keyboard.press("Control+v");
  await expect(page.getByText(/A1, round 1: expected/)).toBeVisible();
  await expect(cell(/^5 × 16/)).toHaveCount(1);

  // Its block goes below the other, and the menu writes a tempo.
  await keyboard.press("Alt+Shift+ArrowDown");
  await expect(block(page, "B")).toContainText("Superset");
  await keyboard.press(".");
  await page.getByRole("menuitem", { name: "Tempo…" }).press("Enter");
  const tempo = page.getByLabel("Tempo of Goblet squat");
  await expect(tempo).toBeFocused();
  await keyboard.type("slow");
  await keyboard.press("Enter");
  await expect(page.getByRole("alert").filter({ hasText: "seconds to lower" })).toBeVisible();
  await expect(tempo).toHaveValue("slow");
  await tempo.fill("3-1-1-0");
  await keyboard.press("Enter");
  await expect(page.getByText("3-1-1-0", { exact: true })).toBeVisible();
  await expect(grid).toBeFocused();
  await keyboard.press("w");
  await page.getByLabel("Warm-up", { exact: true }).fill("5 min easy row; Hip circle 2x10");
  await keyboard.press("Enter");
  await expect(page.getByText("5min easy row; Hip circle 2x10")).toBeVisible();
  // The timeline steps through the sets as they are done, and goes nearer.
  const timeline = page.getByRole("slider", { name: /^Timeline/ });
  await timeline.focus();
  await keyboard.press("Home");
  await expect(timeline).toHaveAttribute("aria-valuetext", /^A1 Dumbbell row, round 1: 12\/side × 8, left, /);
  await keyboard.press("ArrowRight");
  await expect(timeline).toHaveAttribute("aria-valuetext", /^A1 Dumbbell row, round 2/);
  await expect(grid).toHaveAttribute("aria-activedescendant", /-1$/);
  await keyboard.press("Enter");
  await expect(page.getByRole("button", { name: "all of it" })).toBeVisible();
  await keyboard.press("0");
  await expect(page.getByRole("button", { name: "all of it" })).toHaveCount(0);
  await grid.focus();
  await keyboard.press("?");
  await expect(page.getByRole("dialog", { name: "Keys" })).toContainText("fill down, fill right");
  await expectAccessible(page.getByRole("dialog", { name: "Keys" }));
  await keyboard.press("Escape");
  await saved(page);
  await page.reload();
  await alive(page);
  await expect(page.getByText("3-1-1-0", { exact: true })).toBeVisible();
});

test("rounds, rest and transition are written in the block's own line", async ({ page }) => {
  await enterAsCoach(page);
  await newSession(page, "Ines Calder");
  await page.getByRole("button", { name: "Take Superset, opposing" }).click();
  await expect(block(page, "A")).toContainText("Superset, opposing");
  const write = async (place: string, text: string) => {
    await page.getByRole("button", { name: `${place}, change` }).click();
    await page.getByLabel(place, { exact: true }).fill(text);
    await page.keyboard.press("Enter");
  };
  await write("Rounds of block A", "4");
  await expect(page.locator("[id^=cell-]")).toHaveCount(8);
  await write("Rest after each round of block A", "60,60,120");
  await expect(page.getByText("60, 60, 120 s rest")).toBeVisible();
  await write("Rest after each round of block A", "60,120");
  await expect(page.getByRole("alert").filter({ hasText: "One rest, or 3 of them" })).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(page.getByText("60, 60, 120 s rest")).toBeVisible();
  await write("Transition after Bench press", "60");
  await expect(block(page, "A")).toContainText("Paired sets");
  // It is sent, and what is changed after that is said until it is sent again.
  await saved(page);
  await page.getByRole("button", { name: "Send", exact: true }).click();
  await expect(page.getByText(/^sent .+, (not seen yet|no account)$/)).toBeVisible();
  await write("Rounds of block A", "3");
  await expect(page.getByText(/^sent .+, changed since$/)).toBeVisible();
  await saved(page);
  await page.getByRole("button", { name: "Send again" }).click();
  await expect(page.getByText(/^sent .+, (not seen yet|no account)$/)).toBeVisible();
});

test("a time is fitted: each way looked at before it is done, and done in one step", async ({ page }) => {
  await enterAsCoach(page);
  await newSession(page, "Ines Calder");
  await page.getByRole("button", { name: "Take Whole body in an hour" }).click();
  // The records of its lifts are here: they have ramps now.
  await expect(page.getByRole("gridcell", { name: /^5 × 1\d\d/ }).first()).toBeVisible();
  await saved(page);
  const time = page.getByRole("button", { name: /of 75 min/ });
  const before = await time.textContent();
  await time.click();
  const minutes = page.getByLabel("Minutes there are");
  await minutes.fill("1");
  await expect(page.getByText("Minutes between 5 and 240.")).toBeVisible();
  await minutes.fill("30");
  const plan = page.getByRole("region", { name: "All at once" });
  await expect(plan).toContainText("Together they bring it to");
  await plan.getByRole("button", { name: /^Look/ }).click();
  await expect(page.getByText(/As it would be, \d+:\d\d/)).toBeVisible();
  expect(await time.textContent()).toBe(before);
  await expectAccessible(plan);
  await plan.getByRole("button", { name: /^Do it/ }).click();
  await expect(page.getByText("left.")).toBeVisible();
  expect(await time.textContent()).not.toBe(before);
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(time).toHaveText(before!);
});

test("a block is kept, and another client starts from it with loads of their own", async ({ page }) => {
  await enterAsCoach(page);
  await newSession(page, "Ines Calder");
  await page.getByRole("combobox", { name: "The first lift" }).fill("bench press 5x5 @80kg r180");
  await page.keyboard.press("Enter");
  await page.getByRole("button", { name: "Change block A" }).click();
  await page.getByRole("menuitem", { name: "Save as a template…" }).click();
  await page.getByLabel("Name").fill("Fives");
  await page.getByRole("button", { name: "Save", exact: true }).click();
  await expect(page.getByText(/^Saved\./)).toBeVisible();
  await page.getByRole("button", { name: "Go on" }).click();
  await page.goto("/clients");
  await newSession(page, "Tobias Renner");
  await page.getByRole("button", { name: "Take Fives" }).click();
  await expect(page.getByRole("grid").getByText("Bench press", { exact: true })).toBeVisible();
  await expect(page.getByRole("gridcell", { name: /× 80/ })).toHaveCount(0);
  await page.getByRole("button", { name: "Change the whole session" }).click();
  await page.getByRole("menuitem", { name: "Add from templates…" }).click();
  // As a file it is another studio's, too; removed here, it comes in again from there.
  const saving = page.waitForEvent("download");
  await page.getByRole("button", { name: "Save the template Fives as a file" }).click();
  const file = await (await saving).path();
  await page.getByRole("button", { name: "Remove the template Fives" }).click();
  await expect(page.getByRole("button", { name: "Take Fives" })).toHaveCount(0);
  const blocks = page.getByRole("region", { name: "Blocks kept" });
  await blocks.getByLabel("A template from a file").setInputFiles({
    name: "other.json",
    mimeType: "application/json",
    buffer: Buffer.from("{}"),
  });
  await expect(blocks.getByRole("alert")).toHaveText("This file is no template of a session or a plan.");
  await blocks.getByLabel("A template from a file").setInputFiles(file);
  await expect(page.getByRole("button", { name: "Take Fives" })).toBeVisible();
  await expectAccessible(page.getByRole("dialog"));
});

test("a caution is switched off for a client with a reason, and on again", async ({ page }) => {
  await enterAsCoach(page);
  await newSession(page, "Ines Calder");
  await page.getByRole("combobox", { name: "The first lift" }).fill("deadlift 5x5 rir1 r60");
  await page.keyboard.press("Enter");
  const cautions = page.getByRole("button", { name: /cautions?|notes/ });
  await cautions.click();
  const sheet = page.getByRole("dialog", { name: "Cautions and notes" });
  await sheet.getByRole("button", { name: "Switch off…" }).first().click();
  await page.getByLabel("Why it need not be said").fill("She uses straps");
  await sheet.getByRole("button", { name: "For Ines Calder" }).click();
  await sheet.getByText("1 switched off").click();
  await expect(sheet.getByText("She uses straps")).toBeVisible();
  await expectAccessible(sheet);
  await sheet.getByRole("button", { name: "On again" }).click();
  await expect(sheet.getByText("1 switched off")).toHaveCount(0);
});

test("a session goes out as text, whole and as a card, comes in again, and stands beside one of before", async ({
  page,
}) => {
  await enterAsCoach(page);
  await newSession(page, "Ines Calder");
  await page.getByRole("combobox", { name: "The first lift" }).fill("bench press 3x5 @75kg r180 // elbows in");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("gridcell", { name: /^5 × 75/ })).toHaveCount(3);
  // Its partner from the side panel comes into its block.
  await page
    .getByRole("gridcell", { name: /^5 × 75/ })
    .first()
    .click();
  await page
    .getByRole("button", { name: /^Pair with / })
    .first()
    .click();
  await expect(block(page, "A")).toContainText("Superset");
  await saved(page);
  const menu = async (item: string) => {
    await page.getByRole("button", { name: "Change the whole session" }).click();
    await page.getByRole("menuitem", { name: item }).click();
  };
  await menu("Beside one of before…");
  const beside = page.getByRole("dialog", { name: "Beside one of before" });
  await expect(beside.getByRole("row", { name: /^Bench press/ })).toContainText("3 × (5 × 75)");
  await expectAccessible(beside);
  await page.keyboard.press("Escape");

  await menu("Files and printing…");
  const files = page.getByRole("dialog", { name: "Files" });
  const keep = async (button: string) => {
    const waiting = page.waitForEvent("download");
    await files.getByRole("button", { name: button, exact: true }).click();
    const download = await waiting;
    const chunks: Buffer[] = [];
    for await (const chunk of await download.createReadStream()) chunks.push(chunk as Buffer);
    return { name: download.suggestedFilename(), text: Buffer.concat(chunks).toString() };
  };
  expect((await keep("As text")).text).toContain("A1 Bench press 3x5 @75kg");
  const whole = await keep("Whole, as JSON");
  const put = (text: string) =>
    files
      .getByLabel("A session as text or JSON")
      .setInputFiles({ name: "in", mimeType: "text/plain", buffer: Buffer.from(text) });
  await put(whole.text.slice(0, -40));
  await expect(files.getByRole("alert")).toContainText("cut short or damaged");
  await put("A1 Bench press 3x");
  await expect(files.getByRole("alert")).toContainText("Line 1, column");
  await put(whole.text);
  await files.getByRole("button", { name: "Add to this session" }).click();
  await expect(block(page, "B")).toContainText("Superset");
  await saved(page);
  await menu("Files and printing…");
  await files.getByRole("button", { name: "As a card to print" }).click();
  await page.waitForURL(/\/card\//);
  await alive(page);
  await expect(page.getByRole("heading", { name: "Ines Calder" })).toBeVisible();
  await expect(page.getByText("5 × 75")).toHaveCount(6);
  await expect(page.getByText(/elbows in/)).toHaveCount(2);
  await expectAccessible(page);
  await page.emulateMedia({ media: "print" });
  await expect(page.getByRole("button", { name: /^Print/ })).toBeHidden();
});

test("two train together: one structure, a load for each, one's work as the other's rest", async ({ page }) => {
  await enterAsCoach(page);
  await writeSession(page, "Ines Calder", "A1 Bench press 3x6-8 rir2 rpartner/60");
  await page.getByRole("button", { name: "Grid" }).click();
  await page.getByRole("button", { name: "Change the whole session" }).click();
  await page.getByRole("menuitem", { name: "Train together with" }).click();
  await expectAccessible(page.getByRole("dialog"));
  await page.getByRole("button", { name: "Tobias Renner" }).click();
  await expect(page.getByRole("link", { name: "Tobias Renner" })).toBeVisible();
  await expect(page.getByRole("region", { name: /^Together with Tobias Renner/ })).toContainText("longer than alone");
  // A load is the partner's own; reps are not.
  const write = async (text: string) => {
    await page.getByRole("button", { name: "Tobias Renner's load, round 1, change" }).click();
    const field = page.getByRole("textbox", { name: "Tobias Renner's load, round 1" });
    await field.fill(text);
    await field.press("Enter");
    return field;
  };
  const field = await write("5 @50kg rir2");
  await expect(page.getByRole("alert").filter({ hasText: "Only load and effort" })).toBeVisible();
  await field.press("Escape");
  const theirs = page.getByRole("button", { name: "Tobias Renner's load, round 1, change" });
  // Without a network it is kept here, also over a closed tab, and sent when it is back.
  await page.context().setOffline(true);
  await write("6-8 @50kg rir2");
  await expect(theirs).toHaveText("50");
  await expect(page.getByText(/^Tobias Renner's loads are kept on this device, and not saved yet\./)).toBeVisible();
  await page.context().setOffline(false);
  await page.reload();
  await expect(theirs).toHaveText("50");
  await expect(page.getByText(/Tobias Renner's loads are/)).toHaveCount(0);
  // What is shared goes to both, and the loads stay each one's.
  await page
    .getByRole("gridcell")
    .filter({ hasText: /^6-8 ×/ })
    .first()
    .click();
  await expect(page.getByText("Tobias Renner shares the bar")).toBeVisible();
  await page.getByRole("button", { name: "Change block A" }).click();
  await page.getByRole("menuitem", { name: "One round more" }).click();
  await saved(page);
  await expect(page.getByRole("button", { name: "Tobias Renner's load, round 4, change" })).toBeVisible();
  await expectAccessible(page);
  await page.getByRole("link", { name: "Tobias Renner" }).click();
  await expect(page.getByRole("link", { name: "Ines Calder" })).toBeVisible();
  const grid = page.getByRole("grid");
  await expect(grid.getByRole("gridcell").filter({ hasText: /^6-8 × 50/ })).toHaveCount(1);
  await expect(grid.getByRole("button", { name: "Rounds of block A, change" })).toHaveText("4 rounds");
});

test("the foot opens what its figures are made of, and the palette finds sessions, templates and what can be done", async ({
  page,
}) => {
  await enterAsCoach(page);
  await writeSession(
    page,
    "Ines Calder",
    "# Quay day\nA1 Bench press 3x8 @60kg rir1 r90\n\nB1 Barbell row 4x8 @50kg rir1 r90",
  );
  await page.getByRole("button", { name: "Grid" }).click();
  const foot = page.getByRole("contentinfo");
  await foot.getByRole("button", { name: /moved$/ }).click();
  const made = page.getByRole("dialog", { name: "What the load moved is made of" });
  await expect(made.getByRole("listitem").first()).toContainText("1440 kg");
  await expect(made.getByRole("listitem").nth(1)).toContainText("1600 kg");
  await expectAccessible(made);
  // A lift in it is the way to its sets.
  await made.getByRole("button", { name: /Barbell row/ }).click();
  await expect(page.getByText(/^B · 8 @50kg/)).toBeVisible();
  await page.keyboard.press("Escape");
  await foot.getByRole("button", { name: /^back/ }).click();
  await expect(page.getByRole("dialog", { name: "What back is made of" })).toContainText("Barbell row");
  await page.keyboard.press("Escape");

  await page.keyboard.press("Control+k");
  const palette = page.getByRole("dialog").filter({ has: page.getByRole("combobox") });
  await page.keyboard.type("fit");
  await palette.getByRole("option", { name: "Fit the time" }).click();
  await expect(page.getByRole("complementary", { name: "Fit the time" })).toBeVisible();
  // Ours and those that were kept come in by name, after what stands.
  await page.keyboard.press("Control+k");
  await page.keyboard.type("tri-set");
  await palette.getByRole("option", { name: "Add Tri-set" }).click();
  await expect(page.getByRole("rowheader", { name: "Face pull" })).toBeVisible();
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(page.getByRole("rowheader", { name: "Face pull" })).toHaveCount(0);
  await page.keyboard.press("Control+k");
  await page.keyboard.type("save as");
  await palette.getByRole("option", { name: "Save as a template" }).click();
  await page.getByLabel("Name", { exact: true }).fill("Quay template");
  await page.getByRole("button", { name: "Save", exact: true }).click();
  await page.getByRole("button", { name: "Go on" }).click();

  // From anywhere: a session by its words, and a new one from a template for whom it is chosen.
  await page.goto("/gym");
  await alive(page);
  await page.keyboard.press("Control+k");
  await page.keyboard.type("quay calder");
  await expect(palette.getByRole("option", { name: /^Quay day, Ines Calder/ }).first()).toBeVisible();
  await expectAccessible(palette);
  await palette.getByRole("combobox").fill("quay t");
  await palette.getByRole("option", { name: "Quay template" }).first().click();
  await expect(palette).toContainText("A session from Quay template, for…");
  await palette.getByRole("option", { name: "Tobias Renner" }).click();
  await page.waitForURL(/\/session\//);
  await expect(page.getByRole("heading", { name: "Quay template" })).toBeVisible();
  await expect(page.getByRole("rowheader", { name: /^Bench press/ })).toBeVisible();
});
