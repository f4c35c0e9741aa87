import { expect, it } from "vitest";
import { read } from "../core/testing/helpers";
import { planOf } from "../core/testing/plans";
import { PLAN_TABLE_HEADINGS, planTable } from "./plan-table";
import { weeksViewOf } from "./testing/weeks";
import { weeksModel } from "./weeks";

it("a plan's table has a row for each lift of each day, by date, with what is asked", () => {
  const plan = planOf("2026-11-09", [
    ["a", 0, read("A1 Bench press 3x8 @60kg rir2\n\nB1 Push-up 2x12", "a")],
    ["b", 3, read("A1 Back squat 3x5 @80kg rir2", "b")],
  ]);
  const [heads, ...rows] = planTable(weeksModel(plan, weeksViewOf(plan)), "kg");
  expect(heads).toEqual([...PLAN_TABLE_HEADINGS]);
  const weeks = new Set(rows.map((row) => row[1])).size;
  expect(rows).toHaveLength(3 * weeks);
  expect(rows.slice(0, 3).map((row) => [row[0], row[4], row[5], row[6], row[7], row[8], row[9]])).toEqual([
    ["2026-11-09", "Bench press", "planned", 3, "8 8 8", "60", "kg"],
    ["2026-11-09", "Push-up", "planned", 2, "12 12", "0", "kg"],
    ["2026-11-12", "Back squat", "planned", 3, "5 5 5", "80", "kg"],
  ]);
  expect(rows.map((row) => row[0])).toEqual(rows.map((row) => row[0]).sort());
});
