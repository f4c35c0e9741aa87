import { describe, expect, it } from "vitest";
import { allBlocks, DEFAULT_SETTINGS } from "@/core";
import { exposure, read, resolve } from "@/core/testing/helpers";
import { amountFigure, cellFigure, doneFigures, likelyFigure, loadFigure, readingOf } from "./set-words";

/** The first lift of a text: its cells, and its first set read back. */
function shown(text: string) {
  const document = read(text);
  const { loads } = resolve(document);
  const [block] = allBlocks(document);
  const [slot] = block!.slots;
  const cells = slot!.sets.map((set) => (set ? cellFigure(slot!, set, loads) : "–"));
  return { cells, ...readingOf(block!, slot!, slot!.sets.find((set) => set !== null)!, loads, DEFAULT_SETTINGS) };
}

describe("a set in its cell", () => {
  it.each([
    ["Bench press 2x8 @60kg", ["8 × 60", "8 × 60"]],
    ["Bench press 12,10,8 @60kg", ["12 × 60", "10 × 60", "8 × 60"]],
    ["Dumbbell press 1x10 @22kg", ["10 × 2×22"]],
    ["Chin-up 1x6 @BW+10kg", ["6 × +10"]],
    ["Chin-up 1x6 @BW", ["6 × body"]],
    ["Bench press 1x8-12 @60kg", ["8-12 × 60"]],
    ["Bench press 1xF @60kg", ["F × 60"]],
    ["Bench press 1x8 @60kg last: > -20%x6 > -20%xF", ["8 × 60 ↘ 6 × 47.5 ↘ F × 37.5"]],
    ["Dumbbell curl 1x8/side @10kg", ["8/side × 2×10"]],
    ["Chin-up 1x40total @BW", ["40 total × body"]],
    ["Front plank 1x40s", ["40s"]],
    ["Bench press 1x8", ["8 × ?"]],
  ])("%s", (text, cells) => {
    expect(shown(text).cells).toEqual(cells);
  });

  it("a load that is not known is a question, and nothing else is", () => {
    expect(loadFigure(undefined)).toBe("?");
    const document = read("Bench press 1x8 @60kg");
    const slot = document.blocks[0]!.slots[0]!;
    const set = slot.sets[0]!;
    expect(amountFigure(slot, set, set.segments[0]!, undefined)).toBe("8");
  });
});

describe("a set read back", () => {
  it.each([
    ["Bench press 1x8 @60kg rir2 t3-0-1-0", "8 reps, 60 kg, 2 in reserve, 4 s a rep"],
    ["Bench press 1x8-12 @60kg rir2", "8-12 reps, 60 kg, 2 in reserve"],
    ["Chin-up 1x6 @BW+10kg rir1", "6 reps, body +10 kg, 1 in reserve"],
    ["Chin-up 1x6 @BW rir1", "6 reps, the body alone, 1 in reserve"],
    ["Bench press 1xF @60kg", "to failure, 60 kg"],
    ["Chin-up 1x40total @BW", "40 reps in as few sets as needed, the body alone"],
    ["Bench press 1x8 @60kg rir2 last: > -20%x6", "8 reps, 60 kg, 2 in reserve, then 1 part straight on"],
    ["Bench press 1x8 rir2", "8 reps, load to be found, 2 in reserve"],
    ["Front plank 1x40s", "40 s"],
  ])("%s", (text, said) => {
    expect(shown(text).said.startsWith(said)).toBe(true);
  });

  it("says what is assumed, and only that", () => {
    expect(shown("Bench press 1x8 @60kg").assumed).toEqual(["no effort written", "3 s a rep"]);
    expect(shown("Bench press 1x8 @60kg rir2 t3-0-1-0").assumed).toEqual([]);
    const superset = shown("A1 Bench press 2x8 @60kg rir2 t2-0-1-0\nA2 Chin-up 2x8 @BW rir2 t2-0-1-0");
    expect(superset.assumed).toEqual([`${DEFAULT_SETTINGS.assumed.roundRestSeconds} s rest`]);
  });
});

describe("what is likely", () => {
  const forecast = { expectedRir: 1.25, askedReps: 8, possibleReps: 9.25 };
  it.each([
    [forecast, "1"],
    [{ ...forecast, expectedRir: -0.4 }, "0"],
    [{ ...forecast, expectedRir: -1.2 }, "−2"],
    [{ ...forecast, expectedRir: -2 }, "−2"],
    [{ ...forecast, expectedRir: null }, "–"],
    [{ ...forecast, expectedRir: 0, askedReps: null }, "9"],
  ])("%j is %s", (given, figure) => {
    expect(likelyFigure(given as never)).toBe(figure);
  });
});

describe("what was done on a day", () => {
  const done = (...sets: readonly Parameters<typeof exposure>[1][number][]) =>
    doneFigures(exposure("2026-11-20", sets).sets, "kg");
  it.each([
    ["one load", done({ reps: 8, loadKg: 62.5 }, { reps: 7, loadKg: 62.5 }), "8 7 × 62.5"],
    ["a pyramid", done({ reps: 10, loadKg: 40 }, { reps: 6, loadKg: 45 }), "10 × 40, 6 × 45"],
    ["the body alone", done({ reps: 6, loadKg: 0 }, { reps: 5, loadKg: 0 }), "6 5"],
    ["with help", done({ reps: 6, loadKg: -15 }), "6 × −15"],
    ["first without, then with help", done({ reps: 6, loadKg: 0 }, { reps: 5, loadKg: -15 }), "6, 5 × −15"],
    ["held", done({ reps: 0, seconds: 40, loadKg: 0 }, { reps: 0, seconds: 32.5, loadKg: 0 }), "40 s 32.5 s"],
    ["a warm-up set beside it", done({ reps: 10, loadKg: 20, working: false }, { reps: 5, loadKg: 80 }), "5 × 80"],
    [
      "in pounds",
      doneFigures(
        exposure("2026-11-20", [
          { reps: 5, loadKg: 61.235 },
          { reps: 5, loadKg: -15 },
        ]).sets,
        "lb",
      ),
      "5 × 135, 5 × −33.1",
    ],
    ["nothing", done(), ""],
  ])("%s", (_, words, wanted) => {
    expect(words).toBe(wanted);
  });
});
