import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { SHIPPED_CATALOGUE } from "../exercise";
import { buildSentence, loadSentence, waySentence } from "../sentences";
import { DEFAULT_SETTINGS } from "../settings";
import { BOATHOUSE, exposure, read, resolve } from "../testing/helpers";
import { readWeight, toKg, weight } from "../units";
import { curveKg, effectiveKg, prescribedFromCurve, resistanceThrough } from "./effective";
import { type Bar, buildableLoads, type GymEquipment, roundToBuildable } from "./equipment";
import { implementKeyOf, implementLoadsOf, loadIncrementsOf } from "./implement-loads";
import { equipmentOn, equipmentProblems, inventoryItems, missingStations, withoutItems } from "./inventory";
import { liftRecord } from "./record";

const lift = (id: string) => SHIPPED_CATALOGUE.byId.get(id)!;
const squat = lift("back-squat");
const totals = (gym: GymEquipment, id = "back-squat", setup = [] as { name: string; value: string }[]) =>
  buildableLoads(lift(id), gym, setup).map((load) => Math.round(load.kg * 1000) / 1000);

describe("effective load, by implement", () => {
  const gym: GymEquipment = {
    ...BOATHOUSE,
    sleds: [{ station: "angled sled", weight: weight(40), share: 0.71 }],
    stacks: [{ ...BOATHOUSE.stacks[0]!, pulleyRatio: 2, counterbalanceKg: -3 }],
    chains: [{ name: "long", weight: weight(16), lengthCm: 100, leaderCm: 100 }],
  };
  const at = (id: string, kg: number, more: Partial<Parameters<typeof effectiveKg>[2]> = {}) =>
    effectiveKg(lift(id), kg, { bodyMassKg: 80, gym, ...more }, DEFAULT_SETTINGS);

  it.each([
    ["back-squat", 100, 100],
    ["dumbbell-bench-press", 22, 44],
    ["dumbbell-row", 22, 22],
    ["triceps-press-down", 40, 17],
    ["leg-press", 100, 71],
    ["push-up", 0, 51.2],
    ["chin-up", 10, 90],
    ["chin-up", -20, 60],
    ["suspension-strap-row", 0, 48],
  ])("%s at %s kg is %s", (id, kg, expected) => {
    expect(at(id, kg)).toBeCloseTo(expected, 6);
  });

  it("follows the body's angle in the straps", () => {
    const flat = at("suspension-strap-row", 0, { setup: [{ name: "angle", value: "0" }] });
    const steep = at("suspension-strap-row", 0, { setup: [{ name: "angle", value: "60°" }] });
    expect(flat).toBeCloseTo(48, 6);
    expect(steep).toBeCloseTo(24, 6);
  });

  it("gives bands and chains a bottom, a middle, a top and a mean that is counted", () => {
    const context = { bodyMassKg: 80, gym, beside: [{ kind: "chains" as const, weight: weight(16) }] };
    const chained = resistanceThrough(squat, 100, context, DEFAULT_SETTINGS)!;
    expect(chained.bottomKg).toBe(100);
    expect(chained.topKg).toBeCloseTo(100 + 16 * 0.45, 6);
    expect(chained.meanKg).toBeGreaterThan(chained.bottomKg);
    expect(chained.meanKg).toBeLessThan(chained.topKg);
    expect(effectiveKg(squat, 100, context, DEFAULT_SETTINGS)).toBe(chained.meanKg);
    const banded = resistanceThrough(
      squat,
      100,
      { bodyMassKg: 80, gym, beside: [{ kind: "band", name: "red", count: 2 }] },
      DEFAULT_SETTINGS,
    )!;
    expect(banded.middleKg).toBeCloseTo(130, 6);
    expect(banded.topKg - banded.bottomKg).toBeCloseTo(2 * 20 * 0.55, 6);
    const vest = resistanceThrough(
      lift("push-up"),
      0,
      { bodyMassKg: 80, gym, beside: [{ kind: "vest", weight: weight(10) }] },
      DEFAULT_SETTINGS,
    )!;
    expect(vest).toEqual({ bottomKg: 61.2, middleKg: 61.2, topKg: 61.2, meanKg: expect.closeTo(61.2, 9) });
  });

  it("has an inverse on the record, needs a body mass only where the body moves, and is never below nothing", () => {
    for (const id of ["back-squat", "chin-up", "push-up", "suspension-strap-row"])
      expect(
        prescribedFromCurve(lift(id), curveKg(lift(id), 12, 70, DEFAULT_SETTINGS)!, 70, DEFAULT_SETTINGS),
      ).toBeCloseTo(12, 9);
    expect(at("chin-up", 10, { bodyMassKg: null })).toBeNull();
    expect(at("back-squat", 60, { bodyMassKg: null })).toBe(60);
    expect(at("chin-up", -100)).toBe(0);
  });
});

