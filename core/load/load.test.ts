import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { SHIPPED_CATALOGUE } from "../exercise";
import { loadSentence } from "../sentences";
import { DEFAULT_SETTINGS, type E1rmFormula } from "../settings";
import { BOATHOUSE, exposure, read, resolve } from "../testing/helpers";
import { toKg, weight } from "../units";
import { e1rmFactor, estimateE1rm, loadForReps, populationCurve, repsAtLoad } from "./e1rm";
import { shareOfLoad } from "./effective";
import { buildableLoads, type GymEquipment, roundToBuildable } from "./equipment";
import { equipmentProblems } from "./inventory";
import { rampTo } from "./ramp";
import { liftRecord } from "./record";

const lift = (id: string) => SHIPPED_CATALOGUE.byId.get(id)!;

describe("e1RM, to the handbook's table", () => {
  const table: [E1rmFormula, number, number, number][] = [
    ["epley", 116.67, 80.0, 53.83],
    ["brzycki", 112.5, 80.0, 52.76],
    ["lombardi", 117.46, 75.54, 52.32],
    ["oconner", 112.5, 75.0, 51.0],
    ["mayhew", 119.01, 78.56, 53.67],
    ["wathan", 116.58, 80.85, 54.26],
    ["lander", 113.71, 80.44, 53.17],
  ];
  it.each(table)("%s", (formula, hundred, sixty, forty) => {
    expect(estimateE1rm(100, 5, 0, populationCurve(formula))!.kg).toBeCloseTo(hundred, 2);
    expect(estimateE1rm(60, 10, 0, populationCurve(formula))!.kg).toBeCloseTo(sixty, 2);
    expect(estimateE1rm(42.5, 8, 0, populationCurve(formula))!.kg).toBeCloseTo(forty, 2);
    expect(estimateE1rm(100, 1, 0, populationCurve(formula))!.kg).toBe(100);
  });

  it("is weak above 10, no record above 12, none above 20 effective reps", () => {
    const at = (reps: number, rir: number) => estimateE1rm(50, reps, rir, populationCurve("epleyBrzyckiMean"));
    expect(at(10, 0)).toMatchObject({ quality: "good", setsRecord: true });
    expect(at(9, 2)).toMatchObject({ quality: "weak", setsRecord: true });
    expect(at(5, 5)).toMatchObject({ quality: "weak", setsRecord: false });
    expect(at(11, 2)).toMatchObject({ setsRecord: false });
    expect(at(19, 2)).toBeNull();
    expect(at(0, 0)).toBeNull();
  });

  it("has an inverse, and both are finite and monotonic everywhere", () => {
    const formulas = table.map(([formula]) => formula).concat("epleyBrzyckiMean");
    fc.assert(
      fc.property(
        fc.constantFrom(...formulas),
        fc.double({ min: 0.5, max: 2, noNaN: true }),
        fc.double({ min: 1, max: 30, noNaN: true }),
        fc.double({ min: 5, max: 300, noNaN: true }),
        (formula, shape, reps, e1rm) => {
          const curve = { formula, shape };
          const kg = loadForReps(e1rm, reps, curve);
          expect(kg).toBeGreaterThan(0);
          expect(e1rmFactor(reps + 1, curve)).toBeGreaterThanOrEqual(e1rmFactor(reps, curve));
          if (e1rmFactor(reps, curve) > 1) expect(repsAtLoad(e1rm, kg, curve)).toBeCloseTo(reps, 3);
        },
      ),
    );
    expect(repsAtLoad(100, 0, populationCurve("brzycki"))).toBe(36);
    expect(repsAtLoad(100, 140, populationCurve("brzycki"))).toBe(0);
  });
});

