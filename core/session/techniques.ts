/**
 * What a set or a lift can be made into without writing it: drops, rest-pause, pyramids, holds and the like. Each is the text that a
 * coach would have typed, round by round, read as the grid's cells are; so what it wrote can be shown, and learned from.
 */

import { type Catalogue, classifyPair, type Exercise, exerciseOrThrow, hardness } from "../exercise";
import { keysOf } from "../lists";
import { applyEdits, blockOfSlot, type Edit, slotById } from "./edits";
import { LIMITS, plannedRounds, type SessionDocument, type Slot, setInRound } from "./grammar";
import { writePart } from "./in-place";
import type { Operation } from "./operation";
import { changeRounds } from "./rounds";
import type { MakeId } from "./shorthand/finish-slot";
import { printName } from "./shorthand/print";

const REP_STEP = 2;
const LEAST_REPS = 2;

/** Reps of a lift's first set: the upper end of a range; ten where it has none. */
function repsOf(slot: Slot, round: number): number {
  const amount = setInRound(slot, round)?.segments[0]?.amount;
  return amount?.kind === "reps" ? amount.reps.high : 10;
}

/** The easier lift that a set goes on with at once: the same action at the same station, no easier than it has to be; null: none. */
export function easierVariant(exercise: Exercise, catalogue: Catalogue): Exercise | null {
  const stations = (one: Exercise) => [...one.stations].sort().join();
  const near = catalogue.list.filter(
    (one) =>
      stations(one) === stations(exercise) &&
      // Tired, nobody does well what takes longer to learn.
      one.learning <= exercise.learning &&
      classifyPair(exercise, one) === "mechanical drop",
  );
  return near.sort((a, b) => hardness(b) - hardness(a) || (a.id < b.id ? -1 : 1))[0] ?? null;
}

interface TechniqueOfSet {
  readonly of: "set";
  readonly name: string;
  readonly about: string;
  /** What it writes into the set of a round; null where it has nothing to write. */
  readonly write: (slot: Slot, round: number, catalogue: Catalogue) => string | null;
}

interface TechniqueOfLift {
  readonly of: "lift";
  readonly name: string;
  readonly about: string;
  /** The rounds that it wants: so many at the least, or one alone. */
  readonly rounds: { readonly least: number } | "one";
  /** What it writes into each round of the lift. */
  readonly write: (slot: Slot, rounds: number) => readonly string[];
}

const ofSet = (name: string, about: string, write: TechniqueOfSet["write"]): TechniqueOfSet => ({
  of: "set",
  name,
  about,
  write,
});

const ofLift = (
  name: string,
  about: string,
  rounds: TechniqueOfLift["rounds"],
  write: TechniqueOfLift["write"],
): TechniqueOfLift => ({ of: "lift", name, about, rounds, write });

/** Reps so many steps of a pyramid above or below those of the first set. */
const repsAt = (slot: Slot, steps: number): string => String(Math.max(LEAST_REPS, repsOf(slot, 0) + REP_STEP * steps));
const fewer = (slot: Slot, round: number): number => Math.max(LEAST_REPS, Math.round(repsOf(slot, round) / 3));
const each = (rounds: number, text: (round: number) => string): string[] =>
  Array.from({ length: rounds }, (_, round) => text(round));
const half = (rounds: number): number => Math.floor(rounds / 2);
const quoted = (name: string): string => (name.startsWith('"') ? name : `"${name}"`);

