/**
 * Editing operations: primitive changes of a document, each with an exact inverse. They name what they touch by id and
 * field, and places by the neighbour they follow; never by index or round number, so that they still mean the same after
 * somebody else's change. Undo, week patches, templates and merging are all lists of these. What a person asks for (pair
 * two lifts, stretch a pyramid) is composed of them in `operations.ts`; the difference of two documents is in `diff.ts`.
 */

import { entryAt, valueAt } from "../lists";
import { oneLine } from "../text";
import { allBlocks, type Block, type Segment, type SessionDocument, type Slot, type WorkSet } from "./grammar";

/** What a session says beside its blocks. */
export type SessionFields = Omit<SessionDocument, "version" | "blocks" | "finisher">;
/** What a block says beside its slots. */
export type BlockFields = Omit<Block, "id" | "slots">;
/** What a slot says beside its sets. */
export type SlotFields = Omit<Slot, "id" | "sets">;
/** What a set says beside its segments. */
export type SetFields = Omit<WorkSet, "id" | "segments">;
export type SegmentFields = Omit<Segment, "id">;

type FieldOf<Fields> = { [K in keyof Fields]-?: { readonly field: K; readonly value: Fields[K] } }[keyof Fields];

/** The id of the neighbour that something follows; null: it stands first. */
export type PrecedingId = string | null;

export type Edit =
  | ({ readonly kind: "setSession" } & FieldOf<SessionFields>)
  | { readonly kind: "insertBlock"; readonly block: Block; readonly after: PrecedingId }
  | { readonly kind: "removeBlock"; readonly blockId: string }
  | { readonly kind: "moveBlock"; readonly blockId: string; readonly after: PrecedingId }
  | { readonly kind: "setFinisher"; readonly block: Block | null }
  | ({ readonly kind: "setBlock"; readonly blockId: string } & FieldOf<BlockFields>)
  | { readonly kind: "insertSlot"; readonly blockId: string; readonly slot: Slot; readonly after: PrecedingId }
  | { readonly kind: "removeSlot"; readonly slotId: string }
  | { readonly kind: "moveSlot"; readonly slotId: string; readonly blockId: string; readonly after: PrecedingId }
  | ({ readonly kind: "setSlot"; readonly slotId: string } & FieldOf<SlotFields>)
  /**
   * Which set stands in which round, by id; null sits it out. New sets are given whole, those no longer named go away.
   */
  | {
      readonly kind: "arrangeSets";
      readonly slotId: string;
      readonly order: readonly (string | null)[];
      readonly added: readonly WorkSet[];
    }
  | ({ readonly kind: "setSet"; readonly setId: string } & FieldOf<SetFields>)
  | { readonly kind: "insertSegment"; readonly setId: string; readonly segment: Segment; readonly after: PrecedingId }
  | { readonly kind: "removeSegment"; readonly segmentId: string }
  | { readonly kind: "moveSegment"; readonly segmentId: string; readonly after: PrecedingId }
  | ({ readonly kind: "setSegment"; readonly segmentId: string } & FieldOf<SegmentFields>);

/** The document after the edits, and the edits that take it back; or why the edits no longer fit. */
type Edited =
  | { readonly ok: true; readonly document: SessionDocument; readonly inverse: readonly Edit[] }
  | { readonly ok: false; readonly message: string };

/** Applies edits in order: all of them, or none. */
export function applyEdits(document: SessionDocument, edits: readonly Edit[]): Edited {
  let current = document;
  const inverse: Edit[] = [];
  for (const edit of edits) {
    const step = applyEdit(current, edit);
    if (!step.ok) return step;
    current = step.document;
    inverse.unshift(...step.inverse);
  }
  return { ok: true, document: current, inverse };
}

const gone = (what: string): Edited => ({
  ok: false,
  message: `The ${what} that this change is about is not in the session any more.`,
});
const done = (document: SessionDocument, ...inverse: Edit[]): Edited => ({ ok: true, document, inverse });

/** Edits of one field; the types of field and value are tied where an edit is made. */
const fieldEdit = (edit: object): Edit => edit as Edit;

