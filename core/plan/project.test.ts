import { describe, expect, it } from "vitest";
import { allWorkingSets, diffSlotSets, type LoadRule, type WorkSet } from "../session";
import { exposure, read } from "../testing/helpers";
import { phase, planOf, projectContext } from "../testing/plans";
import { addDays } from "../units";
import { type PatchSpan, type PlanDocument, phaseOfWeek, sessionOfWeek } from "./plan";
import { dependsOn, plannedLifts, projectPlan, rulesSideBySide } from "./project";
import { carryMemory, type ProjectContext } from "./projection-memory";
import { NO_SHIFT, shifted, USUAL_SHIFT } from "./shift";

const START = "2026-11-02";
const TODAY = "2026-11-16";
const withLoad = (set: WorkSet, load: LoadRule): WorkSet => ({
  ...set,
  segments: [{ ...set.segments[0]!, load }, ...set.segments.slice(1)],
});
const SQUAT = read("A1 Back squat 4x5 rir2 r150\n\nB1 Bench press 3x8 rir2 r120");
const squatSlot = SQUAT.blocks[0]!.slots[0]!;
const plan = (more: Partial<PlanDocument> = {}): PlanDocument =>
  planOf(START, [["mon", 0, SQUAT]], { phases: [phase("build", 4), phase("deload", 1), phase("build", 3)], ...more });
const five = (date: string, kg: number) =>
  exposure(
    date,
    Array.from({ length: 4 }, () => ({ loadKg: kg, reps: 5, target: { low: 5, high: 5 } })),
  );
const SQUATS = { exposures: [five(START, 90), five("2026-11-09", 95)], strengths: [] };
const context = (more: Partial<ProjectContext> = {}): ProjectContext =>
  projectContext({
    logOf: (lineage) => (lineage === "back-squat" ? SQUATS : null),
    today: TODAY,
    isClosed: (_day, week) => week < 2,
    ...more,
  });
const squats = (document = plan(), more: Partial<ProjectContext> = {}) =>
  projectPlan(document, context(more)).map((session) => plannedLifts(session, context())[0]!.sets.map(({ kg }) => kg));

describe("a phase's shift", () => {
  it("a deload halves the sets, keeps one of each lift, takes its percent off what rules say and adds to the reserve", () => {
    const deload = shifted(SQUAT, USUAL_SHIFT.deload);
    const [squat, bench] = deload.blocks.map(({ slots }) => allWorkingSets(slots[0]!));
    expect([squat!.length, bench!.length]).toEqual([2, 2]);
    expect(deload.blocks[0]!.rounds).toEqual({ kind: "fixed", count: 2 });
    expect(squat![0]!.segments[0]).toMatchObject({ load: { kind: "ofNext", percent: -5 }, rir: { low: 4, high: 4 } });
    const [single] = shifted(read("Back squat 1x5"), { setsPercent: -90, loadPercent: 0, rir: 0 }).blocks;
    expect(allWorkingSets(single!.slots[0]!)).toHaveLength(1);
  });

  it("a load that was written stays, more sets are added, and no shift is the same document", () => {
    const written = shifted(read("Back squat 3x5 @80kg"), { setsPercent: 34, loadPercent: -10, rir: 0 });
    const sets = allWorkingSets(written.blocks[0]!.slots[0]!);
    expect(sets).toHaveLength(4);
    expect(sets.every(({ segments }) => segments[0]!.load.kind === "fixed")).toBe(true);
    expect(shifted(SQUAT, NO_SHIFT)).toBe(SQUAT);
  });
});

