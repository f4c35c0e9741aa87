import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { SHIPPED_CATALOGUE } from "../exercise";
import { buildableLoads, e1rmFactor, liftRecord, populationCurve } from "../load";
import type { Exposure, ProgressionRule } from "../session";
import { DEFAULT_SETTINGS } from "../settings";
import { BOATHOUSE, exposure, read, resolve } from "../testing/helpers";
import { addDays, weight } from "../units";
import type { SetTarget } from "./context";
import { newRule, nextPrescription, timeOffPercent, weeksUnchanged } from "./rules";

const squat = SHIPPED_CATALOGUE.byId.get("back-squat")!;
const press = SHIPPED_CATALOGUE.byId.get("dumbbell-bench-press")!;

function next(
  rule: ProgressionRule["kind"],
  target: SetTarget,
  sets: number,
  exposures: Exposure[],
  options: { exercise?: typeof squat; date?: string; e1rmKg?: number; settings?: typeof DEFAULT_SETTINGS } = {},
) {
  const exercise = options.exercise ?? squat;
  const effort = target.rir === null ? "" : ` rir${target.rir}`;
  const block = read(`"${exercise.name}" ${sets}x${target.low}-${target.high}${effort}`).blocks[0]!;
  return nextPrescription(newRule(rule), { block, slot: block.slots[0]! }, exposures, {
    exercise,
    loads: buildableLoads(exercise, BOATHOUSE),
    settings: options.settings ?? DEFAULT_SETTINGS,
    calendar: { date: options.date ?? "2026-11-17", purpose: "training", planWeek: null },
    e1rmKg: options.e1rmKg ?? 120,
    curve: populationCurve(DEFAULT_SETTINGS.e1rmFormula),
    toCurveKg: (kg) => kg,
    toPrescribedKg: (kg) => kg,
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
    expect(cut.sets[0]!.loadKg).toBe(72.5);
    expect(cut.reasons[0]).toMatchObject({ kind: "cut", misses: 2, fromKg: 80, toKg: 72.5, by: "load" });
    expect(next("loadFirst", fives, 3, [...twice, did("2026-11-15", 72.5, [5, 5, 5])]).sets[0]!.loadKg).toBe(77.5);
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

  it("after pain takes load off and leaves more in reserve; after broken form it repeats", () => {
    const hurt = next("loadFirst", fives, 3, [did("2026-11-10", 80, [5, 5, 5], { pain: 4 })]);
    expect(hurt.reasons).toMatchObject([{ kind: "pain", pain: 4, moreReserve: 2, less: { fromKg: 80, toKg: 67.5 } }]);
    expect(hurt.edits.length).toBeGreaterThan(0);
    expect(next("loadFirst", fives, 3, [did("2026-11-10", 80, [5, 5, 5], { form: "broke" })]).reasons[0]).toEqual({
      kind: "formBroke",
    });
  });

  it("goes up no more than a tenth in a week, unless the smallest step is more and the forecast holds", () => {
    const light = did("2026-11-10", 20, [5, 5, 5]);
    expect(next("loadFirst", fives, 3, [light]).sets[0]!.loadKg).toBe(22.5);
    const held = next("loadFirst", fives, 3, [light], { e1rmKg: 23 });
    expect(held.reasons[0]).toMatchObject({ kind: "widerRange", low: 5, until: 7 });
    expect(held.sets).toEqual(Array.from({ length: 3 }, () => ({ loadKg: 20, reps: 5 })));
  });

  it("comes back lighter after time off", () => {
    const old = [did("2026-10-20", 80, [5, 5, 5])];
    expect(next("loadFirst", fives, 3, old, { date: "2026-11-03" }).reasons[0]).toMatchObject({
      kind: "timeOff",
      weeks: 1,
      less: null,
    });
    const two = next("loadFirst", fives, 3, old, { date: "2026-11-10" });
    expect(two.sets.map((set) => set.loadKg)).toEqual([75, 75]);
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
      sets: [{ loadKg: 67.5 }, { loadKg: 67.5 }, { loadKg: 67.5 }],
      reasons: [{ kind: "pain", pain: 5 }],
    });
  });

  it("a day whose load nobody said is nothing to go by, and the body alone is a load", () => {
    const unsaid = exposure("2026-11-14", [{ reps: 5, loadKg: 0 }]);
    const said = exposure("2026-11-10", [{ reps: 5, loadKg: 80 }]);
    expect(next("loadFirst", fives, 1, [unsaid])).toBeNull();
    expect(next("loadFirst", fives, 1, [said, unsaid]).sets[0]!.loadKg).toBe(85);
    const chinUp = SHIPPED_CATALOGUE.byId.get("chin-up")!;
    expect(next("loadFirst", fives, 1, [unsaid], { exercise: chinUp }).sets[0]!.loadKg).toBeGreaterThan(0);
  });

  it("pain on a day of quite other reps still counts", () => {
    const other = did("2026-11-10", 60, [15, 15], { pain: 5, target: { low: 15, high: 15 } });
    expect(next("loadFirst", fives, 3, [did("2026-11-03", 80, [5, 5, 5]), other])).toMatchObject({
      sets: [{ loadKg: 67.5 }, { loadKg: 67.5 }, { loadKg: 67.5 }],
      reasons: [{ kind: "pain", pain: 5 }],
    });
  });

  it("pain after time off is only more careful, never less", () => {
    const sore = [did("2026-10-20", 80, [5, 5, 5], { pain: 6 })];
    const answer = next("loadFirst", fives, 3, sore, { date: "2026-11-10" });
    // Of the two what takes off more.
    expect(answer.sets.map((set) => set.loadKg)).toEqual([67.5, 67.5]);
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
    const held = answer([10, 10, 10], 4, 5);
    expect(held.reasons[0]).toMatchObject({ kind: "repsFirst", until: 14 });
    expect(held.sets).toEqual([11, 10, 10].map((reps) => ({ loadKg: 4, reps })));
    // At the top of the wider range the step is taken, for the reps that are likely there.
    const climbed = [pressed([13, 13, 13], 10)[0]!, pressed([14, 14, 14], 10)[0]!].map((one, week) => ({
      ...one,
      date: week === 0 ? "2026-11-03" : one.date,
    }));
    const taken = next("doubleProgression", range, 3, climbed, { exercise: press, e1rmKg: 15 });
    expect(taken.reasons[0]).toMatchObject({ kind: "rise", fromKg: 10, toKg: 12 });
    expect(taken.sets[0]!.reps).toBe(6);
  });

  it("says when the gym has nothing heavier", () => {
    expect(answer([10, 10, 10], 32, 90).reasons[0]).toEqual({ kind: "topOfGym", kg: 32 });
  });
});

