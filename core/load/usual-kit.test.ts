import { describe, expect, it } from "vitest";
import { exerciseOrThrow, SHIPPED_CATALOGUE } from "../exercise";
import { keysOf } from "../lists";
import { buildableLoads } from "./equipment";
import { equipmentProblems } from "./inventory";
import { type KitId, USUAL_KIT, usualEquipment } from "./usual-kit";

const KNOWN_STATIONS = new Set(SHIPPED_CATALOGUE.list.flatMap(({ stations }) => stations));

describe.each(["kg", "lb"] as const)("the usual kit in %s", (unit) => {
  it("is a gym without a fault where all of it is ticked", () => {
    expect(equipmentProblems(usualEquipment(keysOf(USUAL_KIT), unit))).toEqual([]);
  });

  it("every station of it is one that lifts ask for", () => {
    const { stations, stacks, sleds } = usualEquipment(keysOf(USUAL_KIT), unit);
    const names = [...stations.map(({ name }) => name), ...[...stacks, ...sleds].map(({ station }) => station)];
    expect(names.filter((name) => !KNOWN_STATIONS.has(name))).toEqual([]);
  });

  it.each<[KitId, string]>([
    ["gymDumbbells", "dumbbell-bench-press"],
    ["cable", "cable-curl"],
    ["pullDown", "lat-pull-down"],
    ["legPress", "leg-press"],
    ["chestPress", "chest-press"],
    ["legCurl", "seated-leg-curl"],
  ])("with its %s %s can be loaded, and without it not", (thing, exerciseId) => {
    const exercise = exerciseOrThrow(SHIPPED_CATALOGUE, exerciseId);
    const plates: readonly KitId[] = ["barbell"];
    expect(buildableLoads(exercise, usualEquipment([...plates, thing], unit)).length).toBeGreaterThan(1);
    expect(buildableLoads(exercise, usualEquipment(plates, unit))).toEqual([]);
  });
});

it("weights that two things have are there once, from the lightest on", () => {
  const { dumbbells } = usualEquipment(["dumbbells", "gymDumbbells"], "kg");
  const amounts = dumbbells.map(({ amount }) => Number(amount));
  expect(amounts).toEqual([...new Set(amounts)].sort((a, b) => a - b));
  expect([amounts[0], amounts.at(-1)]).toEqual([2, 30]);
});
