import { describe, expect, it } from "vitest";
import { type Goal, SHIPPED_CATALOGUE, weight } from "../core";
import { exposure, read } from "../core/testing/helpers";
import { planOf } from "../core/testing/plans";
import { goalNeeds, goalWords, readGoalKg } from "./goals";
import { weeksViewOf } from "./testing/weeks";

const lift = (id: string) => SHIPPED_CATALOGUE.byId.get(id)!;
const goal = (more: Partial<Goal> = {}): Goal => ({
  id: "g",
  lineage: "back-squat",
  exerciseId: "back-squat",
  load: weight(110),
  reps: 1,
  byDate: "2027-01-04",
  ...more,
});

describe("goals", () => {
  it.each([
    ["back-squat", 107.5, 1, "107.5 kg"],
    ["back-squat", 100, 5, "100 kg × 5"],
    ["chin-up", 0, 10, "the body × 10"],
    ["chin-up", 10, 5, "the body + 10 kg × 5"],
    ["chin-up", -15, 8, "the body − 15 kg × 8"],
  ])("%s at %d × %d is %s", (id, kg, reps, words) => {
    expect(goalWords({ load: weight(kg), reps }, lift(id))).toBe(words);
  });

  it.each([
    ["107,5", 107.5],
    ["-15", -15],
    ["1.25x", 100],
    ["1.25 × body", 100],
    ["1.3 x", 104],
    ["", null],
    ["heavy", null],
    ["1200", null],
  ])("%j is read as %j", (typed, kg) => {
    expect(readGoalKg(typed, 80)).toBe(kg);
  });

  it("of the body needs its mass", () => {
    expect(readGoalKg("1.25x", null)).toBeNull();
  });

  it("need a gain a week from what is known now to their date", () => {
    const days = ["2026-11-02", "2026-11-09", "2026-11-16"].map((date) =>
      exposure(date, [{ loadKg: 100, reps: 1, rir: 0, target: { low: 1, high: 1 } }]),
    );
    const view = weeksViewOf(planOf("2026-11-02", [["mon", 0, read("Back squat 1x1")]]), {
      today: "2026-11-23",
      lifts: [{ lineage: "back-squat", exerciseId: "back-squat", exposures: days, tested: [], trainingMaxKg: null }],
    });
    const needs = goalNeeds(view, goal())!;
    expect(needs.nowKg).toBeCloseTo(100, 0);
    expect(needs.needsKg).toBeCloseTo(110, 0);
    // Six weeks.
    expect((1 + needs.percentAWeek / 100) ** 6).toBeCloseTo(needs.needsKg / needs.nowKg, 9);
    expect(needs.movedPercent).toBeNull();
    expect(goalNeeds(view, goal({ load: weight(90) }))!.percentAWeek).toBeLessThan(0);
    expect(goalNeeds(view, goal({ byDate: "2026-11-23" }))).toBeNull();
    expect(goalNeeds(view, goal({ lineage: "deadlift" }))).toBeNull();
  });
});
