import { describe, expect, it } from "vitest";
import { applyPlanEdits, PLAN_LIMITS, PLAN_VERSION, type PlanDocument, type PlanEdit, weight } from "../core";
import { read } from "../core/testing/helpers";
import { check, isPresentPlan, planEditSchema, planProblems, planSchema, readPlan, upcastPlan } from ".";

const phase = (id: string, weeks: number) => ({
  id,
  kind: "build" as const,
  name: "",
  weeks,
  methodId: null,
  shift: { setsPercent: 0, loadPercent: 0, rir: 0 },
  rampPercent: 0,
});
const day = (id: string, weekday: number, text = "Bench press 3x8 @60kg rir2") => ({
  id,
  name: id,
  placed: { kind: "weekday" as const, weekday },
  timeOfDay: 18 * 60,
  lastWeek: null,
  base: read(text, id),
});
const PLAN: PlanDocument = {
  version: PLAN_VERSION,
  name: "Autumn",
  startDate: "2026-09-28",
  moved: [],
  missed: "move",
  inTurn: null,
  phases: [phase("p", 4), phase("q", 2)],
  days: [day("a", 0), day("b", 3)],
  patches: [
    { id: "x", dayId: "a", edits: [], span: { kind: "onlyWeek", week: 2 }, note: "" },
    { id: "y", dayId: "b", edits: [], span: { kind: "phase", phaseId: "q" }, note: "back to five" },
  ],
  absences: [{ id: "z", from: "2026-10-05", until: "2026-10-11", gymId: null }],
  goals: [
    { id: "g", lineage: "bench-press", exerciseId: "bench-press", load: weight(80), reps: 5, byDate: "2026-11-01" },
  ],
};
const json = <T>(value: T): unknown => JSON.parse(JSON.stringify(value));
const fields = (plan: unknown): string[] => {
  const answer = readPlan(plan);
  return answer.ok ? [] : answer.problems.map(({ field }) => field);
};
const [APHASE] = PLAN.phases;
const [ADAY] = PLAN.days;

describe("a plan at the edge", () => {
  it("goes through JSON and back", () => {
    const answer = readPlan(json(PLAN));
    expect(answer).toEqual({ ok: true, value: PLAN });
  });

  it.each<[string, unknown, string]>([
    ["no phase at all", { ...PLAN, phases: [] }, "phases"],
    ["a phase of no weeks", { ...PLAN, phases: [phase("p", 0)] }, "phases[0].weeks"],
    ["a deload by other words", { ...PLAN, phases: [{ ...APHASE, kind: "rest" }] }, "phases[0].kind"],
    [
      "twice the load in a shift",
      { ...PLAN, phases: [{ ...APHASE, shift: { setsPercent: 0, loadPercent: 100, rir: 0 } }], patches: [] },
      "phases[0].shift.loadPercent",
    ],
    [
      "an eighth day of the week",
      { ...PLAN, days: [{ ...ADAY, placed: { kind: "weekday", weekday: 7 } }] },
      "days[0].placed.weekday",
    ],
    ["an hour past midnight", { ...PLAN, days: [{ ...ADAY, timeOfDay: 1440 }] }, "days[0].timeOfDay"],
    ["a date that is in no calendar", { ...PLAN, startDate: "2026-09-31" }, "startDate"],
    [
      "an absence that ends before it begins",
      { ...PLAN, absences: [{ id: "z", from: "2026-10-11", until: "2026-10-05", gymId: null }] },
      "absences[0]",
    ],
    ["a goal of no reps", { ...PLAN, goals: [{ ...PLAN.goals[0]!, reps: 0 }] }, "goals[0].reps"],
    ["another way with missed sessions", { ...PLAN, missed: "ignore" }, "missed"],
    ["a version of tomorrow", { ...PLAN, version: PLAN_VERSION + 1 }, "version"],
    ["a field that does not belong there", { ...PLAN, studioId: "another" }, ""],
    ["nothing", null, ""],
  ])("%s is refused at its field", (_, plan, field) => {
    expect(fields(plan)).toContain(field);
  });

  it("a day's session is checked as any session", () => {
    const base = { ...ADAY!.base, blocks: [{ ...ADAY!.base.blocks[0]!, rounds: { kind: "fixed", count: -1 } }] };
    const [field] = fields({ ...PLAN, days: [{ ...ADAY, base }] });
    expect(field).toMatch(/^days\[0\]\.base\.blocks\[0\]/);
  });

  it("what its parts say of each other must hold", () => {
    const messages = (plan: PlanDocument) => planProblems(plan).map(({ message }) => message);
    expect(messages(PLAN)).toEqual([]);
    expect(messages({ ...PLAN, days: [day("a", 0)] })).toEqual(["The day of this change is not in the plan."]);
    expect(messages({ ...PLAN, phases: [phase("p", 4)] })).toEqual(["The phase of this change is not in the plan."]);
    const free = PLAN.days.map((one) => ({ ...one, placed: { kind: "inTurn" } as const }));
    expect(messages({ ...PLAN, inTurn: PLAN.days.length + 1 })).toEqual([
      "More sessions go in turn than the plan has.",
    ]);
    expect(messages({ ...PLAN, days: [free[0]!, ...PLAN.days.slice(1)] })).toEqual([
      "A session without a weekday stands only where sessions go in turn.",
    ]);
    expect(messages({ ...PLAN, inTurn: 2, days: free })).toEqual(["Put one session on a weekday at the least."]);
    expect(messages({ ...PLAN, absences: [PLAN.absences[0]!, PLAN.absences[0]!] })).toEqual(["An id is used twice."]);
    const long = Array.from({ length: 3 }, (_, i) => phase(`p${i}`, PLAN_LIMITS.weeks / 2));
    expect(messages({ ...PLAN, phases: long, patches: [] })).toEqual([
      `A plan has at most ${PLAN_LIMITS.weeks} weeks.`,
    ]);
  });

  it("a stored plan has its days' sessions brought up to this build", () => {
    const old = { ...(json(ADAY!.base) as object), version: 1, capMinutes: 45 } as Record<string, unknown>;
    delete old.capSeconds;
    delete old.finisher;
    const plan = upcastPlan({ ...PLAN, days: [{ ...ADAY, base: old }] }) as PlanDocument;
    expect(plan.days[0]!.base).toMatchObject({ version: ADAY!.base.version, capSeconds: 2700, finisher: null });
    // Phases of before sets could ramp.
    const level = { ...PLAN, phases: PLAN.phases.map((one) => ({ ...one, rampPercent: undefined })) };
    expect(upcastPlan(json(level))).toEqual(PLAN);
    // Of before sessions went in turn: days in a rotation stood every other day.
    const rotating = { ...PLAN, inTurn: undefined, days: [{ ...ADAY, placed: { kind: "rotation", place: 1 } }] };
    expect(upcastPlan(json(rotating))).toMatchObject({
      inTurn: null,
      days: [{ placed: { kind: "weekday", weekday: 2 } }],
    });
    // Of before a day could end.
    const endless = { ...PLAN, days: PLAN.days.map((day) => ({ ...day, lastWeek: undefined })) };
    expect(upcastPlan(json(endless))).toEqual(PLAN);
    expect(upcastPlan(null)).toBeNull();
    expect(upcastPlan({ days: "none" })).toEqual({ days: "none" });
  });

  it.each<[string, object]>([
    ["sessions of an older version", { days: [{ ...ADAY, base: { ...ADAY!.base, version: 1 } }] }],
    ["days in a rotation", { days: [{ ...ADAY, placed: { kind: "rotation", place: 1 } }] }],
    ["days that cannot end", { days: [{ ...ADAY, lastWeek: undefined }] }],
    ["phases that cannot ramp", { phases: [{ ...APHASE, rampPercent: undefined }] }],
    ["no list of moved sessions", { moved: undefined }],
    ["no order in turn", { inTurn: undefined }],
    ["no days by which its version is known", { days: [] }],
  ])("a stored plan with %s is checked and brought up; one of the present shape is taken as it is", (_, older) => {
    expect(isPresentPlan(json({ ...PLAN, ...older }) as PlanDocument)).toBe(false);
    expect(isPresentPlan(json(PLAN) as PlanDocument)).toBe(true);
  });
});

