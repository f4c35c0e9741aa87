import { deviceRows, enterAsCoach, expectAccessible, PHONE, putSession, runAsPlanned, tapOver } from "./helpers";
import { expect, test } from "./test";

// What is opened here is opened again without a network.
test.use({ serviceWorkers: "allow" });

test("the network is off for the whole session, the tab is closed in the middle, and everything arrives", async ({
  page,
  context,
}) => {
  await enterAsCoach(page);
  const sessionId = await putSession(
    page,
    "Noor Castellan",
    "A1 Back squat 2x6 r3 rir2\n\nB1 Standing calf raise 2x10\nB2 Lateral raise 2x12 r3",
  );
  await page.setViewportSize(PHONE);
  await page.goto(`/floor?s=${sessionId}`);
  await expect(page.getByRole("heading", { name: "Back squat" })).toBeVisible();
  // The shell is in the worker's cache before the network goes.
  await page.evaluate(async () => {
    await navigator.serviceWorker.ready;
  });
  await page.waitForFunction(() => navigator.serviceWorker.controller !== null);
  await context.setOffline(true);

  await page.getByRole("button", { name: "Start", exact: true }).click();
  await page.getByRole("button", { name: "Set done" }).click();
  // Done and not kept yet: the tab is closed and opened again without a network.
  await expect.poll(() => deviceRows(page, "pending")).toHaveLength(1);
  await page.close();
  const again = await context.newPage();
  await again.setViewportSize(PHONE);
  await again.goto(`/floor?s=${sessionId}`);
  await expect(again.getByRole("region", { name: "What was done" })).toBeVisible();
  await again.getByRole("button", { name: "Back squat reps, less" }).click();
  await again.getByRole("button", { name: "Save set", exact: true }).click();
  await expect(again.getByText(/no network: \d entr/)).toBeVisible();
  await tapOver(again);
  expect(await runAsPlanned(again)).toBe(3);
  await again.getByRole("button", { name: "Finish" }).click();
  await expect(again.getByText(/safe on this device/)).toBeVisible();

  await context.setOffline(false);
  await expect(again.getByText("All of it has reached the studio.")).toBeVisible({ timeout: 20_000 });
  await again.setViewportSize({ width: 1280, height: 800 });
  await again.goto(`/review/${sessionId}`);
  await expect(again.getByText("6 of 6")).toBeVisible();
  await expect(again.getByRole("button", { name: /^5 × / })).toBeVisible();
});

test("with no page of ours open, the worker sends what waits once there is a network", async ({ page, context }) => {
  await enterAsCoach(page);
  const sessionId = await putSession(page, "Noor Castellan", "A1 Lateral raise 2x12 @5kg r3");
  await page.goto(`/floor?s=${sessionId}`);
  await expect(page.getByRole("heading", { name: "Lateral raise" })).toBeVisible();
  await page.waitForFunction(() => navigator.serviceWorker.controller !== null);
  await context.setOffline(true);
  await page.getByRole("button", { name: "Start", exact: true }).click();
  await page.getByRole("button", { name: "Set done" }).click();
  await tapOver(page);
  await page.getByRole("button", { name: "Save set", exact: true }).click();
  await expect(page.getByText(/no network: \d entr/)).toBeVisible();

  const blank = await context.newPage();
  const worker = await context.newCDPSession(blank);
  const registration = new Promise<{ registrationId: string; scopeURL: string }>((found) =>
    worker.on(
      "ServiceWorker.workerRegistrationUpdated",
      ({ registrations }) => registrations[0] && found(registrations[0]),
    ),
  );
  await worker.send("ServiceWorker.enable");
  const { registrationId, scopeURL } = await registration;
  await page.close();
  const stored = async (): Promise<number> => {
    const answer = await context.request.post("/api/do/floor.open", { data: { sessionId } });
    return (await answer.json()).events.length;
  };
  expect(await stored()).toBe(0);
  await context.setOffline(false);
  // A browser that tells the worker by itself may have done so already; one more time costs nothing.
  const origin = new URL(scopeURL).origin;
  await worker.send("ServiceWorker.dispatchSyncEvent", {
    origin,
    registrationId,
    tag: "yarvex-outbox",
    lastChance: false,
  });
  await expect.poll(stored).toBeGreaterThan(1);
});

test("a page of the desk that cannot be had says so in our words, and opens once there is a network", async ({
  page,
  context,
}) => {
  await enterAsCoach(page);
  await page.goto("/today");
  await page.evaluate(async () => {
    await navigator.serviceWorker.ready;
  });
  await page.waitForFunction(() => navigator.serviceWorker.controller !== null);
  await context.setOffline(true);
  await page.goto("/clients");
  await expect(page.getByRole("heading", { name: "No network" })).toBeVisible();
  await expectAccessible(page);
  await context.setOffline(false);
  await page.getByRole("link", { name: "Try again" }).click();
  await expect(page.getByRole("heading", { name: "Clients" })).toBeVisible();
});
