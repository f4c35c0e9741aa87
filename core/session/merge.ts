/**
 * Two people's changes of one document: what touches different things is merged, what touches the same field twice is said,
 * with both values. Whatever was saved first stands.
 */
import { sameValue } from "../same";
import { applyEdits, type Edit } from "./edits";
import { allBlocks, type Block, type SessionDocument } from "./grammar";

export interface EditConflict {
  /** The change that was not taken. */
  readonly mine: Edit;
  /** The change that stands in its way; null where what it was about has gone. */
  readonly theirs: Edit | null;
}

interface Merged {
  readonly document: SessionDocument;
  /** What was taken of mine, in order, and the edits that take it back. */
  readonly taken: readonly Edit[];
  readonly inverse: readonly Edit[];
  readonly conflicts: readonly EditConflict[];
}

/**
 * Puts `mine` on top of `theirs`; both were made on `base`. Edits of mine that touch a field that they changed to another
 * value, or something that they removed, are left out and named.
 */
export function mergeEdits(base: SessionDocument, theirs: readonly Edit[], mine: readonly Edit[]): Merged {
  const first = applyEdits(base, theirs);
  if (!first.ok) throw new Error(`the edits that were saved do not fit their own base: ${first.message}`);
  const written = new Map<string, Edit>();
  for (const edit of theirs) for (const key of touchesOf(edit, base).writes) written.set(key, edit);
  let document = first.document;
  const taken: Edit[] = [];
  const inverse: Edit[] = [];
  const conflicts: EditConflict[] = [];
  for (const edit of mine) {
    const { writes, reads } = touchesOf(edit, base);
    const clash = [...writes, ...reads.filter((key) => key.startsWith("exists:"))]
      .filter((key) => !key.startsWith("gap:"))
      .map((key) => written.get(key))
      .find((other) => other !== undefined && !sameValue(other, edit));
    const applied = clash ? null : applyEdits(document, [edit]);
    if (!applied?.ok) {
      conflicts.push({ mine: edit, theirs: clash ?? null });
      continue;
    }
    document = applied.document;
    taken.push(edit);
    inverse.unshift(...applied.inverse);
  }
  return { document, taken, inverse, conflicts };
}

/** Whether two lists of edits touch different things, so that their order does not matter. */
export function areIndependent(base: SessionDocument, a: readonly Edit[], b: readonly Edit[]): boolean {
  const all = (edits: readonly Edit[]) => {
    const touched = edits.map((edit) => touchesOf(edit, base));
    return {
      writes: new Set(touched.flatMap((one) => one.writes)),
      reads: new Set(touched.flatMap((one) => one.reads)),
    };
  };
  const [one, other] = [all(a), all(b)];
  const meet = (x: ReadonlySet<string>, y: ReadonlySet<string>) => [...x].some((key) => y.has(key));
  return !meet(one.writes, other.writes) && !meet(one.writes, other.reads) && !meet(one.reads, other.writes);
}

interface Touches {
  readonly writes: readonly string[];
  readonly reads: readonly string[];
}

const exists = (id: string): string => `exists:${id}`;
const place = (id: string): string => `place:${id}`;
const gap = (container: string, after: string | null): string => `gap:${container}:${after ?? "first"}`;
const near = (after: string | null): string[] => (after === null ? [] : [exists(after), place(after)]);

