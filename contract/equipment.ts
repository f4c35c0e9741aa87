/** A gym's stored equipment: checked at the edge, filled up where an older record says less. */
import { BAR_SHAPES, type Bar, type BarShape, type GymEquipment, type PlateLever, type WeightStack } from "../core";
import { weightSchema } from "./document";
import { finiteNumber, integer, isoDate, listOf, nonEmptyString, nullable, oneOfTexts, strictObject } from "./schema";

export const equipmentSchema = strictObject({
  unit: oneOfTexts("kg", "lb"),
  bars: listOf(strictObject({ name: nonEmptyString(60), weight: weightSchema, shape: oneOfTexts(...BAR_SHAPES) }), 20),
  plates: listOf(strictObject({ weight: weightSchema, pairs: integer(0, 40) }), 30),
  dumbbells: listOf(weightSchema, 120),
  kettlebells: listOf(weightSchema, 60),
  stacks: listOf(
    strictObject({
      station: nonEmptyString(60),
      start: weightSchema,
      step: weightSchema,
      max: weightSchema,
      addOns: listOf(weightSchema, 6),
      pulleyRatio: finiteNumber(0, 10),
      counterbalanceKg: finiteNumber(-100, 100),
      help: oneOfTexts("resists", "assists"),
    }),
    60,
  ),
  sleds: listOf(strictObject({ station: nonEmptyString(60), weight: weightSchema, share: finiteNumber(0, 2) }), 30),
  bands: listOf(
    strictObject({ name: nonEmptyString(40), kg: finiteNumber(0, 200), kgPerMetre: finiteNumber(0, 400) }),
    30,
  ),
  chains: listOf(
    strictObject({
      name: nonEmptyString(40),
      weight: weightSchema,
      lengthCm: finiteNumber(0, 1000),
      leaderCm: finiteNumber(0, 300),
    }),
    20,
  ),
  stations: listOf(strictObject({ name: nonEmptyString(60), count: integer(0, 100) }), 120),
  outOfOrder: listOf(strictObject({ item: nonEmptyString(120), from: isoDate(), until: nullable(isoDate()) }), 60),
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
