/** A client's weeks: a plan from a split, a cell changed and the weeks after it, a deload, and a session opened from them. */

import { alive, does, enterAsCoach, expectAccessible, PHONE } from "./helpers";
import { expect, nowMs, type Page, test } from "./test";

/** A client's weeks, from any page. */
async function openWeeks(page: Page, client: string): Promise<void> {
  await page.goto("/weeks");
  await alive(page);
  await page.getByLabel("Client").selectOption({ label: client });
  await page.waitForURL(/for=/);
  await alive(page);
}

test("a plan is started from a split, a lift is changed from a week on, a deload is put in, and all is kept", async ({
  page,
}) => {
  await enterAsCoach(page);
  await page.getByRole("link", { name: "Weeks", exact: true }).click();
  await page.waitForURL(/\/weeks/);
  await page.getByLabel("Client").selectOption({ label: "Palle Brandt" });
  await page.waitForURL(/for=/);
  await page.getByRole("button", { name: "Start a plan" }).click();
  const sheet = page.getByRole("dialog");
  await sheet.getByLabel("Minutes at most").fill("5");
  await expect(sheet.getByText("Between 15 and 240 minutes.")).toBeVisible();
  await sheet.getByLabel("Minutes at most").fill("45");
  await sheet.getByLabel("Days a week").selectOption("2");
  const upperLower = sheet.getByRole("article", { name: "Upper and lower" });
  await expect(upperLower.getByRole("row", { name: /chest/ })).toBeVisible();
  await upperLower.getByRole("button", { name: "Start this plan" }).click();
  await page.waitForURL(/plan=/);
  await expect(page.getByRole("heading", { name: "Upper and lower" })).toBeVisible();
  await alive(page);
  await expectAccessible(page);

  // The cell in hand is the next session's first lift; its sets are typed as at the desk.
  const cells = (week: number) => page.getByRole("button", { name: new RegExp(`, week ${week}: `) });
  const sets = page.getByRole("textbox", { name: "Sets", exact: true });
  await sets.fill("nothing of the kind");
  await page.getByRole("button", { name: "Change", exact: true }).click();
  await expect(sets).toHaveAttribute("aria-invalid", "true");
  await expect(sets).toHaveValue("nothing of the kind");
  await sets.fill("5x6 rir2");
  await page.getByRole("button", { name: "Change", exact: true }).click();
  await expect(cells(1).first()).toHaveAccessibleName(/5×6/);
  await expect(cells(5).first()).toHaveAccessibleName(/5×6/);
  await expect(page.getByText(/cells differ from what is saved/)).toBeVisible();
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "Undo", exact: true }).click();
  await expect(cells(5).first()).not.toHaveAccessibleName(/5×6/);
  await page.getByRole("button", { name: "Redo" }).click();

  await page.getByRole("button", { name: /^build up/ }).click();
  await page.getByRole("button", { name: "A week fewer" }).click();
  await page.getByRole("button", { name: "Deload after it" }).click();
  await expect(cells(5).first()).toHaveAccessibleName(/[23]×6/);
  // A closed tab loses nothing that was not kept.
  await page.reload();
  await alive(page);
  await expect(page.getByText(/cells differ from what is saved/)).toBeVisible();
  await page.getByRole("button", { name: "Save", exact: true }).click();
  await expect(page.getByText(/differ from what is saved/)).toHaveCount(0);
  await page.reload();
  await alive(page);
  await expect(cells(1).first()).toHaveAccessibleName(/5×6/);

  // By keyboard: to the week after, whose rule and what it hangs on are told.
  await cells(1).first().focus();
  await page.keyboard.press("ArrowRight");
  await expect(cells(2).first()).toBeFocused();
  await page.getByText("What each rule would ask here").click();
  await page.getByLabel("Progression rule").selectOption({ label: "A set more" });
  await page.getByLabel("At most, sets").fill("7");
  await page.getByRole("button", { name: "Change the rule", exact: true }).click();
  await page.getByRole("button", { name: "Save", exact: true }).click();
  await expect(page.getByText(/differ from what is saved/)).toHaveCount(0);
  await page.setViewportSize(PHONE);
  await expectAccessible(page.getByRole("complementary", { name: "This week" }));
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.getByRole("region", { name: "Its session" }).locator("a, button").first().click();
  await page.waitForURL(/\/session\//);
  await expect(page.getByRole("heading", { level: 1 })).toBeVisible();
});