function applyEdit(document: SessionDocument, edit: Edit): Edited {
  switch (edit.kind) {
    case "setSession":
      return done(
        // A title is the first line of the session's text.
        { ...document, [edit.field]: edit.field === "title" ? oneLine(edit.value) : edit.value },
        fieldEdit({ kind: "setSession", field: edit.field, value: document[edit.field] }),
      );
    case "insertBlock": {
      const blocks = insertAfter(document.blocks, edit.block, edit.after);
      return blocks ? done({ ...document, blocks }, { kind: "removeBlock", blockId: edit.block.id }) : gone("place");
    }
    case "removeBlock": {
      const taken = takeOut(document.blocks, edit.blockId);
      if (!taken) return gone("block");
      return done({ ...document, blocks: taken.rest }, { kind: "insertBlock", block: taken.one, after: taken.after });
    }
    case "moveBlock": {
      const moved = move(document.blocks, edit.blockId, edit.after);
      if (!moved) return gone("block");
      return done({ ...document, blocks: moved.list }, { kind: "moveBlock", blockId: edit.blockId, after: moved.from });
    }
    case "setFinisher":
      return done({ ...document, finisher: edit.block }, { kind: "setFinisher", block: document.finisher });
    case "setBlock":
      return inBlock(document, edit.blockId, (block) => ({
        block: { ...block, [edit.field]: edit.value },
        inverse: fieldEdit({ kind: "setBlock", blockId: block.id, field: edit.field, value: block[edit.field] }),
      }));
    case "insertSlot":
      return inBlock(document, edit.blockId, (block) => {
        const slots = insertAfter(block.slots, edit.slot, edit.after);
        return slots && { block: { ...block, slots }, inverse: { kind: "removeSlot", slotId: edit.slot.id } };
      });
    case "removeSlot": {
      const from = blockOfSlot(document, edit.slotId);
      if (!from) return gone("lift");
      return inBlock(document, from.id, (block) => {
        const { rest, one, after } = takeOut(block.slots, edit.slotId)!;
        return {
          block: { ...block, slots: rest },
          inverse: { kind: "insertSlot", blockId: block.id, slot: one, after },
        };
      });
    }
    case "moveSlot":
      return moveSlot(document, edit);
    case "setSlot":
      return inSlot(document, edit.slotId, (slot) => ({
        slot: { ...slot, [edit.field]: edit.value },
        inverse: fieldEdit({ kind: "setSlot", slotId: slot.id, field: edit.field, value: slot[edit.field] }),
      }));
    case "arrangeSets":
      return inSlot(document, edit.slotId, (slot) => arrange(slot, edit.order, edit.added));
    case "setSet":
      return inSet(document, edit.setId, (set) => ({
        set: { ...set, [edit.field]: edit.value },
        inverse: fieldEdit({ kind: "setSet", setId: set.id, field: edit.field, value: set[edit.field] }),
      }));
    case "insertSegment":
      return inSet(document, edit.setId, (set) => {
        const segments = insertAfter(set.segments, edit.segment, edit.after);
        return (
          segments && { set: { ...set, segments }, inverse: { kind: "removeSegment", segmentId: edit.segment.id } }
        );
      });
    case "removeSegment":
      return inSetOf(document, edit.segmentId, (set) => {
        const { rest, one, after } = takeOut(set.segments, edit.segmentId)!;
        return {
          set: { ...set, segments: rest },
          inverse: { kind: "insertSegment", setId: set.id, segment: one, after },
        };
      });
    case "moveSegment":
      return inSetOf(document, edit.segmentId, (set) => {
        const moved = move(set.segments, edit.segmentId, edit.after);
        return (
          moved && {
            set: { ...set, segments: moved.list },
            inverse: { kind: "moveSegment", segmentId: edit.segmentId, after: moved.from },
          }
        );
      });
    case "setSegment":
      return inSetOf(document, edit.segmentId, (set) => {
        const at = set.segments.findIndex(({ id }) => id === edit.segmentId);
        const segment = entryAt(set.segments, at);
        return {
          set: { ...set, segments: set.segments.with(at, { ...segment, [edit.field]: edit.value }) },
          inverse: fieldEdit({
            kind: "setSegment",
            segmentId: segment.id,
            field: edit.field,
            value: segment[edit.field],
          }),
        };
      });
  }
}

// --- places by neighbour ----------------------------------------------------------------------------------------------

interface Identified {
  readonly id: string;
}

function insertAfter<T extends Identified>(list: readonly T[], one: T, after: PrecedingId): T[] | null {
  if (after === null) return [one, ...list];
  const at = list.findIndex(({ id }) => id === after);
  return at < 0 ? null : list.toSpliced(at + 1, 0, one);
}

function takeOut<T extends Identified>(
  list: readonly T[],
  id: string,
): { rest: T[]; one: T; after: PrecedingId } | null {
  const at = list.findIndex((one) => one.id === id);
  if (at < 0) return null;
  return { rest: list.toSpliced(at, 1), one: entryAt(list, at), after: list[at - 1]?.id ?? null };
}

