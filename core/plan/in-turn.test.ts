import { describe, expect, it } from "vitest";
import { SHIPPED_CATALOGUE } from "../exercise";
import { allBlocks } from "../session";
import { countingIds, exposure, read } from "../testing/helpers";
import { planOf, projectContext } from "../testing/plans";
import { missedSessions } from "./missed";
import { dayOfSlot, type PlanDocument, patchDayId, sessionDay, sessionDaysOf, sessionOfWeek } from "./plan";
import { plannedLifts, projectPlan } from "./project";

const A = read("# A\nA1 Back squat 3x5 rir2 r150", "a");
const B = read("# B\nA1 Bench press 3x5 rir2 r150", "b");
const C = read("# C\nA1 Deadlift 3x5 rir2 r150", "c");
/** Two sessions on Monday, Wednesday and Friday; Friday's own is nobody's turn. */
const plan = (more: Partial<PlanDocument> = {}) =>
  planOf(
    "2026-11-02",
    [
      ["mon", 0, A],
      ["wed", 2, B],
      ["fri", 4, C],
    ],
    { inTurn: 2, ...more },
  );
const titles = (of: PlanDocument, week: number) =>
  ["mon", "wed", "fri"].map((dayId) => sessionOfWeek(of, dayId, week)!.document.title);
const reps = (of: PlanDocument, dayId: string, week: number) => {
  const amount = allBlocks(sessionOfWeek(of, dayId, week)!.document)[0]!.slots[0]!.sets[0]!.segments[0]!.amount;
  return amount.kind === "reps" ? amount.reps.high : null;
};

describe("sessions in turn", () => {
  it("A-B-A, then B-A-B; three over two days; each day its own without", () => {
    expect([titles(plan(), 0), titles(plan(), 1), titles(plan(), 2)]).toEqual([
      ["A", "B", "A"],
      ["B", "A", "B"],
      ["A", "B", "A"],
    ]);
    expect(titles(plan({ inTurn: null }), 1)).toEqual(["A", "B", "C"]);
    const [mon, wed, fri] = plan().days;
    const three = plan({ inTurn: 3, days: [mon!, wed!, { ...fri!, placed: { kind: "inTurn" } }] });
    const over = (week: number) => ["mon", "wed"].map((dayId) => sessionOfWeek(three, dayId, week)!.document.title);
    expect([over(0), over(1), over(2)]).toEqual([
      ["A", "B"],
      ["C", "A"],
      ["B", "C"],
    ]);
    expect(sessionDaysOf(three, "mon").map(({ id }) => id)).toEqual(["mon", "fri", "wed"]);
  });

  it("a lasting change goes with its session, one for a week stays on its day", () => {
    const segmentId = allBlocks(A)[0]!.slots[0]!.sets[0]!.segments[0]!.id;
    const edit = {
      kind: "setSegment",
      segmentId,
      field: "amount",
      value: { kind: "reps", reps: { low: 3, high: 3 } },
    } as const;
    const span = { kind: "fromWeek", week: 1 } as const;
    // A stands on Wednesday in week 2.
    const dayId = patchDayId(plan(), "wed", 1, span);
    expect(dayId).toBe("mon");
    const lasting = plan({ patches: [{ id: "p", dayId, edits: [edit], span, note: "" }] });
    expect([
      reps(lasting, "mon", 0),
      reps(lasting, "wed", 1),
      reps(lasting, "mon", 2),
      reps(lasting, "fri", 2),
    ]).toEqual([5, 3, 3, 3]);
    const only = { kind: "onlyWeek", week: 2 } as const;
    const once = plan({
      patches: [{ id: "p", dayId: patchDayId(plan(), "fri", 2, only), edits: [edit], span: only, note: "" }],
    });
    expect([reps(once, "mon", 2), reps(once, "fri", 2), sessionOfWeek(once, "mon", 2)!.conflicts]).toEqual([5, 3, []]);
    expect(dayOfSlot(plan(), A.blocks[0]!.slots[0]!.id)!.id).toBe("mon");
  });

  it("the rule goes on from session to session, twice in one week too", () => {
    const five = exposure(
      "2026-10-30",
      Array.from({ length: 3 }, () => ({ loadKg: 80, reps: 5, rir: 3, target: { low: 5, high: 5 } })),
    );
    const context = projectContext({
      today: "2026-11-02",
      logOf: (lineage) => (lineage === "back-squat" ? { exposures: [five], strengths: [] } : null),
    });
    const squats = projectPlan(plan(), context)
      .slice(0, 6)
      .flatMap((session) => plannedLifts(session, context))
      .filter(({ exercise }) => exercise.id === "back-squat")
      .map(({ sets }) => sets[0]!.kg!);
    expect(squats).toHaveLength(3);
    expect(squats[0]!).toBeLessThan(squats[2]!);
  });

  it("what was missed is called by whose turn it was", () => {
    const missed = missedSessions(plan(), {
      today: "2026-11-12",
      catalogue: SHIPPED_CATALOGUE,
      isDone: (_day, week) => week === 0,
      makeId: countingIds(),
    });
    expect(missed.map(({ date, dayId }) => [date, dayId, sessionDay(plan(), dayId, 1)!.base.title])).toEqual([
      ["2026-11-11", "wed", "A"],
      ["2026-11-09", "mon", "B"],
    ]);
  });
});
