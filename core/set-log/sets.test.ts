import { describe, expect, it } from "vitest";
import { firstFigureOf, readLoad, readSets, type WrittenSet } from "./sets";

/** "60kg x 8 rir 2" of each set, as it was read. */
const words = ({ reps, seconds, load, rir }: WrittenSet): string => {
  const figure =
    load && `${load.isOfBody ? "body" : ""}${load.sign < 0 ? "-" : load.isOfBody ? "+" : ""}${load.amount}`;
  return `${figure ?? "?"}${load?.unit ?? ""} x ${reps ?? `${seconds}s`}${rir === null ? "" : ` rir ${rir}`}`;
};
const read = (text: string, hasLoad = false, first: "sets" | "load" = "sets"): string | string[] => {
  const found = readSets(text, { first, hasLoad });
  return found.ok ? found.sets.map(words) : found.why;
};

describe("sets as coaches write them", () => {
  it.each([
    ["3x8x60", ["60 x 8", "60 x 8", "60 x 8"]],
    ["3 × 8 × 60kg", ["60kg x 8", "60kg x 8", "60kg x 8"]],
    ["3x8 @ 60 kg", ["60kg x 8", "60kg x 8", "60kg x 8"]],
    ["3x8 @62,5", ["62.5 x 8", "62.5 x 8", "62.5 x 8"]],
    ["3x8x62,5", ["62.5 x 8", "62.5 x 8", "62.5 x 8"]],
    ["60x8, 62.5x6", ["60 x 8", "62.5 x 6"]],
    ["60x8,62,5x6", ["60 x 8", "62.5 x 6"]],
    ["62,5x8,8,7", ["62.5 x 8", "62.5 x 8", "62.5 x 7"]],
    ["135 lbs x 5; 155x3", ["135lb x 5", "155 x 3"]],
    ["100x5x3", ["100 x 5", "100 x 5", "100 x 5"]],
    ["8,8,7", ["? x 8", "? x 8", "? x 7"]],
    ["8/8/7", ["? x 8", "? x 8", "? x 7"]],
    ["10, 9, 8 @ 50", ["50 x 10", "50 x 9", "50 x 8"]],
    ["60kg 8,8,7", ["60kg x 8", "60kg x 8", "60kg x 7"]],
    ["8x60kg", ["60kg x 8"]],
    ["3x8", ["? x 8", "? x 8", "? x 8"]],
    ["3 sets of 8", ["? x 8", "? x 8", "? x 8"]],
    ["3x8,8,7", ["? x 8", "? x 8", "? x 7"]],
    ["BW x 10", ["body+0 x 10"]],
    ["BW+10 x 5, BW x 8", ["body+10 x 5", "body+0 x 8"]],
    ["+10kg x 5", ["body+10kg x 5"]],
    ["bw-15 x 6", ["body-15 x 6"]],
    ["3x30s", ["? x 30s", "? x 30s", "? x 30s"]],
    ["1:30", ["? x 90s"]],
    ["20kg x 45 sec", ["20kg x 45s"]],
    ["100x5 @8", ["100 x 5 rir 2"]],
    ["100x5 RPE 8.5", ["100 x 5 rir 1.5"]],
    ["3x8x60 rir2", ["60 x 8 rir 2", "60 x 8 rir 2", "60 x 8 rir 2"]],
    ["60x9f", ["60 x 9 rir 0"]],
    ["60x8 reps", ["60 x 8"]],
  ])("%s", (text, sets) => {
    expect(read(text)).toEqual(sets);
  });

  it("what the first of two figures is where it may be either is said, and another column's load decides it", () => {
    expect(read("10x5", false, "load")).toEqual(["10 x 5"]);
    expect(read("4x5", false, "sets")).toHaveLength(4);
    expect(read("4x5", true, "load")).toHaveLength(4);
    expect(firstFigureOf(["60x8", "62.5x6", "10x12", "8x12"])).toBe("load");
    expect(firstFigureOf(["3x8", "3x10", "4x6"])).toBe("sets");
  });

  it.each([
    ["3x8-10", "says a range, 8-10, and not what was done"],
    ["3x5 @ 80%", "says a share of a maximum, and not what was lifted"],
    ["off sick", "has no figure in it"],
    ["as 2 weeks ago", "has “as 2 weeks ago” where reps are expected"],
    ["3x8x9000", "says 9000 kg, more than anybody lifts"],
    ["60x0", "says 0 reps"],
    ["3x8x60x2", "has more than three figures joined by x"],
    ["99x99x99", "does not say how many sets"],
  ])("%s is refused with its reason", (text, why) => {
    expect(read(text)).toBe(why);
  });

  it("a load is a figure with or without its unit, or the body with what is added", () => {
    expect(readLoad("62,5 kg")).toMatchObject({ amount: "62.5", unit: "kg", isOfBody: false });
    expect(readLoad("135#")).toMatchObject({ amount: "135", unit: "lb" });
    expect(readLoad("bodyweight")).toMatchObject({ amount: "0", isOfBody: true });
    expect([readLoad("heavy"), readLoad("bw 10"), readLoad("")]).toEqual([null, null, null]);
  });
});
