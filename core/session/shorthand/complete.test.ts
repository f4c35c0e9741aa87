import { describe, expect, it } from "vitest";
import { SHIPPED_CATALOGUE } from "../../exercise";
import { countingIds } from "../../testing/helpers";
import { completionsAt } from "./complete";
import { parseSession } from "./parse";

const at = (text: string) => completionsAt(text, text.length, SHIPPED_CATALOGUE);
const inserts = (text: string) => at(text).map((one) => one.insert);

describe("what may come next at a caret", () => {
  it("offers names for what is typed of one, nearest first, and the session's own lines on an empty line", () => {
    expect(inserts("A1 bench p")[0]).toBe("Bench press ");
    expect(inserts("A1 Bench press 4x8 h8 + seated cab")[0]).toBe("Seated cable row ");
    expect(inserts("Push-up 3x8\n")).toContain("Back squat ");
  });

  it("then schemes, then what has not been said yet", () => {
    expect(inserts("Bench press ")).toContain("4x8-10");
    expect(inserts("Bench press 4x8 ")).toContain("@RIR2");
    expect(inserts("Bench press 4x8 @")).toEqual(expect.arrayContaining(["@80kg", "@75%"]));
    expect(inserts("Bench press 4x8 @80kg r90 ")).not.toContain("r90");
    expect(inserts("Bench press 4x8 last: ")).not.toContain("ramp");
  });

  it.each([
    "",
    "A1 ",
    "Bench press ",
    "Bench press 4x8 ",
    "Bench press 4x8 @80kg ",
    "Bench press 4x8 r90 last: ",
    "A1 Chin-up 3x5 h8 + ",
    "Chin-up 3x5 > -",
  ])("every offer after %j reads without an error when the line is finished", (text) => {
    for (const { insert, from } of at(text)) {
      let line = text.slice(0, from) + insert;
      if (line.endsWith(" + ")) line += "Push-up 4x8";
      else if (/ last: $/.test(line)) line += "6";
      else if (/^[^\d]*$/.test(line.replace(/^A1 /, "")) && !line.startsWith("#")) line += "3x8";
      else if (/\+ [A-Z][^\d]*$/.test(line)) line += "3x8";
      const { errors } = parseSession(line, SHIPPED_CATALOGUE, countingIds());
      expect(errors, line).toEqual([]);
    }
  });
});
