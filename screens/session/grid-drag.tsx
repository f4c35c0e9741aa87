"use client";
import {
  type Announcements,
  type CollisionDetection,
  DndContext,
  type DragEndEvent,
  DragOverlay,
  MouseSensor,
  pointerWithin,
  TouchSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
} from "@dnd-kit/core";
import { Fragment, memo, useEffect, useLayoutEffect, useState } from "react";
import { createPortal } from "react-dom";
import {
  allBlocks,
  blockLetter,
  blockOfSlot,
  exerciseOrThrow,
  liftToPlace,
  lowerFirst,
  moveBlock,
  moveSlot,
  pairBlocks,
  type SessionDocument,
  type Slot,
} from "@/core";
import { newId } from "@/device/ids";
import { dragData } from "@/ui/drag";
import type { DeskState } from "./desk-state";
import { gapId, handleId, headId, rowId } from "./grid-ids";
import { useDesk, useDeskStore } from "./use-desk";

/** What is dragged by a pointer; Alt with the arrow keys, and the menus, do the same. */
type Dragged =
  | { readonly kind: "lift"; readonly slotId: string; readonly name: string }
  | { readonly kind: "block"; readonly blockId: string; readonly name: string };
type Target =
  | {
      readonly kind: "row";
      readonly blockId: string;
      readonly slotId: string;
      readonly at: number;
      readonly name: string;
    }
  /** A block's head: what is dropped on it comes into the block. */
  | { readonly kind: "head"; readonly blockId: string; readonly name: string }
  | { readonly kind: "gap"; readonly at: number };

const TRANSITION_SECONDS = 10;

/**
 * Lifts and blocks dragged to another place. It is fetched when a pointer first comes to the grid, and lays its handles over the
 * names that stand there: the grid's rows know nothing of it. It is drawn again where other lifts, or in another order, stand there.
 */
export const GridDrag = memo(function GridDrag() {
  const desk = useDeskStore();
  const document = useDesk((now) => now.document, sameOrder);
  const catalogue = useDesk((now) => now.catalogue);
  const [dragged, setDragged] = useState<string | null>(null);
  const nameOf = ({ exerciseId }: Slot) => exerciseOrThrow(catalogue, exerciseId).name;
  // A finger that moves at once scrolls; one that stays a moment takes the lift along.
  const sensors = useSensors(
    useSensor(MouseSensor, { activationConstraint: { distance: 6 } }),
    useSensor(TouchSensor, { activationConstraint: { delay: 250, tolerance: 8 } }),
  );
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={underPointer}
      accessibility={{ announcements: ANNOUNCEMENTS }}
      onDragStart={({ active }) => setDragged(dragData<Dragged>(active)?.name ?? null)}
      onDragCancel={() => setDragged(null)}
      onDragEnd={(event) => {
        setDragged(null);
        drop(event, desk.getState());
      }}
    >
      {allBlocks(document).map((block, index) => (
        <Fragment key={block.id}>
          <Place id={`gap ${index}`} element={gapId(index)} data={{ kind: "gap", at: index }} />
          <Place
            id={`head ${block.id}`}
            element={headId(block.id)}
            data={{ kind: "head", blockId: block.id, name: `block ${blockLetter(index)}` }}
          />
          <Handle
            id={`block ${block.id}`}
            element={handleId(block.id)}
            data={{ kind: "block", blockId: block.id, name: `Block ${blockLetter(index)}` }}
          />
          {block.slots.map((slot, at) => (
            <Fragment key={slot.id}>
              <Place
                id={`row ${slot.id}`}
                element={rowId(slot.id)}
                data={{ kind: "row", blockId: block.id, slotId: slot.id, at, name: nameOf(slot) }}
              />
              <Handle
                id={`lift ${slot.id}`}
                element={handleId(slot.id)}
                data={{ kind: "lift", slotId: slot.id, name: nameOf(slot) }}
              />
            </Fragment>
          ))}
        </Fragment>
      ))}
      <Place
        id={`gap ${document.blocks.length}`}
        element={gapId(document.blocks.length)}
        data={{ kind: "gap", at: document.blocks.length }}
      />
      <DragOverlay dropAnimation={null}>
        {dragged ? (
          <span className="inline-block whitespace-nowrap border border-indigo bg-surface px-2 py-1 font-semibold">
            {dragged}
          </span>
        ) : null}
      </DragOverlay>
    </DndContext>
  );
});

