/** Reads one lift: name, scheme, chain, rests and round selectors, in any order after the name. */

import { editDistance } from "../../edit-distance";
import type { Laterality, SetupValue } from "../../exercise";
import { firstOf } from "../../lists";
import {
  type AddedResistance,
  type Amount,
  LIMITS,
  type LoadChange,
  type LoadRule,
  type Ramp,
  type RampStep,
  type RangeOfMotion,
  type RestAmount,
  type SetStop,
  type Span,
  type Tempo,
} from "../grammar";
import { type ExerciseLookup, joinSetup, LINK_NAME_END, NAME_END, readLiftName } from "./lift-name";
import type { Scanner } from "./scanner";
import {
  readAmount,
  readBeside,
  readChange,
  readEffort,
  readLoad,
  readReps,
  readRests,
  readSeconds,
  readSetup,
  readTempo,
  readTimesLoad,
  readWeight,
} from "./tokens";

interface DraftSegment {
  exerciseId: string | null;
  setup: readonly SetupValue[] | null;
  amount: Amount;
  rom: RangeOfMotion;
  load: LoadRule;
  beside: readonly AddedResistance[];
  rir: Span | null;
  tempo: Tempo | null;
  restBeforeSeconds: number;
}

export interface DraftSet {
  role: "working" | "warmUp";
  stop: SetStop;
  segments: DraftSegment[];
}

export interface DraftSlot {
  exerciseId: string;
  /** Rounds written on this line; null when none were. */
  rounds: Span | null;
  laterality: Laterality;
  /** Sides as they were written on the line; null when they were not. */
  sides: Laterality | null;
  setup: readonly SetupValue[];
  cues: readonly string[];
  ramp: Ramp;
  sets: (DraftSet | null)[];
  transition: readonly RestAmount[] | null;
  rest: readonly RestAmount[] | { readonly partnersLeastSeconds: number | null } | null;
  /** Where the line's `r` stood, for errors that are only known once the block is whole. */
  restAt: number;
  transitionAt: number;
}

const UNSAID: LoadRule = { kind: "unsaid" };

function emptySegment(amount: Amount, rom: RangeOfMotion): DraftSegment {
  return {
    exerciseId: null,
    setup: null,
    amount,
    rom,
    load: UNSAID,
    beside: [],
    rir: null,
    tempo: null,
    restBeforeSeconds: 0,
  };
}

/**
 * `8x60kg` is reps and their load, and no count of sets; in a cell, which has none, also `8x62.5`, `8x60`, `6x+10`, `8x2x22`,
 * `6x body`.
 */
const isRepsByLoad = (s: Scanner): boolean =>
  s.peek(/\d+(?:-\d+)? ?x ?[+-]? ?\d+(?:\.\d+)? ?(?:kg|lb|%)/iy) !== null ||
  (s.bareUnit !== null &&
    s.peek(/\d+(?:-\d+)? ?x ?(?:body\b|[+-] ?\d|2 ?x ?\d|\d+\.\d|(?:[3-9]\d|\d{3,})(?!\w))/iy) !== null);

interface Scheme {
  rounds: Span | null;
  amounts: ({ amount: Amount; rom: RangeOfMotion } | null)[];
  stop: SetStop;
  /** Sides that stand with the figures, as in `18/side,14/side`. */
  sides: Laterality | null;
}

