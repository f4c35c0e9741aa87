/**
 * Changes that are meant for one week alone: a lift that was asked for otherwise than its plan goes on with does not move its
 * rule (docs/handbook.md#what-moves-a-rule).
 */

import { sameValue } from "../same";
import { allBlocks, type SessionDocument, type Slot } from "./grammar";
import type { ExposurePurpose } from "./log";

/** What a lift's day is for: its session's purpose, unless it asked for something else that day alone. */
export const purposeOfSlot = (
  { purpose, oneOff }: { readonly purpose: ExposurePurpose; readonly oneOff: readonly string[] },
  slotId: string,
): ExposurePurpose => (purpose === "training" && oneOff.includes(slotId) ? "oneOff" : purpose);

/**
 * The slots of a session that ask for other sets, reps, loads or effort than the plan goes on with; of a session without a plan
 * those whose load was cut or raised against what their rule asks. A lift that was added is nobody's change.
 */
export function oneOffSlots(document: SessionDocument, lasting: SessionDocument | null): string[] {
  const slots = (of: SessionDocument) => allBlocks(of).flatMap((block) => block.slots);
  const own = slots(document);
  if (!lasting) return own.filter(isShareOfNext).map(({ id }) => id);
  const usual = new Map(slots(lasting).map((slot) => [slot.id, slot]));
  return own.flatMap((slot) => {
    const before = usual.get(slot.id);
    const isChanged = before && before.exerciseId === slot.exerciseId && !sameValue(askedOf(before), askedOf(slot));
    return isChanged ? [slot.id] : [];
  });
}

const isShareOfNext = (slot: Slot): boolean => slot.sets.some((set) => set?.segments[0]?.load.kind === "ofNext");

const askedOf = ({ sets }: Slot) =>
  sets.flatMap((set) =>
    set?.role === "working" ? [set.segments.map(({ load, amount, rir }) => ({ load, amount, rir }))] : [],
  );
