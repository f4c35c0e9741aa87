/**
 * `./yarvex bench page`: the desk in a browser whose processor is slowed four times, on the fixed session of 60 sets. From a
 * key to the frame that shows it, beside a change of state of one field on the same page; and the JavaScript that the page
 * and the floor load, beside a page that has nothing but the framework. It fails where that is more than is allowed.
 */
import { gzipSync } from "node:zlib";
import { type CDPSession, chromium, type Page, type Response } from "@playwright/test";
import { diffDocuments, keysOf, parseSession, SHIPPED_CATALOGUE } from "../core";
import { countingIds } from "../core/testing/helpers";
import { ensureBuild } from "../tools/build";
import { chromiumPath } from "../tools/chromium";
import { freePort } from "../tools/system";
import { withDatabase } from "./database";
import { SIXTY_SETS } from "./desk";
import { webOver } from "./web";

const EDITS = 100;
const SLOWER = 4;
/** The pace at which keys are pressed, in ms: a person's, and slow enough that the work of one key never lies in the time of the next. */
const PACE_MS = { key: 30, digit: 100, edit: 250 };
/**
 * What a page may load beyond the framework's own, in kB as they are sent: a session's, of which twelve keep the server's answers;
 * and the floor's before it is begun.
 */
const ALLOWED_KB = { session: 184, floor: 110 };

export async function runPage(): Promise<void> {
  await ensureBuild();
  let over = false;
  await withDatabase("page", async (server, name) => {
    const port = await freePort(4300);
    const base = `http://127.0.0.1:${port}`;
    const web = webOver(server, name, port);
    try {
      await web.start();
      over = await measurePage(base);
    } finally {
      web.kill();
    }
  });
  process.exit(over ? 1 : 0);
}

/** Measures and prints; whether a page loads more JavaScript beyond that of an empty one than it may. */
async function measurePage(base: string): Promise<boolean> {
  const browser = await chromium.launch({ executablePath: chromiumPath(), args: ["--no-sandbox", "--disable-gpu"] });
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.goto(`${base}/sign-in`, { waitUntil: "networkidle" });
    await page.getByRole("button", { name: "Enter as Bodil, the coach" }).click();
    await page.getByRole("heading", { name: "Today", exact: true }).waitFor();
    const path = await sixtySets(page, base);
    const empty = await scriptKb(page, `${base}/nothing/here`);
    const own = await scriptKb(page, `${base}${path}`);
    const floor = await scriptKb(page, `${base}/floor`);
    console.log(`\nJavaScript of the framework's empty page: ${empty.page.toFixed(0)} kB; beyond it`);
    const more = { session: own.page - empty.page, floor: floor.page - empty.page };
    for (const what of keysOf(ALLOWED_KB))
      console.log(`  ${what.padEnd(10)}${more[what].toFixed(1).padStart(6)} kB, allowed ${ALLOWED_KB[what]}`);
    console.log(`The session's worker loads ${own.workers.toFixed(0)} more.`);
    await editsToPaint(page, `${base}${path}`);
    return keysOf(ALLOWED_KB).some((what) => more[what] > ALLOWED_KB[what]);
  } finally {
    await browser.close();
  }
}

/** A session of 60 sets for the demo's first client; its path. */
async function sixtySets(page: Page, base: string): Promise<string> {
  const does = async <T>(what: string, data: unknown): Promise<T> => {
    const answer = await page.request.post(`${base}/api/do/${what}`, { data, headers: { origin: base } });
    if (!answer.ok()) throw new Error(`${what}: ${await answer.text()}`);
    return (await answer.json()) as T;
  };
  const href = await page.locator('a[href^="/clients/"]').first().getAttribute("href");
  const clientId = href!.split("/").pop()!;
  const { sessionId } = await does<{ sessionId: string }>("sessions.create", { clientId, title: "Sixty sets" });
  const before = await does<{ document: Parameters<typeof diffDocuments>[0]; revision: number }>("sessions.show", {
    sessionId,
  });
  const { document } = parseSession(SIXTY_SETS, SHIPPED_CATALOGUE, countingIds(sessionId.slice(0, 8)));
  const edits = diffDocuments(before.document, { ...document, gymId: before.document.gymId });
  await does("sessions.edit", { sessionId, revision: before.revision, edits, draftText: null });
  return `/session/${sessionId}`;
}