describe("a gym's equipment", () => {
  it("keeps the unit that each weight was given in", () => {
    const pounds: GymEquipment = {
      ...BOATHOUSE,
      unit: "lb",
      bars: [{ name: "bar", weight: weight(45, "lb"), shape: "straight bar" }],
      plates: [45, 25, 10].map((lb) => ({ weight: weight(lb, "lb"), pairs: 1 })),
    };
    const three = buildableLoads(squat, pounds).find((load) => load.weight.amount === "185")!;
    expect(three.weight).toEqual(weight(185, "lb"));
    expect(three.kg).toBeCloseTo(185 * 0.45359237, 9);
  });

  it("mixes pounds among kilograms only where kilograms come nowhere near, and the other way round", () => {
    const gym: GymEquipment = {
      ...BOATHOUSE,
      plates: [
        { weight: weight(20), pairs: 1 },
        { weight: weight(45, "lb"), pairs: 1 },
      ],
    };
    expect(totals(gym)).toEqual([20, 60, 100.823]);
    expect(buildableLoads(squat, gym).at(-1)!.build).toMatchObject({
      perSide: [weight(45, "lb"), weight(20)],
    });
    expect(totals({ ...gym, unit: "lb" })).toEqual([20, 60.823, 100.823]);
  });

  it("takes the first bar unless the lift or its set-up names another; lighter bars serve what lies below", () => {
    const gym: GymEquipment = {
      ...BOATHOUSE,
      bars: [
        { name: "20 kg bar", weight: weight(20), shape: "straight bar" },
        { name: "angled bar", weight: weight(8), shape: "angled bar" },
        { name: "log", weight: weight(30), shape: "straight bar" },
      ],
      plates: [{ weight: weight(5), pairs: 2 }],
    };
    expect(totals(gym)).toEqual([8, 18, 20, 30, 40]);
    expect(totals(gym, "skull-crusher")).toEqual([8, 18, 28]);
    expect(totals(gym, "back-squat", [{ name: "bar", value: "log" }])).toEqual([30, 40, 50]);
  });

  it("builds stacks with add-ons, and help that is a negative load", () => {
    const gym: GymEquipment = {
      ...BOATHOUSE,
      bands: [{ name: "red", kg: 15, kgPerMetre: 20 }],
      stacks: [
        { ...BOATHOUSE.stacks[0]!, max: weight(15) },
        { ...BOATHOUSE.stacks[0]!, station: "assisted", addOns: [], max: weight(10), help: "assists" },
      ],
      plates: [],
    };
    expect(totals(gym, "triceps-press-down")).toEqual([5, 7.5, 10, 12.5, 15, 17.5]);
    expect(totals(gym, "chin-up")).toEqual([-15, -10, -5, 0]);
    const help = buildableLoads(lift("chin-up"), gym).map((load) => buildSentence(load.build));
    expect(help).toEqual(["red band", "assisted, pin at 10", "assisted, pin at 5", "the body alone"]);
    // The easier push-up is another move: neither band nor machine takes kilos off it.
    expect(totals(gym, "push-up")).toEqual([0]);
  });

  it("puts several add-on plates on a stack together", () => {
    const gym: GymEquipment = {
      ...BOATHOUSE,
      stacks: [{ ...BOATHOUSE.stacks[0]!, max: weight(5), addOns: [weight(7), weight("2.5"), weight("1.25")] }],
    };
    expect(totals(gym, "triceps-press-down")).toEqual([5, 6.25, 7.5, 8.75, 12, 13.25, 14.5, 15.75]);
    const most = buildableLoads(lift("triceps-press-down"), gym).at(-1)!;
    expect(buildSentence(most.build)).toBe("pin at 5, 7 + 2.5 + 1.25 on top");
  });

  it("knows what is away on a day, from the first to the day it is back", () => {
    const gym: GymEquipment = {
      ...BOATHOUSE,
      stations: [{ name: "cable", count: 1 }],
      outOfOrder: [
        { item: "stack:cable", from: "2026-11-20", until: "2026-11-25" },
        { item: "dumbbells:20 kg", from: "2026-11-22", until: null },
        { item: "station:cable", from: "2026-11-22", until: null },
      ],
    };
    expect(equipmentOn(gym, "2026-11-19")).toBe(gym);
    expect(equipmentOn(gym, "2026-11-20").stacks).toEqual([]);
    expect(equipmentOn(gym, "2026-11-25").stacks).toHaveLength(1);
    expect(equipmentOn(gym, "2027-01-01").dumbbells).not.toContainEqual(weight(20));
    expect(missingStations(lift("triceps-press-down"), equipmentOn(gym, "2026-12-01"))).toEqual(["cable"]);
    expect(missingStations(lift("triceps-press-down"), gym)).toEqual([]);
  });

  it("names what contradicts itself, at its place", () => {
    const gym: GymEquipment = {
      ...BOATHOUSE,
      bars: [{ name: "", weight: weight(0), shape: "straight bar" }],
      plates: [
        { weight: weight(25), pairs: 0 },
        { weight: weight(10), pairs: 1 },
        { weight: weight(10), pairs: 2 },
      ],
      stacks: [{ ...BOATHOUSE.stacks[0]!, max: weight(2), step: weight(0) }],
      sleds: [{ station: "sled", weight: weight(20), share: 0 }],
      outOfOrder: [{ item: "stack:gone", from: "2026-11-20", until: "2026-11-19" }],
    };
    expect(equipmentProblems(gym).map((problem) => problem.field)).toEqual([
      "bars.0.name",
      "bars.0.weight",
      "plates.0.pairs",
      "plates.2.weight",
      "stacks.0.step",
      "stacks.0.max",
      "sleds.0.share",
      "outOfOrder.0.item",
      "outOfOrder.0.until",
    ]);
    expect(equipmentProblems(BOATHOUSE)).toEqual([]);
  });

  it("every item can be taken away by its key, and only it goes", () => {
    for (const item of inventoryItems(BOATHOUSE)) {
      const left = inventoryItems(withoutItems(BOATHOUSE, new Set([item.key])));
      if (item.kind !== "station") expect(left.map((one) => one.key)).not.toContain(item.key);
      expect(left.length).toBeGreaterThanOrEqual(inventoryItems(BOATHOUSE).length - 1);
    }
  });

  it("reads weights as they are typed into a field", () => {
    expect(readWeight("22,5", "kg")).toEqual(weight("22.5"));
    expect(readWeight(" 45 lbs", "kg")).toEqual(weight("45", "lb"));
    expect(readWeight("10", "lb")).toEqual(weight("10", "lb"));
    for (const typed of ["", "-5", "heavy", "1001", "1e3", "5 stone"]) expect(readWeight(typed, "kg")).toBeNull();
  });
});

