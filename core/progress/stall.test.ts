import { describe, expect, it } from "vitest";
import { normal, seededRandom } from "../forecast";
import { addDays } from "../units";
import { LEVEL_GAIN, trendOf } from "./stall";

const days = (count: number, kg: (week: number) => number) =>
  Array.from({ length: count }, (_, index) => ({
    date: addDays("2026-01-05", Math.floor(index / 2) * 7 + (index % 2) * 3),
    kg: kg(index / 2),
  }));

describe("the trend of a lift", () => {
  it("is too early to say with three exposures, or within three weeks", () => {
    expect(
      trendOf(
        days(3, () => 100),
        "novice",
      ).kind,
    ).toBe("tooEarly");
    expect(
      trendOf(
        days(6, () => 100),
        "novice",
      ),
    ).toMatchObject({ kind: "tooEarly", exposures: 6 });
    expect(trendOf([], "novice")).toEqual({ kind: "tooEarly", exposures: 0, weeks: 0 });
  });

  it("reads a straight line as its slope, and one wild day changes little", () => {
    const line = days(14, (week) => 100 + week);
    const trend = trendOf(line, "intermediate");
    if (trend.kind === "tooEarly") throw new Error("too early");
    expect(trend).toMatchObject({ kind: "moving" });
    expect(trend.percentAWeek).toBeCloseTo(1, 0);
    const wild = trendOf(line.with(7, { ...line[7]!, kg: 250 }), "intermediate");
    expect(wild.kind === "tooEarly" ? 0 : wild.percentAWeek).toBeCloseTo(trend.percentAWeek, 0);
  });

  it("standing still is stalled at every level, falling too", () => {
    for (const level of Object.keys(LEVEL_GAIN)) {
      expect(
        trendOf(
          days(16, () => 100),
          level,
        ).kind,
        level,
      ).toBe("stalled");
      expect(
        trendOf(
          days(16, (week) => 100 - week),
          level,
        ).kind,
        level,
      ).toBe("stalled");
    }
  });

  it.each([
    ["novice", 2],
    ["intermediate", 0.8],
    ["advanced", 0.4],
  ])(
    "of %s lifts that gain %d %% a week fewer than one in twenty are called stalled; of those that stand still most are found",
    (level, gain) => {
      const random = seededRandom(11);
      const stalled = (percent: number, noise: number) => {
        let called = 0;
        for (let lift = 0; lift < 400; lift++) {
          const log = days(16, (week) => 100 * (1 + (percent / 100) * week) * (1 + noise * normal(random)));
          if (trendOf(log, level).kind === "stalled") called++;
        }
        return called / 400;
      };
      expect(stalled(gain, 0.015)).toBeLessThan(0.05);
      expect(stalled(gain, 0.025)).toBeLessThan(0.05);
      // How well it can be told hangs on the noise of the days against the gain that is looked for.
      if (level !== "advanced") expect(stalled(0, 0.01)).toBeGreaterThan(0.8);
    },
  );
});
