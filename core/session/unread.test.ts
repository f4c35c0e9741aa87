import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { SHIPPED_CATALOGUE } from "../exercise/catalogue";
import { arbitrarySession } from "../testing/arbitrary";
import { EMPTY_DOCUMENT } from "./grammar";
import { printSession } from "./shorthand/print";
import { trainable } from "./unread";

const ids = () => {
  let made = 0;
  return () => `new${made++}`;
};
const read = (text: string) => trainable(text, EMPTY_DOCUMENT, SHIPPED_CATALOGUE, ids());
const lifts = (text: string) =>
  read(text).document.blocks.map(({ slots }) => slots.map(({ exerciseId, sets }) => [exerciseId, sets.length]));

describe("lines that do not read", () => {
  it("are trained as lifts known by their name, where they stand", () => {
    const text = "A1 Bench press 3x8 @60kg\nA2 Frobnicatr 3x10 @@\n\nB1 Deadlift 2x5";
    expect(lifts(text)).toEqual([
      [
        ["bench-press", 3],
        ["named:Frobnicatr", 3],
      ],
      [["deadlift", 2]],
    ]);
    expect(read(text).unread).toEqual([{ line: 2, text: "A2 Frobnicatr 3x10 @@" }]);
  });

  it.each([
    ["Sit on the floor and think", "named:Sit on the floor and think"],
    ["???", "named:line 1"],
    ['"odd "quotes" here 3x', "named:odd quotes here"],
    ["Bench press 3x8 @60kg bogus!", "bench-press"],
  ])("%s", (line, exerciseId) => {
    expect(lifts(line)[0]![0]![0]).toBe(exerciseId);
    expect(read(line).unread).toEqual([{ line: 1, text: line }]);
  });

  it("that set something are said, and train nothing", () => {
    const { document, unread } = read("cap yesterday\nBench press 3x8");
    expect(document.blocks).toHaveLength(1);
    expect(document.capSeconds).toBeNull();
    expect(unread).toEqual([{ line: 1, text: "cap yesterday" }]);
  });

  it("are none in a text that reads, which stays what it is", () => {
    fc.assert(
      fc.property(arbitrarySession, (session) => {
        const text = printSession(session, SHIPPED_CATALOGUE);
        const { unread } = trainable(text, session, SHIPPED_CATALOGUE, ids());
        expect(unread).toEqual([]);
      }),
      { numRuns: 30 },
    );
  });

  it("never lose a lift of the lines that do, whatever stands between", () => {
    fc.assert(
      fc.property(fc.array(fc.string({ unit: "grapheme" }), { maxLength: 6 }), (noise) => {
        const junk = noise.map((line) => line.replace(/[\r\n]/g, " ")).join("\n\n");
        const found = lifts(`Deadlift 2x5\n\n${junk}\n\nDumbbell curl 3x10`).flat();
        expect(found).toContainEqual(["deadlift", 2]);
        expect(found).toContainEqual(["dumbbell-curl", 3]);
      }),
      { numRuns: 200 },
    );
  });
});
