import { describe, expect, it } from "vitest";
import { newPlan } from "../core";
import { exposure, read } from "../core/testing/helpers";
import { phase, planOf } from "../core/testing/plans";
import { planFigures } from "./compare-plans";
import { weeksViewOf } from "./testing/weeks";

const BENCH = read("A1 Bench press 3x5 rir2 r150");
const MORE = read("A1 Bench press 5x5 rir2 r150\n\nB1 Back squat 3x5 rir2 r150", "m");
const phases = [phase("build", 3), phase("deload", 1)];
const plan = planOf("2026-11-02", [["mon", 0, BENCH]], { phases });
const view = weeksViewOf(plan, {
  today: "2026-11-10",
  sessions: [
    {
      id: "s0",
      dayId: "mon",
      week: 0,
      date: "2026-11-02",
      state: "done",
      copy: null,
      summary: null,
      own: null,
    },
  ],
  lifts: [
    {
      lineage: "bench-press",
      exerciseId: "bench-press",
      exposures: [
        exposure(
          "2026-11-02",
          Array.from({ length: 3 }, () => ({ loadKg: 60, reps: 5, rir: 2, target: { low: 5, high: 5 } })),
        ),
      ],
      strengths: [],
      trainingMaxKg: null,
    },
  ],
});

describe("plans side by side", () => {
  const other = newPlan(
    "More",
    { phases, inTurn: null, days: planOf("2026-11-16", [["mon", 0, MORE]]).days },
    "2026-11-16",
  );
  const own = planFigures(plan, view, true);
  const theirs = planFigures(other, view, false);

  it("count a building week of each, of what is still to come", () => {
    // The week of today has begun, and the deload builds nothing.
    expect([own.weeks, theirs.weeks]).toEqual([2, 4]);
    expect([own.hardSets.chest, theirs.hardSets.chest]).toEqual([3, 5]);
    expect(own.hardSets.quads).toBeUndefined();
    expect(theirs.hardSets.quads).toBe(3);
    expect(theirs.minutes).toBeGreaterThan(own.minutes);
  });

  it("say where each lift would stand at the end of the building, by the client's record", () => {
    // A week was missed: its last one repeats.
    expect(own.ends.get("bench-press")!.asked).toBe("3×5 at 60 kg");
    expect(theirs.ends.get("bench-press")!.asked).toMatch(/^5×5 at 6[57](\.5)? kg$/);
    // Nothing is known of it.
    expect(theirs.ends.get("back-squat")!.asked).toMatch(/^3×5/);
  });
});
