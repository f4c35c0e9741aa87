/** The small parts of the shorthand: amounts, tempo, rests, set-up. Each reads at the cursor or returns null. */

import type { SetupValue } from "../../exercise";
import {
  type Amount,
  LIMITS,
  type Phase,
  type RangeOfMotion,
  type RestAmount,
  type Span,
  type Tempo,
} from "../grammar";
import type { Scanner } from "./scanner";

interface ReadAmount {
  readonly amount: Amount;
  readonly rom: RangeOfMotion;
}

const POSITION = /(long|middle|mid|short|stretched|squeezed)\b/iy;

function readPosition(s: Scanner, what: string): "long" | "middle" | "short" {
  const word = s.eat(POSITION)?.[1]?.toLowerCase();
  if (!word) s.fail(`where in the range ${what} is: long, middle or short`);
  if (word === "stretched" || word === "long") return "long";
  return word === "squeezed" || word === "short" ? "short" : "middle";
}

/** A duration as people write it: 90, 90s, 2min, 1:30, 1h. In seconds. */
export function readSeconds(s: Scanner, what: string): number {
  const start = s.position;
  const clock = s.eat(/(\d{1,3}):([0-5]\d)(?!\d)/y);
  if (clock) return checkedSeconds(s, start, Number(clock[1]) * 60 + Number(clock[2]), what);
  const hours = s.eat(/(\d+(?:\.\d+)?) ?h(?:ours?|rs?)?\b/iy);
  if (hours) return checkedSeconds(s, start, Number(hours[1]) * 3600, what);
  const match = s.eat(/(\d+(?:\.\d+)?) ?(min(?:utes?)?\b|m\b|s(?:ec(?:onds?)?)?\b)?/iy);
  if (!match) s.fail(`seconds of ${what}, such as 90 or 2min`);
  return checkedSeconds(s, start, Number(match[1]) * (/^m/i.test(match[2] ?? "") ? 60 : 1), what);
}

function checkedSeconds(s: Scanner, start: number, seconds: number, what: string): number {
  if (seconds > LIMITS.seconds)
    s.failAt(start, s.position - start, `${what} of at most ${LIMITS.seconds / 60} minutes`);
  return seconds;
}

export function readReps(s: Scanner): Span | null {
  const start = s.position;
  const match = s.eat(/(\d+)(?:-(\d+))?(?![\d.]|%|kg|lb)/y);
  if (!match) return null;
  const low = Number(match[1]);
  const high = match[2] === undefined ? low : Number(match[2]);
  if (low < 1 || high > LIMITS.reps) s.failAt(start, match[0].length, `between 1 and ${LIMITS.reps} reps`);
  if (high < low) s.failAt(start, match[0].length, "a range from low to high", `${high}-${low}`);
  return { low, high };
}

/** One amount: `8`, `6-8`, `F`, `AMRAP`, `40s`, `20m`, `hold 10s short`, `8 partials long`. */
export function readAmount(s: Scanner): ReadAmount | null {
  if (s.eat(/(F\b|to failure\b|failure\b|fail\b)/y) || s.eat(/(to failure|failure)\b/iy)) {
    return partials(s, { kind: "toFailure" });
  }
  if (s.eat(/(AMRAP|max reps|max)\b/iy)) return partials(s, { kind: "maxReps" });
  if (s.eat(/hold\b/iy)) {
    const seconds = readSeconds(s, "the hold");
    return { amount: { kind: "hold", seconds, position: readPosition(s, "the hold") }, rom: "full" };
  }
  if (s.peek(/\d+(?:\.\d+)? ?(s\b|sec|min)|\d{1,3}:[0-5]\d(?!\d)/iy)) {
    const seconds = readSeconds(s, "work");
    if (seconds <= 0) s.fail("more than 0 seconds of work");
    return { amount: { kind: "seconds", seconds }, rom: "full" };
  }
  const metres = s.eat(/(\d+(?:\.\d+)?) ?(?:m|met(?:re|er)s?)\b/iy);
  if (metres) {
    if (!(Number(metres[1]) > 0 && Number(metres[1]) <= LIMITS.metres)) s.fail(`between 1 and ${LIMITS.metres} metres`);
    return { amount: { kind: "metres", metres: Number(metres[1]) }, rom: "full" };
  }
  if (s.peek(HALVES)) return partials(s, { kind: "maxReps" });
  const reps = readReps(s);
  return reps ? partials(s, { kind: "reps", reps }) : null;
}

const HALVES = /(?:half|halves|partial)(?:[ -]?reps?)?\b/iy;

