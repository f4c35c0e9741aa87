/**
 * The difference of two documents as edits: what a person would say was changed. Ids decide what is the same; text, which
 * carries none, is reconciled first.
 */
import { foundIn, unmoved, valueAt } from "../lists";
import { sameValue } from "../same";
import { applyEdits, type BlockFields, type Edit, type PrecedingId } from "./edits";
import { allBlocks, type Block, type SessionDocument, type Slot, type WorkSet } from "./grammar";

/** Edits that make `after` of `before`, as few as name what changed. */
export function diffDocuments(before: SessionDocument, after: SessionDocument): Edit[] {
  const steps = new Steps(before);
  const { version: _version, blocks: _blocks, finisher: _finisher, ...fields } = after;
  steps.take(fieldEdits({ kind: "setSession" }, before, fields));
  const sameFinisher = before.finisher?.id === after.finisher?.id;
  if (!sameFinisher && before.finisher) steps.take([{ kind: "setFinisher", block: null }]);
  const arriving = new Set(sameFinisher ? [] : after.finisher?.slots.map((slot) => slot.id));
  moveLifts(steps, sameFinisher ? allBlocks(after) : after.blocks, arriving);
  const staying = new Set(after.blocks.map((block) => block.id));
  for (const block of steps.document.blocks)
    if (!staying.has(block.id)) steps.take([{ kind: "removeBlock", blockId: block.id }]);
  if (!sameFinisher && after.finisher) steps.take([{ kind: "setFinisher", block: after.finisher }]);
  const order = after.blocks.map((block) => block.id);
  for (const [id, previous] of moves(
    steps.document.blocks.map((block) => block.id),
    order,
  ))
    steps.take([{ kind: "moveBlock", blockId: id, after: previous }]);
  const now = new Map(allBlocks(steps.document).map((block) => [block.id, block]));
  for (const block of allBlocks(after)) {
    const { id: _id, slots, ...own } = block;
    steps.take(fieldEdits({ kind: "setBlock", blockId: block.id }, valueAt(now, block.id), own));
    const old = new Map(valueAt(now, block.id).slots.map((slot) => [slot.id, slot]));
    for (const slot of slots) if (old.get(slot.id) !== slot) steps.take(diffSlot(valueAt(old, slot.id), slot));
  }
  return steps.edits;
}

/** Edits taken one after the other, with the document as it stands between them. */
class Steps {
  readonly edits: Edit[] = [];
  constructor(public document: SessionDocument) {}

  take(edits: readonly Edit[]): void {
    const edited = applyEdits(this.document, edits);
    if (!edited.ok) throw new Error(`a difference does not fit: ${edited.message}`);
    this.document = edited.document;
    this.edits.push(...edits);
  }
}

/** Puts every lift into its block and in order: new blocks and lifts come in, others move, what nobody wants goes. */
function moveLifts(steps: Steps, blocks: readonly Block[], leavingForFinisher: ReadonlySet<string>): void {
  const wanted = new Set(blocks.flatMap((block) => block.slots.map((slot) => slot.id)));
  for (const block of allBlocks(steps.document))
    for (const slot of block.slots)
      if (leavingForFinisher.has(slot.id) || (!wanted.has(slot.id) && blocks.some(({ id }) => id === block.id)))
        steps.take([{ kind: "removeSlot", slotId: slot.id }]);
  const placed = new Set(allBlocks(steps.document).flatMap((block) => block.slots.map((slot) => slot.id)));
  let previous: PrecedingId = null;
  for (const block of blocks) {
    if (!allBlocks(steps.document).some(({ id }) => id === block.id)) {
      const isNew = !block.slots.some((slot) => placed.has(slot.id));
      steps.take([{ kind: "insertBlock", block: isNew ? block : { ...block, slots: [] }, after: previous }]);
    }
    if (steps.document.finisher?.id !== block.id) previous = block.id;
  }
  for (const block of blocks) {
    const slotsNow = () => foundIn(allBlocks(steps.document), ({ id }) => id === block.id).slots.map((slot) => slot.id);
    let before: PrecedingId = null;
    for (const slot of block.slots) {
      if (!slotsNow().includes(slot.id))
        steps.take([
          placed.has(slot.id)
            ? { kind: "moveSlot", slotId: slot.id, blockId: block.id, after: before }
            : { kind: "insertSlot", blockId: block.id, slot, after: before },
        ]);
      before = slot.id;
    }
    const order = block.slots.map((slot) => slot.id);
    const here = slotsNow().filter((id) => order.includes(id));
    for (const [id, after] of moves(here, order))
      steps.take([{ kind: "moveSlot", slotId: id, blockId: block.id, after }]);
  }
}

