/**
 * Editing operations: primitive, id-addressed changes of a document, each with an exact inverse. Undo, redo, patches and
 * merging are all lists of these. The operations a person names (pair two lifts, stretch a pyramid) are composed of them
 * in `operations.ts`.
 */
import { allBlocks, type Block, type SessionDocument, type Slot, type WorkSet } from "./grammar";

/** What a block says beside its slots. */
export type BlockFields = Pick<Block, "rounds" | "restAfterRound" | "intent">;
/** What a slot says beside its sets. */
export type SlotFields = Omit<Slot, "id" | "sets">;
/** What a session says beside its blocks. */
export type SessionFields = Omit<SessionDocument, "version" | "blocks" | "finisher">;

export type Edit =
  | { readonly kind: "insertBlock"; readonly at: number; readonly block: Block }
  | { readonly kind: "removeBlock"; readonly blockId: string }
  | { readonly kind: "moveBlock"; readonly blockId: string; readonly to: number }
  | { readonly kind: "setBlock"; readonly blockId: string; readonly fields: BlockFields }
  | { readonly kind: "setFinisher"; readonly block: Block | null }
  | { readonly kind: "insertSlot"; readonly blockId: string; readonly at: number; readonly slot: Slot }
  | { readonly kind: "removeSlot"; readonly slotId: string }
  | { readonly kind: "setSlot"; readonly slotId: string; readonly fields: Partial<SlotFields> }
  | { readonly kind: "setSets"; readonly slotId: string; readonly sets: readonly (WorkSet | null)[] }
  | { readonly kind: "setSet"; readonly slotId: string; readonly round: number; readonly set: WorkSet | null }
  | { readonly kind: "setSession"; readonly fields: Partial<SessionFields> }
  /** The whole session at once, as when its text was rewritten. */
  | { readonly kind: "rewrite"; readonly document: SessionDocument };

/** The document after the edits, and the edits that take it back; or why the edits no longer fit. */
export type Edited =
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

function applyEdit(document: SessionDocument, edit: Edit): Edited {
  switch (edit.kind) {
    case "insertBlock": {
      const at = Math.min(Math.max(0, edit.at), document.blocks.length);
      return done(
        { ...document, blocks: document.blocks.toSpliced(at, 0, edit.block) },
        { kind: "removeBlock", blockId: edit.block.id },
      );
    }
    case "removeBlock": {
      const at = document.blocks.findIndex((block) => block.id === edit.blockId);
      if (at < 0) return gone("block");
      const block = document.blocks[at]!;
      return done({ ...document, blocks: document.blocks.toSpliced(at, 1) }, { kind: "insertBlock", at, block });
    }
    case "moveBlock": {
      const from = document.blocks.findIndex((block) => block.id === edit.blockId);
      if (from < 0) return gone("block");
      const to = Math.min(Math.max(0, edit.to), document.blocks.length - 1);
      const rest = document.blocks.toSpliced(from, 1);
      return done(
        { ...document, blocks: rest.toSpliced(to, 0, document.blocks[from]!) },
        { kind: "moveBlock", blockId: edit.blockId, to: from },
      );
    }
    case "setFinisher":
      return done({ ...document, finisher: edit.block }, { kind: "setFinisher", block: document.finisher });
    case "setSession": {
      const before = Object.fromEntries(
        Object.keys(edit.fields).map((key) => [key, document[key as keyof SessionFields]]),
      );
      return done({ ...document, ...edit.fields }, { kind: "setSession", fields: before });
    }
    case "rewrite":
      return done(edit.document, { kind: "rewrite", document });
    case "setBlock":
      return inBlock(document, edit.blockId, (block) => {
        const { rounds, restAfterRound, intent } = block;
        return {
          block: { ...block, ...edit.fields },
          inverse: { kind: "setBlock", blockId: block.id, fields: { rounds, restAfterRound, intent } },
        };
      });
    case "insertSlot":
      return inBlock(document, edit.blockId, (block) => {
        const at = Math.min(Math.max(0, edit.at), block.slots.length);
        return {
          block: { ...block, slots: block.slots.toSpliced(at, 0, edit.slot) },
          inverse: { kind: "removeSlot", slotId: edit.slot.id },
        };
      });
    case "removeSlot": {
      const block = blockOfSlot(document, edit.slotId);
      if (!block) return gone("lift");
      const at = block.slots.findIndex((slot) => slot.id === edit.slotId);
      return inBlock(document, block.id, (one) => ({
        block: { ...one, slots: one.slots.toSpliced(at, 1) },
        inverse: { kind: "insertSlot", blockId: one.id, at, slot: one.slots[at]! },
      }));
    }
    case "setSlot":
      return inSlot(document, edit.slotId, (slot) => {
        const before = Object.fromEntries(Object.keys(edit.fields).map((key) => [key, slot[key as keyof SlotFields]]));
        return { slot: { ...slot, ...edit.fields }, inverse: { kind: "setSlot", slotId: slot.id, fields: before } };
      });
    case "setSets":
      return inSlot(document, edit.slotId, (slot) => ({
        slot: { ...slot, sets: edit.sets },
        inverse: { kind: "setSets", slotId: slot.id, sets: slot.sets },
      }));
    case "setSet":
      return inSlot(document, edit.slotId, (slot) =>
        edit.round in slot.sets
          ? {
              slot: { ...slot, sets: slot.sets.with(edit.round, edit.set) },
              inverse: { ...edit, set: slot.sets[edit.round]! },
            }
          : null,
      );
  }
}

function inBlock(
  document: SessionDocument,
  blockId: string,
  change: (block: Block) => { block: Block; inverse: Edit },
): Edited {
  if (document.finisher?.id === blockId) {
    const { block, inverse } = change(document.finisher);
    return done({ ...document, finisher: block }, inverse);
  }
  const at = document.blocks.findIndex((block) => block.id === blockId);
  if (at < 0) return gone("block");
  const { block, inverse } = change(document.blocks[at]!);
  return done({ ...document, blocks: document.blocks.with(at, block) }, inverse);
}

function inSlot(
  document: SessionDocument,
  slotId: string,
  change: (slot: Slot) => { slot: Slot; inverse: Edit } | null,
): Edited {
  const block = blockOfSlot(document, slotId);
  if (!block) return gone("lift");
  const at = block.slots.findIndex((slot) => slot.id === slotId);
  const changed = change(block.slots[at]!);
  if (!changed) return gone("round");
  return inBlock(document, block.id, (one) => ({
    block: { ...one, slots: one.slots.with(at, changed.slot) },
    inverse: changed.inverse,
  }));
}

export function blockOfSlot(document: SessionDocument, slotId: string): Block | null {
  return allBlocks(document).find((block) => block.slots.some((slot) => slot.id === slotId)) ?? null;
}

export function slotById(document: SessionDocument, slotId: string): Slot | null {
  return blockOfSlot(document, slotId)?.slots.find((slot) => slot.id === slotId) ?? null;
}
