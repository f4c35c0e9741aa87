/** What nobody planned: a session that grows on the floor, with a network and without. */
import { enterAsCoach, expectAccessible, PHONE, tapOver } from "./helpers";
import { expect, type Page, test } from "./test";

async function doSet(page: Page): Promise<void> {
  await page.getByRole("button", { name: "Set done" }).click();
  await tapOver(page);
  await page.getByRole("button", { name: "Save set", exact: true }).click();
  await tapOver(page);
}

// What is opened here is opened again without a network.
test.use({ serviceWorkers: "allow" });

test("a session that nobody planned grows lift by lift, by name or as a line, also without a network, and is kept like any other", async ({
  page,
  context,
}) => {
  await enterAsCoach(page);
  await page.setViewportSize(PHONE);
  await page.goto("/floor");
  await page.getByRole("button", { name: "A session that is not planned…" }).click();
  await page.getByRole("button", { name: "Palle Brandt" }).click();
  await expectAccessible(page);
  await page.getByRole("button", { name: /^Empty/ }).click();
  await expect(page.getByRole("heading", { name: "What comes first?" })).toBeVisible();
  await expectAccessible(page);

  const field = page.getByLabel("A lift to add");
  await field.fill("xyzzy 300x8");
  await field.press("Enter");
  await expect(page.getByRole("alert").filter({ hasText: "between 1 and 40 sets" })).toBeVisible();
  await expect(field).toHaveValue("xyzzy 300x8");
  await field.fill("goblet 2x8 @16kg r90");
  await page.getByRole("button", { name: /^Goblet squat/ }).click();
  await expect(page.getByRole("region", { name: "In hand" })).toContainText("Goblet squat8reps16kg");
  await expect(page.getByText("Find the load")).toHaveCount(0);
  await tapOver(page);
  await page.getByRole("button", { name: "Start", exact: true }).click();
  await doSet(page);

  await page.waitForFunction(() => navigator.serviceWorker.controller !== null);
  await context.setOffline(true);
  await page.getByRole("button", { name: "Options" }).click();
  await page.getByRole("button", { name: /^Add a lift/ }).click();
  await field.fill("lateral r");
  await page
    .getByRole("button", { name: /^Lateral raise/ })
    .first()
    .click();
  // Without a network it takes a moment until the server is given up.
  await expect(field).toHaveCount(0);
  await tapOver(page);
  await page.getByRole("button", { name: "Options" }).click();
  await page.getByRole("button", { name: /^Another block first/ }).click();
  await page.getByRole("button", { name: /^B: Lateral raise/ }).click();
  await expect(page.getByText(/^then B/)).toBeVisible();
  await context.setOffline(false);
  await tapOver(page);

  await page.getByRole("button", { name: "Start now" }).click();
  await expect(page.getByRole("heading", { name: "Lateral raise" })).toBeVisible();
  await tapOver(page);
  await doSet(page);
  await page.getByRole("button", { name: "Options" }).click();
  await page.getByRole("button", { name: /^End the session here/ }).click();
  await tapOver(page);
  await page.getByRole("button", { name: "Finish" }).click();
  await expect(page.getByText("All of it has reached the studio.")).toBeVisible();
  await page.getByRole("link", { name: "The whole review" }).click();
  for (const lift of ["Goblet squat", "Lateral raise"]) await expect(page.getByText(lift).first()).toBeVisible();
  await expect(page.getByRole("button", { name: /^8 × 16/ })).toHaveCount(1);
});
