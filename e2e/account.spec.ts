/** One's own account: the password, the devices, and a password that was forgotten. */

import { secretTo } from "../server/testing/emails";
import { alive, expectAccessible, foundStudio } from "./helpers";
import { type Browser, expect, newContext, type Page, test } from "./test";

async function signInElsewhere(browser: Browser, email: string, password: string): Promise<Page> {
  const page = await (await newContext(browser)).newPage();
  await page.goto("/sign-in");
  await alive(page);
  await page.getByLabel("Email address").fill(email);
  await page.getByLabel("Password").fill(password);
  await page.getByRole("button", { name: "Sign in", exact: true }).click();
  return page;
}

test("a device is signed out from another, a password is changed, and one that was forgotten is set by mail", async ({
  page,
  browser,
}) => {
  const email = `wen${Date.now()}@wharf.example`;
  await foundStudio(page, { studio: "The wharf", name: "Wen Harbour", email, password: "a-long-password" });
  await expect(page.getByRole("heading", { name: "Today", exact: true })).toBeVisible();
  const other = await signInElsewhere(browser, email, "a-long-password");
  await expect(other.getByRole("heading", { name: "Today", exact: true })).toBeVisible();
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
  await other.getByLabel("Email address").fill(email);
  await other.getByRole("button", { name: "Send the link" }).click();
  await expect(other.getByText("If an account has this address")).toBeVisible();
  await other.goto(`/reset?t=${await secretTo(email)}`);
  await alive(other);
  await other.getByLabel("New password").fill("a-third-long-one");
  await other.getByRole("button", { name: "Save", exact: true }).click();
  await expect(other.getByText("you are signed out everywhere")).toBeVisible();
  await page.goto("/clients");
  await page.waitForURL(/sign-in/);
  const again = await signInElsewhere(browser, email, "a-third-long-one");
  await expect(again.getByRole("heading", { name: "Today", exact: true })).toBeVisible();
});