describe("what the boathouse can build", () => {
  it("builds bars from its plates, in both units exactly", () => {
    const loads = buildableLoads(lift("back-squat"), BOATHOUSE);
    expect(loads[0]).toMatchObject({ weight: { amount: "20", unit: "kg" } });
    expect(roundToBuildable(loads, 71.9, "nearest")!.kg).toBe(72.5);
    expect(roundToBuildable(loads, 72.4, "neverHarder")!.kg).toBe(70);
    const pounds = {
      ...BOATHOUSE,
      unit: "lb" as const,
      bars: [{ name: "bar", weight: weight(45, "lb"), shape: "straight bar" as const }],
      plates: [{ weight: weight(45, "lb"), pairs: 1 }],
    };
    expect(buildableLoads(lift("back-squat"), pounds).map((load) => load.weight.amount)).toEqual(["45", "135"]);
  });

  it("never uses a plate it has not got, and every figure is its build's sum", () => {
    for (const load of buildableLoads(lift("deadlift"), BOATHOUSE)) {
      if (load.build.kind !== "bar") throw new Error("a bar was expected");
      const side = load.build.perSide;
      expect(load.kg).toBeCloseTo(toKg(load.build.bar) + 2 * side.reduce((t, p) => t + toKg(p), 0), 6);
      for (const { weight: plate, pairs } of BOATHOUSE.plates) {
        expect(side.filter((p) => p.amount === plate.amount).length).toBeLessThanOrEqual(pairs);
      }
    }
  });

  it("stays usable with a gym without bars, an empty plate and a stack without step", () => {
    const odd: GymEquipment = {
      ...BOATHOUSE,
      bars: [],
      plates: [{ weight: weight(25), pairs: 0 }],
      stacks: [
        {
          station: "cable",
          start: weight(5),
          step: weight(0),
          max: weight(50),
          addOns: [],
          pulleyRatio: 0,
          counterbalanceKg: 0,
          help: "resists",
        },
      ],
    };
    expect(buildableLoads(lift("back-squat"), odd)).toEqual([]);
    expect(buildableLoads(lift("triceps-press-down"), odd)).toHaveLength(1);
    expect(equipmentProblems(odd).map((problem) => problem.field)).toEqual([
      "bars",
      "plates.0.pairs",
      "stacks.0.step",
      "stacks.0.pulleyRatio",
    ]);
  });
});

describe("ramps", () => {
  const loads = buildableLoads(lift("back-squat"), BOATHOUSE);
  const steps = (workingKg: number, e1rm: number, kind: "full" | "short" | "none" = "full") =>
    rampTo({
      workingKg,
      intensity: workingKg / e1rm,
      loads,
      exercise: lift("back-squat"),
      ramp: { kind: "auto" },
      kind,
      policy: "nearest",
      shareOf: (share) => share * workingKg,
    }).map(({ load, reps }) => `${load.kg}x${reps}`);
  it.each([
    [140, 160, ["20x8", "60x8", "80x5", "100x3", "120x1"]],
    [100, 125, ["40x8", "60x5", "80x3"]],
    [60, 100, ["30x8", "45x4"]],
    [20, 100, []],
  ])("to %s of %s kg, by a plate or two a side that are only added", (working, e1rm, expected) => {
    expect(steps(working, e1rm)).toEqual(expected);
  });
});

