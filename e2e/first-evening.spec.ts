/** A client from the first minute: two fields at the coach's, the first steps, and the client's own first evening on a phone. */
import { randomUUID } from "node:crypto";
import { secretTo } from "../server/testing/emails";
import { alive, does, enterAsCoach, expectAccessible, foundStudio, PHONE, putSession, runAsPlanned } from "./helpers";
import { expect, newContext, type Page, test } from "./test";

const steps = (page: Page) => page.getByRole("region", { name: /^First steps/ });
const sheet = (page: Page) => page.getByRole("dialog");

async function newClient(page: Page, name: string): Promise<string> {
  await page.goto("/clients");
  await page.getByRole("button", { name: "New client" }).click();
  await sheet(page).getByLabel("Name").fill(name);
  await sheet(page).getByRole("button", { name: "Add client" }).click();
  await page.waitForURL(/\/clients\/.+/);
  return page.url().split("/").pop()!;
}

test("two fields make a client, and what is said in the first steps is in their first plan", async ({ page }) => {
  await enterAsCoach(page);
  const clientId = await newClient(page, "Runa Ekdal");
  await expectAccessible(page);
  const step = (name: string) => steps(page).getByRole("button", { name }).click();

  await step("What do you lift now?");
  await sheet(page).getByPlaceholder("Lift, by its name").fill("bench pr");
  await page.keyboard.press("Enter");
  await sheet(page).getByLabel("Weight").fill("60");
  await sheet(page).getByRole("button", { name: "Add it" }).click();
  await expect(sheet(page).getByRole("list", { name: "Added strengths" })).toContainText("5 × 60 kg");
  await sheet(page).getByRole("button", { name: "That is all" }).click();

  await step("Days and hours");
  await sheet(page).getByLabel("Monday", { exact: true }).check();
  await sheet(page).getByLabel("Monday, at").fill("7pm");
  await sheet(page).getByLabel("Thursday", { exact: true }).check();
  await expectAccessible(sheet(page));
  await sheet(page).getByRole("button", { name: "Save" }).click();
  await expect(steps(page)).toContainText("2 days");

  await step("Where they train");
  await sheet(page).getByLabel("A bench that tilts").check();
  await sheet(page).getByRole("button", { name: "Trains at home" }).click();
  await expect(steps(page)).toContainText("Runa’s home");

  await step("Goals");
  await sheet(page).getByPlaceholder("Lift, by its name").fill("dumbbell bench pr");
  await page.keyboard.press("Enter");
  await sheet(page).getByLabel("Load, kg").fill("20");
  await sheet(page).getByRole("textbox", { name: "By" }).fill("1 Mar 2027");
  await page.keyboard.press("Tab");
  await sheet(page).getByRole("button", { name: "Add the goal" }).click();
  await expect(
    sheet(page)
      .getByText(/^by 1 Mar 2027|Dumbbell bench press/)
      .first(),
  ).toBeVisible();
  await page.keyboard.press("Escape");

  await steps(page).getByRole("link", { name: "Start a plan" }).click();
  await page.getByRole("button", { name: "Start a plan" }).click();
  await page.getByRole("article").first().getByRole("button", { name: "Start this plan" }).click();
  await expect
    .poll(async () => (await does<{ plans: { plan: object }[] }>(page, "plans.show", { clientId })).plans[0]?.plan)
    .toMatchObject({
      goals: [{ exerciseId: "dumbbell-bench-press", reps: 1, byDate: "2027-03-01" }],
      days: [
        { placed: { weekday: 0 }, timeOfDay: 19 * 60 },
        { placed: { weekday: 3 }, timeOfDay: null },
      ],
    });
});

