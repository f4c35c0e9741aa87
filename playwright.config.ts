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

export default defineConfig({
  testDir: "e2e",
  testMatch: "*.spec.ts",
  workers: 1,
  // A browser on a busy machine may be late once; what passes at the second try only is named at the end.
  retries: 1,
  timeout: 120_000,
  expect: { timeout: 15_000 },
  reporter: [["list"], ["json"]],
  use: {
    baseURL: process.env.BASE_URL,
    viewport: { width: 1280, height: 800 },
    launchOptions: { executablePath: process.env.CHROMIUM, args },
    trace: "off",
  },
});
