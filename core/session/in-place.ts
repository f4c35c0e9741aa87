/**
 * What a coach types into one place of a session (a rest, a tempo, a number of rounds, a set-up), read as on a line and written as
 * edits. What does not read comes back as a sentence and changes nothing; an empty text takes back what was said there.
 */
import type { Catalogue } from "../exercise";
import { firstOf, foundIn } from "../lists";
import type { WeightUnit } from "../units";
import { diffBlock, diffSlot, diffSlotSets } from "./diff";
import { applyEdits, blockOfSlot, type Edit, slotById } from "./edits";
import {
  allBlocks,
  type Block,
  LIMITS,
  type Ramp,
  type RestAmount,
  type Rounds,
  type SessionDocument,
  type Slot,
  slotLabels,
} from "./grammar";
import { edits, NOT_THERE, no, type Operation } from "./operation";
import { composeOperations, writeSet } from "./operations";
import { changeRounds } from "./rounds";
import { lineageOf, type MakeId } from "./shorthand/finish-slot";
import { parseCell, parseSession } from "./shorthand/parse";
import { printRest } from "./shorthand/print-parts";
import { errorWords, normalise, Scanner, ShorthandProblem } from "./shorthand/scanner";
import { readRamp } from "./shorthand/slot-line";
import { readRests, readSetup, readTempo } from "./shorthand/tokens";

/** Reads all of a text, with signs before and after it as on a line, or says what was expected where it stops to read. */
function reading<T>(
  typed: string,
  read: (s: Scanner) => T,
  before = "",
  after = "",
): { value: T } | { message: string } {
  const s = new Scanner(normalise(`${before}${typed.trim()}${after}`));
  try {
    const value = read(s);
    if (!s.atEnd) s.fail("nothing more here");
    return { value };
  } catch (problem) {
    if (!(problem instanceof ShorthandProblem)) throw problem;
    // The signs were not typed.
    const at = Math.max(problem.at, before.length);
    const end = Math.min(problem.at + problem.length, s.text.length - after.length);
    const found = s.text.slice(at, Math.max(at, end)).trim();
    return {
      message: `Expected ${errorWords({ expected: problem.expected, found } as Parameters<typeof errorWords>[0])}.`,
    };
  }
}

/** The rest after each round as `writeRoundRest` reads it; empty where none is written. */
export function roundRestText(rest: Block["restAfterRound"]): string {
  if (rest === null) return "";
  if (rest.kind === "partnersWork") return `partner${rest.leastSeconds === null ? "" : ` ${rest.leastSeconds}`}`;
  return (rest.kind === "each" ? [rest.rest] : rest.rests).map(printRest).join(",");
}