function move<T extends Identified>(
  list: readonly T[],
  id: string,
  after: PrecedingId,
): { list: T[]; from: PrecedingId } | null {
  const taken = takeOut(list, id);
  const moved = taken && insertAfter(taken.rest, taken.one, after);
  return moved && { list: moved, from: taken.after };
}

function moveSlot(document: SessionDocument, edit: Extract<Edit, { kind: "moveSlot" }>): Edited {
  const from = blockOfSlot(document, edit.slotId);
  if (!from) return gone("lift");
  const taken = takeOut(from.slots, edit.slotId)!;
  const without = inBlock(document, from.id, (block) => ({ block: { ...block, slots: taken.rest }, inverse: null }));
  if (!without.ok) return without;
  const inverse: Edit = { kind: "moveSlot", slotId: edit.slotId, blockId: from.id, after: taken.after };
  return inBlock(without.document, edit.blockId, (block) => {
    const slots = insertAfter(block.slots, taken.one, edit.after);
    return slots && { block: { ...block, slots }, inverse };
  });
}

function arrange(
  slot: Slot,
  order: readonly (string | null)[],
  added: readonly WorkSet[],
): { slot: Slot; inverse: Edit } | null {
  const known = new Map([...slot.sets, ...added].flatMap((set) => (set ? [[set.id, set]] : [])));
  if (order.some((id) => id !== null && !known.has(id))) return null;
  const named = new Set(order);
  const leaving = slot.sets.filter((set): set is WorkSet => set !== null && !named.has(set.id));
  return {
    slot: { ...slot, sets: order.map((id) => (id === null ? null : valueAt(known, id))) },
    inverse: { kind: "arrangeSets", slotId: slot.id, order: slot.sets.map((set) => set?.id ?? null), added: leaving },
  };
}

// --- reaching in ------------------------------------------------------------------------------------------------------

function inBlock(
  document: SessionDocument,
  blockId: string,
  change: (block: Block) => { block: Block; inverse: Edit | null } | null,
): Edited {
  const isFinisher = document.finisher?.id === blockId;
  const at = document.blocks.findIndex((block) => block.id === blockId);
  const block = isFinisher ? document.finisher : document.blocks[at];
  if (!block) return gone("block");
  const changed = change(block);
  if (!changed) return gone("place");
  const inverse = changed.inverse ? [changed.inverse] : [];
  return done(
    isFinisher
      ? { ...document, finisher: changed.block }
      : { ...document, blocks: document.blocks.with(at, changed.block) },
    ...inverse,
  );
}

function inSlot(
  document: SessionDocument,
  slotId: string,
  change: (slot: Slot) => { slot: Slot; inverse: Edit } | null,
): Edited {
  const block = blockOfSlot(document, slotId);
  if (!block) return gone("lift");
  const at = block.slots.findIndex((slot) => slot.id === slotId);
  const changed = change(entryAt(block.slots, at));
  if (!changed) return gone("set");
  return inBlock(document, block.id, (one) => ({
    block: { ...one, slots: one.slots.with(at, changed.slot) },
    inverse: changed.inverse,
  }));
}

type SetChange = (set: WorkSet) => { set: WorkSet; inverse: Edit } | null;

const inSet = (document: SessionDocument, setId: string, change: SetChange): Edited =>
  inFoundSet(document, (set) => set.id === setId, "set", change);

const inSetOf = (document: SessionDocument, segmentId: string, change: SetChange): Edited =>
  inFoundSet(document, (set) => set.segments.some(({ id }) => id === segmentId), "part", change);

function inFoundSet(
  document: SessionDocument,
  isIt: (set: WorkSet) => boolean,
  what: string,
  change: SetChange,
): Edited {
  for (const block of allBlocks(document)) {
    for (const slot of block.slots) {
      const at = slot.sets.findIndex((set) => set !== null && isIt(set));
      if (at < 0) continue;
      const changed = change(slot.sets[at]!);
      if (!changed) return gone("place");
      return inSlot(document, slot.id, (one) => ({
        slot: { ...one, sets: one.sets.with(at, changed.set) },
        inverse: changed.inverse,
      }));
    }
  }
  return gone(what);
}

export function blockOfSlot(document: SessionDocument, slotId: string): Block | null {
  return allBlocks(document).find((block) => block.slots.some((slot) => slot.id === slotId)) ?? null;
}

export function slotById(document: SessionDocument, slotId: string): Slot | null {
  return blockOfSlot(document, slotId)?.slots.find((slot) => slot.id === slotId) ?? null;
}
