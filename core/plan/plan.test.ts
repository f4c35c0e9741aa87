import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { read } from "../testing/helpers";
import { weight } from "../units";
import type { PlanPhase } from "./phase";
import {
  dateOfDay,
  type PatchSpan,
  PLAN_VERSION,
  type PlanDay,
  type PlanDocument,
  phaseOfWeek,
  placeSpan,
  planWeeks,
  purposeOfWeek,
  sessionOfWeek,
  type WeekState,
  weekOfDate,
} from "./plan";
import { applyPlanEdits, type PlanEdit } from "./plan-edits";

const phase = (id: string, kind: PlanPhase["kind"], weeks: number): PlanPhase => ({
  id,
  kind,
  name: "",
  weeks,
  methodId: null,
  shift: { setsPercent: 0, loadPercent: 0, rir: 0 },
  rampPercent: 0,
});
const day = (id: string, weekday: number, text: string): PlanDay => ({
  id,
  name: id,
  placed: { kind: "weekday", weekday },
  timeOfDay: null,
  lastWeek: null,
  base: read(text, id),
});
const PLAN: PlanDocument = {
  version: PLAN_VERSION,
  name: "Autumn",
  startDate: "2026-09-28",
  phases: [phase("build", "build", 4), phase("light", "deload", 1), phase("peak", "peak", 2), phase("test", "test", 1)],
  days: [day("a", 0, "Bench press 3x8 @60kg rir2"), day("b", 3, "Back squat 3x5 @80kg rir2")],
  patches: [],
  absences: [],
  goals: [],
  moved: [],
  missed: "move",
  inTurn: null,
};

describe("weeks and dates", () => {
  it("phases follow each other; outside the plan there is none", () => {
    expect(planWeeks(PLAN)).toBe(8);
    expect([0, 3, 4, 5, 6, 7].map((week) => phaseOfWeek(PLAN, week)!.id)).toEqual([
      "build",
      "build",
      "light",
      "peak",
      "peak",
      "test",
    ]);
    expect([phaseOfWeek(PLAN, -1), phaseOfWeek(PLAN, 8)]).toEqual([null, null]);
    expect([0, 4, 6, 7].map((week) => purposeOfWeek(PLAN, week))).toEqual(["training", "deload", "training", "test"]);
  });

  it.each([
    ["2026-09-27", null],
    ["2026-09-28", 0],
    ["2026-10-04", 0],
    ["2026-10-05", 1],
    ["2026-11-22", 7],
    ["2026-11-23", null],
  ])("%s lies in week %s", (date, week) => {
    expect(weekOfDate(PLAN, date)).toBe(week);
  });

  it("a day has its date in every week, also across the change of clocks", () => {
    expect([0, 4, 7].map((week) => dateOfDay(PLAN, PLAN.days[1]!, week))).toEqual([
      "2026-10-01",
      "2026-10-29",
      "2026-11-19",
    ]);
  });
});

const reps = (count: number) => ({ kind: "reps" as const, reps: { low: count, high: count } });
const patch = (id: string, span: PatchSpan, count: number, set = 0): PlanEdit => ({
  kind: "insert",
  list: "patches",
  item: {
    id,
    dayId: "a",
    span,
    note: "",
    edits: [
      {
        kind: "setSegment",
        segmentId: PLAN.days[0]!.base.blocks[0]!.slots[0]!.sets[set]!.segments[0]!.id,
        field: "amount",
        value: reps(count),
      },
    ],
  },
  after: null,
});
const edited = (...edits: PlanEdit[]): PlanDocument => {
  const answer = applyPlanEdits(PLAN, edits);
  if (!answer.ok) throw new Error(answer.message);
  return answer.plan;
};
const repsIn = (plan: PlanDocument, week: number, set = 0) => {
  const { amount } = sessionOfWeek(plan, "a", week)!.document.blocks[0]!.slots[0]!.sets[set]!.segments[0]!;
  return amount.kind === "reps" ? amount.reps.high : null;
};
const over = (plan: PlanDocument, set = 0) => Array.from({ length: 8 }, (_, week) => repsIn(plan, week, set));

