"use client";
import { DndContext, type DragEndEvent, PointerSensor, useSensor, useSensors } from "@dnd-kit/core";
import { useCallback, useMemo } from "react";
import { type LiftLog, liftOffers, type SessionView } from "@/contract";
import {
  addSlot,
  allBlocks,
  blockLetter,
  type Exercise,
  type Exposure,
  liftToPlace,
  moveBlock,
  moveSlot,
  pairBlocks,
  printName,
} from "@/core";
import { newId } from "@/device/ids";
import { LiftFinder } from "@/parts/lift-finder";
import { BlockHead, type Dragged, Gap, LiftRow, type Target } from "./grid-rows";
import { KeysSheet } from "./keys-sheet";
import type { Desk } from "./use-desk";
import { type GridState, insertBlocks, useGrid } from "./use-grid";

const HANDOVER_SECONDS = 10;

/** Rows are lifts, columns are rounds; the cells are the crossings. One tab stop; arrows rove, Enter writes, F6 leaves. */
export function Grid({ desk, view }: { desk: Desk; view: SessionView }) {
  const { document } = desk;
  const grid = useGrid(desk);
  const blocks = allBlocks(document);
  const rounds = Math.max(1, ...blocks.flatMap((block) => block.slots.map((slot) => slot.sets.length)));
  const last = useMemo(() => lastTimes(view.lifts), [view.lifts]);
  const columns = `12.5rem repeat(${rounds}, minmax(${rounds > 6 ? 4.6 : 6.2}rem, ${rounds > 5 ? 6.6 : 7.2}rem)) 5.2rem minmax(6.5rem, 1fr)`;
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  const drop = ({ active, over }: DragEndEvent): void => {
    const dragged = active.data.current as Dragged | undefined;
    const target = over?.data.current as Target | undefined;
    if (!dragged || !target || desk.locked) return;
    const placeOf = (blockId: string) => document.blocks.findIndex(({ id }) => id === blockId);
    if (dragged.kind === "lift" && target.kind === "row" && dragged.slotId !== target.slotId)
      desk.operate(moveSlot(document, dragged.slotId, target.blockId, target.at));
    else if (dragged.kind === "lift" && target.kind === "gap")
      desk.operate(liftToPlace(document, dragged.slotId, target.at, newId));
    else if (dragged.kind === "block" && target.kind === "gap") {
      const from = placeOf(dragged.blockId);
      desk.operate(moveBlock(document, dragged.blockId, from >= 0 && from < target.at ? target.at - 1 : target.at));
    } else if (dragged.kind === "block" && target.kind === "row" && dragged.blockId !== target.blockId)
      desk.operate(pairBlocks(document, target.blockId, dragged.blockId, HANDOVER_SECONDS));
  };
  const selected = desk.selection;
  return (
    <DndContext sensors={sensors} onDragEnd={drop}>
      <div
        ref={grid.container}
        role="grid"
        aria-label="Session, rows are lifts and columns are rounds"
        aria-multiselectable
        tabIndex={0}
        aria-activedescendant={selected ? `cell-${selected.slotId}-${selected.round}` : undefined}
        onKeyDown={grid.onKeyDown}
        onCopy={grid.onCopy}
        onPaste={grid.onPaste}
        onFocus={() => {
          const [first] = grid.rows;
          if (!selected && first) desk.select({ slotId: first.slotId, round: 0 });
        }}
        className="relative overflow-x-auto px-3 pb-2"
      >
        <div role="row" className="narrow grid pt-1.5 pb-0.5 text-quiet" style={{ gridTemplateColumns: columns }}>
          <span role="columnheader" className="pl-2">
            round
          </span>
          {Array.from({ length: rounds }, (_, i) => (
            <span role="columnheader" key={i} className="pl-2">
              {i + 1}
            </span>
          ))}
          <span role="columnheader" className="pl-2">
            tempo
          </span>
          <span role="columnheader" className="pl-2">
            last time
          </span>
        </div>
        {blocks.map((block, index) => (
          <div key={block.id} role="rowgroup">
            <Gap at={index} />
            <BlockHead block={block} letter={blockLetter(index)} desk={desk} grid={grid} />
            {block.slots.map((slot, at) => (
              <LiftRow
                key={slot.id}
                block={block}
                slot={slot}
                at={at}
                rounds={rounds}
                columns={columns}
                desk={desk}
                grid={grid}
                last={last.get(slot.lineage)}
              />
            ))}
            {grid.place?.kind === "add" && grid.place.blockId === block.id ? (
              <AddLift desk={desk} grid={grid} blockId={block.id} isInside={grid.place.isInside} />
            ) : null}
          </div>
        ))}
        <Gap at={document.blocks.length} />
      </div>
      {desk.locked ? null : (
        <div className="px-3 pb-3">
          {grid.place?.kind === "add" ? (
            grid.place.blockId === null && <AddLift desk={desk} grid={grid} blockId={null} isInside={false} />
          ) : (
            <button
              type="button"
              onClick={() => grid.open({ kind: "add", blockId: null, isInside: false })}
              className="flex min-h-[30px] w-full max-w-md items-center gap-2 border border-dashed border-rule px-2 text-quiet hover:bg-selvedge"
            >
              <span aria-hidden>+</span> Add a lift
            </button>
          )}
          <p role="status" className="narrow min-h-4 text-quiet">
            {grid.said}
          </p>
        </div>
      )}
      <KeysSheet open={grid.isHelp} onOpenChange={grid.setHelp} />
    </DndContext>
  );
}

const lastTimes = (lifts: readonly LiftLog[]): ReadonlyMap<string, Exposure | undefined> =>
  new Map(lifts.map((lift) => [lift.lineage, lift.exposures.at(-1)]));

/** A cell to find a lift in; what is taken comes into the block, or after it as one of its own. */
export function AddLift({
  desk,
  grid,
  blockId,
  isInside,
}: {
  desk: Desk;
  grid: Pick<GridState, "close">;
  blockId: string | null;
  isInside: boolean;
}) {
  const { document, computed, view, usual, catalogue } = desk;
  const block = allBlocks(document).find(({ id }) => id === blockId);
  const beside = block?.slots.at(-1) ?? allBlocks(document).at(-1)?.slots.at(-1) ?? null;
  const besideId = beside?.exerciseId ?? null;
  const offersFor = useCallback(
    (typed: string) => liftOffers(document, computed, view, { typed, besideId, usual }),
    [document, computed, view, besideId, usual],
  );
  const add = async (typed: string): Promise<string | null> => {
    const read = await desk.readLifts(typed);
    if (!read.ok) return read.message;
    const at = document.blocks.findIndex(({ id }) => id === blockId);
    const [first] = read.blocks;
    const refused = desk.attempt(
      isInside && block && read.blocks.length === 1 && first!.slots.length === 1
        ? addSlot(document, block.id, first!.slots[0]!)
        : insertBlocks(document, read.blocks, at < 0 ? document.blocks.length : at + 1),
    );
    if (refused === null) {
      desk.select({ slotId: first!.slots[0]!.id, round: 0 });
      grid.close();
    }
    return refused;
  };
  return (
    <div className="my-1 max-w-md">
      <LiftFinder
        label={isInside ? "A lift for this block" : "A lift to add"}
        placeholder="a lift, a muscle, cable, or Bench press 4x8 rir2"
        offersFor={offersFor}
        onTake={(exercise: Exercise) => add(printName(exercise.id, catalogue))}
        onTyped={add}
        onLeave={grid.close}
      />
    </div>
  );
}