describe("changes of a plan at the edge", () => {
  const good: PlanEdit[] = [
    { kind: "setPlan", field: "name", value: "Winter" },
    { kind: "setPlan", field: "missed", value: "merge" },
    { kind: "setPlan", field: "inTurn", value: 2 },
    { kind: "insert", list: "phases", item: phase("r", 1), after: "q" },
    { kind: "insert", list: "days", item: day("c", 5), after: null },
    {
      kind: "insert",
      list: "absences",
      item: { id: "w", from: "2026-10-12", until: "2026-10-12", gymId: "home" },
      after: "z",
    },
    { kind: "remove", list: "goals", id: "g" },
    { kind: "move", list: "phases", id: "q", after: null },
    { kind: "set", list: "phases", id: "p", field: "weeks", value: 5 },
    { kind: "set", list: "days", id: "a", field: "placed", value: { kind: "inTurn" } },
    { kind: "set", list: "patches", id: "x", field: "span", value: { kind: "fromWeek", week: 1 } },
    { kind: "editDay", dayId: "a", edits: [{ kind: "setSession", field: "title", value: "Push" }] },
  ];
  const passes = (edit: unknown) => check(planEditSchema, edit).ok;

  it.each(good.map((edit) => [`${edit.kind} ${"list" in edit ? edit.list : ""}`, edit] as const))(
    "%s is accepted, fits the plan, and nothing may be added to it",
    (_, edit) => {
      expect(passes(json(edit))).toBe(true);
      expect(applyPlanEdits(PLAN, [edit]).ok).toBe(true);
      expect(passes({ ...edit, more: 1 })).toBe(false);
    },
  );

  it("together they leave a plan that is accepted", () => {
    const edited = applyPlanEdits(PLAN, good);
    if (!edited.ok) throw new Error(edited.message);
    expect(fields(json(edited.plan))).toEqual([]);
  });

  it.each<[string, unknown]>([
    ["a list that there is not", { kind: "remove", list: "members", id: "g" }],
    ["a list by the name of what every object has", { kind: "remove", list: "constructor", id: "g" }],
    ["a field of another list", { kind: "set", list: "goals", id: "g", field: "weeks", value: 2 }],
    ["a field that is not there", { kind: "setPlan", field: "version", value: 9 }],
    ["a value of another field", { kind: "set", list: "phases", id: "p", field: "weeks", value: "Push" }],
    ["an item of another list", { kind: "insert", list: "phases", item: day("c", 1), after: null }],
    ["a session's edit that is none", { kind: "editDay", dayId: "a", edits: [{ kind: "rewrite" }] }],
    ["a change of no kind", { list: "phases" }],
    ["nothing", null],
    ["a word", "insert"],
  ])("%s is refused", (_, edit) => {
    expect(passes(edit)).toBe(false);
  });

  it("an absurd schema value of a plan is said where it lies", () => {
    const answer = check(planSchema, { ...PLAN, name: "n".repeat(121) });
    expect(answer.ok ? [] : answer.problems).toEqual([{ field: "name", message: "holds at most 120 characters" }]);
  });
});
