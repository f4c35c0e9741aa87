/** What a rule goes by and what it answers; what all kinds share. */

import { isBodyweight, takesAssistance } from "../exercise";
import { entryAt, firstOf, lastOf } from "../lists";
import {
  e1rmFactor,
  type Less,
  type NextSet,
  nextHeavier,
  type ProgressReason,
  type Ruled,
  roundToBuildable,
} from "../load";
import type { Exposure, LoggedSet, WorkKind, WorkSet } from "../session";
import { allWorkingSets, type Block, diffSlotSets, type Edit, type Slot, type Span } from "../session";
import { clamp, SAME_WEIGHT_KG } from "../units";
import { expectedReps, impliedKg, isSmallStepMade, repsForStep, risePercent, type Step } from "./bound";
import type { ProgressContext, SetTarget } from "./context";
import { type Lighter, madeLighter, type Reduction } from "./lighter";

/** A lift in its block, for which the next prescription is asked. */
export interface LiftPlace {
  readonly block: Block;
  readonly slot: Slot;
}

/** The working sets' reps as edits. */
export function repsEdits({ slot }: LiftPlace, reps: number): Edit[] {
  const changed = slot.sets.map((set) => {
    const first = set?.segments[0];
    if (set?.role !== "working" || first?.amount.kind !== "reps") return set;
    const amount = { kind: "reps", reps: { low: reps, high: reps } } as const;
    return { ...set, segments: [{ ...first, amount }, ...set.segments.slice(1)] };
  });
  return diffSlotSets(slot, changed);
}

/** So much more in reserve for the working sets, as edits; a set without an effort of its own is meant at the usual one. */
export function reserveEdits({ slot }: LiftPlace, more: number, assumedRir: number): Edit[] {
  const changed = slot.sets.map((set) => {
    if (set?.role !== "working" || set.segments[0]?.amount.kind !== "reps") return set;
    const segments = set.segments.map((segment) => {
      const { low, high } = segment.rir ?? { low: assumedRir, high: assumedRir };
      return { ...segment, rir: { low: low + more, high: high + more } };
    });
    return { ...set, segments };
  });
  return diffSlotSets(slot, changed);
}

/** What a rep goal asks of each of its sets: reps up to the total, and not many sets more than it is to be made in. */
export const goalTargetsOf = (slot: Slot, inSets: number): SetTarget[] =>
  allWorkingSets(slot).flatMap(({ stop, segments }) => {
    if (stop.kind !== "repTotal") return [];
    const { rir } = firstOf(segments);
    return [{ low: Math.ceil(stop.total / (inSets + 2)), high: stop.total, rir: rir && middleOf(rir) }];
  });

/** What progression reads: the working sets' first segments that ask for reps. */
export function targetsOf(slot: Slot): SetTarget[] {
  const targets: SetTarget[] = [];
  for (const set of slot.sets) {
    if (set?.role !== "working") continue;
    const first = firstOf(set.segments);
    if (first.amount.kind !== "reps") continue;
    const { low, high } = first.amount.reps;
    targets.push({ low, high, rir: first.rir ? middleOf(first.rir) : null });
  }
  return targets;
}

const middleOf = ({ low, high }: Span): number => (low + high) / 2;

/** All that a rule goes by. */
export interface Situation {
  readonly lift: LiftPlace;
  readonly targets: readonly SetTarget[];
  /** The last time that counts, and those before it, oldest first. */
  readonly last: Exposure;
  readonly earlier: readonly Exposure[];
  /** The most that this week may ask, as an implied maximum in curve kg. */
  readonly limitKg: number | null;
  /** What every set of the last time showed at the least, as a maximum in curve kg; 0: not known. */
  readonly shownKg: number;
  readonly context: ProgressContext;
}

export const topOf = (exposure: Exposure): number => Math.max(...exposure.sets.map((set) => set.loadKg));

/** The same again, whatever the reason. */
export const asRepeated = ({ targets, last, earlier }: Situation): Ruled => ({
  sets: repeated(targets, last, earlier),
  reasons: [],
});

