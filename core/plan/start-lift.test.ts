import { describe, expect, it } from "vitest";
import { SHIPPED_CATALOGUE } from "../exercise";
import { printSession } from "../session";
import { countingIds, read } from "../testing/helpers";
import { planOf } from "../testing/plans";
import { sessionOfWeek } from "./plan";
import { applyPlanEdits } from "./plan-edits";
import { startLift } from "./start-lift";

const BASE = read("A1 Back squat 3x5 rir2");
const PLAN = planOf("2026-11-02", [["mon", 0, BASE]]);
const SLOT = BASE.blocks[0]!.slots[0]!.id;
const started = (week: number, typed: string) =>
  startLift(PLAN, { dayId: "mon", week, slotId: SLOT }, typed, SHIPPED_CATALOGUE, countingIds());

function weekText(week: number, typed: string, looked: number): string {
  const found = started(week, typed);
  if (!found.ok) throw new Error(found.message);
  const edited = applyPlanEdits(PLAN, found.edits);
  if (!edited.ok) throw new Error(edited.message);
  return printSession(sessionOfWeek(edited.plan, "mon", looked)!.document, SHIPPED_CATALOGUE);
}

describe("a lift that starts with a load", () => {
  it("has the load in its first week alone, and its sets, reps and reserve from that week on", () => {
    const typed = "4x6 @70kg rir3";
    expect(weekText(2, typed, 1)).toContain("Back squat 3x5 rir2");
    expect(weekText(2, typed, 2)).toContain("Back squat 4x6 @70kg rir3");
    expect(weekText(2, typed, 3)).toContain("Back squat 4x6 rir3");
    expect(weekText(2, typed, 9)).toContain("Back squat 4x6 rir3");
  });

  it("is one change where sets and reps are what they were", () => {
    const found = started(2, "3x5 @70kg rir2");
    expect(found.ok && found.edits).toHaveLength(1);
    expect(weekText(2, "3x5 @70kg rir2", 3)).toContain("Back squat 3x5 rir2");
  });

  it("says that a load is missing, and what cannot be read", () => {
    expect(started(2, "4x6 rir3")).toEqual({
      ok: false,
      message: "Write the load to start with, such as 4x5 @70kg rir2.",
    });
    expect(started(2, "four @70kg").ok).toBe(false);
  });
});
