import { firstOf, foundIn, lastOf } from "../lists";
import { diffBlock, diffDocuments, diffSets, diffSlot, diffSlotSets } from "./diff";
import { applyEdits, blockOfSlot, type Edit, type PrecedingId, slotById } from "./edits";
import {
  allBlocks,
  type Block,
  EMPTY_DOCUMENT,
  LIMITS,
  type LoadRule,
  plannedRounds,
  type Rounds,
  type Segment,
  type SessionDocument,
  type Slot,
  type WorkSet,
} from "./grammar";
import { edits, NOT_THERE, no, type Operation } from "./operation";
import { freshSet, padRests, stretchRests } from "./rounds";
import { lineageOf, type MakeId } from "./shorthand/finish-slot";

/** One operation after another, on what the first leaves: one step of both. */
export function composeOperations(
  document: SessionDocument,
  first: Operation,
  next: (now: SessionDocument) => Operation,
): Operation {
  if (!first.ok) return first;
  const edited = applyEdits(document, first.edits);
  if (!edited.ok) return no(edited.message);
  const second = next(edited.document);
  return second.ok ? edits(...first.edits, ...second.edits) : second;
}

/** The last lift of a block has no transition: the round's rest follows it. */
function tidied(document: SessionDocument, list: readonly Edit[]): Operation {
  const edited = applyEdits(document, list);
  if (!edited.ok) return no(edited.message);
  const loose = allBlocks(edited.document)
    .flatMap((block) => block.slots.slice(-1))
    .filter((slot) => slot.restAfter !== null);
  return edits(
    ...list,
    ...loose.map((slot): Edit => ({ kind: "setSlot", slotId: slot.id, field: "restAfter", value: null })),
  );
}

// --- blocks -----------------------------------------------------------------------------------------------------------

/** Whom an entry follows that comes to stand at a place of a list. */
function neighbourAt(list: readonly { readonly id: string }[], at: number): PrecedingId {
  return at <= 0 ? null : (list[Math.min(at, list.length) - 1]?.id ?? null);
}

const isFinisher = (document: SessionDocument, blockId: string): boolean => document.finisher?.id === blockId;

export function addBlock(document: SessionDocument, block: Block, at = document.blocks.length): Operation {
  if (allBlocks(document).length >= LIMITS.blocks) return no(`A session holds at most ${LIMITS.blocks} blocks.`);
  return edits({ kind: "insertBlock", block, after: neighbourAt(document.blocks, at) });
}

/** New blocks at a place, in their order. */
export const addBlocks = (document: SessionDocument, blocks: readonly Block[], at: number): Operation =>
  blocks.reduce<Operation>(
    (before, block, index) => composeOperations(document, before, (now) => addBlock(now, block, at + index)),
    edits(),
  );

export function removeBlock(document: SessionDocument, blockId: string): Operation {
  const block = allBlocks(document).find((one) => one.id === blockId);
  if (!block) return NOT_THERE;
  const freed = releaseReferences(document, new Set(block.slots.map((slot) => slot.id)));
  return edits(...freed, withoutBlock(document, blockId));
}

export function moveBlock(document: SessionDocument, blockId: string, to: number): Operation {
  if (isFinisher(document, blockId)) return no("The finisher stays last.");
  const others = document.blocks.filter((block) => block.id !== blockId);
  if (others.length === document.blocks.length) return NOT_THERE;
  return edits({ kind: "moveBlock", blockId, after: neighbourAt(others, to) });
}

/** The block as the session's last part, beside its blocks; the finisher there was becomes a block again. */
export function asFinisher(document: SessionDocument, blockId: string): Operation {
  const block = document.blocks.find((one) => one.id === blockId);
  if (!block) return NOT_THERE;
  return edits(
    ...diffDocuments(document, {
      ...document,
      blocks: [...document.blocks.filter((one) => one !== block), ...(document.finisher ? [document.finisher] : [])],
      finisher: block,
    }),
  );
}