/** "90", "30-45", "60,60,120", "1:30", "partner", "partner 60": the rest after each round. */
export function writeRoundRest(document: SessionDocument, blockId: string, typed: string): Operation {
  const block = allBlocks(document).find((one) => one.id === blockId);
  if (!block) return NOT_THERE;
  if (typed.trim() === "") return edits(...diffBlock(block, { restAfterRound: null }));
  const partner = /^r?\s*partner(?:'s work)?(?:[ /]+(\d+))?$/i.exec(typed.trim());
  if (partner) {
    const leastSeconds = partner[1] ? Number(partner[1]) : null;
    return edits(...diffBlock(block, { restAfterRound: { kind: "partnersWork", leastSeconds } }));
  }
  const read = readRestsOf(typed, "r", "rest");
  if ("message" in read) return no(read.message);
  const rounds =
    block.rounds.kind === "fixed" ? block.rounds.count : block.rounds.kind === "range" ? block.rounds.high : null;
  const [first, ...others] = read.value;
  if (others.length === 0) return edits(...diffBlock(block, { restAfterRound: { kind: "each", rest: first! } }));
  if (rounds === null) return no("One rest for a block within a time.");
  if (read.value.length !== rounds - 1)
    return no(`One rest, or ${rounds - 1} of them: one after each round but the last.`);
  return edits(...diffBlock(block, { restAfterRound: { kind: "list", rests: read.value } }));
}

/** The same before the next lift of a round: one figure, or one a round. */
export function writeTransition(document: SessionDocument, slotId: string, typed: string): Operation {
  const slot = slotById(document, slotId);
  const block = blockOfSlot(document, slotId);
  if (!slot || !block) return NOT_THERE;
  if (block.slots.at(-1)?.id === slotId) return no("After the last lift comes the rest of the round.");
  if (typed.trim() === "") return edits(...diffSlot(slot, { ...slot, restAfter: null }));
  const read = readRestsOf(typed, "h", "transition");
  if ("message" in read) return no(read.message);
  const [first, ...others] = read.value;
  if (others.length > 0 && read.value.length !== slot.sets.length)
    return no(`One transition, or ${slot.sets.length} of them: one a round.`);
  const restAfter =
    others.length === 0 ? ({ kind: "each", rest: first! } as const) : ({ kind: "list", rests: read.value } as const);
  return edits(...diffSlot(slot, { ...slot, restAfter }));
}

const readRestsOf = (typed: string, sign: "r" | "h", what: string): { value: RestAmount[] } | { message: string } =>
  reading(typed.trim().replace(new RegExp(`^${sign}(?=[\\s\\d])|\\s*s$`, "gi"), ""), (s) => readRests(s, what));

/** "4", "3-4", "within 10 min": how often a block is done. */
export function writeRounds(document: SessionDocument, blockId: string, typed: string, makeId: MakeId): Operation {
  const block = allBlocks(document).find((one) => one.id === blockId);
  if (!block) return NOT_THERE;
  const text = normalise(typed.trim());
  const within = /^(?:within|in)\s*(\d+(?:\.\d+)?)\s*(min|s)?/i.exec(text);
  if (within) {
    const seconds = Number(within[1]) * (within[2]?.toLowerCase() === "s" ? 1 : 60);
    if (!(seconds >= 10 && seconds <= LIMITS.seconds)) return no("A time between 10 seconds and two hours.");
    return edits(
      ...diffBlock(block, { rounds: { kind: "withinTime", seconds }, restAfterRound: oneRest(block.restAfterRound) }),
      // As many rounds as fit are all alike.
      ...block.slots.flatMap((slot) => diffSlotSets(slot, [slot.sets.find((set) => set !== null) ?? null])),
    );
  }
  const match = /^(\d+)(?:\s*-\s*(\d+))?(?:\s*(?:x|rounds?))?$/i.exec(text);
  if (!match) return no("Expected rounds, such as 4, 3-4 or within 10 min.");
  const [low, high] = [Number(match[1]), Number(match[2] ?? match[1])];
  if (high < low) return no(`A range from low to high: ${high}-${low}.`);
  const fixed: Rounds = { kind: "fixed", count: firstOf(block.slots).sets.length };
  const first = block.rounds.kind === "withinTime" ? diffBlock(block, { rounds: fixed }) : [];
  return composeOperations(document, edits(...first), (now) =>
    composeOperations(now, changeRounds(now, blockId, high, makeId), (after) => {
      const changed = foundIn(allBlocks(after), (one) => one.id === blockId);
      const stop = block.rounds.kind === "range" ? block.rounds.stop : ({ kind: "coach" } as const);
      const rounds: Rounds = low < high ? { kind: "range", low, high, stop } : { kind: "fixed", count: high };
      return edits(...diffBlock(changed, { rounds }));
    }),
  );
}

const oneRest = (rest: ReturnType<typeof allBlocks>[number]["restAfterRound"]): typeof rest =>
  rest?.kind === "list" ? { kind: "each", rest: firstOf(rest.rests) } : rest;

/** "3-1-1-0", "3", "x-0-x-0": the tempo of every set of a lift. */
export function writeTempo(document: SessionDocument, slotId: string, typed: string): Operation {
  const slot = slotById(document, slotId);
  if (!slot) return NOT_THERE;
  const text = typed.trim();
  const read =
    text === ""
      ? { value: null }
      : reading(
          text,
          (s) => {
            const tempo = readTempo(s);
            return tempo ? tempo.tempo : s.fail("seconds to lower, pause, lift and pause, such as 3-1-1-0");
          },
          /^t/i.test(text) ? "" : "t",
        );
  if ("message" in read) return no(read.message);
  const sets = slot.sets.map(
    (set) => set && { ...set, segments: set.segments.map((one, i) => (i === 0 ? { ...one, tempo: read.value } : one)) },
  );
  return edits(...diffSlotSets(slot, sets));
}

/** "bench 30, grip neutral": how a station is set. The record goes with what of it matters. */
export function writeSetup(document: SessionDocument, slotId: string, typed: string): Operation {
  const slot = slotById(document, slotId);
  if (!slot) return NOT_THERE;
  const text = typed.trim().replace(/^\[|\]$/g, "");
  const read = text === "" ? { value: [] } : reading(text, (s) => readSetup(s) ?? [], "[", "]");
  if ("message" in read) return no(read.message);
  // A lift that was joined to another's record by hand stays with it.
  const isOwn = slot.lineage === lineageOf(slot.exerciseId, slot.setup);
  const lineage = isOwn ? lineageOf(slot.exerciseId, read.value) : slot.lineage;
  return edits(...diffSlot(slot, { ...slot, setup: read.value, lineage }));
}

const MOST_CUES = 20;

/** Cues with a semicolon or a line between them. */
export function writeCues(document: SessionDocument, slotId: string, typed: string): Operation {
  const slot = slotById(document, slotId);
  if (!slot) return NOT_THERE;
  const cues = typed
    .split(/[;\n]/)
    .map((cue) => cue.trim())
    .filter(Boolean);
  if (cues.length > MOST_CUES) return no(`At most ${MOST_CUES} cues.`);
  if (cues.some((cue) => cue.length > LIMITS.nameLength)) return no(`A cue of at most ${LIMITS.nameLength} letters.`);
  return edits(...diffSlot(slot, { ...slot, cues }));
}

/** "5min easy row; Hip circle 2x10": what comes before the lifts; nothing: no warm-up. */
export function writeWarmUp(typed: string, catalogue: Catalogue, makeId: MakeId): Operation {
  const text = typed.trim().replace(/^warm-?up\b:?\s*/i, "");
  if (text === "") return edits({ kind: "setSession", field: "warmUp", value: null });
  if (text.includes("\n")) return no("The warm-up is one line; a semicolon stands between its parts.");
  const { document: read, errors } = parseSession(`warm-up ${text}`, catalogue, makeId);
  const [error] = errors;
  if (error) return no(`Expected ${errorWords(error)}.`);
  return edits({ kind: "setSession", field: "warmUp", value: read.warmUp });
}

/** "auto", "60%x5, 80%x3", "40kgx8": the sets that lead up to a lift's work; nothing: none. */
export function writeRamp(document: SessionDocument, slotId: string, typed: string): Operation {
  const slot = slotById(document, slotId);
  if (!slot) return NOT_THERE;
  const text = typed
    .trim()
    .replace(/^ramp\b\s*/i, "")
    .replace(/^\(|\)$/g, "");
  const set = (ramp: Ramp): Operation => edits(...diffSlot(slot, { ...slot, ramp }));
  if (typed.trim() === "" || /^(none|no|-)$/i.test(text)) return set({ kind: "none" });
  if (text === "" || /^auto(matic)?$/i.test(text)) return set({ kind: "auto" });
  const read = reading(text, (s) => readRamp(s), "(", ")");
  return "message" in read ? no(read.message) : set(read.value);
}

export interface TypedCell {
  readonly slotId: string;
  readonly round: number;
  readonly typed: string;
  /** Whether it changes what it says of the set that is there, and leaves the rest of it; left out: read as a whole set first. */
  readonly isPart?: boolean;
}

/** Reps for one round after the other: "12/10/8/6", "12,10,8", "8-10, 6-8, F"; null: it is no such list. */
export function repsByRound(typed: string): string[] | null {
  const text = typed.trim();
  const figure = String.raw`(?:\d+(?:-\d+)?|F)`;
  return new RegExp(`^${figure}(?:\\s*[,/]\\s*${figure})+$`, "i").test(text) ? text.split(/\s*[,/]\s*/) : null;
}

/** Reps over the rounds of a lift from its first on, in as many rounds as there are figures; its block's other lifts go along. */
export function writeRepsByRound(
  document: SessionDocument,
  slotId: string,
  reps: readonly string[],
  catalogue: Catalogue,
  makeId: MakeId,
): Operation {
  const block = blockOfSlot(document, slotId);
  if (!block) return NOT_THERE;
  if (block.rounds.kind === "withinTime") return no("A block within a time has all its rounds alike.");
  return composeOperations(document, changeRounds(document, block.id, reps.length, makeId), (now) => {
    const sets = slotById(now, slotId)?.sets ?? [];
    const cells = reps.map((typed, round) => ({ slotId, round, typed, isPart: sets[round] !== null }));
    return writeCells(now, cells, catalogue, makeId);
  });
}

/**
 * Several cells at once, as pasted or filled: a text as the set's whole or as what changes of it, "-" or nothing where the lift sits
 * out. All are written or none; the first that does not read is said, with its place.
 */
export function writeCells(
  document: SessionDocument,
  cells: readonly TypedCell[],
  catalogue: Catalogue,
  makeId: MakeId,
  /** Of loads that are typed without one. */
  unit?: WeightUnit,
): Operation {
  const labels = slotLabels(document);
  const list: Edit[] = [];
  let now = document;
  for (const { slotId, round, typed, isPart = false } of cells) {
    const slot = slotById(now, slotId);
    if (!slot || round >= slot.sets.length) return NOT_THERE;
    const place = `${labels.get(slotId)}, round ${round + 1}`;
    const written =
      isPart && slot.sets[round]
        ? writePart(now, { slotId, round, typed: typed.trim() }, catalogue, makeId, unit)
        : oneCell(now, slot, round, typed.trim(), { labels, catalogue, makeId, unit });
    if (!written.ok) return no(`${place}: ${written.message}`);
    const edited = applyEdits(now, written.edits);
    if (!edited.ok) return no(`${place}: ${edited.message}`);
    list.push(...written.edits);
    now = edited.document;
  }
  return edits(...list);
}

function oneCell(
  document: SessionDocument,
  slot: Slot,
  round: number,
  typed: string,
  {
    labels,
    catalogue,
    makeId,
    unit,
  }: {
    labels: ReadonlyMap<string, string>;
    catalogue: Catalogue;
    makeId: MakeId;
    unit: WeightUnit | undefined;
  },
): Operation {
  if (typed === "" || typed === "-") return sitOut(slot, round);
  const isFirstRound = slot.sets.slice(0, round).every((set) => set === null);
  const read = parseCell(typed, catalogue, makeId, { before: null, isFirstRound, labels, unit });
  if ("set" in read) return writeSet(document, slot.id, round, read.set);
  // Less than a whole set changes what it says of the one that is there.
  return slot.sets[round]
    ? writePart(document, { slotId: slot.id, round, typed }, catalogue, makeId, unit)
    : no(`expected ${errorWords(read.error)}.`);
}

/** A text that changes a set and leaves the rest of it as it was: "> -20%x8", "F", "@80kg". */
export function writePart(
  document: SessionDocument,
  { slotId, round, typed }: TypedCell,
  catalogue: Catalogue,
  makeId: MakeId,
  unit?: WeightUnit,
): Operation {
  const slot = slotById(document, slotId);
  const before = slot?.sets[round] ?? null;
  if (!slot || !before) return NOT_THERE;
  const isFirstRound = slot.sets.slice(0, round).every((set) => set === null);
  const part = parseCell(typed, catalogue, makeId, { before, isFirstRound, labels: slotLabels(document), unit });
  return "set" in part ? writeSet(document, slotId, round, part.set) : no(`expected ${errorWords(part.error)}.`);
}

function sitOut(slot: Slot, round: number): Operation {
  if (slot.sets[round] === null) return edits();
  const sets = slot.sets.with(round, null);
  if (sets.every((set) => set === null)) return no("a lift sits out some rounds, not all; take it out instead.");
  return edits(...diffSlotSets(slot, sets));
}
