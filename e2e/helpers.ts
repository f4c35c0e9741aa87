import { randomUUID } from "node:crypto";
import { expect, type Locator, type Page } from "@playwright/test";
import axe, { type RunOptions } from "axe-core";
import { diffDocuments, parseSession, type SessionDocument, SHIPPED_CATALOGUE } from "../core";
import { secretTo } from "../server/testing/emails";

export const PHONE = { width: 390, height: 844 };

/** After a full load: the page has come alive, so that keys and clicks are heard. */
export async function alive(page: Page): Promise<void> {
  await page.waitForFunction(() => {
    const main = document.querySelector("main");
    return main !== null && Object.keys(main).some((key) => key.startsWith("__react"));
  });
}

/** Founds a studio beside the demo's: the address is confirmed by an email, and its link goes on from there. */
export async function foundStudio(
  page: Page,
  as: { readonly studio: string; readonly name: string; readonly email: string; readonly password: string },
): Promise<void> {
  await page.goto("/sign-in");
  await alive(page);
  await page.getByRole("button", { name: "Set up your studio" }).click();
  await page.getByLabel("Email address").fill(as.email);
  await page.getByRole("button", { name: "Email me the link" }).click();
  await expect(page.getByText(`An email is on its way to ${as.email}.`)).toBeVisible();
  await page.goto(`/found?t=${await secretTo(as.email)}`);
  await alive(page);
  await expect(page.getByText(`You will sign in with ${as.email}.`)).toBeVisible();
  await page.getByLabel("Studio").fill(as.studio);
  await page.getByLabel("Your name").fill(as.name);
  await page.getByLabel("Password").fill(as.password);
  await page.getByRole("button", { name: "Set up the studio" }).click();
}

/** The coach's session on this worker's server, signed in once by the page and used again while it holds. */
let coach: Awaited<ReturnType<ReturnType<Page["context"]>["cookies"]>> = [];

export async function enterAsCoach(page: Page): Promise<void> {
  if (coach.length > 0) {
    await page.context().addCookies(coach);
    await page.goto("/clients");
    if (new URL(page.url()).pathname === "/clients") {
      await expect(page.getByRole("heading", { name: "Clients" })).toBeVisible();
      return alive(page);
    }
    await page.context().clearCookies();
  }
  await page.goto("/sign-in");
  await alive(page);
  await page.getByRole("button", { name: "Enter as Bodil, the coach" }).click();
  await expect(page.getByRole("heading", { name: "Today", exact: true })).toBeVisible();
  await page.goto("/clients");
  await alive(page);
  coach = await page.context().cookies();
}

/** Four blocks: a ramped heavy compound, a rising pyramid, an opposing superset with tempo, a last set with a double drop. */
export const FOUR_BLOCKS = `# Squat, pull and arms
cap 55min
warm-up 5min easy row

A1 Back squat 3x5 ramp r2 rir2

B1 Bench press 12,10,8 @RIR2 r2

C1 Seated cable row 2x10 @31kg t2-0-1-1 rir2 h2
C2 Dumbbell press 2x10 t2-0-1-0 rir2 r2

D1 Dumbbell curl 2x10 @9kg rir1 r2 last: > -20%x8 > -20%x6`;

/** The text view as it stands; its editor draws the lines that are seen. */
export const shorthandOf = (page: Page): Promise<string> =>
  page
    .getByLabel("The session in shorthand")
    .evaluate((editor) => [...editor.querySelectorAll(".cm-line")].map((line) => line.textContent).join("\n"));

/** Waits for the text view to stand so. */
export async function expectShorthand(page: Page, wanted: string | RegExp): Promise<void> {
  const text = expect.poll(() => shorthandOf(page));
  if (typeof wanted === "string") await text.toBe(wanted);
  else await text.toMatch(wanted);
}

/** A use case, asked past the screen by whoever is signed in: for what a journey needs and is not about. */
export async function does<T>(page: Page, what: string, data: object): Promise<T> {
  const headers = { origin: new URL(page.url()).origin };
  const reply = await page.request.post(`/api/do/${what}`, { data, headers });
  expect(reply.status(), what).toBe(200);
  return reply.json() as Promise<T>;
}

/** A new session of a client, named or by id, written past the desk: for journeys that begin on the floor. */
export async function putSession(page: Page, client: string, text: string): Promise<string> {
  const { clients } = await does<{ clients: { id: string; name: string }[] }>(page, "clients.names", {});
  const clientId = clients.find(({ name }) => name === client)?.id ?? client;
  const { sessionId } = await does<{ sessionId: string }>(page, "sessions.create", { clientId, title: "" });
  const { document, revision } = await does<{ document: SessionDocument; revision: number }>(page, "sessions.show", {
    sessionId,
  });
  const { document: written, errors } = parseSession(text, SHIPPED_CATALOGUE, randomUUID);
  expect(errors).toEqual([]);
  const edits = diffDocuments(document, { ...document, ...written, gymId: document.gymId });
  await does(page, "sessions.edit", { sessionId, revision, edits, draftText: null });
  return sessionId;
}

