/**
 * In which order to put plates on a sleeve for a sequence of loads (a ramp, a pyramid, drops), so that the least is handled.
 * docs/handbook.md#plate-plan.
 *
 * A sleeve is a stack: only the outermost plate comes off. A plate put on at step i and left on through step k is an interval
 * of the sequence, and intervals nest; so the best plan over i…j on top of what is already on is: choose a plate and how long
 * it stays, solve the steps it carries on top of it, then the steps after it. This is exact; branches that cannot beat the
 * best plan so far, by the fewest plates each load needs, are not followed.
 *
 * What may be built: large plates inside, as everybody loads a bar, and no more plates than twice the fewest for the load.
 * What is least, in this order: plates handled on a side (each put on or taken off, from the empty bar to the last load);
 * plates handled against the change (put on at a drop, taken off at a rise).
 */

import { entryAt, lastOf, valueAt } from "../lists";
import { toKg, type Weight } from "../units";

/** One load of the sequence. `urgent`: within a set, where a change eats the effect. */
export interface PlateStep {
  readonly key: string;
  readonly totalKg: number;
  readonly urgent: boolean;
}

export interface PlannedStep {
  readonly key: string;
  readonly totalKg: number;
  /** From the collar out. */
  readonly perSide: readonly Weight[];
  /** Outermost first, in the order they come off; then what goes on, in order. */
  readonly takeOff: readonly Weight[];
  readonly putOn: readonly Weight[];
}

export interface PlatePlan {
  readonly steps: readonly PlannedStep[];
  /** Plates put on or taken off on one side, from the empty bar to the last load. */
  readonly handled: number;
  /** Of these within a set. */
  readonly handledInSets: number;
  /** The same when every load is built afresh with the fewest plates, heaviest inside, keeping what happens to fit. */
  readonly naiveHandled: number;
  readonly naiveHandledInSets: number;
  /** Loads that these plates cannot make; they are left out of the plan. */
  readonly unbuildable: readonly string[];
  /** Whether no plan handles less; longer or very tangled sequences are planned well, but in parts. */
  readonly isExact: boolean;
  /** Partial plans looked at: what the search cost. */
  readonly looked: number;
}

interface Plate {
  readonly weight: Weight;
  readonly grams: number;
  readonly pairs: number;
}

const HANDLED = 1_000_000;
const AGAINST = 1_000;
/** A load is built of no more than so many times the fewest plates that make it. */
const MOST_PLATES = 2;

/** Longer sequences are planned in runs of this many loads, each starting from what the last left on the sleeve. */
const MAX_SEQUENCE = 16;

/** The search stops here: about a twentieth of a second. What was asked is planned in halves then. */
const MOST_LOOKS = 5_000;
/** So many loads are not halved any more. */
const SHORTEST_RUN = 4;

const gramsOf = (kg: number): number => Math.round(kg * 1000);

/** The plan for one bar and a gym's plates. An empty sequence, or one of the bare bar alone, handles nothing. */
export function planPlates(
  sequence: readonly PlateStep[],
  barKg: number,
  inventory: readonly { readonly weight: Weight; readonly pairs: number }[],
): PlatePlan {
  const plates = inventory
    .map(({ weight, pairs }) => ({ weight, pairs: Math.min(12, Math.floor(pairs)), grams: gramsOf(toKg(weight)) }))
    .filter((plate) => plate.grams > 0 && plate.pairs > 0)
    .sort((a, b) => b.grams - a.grams);
  const fewest = fewestPlates(plates);
  const wanted = sequence.map((step) => ({ step, side: sideGrams(step.totalKg, barKg, fewest) }));
  const steps = wanted.filter((one): one is { step: PlateStep; side: number } => one.side !== null);
  const unbuildable = wanted.filter((one) => one.side === null).map(({ step }) => step.key);
  const sides = steps.map(({ side }) => side);
  // Where a load follows itself nothing is handled: the search sees it once.
  const distinct = sides.filter((side, index) => side !== sides[index - 1]);
  let looked = 0;
  let exact = true;
  let planned: (readonly number[])[] = [];
  for (let from = 0; from < distinct.length; from += MAX_SEQUENCE) {
    const run = planRun(plates, distinct.slice(from, from + MAX_SEQUENCE), fewest, planned.at(-1) ?? []);
    planned = [...planned, ...run.stacks];
    looked += run.looked;
    exact &&= run.isExact;
  }
  let place = -1;
  const stacks = sides.map((side, index) => entryAt(planned, side === sides[index - 1] ? place : ++place));
  const naive = sides.map((side) => valueAt(fewest, side).stack);
  return {
    steps: steps.map(({ step }, index) => {
      const before = stacks[index - 1] ?? [];
      const now = entryAt(stacks, index);
      const same = commonLength(before, now);
      return {
        key: step.key,
        totalKg: step.totalKg,
        perSide: now.map((plate) => entryAt(plates, plate).weight),
        takeOff: before
          .slice(same)
          .reverse()
          .map((plate) => entryAt(plates, plate).weight),
        putOn: now.slice(same).map((plate) => entryAt(plates, plate).weight),
      };
    }),
    handled: handledIn(stacks, () => true),
    handledInSets: handledIn(stacks, (index) => entryAt(steps, index).step.urgent),
    naiveHandled: handledIn(naive, () => true),
    naiveHandledInSets: handledIn(naive, (index) => entryAt(steps, index).step.urgent),
    unbuildable,
    isExact: exact && distinct.length <= MAX_SEQUENCE,
    looked,
  };
}

