import {
  does,
  enterAsCoach,
  expectAccessible,
  PHONE,
  putSession,
  runAsPlanned,
  tapOver,
  writeSession,
} from "./helpers";
import { expect, newContext, nowMs, type Page, test } from "./test";

async function openFloor(page: Page, sessionId: string, lift: string): Promise<void> {
  await page.setViewportSize(PHONE);
  await page.goto(`/floor?s=${sessionId}`);
  await expect(page.getByRole("heading", { name: lift })).toBeVisible();
}

/** One round, with what is to be said of it before it is kept. */
async function doRound(page: Page, report: () => Promise<void> = async () => {}): Promise<void> {
  await page.getByRole("button", { name: /^(Set|Round) done$/ }).click();
  await tapOver(page);
  await report();
  await page.getByRole("button", { name: "Save set", exact: true }).click();
  await tapOver(page);
}

test("two devices run one session, the desk changes it in between, and no lift is lost", async ({ page, browser }) => {
  await enterAsCoach(page);
  const sessionId = await writeSession(
    page,
    "Noor Castellan",
    "A1 Goblet squat 2x8 @16kg rir2 r3\n\nB1 Dumbbell curl 1x10 @9kg rir2",
  );
  const other = await newContext(browser, { viewport: PHONE, baseURL: new URL(page.url()).origin });
  const phone = await other.newPage();
  await enterAsCoach(phone);
  await openFloor(phone, sessionId, "Goblet squat");

  // Before anything is logged the curls give way to a plank; the second device opens what is planned now.
  await page.getByLabel("The session in shorthand").fill("A1 Goblet squat 2x8 @16kg rir2 r3\n\nB1 Front plank 1x30s");
  await expect(page.getByRole("status").filter({ hasText: /(^|· )saved$/ })).toBeVisible();
  await openFloor(page, sessionId, "Goblet squat");
  await page.getByRole("button", { name: "Start", exact: true }).click();
  await doRound(page);

  // What was saved there is done here too, and rested after; the curls that this screen still has are logged.
  await expect(phone.getByRole("img", { name: "1 of 3 rounds done" })).toBeVisible();
  expect(await runAsPlanned(phone)).toBe(2);
  await expect(page.getByRole("img", { name: "2 of 3 rounds done" })).toBeVisible();
  expect(await runAsPlanned(page)).toBe(1);
  await phone.getByRole("button", { name: "Finish" }).click();
  await expect(phone.getByText("All of it has reached the studio.")).toBeVisible();
  await expect(page.getByRole("heading", { name: "Done" })).toBeVisible();

  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto("/clients");
  const review = await does<{ shown: object; events: object[] }>(page, "review.show", { sessionId });
  expect(Object.keys(review.shown)).toHaveLength(2);
  const logged = JSON.stringify(review.events);
  for (const lift of ["goblet-squat", "dumbbell-curl", "plank"]) expect(logged).toContain(`"exerciseId":"${lift}"`);
  await other.close();
});

test("how the client came is said in a tap before the first set, or set by set of muscles, and stands in the review", async ({
  page,
}) => {
  await enterAsCoach(page);
  const sessionId = await putSession(page, "Noor Castellan", "A1 Goblet squat 1x8 @16kg rir2");
  await openFloor(page, sessionId, "Goblet squat");
  const asked = page.getByRole("region", { name: "Check-in" });
  await asked.getByRole("button", { name: "All well" }).click();
  await expect(asked).toContainText("slept well, nothing sore");
  await asked.getByRole("button", { name: "Change" }).click();
  const sheet = page.getByRole("dialog");
  await sheet.getByRole("button", { name: "badly" }).click();
  await sheet.getByRole("button", { name: "quads: not sore" }).click();
  await sheet.getByRole("button", { name: "quads: sore" }).click();
  await expectAccessible(page);
  await sheet.getByRole("button", { name: "Save" }).click();
  await expect(asked).toContainText("slept badly, quads very sore");
  // Kept on the device, as all that is logged.
  await page.reload();
  await expect(asked).toContainText("quads very sore");
  expect(await runAsPlanned(page)).toBe(1);
  await expect(asked).toHaveCount(0);
  await page.getByRole("button", { name: "Finish" }).click();
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto(`/review/${sessionId}`);
  await expect(page.getByText("Came: slept badly, quads very sore")).toBeVisible();
});

