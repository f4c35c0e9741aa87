/** A coach's morning by keyboard: see, decide, send; every key is counted. docs/today.md */
import { randomUUID } from "node:crypto";
import { addDays } from "../core";
import { does, enterAsCoach, expectAccessible, PHONE, putSession } from "./helpers";
import { expect, newContext, type Page, test } from "./test";

const needs = (page: Page) => page.getByRole("region", { name: /^Needs you/ });
const line = (page: Page, name: string | RegExp) => needs(page).getByRole("button", { name, exact: true });

test("a coach sees the day, decides six things and sends the day's session with at most forty keys", async ({
  page,
  browser,
}) => {
  const client = await (await newContext(browser)).newPage();
  await client.goto("/sign-in");
  await client.getByRole("button", { name: "Enter as Marit, a client" }).click();
  await client.waitForURL(/\/me/);
  const { id: clientId } = await does<{ id: string }>(client, "me.show", {});
  await does(client, "messages.write", { id: randomUUID(), clientId, sessionId: null, text: "May I row first?" });
  await client.context().close();
  await enterAsCoach(page);
  // Two sessions of today that nobody was sent, of a client with an account.
  for (const title of ["Before work", "After work"])
    await putSession(page, "Marit Solhaug", `# ${title}\n\nA1 Goblet squat 3x8 @16kg rir2 r90`);
  await page.goto("/today");
  await expect(page.getByRole("heading", { name: "Today", exact: true })).toBeVisible();
  await expect(page.getByRole("region", { name: "Sessions today" })).toContainText("Noor Castellan");
  await expect(page.getByRole("table", { name: "Coming days" })).toContainText("Tobias Renner");
  await expectAccessible(page);

  let keys = 0;
  const press = async (...pressed: string[]) => {
    for (const key of pressed) {
      await page.keyboard.press(key);
      keys++;
    }
  };
  const focused = page.locator("[data-line]:focus");

  await press("ArrowDown");
  await expect(focused).toHaveCount(1);
  // Whatever else happened in this studio may be graver.
  for (let title = await focused.textContent(); title !== "Marit: wrote to you"; title = await focused.textContent()) {
    await press("ArrowDown");
    await expect(focused).not.toHaveText(title ?? "");
  }
  await press("Enter");
  await expect(page.getByLabel("Message to Marit")).toBeFocused();
  await press(..."Yes", "Tab", "Enter");
  await expect(line(page, "Marit: wrote to you")).toHaveCount(0);
  const decide = async (...pressed: string[]) => {
    await expect(focused).toHaveCount(1);
    const title = (await focused.textContent()) ?? "";
    // What is proposed on another page, or is a message, is put off: L, and tomorrow.
    const proposed = await focused.locator("xpath=..").getByRole("button").nth(1).textContent();
    const isElsewhere = /^(See|Open|Write|Answer)/.test(proposed ?? "");
    await press(...(pressed.length > 0 ? pressed : isElsewhere ? ["l", "Enter"] : ["Enter"]));
    await expect(line(page, title)).toHaveCount(0);
    return title;
  };
  const unsent = needs(page).locator("[data-line]").filter({ hasText: "of today and tomorrow not sent" });
  await expect(unsent).toHaveCount(1);
  for (let decisions = 1; decisions < 5 || (await unsent.count()) > 0; decisions++) await decide();
  const putOff = await decide("l", "Enter");
  expect(keys).toBeLessThanOrEqual(40);

  // What was decided is kept, and taken back.
  await page.reload();
  await expect(needs(page).getByText(/^Decided in the last seven days/)).toBeVisible();
  await expect(line(page, putOff)).toHaveCount(0);
  await needs(page)
    .getByText(/^Decided in the last seven days/)
    .click();
  await expect(needs(page)).toContainText("answered “Yes”");
  await page.getByRole("button", { name: "Undo", exact: true }).first().click();
  await expect(line(page, putOff)).toBeVisible();
  await expectAccessible(page);
});

test("on a phone the day is no wider than the screen", async ({ page }) => {
  await enterAsCoach(page);
  await page.setViewportSize(PHONE);
  await page.goto("/today");
  await expect(page.getByRole("heading", { name: /^Needs you/ })).toBeVisible();
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(PHONE.width);
  await expectAccessible(page);
});

test("a session of the coming days goes to another day by keyboard and by pointer, and is sent from there", async ({
  page,
}) => {
  await enterAsCoach(page);
  const sessionId = await putSession(page, "Tobias Renner", "# Jetty day\n\nA1 Plank 2x40s r60");
  const { today } = await does<{ today: string }>(page, "today.show", {});
  await does(page, "sessions.move", { sessionId, seen: today, wanted: addDays(today, 2) });
  await page.goto("/today");
  const row = page.getByRole("row", { name: /^Tobias Renner/ });
  const isOn = (place: number) => expect(row.getByRole("cell").nth(place)).toContainText("Jetty day");
  await isOn(1);
  await row.getByRole("link", { name: "Jetty day" }).focus();
  await page.keyboard.press("Shift+ArrowRight");
  await isOn(2);

  const [strips, there] = [row.getByRole("cell").nth(2).locator("svg").last(), row.getByRole("cell").nth(3)];
  await strips.hover();
  await page.mouse.down();
  const to = (await there.boundingBox())!;
  await page.mouse.move(to.x + 30, to.y + 20, { steps: 8 });
  await page.mouse.move(to.x + 40, to.y + 20, { steps: 4 });
  await expect(there).toHaveClass(/indigo-tint/);
  await page.mouse.up();
  await isOn(3);

  const send = row.getByRole("button", { name: "Send Jetty day to Tobias Renner" });
  await send.click();
  await expect(send).toHaveCount(0);
  await page.reload();
  await isOn(3);
  await expectAccessible(page);
});
