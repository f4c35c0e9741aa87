import { describe, expect, it } from "vitest";
import { type Goal, SHIPPED_CATALOGUE, toKg, weight } from "../core";
import { exposure, read } from "../core/testing/helpers";
import { planOf } from "../core/testing/plans";
import { goalChance, goalNeeds, goalPulledTo, goalSteppedBy, goalWords, readGoalLoad } from "./goals";
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

const VIEW = viewOf();

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
    expect(readGoalLoad(typed, "kg", 80)).toEqual(kg === null ? null : weight(kg));
  });

  it("is typed in the client's unit, and of the body in whole pounds", () => {
    expect(readGoalLoad("235", "lb", 80)).toEqual(weight(235, "lb"));
    expect(readGoalLoad("1.25x", "lb", 80)).toEqual(weight(220, "lb"));
    expect(readGoalLoad("2300", "lb", 80)).toBeNull();
  });

  it("of the body needs its mass", () => {
    expect(readGoalLoad("1.25x", "kg", null)).toBeNull();
  });

  it("need a gain a week from what is known now to their date", () => {
    const needs = goalNeeds(VIEW, goal())!;
    expect(needs.nowKg).toBeCloseTo(100, 0);
    expect(needs.needsKg).toBeCloseTo(110, 0);
    // Six weeks.
    expect((1 + needs.percentAWeek / 100) ** 6).toBeCloseTo(needs.needsKg / needs.nowKg, 9);
    expect(needs.movedPercent).toBeNull();
    expect(goalNeeds(VIEW, goal({ load: weight(90) }))!.percentAWeek).toBeLessThan(0);
    expect(goalNeeds(VIEW, goal({ byDate: "2026-11-23" }))).toBeNull();
    expect(goalNeeds(VIEW, goal({ lineage: "deadlift" }))).toBeNull();
  });

  it.each([
    [1, 117, 117.5],
    [1, 100.4, 100],
    // Ten reps at three quarters, or so: the load is what is pulled, not the e1RM.
    [10, 110, 82.5],
  ])("of %d reps, pulled to an e1RM of %d kg, ask %d kg", (reps, e1rmKg, kg) => {
    const pulled = goalPulledTo(VIEW, goal({ reps }), e1rmKg);
    expect(Math.abs(toKg(pulled.load) - kg)).toBeLessThanOrEqual(2.5);
    expect(Math.abs(goalNeeds(VIEW, pulled)!.needsKg - e1rmKg)).toBeLessThanOrEqual(2.5);
    expect(toKg(pulled.load) % 2.5).toBe(0);
    expect(goalPulledTo(VIEW, pulled, e1rmKg)).toEqual(pulled);
  });

  it("stay where nothing is known of the lift; small ones go by a kilogram or two pounds", () => {
    expect(goalPulledTo(VIEW, goal({ lineage: "deadlift" }), 150)).toEqual(goal({ lineage: "deadlift" }));
    const stepped = (amount: number, unit: "kg" | "lb") => goalSteppedBy(goal({ load: weight(amount, unit) }), 1).load;
    expect([20, -15, 30, 107.5].map((kg) => stepped(kg, "kg").amount)).toEqual(["21", "-14", "32.5", "110"]);
    expect([40, 225].map((lb) => stepped(lb, "lb"))).toEqual([weight(42, "lb"), weight(230, "lb")]);
  });

  it("are as likely as the runs that show them by their day", () => {
    const risen = [
      [{ date: "2026-12-07", kg: 104 }],
      [
        { date: "2026-12-07", kg: 105 },
        { date: "2026-12-28", kg: 112 },
      ],
      [{ date: "2027-01-11", kg: 120 }],
      [],
    ];
    const found = { runs: 4, cells: [], fans: [{ lineage: "back-squat", exerciseId: "back-squat", weeks: [], risen }] };
    expect(goalChance(VIEW, found, goal())).toBe(0.25);
    expect(goalChance(VIEW, found, goal({ byDate: "2027-02-01" }))).toBe(0.5);
    expect(goalChance(VIEW, found, goal({ load: weight(100) }))).toBe(0.5);
    expect(goalChance(VIEW, { ...found, fans: [] }, goal())).toBeNull();
  });
});

function viewOf() {
  const days = ["2026-11-02", "2026-11-09", "2026-11-16"].map((date) =>
    exposure(date, [{ loadKg: 100, reps: 1, rir: 0, target: { low: 1, high: 1 } }]),
  );
  return weeksViewOf(planOf("2026-11-02", [["mon", 0, read("Back squat 1x1")]]), {
    today: "2026-11-23",
    lifts: [{ lineage: "back-squat", exerciseId: "back-squat", exposures: days, strengths: [], trainingMaxKg: null }],
  });
}
