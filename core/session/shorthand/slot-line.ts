/** Reads one lift: name, scheme, chain, rests and round selectors, in any order after the name. */

import { editDistance } from "../../edit-distance";
import type { Laterality } from "../../exercise";
import { firstOf } from "../../lists";
import type { Ramp, RampStep, Span } from "../grammar";
import type { DraftSet, DraftSlot } from "./draft";
import { type ExerciseLookup, joinSetup, NAME_END, readLiftName } from "./lift-name";
import { readWeight } from "./load-tokens";
import type { Scanner } from "./scanner";
import { readLaterality } from "./scheme";
import {
  applySaid,
  checkLists,
  nothingSaid,
  readSelector,
  readSetToken,
  refuseTwice,
  roundsOf,
  type Said,
} from "./set-tokens";
import { readReps, readRests, readSeconds, readSetup } from "./tokens";

export function readRamp(s: Scanner): Ramp {
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