test("a change in the demo's weeks moves the weeks after it and is put back as it was", async ({ page }) => {
  await enterAsCoach(page);
  await page.goto("/weeks");
  await alive(page);
  await page.getByLabel("Client").selectOption({ label: "Marit Solhaug" });
  await page.waitForURL(/for=/);
  const deadlift = page.getByRole("row", { name: /^Deadlift/ }).getByRole("button");
  const before = await deadlift.last().getAttribute("aria-label");
  // Which session comes next goes by the day of the week.
  await page.getByRole("button", { name: /^Deadlift, week 10: / }).click();
  await page.getByRole("textbox", { name: "Sets", exact: true }).fill("5x3 @90kg rir3");
  await page.getByRole("button", { name: "Change", exact: true }).click();
  await expect(deadlift.last()).toHaveAccessibleName(/2×3 at 90 kg/);
  await page.getByRole("button", { name: "Undo all" }).click();
  await expect(deadlift.last()).toHaveAccessibleName(before!);
  await expect(page.getByText(/differ from what is saved/)).toHaveCount(0);
});

test("the rest of a plan is run many times, stopped, run again, and a goal has its chance", async ({ page }) => {
  await enterAsCoach(page);
  await page.goto("/weeks");
  await alive(page);
  await page.getByLabel("Client").selectOption({ label: "Ines Calder" });
  await page.waitForURL(/for=/);
  // They stand open where the lift in hand has one.
  const load = page.getByLabel("Load, kg");
  if (!(await load.isVisible())) await page.getByText("Goals", { exact: true }).click();
  await load.fill("heavy");
  await page.getByRole("button", { name: "Add the goal" }).click();
  await expect(page.getByText("A load in kg, such as 107.5, or times the body")).toBeVisible();
  await expect(page.getByLabel("Load, kg")).toHaveValue("heavy");
  await page.getByLabel("Load, kg").fill("92.5");
  await page.getByLabel("By", { exact: true }).fill("2020-01-01");
  await page.getByRole("button", { name: "Add the goal" }).click();
  await expect(page.getByText("That day is not ahead any more.")).toBeVisible();
  await page.getByLabel("By", { exact: true }).fill(`${new Date(nowMs()).getFullYear() + 1}-01-31`);
  await page.getByRole("button", { name: "Add the goal" }).click();
  await expect(page.getByText(/^92\.5 kg by/)).toBeVisible();

  await page.getByRole("button", { name: /^Run the plan/ }).click();
  await page.getByRole("button", { name: "Stop", exact: true }).click();
  await expect(page.getByRole("progressbar")).toHaveCount(0);
  await page.getByRole("button", { name: /^Run the plan/ }).click();
  const section = page.getByRole("region", { name: "What if" });
  await expect(section.getByText(/in eight runs of ten\.$/)).toBeVisible({ timeout: 60_000 });
  await expect(section.getByText(/^92\.5 kg by .*(in 10|hardly ever|nearly always)/)).toBeVisible();
  await expectAccessible(section);
  // A change makes the figures old, and says so.
  await page.getByRole("textbox", { name: "Sets", exact: true }).fill("8x4 rir1");
  await page.getByRole("button", { name: "Change", exact: true }).click();
  await expect(section.getByText(/of the plan before your last change/)).toBeVisible();
  await page.getByRole("button", { name: "Undo all" }).click();
});