/** The finisher as a block like the others, the last of them. */
export function noFinisher(document: SessionDocument): Operation {
  if (!document.finisher) return NOT_THERE;
  return edits(
    ...diffDocuments(document, { ...document, blocks: [...document.blocks, document.finisher], finisher: null }),
  );
}

export function duplicateBlock(document: SessionDocument, blockId: string, makeId: MakeId): Operation {
  const at = document.blocks.findIndex((block) => block.id === blockId);
  const block = document.blocks[at] ?? (isFinisher(document, blockId) ? document.finisher : null);
  if (!block) return NOT_THERE;
  return addBlock(document, freshBlock(block, makeId), at < 0 ? document.blocks.length : at + 1);
}

// --- lifts ------------------------------------------------------------------------------------------------------------

export function addSlot(document: SessionDocument, blockId: string, slot: Slot, at?: number): Operation {
  const block = allBlocks(document).find((one) => one.id === blockId);
  if (!block) return NOT_THERE;
  if (block.slots.length >= LIMITS.slots) return no(`A block holds at most ${LIMITS.slots} lifts.`);
  const after = neighbourAt(block.slots, at ?? block.slots.length);
  return tidied(document, [{ kind: "insertSlot", blockId, slot: fitted(slot, block), after }]);
}

/** The last lift of a block takes the block with it. */
export function removeSlot(document: SessionDocument, slotId: string): Operation {
  const block = blockOfSlot(document, slotId);
  if (!block) return NOT_THERE;
  if (block.slots.length === 1) return removeBlock(document, block.id);
  return tidied(document, [...releaseReferences(document, new Set([slotId])), { kind: "removeSlot", slotId }]);
}

export function moveSlot(document: SessionDocument, slotId: string, toBlockId: string, at: number): Operation {
  const from = blockOfSlot(document, slotId);
  const slot = slotById(document, slotId);
  const to = allBlocks(document).find((block) => block.id === toBlockId);
  if (!from || !slot || !to) return NOT_THERE;
  const after = neighbourAt(
    to.slots.filter((one) => one.id !== slotId),
    at,
  );
  const moved: Edit = { kind: "moveSlot", slotId, blockId: to.id, after };
  if (from.id === to.id) return tidied(document, [moved]);
  if (to.slots.length >= LIMITS.slots) return no(`A block holds at most ${LIMITS.slots} lifts.`);
  const left: Edit[] = from.slots.length > 1 ? [] : [withoutBlock(document, from.id)];
  return tidied(document, [moved, ...left, ...diffSlot(slot, fitted(slot, to))]);
}

const withoutBlock = (document: SessionDocument, blockId: string): Edit =>
  isFinisher(document, blockId) ? { kind: "setFinisher", block: null } : { kind: "removeBlock", blockId };

export function duplicateSlot(document: SessionDocument, slotId: string, makeId: MakeId): Operation {
  const block = blockOfSlot(document, slotId);
  const slot = slotById(document, slotId);
  if (!block || !slot) return NOT_THERE;
  return addSlot(document, block.id, freshSlot(slot, makeId), block.slots.indexOf(slot) + 1);
}

/** Two blocks become one superset: the second's lifts join the first, every set kept. */
export function pairBlocks(
  document: SessionDocument,
  firstId: string,
  secondId: string,
  transitionSeconds: number,
): Operation {
  const first = document.blocks.find((block) => block.id === firstId);
  const second = document.blocks.find((block) => block.id === secondId);
  if (!first || !second || first === second) return no("Two different blocks are needed to pair.");
  const a = plannedRounds(first.rounds);
  const b = plannedRounds(second.rounds);
  if (a === null || b === null) return no("A block within a time cannot be paired: give it rounds first.");
  if (first.slots.length + second.slots.length > LIMITS.slots)
    return no(`A block holds at most ${LIMITS.slots} lifts.`);
  const count = Math.max(a, b);
  const rests = stretchRests(first.restAfterRound ?? second.restAfterRound, count);
  const last = lastOf(first.slots);
  const list: Edit[] = diffBlock(first, {
    rounds: a === count ? first.rounds : { kind: "fixed", count },
    restAfterRound: rests,
  });
  for (const slot of first.slots) list.push(...diffSlotSets(slot, padded(slot.sets, count)));
  list.push({
    kind: "setSlot",
    slotId: last.id,
    field: "restAfter",
    value: { kind: "each", rest: { kind: "seconds", seconds: transitionSeconds } },
  });
  let after = last.id;
  for (const slot of second.slots) {
    list.push({ kind: "moveSlot", slotId: slot.id, blockId: first.id, after });
    list.push(...diffSlotSets(slot, padded(slot.sets, count)));
    after = slot.id;
  }
  return edits(...list, { kind: "removeBlock", blockId: second.id });
}

