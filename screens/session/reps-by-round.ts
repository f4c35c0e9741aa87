/** Reps that are typed for one round after the other: written over the rounds of a lift, or asked about where they are more or fewer. */
import { exerciseOrThrow, lastOf, lowerFirst, slotById, writeRepsByRound } from "@/core";
import { newId } from "@/device/ids";
import type { DeskState } from "./desk-state";

/** What is wrong with them; null where they were written, or are asked about. */
export function writeOrAskReps(desk: DeskState, slotId: string, reps: readonly string[]): string | null {
  const { document, catalogue } = desk;
  const slot = slotById(document, slotId);
  const rounds = slot?.sets.length ?? 0;
  const name = slot ? lowerFirst(exerciseOrThrow(catalogue, slot.exerciseId).name) : "this lift";
  const over = (list: readonly string[]) => writeRepsByRound(document, slotId, list, catalogue, newId);
  if (reps.length === rounds) return desk.attempt(over(reps));
  const first = reps.slice(0, rounds);
  const kept = Array.from({ length: rounds }, (_, round) => reps[round] ?? lastOf(reps));
  desk.ask({
    says: `${reps.join(", ")} is ${reps.length} rounds, and ${name} has ${rounds}.`,
    answers: [
      { name: `Make it ${reps.length} rounds`, operation: over(reps) },
      reps.length > rounds
        ? { name: `Only ${first.join(", ")}`, operation: over(first) }
        : { name: `Keep ${rounds} rounds: ${kept.join(", ")}`, operation: over(kept) },
    ],
  });
  return null;
}
