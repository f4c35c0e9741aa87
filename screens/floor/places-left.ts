import { type BlockRound, type Occurrence, occurrenceKey, type PerformedSession, placeOf } from "@/core";

/** The sets of some rounds that are neither done nor left out. */
export const placesLeft = (blockRounds: readonly BlockRound[], { sets, skipped }: PerformedSession): Occurrence[] =>
  blockRounds
    .flatMap((one) => one.moves.map(({ slot }) => placeOf(slot.id, one.round, one.ordinal)))
    .filter((place) => !sets.has(occurrenceKey(place)) && !skipped.has(occurrenceKey(place)));
