/** What a gym has, and every load that can be built from it. docs/handbook.md#equipment. */
import type { BarShape, Exercise, SetupValue } from "../exercise";
import { takesAssistance } from "../exercise";
import { firstOf } from "../lists";
import { identityCache } from "../memo";
import { decimal, fromKg, SAME_WEIGHT_KG, toKg, type Weight, type WeightUnit, weight } from "../units";

export interface GymEquipment {
  readonly unit: WeightUnit;
  readonly bars: readonly Bar[];
  readonly plates: readonly { readonly weight: Weight; readonly pairs: number }[];
  /** Pairs of dumbbells, each weight once. */
  readonly dumbbells: readonly Weight[];
  readonly kettlebells: readonly Weight[];
  readonly stacks: readonly WeightStack[];
  readonly sleds: readonly PlateLever[];
  readonly bands: readonly ElasticBand[];
  readonly chains: readonly ChainPair[];
  readonly stations: readonly { readonly name: string; readonly count: number }[];
  readonly outOfOrder: readonly OutOfOrder[];
}

export interface Bar {
  readonly name: string;
  readonly weight: Weight;
  readonly shape: BarShape;
}

export interface WeightStack {
  readonly station: string;
  readonly start: Weight;
  readonly step: Weight;
  readonly max: Weight;
  readonly addOns: readonly Weight[];
  /** 2 means a 2:1 pulley: the setting feels half. */
  readonly pulleyRatio: number;
  /** Kilograms that the machine itself adds to what is felt; negative: a counterweight takes them off. */
  readonly counterbalanceKg: number;
  /** An assisting stack lifts part of the body: a heavier setting is an easier set. */
  readonly help: "resists" | "assists";
}

/** A plate-loaded lever or sled: its own weight, and the share of what is on it that is felt (a slope's or lever's). */
export interface PlateLever {
  readonly station: string;
  readonly weight: Weight;
  readonly share: number;
}

/** Tension in kg at the middle of a lift, and how much it grows with each metre of stretch. */
export interface ElasticBand {
  readonly name: string;
  readonly kg: number;
  readonly kgPerMetre: number;
}

/** A pair of chains, weighed together, and how they hang: the leader is the cord between the bar and the first link. */
export interface ChainPair {
  readonly name: string;
  readonly weight: Weight;
  readonly lengthCm: number;
  readonly leaderCm: number;
}

/** An item that is away from a date on, until the day it is back; null: nobody knows. The item is named by its key. */
export interface OutOfOrder {
  readonly item: string;
  readonly from: string;
  readonly until: string | null;
}

export type LoadBuild =
  | { readonly kind: "bar"; readonly barName: string; readonly bar: Weight; readonly perSide: readonly Weight[] }
  | { readonly kind: "sled"; readonly perSide: readonly Weight[] }
  | { readonly kind: "hand"; readonly weight: Weight; readonly pair: boolean }
  | { readonly kind: "stack"; readonly station: string; readonly pin: Weight; readonly addOns: readonly Weight[] }
  | { readonly kind: "belt"; readonly plates: readonly Weight[] }
  | { readonly kind: "body" }
  | { readonly kind: "assistance"; readonly band: string }
  | { readonly kind: "assistingStack"; readonly station: string; readonly pin: Weight };

/** One load that can be built: the prescribed figure (negative: assistance) and how. */
export interface BuildableLoad {
  readonly kg: number;
  readonly weight: Weight;
  readonly build: LoadBuild;
}

const loadsByGym = identityCache<Map<string, readonly BuildableLoad[]>>();

/**
 * Every load this gym can build for an exercise, lightest first; empty when it has nothing for it. A bar is chosen by the
 * set-up value "bar" (a name or a shape), else by the shape that the exercise wants; without either the gym's first straight bar is meant, and lighter ones serve loads
 * below it.
 */
export function buildableLoads(
  exercise: Exercise,
  gym: GymEquipment,
  setup: readonly SetupValue[] = [],
): readonly BuildableLoad[] {
  const bar = setup.find((value) => value.name === "bar")?.value ?? exercise.bar;
  const key = `${exercise.implement}|${exercise.stations.join()}|${takesAssistance(exercise)}|${exercise.bodyweightFraction === 1}|${bar ?? ""}`;
  const known = loadsByGym(gym, [], () => new Map());
  let loads = known.get(key);
  if (!loads) {
    loads = enumerate(exercise, gym, bar)
      .filter((load) => Number.isFinite(load.kg))
      .sort((a, b) => a.kg - b.kg);
    known.set(key, loads);
  }
  return loads;
}

