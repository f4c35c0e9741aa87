/** A gym's inventory as a coach keeps it: names for its items, what is away on a day, and what is wrong with it. */
import type { Exercise } from "../exercise";
import { formatWeight, toKg, type Weight } from "../units";
import type { GymEquipment, OutOfOrder } from "./equipment";

export type ItemKind = "bar" | "plates" | "dumbbells" | "kettlebell" | "stack" | "sled" | "band" | "chains" | "station";

/** One item of a gym, by the key that `outOfOrder` names it with. */
interface InventoryItem {
  readonly key: string;
  readonly kind: ItemKind;
  readonly name: string;
}

const keyOf = (kind: ItemKind, name: string): string => `${kind}:${name}`;
const weightName = (w: Weight): string => formatWeight(w);

export function inventoryItems(gym: GymEquipment): InventoryItem[] {
  const items: InventoryItem[] = [];
  const add = (kind: ItemKind, key: string, name = key) => items.push({ key: keyOf(kind, key), kind, name });
  for (const bar of gym.bars) add("bar", bar.name);
  for (const plate of gym.plates) add("plates", weightName(plate.weight), `${weightName(plate.weight)} plates`);
  for (const one of gym.dumbbells) add("dumbbells", weightName(one), `${weightName(one)} dumbbells`);
  for (const one of gym.kettlebells) add("kettlebell", weightName(one), `${weightName(one)} kettlebell`);
  for (const stack of gym.stacks) add("stack", stack.station);
  for (const sled of gym.sleds) add("sled", sled.station);
  for (const band of gym.bands) add("band", band.name, `${band.name} band`);
  for (const chain of gym.chains) add("chains", chain.name, `${chain.name} chains`);
  for (const station of gym.stations) add("station", station.name);
  return items;
}

/** The gym without the given items. A station taken away stays listed with none of it, so that it is known to be missing. */
export function withoutItems(gym: GymEquipment, gone: ReadonlySet<string>): GymEquipment {
  if (gone.size === 0) return gym;
  const here = (kind: ItemKind, name: string) => !gone.has(keyOf(kind, name));
  return {
    ...gym,
    bars: gym.bars.filter((bar) => here("bar", bar.name)),
    plates: gym.plates.filter((plate) => here("plates", weightName(plate.weight))),
    dumbbells: gym.dumbbells.filter((one) => here("dumbbells", weightName(one))),
    kettlebells: gym.kettlebells.filter((one) => here("kettlebell", weightName(one))),
    stacks: gym.stacks.filter((stack) => here("stack", stack.station)),
    sleds: gym.sleds.filter((sled) => here("sled", sled.station)),
    bands: gym.bands.filter((band) => here("band", band.name)),
    chains: gym.chains.filter((chain) => here("chains", chain.name)),
    stations: gym.stations.map((station) =>
      here("station", station.name) ? station : { name: station.name, count: 0 },
    ),
  };
}

/** What is out of order on a date. */
export const outOfOrderOn = ({ outOfOrder }: Pick<GymEquipment, "outOfOrder">, date: string): OutOfOrder[] =>
  outOfOrder.filter(({ from, until }) => from <= date && (until === null || date < until));

/** What is there on a calendar date. */
export function equipmentOn(gym: GymEquipment, date: string): GymEquipment {
  const away = outOfOrderOn(gym, date);
  if (away.length === 0) return gym;
  const gone = new Set(away.map(({ item }) => item));
  return { ...withoutItems(gym, gone), outOfOrder: gym.outOfOrder.filter(({ item }) => !gone.has(item)) };
}

/** Stations of an exercise that this gym is known to have none of. A station nobody listed is taken to be there. */
export function missingStations(exercise: Exercise, gym: GymEquipment): string[] {
  return exercise.stations.filter((name) => gym.stations.some((station) => station.name === name && station.count < 1));
}

/** What is wrong, at its place: a path such as "plates.2.pairs", and a sentence. The rest stays usable. */
export interface InventoryProblem {
  readonly field: string;
  readonly message: string;
}

export function equipmentProblems(gym: GymEquipment): InventoryProblem[] {
  const problems: InventoryProblem[] = [];
  const say = (field: string, message: string) => problems.push({ field, message });
  if (gym.bars.length === 0) say("bars", "No bar: barbell lifts cannot be loaded here.");
  gym.bars.forEach((bar, i) => {
    if (bar.name.trim() === "") say(`bars.${i}.name`, "Give the bar a name.");
    if (toKg(bar.weight) <= 0) say(`bars.${i}.weight`, `${bar.name || "This bar"} weighs nothing: weigh it.`);
  });
  gym.plates.forEach((plate, i) => {
    const name = formatWeight(plate.weight);
    if (toKg(plate.weight) <= 0) say(`plates.${i}.weight`, "A plate of no weight is left out.");
    else if (plate.pairs < 1) say(`plates.${i}.pairs`, `The ${name} plate is listed, but there are none of it.`);
  });
  twice(gym.plates.map((plate) => formatWeight(plate.weight))).forEach(({ name, index }) => {
    say(`plates.${index}.weight`, `${name} plates are listed twice: add their pairs together.`);
  });
  twice(gym.dumbbells.map(formatWeight)).forEach(({ name, index }) => {
    say(`dumbbells.${index}`, `The ${name} dumbbells are listed twice.`);
  });
  gym.stacks.forEach((stack, i) => {
    if (toKg(stack.step) <= 0)
      say(`stacks.${i}.step`, `The stack of the ${stack.station} has no step: only its first setting is used.`);
    if (toKg(stack.max) < toKg(stack.start))
      say(`stacks.${i}.max`, `The ${stack.station} ends at ${formatWeight(stack.max)}, below where it starts.`);
    if (!(stack.pulleyRatio > 0))
      say(`stacks.${i}.pulleyRatio`, `The ${stack.station} has no pulley ratio: 1 to 1 is taken.`);
  });
  gym.sleds.forEach((sled, i) => {
    if (!(sled.share > 0 && sled.share <= 1.5))
      say(`sleds.${i}.share`, `The ${sled.station}'s share is between 0 and 1.5: the whole load is counted.`);
  });
  const known = new Set(inventoryItems(gym).map((item) => item.key));
  gym.outOfOrder.forEach((away, i) => {
    if (!known.has(away.item)) say(`outOfOrder.${i}.item`, `${away.item.split(":")[1]} is out of order, but not here.`);
    if (away.until !== null && away.until <= away.from)
      say(`outOfOrder.${i}.until`, "It is back before it goes: the dates are the wrong way round.");
  });
  return problems;
}

function twice(names: readonly string[]): { name: string; index: number }[] {
  return names.flatMap((name, index) => (names.indexOf(name) < index ? [{ name, index }] : []));
}
