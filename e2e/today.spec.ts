/** A coach's morning by keyboard: see, decide, send; every key is counted. docs/today.md */
import { enterAsCoach, expectAccessible, PHONE, putSession } from "./helpers";
import { expect, type Page, test } from "./test";

const needs = (page: Page) => page.getByRole("region", { name: /^Needs you/ });
const line = (page: Page, name: string | RegExp) => needs(page).getByRole("button", { name, exact: true });

test("a coach sees the day, decides six things and sends the day's session with at most forty keys", async ({
  page,
}) => {
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
  const at = (name: string | RegExp) => expect(line(page, name)).toBeFocused();
  const noteAt = async () => (await page.locator(":focus").textContent()) ?? "";

  await press("ArrowDown");
  await at("Marit: wrote to you");
  await press("Enter");
  await expect(page.getByLabel("Message to Marit")).toBeFocused();
  await press(..."Yes", "Tab", "Enter");
  const decided: string[] = [];
  await expect(line(page, "Marit: wrote to you")).toHaveCount(0);
  for (let decisions = 1; decisions < 6; decisions++) {
    await expect(page.locator("[data-line]:focus")).toHaveCount(1);
    const title = await noteAt();
    decided.push(title);
    // The weeks are another page: those are put off.
    const isElsewhere = await needs(page)
      .getByRole("button", { name: `See the weeks, ${title}` })
      .count();
    await press(...(isElsewhere > 0 ? ["l", "Enter"] : ["Enter"]));
    await expect(line(page, title)).toHaveCount(0);
  }
  expect(new Set(decided).size).toBe(5);
  await expect(
    needs(page)
      .locator("[data-line]")
      .filter({ hasText: /work today|of today/ }),
  ).toHaveCount(0);
  expect(keys).toBeLessThanOrEqual(40);

  // What was decided is kept, and taken back.
  await page.reload();
  await expect(line(page, decided.at(-1)!)).toHaveCount(0);
  await page.getByText(/^Decided in the last seven days/).click();
  await expect(needs(page)).toContainText("answered “Yes”");
  await page.getByRole("button", { name: "Take back" }).first().click();
  await expect(line(page, decided.at(-1)!)).toBeVisible();
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
  await page.goto("/today");
  const row = page.getByRole("row", { name: /^Tobias Renner/ });
  const dayOf = (title: string) =>
    expect.poll(async () => (await row.getByRole("cell").allInnerTexts()).findIndex((text) => text.includes(title)));
  await dayOf("Lower").toBe(1);
  await row.getByRole("link", { name: "Lower" }).focus();
  await page.keyboard.press("Shift+ArrowRight");
  await dayOf("Lower").toBe(2);
  await expect(row).toContainText("moved from 4 Dec");

  const [strips, sunday] = [row.locator("svg").first(), row.getByRole("cell").nth(3)];
  await strips.hover();
  await page.mouse.down();
  const to = (await sunday.boundingBox())!;
  await page.mouse.move(to.x + 30, to.y + 20, { steps: 8 });
  await page.mouse.move(to.x + 40, to.y + 20, { steps: 4 });
  await expect(sunday).toHaveClass(/indigo-tint/);
  await page.mouse.up();
  await dayOf("Lower").toBe(3);

  await row.getByRole("button", { name: "Send Upper to Tobias Renner" }).click();
  await expect(row.getByRole("button", { name: "Send Upper to Tobias Renner" })).toHaveCount(0);
  await dayOf("Upper").toBe(5);
  await page.reload();
  await dayOf("Lower").toBe(3);
  await expectAccessible(page);
});