test("the weeks in review say what to do next, and a step taken is seen in the weeks ahead before it is kept", async ({
  page,
}) => {
  await enterAsCoach(page);
  await page.goto("/review/weeks");
  await alive(page);
  await page.getByLabel("Client").selectOption({ label: "Marit Solhaug" });
  await page.waitForURL(/for=/);
  await expect(page.getByRole("row", { name: /Back squat/ })).toContainText("e1RM");
  await expectAccessible(page);
  const file = page.waitForEvent("download");
  await page.getByRole("button", { name: "Save as CSV" }).click();
  expect((await file).suggestedFilename()).toBe("marit-solhaug-weeks.csv");
  const next = page.getByRole("complementary", { name: "What next" });
  await next
    .getByRole("button", { name: /^(Add the set|Go lighter|Change the rule)$/ })
    .first()
    .click();
  await page.waitForURL(/\/weeks/);
  await expect(page.getByRole("button", { name: "Save", exact: true })).toBeVisible();
  await page.getByRole("button", { name: "Undo all" }).click();
  await expect(page.getByRole("button", { name: "Save", exact: true })).toHaveCount(0);
});

test("every client's coming week is carried on: accepted, edited or left, a key each", async ({ page }) => {
  await enterAsCoach(page);
  await page.goto("/weeks/carry-on");
  await alive(page);
  const lines = page.getByRole("main").getByRole("listitem");
  await expect(lines.filter({ hasText: "reading…" })).toHaveCount(0, { timeout: 60_000 });
  const ready = lines.filter({ hasText: /moved/ });
  const count = await ready.count();
  expect(count).toBeGreaterThanOrEqual(3);
  await expectAccessible(page);
  const [first, second, third] = await Promise.all(
    [0, 1, 2].map((index) => ready.nth(index).locator("[data-line]").textContent()),
  );
  const lineOf = (name: string | null | undefined) => lines.filter({ hasText: name! });
  await lineOf(first).locator("[data-line]").click();
  await page.keyboard.press("a");
  const sentWords = lineOf(first).getByText(/sessions? sent$/);
  const asked = lineOf(first).getByRole("alert");
  await expect(sentWords.or(asked)).toBeVisible();
  // What needs the coach is asked with its reason, and sent only when that was read.
  if (await asked.isVisible()) {
    await expect(asked).toContainText(/needs? you before this week is sent/);
    await page.keyboard.press("a");
  }
  await expect(sentWords).toBeVisible();
  await lineOf(second).locator("[data-line]").click();
  await page.keyboard.press("l");
  await expect(lineOf(second).getByText("left as it is")).toBeVisible();
  await lineOf(third)
    .getByRole("button", { name: /^Accept/ })
    .click();
  const again = lineOf(third).getByRole("button", { name: /^Send as proposed/ });
  const thirdSent = lineOf(third).getByText(/sessions? sent$/);
  await expect(thirdSent.or(again)).toBeVisible();
  if (await again.isVisible()) await again.click();
  await expect(thirdSent).toBeVisible();
  // What was sent is not carried on twice.
  await page.reload();
  await alive(page);
  await expect(lines.filter({ hasText: "reading…" })).toHaveCount(0, { timeout: 60_000 });
  await lineOf(second).locator("[data-line]").click();
  await page.keyboard.press("e");
  await page.waitForURL(/\/weeks\?for=/);
});