describe("the gym's loads by implement", () => {
  it("has each load, and measures the increments and the gaps", () => {
    const dumbbells = [4, 6, 8, 10, 12, 14, 16, 18, 20, 22, 24, 32].map((kg) => ({ kg }));
    expect(loadIncrementsOf(dumbbells)).toEqual({
      stepKg: 2,
      fineFromKg: 20,
      gaps: [{ fromKg: 24, toKg: 32, percent: expect.closeTo(33.33, 1) }],
    });
    expect(loadIncrementsOf([{ kg: 5 }])).toEqual({ stepKg: null, fineFromKg: null, gaps: [] });
    const all = implementLoadsOf(BOATHOUSE);
    expect(all.map((one) => one.key)).toEqual([
      "bars",
      "dumbbells",
      "kettlebells",
      "stack cable",
      "sled angled sled",
      "belt",
      "assistance",
      "bands",
    ]);
  });

  it("puts every exercise's loads on an implement that is there", () => {
    const keys = new Set(implementLoadsOf(BOATHOUSE).map((one) => one.key));
    for (const exercise of SHIPPED_CATALOGUE.list)
      for (const load of buildableLoads(exercise, BOATHOUSE)) expect(keys).toContain(implementKeyOf(exercise, load.kg));
  });
});

describe("resolving in sequence", () => {
  const record = liftRecord([exposure("2026-11-10", [{ loadKg: 30, reps: 10, rir: 0 }])], DEFAULT_SETTINGS);
  const kgOf = (text: string, options: Parameters<typeof resolve>[1] = {}) => {
    const document = read(text);
    const { loads } = resolve(document, { recordOf: () => record, ...options });
    return document.blocks[0]!.slots[0]!.sets.map((set) =>
      set!.segments.map((segment) => {
        const load = loads.get(segment.id)!;
        return { kg: load.kg, kinds: load.reasons.map((reason) => reason.kind) };
      }),
    );
  };
  const coarse: GymEquipment = { ...BOATHOUSE, dumbbells: [4, 8, 12, 16, 20, 24, 28, 32].map((kg) => weight(kg)) };

  it("keeps the parts of a drop apart, and says so", () => {
    const [[first, second, third]] = kgOf("Dumbbell curl 1x10 @16kg > -10%x8 > -10%x8", { gym: coarse }) as never as [
      [{ kg: number; kinds: string[] }, { kg: number; kinds: string[] }, { kg: number; kinds: string[] }],
    ];
    expect([first.kg, second.kg, third.kg]).toEqual([16, 12, 12]);
    expect(second.kinds).toContain("keptApart");
    // From 12 the next is 8: three times the step that was asked for.
    expect(third.kinds).toContain("stepLost");
  });

  it("says when a step of a pyramid is lost instead of making two rounds alike in silence", () => {
    const rounds = kgOf("Dumbbell curl 12,11 @RIR2", { gym: coarse }).map(([part]) => part!);
    expect(rounds[0]!.kg).toBe(rounds[1]!.kg);
    expect(rounds[1]!.kinds).toContain("stepLost");
  });

  it("never makes a later part heavier than the part it drops from, whatever the gym", () => {
    const gyms = fc.uniqueArray(fc.integer({ min: 2, max: 40 }), { minLength: 1, maxLength: 12 });
    fc.assert(
      fc.property(gyms, fc.integer({ min: 5, max: 30 }), fc.boolean(), (kgs, percent, careful) => {
        const gym = { ...BOATHOUSE, dumbbells: [...kgs].sort((a, b) => a - b).map((kg) => weight(kg)) };
        const policy = careful ? ("neverHarder" as const) : ("nearest" as const);
        const [parts] = kgOf(`Dumbbell curl 1x10 @RIR1 > -${percent}%x8 > -${percent}%x8`, { gym, policy });
        for (const [index, part] of parts!.entries()) {
          if (index === 0) continue;
          expect(part.kg).toBeLessThanOrEqual(parts![index - 1]!.kg!);
          if (part.kg === parts![index - 1]!.kg)
            expect(part.kinds.some((kind) => kind === "stepLost" || kind === "outOfReach")).toBe(true);
        }
      }),
      { numRuns: 120 },
    );
  });

  it("offers ways round what cannot be built: reps, a band, another lift, all of which this gym can do", () => {
    const strong = liftRecord([exposure("2026-11-10", [{ loadKg: 40, reps: 8, rir: 1 }])], DEFAULT_SETTINGS);
    const document = read("Dumbbell press 3x5 @RIR1");
    const { loads } = resolve(document, { recordOf: () => strong });
    const load = loads.get(document.blocks[0]!.slots[0]!.sets[0]!.segments[0]!.id)!;
    expect(load.kg).toBe(32);
    expect(load.ways.map((way) => way.kind)).toEqual(["reps", "band", "slower", "pause", "variant", "variant"]);
    for (const way of load.ways) {
      expect(waySentence(way, { catalogue: SHIPPED_CATALOGUE, unit: "kg" })).not.toMatch(/undefined|NaN/);
      if (way.kind !== "variant") continue;
      const variant = lift(way.exerciseId);
      const built = roundToBuildable(buildableLoads(variant, BOATHOUSE), way.kg, "nearest")!;
      expect(built.kg).toBe(way.kg);
    }
  });

  it("rounds never harder after pain in the lift, and gives never less assistance", () => {
    const hurt = liftRecord([exposure("2026-11-10", [{ loadKg: 30, reps: 10, rir: 0, pain: 5 }])], DEFAULT_SETTINGS);
    const document = read("Back squat 3x5 @92%");
    const load = (record: typeof hurt) => {
      const { loads } = resolve(document, { recordOf: () => record });
      return loads.get(document.blocks[0]!.slots[0]!.sets[0]!.segments[0]!.id)!;
    };
    expect(load(record).kg).toBe(37.5);
    expect(load(hurt).kg).toBe(35);
    expect(load(hurt).reasons).toContainEqual({ kind: "neverHarder", because: "pain", nearestKg: 37.5 });
    const chin = read("Chin-up 3x5 @BW-17kg");
    const help = resolve(chin, { policy: "neverHarder", gym: { ...BOATHOUSE, bands: [15, 25].map(band) } });
    expect(help.loads.get(chin.blocks[0]!.slots[0]!.sets[0]!.segments[0]!.id)!.kg).toBe(-25);
  });

  it("says when help is no less than the body", () => {
    const chin = read("Chin-up 3x5 @BW-60kg");
    const gym = { ...BOATHOUSE, bands: [60].map(band) };
    const { loads } = resolve(chin, { gym, bodyMassKg: 55 });
    const load = loads.get(chin.blocks[0]!.slots[0]!.sets[0]!.segments[0]!.id)!;
    const said = load.reasons
      .map((reason) => loadSentence(reason, { catalogue: SHIPPED_CATALOGUE, unit: "kg" }))
      .join(" ");
    expect(said).toContain("60 kg of assistance is no less than the 55 kg that are moved");
    expect(load.effectiveKg).toBe(0);
  });

  it("gives a second lift for the same muscles one ramp set, isolation after compound none", () => {
    const document = read(
      "A1 Back squat 3x5 @100kg ramp\n\nB1 Leg press 3x8 @100kg ramp\n\nC1 Leg extension 3x12 @40kg ramp",
    );
    const ramps = [...resolve(document, { recordOf: () => null }).ramps.values()];
    expect(ramps.map((ramp) => ramp.length)).toEqual([3, 1, 0]);
    expect(ramps[1]![0]!.load.kg).toBe(70);
  });

  it("ramps a move of the body by the body and what is added", () => {
    const document = read("Chin-up 3x5 @BW+20kg ramp");
    const gym = { ...BOATHOUSE, bands: [15, 25, 40].map(band) };
    const [ramp] = [...resolve(document, { gym, bodyMassKg: 80 }).ramps.values()];
    expect(ramp!.map(({ load }) => load.kg)).toEqual([-40, -15, 2.5]);
  });

  it("shows the rules that lost beside the one that won", () => {
    const document = read("Back squat 3x10 @25kg rir2");
    const { loads } = resolve(document, { recordOf: () => record });
    const load = loads.get(document.blocks[0]!.slots[0]!.sets[0]!.segments[0]!.id)!;
    expect(load.reasons[0]).toEqual({ kind: "written" });
    expect(load.overruled.map((reason) => reason.kind)).toEqual(["progress", "curve"]);
  });

  it("shows builds in the planned order of plates", () => {
    const document = read("Back squat 1x5 @100kg > -20%x5 > -25%x5");
    const { loads, platePlans } = resolve(document, { recordOf: () => null });
    const slot = document.blocks[0]!.slots[0]!;
    const plan = platePlans.get(slot.id)!;
    expect(plan.steps.slice(1).every((step) => step.putOn.length === 0)).toBe(true);
    for (const step of plan.steps) {
      const { build } = loads.get(step.key)!;
      expect(build).toMatchObject({ kind: "bar", perSide: step.perSide });
      expect(20 + 2 * step.perSide.reduce((sum, plate) => sum + toKg(plate), 0)).toBeCloseTo(step.totalKg, 6);
    }
  });
});