describe("a week's session is its base with the changes that hold then", () => {
  it.each<[string, PatchSpan, number[]]>([
    ["only one week", { kind: "onlyWeek", week: 2 }, [8, 8, 5, 8, 8, 8, 8, 8]],
    ["from a week on", { kind: "fromWeek", week: 5 }, [8, 8, 8, 8, 8, 5, 5, 5]],
    ["a phase", { kind: "phase", phaseId: "peak" }, [8, 8, 8, 8, 8, 5, 5, 8]],
  ])("%s", (_, span, expected) => {
    const plan = edited(patch("p", span, 5));
    expect(over(plan)).toEqual(expected);
    expect(plan.days).toBe(PLAN.days);
  });

  it("several changes hold together, each its own set", () => {
    const plan = edited(patch("p", { kind: "fromWeek", week: 1 }, 6), patch("q", { kind: "onlyWeek", week: 3 }, 12, 1));
    expect([over(plan), over(plan, 1)]).toEqual([
      [8, 6, 6, 6, 6, 6, 6, 6],
      [8, 8, 8, 12, 8, 8, 8, 8],
    ]);
  });

  it("a change whose target has gone is said, and the others hold", () => {
    const [block] = PLAN.days[0]!.base.blocks;
    const plan = edited(patch("p", { kind: "fromWeek", week: 0 }, 5), {
      kind: "editDay",
      dayId: "a",
      edits: [{ kind: "removeBlock", blockId: block!.id }],
    });
    const { document, conflicts } = sessionOfWeek(plan, "a", 2)!;
    expect(document.blocks).toEqual([]);
    expect(conflicts).toMatchObject([{ patchId: "p", message: expect.stringMatching(/not in the session any more/) }]);
    expect(sessionOfWeek(plan, "nowhere", 2)).toBeNull();
  });

  it("another gym is entered ahead, for the days that one is away", () => {
    const away = { id: "x", from: "2026-10-12", until: "2026-10-14", gymId: "hotel" };
    const plan = edited({ kind: "insert", list: "absences", item: away, after: null });
    const gyms = [1, 2, 3].map((week) => sessionOfWeek(plan, "a", week)!.document.gymId);
    expect(gyms).toEqual([null, "hotel", null]);
    expect(sessionOfWeek(plan, "b", 2)!.document.gymId).toBeNull();
  });
});

describe("where a change may hold", () => {
  const states: WeekState[] = ["performed", "past", "performed", "open", "sent", "open", "open", "open"];
  const place = (span: PatchSpan) => placeSpan(PLAN, span, (week) => states[week]!);

  it.each<[string, PatchSpan, ReturnType<typeof placeSpan>]>([
    ["a week gone by", { kind: "onlyWeek", week: 1 }, null],
    ["a week that was performed", { kind: "onlyWeek", week: 2 }, null],
    [
      "an open week",
      { kind: "onlyWeek", week: 3 },
      { span: { kind: "onlyWeek", week: 3 }, movedFrom: null, sentWeeks: [] },
    ],
    [
      "from a closed week on",
      { kind: "fromWeek", week: 1 },
      { span: { kind: "fromWeek", week: 3 }, movedFrom: 1, sentWeeks: [4] },
    ],
    [
      "a phase that has not begun",
      { kind: "phase", phaseId: "peak" },
      { span: { kind: "phase", phaseId: "peak" }, movedFrom: null, sentWeeks: [] },
    ],
    [
      "a phase that was sent",
      { kind: "phase", phaseId: "light" },
      { span: { kind: "phase", phaseId: "light" }, movedFrom: null, sentWeeks: [4] },
    ],
    ["outside the plan", { kind: "onlyWeek", week: 30 }, null],
  ])("%s", (_, span, expected) => {
    expect(place(span)).toEqual(expected);
  });
});