/** A new session of a client, by name from the list of clients; null: of the one whose page is open. */
export async function writeSession(page: Page, client: string | null, text: string): Promise<string> {
  if (client !== null) await page.getByRole("link", { name: client }).first().click();
  await page.getByRole("button", { name: "Write a session" }).click();
  await page.waitForURL(/\/session\//);
  await page.getByRole("button", { name: "Text", exact: true }).click();
  await page.getByLabel("The session in shorthand").fill(text);
  await expect(page.getByRole("status").filter({ hasText: /(^|· )saved$/ })).toBeVisible();
  return page.url().split("/").pop()!;
}

/** The last tap on the floor is over: two taps within 0.7 s are one. */
export const tapOver = (page: Page) => expect(page.locator("main[data-committing]")).toHaveCount(0);

/** What the device holds of a kind, in its own database. */
export const deviceRows = (page: Page, table: "pending" | "events"): Promise<unknown[]> =>
  page.evaluate(
    (name) =>
      new Promise<unknown[]>((found, fail) => {
        const opening = indexedDB.open("yarvex-floor");
        opening.onerror = () => fail(opening.error);
        opening.onsuccess = () => {
          const reading = opening.result.transaction(name).objectStore(name).getAll();
          reading.onsuccess = () => {
            opening.result.close();
            found(reading.result);
          };
        };
      }),
    table,
  );

/** Runs whatever is left on the floor as planned: one tap for done, one to keep. Returns how many rounds that took. */
export async function runAsPlanned(page: Page, limit = 60): Promise<number> {
  const done = page.getByRole("button", { name: /^(Set|Round) done$/ });
  const keep = page.getByRole("button", { name: "Save set", exact: true });
  const ramp = page.getByRole("button", { name: "Skip the ramp" });
  const finish = page.getByRole("button", { name: "Finish" });
  const start = page.getByRole("button", { name: "Start", exact: true });
  let rounds = 0;
  while (rounds < limit) {
    await expect(done.or(ramp).or(finish).or(start).first()).toBeVisible({ timeout: 20_000 });
    if (await finish.isVisible()) return rounds;
    // It may end by itself while the hand is on its way.
    if (await start.isVisible()) await start.click({ timeout: 3000 }).catch(() => expect(start).toHaveCount(0));
    if (await ramp.isVisible()) await ramp.click();
    await tapOver(page);
    await done.click();
    await tapOver(page);
    await keep.click();
    rounds++;
    await tapOver(page);
  }
  return rounds;
}

const AXE: RunOptions = {
  runOnly: { type: "tag", values: ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa"] },
  resultTypes: ["violations"],
  preload: false,
};

/** The page has nothing that axe finds wrong; of a view that was looked at whole before, the part in question alone. */
export async function expectAccessible(where: Page | Locator): Promise<void> {
  const page = "keyboard" in where ? where : where.page();
  if (!(await page.evaluate(() => "axe" in window))) await page.evaluate(axe.source);
  const part = "keyboard" in where ? where.locator(":root") : where;
  const look = () =>
    part.evaluate((element, options) => (window as unknown as { axe: typeof axe }).axe.run(element, options), AXE);
  const { violations } = await look().catch((error) => {
    // The part was drawn anew while it was being looked at.
    if (!String(error).includes("No elements found")) throw error;
    return look();
  });
  expect(
    violations.map(
      ({ id, nodes }) =>
        `${id}: ${nodes
          .map((node) => node.target.join(" "))
          .slice(0, 3)
          .join(" | ")}`,
    ),
  ).toEqual([]);
}

/** What of a page is smaller to touch than it has to be, set in a size that is none of ours, or wider than the screen. */
export async function lookFaults(page: Page, least: number): Promise<string[]> {
  return page.evaluate((leastPx) => {
    const faults: string[] = [];
    const isSeen = (element: Element) => {
      const box = element.getBoundingClientRect();
      const style = getComputedStyle(element);
      return box.width > 1 && box.height > 1 && style.visibility === "visible" && !element.closest(".sr-only, [inert]");
    };
    const nameOf = (element: Element) =>
      (element.getAttribute("aria-label") ?? element.textContent ?? "").trim().replace(/\s+/g, " ").slice(0, 40);
    const own = "a[href], button, input, select, textarea, summary, [role=menuitem], [role=tab], [role=option]";
    for (const element of document.querySelectorAll(own)) {
      if (!isSeen(element)) continue;
      // What stands in a line of text is as high as the line; a box inside its label is as large as the label.
      if (getComputedStyle(element).display === "inline") continue;
      const box = (element.closest("label") ?? element).getBoundingClientRect();
      if (Math.round(box.height) < leastPx || Math.round(box.width) < leastPx)
        faults.push(
          `${element.localName} “${nameOf(element)}” is ${Math.round(box.width)} × ${Math.round(box.height)}`,
        );
    }
    const sizes = [12, 14, 16, 20];
    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    const seen = new Set<string>();
    for (let node = walker.nextNode(); node; node = walker.nextNode()) {
      const parent = node.parentElement;
      if (!parent || (node.textContent ?? "").trim() === "" || !isSeen(parent)) continue;
      if (parent.closest("[data-figure]")) continue;
      const size = Math.round(Number.parseFloat(getComputedStyle(parent).fontSize) * 10) / 10;
      const said = `“${(node.textContent ?? "").trim().slice(0, 30)}” is set in ${size}`;
      if (!sizes.includes(size) && !seen.has(said)) faults.push(said);
      seen.add(said);
    }
    if (document.documentElement.scrollWidth > window.innerWidth)
      faults.push(`the page is ${document.documentElement.scrollWidth} wide on ${window.innerWidth}`);
    return faults.slice(0, 40);
  }, least);
}
