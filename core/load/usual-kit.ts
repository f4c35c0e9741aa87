/** What usually stands in a gym or at home, by the thing: the equipment that each adds, as it is sold in a unit. */

import type { BarShape } from "../exercise";
import { entriesOf } from "../lists";
import { type Weight, type WeightUnit, weight } from "../units";
import type { GymEquipment } from "./equipment";

interface KitThing {
  /** As it is named beside a tick. */
  readonly name: string;
  /** Where it usually is. */
  readonly at: "home" | "gym" | "both";
  readonly adds: (unit: WeightUnit) => Partial<GymEquipment>;
}

const each = (unit: WeightUnit, kg: readonly number[], lb: readonly number[]): Weight[] =>
  (unit === "kg" ? kg : lb).map((amount) => weight(amount, unit));

const stations = (...names: readonly string[]): Partial<GymEquipment> => ({
  stations: names.map((name) => ({ name, count: 1 })),
});

const bars = (
  [name, kg, lb, shape]: readonly [name: string, kg: number, lb: number, shape: BarShape],
  unit: WeightUnit,
): Partial<GymEquipment> => ({ bars: [{ name, weight: weight(unit === "kg" ? kg : lb, unit), shape }] });

/** A weight stack as most are: its lightest setting is its step. */
const stackOf = (unit: WeightUnit, station: string): GymEquipment["stacks"][number] => {
  const [step, most] = unit === "kg" ? [5, 100] : [10, 200];
  return {
    ...{ station, start: weight(step, unit), step: weight(step, unit), max: weight(most, unit) },
    ...{ addOns: [], pulleyRatio: 1, counterbalanceKg: 0, help: "resists" as const },
  };
};
const stacks = (unit: WeightUnit, station: string): Partial<GymEquipment> => ({ stacks: [stackOf(unit, station)] });

const sleds = (unit: WeightUnit, station: string, kg: number, lb: number): Partial<GymEquipment> => ({
  sleds: [{ station, weight: weight(unit === "kg" ? kg : lb, unit), share: 1 }],
});

