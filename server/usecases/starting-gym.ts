import { type GymEquipment, weight } from "../../core";

/** What a new studio's gym is taken to have until the coach says otherwise. */
export const STARTING_EQUIPMENT: GymEquipment = {
  unit: "kg",
  bars: [{ name: "20 kg bar", weight: weight(20), shape: "straight bar" }],
  plates: [25, 20, 15, 10, 5, 2.5, 1.25].map((kg) => ({ weight: weight(kg), pairs: kg >= 20 ? 4 : 2 })),
  dumbbells: Array.from({ length: 20 }, (_, i) => weight(2 + 2 * i)),
  kettlebells: [8, 12, 16, 20, 24, 32].map((kg) => weight(kg)),
  stacks: ["cable", "cross-cable", "pull-down", "cable row", "leg curl", "leg extension", "calf block"].map(
    (station) => ({
      station,
      start: weight(5),
      step: weight(5),
      max: weight(100),
      addOns: [],
      pulleyRatio: 1,
      counterbalanceKg: 0,
      help: "resists" as const,
    }),
  ),
  sleds: [
    { station: "angled sled", weight: weight(40), share: 1 },
    { station: "seated calf", weight: weight(10), share: 1 },
  ],
  bands: [{ name: "red", kg: 15, kgPerMetre: 20 }],
  chains: [],
  stations: [],
  outOfOrder: [],
};