describe("the bound of a week", () => {
  /** Weeks of training under a rule, each day done as it was asked; answers with what was asked. */
  function train(days: readonly string[], from: Exposure, options: Parameters<typeof next>[4] & { target: SetTarget }) {
    const log = [from];
    return days.map((date) => {
      const record = liftRecord(log, DEFAULT_SETTINGS);
      const { target, ...rest } = options;
      const answer = next("loadFirst", target, 3, log, { ...rest, date, e1rmKg: record.e1rmKg ?? 0 });
      const sets = answer.sets.map(({ loadKg, reps }) => ({
        loadKg,
        reps,
        target: { low: target.low, high: target.low },
      }));
      log.push(exposure(date, sets));
      return { kg: answer.sets[0]!.loadKg, reps: answer.sets[0]!.reps, kind: answer.reasons[0]!.kind };
    });
  }
  const week = (monday: number) =>
    Array.from({ length: 7 }, (_, day) => `2026-11-${String(monday + day).padStart(2, "0")}`);

  it("is a tenth, however many sessions the week has", () => {
    const fromKg = did("2026-11-08", 50, [5, 5, 5]);
    const first = train(week(9), fromKg, { target: fives });
    expect(Math.max(...first.map(({ kg }) => kg))).toBe(55);
    expect(first.at(-1)!.kind).toBe("heldByBound");
    const second = train([...week(9), ...week(16)], fromKg, { target: fives });
    expect(Math.max(...second.map(({ kg }) => kg))).toBe(60);
  });

  it("fixed reps on a coarse step stay, a range is proposed, and the step is taken where the reserve says that it is made", () => {
    const twelves = { low: 12, high: 12, rir: 2 };
    const days = Array.from(
      { length: 9 },
      (_, i) => `2026-${i < 4 ? "11" : "12"}-${String(i < 4 ? 3 + 7 * i : 1 + 7 * (i - 4)).padStart(2, "0")}`,
    );
    const start = exposure("2026-10-27", Array(3).fill({ loadKg: 10, reps: 12, target: { low: 12, high: 12 } }));
    const weeks = train(days, start, { exercise: press, target: twelves });
    // What is typed stays: the wider range is proposed.
    expect(new Set(weeks.map(({ reps, kg }) => `${kg}x${reps}`))).toEqual(new Set(["10x12"]));
    expect(weeks[0]!.kind).toBe("widerRange");
    const strong = exposure(
      "2026-10-27",
      Array(3).fill({ loadKg: 10, reps: 12, rir: 5, target: { low: 12, high: 12 } }),
    );
    const again = { ...strong, date: "2026-11-02" };
    expect(
      next("loadFirst", twelves, 3, [strong, again], { exercise: press, date: "2026-11-09", e1rmKg: 18 }),
    ).toMatchObject({
      sets: Array(3).fill({ loadKg: 12, reps: 12 }),
    });
  });

  it("widening ends, and says what else there is", () => {
    const range = { low: 10, high: 13, rir: 2 };
    const at = (reps: number, date: string) => exposure(date, Array(3).fill({ loadKg: 4, reps, target: range }));
    // At the top of the wider range the step is taken for the reps that are likely at it, or not at all.
    const climbed = (reps: number) => [at(reps - 1, "2026-11-03"), at(reps, "2026-11-10")];
    const up = next("doubleProgression", { ...range, low: 8 }, 3, climbed(17), { exercise: press, e1rmKg: 5.4 });
    expect(up.reasons).toEqual([{ kind: "coarseRise", fromKg: 4, toKg: 6, percent: 50, reps: 5 }]);
    expect(up.sets).toEqual(Array(3).fill({ loadKg: 6, reps: 5 }));
    const answer = next("doubleProgression", { ...range, low: 12 }, 3, climbed(17), { exercise: press, e1rmKg: 5.4 });
    expect(answer.reasons).toEqual([{ kind: "stepTooFar", stepKg: 2, percent: 50 }]);
    expect(answer.sets.map(({ reps }) => reps)).toEqual([17, 17, 17]);
  });

  it("work that is far too easy goes up by the curve, within the tenth", () => {
    const eights = { low: 8, high: 8, rir: 2 };
    const left = (rir: number, date = "2026-11-10") =>
      exposure(date, Array(3).fill({ loadKg: 60, reps: 8, rir, target: { low: 8, high: 8 } }));
    const two = [left(5, "2026-11-03"), left(5)];
    // Thirteen reps in hand at 60 kg: the load for ten of them, a tenth more at most.
    expect(next("loadFirst", eights, 3, two).reasons).toEqual([
      { kind: "tooEasy", asked: 2, had: 5, over: 0, fromKg: 60, toKg: 65 },
    ]);
    // Nobody can tell six in reserve: once it is found anew, and after three sessions the load moves all the same.
    expect(next("loadFirst", eights, 3, [left(6)]).reasons[0]!.kind).toBe("findAgain");
    expect(next("loadFirst", eights, 3, [left(6, "2026-10-27"), left(6, "2026-11-03"), left(6)]).sets[0]!.loadKg).toBe(
      65,
    );
    const one = [
      exposure(
        "2026-11-10",
        [6, 6, 3].map((rir) => ({ loadKg: 60, reps: 8, rir, target: { low: 8, high: 8 } })),
      ),
    ];
    expect(next("loadFirst", eights, 3, one).reasons[0]!.kind).toBe("rise");
    const over = (date: string) => exposure(date, Array(3).fill({ loadKg: 60, reps: 11, target: { low: 8, high: 8 } }));
    expect(
      next("loadFirst", { ...eights, rir: null }, 3, [over("2026-11-03"), over("2026-11-10")]).reasons[0],
    ).toMatchObject({ kind: "tooEasy", over: 3 });
  });

  it("no rule asks for more than a tenth above the best of four weeks, unless the forecast reaches it", () => {
    const set = fc.record({ reps: fc.integer({ min: 3, max: 14 }), rir: fc.option(fc.integer({ min: 0, max: 8 })) });
    const day = fc.record({ kg: fc.integer({ min: 4, max: 16 }), sets: fc.array(set, { minLength: 1, maxLength: 4 }) });
    const rule = fc.constantFrom("loadFirst" as const, "doubleProgression" as const);
    fc.assert(
      fc.property(
        rule,
        fc.array(day, { minLength: 1, maxLength: 6 }),
        fc.integer({ min: 0, max: 3 }),
        (kind, days, rir) => {
          const target = { low: 6, high: kind === "loadFirst" ? 6 : 10, rir };
          const log = days.map(({ kg, sets }, index) =>
            exposure(
              `2026-11-${String(2 + 2 * index).padStart(2, "0")}`,
              sets.map((one) => ({ ...one, loadKg: 2 * kg, target: { low: 6, high: target.high } })),
            ),
          );
          const { e1rmKg } = liftRecord(log, DEFAULT_SETTINGS);
          const answer = next(kind, target, 3, log, { exercise: press, date: "2026-11-16", e1rmKg: e1rmKg ?? 0 });
          const curve = populationCurve(DEFAULT_SETTINGS.e1rmFormula);
          const implied = (kg: number, reps: number, left: number) => kg * e1rmFactor(reps + left, curve);
          const best = Math.max(
            ...log.flatMap(({ sets }) => sets.map((one) => implied(one.loadKg, one.reps, one.rir ?? 2))),
          );
          const reaches = (kg: number) =>
            (e1rmKg ?? 0) / kg >= e1rmFactor(target.low - 0.5 + Math.max(0, rir - 1), curve);
          const lastTop = Math.max(...log.at(-1)!.sets.map(({ loadKg }) => loadKg));
          for (const { loadKg } of answer.sets) {
            if (loadKg <= lastTop) continue;
            expect(implied(loadKg, target.low, rir) <= 1.1 * best + 1e-6 || reaches(loadKg)).toBe(true);
          }
        },
      ),
      { numRuns: 400 },
    );
  });
});

