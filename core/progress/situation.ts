/** What a rule goes by and what it answers; what all kinds share. */

import { entryAt, firstOf, lastOf } from "../lists";
import { e1rmFactor, type NextSet, nextHeavier, type ProgressReason, type Ruled, roundToBuildable } from "../load";
import type { Exposure, LoggedSet } from "../session";
import { allWorkingSets, type Block, diffSlotSets, type Edit, type Slot, type Span } from "../session";
import { cutLoad, impliedKg, isSmallStepMade, repsForStep, type Step } from "./bound";
import type { ProgressContext, SetTarget } from "./context";

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

/** What a rep goal asks of each of its sets: any reps up to the total. */
export const goalTargetsOf = (slot: Slot): SetTarget[] =>
  allWorkingSets(slot).flatMap(({ stop, segments }) => {
    if (stop.kind !== "repTotal") return [];
    const { rir } = firstOf(segments);
    return [{ low: 1, high: stop.total, rir: rir && middleOf(rir) }];
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

/** The same again. */
/** The same again, whatever the reason. */
export const asRepeated = ({ targets, last }: Situation): Ruled => ({ sets: repeated(targets, last), reasons: [] });

export const repeated = (targets: readonly SetTarget[], last: Exposure): NextSet[] =>
  targets.map((target, index) => ({
    loadKg: loadOf(last, index),
    reps: Math.max(target.low, Math.min(target.high, repsOf(last, index) ?? target.low)),
  }));

export const loadOf = (exposure: Exposure, index: number): number =>
  (exposure.sets[index] ?? lastOf(exposure.sets)).loadKg;
export const repsOf = (exposure: Exposure, index: number): number | null => exposure.sets[index]?.reps ?? null;

/** Sets that were tried and fell short of what was asked of them that day. */
export const missesOf = (exposure: Exposure): number =>
  exposure.sets.filter((set) => set.asked && set.reps < (set.target?.low ?? 0)).length;

/** Sets that were asked for and not tried: they speak neither for a step up nor for a cut. */
export const leftOutOf = (exposure: Exposure): number =>
  Math.max(0, exposure.plannedSets - exposure.sets.filter((set) => set.asked).length);

/** Whether a day asked for reps like those asked now; a changed scheme starts again from the curve. */
export function isComparable(exposure: Exposure, targets: readonly SetTarget[]): boolean {
  const then = exposure.sets[0]?.target;
  const now = targets[0];
  return !then || !now || (then.low <= now.high && now.low <= then.high);
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

/** Days in a row, the last one among them, on which the lift was missed at the load it had last. */
function missesRunning({ last, earlier }: Situation): number {
  const days = [...earlier, last];
  const first = days.findLastIndex((day) => missesOf(day) === 0 || Math.abs(loadOf(day, 0) - loadOf(last, 0)) > 0.002);
  return days.length - 1 - first;
}

/** What is asked where the last time was not made: missed, left out, or harder than meant; null where it was. */
export function notMade(situation: Situation): Ruled | null {
  const { targets, last, context } = situation;
  const { missesBeforeCut, cutPercent: percent } = context.settings;
  const misses = missesOf(last);
  if (misses > 0) {
    const running = missesRunning(situation);
    if (running >= missesBeforeCut) {
      const sets = targets.map(({ low }, index) => ({
        loadKg: cutLoad(loadOf(last, index), percent, context),
        reps: low,
      }));
      const toKg = Math.max(...sets.map((set) => set.loadKg));
      return { sets, reasons: [{ kind: "cut", misses: running, percent, fromKg: topOf(last), toKg }] };
    }
    const reps = last.sets.map((set) => set.reps);
    return {
      sets: targets.map((target, index) => ({ loadKg: loadOf(last, index), reps: target.low })),
      reasons: [{ kind: "repeat", missed: misses, setCount: targets.length, reps }],
    };
  }
  const left = leftOutOf(last);
  if (left > 0)
    return { sets: repeated(targets, last), reasons: [{ kind: "setsLeftOut", left, setCount: last.plannedSets }] };
  const hard = tooHard(targets, last);
  if (hard) {
    const asked = hard.targetRir ?? firstOf(targets).rir!;
    return { sets: repeated(targets, last), reasons: [{ kind: "belowTargetRir", asked, had: hard.rir! }] };
  }
  return null;
}

/** What is asked where the load cannot go up though all was made: reps first where the step is the gym's, else the same again. */
export function heldBack(step: Exclude<Step, { kind: "up" }>, { targets, last, context }: Situation): Ruled {
  const fromKg = topOf(last);
  const same = targets.map((target, index) => ({
    loadKg: loadOf(last, index),
    reps: Math.max(target.low, repsOf(last, index) ?? target.low),
  }));
  if (step.kind === "topOfGym") return { sets: same, reasons: [{ kind: "topOfGym", kg: fromKg }] };
  const { kg, percent } = step;
  const stepKg = kg - fromKg;
  const limit = context.settings.weeklyRisePercent;
  if (percent <= limit) return { sets: same, reasons: [{ kind: "heldByBound", stepKg, percent, limit }] };
  const until = repsForStep(fromKg, kg, firstOf(targets), context);
  const room = same.findIndex((set) => until !== null && set.reps < until);
  if (until === null || room < 0) return { sets: same, reasons: [{ kind: "stepTooFar", stepKg, percent }] };
  const isFixed = targets.every((target) => target.low === target.high);
  const sets = same.map((set, index) =>
    isFixed || index === room ? { ...set, reps: Math.min(until, set.reps + 1) } : set,
  );
  return { sets, reasons: [{ kind: "repsFirst", stepKg, percent, until }] };
}

/** A reserve this far above the one asked is no slip of the tongue. */
const FAR_TOO_EASY = 3;

/**
 * Work that every set left far more in reserve than was asked goes up by the curve, not by one rep: to the load at which the
 * least that was shown makes the low end of the range. Null where it was not so easy, or the gym or the week has nothing between.
 */
export function farTooEasy({ targets, last, limitKg, shownKg, context }: Situation): Ruled | null {
  const [target] = targets;
  const asked = target?.rir ?? null;
  if (!target || asked === null || missesOf(last) > 0 || leftOutOf(last) > 0) return null;
  const reserves = last.sets.map((set) => set.rir);
  if (reserves.some((rir) => rir === null || rir < asked + FAR_TOO_EASY)) return null;
  const curve = Math.min(shownKg, limitKg ?? shownKg) / e1rmFactor(target.low + asked, context.curve);
  const kg = context.toPrescribedKg(curve);
  const built = kg === null ? null : roundToBuildable(context.loads, kg, "neverHarder");
  const fromKg = topOf(last);
  if (!built || built.kg < fromKg + 0.002) return null;
  const had = Math.min(...reserves.map((rir) => rir!));
  return {
    sets: targets.map(({ low }) => ({ loadKg: built.kg, reps: low })),
    reasons: [{ kind: "tooEasy", asked, had, fromKg, toKg: built.kg }],
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