/**
 * The least that a set of this day was asked for: a step on coarse kit may ask for fewer reps than its range has. Reps that are
 * written as one figure stay what they are.
 */
export const lowOf = (target: SetTarget, set: LoggedSet | undefined): number =>
  target.low === target.high ? target.low : Math.min(target.low, set?.target?.low ?? target.low);

/**
 * Sets as they were done; one that was left out as it stood, when it was last done at that load; one that there was not yet like
 * the last of those that were.
 */
export const repeated = (targets: readonly SetTarget[], last: Exposure, earlier: readonly Exposure[] = []): NextSet[] =>
  targets.map((target, index) => {
    const set = last.sets[index];
    const loadKg = loadOf(last, index);
    const isNew = index >= last.plannedSets;
    const before =
      set ??
      (isNew ? lastOf(last.sets) : null) ??
      earlier.findLast((day) => isSameLoad(day.sets[index]?.loadKg, loadKg))?.sets[index];
    return { loadKg, reps: Math.max(1, clamp(before?.reps ?? target.low, lowOf(target, set), target.high)) };
  });

const isSameLoad = (kg: number | undefined, otherKg: number): boolean =>
  kg !== undefined && Math.abs(kg - otherKg) < SAME_WEIGHT_KG;

export const loadOf = (exposure: Exposure, index: number): number =>
  (exposure.sets[index] ?? lastOf(exposure.sets)).loadKg;
export const repsOf = (exposure: Exposure, index: number): number | null => exposure.sets[index]?.reps ?? null;

/** Sets that were tried and fell short of what was asked of them that day. */
export const missesOf = (exposure: Exposure): number =>
  exposure.sets.filter((set) => set.asked && set.reps < (set.target?.low ?? 0)).length;

/** Sets that were asked for and not tried: they speak neither for a step up nor for a cut. */
export const leftOutOf = (exposure: Exposure): number =>
  Math.max(0, exposure.plannedSets - exposure.sets.filter((set) => set.asked).length);

/** What kind of work a lift asks for in its block; of its sets the first working one tells. */
export function workKindOf({ block, slot }: LiftPlace): WorkKind {
  const set = allWorkingSets(slot)[0];
  const amount = set?.segments[0]?.amount.kind;
  const structure = set && isDropSet(set) ? "drop" : block.slots.length >= GIANT_SET_LIFTS ? "giant" : "plain";
  if (set?.stop.kind === "repTotal") return { amount: "goal", structure };
  if (set?.stop.kind === "totalTime") return { amount: "time", structure };
  switch (amount) {
    case "maxReps":
    case "toFailure":
      return { amount: "open", structure };
    case "seconds":
    case "hold":
      return { amount: "time", structure };
    case "metres":
      return { amount: "metres", structure };
    default:
      return { amount: "reps", structure };
  }
}

/** A set that goes on at another load straight after its first part. */
const isDropSet = ({ segments }: WorkSet): boolean =>
  segments.some(({ load, exerciseId }, index) => index > 0 && (load.kind === "fromSegment" || exerciseId !== null));

const GIANT_SET_LIFTS = 4;

/** How far outside of a range's ends reps may lie that nobody asked for, and still be of its kind. */
const LIKE_A_RANGE = { below: 2, above: 4 };

/**
 * Whether a day's work was of the kind that is asked now: the same amounts (a rep goal is no set of five), the same structure (a
 * giant set has loads of its own), and reps like those asked now; a changed scheme starts again from the curve. Of an
 * imported log nobody knows what was asked: there the reps that were done decide.
 */
export function isComparable(exposure: Exposure, targets: readonly SetTarget[], kind: WorkKind): boolean {
  const { work } = exposure;
  if (work && (work.amount !== kind.amount || work.structure !== kind.structure)) return false;
  const first = exposure.sets[0];
  const now = targets[0];
  if (!first || !now || kind.amount !== "reps") return true;
  const then = first.target;
  if (then) return then.low <= now.high && now.low <= then.high;
  return first.reps >= now.low - LIKE_A_RANGE.below && first.reps <= now.high + LIKE_A_RANGE.above;
}