describe("changes of a plan", () => {
  const goal = (id: string) => ({
    id,
    lineage: "bench-press",
    exerciseId: "bench-press",
    load: weight(100),
    reps: 1,
    byDate: "2026-12-20",
  });
  const any: fc.Arbitrary<PlanEdit> = fc.oneof(
    fc.constantFrom("Winter", "Spring").map((value): PlanEdit => ({ kind: "setPlan", field: "name", value })),
    fc.constantFrom<PlanEdit>(
      { kind: "setPlan", field: "missed", value: "drop" },
      { kind: "insert", list: "phases", item: phase("more", "hold", 2), after: "light" },
      { kind: "remove", list: "phases", id: "light" },
      { kind: "move", list: "phases", id: "peak", after: null },
      { kind: "set", list: "phases", id: "build", field: "weeks", value: 6 },
      { kind: "move", list: "days", id: "a", after: "b" },
      { kind: "set", list: "days", id: "b", field: "timeOfDay", value: 600 },
      { kind: "remove", list: "days", id: "b" },
      { kind: "insert", list: "goals", item: goal("g"), after: null },
      { kind: "set", list: "goals", id: "g", field: "byDate", value: "2027-01-31" },
      { kind: "editDay", dayId: "a", edits: [{ kind: "setSession", field: "title", value: "Press" }] },
      patch("p", { kind: "onlyWeek", week: 1 }, 5),
    ),
  );

  it("undone leave the plan it began with; all of a list hold, or none", () => {
    let taken = 0;
    fc.assert(
      fc.property(fc.array(any, { maxLength: 6 }), (edits) => {
        const answer = applyPlanEdits(PLAN, edits);
        if (!answer.ok) return;
        taken++;
        const back = applyPlanEdits(answer.plan, answer.inverse);
        expect(back.ok && back.plan).toEqual(PLAN);
      }),
      { numRuns: 200 },
    );
    expect(taken).toBeGreaterThan(40);
  });

  it("of something that is not there are said", () => {
    expect(applyPlanEdits(PLAN, [{ kind: "remove", list: "goals", id: "gone" }])).toEqual({
      ok: false,
      message: "What this change is about is not in the plan any more.",
    });
    expect(applyPlanEdits(PLAN, [{ kind: "move", list: "days", id: "a", after: "gone" }]).ok).toBe(false);
    expect(applyPlanEdits(PLAN, [{ kind: "editDay", dayId: "gone", edits: [] }]).ok).toBe(false);
  });
});

it("a change from an earlier phase on is shifted with the base; one made in a phase stands as it was written", () => {
  const light = { setsPercent: -50, loadPercent: 0, rir: 0 };
  const plan: PlanDocument = {
    ...PLAN,
    phases: PLAN.phases.map((one) => (one.id === "light" ? { ...one, shift: light } : one)),
  };
  const setsIn = (edit: PlanEdit, week: number) => {
    const changed = applyPlanEdits(plan, [edit]);
    if (!changed.ok) throw new Error(changed.message);
    const { document, conflicts } = sessionOfWeek(changed.plan, "a", week)!;
    expect(conflicts).toEqual([]);
    return document.blocks[0]!.slots[0]!.sets.map((set) => {
      const { amount } = set!.segments[0]!;
      return amount.kind === "reps" ? amount.reps.high : null;
    });
  };
  // The third set is not there in the light week, and a change of it is no conflict.
  const third = patch("p", { kind: "fromWeek", week: 1 }, 5, 2);
  expect([setsIn(third, 3), setsIn(third, 4), setsIn(third, 5)]).toEqual([
    [8, 8, 5],
    [8, 8],
    [8, 8, 5],
  ]);
  expect(setsIn(patch("q", { kind: "onlyWeek", week: 4 }, 6), 4)).toEqual([6, 8]);
});

it("a phase's method is in force where a session names none of its own", () => {
  const [build, ...others] = PLAN.phases;
  const plan = { ...PLAN, phases: [{ ...build!, methodId: "density" }, ...others] };
  const methodIn = (week: number) => sessionOfWeek(plan, "a", week)!.document.methodId;
  expect([methodIn(3), methodIn(4)]).toEqual(["density", null]);
  const [day, second] = plan.days;
  const own = { ...plan, days: [{ ...day!, base: { ...day!.base, methodId: "limitedKit" } }, second!] };
  expect(sessionOfWeek(own, "a", 3)!.document.methodId).toBe("limitedKit");
});
