/**
 * Shorthand → document. Every bad line is reported with its column and what was expected; the good ones are kept.
 * The grammar is taught in `docs/shorthand.md`.
 *
 * A line is a title (`# …`), a setting (`cap 50min`, `warm-up …`, `gym …`, `method …`), a block header (`B: circuit`),
 * or one or more lifts joined by ` + `. A lift joins the block above when its label says so (`B2`) or it starts with `+`.
 */
import {
  type Catalogue,
  type Exercise,
  findExercise,
  isPlaceholder,
  type NameContext,
  offerExercises,
  sharedName,
  trainedRegions,
} from "../../exercise";
import { entryAt, lastOf, valueAt } from "../../lists";
import { sameValue } from "../../same";
import { runSteps, type Steps } from "../../steps";
import { decimal, lowerFirst, type WeightUnit } from "../../units";
import {
  allBlocks,
  type Block,
  blockLetter,
  DOCUMENT_VERSION,
  LIMITS,
  type LoadRule,
  type NamedPlace,
  type RoundRest,
  type Rounds,
  type SessionDocument,
  type Slot,
  type Span,
  type WarmUp,
  type WorkSet,
} from "../grammar";
import type { DraftSlot } from "./draft";
import { bindLabel, finishSet, finishSlot, type MakeId, roundRest } from "./finish-slot";
import { emptyHeader, type Header, readGym, readHeader, readQuotedOrWord, readWarmUp } from "./header";
import type { ExerciseLookup } from "./lift-name";
import { TRANSITION_LIMIT_SECONDS } from "./print-parts";
import {
  normalise,
  Scanner,
  type ShorthandError,
  type ShorthandNote,
  ShorthandProblem,
  type UnknownName,
} from "./scanner";
import { readCell, readSlot } from "./slot-line";
import { readSeconds } from "./tokens";

export interface ParsedSession {
  readonly document: SessionDocument;
  readonly errors: readonly ShorthandError[];
  /** The 1-based line of each lift, in the document's order. */
  readonly lines: readonly number[];
  /** Lifts that nobody here knows yet: kept under their names. */
  readonly unknown: readonly UnknownName[];
  /** What was taken in another way than it may have been meant. */
  readonly notes: readonly ShorthandNote[];
}

interface DraftBlock {
  letter: string | null;
  header: Header;
  slots: { slot: DraftSlot; label: string | null; line: number; scanner: Scanner }[];
  line: number;
  /** A lift of it was written and does not read: what hangs on that is not called wrong too. */
  hasUnread: boolean;
}

/** Parses the text of a whole session; `context` says what is usual and trained here. Never throws on any text. */
export function parseSession(
  text: string,
  catalogue: Catalogue,
  makeId: MakeId,
  gyms: readonly NamedPlace[] = [],
  context: NameContext = {},
): ParsedSession {
  const lines = text.split(/\r?\n/);
  const parse = (where: NameContext) =>
    runSteps(parseSessionSteps(lines, exerciseLookup(catalogue, where), makeId, gyms));
  const first = parse(context);
  // What a name means may hang on what the session trains, which is known once its other lines are.
  if (!first.unknown.some(({ name }) => sharedName(catalogue, name).length > 0)) return first;
  const own = trainedRegions(exercisesIn(first.document, catalogue));
  return parse({ ...context, trained: new Set([...(context.trained ?? []), ...own]) });
}

/** The lifts of a session that are known. */
export const exercisesIn = (document: SessionDocument, catalogue: Catalogue): Exercise[] =>
  allBlocks(document).flatMap(({ slots }) =>
    slots.flatMap(({ exerciseId }) => (isPlaceholder(exerciseId) ? [] : (catalogue.byId.get(exerciseId) ?? []))),
  );