test("optional rounds end by what was reported, and a round more can be asked for", async ({ page }) => {
  await enterAsCoach(page);
  const sessionId = await putSession(
    page,
    "Noor Castellan",
    "A: stop below rir1\nA1 Goblet squat 2-5x8 @16kg rir2 r3\n\nB1 Dumbbell curl 1x10 @9kg rir2 r3",
  );
  await openFloor(page, sessionId, "Goblet squat");
  await page.getByRole("button", { name: "Start", exact: true }).click();
  await doRound(page);
  await doRound(page, async () => {
    await page.getByRole("button", { name: "0 in reserve" }).click();
    await expect(page.getByRole("button", { name: "0 in reserve" })).toHaveAttribute("aria-pressed", "true");
  });
  // Two of up to five rounds: the rest is still running when the reason is said.
  await expect(page.getByRole("heading", { name: "Dumbbell curl" })).toBeVisible({ timeout: 20_000 });
  await page.getByRole("button", { name: "Options" }).click();
  await page.getByRole("button", { name: "One more round of B" }).click();
  expect(await runAsPlanned(page)).toBe(2);
  await page.getByRole("button", { name: "Finish" }).click();
  await expect(page.getByText("All of it has reached the studio.")).toBeVisible();
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto(`/review/${sessionId}`);
  await expect(page.getByText("4 of 3")).toBeVisible();
});

test("in a superset it is said which of the lifts hurt, and which went on as a drop", async ({ page }) => {
  await enterAsCoach(page);
  const sessionId = await putSession(
    page,
    "Noor Castellan",
    "A1 Goblet squat 1x8 @16kg rir2\nA2 Dumbbell curl 1x10 @9kg rir2",
  );
  await openFloor(page, sessionId, "Goblet squat");
  await page.getByRole("button", { name: "Start", exact: true }).click();
  await doRound(page, async () => {
    await page.getByRole("button", { name: "Hurts" }).click();
    await expect(page.getByRole("group", { name: /pain, 0 to 10$/ })).toHaveCount(2);
    await page
      .getByRole("group", { name: /curl: pain/i })
      .getByRole("button", { name: "5" })
      .click();
    await expect(page.getByRole("alert").filter({ hasText: "stops here" })).toContainText(/curl/);
    await page.getByRole("button", { name: "left elbow" }).click();
    await page.getByRole("button", { name: "Hurts" }).click();
    await page.getByRole("button", { name: "Options" }).click();
    await expectAccessible(page);
    await page.getByRole("button", { name: "Dumbbell curl went on as a drop" }).click();
    await page.getByRole("group", { name: "then reps" }).getByRole("button", { name: "then reps, more" }).click();
    await expect(page.getByRole("button", { name: "No drop after all" })).toBeVisible();
    await expectAccessible(page);
  });
  await page.getByRole("button", { name: "Finish" }).click();
  await expect(page.getByText("All of it has reached the studio.")).toBeVisible();
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto(`/review/${sessionId}`);
  await page.getByRole("button", { name: /^10 × .* ↘ 7 × / }).click();
  await expect(page.getByText("Pain 5 of 10, left elbow.")).toBeVisible();
  await page.getByRole("button", { name: /^8 × / }).click();
  await expect(page.getByText(/Pain \d of 10/)).toHaveCount(0);
});

test("a phone that was never updated sends its log, and it is read", async ({ page }) => {
  await enterAsCoach(page);
  const sessionId = await putSession(page, "Noor Castellan", "A1 Goblet squat 2x8 @16kg rir2 r60");
  const opened = await page.request.post("/api/do/floor.open", { data: { sessionId } });
  const view = (await opened.json()) as {
    shownHash: string;
    shown: { document: { blocks: { slots: { id: string; sets: { id: string; segments: { id: string }[] }[] }[] }[] } };
  };
  const slot = view.shown.document.blocks[0]!.slots[0]!;
  const [one, two] = slot.sets;
  const common = { sessionId, shownHash: view.shownHash, atMs: nowMs() };
  const events = [
    { ...common, id: crypto.randomUUID(), body: { kind: "started" } },
    {
      ...common,
      id: crypto.randomUUID(),
      body: {
        kind: "setsDone",
        sets: [
          {
            setId: one!.id,
            slotId: slot.id,
            round: 0,
            segments: [
              {
                segmentId: one!.segments[0]!.id,
                exerciseId: "goblet-squat",
                load: { amount: "16", unit: "kg" },
                sign: 1,
                reps: 7,
                rightReps: null,
                seconds: null,
              },
            ],
            rir: 1,
            form: "held",
            pain: 0,
            painPlace: "",
            note: "",
            restSeconds: null,
          },
        ],
      },
    },
    { ...common, id: crypto.randomUUID(), body: { kind: "setsSkipped", setIds: [two!.id], reason: "" } },
    { ...common, id: crypto.randomUUID(), body: { kind: "ended", sessionRpe: 7, note: "" } },
  ];
  const sent = await page.request.post("/api/do/floor.record", { data: { sessionId, events } });
  expect([sent.status(), await sent.text()]).toEqual([200, expect.any(String)]);
  // Sent again, as a phone does that heard no answer: nothing is doubled.
  await page.request.post("/api/do/floor.record", { data: { sessionId, events } });
  await page.goto(`/review/${sessionId}`);
  await expect(page.getByText("1 of 2")).toBeVisible();
  await expect(page.getByRole("button", { name: /^7 × / })).toBeVisible();
});

