import { secretTo } from "../server/testing/emails";
import {
  alive,
  enterAsCoach,
  expectAccessible,
  foundStudio,
  PHONE,
  putSession,
  runAsPlanned,
  writeSession,
} from "./helpers";
import { expect, newContext, test } from "./test";

test("a client sees only their own plan and log", async ({ page }) => {
  await enterAsCoach(page);
  const other = await page.getByRole("link", { name: "Ines Calder" }).first().getAttribute("href");
  const session = await page.locator('a[href^="/session/"]').first().getAttribute("href");
  await page.getByRole("button", { name: "Sign out" }).click();
  await expect(page.getByRole("heading", { name: "Yarvex" })).toBeVisible();
  await alive(page);
  await page.getByRole("button", { name: "Enter as Marit, a client" }).click();
  await expect(page.getByRole("heading", { name: "Marit Solhaug" })).toBeVisible();
  await expectAccessible(page);
  await page.goto(other!);
  await expect(page).toHaveURL(/\/me$/);
  const answer = await page.request.post("/api/do/sessions.show", { data: { sessionId: session!.split("/").pop() } });
  expect(answer.status()).toBe(404);
  await page
    .getByRole("link", { name: /Squat and push|Hinge and pull/ })
    .first()
    .click();
  await expect(page.getByText(/of \d+/).first()).toBeVisible();
});

test("nobody gets in without signing in, nor from another site", async ({ page, request }) => {
  await page.goto("/clients");
  await expect(page).toHaveURL(/\/sign-in$/);
  await expectAccessible(page);
  expect((await request.post("/api/do/clients.list", { data: {} })).status()).toBe(401);
  await enterAsCoach(page);
  const forged = await page.request.post("/api/do/clients.list", {
    data: {},
    headers: { origin: "https://elsewhere.example" },
  });
  expect(forged.status()).toBe(403);
});

test("the palette reaches a client by typing", async ({ page }) => {
  await enterAsCoach(page);
  const field = page.getByPlaceholder("A client, a session, an exercise, a template, or what to do");
  await page.keyboard.press("Control+k");
  await field.fill("greta");
  await expect(page.getByRole("option", { name: /Greta Alm/ }).first()).toBeVisible();
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "Greta Alm" })).toBeVisible();
});

test("a coach founds a studio of their own, finds it empty, and cannot see into another", async ({ page }) => {
  await enterAsCoach(page);
  const client = (await page.getByRole("link", { name: "Ines Calder" }).first().getAttribute("href"))!;
  const session = (await page.locator('a[href^="/session/"]').first().getAttribute("href"))!;
  const sessionId = session.split("/").pop();
  await page.context().clearCookies();
  await foundStudio(page, { studio: "Pine Loft", name: "Ola Berg", email: "ola@pineloft.example", password: "short" });
  await expect(page.getByText("A password of at least 10 characters.")).toBeVisible();
  await page.getByLabel("Password").fill("long-enough-now");
  await page.getByRole("button", { name: "Set up the studio" }).click();
  await expect(page.getByText("No clients yet.")).toBeVisible();
  for (const path of [client, session, `/review/${sessionId}`]) {
    await page.goto(path);
    await expect(page.getByRole("heading", { name: "There is nothing here." })).toBeVisible();
  }
  await page.goto(`/floor?s=${sessionId}`);
  await expect(page.getByText("This session is not there.")).toBeVisible();
});

test("a client gets an account, signs in, and is erased with all that hangs on them", async ({ page }) => {
  await enterAsCoach(page);
  await page.getByRole("link", { name: "Greta Alm" }).first().click();
  await page.getByRole("button", { name: "Invite", exact: true }).click();
  await page.getByLabel("Email address").fill("greta@alderquay.example");
  await page.getByRole("button", { name: "Invite", exact: true }).last().click();
  await expect(page.getByText("An email is on its way to greta@alderquay.example.")).toBeVisible();
  await page.context().clearCookies();
  await page.goto(`/invitation?t=${await secretTo("greta@alderquay.example")}`);
  await alive(page);
  await expect(page.getByText("You will sign in with greta@alderquay.example.")).toBeVisible();
  await expectAccessible(page);
  await page.getByLabel("A password of your own").fill("ten-letters-long");
  await page.getByRole("button", { name: "Come in" }).click();
  await expect(page.getByRole("heading", { name: "Greta Alm" })).toBeVisible();
  await page.context().clearCookies();
  await enterAsCoach(page);
  await page.getByRole("link", { name: "Greta Alm" }).first().click();
  await page.getByRole("button", { name: "Erase this person" }).click();
  await page.getByRole("button", { name: "Erase", exact: true }).click();
  await expect(page.getByText("Type Greta Alm to erase.")).toBeVisible();
  await page.getByLabel("Type Greta Alm").fill("Greta Alm");
  await page.getByRole("button", { name: "Erase", exact: true }).click();
  await expect(page.getByRole("heading", { name: "Clients" })).toBeVisible();
  await expect(page.getByRole("link", { name: "Greta Alm" })).toHaveCount(0);
});