describe("misses of a move of the body", () => {
  const chinUp = SHIPPED_CATALOGUE.byId.get("chin-up")!;
  it.each([
    [-15, -20.7],
    [0, -7.2],
    [20, 10.8],
  ])("missed twice at %s kg: a tenth of body and load together, %s kg", (from, wanted) => {
    const log = ["2026-11-03", "2026-11-10"].map((date) =>
      exposure(date, Array(3).fill({ loadKg: from, reps: 4, target: { low: 6, high: 6 } })),
    );
    const loads = Array.from({ length: 450 }, (_, i) => ({
      kg: (i - 280) / 10,
      weight: weight(1),
      build: { kind: "body" as const },
    }));
    const block = read("Chin-up 3x6").blocks[0]!;
    const answer = nextPrescription(newRule("loadFirst"), { block, slot: block.slots[0]! }, log, {
      exercise: chinUp,
      loads,
      settings: DEFAULT_SETTINGS,
      calendar: { date: "2026-11-17", purpose: "training", planWeek: null },
      e1rmKg: 90,
      curve: populationCurve(DEFAULT_SETTINGS.e1rmFormula),
      toCurveKg: (kg) => kg + 72,
      toPrescribedKg: (kg) => kg - 72,
      policy: "nearest",
    })!;
    expect(answer.sets[0]!.loadKg).toBeCloseTo(wanted, 6);
  });
});