/** A lift leaves its superset and becomes a block of its own, after it; rounds it sat out at the end are dropped. */
export function splitSlot(document: SessionDocument, slotId: string, makeId: MakeId): Operation {
  const block = blockOfSlot(document, slotId);
  const slot = slotById(document, slotId);
  if (!block || !slot) return NOT_THERE;
  if (block.slots.length < 2) return no("This lift stands alone already.");
  const sets = [...slot.sets];
  while (sets.length > 1 && sets.at(-1) === null) sets.pop();
  const rounds: Rounds =
    block.rounds.kind === "fixed" || sets.length !== slot.sets.length
      ? { kind: "fixed", count: sets.length }
      : block.rounds;
  const own: Block = {
    id: makeId(),
    rounds,
    restAfterRound: stretchRests(block.restAfterRound, sets.length),
    intent: null,
    methodId: block.methodId,
    slots: [],
  };
  const after = isFinisher(document, block.id) ? (document.blocks.at(-1)?.id ?? null) : block.id;
  return tidied(document, [
    { kind: "insertBlock", block: own, after },
    { kind: "moveSlot", slotId, blockId: own.id, after: null },
    ...diffSlot(slot, { ...slot, sets, restAfter: null }),
  ]);
}

/** A lift as a block of its own, at a place among the blocks. */
export function liftToPlace(document: SessionDocument, slotId: string, at: number, makeId: MakeId): Operation {
  const block = blockOfSlot(document, slotId);
  if (!block) return NOT_THERE;
  if (block.slots.length === 1) {
    const from = document.blocks.indexOf(block);
    return moveBlock(document, block.id, from >= 0 && from < at ? at - 1 : at);
  }
  return composeOperations(document, splitSlot(document, slotId, makeId), (now) => {
    const own = blockOfSlot(now, slotId)!;
    const from = now.blocks.indexOf(own);
    return from === at ? edits() : moveBlock(now, own.id, at);
  });
}

// --- sets and segments ------------------------------------------------------------------------------------------------

/** A set continued with cuts, each of so many percent and reps: a drop set. */
export function toDropSet(
  document: SessionDocument,
  slotId: string,
  round: number,
  cuts: number,
  percent: number,
  makeId: MakeId,
): Operation {
  const set = slotById(document, slotId)?.sets[round];
  if (!set) return NOT_THERE;
  if (set.stop.kind !== "segments")
    return no("A rep goal or a set under one time has its own parts; it cannot be a drop set.");
  if (set.segments.length + cuts > LIMITS.segments) return no(`A set has at most ${LIMITS.segments} parts.`);
  const first = firstOf(set.segments);
  const added = Array.from(
    { length: cuts },
    (): Segment => ({
      ...first,
      id: makeId(),
      exerciseId: null,
      setup: null,
      load: { kind: "fromSegment", change: { kind: "percent", percent: -percent } },
      rir: null,
      tempo: null,
      beside: [],
      restBeforeSeconds: 0,
    }),
  );
  return edits(...diffSets(set, { ...set, segments: [...set.segments, ...added] }));
}

/** Back to its first part alone. */
export function toPlainSet(document: SessionDocument, slotId: string, round: number): Operation {
  const set = slotById(document, slotId)?.sets[round];
  if (!set) return NOT_THERE;
  return edits(...diffSets(set, { ...set, segments: set.segments.slice(0, 1) }));
}

