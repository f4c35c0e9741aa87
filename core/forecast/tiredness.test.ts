import { describe, expect, it } from "vitest";
import { TEST_CONTEXT, timelineOf } from "../testing/helpers";
import { isWork } from "../time";
import { partKey, tirednessBefore } from "./tiredness";

/** Of each part of a lift: what others had taken, in whole percent, and the seconds since its own work. */
function tirednessOf(text: string, exerciseId: string): (readonly [number, number | null])[] {
  const timeline = timelineOf(text);
  const found = tirednessBefore(timeline, TEST_CONTEXT);
  const spans = timeline.blocks.flatMap(({ timeline: { spans } }) => spans.filter(isWork));
  return spans
    .filter((span) => span.exerciseId === exerciseId && span.side !== "right")
    .map((span) => found.get(partKey(span))!)
    .map(({ others, afterSeconds }) => [Math.round(100 * others), afterSeconds]);
}

describe("how tired a part is begun", () => {
  it("a lift alone has only its own rests", () => {
    expect(tirednessOf("Bench press 3x8 rir1 r90", "bench-press")).toEqual([
      [0, null],
      [0, 90],
      [0, 90],
    ]);
    expect(tirednessOf("Dumbbell curl 1x10 rir0 > -20%x8", "dumbbell-curl")).toEqual([
      [0, null],
      [0, 6],
    ]);
  });

  it("another lift for its muscles takes from it, the more the nearer; one for others hardly", () => {
    const taken = (other: string, rest: number) =>
      tirednessOf(`A1 ${other} 1x10 rir0 h${rest}\nA2 Cable fly 1x10 rir0`, "cable-fly")[0]![0];
    expect(taken("Dumbbell fly", 10)).toBeGreaterThan(taken("Dumbbell fly", 90));
    expect(taken("Dumbbell fly", 10)).toBeGreaterThan(8);
    expect(taken("Seated leg curl", 10)).toBeLessThanOrEqual(2);
  });

  it("each side rests while the other works", () => {
    const [, second] = tirednessOf("Dumbbell row 2x10/side rir1 r60", "dumbbell-row");
    // A change of side, the right side's thirty seconds, and the rest.
    expect(second![1]).toBe(95);
  });
});
