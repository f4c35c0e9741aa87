/** Rounds of a block: another number of them, one taken out, doubled or moved. */

import { entryAt, firstOf, foundIn } from "../lists";
import { decimal, weight } from "../units";
import { diffBlock, diffSlot } from "./diff";
import type { Edit } from "./edits";
import {
  allBlocks,
  type Block,
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
import { edits, NOT_THERE, no, type Operation } from "./operation";
import type { MakeId } from "./shorthand/finish-slot";

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

/** A lift with other sets, a transition list kept as long as they are. */
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

/** The same set under new ids. */
export function freshSet(set: WorkSet | null, makeId: MakeId): WorkSet | null {
  return set && { ...set, id: makeId(), segments: set.segments.map((segment) => ({ ...segment, id: makeId() })) };
}

/** A set with something of its first part changed. */
export const withFirst = (set: WorkSet, change: Partial<Segment>): WorkSet => ({
  ...set,
  segments: [{ ...firstOf(set.segments), ...change }, ...set.segments.slice(1)],
});

/** A list of rests as long as it has to be, the last one again. */
export const padRests = (rests: readonly RestAmount[], count: number): readonly RestAmount[] =>
  Array.from({ length: count }, (_, i) => entryAt(rests, Math.min(i, rests.length - 1)));

/** Rests after rounds for another number of them. */
export function stretchRests(rest: Block["restAfterRound"], rounds: number): Block["restAfterRound"] {
  if (rest?.kind !== "list") return rest;
  if (rounds < 2) return { kind: "each", rest: firstOf(rest.rests) };
  return { kind: "list", rests: padRests(rest.rests, rounds - 1) };
}

/** Sets for another number of rounds. */
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
  if (!stretched.some((set) => set !== null))
    return stretched.with(
      0,
      foundIn(sets, (set) => set !== null),
    );
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
    const by = Math.abs(amount - entryAt(written, index));
    return by > 0 ? [by] : [];
  });
  const unit = sets.some((set) => set?.segments[0]?.load.kind === "fixed" && set.segments[0].load.weight.unit === "lb");
  return Math.min(PLAIN_STEP[unit ? "lb" : "kg"], ...steps);
}

/** Reps and loads part of the way to the next round, where both are plain figures; loads by whole steps. */
function interpolated(set: WorkSet, next: WorkSet | null, part: number, step: number): WorkSet {
  const a = firstOf(set.segments);
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
