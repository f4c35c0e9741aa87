/** Whether an exercise is for this client in this gym at all, and why not: the one gate that every kind of advice passes. */

import { type ClientLimit, type Exercise, limitsExercise, limitWords, type Trainee } from "../exercise";
import { buildableLoads, type GymEquipment, missingStations } from "../load";

export type Unfit =
  | { readonly kind: "limit"; readonly limit: ClientLimit }
  | { readonly kind: "station"; readonly station: string }
  | { readonly kind: "noEquipment" }
  | { readonly kind: "hurts"; readonly mean: number };

/** Mean pain from here on keeps an exercise away. */
const HURTS_FROM = 4;

/** Why an exercise is not for this client here; null when it is. */
export function unfitness(exercise: Exercise, trainee: Trainee, gym: GymEquipment | null): Unfit | null {
  const limit = trainee.limits.find((one) => one.how === "avoid" && limitsExercise(one, exercise));
  if (limit) return { kind: "limit", limit };
  const pain = trainee.pain.get(exercise.id);
  if (pain && pain.sets >= 2 && pain.mean >= HURTS_FROM) return { kind: "hurts", mean: pain.mean };
  if (!gym) return null;
  const [station] = missingStations(exercise, gym);
  if (station) return { kind: "station", station };
  if (!isEquipped(exercise, gym)) return { kind: "noEquipment" };
  return null;
}

/** Machines are listed with their stacks and sleds; benches, racks and bars are taken to be there where no station is listed. */
function isEquipped(exercise: Exercise, gym: GymEquipment): boolean {
  const [station] = exercise.stations;
  if (station && FIXTURES.has(station) && gym.stations.length > 0 && !knowsStation(gym, station)) return false;
  return buildableLoads(exercise, gym).length > 0;
}

const knowsStation = (gym: GymEquipment, station: string): boolean => gym.stations.some((one) => one.name === station);

/** Frames that not every room has, and that no load list speaks of. */
const FIXTURES: ReadonlySet<string> = new Set([
  "guided bar",
  "angled frame",
  "level frame",
  "dip bars",
  "suspension straps",
  "corner bar",
  "sloped rest",
  "incline bench",
  "decline bench",
]);

export function unfitSentence(unfit: Unfit): string {
  switch (unfit.kind) {
    case "limit":
      return `Kept away by a limit: ${limitWords(unfit.limit)}.`;
    case "hurts":
      return `It hurt, ${unfit.mean.toFixed(1)} of 10 on the last sets.`;
    case "station":
      return `The ${unfit.station} is not here now.`;
    case "noEquipment":
      return "This gym has nothing to do it with.";
  }
}