/** The first set that was made, but with less in reserve than was asked; half a rep is within reporting. */
function tooHard(targets: readonly SetTarget[], exposure: Exposure): LoggedSet | null {
  return (
    exposure.sets.find(
      (set, index) =>
        set.rir !== null && (targets[index]?.rir ?? null) !== null && set.rir < entryAt(targets, index).rir! - 0.5,
    ) ?? null
  );
}

/** Days in a row, the last one among them, on which something held at the load that the lift had last. */
function daysRunning({ last, earlier }: Situation, holds: (day: Exposure) => boolean): number {
  const days = [...earlier, last];
  const first = days.findLastIndex((day) => !holds(day) || !isSameLoad(day.sets[0]?.loadKg, loadOf(last, 0)));
  return days.length - 1 - first;
}

/** A cut that a coach has set: so many percent, or what the kit has near it. */
const cutOf = (percent: number) => ({ least: percent / 2, most: percent * 1.25, aim: percent });

/** What is asked where the last time was not made: missed, left out, or harder than meant; null where it was. */
export function notMade(situation: Situation): Ruled | null {
  const { targets, last, context } = situation;
  const { missesBeforeCut, cutPercent } = context.settings;
  const misses = missesOf(last);
  if (misses > 0) {
    const running = daysRunning(situation, (day) => missesOf(day) > 0);
    if (running >= missesBeforeCut) return cutBack(situation, cutOf(cutPercent), running);
    return missedOnce(situation, misses);
  }
  const left = leftOutOf(last);
  if (left > 0)
    return { ...asRepeated(situation), reasons: [{ kind: "setsLeftOut", left, setCount: last.plannedSets }] };
  const hard = tooHard(targets, last);
  if (!hard) return null;
  const asked = hard.targetRir ?? firstOf(targets).rir!;
  const isFixed = targets.every(({ low, high }) => low === high);
  const running = daysRunning(situation, (day) => tooHard(targets, day) !== null);
  if (isFixed && running >= UNDER_BEFORE_CUT)
    return ofReserve(
      cutBack(situation, { ...UNDER_PERCENT, aim: percentToLow(firstOf(targets), last, context) }, running),
    );
  const again = repeated(targets, last, situation.earlier);
  // Inside of a range there are fewer reps at which the reserve is as it was asked.
  const less = Math.ceil(asked - hard.rir!);
  const sets = again.map((set, index) => ({
    ...set,
    reps: Math.max(lowOf(targetAt(targets, index), last.sets[index]), set.reps - less),
  }));
  const fewerReps = sets.some(({ reps }, index) => reps < entryAt(again, index).reps);
  return { sets, reasons: [{ kind: "belowTargetRir", asked, had: hard.rir!, fewerReps }] };
}

/** Missed, and not often enough to take load off: the same load, the low end for every set that fell short of it. */
export function missedOnce(situation: Situation, missed: number): Ruled {
  const { targets, last, earlier } = situation;
  const reps = last.sets.map((set) => set.reps);
  return {
    sets: repeated(targets, last, earlier),
    reasons: [{ kind: "repeat", missed, setCount: last.sets.length, reps }, ...easierMove(situation)],
  };
}

/** Of a move of the body that is far out of reach, and that nobody is helped with, the easier ones by name. */
function easierMove({ targets, last, context }: Situation): ProgressReason[] {
  const first = last.sets[0];
  const { exercise } = context;
  if (!first || !isBodyweight(exercise) || takesAssistance(exercise)) return [];
  if (first.reps >= Math.ceil(firstOf(targets).low / 2)) return [];
  const names = context.easierMoves?.() ?? [];
  return names.length > 0 ? [{ kind: "easierMove", names }] : [];
}

const ofReserve = (ruled: Ruled): Ruled => ({
  ...ruled,
  reasons: ruled.reasons.map((one) => (one.kind === "cut" ? { ...one, isReserve: true } : one)),
});