type SegmentChange = (segments: readonly Segment[]) => readonly Segment[] | string;

function changeSegments(document: SessionDocument, slotId: string, round: number, change: SegmentChange): Operation {
  const set = slotById(document, slotId)?.sets[round];
  if (!set) return NOT_THERE;
  const segments = change(set.segments);
  if (typeof segments === "string") return no(segments);
  if (segments.length < 1 || segments.length > LIMITS.segments)
    return no(`A set has between 1 and ${LIMITS.segments} parts.`);
  const kind = firstOf(segments).load.kind;
  if (kind === "fromSegment") return no("The first part needs a load of its own; only a part after it can be a cut.");
  if (firstOf(segments).restBeforeSeconds > 0)
    return no("The rest before a set belongs to the block, not to its first part.");
  return edits(...diffSets(set, { ...set, segments }));
}

export const removeSegment = (document: SessionDocument, slotId: string, round: number, index: number): Operation =>
  changeSegments(document, slotId, round, (segments) =>
    segments[index] ? segments.toSpliced(index, 1) : "That part is not in the set any more.",
  );

export const moveSegment = (
  document: SessionDocument,
  slotId: string,
  round: number,
  from: number,
  to: number,
): Operation =>
  changeSegments(document, slotId, round, (segments) =>
    segments[from]
      ? segments.toSpliced(from, 1).toSpliced(to, 0, segments[from])
      : "That part is not in the set any more.",
  );

export const duplicateSegment = (
  document: SessionDocument,
  slotId: string,
  round: number,
  index: number,
  makeId: MakeId,
): Operation =>
  changeSegments(document, slotId, round, (segments) =>
    segments[index]
      ? segments.toSpliced(index + 1, 0, { ...segments[index], id: makeId() })
      : "That part is not in the set any more.",
  );

/** Another exercise in a lift's place: its own record from here on, set-up cleared, loads written as figures left to be found. */
export function swapExercise(
  document: SessionDocument,
  slotId: string,
  exercise: { readonly id: string; readonly laterality: Slot["laterality"] },
): Operation {
  const slot = slotById(document, slotId);
  if (!slot) return no("That lift is not in the session any more.");
  const sets = slot.sets.map(
    (set) =>
      set && {
        ...set,
        segments: set.segments.map((segment) => ({
          ...segment,
          load: ["fixed", "bodyweight"].includes(segment.load.kind) ? ({ kind: "unsaid" } as const) : segment.load,
        })),
      },
  );
  return edits(
    ...diffSlot(slot, {
      ...slot,
      exerciseId: exercise.id,
      lineage: lineageOf(exercise.id, []),
      laterality: exercise.laterality,
      setup: [],
      sets,
    }),
  );
}

/** What one cell of the grid says: another set in its place, which stays the same set, or one where the lift sat out. */
export function writeSet(document: SessionDocument, slotId: string, round: number, set: WorkSet): Operation {
  const slot = slotById(document, slotId);
  if (!slot || !(round in slot.sets)) return NOT_THERE;
  const before = slot.sets[round] ?? null;
  if (!before) return edits(...diffSlotSets(slot, slot.sets.with(round, set)));
  const segments = set.segments.map((segment, index) => ({ ...segment, id: before.segments[index]?.id ?? segment.id }));
  return edits(...diffSets(before, { ...set, id: before.id, segments }));
}

const freshSlot = (slot: Slot, makeId: MakeId): Slot => ({
  ...slot,
  id: makeId(),
  sets: slot.sets.map((set) => freshSet(set, makeId)),
});

/** A block as another one, with ids of its own; its lifts go on with the same records. */
export const freshBlock = (block: Block, makeId: MakeId): Block => firstOf(freshBlocks([block], makeId));

