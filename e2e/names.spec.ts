/** Lifts by the names that coaches use; what nobody knows yet is offered, made the studio's own, or left so. */

import { alive, enterAsCoach, expectAccessible, expectShorthand, writeSession } from "./helpers";
import { expect, test } from "./test";

test("names are read as coaches say them, with their set-up; what is taken another way is said", async ({ page }) => {
  await enterAsCoach(page);
  await writeSession(
    page,
    "Noor Castellan",
    "A1 Lat pulldown wide grip 3 sets x 10 h10\nA2 incline 45 db press 4x8-10 rest 1:30\n\nB1 hammer curls 3x12 @70-75%",
  );
  await expect(page.getByText("sits out round 4: its block has 4")).toBeVisible();
  await expect(page.getByText("70 to 75 %, planned at 72.5 %")).toBeVisible();
  await page.getByRole("button", { name: "Grid", exact: true }).click();
  const rows = page.getByRole("rowheader");
  await expect(rows.filter({ hasText: "Lat pull-down" })).toContainText("grip wide");
  await expect(rows.filter({ hasText: "Incline dumbbell press" })).toContainText("bench 45");
  await expect(rows.filter({ hasText: "Hammer curl" })).toBeVisible();
  await expectAccessible(page);
});

test("a name that nobody knows keeps its place in its superset, and is named, left or made the studio's own", async ({
  page,
}) => {
  await enterAsCoach(page);
  const text = "A1 Incline winch curl 3x10 h8\nA2 Press-down 3x12 r60\n\nB1 Quay hop 2x5\n\nC1 Bollard thing curl 3x8";
  const sessionId = await writeSession(page, "Noor Castellan", text);
  const unknown = (name: string) => page.getByText(`${name} is not known here yet.`);
  for (const name of ["Incline winch curl", "Quay hop", "Bollard thing curl"])
    await expect(unknown(name)).toBeVisible();
  await expectAccessible(page);

  // One is what a known lift is: taken into the text in its place.
  await page.getByRole("button", { name: "Incline dumbbell curl" }).first().click();
  await expect(unknown("Incline winch curl")).toHaveCount(0);
  await expectShorthand(page, /^A1 Incline dumbbell curl 3x10 h8\nA2 Press-down/);
  // One is left so.
  await page.getByRole("button", { name: "Leave it so" }).first().click();
  await expectShorthand(page, /B1 "Quay hop"\? 2x5/);
  await expect(unknown("Quay hop")).toHaveCount(0);
  await expect(page.getByRole("status").filter({ hasText: /(^|· )saved$/ })).toBeVisible();

  // One becomes the studio's own: motion and implement are guessed from its words, and its sets are its sets.
  await page.getByRole("link", { name: "Make it ours" }).click();
  await expect(page.getByRole("heading", { name: "An exercise of your own" })).toBeVisible();
  await expect(page.getByLabel("Name", { exact: true })).toHaveValue("Bollard thing curl");
  await expect(page.getByLabel("Motion")).toHaveValue(/curl/i);
  await page.getByRole("button", { name: "Add it" }).click();
  await page.waitForURL(new RegExp(`/session/${sessionId}`));
  await alive(page);
  const row = page.getByRole("row").filter({ hasText: "Bollard thing curl" });
  await expect(row).not.toContainText("not known yet");
  await expect(page.getByRole("row").filter({ hasText: "Quay hop" })).toContainText("not known yet");
  // The question of the other stays, quietly, and is there when the text is opened again.
  await page.getByRole("button", { name: "Text", exact: true }).click();
  await page.getByText("“Quay hop” stands under its name").click();
  await expect(unknown("Quay hop")).toBeVisible();

  // It is found by its name from now on, in the list of exercises too.
  await page.getByRole("link", { name: "Exercises", exact: true }).click();
  await alive(page);
  await page.getByLabel("Search exercises").fill("bolard thing curls");
  await expect(page.getByRole("row").filter({ hasText: "Bollard thing curl" }).first()).toBeVisible();
});
