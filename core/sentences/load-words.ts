/** A load as a coach says it, and how it is built. */
import type { Exercise } from "../exercise";
import { basisWords, type LoadBuild } from "../load";
import { formatWeight, massFigure, type Weight, type WeightUnit } from "../units";

/** How to build a load: "20 kg bar, 25 + 2.5 a side". */
export function buildSentence(build: LoadBuild): string {
  switch (build.kind) {
    case "bar":
      return build.perSide.length === 0
        ? `${build.barName} alone`
        : `${build.barName}, ${plates(build.perSide)} a side`;
    case "sled":
      return build.perSide.length === 0 ? "no plates" : `${plates(build.perSide)} a side`;
    case "hand":
      return build.pair ? `a pair of ${formatWeight(build.weight)}` : `one ${formatWeight(build.weight)}`;
    case "stack":
      return build.addOns.length === 0
        ? `pin at ${build.pin.amount}`
        : `pin at ${build.pin.amount}, ${plates(build.addOns)} on top`;
    case "belt":
      return `${plates(build.plates)} on the belt`;
    case "body":
      return "the body alone";
    case "assistance":
      return `${build.band} band`;
    case "assistingStack":
      return `${build.station}, pin at ${build.pin.amount}`;
  }
}

const plates = (list: readonly Weight[]): string => list.map((plate) => plate.amount).join(" + ");

/** A load as a coach says it: "70 kg", "2 × 22 kg", "+10 kg", "−20 kg", "body". */
export function loadWords(exercise: Exercise, loadKg: number, weight: Weight): string {
  if (exercise.implement === "bodyweight" || exercise.implement === "straps") {
    if (loadKg === 0) return "body";
    return `${loadKg > 0 ? "+" : "−"}${formatWeight(weight)}`;
  }
  return exercise.implement === "dumbbells" ? `2 × ${formatWeight(weight)}` : formatWeight(weight);
}

/** The same of a load that is known in kilograms alone, in a unit. */
export const loadWordsIn = (exercise: Exercise, kg: number, unit: WeightUnit, places = 3): string =>
  loadWords(exercise, kg, { amount: massFigure(Math.abs(kg), unit, places), unit });

export const basisSentence = (exercise: Exercise): string => basisWords(exercise);