export const USUAL_KIT = {
  dumbbells: {
    at: "home",
    name: "Dumbbells",
    adds: (unit) => ({
      dumbbells: each(unit, [2, 4, 6, 8, 10, 12, 14, 16, 18, 20], [5, 10, 15, 20, 25, 30, 35, 40, 45, 50]),
    }),
  },
  kettlebells: {
    at: "both",
    name: "Kettlebells",
    adds: (unit) => ({ kettlebells: each(unit, [8, 12, 16, 20], [18, 26, 35, 44]) }),
  },
  barbell: {
    at: "both",
    name: "A barbell with plates",
    adds: (unit) => ({
      bars: [
        {
          name: unit === "kg" ? "20 kg bar" : "45 lb bar",
          weight: weight(unit === "kg" ? 20 : 45, unit),
          shape: "straight bar",
        },
      ],
      plates: each(unit, [20, 10, 5, 2.5, 1.25], [45, 25, 10, 5, 2.5]).map((one) => ({ weight: one, pairs: 1 })),
    }),
  },
  rack: { at: "both", name: "A rack", adds: () => stations("rack") },
  bench: { at: "both", name: "A bench that tilts", adds: () => stations("bench", "incline bench") },
  pullUpBar: { at: "both", name: "A pull-up bar", adds: () => stations("bar") },
  dipBars: { at: "both", name: "Dip bars", adds: () => stations("dip bars") },
  straps: { at: "both", name: "Suspension straps", adds: () => stations("suspension straps") },
  bands: {
    at: "both",
    name: "Elastic bands",
    adds: () => ({
      bands: [
        { name: "light", kg: 8, kgPerMetre: 12 },
        { name: "heavy", kg: 20, kgPerMetre: 30 },
      ],
    }),
  },
  box: { at: "both", name: "A box or step", adds: () => stations("box", "step") },
  bike: { at: "both", name: "A bike", adds: () => stations("bike") },
  treadmill: { at: "both", name: "A treadmill", adds: () => stations("treadmill") },
  gymDumbbells: {
    at: "gym",
    name: "Dumbbells to 30 kg (70 lb)",
    adds: (unit) => ({
      dumbbells: Array.from({ length: unit === "kg" ? 15 : 14 }, (_, at) =>
        weight((unit === "kg" ? 2 : 5) * (at + 1), unit),
      ),
    }),
  },
  pressBench: { at: "gym", name: "A bench for bench press", adds: () => stations("press bench", "bench") },
  platform: { at: "gym", name: "A lifting platform", adds: () => stations("platform") },
  angledBar: { at: "gym", name: "An angled bar", adds: (unit) => bars(["angled bar", 10, 25, "angled bar"], unit) },
  trapBar: { at: "gym", name: "A trap bar", adds: (unit) => bars(["trap bar", 25, 55, "carrying frame"], unit) },
  guidedBar: { at: "gym", name: "A guided bar in rails", adds: () => stations("guided bar") },
  cable: { at: "gym", name: "A cable", adds: (unit) => stacks(unit, "cable") },
  crossCable: { at: "gym", name: "Two cables, opposite each other", adds: (unit) => stacks(unit, "cross-cable") },
  pullDown: { at: "gym", name: "A lat pull-down", adds: (unit) => stacks(unit, "pull-down") },
  cableRow: { at: "gym", name: "A seated cable row", adds: (unit) => stacks(unit, "cable row") },
  legPress: { at: "gym", name: "A leg press on a sled", adds: (unit) => sleds(unit, "angled sled", 40, 90) },
  seatedLegPress: { at: "gym", name: "A leg press with a stack", adds: (unit) => stacks(unit, "leg press") },
  legExtension: { at: "gym", name: "A leg extension", adds: (unit) => stacks(unit, "leg extension") },
  legCurl: { at: "gym", name: "A leg curl", adds: (unit) => stacks(unit, "leg curl") },
  chestPress: { at: "gym", name: "A chest press machine", adds: (unit) => stacks(unit, "chest press") },
  shoulderPress: { at: "gym", name: "A shoulder press machine", adds: (unit) => stacks(unit, "shoulder press") },
  rowMachine: { at: "gym", name: "A row machine", adds: (unit) => stacks(unit, "row machine") },
  flyMachine: { at: "gym", name: "A fly machine", adds: (unit) => stacks(unit, "fly machine") },
  seatedCalf: { at: "gym", name: "A seated calf machine", adds: (unit) => sleds(unit, "seated calf", 10, 25) },
  hips: {
    at: "gym",
    name: "Hip adduction and abduction machines",
    adds: (unit) => ({ stacks: ["hip adduction", "hip abduction"].map((station) => stackOf(unit, station)) }),
  },
  backFrame: { at: "gym", name: "A frame for back extensions", adds: () => stations("angled frame") },
  rower: { at: "gym", name: "A rowing machine", adds: () => stations("rowing machine") },
} as const satisfies Readonly<Record<string, KitThing>>;

export type KitId = keyof typeof USUAL_KIT;

/** The equipment of a place that has some things, in the unit that they are sold in; nothing else is there. */
export function usualEquipment(things: readonly KitId[], unit: WeightUnit): GymEquipment {
  const here = new Set<string>(things);
  const added = entriesOf(USUAL_KIT).flatMap(([id, { adds }]): Partial<GymEquipment>[] =>
    here.has(id) ? [adds(unit)] : [],
  );
  return {
    unit,
    bars: added.flatMap(({ bars = [] }) => bars),
    plates: added.flatMap(({ plates = [] }) => plates),
    dumbbells: onceEach(added.flatMap(({ dumbbells = [] }) => dumbbells)),
    kettlebells: added.flatMap(({ kettlebells = [] }) => kettlebells),
    stacks: added.flatMap(({ stacks = [] }) => stacks),
    sleds: added.flatMap(({ sleds = [] }) => sleds),
    bands: added.flatMap(({ bands = [] }) => bands),
    chains: [],
    stations: stationsOf(added),
    outOfOrder: [],
  };
}

/** Each weight once, the lightest first. */
function onceEach(weights: readonly Weight[]): Weight[] {
  const known = new Map(weights.map((one) => [Number(one.amount), one]));
  return [...known.entries()].sort(([a], [b]) => a - b).map(([, one]) => one);
}

/** Stations by their names, as many of each as the things have. */
function stationsOf(added: readonly Partial<GymEquipment>[]): GymEquipment["stations"] {
  const names = new Set(added.flatMap(({ stations: own = [] }) => own.map(({ name }) => name)));
  return [...names].map((name) => ({ name, count: 1 }));
}