test("a plan is pasted as text, its days and phases are moved by keyboard and by pointer, a week is away, and a lift changes its day", async ({
  page,
}) => {
  await enterAsCoach(page);
  await page.goto("/weeks");
  await alive(page);
  await page.getByLabel("Client").selectOption({ label: "Noor Castellan" });
  await page.waitForURL(/for=/);
  await page.getByRole("button", { name: "Start a plan" }).click();
  const sheet = page.getByRole("dialog");
  await sheet.getByLabel("as text").check();
  await sheet.getByLabel("Name").fill("Two days");
  const days = sheet.getByLabel("Days", { exact: true });
  await days.fill("Monday: Push\nBench press 4xx6\n\nThursday: Legs\nBack squat 4x5 rir2");
  await sheet.getByRole("button", { name: "Start this plan" }).click();
  await expect(sheet.getByRole("alert")).toContainText("Line 2:");
  await expect(days).toHaveValue(/4xx6/);
  await days.fill(
    "Monday: Push\nA1 Bench press 4x6 rir2\n\nB1 Lateral raise 3x12 rir1\n\nThursday: Legs\nBack squat 4x5 rir2",
  );
  await sheet.getByRole("button", { name: "Start this plan" }).click();
  await page.waitForURL(/plan=/);
  await expect(page.getByRole("heading", { name: "Two days" })).toBeVisible();
  await alive(page);

  // The end of a phase by its arrow keys, and pulled back by the pointer.
  const end = page.getByRole("slider", { name: "End of build up" });
  await end.focus();
  await page.keyboard.press("ArrowRight");
  await expect(end).toHaveAttribute("aria-valuetext", "6 weeks");
  const box = (await end.boundingBox())!;
  await page.mouse.move(box.x + 3, box.y + 10);
  await page.mouse.down();
  await page.mouse.move(box.x - 150, box.y + 10, { steps: 6 });
  await page.mouse.up();
  await expect(end).toHaveAttribute("aria-valuetext", "4 weeks");

  // A day of its own: another weekday, a time, a lift more; one that does not read stays where it was typed.
  await page.getByRole("button", { name: /^Thu Legs/ }).click();
  await page.getByLabel("On", { exact: true }).selectOption("Friday");
  await page.getByLabel("At", { exact: true }).fill("18:30");
  await page.getByLabel("At", { exact: true }).blur();
  await expect(page.getByRole("button", { name: /^Fri 18:30 Legs/ })).toBeVisible();
  const more = page.getByLabel("Add a lift");
  await more.fill("Leg curl 3xx12");
  await page.getByRole("button", { name: "Add", exact: true }).click();
  await expect(more).toHaveAttribute("aria-invalid", "true");
  await more.fill("Lying leg curl 3x12 rir1");
  await page.getByRole("button", { name: "Add", exact: true }).click();
  await expect(page.getByRole("row", { name: /^Lying leg curl/ })).toBeVisible();
  await expectAccessible(page.getByRole("complementary", { name: "This week" }));

  // A lift is dragged to the other day.
  const lift = page.getByRole("rowheader", { name: /^Lateral raise/ }).getByText("Lateral raise");
  const from = (await lift.boundingBox())!;
  const into = (await page.getByRole("button", { name: /^Fri 18:30 Legs/ }).boundingBox())!;
  await page.mouse.move(from.x + 20, from.y + 8);
  await page.mouse.down();
  await page.mouse.move(from.x + 30, from.y + 30, { steps: 4 });
  await page.mouse.move(into.x + 40, into.y + 10, { steps: 8 });
  await page.mouse.up();
  const rows = page.getByRole("rowheader");
  await expect(rows.nth(4)).toContainText("Lying leg curl");
  await expect(rows.nth(5)).toContainText("Lateral raise");

  // Away for a week: its cells say so; the days are taken out again.
  await page.getByRole("button", { name: /^Week 2/ }).click();
  await page.getByRole("button", { name: "Away all week" }).click();
  await expect(page.getByRole("button", { name: /Back squat, week 2: .*away/ })).toBeVisible();
  await page.getByRole("button", { name: "The plan", exact: true }).click();
  await page.getByLabel("A missed session is").selectOption({ label: "left out" });
  await page.getByLabel("First day", { exact: true }).fill("2026-01-05");
  await page.getByLabel("Last day", { exact: true }).fill("2026-01-02");
  await page.getByRole("button", { name: "Add", exact: true }).click();
  await expect(page.getByText("The last day comes before the first.")).toBeVisible();
  await page.getByRole("button", { name: /^Remove the days away/ }).click();
  await expect(page.getByRole("button", { name: /Back squat, week 2: .*away/ })).toHaveCount(0);
  await expectAccessible(page.getByRole("complementary", { name: "This week" }));
  await page.getByRole("button", { name: "Save", exact: true }).click();
  await expect(page.getByText(/differ from what is saved/)).toHaveCount(0);
  await page.reload();
  await alive(page);
  await expect(page.getByRole("button", { name: /^Fri 18:30 Legs/ })).toBeVisible();
});

