import { alive, enterAsCoach, expectAccessible, putSession, writeSession } from "./helpers";
import { expect, test } from "./test";

test("exercises are ranked for a client, drawn, paired, searched, and one is added", async ({ page }) => {
  await enterAsCoach(page);
  await page.getByRole("link", { name: "Exercises", exact: true }).click();
  await alive(page);
  await page.getByLabel("For whom").selectOption({ label: "Noor Castellan" });
  const ranking = page.getByRole("main");
  const detail = page.getByRole("region", { name: "The exercise" });
  await expect(ranking).toContainText("This week");
  // It never opens empty: the best is looked at.
  await expect(detail).toContainText("First choice for the mid chest");
  await page.getByRole("button", { name: /^biceps/ }).click();
  await expect(ranking.getByRole("region", { name: "For the biceps" })).toBeVisible();
  await ranking.getByLabel("all of the biceps").check();
  await ranking.getByLabel("all of the biceps").uncheck();
  await ranking.getByRole("button", { name: /^weights/ }).click();
  const weights = page.getByRole("dialog", { name: "Weights" });
  await weights.getByRole("combobox", { name: "Weights" }).selectOption({ label: "long lengths first" });
  await page.keyboard.press("Escape");
  await ranking.getByRole("button", { name: /^\d+ ?Incline dumbbell curl/ }).click();
  await expect(detail.getByRole("heading", { name: "Incline dumbbell curl" })).toBeVisible();
  await detail.getByText("Why it stands there").click();
  await expect(detail).toContainText("Trains the biceps directly.");
  await expect(page.getByRole("button", { name: /^biceps.*Incline dumbbell curl from/ })).toBeAttached();
  await detail
    .getByRole("button", { name: /opposing pair/ })
    .first()
    .click();
  await expect(detail).toContainText(/Of ten reps the\s+second loses/);
  await detail.getByRole("textbox", { name: "Incline dumbbell curl" }).fill("10");
  await detail.getByRole("button", { name: "Add the day" }).click();
  await expect(detail).toContainText("Whole reps for both");
  await expectAccessible(detail);
  await expectAccessible(ranking);
  // A tick puts a second one beside it, and takes it away again.
  await ranking.getByLabel("Compare Barbell curl").check();
  await expect(detail.getByRole("tab", { name: "Compared", exact: true })).toHaveAttribute("aria-selected", "true");
  await expect(detail.getByRole("columnheader", { name: "Barbell curl" })).toBeVisible();
  await ranking.getByLabel("Compare Barbell curl").uncheck();
  await expect(detail.getByRole("tab", { name: "Alone" })).toHaveAttribute("aria-selected", "true");

  await ranking.getByRole("button", { name: /^All \d+ exercises$/ }).click();
  // Only what is in sight is drawn; the last one is there by scrolling.
  const table = page.getByRole("main").getByRole("table");
  expect(await table.getByRole("row").count()).toBeLessThan(100);
  const last = (await table.getAttribute("aria-rowcount")) ?? "";
  await expect(async () => {
    await page.getByRole("main").evaluate((main) => main.scrollTo(0, main.scrollHeight));
    await expect(table.getByRole("row").last()).toHaveAttribute("aria-rowindex", last, { timeout: 500 });
  }).toPass();
  // A slash is the way to the search from anywhere but a field.
  await ranking.getByRole("button", { name: /^Back to the biceps$/ }).focus();
  await page.keyboard.press("/");
  await page.keyboard.type("press-down rope");
  await expect(page.getByLabel("Search exercises")).toHaveValue("press-down rope");
  await expect(page.getByRole("status").filter({ hasText: /^1 of/ })).toBeVisible();
  await page.getByRole("button", { name: "Add your own" }).click();
  const sheet = page.getByRole("dialog", { name: "An exercise of your own" });
  await sheet.getByLabel("Name").fill("Pallof hold");
  await sheet.getByRole("button", { name: "Add it" }).click();
  await expect(sheet).toContainText("say what is done instead");
  await sheet.getByLabel("Name").fill("Oar-handle row");
  await expectAccessible(sheet);
  await sheet.getByRole("button", { name: "Add it" }).click();
  await expect(sheet).toBeHidden();
  await page.getByLabel("Search exercises").fill("oar");
  await page.getByRole("button", { name: "Oar-handle row", exact: true }).click();
  await page.getByRole("button", { name: "Change it" }).click();
  const change = page.getByRole("dialog", { name: "An exercise of your own" });
  await expect(change.getByLabel("Name")).toHaveValue("Oar-handle row");
  await change.getByLabel("Cues").fill("handle to the ribs; reach long");
  await change.getByRole("button", { name: "Save it" }).click();
  await expect(page.getByRole("region", { name: "The exercise" })).toContainText("handle to the ribs");
  await expect(page.getByRole("button", { name: "Oar-handle row", exact: true })).toBeVisible();

  await page.getByRole("link", { name: "Clients", exact: true }).click();
  await writeSession(page, "Ines Calder", "A1 Oar-handle row 3x10 @20kg rir2 r60");
  await expect(page.getByRole("contentinfo")).toContainText("3 sets");
});