/** `4x8`, `3-4x10-12`, `16,13,10,6-7`, `60total/15s shared`, or a lone amount (`8`, `40s`, `F`). */
function readScheme(s: Scanner): Scheme | null {
  const start = s.position;
  const slashed = s.eat(/\d+(?:-\d+)?(?: ?\/ ?\d+(?:-\d+)?){2,}(?![\d/])/y);
  if (slashed) return slashedScheme(s, start, slashed[0]);
  const times = isRepsByLoad(s)
    ? null
    : s.eat(
        /(\d+)(?:-(\d+))? ?(?:x|(?:sets?|rounds?)(?: of| ?x|,)?(?= ?\d)|sets? of|sets?(?= ?(?:to |max|amrap|hold))) ?(?=[\dFfAaMmHhTt-]|\s*$)/iy,
      );
  let rounds: Span | null = null;
  if (times) {
    rounds = { low: Number(times[1]), high: Number(times[2] ?? times[1]) };
    if (rounds.low < 1 || rounds.high > LIMITS.rounds)
      s.failAt(start, times[0].length, `between 1 and ${LIMITS.rounds} sets`);
    if (rounds.high < rounds.low)
      s.failAt(start, times[0].length, "a range from low to high", `${rounds.high}-${rounds.low}x`);
  }
  const total = s.eat(/(\d+) ?total\b/iy);
  if (total) return repGoal(s, Number(total[1]), rounds);
  const first = s.peek(/-(?=,)/y) ? null : readAmount(s);
  if (!first && !s.peek(/-,/y)) {
    if (times) s.fail("reps after the x: 8, 6-8, F, AMRAP, 40s or hold 20s long");
    return null;
  }
  if (!first) s.eat(/-/y);
  const amounts = [first];
  let sides = readSidesInList(s, null);
  while (s.eatHere(/,(?= ?[\dFAMHh-])/y)) {
    if (s.eat(/-(?=,|\s|$|\/)/y)) amounts.push(null);
    else amounts.push(readAmount(s) ?? s.fail("the reps of the next round"));
    sides = readSidesInList(s, sides);
  }
  if (amounts.length > LIMITS.rounds) s.failAt(start, s.position - start, `at most ${LIMITS.rounds} rounds`);
  if (amounts.length > 1) {
    if (rounds && rounds.high !== amounts.length) {
      s.failAt(start, s.position - start, `one figure of reps for each of the ${rounds.high} rounds, or one for all`);
    }
    rounds ??= { low: amounts.length, high: amounts.length };
  }
  return { rounds, amounts, stop: { kind: "segments" }, sides };
}

/** `5/5/5`: round by round, as people say it. */
function slashedScheme(s: Scanner, start: number, text: string): Scheme {
  const figures = text.split("/").map((figure) => figure.trim().split("-").map(Number));
  const amounts = figures.map(([low = 0, high = low]) => {
    if (low < 1 || high > LIMITS.reps || high < low)
      s.failAt(start, text.length, `the reps of each round, between 1 and ${LIMITS.reps}`);
    return { amount: { kind: "reps" as const, reps: { low, high } }, rom: "full" as const };
  });
  if (amounts.length > LIMITS.rounds) s.failAt(start, text.length, `at most ${LIMITS.rounds} rounds`);
  s.note(start, `${amounts.length} rounds of ${figures.map((figure) => figure.join("-")).join(", ")} reps`);
  return {
    rounds: { low: amounts.length, high: amounts.length },
    amounts,
    stop: { kind: "segments" },
    sides: null,
  };
}

/** Sides after one figure of a list; they hold for every round, so all figures say the same. */
function readSidesInList(s: Scanner, before: Laterality | null): Laterality | null {
  const at = s.position;
  if (!s.peek(/\/ ?[a-z]+(?=,)/iy) && !(before && s.peek(/\/ ?[a-z]/iy))) return before;
  const sides = readLaterality(s);
  if (sides && before && sides !== before) s.failWord(at, "the same sides in every round");
  return sides ?? before;
}

function repGoal(s: Scanner, total: number, rounds: Span | null): Scheme {
  if (total < 1 || total > LIMITS.reps) s.fail(`a goal between 1 and ${LIMITS.reps} reps`);
  const restSeconds = s.eat(/\/ ?(?=\d)/y) ? readSeconds(s, "rest between mini-sets") : null;
  const shared = s.eat(/shared\b/iy) !== null;
  return {
    rounds: rounds ?? { low: 1, high: 1 },
    amounts: [{ amount: { kind: "maxReps" }, rom: "full" }],
    stop: { kind: "repTotal", total, restSeconds, shared },
    sides: null,
  };
}

function readLaterality(s: Scanner): Laterality | null {
  const word = s.eat(SIDES)?.[1]?.toLowerCase();
  if (word) {
    if (word === "both") return "both";
    return word.startsWith("alt") ? "alternating" : word === "hold" ? "otherHolds" : "eachSide";
  }
  if (s.eat(/(?:reps? )?(?:each|per|a)(?: |-)?(?:side|leg|arm|hand)\b|(?:reps? )?each\b(?! \w)/iy)) return "eachSide";
  return s.eat(/alternat(?:ing|e|ed)\b|alt\b/iy) ? "alternating" : null;
}

const SIDES = /\/ ?(side|leg|arm|hand|alt(?:ernating)?|hold|both)\b/iy;