/** Load off, or, where the kit has nothing near, reps. */
function cutBack(situation: Situation, reduction: Reduction, misses: number): Ruled {
  const { targets, last, context } = situation;
  const asked = targets.map((target, index) => ({
    loadKg: loadOf(last, index),
    reps: lowOf(target, last.sets[index]),
  }));
  const less = madeLighter(asked, targets, reduction, context);
  if (less.by === "load") return { sets: less.sets, reasons: [{ kind: "cut", misses, ...shownLess(asked, less) }] };
  // The kit has nothing near: what was made is asked for.
  const made = asked.map((set, index) => ({
    ...set,
    reps: Math.max(1, Math.min(set.reps, repsOf(last, index) ?? set.reps)),
  }));
  const kept = { sets: made, percent: 0, by: "reps" } as const;
  return { sets: made, reasons: [{ kind: "cut", misses, ...shownLess(asked, kept) }] };
}

/** What was made lighter, as a reason says it: the figures of the heaviest set. */
export function shownLess(asked: readonly NextSet[], { sets, percent, by }: Lighter): Less {
  const top = asked.reduce((best, set, index) => (set.loadKg > entryAt(asked, best).loadKg ? index : best), 0);
  const [from, to] = [entryAt(asked, Math.min(top, sets.length - 1)), entryAt(sets, Math.min(top, sets.length - 1))];
  return { percent, by, fromKg: from.loadKg, toKg: to.loadKg, fromReps: from.reps, toReps: to.reps };
}

/** So many sessions running under the range, and load comes off. */
const UNDER_BEFORE_CUT = 3;
const UNDER_PERCENT = { least: 5, most: 10 };

/** A session whose first set, or half of whose sets, fell short of the least that was asked. */
const isUnder = (day: Exposure): boolean => {
  const tried = day.sets.filter((set) => set.asked);
  const short = tried.filter((set) => set.reps < (set.target?.low ?? 0)).length;
  const first = tried[0];
  return short > 0 && (first!.reps < (first!.target?.low ?? 0) || 2 * short >= tried.length);
};

/**
 * Reps under the low end of the range: the load stays, and after three sessions running comes down by 5 to 10 %, to where the
 * low end is reached. Null where no set fell short.
 */
export function underRange(situation: Situation): Ruled | null {
  const { targets, last, context } = situation;
  const misses = missesOf(last);
  if (misses === 0) return null;
  const running = daysRunning(situation, isUnder);
  if (running < UNDER_BEFORE_CUT) return missedOnce(situation, misses);
  return cutBack(situation, { ...UNDER_PERCENT, aim: percentToLow(firstOf(targets), last, context) }, running);
}

/** By how much a day's load was too heavy for the low end, in percent from 5 to 10. */
export function percentToLow(target: SetTarget, { sets }: Exposure, context: ProgressContext): number {
  const asked = target.low + (target.rir ?? 0);
  const shares = sets.map(
    ({ reps, rir }) => e1rmFactor(Math.max(1, reps + (rir ?? 0)), context.curve) / e1rmFactor(asked, context.curve),
  );
  const mean = shares.reduce((sum, share) => sum + share, 0) / shares.length;
  return clamp(100 * (1 - mean), UNDER_PERCENT.least, UNDER_PERCENT.most);
}

/** By how many reps a range is widened where the next load is too far. */
const WIDEN_BY = 4;

/** Whether a step is more than a week allows, in percent of body and load. */
export const isBeyondWeek = (fromKg: number, toKg: number, context: ProgressContext): boolean =>
  risePercent(fromKg, toKg, context) > context.settings.weeklyRisePercent;

/** Reps that the curve gives at a load with the reserve asked, by the record or by what was just shown; null: not known. */
export function repsByCurve(kg: number, { rir }: SetTarget, { shownKg, context }: Situation): number | null {
  const reps = expectedReps(kg, context, shownKg);
  return reps === null ? null : reps - (rir ?? context.settings.assumed.rir);
}

/**
 * What is asked where the load cannot go up though all was made. Where the gym's next step is too far the range is widened by up
 * to four reps, and then the step is taken at the reps that the curve gives there. Reps that are written as one figure stay:
 * the wider range is proposed.
 */
