/** docs/look.md says what app/globals.css has, and every colour has the contrast that its meaning asks. */
import { readFileSync } from "node:fs";
import { join } from "node:path";
import { describe, expect, it } from "vitest";
import { ROOT } from "./system";

const css = readFileSync(join(ROOT, "app", "globals.css"), "utf8");
const guide = readFileSync(join(ROOT, "docs", "look.md"), "utf8");

const cssValue = (name: string): string => new RegExp(`--${name}: ([^;]+);`).exec(css)?.[1] ?? "missing";

/** Relative luminance of a colour such as "#27356b", 0 to 1 (WCAG 2.1). */
function luminance(colour: string): number {
  const [red = 0, green = 0, blue = 0] = [1, 3, 5].map((at) => {
    const share = Number.parseInt(colour.slice(at, at + 2), 16) / 255;
    return share <= 0.03928 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
  });
  return 0.2126 * red + 0.7152 * green + 0.0722 * blue;
}

function contrast(a: string, b: string): number {
  const [light = 0, dark = 0] = [luminance(a), luminance(b)].sort((x, y) => y - x);
  return (light + 0.05) / (dark + 0.05);
}

const rows = (heading: string): string[][] =>
  (guide.split(`## ${heading}\n`)[1]?.split("\n## ")[0] ?? "")
    .split("\n")
    .filter((line) => line.startsWith("| `"))
    .map((line) => line.split("|").map((cell) => cell.trim().replaceAll("`", "")));

describe("the look", () => {
  it.each(rows("Colours"))("%s%s: %s is as written, and has its contrast", (_, name, colour, __, least) => {
    expect(cssValue(`color-${name}`)).toBe(colour);
    for (const ground of ["ground", "surface"])
      expect(contrast(colour!, cssValue(`color-${ground}`))).toBeGreaterThanOrEqual(Number(least));
  });

  it.each(rows("Text"))("%s%s is %s pixels", (_, name, pixels) => {
    expect(cssValue(name!)).toBe(`${Number(pixels) / 16}rem`);
  });

  it.each([
    ["floor-text", 4.5],
    ["floor-quiet", 4.5],
    ["floor-plan", 4.5],
    ["floor-now", 4.5],
    ["floor-done", 4.5],
    ["floor-warn", 4.5],
    ["floor-line", 3],
  ])("%s has %f to 1 on the floor, dark and in daylight", (name, least) => {
    const themes = css.split(".floor {").slice(1);
    expect(themes).toHaveLength(2);
    for (const theme of themes) {
      const of = (one: string) => new RegExp(`--${one}: ([^;]+);`).exec(theme)?.[1] ?? "#000000";
      expect(contrast(of(name), of("floor-ground"))).toBeGreaterThanOrEqual(least);
    }
  });
});
