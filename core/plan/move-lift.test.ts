import { describe, expect, it } from "vitest";
import { SHIPPED_CATALOGUE } from "../exercise";
import { allBlocks, allWorkingSets } from "../session";
import { countingIds, read } from "../testing/helpers";
import { planOf } from "../testing/plans";
import { addLifts, endDay, moveLift, type PlannedEdits, removeDay, removeLift, shiftWeek } from "./move-lift";
import { daysInWeek, type PlanDocument, sessionOfWeek } from "./plan";
import { applyPlanEdits, type PlanEdit } from "./plan-edits";

const PLAN = planOf("2026-11-16", [
  ["a", 0, read("A1 Bench press 4x5 rir2\nA2 Barbell row 4x8 rir2 r90\n\nB1 Dumbbell curl 3x12 rir1", "a")],
  ["b", 3, read("A1 Back squat 4x5 rir2", "b")],
]);
const slotOf = (dayId: string, exerciseId: string) =>
  allBlocks(PLAN.days.find(({ id }) => id === dayId)!.base)
    .flatMap(({ slots }) => slots)
    .find((slot) => slot.exerciseId === exerciseId)!.id;
const liftsOf = (plan: PlanDocument) =>
  plan.days.map(({ base }) => allBlocks(base).map(({ slots }) => slots.map(({ exerciseId }) => exerciseId)));
function done(edits: readonly PlanEdit[]): PlanDocument {
  const edited = applyPlanEdits(PLAN, edits);
  if (!edited.ok) throw new Error(edited.message);
  const back = applyPlanEdits(edited.plan, edited.inverse);
  expect(back.ok && back.plan).toEqual(PLAN);
  return edited.plan;
}
const editsOf = (found: PlannedEdits) => {
  if (!found.ok) throw new Error(found.message);
  return found.edits;
};

describe("lifts of a plan", () => {
  it("one with a block of its own moves with it, one of a superset leaves its partner", () => {
    const curl = { slotId: slotOf("a", "dumbbell-curl"), toDayId: "b" };
    expect(liftsOf(done(editsOf(moveLift(PLAN, curl, countingIds("m")))))).toEqual([
      [["bench-press", "barbell-row"]],
      [["back-squat"], ["dumbbell-curl"]],
    ]);
    const row = { slotId: slotOf("a", "barbell-row"), toDayId: "b" };
    expect(liftsOf(done(editsOf(moveLift(PLAN, row, countingIds("m")))))).toEqual([
      [["bench-press"], ["dumbbell-curl"]],
      [["back-squat"], ["barbell-row"]],
    ]);
  });

  it("a day goes with what was changed and moved of it", () => {
    const patch = { id: "p", dayId: "a", edits: [], span: { kind: "onlyWeek", week: 1 }, note: "" } as const;
    const of: PlanDocument = {
      ...PLAN,
      patches: [patch, { ...patch, id: "q", dayId: "b" }],
      moved: [{ id: "m", dayId: "a", week: 1, to: null }],
    };
    const edited = applyPlanEdits(of, removeDay(of, "a"));
    if (!edited.ok) throw new Error(edited.message);
    const { days, patches, moved } = edited.plan;
    expect([days.map(({ id }) => id), patches.map(({ id }) => id), moved]).toEqual([["b"], ["q"], []]);
  });

  it("a day that ends keeps its weeks until then, with what was changed in them; before its first week it goes whole", () => {
    const patch = (id: string, week: number, kind: "onlyWeek" | "fromWeek") =>
      ({ id, dayId: "a", edits: [], span: { kind, week }, note: "" }) as const;
    const of: PlanDocument = {
      ...PLAN,
      patches: [
        patch("p", 0, "onlyWeek"),
        patch("q", 2, "onlyWeek"),
        patch("r", 1, "fromWeek"),
        patch("s", 2, "fromWeek"),
      ],
      moved: [1, 2].map((week) => ({ id: `m${week}`, dayId: "a", week, to: null })),
    };
    const ended = applyPlanEdits(of, endDay(of, "a", 2));
    if (!ended.ok) throw new Error(ended.message);
    const { days, patches, moved } = ended.plan;
    expect([days[0]!.lastWeek, patches.map(({ id }) => id), moved.map(({ id }) => id)]).toEqual([
      1,
      ["p", "r"],
      ["m1"],
    ]);
    expect([0, 1, 2].map((week) => daysInWeek(ended.plan, week).length)).toEqual([2, 2, 1]);
    expect(sessionOfWeek(ended.plan, "a", 2)).toBeNull();
    expect(endDay(of, "a", 0)).toEqual(removeDay(of, "a"));
  });

  it("a lift that has gone, or that is there already, is no move", () => {
    expect(moveLift(PLAN, { slotId: "gone", toDayId: "b" }, countingIds("m")).ok).toBe(false);
    const stays = { slotId: slotOf("a", "dumbbell-curl"), toDayId: "a" };
    expect(moveLift(PLAN, stays, countingIds("m")).ok).toBe(false);
    expect(removeLift(PLAN, "gone").ok).toBe(false);
  });

  it("is taken out, or added as it is typed; what does not read is said", () => {
    expect(liftsOf(done(editsOf(removeLift(PLAN, slotOf("a", "bench-press")))))[0]).toEqual([
      ["barbell-row"],
      ["dumbbell-curl"],
    ]);
    const added = addLifts(PLAN, "b", "Lateral raise 3x12 rir1", SHIPPED_CATALOGUE, countingIds("n"));
    expect(liftsOf(done(editsOf(added)))[1]).toEqual([["back-squat"], ["lateral-raise"]]);
    for (const typed of ["", "Lateral raise 3xx12"])
      expect(addLifts(PLAN, "b", typed, SHIPPED_CATALOGUE, countingIds("n")).ok).toBe(false);
  });

  it("a whole week is shifted in each of its sessions, and no other week is", () => {
    const plan = done(shiftWeek(PLAN, 2, { setsPercent: -50, loadPercent: 0, rir: 1 }, countingIds("w")));
    const setsIn = (week: number) =>
      plan.days.map(({ id }) =>
        allBlocks(sessionOfWeek(plan, id, week)!.document).flatMap(({ slots }) =>
          slots.map((slot) => allWorkingSets(slot).length),
        ),
      );
    expect([setsIn(1), setsIn(2), setsIn(3)]).toEqual([
      [[4, 4, 3], [4]],
      [[2, 2, 2], [2]],
      [[4, 4, 3], [4]],
    ]);
    expect(shiftWeek(PLAN, 2, { setsPercent: 0, loadPercent: 0, rir: 0 }, countingIds("w"))).toEqual([]);
  });
});