/** Brackets within brackets: more than anybody means. */
const MOST_BRACKETS = 3;

/** The segments after the first: `> -20%x8`, `(> -20%x8)*2`, `> pause 15s x4`, `> as "Push-up" xF`. */
function readChain(s: Scanner, lookup: ExerciseLookup, depth = 0): DraftSegment[] {
  const chain: DraftSegment[] = [];
  for (;;) {
    const start = s.position;
    if (s.eat(/\(/y)) {
      if (depth >= MOST_BRACKETS) s.failAt(start, 1, `brackets at most ${MOST_BRACKETS} deep`);
      const group = readChain(s, lookup, depth + 1);
      if (group.length === 0) s.fail("> and what follows inside the brackets");
      if (!s.eat(/\)/y)) s.fail("a closing bracket");
      const times = Number(s.eat(/[*x] ?(\d+)/iy)?.[1] ?? s.fail("how often the bracket repeats, such as *2"));
      if (times < 1 || times * group.length > LIMITS.segments)
        s.failAt(start, s.position - start, `at most ${LIMITS.segments} parts in a set`);
      for (let i = 0; i < times; i++) chain.push(...group.map((segment) => ({ ...segment })));
    } else if (s.eat(/>/y)) chain.push(readLink(s, lookup));
    else break;
    if (chain.length >= LIMITS.segments)
      s.failAt(start, s.position - start, `at most ${LIMITS.segments} parts in a set`);
  }
  return chain;
}

