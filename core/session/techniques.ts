/**
 * What a set or a lift can be made into without writing it: drops, rest-pause, pyramids, holds and the like. Each is the text that a
 * coach would have typed, round by round, read as the grid's cells are; so what it wrote can be shown, and learned from.
 */
import type { Catalogue, Exercise } from "../exercise/exercise";
import { exerciseOrThrow } from "../exercise/exercise";
import { classifyPair, hardness } from "../exercise/pair-class";
import { applyEdits, blockOfSlot, type Edit, slotById } from "./edits";
import { LIMITS, plannedRounds, type SessionDocument, type Slot, setInRound } from "./grammar";
import { writePart } from "./in-place";
import type { Operation } from "./operation";
import { changeRounds } from "./rounds";
import type { MakeId } from "./shorthand/parse";
import { printName } from "./shorthand/print";

export type TechniqueId =
  | "drop"
  | "doubleDrop"
  | "mechanicalDrop"
  | "restPause"
  | "partials"
  | "hold"
  | "toFailure"
  | "maxReps"
  | "timed"
  | "heldSet"
  | "repGoal"
  | "risingPyramid"
  | "fallingPyramid"
  | "doublePyramid"
  | "backOff";

export interface Technique {
  readonly id: TechniqueId;
  readonly name: string;
  readonly about: string;
  /** Whether it is of the set in hand, or of all sets of its lift. */
  readonly of: "set" | "lift";
}

export const TECHNIQUES: readonly Technique[] = [
  { id: "drop", name: "Drop set", about: "a fifth lighter, and on at once", of: "set" },
  { id: "doubleDrop", name: "Double drop", about: "twice a fifth lighter, without a rest", of: "set" },
  { id: "mechanicalDrop", name: "Mechanical drop", about: "on with an easier variant", of: "set" },
  { id: "restPause", name: "Rest-pause", about: "15 s, and a few more, twice", of: "set" },
  { id: "partials", name: "Partials after it", about: "half reps where the muscle is long", of: "set" },
  { id: "hold", name: "Hold after it", about: "10 s squeezed at the end", of: "set" },
  { id: "toFailure", name: "To failure", about: "until no rep is left", of: "set" },
  { id: "maxReps", name: "As many reps as possible", about: "with form, until it slows", of: "set" },
  { id: "timed", name: "For time", about: "seconds under tension instead of reps", of: "set" },
  { id: "heldSet", name: "Held still", about: "seconds in the middle of the range", of: "set" },
  { id: "repGoal", name: "Rep goal", about: "all its reps in as few sets as needed", of: "lift" },
  { id: "risingPyramid", name: "Pyramid, rising", about: "load up, reps down", of: "lift" },
  { id: "fallingPyramid", name: "Pyramid, falling", about: "load down, reps up", of: "lift" },
  { id: "doublePyramid", name: "Pyramid, double", about: "up and down again", of: "lift" },
  { id: "backOff", name: "Back-off sets", about: "the heaviest first, then nine tenths of it", of: "lift" },
];

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

/** What a technique writes into the set of a round; null where it has nothing to write. */
function setText(id: TechniqueId, slot: Slot, round: number, catalogue: Catalogue): string | null {
  const reps = repsOf(slot, round);
  const fewer = Math.max(LEAST_REPS, Math.round(reps / 3));
  switch (id) {
    case "drop":
      return `> -20%x${reps}`;
    case "doubleDrop":
      return `> -20%x${reps} > -20%x${reps}`;
    case "mechanicalDrop": {
      const easier = easierVariant(exerciseOrThrow(catalogue, slot.exerciseId), catalogue);
      return easier && `> as ${quoted(printName(easier.id, catalogue))} xF`;
    }
    case "restPause":
      return `> pause 15s x${fewer} > pause 15s x${fewer}`;
    case "partials":
      return `> ${Math.max(4, Math.round(reps / 2))} partials long`;
    case "hold":
      return "> hold 10s short";
    case "toFailure":
      return "F";
    case "maxReps":
      return "AMRAP";
    case "timed":
      return "40s";
    case "heldSet":
      return "hold 30s middle";
    default:
      return null;
  }
}

const quoted = (name: string): string => (name.startsWith('"') ? name : `"${name}"`);

/** What a technique writes into each round of a lift. */
function liftTexts(id: TechniqueId, slot: Slot, rounds: number): string[] | null {
  const reps = repsOf(slot, 0);
  const at = (steps: number) => String(Math.max(LEAST_REPS, reps + REP_STEP * steps));
  const half = Math.floor(rounds / 2);
  const each = (text: (round: number) => string) => Array.from({ length: rounds }, (_, round) => text(round));
  switch (id) {
    case "repGoal": {
      const total = slot.sets.reduce((sum, set, round) => sum + (set ? repsOf(slot, round) : 0), 0);
      return [`${Math.max(total, reps)}total`];
    }
    case "risingPyramid":
      return each((round) => at(half - round));
    case "fallingPyramid":
      return each((round) => at(round - half));
    case "doublePyramid":
      return each((round) => at(Math.abs(round - half) - Math.floor(half / 2)));
    case "backOff":
      return each((round) => (round === 0 ? String(Math.max(LEAST_REPS, reps - REP_STEP)) : `${reps} @90%top`));
    default:
      return null;
  }
}

/** The rounds a technique of a lift wants at the least. */
const LEAST_ROUNDS: Readonly<Partial<Record<TechniqueId, number>>> = {
  risingPyramid: 3,
  fallingPyramid: 3,
  doublePyramid: 5,
  backOff: 2,
};

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
  const technique = TECHNIQUES.find((one) => one.id === id)!;
  if (technique.of === "set") {
    if (!slot.sets[round]) return { ok: false, message: "The lift sits out that round." };
    const text = setText(id, slot, round, catalogue);
    return text === null
      ? { ok: false, message: "No easier variant of this lift is known here." }
      : writePart(document, { slotId, round, typed: text }, catalogue, makeId);
  }
  const now = plannedRounds(block.rounds);
  if (now === null) return { ok: false, message: "A block within a time has all its rounds alike." };
  const rounds = id === "repGoal" ? 1 : Math.min(LIMITS.rounds, Math.max(now, LEAST_ROUNDS[id] ?? 1));
  if (rounds !== now && block.slots.length > 1)
    return {
      ok: false,
      message: `${technique.name} wants ${id === "repGoal" ? "one round" : `${rounds} rounds`} here: split the lift off first.`,
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
  for (const [at, typed] of (liftTexts(id, slot, rounds) ?? []).entries()) {
    if (!slotById(after, slotId)!.sets[at]) continue;
    const refused = take(writePart(after, { slotId, round: at, typed }, catalogue, makeId));
    if (refused) return { ok: false, message: refused };
  }
  return { ok: true, edits: list };
}