describe("a plan ahead of its log", () => {
  it("goes on as if all were made: a step a week, the deload lighter and shorter, and on from before it", () => {
    const [third, fourth, deload, after] = squats();
    expect(third).toEqual([100, 100, 100, 100]);
    expect(fourth).toEqual([105, 105, 105, 105]);
    expect(deload).toHaveLength(2);
    expect(deload![0]).toBeLessThan(110);
    // What the deload did does not count: the rule goes on from the week before it.
    expect(after).toEqual([110, 110, 110, 110]);
  });

  it("is the same whenever it is asked, and a change in a later week leaves the earlier ones", () => {
    expect(squats()).toEqual(squats());
    const shorter = plan({
      patches: [
        {
          id: "p",
          dayId: "mon",
          span: { kind: "onlyWeek", week: 6 },
          note: "",
          edits: [{ kind: "removeSlot", slotId: SQUAT.blocks[1]!.slots[0]!.id }],
        },
      ],
    });
    expect(squats(shorter).slice(0, 4)).toEqual(squats().slice(0, 4));
  });

  it("after any change it is what it would be from nothing, and what the change does not touch is not resolved again", () => {
    const warm = context();
    const bench = SQUAT.blocks[1]!.slots[0]!;
    const first = projectPlan(plan(), warm);
    const changed = plan({
      patches: [
        {
          id: "p",
          dayId: "mon",
          span: { kind: "onlyWeek", week: 5 },
          note: "",
          edits: [{ kind: "removeSlot", slotId: bench.id }],
        },
      ],
    });
    const again = projectPlan(changed, warm);
    const cold = projectPlan(changed, context());
    expect(again.map(({ resolved, next }) => [[...resolved.loads], [...next]])).toEqual(
      cold.map(({ resolved, next }) => [[...resolved.loads], [...next]]),
    );
    // The week itself is another; of the bench press nothing is known, so that no later week hangs on it.
    expect(again.map(({ resolved }, index) => resolved === first[index]!.resolved)).toEqual([
      true,
      true,
      true,
      false,
      true,
      true,
    ]);
    expect(projectPlan(plan(), warm).every(({ resolved }, index) => resolved === first[index]!.resolved)).toBe(true);
  });

  it("of a session whose one lift was changed the others are not resolved again, nor is anything on a context read anew", () => {
    const presses = { exposures: [five(START, 60)], strengths: [] };
    const warm = context({ logOf: (lineage) => (lineage === "back-squat" ? SQUATS : presses) });
    const first = projectPlan(plan(), warm);
    const heavier = diffSlotSets(
      squatSlot,
      squatSlot.sets.map((set) => set && withLoad(set, { kind: "ofNext", percent: 2.5 })),
    );
    const changed = plan({
      patches: [{ id: "p", dayId: "mon", span: { kind: "fromWeek", week: 3 }, note: "", edits: heavier }],
    });
    const again = projectPlan(changed, warm);
    const benchSets = allWorkingSets(SQUAT.blocks[1]!.slots[0]!).map(({ segments }) => segments[0]!.id);
    const squatSets = allWorkingSets(squatSlot).map(({ segments }) => segments[0]!.id);
    for (const [index, { week, resolved }] of again.entries()) {
      const same = (ids: readonly string[]) =>
        ids.every((id) => resolved.loads.get(id) === first[index]!.resolved.loads.get(id));
      // A deload's sets are made anew by its shift.
      if (phaseOfWeek(changed, week)!.kind === "deload") continue;
      expect(same(benchSets), `bench press, week ${week + 1}`).toBe(true);
      if (week >= 3) expect(same(squatSets), `squat, week ${week + 1}`).toBe(false);
    }
    const next = { ...warm };
    carryMemory(warm, next);
    expect(projectPlan(changed, next).every(({ resolved }, index) => resolved === again[index]!.resolved)).toBe(true);
    const otherMax = { ...warm, trainingMaxKg: () => 150 };
    carryMemory(warm, otherMax);
    expect(projectPlan(plan(), otherMax)[0]!.resolved).not.toBe(first[0]!.resolved);
    const heavierBody = { ...warm, bodyMassKg: 90 };
    carryMemory(warm, heavierBody);
    expect(projectPlan(plan(), heavierBody)[0]!.resolved).not.toBe(first[0]!.resolved);
  });

  it("side by side with the others a rule says what it says in the week itself, also where it changes more than loads", () => {
    const squat = SQUAT.blocks[0]!.slots[0]!;
    const rule = { kind: "density", stepSeconds: 10, floorSeconds: 60 } as const;
    const base = { ...SQUAT, blocks: [{ ...SQUAT.blocks[0]!, slots: [{ ...squat, rule }] }] };
    for (const session of projectPlan(planOf(START, [["mon", 0, base]]), context())) {
      const own = rulesSideBySide(session, squat.id, context()).find((one) => one.rule.kind === "density");
      expect(own!.next).toEqual(session.next.get(squat.id));
    }
  });

  it("a week away is not trained, and the rule comes back from it", () => {
    const away = plan({ absences: [{ id: "a", from: "2026-11-16", until: "2026-11-22", gymId: null }] });
    const sessions = projectPlan(away, context());
    expect(sessions[0]!.isAway).toBe(true);
    const next = sessions[1]!.next.get(SQUAT.blocks[0]!.slots[0]!.id)!;
    expect(next.reasons.map(({ kind }) => kind)).toEqual(["timeOff"]);
    expect(next.sets[0]!.loadKg).toBe(95);
  });

  it("a change for one week alone does not move the rule, one from that week on does", () => {
    const lighter = diffSlotSets(
      squatSlot,
      squatSlot.sets.map((set) => set && withLoad(set, { kind: "ofNext", percent: -10 })),
    );
    const changed = (span: PatchSpan) => plan({ patches: [{ id: "p", dayId: "mon", span, note: "", edits: lighter }] });
    const [third, fourth] = squats(changed({ kind: "onlyWeek", week: 2 }));
    expect(third).toEqual([90, 90, 90, 90]);
    // Week 3 would have asked for 100; week 4 asks for it now.
    expect(fourth).toEqual([100, 100, 100, 100]);
    // Lighter from a week on: a share of what the rule asks, and the rule goes on by its own loads.
    const on = squats(changed({ kind: "fromWeek", week: 2 }));
    expect([on[0]![0], on[1]![0]]).toEqual([90, 92.5]);
  });

  it("a ramp of volume adds its sets week by week, in its phase alone, and starts anew in the next", () => {
    const ramped = { ...phase("build", 3), rampPercent: 25 };
    const of = plan({ phases: [ramped, { ...ramped, id: "again" }, phase("hold", 1)] });
    const sets = [0, 1, 2, 3, 4, 5, 6].map((week) => {
      const [squat] = sessionOfWeek(of, "mon", week)!.document.blocks;
      return [allWorkingSets(squat!.slots[0]!).length, squat!.rounds];
    });
    const rounds = (count: number) => [count, { kind: "fixed", count }];
    expect(sets).toEqual([4, 5, 6, 4, 5, 6, 4].map(rounds));
  });

  it("a share of loads in a training phase does not grow from week to week", () => {
    const light = { ...phase("hold", 4), shift: { ...NO_SHIFT, loadPercent: -10 } };
    const tops = squats(plan({ phases: [phase("build", 2), light] })).map(([top]) => top);
    // Nine tenths of 100, 105, 110, 115, and never heavier.
    expect(tops).toEqual([90, 92.5, 97.5, 102.5]);
  });

  it("says what a prescription hangs on: made, missed, a week away", () => {
    const answer = dependsOn(plan(), context(), { dayId: "mon", week: 3, lineage: "back-squat" })!;
    expect(answer.before).toMatchObject({ week: 2, date: TODAY });
    const top = (sets: readonly { readonly kg: number | null }[]) => sets[0]!.kg;
    expect([top(answer.made), top(answer.missed), top(answer.away)]).toEqual([105, 100, 95]);
    expect(dependsOn(plan(), context(), { dayId: "mon", week: 2, lineage: "back-squat" })).toBeNull();
  });

  it("of a plan of a year nothing that was closed is asked again", () => {
    const year = plan({ phases: [phase("build", 48)] });
    const sessions = projectPlan(year, context());
    expect(sessions).toHaveLength(46);
    expect(sessions.every(({ date }) => date >= TODAY)).toBe(true);
    expect(new Set(sessions.map(({ date }) => date)).size).toBe(46);
    expect(sessions.at(-1)!.date).toBe(addDays(START, 47 * 7));
  });
});