export function heldBack(step: Exclude<Step, { kind: "up" }>, situation: Situation): Ruled {
  const { targets, last, earlier, context } = situation;
  const fromKg = topOf(last);
  const isFixed = targets.every((target) => target.low === target.high);
  const wide = targets.map((target) => (isFixed ? target : { ...target, high: target.high + WIDEN_BY }));
  const same = repeated(wide, last, earlier);
  if (step.kind === "topOfGym") return { sets: same, reasons: [{ kind: "topOfGym", kg: fromKg }] };
  const { kg, percent } = step;
  const stepKg = kg - fromKg;
  const limit = context.settings.weeklyRisePercent;
  if (percent <= limit) return { sets: same, reasons: [{ kind: "heldByBound", stepKg, percent, limit }] };
  const target = firstOf(targets);
  const until = Math.min(repsForStep(fromKg, kg, target, context) ?? Infinity, target.high + WIDEN_BY);
  if (isFixed) return { sets: same, reasons: [{ kind: "widerRange", stepKg, percent, low: target.low, until }] };
  const room = same.findIndex((set) => set.reps < until);
  if (room >= 0) {
    const sets = same.map((set, index) => (index === room ? { ...set, reps: set.reps + 1 } : set));
    return { sets, reasons: [{ kind: "repsFirst", stepKg, percent, until }] };
  }
  const reps = repsByCurve(kg, target, situation);
  if (reps === null || reps < Math.ceil(target.low / 2))
    return { sets: same, reasons: [{ kind: "stepTooFar", stepKg, percent }] };
  const there = Math.min(reps, target.high);
  return {
    sets: targets.map(() => ({ loadKg: kg, reps: there })),
    reasons: [{ kind: "coarseRise", fromKg, toKg: kg, percent, reps: there }],
  };
}

/** How much over what was asked a set is far too easy: reps over the range, or reps and reserve together. */
const EASY = { reps: 2, together: 3, atOnce: 4 };

/** A reserve above this is a guess. */
const MOST_RESERVE_TOLD = 5;

interface Ease {
  readonly isEasy: boolean;
  readonly isVeryEasy: boolean;
  /** Told by nothing but a reserve that nobody can tell. */
  readonly isGuess: boolean;
}

const targetAt = (targets: readonly SetTarget[], index: number): SetTarget =>
  entryAt(targets, Math.min(index, targets.length - 1));

/** The most reps that a set was asked for: over the top of its range a rule asks for one more than last time. */
function mostAsked({ low, high }: SetTarget, before: LoggedSet | undefined, { loadKg }: LoggedSet): number {
  const isClimbing = low < high && before !== undefined && before.reps >= high && isSameLoad(before.loadKg, loadKg);
  return isClimbing ? before.reps + 1 : high;
}

/** How easy a day was, by the set that was the least so. */
function easeOf({ sets }: Exposure, before: Exposure | undefined, targets: readonly SetTarget[]): Ease {
  const all = sets.map((set, index): Ease => {
    const target = targetAt(targets, index);
    const repsOver = set.reps - mostAsked(target, before?.sets[index], set);
    const rirOver = set.rir === null || target.rir === null ? 0 : set.rir - target.rir;
    const together = Math.max(0, repsOver) + Math.max(0, rirOver);
    const isMade = repsOver >= 0 || set.reps >= target.low;
    return {
      isEasy: isMade && (repsOver >= EASY.reps || together >= EASY.together),
      isVeryEasy: isMade && together >= EASY.atOnce,
      isGuess: repsOver < EASY.reps && (set.rir ?? 0) > MOST_RESERVE_TOLD,
    };
  });
  return {
    isEasy: all.every((one) => one.isEasy),
    isVeryEasy: all.every((one) => one.isVeryEasy),
    isGuess: all.every((one) => one.isGuess),
  };
}

/**
 * Work that every set found far too easy, twice running or once by four and more, goes up by the curve: to the load at which the
 * least that was shown makes the low end of the range, at most a tenth of body and load. A reserve of over five is a guess: once
 * it asks for a finding set, and after three such sessions the load goes up as if five had been said. Null where it was not so
 * easy, or the gym or the week has nothing between.
 */
