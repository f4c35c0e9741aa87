"use client";
import { DndContext, type DragEndEvent, PointerSensor, useSensor, useSensors } from "@dnd-kit/core";
import { useMemo } from "react";
import type { LiftLog, SessionView } from "@/contract";
import { allBlocks, blockLetter, type Exposure, liftToPlace, moveBlock, moveSlot, pairBlocks } from "@/core";
import { newId } from "@/device/ids";
import { AddLift } from "./add-lift";
import { BlockHead, type Dragged, Gap, LiftRow, type Target, WarmUpRow } from "./grid-rows";
import { KeysSheet } from "./keys-sheet";
import type { Desk } from "./use-desk";
import { useGrid } from "./use-grid";

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
        className="relative shrink-0 overflow-x-auto px-3 pb-2"
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
        <WarmUpRow desk={desk} grid={grid} />
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
              <AddLift desk={desk} blockId={block.id} isInside={grid.place.isInside} onClose={grid.close} />
            ) : null}
          </div>
        ))}
        <Gap at={document.blocks.length} />
      </div>
      {desk.locked ? null : (
        <div className="shrink-0 px-3 pb-3">
          {grid.place?.kind === "add" ? (
            grid.place.blockId === null && <AddLift desk={desk} blockId={null} isInside={false} onClose={grid.close} />
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