interface PlannedRun {
  readonly stacks: readonly (readonly number[])[];
  readonly isExact: boolean;
  readonly looked: number;
}

/** A run of loads on top of what is on the sleeve; where the search is given up, in halves, or as plainly as it goes if that is no worse. */
function planRun(
  plates: readonly Plate[],
  sides: readonly number[],
  fewest: ReadonlyMap<number, Fewest>,
  before: readonly number[],
): PlannedRun {
  const search = new Search(plates, sides, fewest, before);
  const stacks = search.best();
  const { looked, isExact } = search;
  if (isExact || sides.length <= SHORTEST_RUN) return { stacks, looked, isExact };
  const half = Math.ceil(sides.length / 2);
  const first = planRun(plates, sides.slice(0, half), fewest, before);
  const second = planRun(plates, sides.slice(half), fewest, lastOf(first.stacks));
  const halves = [...first.stacks, ...second.stacks];
  const from = (run: readonly (readonly number[])[]) => handledIn([before, ...run], (index) => index > 0);
  return {
    stacks: from(halves) < from(stacks) ? halves : stacks,
    looked: looked + first.looked + second.looked,
    isExact: false,
  };
}

function commonLength(a: readonly number[], b: readonly number[]): number {
  let same = 0;
  while (same < a.length && same < b.length && a[same] === b[same]) same++;
  return same;
}

function handledIn(stacks: readonly (readonly number[])[], counts: (index: number) => boolean): number {
  let handled = 0;
  stacks.forEach((stack, index) => {
    if (!counts(index)) return;
    const before = stacks[index - 1] ?? [];
    const same = commonLength(before, stack);
    handled += before.length + stack.length - 2 * same;
  });
  return handled;
}

interface Fewest {
  readonly count: number;
  /** Plates by index, heaviest inside. */
  readonly stack: readonly number[];
}

/** For every sum of grams on one side, the fewest plates that make it. */
function fewestPlates(plates: readonly Plate[]): Map<number, Fewest> {
  const sums = new Map<number, Fewest>([[0, { count: 0, stack: [] }]]);
  plates.forEach((plate, index) => {
    for (const [sum, known] of [...sums]) {
      let stack = known.stack;
      for (let count = 1; count <= plate.pairs; count++) {
        stack = [...stack, index];
        const reached = sum + count * plate.grams;
        if (reached > 300_000) break;
        const other = sums.get(reached);
        if (!other || other.count > stack.length) sums.set(reached, { count: stack.length, stack });
      }
    }
  });
  return sums;
}

/** The grams for one side, within 2 g of what plates can make; null where they cannot. */
function sideGrams(totalKg: number, barKg: number, sums: ReadonlyMap<number, Fewest>): number | null {
  const side = Math.round((gramsOf(totalKg) - gramsOf(barKg)) / 2);
  for (const off of [0, 1, -1, 2, -2]) if (sums.has(side + off)) return side + off;
  return null;
}

/**
 * The same question with plates without number: the least handling of steps i…j on top of so many grams and an outermost plate.
 * It depends on these alone, not on which plates are left, so it is quickly known for all; and it is never more than the true
 * answer, which makes it the bound of the search. Where the plates suffice it is the answer.
 */
class Unlimited {
  private readonly memo = new Map<number, number>();

  constructor(
    private readonly plates: readonly Plate[],
    private readonly sides: readonly number[],
  ) {}

