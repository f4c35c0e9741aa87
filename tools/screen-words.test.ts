/**
 * One word for one thing: what controls say is read from the screens' sources, and held against the table "On screen" of
 * docs/glossary.md. A meaning has its own words; the words that once stood for it too are not used on any control.
 */
import { readFileSync } from "node:fs";
import { join } from "node:path";
import { describe, expect, it } from "vitest";
import { sourceTexts } from "./sources";
import { ROOT } from "./system";

interface Meaning {
  readonly meaning: string;
  readonly words: readonly string[];
  readonly never: readonly string[];
}

/** The rows of the table: a meaning, the words for it, the words that are not used for it, parted by commas. */
function meaningsIn(glossary: string): Meaning[] {
  const part = glossary.split("## On screen")[1]?.split("\n## ")[0] ?? "";
  const list = (cell: string) =>
    cell
      .split(",")
      .map((word) => word.trim())
      .filter(Boolean);
  return part
    .split("\n")
    .filter((line) => line.startsWith("| ") && !/^\| (?:---|Meaning)/.test(line))
    .map((line) => line.split("|").map((cell) => cell.trim()))
    .map(([, meaning = "", words = "", never = ""]) => ({ meaning, words: list(words), never: list(never) }));
}

const CONTROL = /<(Button|SmallButton|LaneButton|ChoiceButton|button)\b((?:[^<>]|=>)*?)>\s*([A-Z][^<>{}]*?)\s*[<{]/g;
const NAMED = /(?:\bname: |\btitle=|aria-label=)"([A-Z][^"]{1,60})"/g;

/** What buttons and menus say, with the file that has it. */
function labelsOf(path: string, text: string): { path: string; label: string }[] {
  const found = [
    ...[...text.matchAll(CONTROL)].map((match) => match[3] ?? ""),
    ...[...text.matchAll(NAMED)].map((match) => match[1] ?? ""),
  ];
  return found.map((label) => ({ path, label: label.replace(/\s+/g, " ").trim() }));
}

const MEANINGS = meaningsIn(readFileSync(join(ROOT, "docs", "glossary.md"), "utf8"));
const LABELS = sourceTexts(["screens", "parts", "ui"], /\.tsx$/)
  .filter(({ path }) => !/\.test\.tsx$/.test(path))
  .flatMap(({ path, text }) => labelsOf(path, text));

const begins = (label: string, words: string): boolean =>
  label === words || label.startsWith(`${words} `) || label.startsWith(`${words}…`);

describe("words on controls", () => {
  it("are read from the screens, many of them", () => {
    expect(LABELS.length).toBeGreaterThan(150);
    expect(MEANINGS.length).toBeGreaterThan(8);
  });

  it.each(MEANINGS)("$meaning: no control uses another word for it", ({ words, never }) => {
    const found = LABELS.filter(({ label }) => never.some((word) => begins(label, word)));
    expect(found.map(({ path, label }) => `${path}: ${label} is now: ${words.join(" or ")}`)).toEqual([]);
  });

  it.each(MEANINGS)("$meaning: the words for it are used", ({ words }) => {
    expect(words.filter((word) => !LABELS.some(({ label }) => begins(label, word)))).toEqual([]);
  });

  it("no word stands for two meanings, nor is given up and used", () => {
    const all = MEANINGS.flatMap(({ words }) => words);
    expect(all.filter((word, at) => all.indexOf(word) !== at)).toEqual([]);
    expect(MEANINGS.flatMap(({ never }) => never).filter((word) => all.includes(word))).toEqual([]);
  });
});
