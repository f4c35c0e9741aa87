/** What the rounds of a lift have in common, so that a printed line says it once. */

import { firstOf } from "../../lists";
import { sameValue } from "../../same";
import type { LoadChange, LoadRule, Segment, Slot, Span, WorkSet } from "../grammar";
import { printAmount } from "./print-parts";

/** How a slot's rounds are written: one base set, lists where only the reps or only the loads differ, clauses for the rest. */
export interface RoundPlan {
  readonly base: WorkSet;
  readonly reps: readonly string[] | null;
  readonly loads: readonly (LoadRule | null)[] | null;
  readonly rirs: readonly (Span | null)[] | null;
  readonly step: LoadChange | null;
  readonly clauses: readonly Clause[];
}

export interface Clause {
  readonly selector: string;
  readonly from: WorkSet;
  readonly to: WorkSet | null;
}

export const bare = (set: WorkSet): unknown => ({
  ...set,
  id: "",
  segments: set.segments.map((segment) => ({ ...segment, id: "" })),
});

/** Whether two sets ask for the same, ids aside. */
export const sameSet = (a: WorkSet | null, b: WorkSet | null): boolean =>
  a === null || b === null ? a === b : sameValue(bare(a), bare(b));

function withFirst(set: WorkSet, change: Partial<Segment>): WorkSet {
  return { ...set, segments: [{ ...firstOf(set.segments), ...change }, ...set.segments.slice(1)] };
}

export function planRounds(sets: Slot["sets"]): RoundPlan {
  const firstIndex = sets.findIndex((set) => set !== null);
  // A set-up on the lift's own line is the slot's; one round's own set-up is always a clause.
  const base = withFirst(sets[firstIndex]!, { setup: null });
  const firsts = sets.map((set) => set?.segments[0] ?? null);
  const reps = repsList(sets, base);
  const step = stepOf(firsts, firstIndex);
  const loads = step ? null : loadList(firsts);
  const rirs = loads || step ? null : rirList(firsts);
  const clauses: Clause[] = [];
  for (let round = 0; round < sets.length; ) {
    const expected = expectedSet(base, round, firsts, { reps, step, loads, rirs }, firstIndex);
    const actual = sets[round] ?? null;
    if (sameSet(expected, actual)) {
      round++;
      continue;
    }
    let end = round + 1;
    while (
      end < sets.length &&
      sameSet(sets[end] ?? null, actual) &&
      sameSet(expectedSet(base, end, firsts, { reps, step, loads, rirs }, firstIndex), expected)
    )
      end++;
    clauses.push({ selector: selectorFor(round, end, sets.length), from: expected ?? base, to: actual });
    round = end;
  }
  return { base, reps, loads, rirs, step, clauses };
}

function selectorFor(from: number, end: number, count: number): string {
  if (end === count) return end - from === 1 ? "last:" : `last ${end - from}:`;
  return end - from === 1 ? `round ${from + 1}:` : `rounds ${from + 1}-${end}:`;
}

interface Lists {
  reps: readonly string[] | null;
  step: LoadChange | null;
  loads: readonly (LoadRule | null)[] | null;
  rirs: readonly (Span | null)[] | null;
}

function expectedSet(
  base: WorkSet,
  round: number,
  firsts: (Segment | null)[],
  lists: Lists,
  firstIndex: number,
): WorkSet | null {
  const own = firsts[round];
  const change: { -readonly [K in keyof Segment]?: Segment[K] } = {};
  if (lists.reps) {
    if (!own) return null;
    change.amount = own.amount;
  }
  if (lists.step && round > firstIndex) change.load = { kind: "fromRound", change: lists.step };
  if (lists.loads) change.load = own?.load ?? firstOf(base.segments).load;
  if (lists.rirs) change.rir = own?.rir ?? firstOf(base.segments).rir;
  return withFirst(base, change);
}

function repsList(sets: Slot["sets"], base: WorkSet): string[] | null {
  const amounts = sets.map((set) => set?.segments[0]?.amount ?? null);
  if (base.stop.kind === "repTotal" || sets.some((set) => set && set.stop.kind !== base.stop.kind)) return null;
  if (sets.some((set) => set && firstOf(set.segments).rom !== firstOf(base.segments).rom)) return null;
  if (firstOf(base.segments).rom !== "full") return null;
  if (amounts.every((amount) => amount && sameValue(amount, amounts[0]))) return null;
  const listable = amounts.every(
    (amount) => amount === null || ["reps", "maxReps", "toFailure", "seconds", "metres"].includes(amount.kind),
  );
  return listable ? amounts.map((amount) => (amount ? printAmount(amount, "full") : "-")) : null;
}

function stepOf(firsts: (Segment | null)[], firstIndex: number): LoadChange | null {
  const later = firsts.slice(firstIndex + 1).filter((segment) => segment !== null);
  const first = later[0]?.load;
  if (first?.kind !== "fromRound" || firsts[firstIndex]!.load.kind === "fromRound") return null;
  return later.every((segment) => sameValue(segment.load, first)) ? first.change : null;
}

const LISTED = new Set(["fixed", "percentOfMax", "percentOfTop"]);

function loadList(firsts: (Segment | null)[]): (LoadRule | null)[] | null {
  const said = firsts.filter((segment) => segment !== null);
  const first = firstOf(said).load;
  if (said.every((segment) => sameValue(segment.load, first)) || !LISTED.has(first.kind)) return null;
  const sameKind = said.every(
    ({ load }) =>
      load.kind === first.kind &&
      (load.kind !== "fixed" || first.kind !== "fixed" || load.weight.unit === first.weight.unit),
  );
  return sameKind ? firsts.map((segment) => segment?.load ?? null) : null;
}

function rirList(firsts: (Segment | null)[]): (Span | null)[] | null {
  if (firsts.some((segment) => segment && (segment.load.kind !== "byEffort" || !segment.rir))) return null;
  const said = firsts.filter((segment) => segment !== null);
  if (said.every((segment) => sameValue(segment.rir, firstOf(said).rir))) return null;
  return firsts.map((segment) => segment?.rir ?? firstOf(said).rir);
}