it("three misses running are a cut where the setting says three", () => {
  const missed = (date: string) => did(date, 80, [5, 4, 4]);
  const log = ["2026-10-27", "2026-11-03", "2026-11-10"].map(missed);
  const settings = { ...DEFAULT_SETTINGS, missesBeforeCut: 3 };
  expect(next("loadFirst", fives, 3, log.slice(1), { settings }).reasons[0]!.kind).toBe("repeat");
  expect(next("loadFirst", fives, 3, log, { settings }).reasons[0]).toMatchObject({
    kind: "cut",
    misses: 3,
    toKg: 72.5,
  });
});

it.each([{ pain: 5 }, { form: "broke" as const }])(
  "%j and then two hundred days off: thirty percent off, and careful",
  (how) => {
    const answer = next("loadFirst", fives, 3, [did("2026-05-01", 100, [5, 5, 5], how)], { date: "2026-11-17" });
    expect(answer.sets).toEqual([70, 70].map((loadKg) => ({ loadKg, reps: 5 })));
    expect(answer.reasons.map(({ kind }) => kind)).toEqual([how.pain ? "pain" : "formBroke", "timeOff"]);
  },
);

it("a lift that stands still for eight weeks is said to", () => {
  const weeks = Array.from({ length: 9 }, (_, i) => did(addDays("2026-09-15", 7 * i), 80, [5, 5, 5]));
  expect(weeksUnchanged(weeks, "2026-11-17")).toBe(9);
  expect(weeksUnchanged([...weeks.slice(0, -1), did("2026-11-10", 82.5, [5, 5, 5])], "2026-11-17")).toBe(0);
  expect(weeksUnchanged([], "2026-11-17")).toBe(0);
  expect(next("loadFirst", fives, 3, weeks).reasons.at(-1)).toEqual({ kind: "unchanged", weeks: 9 });
});