test("a client is found by name and group, and archived ones are on no list but their own", async ({ page }) => {
  await enterAsCoach(page);
  await newClient(page, "Sunniva Moen");
  await page.getByRole("button", { name: "Change", exact: true }).click();
  await page.getByLabel("Groups").fill("rowers, early");
  await page.getByRole("button", { name: "Save", exact: true }).click();
  await expect(page.getByText("novice · rowers · early")).toBeVisible();
  await page.goto("/clients");
  const found = page.getByRole("listitem").filter({ has: page.getByRole("heading") });
  // Groups are headings, each with its own; whoever is in none comes last.
  await expect(page.getByRole("region", { name: "rowers" }).getByRole("heading")).toHaveText([
    /^rowers/,
    "Sunniva Moen",
  ]);
  await expect(page.getByRole("heading", { level: 2 }).last()).toHaveText(/^In no group/);
  await page.getByLabel("Group", { exact: true }).selectOption("rowers");
  await expect(found).toHaveText([/Sunniva Moen/]);
  await page.getByLabel("Group", { exact: true }).selectOption("");
  await page.getByRole("searchbox", { name: "Find clients" }).fill("niva mo");
  await expect(found).toHaveText([/Sunniva Moen/]);
  await found.getByRole("link", { name: "Sunniva Moen" }).click();
  await page.getByRole("button", { name: "Archive" }).click();
  await expect(page.getByText(/^Archived since/)).toBeVisible();
  await page.goto("/clients");
  await expect(found.first()).toBeVisible();
  await expect(found.filter({ hasText: "Sunniva Moen" })).toHaveCount(0);
  await page.getByLabel(/^Archived/).check();
  await expect(found.filter({ hasText: "Sunniva Moen" })).toContainText("archived since");
  await page.getByRole("searchbox", { name: "Find clients" }).fill("nobody");
  await expect(page.getByText("No archived client with “nobody” in their name.")).toBeVisible();
});

test("a session reaches somebody without an account by a link that opens it alone, until it is taken back", async ({
  page,
  browser,
}) => {
  await enterAsCoach(page);
  const clientId = await newClient(page, "Torunn Vik");
  await does(page, "clients.stateReadiness", { clientId, seen: null, yes: [] });
  const sessionId = await putSession(page, clientId, "# By the jetty\n\nA1 Goblet squat 3x8 @16kg r90 // heels down");
  await page.goto(`/session/${sessionId}`);
  await page.getByRole("button", { name: "Send", exact: true }).click();
  await page.getByRole("button", { name: "Hand it on" }).click();
  await expect(sheet(page)).toContainText("has no account");
  await expectAccessible(sheet(page));
  await sheet(page).getByRole("button", { name: "Make a link" }).click();
  const link = await sheet(page).getByLabel("The link, shown this once").inputValue();

  const phone = await (await newContext(browser, { viewport: PHONE })).newPage();
  await phone.goto(link);
  await expect(phone.getByRole("heading", { name: /By the jetty/ })).toBeVisible();
  await expect(phone.getByText("heels down")).toBeVisible();
  await expectAccessible(phone);
  await phone.goto("/clients");
  await expect(phone).toHaveURL(/sign-in/);

  await sheet(page).getByRole("button", { name: "Remove the link" }).click();
  await expect(sheet(page).getByRole("button", { name: "Make a link" })).toBeVisible();
  await phone.goto(link);
  await expect(phone.getByText("This link opens nothing any more.")).toBeVisible();
  await phone.context().close();
});

