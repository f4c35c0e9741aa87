import { describe, expect, it } from "vitest";
import { normal, seededRandom } from "../forecast";
import { addDays } from "../units";
import { type CheckIn, deloadSigns, type FeltSession, hasFallen } from "./deload-signs";

const TODAY = "2026-11-26";
const session = (index: number, more: Partial<FeltSession> = {}): FeltSession => ({
  date: addDays("2026-10-15", 3 * index),
  dayId: index % 2 === 0 ? "heavy" : "light",
  sessionRpe: 7,
  volumeLoadKg: index % 2 === 0 ? 6000 : 4000,
  checkIn: null,
  pain: 0,
  ...more,
});
const sessions = (change: (index: number) => Partial<FeltSession> = () => ({})) =>
  Array.from({ length: 14 }, (_, index) => session(index, change(index)));
const lift = (name: string, ...estimates: number[]) => ({ name, estimates });
const SORE: CheckIn = { sleep: "badly", sore: [{ muscle: "quads", level: 2 }] };

describe("a lift that fell", () => {
  it.each([
    ["three days well under those before", [100, 101, 100, 102, 96, 95, 94], true],
    ["within the noise of its days", [100, 104, 97, 103, 98, 99, 100], false],
    ["down and back up", [100, 101, 100, 102, 95, 96, 100], false],
    ["still rising", [100, 101, 102, 103, 104, 105], false],
    ["with fewer than three days before", [100, 101, 90, 89, 88], false],
  ])("%s", (_what, estimates, fell) => {
    expect(hasFallen(estimates)).toBe(fell);
  });

  it("of lifts that gain a little with noisy days few are called, of those that lost a twentieth most", () => {
    const random = seededRandom(5);
    const called = (change: number) => {
      let count = 0;
      for (let one = 0; one < 600; one++) {
        const days = Array.from({ length: 9 }, (_, day) => 100 * (1 + 0.002 * day) * (1 + 0.015 * normal(random)));
        if (hasFallen(days.map((kg, day) => (day >= 6 ? kg * (1 + change) : kg)))) count++;
      }
      return count / 600;
    };
    expect(called(0)).toBeLessThan(0.06);
    expect(called(-0.05)).toBeGreaterThan(0.8);
  });
});

describe("signs of a deload", () => {
  const falling = [lift("squat", 100, 101, 100, 95, 94, 93), lift("press", 60, 60, 61, 60, 61, 61)];

  it("none holds where all goes on", () => {
    const signs = deloadSigns([falling[1]!], sessions(), TODAY);
    expect(signs).toMatchObject({ isCalled: false, falling: { holds: false }, effort: { rise: 0, holds: false } });
  });

  it("one alone does not call for it, two do", () => {
    const harder = sessions((index) => (index >= 11 ? { sessionRpe: 9 } : {}));
    expect(deloadSigns(falling, sessions(), TODAY)).toMatchObject({
      isCalled: false,
      falling: { lifts: ["squat"], of: 2 },
    });
    expect(deloadSigns([], harder, TODAY)).toMatchObject({ isCalled: false, effort: { rise: 2, holds: true } });
    expect(deloadSigns(falling, harder, TODAY).isCalled).toBe(true);
  });

  it("more effort for more load is none", () => {
    const more = sessions((index) => (index >= 11 ? { sessionRpe: 9, volumeLoadKg: 7000 } : {}));
    expect(deloadSigns([], more, TODAY).effort).toEqual({ rise: null, holds: false });
  });

  it("soreness counts from two check-ins that are half of those that were made, of the last two weeks", () => {
    const soreAt = (...places: number[]) =>
      deloadSigns(
        [],
        sessions((index) => (places.includes(index) ? { checkIn: SORE } : {})),
        TODAY,
      ).soreness;
    expect(soreAt(12, 13)).toEqual({ sore: 2, painful: 0, of: 2, holds: true });
    expect(soreAt(13).holds).toBe(false);
    // More than two weeks ago.
    expect(soreAt(2, 3)).toMatchObject({ sore: 0, holds: false });
    const well: CheckIn = { sleep: "well", sore: [{ muscle: "quads", level: 1 }] };
    const some = deloadSigns(
      [],
      sessions((index) => ({ checkIn: index > 11 ? SORE : well })),
      "2026-11-23",
    );
    expect(some.soreness).toEqual({ sore: 2, painful: 0, of: 5, holds: false });
  });

  it("pain in two sessions is one of them", () => {
    const hurt = deloadSigns(
      falling,
      sessions((index) => (index > 11 ? { pain: 5 } : {})),
      TODAY,
    );
    expect(hurt).toMatchObject({ soreness: { painful: 2, holds: true }, isCalled: true });
  });
});
