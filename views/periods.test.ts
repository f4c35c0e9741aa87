import { describe, expect, it } from "vitest";
import { type Muscle, NO_LOAD } from "../core";
import { exposure, read } from "../core/testing/helpers";
import { planOf } from "../core/testing/plans";
import type { LiftAcrossWeeks } from "./lifts-across";
import { madeOf } from "./made-of";
import { liftsInPeriods, periodBefore, periodSums } from "./periods";
import { weeksViewOf } from "./testing/weeks";
import { type WeekColumn, type WeeksModel, weeksModel } from "./weeks";

const DAY = read("A1 Bench press 3x8 rir2 r120\n\nB1 Chin-up 3x6 rir2 r120\n\nC1 Leg extension 2x12 rir1");
const plan = planOf("2026-11-02", [["mon", 0, DAY]]);
const view = weeksViewOf(plan, { today: "2026-11-10" });

describe("what a muscle's week is made of", () => {
  const of = (muscle: Muscle, week = 2) =>
    madeOf(view, weeksModel(plan, view), { muscle, week }).flatMap(({ lifts }) =>
      lifts.map(({ name, share, state, asked }) => [name, share, state, asked.sets]),
    );

  it("is the lifts that train it, whole before half, and no others", () => {
    expect(of("chest")).toEqual([["Bench press", 1, "planned", 3]]);
    expect(of("elbow flexors").map(([name]) => name)).toEqual(["Chin-up"]);
    expect(of("triceps")).toEqual([["Bench press", 0.5, "planned", 3]]);
    expect(of("calves")).toEqual([]);
  });

  it("a day's hard sets beside its sets: lifts in one go count together", () => {
    const sumsOf = (day: ReturnType<typeof read>) => {
      const one = planOf("2026-11-02", [["mon", 0, day]]);
      const found = madeOf(view, weeksModel(one, { ...view, plan: { ...view.plan!, document: one } }), {
        muscle: "chest",
        week: 2,
      });
      return found.map(({ hardSets, plainSets }) => [hardSets, plainSets]);
    };
    expect(sumsOf(read("A1 Bench press 3x8 rir2 r120\n\nB1 Cable fly 3x12 rir1 r90"))).toEqual([[6, 6]]);
    // Each round is one go: a whole set and half of the other.
    expect(sumsOf(read("A1 Bench press 3x8 rir2 h0\nA2 Cable fly 3x12 rir1 r120"))).toEqual([[4.5, 6]]);
    // Too far from failure to count.
    expect(sumsOf(read("A1 Bench press 3x8 rir8 r120"))).toEqual([[0, 3]]);
  });

  it("nothing of what was missed", () => {
    expect(of("chest", 0)).toEqual([]);
  });
});

describe("periods", () => {
  const column = (week: number, more: Partial<WeekColumn> = {}): WeekColumn => ({
    ...weeksModel(plan, view).columns[week]!,
    done: 1,
    planned: 1,
    minutes: 40,
    volumeLoadKg: 1000,
    muscles: { chest: { ...NO_LOAD, hardSets: 3 + week, tensionSeconds: 60 } },
    load: { sum: 300, monotony: null, strain: null },
    ...more,
  });
  const model = { columns: [0, 1, 2, 3].map((week) => column(week)) } as unknown as WeeksModel;

  it.each([
    [
      { from: 4, until: 6 },
      { from: 1, until: 3 },
    ],
    [
      { from: 2, until: 5 },
      { from: 0, until: 1 },
    ],
    [
      { from: 1, until: 1 },
      { from: 0, until: 0 },
    ],
    [{ from: 0, until: 3 }, null],
  ])("before %j comes %j", (period, before) => {
    expect(periodBefore(period)).toEqual(before);
  });

  it("are summed, means by week; a load is the mean of the weeks that have one", () => {
    expect(periodSums(model, { from: 1, until: 2 })).toMatchObject({
      weeks: 2,
      done: 2,
      minutes: 40,
      volumeLoadKg: 1000,
      load: 300,
      hardSets: { chest: 4.5 },
      tensionSeconds: { chest: 60 },
    });
    const some = { ...model, columns: [column(0, { load: null }), column(1)] };
    expect(periodSums(some, { from: 0, until: 1 }).load).toBe(300);
    expect(periodSums(some, { from: 0, until: 0 }).load).toBeNull();
    expect(periodSums(some, { from: 9, until: 9 })).toMatchObject({ weeks: 0, done: 0, hardSets: {} });
  });

  it("say where a lift stood in each, and leave out what was in neither", () => {
    const lift = (name: string, kg: readonly (number | null)[]) =>
      ({
        dayId: "mon",
        name,
        slot: { id: name },
        weeks: kg.map((e1rmKg) => (e1rmKg === null ? null : { e1rmKg })),
      }) as unknown as LiftAcrossWeeks;
    const lifts = [lift("up", [100, 102, 104, 106]), lift("new", [null, null, null, 50]), lift("gone", [40, null])];
    const found = liftsInPeriods(lifts, { from: 2, until: 3 }, { from: 1, until: 1 });
    expect(found.map(({ name, kg, beforeKg }) => [name, kg, beforeKg])).toEqual([
      ["up", 105, 102],
      ["new", 50, null],
    ]);
    expect(liftsInPeriods(lifts, { from: 2, until: 3 }, null).map(({ beforeKg }) => beforeKg)).toEqual([null, null]);
  });
});

describe("weeks that are read anew", () => {
  const logged = weeksViewOf(plan, {
    today: "2026-11-10",
    lifts: [
      {
        lineage: "bench-press",
        exerciseId: "bench-press",
        exposures: [exposure("2026-11-02", [{ loadKg: 60, reps: 8, rir: 2, target: { low: 8, high: 8 } }])],
        strengths: [],
        trainingMaxKg: null,
      },
    ],
  });
  const anew = () => structuredClone({ ...logged });
  const resolved = (of: typeof logged) => weeksModel(plan, of).sessions.map((session) => session.resolved);
  const benchKg = (of: typeof logged) => weeksModel(plan, of).days[0]!.rows[0]!.cells[2]!.topKg;

  it("are not worked out again where they say the same, and are where a figure is another", () => {
    const first = resolved(logged);
    expect(resolved(anew()).every((one, index) => one === first[index])).toBe(true);
    const before = benchKg(logged)!;
    const [lift] = logged.lifts;
    const heavier = { ...lift!, exposures: [exposure("2026-11-02", [{ loadKg: 80, reps: 8, rir: 2 }])] };
    expect(benchKg({ ...anew(), lifts: [heavier] })).toBeGreaterThan(before);
    expect(benchKg({ ...anew(), settings: { ...logged.settings, weeklyRisePercent: 9 } })).toBe(before);
    const bare = { ...logged.gyms[0]!.equipment, bars: [], plates: [] };
    expect(resolved({ ...anew(), gyms: [{ ...logged.gyms[0]!, equipment: bare }] })[0]).not.toBe(first[0]);
    // And back to what it was.
    expect(benchKg(anew())).toBe(before);
  });

  it("of another client are another's", () => {
    const other = { ...anew(), client: { ...logged.client, id: "other", bodyMassKg: 60 }, lifts: [] };
    expect(benchKg(other)).not.toBe(benchKg(logged));
    expect(benchKg(logged)).not.toBeNull();
  });
});