  handled(from: number, j: number, on: number, top: number): number {
    let i = from;
    while (i <= j && this.sides[i] === on) i++;
    if (i > j) return 0;
    const key = ((i * MAX_SEQUENCE + j) * (this.plates.length + 1) + top + 1) * 1_000_000 + on;
    const known = this.memo.get(key);
    if (known !== undefined) return known;
    let best = Number.POSITIVE_INFINITY;
    let room = Number.POSITIVE_INFINITY;
    for (let until = i; until <= j; until++) {
      room = Math.min(room, entryAt(this.sides, until) - on);
      if (room <= 0) break;
      const own = until === this.sides.length - 1 ? 1 : 2;
      const after = this.handled(until + 1, j, on, top);
      for (let plate = Math.max(0, top); plate < this.plates.length; plate++) {
        const { grams } = entryAt(this.plates, plate);
        if (grams > room || own + after >= best) continue;
        best = Math.min(best, own + after + this.handled(i, until, on + grams, plate));
      }
    }
    this.memo.set(key, best);
    return best;
  }
}

interface Choice {
  readonly plate: number;
  readonly until: number;
}

interface Known {
  readonly cost: number;
  /** The cost is the least there is; otherwise it is only known to be above what was asked. */
  readonly exact: boolean;
}

class Search {
  looked = 0;
  isExact = true;
  private readonly left: number[];
  /** Plates on the sleeve now, and how many each load may have. */
  private taken = 0;
  private readonly allowed: readonly number[];
  /** What is left as one number, each plate a digit; with the place of the question it is the memory's key. */
  private code = 0;
  private readonly digits: readonly number[];
  private readonly codes: number;
  private readonly memo = new Map<number, Known>();
  /** First only the handling is made least, then the faults at that handling. */
  private minding: "handling" | "faults" = "handling";
  private readonly changes: readonly number[];
  private readonly unlimited: Unlimited;
  private readonly last: number;

  constructor(
    private readonly plates: readonly Plate[],
    private readonly sides: readonly number[],
    private readonly fewest: ReadonlyMap<number, Fewest>,
    /** What is on the sleeve before, outermost last; a plan may keep a part of it. */
    private readonly before: readonly number[],
  ) {
    this.left = plates.map((plate) => plate.pairs);
    this.last = sides.length - 1;
    this.allowed = sides.map((side) => MOST_PLATES * (fewest.get(side)?.count ?? 0));
    let codes = 1;
    this.digits = plates.map((plate) => {
      const digit = codes;
      codes *= plate.pairs + 1;
      return digit;
    });
    this.codes = codes;
    for (const plate of plates.keys()) this.code += entryAt(this.digits, plate) * entryAt(this.left, plate);
    const start = sum(before.map((plate) => entryAt(plates, plate).grams));
    this.changes = sides.map((side, index) => side - (index === 0 ? start : entryAt(sides, index - 1)));
    this.unlimited = new Unlimited(plates, sides);
  }

  private take(plate: number): void {
    this.taken++;
    this.left[plate]!--;
    this.code -= entryAt(this.digits, plate);
  }

  private giveBack(plate: number): void {
    this.taken--;
    this.left[plate]!++;
    this.code += entryAt(this.digits, plate);
  }

  /** The stack for each step. Every part of what was on before may stay; the best is taken. */
  best(): (readonly number[])[] {
    // One plate more is allowed each time: the first plan found handles the least.
    for (let handled = 0; handled <= 24 * this.sides.length && this.looked <= MOST_LOOKS; handled++) {
      if (this.within(handled).length === 0) continue;
      if (this.looked > MOST_LOOKS) break;
      this.minding = "faults";
      this.memo.clear();
      const plans = this.within(handled);
      if (this.looked > MOST_LOOKS) break;
      return plans.reduce((best, next) => (next.cost < best.cost ? next : best)).stacks;
    }
    this.isExact = false;
    return this.sides.map((side) => valueAt(this.fewest, side).stack);
  }

  /** The best plan that handles so many plates at most, for each part of what was on before that may stay. */
  private within(handled: number): { cost: number; stacks: number[][] }[] {
    const found: { cost: number; stacks: number[][] }[] = [];
    for (let keep = this.before.length; keep >= 0; keep--) {
      const kept = this.before.slice(0, keep);
      const weight = sum(kept.map((plate) => entryAt(this.plates, plate).grams));
      const off = (this.before.length - keep) * HANDLED;
      const limit = (handled + 1) * HANDLED - 1 - off;
      if (limit < 0 || this.sides.some((side) => side < weight)) continue;
      for (const plate of kept) this.take(plate);
      const cost = this.solve(0, this.last, weight, kept.at(-1) ?? -1, false, limit);
      if (cost <= limit) {
        const stacks: number[][] = this.sides.map(() => [...kept]);
        if (this.minding === "faults") this.trace(0, this.last, weight, kept.at(-1) ?? -1, false, stacks);
        found.push({ cost: cost + off, stacks });
      }
      for (const plate of kept) this.giveBack(plate);
    }
    return found;
  }