function readLink(s: Scanner, lookup: ExerciseLookup): DraftSegment {
  const link = emptySegment({ kind: "maxReps" }, "full");
  let amount: ReturnType<typeof readAmount> = null;
  for (;;) {
    if (s.atEnd || s.peek(/>|\(|\)|\/\/|\+(\s|$)/y)) break;
    if (
      s.peek(
        /r ?\d|r(est)? ?partner|h ?\d|ramp\b|(last|first|round|rounds)\b[^:]*:|in ?\d|only\b|warmup\b|\/ ?(side|leg|arm|alt|hold|both)|(each|per|alternating|alt)\b/iy,
      )
    )
      break;
    if (s.peek(/as\b|"/iy)) {
      s.eat(/as\b/iy);
      const lift = readLiftName(s, lookup, LINK_NAME_END);
      link.exerciseId = lift.id;
      if (lift.setup.length > 0) link.setup = lift.setup;
    } else if (amount && s.peek(/rest\b/iy)) break;
    else if (s.eat(/pause\b|rest\b/iy)) link.restBeforeSeconds = readSeconds(s, "the pause");
    else if (s.peek(/[+-] ?\d/y)) {
      const change = readChange(s) ?? s.fail("a cut in % or in kg, such as -20% or -10kg");
      link.load = { kind: "fromSegment", change };
    } else if (s.peek(/@/y)) {
      const load = readLoad(s)!;
      if (load.rules.length > 1 || (load.rir?.length ?? 1) > 1)
        s.fail("one load in a chain; rounds are chosen with round 2: …");
      link.load = load.rules[0] ?? UNSAID;
      if (load.rir) link.rir = load.rir[0]!;
    } else if (s.peek(/&/y)) link.beside = [...link.beside, readBeside(s)!];
    else if (amount && s.peek(/x/iy))
      link.load = readTimesLoad(s) ?? s.fail("the load after the x, such as 8x40kg, or before it: 40kgx8");
    else if (s.peek(BARE_WEIGHT)) link.load = { kind: "fixed", weight: readWeight(s)! };
    else if (s.peek(/\[/y)) link.setup = joinSetup(link.setup ?? [], readSetup(s)!);
    else {
      const effort = readEffort(s);
      const tempo = effort ? null : readTempo(s);
      if (effort) link.rir = effort;
      else if (tempo) link.tempo = tempo.tempo;
      else if (!amount) {
        s.eat(/x ?(?=[\dFAMft])/iy);
        amount = readAmount(s) ?? s.fail("what follows: -20%x8, xF, 8 partials long, hold 10s short or pause 15s x4");
        link.amount = amount.amount;
        link.rom = amount.rom;
      } else break;
    }
  }
  if (!amount) s.fail("the reps of this part, such as x8 or xF");
  return link;
}

/** A weight without its sign: `80kg`, also straight before its reps: `80kgx8`. */
const BARE_WEIGHT = /\d+(?:\.\d+)? ?(?:kgs?|kilos?|lbs?|pounds?)(?![a-wyz])(?! ?\/ ?round)/iy;

function readRamp(s: Scanner): Ramp {
  if (!s.eat(/\(/y)) return { kind: "auto" };
  const steps: RampStep[] = [];
  do {
    const percent = s.eat(/(\d+(?:\.\d+)?) ?% ?x ?/iy);
    const w = percent ? null : readWeight(s);
    if (!percent && !(w && s.eat(/x ?/iy))) s.fail("a ramp step, such as 60%x5 or 40kgx8");
    const reps = readReps(s)?.high ?? s.fail("the reps of the ramp step");
    steps.push({ load: w ? { kind: "fixed", weight: w } : { kind: "percent", percent: Number(percent![1]) }, reps });
  } while (s.eat(/,/y));
  if (!s.eat(/\)/y)) s.fail("a closing bracket after the ramp");
  return { kind: "steps", steps };
}

interface Selector {
  readonly kind: "last" | "first" | "round";
  readonly from: number;
  readonly to: number;
  readonly at: number;
  readonly length: number;
}

function readSelector(s: Scanner): Selector | null {
  s.skipSpaces();
  const at = s.position;
  const last = s.eat(/(last|first)(?: (\d+))? ?:/iy);
  if (last) {
    const count = Number(last[2] ?? 1);
    return {
      kind: last[1]!.toLowerCase() === "last" ? "last" : "first",
      from: count,
      to: count,
      at,
      length: last[0].length,
    };
  }
  const round = s.eat(/rounds? (\d+)(?:-(\d+))? ?:/iy);
  return round
    ? { kind: "round", from: Number(round[1]), to: Number(round[2] ?? round[1]), at, length: round[0].length }
    : null;
}

function roundsOf(s: Scanner, selector: Selector, count: number): number[] {
  const [from, to] =
    selector.kind === "last"
      ? [count - selector.from, count - 1]
      : selector.kind === "first"
        ? [0, selector.to - 1]
        : [selector.from - 1, selector.to - 1];
  if (from < 0 || to < from || to >= count) {
    s.failAt(selector.at, selector.length, `a round that exists: this lift has ${count}`);
  }
  return Array.from({ length: to - from + 1 }, (_, i) => from + i);
}

/** What the tokens after a name or selector said; lists are one entry a round. */
interface Said {
  scheme: Scheme | null;
  loads: readonly (LoadRule | null)[] | null;
  rirs: readonly (Span | null)[] | null;
  step: LoadChange | null;
  effort: Span | null | undefined;
  tempo: Tempo | null | undefined;
  beside: readonly AddedResistance[] | null;
  setup: readonly SetupValue[] | null;
  exerciseId: string | null;
  chain: DraftSegment[] | null;
  /** The clause starts from nothing instead of from the round as it is. */
  only: boolean;
  warmUp: boolean | null;
  out: boolean;
  within: number | null;
  cues: readonly string[] | null;
}

const nothingSaid = (): Said => ({
  scheme: null,
  loads: null,
  rirs: null,
  step: null,
  effort: undefined,
  tempo: undefined,
  beside: null,
  setup: null,
  exerciseId: null,
  chain: null,
  only: false,
  warmUp: null,
  out: false,
  within: null,
  cues: null,
});

/** Names what is said a second time, at the place of the second. */
const refuseTwice =
  (s: Scanner, at: number) =>
  (isSaid: boolean, what: string): void => {
    if (isSaid) s.failWord(at, `one ${what}: another stands before it`);
  };

function readSetToken(s: Scanner, said: Said, lookup: ExerciseLookup): boolean {
  const start = s.position;
  const once = refuseTwice(s, start);
  if (s.eat(/> ?-(?=\s|$)/y)) said.chain = [];
  else if (s.peek(/>|\(/y)) {
    said.chain = [...(said.chain ?? []), ...readChain(s, lookup)];
  } else if (s.eat(/@-(?=\s|$)/y)) said.loads = [UNSAID];
  else if (s.peek(/@/y)) {
    const load = readLoad(s)!;
    if (load.rir) once(said.rirs !== null || said.effort !== undefined, "effort");
    // A load and an effort: `@100kg @RPE8` is both, in whatever order.
    if (load.rir) said.rirs = load.rir;
    if (!load.rir || said.loads === null) {
      once(said.loads !== null && !isByEffort(said.loads), "load");
      said.loads = load.rules;
    }
  } else if (said.scheme && s.peek(/x/iy)) {
    const rule = readTimesLoad(s);
    if (!rule) return false;
    once(said.loads !== null && !isByEffort(said.loads), "load");
    said.loads = [rule];
  } else if (s.peek(BARE_WEIGHT)) {
    once(said.loads !== null && !isByEffort(said.loads), "load");
    said.loads = [{ kind: "fixed", weight: readWeight(s)! }];
  } else if (s.peek(/&/y)) said.beside = [...(said.beside ?? []), readBeside(s)!];
  else if (s.peek(/[+-] ?\d[^/]*\/ ?round/iy)) {
    once(said.step !== null || (said.loads?.length ?? 1) > 1, "step or load for each round");
    said.step = readChange(s) ?? s.fail("a step such as +5kg/round");
    s.eat(/\/ ?round\b/iy);
  } else if (s.eat(/rir ?(\?|-(?=\s|$))/iy)) said.effort = null;
  else if (s.eat(/t(\?(?![-\d])|-(?=\s|$))/iy)) said.tempo = null;
  else if (s.peek(/(rir|rpe) ?\d|\d+(\.\d+)?(-\d+(\.\d+)?)? ?(rir|rpe)\b(?! ?\d)/iy)) {
    once(said.effort !== undefined || said.rirs !== null, "effort");
    said.effort = readEffort(s)!;
  } else if (s.peek(/t(empo)? ?[\dX?]/iy)) {
    once(said.tempo !== undefined, "tempo");
    said.tempo = readTempo(s)!.tempo;
  } else if (s.eat(/in (?=\d)|in(?=\d)/iy)) {
    once(said.within !== null, "time for the whole set");
    said.within = readSeconds(s, "the whole set");
  } else if (s.eat(/only\b/iy)) said.only = true;
  else if (s.eat(/out\b/iy)) said.out = true;
  else if (s.eat(/warm-?up\b/iy)) said.warmUp = true;
  else if (s.eat(/working\b/iy)) said.warmUp = false;
  else if (s.eat(/as\b/iy)) {
    const lift = readLiftName(s, lookup, LINK_NAME_END);
    said.exerciseId = lift.id;
    if (lift.setup.length > 0) said.setup = lift.setup;
  } else if (!said.scheme) {
    said.scheme = readScheme(s);
    return said.scheme !== null;
  } else return false;
  return true;
}

const isByEffort = (loads: readonly (LoadRule | null)[]): boolean =>
  loads.every((rule) => rule === null || rule.kind === "byEffort");

function at<T>(list: readonly T[] | null, round: number): T | undefined {
  if (!list) return undefined;
  return list.length === 1 ? list[0] : list[round];
}

/** The first round that the written reps do not sit out; a step counts from there. */
const firstRound = (said: Said): number =>
  said.scheme && said.scheme.amounts.length > 1 ? said.scheme.amounts.findIndex((a) => a !== null) : 0;

/** Applies what was said to one round, on top of what that round already is; `steps`: a step counts from a round before it. */
function applySaid(
  said: Said,
  before: DraftSet | null,
  round: number,
  steps = round > firstRound(said),
): DraftSet | null {
  if (said.out) return null;
  const entry = said.scheme ? at(said.scheme.amounts, round) : undefined;
  if (said.scheme && entry === null) return null;
  const base = (said.only ? null : before) ?? {
    role: "working" as const,
    stop: { kind: "segments" as const },
    segments: [],
  };
  const first: DraftSegment = { ...(base.segments[0] ?? emptySegment({ kind: "maxReps" }, "full")) };
  if (entry) {
    first.amount = entry.amount;
    first.rom = entry.rom;
  }
  const rule = at(said.loads, round);
  if (rule) first.load = rule;
  const rir = at(said.rirs, round);
  if (rir) first.rir = rir;
  if (said.step && steps) first.load = { kind: "fromRound", change: said.step };
  if (said.effort !== undefined) first.rir = said.effort;
  if (said.tempo !== undefined) first.tempo = said.tempo;
  if (said.beside) first.beside = said.beside;
  if (said.exerciseId) first.exerciseId = said.exerciseId;
  if (said.setup) first.setup = said.setup;
  const chain = said.chain ?? base.segments.slice(1);
  let stop = said.scheme ? said.scheme.stop : base.stop;
  if (said.within !== null) stop = { kind: "totalTime", seconds: said.within };
  const role = said.warmUp === null ? base.role : said.warmUp ? "warmUp" : "working";
  return { role, stop, segments: [first, ...chain.map((segment) => ({ ...segment }))] };
}

function checkLists(s: Scanner, said: Said, count: number, start: number): void {
  for (const list of [said.loads, said.rirs]) {
    if (list && list.length > 1 && list.length !== count) {
      s.failAt(start, s.position - start, `one load for each of the ${count} rounds (${list.length} are written)`);
    }
  }
}

/** Reads the scheme of one lift up to the end of the line or a ` + `; the cursor stands after the name. */
export function readSlot(s: Scanner, lookup: ExerciseLookup, blockRounds: Span | null): DraftSlot {
  s.skipSpaces();
  const exercise = readLiftName(s, lookup, NAME_END);
  const slot: DraftSlot = {
    exerciseId: exercise.id,
    rounds: null,
    laterality: exercise.laterality,
    sides: null,
    setup: exercise.setup,
    cues: [],
    ramp: { kind: "none" },
    sets: [],
    transition: null,
    rest: null,
    restAt: 0,
    transitionAt: 0,
  };
  const base = nothingSaid();
  const start = s.position;
  readTokens(s, slot, base, lookup, false);
  if (!base.scheme) s.fail("sets and reps, such as 4x8, 3x10-12, 3xF, 3x40s or 60total");
  slot.rounds = base.scheme.rounds ?? blockRounds ?? { low: 1, high: 1 };
  if (base.scheme.rounds === null && blockRounds === null) slot.rounds = { low: 1, high: 1 };
  slot.cues = base.cues ?? [];
  const count = slot.rounds.high;
  checkLists(s, base, count, start);
  for (let round = 0; round < count; round++) slot.sets.push(applySaid(base, null, round));
  for (;;) {
    const selector = readSelector(s);
    if (!selector) break;
    const said = nothingSaid();
    const clauseStart = s.position;
    readTokens(s, slot, said, lookup, true);
    if (said.cues) slot.cues = said.cues;
    const rounds = roundsOf(s, selector, count);
    if (said.scheme?.rounds && said.scheme.amounts.length !== rounds.length) {
      s.failAt(clauseStart, s.position - clauseStart, "reps alone after a round selector, such as last: 10");
    }
    checkLists(s, said, rounds.length, clauseStart);
    for (const [index, round] of rounds.entries()) {
      // A step in a clause counts from the round before, or from a load that the clause itself begins with.
      const steps = said.loads ? index > 0 : slot.sets.slice(0, round).some((set) => set !== null);
      slot.sets[round] = applySaid(said, slot.sets[round] ?? firstSet(slot.sets), index, steps);
    }
  }
  if (slot.sets.every((set) => set === null))
    s.failAt(start, s.position - start, "at least one round in which this lift is done");
  return slot;
}

const firstSet = (sets: readonly (DraftSet | null)[]): DraftSet | null => sets.find((set) => set !== null) ?? null;

/**
 * Reads tokens until the line, the slot or the clause ends. What holds for the whole lift (rests, a ramp, sides) may stand in a
 * clause too, and holds for the whole lift there; in a cell there is no lift to hold for.
 */
function readTokens(s: Scanner, slot: DraftSlot | null, said: Said, lookup: ExerciseLookup, inClause = false): void {
  while (!s.atEnd && !s.peek(/\+(\s|$)/y) && !s.peek(/((last|first)( \d+)?|rounds? \d+(-\d+)?) ?:/iy)) {
    const before = s.position;
    const cue = s.eat(/\/\/ ?(.*)$/y);
    if (cue) {
      said.cues = cue[1]!
        .split(";")
        .map((text) => text.trim())
        .filter(Boolean);
      continue;
    }
    const sides = readLaterality(s);
    if (sides) {
      if (!slot) s.failWord(before, "/side or /alt with the lift's own reps; it holds for all rounds");
      takeSides(s, slot, sides, before);
      continue;
    }
    if (s.peek(/\[/y)) {
      const setup = readSetup(s)!;
      if (slot && !inClause) slot.setup = joinSetup(slot.setup, setup);
      else said.setup = setup;
      continue;
    }
    if (readSlotWide(s, slot)) continue;
    if (readSetToken(s, said, lookup)) {
      if (said.scheme?.sides && slot) takeSides(s, slot, said.scheme.sides, before);
      continue;
    }
    const word = s.wordHere();
    s.fail(
      "a load (@80kg), a tempo (t3-1-1-0), a rest (r90), a drop (> -20%x8) or the end of the line",
      nearestKeyword(word),
    );
  }
}

function takeSides(s: Scanner, slot: DraftSlot, sides: Laterality, at: number): void {
  if (slot.sides !== null && slot.sides !== sides) s.failWord(at, "the same sides in every round");
  slot.sides = sides;
  slot.laterality = sides;
}

const KEYWORDS = [
  "ramp",
  "last:",
  "first:",
  "round",
  "rounds",
  "partials",
  "hold",
  "pause",
  "warmup",
  "only",
  "out",
  "in",
  "rpartner",
  "AMRAP",
  "shared",
  "long",
  "middle",
  "short",
  "total",
];

/** The one word of the grammar that is a single slip away. */
function nearestKeyword(word: string): string | null {
  const near = KEYWORDS.filter(
    (keyword) => keyword.length > 2 && editDistance(word.toLowerCase(), keyword.toLowerCase()) === 1,
  );
  return near.length === 1 ? firstOf(near) : null;
}

function readSlotWide(s: Scanner, slot: DraftSlot | null): boolean {
  const before = s.position;
  const word = s
    .peek(/(ramp\b|(?:transition|handover|h) ?(?=\d)|r(?:est)? ?(?=\d)|r(?:est)? ?partner\b)/iy)?.[1]
    ?.toLowerCase();
  if (!word) return false;
  if (!slot) s.failWord(before, "rests and ramps on the lift's own line; they hold for all its rounds");
  const once = refuseTwice(s, before);
  if (word.startsWith("ramp")) {
    once(slot.ramp.kind !== "none", "ramp");
    s.eat(/ramp/iy);
    slot.ramp = readRamp(s);
  } else if (/^[ht]/.test(word)) {
    once(slot.transition !== null, "transition");
    s.eat(/(transition|handover|h) ?/iy);
    slot.transition = readRests(s, "transition");
    slot.transitionAt = before;
  } else if (word.endsWith("partner")) {
    once(slot.rest !== null, "rest");
    s.eat(/r(est)? ?partner/iy);
    slot.rest = { partnersLeastSeconds: s.eatHere(/\/(?=\d)/y) ? readSeconds(s, "least rest") : null };
    slot.restAt = before;
  } else {
    once(slot.rest !== null, "rest");
    s.eat(/r(est)? ?/iy);
    slot.rest = readRests(s, "rest");
    slot.restAt = before;
  }
  return true;
}

/**
 * What one cell of the grid may hold: a set without its count of rounds, such as `6 @RIR2 t2-0-1-1`. On a set that is there
 * already, what is written changes that part and the others stay; `@-`, `rir-`, `t-` and `>-` clear one, and `=` before it
 * all starts from nothing.
 */
export function readCell(
  s: Scanner,
  lookup: ExerciseLookup,
  before: DraftSet | null = null,
  isFirstRound = true,
): DraftSet {
  const said = nothingSaid();
  const base = s.eat(/=/y) ? null : before;
  const start = s.position;
  readTokens(s, null, said, lookup);
  if (!said.scheme && (base === null || s.position === start)) s.fail("the reps of this set, such as 8, 6-8, F or 40s");
  if (said.scheme?.rounds && said.scheme.stop.kind !== "repTotal") {
    const { rounds, amounts } = said.scheme;
    const amount = amounts.length === 1 ? amounts[0]?.amount : null;
    const isFigure = amount?.kind === "reps" && amount.reps.low === amount.reps.high && rounds.low === rounds.high;
    s.fail(
      "one set; the count of rounds belongs to the block",
      s.bareUnit && isFigure && /^\d+ ?x ?\d+ *$/i.test(s.text.slice(start).trim())
        ? `${rounds.low} @${amount.reps.low}${s.bareUnit}`
        : null,
    );
  }
  if ([said.loads, said.rirs].some((list) => (list?.length ?? 1) > 1)) s.fail("one load; a list is for all rounds");
  if (said.step && isFirstRound) s.fail("a load of its own: no round comes before this one");
  return applySaid(said, base, isFirstRound ? 0 : 1) ?? s.fail("one set");
}
