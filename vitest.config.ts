import { fileURLToPath } from "node:url";
import { defineConfig } from "vitest/config";

/** The clock is read once in a process: who sets another one is read apart. */
const OWN_CLOCK = ["server/seed/every-day.test.ts"];
const NOT_OURS = ["node_modules/**", ".next/**", "e2e/**", ".yarvex/**"];

export default defineConfig({
  // What stands in a test's own document is drawn as the program draws it; Next keeps JSX for itself.
  esbuild: { jsx: "automatic" },
  resolve: { alias: { "@": fileURLToPath(new URL(".", import.meta.url)).replace(/\/$/, "") } },
  test: {
    projects: [
      {
        extends: true,
        // Pure functions keep nothing between files: they are read once for all of these.
        test: { name: "computation", include: ["{core,contract,views}/**/*.test.ts"], isolate: false },
      },
      {
        extends: true,
        // The server's modules hold what goes by the database they are asked for, so that they too are read once.
        test: { name: "server", include: ["server/**/*.test.ts"], exclude: OWN_CLOCK, isolate: false },
      },
      {
        extends: true,
        test: {
          name: "others",
          setupFiles: ["./core/testing/setup.ts", "./parts/testing/setup.ts"],
          include: ["**/*.test.{ts,tsx}"],
          exclude: [...NOT_OURS, "{core,contract,views}/**", "server/!(seed)/**", "server/seed/!(every-day)*"],
        },
      },
    ],
    environment: "node",
    // By itself it leaves one core to whoever watches.
    maxWorkers: "100%",
    setupFiles: ["./core/testing/setup.ts"],
    // None of these is a measure of speed: a test that hangs ends, one on a busy machine does not.
    testTimeout: 120_000,
    hookTimeout: 240_000,
    expect: { poll: { timeout: 20_000 } },
  },
});
