/** A gym's implements with every load that can be built on them, and how far apart the loads are. */
import type { Exercise } from "../exercise";
import { entryAt, firstOf } from "../lists";
import { capitalised, SAME_WEIGHT_KG } from "../units";
import { type BuildableLoad, buildableLoads, type GymEquipment } from "./equipment";
import { type ItemKind, inventoryItems } from "./inventory";

export interface ImplementLoads {
  readonly key: string;
  readonly kind: "bars" | "dumbbells" | "kettlebells" | "stack" | "sled" | "belt" | "bands" | "assistance";
  readonly name: string;
  /** What a figure on it means. */
  readonly basis: string;
  readonly loads: readonly BuildableLoad[];
  readonly grain: LoadIncrements;
  /** Out-of-order keys that belong to it. */
  readonly items: readonly string[];
}

/** How far apart the loads are. */
interface LoadIncrements {
  /** The commonest step between neighbours, in kg; null with fewer than two loads. */
  readonly stepKg: number | null;
  /** From this load on every step but the gaps is a tenth of the load or less; null where none is. */
  readonly fineFromKg: number | null;
  /** Steps more than half again as wide as the commonest, and more than a tenth of the load. */
  readonly gaps: readonly { readonly fromKg: number; readonly toKg: number; readonly percent: number }[];
}

export function loadIncrementsOf(loads: readonly { readonly kg: number }[]): LoadIncrements {
  const steps = loads.slice(1).map((load, index) => ({ fromKg: entryAt(loads, index).kg, toKg: load.kg }));
  if (steps.length === 0) return { stepKg: null, fineFromKg: null, gaps: [] };
  const counts = new Map<number, number>();
  for (const { fromKg, toKg } of steps) {
    const grams = Math.round((toKg - fromKg) * 1000);
    counts.set(grams, (counts.get(grams) ?? 0) + 1);
  }
  const [commonest] = firstOf([...counts].sort((a, b) => b[1] - a[1] || a[0] - b[0]));
  const stepKg = commonest / 1000;
  const share = ({ fromKg, toKg }: { fromKg: number; toKg: number }) =>
    (toKg - fromKg) / Math.max(Math.abs(fromKg), 0.001);
  const isGap = (step: { fromKg: number; toKg: number }) =>
    step.toKg - step.fromKg > 1.5 * stepKg + SAME_WEIGHT_KG && share(step) > 0.1;
  const coarse = steps.findLastIndex((step) => share(step) > 0.1 + 1e-9 && !isGap(step));
  const fine = steps[coarse + 1];
  const gaps = steps.filter(isGap).map((step) => ({ ...step, percent: 100 * share(step) }));
  return { stepKg, fineFromKg: fine ? fine.fromKg : null, gaps };
}

/** Stand-ins that ask an implement for all its loads. */
const asking = (implement: Exercise["implement"], station: string | null = null, hangs = false): Exercise => ({
  id: `any ${implement}`,
  name: "",
  otherNames: [],
  pattern: "squat",
  implement,
  joints: "multi",
  body: "upper",
  laterality: "both",
  stations: station ? [station] : [],
  bar: null,
  setupSeconds: 0,
  shares: {},
  bodyweightFraction: hangs ? 1 : null,
  family: "",
  familyRatio: 1,
  comparableSetup: [],
  failureSafeAlone: true,
  spotting: "none",
  plane: "sagittal",
  travel: {},
  limb: [0, 90],
  cableDegrees: null,
  stability: 3,
  learning: 1,
  stress: {},
  grip: 0,
  axial: false,
  stepKg: 1,
  ceilingKg: 1,
  breathing: "",
  cues: [],
  cautions: [],
});

/** The implement that an exercise is loaded with; the same key that `implementLoadsOf` gives it. */
export function implementKeyOf(exercise: Exercise, loadKg: number | null): string {
  switch (exercise.implement) {
    case "barbell":
      return "bars";
    case "dumbbells":
    case "dumbbell":
      return "dumbbells";
    case "kettlebell":
      return "kettlebells";
    case "stack":
      return `stack ${exercise.stations[0] ?? ""}`;
    case "sled":
      return `sled ${exercise.stations[0] ?? ""}`;
    case "band":
      return "bands";
    case "bodyweight":
    case "straps":
      return loadKg !== null && loadKg < 0 ? "assistance" : "belt";
  }
}

/** Implements in the order a coach walks the room; implements that the gym has none of are left out. */
export function implementLoadsOf(gym: GymEquipment): ImplementLoads[] {
  const items = inventoryItems(gym);
  const keys = (...kinds: ItemKind[]) => items.filter((item) => kinds.includes(item.kind)).map((item) => item.key);
  const all: ImplementLoads[] = [];
  const add = (one: Omit<ImplementLoads, "grain">) => {
    if (one.loads.length > 0) all.push({ ...one, grain: loadIncrementsOf(one.loads) });
  };
  const loads = (...question: Parameters<typeof asking>) => buildableLoads(asking(...question), gym);
  add({
    key: "bars",
    kind: "bars",
    name: "Bars and plates",
    basis: "on the bar, bar included",
    loads: loads("barbell"),
    items: keys("bar", "plates"),
  });
  add({
    key: "dumbbells",
    kind: "dumbbells",
    name: "Dumbbells",
    basis: "each hand",
    loads: loads("dumbbell"),
    items: keys("dumbbells"),
  });
  add({
    key: "kettlebells",
    kind: "kettlebells",
    name: "Kettlebells",
    basis: "one weight",
    loads: loads("kettlebell"),
    items: keys("kettlebell"),
  });
  for (const stack of gym.stacks.filter((one) => one.help === "resists")) {
    add({
      key: `stack ${stack.station}`,
      kind: "stack",
      name: capitalised(stack.station),
      basis: stack.pulleyRatio === 1 ? "on the stack" : `on the stack, felt ÷ ${stack.pulleyRatio}`,
      loads: loads("stack", stack.station),
      items: [`stack:${stack.station}`],
    });
  }
  for (const sled of gym.sleds) {
    add({
      key: `sled ${sled.station}`,
      kind: "sled",
      name: capitalised(sled.station),
      basis: sled.share === 1 ? "plates and sled" : `plates and sled, ${Math.round(sled.share * 100)} % felt`,
      loads: loads("sled", sled.station),
      items: [`sled:${sled.station}`, ...keys("plates")],
    });
  }
  const beside = loads("bodyweight", "dip bars", true);
  add({
    key: "belt",
    kind: "belt",
    name: "On the belt",
    basis: "added to the body",
    loads: beside.some((load) => load.kg > 0) ? beside.filter((load) => load.kg >= 0) : [],
    items: keys("plates"),
  });
  add({
    key: "assistance",
    kind: "assistance",
    name: "Assistance",
    basis: "taken off the body",
    loads: beside
      .filter((load) => load.kg < 0)
      .map((load) => ({ ...load, kg: -load.kg }))
      .sort((a, b) => a.kg - b.kg),
    items: [
      ...keys("band"),
      ...gym.stacks.filter((one) => one.help === "assists").map((one) => `stack:${one.station}`),
    ],
  });
  add({
    key: "bands",
    kind: "bands",
    name: "Bands",
    basis: "tension mid-way",
    loads: loads("band"),
    items: keys("band"),
  });
  return all;
}
