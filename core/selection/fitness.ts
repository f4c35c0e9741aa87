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

/**
 * What a gym has nothing for. Machines are listed with their stacks and sleds; floor, benches, racks and boxes are in every gym that
 * has bars or weights; every other frame is there only where it is listed. A gym that names no stations has only those.
 */
function isEquipped(exercise: Exercise, gym: GymEquipment): boolean {
  return exercise.stations.every((station) => isHere(station, gym)) && buildableLoads(exercise, gym).length > 0;
}

function isHere(station: string, gym: GymEquipment): boolean {
  if (gym.stations.some(({ name }) => name === station)) return true;
  if (gym.stacks.some((stack) => stack.station === station) || gym.sleds.some((sled) => sled.station === station))
    return true;
  return IN_EVERY_GYM.has(station) || (gym.stations.length === 0 && IN_MOST_GYMS.has(station));
}

const IN_EVERY_GYM: ReadonlySet<string> = new Set(["bench", "rack", "press bench", "platform", "box", "step", "wedge"]);

/** Taken to be there where nobody has said yet what stands in the gym. */
const IN_MOST_GYMS: ReadonlySet<string> = new Set(["bar", "incline bench"]);

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