function enumerate(exercise: Exercise, gym: GymEquipment, bar: string | null): BuildableLoad[] {
  switch (exercise.implement) {
    case "barbell":
      return onBars(gym, bar);
    case "sled": {
      const own = gym.sleds.find((sled) => exercise.stations.includes(sled.station));
      return own ? onSleeves(gym, own.weight, (perSide) => ({ kind: "sled", perSide })) : [];
    }
    case "dumbbells":
    case "dumbbell":
      return gym.dumbbells.map((w) => ({
        kg: toKg(w),
        weight: w,
        build: { kind: "hand", weight: w, pair: exercise.implement === "dumbbells" },
      }));
    case "kettlebell":
      return gym.kettlebells.map((w) => ({ kg: toKg(w), weight: w, build: { kind: "hand", weight: w, pair: false } }));
    case "stack":
      return gym.stacks
        .filter((stack) => stack.help === "resists" && exercise.stations.includes(stack.station))
        .flatMap(onStack);
    case "bodyweight":
    case "straps":
      return [
        { kg: 0, weight: weight(0, gym.unit), build: { kind: "body" } },
        ...onBelt(gym),
        ...(takesAssistance(exercise) ? assisted(gym, exercise) : []),
      ];
    case "band":
      return gym.bands.map((band) => ({
        kg: band.kg,
        weight: fromKg(band.kg, gym.unit),
        build: { kind: "assistance", band: band.name },
      }));
  }
}

function onBars(gym: GymEquipment, wanted: string | null): BuildableLoad[] {
  const on = (bar: Bar) =>
    onSleeves(gym, bar.weight, (perSide) => ({ kind: "bar", barName: bar.name, bar: bar.weight, perSide }));
  const named = gym.bars.find((bar) => bar.name === wanted);
  if (named) return on(named);
  const shaped = gym.bars.filter((bar) => bar.shape === wanted);
  if (shaped.length > 0) return distinct(shaped.flatMap(on));
  // A straight bar stands in for an angled one; none of the others does for a straight one, but below its own weight.
  if (wanted === "carrying frame") return [];
  const [standard] = gym.bars.filter((bar) => bar.shape === "straight bar");
  if (!standard) return [];
  const lighter = gym.bars.filter((bar) => toKg(bar.weight) < toKg(standard.weight)).flatMap(on);
  return distinct([...on(standard), ...lighter.filter((load) => load.kg < toKg(standard.weight) - SAME_WEIGHT_KG)]);
}

const grams = (w: Weight): number => Math.round(toKg(w) * 1000);

/** Reachable sums of one side's plates, with the fewest plates for each; heaviest inside. */
function sleeveSums(plates: readonly { weight: Weight; pairs: number }[]): Map<number, readonly Weight[]> {
  let sums = new Map<number, readonly Weight[]>([[0, []]]);
  for (const plate of [...plates].sort((a, b) => grams(b.weight) - grams(a.weight))) {
    const size = grams(plate.weight);
    if (size <= 0) continue;
    const next = new Map(sums);
    for (const [total, used] of sums) {
      let stack = used;
      for (let count = 1; count <= Math.min(plate.pairs, 12); count++) {
        stack = [...stack, plate.weight];
        const reached = total + size * count;
        if (reached > 250_000) break;
        const known = next.get(reached);
        if (!known || known.length > stack.length) next.set(reached, stack);
      }
    }
    sums = next;
  }
  return sums;
}

/** How near plates of one unit must come before plates of the other are mixed in, on both sides together. */
const MIXED_WITHIN_KG = 1;

function onSleeves(gym: GymEquipment, own: Weight, build: (perSide: readonly Weight[]) => LoadBuild): BuildableLoad[] {
  const load = (perSide: readonly Weight[]): BuildableLoad => ({
    kg: toKg(own) + 2 * perSide.reduce((total, plate) => total + toKg(plate), 0),
    weight: totalWeight([own, ...perSide, ...perSide], gym.unit),
    build: build(perSide),
  });
  const units = new Set(gym.plates.map((plate) => plate.weight.unit));
  if (units.size < 2) return [...sleeveSums(gym.plates).values()].map(load);
  // Nobody mixes pounds among kilograms for a few grams: mixed builds serve only what one unit comes nowhere near.
  const plain = [...units].flatMap((unit) =>
    [...sleeveSums(gym.plates.filter((plate) => plate.weight.unit === unit)).values()].map(load),
  );
  const preferred = plain.filter((one) => hasOnly(one, gym.unit));
  const farFrom = (list: readonly BuildableLoad[]) => {
    const sorted = list.map((each) => each.kg).sort((a, b) => a - b);
    return ({ kg }: BuildableLoad) => {
      const next = sorted.find((each) => each >= kg - MIXED_WITHIN_KG);
      return next === undefined || next > kg + MIXED_WITHIN_KG;
    };
  };
  const single = [...preferred, ...plain.filter((one) => !preferred.includes(one)).filter(farFrom(preferred))];
  return [...single, ...[...sleeveSums(gym.plates).values()].map(load).filter(farFrom(single))];
}

/** Whether all plates of a load are of a unit. */
function hasOnly({ build }: BuildableLoad, unit: WeightUnit): boolean {
  return (build.kind === "bar" || build.kind === "sled") && build.perSide.every((plate) => plate.unit === unit);
}

/** A sum said in one unit: exact where all parts share it, converted otherwise. */
function totalWeight(parts: readonly Weight[], unit: WeightUnit): Weight {
  if (parts.every((part) => part.unit === firstOf(parts).unit)) {
    const units = firstOf(parts).unit;
    return weight(decimal(parts.reduce((total, part) => total + Number(part.amount), 0)), units);
  }
  return fromKg(
    parts.reduce((total, part) => total + toKg(part), 0),
    unit,
  );
}