/** What an edit changes and what it relies on, as keys; of a document that it was made on. */
function touchesOf(edit: Edit, base: SessionDocument): Touches {
  switch (edit.kind) {
    case "setSession":
      return { writes: [`session.${edit.field}`], reads: [] };
    case "insertBlock":
      return { writes: [...inside(edit.block).map(exists), gap("", edit.after)], reads: near(edit.after) };
    case "removeBlock": {
      const block = allBlocks(base).find(({ id }) => id === edit.blockId);
      return { writes: [...(block ? inside(block) : [edit.blockId]).map(exists), place(edit.blockId)], reads: [] };
    }
    case "moveBlock":
      return {
        writes: [place(edit.blockId), gap("", edit.after)],
        reads: [exists(edit.blockId), ...near(edit.after)],
      };
    case "setFinisher": {
      const ids = [...(base.finisher ? inside(base.finisher) : []), ...(edit.block ? inside(edit.block) : [])];
      return { writes: ["session.finisher", ...ids.map(exists)], reads: [] };
    }
    case "setBlock":
      return { writes: [`${edit.blockId}.${edit.field}`], reads: [exists(edit.blockId)] };
    case "insertSlot":
      return {
        writes: [...insideSlot(edit.slot).map(exists), gap(edit.blockId, edit.after)],
        reads: [exists(edit.blockId), `${edit.blockId}.rounds`, ...near(edit.after)],
      };
    case "removeSlot": {
      const slot = slotsOf(base).find(({ id }) => id === edit.slotId);
      return { writes: [...(slot ? insideSlot(slot) : [edit.slotId]).map(exists), place(edit.slotId)], reads: [] };
    }
    case "moveSlot":
      return {
        writes: [place(edit.slotId), gap(edit.blockId, edit.after)],
        reads: [exists(edit.slotId), exists(edit.blockId), `${edit.blockId}.rounds`, ...near(edit.after)],
      };
    case "setSlot":
      return { writes: [`${edit.slotId}.${edit.field}`], reads: [exists(edit.slotId)] };
    case "arrangeSets": {
      const slot = slotsOf(base).find(({ id }) => id === edit.slotId);
      const leaving = (slot?.sets ?? []).filter((set) => set !== null && !edit.order.includes(set.id));
      const ids = [...leaving, ...edit.added].flatMap((set) => [set!.id, ...set!.segments.map(({ id }) => id)]);
      return { writes: [`${edit.slotId}.order`, ...ids.map(exists)], reads: [exists(edit.slotId)] };
    }
    case "setSet":
      return { writes: [`${edit.setId}.${edit.field}`], reads: [exists(edit.setId)] };
    case "insertSegment":
      return {
        writes: [exists(edit.segment.id), gap(edit.setId, edit.after)],
        reads: [exists(edit.setId), ...near(edit.after)],
      };
    case "removeSegment":
      return { writes: [exists(edit.segmentId), place(edit.segmentId)], reads: [] };
    case "moveSegment": {
      const set = setOfSegment(base, edit.segmentId);
      return {
        writes: [place(edit.segmentId), gap(set ?? "", edit.after)],
        reads: [exists(edit.segmentId), ...near(edit.after)],
      };
    }
    case "setSegment": {
      const refers = edit.field === "load" && edit.value.kind === "ofSlot" ? [exists(edit.value.slotId)] : [];
      return { writes: [`${edit.segmentId}.${edit.field}`], reads: [exists(edit.segmentId), ...refers] };
    }
  }
}

const slotsOf = (document: SessionDocument) => allBlocks(document).flatMap((block) => block.slots);

type AnyBlock = ReturnType<typeof allBlocks>[number];

const inside = (block: AnyBlock): string[] => [block.id, ...block.slots.flatMap(insideSlot)];

const insideSlot = (slot: AnyBlock["slots"][number]): string[] => [
  slot.id,
  ...slot.sets.flatMap((set) => (set ? [set.id, ...set.segments.map(({ id }) => id)] : [])),
];

const setOfSegment = (document: SessionDocument, segmentId: string): string | undefined =>
  slotsOf(document)
    .flatMap((slot) => slot.sets)
    .find((set) => set?.segments.some(({ id }) => id === segmentId))?.id;

/** The blocks of a document that edits are about, in its order; of what has gone, none. */
export function blocksTouched(document: SessionDocument, edits: readonly Edit[]): string[] {
  const named = new Set(
    edits.flatMap((edit) => {
      if (edit.kind === "insertBlock") return [edit.block.id];
      const { blockId, slotId, setId, segmentId } = edit as Partial<
        Record<"blockId" | "slotId" | "setId" | "segmentId", string>
      >;
      return [blockId, slotId, setId, segmentId].filter((id) => id !== undefined);
    }),
  );
  const isNamed = ({ id, slots }: Block): boolean =>
    named.has(id) ||
    slots.some(
      (slot) =>
        named.has(slot.id) ||
        slot.sets.some((set) => set && (named.has(set.id) || set.segments.some((segment) => named.has(segment.id)))),
    );
  return allBlocks(document)
    .filter(isNamed)
    .map(({ id }) => id);
}
