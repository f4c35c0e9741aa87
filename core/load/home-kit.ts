/** What people have at home, by the thing: the equipment that each adds, as it is sold in a unit. */
import { entriesOf } from "../lists";
import { type Weight, type WeightUnit, weight } from "../units";
import type { GymEquipment } from "./equipment";

interface HomeThing {
  /** As it is named beside a tick. */
  readonly name: string;
  readonly adds: (unit: WeightUnit) => Partial<GymEquipment>;
}

const each = (unit: WeightUnit, kg: readonly number[], lb: readonly number[]): Weight[] =>
  (unit === "kg" ? kg : lb).map((amount) => weight(amount, unit));

const stations = (...names: readonly string[]): Partial<GymEquipment> => ({
  stations: names.map((name) => ({ name, count: 1 })),
});

export const HOME_KIT = {
  dumbbells: {
    name: "Dumbbells",
    adds: (unit) => ({
      dumbbells: each(unit, [2, 4, 6, 8, 10, 12, 14, 16, 18, 20], [5, 10, 15, 20, 25, 30, 35, 40, 45, 50]),
    }),
  },
  kettlebells: {
    name: "Kettlebells",
    adds: (unit) => ({ kettlebells: each(unit, [8, 12, 16, 20], [18, 26, 35, 44]) }),
  },
  barbell: {
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
  rack: { name: "A rack", adds: () => stations("rack") },
  bench: { name: "A bench that tilts", adds: () => stations("bench", "incline bench") },
  pullUpBar: { name: "A pull-up bar", adds: () => stations("bar") },
  dipBars: { name: "Dip bars", adds: () => stations("dip bars") },
  straps: { name: "Suspension straps", adds: () => stations("suspension straps") },
  bands: {
    name: "Elastic bands",
    adds: () => ({
      bands: [
        { name: "light", kg: 8, kgPerMetre: 12 },
        { name: "heavy", kg: 20, kgPerMetre: 30 },
      ],
    }),
  },
  box: { name: "A box or step", adds: () => stations("box", "step") },
  bike: { name: "A bike", adds: () => stations("bike") },
  treadmill: { name: "A treadmill", adds: () => stations("treadmill") },
} as const satisfies Readonly<Record<string, HomeThing>>;

export type HomeThingId = keyof typeof HOME_KIT;

/** The equipment of a home that has some things, in the unit that they are sold in; nothing else is there. */
export function homeEquipment(things: readonly HomeThingId[], unit: WeightUnit): GymEquipment {
  const here = new Set<string>(things);
  const added = entriesOf(HOME_KIT).flatMap(([id, { adds }]): Partial<GymEquipment>[] =>
    here.has(id) ? [adds(unit)] : [],
  );
  return {
    unit,
    bars: added.flatMap(({ bars = [] }) => bars),
    plates: added.flatMap(({ plates = [] }) => plates),
    dumbbells: added.flatMap(({ dumbbells = [] }) => dumbbells),
    kettlebells: added.flatMap(({ kettlebells = [] }) => kettlebells),
    stacks: [],
    sleds: [],
    bands: added.flatMap(({ bands = [] }) => bands),
    chains: [],
    stations: added.flatMap((one) => one.stations ?? []),
    outOfOrder: [],
  };
}