function partials(s: Scanner, amount: Amount): ReadAmount {
  const start = s.position;
  s.eat(/reps?\b/iy);
  if (s.eat(/partials?(?! ?-?reps?)\b/iy)) return { amount, rom: readPosition(s, "the partial rep") };
  if (!s.eat(HALVES)) return { amount, rom: "full" };
  if (s.peek(POSITION)) return { amount, rom: readPosition(s, "the partial rep") };
  s.note(start, "half reps, taken in the long half of the range; write 8 partials short for the other");
  return { amount, rom: "long" };
}

/** `t3-1-1-0`, `t3`, `tX-0-X-0`, `t2..3-0-1-0`, `t3110`. Null phases are written `?`. */
export function readTempo(s: Scanner): { tempo: Tempo | null } | null {
  if (!s.peek(/t(?:empo)? ?[\dX?]/iy)) return null;
  s.eat(/t(?:empo)? ?/iy);
  return { tempo: readPhases(s) };
}

/** Three or four phases without the `t`: no reps are written so. */
export const BARE_TEMPO = /(?:X|\d+(?:\.\d+)?)(?:-(?:X|\d+(?:\.\d+)?)){2,3}(?=\s|$)/iy;

/** The three or four phases of a tempo, eccentric first; null where every phase is `?`. */
export function readPhases(s: Scanner): Tempo | null {
  s.skipSpaces();
  const start = s.position;
  const compact = s.eatHere(/([\dX])([\dX])([\dX])([\dX])(?![\d.\-X])/iy);
  const phases: Phase[] = compact ? compact.slice(1, 5).map((c) => onePhase(c)) : [];
  if (!compact) {
    do {
      const match = s.eatHere(/(\?|X|(\d+(?:\.\d+)?)(?:\.\.(\d+(?:\.\d+)?))?)/iy);
      if (!match) s.fail("seconds of the next phase: eccentric – pause – concentric – pause, such as t3-1-1-0");
      phases.push(match[3] ? span(s, start, match[2]!, match[3]) : onePhase(match[1]!));
    } while (s.eatHere(/-/y));
  }
  if (phases.length > 4)
    s.failAt(start, s.position - start, "at most four phases: eccentric – pause – concentric – pause");
  for (const phase of phases) {
    if (phase?.kind === "seconds" && phase.seconds.high > 60)
      s.failAt(start, s.position - start, "phases of at most 60 s");
  }
  const [lower = null, pauseBottom = null, lift = null, pauseTop = null] = phases;
  return lower || pauseBottom || lift || pauseTop ? { lower, pauseBottom, lift, pauseTop } : null;
}

function onePhase(text: string): Phase {
  if (text === "?") return null;
  if (/x/i.test(text)) return { kind: "fast" };
  return { kind: "seconds", seconds: { low: Number(text), high: Number(text) } };
}

function span(s: Scanner, at: number, low: string, high: string): Phase {
  if (Number(high) < Number(low)) s.failAt(at, s.position - at, "a range from low to high", `${high}..${low}`);
  return { kind: "seconds", seconds: { low: Number(low), high: Number(high) } };
}

/** `90`, `30-45`, `60,60,120`, after the `r` or `h`. */
export function readRests(s: Scanner, what: string): RestAmount[] {
  const rests: RestAmount[] = [];
  do {
    const start = s.position;
    const low = readSeconds(s, what);
    if (s.eatHere(/-(?=\d)/y)) {
      const high = readSeconds(s, what);
      if (high < low) s.failAt(start, s.position - start, "a range from low to high", `${high}-${low}`);
      rests.push(high === low ? { kind: "seconds", seconds: low } : { kind: "range", low, high });
    } else rests.push({ kind: "seconds", seconds: low });
  } while (s.eatHere(/,(?=\d)/y));
  return rests;
}

/** `[bench 30, grip neutral]`: the first word of each is the setting's name. */
export function readSetup(s: Scanner): SetupValue[] | null {
  if (!s.eat(/\[/y)) return null;
  const values: SetupValue[] = [];
  while (!s.eat(/\]/y)) {
    const match = s.eat(/([^\s,[\]]+)(?: +([^,[\]]*[^,[\]\s]))?/y);
    if (!match) s.fail("a setting and its value, such as [bench 30, grip neutral]");
    values.push({ name: match[1]!, value: match[2] ?? "" });
    if (!s.eat(/,/y) && !s.peek(/\]/y)) s.fail("a comma or ] after a setting");
  }
  return values;
}
