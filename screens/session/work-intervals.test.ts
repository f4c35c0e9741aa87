import { describe, expect, it } from "vitest";
import { read } from "@/core/testing/helpers";
import { computeSession } from "@/views";
import { steadyLog, testContext } from "@/views/testing/context";
import { rowsOf, scrolledTo, shownSeconds, stopsOf, TOP, workIntervalsOf, zoomBy } from "./work-intervals";

const bouts = (text: string, context = testContext()) => {
  const document = read(text);
  return workIntervalsOf(document, computeSession(document, context));
};

describe("the work of a session in the order of doing", () => {
  it("each bout tells its lift, set, load and time", () => {
    const all = bouts("A1 Bench press 2x8 @60kg h10\nA2 Barbell row 2x8 @50kg r60");
    expect(all.map(({ words }) => words())).toEqual([
      "A1 Bench press, round 1: 8 × 60, 0:00 to 0:24",
      "A2 Barbell row, round 1: 8 × 50, 0:34 to 0:58",
      "A1 Bench press, round 2: 8 × 60, 1:58 to 2:22",
      "A2 Barbell row, round 2: 8 × 50, 2:32 to 2:56",
    ]);
    expect(all.every(({ likelyShare }) => likelyShare === null)).toBe(true);
  });

  it("sides and parts are bouts of their own, and one stop for the arrows", () => {
    const all = bouts("A1 Dumbbell row 2x8/side @20kg r60 last: > -20%x8");
    expect(all.map(({ words }) => /left|right/.exec(words())?.[0])).toEqual([
      "left",
      "right",
      "left",
      "left",
      "right",
      "right",
    ]);
    expect(stopsOf(all).map(({ span }) => span.round)).toEqual([0, 1]);
  });

  it("what falls short has a tick where it is likely to end", () => {
    const [one] = bouts("A1 Bench press 1x12 @70kg r60", testContext({ lifts: [steadyLog("bench-press", 60)] }));
    expect(one!.words()).toMatch(/likely [\d.]+ reps short$/);
    expect(one!.likelyShare).toBeGreaterThan(0.2);
    expect(one!.likelyShare).toBeLessThan(0.8);
  });
});

describe("the time that is shown of a session", () => {
  it("is the longer of its own and its cap, with a little room, and ten minutes at the least", () => {
    expect(shownSeconds(null, 100, null)).toBe(720);
    expect(shownSeconds(null, 3500, null)).toBe(3600);
    expect(shownSeconds(null, 3530, null)).toBe(3720);
    expect(shownSeconds(null, 1800, 3500)).toBe(3600);
  });
  it("stays while the session fills it, grows where it does not fit, and shrinks where much is left", () => {
    expect(shownSeconds(3720, 3500, null)).toBe(3720);
    expect(shownSeconds(3720, 3100, null)).toBe(3720);
    expect(shownSeconds(3720, 3660, null)).toBe(3840);
    expect(shownSeconds(3720, 2900, null)).toBe(3000);
  });
});

describe("the part of the time that is looked at", () => {
  const WHOLE = 3600;
  it("goes nearer around a place, and never past the session", () => {
    const near = zoomBy({ fromSeconds: 0, seconds: WHOLE }, 2, 900, WHOLE);
    expect(near).toEqual({ fromSeconds: 450, seconds: 1800 });
    // What lies at the place stays at the place.
    expect((900 - near.fromSeconds) / near.seconds).toBeCloseTo(900 / WHOLE, 9);
    expect(zoomBy(near, 0.1, 900, WHOLE)).toEqual({ fromSeconds: 0, seconds: WHOLE });
    expect(zoomBy(near, 1000, 900, WHOLE).seconds).toBe(60);
    expect(zoomBy({ fromSeconds: 0, seconds: 30 }, 2, 10, 30)).toEqual({ fromSeconds: 0, seconds: 30 });
  });
  it("follows what is chosen, and stays where that is seen already", () => {
    const window = { fromSeconds: 600, seconds: 600 };
    expect(scrolledTo(window, 700, 760, WHOLE)).toBe(window);
    for (const from of [0, 300, 1300, 3500]) {
      const { fromSeconds, seconds } = scrolledTo(window, from, from + 40, WHOLE);
      expect(fromSeconds).toBeLessThanOrEqual(from);
      expect(fromSeconds + seconds).toBeGreaterThanOrEqual(from + 40);
      expect(seconds).toBe(600);
    }
  });
});

it("every lift has a row inside a quarter of the screen, of a reading size while they fit", () => {
  for (let lifts = 1; lifts <= 100; lifts++)
    for (const blocks of [1, Math.ceil(lifts / 2), lifts]) {
      const { rowHeight, gap, height } = rowsOf(lifts, blocks);
      expect(TOP + lifts * rowHeight + blocks * gap, `${lifts} in ${blocks}`).toBeLessThanOrEqual(height);
      expect(height).toBeLessThanOrEqual(lifts <= 80 ? 196 : 240);
      if (lifts <= 14) expect(rowHeight).toBeGreaterThanOrEqual(9);
    }
  expect(rowsOf(3, 3)).toEqual({ rowHeight: 19, gap: 5, height: 102 });
});
