/** A studio in pounds whose dates are written month first: every screen is opened and searched for text in kilograms. */
import { secretTo } from "../server/testing/emails";
import { alive, foundStudio, PHONE, runAsPlanned, writeSession } from "./helpers";
import { expect, newContext, type Page, test } from "./test";

/** What a screen says in kg, to the eye or to a screen reader; the choice of the unit itself apart. */
const kilogramsOn = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const said: string[] = [];
    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_ELEMENT | NodeFilter.SHOW_TEXT);
    for (let node = walker.nextNode(); node; node = walker.nextNode()) {
      if (node instanceof Text) {
        const around = node.parentElement?.closest("script, style, option");
        if (!around) said.push(node.data);
      } else if (node instanceof Element)
        for (const name of ["aria-label", "aria-valuetext", "title", "placeholder"])
          said.push(node.getAttribute(name) ?? "");
    }
    return said.filter((text) => /(\d|\b)kgs?\b|kilogram/i.test(text));
  });

test.setTimeout(120_000);
test("a studio in pounds sees no kg on any screen, and dates and times as it writes them", async ({
  browser,
  baseURL,
}) => {
  const context = await newContext(browser, {
    baseURL: baseURL!,
    locale: "en-US",
    timezoneId: "America/Chicago",
    viewport: { width: 1280, height: 800 },
  });
  const page = await context.newPage();
  const found: string[] = [];
  const founded = Date.now();
  const look = async (screen: string) => {
    await alive(page);
    for (const text of await kilogramsOn(page)) found.push(`${screen}: ${text}`);
    if (process.env.SHOTS) await page.screenshot({ path: `${process.env.SHOTS}/${screen.replaceAll(" ", "-")}.png` });
  };
  await foundStudio(page, {
    studio: "Gull Point",
    name: "June Hale",
    email: `june${founded}@gullpoint.example`,
    password: "short",
  });
  await expect(page.getByLabel("Weights in")).toHaveValue("lb");
  await expect(page.getByText("Nov 25, 2026, 6:30 pm")).toBeVisible();
  await look("found");
  await page.getByLabel("Password").fill("long-enough-now");
  await page.getByRole("button", { name: "Set up the studio" }).click();
  await expect(page.getByText("No clients yet.")).toBeVisible();
  await look("today empty");
  await page.getByRole("link", { name: "Add the first one" }).click();
  await expect(page.getByRole("heading", { name: "Clients" })).toBeVisible();
  await look("clients empty");

  await page.getByRole("button", { name: "New client" }).click();
  await page.getByLabel("Name").fill("Ada Finch");
  await look("new client");
  await page.getByRole("button", { name: "Add client" }).click();
  await expect(page.getByRole("heading", { name: "Ada Finch", exact: true })).toBeVisible();
  await page.getByRole("button", { name: "Change", exact: true }).click();
  await page.getByLabel("Weighed, lb").fill("20");
  await page.getByRole("button", { name: "Save", exact: true }).click();
  await expect(page.getByText("A body mass between 44 and 882 lb.")).toBeVisible();
  await look("client changed");
  await page.getByLabel("Weighed, lb").fill("165");
  await page.getByRole("button", { name: "Save", exact: true }).click();
  await expect(page.getByText("165 lb", { exact: false }).first()).toBeVisible();
  await look("client new");
  const clientId = page.url().split("/").pop()!;

  await page.getByRole("button", { name: "Ask the health questions" }).click();
  await page.getByRole("button", { name: "None of these applies" }).click();
  const sessionId = await writeSession(
    page,
    null,
    "A1 Back squat 2x5 @185lb ramp r1 rir2\n\nB1 Chin-up 1x5 @BW+10lb\n\nC1 Dumbbell curl 1x10 rir1 last: > -20%x6",
  );
  await look("desk text");
  await page.getByRole("button", { name: "Grid", exact: true }).click();
  await page.getByRole("gridcell").filter({ hasText: "185" }).first().click();
  await look("desk grid");
  // The plates' order says each load as it stands on the bar, without a unit beside it.
  const order = page.getByRole("complementary").getByRole("list").filter({ hasText: "ramp 1" });
  await expect(order.locator("strong")).toHaveText(["75", "115", "145", "185"]);
  await page.getByRole("button", { name: / moved/ }).click();
  await look("desk foot");
  await page.keyboard.press("Escape");
  await page.goto(`/card/${sessionId}`);
  await look("card");

  await page.setViewportSize(PHONE);
  await page.goto(`/floor?s=${sessionId}`);
  await expect(page.getByRole("heading", { name: /Back squat/ })).toBeVisible();
  await look("floor ramp");
  await runAsPlanned(page, 1);
  await look("floor rest");
  await runAsPlanned(page);
  await look("floor end");
  await page.getByRole("button", { name: "Finish" }).click();
  await expect(page.getByText("All of it has reached the studio.")).toBeVisible();
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto(`/review/${sessionId}`);
  await look("review session");
  await page.goto(`/clients/${clientId}`);
  await page.getByRole("button", { name: "Back squat" }).first().click();
  await look("lift sheet");

  await page.goto(`/weeks?for=${clientId}`);
  await alive(page);
  await page.getByRole("button", { name: "Start a plan" }).click();
  await look("weeks start");
  await page.getByRole("dialog").getByRole("article").first().getByRole("button", { name: "Start this plan" }).click();
  await page.waitForURL(/plan=/);
  await look("weeks cell");
  await page.getByText("Goals", { exact: true }).click();
  await page.getByLabel("Load, lb").fill("9000");
  await page.getByLabel("By", { exact: true }).fill("1/31/2027");
  await page.getByRole("button", { name: "Add the goal" }).click();
  await expect(page.getByText("A load in lb, such as 235")).toBeVisible();
  await look("weeks goals");
  await page.goto(`/clients/${clientId}`);
  await alive(page);
  await page.getByRole("button", { name: "Invite", exact: true }).click();
  await page.getByLabel("Email address").fill(`ada${founded}@gullpoint.example`);
  await page.getByRole("button", { name: "Invite", exact: true }).last().click();
  await expect(page.getByText("An email is on its way")).toBeVisible();
  for (const screen of [
    "gym",
    "outbox",
    "account",
    "clients",
    "session",
    "review",
    `clients/${clientId}`,
    "weeks/carry-on",
    "floor",
  ]) {
    await page.goto(`/${screen}`);
    await look(screen.replace(/\W.*/, " client"));
  }
  await page.goto(`/exercises?for=${clientId}`);
  await page
    .getByRole("button", { name: /Bench press/ })
    .first()
    .click();
  await look("exercise");
  await page.goto("/account");
  await alive(page);
  await page.getByLabel("Dates").selectOption("25 Nov 2026");
  await page.getByLabel("Times").selectOption("18:30");
  await page.getByRole("button", { name: "Save", exact: true }).click();
  await expect(page.getByText("Saved: 25 Nov 2026, 18:30.")).toBeVisible();
  await page.goto("/clients");
  await expect(page.getByText("Wednesday 2 December")).toBeVisible();

  await context.clearCookies();
  await page.goto(`/invitation?t=${await secretTo(`ada${founded}@gullpoint.example`)}`);
  await alive(page);
  await page.getByLabel("A password of your own").fill("ten-letters-long");
  await page.getByRole("button", { name: "Come in" }).click();
  await expect(page.getByRole("heading", { name: "Ada Finch" })).toBeVisible();
  await look("me");
  for (const screen of ["me/weeks", `me/review/${sessionId}`]) {
    await page.goto(`/${screen}`);
    await look(screen.replaceAll("/", " ").slice(0, 9));
  }
  await context.close();
  expect(found).toEqual([]);
});
