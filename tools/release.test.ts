/** What a release is made of, held against what the program knows. */
import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { describe, expect, it } from "vitest";
import { sourceTexts } from "./sources";
import { ROOT } from "./system";

const read = (name: string): string => readFileSync(join(ROOT, name), "utf8");
const ENVIRONMENT = read("docs/environment.md");
const FILES = ["Containerfile", "compose.yaml", ...readdirSync(join(ROOT, "deploy")).map((name) => `deploy/${name}`)];
const isTold = (name: string): boolean => ENVIRONMENT.includes(`\`${name}\``);

describe("a release", () => {
  it("sets no variable that is not told of", () => {
    // Of the files themselves: what they hand on to others, and Node's own.
    const others = /^(POSTGRES_.*|ON_ERROR_STOP|WEB_PASSWORD|DATABASE_PASSWORD|YARVEX_HOST|NODE_ENV)$/;
    const set = FILES.flatMap((file) =>
      [...read(file).matchAll(/\b([A-Z][A-Z_]{3,})(?==|:\s|\}|:[-?])/g)].map(([, name]) => name!),
    );
    expect(set).toContain("YARVEX_SECRET");
    expect([...new Set(set)].filter((name) => !others.test(name) && !isTold(name))).toEqual([]);
  });

  it("reads no variable that is not told of", () => {
    const texts = sourceTexts(["app", "server", "tools", "bench", "device", "views"], /\.tsx?$/).map(
      ({ text }) => text,
    );
    const asked = texts.flatMap((text) => [...text.matchAll(/process\.env\.([A-Z_]+)/g)].map(([, name]) => name!));
    const ofOthers =
      /^(NODE_ENV|NODE_OPTIONS|NEXT_.*|CI|INIT_CWD|PATH|VITEST.*|TEST_PARALLEL_INDEX|JOURNEY_.*|PACE|REPS)$/;
    expect([...new Set(asked)].filter((name) => !ofOthers.test(name) && !isTold(name)).sort()).toEqual([]);
  });

  it("runs commands that there are", () => {
    const usage = read("tools/yarvex.ts");
    const run = FILES.flatMap((file) =>
      [...read(file).matchAll(/\byarvex"?,? "?(start|build|backup|[a-z]+)(?=["\s&\]])/g)].map(([, name]) => name!),
    );
    expect(new Set(run)).toEqual(new Set(["build", "start", "backup"]));
    for (const command of run) expect(usage).toContain(`case "${command}":`);
  });

  it("holds no secret", () => {
    for (const file of FILES) expect(read(file).match(/(?:PASSWORD|SECRET|TOKEN)=\S+/g) ?? [], file).toEqual([]);
  });

  it("is made of packages whose licences let it be run and handed on", () => {
    const { packages } = JSON.parse(read("package-lock.json")) as {
      packages: Record<string, { license?: string; dev?: boolean; devOptional?: boolean }>;
    };
    const allowed =
      /^(MIT|MIT-0|ISC|0BSD|BSD-[23]-Clause|Apache-2\.0|BlueOak-1\.0\.0|OFL-1\.1|CC-BY-4\.0|CC0-1\.0|MPL-2\.0|LGPL-3\.0-or-later)$/;
    const run = Object.entries(packages).filter(([path, { dev, devOptional }]) => path !== "" && !dev && !devOptional);
    expect(run.length).toBeGreaterThan(100);
    const others = run.filter(
      ([, { license = "" }]) =>
        !license
          .replace(/[()]/g, "")
          .split(/ AND | OR /)
          .every((one) => allowed.test(one)),
    );
    expect(others.map(([path, { license }]) => `${path}: ${license}`)).toEqual([]);
  });
});
