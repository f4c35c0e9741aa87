/** The loads on the floor's screen: as they were shown, changed by what the floor has done and chosen since. */
import type { ShownContent } from "../contract/shown";
import {
  type BlockRound,
  buildSentence,
  exerciseOrThrow,
  loadsAhead,
  loadWords,
  occurrenceKey,
  type PerformedSession,
  placeOf,
  type ShownLoad,
  type ShownSession,
} from "../core";

export interface FloorLoads {
  readonly loads: ShownContent["loads"];
  /** Which set of the search for an unknown load it is, by segment. */
  readonly search: ReadonlyMap<string, number>;
}

export function floorLoads(
  shown: ShownSession,
  blockRounds: readonly BlockRound[],
  performed: PerformedSession,
): FloorLoads {
  const ahead = loadsAhead(shown, blockRounds, performed);
  if (ahead.size === 0) return { loads: shown.loads, search: new Map() };
  const loads: Record<string, ShownLoad> = { ...shown.loads };
  const search = new Map<string, number>();
  for (const [id, { exerciseId, kg, weight, build, reps, searchStep }] of ahead) {
    const before = shown.loads[id];
    const exercise = exerciseOrThrow(shown.catalogue, exerciseId);
    loads[id] = {
      exerciseId,
      kg,
      weight: kg === 0 ? null : weight,
      sign: kg < 0 ? -1 : 1,
      words: loadWords(exercise, kg, weight),
      build: build ? buildSentence(build) : "",
      change: "",
      aimReps: reps ?? before?.aimReps ?? null,
      nextKg: before?.nextKg ?? null,
      expectedReps: before?.exerciseId === exerciseId ? before.expectedReps : null,
    };
    if (searchStep !== null) search.set(id, searchStep);
  }
  return { loads, search };
}

/** The loads as they stood before a round was done. */
export function floorLoadsBefore(
  shown: ShownSession,
  blockRounds: readonly BlockRound[],
  { moves, round, ordinal }: BlockRound,
  performed: PerformedSession,
): FloorLoads {
  const own = new Set(moves.map(({ slot }) => occurrenceKey(placeOf(slot.id, round, ordinal))));
  const sets = new Map([...performed.sets].filter(([key]) => !own.has(key)));
  return floorLoads(shown, blockRounds, { ...performed, sets });
}
