/**
 * What would make a session shorter, or fill a time that is left (docs/handbook.md#fitting-the-hour): each a change that can be
 * done in one step, without its price. What each saves and costs is measured by computing the session after it.
 */

import { type Catalogue, classifyPair, exerciseOrThrow, type Muscle, type MusclePriority, REGIONS } from "../exercise";
import { entriesOf, firstOf } from "../lists";
import { sameValue } from "../same";
import { allBlocks, type Block, plannedRounds, type SessionDocument, type Slot, type WorkSet } from "./grammar";
import { writeTempo } from "./in-place";
import { METHODS } from "./methods";
import type { Operation } from "./operation";
import { composeOperations, pairBlocks, removeSlot, toDropSet } from "./operations";
import { changeRounds, removeRound } from "./rounds";
import { setRoundRest } from "./scaling";
import type { MakeId } from "./shorthand/finish-slot";

export type ShorterKind =
  | { readonly kind: "roundFewer"; readonly blockId: string }
  | { readonly kind: "pair"; readonly blockId: string; readonly withBlockId: string }
  | { readonly kind: "plainTempo"; readonly slotId: string }
  | { readonly kind: "trimRest"; readonly blockId: string; readonly seconds: number }
  | { readonly kind: "lastTwoAsDrop"; readonly slotId: string }
  | { readonly kind: "dropLift"; readonly slotId: string };

export interface Shorter {
  readonly change: ShorterKind;
  readonly operation: Operation;
  /** What it costs beside its hard sets, in hard sets: a lift that is gone is more than its sets. */
  readonly besideSets: number;
}

interface ShorterContext {
  readonly catalogue: Catalogue;
  readonly priorities: Readonly<Partial<Record<Muscle, MusclePriority>>>;
  readonly makeId: MakeId;
}

const TRANSITION_SECONDS = 10;
/** Lifts that are offered to be left out: the least wanted. */
const MOST_DROPPED = 2;
/** What a whole lift is worth beside its sets; the session's first is what it was begun for. A judgement. */
const LIFT_WORTH = { single: 0.5, multi: 1.5, first: 3 } as const;
const DROP_PERCENT = 20;
/** What a written tempo is worth: it was asked for something. A judgement. */
const TEMPO_WORTH = 0.25;

/** Rests are not cut below what the goal needs: the method's least; without one by the reps, heavy sets longest. */
export function restFloorSeconds(document: SessionDocument, block: Block): number {
  const method = METHODS.find(({ id }) => id === (block.methodId ?? document.methodId));
  if (method) return method.restSeconds.low;
  const reps = block.slots.flatMap(({ sets }) =>
    sets.flatMap((set) => {
      const amount = set?.segments[0]?.amount;
      return amount?.kind === "reps" ? [amount.reps.high] : [];
    }),
  );
  const least = reps.length > 0 ? Math.min(...reps) : 12;
  return least <= 6 ? 120 : least <= 12 ? 60 : 30;
}

const writtenRest = ({ restAfterRound: rest }: Block): number | null => {
  if (rest?.kind !== "each") return null;
  return rest.rest.kind === "seconds" ? rest.rest.seconds : rest.rest.high;
};

/** Every change that could save time. */
export function waysShorter(document: SessionDocument, context: ShorterContext, assumedRestSeconds: number): Shorter[] {
  const { catalogue, makeId } = context;
  const ways: (Shorter | null)[] = [];
  for (const block of allBlocks(document)) {
    const rounds = plannedRounds(block.rounds);
    if (rounds !== null && rounds > 1)
      ways.push(way({ kind: "roundFewer", blockId: block.id }, changeRounds(document, block.id, rounds - 1, makeId)));
    ways.push(trimmedRest(document, block, assumedRestSeconds));
    for (const { id, sets } of block.slots)
      if (sets.some((set) => set?.segments[0]?.tempo))
        ways.push(way({ kind: "plainTempo", slotId: id }, writeTempo(document, id, ""), TEMPO_WORTH));
    const [slot] = block.slots;
    if (block.slots.length === 1 && slot && (rounds ?? 0) >= 2 && isPlainIsolation(slot, catalogue))
      ways.push(way({ kind: "lastTwoAsDrop", slotId: slot.id }, lastTwoAsDrop(document, block, slot, makeId)));
  }
  for (const [at, block] of document.blocks.entries())
    for (const other of document.blocks.slice(at + 1))
      if (arePairable(block, other, catalogue)) {
        const operation = pairBlocks(document, block.id, other.id, TRANSITION_SECONDS);
        ways.push(way({ kind: "pair", blockId: block.id, withBlockId: other.id }, operation));
      }
  return found([...ways, ...withoutLifts(document, context)]);
}

