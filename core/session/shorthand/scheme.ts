/** Reads sets and reps as they are written: "4x8", "16,13,10", "30total". */

import type { Laterality } from "../../exercise";
import { type Amount, LIMITS, type RangeOfMotion, type SetStop, type Span } from "../grammar";
import type { Scanner } from "./scanner";
import { readAmount, readSeconds } from "./tokens";

/**
 * `8x60kg` is reps and their load, and no count of sets; in a cell, which has none, also `8x62.5`, `8x60`, `6x+10`, `8x2x22`,
 * `6x body`.
 */
const isRepsByLoad = (s: Scanner): boolean =>
  s.peek(/\d+(?:-\d+)? ?x ?[+-]? ?\d+(?:\.\d+)? ?(?:kg|lb|%)/iy) !== null ||
  (s.bareUnit !== null &&
    s.peek(/\d+(?:-\d+)? ?x ?(?:body\b|[+-] ?\d|2 ?x ?\d|\d+\.\d|(?:[3-9]\d|\d{3,})(?!\w))/iy) !== null);

export interface Scheme {
  rounds: Span | null;
  amounts: ({ amount: Amount; rom: RangeOfMotion } | null)[];
  stop: SetStop;
  /** Sides that stand with the figures, as in `18/side,14/side`. */
  sides: Laterality | null;
}

/** `4x8`, `3-4x10-12`, `16,13,10,6-7`, `60total/15s shared`, or a lone amount (`8`, `40s`, `F`). */
export function readScheme(s: Scanner): Scheme | null {
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
  while (s.eatHere(/,(?= ?[\dFAMHh-])|\/(?=\d+(?:-\d+)?(?:\/\d|\s|$))/y)) {
    if (s.eat(/-(?=,|\s|$|\/)/y)) amounts.push(null);
    else amounts.push(readAmount(s) ?? s.fail("the reps of the next round"));
    sides = readSidesInList(s, sides);
  }
  if (amounts.length > LIMITS.rounds) s.failAt(start, s.position - start, `at most ${LIMITS.rounds} rounds`);
  if (amounts.length > 1) {
    if (rounds && rounds.high !== amounts.length) {
      // Without a count there are as many rounds as figures.
      const figures = s.text.slice(start + times![0].length, s.position).trim();
      s.failAt(
        start,
        s.position - start,
        `one figure of reps for each of the ${rounds.high} rounds, or one for all`,
        figures,
      );
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

export function readLaterality(s: Scanner): Laterality | null {
  const word = s.eat(SIDES)?.[1]?.toLowerCase();
  if (word) {
    if (word === "both") return "both";
    return word.startsWith("alt") ? "alternating" : word === "hold" ? "otherHolds" : "eachSide";
  }
  if (s.eat(/(?:reps? )?(?:each|per|a)(?: |-)?(?:side|leg|arm|hand)\b|(?:reps? )?each\b(?! \w)/iy)) return "eachSide";
  return s.eat(/alternat(?:ing|e|ed)\b|alt\b/iy) ? "alternating" : null;
}

const SIDES = /\/ ?(side|leg|arm|hand|alt(?:ernating)?|hold|both)\b/iy;