describe("resolving a rule", () => {
  const record = liftRecord([exposure("2026-11-10", [{ loadKg: 80, reps: 5, rir: 1 }])], DEFAULT_SETTINGS);
  const only = (text: string, options = {}) => {
    const document = read(text);
    const resolved = resolve(document, {
      recordOf: (lineage) => (lineage === "back-squat" ? record : null),
      ...options,
    });
    return resolved.loads.get(document.blocks[0]!.slots[0]!.sets[0]!.segments[0]!.id)!;
  };

  it("of a bar that is pulled from the floor begins with plates on, and goes up by whole ones", () => {
    const deadlift = lift("deadlift");
    const loaded = buildableLoads(deadlift, BOATHOUSE).filter(
      ({ build }) => build.kind === "bar" && build.perSide.length > 0,
    );
    const question = { exercise: deadlift, loads: loaded, kind: "full", policy: "nearest", intensity: 0.8 } as const;
    const ramp = rampTo({ ...question, workingKg: 140, ramp: { kind: "auto" }, shareOf: (share) => share * 140 });
    expect(ramp.map(({ load, reps }) => `${load.kg}x${reps}`)).toEqual(["60x8", "90x5", "110x3"]);
  });

  it("goes from e1RM through the curve to a load that can be built, and says so (the handbook's example)", () => {
    const fixedRecord = { ...record, e1rmKg: 95.9 };
    const gym = { ...BOATHOUSE, plates: BOATHOUSE.plates.filter((plate) => Number(plate.weight.amount) >= 2.5) };
    const load = only("Back squat 3x8 @RIR2", { recordOf: () => fixedRecord, gym });
    expect(load.kg).toBe(70);
    const said = load.reasons
      .map((reason) => loadSentence(reason, { catalogue: SHIPPED_CATALOGUE, unit: "kg" }))
      .join(" ");
    expect(said).toContain("10 effective reps are 75 %, 71.9 kg");
    expect(said).toContain("2.7 % under");
    expect(said).toContain("Expect 3 in reserve");
    expect(load.build).toMatchObject({ kind: "bar", perSide: [{ amount: "25" }] });
  });

  it.each([
    ["Back squat 3x8 @82.5kg", 82.5],
    ["Back squat 3x8 @90%", 85],
    ["Back squat 3x8 @10RM", 70],
    ["Chin-up 3x8 @BW+10kg", 10],
  ])("%s", (text, kg) => {
    expect(only(text).kg).toBe(kg);
  });

  it("takes a training max before e1RM, and says which", () => {
    const load = only("Back squat 3x8 @90%", { trainingMaxKg: () => 100 });
    expect(load.kg).toBe(90);
    expect(load.reasons[0]).toMatchObject({ kind: "ofMax", source: "training max" });
  });

  it("rounds never harder where the policy says so", () => {
    expect(only("Back squat 3x8 @92%").kg).toBe(87.5);
    expect(only("Back squat 3x8 @92%", { policy: "neverHarder" }).kg).toBe(85);
  });

  it("follows tops, steps, drops and references", () => {
    const document = read(
      "A1 Back squat 3x5 @100,90,80%top\n\nB1 Deadlift 3x5 @100kg +10kg/round last: > -20%x5\n\nC1 Front squat 1x5 @0.5B1",
    );
    const { loads } = resolve(document, { recordOf: () => record });
    const kg = (block: number) =>
      document.blocks[block]!.slots[0]!.sets.map((set) => set!.segments.map((segment) => loads.get(segment.id)!.kg));
    expect(kg(1)).toEqual([[100], [110], [120, 95]]);
    expect(kg(2)).toEqual([[60]]);
    const top = kg(0).flat() as number[];
    expect(top[0]! > top[1]! && top[1]! > top[2]!).toBe(true);
  });

  it("starts cold from a related lift at the low end, and says find it in the ramp", () => {
    const load = only("Front squat 3x8", { related: [{ exerciseId: "back-squat", e1rmKg: 100 }] });
    expect(load.reasons[0]).toMatchObject({ kind: "coldStart", fromExerciseId: "back-squat" });
    expect(load.kg).toBe(52.5);
    expect(load.assumed).toBe(true);
  });

  it("a move of the body for as many as it makes is the body alone, and for so many reps too where help is not known for it", () => {
    const related = [{ exerciseId: "bench-press", e1rmKg: 78 }];
    for (const amount of ["2xF", "2xAMRAP"]) {
      const load = only(`Push-up ${amount}`, { related });
      expect([load.kg, load.assumed, load.reasons[0]!.kind], amount).toEqual([0, true, "bodyAlone"]);
    }
    for (const text of ["Push-up 4x5", "Push-up 2x12 rir2", "Knee push-up 3xAMRAP", "Plank 3x40s", "Inverted row 3x12"])
      expect(only(text, { related }).kg, text).toBe(0);
    const pulls = [{ exerciseId: "lat-pull-down", e1rmKg: 50 }];
    expect(only("Chin-up 3xAMRAP", { related: pulls }).kg).toBe(0);
    expect(only("Chin-up 3x8 rir2", { related: pulls }).kg).toBeLessThan(0);
    // What is loaded from outside is found as before.
    expect(only("Dumbbell bench press 2xF", { related }).reasons[0]).toMatchObject({ kind: "coldStart" });
  });

  it("a written load too is never rounded to the harder side for a client who is spared that", () => {
    const gym = { ...BOATHOUSE, dumbbells: [12, 16, 20].map((kg) => weight(kg)) };
    expect(only("Dumbbell press 3x8 @18.5kg", { gym }).kg).toBe(20);
    const spared = only("Dumbbell press 3x8 @18.5kg", { gym, policy: "neverHarder" });
    expect([spared.kg, spared.reasons.some(({ kind }) => kind === "neverHarder")]).toEqual([16, true]);
    expect(only("Dumbbell press 3x8 @16kg", { gym, policy: "neverHarder" }).kg).toBe(16);
  });

  it("whoever presses or squats a hundred makes push-ups, dips and squats of the body, and pulls from pins more than from the floor", () => {
    const curve = populationCurve(DEFAULT_SETTINGS.e1rmFormula);
    const repsOf = (id: string, fromId: string) => {
      const [exercise, from] = [lift(id), lift(fromId)];
      const kg = 100 * (exercise.familyRatio / from.familyRatio);
      return repsAtLoad(kg, exercise.bodyweightFraction! * 80, curve);
    };
    for (const [id, from, least] of [
      ["push-up", "bench-press", 15],
      ["knee-push-up", "bench-press", 18],
      ["dip", "bench-press", 4],
      ["bodyweight-squat", "back-squat", 20],
      ["bodyweight-split-squat", "back-squat", 12],
    ] as const)
      expect(repsOf(id, from), id).toBeGreaterThanOrEqual(least);
    for (const [partial, whole] of [
      ["rack-pull", "deadlift"],
      ["block-pull", "deadlift"],
      ["pin-press", "bench-press"],
      ["romanian-deadlift", "stiff-leg-deadlift"],
    ] as const)
      expect(lift(partial).familyRatio, partial).toBeGreaterThan(lift(whole).familyRatio);
  });

  it("a lighter phase on a coarse stack keeps the load where nothing is near, for the fewest reps", () => {
    const stack = (step: number) => ({ ...BOATHOUSE.stacks[0]!, start: weight(step), step: weight(step), addOns: [] });
    const record = liftRecord(
      [
        exposure(
          "2026-11-10",
          Array(3).fill({ loadKg: 24, curveKg: 24, reps: 10, rir: 2, target: { low: 10, high: 12 } }),
        ),
      ],
      DEFAULT_SETTINGS,
    );
    const light = (step: number) => {
      const document = read("Cable press-down 3x10-12 rir2");
      const [block] = document.blocks;
      const [slot] = block!.slots;
      const sets = slot!.sets.map((set) => ({
        ...set!,
        segments: set!.segments.map((one) => ({ ...one, load: { kind: "ofNext" as const, percent: -10 } })),
      }));
      const shifted = { ...document, blocks: [{ ...block!, slots: [{ ...slot!, sets }] }] };
      const gym = { ...BOATHOUSE, stacks: [stack(step)] };
      const load = resolve(shifted, { gym, recordOf: () => record }).loads.get(sets[0]!.segments[0]!.id)!;
      return [load.kg, load.aimReps];
    };
    expect(light(8)).toEqual([24, 10]);
    expect(light(2)).toEqual([20, 11]);
  });

  it("another set-up of a lift without a record borrows the lift's own", () => {
    const related = [
      { exerciseId: "dumbbell-curl", e1rmKg: 16 },
      { exerciseId: "barbell-curl", e1rmKg: 60 },
    ];
    const load = only("Dumbbell curl [grip narrow] 3x9 rir2", { related });
    expect(load.reasons[0]).toMatchObject({ kind: "coldStart", fromExerciseId: "dumbbell-curl", relatedKg: 16 });
    expect(load.kg).toBe(10);
  });

  it("where rule and record are far apart the record is taken at its low end, and both are said", () => {
    const day = (date: string, kg: number, rir: number) => ({
      ...exposure(date, Array(3).fill({ loadKg: kg, curveKg: kg, reps: 4, rir, target: { low: 4, high: 4 } })),
    });
    // Strong days of other reps say 100; the last fours were done far too light.
    const other = (date: string) =>
      exposure(date, [{ loadKg: 80, curveKg: 80, reps: 6, rir: 1, target: { low: 6, high: 6 } }]);
    const log = [other("2026-10-20"), other("2026-10-27"), other("2026-11-03"), day("2026-11-10", 40, 5)];
    const found = only("Bench press 3x4 rir2", { recordOf: () => liftRecord(log, DEFAULT_SETTINGS) });
    expect(found.reasons.map(({ kind }) => kind)).toEqual(expect.arrayContaining(["progress", "ruleAndCurve"]));
    expect(found.kg!).toBeGreaterThan(42.5);
  });

  it("says what is missing instead of guessing", () => {
    expect(only("Overhead press 3x8 @RIR2").reasons).toMatchObject([{ kind: "noRecord" }]);
    expect(only("Chin-up 3x8 @BW+10kg", { bodyMassKg: null }).reasons.at(-1)).toMatchObject({ kind: "noBodyMass" });
    expect(
      only("Back squat 3x8 @RIR2", { gym: { ...BOATHOUSE, bars: [] } }).reasons.some((r) => r.kind === "noEquipment"),
    ).toBe(true);
    expect(only("Dumbbell press 3x8 @60kg").reasons).toMatchObject([
      { kind: "written" },
      { kind: "outOfReach", side: "too light" },
    ]);
  });
});

