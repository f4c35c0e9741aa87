import { describe, expect, it } from "vitest";
import { SHIPPED_CATALOGUE } from "../exercise/catalogue";
import { populationCurve } from "../load/e1rm";
import { buildableLoads } from "../load/equipment";
import { type Exposure, liftRecord } from "../log";
import { DEFAULT_SETTINGS } from "../settings";
import { BOATHOUSE, exposure, read, resolve } from "../testing/helpers";
import type { ProgressionRule } from "./rule";
import { newRule, nextPrescription, type SetTarget, timeOffPercent } from "./rules";

const squat = SHIPPED_CATALOGUE.byId.get("back-squat")!;
const press = SHIPPED_CATALOGUE.byId.get("dumbbell-bench-press")!;

function next(
  rule: ProgressionRule["kind"],
  target: SetTarget,
  sets: number,
  exposures: Exposure[],
  options: { exercise?: typeof squat; date?: string; e1rmKg?: number } = {},
) {
  const exercise = options.exercise ?? squat;
  const effort = target.rir === null ? "" : ` rir${target.rir}`;
  const block = read(`"${exercise.name}" ${sets}x${target.low}-${target.high}${effort}`).blocks[0]!;
  return nextPrescription(newRule(rule), { block, slot: block.slots[0]! }, exposures, {
    exercise,
    loads: buildableLoads(exercise, BOATHOUSE),
    settings: DEFAULT_SETTINGS,
    calendar: { date: options.date ?? "2026-11-17", purpose: "training", planWeek: null },
    e1rmKg: options.e1rmKg ?? 120,
    curve: populationCurve(DEFAULT_SETTINGS.e1rmFormula),
    toCurveKg: (kg) => kg,
    policy: "nearest",
  })!;
}

const fives = { low: 5, high: 5, rir: null };
const did = (date: string, loadKg: number, reps: number[], more: object = {}, plannedSets = 3) =>
  exposure(
    date,
    reps.map((r) => ({ loadKg, reps: r, target: { low: 5, high: 5 }, ...more })),
    plannedSets,
  );

it("starts again from the curve when the scheme has changed: twelves are not judged by fives", () => {
  const fivesDone = [did("2026-11-10", 80, [5, 5, 5])];
  expect(next("loadFirst", { low: 12, high: 12, rir: 2 }, 3, fivesDone)).toBeNull();
});

describe("load first", () => {
  it("adds a step when all is made", () => {
    const answer = next("loadFirst", fives, 3, [did("2026-11-10", 80, [5, 5, 5])]);
    expect(answer.sets.map((set) => set.loadKg)).toEqual([85, 85, 85]);
    expect(answer.reasons[0]).toEqual({ kind: "rise", fromKg: 80, toKg: 85, why: "allMade" });
  });

  it("repeats after a miss, cuts a tenth after two running, and builds again after the cut", () => {
    expect(next("loadFirst", fives, 3, [did("2026-11-10", 80, [5, 5, 4])]).reasons[0]).toMatchObject({
      kind: "repeat",
      missed: 1,
    });
    const twice = [did("2026-11-03", 80, [5, 4, 4]), did("2026-11-10", 80, [5, 5, 4])];
    const cut = next("loadFirst", fives, 3, twice);
    expect(cut.sets[0]!.loadKg).toBe(70);
    expect(cut.reasons[0]).toMatchObject({ kind: "cut", misses: 2, fromKg: 80, toKg: 70 });
    expect(next("loadFirst", fives, 3, [...twice, did("2026-11-15", 70, [5, 5, 5])]).sets[0]!.loadKg).toBe(75);
  });

  it("a set left out is a miss", () => {
    // A set left out was not tried: it repeats, and twice running it is no reason to cut.
    const twoOfThree = (date: string) => did(date, 80, [5, 5]);
    for (const days of [[twoOfThree("2026-11-10")], [twoOfThree("2026-11-03"), twoOfThree("2026-11-10")]]) {
      const { sets, reasons } = next("loadFirst", fives, 3, days);
      expect(reasons[0]).toEqual({ kind: "setsLeftOut", left: 1, setCount: 3 });
      expect(sets.map((set) => set.loadKg)).toEqual([80, 80, 80]);
    }
  });

  it("does not rise when the reps cost more reserve than was asked", () => {
    const answer = next("loadFirst", { low: 5, high: 5, rir: 2 }, 3, [did("2026-11-10", 80, [5, 5, 5], { rir: 0 })]);
    expect(answer.reasons[0]).toMatchObject({ kind: "belowTargetRir", asked: 2, had: 0 });
    expect(answer.sets[0]!.loadKg).toBe(80);
  });

  it("adds nothing after pain or broken form", () => {
    expect(next("loadFirst", fives, 3, [did("2026-11-10", 80, [5, 5, 5], { pain: 4 })]).reasons[0]).toEqual({
      kind: "pain",
      pain: 4,
    });
    expect(next("loadFirst", fives, 3, [did("2026-11-10", 80, [5, 5, 5], { form: "broke" })]).reasons[0]).toEqual({
      kind: "formBroke",
    });
  });

  it("goes up no more than a tenth in a week, unless the smallest step is more and the forecast holds", () => {
    const light = did("2026-11-10", 20, [5, 5, 5]);
    expect(next("loadFirst", fives, 3, [light]).sets[0]!.loadKg).toBe(22.5);
    expect(next("loadFirst", fives, 3, [light], { e1rmKg: 23 }).reasons[0]).toMatchObject({ kind: "heldByBound" });
  });

  it("comes back lighter after time off", () => {
    const old = [did("2026-10-20", 80, [5, 5, 5])];
    expect(next("loadFirst", fives, 3, old, { date: "2026-11-03" }).reasons[0]).toMatchObject({
      kind: "timeOff",
      weeks: 1,
      percent: 0,
    });
    const two = next("loadFirst", fives, 3, old, { date: "2026-11-10" });
    expect(two.sets.map((set) => set.loadKg)).toEqual([72.5, 72.5]);
    expect([1, 2, 3, 4, 20].map(timeOffPercent)).toEqual([0, 7.5, 12.5, 17.5, 30]);
  });
});

