/** Reads what is said of sets after their scheme, for every round or for some of them. */

import type { SetupValue } from "../../exercise";
import type { AddedResistance, LoadChange, LoadRule, Span, Tempo } from "../grammar";
import { readChain } from "./chain";
import { BARE_WEIGHT, type DraftSegment, type DraftSet, emptySegment, UNSAID } from "./draft";
import { type ExerciseLookup, LINK_NAME_END, readLiftName } from "./lift-name";
import {
  LOAD_RANGE,
  readBeside,
  readChange,
  readEffort,
  readLoad,
  readLoadRange,
  readTimesLoad,
  readWeight,
} from "./load-tokens";
import type { Scanner } from "./scanner";
import { readScheme, type Scheme } from "./scheme";
import { BARE_TEMPO, readPhases, readSeconds, readTempo } from "./tokens";

interface Selector {
  readonly kind: "last" | "first" | "round";
  readonly from: number;
  readonly to: number;
  readonly at: number;
  readonly length: number;
}

export function readSelector(s: Scanner): Selector | null {
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

export function roundsOf(s: Scanner, selector: Selector, count: number): number[] {
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
export interface Said {
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

export const nothingSaid = (): Said => ({
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
export const refuseTwice =
  (s: Scanner, at: number) =>
  (isSaid: boolean, what: string): void => {
    if (isSaid) s.failWord(at, `one ${what}: another stands before it`);
  };

export function readSetToken(s: Scanner, said: Said, lookup: ExerciseLookup): boolean {
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
  } else if (s.peek(LOAD_RANGE)) {
    once(said.loads !== null && !isByEffort(said.loads), "load");
    said.loads = [readLoadRange(s)!];
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
  } else if (s.peek(BARE_TEMPO)) {
    once(said.tempo !== undefined, "tempo");
    said.tempo = readPhases(s);
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

export function at<T>(list: readonly T[] | null, round: number): T | undefined {
  if (!list) return undefined;
  return list.length === 1 ? list[0] : list[round];
}

/** The first round that the written reps do not sit out; a step counts from there. */
const firstRound = (said: Said): number =>
  said.scheme && said.scheme.amounts.length > 1 ? said.scheme.amounts.findIndex((a) => a !== null) : 0;

/** Applies what was said to one round, on top of what that round already is; `steps`: a step counts from a round before it. */
export function applySaid(
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

export function checkLists(s: Scanner, said: Said, count: number, start: number): void {
  for (const list of [said.loads, said.rirs]) {
    if (list && list.length > 1 && list.length !== count) {
      s.failAt(start, s.position - start, `one load for each of the ${count} rounds (${list.length} are written)`);
    }
  }
}