test("only so much time: without a network, what is left is cut by what costs least, and one tap takes it back", async ({
  page,
}) => {
  await enterAsCoach(page);
  const sessionId = await putSession(
    page,
    "Noor Castellan",
    "A1 Goblet squat 3x8 @16kg rir2 r3\n\nB1 Front plank 4x120s r3\n\nC1 Wall sit 3x90s r3",
  );
  await openFloor(page, sessionId, "Goblet squat");
  await page.getByRole("button", { name: "Start", exact: true }).click();
  await doRound(page);
  await page.getByRole("button", { name: "Options" }).click();
  await page.getByRole("button", { name: "Shorten session…" }).click();
  const sheet = page.getByRole("dialog", { name: "Shorten session" });
  // The sheet is read after the page, and nothing keeps it on the device here: it is there before the network goes.
  await expect(sheet).toBeVisible();
  await page.context().setOffline(true);
  while (!(await sheet.getByText("10 min", { exact: true }).isVisible()))
    await sheet.getByRole("button", { name: "5 minutes less" }).click();
  await expect(sheet.getByText(/is ahead as planned, \d+:\d\d too much/)).toBeVisible();
  const ways = sheet.getByRole("button", { name: /: saves \d+:\d\d$/ });
  await expect(ways.first()).toBeVisible();
  await expectAccessible(page);
  // The lift that was begun stays.
  await expect(sheet.getByRole("region", { name: "Without A1 Goblet squat" })).toHaveCount(0);
  await sheet.getByRole("button", { name: /^One round fewer of B \(Plank\): saves 2:03$/ }).click();
  await expect(sheet).toHaveCount(0);
  await tapOver(page);

  // What was cut fits no longer by itself alone; all of it together does. Sheets too are light by day, and on the left for the left hand.
  await page.getByRole("button", { name: "Daylight" }).click();
  await page.getByRole("button", { name: "Left hand" }).click();
  await page.getByRole("button", { name: /shorten session/ }).click();
  await expect(sheet).toHaveCSS("background-color", "rgb(245, 241, 233)");
  await expect(sheet.getByRole("button", { name: "Undo what was cut for 10 min" })).toBeVisible();
  while (!(await sheet.getByText("10 min", { exact: true }).isVisible()))
    await sheet.getByRole("button", { name: "5 minutes less" }).click();
  const all = sheet.getByRole("region", { name: "All of these" });
  const together = all.or(sheet.getByText(/it is enough/).first());
  await expect(together.first()).toBeVisible();
  expect((await ways.first().boundingBox())!.x).toBeLessThan(page.viewportSize()!.width / 4);
  await expectAccessible(page);
  await sheet.getByRole("button", { name: "Undo what was cut for 10 min" }).click();
  await expect(sheet).toHaveCount(0);
  await tapOver(page);
  await page.getByRole("button", { name: "Options" }).click();
  await page.getByRole("button", { name: "Shorten session…" }).click();
  await expect(sheet.getByRole("button", { name: /Undo what/ })).toHaveCount(0);
  while (!(await sheet.getByText("10 min", { exact: true }).isVisible()))
    await sheet.getByRole("button", { name: "5 minutes less" }).click();
  await sheet.getByRole("button", { name: /^Without C1 Wall sit: saves/ }).click();
  await page.context().setOffline(false);
  await tapOver(page);

  // Two rounds of squats and four planks are left of ten.
  expect(await runAsPlanned(page)).toBe(6);
  await page.getByRole("button", { name: "Finish" }).click();
  await expect(page.getByText("All of it has reached the studio.")).toBeVisible();
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto(`/review/${sessionId}`);
  await expect(page.getByText(/only 10 min/).first()).toBeVisible();
});
