/** A set fewer or some more of one lift, as edits of its session. */

import { firstOf } from "../lists";
import {
  type Block,
  diffBlock,
  diffSlotSets,
  type Edit,
  LIMITS,
  plannedRounds,
  type RoundRest,
  type Rounds,
  type Slot,
  type WorkSet,
} from "../session";

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
    : { kind: "each", rest: firstOf(rest.rests) };
}

/**
 * The last working set is done so many times more. Rounds are added where the lift has as many as its block; its partners sit
 * them out. Ids are made of the set that is repeated, so that the same answer has the same ones.
 */
export function setsMore({ block, slot }: { readonly block: Block; readonly slot: Slot }, more: number): Edit[] {
  const rounds = plannedRounds(block.rounds);
  const last = slot.sets.findLast((set) => set?.role === "working");
  if (more <= 0 || rounds === null || !last) return [];
  const count = Math.min(LIMITS.rounds, slot.sets.length + more);
  const added = Array.from({ length: count - slot.sets.length }, (_, index): WorkSet => {
    const id = `${last.id}+${index + 1}`;
    return {
      ...last,
      id,
      segments: last.segments.map((segment) => ({ ...segment, id: `${segment.id}+${index + 1}` })),
    };
  });
  const grown = rounds >= count ? [] : diffBlock(block, { rounds: { kind: "fixed", count } });
  const partners = block.slots.filter((other) => other !== slot && other.sets.length < count);
  return [
    ...grown,
    ...diffSlotSets(slot, [...slot.sets, ...added]),
    ...partners.flatMap((other) =>
      diffSlotSets(other, [...other.sets, ...Array.from({ length: count - other.sets.length }, () => null)]),
    ),
  ];
}