const band = (kg: number) => ({ name: `${kg}`, kg, kgPerMetre: 20 });

it("no other bar stands in for a straight one, and a straight one only for the angled", () => {
  const bars: Bar[] = [
    { name: "20 kg bar", weight: weight(20), shape: "straight bar" },
    { name: "angled bar", weight: weight(8), shape: "angled bar" },
  ];
  const kgs = (id: string, here: typeof bars) => buildableLoads(lift(id), { ...BOATHOUSE, bars: here });
  expect(kgs("back-squat", bars).find(({ kg }) => kg === 110)!.build).toMatchObject({ barName: "20 kg bar" });
  expect(kgs("back-squat", bars.slice(1))).toEqual([]);
  expect(kgs("angled-bar-curl", bars.slice(0, 1))[0]!.build).toMatchObject({ barName: "20 kg bar" });
  expect(kgs("trap-bar-deadlift", bars)).toEqual([]);
  const named = new Set(SHIPPED_CATALOGUE.list.flatMap(({ bar }) => (bar === null ? [] : [bar])));
  expect([...named].sort()).toEqual(["angled bar", "carrying frame", "safety bar"]);
});

it("a bar serves by its shape, whatever it is called", () => {
  const kgs = (id: string, shapes: readonly Bar["shape"][]) =>
    buildableLoads(lift(id), {
      ...BOATHOUSE,
      bars: shapes.map((shape, i) => ({ name: `old ${i + 1}`, weight: weight(10 + 5 * i), shape })),
      plates: [],
    }).map(({ kg }) => kg);
  expect(kgs("trap-bar-deadlift", ["straight bar", "carrying frame"])).toEqual([15]);
  expect(kgs("skull-crusher", ["straight bar", "angled bar", "angled bar"])).toEqual([15, 20]);
  expect(kgs("back-squat", ["angled bar", "carrying frame"])).toEqual([]);
  expect(kgs("back-squat", ["angled bar", "straight bar"])).toEqual([10, 15]);
});
