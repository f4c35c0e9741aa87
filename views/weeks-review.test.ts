import { describe, expect, it } from "vitest";
import {
  addDays,
  applyPlanEdits,
  NOTHING_DONE,
  PLAN_VERSION,
  type PlanDocument,
  phaseOfWeek,
  sessionOfWeek,
  USUAL_SHIFT,
} from "../core";
import { countingIds, exposure, read } from "../core/testing/helpers";
import { carriedWeek, type WeeksView, weeksModel, weeksReview, weeksTable } from "./";
import { weeksViewOf } from "./testing/weeks";

const START = "2026-09-28";
const TODAY = "2026-11-24";
const BASE = read("A1 Back squat 3x5 rir2 r150\n\nB1 Bench press 3x8 rir2 r120");
const plan: PlanDocument = {
  version: PLAN_VERSION,
  name: "Autumn",
  startDate: START,
  phases: [
    { id: "a", kind: "build", name: "", weeks: 12, methodId: null, shift: USUAL_SHIFT.build, rampPercent: 0 },
    { id: "b", kind: "deload", name: "", weeks: 1, methodId: null, shift: USUAL_SHIFT.deload, rampPercent: 0 },
  ],
  days: [
    { id: "mon", name: "Heavy", placed: { kind: "weekday", weekday: 0 }, timeOfDay: null, lastWeek: null, base: BASE },
    {
      id: "thu",
      name: "Light",
      placed: { kind: "weekday", weekday: 3 },
      timeOfDay: null,
      lastWeek: null,
      base: read("A1 Dumbbell curl 3x10 rir2", "c"),
    },
  ],
  patches: [],
  absences: [],
  goals: [],
  moved: [],
  missed: "move",
  inTurn: null,
};
const [squat, bench] = BASE.blocks.map(({ slots }) => slots[0]!);

/** Eight weeks: the squat goes up each week, the bench press stands; Thursdays are kept or not. */
function viewOf({ benchRir = 2, thursdays = true } = {}): WeeksView {
  const weeks = Array.from({ length: 8 }, (_, week) => week);
  const done = (slotId: string, kg: (week: number) => number, reps: number, rir: number) =>
    weeks.map((week) => ({
      ...exposure(
        addDays(START, 7 * week),
        Array.from({ length: 3 }, () => ({ loadKg: kg(week), reps, rir, target: { low: reps, high: reps } })),
      ),
      sessionId: `mon${week}`,
      slotId,
    }));
  return weeksViewOf(plan, {
    today: TODAY,
    sessions: plan.days.flatMap((day) =>
      weeks.map((week) => ({
        id: `${day.id}${week}`,
        dayId: day.id,
        week,
        date: addDays(START, 7 * week + (day.id === "mon" ? 0 : 3)),
        state: day.id === "mon" || thursdays ? ("done" as const) : ("draft" as const),
        copy: null,
        summary: null,
        own: null,
      })),
    ),
    lifts: [
      {
        lineage: "back-squat",
        exerciseId: "back-squat",
        exposures: done(squat!.id, (week) => 80 + 2.5 * week, 5, 2),
        strengths: [],
        trainingMaxKg: null,
      },
      {
        lineage: "bench-press",
        exerciseId: "bench-press",
        exposures: done(bench!.id, () => 60, 8, benchRir),
        strengths: [],
        trainingMaxKg: null,
      },
    ],
  });
}
const review = (options = {}) => weeksReview(viewOf(options), countingIds("new"))!;

