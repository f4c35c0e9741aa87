/** The exercises of a studio: the shipped ones, whole, and its own; hidden ones keep their meaning but are not offered. */
import {
  type Catalogue,
  catalogueOf,
  type ExerciseDefinition,
  exerciseFrom,
  identityCache,
  SHIPPED_CATALOGUE,
  SHIPPED_EXERCISES,
} from "../core";

export interface StudioExercises {
  readonly own: readonly ExerciseDefinition[];
  readonly hidden: readonly string[];
  /** What lifts known by their name alone turned out to be, by the name's id. */
  readonly named: Readonly<Record<string, string>>;
}

export const NO_OWN_EXERCISES: StudioExercises = { own: [], hidden: [], named: {} };

const catalogues = identityCache<Catalogue>();

const isPlain = ({ own, hidden, named }: StudioExercises): boolean =>
  own.length === 0 && hidden.length === 0 && Object.keys(named).length === 0;

/** The catalogue to read and advise by; the same for the same value. */
export function catalogueIn(exercises: StudioExercises | undefined): Catalogue {
  if (!exercises || isPlain(exercises)) return SHIPPED_CATALOGUE;
  return catalogues(exercises, [], () => {
    const all = [...SHIPPED_EXERCISES, ...exercises.own.map(exerciseFrom)];
    const hidden = new Set(exercises.hidden);
    const { byId } = catalogueOf(all);
    // What was written under a name keeps the name's id, and trains what the exercise does.
    const renamed = Object.entries(exercises.named).flatMap(([id, is]) => {
      const exercise = byId.get(is);
      return exercise ? [[id, { ...exercise, id }] as const] : [];
    });
    return {
      byId: new Map([...byId, ...renamed]),
      list: all.filter((exercise) => !hidden.has(exercise.id)),
    };
  });
}
