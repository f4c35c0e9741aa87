/** What is still ahead of a session on the floor, as a session of its own: what is computed of a session can be computed of it. */

import { entryAt } from "../lists";
import { type Block, plannedRounds, type RoundRest, type SessionDocument, type Slot, setInRound } from "../session";
import { asChanged, type BlockRound, inOrder, isBlockRoundOver } from "./block-rounds";
import { occurrenceKey, type PerformedSession, placeOf } from "./events";

/**
 * The session without what was done or left out: its open rounds under their own ids, in the order chosen on the floor, blocks that
 * were begun without their ramps; no warm-up once anything was done. A block within a time keeps its time; sets that were added
 * on the floor are not in it.
 */
export function sessionAhead(
  document: SessionDocument,
  blockRounds: readonly BlockRound[],
  performed: PerformedSession,
): SessionDocument {
  const changed = asChanged(document, performed);
  const open = blockRounds.filter((blockRound) => blockRound.ordinal === 0 && !isBlockRoundOver(blockRound, performed));
  const isBegun = performed.startedAtMs !== null || performed.sets.size > 0;
  const ahead = (block: Block): Block[] => {
    const own = open.filter((blockRound) => blockRound.block.id === block.id);
    return own.length === 0 ? [] : [blockAhead(block, own, performed)];
  };
  const blocks = inOrder(changed.blocks, performed.order).flatMap(ahead);
  const [finisher = null] = changed.finisher ? ahead(changed.finisher) : [];
  return { ...changed, warmUp: isBegun ? null : changed.warmUp, blocks, finisher };
}

function blockAhead(block: Block, open: readonly BlockRound[], performed: PerformedSession): Block {
  const isOpen = (slot: Slot, round: number) => {
    const key = occurrenceKey(placeOf(slot.id, round));
    return !performed.sets.has(key) && !performed.skipped.has(key);
  };
  const isBegun = [...performed.sets.values()].some(({ slotId }) => block.slots.some(({ id }) => id === slotId));
  const slots = block.slots.flatMap((slot): Slot[] => {
    const sets = open.map(({ round }) => (isOpen(slot, round) ? setInRound(slot, round) : null));
    const restAfter =
      slot.restAfter?.kind === "list"
        ? { ...slot.restAfter, rests: ofRounds(slot.restAfter.rests, open) }
        : slot.restAfter;
    const ramp = isBegun || performed.ramps.has(block.id) ? ({ kind: "none" } as const) : slot.ramp;
    return sets.some((set) => set !== null) ? [{ ...slot, sets, restAfter, ramp }] : [];
  });
  if (plannedRounds(block.rounds) === null) return { ...block, slots };
  const rest = block.restAfterRound;
  const restAfterRound: RoundRest | null =
    rest?.kind === "list"
      ? { kind: "list", rests: ofRounds(rest.rests, open.slice(0, Math.max(1, open.length - 1))) }
      : rest;
  return { ...block, slots, rounds: { kind: "fixed", count: open.length }, restAfterRound };
}

/** Of a list by rounds those of the open ones; the last one again where the list ends before them. */
const ofRounds = <T>(list: readonly T[], open: readonly BlockRound[]): T[] =>
  open.map(({ round }) => entryAt(list, Math.min(round, list.length - 1)));

/** The session as it is meant by now: with the lifts, rests and order of the floor, without the sets that were left out. */
export function sessionMeant(document: SessionDocument, performed: PerformedSession): SessionDocument {
  const changed = asChanged(document, performed);
  const isLeftOut = (slot: Slot, round: number) => performed.skipped.has(occurrenceKey(placeOf(slot.id, round)));
  const meant = (block: Block): Block[] => {
    const slots = block.slots.flatMap((slot): Slot[] => {
      const sets = slot.sets.map((set, round) => (isLeftOut(slot, round) ? null : set));
      return sets.some((set) => set !== null) ? [{ ...slot, sets }] : [];
    });
    return slots.length === 0 ? [] : [{ ...block, slots }];
  };
  const [finisher = null] = changed.finisher ? meant(changed.finisher) : [];
  return { ...changed, blocks: inOrder(changed.blocks, performed.order).flatMap(meant), finisher };
}
