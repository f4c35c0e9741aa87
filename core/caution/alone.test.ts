import { describe, expect, it } from "vitest";
import { SHIPPED_CATALOGUE } from "../exercise";
import { read } from "../testing/helpers";
import { aloneWarnings } from "./alone";

const warned = (text: string): string[] => Object.values(aloneWarnings(read(text), SHIPPED_CATALOGUE));

describe("whoever trains alone", () => {
  it.each([
    ["a press near failure", "A1 Bench press 3x5 @60kg rir1", /pins or safety arms/],
    ["a squat near failure", "A1 Back squat 3x5 @60kg rir1", /pins or safety arms/],
    ["a set to failure", "A1 Bench press 3xF @60kg", /pins or safety arms/],
  ])("is warned of %s", (_, text, words) => {
    expect(warned(text)).toEqual([expect.stringMatching(words)]);
  });

  it.each([
    ["a press with reps left", "A1 Bench press 3x5 @60kg rir3"],
    ["dumbbells that can be dropped", "A1 Dumbbell curl 3x10 @9kg rir0"],
    ["a move of the body", "A1 Push-up 3xF @BW"],
    ["a machine", "A1 Leg press 3x10 @100kg rir0"],
  ])("is not warned of %s", (_, text) => {
    expect(warned(text)).toEqual([]);
  });
});