test("a change at the desk is for its week until it is kept, and a session's review accepts the next week", async ({
  page,
}) => {
  await enterAsCoach(page);
  await openWeeks(page, "Ines Calder");
  const clientId = new URL(page.url()).searchParams.get("for");
  await page.getByRole("region", { name: "Its session" }).locator("a, button").first().click();
  await page.waitForURL(/\/session\//);
  await alive(page);
  const differs = page.getByRole("region", { name: "Against the plan" });
  await expect(differs).toHaveCount(0);
  const cell = page.getByRole("grid").getByRole("gridcell").filter({ hasText: "×" }).first();
  await cell.click();
  await page.keyboard.press("Enter");
  const input = page.getByLabel("Set, round 1");
  await expect(input).toBeVisible();
  await input.fill("2 @next-10% rir4");
  await input.press("Enter");
  await expect(differs).toContainText("Only this week:");
  await expect(differs).toContainText("goes on from before it");
  await expectAccessible(differs);
  await differs.getByRole("button", { name: "As in the plan" }).click();
  await expect(differs).toHaveCount(0);
  await page.getByRole("button", { name: "Undo", exact: true }).click();
  await expect(differs).toContainText("Only this week:");
  await differs.getByRole("button", { name: "From now on" }).click();
  await expect(differs).toHaveText("Saved: the weeks after this one follow.");
  await page.reload();
  await alive(page);
  await expect(differs).toHaveCount(0);

  // The last session that was done ends in next week, as its rules have it and lift by lift otherwise.
  const shown = await page.request.post("/api/do/weeks.show", { data: { clientId, planId: null } });
  const { sessions } = ((await shown.json()) as { view: { sessions: { id: string; date: string; state: string }[] } })
    .view;
  const [last] = sessions.filter(({ state }) => state === "done").sort((a, b) => (a.date < b.date ? 1 : -1));
  await page.goto(`/review/${last!.id}`);
  await alive(page);
  const next = page.getByRole("region", { name: /again, / });
  await expect(next.getByText(/lifts? moves? on|Every lift moves on/)).toBeVisible();
  await expectAccessible(next);
  const lift = next.getByRole("combobox").first();
  await lift.selectOption({ label: "5 % lighter" });
  await next.getByRole("button", { name: "Accept next week" }).click();
  await expect(next.getByRole("status")).toHaveText("Accepted: the session is a draft now.");
  await next.getByRole("link", { name: "To the desk" }).click();
  await page.waitForURL(/\/session\//);
  await alive(page);
  await expect(differs).toContainText("Only this week:");
});

test("weeks in review are compared over a period, and a figure says what it is made of", async ({ page }) => {
  await enterAsCoach(page);
  await page.goto("/review/weeks");
  await alive(page);
  const head = (place: number) => page.getByRole("button", { name: /^week from / }).nth(place);
  await head(2).focus();
  await page.keyboard.press("Enter");
  await head(4).focus();
  await page.keyboard.press("Shift+Enter");
  const compared = page.getByRole("complementary", { name: "Weeks compared" });
  await expect(compared.getByRole("heading", { name: "weeks 3 to 5" })).toBeVisible();
  await expect(compared.getByRole("row", { name: /^minutes/ })).toBeVisible();
  await compared.getByLabel("Beside").selectOption({ index: 1 });
  await expectAccessible(compared);
  await head(4).focus();
  await page.keyboard.press("Escape");
  await expect(page.getByRole("heading", { name: "What next" })).toBeVisible();

  // The same by pointer.
  const [from, to] = [await head(1).boundingBox(), await head(3).boundingBox()];
  await page.mouse.move(from!.x + 9, from!.y + 5);
  await page.mouse.down();
  await page.mouse.move(to!.x + 9, to!.y + 5, { steps: 5 });
  await page.mouse.up();
  await expect(compared.getByRole("heading", { name: "weeks 2 to 4" })).toBeVisible();

  await page
    .getByRole("button", { name: /hard sets for the .* in week 2: what it is made of/ })
    .first()
    .click();
  const made = page.getByRole("complementary", { name: "Made of" });
  await expect(made.getByText(/counts whole/).first()).toBeVisible();
  await page.getByLabel("What is counted of each muscle").selectOption({ label: "Time under tension" });
  await expect(page.getByRole("button", { name: /minutes for the .* in week 2/ }).first()).toBeVisible();
  await made.getByRole("button", { name: "Back to what next" }).click();
  await expect(page.getByRole("heading", { name: "What next" })).toBeVisible();
});

test("a plan is kept as a template, another client's is begun from it beside the one there is, and sessions go in turn", async ({
  page,
}) => {
  await enterAsCoach(page);
  await openWeeks(page, "Noor Castellan");
  await page.getByRole("button", { name: "The plan", exact: true }).click();
  const side = page.getByRole("complementary", { name: "This week" });
  await side.getByRole("textbox", { name: "Save as a template" }).fill("Shoulders first");
  await side.getByRole("button", { name: "Save the template" }).click();
  await expect(side.getByRole("status")).toContainText("Saved");

  // Two of its three sessions in turn: the second week begins with the other one.
  await side.getByLabel("Sessions stand").selectOption("2");
  await expect(page.getByText(/cells? differs? from what is saved/)).toBeVisible();
  await page.getByRole("button", { name: "Undo", exact: true }).click();
  await expect(page.getByText(/differs? from what is saved/)).toHaveCount(0);

  await page.getByLabel("Client").selectOption({ label: "Marit Solhaug" });
  await expect(page.getByRole("heading", { name: "Ten chin-ups" })).toBeVisible();
  await page.getByRole("button", { name: "Start a plan" }).click();
  const sheet = page.getByRole("dialog");
  await sheet.getByLabel("from a template").check();
  const card = sheet.getByRole("article", { name: "Shoulders first" });
  await card.getByRole("button", { name: /^Beside / }).click();
  await expect(card.getByRole("row", { name: /^minutes/ })).toBeVisible();
  await expect(card.getByRole("row", { name: /^delts/ })).toBeVisible();
  await expectAccessible(card);
  await card.getByRole("button", { name: "Start from it" }).click();
  await page.waitForURL(/plan=/);
  await expect(page.getByRole("heading", { name: "Shoulders first" })).toBeVisible();
});

test("on a phone the weeks, their review and a session's are no wider than the screen", async ({ page }) => {
  await enterAsCoach(page);
  await page.setViewportSize(PHONE);
  for (const path of ["/weeks", "/weeks/carry-on", "/review/weeks", "/review"]) {
    await page.goto(path);
    await alive(page);
    await expect(page.getByRole("heading").first()).toBeVisible();
    const width = () => page.evaluate(() => document.documentElement.scrollWidth);
    await expect.poll(width, path).toBeLessThanOrEqual(PHONE.width);
  }
});

test("a goal is pulled along the lift's line, and a day that was trained is ended", async ({ page }) => {
  await enterAsCoach(page);
  await openWeeks(page, "Marit Solhaug");
  await page.getByRole("button", { name: /^Leg press, week 10: / }).click();
  await page.getByRole("button", { name: "Set a goal to pull" }).click();
  const goal = page.getByRole("slider", { name: /^Goal, / });
  const first = (await goal.getAttribute("aria-valuetext"))!;
  const kgOf = (words: string) => Number(/^[\d.]+/.exec(words)![0]);
  await goal.focus();
  for (let step = 0; step < 4; step++) await page.keyboard.press("ArrowUp");
  await expect.poll(async () => kgOf((await goal.getAttribute("aria-valuetext"))!)).toBe(kgOf(first) + 10);
  await expect(page.getByText(/It has to gain [\d.]+ % a week/).first()).toBeVisible();
  // The chance comes once the plan has been run in the background.
  await expect(page.getByText(/by .+: (hardly ever|nearly always|\d+ in 10)/).first()).toBeVisible({ timeout: 30_000 });
  const box = (await goal.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + 13);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2, box.y + 33, { steps: 5 });
  await expect(page.getByText(/It has to gain|it can be done now/).first()).toBeVisible();
  await page.mouse.up();
  await expect.poll(async () => kgOf((await goal.getAttribute("aria-valuetext"))!)).toBeLessThan(kgOf(first) + 10);
  await expectAccessible(page.getByRole("complementary", { name: "This week" }));
  await page.getByRole("button", { name: "Undo all" }).click();

  await page.getByRole("button", { name: /Thu.*Hinge and pull/ }).click();
  const done = page.getByRole("button", { name: /^Leg press, week 7: / });
  await expect(done).toBeVisible();
  await page.getByRole("button", { name: "End the day" }).click();
  await expect(page.getByRole("button", { name: /^Leg press, week 12: / })).toHaveCount(0);
  await expect(done).toBeVisible();
  await page.getByRole("button", { name: "Go on with the day" }).click();
  await expect(page.getByRole("button", { name: /^Leg press, week 12: / })).toBeVisible();
});

test("a plan of two years draws the weeks that are in sight, and its last is reached by a key", async ({ page }) => {
  await enterAsCoach(page);
  const { clients } = await does<{ clients: { id: string; name: string }[] }>(page, "clients.names", {});
  const ines = clients.find(({ name }) => name === "Ines Calder")!.id;
  const { plans } = await does<{ plans: { plan: { days: object[]; phases: object[] } }[] }>(page, "plans.show", {
    clientId: ines,
  });
  const known = { birthYear: null, trainingAge: "intermediate", minutes: 60, aims: "", limits: "", bodyMass: null };
  const { clientId } = await does<{ clientId: string }>(page, "clients.create", { name: "Yngve Tveit", ...known });
  const [{ plan }] = plans as [(typeof plans)[number]];
  const phases = Array.from({ length: 13 }, (_, at) => ({ ...plan.phases[0], id: `phase ${at}`, weeks: 8 }));
  const startDate = "2026-11-23";
  const { planId } = await does<{ planId: string }>(page, "plans.create", {
    ...{ clientId, name: "Two years", startDate, phases, days: plan.days, inTurn: null },
  });
  await page.goto(`/weeks?for=${clientId}&plan=${planId}`);
  await alive(page);
  const week = (figure: number) => page.getByRole("columnheader", { name: new RegExp(`^Week ${figure} `) });
  await expect(week(2)).toHaveAttribute("aria-current", "date");
  await expect(page.getByText("One moment…")).toHaveCount(0);
  expect(await page.getByRole("columnheader").count()).toBeLessThan(25);
  const cell = page.locator('[data-cell][aria-pressed="true"]');
  await cell.focus();
  await page.keyboard.press("End");
  await expect(week(104)).toBeVisible();
  await expect(page.locator('[data-cell$=" 103"][aria-pressed="true"]')).toBeFocused();
  await expect(week(2)).toHaveCount(0);
  await page.keyboard.press("Home");
  await expect(week(1)).toBeVisible();
  await expectAccessible(page);
});