it("is a pure function of the log: a corrected set changes what follows", () => {
  const log = [did("2026-11-10", 80, [5, 5, 4])];
  const corrected = [did("2026-11-10", 80, [5, 5, 5])];
  expect(next("loadFirst", fives, 3, log)).toEqual(next("loadFirst", fives, 3, log));
  expect(next("loadFirst", fives, 3, corrected).sets[0]!.loadKg).toBe(85);
});

it("a move of the body that is far out of reach names the easier ones, and never asks for no rep at all", () => {
  const pushUp = SHIPPED_CATALOGUE.byId.get("push-up")!;
  const range = { low: 8, high: 12 };
  const log = [
    exposure(
      "2026-11-10",
      [1, 0, 0].map((reps) => ({ loadKg: 0, reps, rir: 0, target: { low: 0, high: 12 } })),
    ),
  ];
  const block = read("Push-up 3x8-12").blocks[0]!;
  const record = liftRecord(log, DEFAULT_SETTINGS);
  const document = { ...read("Push-up 3x8-12"), blocks: [block] };
  const { progress } = resolve(document, {
    recordOf: () => ({ ...record, exposures: withTarget(log, range) }),
    bodyMassKg: 70,
  });
  const [answer] = [...progress.values()];
  expect(answer!.sets.every(({ reps }) => reps >= 1)).toBe(true);
  expect(answer!.reasons.at(-1)).toEqual({
    kind: "easierMove",
    names: ["Push-up, hands on a low box", "Knee push-up"],
  });
  expect(pushUp.bodyweightFraction).toBe(0.64);
});

const withTarget = (log: readonly Exposure[], target: { low: number; high: number }): Exposure[] =>
  log.map((one) => ({ ...one, sets: one.sets.map((set) => ({ ...set, target })) }));