/** Copies with ids of their own; loads that are taken from another of these lifts follow the copy. */
function freshBlocks(blocks: readonly Block[], makeId: MakeId): Block[] {
  const renamed = new Map<string, string>();
  const copies = blocks.map((block) => ({
    ...block,
    id: makeId(),
    slots: block.slots.map((slot) => {
      const copy = freshSlot(slot, makeId);
      renamed.set(slot.id, copy.id);
      return copy;
    }),
  }));
  const bound = (load: LoadRule): LoadRule =>
    load.kind === "ofSlot" ? { ...load, slotId: renamed.get(load.slotId) ?? load.slotId } : load;
  return copies.map((block) => ({ ...block, slots: block.slots.map((slot) => mapLoads(slot, bound)) }));
}

/**
 * Another session's blocks at the end of this one, with ids of their own. Where nothing is said here yet of name, time, warm-up or
 * method, the other's holds; a second finisher comes before the first.
 */
export function copyBlocksFrom(document: SessionDocument, other: SessionDocument, makeId: MakeId): Operation {
  const fresh = freshBlocks([...other.blocks, ...(other.finisher ? [other.finisher] : [])], makeId);
  const finisher = other.finisher && !document.finisher ? lastOf(fresh) : document.finisher;
  const blocks = [...document.blocks, ...fresh.filter((block) => block !== finisher)];
  if (blocks.length + (finisher ? 1 : 0) > LIMITS.blocks) return no(`A session holds at most ${LIMITS.blocks} blocks.`);
  const isNew = allBlocks(document).length === 0;
  return edits(
    ...diffDocuments(document, {
      ...document,
      title: document.title || (isNew ? other.title : ""),
      capSeconds: document.capSeconds ?? (isNew ? other.capSeconds : null),
      warmUp: document.warmUp ?? (isNew ? other.warmUp : null),
      methodId: document.methodId ?? (isNew ? other.methodId : null),
      blocks,
      finisher,
    }),
  );
}

/** Another session in the place of this one, in the same gym: what there is goes, and the other comes in with ids of its own. */
export function replaceSession(document: SessionDocument, other: SessionDocument, makeId: MakeId): Operation {
  const empty: SessionDocument = { ...EMPTY_DOCUMENT, gymId: document.gymId };
  return composeOperations(document, edits(...diffDocuments(document, empty)), (now) =>
    copyBlocksFrom(now, other, makeId),
  );
}

function mapLoads(slot: Slot, map: (load: LoadRule) => LoadRule): Slot {
  return {
    ...slot,
    sets: slot.sets.map(
      (set) => set && { ...set, segments: set.segments.map((segment) => ({ ...segment, load: map(segment.load) })) },
    ),
  };
}

/** Loads taken from lifts that go away become unsaid, so that nothing points nowhere. */
function releaseReferences(document: SessionDocument, going: ReadonlySet<string>): Edit[] {
  const list: Edit[] = [];
  for (const block of allBlocks(document)) {
    for (const slot of block.slots) {
      if (going.has(slot.id)) continue;
      const refers = slot.sets.some((set) =>
        set?.segments.some((segment) => segment.load.kind === "ofSlot" && going.has(segment.load.slotId)),
      );
      if (!refers) continue;
      const freed = mapLoads(slot, (load) =>
        load.kind === "ofSlot" && going.has(load.slotId) ? { kind: "unsaid" } : load,
      );
      list.push(...diffSlotSets(slot, freed.sets));
    }
  }
  return list;
}

/** A lift that comes into a block has one set a round of it: rounds it lacks are sat out, those too many are dropped. */
function fitted(slot: Slot, block: Block): Slot {
  const count = plannedRounds(block.rounds);
  if (count === null || slot.sets.length === count) return slot;
  const sets = slot.sets.length > count ? slot.sets.slice(0, count) : padded(slot.sets, count);
  const restAfter =
    slot.restAfter?.kind === "list"
      ? { kind: "list" as const, rests: padRests(slot.restAfter.rests, count) }
      : slot.restAfter;
  return {
    ...slot,
    sets: sets.some((set) => set !== null) ? sets : [foundIn(slot.sets, (set) => set !== null), ...sets.slice(1)],
    restAfter,
  };
}

const padded = (sets: Slot["sets"], count: number): Slot["sets"] => [
  ...sets,
  ...Array.from({ length: count - sets.length }, () => null),
];
