import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  addDays,
  daysBetween,
  decimal,
  formatClock,
  fromKg,
  massFigure,
  massWords,
  mondayOf,
  round,
  toKg,
  volumeWords,
  weekday,
  weight,
} from "./units";

describe("weights", () => {
  it("keep the unit and decimal they were given in", () => {
    expect(3 * toKg(weight("45", "lb"))).toBeCloseTo(61.235, 3);
    expect(weight(135, "lb")).toEqual({ amount: "135", unit: "lb" });
    expect(weight("2.50").amount).toBe("2.50");
  });
  it("go to the other unit and back within two grams", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 400_000 }),
        (grams) => Math.abs(toKg(fromKg(grams / 1000, "lb")) - grams / 1000) < 0.003,
      ),
    );
  });
});

describe("figures", () => {
  it.each([
    [72, "72"],
    [22.5, "22.5"],
    [1.25, "1.25"],
    [0.1 + 0.2, "0.3"],
    [-0.0001, "0"],
    [1e-9, "0"],
    [1000000, "1000000"],
  ])("%s is written %s", (value, text) => {
    expect(decimal(value)).toBe(text);
  });
  it("round half away from zero, and never to minus zero", () => {
    expect([round(2.5), round(-2.5), round(1.005, 2)]).toEqual([3, -3, 1.01]);
    expect(Object.is(round(-0.2), 0)).toBe(true);
  });
  it.each([
    [0, "0:00"],
    [48, "0:48"],
    [2764, "46:04"],
    [3750, "1:02:30"],
    [-5, "0:00"],
  ])("%s s is %s", (seconds, clock) => {
    expect(formatClock(seconds)).toBe(clock);
  });
});

describe("a mass, in the unit of whoever reads it", () => {
  it.each<[number, "kg" | "lb", string, string]>([
    [95.94, "kg", "95.9 kg", "95.94 kg"],
    [95.94, "lb", "211.5 lb", "211.5 lb"],
    [61.2349, "lb", "135 lb", "135 lb"],
    [20, "kg", "20 kg", "20 kg"],
  ])("%d kg in %s", (kg, unit, words, finer) => {
    expect(massWords(kg, unit)).toBe(words);
    expect(massWords(kg, unit, 2)).toBe(finer);
    expect(`${massFigure(kg, unit)} ${unit}`).toBe(words);
  });

  it.each<[number, "kg" | "lb", string]>([
    [5780, "kg", "5.78 t"],
    [850.4, "kg", "850.4 kg"],
    [5780, "lb", "12,743 lb"],
    [400, "lb", "882 lb"],
    [1_000_000, "lb", "2,204,623 lb"],
  ])("%d kg of work in %s", (kg, unit, words) => {
    expect(volumeWords(kg, unit)).toBe(words);
  });
});

describe("calendar dates", () => {
  it("cross months, years and the change of clocks", () => {
    expect(addDays("2026-02-28", 1)).toBe("2026-03-01");
    expect(addDays("2026-12-31", 1)).toBe("2027-01-01");
    expect(daysBetween("2026-10-24", "2026-10-26")).toBe(2);
    expect([weekday("2026-11-23"), weekday("2026-11-29")]).toEqual([0, 6]);
    expect(mondayOf("2026-11-29")).toBe("2026-11-23");
  });
});
