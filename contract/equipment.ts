/** A gym's stored equipment: checked at the edge, filled up where an older record says less. */
import { BAR_SHAPES } from "../core";
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