export function farTooEasy(situation: Situation): Ruled | null {
  const { targets, last, earlier, limitKg, shownKg, context } = situation;
  const target = firstOf(targets);
  if (missesOf(last) > 0 || leftOutOf(last) > 0) return null;
  const days = [...earlier, last];
  const now = easeOf(last, earlier.at(-1), targets);
  if (!now.isEasy) return null;
  const running = daysRunning(
    situation,
    (day) => missesOf(day) === 0 && easeOf(day, days[days.indexOf(day) - 1], targets).isEasy,
  );
  if (running < 2 && !now.isVeryEasy) return null;
  const rirs = last.sets.flatMap(({ rir }) => rir ?? []);
  const had = rirs.length > 0 ? Math.min(...rirs) : null;
  if (now.isGuess && running < 3)
    return { sets: repeated(targets, last, earlier), reasons: [{ kind: "findAgain", had: had ?? MOST_RESERVE_TOLD }] };
  const fromKg = topOf(last);
  const from = context.toCurveKg(fromKg);
  if (from === null || shownKg <= 0) return null;
  const asked = target.low + (target.rir ?? context.settings.assumed.rir);
  const most = from * (1 + context.settings.weeklyRisePercent / 100);
  const curve = Math.min(most, Math.min(shownKg, limitKg ?? shownKg) / e1rmFactor(asked, context.curve));
  const kg = context.toPrescribedKg(curve);
  const built = kg === null ? null : roundToBuildable(context.loads, kg, "neverHarder");
  const smallest = nextHeavier(context.loads, fromKg);
  const toKg =
    built && built.kg > fromKg + SAME_WEIGHT_KG
      ? built.kg
      : smallest && isSmallStepMade(fromKg, smallest.kg, target, situation)
        ? smallest.kg
        : null;
  if (toKg === null) return null;
  const over = Math.min(...last.sets.map((set, index) => set.reps - targetAt(targets, index).high));
  return {
    sets: targets.map(({ low }) => ({ loadKg: toKg, reps: low })),
    reasons: [{ kind: "tooEasy", asked: target.rir, had, over, fromKg, toKg }],
  };
}

/**
 * An answer held to the bound of all rules: a set that asks more than the week allows goes no further up than is allowed, or by
 * the smallest step where the forecast reaches the low end of the range; where neither is, it stays.
 */
export function withinBound(ruled: Ruled, situation: Situation): Ruled {
  const { last, limitKg, targets, context } = situation;
  if (limitKg === null) return ruled;
  const isOver = (kg: number, reps: number, rir: number | null) => {
    const curve = context.toCurveKg(kg);
    return curve !== null && impliedKg(curve, reps, rir, context) > limitKg * (1 + 1e-9);
  };
  let held: ProgressReason | null = null;
  const sets = ruled.sets.map((set, index) => {
    const target = entryAt(targets, Math.min(index, targets.length - 1));
    if (!isOver(set.loadKg, set.reps, target.rir)) return set;
    const from = loadOf(last, index);
    const smallest = nextHeavier(context.loads, from);
    if (smallest && Math.abs(smallest.kg - set.loadKg) < 0.002 && isSmallStepMade(from, set.loadKg, target, situation))
      return set;
    const lighter = context.loads.filter(({ kg }) => kg < set.loadKg - 0.002 && kg > from - 0.002);
    const allowed = lighter.findLast(({ kg }) => !isOver(kg, set.reps, target.rir));
    const toKg = allowed?.kg ?? Math.min(from, set.loadKg);
    const had = repsOf(last, index) ?? target.low;
    const reps = allowed ? set.reps : Math.min(set.reps, Math.max(had, target.low));
    if (toKg < set.loadKg - 0.002)
      held = { kind: "bounded", wantedKg: set.loadKg, toKg, limit: context.settings.weeklyRisePercent };
    return { loadKg: toKg, reps };
  });
  return held ? { ...ruled, sets, reasons: [...ruled.reasons, held] } : { ...ruled, sets };
}