/** As `parseSession`, a step a line: whoever parses a text from outside lets others have their turn between the lines. */
export function* parseSessionSteps(
  lines: readonly string[],
  lookup: ExerciseLookup,
  makeId: MakeId,
  gyms: readonly NamedPlace[] = [],
): Steps<ParsedSession> {
  const reader = new SessionReader(lookup, gyms);
  for (const [index, line] of lines.entries()) {
    reader.readLine(line, index + 1);
    yield;
  }
  return reader.finish(makeId);
}

/** What a cell is written into. */
interface CellPlace {
  /** The set that is there: what is not written stays as it is. */
  readonly before: WorkSet | null;
  /** Whether no round of its lift comes before it. */
  readonly isFirstRound: boolean;
  /** Labels of the session's lifts by their ids, for loads that name one. */
  readonly labels: ReadonlyMap<string, string>;
  /** The unit of a load that is typed without one, as cells show it; left out: a load needs its unit. */
  readonly unit?: WeightUnit;
}

/** Parses what one cell of the grid may hold, without a count of rounds: `6 @RIR2 t2-0-1-1`. */
export function parseCell(
  text: string,
  catalogue: Catalogue,
  makeId: MakeId,
  { before, isFirstRound, labels, unit }: CellPlace = { before: null, isFirstRound: true, labels: new Map() },
): { set: WorkSet } | { error: ShorthandError } {
  const stood = before?.segments[0]?.load;
  const scanner = new Scanner(normalise(text), stood?.kind === "fixed" ? stood.weight.unit : unit);
  const ids = new Map([...labels].map(([id, label]) => [label, id]));
  try {
    const base = before && { ...before, segments: [...before.segments] };
    const draft = readCell(scanner, exerciseLookup(catalogue, { keepsUnknown: false }), base, isFirstRound);
    if (!scanner.atEnd) scanner.fail("the end of the set");
    return { set: finishSet(draft, makeId, (rule) => bindLabel(rule, ids, scanner)) };
  } catch (problem) {
    return { error: asError(problem, scanner.text, 1) };
  }
}

/** The reps of a line's goals over its rounds. */
function goalRepsOf({ sets, rounds }: DraftSlot, blockRounds: Span | null): number {
  const count = rounds?.high ?? blockRounds?.high ?? sets.length;
  return Array.from({ length: count }, (_, round) => sets[Math.min(round, sets.length - 1)]).reduce(
    (sum, set) => sum + (set?.stop.kind === "repTotal" ? set.stop.total : 0),
    0,
  );
}

function asError(problem: unknown, text: string, line: number): ShorthandError {
  if (!(problem instanceof ShorthandProblem)) throw problem;
  const found = text.slice(problem.at, problem.at + problem.length).trim();
  return {
    line,
    column: problem.at + 1,
    length: problem.length,
    found: found === "" ? "the end of the line" : found,
    expected: problem.expected,
    suggestion: problem.suggestion,
  };
}

class SessionReader {
  private readonly errors: ShorthandError[] = [];
  private readonly unknown: UnknownName[] = [];
  private readonly notes: ShorthandNote[] = [];
  private readonly unreadLabels = new Set<string>();
  private readonly blocks: DraftBlock[] = [];
  private title = "";
  private capSeconds: number | null = null;
  private warmUp: WarmUp | null = null;
  private gymId: string | null = null;
  private methodId: string | null = null;
  private closed = true;
  private goalReps = 0;

  constructor(
    private readonly lookup: ExerciseLookup,
    private readonly gyms: readonly NamedPlace[],
  ) {}

