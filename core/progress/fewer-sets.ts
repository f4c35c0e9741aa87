/** A set fewer of one lift, as edits of its session. */
import { diffBlock, diffSlotSets } from "../session/diff";
import type { Edit } from "../session/edits";
import { type Block, plannedRounds, type RoundRest, type Rounds, type Slot } from "../session/grammar";

/**
 * The last working set goes. Alone in its block the lift has a round fewer; in a superset it sits out the round that it did
 * last, so that its partners keep theirs. Nothing where the lift has one working set, or rounds against the clock.
 */
export function oneSetFewer({ block, slot }: { readonly block: Block; readonly slot: Slot }): Edit[] {
  const rounds = plannedRounds(block.rounds);
  const last = slot.sets.findLastIndex((set) => set?.role === "working");
  if (rounds === null || slot.sets.filter((set) => set?.role === "working").length < 2) return [];
  if (block.slots.length > 1 || last !== slot.sets.length - 1) return diffSlotSets(slot, slot.sets.with(last, null));
  return [
    ...diffBlock(block, { rounds: shorter(block.rounds), restAfterRound: shorterRests(block.restAfterRound) }),
    ...diffSlotSets(slot, slot.sets.slice(0, -1)),
  ];
}

function shorter(rounds: Rounds): Rounds {
  switch (rounds.kind) {
    case "fixed":
      return { kind: "fixed", count: rounds.count - 1 };
    case "range": {
      const high = rounds.high - 1;
      return rounds.low < high ? { ...rounds, high } : { kind: "fixed", count: high };
    }
    case "withinTime":
      return rounds;
  }
}

function shorterRests(rest: RoundRest | null): RoundRest | null {
  if (rest?.kind !== "list") return rest;
  return rest.rests.length > 1
    ? { kind: "list", rests: rest.rests.slice(0, -1) }
    : { kind: "each", rest: rest.rests[0]! };
}