it("a ramp to a deadlift begins with plates on the bar, one to a bench press may be the bar alone", () => {
  const first = (text: string) => {
    const document = read(text);
    const { ramps } = resolve(document);
    return ramps.get(document.blocks[0]!.slots[0]!.id)![0]!.load.kg;
  };
  expect(first("Deadlift 3x5 @105kg ramp")).toBeGreaterThan(20);
  expect(first("Bench press 3x5 @105kg ramp")).toBe(20);
});

describe("a share of what a rule asks", () => {
  const of = (id: string, kg: number, percent: number) =>
    shareOfLoad(lift(id), kg, 1 + percent / 100, 80, DEFAULT_SETTINGS, []);

  it("is of the load; of a move of the body, of both together, and never asks for help that was not there", () => {
    expect(of("bench-press", 80, -5)).toBeCloseTo(76, 9);
    // 90 kg with the body are 85.5, 5.5 of them added.
    expect(of("chin-up", 10, -5)).toBeCloseTo(5.5, 9);
    expect(of("chin-up", 0, -5)).toBe(0);
    expect(of("chin-up", 0, 5)).toBeCloseTo(4, 9);
    // With help of 20 the body is 60: more assistance leaves less of it.
    expect(of("chin-up", -20, -10)).toBeCloseTo(-26, 9);
  });
});