/** The entries to move, each with the neighbour it comes to stand after, so that `from` gets the order of `to`. */
function moves(from: readonly string[], to: readonly string[]): [string, PrecedingId][] {
  const settled = unmoved(from, to);
  return to.flatMap((id, index): [string, PrecedingId][] => (settled.has(id) ? [] : [[id, to[index - 1] ?? null]]));
}

/** The edits that give a block other fields; those left out stay. */
export const diffBlock = (block: Block, fields: Partial<BlockFields>): Edit[] =>
  fieldEdits({ kind: "setBlock", blockId: block.id }, block, fields);

/** The edits that give a lift other sets. */
export const diffSlotSets = (slot: Slot, sets: Slot["sets"]): Edit[] => diffSlot(slot, { ...slot, sets });

/** One edit for each field whose value differs. */
function fieldEdits(what: object, before: object, fields: object): Edit[] {
  return Object.entries(fields).flatMap(([field, value]) =>
    sameValue((before as Record<string, unknown>)[field], value) ? [] : [{ ...what, field, value } as unknown as Edit],
  );
}

/** What changed in one lift: its own fields, which set stands in which round, and the sets that stay. */
export function diffSlot(old: Slot, slot: Slot): Edit[] {
  const { id: _id, sets: _sets, ...own } = slot;
  const edits = fieldEdits({ kind: "setSlot", slotId: slot.id }, old, own);
  const known = new Map(old.sets.flatMap((set) => (set ? [[set.id, set]] : [])));
  const order = slot.sets.map((set) => set?.id ?? null);
  if (
    !sameValue(
      order,
      old.sets.map((set) => set?.id ?? null),
    )
  ) {
    const added = slot.sets.filter((set): set is WorkSet => set !== null && !known.has(set.id));
    edits.push({ kind: "arrangeSets", slotId: slot.id, order, added });
  }
  for (const set of slot.sets) {
    const before = set && known.get(set.id);
    if (before && before !== set) edits.push(...diffSets(before, set));
  }
  return edits;
}

/** What changed in one set: its role and stop, and its parts. */
export function diffSets(before: WorkSet, after: WorkSet): Edit[] {
  const setId = before.id;
  const { id: _id, segments, ...own } = after;
  const edits = fieldEdits({ kind: "setSet", setId }, before, own);
  const known = new Map(before.segments.map((segment) => [segment.id, segment]));
  const staying = new Set(segments.map(({ id }) => id));
  const settled = unmoved(
    before.segments.map(({ id }) => id),
    segments.map(({ id }) => id),
  );
  let previous: PrecedingId = null;
  for (const segment of segments) {
    const old = known.get(segment.id);
    if (!old) edits.push({ kind: "insertSegment", setId, segment, after: previous });
    else {
      if (!settled.has(segment.id)) edits.push({ kind: "moveSegment", segmentId: segment.id, after: previous });
      const { id: _segmentId, ...fields } = segment;
      edits.push(...fieldEdits({ kind: "setSegment", segmentId: segment.id }, old, fields));
    }
    previous = segment.id;
  }
  for (const { id } of before.segments) if (!staying.has(id)) edits.push({ kind: "removeSegment", segmentId: id });
  return edits;
}