/** The same total from several bars: the fewest plates win. */
function distinct(loads: BuildableLoad[]): BuildableLoad[] {
  const best = new Map<number, BuildableLoad>();
  const plates = (load: BuildableLoad) => (load.build.kind === "bar" ? load.build.perSide.length : 0);
  for (const load of loads) {
    const key = Math.round(load.kg * 500);
    const known = best.get(key);
    if (!known || plates(load) < plates(known)) best.set(key, load);
  }
  return [...best.values()];
}

/** Every way to put plates on top of a stack, several together too; of those that weigh the same the fewest. */
function addedTogether(addOns: readonly Weight[]): readonly (readonly Weight[])[] {
  const bySum = new Map<number, readonly Weight[]>();
  for (let chosen = 1; chosen < 2 ** Math.min(addOns.length, MOST_ADD_ONS); chosen++) {
    const plates = addOns.filter((_, place) => place < MOST_ADD_ONS && (chosen >> place) % 2 === 1);
    const sum = plates.reduce((total, plate) => total + grams(plate), 0);
    const known = bySum.get(sum);
    if (!known || known.length > plates.length) bySum.set(sum, plates);
  }
  return [...bySum.values()];
}

const MOST_ADD_ONS = 5;

function onStack(stack: WeightStack): BuildableLoad[] {
  const step = toKg(stack.step);
  const start = toKg(stack.start);
  const max = toKg(stack.max);
  const pins = step > 0 ? Math.min(400, Math.floor((max - start) / step + 1e-6)) : 0;
  const loads: BuildableLoad[] = [];
  const combined = addedTogether(stack.addOns);
  for (let i = 0; i <= pins; i++) {
    const pin = weight(decimal(Number(stack.start.amount) + i * Number(stack.step.amount)), stack.start.unit);
    loads.push({ kg: toKg(pin), weight: pin, build: { kind: "stack", station: stack.station, pin, addOns: [] } });
    for (const addOns of combined)
      loads.push({
        kg: addOns.reduce((sum, one) => sum + toKg(one), toKg(pin)),
        weight: totalWeight([pin, ...addOns], pin.unit),
        build: { kind: "stack", station: stack.station, pin, addOns },
      });
  }
  return loads.filter((load) => load.kg > 0);
}

function onBelt(gym: GymEquipment): BuildableLoad[] {
  const singles = gym.plates.map((plate) => ({ weight: plate.weight, pairs: Math.min(plate.pairs * 2, 4) }));
  return [...sleeveSums(singles).values()]
    .filter((plates) => plates.length > 0 && plates.length <= 4)
    .map((plates) => ({
      kg: plates.reduce((t, p) => t + toKg(p), 0),
      weight: totalWeight(plates, gym.unit),
      build: { kind: "belt" as const, plates },
    }))
    .filter((load) => load.kg <= 100);
}

/** Help from bands, and, where the whole body hangs, from an assisting machine. */
function assisted(gym: GymEquipment, exercise: Exercise): BuildableLoad[] {
  const bands = gym.bands.map(
    (band): BuildableLoad => ({
      kg: -band.kg,
      weight: fromKg(band.kg, gym.unit),
      build: { kind: "assistance", band: band.name },
    }),
  );
  const machines = exercise.bodyweightFraction === 1 ? gym.stacks.filter((stack) => stack.help === "assists") : [];
  return [
    ...bands,
    ...machines.flatMap((stack) =>
      onStack(stack).map(
        ({ kg, weight: pin }): BuildableLoad => ({
          kg: -kg,
          weight: pin,
          build: { kind: "assistingStack", station: stack.station, pin },
        }),
      ),
    ),
  ].filter((load) => load.kg < 0);
}

/** How a wanted load is brought to one that can be built. */
export type RoundingPolicy = "nearest" | "neverHarder";

/** The buildable load for a wanted one; null when the gym builds none. Ties go to the lighter. */
export function roundToBuildable(
  loads: readonly BuildableLoad[],
  wantedKg: number,
  policy: RoundingPolicy,
): BuildableLoad | null {
  let best: BuildableLoad | null = null;
  for (const load of loads) {
    if (policy === "neverHarder" && load.kg > wantedKg + 0.002) break;
    if (!best || Math.abs(load.kg - wantedKg) < Math.abs(best.kg - wantedKg) - 0.0005) best = load;
  }
  return best ?? loads[0] ?? null;
}

/** The next heavier buildable load, or null at the top. */
/** The heaviest load under one, for help the next more; null where there is none. */
export function nextLighter(loads: readonly BuildableLoad[], kg: number): BuildableLoad | null {
  return loads.findLast((load) => load.kg < kg - 0.002) ?? null;
}

export function nextHeavier(loads: readonly BuildableLoad[], kg: number): BuildableLoad | null {
  return loads.find((load) => load.kg > kg + 0.002) ?? null;
}
