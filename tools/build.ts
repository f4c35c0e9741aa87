/** The production build, made again only when a source has changed; then the floor's service worker over it. */
import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { build as bundle } from "esbuild";
import { withLock } from "./lock";
import { ROOT, run, STATE, say, UserFacingError } from "./system";

const SOURCES = ["app", "contract", "core", "device", "parts", "public", "screens", "server", "ui", "views"];
const FILES = [
  "instrumentation.ts",
  "package-lock.json",
  "next.config.ts",
  "tsconfig.json",
  "postcss.config.mjs",
  "tools/build.ts",
];

/** One builds at a time; whoever waited finds it done. */
export const ensureBuild = (): Promise<void> => withLock(join(STATE, "build.lock"), buildWhereChanged);

async function buildWhereChanged(): Promise<void> {
  const want = sourceHash();
  // Beside what was built from it: whoever runs it from another state folder finds it too.
  const mark = join(ROOT, ".next", "sources.hash");
  const done = existsSync(mark) && readFileSync(mark, "utf8") === want && existsSync(join(ROOT, ".next", "BUILD_ID"));
  if (done) return;
  say("Building (the first time takes a minute)…");
  mkdirSync(STATE, { recursive: true });
  const built = await run(process.execPath, [join(ROOT, "node_modules/next/dist/bin/next"), "build"], {
    keep: true,
    env: { ...process.env, NEXT_TELEMETRY_DISABLED: "1", NODE_ENV: "production", NODE_OPTIONS: "" },
  });
  if (built.status !== 0) throw new UserFacingError(`The build failed:\n${built.output}`);
  await buildServiceWorker();
  writeFileSync(mark, want);
}

function sourceHash(): string {
  const hash = createHash("sha256");
  const visit = (path: string) => {
    if (!existsSync(join(ROOT, path))) return;
    if (statSync(join(ROOT, path)).isDirectory()) {
      for (const name of readdirSync(join(ROOT, path)).sort()) visit(join(path, name));
    } else if (!/\.test\.tsx?$/.test(path) && path !== "public/floor-sw.js") {
      hash.update(`${path}\0`).update(readFileSync(join(ROOT, path)));
    }
  };
  for (const path of [...SOURCES, ...FILES]) visit(path);
  return hash.digest("hex");
}

/** Bundles the worker with the list of what the floor needs offline: its shell and the static files of this build. */
async function buildServiceWorker(): Promise<void> {
  const { getManifest } = await import("@serwist/build");
  const { manifestEntries, warnings } = await getManifest({
    globDirectory: join(ROOT, ".next", "static"),
    globPatterns: ["**/*.{js,css,woff2}"],
    modifyURLPrefix: { "": "/_next/static/" },
    maximumFileSizeToCacheInBytes: 6_000_000,
    dontCacheBustURLsMatching: /./,
  });
  if (warnings.length > 0) say(warnings.join("\n"));
  const buildId = readFileSync(join(ROOT, ".next", "BUILD_ID"), "utf8").trim();
  const entries = [{ url: "/floor", revision: buildId }, ...(manifestEntries ?? [])];
  await bundle({
    entryPoints: [join(ROOT, "device", "service-worker.ts")],
    bundle: true,
    minify: true,
    format: "iife",
    outfile: join(ROOT, "public", "floor-sw.js"),
    define: { "self.__SW_MANIFEST": JSON.stringify(entries), "process.env.NODE_ENV": '"production"' },
    logLevel: "error",
  });
}