test("a limit blocks the floor until the coach says why; a method says what it changes", async ({ page }) => {
  await enterAsCoach(page);
  await page.getByRole("link", { name: "Greta Alm" }).first().click();
  await alive(page);
  await page.getByRole("button", { name: "Limits and priorities" }).click();
  const sheet = page.getByRole("dialog", { name: "Limits and priorities" });
  await sheet.getByRole("button", { name: "Add a limit" }).click();
  await sheet.getByLabel("What").selectOption({ label: "knee" });
  await sheet.getByLabel("Side").selectOption({ label: "left" });
  await expectAccessible(sheet);
  await sheet.getByRole("button", { name: "Save", exact: true }).click();
  await expect(sheet).toBeHidden();
  await expect(page.getByText("Not left knee", { exact: true })).toBeVisible();

  await page.getByRole("link", { name: "Clients", exact: true }).click();
  const sessionId = await writeSession(page, "Greta Alm", "A1 Leg extension 2x12 rir3 r60");
  await page.goto(`/floor?s=${sessionId}`);
  await expect(page.getByText(/touches a limit: left knee/)).toBeVisible();
  await page.goto(`/session/${sessionId}`);
  await alive(page);
  await page.getByRole("button", { name: /\d blocked/ }).click();
  const cautions = page.getByRole("dialog");
  const open = cautions.getByRole("textbox", { name: "Why it is all right here" });
  await expect(open.first()).toBeVisible();
  for (let left = await open.count(); left > 0; left--) {
    await open.first().fill("Light, half the range, agreed with her therapist");
    await cautions.getByRole("button", { name: "Save", exact: true }).first().click();
    await expect(open).toHaveCount(left - 1);
  }
  // What was passed is kept with its reason, and can be changed.
  await cautions.getByText(/\d passed with a reason/).click();
  await expect(cautions.getByRole("button", { name: "Change", exact: true }).first()).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(page.getByRole("button", { name: /blocked/ })).toHaveCount(0);

  await page.getByRole("button", { name: "Change block A" }).click();
  await page.getByRole("menuitem", { name: "Take up a method…" }).click();
  const method = page.getByRole("dialog", { name: "A method for block A" });
  await method.getByRole("button", { name: /^Heavy straight sets/ }).click();
  await expect(method).toContainText("12 → 3–6");
  await expectAccessible(method);
  await method.getByRole("button", { name: "Take it up" }).click();
  await expect(page.getByText("210 s rest")).toBeVisible();
  await page.goto(`/floor?s=${sessionId}`);
  await expect(page.getByRole("button", { name: "Start", exact: true })).toBeVisible();

  // On the floor all that holds a session stands on one screen: another exercise, left out, or one sentence for all of it.
  const held = await putSession(
    page,
    "Greta Alm",
    "A1 Leg extension 2x12 @20kg r60\n\nB1 Hack squat 2x10 @40kg r60\n\nC1 Crunch 2x12",
  );
  await page.goto(`/floor?s=${held}`);
  await page.getByRole("button", { name: "Leave out Leg extension" }).click();
  await expect(page.getByRole("region", { name: "Leg extension" })).toHaveCount(0);
  await expectAccessible(page);
  await page.getByLabel(/Or why .* all right here/).fill("Half the range, agreed with her therapist");
  await page.getByRole("button", { name: "Save and open" }).click();
  await expect(page.getByRole("heading", { name: "Hack squat" })).toBeVisible();
});
