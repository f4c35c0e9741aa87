/** What was done of a set, as it is read beside what was asked. */
import { catalogueIn, type StudioExercises } from "../contract/catalogue";
import {
  allBlocks,
  type DoneSet,
  decimal,
  type Exercise,
  exerciseOrThrow,
  isBodyweight,
  type PerformedSession,
  type SessionDocument,
  type Slot,
  setsAt,
  signedKg,
} from "../core";

/** "5 × 80", "30 s", "8 × +10 ↘ 6": the parts of a set, and whether another exercise was done. */
export function doneSetWords(exercise: Exercise, slot: Pick<Slot, "exerciseId">, { segments }: DoneSet): string {
  const words = segments.map((segment) => {
    const kg = signedKg(segment);
    const reps =
      segment.seconds !== null
        ? `${decimal(segment.seconds)} s`
        : segment.metres !== null
          ? `${decimal(segment.metres)} m`
          : segment.rightReps === null || segment.rightReps === segment.reps
            ? String(segment.reps)
            : `${segment.reps}/${segment.rightReps}`;
    if (isBodyweight(exercise) && kg === 0) return reps;
    return `${reps} × ${kg < 0 ? "−" : isBodyweight(exercise) ? "+" : ""}${segment.load?.amount ?? "?"}`;
  });
  const swapped = segments[0] !== undefined && segments[0].exerciseId !== slot.exerciseId;
  return `${swapped ? "swapped: " : ""}${words.join(" ↘ ")}`;
}

/** What was done of each slot by round, in words; null: not done. By slot; of slots that nothing was done of nothing is said. */
export function doneByRound(
  document: SessionDocument,
  performed: PerformedSession,
  exercises: StudioExercises,
): Readonly<Record<string, readonly (string | null)[]>> {
  const catalogue = catalogueIn(exercises);
  return Object.fromEntries(
    allBlocks(document).flatMap(({ slots }) =>
      slots.flatMap((slot) => {
        const rounds = slot.sets.map((_, round) => {
          const done = setsAt(performed, slot.id, round);
          const exercise = exerciseOrThrow(catalogue, slot.exerciseId);
          return done.length > 0 ? done.map((set) => doneSetWords(exercise, slot, set)).join(", ") : null;
        });
        return rounds.some((words) => words !== null) ? [[slot.id, rounds]] : [];
      }),
    ),
  );
}
