import { describe, expect, it } from "vitest";
import { type ClientLimit, SHIPPED_CATALOGUE, UNRESTRICTED } from "../exercise";
import { equipmentOn } from "../load";
import { allBlocks } from "../session";
import { BOATHOUSE, countingIds, read } from "../testing/helpers";
import { phase, planOf, projectContext } from "../testing/plans";
import { type PlanDocument, sessionOfWeek } from "./plan";
import { applyPlanEdits } from "./plan-edits";
import { projectPlan } from "./project";
import { substituteAhead, unfitAhead } from "./unfit-ahead";

const START = "2026-11-16";
/** The cable is away in the second and the third week. */
const GYM = { ...BOATHOUSE, outOfOrder: [{ item: "stack:cable", from: "2026-11-23", until: "2026-12-07" }] };
const PLAN = planOf(START, [["a", 0, read("A1 Back squat 3x5 rir2\n\nB1 Cable press-down 3x12 rir1", "a")]], {
  phases: [phase("build", 5)],
});
const CONTEXT = projectContext({ today: START, gymOf: (_id, date) => equipmentOn(GYM, date) });
const knee = (more: Partial<ClientLimit>): ClientLimit => ({
  id: "k",
  what: { kind: "joint", joint: "knee" },
  how: "avoid",
  range: "",
  side: "both",
  from: START,
  until: null,
  clearedBy: null,
  ...more,
});
const found = (plan: PlanDocument = PLAN, limits: readonly ClientLimit[] = []) =>
  unfitAhead(projectPlan(plan, CONTEXT), { ...CONTEXT, catalogue: SHIPPED_CATALOGUE, trainee: UNRESTRICTED, limits });

describe("what stands in the way of the coming weeks", () => {
  it("is a machine that is out of order on their days, with what would do, and no other week", () => {
    const [one, ...others] = found();
    expect(others).toEqual([]);
    expect([one!.exercise.id, one!.unfit.kind, one!.weeks]).toEqual(["triceps-press-down", "noEquipment", [1, 2]]);
    expect(one!.substitute).not.toBeNull();
  });

  it("is a limit from its first day to its last, and not one that was cleared", () => {
    const weeksOf = (limit: ClientLimit) =>
      found(PLAN, [limit]).find(({ exercise }) => exercise.id === "back-squat")?.weeks ?? [];
    expect(weeksOf(knee({}))).toEqual([0, 1, 2, 3, 4]);
    expect(weeksOf(knee({ from: "2026-11-30", until: "2026-12-07" }))).toEqual([2, 3]);
    expect(weeksOf(knee({ clearedBy: "the doctor" }))).toEqual([]);
  });

  it("is put right in those weeks alone by the substitute", () => {
    const [one] = found();
    const edited = applyPlanEdits(PLAN, substituteAhead(PLAN, one!, countingIds("s")));
    expect(edited.ok).toBe(true);
    if (!edited.ok) return;
    const lifts = [0, 1, 2, 3].map(
      (week) => allBlocks(sessionOfWeek(edited.plan, "a", week)!.document)[1]!.slots[0]!.exerciseId,
    );
    const { id } = one!.substitute!;
    expect(lifts).toEqual(["triceps-press-down", id, id, "triceps-press-down"]);
    expect(found(edited.plan)).toEqual([]);
  });

  it("days away are nobody's trouble", () => {
    const away = { ...PLAN, absences: [{ id: "x", from: "2026-11-23", until: "2026-12-06", gymId: null }] };
    expect(found(away)).toEqual([]);
  });
});