describe("weeks in review", () => {
  it("says what moved, what stands still, and what was best until then", () => {
    const [up, still] = review().lifts;
    expect(up).toMatchObject({ name: "Back squat", gainedKg: 17.5, trend: { kind: "moving" } });
    expect(up!.weeks.filter((one) => one?.isRecord)).toHaveLength(7);
    expect(still).toMatchObject({ name: "Bench press", gainedKg: 0, trend: { kind: "stalled" } });
    // The coming weeks are no part of it.
    expect(up!.weeks.slice(9).every((one) => one === null)).toBe(true);
  });

  it("a lift that stands still comes before one that moves, with a change that can be taken", () => {
    const { next } = review();
    expect(next.map(({ kind }) => kind)).toEqual(["stalled", "moving"]);
    const [stalled] = next;
    if (stalled?.kind !== "stalled") throw new Error("not stalled");
    const edited = applyPlanEdits(plan, stalled.edits);
    if (!edited.ok) throw new Error(edited.message);
    expect(sessionOfWeek(edited.plan, "mon", 9)!.conflicts).toEqual([]);
    expect(edited.plan).not.toEqual(plan);
  });

  it("one that ends at nothing in reserve goes lighter for a week, and on", () => {
    const [stalled] = review({ benchRir: 0 }).next;
    if (stalled?.kind !== "stalled") throw new Error("not stalled");
    expect(stalled.way).toBe("lighter");
    const edited = applyPlanEdits(plan, stalled.edits);
    if (!edited.ok) throw new Error(edited.message);
    const kgOf = (document: PlanDocument) =>
      weeksModel(document, viewOf({ benchRir: 0 }))
        .days[0]!.rows[1]!.cells.slice(9, 11)
        .map((cell) => cell!.topKg!);
    const [lighter] = kgOf(edited.plan);
    expect(lighter).toBeLessThan(kgOf(plan)[0]!);
  });

  it("under seven in ten sessions kept is said first: fewer of them, and which would be left", () => {
    const [first] = review({ thursdays: false }).next;
    expect(first).toMatchObject({ kind: "fewSessions", done: 3, planned: 7, leaves: ["Heavy"] });
    expect(review().next.some(({ kind }) => kind === "fewSessions")).toBe(false);
    const edited = applyPlanEdits(plan, first?.kind === "fewSessions" ? first.edits : []);
    if (!edited.ok) throw new Error(edited.message);
    // The day ends: what was done of it stays in its weeks, and nothing of it is asked any more.
    const [heavy, light] = weeksModel(edited.plan, viewOf({ thursdays: false })).days;
    const past = weeksModel(plan, viewOf({ thursdays: false })).days[1]!.rows[0]!.cells.filter((cell) => !cell?.lift);
    expect(light!.rows[0]!.cells.filter((cell) => cell !== null)).toEqual(past.filter((cell) => cell !== null));
    expect(heavy!.rows[0]!.cells.some((cell) => cell?.state === "planned")).toBe(true);
  });

  it("two signs call for a deload in the place of the coming week, one does not, and a deload nearby is enough", () => {
    const view = viewOf();
    const [squats, ...others] = view.lifts;
    const fallen = {
      ...squats!,
      exposures: squats!.exposures.map((one, week) => ({
        ...one,
        sets: one.sets.map((set) => ({ ...set, loadKg: week < 5 ? 90 : 78, curveKg: week < 5 ? 90 : 78 })),
      })),
    };
    const sore = { sleep: "badly", sore: [{ muscle: "quads", level: 2 }] } as const;
    const summaryOf = (checkIn: typeof sore | null) => ({ ...NOTHING_DONE, sets: 6, plannedSets: 6, checkIn });
    const at = (checkIn: typeof sore | null, document = plan): WeeksView => ({
      ...view,
      today: "2026-11-22",
      plan: { ...view.plan!, document },
      sessions: view.sessions.map((one) => (one.state === "done" ? { ...one, summary: summaryOf(checkIn) } : one)),
      lifts: [fallen, ...others],
    });
    const called = (of: WeeksView) => weeksReview(of, countingIds("new"))!.next.find(({ kind }) => kind === "deload");
    const step = called(at(sore));
    if (step?.kind !== "deload") throw new Error("not called");
    expect(step).toMatchObject({ week: 8, signs: { falling: { lifts: ["Back squat"] }, soreness: { holds: true } } });
    const edited = applyPlanEdits(plan, step.edits);
    if (!edited.ok) throw new Error(edited.message);
    expect(phaseOfWeek(edited.plan, 8)!.kind).toBe("deload");
    expect(called(at(null))).toBeUndefined();
    const soon = {
      ...plan,
      phases: [{ ...plan.phases[0]!, weeks: 9 }, plan.phases[1]!, { ...plan.phases[0]!, id: "c", weeks: 3 }],
    };
    expect(called(at(sore, soon))).toBeUndefined();
  });

  it("after two weeks without a session there is a week to come back in", () => {
    const later = { ...viewOf(), today: "2026-12-11" };
    const [first] = weeksReview(later, countingIds("new"))!.next;
    if (first?.kind !== "comeback") throw new Error("no way back");
    expect(first.weeksOff).toBe(3);
    const edited = applyPlanEdits(plan, first.edits);
    expect(edited.ok && phaseOfWeek(edited.plan, 10)!.kind).toBe("comeback");
    expect(review().next.some(({ kind }) => kind === "comeback")).toBe(false);
  });

  it("a test week says what the block came to", () => {
    const tested = {
      ...plan,
      phases: [
        { ...plan.phases[0]!, weeks: 7 },
        { ...plan.phases[1]!, kind: "test" as const },
      ],
    };
    const view = viewOf();
    const { measured } = weeksReview({ ...view, plan: { ...view.plan!, document: tested } }, countingIds())!;
    expect(measured).toHaveLength(1);
    const [squats] = measured[0]!.lifts;
    expect(measured[0]!.week).toBe(7);
    // From 82.5 kg in its second week to 97.5.
    expect(squats!.toKg / squats!.fromKg).toBeCloseTo(97.5 / 82.5, 2);
    expect(review().measured).toEqual([]);
  });

  it("effort that was said beside effort that was asked, and load as felt of weeks that are over", () => {
    const view = viewOf();
    const off = view.lifts.map((lift) => ({
      ...lift,
      exposures: lift.exposures.map((one) => ({ ...one, sets: one.sets.map((set) => ({ ...set, targetRir: 1 })) })),
    }));
    const [squats] = weeksReview({ ...view, lifts: off }, countingIds())!.lifts;
    expect(squats!.reserveOff).toBe(1);
    expect(squats!.weeks[0]).toMatchObject({ reserveOff: 1, askedTopKg: null });
    const askedMore = view.lifts.map((lift) => ({
      ...lift,
      exposures: lift.exposures.map((one) => ({ ...one, sets: one.sets.map((set) => ({ ...set, askedKg: 90 })) })),
    }));
    const [missed] = weeksReview({ ...view, lifts: askedMore }, countingIds())!.lifts;
    // It is said where something else was lifted: 80, 82.5, 85, 87.5, and 90 as asked.
    expect(missed!.weeks.slice(0, 5).map((one) => one!.askedTopKg)).toEqual([90, 90, 90, 90, null]);
    const said = view.sessions.map((one) =>
      one.state === "done" ? { ...one, summary: { ...NOTHING_DONE, sessionRpe: 7, minutes: 50 } } : one,
    );
    const loads = (sessions: WeeksView["sessions"], today = TODAY) =>
      weeksReview({ ...view, sessions, today }, countingIds())!.model.columns.map(({ load }) => load);
    expect(
      loads(said)
        .slice(0, 8)
        .every((load) => load!.sum === 700 && load!.monotony! > 0),
    ).toBe(true);
    expect(loads(said)[8]).toBeNull();
    // The week is not over.
    expect(loads(said, "2026-11-19")[7]).toBeNull();
    const [one, ...more] = said;
    expect(loads([{ ...one!, summary: { ...one!.summary!, sessionRpe: null } }, ...more])[0]).toBeNull();
  });

  it("the coming week is carried on by the rules, and what a coach decides is said", () => {
    const carried = carriedWeek(viewOf())!;
    expect(carried.week).toBe(8);
    // Monday of this week has gone by: Thursday is left of it.
    expect(carried.sessions.map(({ name }) => name)).toEqual(["Light"]);
    const monday = { ...viewOf(), today: "2026-11-22" };
    const [heavy] = carriedWeek(monday)!.sessions;
    const [squats, press] = heavy!.lifts;
    expect(squats).toMatchObject({ before: { topKg: 97.5 }, next: { topKg: 102.5 }, needs: null });
    expect(press!.before!.topKg).toBe(60);
    const sent = viewOf();
    const known = [0, 1, 2, 3, 4].map((more) => ({
      ...sent.sessions[0]!,
      id: `x${more}`,
      dayId: "thu",
      week: 8 + more,
      state: "draft" as const,
      copy: "sent" as const,
    }));
    expect(carriedWeek({ ...sent, sessions: [...sent.sessions, ...known] })!.sessions.map(({ name }) => name)).toEqual([
      "Heavy",
    ]);
  });

  it("pain is for the coach to look at", () => {
    const view = viewOf();
    const [squats, ...others] = view.lifts;
    const last = squats!.exposures.at(-1)!;
    const hurt = { ...last, sets: last.sets.map((set) => ({ ...set, pain: 6 })) };
    const lifts = [{ ...squats!, exposures: [...squats!.exposures.slice(0, -1), hurt] }, ...others];
    const carried = carriedWeek({ ...view, lifts, today: "2026-11-22" })!;
    const [squat, press] = carried.sessions[0]!.lifts;
    expect(squat!.needs).toMatch(/Pain of 6/);
    // Eight weeks at the same load are too.
    expect(press!.needs).toMatch(/^The same loads and reps/);
    expect(carried.need).toBe(carried.sessions.flatMap(({ lifts: all }) => all).filter(({ needs }) => needs).length);
  });

  it("without a plan there is nothing to look back on", () => {
    expect(weeksReview({ ...viewOf(), plan: null }, countingIds())).toBeNull();
  });

  it("rests are what was kept, beside what was asked; without a measure nothing is said", () => {
    expect(review().lifts.map(({ restSeconds }) => restSeconds)).toEqual([null, null, null]);
    const view = viewOf();
    const timed = view.lifts.map((lift) => ({
      ...lift,
      exposures: lift.exposures.map((day) => ({
        ...day,
        sets: day.sets.map((set, index) => ({ ...set, restBeforeSeconds: index === 0 ? null : 120 + 20 * index })),
      })),
    }));
    const [squatRest, benchRest] = weeksReview({ ...view, lifts: timed }, countingIds("new"))!.lifts;
    expect(squatRest!.restSeconds).toEqual({ kept: 150, asked: 150 });
    expect(benchRest!.restSeconds).toEqual({ kept: 150, asked: 120 });
  });

  it("is a table too: a row for a lift in a week that has gone by", () => {
    const [heads, first, ...others] = weeksTable(review(), "kg");
    expect(heads).toHaveLength(first!.length);
    expect(
      weeksTable(review(), "lb")
        .map((row) => row[5])
        .slice(0, 2),
    ).toEqual(["load lb", 176.4]);
    expect(first!.slice(0, 6)).toEqual(["Back squat", "2026-09-28", "yes", 3, "5 5 5", 80]);
    // Eight weeks were done, and this week's Monday was not.
    const bench = others.filter(([name]) => name === "Bench press").map(([, , done]) => done);
    expect(bench).toEqual([...Array(8).fill("yes"), "no"]);
    expect(others.some(([, monday]) => String(monday) > "2026-11-23")).toBe(false);
  });
});
