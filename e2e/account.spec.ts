/** One's own account: the password, the devices, and a password that was forgotten. */
import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { type Browser, expect, type Page, test } from "@playwright/test";
import { alive, expectAccessible } from "./helpers";

async function found(page: Page, email: string): Promise<void> {
  await page.goto("/sign-in");
  await alive(page);
  await page.getByRole("button", { name: "Found a studio" }).click();
  await page.getByLabel("Studio").fill("The wharf");
  await page.getByLabel("Your name").fill("Wen Harbour");
  await page.getByLabel("Address").fill(email);
  await page.getByLabel("Password").fill("a-long-password");
  await page.getByRole("button", { name: "Found it" }).click();
  await expect(page.getByRole("heading", { name: "Clients" })).toBeVisible();
}

async function signInElsewhere(browser: Browser, email: string, password: string): Promise<Page> {
  const page = await (await browser.newContext()).newPage();
  await page.goto("/sign-in");
  await alive(page);
  await page.getByLabel("Address").fill(email);
  await page.getByLabel("Password").fill(password);
  await page.getByRole("button", { name: "Sign in", exact: true }).click();
  return page;
}

test("a device is signed out from another, a password is changed, and one that was forgotten is set by mail", async ({
  page,
  browser,
}) => {
  const email = `wen${Date.now()}@wharf.example`;
  await found(page, email);
  const other = await signInElsewhere(browser, email, "a-long-password");
  await expect(other.getByRole("heading", { name: "Clients" })).toBeVisible();
  await alive(page);
  await page.getByRole("link", { name: /^Your account/ }).click();
  await expect(page.getByRole("heading", { name: "Signed in on" })).toBeVisible();
  await expectAccessible(page);
  await page.getByRole("button", { name: "Sign out there" }).click();
  await expect(page.getByRole("button", { name: "Sign out there" })).toHaveCount(0);
  await other.goto("/clients");
  await other.waitForURL(/sign-in/);

  await page.getByLabel("The one you have now").fill("not-this-one");
  await page.getByLabel("The new one").fill("another-long-one");
  await page.getByRole("button", { name: "Change it" }).click();
  await expect(page.getByText("This is not the password you have now.")).toBeVisible();
  await expect(page.getByLabel("The new one")).toHaveValue("another-long-one");
  await page.getByLabel("The one you have now").fill("a-long-password");
  await page.getByRole("button", { name: "Change it" }).click();
  await expect(page.getByText("Your password is changed.")).toBeVisible();

  await other.goto("/reset");
  await alive(other);
  await other.getByLabel("Address").fill(email);
  await other.getByRole("button", { name: "Send the link" }).click();
  await expect(other.getByText("If an account has this address")).toBeVisible();
  const outbox = process.env.YARVEX_OUTBOX!;
  const letter = readdirSync(outbox)
    .map((name) => readFileSync(join(outbox, name), "utf8"))
    .find((text) => text.includes(`To: ${email}`))!;
  await other.goto(/(\/reset\?t=\S+)/.exec(letter)![1]!);
  await alive(other);
  await other.getByLabel("New password").fill("a-third-long-one");
  await other.getByRole("button", { name: "Set it" }).click();
  await expect(other.getByText("you are signed out everywhere")).toBeVisible();
  await page.goto("/clients");
  await page.waitForURL(/sign-in/);
  const again = await signInElsewhere(browser, email, "a-third-long-one");
  await expect(again.getByRole("heading", { name: "Clients" })).toBeVisible();
});
