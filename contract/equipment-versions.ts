/** Stored equipment of older builds, as the core reads it. */
import type { Bar, BarShape, GymEquipment, PlateLever, WeightStack } from "../core";

type Loose<T> = { [K in keyof T]?: T[K] };

/** An older record says what a bar is called alone. */
function shapeByName(name: string): BarShape {
  if (/angled|curl|camber|zig/i.test(name)) return "angled bar";
  if (/frame|trap|hex/i.test(name)) return "carrying frame";
  if (/safety|yoke/i.test(name)) return "safety bar";
  return /parallel|neutral|football|log/i.test(name) ? "parallel-grip bar" : "straight bar";
}

/** Stored equipment as the core reads it; what an older record did not know has its plain value. */
export function readEquipment(stored: unknown): GymEquipment {
  const known = stored as Loose<GymEquipment>;
  return {
    unit: known.unit ?? "kg",
    bars: (known.bars ?? []).map((bar: Loose<Bar>) => ({ shape: shapeByName(bar.name ?? ""), ...bar }) as Bar),
    plates: known.plates ?? [],
    dumbbells: known.dumbbells ?? [],
    kettlebells: known.kettlebells ?? [],
    stacks: (known.stacks ?? []).map(
      (stack: Loose<WeightStack>) =>
        ({ addOns: [], pulleyRatio: 1, counterbalanceKg: 0, help: "resists", ...stack }) as WeightStack,
    ),
    sleds: (known.sleds ?? []).map((sled: Loose<PlateLever>) => ({ share: 1, ...sled }) as PlateLever),
    bands: (known.bands ?? []).map((band) => ({ ...band, kgPerMetre: band.kgPerMetre ?? 20 })),
    chains: known.chains ?? [],
    stations: known.stations ?? [],
    outOfOrder: known.outOfOrder ?? [],
  };
}
