/** A gym's stored equipment: checked at the edge, filled up where an older record says less. */
import { BAR_SHAPES, type Bar, type BarShape, type GymEquipment, type PlateLever, type WeightStack } from "../core";
import { weightSchema } from "./document";
import { exact, finite, isoDate, listOf, oneOf, orNull, said, whole } from "./schema";

export const equipmentSchema = exact({
  unit: oneOf("kg", "lb"),
  bars: listOf(exact({ name: said(60), weight: weightSchema, shape: oneOf(...BAR_SHAPES) }), 20),
  plates: listOf(exact({ weight: weightSchema, pairs: whole(0, 40) }), 30),
  dumbbells: listOf(weightSchema, 120),
  kettlebells: listOf(weightSchema, 60),
  stacks: listOf(
    exact({
      station: said(60),
      start: weightSchema,
      step: weightSchema,
      max: weightSchema,
      addOns: listOf(weightSchema, 6),
      pulleyRatio: finite(0, 10),
      counterbalanceKg: finite(-100, 100),
      help: oneOf("resists", "assists"),
    }),
    60,
  ),
  sleds: listOf(exact({ station: said(60), weight: weightSchema, share: finite(0, 2) }), 30),
  bands: listOf(exact({ name: said(40), kg: finite(0, 200), kgPerMetre: finite(0, 400) }), 30),
  chains: listOf(
    exact({ name: said(40), weight: weightSchema, lengthCm: finite(0, 1000), leaderCm: finite(0, 300) }),
    20,
  ),
  stations: listOf(exact({ name: said(60), count: whole(0, 100) }), 120),
  outOfOrder: listOf(exact({ item: said(120), from: isoDate(), until: orNull(isoDate()) }), 60),
});

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
