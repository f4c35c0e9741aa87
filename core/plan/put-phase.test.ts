import { describe, expect, it } from "vitest";
import { countingIds, read } from "../testing/helpers";
import { phase, planOf } from "../testing/plans";
import type { PhaseKind } from "./phase";
import { type PlanDocument, phaseOfWeek, planWeeks, sessionOfWeek } from "./plan";
import { applyPlanEdits } from "./plan-edits";
import { putPhase } from "./put-phase";

const DAY = read("Back squat 4x5 rir2");
const plan = planOf("2026-11-02", [["mon", 0, DAY]], {
  phases: [phase("build", 5), phase("hold", 1), phase("peak", 1), phase("test", 1)],
  patches: [
    {
      id: "p",
      dayId: "mon",
      span: { kind: "phase", phaseId: "build5" },
      note: "",
      edits: [{ kind: "setSession", field: "title", value: "Changed" }],
    },
  ],
});
const put = (week: number, kind: PhaseKind = "deload"): PlanDocument | null => {
  const edits = putPhase(plan, week, kind, countingIds("new"));
  if (!edits) return null;
  const edited = applyPlanEdits(plan, edits);
  if (!edited.ok) throw new Error(edited.message);
  return edited.plan;
};
const kinds = (of: PlanDocument) => Array.from({ length: planWeeks(of) }, (_, week) => phaseOfWeek(of, week)!.kind);

describe("a deload in the place of a week", () => {
  it.each([0, 2, 4, 5])("in week %i it is that week alone, and all others keep their place", (week) => {
    const changed = put(week)!;
    expect(kinds(changed)).toEqual(kinds(plan).with(week, "deload"));
    expect(sessionOfWeek(changed, "mon", week)!.document.title).toBe("");
  });

  it("a change of the phase holds in both of its parts", () => {
    const changed = put(2)!;
    const titles = [0, 1, 2, 3, 4, 5].map((week) => sessionOfWeek(changed, "mon", week)!.document.title);
    expect(titles).toEqual(["Changed", "Changed", "", "Changed", "Changed", ""]);
  });

  it("a peak, a test and what is one already stay; so does what is no week of the plan", () => {
    expect([6, 7, 8, 40].map((week) => put(week))).toEqual([null, null, null, null]);
    expect(kinds(put(1, "comeback")!)[1]).toBe("comeback");
  });
});
