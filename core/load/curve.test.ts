import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { addDays } from "../units";
import { fitCurve, loadBand } from "./curve";
import type { CurveObservation } from "./curve-filter";
import { loadForReps, type RepCurve } from "./e1rm";

const FORMULA = "epleyBrzyckiMean";
const START = "2026-06-01";

/** Honest sets of somebody with this maximum and curve, a week apart. */
function sets(maxKg: number, curve: RepCurve, reps: readonly number[], gain = 0): CurveObservation[] {
  return reps.map((count, week) => ({
    date: addDays(START, 7 * week),
    id: `${week}`,
    kg: loadForReps(maxKg * (1 + gain * week), count + 1, curve),
    reps: count,
    rir: 1,
    source: "logged",
  }));
}
const everyone: RepCurve = { formula: FORMULA, shape: 1 };
const mixed = [5, 8, 10, 4, 12, 6, 8, 5, 10, 3, 12, 6];

describe("a client's own curve", () => {
  it("is found where reps differ, flatter or steeper", () => {
    for (const shape of [0.75, 1, 1.35]) {
      const fitted = fitCurve(sets(100, { formula: FORMULA, shape }, [...mixed, ...mixed]), FORMULA)!;
      expect(fitted.isOwn).toBe(true);
      expect(fitted.curve.shape / shape).toBeGreaterThan(0.84);
      expect(fitted.curve.shape / shape).toBeLessThan(1.16);
      expect(Math.abs(fitted.e1rmKg / 100 - 1)).toBeLessThan(0.04);
    }
  });

  it("stays everyone's where sets are few or all of the same reps, and the band says how little is known", () => {
    const steep = { formula: FORMULA, shape: 1.3 } as const;
    const few = fitCurve(sets(100, steep, [8, 8]), FORMULA)!;
    expect(few.isOwn).toBe(false);
    expect(few.curve.shape).toBe(1);
    const alike = fitCurve(sets(100, steep, Array(10).fill(8)), FORMULA)!;
    expect(alike.isOwn).toBe(false);
    // A lifter of eights has an uncertain maximum and a certain nine-rep load.
    const wide = (reps: number) => {
      const { low, high, kg } = loadBand(alike, reps);
      return (high - low) / kg;
    };
    expect(wide(9)).toBeLessThan(0.6 * wide(1));
  });

  it("has a narrower band with more days, and follows a climb without lagging far", () => {
    const width = (days: number) => {
      const { bandKg, e1rmKg } = fitCurve(sets(100, everyone, mixed.slice(0, days)), FORMULA)!;
      return (bandKg[1] - bandKg[0]) / e1rmKg;
    };
    expect(width(12)).toBeLessThan(width(4));
    expect(width(4)).toBeLessThan(width(1));
    const climbing = fitCurve(sets(80, everyone, mixed, 0.01), FORMULA)!;
    expect(Math.abs(climbing.e1rmKg / (80 * 1.11) - 1)).toBeLessThan(0.02);
  });

  it("goes by a tested maximum more than by any set", () => {
    const days = sets(100, everyone, [8, 8, 8, 8]);
    const test: CurveObservation = { date: addDays(START, 29), id: "test", kg: 108, reps: 1, rir: 0, source: "tested" };
    expect(fitCurve([...days, test], FORMULA)!.e1rmKg).toBeGreaterThan(105);
  });

  it("flags a mistyped load and is not moved by it, wherever it stands", () => {
    const days = sets(100, everyone, mixed);
    const sane = fitCurve(days, FORMULA)!;
    for (const at of [0, 5, 11]) {
      const typed = days.map((one, index) => (index === at ? { ...one, kg: one.kg * 10 } : one));
      const fitted = fitCurve(typed, FORMULA)!;
      expect(fitted.flagged.map((one) => one.id)).toEqual([`${at}`]);
      expect(Math.abs(fitted.e1rmKg / sane.e1rmKg - 1)).toBeLessThan(0.02);
    }
    const absurd = fitCurve([{ ...days[0]!, kg: 1000 }], FORMULA);
    expect(absurd).toBeNull();
  });

  it("believes a jump that the next day bears out", () => {
    const before = sets(100, everyone, mixed.slice(0, 6));
    const after = sets(122, everyone, [6, 6]).map((one, index) => ({
      ...one,
      id: `late ${index}`,
      date: addDays(START, 50 + 7 * index),
    }));
    const fitted = fitCurve([...before, ...after], FORMULA)!;
    expect(fitted.flagged).toEqual([]);
    expect(fitted.e1rmKg).toBeGreaterThan(115);
  });

  it("is finite for any honest or dishonest log", () => {
    const observation = fc.record({
      date: fc.integer({ min: 0, max: 800 }).map((day) => addDays(START, day)),
      id: fc.uuid(),
      kg: fc.constantFrom(0, 0.001, 20, 60, 100, 140, 599, 600, 1000, Number.NaN),
      reps: fc.constantFrom(0, 1, 5, 12, 30, 400),
      rir: fc.constantFrom(0, 1, 4, 10),
      source: fc.constantFrom("logged" as const, "tested" as const, "stated" as const),
    });
    fc.assert(
      fc.property(fc.array(observation, { maxLength: 14 }), (log) => {
        const sorted = [...log].sort((a, b) => (a.date < b.date ? -1 : 1));
        const fitted = fitCurve(sorted, FORMULA);
        if (!fitted) return;
        const figures = [fitted.e1rmKg, ...fitted.bandKg, fitted.curve.shape, loadBand(fitted, 10).high];
        for (const figure of figures) expect(Number.isFinite(figure) && figure >= 0).toBe(true);
      }),
      { numRuns: 200 },
    );
  });
});

describe("a log that goes on from one that was fitted", () => {
  const day = fc.record({
    kg: fc.constantFrom(60, 70, 80, 82.5, 85, 120, 300, 900),
    reps: fc.integer({ min: 1, max: 12 }),
    rir: fc.integer({ min: 0, max: 4 }),
    source: fc.constantFrom("logged" as const, "tested" as const, "stated" as const),
  });

  it("gives what it gives from nothing, whatever is mistyped in it, and in whatever order logs share their past", () => {
    fc.assert(
      fc.property(fc.array(day, { maxLength: 9 }), fc.array(day, { maxLength: 4 }), (past, other) => {
        const dated = (days: readonly (typeof past)[number][], from: number) =>
          days.map((one, index) => ({
            ...one,
            date: addDays("2026-01-05", 3 * (from + index)),
            id: `${from + index}`,
          }));
        const shared = dated(past, 0);
        const [one, two] = [dated(other, past.length), dated(other.toReversed(), past.length)];
        for (const more of [one, two])
          for (let count = 0; count <= more.length; count++) {
            const log = [...shared, ...more.slice(0, count)];
            const anew = log.map((observation) => ({ ...observation }));
            expect(fitCurve(log, FORMULA)).toEqual(fitCurve(anew, FORMULA));
          }
      }),
      { numRuns: 60 },
    );
  });
});
