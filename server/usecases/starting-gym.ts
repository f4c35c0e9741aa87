import { type GymEquipment, KG_PER_LB, type Weight, type WeightUnit, weight } from "../../core";

/** A weight stack of a new gym: its lightest setting equals its step, and `max` is its heaviest, both in `unit`. */
const stack = (unit: WeightUnit, step: number, max: number) => (station: string) => ({
  station,
  start: weight(step, unit),
  step: weight(step, unit),
  max: weight(max, unit),
  addOns: [],
  pulleyRatio: 1,
  counterbalanceKg: 0,
  help: "resists" as const,
});

const STATIONS = ["cable", "cross-cable", "pull-down", "cable row", "leg curl", "leg extension", "calf block"];

/** What stands in most gyms beside the machines with a stack of their own. */
const STANDING = ["rack", "press bench", "bench", "incline bench", "platform", "bar", "dip bars", "box", "step"];

/** What a new studio's gym is taken to have until the coach says otherwise: what is sold in its unit. */
export function startingEquipment(unit: WeightUnit): GymEquipment {
  const isLb = unit === "lb";
  const each = (amounts: readonly number[]): Weight[] => amounts.map((amount) => weight(amount, unit));
  const plates = isLb ? [45, 35, 25, 10, 5, 2.5] : [25, 20, 15, 10, 5, 2.5, 1.25];
  const bar = isLb ? 45 : 20;
  return {
    unit,
    bars: [{ name: `${bar} ${unit} bar`, weight: weight(bar, unit), shape: "straight bar" }],
    plates: plates.map((amount) => ({ weight: weight(amount, unit), pairs: amount >= bar ? 4 : 2 })),
    dumbbells: each(Array.from({ length: 20 }, (_, i) => (isLb ? 5 + 5 * i : 2 + 2 * i))),
    kettlebells: each(isLb ? [18, 26, 35, 44, 53, 70] : [8, 12, 16, 20, 24, 32]),
    stacks: STATIONS.map(isLb ? stack(unit, 10, 200) : stack(unit, 5, 100)),
    sleds: [
      { station: "angled sled", weight: weight(isLb ? 90 : 40, unit), share: 1 },
      { station: "seated calf", weight: weight(isLb ? 25 : 10, unit), share: 1 },
    ],
    bands: [{ name: "red", kg: isLb ? 35 * KG_PER_LB : 15, kgPerMetre: isLb ? 15 * 3 * KG_PER_LB : 20 }],
    chains: [],
    stations: STANDING.map((name) => ({ name, count: 1 })),
    outOfOrder: [],
  };
}