describe("what moves a rule", () => {
  it("a set fewer after two weeks away is really a set fewer, also in time", () => {
    const made = (sets: number) => liftRecord([did("2026-10-27", 80, Array(sets).fill(5), {}, sets)], DEFAULT_SETTINGS);
    const resolved = (text: string, sets: number) => resolve(read(text), { recordOf: () => made(sets) }).document;
    const alone = resolved("Back squat 4x5 r60,90,120", 4).blocks[0]!;
    expect([alone.rounds, alone.slots[0]!.sets.length, alone.restAfterRound]).toMatchObject([
      { kind: "fixed", count: 3 },
      3,
      { rests: [{ seconds: 60 }, { seconds: 90 }] },
    ]);
    const paired = resolved("A1 Back squat 2x5 h60\nA2 Push-up 2x8 @BW r60", 2).blocks[0]!;
    expect(paired.slots.map((slot) => slot.sets.filter(Boolean).length)).toEqual([1, 2]);
    expect(resolved("Back squat 4x5 @80kg", 4).blocks[0]!.slots[0]!.sets).toHaveLength(4);
  });

  it("deloads, tests and finding a load do not; pain on such a day does", () => {
    const trained = did("2026-11-03", 80, [5, 5, 5]);
    const light = { ...did("2026-11-10", 60, [5, 5, 5]), purpose: "deload" as const };
    expect(next("loadFirst", fives, 3, [trained, light]).sets[0]!.loadKg).toBe(85);
    const sore = { ...did("2026-11-10", 60, [5, 5, 5], { pain: 5 }), purpose: "deload" as const };
    expect(next("loadFirst", fives, 3, [trained, sore])).toMatchObject({
      sets: [{ loadKg: 80 }, { loadKg: 80 }, { loadKg: 80 }],
      reasons: [{ kind: "pain", pain: 5 }],
    });
  });

  it("pain after time off is only more careful, never less", () => {
    const sore = [did("2026-10-20", 80, [5, 5, 5], { pain: 6 })];
    const answer = next("loadFirst", fives, 3, sore, { date: "2026-11-10" });
    expect(answer.sets.map((set) => set.loadKg)).toEqual([72.5, 72.5]);
    expect(answer.reasons.map((reason) => reason.kind)).toEqual(["pain", "timeOff"]);
  });
});

describe("double progression", () => {
  const range = { low: 6, high: 10, rir: null };
  const pressed = (reps: number[], loadKg = 22) => [
    exposure(
      "2026-11-10",
      reps.map((r) => ({ loadKg, reps: r, target: range })),
    ),
  ];
  const answer = (reps: number[], loadKg?: number, e1rmKg = 40) =>
    next("doubleProgression", range, 3, pressed(reps, loadKg), { exercise: press, e1rmKg });

  it("gives one rep more to the earliest set that can take it", () => {
    expect(answer([9, 8, 8]).sets).toEqual([
      { loadKg: 22, reps: 10 },
      { loadKg: 22, reps: 8 },
      { loadKg: 22, reps: 8 },
    ]);
    expect(answer([10, 9, 8]).reasons[0]).toMatchObject({ kind: "moreReps", set: 2, reps: 10 });
  });

  it("takes the smallest buildable step when every set is at the top, and aims low", () => {
    const up = answer([10, 10, 10]);
    expect(up.sets).toEqual(Array.from({ length: 3 }, () => ({ loadKg: 24, reps: 6 })));
    expect(up.reasons.map((reason) => reason.kind)).toEqual(["rise", "expected"]);
  });

  it("widens the range first where the smallest step is over a tenth and the forecast falls short", () => {
    const held = answer([10, 10, 10], 10, 11);
    expect(held.reasons[0]).toMatchObject({ kind: "widen", high: 12 });
    expect(held.sets.map((set) => set.loadKg)).toEqual([10, 10, 10]);
  });

  it("says when the gym has nothing heavier", () => {
    expect(answer([10, 10, 10], 32, 90).reasons[0]).toEqual({ kind: "topOfGym", kg: 32 });
  });
});

it("is a pure function of the log: a corrected set changes what follows", () => {
  const log = [did("2026-11-10", 80, [5, 5, 4])];
  const corrected = [did("2026-11-10", 80, [5, 5, 5])];
  expect(next("loadFirst", fives, 3, log)).toEqual(next("loadFirst", fives, 3, log));
  expect(next("loadFirst", fives, 3, corrected).sets[0]!.loadKg).toBe(85);
});