/** Which lifts stand where. */
const orderOf = (document: SessionDocument): string =>
  allBlocks(document)
    .map(({ id, slots }) => [id, ...slots.map((slot) => `${slot.id} ${slot.exerciseId}`)].join(" "))
    .join("\n");
const sameOrder = (a: SessionDocument, b: SessionDocument): boolean => orderOf(a) === orderOf(b);

/** What the pointer is over: the narrow place between two blocks before the rows beside it. */
const underPointer: CollisionDetection = (args) => {
  const hits = pointerWithin(args);
  const gap = hits.find(({ id }) => String(id).startsWith("gap"));
  return gap ? [gap] : hits;
};

/** What is said of a drag to who does not see it, by the names of what is moved. */
const ANNOUNCEMENTS: Announcements = {
  onDragStart: ({ active }) => `${dragData<Dragged>(active)?.name} is held.`,
  onDragOver: ({ active, over }) =>
    `${dragData<Dragged>(active)?.name} is over ${targetWords(dragData<Target>(over))}.`,
  onDragEnd: ({ active, over }) =>
    `${dragData<Dragged>(active)?.name} was dropped on ${targetWords(dragData<Target>(over))}.`,
  onDragCancel: ({ active }) => `${dragData<Dragged>(active)?.name} is where it was.`,
};
const targetWords = (target: Target | null): string =>
  target === null ? "no place" : target.kind === "gap" ? "a place between blocks" : target.name;

function drop({ active, over }: DragEndEvent, desk: DeskState): void {
  const { document, locked, operate } = desk;
  const dragged = dragData<Dragged>(active);
  const target = dragData<Target>(over);
  if (!dragged || !target || locked) return;
  if (dragged.kind === "lift") dropLift(dragged, target, desk);
  else if (target.kind === "gap") {
    const from = document.blocks.findIndex(({ id }) => id === dragged.blockId);
    operate(moveBlock(document, dragged.blockId, from >= 0 && from < target.at ? target.at - 1 : target.at));
  } else if (dragged.blockId !== target.blockId)
    operate(pairBlocks(document, target.blockId, dragged.blockId, TRANSITION_SECONDS));
}

/** A lift on a lift of another block may become several things: it is asked. */
function dropLift(
  dragged: Dragged & { readonly kind: "lift" },
  target: Target,
  { document, operate, ask }: DeskState,
): void {
  const { slotId, name } = dragged;
  const from = blockOfSlot(document, slotId);
  if (target.kind === "gap") operate(liftToPlace(document, slotId, target.at, newId));
  else if (target.kind === "head") {
    const into = allBlocks(document).find(({ id }) => id === target.blockId);
    if (into && into !== from) operate(moveSlot(document, slotId, into.id, into.slots.length));
  } else if (from?.id === target.blockId) {
    if (slotId !== target.slotId) operate(moveSlot(document, slotId, target.blockId, target.at));
  } else {
    const above = document.blocks.findIndex(({ id }) => id === target.blockId);
    const before = {
      name: `By itself before ${lowerFirst(target.name)}`,
      operation: liftToPlace(document, slotId, above, newId),
    };
    ask({
      says: `${name} on ${lowerFirst(target.name)}:`,
      answers: [
        { name: "One block, in turn", operation: moveSlot(document, slotId, target.blockId, target.at) },
        ...(above < 0 ? [] : [before]),
      ],
    });
  }
}

/** Over the name of a lift or a block. */
function Handle({ id, element, data }: { id: string; element: string; data: Dragged }) {
  const { setNodeRef, listeners } = useDraggable({ id, data });
  const [place, setPlace] = useState<HTMLElement | null>(null);
  // What is drawn anew is another element under the same id.
  useLayoutEffect(() => setPlace(window.document.getElementById(element)));
  if (!place) return null;
  return createPortal(
    <span
      ref={setNodeRef}
      {...listeners}
      aria-hidden
      data-handle
      className="cursor-grab touch-manipulation select-none [grid-area:1/1]"
    />,
    place,
  );
}

/** Where something may be dropped: a row, or between two blocks; it is marked while something is held over it. */
function Place({ id, element, data }: { id: string; element: string; data: Target }) {
  const { setNodeRef, isOver, active } = useDroppable({ id, data });
  const isMarked = isOver && active?.id !== id.replace(/^row/, "lift");
  useEffect(() => {
    const place = window.document.getElementById(element);
    setNodeRef(place);
    place?.toggleAttribute("data-over", isMarked);
  });
  return null;
}
