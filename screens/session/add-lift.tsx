"use client";
import { useCallback } from "react";
import { addBlocks, addSlot, allBlocks, firstOf, printName } from "@/core";
import { LiftFinder } from "@/parts/lift-finder";
import { liftOffers } from "@/views";
import { useWholeDesk } from "./use-desk";

/** A cell to find a lift in; what is taken comes into a block, or after it as one of its own. */
export function AddLift({
  blockId,
  isInside,
  label = isInside ? "A lift for this block" : "A lift to add",
  typed = "",
  onClose,
}: {
  /** Null: at the end. */
  blockId: string | null;
  isInside: boolean;
  label?: string;
  /** What was typed before the field was there. */
  typed?: string;
  /** Left out where it stays open. */
  onClose?: () => void;
}) {
  const desk = useWholeDesk();
  const { document, computed, view, usual, catalogue } = desk;
  const block = allBlocks(document).find(({ id }) => id === blockId);
  const beside = (block ?? allBlocks(document).at(-1))?.slots.at(-1) ?? null;
  const besideId = beside?.exerciseId ?? null;
  const offersFor = useCallback(
    (wanted: string) => liftOffers(document, computed, view, { typed: wanted, besideId, usual }),
    [document, computed, view, besideId, usual],
  );
  const add = async (line: string): Promise<string | null> => {
    const read = await desk.readLifts(line);
    if (!read.ok) return read.message;
    const at = document.blocks.findIndex(({ id }) => id === blockId);
    const [first] = read.blocks;
    const refused = desk.attempt(
      isInside && block && read.blocks.length === 1 && first!.slots.length === 1
        ? addSlot(document, block.id, firstOf(first!.slots))
        : addBlocks(document, read.blocks, at < 0 ? document.blocks.length : at + 1),
    );
    if (refused === null) {
      desk.select({ slotId: firstOf(first!.slots).id, round: 0 });
      onClose?.();
    }
    return refused;
  };
  return (
    <div className="my-1 max-w-md">
      <LiftFinder
        label={label}
        initial={typed}
        placeholder="a lift, a muscle, cable, or Bench press 4x8 rir2"
        offersFor={offersFor}
        onTake={(exercise) => add(printName(exercise.id, catalogue))}
        onTyped={add}
        onLeave={onClose}
      />
    </div>
  );
}
