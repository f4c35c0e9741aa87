/** The small parts of the shorthand: amounts, loads, tempo, rests. Each reads at the cursor or returns null. */

import type { SetupValue } from "../../exercise";
import { firstOf, lastOf } from "../../lists";
import { decimal, MAX_WEIGHT_KG, massWords, toKg, type Weight, type WeightUnit, weight } from "../../units";
import {
  type AddedResistance,
  type Amount,
  LIMITS,
  type LoadChange,
  type LoadRule,
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
  if (s.peek(/\d+(?:\.\d+)? ?(s\b|sec|min)/iy)) {
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

export function readWeight(s: Scanner): Weight | null {
  const start = s.position;
  const match = s.eat(/(\d+(?:\.\d+)?) ?(kgs?|kilos?|lbs?|pounds?)(?![a-wyz])/iy);
  if (!match) return null;
  return checkedWeight(s, start, match[0].length, match[1]!, unitOf(match[2]!));
}

/**
 * A load behind its reps, as cells show it: `x 60kg`, `x +10kg`, `x 2x22kg`, `x body`; in a cell also without its unit. Reads
 * nothing where no load follows the x.
 */
export function readTimesLoad(s: Scanner): LoadRule | null {
  const start = s.position;
  if (!s.eat(/x ?(?=body\b|[+-]? ?\d)/iy)) return null;
  if (s.eat(/body(?:weight)?\b/iy)) return { kind: "bodyweight", added: null, sign: 1 };
  const sign = s.eat(/[+-]/y)?.[0];
  // Two dumbbells are said by the weight of one.
  if (!sign) s.eat(/2 ?x ?(?=\d)/iy);
  const at = s.position;
  const figure = s.eat(/\d+(?:\.\d+)?(?![\d.])/y)?.[0];
  const isBare = s.bareUnit !== null && !/[a-z]/i.test(s.text[s.position] ?? "");
  const suffix = readSuffix(s) ?? (isBare ? { kind: "weight" as const, unit: s.bareUnit! } : null);
  if (figure === undefined || !suffix || (sign && suffix.kind !== "weight")) {
    s.position = start;
    return null;
  }
  const rule = ruleOf(s, at, figure, suffix);
  return sign && rule.kind === "fixed" ? { kind: "bodyweight", added: rule.weight, sign: sign === "-" ? -1 : 1 } : rule;
}

const unitOf = (word: string): WeightUnit => (/^k/i.test(word) ? "kg" : "lb");

function checkedWeight(s: Scanner, at: number, length: number, amount: string, unit: WeightUnit): Weight {
  const clean = weight(decimal(Number(amount)), unit);
  if (toKg(clean) > MAX_WEIGHT_KG) s.failAt(at, length, `a load of at most ${massWords(MAX_WEIGHT_KG, unit, 0)}`);
  return clean;
}

/** What `@` brought: the rule for each round (one entry: all rounds), and an effort target when the load is by effort. */
interface ReadLoad {
  readonly rules: readonly (LoadRule | null)[];
  readonly rir: readonly (Span | null)[] | null;
}

export function readLoad(s: Scanner): ReadLoad | null {
  s.skipSpaces();
  const start = s.position;
  if (!s.eat(/@/y)) return null;
  const effort = readEffortList(s);
  if (effort) return effort;
  const range = readPercentRange(s);
  if (range) return { rules: [range], rir: null };
  const single = readSingleRule(s);
  if (single) {
    refuseLoadRange(s, start);
    return { rules: [single], rir: null };
  }
  return { rules: readNumberList(s, start), rir: null };
}

/** `70-75%`: planned at its middle, and said so. */
function readPercentRange(s: Scanner): LoadRule | null {
  const start = s.position;
  const match = s.eat(/(\d+(?:\.\d+)?) ?%? ?- ?(\d+(?:\.\d+)?) ?(% ?top|%)(?! ?\/ ?round)/iy);
  if (!match) return null;
  const [low, high] = [Number(match[1]), Number(match[2])];
  if (high < low) s.failAt(start, match[0].length, "a range from low to high", `${match[2]}-${match[1]}${match[3]}`);
  const middle = decimal((low + high) / 2, 1);
  s.note(start, `${match[1]} to ${match[2]} %, planned at ${middle} %`);
  const suffix: Suffix = /top/i.test(match[3]!) ? { kind: "percentTop" } : { kind: "percent" };
  return ruleOf(s, start, middle, suffix);
}

function readEffortList(s: Scanner): ReadLoad | null {
  const turned = readTurnedEffort(s);
  if (turned) return { rules: [{ kind: "byEffort" }], rir: [turned] };
  const word = s.eat(/(RIR|RPE) ?/iy)?.[1]?.toUpperCase();
  if (!word) return null;
  const efforts: Span[] = [];
  do {
    efforts.push(readEffortFigure(s, word));
  } while (s.eatHere(/,/y));
  return { rules: [{ kind: "byEffort" }], rir: efforts };
}

/** `8RPE`, `2 RIR`: the figure before its word. */
function readTurnedEffort(s: Scanner): Span | null {
  const match = s.eat(/(\d+(?:\.\d+)?(?:-\d+(?:\.\d+)?)?) ?(RIR|RPE)\b(?! ?\d)/iy);
  return match && effortOf(s, match[2]!.toUpperCase(), match[1]!, match[0].length);
}

/** `rir2`, `rir1-2`, `rpe8`, `8RPE` beside a load. */
export function readEffort(s: Scanner): Span | null {
  const turned = readTurnedEffort(s);
  if (turned) return turned;
  const word = s.eat(/(rir|rpe) ?(?=[\d])/iy)?.[1]?.toUpperCase();
  return word ? readEffortFigure(s, word) : null;
}

function readEffortFigure(s: Scanner, word: string): Span {
  const match = s.eatHere(/\d+(?:\.\d+)?(?:-\d+(?:\.\d+)?)?/y);
  if (!match) s.fail(word === "RIR" ? "reps in reserve, such as RIR2" : "a rating from 1 to 10, such as RPE8");
  return effortOf(s, word, match[0], match[0].length);
}

/** Reserve from a figure or a range that ends at the cursor. */
function effortOf(s: Scanner, word: string, figures: string, length: number): Span {
  const start = s.position - length;
  const [first, second = first] = figures.split("-");
  const [a, b] = [Number(first), Number(second)];
  const [low, high] = word === "RIR" ? [a, b] : [10 - b, 10 - a];
  if (low < 0 || high > 10) s.failAt(start, length, word === "RIR" ? "RIR from 0 to 10" : "RPE from 0 to 10");
  if (high < low) s.failAt(start, length, "a range from low to high", `${second}-${first}`);
  return { low, high };
}

/** A change for one session is no more than this. */
const MOST_OF_NEXT = 50;

function readSingleRule(s: Scanner): LoadRule | null {
  if (s.eat(/BW\b|bodyweight\b/iy)) {
    const sign = s.eat(/([+-])(?= ?\d+(\.\d+)? ?(kg|lb)(?!\w*\/round))/iy)?.[1];
    if (!sign) return { kind: "bodyweight", added: null, sign: 1 };
    const added = readWeight(s);
    if (!added) s.fail("a load with its unit, such as BW+10kg");
    if (toKg(added) === 0) return { kind: "bodyweight", added: null, sign: 1 };
    return { kind: "bodyweight", added, sign: sign === "-" ? -1 : 1 };
  }
  const next = s.eat(/next ?([+-]) ?(\d+(?:\.\d+)?) ?%/iy);
  if (next) {
    const percent = Number(next[2]);
    if (percent > MOST_OF_NEXT) s.fail(`at most ${MOST_OF_NEXT} % more or less than the rule says`);
    return percent === 0 ? { kind: "unsaid" } : { kind: "ofNext", percent: next[1] === "-" ? -percent : percent };
  }
  const same = s.eat(/= ?([A-Z]{1,2}\d{1,2})\b/iy);
  if (same) return { kind: "ofSlot", slotId: `label:${same[1]!.toUpperCase()}`, share: 1 };
  const share = s.eat(/(\d*\.?\d+) ?x? ?([A-Z]{1,2}\d{1,2})\b/iy);
  if (share) return { kind: "ofSlot", slotId: `label:${share[2]!.toUpperCase()}`, share: Number(share[1]) };
  const repMax = s.eat(/(\d+) ?RM\b/iy);
  if (repMax) {
    const reps = Number(repMax[1]);
    if (reps < 1 || reps > 30) s.fail("a rep maximum from 1RM to 30RM");
    return { kind: "repMax", reps };
  }
  return null;
}

function refuseLoadRange(s: Scanner, start: number): void {
  const range = s.peek(/- ?(\d+(?:\.\d+)?) ?(kg|lb|%)(?! ?\/ ?round)/iy);
  if (!range) return;
  const first = s.text.slice(start, s.position).trim();
  const unit = /kg|lb|%/i.test(first) ? "" : range[2]!;
  s.failAt(
    start,
    s.position - start + range[0].length,
    "one load, not a range; a range of effort is written rir1-2",
    /^@?\s*\d+(\.\d+)? ?(kg|lb|%)?$/i.test(first) ? `${first}${unit}` : null,
  );
}

type Suffix = { kind: "weight"; unit: WeightUnit } | { kind: "percent" } | { kind: "percentTop" };

/** `80kg`, `60,65,70kg`, `75%`, `100,90,80%top`, `60,-,70kg`: figures that may share the last one's unit. */
function readNumberList(s: Scanner, start: number): (LoadRule | null)[] {
  const items: { text: string; suffix: Suffix | null; at: number }[] = [];
  do {
    const at = s.position;
    if (s.eatHere(/-(?=,|\s|$|kg|lb|%)/y)) {
      items.push({ text: "-", suffix: readSuffix(s), at });
      continue;
    }
    const figure = items.length === 0 ? s.eat(/\d+(?:\.\d+)?/y) : s.eatHere(/ ?\d+(?:\.\d+)?/y);
    if (!figure) {
      if (s.peek(/-/y)) s.fail("a load of 0 or more; assistance is written BW-20kg");
      s.fail("a load: 80kg, 75%, 90%top, 10RM, RIR2, BW+10kg, =A1");
    }
    items.push({ text: figure[0].trim(), suffix: readSuffix(s), at });
  } while (s.eatHere(/,(?=[\d-]|\s\d)/y));
  refuseLoadRange(s, start);
  refuseDecimalComma(s, start, items);
  // A small figure alone may as well be an effort.
  const isLoad = s.bareUnit !== null && items.length === 1 && Number(firstOf(items).text) > 10;
  let suffix = lastOf(items).suffix ?? (isLoad ? { kind: "weight" as const, unit: s.bareUnit! } : null);
  if (!suffix) {
    s.failAt(
      start,
      s.position - start,
      "the unit of the load: kg, lb, % or %top",
      // Offered only where a unit is all that is missing.
      /\S/.test(s.text[s.position] ?? "") || items.length > 1 ? null : `${s.text.slice(start, s.position).trim()}kg`,
    );
  }
  const rules: (LoadRule | null)[] = [];
  for (const item of items.reverse()) {
    suffix = item.suffix ?? suffix;
    rules.unshift(item.text === "-" ? null : ruleOf(s, item.at, item.text, suffix));
  }
  return rules;
}

function refuseDecimalComma(s: Scanner, start: number, items: { text: string; suffix: Suffix | null }[]): void {
  if (items.length !== 2) return;
  const [first, second] = items as [(typeof items)[0], (typeof items)[0]];
  if (first.suffix || first.text === "-" || first.text.includes(".")) return;
  if (Number(second.text) * 5 > Number(first.text) && second.text.length > 1) return;
  if (second.text.length > 2 || second.text === "-") return;
  const tail = s.text.slice(start, s.position).trim().replace(",", ".");
  s.failAt(
    start,
    s.position - start,
    "a decimal point, not a comma; a comma separates rounds",
    second.suffix ? tail : null,
  );
}

function readSuffix(s: Scanner): Suffix | null {
  const match = s.eatHere(/ ?(kgs?|kilos?|lbs?|pounds?|% ?top|%)(?![a-wyz])/iy)?.[1]?.toLowerCase();
  if (!match) return null;
  if (match === "%") return { kind: "percent" };
  if (match.startsWith("%")) return { kind: "percentTop" };
  return { kind: "weight", unit: unitOf(match) };
}

function ruleOf(s: Scanner, at: number, text: string, suffix: Suffix): LoadRule {
  if (suffix.kind === "weight") {
    return { kind: "fixed", weight: checkedWeight(s, at, text.length, text, suffix.unit) };
  }
  const percent = Number(text);
  if (percent <= 0 || percent > 150) s.failAt(at, text.length, "a percentage from 1 to 150");
  return suffix.kind === "percent" ? { kind: "percentOfMax", percent } : { kind: "percentOfTop", percent };
}

/** `-20%`, `-10kg`, `+5kg`: a change of load against the segment or round before. */
export function readChange(s: Scanner): LoadChange | null {
  const start = s.position;
  const match = s.eat(/([+-]) ?(\d+(?:\.\d+)?) ?(%|kg|kgs|lb|lbs)(?![a-wyz])/iy);
  if (!match) return null;
  const sign = match[1] === "-" ? -1 : 1;
  const figure = Number(match[2]);
  if (match[3] === "%") {
    if (sign < 0 && figure >= 100) s.failAt(start, match[0].length, "a cut of less than 100 %");
    if (figure > 100) s.failAt(start, match[0].length, "a rise of at most 100 %");
    return { kind: "percent", percent: sign * figure };
  }
  return { kind: "weight", weight: checkedWeight(s, start, match[0].length, match[2]!, unitOf(match[3]!)), sign };
}

/** `t3-1-1-0`, `t3`, `tX-0-X-0`, `t2..3-0-1-0`, `t3110`. Null phases are written `?`. */
export function readTempo(s: Scanner): { tempo: Tempo | null } | null {
  if (!s.peek(/t(?:empo)? ?[\dX?]/iy)) return null;
  s.eat(/t(?:empo)? ?/iy);
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
  return { tempo: lower || pauseBottom || lift || pauseTop ? { lower, pauseBottom, lift, pauseTop } : null };
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

/** `&band red`, `&2 band red`, `&chains 10kg`, `&vest 5kg`, `&belt 10kg`. */
export function readBeside(s: Scanner): AddedResistance | null {
  if (!s.eat(/&/y)) return null;
  const band = s.eat(/(?:(\d) ?x? ?)?bands? +([a-z]+)\b/iy);
  if (band) return { kind: "band", name: band[2]!.toLowerCase(), count: Number(band[1] ?? 1) };
  const name = s.eat(/([a-z][a-z -]{0,38}?) *(?=\d|$)/iy)?.[1]?.toLowerCase();
  if (!name) s.fail("what is beside the load: &band red, &chains 10kg, &vest 5kg or &belt 10kg");
  const w = readWeight(s);
  if (!w) s.fail(`the weight of the ${name}, such as 10kg`);
  if (name === "vest") return { kind: "vest", weight: w };
  return /^chains?$/.test(name) ? { kind: "chains", weight: w } : { kind: "other", name, weight: w };
}
