import { describe, expect, it } from "vitest";
import { EMPTY_DOCUMENT } from "../session";
import { phase, planOf } from "../testing/plans";
import { lastDateOf, plannedDays } from "./calendar";
import type { PlanDocument } from "./plan";

/** From Monday 9 November, Monday and Thursday, two weeks. */
const plan = (more: Partial<PlanDocument> = {}): PlanDocument =>
  planOf(
    "2026-11-09",
    [
      ["push", 0, EMPTY_DOCUMENT],
      ["pull", 3, EMPTY_DOCUMENT],
    ],
    { phases: [phase("build", 2)], ...more },
  );
const moved = (dayId: string, week: number, to: string | null) => ({ id: `${dayId}${week}`, dayId, week, to });
const datesIn = (from: string, to: string, more: Partial<PlanDocument> = {}) =>
  plannedDays(plan(more), from, to).map(({ dayId, week, date }) => `${dayId} ${week} ${date}`);

describe("what a plan has between two days", () => {
  it("is every day of its weeks, both ends included, and nothing before or after the plan", () => {
    expect(datesIn("2026-11-12", "2026-11-16")).toEqual(["pull 0 2026-11-12", "push 1 2026-11-16"]);
    expect(datesIn("2026-11-01", "2026-12-31")).toHaveLength(4);
    expect(datesIn("2026-11-23", "2026-12-31")).toEqual([]);
    expect(datesIn("2026-10-01", "2026-11-08")).toEqual([]);
    expect(lastDateOf(plan())).toBe("2026-11-22");
  });

  it("shows a moved session both where it stood and where it stands", () => {
    const more = { moved: [moved("push", 0, "2026-11-19")] };
    expect(plannedDays(plan(more), "2026-11-19", "2026-11-19")).toMatchObject([
      { dayId: "push", week: 0, date: "2026-11-09", movedTo: "2026-11-19" },
      { dayId: "pull", week: 1, date: "2026-11-19", movedTo: null },
    ]);
    expect(plannedDays(plan(more), "2026-11-09", "2026-11-09")).toMatchObject([{ movedTo: "2026-11-19" }]);
  });

  it("says what is left out, and whose client is away; another gym is no absence", () => {
    const away = (gymId: string | null) => [{ id: "a", from: "2026-11-16", until: "2026-11-20", gymId }];
    const leftOut = (more: Partial<PlanDocument>) =>
      plannedDays(plan(more), "2026-11-09", "2026-11-22").map((day) => day.leftOut);
    expect(leftOut({ moved: [moved("pull", 0, null)], absences: away(null) })).toEqual([
      null,
      "byCoach",
      "away",
      "away",
    ]);
    expect(leftOut({ absences: away("loft") })).toEqual([null, null, null, null]);
  });

  it("names the session whose turn it is", () => {
    const inTurn = plan({ inTurn: 3 });
    const days = [...inTurn.days, { ...inTurn.days[0]!, id: "legs", placed: { kind: "inTurn" as const } }];
    const sessions = plannedDays({ ...inTurn, days }, "2026-11-09", "2026-11-22").map(({ session }) => session.id);
    expect(sessions).toEqual(["push", "pull", "legs", "push"]);
  });
});
