/** One's own account: the password, the devices, and a password that was forgotten. */

import { secretTo } from "../server/testing/emails";
import { totpOf } from "../server/testing/totp";
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

test("two-step sign-in is set up with an app, asked for on a new device, and the studio is closed in the end", async ({
  page,
  browser,
}) => {
  const email = `una${Date.now()}@wharf.example`;
  await foundStudio(page, { studio: "The slipway", name: "Una Harbour", email, password: "a-long-password" });
  await page.getByRole("link", { name: /^Your account/ }).click();
  const twoStep = page.getByRole("region", { name: "Two-step sign-in" });
  await twoStep.getByLabel("Your password").fill("not-the-password");
  await twoStep.getByRole("button", { name: "Set it up" }).click();
  await expect(twoStep.getByText("This is not the password you have now.")).toBeVisible();
  await twoStep.getByLabel("Your password").fill("a-long-password");
  await twoStep.getByRole("button", { name: "Set it up" }).click();
  const secret = await twoStep.locator("code").first().textContent();
  const codes = twoStep.getByRole("list", { name: "Codes for a lost phone" }).getByRole("listitem");
  await expect(codes).toHaveCount(10);
  const kept = (await codes.first().textContent())!.trim();
  await expectAccessible(page);
  // The server's clock stands; the library's does not.
  const code = () => totpOf(`otpauth://totp/x?secret=${secret!.replaceAll(" ", "")}`, Date.now());
  await twoStep.getByLabel("The code that the app shows").fill(code());
  await twoStep.getByRole("button", { name: "Turn it on" }).click();
  await expect(twoStep.getByText(/^On: a new device asks/)).toBeVisible();

  const other = await signInElsewhere(browser, email, "a-long-password");
  const asked = other.getByLabel("The code that your authenticator app shows");
  await asked.fill("not a code");
  await other.getByRole("button", { name: "Sign in", exact: true }).click();
  await expect(other.getByText("This code is not right, or was used.")).toBeVisible();
  await asked.fill(kept);
  await other.getByRole("button", { name: "Sign in", exact: true }).click();
  await expect(other.getByRole("heading", { name: "Today", exact: true })).toBeVisible();

  // The founder is the only owner: there is nothing to leave, only a studio to close.
  await expect(page.getByRole("heading", { name: "Leave this studio" })).toHaveCount(0);
  const closing = page.getByRole("region", { name: "Close this studio" });
  await closing.getByRole("button", { name: "Close this studio" }).click();
  await expect(closing.getByRole("link", { name: "Save everything as a file" })).toHaveAttribute("download", "");
  await closing.getByLabel("The studio’s name, to be sure").fill("The slip");
  await closing.getByLabel("Your password").fill("a-long-password");
  await closing.getByRole("button", { name: "Close it for good" }).click();
  await expect(closing.getByText("Type the studio's name as it stands here: The slipway")).toBeVisible();
  await expect(closing.getByLabel("Your password")).toHaveValue("a-long-password");
  await closing.getByLabel("The studio’s name, to be sure").fill("The slipway");
  await closing.getByRole("button", { name: "Close it for good" }).click();
  await page.waitForURL(/sign-in/);
  await other.goto("/clients");
  await other.waitForURL(/sign-in/);
});
