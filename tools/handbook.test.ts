/** Places that name a section of docs/handbook.md name one that is there. */
import { readdirSync, readFileSync, statSync } from "node:fs";
import { join } from "node:path";
import { expect, it } from "vitest";
import { ROOT } from "./system";

/** A heading's anchor, as the usual readers of Markdown make it. */
const anchorOf = (heading: string): string =>
  heading
    .toLowerCase()
    .replace(/[^\p{L}\p{N} -]/gu, "")
    .trim()
    .replaceAll(" ", "-");

function* sourcesUnder(folder: string): Generator<string> {
  for (const name of readdirSync(folder)) {
    const path = join(folder, name);
    if (statSync(path).isDirectory()) yield* sourcesUnder(path);
    else if (/\.(tsx?|md)$/.test(name)) yield path;
  }
}

it("every place that cites the handbook finds its section", () => {
  const text = readFileSync(join(ROOT, "docs", "handbook.md"), "utf8");
  const anchors = new Set([...text.matchAll(/^#+ (.*)$/gm)].map(([, heading]) => anchorOf(heading!)));
  const cited = ["app", "contract", "core", "docs", "parts", "screens", "server", "views"].flatMap((folder) =>
    [...sourcesUnder(join(ROOT, folder))].flatMap((path) => {
      const source = readFileSync(path, "utf8");
      // Within the handbook a section is named by its anchor alone.
      const own = path.endsWith("handbook.md") ? [...source.matchAll(/\]\(#([a-z0-9-]+)\)/g)] : [];
      return [...source.matchAll(/handbook\.md#([a-z0-9-]+)/g), ...own].map(([, anchor]) => ({
        path,
        anchor: anchor!,
      }));
    }),
  );
  expect(cited.length).toBeGreaterThan(50);
  expect(cited.filter(({ anchor }) => !anchors.has(anchor))).toEqual([]);
});
