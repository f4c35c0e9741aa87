import { describe, expect, it } from "vitest";
import { calibrationOf } from "../testing/calibration";

describe("what if, against clients whose truth is known", () => {
  const found = calibrationOf({ clients: 16, runs: 24, pastWeeks: 12, weeksAhead: 8, goalsPerLift: 4 });

  it("bands of weekly strength hold about what they say", () => {
    expect(found.weeks).toBe(16 * 3 * 8);
    expect(found.inside).toBeGreaterThan(0.68);
    expect(found.inside).toBeLessThan(0.92);
  });

  it("chances of goals are better than always saying how often goals are reached, and rise with what is reached", () => {
    expect(found.goals).toBe(16 * 3 * 4);
    expect(found.brier).toBeLessThan(0.9 * found.baseBrier);
    expect(found.gap).toBeLessThan(0.12);
    const [first, , , , last] = found.bins;
    expect(last!.reached).toBeGreaterThan(first!.reached + 0.3);
  });
});