  /** A plate on from step i until step k costs its putting on, its taking off unless it stays to the end, and its faults. */
  private costOf({ until }: Choice, i: number): number {
    const stays = until === this.last;
    let cost = stays ? HANDLED : 2 * HANDLED;
    if (this.minding === "handling") return cost;
    if (entryAt(this.changes, i) < 0) cost += AGAINST;
    if (!stays && entryAt(this.changes, until + 1) > 0) cost += AGAINST;
    return cost;
  }

  private keyOf(i: number, j: number, top: number, nested: boolean): number {
    const place = ((i * MAX_SEQUENCE + j) * (this.plates.length + 1) + top + 1) * 2 + (nested ? 1 : 0);
    return place * this.codes + this.code;
  }

  /**
   * The least that steps i…j can cost on top of what is on; where that is above `limit`, any figure above it. `nested`: the
   * outermost plate is on for exactly i…j, so a plate that joins it for as long is no heavier.
   */
  private solve(from: number, j: number, on: number, top: number, joined: boolean, limit: number): number {
    let i = from;
    for (; i <= j && this.sides[i] === on; i++)
      if (this.taken > entryAt(this.allowed, i)) return Number.POSITIVE_INFINITY;
    if (i > j) return 0;
    const bound = this.atLeast(i, j, on, top);
    if (bound > limit) return bound;
    const nested = joined && i === from;
    const key = this.keyOf(i, j, top, nested);
    const known = this.memo.get(key);
    if (known && (known.exact || known.cost > limit)) return known.cost;
    if (++this.looked > MOST_LOOKS) return Number.POSITIVE_INFINITY;
    let best = Number.POSITIVE_INFINITY;
    for (const choice of this.choices(i, j, on, top)) {
      best = Math.min(best, this.tryChoice(choice, i, j, on, top, Math.min(limit, best)));
      if (best <= bound) break;
    }
    const exact = best <= limit;
    const cost = exact ? best : Math.max(bound, limit + 0.5);
    this.memo.set(key, { cost, exact });
    return cost;
  }

  private tryChoice(choice: Choice, i: number, j: number, on: number, top: number, limit: number): number {
    const { plate, until } = choice;
    const own = this.costOf(choice, i);
    const after = this.atLeast(until + 1, j, on, top);
    const room = limit - own - after;
    if (room < 0) return Number.POSITIVE_INFINITY;
    this.take(plate);
    const over = this.solve(i, until, on + entryAt(this.plates, plate).grams, plate, true, room);
    this.giveBack(plate);
    if (over > room) return Number.POSITIVE_INFINITY;
    return own + over + this.solve(until + 1, j, on, top, false, limit - own - over);
  }

  /** The next plate over step i and how long it stays: the longest first, the heaviest first. */
  private choices(i: number, j: number, on: number, top: number): Choice[] {
    const room: number[] = [];
    let most = Number.POSITIVE_INFINITY;
    for (let until = i; until <= j; until++) {
      most = Math.min(most, entryAt(this.sides, until) - on);
      if (most <= 0) break;
      room.push(most);
    }
    const choices: Choice[] = [];
    for (let length = room.length; length >= 1; length--) {
      const until = i + length - 1;
      // None heavier than the one inside it.
      for (let plate = Math.max(0, top); plate < this.plates.length; plate++) {
        if (entryAt(this.left, plate) > 0 && entryAt(this.plates, plate).grams <= entryAt(room, length - 1))
          choices.push({ plate, until });
      }
    }
    return choices;
  }

  private atLeast(i: number, j: number, on: number, top: number): number {
    return this.unlimited.handled(i, j, on, top) * HANDLED;
  }

  /** Follows the best choices again and writes the stacks. */
  private trace(from: number, j: number, on: number, top: number, joined: boolean, stacks: number[][]): void {
    let i = from;
    while (i <= j && this.sides[i] === on) i++;
    if (i > j) return;
    const nested = joined && i === from;
    const goal = this.memo.get(this.keyOf(i, j, top, nested))?.cost ?? Number.POSITIVE_INFINITY;
    for (const choice of this.choices(i, j, on, top)) {
      if (this.tryChoice(choice, i, j, on, top, goal) > goal) continue;
      const { plate, until } = choice;
      for (let step = i; step <= until; step++) entryAt(stacks, step).push(plate);
      this.take(plate);
      this.trace(i, until, on + entryAt(this.plates, plate).grams, plate, true, stacks);
      this.giveBack(plate);
      this.trace(until + 1, j, on, top, false, stacks);
      return;
    }
  }
}

const sum = (values: readonly number[]): number => values.reduce((total, one) => total + one, 0);