  readLine(typed: string, line: number): void {
    if (typed.trim() === "") {
      if (this.blocks.at(-1)?.slots.length !== 0) this.closed = true;
      return;
    }
    const text = normalise(typed.slice(0, LIMITS.lineLength));
    const scanner = new Scanner(text);
    try {
      // What is beyond the limits is not looked at: its cost does not grow with what was pasted.
      if (line > LIMITS.lines) scanner.failAt(0, text.length, `at most ${LIMITS.lines} lines in a session`);
      if (typed.length > LIMITS.lineLength)
        scanner.failAt(0, text.length, `a line of at most ${LIMITS.lineLength} characters`);
      if (!this.readSetting(scanner)) this.readLifts(scanner, line);
      this.unknown.push(...scanner.unknown.map((one) => ({ line, ...one })));
      this.notes.push(...scanner.notes.map((one) => ({ line, ...one })));
    } catch (problem) {
      this.errors.push(asError(problem, text, line));
      this.noteUnread(text, line);
    }
  }

  /** A line that does not read still had its place: its neighbours are no worse for it. */
  private noteUnread(text: string, line: number): void {
    const [, letter, place] = /^\s*(?:\+ )?([A-Z]{1,2})(\d{1,2})[).:]?\s/i.exec(text) ?? [];
    if (!letter && !text.startsWith("+")) return;
    if (letter) this.unreadLabels.add(`${letter.toUpperCase()}${place}`);
    if (this.blocks.length >= LIMITS.blocks) return;
    this.enterBlock(letter?.toUpperCase() ?? null, text.startsWith("+"), line).hasUnread = true;
  }

  private readSetting(s: Scanner): boolean {
    const title = s.eat(/# ?(.*)$/y);
    if (title) {
      this.title = title[1]!.trim();
      if (this.title.length > LIMITS.nameLength) {
        this.title = this.title.slice(0, LIMITS.nameLength);
        s.failAt(2, title[1]!.length, `a title of at most ${LIMITS.nameLength} characters`);
      }
      return true;
    }
    if (s.eat(/cap\b:?/iy)) {
      const bare = /^\d+$/.test(s.text.slice(s.position).trim());
      this.capSeconds = readSeconds(s, "the session's cap") * (bare ? 60 : 1);
      if (this.capSeconds <= 0) s.fail("a cap of more than 0 minutes");
    } else if (s.eat(/warm-?up\b:?/iy)) this.warmUp = readWarmUp(s);
    else if (s.eat(/gym\b:? /iy)) this.gymId = readGym(s, this.gyms);
    else if (s.eat(/method\b:? /iy)) this.methodId = readQuotedOrWord(s);
    else return false;
    if (!s.atEnd) s.fail("the end of the line");
    return true;
  }

  private readLifts(s: Scanner, line: number): void {
    const header = s.eat(/([A-Z]{1,2}) ?:/iy);
    if (header) {
      const letter = header[1]!.toUpperCase();
      const current = this.blocks.at(-1);
      if (current?.letter === letter && current.slots.length > 0)
        s.failAt(0, header[0].length, `what holds for block ${letter} above its first lift`);
      this.openBlock(letter, line);
      lastOf(this.blocks).header = readHeader(s);
      return;
    }
    let joins = s.eat(/\+ /y) !== null;
    do {
      const label = s.eat(/([A-Z]{1,2})(\d{1,2})[).:]?(?=\s)/iy);
      const letter = label?.[1]?.toUpperCase() ?? null;
      const written = letter && `${letter}${label![2]}`;
      const block = this.enterBlock(letter, joins, line, written ?? undefined);
      const slot = readSlot(s, this.lookup, block.header.within === null ? block.header.rounds : { low: 1, high: 1 });
      if (block.slots.length >= LIMITS.slots) s.failAt(0, s.text.length, `at most ${LIMITS.slots} lifts in a block`);
      this.goalReps += goalRepsOf(slot, block.header.rounds);
      if (this.goalReps > LIMITS.goalReps)
        s.failAt(0, s.text.length, `rep goals of at most ${LIMITS.goalReps} reps in a session`);
      block.slots.push({ slot, label: written, line, scanner: s });
      joins = s.eat(/\+(?=\s)/y) !== null;
    } while (joins);
    if (!s.atEnd) s.fail("the end of the line");
  }

  /**
   * The block that a lift belongs to: the one above where it joins that or has its letter; else an earlier one of its letter
   * that has no such label yet (A1, B1, A2); else a new one.
   */
  private enterBlock(letter: string | null, joins: boolean, line: number, label?: string): DraftBlock {
    const current = this.blocks.at(-1);
    const underHeader = letter === null && !this.closed;
    if (current && (joins || underHeader || (letter !== null && current.letter === letter))) return current;
    const earlier = letter && label ? this.blocks.findLast((block) => block.letter === letter) : undefined;
    if (earlier?.slots.every((slot) => slot.label !== label)) return earlier;
    this.openBlock(letter, line);
    this.closed = true;
    return lastOf(this.blocks);
  }

  private openBlock(letter: string | null, line: number): void {
    if (this.blocks.length >= LIMITS.blocks)
      throw new ShorthandProblem(0, 1, `at most ${LIMITS.blocks} blocks in a session`);
    this.blocks.push({ letter, header: emptyHeader(), slots: [], line, hasUnread: false });
    this.closed = false;
  }

  finish(makeId: MakeId): ParsedSession {
    const kept = this.blocks.filter((block) => block.slots.length > 0);
    const labels = new Map<string, string>();
    const slotIds = kept.map((block, blockIndex) =>
      block.slots.map(({ label }, slotIndex) => {
        const id = makeId();
        labels.set(label ?? `${blockLetter(blockIndex)}${slotIndex + 1}`, id);
        return id;
      }),
    );
    const blocks: { block: Block; finisher: boolean }[] = [];
    kept.forEach((draft, index) => {
      const block = this.finishBlock(draft, entryAt(slotIds, index), labels, makeId);
      if (block) blocks.push({ block, finisher: draft.header.finisher });
    });
    const lineOf = new Map(
      kept.flatMap((draft, block) =>
        draft.slots.map(({ line }, slot) => [entryAt(entryAt(slotIds, block), slot), line] as const),
      ),
    );
    const lines = blocks.flatMap(({ block }) => block.slots.map(({ id }) => valueAt(lineOf, id)));
    const finisher = blocks.length > 0 && lastOf(blocks).finisher ? blocks.pop()!.block : null;
    for (const misplaced of kept.slice(0, -1).filter(({ header }) => header.finisher))
      this.errors.push(asError(new ShorthandProblem(0, 1, "the finisher as the last block"), "", misplaced.line));
    return {
      document: {
        version: DOCUMENT_VERSION,
        title: this.title,
        capSeconds: this.capSeconds,
        gymId: this.gymId,
        methodId: this.methodId,
        warmUp: this.warmUp,
        blocks: blocks.map(({ block }) => block),
        finisher,
      },
      errors: this.errors.sort((a, b) => a.line - b.line || a.column - b.column),
      lines,
      unknown: this.unknown,
      notes: this.notes.sort((a, b) => a.line - b.line || a.column - b.column),
    };
  }

  /** Rounds of one lift that are fewer than its block's, or that a time for the block makes void, are said. */
  private noteRounds(draft: DraftBlock, slot: DraftSlot, rounds: number, line: number): void {
    const say = (says: string) => this.notes.push({ line, column: 1, length: 1, says });
    if (draft.header.within !== null) {
      const isSame = slot.sets.length > 1 && slot.sets.every((set) => sameValue(set, slot.sets[0]));
      if (isSame) say("as many rounds as fit into the block's time, whatever count is written");
    } else if (slot.rounds!.high < rounds && draft.header.rounds === null) {
      const [from, to] = [slot.rounds!.high + 1, rounds];
      say(`sits out ${from === to ? `round ${from}` : `rounds ${from} to ${to}`}: its block has ${rounds}`);
    }
  }

  /** A rest on the first of two lines alone: before the second lift, and none after it, though it may be meant after both. */
  private noteRest({ rest, transition, restAt }: DraftSlot, line: number): void {
    const [first] = rest && !("partnersLeastSeconds" in rest) && !transition ? rest : [];
    const seconds = first ? (first.kind === "range" ? first.low : first.seconds) : 0;
    if (seconds <= TRANSITION_LIMIT_SECONDS) return;
    const says = `${decimal(seconds)} s of rest before the next lift: paired sets; a superset’s rest stands on its last line`;
    this.notes.push({ line, column: restAt + 1, length: 1, says });
  }

  private finishBlock(draft: DraftBlock, slotIds: string[], labels: Map<string, string>, makeId: MakeId): Block | null {
    const roundCount = Math.max(...draft.slots.map(({ slot }) => slot.rounds!.high));
    const roundLow = Math.max(...draft.slots.map(({ slot }) => slot.rounds!.low));
    const slots: Slot[] = [];
    let restAfterRound: RoundRest | null = null;
    for (const [index, { slot, line, scanner }] of draft.slots.entries()) {
      try {
        const isLast = index === draft.slots.length - 1;
        if (isLast && slot.transition && !draft.hasUnread) {
          scanner.failWord(
            slot.transitionAt,
            "a transition only before another lift; the last lift's rest is the round's: r60",
          );
        }
        if (!isLast && slot.rest && "partnersLeastSeconds" in slot.rest)
          scanner.failWord(slot.restAt, "the partner's work as the rest of the round: on the block's last lift");
        this.noteRounds(draft, slot, roundCount, line);
        if (!isLast && draft.slots.length === 2 && !draft.slots[1]!.slot.rest) this.noteRest(slot, line);
        const bind = (rule: LoadRule): LoadRule => {
          const label = rule.kind === "ofSlot" ? rule.slotId.slice("label:".length) : "";
          return this.unreadLabels.has(label) && !labels.has(label)
            ? { kind: "unsaid" }
            : bindLabel(rule, labels, scanner);
        };
        slots.push(
          finishSlot(slot, entryAt(slotIds, index), roundCount, draft.header.within !== null, isLast, bind, makeId),
        );
        if (isLast && slot.rest) restAfterRound = roundRest(slot, roundCount, draft.header.within !== null, scanner);
      } catch (problem) {
        this.errors.push(asError(problem, scanner.text, line));
      }
    }
    if (slots.length === 0) return null;
    const { within, stop, intent, methodId } = draft.header;
    if (stop.kind !== "coach" && (within !== null || roundLow === roundCount))
      this.errors.push(
        asError(new ShorthandProblem(0, 1, "a range of rounds, such as 2-4x8, for the stop to end"), "", draft.line),
      );
    const rounds: Rounds =
      within !== null
        ? { kind: "withinTime", seconds: within }
        : roundLow < roundCount
          ? { kind: "range", low: roundLow, high: roundCount, stop }
          : { kind: "fixed", count: roundCount };
    return { id: makeId(), rounds, restAfterRound, intent, methodId, slots };
  }
}

/** The studio's lookup of names: what is not sure is offered, and kept under its name unless `keepsUnknown` is off. */
export function exerciseLookup(
  catalogue: Catalogue,
  { keepsUnknown = true, ...context }: NameContext & { readonly keepsUnknown?: boolean } = {},
): ExerciseLookup {
  return {
    find: (name) => {
      const found = findExercise(catalogue, name, context);
      return (
        found && {
          id: found.exercise.id,
          laterality: found.laterality ?? found.exercise.laterality,
          setup: found.setup,
          says: found.decidedBy && takenSentence(found.exercise, found.decidedBy),
        }
      );
    },
    nearest: (name) => offerExercises(catalogue, name, context)[0]?.name ?? null,
    keepsUnknown,
  };
}

/** How a name that fits several lifts is taken. */
const takenSentence = ({ name }: Exercise, by: "habit" | "session"): string =>
  `taken for ${lowerFirst(name)}, ${by === "habit" ? "which is usual here" : "for what this session trains"}`;
