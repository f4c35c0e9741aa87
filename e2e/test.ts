/** Every journey's `test`: its browser has the server's clock, which `./yarvex test` sets (Wednesday noon where nothing else is asked). */
import { type Browser, type BrowserContext, type BrowserContextOptions, test as base } from "@playwright/test";

const OFFSET_MS = Number(process.env.YARVEX_CLOCK_OFFSET_MS ?? 0);

/** The time as the server has it, for what a journey writes into a field or sends by itself. */
export const nowMs = (): number => Date.now() + OFFSET_MS;

async function setClock(context: BrowserContext, offsetMs: number): Promise<void> {
  // Every screen was visited before on this device: none says what it is for.
  await context.addInitScript(() => {
    const read = Storage.prototype.getItem;
    Storage.prototype.getItem = function (key) {
      return key.startsWith("yarvex visited ") ? "yes" : read.call(this, key);
    };
  });
  await context.addInitScript((byMs) => {
    const machineMs = Date.now.bind(Date);
    Date.now = () => machineMs() + byMs;
    globalThis.Date = new Proxy(Date, {
      construct: (target, args, made) => Reflect.construct(target, args.length === 0 ? [target.now()] : args, made),
      apply: (target) => new target(target.now()).toString(),
    });
  }, offsetMs);
}

/** Where the demo's gym is; a journey's devices are there too, where nothing else is asked. */
const HERE = "Europe/Oslo";

/** A second browser context with the journey's clock: another device, or another person. */
export async function newContext(
  browser: Browser,
  options: BrowserContextOptions = {},
  offsetMs = OFFSET_MS,
): Promise<BrowserContext> {
  const context = await browser.newContext({ timezoneId: HERE, ...options });
  await setClock(context, offsetMs);
  return context;
}

export const test = base.extend({
  context: async ({ context }, use) => {
    await setClock(context, OFFSET_MS);
    await use(context);
  },
});

export { type Browser, type BrowserContext, expect, type Page } from "@playwright/test";
