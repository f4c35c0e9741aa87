/** Reads loads, efforts and changes of load as they are written. */

import { firstOf, lastOf } from "../../lists";
import { decimal, MAX_WEIGHT_KG, massWords, toKg, type Weight, type WeightUnit, weight } from "../../units";
import type { AddedResistance, LoadChange, LoadRule, Span } from "../grammar";
import type { Scanner } from "./scanner";

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
  const range = readPercentRange(s) ?? readLoadRange(s);
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

/** A load as a range: "60-70kg". */
export const LOAD_RANGE =
  /(\d+(?:\.\d+)?) ?(?:kgs?|lbs?)? ?- ?(\d+(?:\.\d+)?) ?(kgs?|lbs?)(?![a-wyz])(?! ?\/ ?round)/iy;

/** `60-70kg`: planned at its middle, and said so. */
export function readLoadRange(s: Scanner): LoadRule | null {
  const start = s.position;
  const match = s.eat(LOAD_RANGE);
  if (!match) return null;
  const [low, high] = [Number(match[1]), Number(match[2])];
  const unit = unitOf(match[3]!);
  if (high < low) s.failAt(start, match[0].length, "a range from low to high", `@${match[2]}-${match[1]}${unit}`);
  const middle = decimal((low + high) / 2, 2);
  s.note(start, `${match[1]} to ${match[2]} ${unit}, planned at ${middle} ${unit}`);
  return { kind: "fixed", weight: checkedWeight(s, start, match[0].length, middle, unit) };
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
