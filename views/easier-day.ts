/**
 * The offer before the first set of somebody who slept badly and came sore: loads about a twentieth lighter for the lifts of the sore
 * muscles. docs/handbook.md#small-truths.
 */
import {
  type AdviceShown,
  allBlocks,
  buildableLoads,
  directRegions,
  exerciseOrThrow,
  firstOf,
  floorLoadOf,
  loadWords,
  type PerformedSession,
  REGIONS,
  roundToBuildable,
  SAME_WEIGHT_KG,
  type ShownSession,
} from "../core";

const LIGHTER_BY = 0.05;

export interface EasierLift {
  readonly words: string;
  readonly advice: AdviceShown;
}

/** The lifts that would be lighter; none where nothing is to be offered, or it was answered. */
export function easierDay(shown: ShownSession, performed: PerformedSession): EasierLift[] {
  const { checkIn } = performed;
  if (checkIn?.sleep !== "badly" || checkIn.sore.length === 0 || performed.sets.size > 0) return [];
  if (performed.advice.some(({ kind }) => kind === "easierDay")) return [];
  const sore = new Set(checkIn.sore.map(({ muscle }) => muscle));
  return allBlocks(shown.document).flatMap(({ slots }) =>
    slots.flatMap((slot): EasierLift[] => {
      const exercise = exerciseOrThrow(shown.catalogue, slot.exerciseId);
      const first = slot.sets.find((set) => set?.role === "working")?.segments;
      const load = first && shown.loads[firstOf(first).id];
      const trains = directRegions(exercise).some((region) => sore.has(REGIONS[region].muscle));
      if (!load?.kg || load.kg <= 0 || load.exerciseId !== exercise.id || !trains) return [];
      const { kg } = load;
      const below = buildableLoads(exercise, shown.equipment, slot.setup).filter((one) => one.kg < kg - SAME_WEIGHT_KG);
      const lighter = roundToBuildable(below, kg * (1 - LIGHTER_BY), "nearest");
      // Where the kit's next step is a big one the load stays: a lighter day is no other kind of day.
      if (!lighter || lighter.kg < kg * (1 - 3 * LIGHTER_BY)) return [];
      const words = `${exercise.name} ${loadWords(exercise, lighter.kg, lighter.weight)}`;
      const nothing = { reps: null, rest: null };
      const said = `Slept badly, sore: ${words} in place of ${load.words}.`;
      return [
        {
          words,
          advice: { kind: "easierDay", slotId: slot.id, round: 0, words: said, load: floorLoadOf(lighter), ...nothing },
        },
      ];
    }),
  );
}