/** Those that can still be done when the session has begun: what is left out, and shorter rests; every set that stays is as it was. */
export function waysShorterNow(
  document: SessionDocument,
  context: ShorterContext,
  assumedRestSeconds: number,
): Shorter[] {
  const ways = allBlocks(document).flatMap((block) => [
    fewerSets(document, block),
    trimmedRest(document, block, assumedRestSeconds),
  ]);
  return found([...ways, ...withoutLifts(document, context)]);
}

const way = (change: ShorterKind, operation: Operation, besideSets = 0): Shorter | null =>
  operation.ok && operation.edits.length > 0 ? { change, operation, besideSets } : null;

const found = (ways: readonly (Shorter | null)[]): Shorter[] => ways.filter((one) => one !== null);

function trimmedRest(document: SessionDocument, block: Block, assumedRestSeconds: number): Shorter | null {
  const rest = writtenRest(block) ?? (block.restAfterRound === null ? assumedRestSeconds : null);
  const floor = restFloorSeconds(document, block);
  if (rest === null || rest <= floor || (plannedRounds(block.rounds) ?? 2) < 2) return null;
  return way({ kind: "trimRest", blockId: block.id, seconds: floor }, setRoundRest(document, block.id, floor));
}

/** A round taken out whole: the last, or the one before it where the last is a special one. */
function fewerSets(document: SessionDocument, block: Block): Shorter | null {
  const rounds = plannedRounds(block.rounds);
  if (rounds === null || rounds < 2) return null;
  const isPlain = block.slots.every(({ sets }) => isSameWork(sets[rounds - 1] ?? null, sets[rounds - 2] ?? null));
  const operation = removeRound(document, block.id, isPlain ? rounds - 1 : rounds - 2);
  return way({ kind: "roundFewer", blockId: block.id }, operation);
}

const withoutIds = (set: WorkSet | null) =>
  set && { ...set, id: "", segments: set.segments.map((segment) => ({ ...segment, id: "" })) };

const isSameWork = (a: WorkSet | null, b: WorkSet | null): boolean => sameValue(withoutIds(a), withoutIds(b));

/** Without one of the lifts that would be missed least. */
function withoutLifts(document: SessionDocument, context: ShorterContext): (Shorter | null)[] {
  const all = allBlocks(document).flatMap(({ slots }) => slots);
  if (all.length < 2) return [];
  return leastWanted(all, context)
    .slice(0, MOST_DROPPED)
    .map((slot) => {
      const { joints } = exerciseOrThrow(context.catalogue, slot.exerciseId);
      const worth = LIFT_WORTH[joints] + (slot === all[0] ? LIFT_WORTH.first : 0);
      return way({ kind: "dropLift", slotId: slot.id }, removeSlot(document, slot.id), worth);
    });
}

function arePairable(a: Block, b: Block, catalogue: Catalogue): boolean {
  const [first, second] = [a.slots[0], b.slots[0]];
  if (a.slots.length !== 1 || b.slots.length !== 1 || !first || !second) return false;
  const exercise = (slot: Slot) => exerciseOrThrow(catalogue, slot.exerciseId);
  return classifyPair(exercise(first), exercise(second)) === "antagonist";
}