test("a client's first evening: invited, health questions, lifts, the first session, a word to the coach and back", async ({
  page,
  browser,
}) => {
  await enterAsCoach(page);
  const clientId = await newClient(page, "Ylva Strand");
  const email = `ylva-${randomUUID()}@boathouse.example`;
  await steps(page).getByRole("button", { name: "Their own sign-in" }).click();
  await sheet(page).getByLabel("Email address").fill(email);
  await sheet(page).getByRole("button", { name: "Invite" }).click();
  await expect(sheet(page).getByText(`An email is on its way to ${email}.`, { exact: false })).toBeVisible();

  const phone = await (await newContext(browser, { viewport: PHONE })).newPage();
  await phone.goto(`/invitation?t=${await secretTo(email)}`);
  await alive(phone);
  await phone.getByLabel("Password").fill("a-long-password");
  await phone.getByRole("button", { name: "Come in" }).click();
  await phone.waitForURL(/\/me/);
  await phone.getByRole("link", { name: "answer the health questions" }).click();
  await phone.getByRole("button", { name: "None of these applies" }).click();
  await expect(phone.getByText(/^Answered/)).toBeVisible();
  await phone.getByPlaceholder("Lift, by its name").fill("goblet");
  await phone.keyboard.press("Enter");
  await phone.getByLabel("Weight").fill("16");
  await phone.getByLabel("Reps").fill("10");
  await phone.getByRole("button", { name: "Add it" }).first().click();
  await expect(phone.getByRole("list", { name: "Added strengths" })).toContainText("10 × 16 kg");
  await phone.getByLabel("Weighed, kg").fill("64");
  await phone.getByRole("region", { name: "Body mass" }).getByRole("button", { name: "Add it" }).click();
  await expect(phone.getByText("64 kg")).toBeVisible();
  await expectAccessible(phone);
  expect(await phone.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(PHONE.width);

  // What she said is what her coach writes by.
  const sessionId = await putSession(page, clientId, "# First evening\n\nA1 Goblet squat 2x8 rir3 r1");
  await page.goto(`/session/${sessionId}`);
  await page.getByRole("button", { name: "Send", exact: true }).click();
  await expect(page.getByText(/^sent .*not seen yet$/)).toBeVisible();

  await phone.goto("/me");
  await expect(phone.getByRole("heading", { name: /First evening/ })).toBeVisible();
  await phone.getByRole("link", { name: "Train" }).click();

  await runAsPlanned(phone);
  await phone.goto("/me");
  await phone.getByLabel("To your coach").fill("That was fun.");
  await phone.getByRole("button", { name: "Send message" }).click();
  await expect(phone.getByText("That was fun.")).toBeVisible();

  await page.goto("/today");
  await alive(page);
  const wrote = page
    .getByRole("region", { name: /^Needs you/ })
    .getByRole("button", { name: "Ylva: wrote to you", exact: true });
  await expect(wrote).toBeVisible();
  await wrote.press("Enter");
  await page.getByLabel("Message to Ylva").fill("Glad to read it.");
  await page.keyboard.press("Tab");
  await page.keyboard.press("Enter");
  await expect(wrote).toHaveCount(0);
  await phone.reload();
  await expect(phone.getByText("Glad to read it.")).toBeVisible();
  await phone.context().close();
});

test("an assistant sees the day and runs the floor, and changes neither plans nor sessions", async ({
  page,
  browser,
}) => {
  const studio = randomUUID().slice(0, 8);
  const owner = { email: `owner-${studio}@boathouse.example`, name: "Vår Holm", password: "a-long-password" };
  await foundStudio(page, { ...owner, studio: `Quay ${studio}` });
  await expect(page.getByText("No clients yet.")).toBeVisible();
  const clientId = await newClient(page, "Embla Dal");
  await does(page, "clients.stateReadiness", { clientId, seen: null, yes: [] });
  await putSession(page, clientId, "# Jetty\n\nA1 Goblet squat 2x8 @16kg rir3 r1");
  await page.goto("/account");
  const email = `assistant-${studio}@boathouse.example`;
  await page.getByLabel("Another coach’s name").fill("Liv Moe");
  await page.getByLabel("Their email address").fill(email);
  await page.getByLabel("As", { exact: true }).selectOption("assistant");
  await page.getByRole("button", { name: "Invite" }).click();
  await expect(page.getByText(/invited as an assistant/)).toBeVisible();

  const other = await (await newContext(browser)).newPage();
  await other.goto(`/invitation?t=${await secretTo(email)}`);
  await alive(other);
  await expect(other.getByText(/You are invited to assist at/)).toBeVisible();
  await other.getByLabel("A password of your own").fill("a-long-password");
  await other.getByRole("button", { name: "Come in" }).click();
  await other.waitForURL(/\/today/);
  await expect(other.getByRole("navigation", { name: "Main" }).getByRole("link")).toHaveText([
    "",
    "Today",
    "Clients",
    "Floor",
    "Review",
    /^LM$/,
  ]);
  await expect(other.getByRole("region", { name: "Sessions today" })).toContainText("Embla Dal");
  await expectAccessible(other);
  await other.goto("/weeks");
  await expect(other).toHaveURL(/\/today$/);
  await other.goto(`/clients/${clientId}`);
  await expect(other.getByRole("heading", { name: "Embla Dal" })).toBeVisible();
  await expect(other.getByRole("button", { name: /Change|Write a session|Archive|Add a goal/ })).toHaveCount(0);
  await other.getByRole("link", { name: "floor", exact: true }).click();
  await runAsPlanned(other);

  await page.reload();
  await alive(page);
  await page.getByLabel("What Liv Moe may do").selectOption("coach");
  await expect(page.getByLabel("What Liv Moe may do")).toHaveValue("coach");
  await other.goto("/weeks");
  await expect(other).toHaveURL(/\/weeks/);
  await page.getByRole("button", { name: "Remove Liv Moe" }).click();
  await page.getByRole("button", { name: "Take Liv out" }).click();
  await expect(page.getByText("Liv Moe")).toHaveCount(0);
  await other.goto("/today");
  await expect(other).toHaveURL(/sign-in/);
  await other.context().close();
});
