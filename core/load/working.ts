/** A ten-rep load of any exercise for a client, from the lift's own record or, through its family, from a related one. */
import type { Catalogue, Exercise } from "../exercise";
import type { Settings } from "../settings";
import { loadForReps, populationCurve } from "./e1rm";
import { prescribedFromCurve } from "./effective";

/** A lift of the client in one line. */
export interface KnownStrength {
  readonly exerciseId: string;
  /** In curve kg; null where no set spoke yet. */
  readonly e1rmKg: number | null;
}

/** Ten reps with two in reserve. */
const EFFECTIVE_REPS = 12;

/** Prescribed kg by exercise; null where neither the lift nor its family has a record. */
export function workingLoads(
  lifts: readonly KnownStrength[],
  catalogue: Catalogue,
  bodyMassKg: number | null,
  settings: Settings,
): (exercise: Exercise) => number | null {
  const known = lifts.flatMap(({ exerciseId, e1rmKg }) => {
    const exercise = catalogue.byId.get(exerciseId);
    return exercise && e1rmKg ? [{ exercise, e1rmKg }] : [];
  });
  const curve = populationCurve(settings.e1rmFormula);
  return (exercise) => {
    const own = known.find((one) => one.exercise.id === exercise.id);
    const related = own ?? known.find((one) => one.exercise.family === exercise.family);
    if (!related) return null;
    const e1rmKg = related.e1rmKg * (exercise.familyRatio / related.exercise.familyRatio);
    return prescribedFromCurve(exercise, loadForReps(e1rmKg, EFFECTIVE_REPS, curve), bodyMassKg, settings);
  };
}
