/**
 * What a coach does to a session, as lists of primitive edits: pure functions of the document. An operation that cannot
 * be done comes back as a sentence.
 */
import { decimal, type Weight, weight } from "../units";
import { diffBlock, diffDocuments, diffSets, diffSlot, diffSlotSets } from "./diff";
import { type After, applyEdits, blockOfSlot, type Edit, slotById } from "./edits";
import {
  allBlocks,
  type Block,
  EMPTY_DOCUMENT,
  LIMITS,
  type LoadRule,
  plannedRounds,
  type RestAmount,
  type Rounds,
  type Segment,
  type SessionDocument,
  type Slot,
  type WorkSet,
} from "./grammar";
import { lineageOf, type MakeId } from "./shorthand/parse";

export type Operation =
  | { readonly ok: true; readonly edits: readonly Edit[] }
  | { readonly ok: false; readonly message: string };

const edits = (...list: Edit[]): Operation => ({ ok: true, edits: list });
const no = (message: string): Operation => ({ ok: false, message });
const NOT_THERE = no("That part is not in the session any more.");

/** One operation after another, on what the first leaves: one step of both. */
export function inTurn(
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

/** The last lift of a block has no handover: the round's rest follows it. */
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
function neighbourAt(list: readonly { readonly id: string }[], at: number): After {
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
    (before, block, index) => inTurn(document, before, (now) => addBlock(now, block, at + index)),
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
  handoverSeconds: number,
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
  const last = first.slots.at(-1)!;
  const list: Edit[] = diffBlock(first, {
    rounds: a === count ? first.rounds : { kind: "fixed", count },
    restAfterRound: rests,
  });
  for (const slot of first.slots) list.push(...diffSlotSets(slot, padded(slot.sets, count)));
  list.push({
    kind: "setSlot",
    slotId: last.id,
    field: "restAfter",
    value: { kind: "each", rest: { kind: "seconds", seconds: handoverSeconds } },
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
  return inTurn(document, splitSlot(document, slotId, makeId), (now) => {
    const own = blockOfSlot(now, slotId)!;
    const from = now.blocks.indexOf(own);
    return from === at ? edits() : moveBlock(now, own.id, at);
  });
}

// --- rounds -----------------------------------------------------------------------------------------------------------

/**
 * Another number of rounds. The first round stays the first and the last the last, with what is special about it; rounds
 * in between are filled from the one before, a pyramid's reps and loads by even steps.
 */
export function changeRounds(document: SessionDocument, blockId: string, count: number, makeId: MakeId): Operation {
  const block = allBlocks(document).find((one) => one.id === blockId);
  if (!block) return NOT_THERE;
  if (!Number.isInteger(count) || count < 1 || count > LIMITS.rounds)
    return no(`A block has between 1 and ${LIMITS.rounds} rounds.`);
  if (block.rounds.kind === "withinTime") return no("This block's rounds are as many as fit its time.");
  const rounds: Rounds =
    block.rounds.kind === "range" && block.rounds.low < count
      ? { ...block.rounds, high: count }
      : { kind: "fixed", count };
  return edits(
    ...diffBlock(block, { rounds, restAfterRound: stretchRests(block.restAfterRound, count) }),
    ...block.slots.flatMap((slot) => diffSlot(slot, withRounds(slot, stretchSets(slot.sets, count, makeId), count))),
  );
}

/** Takes one round out of every lift of the block. */
export function removeRound(document: SessionDocument, blockId: string, round: number): Operation {
  return reshapeRounds(document, blockId, round, (sets) => sets.toSpliced(round, 1), -1);
}

/** The round again, straight after itself. */
export function duplicateRound(document: SessionDocument, blockId: string, round: number, makeId: MakeId): Operation {
  return reshapeRounds(
    document,
    blockId,
    round,
    (sets) => sets.toSpliced(round + 1, 0, freshSet(sets[round] ?? null, makeId)),
    1,
  );
}

export function moveRound(document: SessionDocument, blockId: string, from: number, to: number): Operation {
  return reshapeRounds(
    document,
    blockId,
    from,
    (sets) => sets.toSpliced(from, 1).toSpliced(to, 0, sets[from] ?? null),
    0,
  );
}

function reshapeRounds(
  document: SessionDocument,
  blockId: string,
  round: number,
  map: (sets: Slot["sets"]) => Slot["sets"],
  by: -1 | 0 | 1,
): Operation {
  const block = allBlocks(document).find((one) => one.id === blockId);
  if (!block) return NOT_THERE;
  const now = plannedRounds(block.rounds);
  if (now === null) return no("This block's rounds are as many as fit its time.");
  if (round < 0 || round >= now) return no(`This block has ${now} rounds.`);
  const count = now + by;
  if (count < 1) return no("The last round cannot be taken out; remove the block instead.");
  if (count > LIMITS.rounds) return no(`A block has at most ${LIMITS.rounds} rounds.`);
  const rounds: Rounds =
    block.rounds.kind === "range" && block.rounds.low < count
      ? { ...block.rounds, high: count }
      : { kind: "fixed", count };
  const list: Edit[] =
    by === 0 ? [] : diffBlock(block, { rounds, restAfterRound: stretchRests(block.restAfterRound, count) });
  for (const slot of block.slots) {
    const sets = groundSteps(map(slot.sets), slot.sets);
    if (sets.every((set) => set === null))
      return no("One of the lifts would sit out every round; remove that lift instead.");
    list.push(...diffSlot(slot, by === 0 ? { ...slot, sets } : withRounds(slot, sets, count)));
  }
  return edits(...list);
}

/** A lift with other sets, a handover list kept as long as they are. */
const withRounds = (slot: Slot, sets: Slot["sets"], count: number): Slot => ({
  ...slot,
  sets,
  restAfter:
    slot.restAfter?.kind === "list" ? { kind: "list", rests: padRests(slot.restAfter.rests, count) } : slot.restAfter,
});

/** A first set whose load was a step from the round before takes over the load that the steps started from. */
function groundSteps(sets: Slot["sets"], before: Slot["sets"]): Slot["sets"] {
  const at = sets.findIndex((set) => set !== null);
  const set = sets[at];
  if (!set?.segments.some((segment) => segment.load.kind === "fromRound")) return sets;
  const started: LoadRule = before.find((one) => one !== null)?.segments[0]?.load ?? { kind: "unsaid" };
  const start: LoadRule = started.kind === "fromRound" ? { kind: "unsaid" } : started;
  const segments = set.segments.map((segment, index): Segment => {
    if (segment.load.kind !== "fromRound") return segment;
    // A later part without a load of its own goes on with the part before.
    const load: LoadRule = index === 0 ? start : { kind: "unsaid" };
    return { ...segment, load, rir: load.kind === "byEffort" ? (segment.rir ?? { low: 2, high: 2 }) : segment.rir };
  });
  return sets.with(at, { ...set, segments });
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
  const first = set.segments[0]!;
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
  const kind = segments[0]!.load.kind;
  if (kind === "fromSegment") return no("The first part needs a load of its own; only a part after it can be a cut.");
  if (segments[0]!.restBeforeSeconds > 0)
    return no("The rest before a set belongs to the block, not to its first part.");
  return edits(...diffSets(set, { ...set, segments }));
}

export const addSegment = (
  document: SessionDocument,
  slotId: string,
  round: number,
  segment: Segment,
  at?: number,
): Operation =>
  changeSegments(document, slotId, round, (segments) => segments.toSpliced(at ?? segments.length, 0, segment));

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

// --- scaling ----------------------------------------------------------------------------------------------------------

/** All written loads times a factor; loads by effort, by rep maximum or from another part follow by themselves. */
export function scaleLoads(document: SessionDocument, factor: number): Operation {
  if (!(factor > 0.1 && factor < 3)) return no("A factor between 0.1 and 3.");
  const list: Edit[] = [];
  for (const block of allBlocks(document)) {
    for (const slot of block.slots) {
      const sets = slot.sets.map(
        (set) =>
          set && {
            ...set,
            segments: set.segments.map((segment) => ({ ...segment, load: scaledLoad(segment.load, factor) })),
          },
      );
      list.push(...diffSlotSets(slot, sets));
    }
  }
  return edits(...list);
}

function scaledLoad(load: LoadRule, factor: number): LoadRule {
  switch (load.kind) {
    case "fixed":
      return { kind: "fixed", weight: scaledWeight(load.weight, factor) };
    case "percentOfMax":
      return { kind: "percentOfMax", percent: Math.min(150, Math.round(load.percent * factor * 10) / 10) };
    case "bodyweight":
      return load.added && load.sign === 1 ? { ...load, added: scaledWeight(load.added, factor) } : load;
    default:
      return load;
  }
}

/** To half a unit, as far as a written figure goes; what is built is rounded to the gym when it is resolved. */
const scaledWeight = (w: Weight, factor: number): Weight =>
  weight(decimal(Math.min(1000, Math.max(0.5, Math.round(Number(w.amount) * factor * 2) / 2))), w.unit);

/**
 * A lift's loads at a share, for this session: where its rule says the load, what the rule says is cut and the rule goes on;
 * a written load is written anew, as it is built.
 */
export function cutLoads(
  document: SessionDocument,
  slotId: string,
  share: number,
  built: Parameters<typeof writeLoads>[2],
): Operation {
  const slot = slotById(document, slotId);
  if (!slot) return no("That lift is not in the session any more.");
  const isRuled = (load: LoadRule | undefined) => load?.kind === "unsaid" || load?.kind === "ofNext";
  const sets = slot.sets.map((set) => {
    const [first, ...others] = set?.segments ?? [];
    if (!set || !first || !isRuled(first.load)) return set;
    const before = first.load.kind === "ofNext" ? 1 + first.load.percent / 100 : 1;
    const percent = Math.round((before * share - 1) * 1000) / 10;
    const load: LoadRule = percent === 0 ? { kind: "unsaid" } : { kind: "ofNext", percent: Math.max(-50, percent) };
    return { ...set, segments: [{ ...first, load }, ...others] };
  });
  const written = slot.sets.flatMap((set) => (set && !isRuled(set.segments[0]?.load) ? [set.segments[0]!.id] : []));
  const figures = writeLoads(document, slotId, new Map([...built].filter(([id]) => written.includes(id))));
  return figures.ok ? edits(...diffSlotSets(slot, sets), ...figures.edits) : figures;
}

/** Without what was changed for one session alone: what is kept to start others from. */
export function withoutSessionChanges(document: SessionDocument): SessionDocument {
  const plain = (block: Block): Block => ({
    ...block,
    slots: block.slots.map((slot) => ({
      ...slot,
      sets: slot.sets.map(
        (set) =>
          set && {
            ...set,
            segments: set.segments.map((segment) =>
              segment.load.kind === "ofNext" ? { ...segment, load: { kind: "unsaid" as const } } : segment,
            ),
          },
      ),
    })),
  });
  return {
    ...document,
    blocks: document.blocks.map(plain),
    finisher: document.finisher && plain(document.finisher),
  };
}

/** Writes the loads of some parts as figures; for moves of the body, what is added to it or taken off. */
export function writeLoads(
  document: SessionDocument,
  slotId: string,
  loads: ReadonlyMap<string, { readonly weight: Weight; readonly kg: number; readonly besideBody: boolean }>,
): Operation {
  const slot = slotById(document, slotId);
  if (!slot) return no("That lift is not in the session any more.");
  const rule = (segment: Segment): LoadRule => {
    const known = loads.get(segment.id);
    if (!known) return segment.load;
    if (!known.besideBody) return { kind: "fixed", weight: known.weight };
    return { kind: "bodyweight", added: known.kg === 0 ? null : known.weight, sign: known.kg < 0 ? -1 : 1 };
  };
  const sets = slot.sets.map(
    (set) => set && { ...set, segments: set.segments.map((segment) => ({ ...segment, load: rule(segment) })) },
  );
  return edits(...diffSlotSets(slot, sets));
}

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

/** One rest after every round of a block. */
export function setRoundRest(document: SessionDocument, blockId: string, seconds: number): Operation {
  const block = allBlocks(document).find((one) => one.id === blockId);
  if (!block) return no("That block is not in the session any more.");
  if (!(seconds >= 0 && seconds <= LIMITS.seconds)) return no("A rest between 0 s and two hours.");
  return edits(...diffBlock(block, { restAfterRound: { kind: "each", rest: { kind: "seconds", seconds } } }));
}

/** All written rests after rounds times a factor, to five seconds; handovers stay. */
export function scaleRests(document: SessionDocument, factor: number): Operation {
  if (!(factor > 0.1 && factor < 5)) return no("A factor between 0.1 and 5.");
  const scaled = (seconds: number) => Math.min(LIMITS.seconds, Math.max(5, Math.round((seconds * factor) / 5) * 5));
  const one = (rest: RestAmount): RestAmount =>
    rest.kind === "seconds"
      ? { kind: "seconds", seconds: scaled(rest.seconds) }
      : { kind: "range", low: scaled(rest.low), high: scaled(rest.high) };
  const list: Edit[] = [];
  for (const block of allBlocks(document)) {
    const rest = block.restAfterRound;
    if (!rest || rest.kind === "partnersWork") continue;
    const restAfterRound =
      rest.kind === "each"
        ? { kind: "each" as const, rest: one(rest.rest) }
        : { kind: "list" as const, rests: rest.rests.map(one) };
    list.push(...diffBlock(block, { restAfterRound }));
  }
  return edits(...list);
}

// --- shared -----------------------------------------------------------------------------------------------------------

const withFirst = (set: WorkSet, change: Partial<Segment>): WorkSet => ({
  ...set,
  segments: [{ ...set.segments[0]!, ...change }, ...set.segments.slice(1)],
});

function freshSet(set: WorkSet | null, makeId: MakeId): WorkSet | null {
  return set && { ...set, id: makeId(), segments: set.segments.map((segment) => ({ ...segment, id: makeId() })) };
}

const freshSlot = (slot: Slot, makeId: MakeId): Slot => ({
  ...slot,
  id: makeId(),
  sets: slot.sets.map((set) => freshSet(set, makeId)),
});

/** A block as another one, with ids of its own; its lifts go on with the same records. */
export const freshBlock = (block: Block, makeId: MakeId): Block => freshBlocks([block], makeId)[0]!;

/** Copies with ids of their own; loads that are taken from another of these lifts follow the copy. */
export function freshBlocks(blocks: readonly Block[], makeId: MakeId): Block[] {
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
export function takeOver(document: SessionDocument, other: SessionDocument, makeId: MakeId): Operation {
  const fresh = freshBlocks([...other.blocks, ...(other.finisher ? [other.finisher] : [])], makeId);
  const finisher = other.finisher && !document.finisher ? fresh.at(-1)! : document.finisher;
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
  return inTurn(document, edits(...diffDocuments(document, empty)), (now) => takeOver(now, other, makeId));
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
    sets: sets.some((set) => set !== null) ? sets : [slot.sets.find((set) => set !== null)!, ...sets.slice(1)],
    restAfter,
  };
}

const padded = (sets: Slot["sets"], count: number): Slot["sets"] => [
  ...sets,
  ...Array.from({ length: count - sets.length }, () => null),
];

const padRests = (rests: readonly RestAmount[], count: number): readonly RestAmount[] =>
  Array.from({ length: count }, (_, i) => rests[Math.min(i, rests.length - 1)]!);

function stretchRests(rest: Block["restAfterRound"], rounds: number): Block["restAfterRound"] {
  if (rest?.kind !== "list") return rest;
  if (rounds < 2) return { kind: "each", rest: rest.rests[0]! };
  return { kind: "list", rests: padRests(rest.rests, rounds - 1) };
}

function stretchSets(sets: Slot["sets"], count: number, makeId: MakeId): Slot["sets"] {
  const used = new Set<number>();
  const step = smallestStep(sets);
  const stretched = Array.from({ length: count }, (_, round): WorkSet | null => {
    const place = count === 1 ? 0 : (round * (sets.length - 1)) / (count - 1);
    const from = Math.floor(place + 1e-9);
    const source = sets[from] ?? null;
    const keeps = !used.has(from);
    used.add(from);
    const set = keeps ? source : freshSet(source, makeId);
    const between = place - from;
    return set && between > 1e-9 ? interpolated(set, sets[from + 1] ?? null, between, step) : set;
  });
  if (!stretched.some((set) => set !== null)) return stretched.with(0, sets.find((set) => set !== null)!);
  return groundSteps(stretched, sets);
}

/** Steps that any gym builds, by unit. */
const PLAIN_STEP = { kg: 2.5, lb: 5 } as const;

/** The step that loads between two rounds go by: a plain one, or the smallest that is written, for a gym that has finer ones. */
function smallestStep(sets: Slot["sets"]): number {
  const written = sets.flatMap((set) => {
    const load = set?.segments[0]?.load;
    return load?.kind === "fixed" ? [Number(load.weight.amount)] : [];
  });
  const steps = written.slice(1).flatMap((amount, index) => {
    const by = Math.abs(amount - written[index]!);
    return by > 0 ? [by] : [];
  });
  const unit = sets.some((set) => set?.segments[0]?.load.kind === "fixed" && set.segments[0].load.weight.unit === "lb");
  return Math.min(PLAIN_STEP[unit ? "lb" : "kg"], ...steps);
}

/** Reps and loads part of the way to the next round, where both are plain figures; loads by whole steps. */
function interpolated(set: WorkSet, next: WorkSet | null, part: number, step: number): WorkSet {
  const a = set.segments[0]!;
  const b = next?.segments[0];
  if (!b) return set;
  const change: { -readonly [K in keyof Segment]?: Segment[K] } = {};
  const mix = (x: number, y: number) => Math.round(x + (y - x) * part);
  if (a.amount.kind === "reps" && b.amount.kind === "reps") {
    change.amount = {
      kind: "reps",
      reps: { low: mix(a.amount.reps.low, b.amount.reps.low), high: mix(a.amount.reps.high, b.amount.reps.high) },
    };
  }
  if (a.load.kind === "fixed" && b.load.kind === "fixed" && a.load.weight.unit === b.load.weight.unit) {
    const [x, y] = [Number(a.load.weight.amount), Number(b.load.weight.amount)];
    if (x !== y)
      change.load = {
        kind: "fixed",
        weight: weight(
          decimal(x + Math.trunc(((y - x) * part) / step + Math.sign(y - x) * 1e-9) * step),
          a.load.weight.unit,
        ),
      };
  }
  return withFirst(set, change);
}
