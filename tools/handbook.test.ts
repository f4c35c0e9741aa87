/** Places that name a section of docs/handbook.md name one that is there. */
import { readFileSync } from "node:fs";
import { join } from "node:path";
import { expect, it } from "vitest";
import { SOURCE_FOLDERS, sourceTexts } from "./sources";
import { ROOT } from "./system";

/** A heading's anchor, as the usual readers of Markdown make it. */
const anchorOf = (heading: string): string =>
  heading
    .toLowerCase()
    .replace(/[^\p{L}\p{N} -]/gu, "")
    .trim()
    .replaceAll(" ", "-");

it("every place that cites the handbook finds its section", () => {
  const handbook = readFileSync(join(ROOT, "docs", "handbook.md"), "utf8");
  const anchors = new Set([...handbook.matchAll(/^#+ (.*)$/gm)].map(([, heading]) => anchorOf(heading!)));
  const cited = sourceTexts([...SOURCE_FOLDERS, "docs"], /\.(tsx?|md)$/).flatMap(({ path, text }) => {
    // Within the handbook a section is named by its anchor alone.
    const own = path.endsWith("handbook.md") ? [...text.matchAll(/\]\(#([a-z0-9-]+)\)/g)] : [];
    return [...text.matchAll(/handbook\.md#([a-z0-9-]+)/g), ...own].map(([, anchor]) => ({ path, anchor: anchor! }));
  });
  expect(cited.length).toBeGreaterThan(50);
  expect(cited.filter(({ anchor }) => !anchors.has(anchor))).toEqual([]);
});
