import { describe, expect, it } from "vitest";
import { DEFAULT_SETTINGS, SHIPPED_CATALOGUE, STARTERS } from "../core";
import { read } from "../core/testing/helpers";
import { isOfStructure } from "./structure-search";

const GIANT =
  "A1 Seated dumbbell shoulder press 3x10 h10\nA2 Lateral raise 3x12 h10\nA3 Front raise 3x12 h10\nA4 Rear-delt fly 3x15 r90";
const finds = (search: string, text: string, name = "Quay block"): boolean =>
  isOfStructure(search, { name, document: read(text) }, { catalogue: SHIPPED_CATALOGUE, settings: DEFAULT_SETTINGS });

describe("blocks found by what they are made of", () => {
  it.each([
    ["giant sets for delts", GIANT, true],
    ["giant set shoulders", GIANT, true],
    ["lateral raises", GIANT, true],
    ["quay", GIANT, true],
    ["giant sets for chest", GIANT, false],
    ["superset", GIANT, false],
    ["superset chest back", "A1 Bench press 3x8 h10\nA2 Barbell row 3x8 r90", true],
    ["superset legs", "A1 Bench press 3x8 h10\nA2 Barbell row 3x8 r90", false],
    ["drop set curl", "A1 Dumbbell curl 3x10 r60 last: > -20%x8", true],
  ])("%s", (search, text, is) => {
    expect(finds(search, text)).toBe(is);
  });

  it("our own starters are found by their structure", () => {
    const found = (search: string) =>
      STARTERS.filter(({ name, text }) => finds(search, text, name)).map(({ id }) => id);
    expect(found("paired sets")).toContain("paired");
    expect(found("pyramid").length).toBeGreaterThan(0);
  });
});
