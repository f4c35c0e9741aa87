import { describe, expect, it } from "vitest";
import { applyPlanEdits, type Exposure, lineagesIn, type PlanDocument, sessionOfWeek } from "../core";
import { countingIds, exposure, read } from "../core/testing/helpers";
import { planOf } from "../core/testing/plans";
import { acceptedEdits, type NextChoice, nextWeekOf } from "./next-week";
import { weeksViewOf } from "./testing/weeks";
import { weeksModel } from "./weeks";

const DAY = read("A1 Bench press 3x8 rir2\nA2 Barbell row 3x8 rir2 r120\n\nB1 Chin-up 3x6 rir2 r120");
const [bench, row, chin] = DAY.blocks.flatMap(({ slots }) => slots);
const plan = planOf("2026-11-09", [["mon", 0, DAY]]);
const done = (slotId: string, kg: number, reps: number): Exposure[] =>
  [0, 1].map((week) => ({
    ...exposure(
      week === 0 ? "2026-11-09" : "2026-11-16",
      Array.from({ length: 3 }, () => ({
        loadKg: kg,
        curveKg: kg || 80,
        reps,
        target: { low: reps, high: reps },
        rir: 2,
      })),
    ),
    sessionId: `s${week}`,
    slotId,
  }));
const logOf = (lineage: string, slotId: string, kg: number, reps: number) => ({
  lineage,
  exerciseId: lineage,
  exposures: done(slotId, kg, reps),
  strengths: [],
  trainingMaxKg: null,
});
const view = weeksViewOf(plan, {
  today: "2026-11-17",
  sessions: [0, 1].map((week) => ({
    id: `s${week}`,
    dayId: "mon",
    week,
    date: week === 0 ? "2026-11-09" : "2026-11-16",
    state: "done" as const,
    copy: null,
    summary: null,
    own: null,
  })),
  lifts: [
    logOf("bench-press", bench!.id, 60, 8),
    logOf(lineagesIn(DAY)[1]!, row!.id, 50, 8),
    logOf("chin-up", chin!.id, 0, 6),
  ],
});
const next = nextWeekOf(view, { dayId: "mon", week: 1 })!;
const accepted = (choices: readonly (readonly [string, NextChoice])[]): PlanDocument => {
  const edits = acceptedEdits(view, next, new Map(choices), countingIds("new"));
  const edited = applyPlanEdits(plan, edits);
  if (!edited.ok) throw new Error(edited.message);
  return edited.plan;
};
const asked = (of: PlanDocument, week: number) =>
  weeksModel(of, { ...view, plan: { ...view.plan!, document: of } }).days[0]!.rows.map(({ cells }) => {
    const cell = cells[week]!;
    return [cell.topKg, cell.sets];
  });

describe("next week, from a session's review", () => {
  it("is what the rules ask, beside what was done", () => {
    expect(next).toMatchObject({ week: 2, date: "2026-11-23", isSent: false });
    expect(next.lifts[0]).toMatchObject({
      name: "Bench press",
      before: { topKg: 60, reps: [8, 8, 8] },
      next: { topKg: 62.5 },
      choices: ["asRuled", "again", "lighter", "setFewer"],
    });
    // Nothing is added to the body that could be written again.
    expect(next.lifts[2]!.choices).not.toContain("again");
  });

  it("as the rules say it changes nothing", () => {
    expect(acceptedEdits(view, next, new Map(), countingIds())).toEqual([]);
    expect(accepted([])).toEqual(plan);
  });

  it("what is chosen otherwise holds for that week alone, and the rule goes on from before it", () => {
    const plain = asked(plan, 2);
    const changed = accepted([
      [bench!.id, "again"],
      [row!.id, "lighter"],
      [chin!.id, "setFewer"],
    ]);
    const there = asked(changed, 2);
    expect(there[0]).toEqual([60, 3]);
    expect(there[1]![0]).toBeLessThan(plain[1]![0]!);
    expect(there[2]![1]).toBe(2);
    expect(sessionOfWeek(changed, "mon", 3)!.document).toEqual(sessionOfWeek(plan, "mon", 3)!.document);
    // The week after asks for what next week would have asked.
    expect(asked(changed, 3)[0]![0]).toBe(plain[0]![0]);
  });

  it("both partners of a block lose a set", () => {
    const changed = accepted([
      [bench!.id, "setFewer"],
      [row!.id, "setFewer"],
    ]);
    expect(asked(changed, 2).map(([, sets]) => sets)).toEqual([2, 2, 3]);
  });

  it("there is none after the last week, of a day that is gone, or without a plan", () => {
    expect(nextWeekOf(view, { dayId: "mon", week: 11 })).toBeNull();
    expect(nextWeekOf(view, { dayId: "gone", week: 1 })).toBeNull();
    expect(nextWeekOf({ ...view, plan: null }, { dayId: "mon", week: 1 })).toBeNull();
  });
});
