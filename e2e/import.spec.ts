/** Years that a coach brings along: read from a file, decided, brought in, there once, and undone as a whole. */
import { join } from "node:path";
import { alive, enterAsCoach, expectAccessible } from "./helpers";
import { expect, type Page, test } from "./test";

const sample = (name: string) => join(import.meta.dirname, "..", "docs", "formats", "samples", name);
const choose = async (page: Page, name: string) => {
  await page.goto("/import");
  await alive(page);
  await page.locator("input[type=file]").first().setInputFiles(sample(name));
  await expect(page.getByRole("heading", { name: "What comes in" })).toBeVisible();
};
const inside = (page: Page) => page.getByRole("complementary", { name: "What comes in" });

test("a notebook comes in after two decisions, a row of it is mended, and it counts for its client at once", async ({
  page,
}) => {
  await enterAsCoach(page);
  await choose(page, "coachs-notebook.csv");
  await expectAccessible(page);
  await expect(inside(page).getByText("25 days", { exact: true }).first()).toBeVisible();
  const bring = page.getByRole("button", { name: "Bring it in" });
  await expect(bring).toBeDisabled();
  await page.getByRole("combobox", { name: "The file names nobody is" }).selectOption({ label: "Palle Brandt" });
  await page.getByRole("button", { name: "Farmer's carry" }).click();
  await expect(page.getByRole("button", { name: "Farmer's carry" })).toHaveAttribute("aria-pressed", "true");
  // A row that cannot be read is put right where it stands.
  await expect(page.getByText("says a range, 8-10, and not what was done")).toBeVisible();
  await page.getByRole("textbox", { name: "row 62, column 2" }).fill("3x9x67.5");
  await page.getByRole("listitem").filter({ hasText: "says a range" }).getByRole("button", { name: "Read it" }).click();
  await expect(page.getByText("says a range, 8-10, and not what was done")).toHaveCount(0);
  await bring.click();
  await expect(page.getByRole("status").filter({ hasText: "25 days came in." })).toBeVisible();
  await page.goto("/clients");
  await page.getByRole("link", { name: "Palle Brandt" }).first().click();
  await expect(page.getByText("Farmer's carry", { exact: true }).first()).toBeVisible();
});

test("the same file is there already, in one part of it or all; undone, nothing of it is left", async ({ page }) => {
  await enterAsCoach(page);
  const bringIn = async (words: RegExp) => {
    await choose(page, "set-a-row.csv");
    await page.getByRole("button", { name: "Bring it in" }).click();
    await expect(page.getByRole("status").filter({ hasText: words })).toBeVisible({ timeout: 60_000 });
  };
  await bringIn(/^100 days came in\.$/);
  await bringIn(/^0 days came in, 100 were there already\.$/);
  await page.getByRole("button", { name: "Another file" }).first().click();
  const former = page.getByRole("region", { name: "Brought in before" }).getByRole("listitem");
  const first = former.filter({ hasText: "100 days, 1,200 sets" });
  await first.getByRole("button", { name: "2 rows not read" }).click();
  await expect(first.getByText("“31.02.2025” is no date")).toBeVisible();
  // What came in goes out as a table, row by row, to who is signed in.
  const table = await page.request.get("/api/export/set-log");
  expect([table.status(), table.headers()["content-type"]]).toEqual([200, "text/csv; charset=utf-8"]);
  expect(await table.text()).toContain("2025-01-06,Ines Calder,,A1,Bench press,1,1,8,,,8,");
  await first.getByRole("button", { name: "Undo…" }).click();
  await page.getByRole("button", { name: "Undo 100 days" }).click();
  await expect(former.filter({ hasText: "100 days, 1,200 sets" })).toHaveCount(0);
  await expect(former.filter({ hasText: /^set-a-row\.csv.*undone/ })).toHaveCount(1);
});

test("what is no log says so and what to do; cells that are pasted are read like a file", async ({ page }) => {
  await enterAsCoach(page);
  await page.goto("/import");
  await alive(page);
  await page
    .locator("input[type=file]")
    .first()
    .setInputFiles({
      name: "log.xls",
      mimeType: "application/octet-stream",
      buffer: Buffer.from([0xd0, 0xcf, 0x11, 0xe0, 0]),
    });
  await expect(page.getByText("This is a workbook of the old kind (.xls). Save it as .xlsx or .csv")).toBeVisible();
  await page.getByLabel("Or paste cells").fill("Date\tExercise\tReps\tWeight (lb)\n3/14/2026\tBench press\t8,8\t135");
  await page.getByRole("button", { name: "Read it" }).click();
  await expect(inside(page).getByText("1 day", { exact: true }).first()).toBeVisible();
  await expect(inside(page)).toContainText("2 sets of 1 exercise, 14 Mar 2026");
  await expect(page.getByRole("combobox", { name: "Dates are written" })).toHaveValue("monthDayYear");
});