/** The scripts of a page itself and those of its workers, as they are sent, in kB. */
async function scriptKb(page: Page, url: string): Promise<{ readonly page: number; readonly workers: number }> {
  const bodies = new Map<string, Promise<Buffer>>();
  const keep = (response: Response) => {
    if (response.request().resourceType() === "script") bodies.set(response.url(), response.body());
  };
  page.on("response", keep);
  await page.goto(url, { waitUntil: "networkidle" });
  page.off("response", keep);
  const own = new Set(await page.evaluate<string[]>("[...document.scripts].map(({ src }) => src)"));
  const sums = { page: 0, workers: 0 };
  for (const [src, body] of bodies) sums[own.has(src) ? "page" : "workers"] += gzipSync(await body).length / 1000;
  return sums;
}

/** From a key to just after the frame that shows what it did; as text, for it runs on the page. */
const TIME_FRAMES = `
  window.paintTimes = { x: [], digit: [], Enter: [] };
  window.addEventListener("keydown", ({ key }) => {
    const times = window.paintTimes[/^\\d$/.test(key) ? "digit" : key];
    if (!times) return;
    const began = performance.now();
    requestAnimationFrame(() => {
      const { port1, port2 } = new MessageChannel();
      port1.onmessage = () => times.push(performance.now() - began);
      port2.postMessage(null);
    });
  }, { capture: true });`;

async function editsToPaint(page: Page, url: string): Promise<void> {
  const client: CDPSession = await page.context().newCDPSession(page);
  await page.goto(url, { waitUntil: "networkidle" });
  await page.evaluate(TIME_FRAMES);
  const taken = (key: "x" | "digit" | "Enter") =>
    page.evaluate<number[]>(`window.paintTimes.${key}`).then((times) => times.slice(10));
  const grid = page.getByRole("grid");
  await grid.focus();
  await client.send("Emulation.setCPUThrottlingRate", { rate: SLOWER });

  await page.getByRole("button", { name: "Rest after each round of block A, change" }).click();
  await page.getByRole("textbox", { name: "Rest after each round of block A" }).waitFor();
  for (let key = 0; key < EDITS; key++) {
    await page.keyboard.press("x");
    await page.waitForTimeout(PACE_MS.key);
  }
  await page.keyboard.press("Escape");

  await grid.focus();
  for (let edit = 0; edit < EDITS + 10; edit++) {
    // The frame of one key is there before the next, whose work would stand before the word of it.
    await page.keyboard.type(String(5 + (edit % 4)));
    await page.waitForTimeout(PACE_MS.digit);
    await page.keyboard.press("Enter");
    await page.waitForTimeout(PACE_MS.edit);
    if (edit % 10 === 9) await page.keyboard.press("PageUp");
    if (edit % 20 === 19) await page.keyboard.press("ArrowRight");
  }
  const [still, digits, edits] = [await taken("x"), await taken("digit"), await taken("Enter")];
  await client.send("Emulation.setCPUThrottlingRate", { rate: 1 });
  const at = (samples: number[], share: number) =>
    [...samples].sort((a, b) => a - b)[Math.round(share * (samples.length - 1))]!;
  console.log(
    `From an edit to the frame that shows it, a processor ${SLOWER} × slower, ${edits.length} edits of 60 sets:`,
  );
  const line = (what: string, times: number[]) => {
    const [middle, high] = [at(times, 0.5), at(times, 0.95)];
    const ratio =
      times === still
        ? ""
        : `   ${(middle / at(still, 0.5)).toFixed(1)} ×, at p95 ${(high / at(still, 0.95)).toFixed(1)} ×`;
    console.log(
      `  ${what.padEnd(22)}${middle.toFixed(0).padStart(4)} ms, at p95 ${high.toFixed(0).padStart(4)} ms${ratio}`,
    );
  };
  line("one field's state", still);
  line("a digit in a cell", digits);
  line("an edit", edits);
}
