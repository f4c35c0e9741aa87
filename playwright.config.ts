import { defineConfig } from "@playwright/test";

const args = [
  "--no-sandbox",
  "--disable-gpu",
  "--disable-quic",
  "--no-first-run",
  "--disable-background-networking",
  "--disable-component-update",
  "--disable-sync",
];

/** Each of the journeys that run at a time has a server and a folder of emails of its own; one that is given alone serves all. */
const own = (list: string | undefined): string | undefined => {
  const all = list?.split(",");
  return all?.[Number(process.env.TEST_PARALLEL_INDEX ?? 0) % all.length];
};
// A journey may start a second web process on the database of its server.
if (process.env.JOURNEY_WEB_URLS) {
  process.env.JOURNEY_WEB_URL = own(process.env.JOURNEY_WEB_URLS);
  process.env.JOURNEY_OWNER_URL = own(process.env.JOURNEY_OWNER_URLS);
}
// Emails are read where the journey runs, by the name that the server knows the folder by.
if (process.env.YARVEX_OUTBOXES) process.env.YARVEX_OUTBOX = own(process.env.YARVEX_OUTBOXES);

/** They take minutes each: begun first, none is left running alone at the end. */
const LONG = /(weeks|torture|desk-whole|floor-edges|floor|first-slice|pounds)\.spec\.ts$/;

export default defineConfig({
  testDir: "e2e",
  projects: [
    { name: "long", testMatch: LONG },
    { name: "others", testMatch: "*.spec.ts", testIgnore: LONG },
  ],
  workers: 1,
  // A browser on a busy machine may be late once; what passes at the second try only is named at the end.
  retries: 1,
  timeout: 90_000,
  expect: { timeout: 15_000 },
  reporter: [["list"], ["json"]],
  use: {
    baseURL: own(process.env.BASE_URL),
    viewport: { width: 1280, height: 800 },
    timezoneId: "Europe/Oslo",
    // Installed anew for every journey it takes a quarter of their CPU time; the journeys that are about it allow it.
    serviceWorkers: "block",
    launchOptions: { executablePath: process.env.CHROMIUM, args },
    trace: "off",
  },
});