test("a client sees their own weeks in plain words, and only their own", async ({ page }) => {
  const faults: string[] = [];
  page.on("pageerror", (error) => faults.push(error.message));
  await page.goto("/sign-in");
  await alive(page);
  await page.getByRole("button", { name: "Enter as Marit, a client" }).click();
  await page.getByRole("link", { name: "Your weeks" }).click();
  await expect(page.getByRole("heading", { name: /sessions? in eight weeks/ })).toBeVisible();
  await expect(page.getByText(/^(It goes up|It has stood still|It moves too little|Too early)/).first()).toBeVisible();
  await expectAccessible(page);
  // The coach's weeks are not hers to see.
  await page.reload();
  const other = await page.request.post("/api/do/weeks.show", { data: { clientId: null, planId: null } });
  expect(other.status()).toBe(404);
  expect(faults).toEqual([]);
});

test("a session that is sent is an email in the outbox, and seen when its client opens it", async ({
  page,
  browser,
}) => {
  await enterAsCoach(page);
  const sessionId = await writeSession(page, "Marit Solhaug", "A1 Goblet squat 2x8 @16kg rir2 r60");
  await page.getByRole("button", { name: "Send", exact: true }).click();
  await page.getByRole("link", { name: /^sent .*not seen yet$/ }).click();
  const email = page.getByRole("article", { name: /^Email: / });
  await expect(email).toContainText("Marit,");
  await expect(email).toContainText("8 reps with 16 kg; 2 left in reserve");
  await expect(email).toContainText(`/floor?s=${sessionId}`);
  await expectAccessible(page);
  const line = page.getByRole("link", { name: /Marit Solhaug/ }).first();
  await expect(line).toContainText("not seen yet");

  const other = await newContext(browser, { viewport: PHONE, baseURL: new URL(page.url()).origin });
  const phone = await other.newPage();
  await phone.goto("/sign-in");
  await phone.getByRole("button", { name: "Enter as Marit, a client" }).click();
  await expect(phone.getByRole("heading", { name: "Marit Solhaug" })).toBeVisible();
  await phone.goto(`/floor?s=${sessionId}`);
  await expect(phone.getByText("Goblet squat")).toBeVisible();
  await other.close();
  await page.reload();
  await expect(line).toContainText(/seen \d/);
});

test("a client reads the coach's message before the session, begins it alone, and answers; the coach reads that in the review", async ({
  page,
  browser,
}) => {
  await enterAsCoach(page);
  const sessionId = await putSession(
    page,
    "Marit Solhaug",
    "A1 Bench press 2x5 @30kg rir1 r5 // elbows in\n\nB1 Goblet squat 1x8 @16kg rir3",
  );
  await page.goto(`/session/${sessionId}`);
  await alive(page);
  await page.getByRole("button", { name: "Message", exact: true }).click();
  const sheet = page.getByRole("dialog", { name: "Message to Marit" });
  await sheet.getByRole("button", { name: "Send message" }).click();
  await expect(sheet.getByText("Write something first.")).toBeVisible();
  await sheet.getByLabel("Read before the session begins").fill("Stop if the knee says more than 3.");
  await sheet.getByRole("button", { name: "Send message" }).click();
  await expect(sheet.getByRole("listitem")).toContainText("Bodil: Stop if the knee says more than 3.");
  await expect(sheet.getByRole("listitem")).toContainText("not seen yet");
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "Send", exact: true }).click();
  await expect(page.getByRole("link", { name: /^sent / })).toBeVisible();

  const other = await newContext(browser, { viewport: PHONE, baseURL: new URL(page.url()).origin });
  const phone = await other.newPage();
  await phone.goto("/sign-in");
  await phone.getByRole("button", { name: "Enter as Marit, a client" }).click();
  await expect(phone.getByText("Stop if the knee says more than 3.")).toBeVisible();
  await phone.goto(`/floor?s=${sessionId}`);
  await expect(phone.getByText("Stop if the knee says more than 3.")).toBeVisible();
  await expect(phone.getByText("elbows in")).toBeVisible();
  await expect(phone.getByText(/^▲ Alone: pins or safety arms/)).toHaveCount(1);
  await expectAccessible(phone);
  await phone.getByRole("button", { name: "Start", exact: true }).click();
  expect(await runAsPlanned(phone)).toBe(3);
  await phone.getByRole("button", { name: "Finish" }).click();
  await phone.goto(`/me/review/${sessionId}`);
  await phone.getByLabel("To your coach").fill("It held.");
  await phone.getByRole("button", { name: "Send message" }).click();
  await expect(phone.getByRole("listitem").filter({ hasText: "It held." })).toBeVisible();
  await other.close();

  await page.goto(`/review/${sessionId}`);
  await expect(page.getByText("It held.")).toBeVisible();
});