/** Every technique, in the order of the menu: what it is called, what it is in a few words, and the text that it writes. */
const ALL = {
  drop: ofSet("Drop set", "a fifth lighter, and on at once", (slot, round) => `> -20%x${repsOf(slot, round)}`),
  doubleDrop: ofSet("Double drop", "twice a fifth lighter, without a rest", (slot, round) => {
    const reps = repsOf(slot, round);
    return `> -20%x${reps} > -20%x${reps}`;
  }),
  mechanicalDrop: ofSet("Mechanical drop", "on with an easier variant", (slot, _round, catalogue) => {
    const easier = easierVariant(exerciseOrThrow(catalogue, slot.exerciseId), catalogue);
    return easier && `> as ${quoted(printName(easier.id, catalogue))} xF`;
  }),
  restPause: ofSet("Rest-pause", "15 s, and a few more, twice", (slot, round) => {
    const reps = fewer(slot, round);
    return `> pause 15s x${reps} > pause 15s x${reps}`;
  }),
  partials: ofSet(
    "Partials after it",
    "half reps where the muscle is long",
    (slot, round) => `> ${Math.max(4, Math.round(repsOf(slot, round) / 2))} partials long`,
  ),
  hold: ofSet("Hold after it", "10 s squeezed at the end", () => "> hold 10s short"),
  toFailure: ofSet("To failure", "until no rep is left", () => "F"),
  maxReps: ofSet("As many reps as possible", "with form, until it slows", () => "AMRAP"),
  timed: ofSet("For time", "seconds under tension instead of reps", () => "40s"),
  heldSet: ofSet("Held still", "seconds in the middle of the range", () => "hold 30s middle"),
  repGoal: ofLift("Rep goal", "all its reps in as few sets as needed", "one", (slot) => {
    const total = slot.sets.reduce((sum, set, round) => sum + (set ? repsOf(slot, round) : 0), 0);
    return [`${Math.max(total, repsOf(slot, 0))}total`];
  }),
  risingPyramid: ofLift("Pyramid, rising", "load up, reps down", { least: 3 }, (slot, rounds) =>
    each(rounds, (round) => repsAt(slot, half(rounds) - round)),
  ),
  fallingPyramid: ofLift("Pyramid, falling", "load down, reps up", { least: 3 }, (slot, rounds) =>
    each(rounds, (round) => repsAt(slot, round - half(rounds))),
  ),
  doublePyramid: ofLift("Pyramid, double", "up and down again", { least: 5 }, (slot, rounds) =>
    each(rounds, (round) => repsAt(slot, Math.abs(round - half(rounds)) - Math.floor(half(rounds) / 2))),
  ),
  backOff: ofLift("Back-off sets", "the heaviest first, then nine tenths of it", { least: 2 }, (slot, rounds) =>
    each(rounds, (round) => (round === 0 ? repsAt(slot, -1) : `${repsOf(slot, 0)} @90%top`)),
  ),
} as const;

export type TechniqueId = keyof typeof ALL;

/** Every technique by its id. */
export const TECHNIQUES: { readonly [Id in TechniqueId]: TechniqueOfSet | TechniqueOfLift } = ALL;

export const TECHNIQUE_IDS = keysOf(ALL);

/** Makes the set in hand, or its whole lift, into what is chosen; or says why it cannot be. */
export function applyTechnique(
  document: SessionDocument,
  { slotId, round }: { readonly slotId: string; readonly round: number },
  id: TechniqueId,
  catalogue: Catalogue,
  makeId: MakeId,
): Operation {
  const slot = slotById(document, slotId);
  const block = blockOfSlot(document, slotId);
  if (!slot || !block) return { ok: false, message: "That lift is not in the session any more." };
  const technique = TECHNIQUES[id];
  if (technique.of === "set") {
    if (!slot.sets[round]) return { ok: false, message: "The lift sits out that round." };
    const text = technique.write(slot, round, catalogue);
    return text === null
      ? { ok: false, message: "No easier variant of this lift is known here." }
      : writePart(document, { slotId, round, typed: text }, catalogue, makeId);
  }
  const now = plannedRounds(block.rounds);
  if (now === null) return { ok: false, message: "A block within a time has all its rounds alike." };
  const rounds = technique.rounds === "one" ? 1 : Math.min(LIMITS.rounds, Math.max(now, technique.rounds.least));
  if (rounds !== now && block.slots.length > 1)
    return {
      ok: false,
      message: `${technique.name} wants ${technique.rounds === "one" ? "one round" : `${rounds} rounds`} here: split the lift off first.`,
    };
  const list: Edit[] = [];
  let after = document;
  const take = (operation: Operation): string | null => {
    if (!operation.ok) return operation.message;
    const edited = applyEdits(after, operation.edits);
    if (!edited.ok) return edited.message;
    after = edited.document;
    list.push(...operation.edits);
    return null;
  };
  const resized = rounds === now ? null : take(changeRounds(after, block.id, rounds, makeId));
  if (resized) return { ok: false, message: resized };
  for (const [at, typed] of technique.write(slot, rounds).entries()) {
    if (!slotById(after, slotId)!.sets[at]) continue;
    const refused = take(writePart(after, { slotId, round: at, typed }, catalogue, makeId));
    if (refused) return { ok: false, message: refused };
  }
  return { ok: true, edits: list };
}
