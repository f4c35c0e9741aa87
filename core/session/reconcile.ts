/**
 * Text carries no ids. `reconcile` gives an edited reading the ids of whatever a person would call the same block, slot,
 * set or segment in the document it came from, so that progression, logs and edits keep their place.
 *
 * Blocks are matched by how many exercises they share and how near they stand; slots by exercise, then by place; sets
 * by round; segments by order. What is new keeps the ids that the parser made.
 */

import { identityCache } from "../memo";
import { canonicalJson, sameValue } from "../same";
import type { Block, LoadRule, SessionDocument, Slot, WorkSet } from "./grammar";

export function reconcile(old: SessionDocument, parsed: SessionDocument): SessionDocument {
  const oldBlocks = old.finisher ? [...old.blocks, old.finisher] : [...old.blocks];
  const newBlocks = parsed.finisher ? [...parsed.blocks, parsed.finisher] : [...parsed.blocks];
  const slotIds = new Map<string, string>();
  const partner = match(newBlocks, oldBlocks, blockLikeness);
  const orphans = oldBlocks.filter((block) => ![...partner.values()].includes(block)).flatMap((block) => block.slots);
  const slotPartners = new Map<Slot, Slot>();
  for (const block of newBlocks) {
    const candidates = partner.get(block)?.slots ?? [];
    for (const [slot, previous] of match(block.slots, candidates, slotLikeness)) slotPartners.set(slot, previous);
  }
  const taken = new Set([...slotPartners.values()]);
  const loose = [...orphans, ...oldBlocks.flatMap((block) => block.slots)].filter((slot) => !taken.has(slot));
  const homeless = newBlocks.flatMap((block) => block.slots).filter((slot) => !slotPartners.has(slot));
  for (const [slot, previous] of match(homeless, [...new Set(loose)], sameExercise)) slotPartners.set(slot, previous);
  for (const [slot, previous] of slotPartners) slotIds.set(slot.id, previous.id);

  const rebuilt = newBlocks.map((block) => {
    const slots = block.slots.map((slot) => keepSlotIds(slot, slotPartners.get(slot) ?? null, slotIds));
    return { ...block, id: partner.get(block)?.id ?? block.id, slots };
  });
  const finisher = parsed.finisher ? rebuilt.pop()! : null;
  return { ...parsed, blocks: rebuilt, finisher };
}

/** Greedy best-first matching; ties go to the nearest place. A likeness of 0 is no match. */
function match<T>(fresh: readonly T[], known: readonly T[], likeness: (a: T, b: T) => number): Map<T, T> {
  const pairs: { a: T; b: T; score: number; distance: number }[] = [];
  fresh.forEach((a, i) => {
    known.forEach((b, j) => {
      const score = likeness(a, b);
      if (score > 0) pairs.push({ a, b, score, distance: Math.abs(i - j) });
    });
  });
  pairs.sort((p, q) => q.score - p.score || p.distance - q.distance);
  const result = new Map<T, T>();
  const used = new Set<T>();
  for (const { a, b } of pairs) {
    if (result.has(a) || used.has(b)) continue;
    result.set(a, b);
    used.add(b);
  }
  return result;
}

function blockLikeness(a: Block, b: Block): number {
  const shared = match(a.slots, b.slots, sameExercise).size;
  if (shared === 0) return 0;
  const texts = match(a.slots, b.slots, (p, q) => (slotLikeness(p, q) >= 100 ? 1 : 0)).size;
  return (shared / Math.max(a.slots.length, b.slots.length)) * 10 + texts;
}

const sameExercise = (a: Slot, b: Slot): number => (a.exerciseId === b.exerciseId ? 1 + sharedSets(a, b) : 0);

/** The same exercise is nearly always the same slot; otherwise an exercise swapped in place keeps it. */
function slotLikeness(a: Slot, b: Slot): number {
  const sets = sharedSets(a, b);
  if (a.exerciseId === b.exerciseId) return 10 + sets * (a.lineage === b.lineage ? 100 : 50);
  return sets > 0.99 && a.sets.length === b.sets.length ? 0.5 : 0;
}

function sharedSets(a: Slot, b: Slot): number {
  let equal = 0;
  a.sets.forEach((set, round) => {
    if (setKey(set) === setKey(b.sets[round] ?? null)) equal++;
  });
  return equal / Math.max(a.sets.length, b.sets.length, 1);
}

const keys = identityCache<string>();

const setKey = (set: WorkSet | null): string =>
  set === null
    ? "-"
    : keys(set, [], () =>
        canonicalJson([
          set.role,
          set.stop,
          set.segments.map(({ id: _, ...segment }) => ({ ...segment, load: anonymous(segment.load) })),
        ]),
      );

/** References name ids that differ between readings; they never decide a match. */
const anonymous = (load: LoadRule): LoadRule => (load.kind === "ofSlot" ? { ...load, slotId: "" } : load);

function keepSlotIds(slot: Slot, previous: Slot | null, slotIds: ReadonlyMap<string, string>): Slot {
  const sameLift = previous !== null && previous.exerciseId === slot.exerciseId;
  return {
    ...slot,
    id: previous?.id ?? slot.id,
    lineage: sameLift && sameValue(previous.setup, slot.setup) ? previous.lineage : slot.lineage,
    // Text does not say how a lift goes on.
    rule: sameLift ? previous.rule : slot.rule,
    sets: keepSets(slot.sets, previous, slotIds),
  };
}

/** Rounds keep their sets by content first (a removed first round shifts the others), then by place. */
function keepSets(sets: Slot["sets"], previous: Slot | null, slotIds: ReadonlyMap<string, string>): Slot["sets"] {
  if (!previous) return sets.map((set) => set && keepSegments(set, null, slotIds));
  const free = new Map<WorkSet, true>();
  for (const set of previous.sets) if (set) free.set(set, true);
  const partners = sets.map((set, round) => {
    const inPlace = previous.sets[round] ?? null;
    if (!set || !inPlace || setKey(set) !== setKey(inPlace)) return null;
    free.delete(inPlace);
    return inPlace;
  });
  sets.forEach((set, round) => {
    if (!set || partners[round]) return;
    const inPlace = previous.sets[round];
    const choice = inPlace && free.has(inPlace) ? inPlace : null;
    if (choice) free.delete(choice);
    partners[round] = choice;
  });
  return sets.map((set, round) => set && keepSegments(set, partners[round] ?? null, slotIds));
}

function keepSegments(set: WorkSet, previous: WorkSet | null, slotIds: ReadonlyMap<string, string>): WorkSet {
  const segments = set.segments.map((segment, index) => ({
    ...segment,
    id: previous?.segments[index]?.id ?? segment.id,
    load:
      segment.load.kind === "ofSlot"
        ? { ...segment.load, slotId: slotIds.get(segment.load.slotId) ?? segment.load.slotId }
        : segment.load,
  }));
  return { ...set, id: previous?.id ?? set.id, segments };
}
