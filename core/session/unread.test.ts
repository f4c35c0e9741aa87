import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { SHIPPED_CATALOGUE } from "../exercise";
import { runSteps } from "../steps";
import { arbitrarySession } from "../testing/arbitrary";
import { EMPTY_DOCUMENT, LIMITS, type SessionDocument } from "./grammar";
import { printSession } from "./shorthand/print";
import { trainableSteps } from "./unread";

const ids = () => {
  let made = 0;
  return () => `new${made++}`;
};
const read = (text: string, from: SessionDocument = EMPTY_DOCUMENT) =>
  runSteps(trainableSteps(text, from, SHIPPED_CATALOGUE, ids()));
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
        const { unread } = read(text, session);
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

  it.each([300, 3000])("%i lines cost a few readings of each, however many do not read, and none is lost", (count) => {
    const text = Array.from({ length: count }, (_, at) => `Wobble ${"ab".repeat(at % 7)}thing 3 sets of eh`).join("\n");
    const steps = trainableSteps(text, EMPTY_DOCUMENT, SHIPPED_CATALOGUE, ids());
    let taken = 0;
    for (;;) {
      const step = steps.next();
      if (!step.done) {
        taken++;
        continue;
      }
      expect(step.value.unread).toHaveLength(count);
      expect(step.value.document.blocks).toHaveLength(LIMITS.blocks);
      break;
    }
    expect(taken).toBeLessThanOrEqual(8 * count);
  });

  it("beyond the most characters of a line and the most lines are said, each", () => {
    const { document, unread } = read(
      `Bench press 3x8\n${"row ".repeat(1000)}3x8\n${"\n".repeat(LIMITS.lines)}Deadlift 3x5`,
    );
    expect(document.blocks[0]!.slots[0]!.exerciseId).toBe("bench-press");
    expect(unread.map(({ line }) => line)).toEqual([2, LIMITS.lines + 3]);
  });
});