function isPlainIsolation(slot: Slot, catalogue: Catalogue): boolean {
  const exercise = exerciseOrThrow(catalogue, slot.exerciseId);
  const last = slot.sets.at(-1);
  return (
    exercise.joints === "single" &&
    exercise.failureSafeAlone &&
    last?.stop.kind === "segments" &&
    last.segments.length === 1 &&
    firstOf(last.segments).amount.kind === "reps"
  );
}

const lastTwoAsDrop = (document: SessionDocument, block: Block, slot: Slot, makeId: MakeId): Operation =>
  composeOperations(document, removeRound(document, block.id, slot.sets.length - 1), (now) =>
    toDropSet(now, slot.id, slot.sets.length - 2, 1, DROP_PERCENT, makeId),
  );

/** Lifts by how little would be missed: what nobody builds and others train too, the later the sooner. */
function leastWanted(slots: readonly Slot[], { catalogue, priorities }: ShorterContext): Slot[] {
  const musclesOf = (slot: Slot): Muscle[] =>
    entriesOf(exerciseOrThrow(catalogue, slot.exerciseId).shares)
      .filter(([, share]) => share === 1)
      .map(([region]) => REGIONS[region].muscle);
  const trainers = new Map<Muscle, number>();
  for (const slot of slots)
    for (const muscle of new Set(musclesOf(slot))) trainers.set(muscle, (trainers.get(muscle) ?? 0) + 1);
  const worth = (slot: Slot, at: number): number => {
    const muscles = musclesOf(slot);
    const built = muscles.some((muscle) => priorities[muscle] === "build") ? 4 : 0;
    const held = muscles.length > 0 && muscles.every((muscle) => priorities[muscle] === "hold") ? -1 : 0;
    const alone = muscles.some((muscle) => trainers.get(muscle) === 1) ? 1 : 0;
    const large = exerciseOrThrow(catalogue, slot.exerciseId).joints === "multi" ? 1.5 : 0;
    const first = at === 0 ? LIFT_WORTH.first : 0;
    return built + held + alone + large + first + (slots.length - at) / slots.length;
  };
  return slots
    .map((slot, at) => ({ slot, worth: worth(slot, at) }))
    .sort((a, b) => a.worth - b.worth)
    .map(({ slot }) => slot);
}

export type LongerKind =
  | { readonly kind: "roundsMore"; readonly blockId: string; readonly rounds: number }
  | { readonly kind: "restLonger"; readonly blockId: string; readonly seconds: number };

/** One round of a block more costs so many seconds, and a second of rest as many as it has rests. */
export interface BlockPace {
  readonly blockId: string;
  readonly roundSeconds: number;
  readonly rests: number;
  readonly restSeconds: number;
}

const REST_STEP = 5;
const MOST_REST = 300;
const MOST_ROUNDS_MORE = 3;

/** The rounds, or the rest, of each block that fill a time that is left, without going over it. */
export function waysToFill(
  document: SessionDocument,
  paces: readonly BlockPace[],
  leftSeconds: number,
  makeId: MakeId,
): { readonly change: LongerKind; readonly operation: Operation }[] {
  return paces.flatMap(({ blockId, roundSeconds, rests, restSeconds }) => {
    const found: { change: LongerKind; operation: Operation }[] = [];
    const block = allBlocks(document).find(({ id }) => id === blockId);
    const now = block && plannedRounds(block.rounds);
    if (now == null) return found;
    const more = Math.min(MOST_ROUNDS_MORE, Math.floor(leftSeconds / Math.max(1, roundSeconds)));
    if (more >= 1)
      found.push({
        change: { kind: "roundsMore", blockId, rounds: now + more },
        operation: changeRounds(document, blockId, now + more, makeId),
      });
    const longest = restSeconds + (rests > 0 ? leftSeconds / rests : 0);
    const seconds = Math.min(MOST_REST, Math.floor(longest / REST_STEP) * REST_STEP);
    if (rests > 0 && seconds >= restSeconds + REST_STEP)
      found.push({
        change: { kind: "restLonger", blockId, seconds },
        operation: setRoundRest(document, blockId, seconds),
      });
    return found.filter(({ operation }) => operation.ok);
  });
}
