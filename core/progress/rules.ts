/**
 * The next prescription of a lift: a pure function of the rule and the log (handbook section 9). Correcting an old log
 * and asking again recomputes what follows. Every answer carries its reason as data.
 */
import type { Exercise } from "../exercise/exercise";
import { type RepCurve, repsAtLoad } from "../load/e1rm";
import { type BuildableLoad, nextHeavier, type RoundingPolicy, roundToBuildable } from "../load/equipment";
import type { Exposure, LoggedSet } from "../log";
import type { Settings } from "../settings";
import { daysBetween } from "../units";

export type ProgressionRule =
  | { readonly kind: "loadFirst"; readonly stepKg: number | null }
  | { readonly kind: "doubleProgression"; readonly stepKg: number | null };

/** What the slot asks for, set by set. */
export interface SetTarget {
  readonly low: number;
  readonly high: number;
  readonly rir: number | null;
}

export interface ProgressContext {
  readonly exercise: Exercise;
  /** Every load this gym can build for the lift, lightest first. */
  readonly loads: readonly BuildableLoad[];
  readonly settings: Settings;
  /** Calendar date of the session that is prescribed. */
  readonly date: string;
  readonly e1rmKg: number | null;
  /** The curve in force for the lift. */
  readonly curve: RepCurve;
  /** Turns a prescribed load into curve kg; null when unknown. */
  readonly toCurveKg: (loadKg: number) => number | null;
  readonly policy: RoundingPolicy;
}

export type ProgressReason =
  | { readonly kind: "rise"; readonly fromKg: number; readonly toKg: number; readonly why: "allMade" | "topOfRange" }
  | { readonly kind: "repeat"; readonly missed: number; readonly setCount: number; readonly reps: readonly number[] }
  | { readonly kind: "belowTargetRir"; readonly asked: number; readonly had: number }
  | {
      readonly kind: "cut";
      readonly misses: number;
      readonly percent: number;
      readonly fromKg: number;
      readonly toKg: number;
    }
  | {
      readonly kind: "moreReps";
      readonly set: number;
      readonly reps: number;
      readonly high: number;
      readonly last: readonly number[];
    }
  | { readonly kind: "widen"; readonly stepKg: number; readonly percent: number; readonly high: number }
  | { readonly kind: "heldByBound"; readonly stepKg: number; readonly percent: number; readonly limit: number }
  | { readonly kind: "pain"; readonly pain: number }
  | { readonly kind: "formBroke" }
  | { readonly kind: "timeOff"; readonly weeks: number; readonly percent: number }
  | { readonly kind: "topOfGym"; readonly kg: number }
  | { readonly kind: "expected"; readonly reps: number; readonly atKg: number };

export interface NextSet {
  readonly loadKg: number;
  readonly reps: number;
}

export interface NextPrescription {
  readonly rule: ProgressionRule;
  readonly basedOn: { readonly date: string; readonly sessionId: string };
  readonly sets: readonly NextSet[];
  readonly reasons: readonly ProgressReason[];
}

/** The rule a scheme suggests: a range is for double progression, a figure for load first. A coach can choose otherwise. */
export function suggestedRule(targets: readonly SetTarget[]): ProgressionRule {
  return targets.some((target) => target.high > target.low)
    ? { kind: "doubleProgression", stepKg: null }
    : { kind: "loadFirst", stepKg: null };
}

/** Null when the lift has no log of the like to go by. */
export function nextPrescription(
  rule: ProgressionRule,
  targets: readonly SetTarget[],
  exposures: readonly Exposure[],
  context: ProgressContext,
): NextPrescription | null {
  const worked = exposures
    .map((exposure) => ({ ...exposure, sets: exposure.sets.filter((set) => set.working) }))
    .filter((exposure) => exposure.sets.length > 0 && isComparable(exposure, targets));
  const last = worked.at(-1);
  if (!last || targets.length === 0) return null;
  const before = worked.at(-2) ?? null;
  const answer = (sets: readonly NextSet[], reasons: readonly ProgressReason[]): NextPrescription => ({
    rule,
    basedOn: { date: last.date, sessionId: last.sessionId },
    sets,
    reasons,
  });
  const repeat = () =>
    targets.map((target, index) => ({
      loadKg: loadOf(last, index),
      reps: Math.max(target.low, Math.min(target.high, repsOf(last, index) ?? target.low)),
    }));

  const pain = Math.max(...last.sets.map((set) => set.pain));
  if (pain >= 4) return answer(repeat(), [{ kind: "pain", pain }]);
  if (last.sets.some((set) => set.form === "broke")) return answer(repeat(), [{ kind: "formBroke" }]);
  const weeksOff = Math.floor(daysBetween(last.date, context.date) / 7) - 1;
  if (weeksOff >= 1)
    return answer(afterTimeOff(targets, last, weeksOff, context), [
      { kind: "timeOff", weeks: weeksOff, percent: timeOffPercent(weeksOff) },
    ]);
  return rule.kind === "loadFirst"
    ? loadFirst(rule, targets, last, before, context, answer, repeat)
    : doubleProgression(rule, targets, last, context, answer);
}

type Answer = (sets: readonly NextSet[], reasons: readonly ProgressReason[]) => NextPrescription;

const loadOf = (exposure: Exposure, index: number): number => (exposure.sets[index] ?? exposure.sets.at(-1)!).loadKg;
const repsOf = (exposure: Exposure, index: number): number | null => exposure.sets[index]?.reps ?? null;

/** Sets that fell short of what was asked of them that day, and sets that were left out. */
function missesOf(exposure: Exposure): number {
  const short = exposure.sets.filter((set) => set.reps < (set.target?.low ?? 0)).length;
  return short + Math.max(0, exposure.plannedSets - exposure.sets.length);
}

/** Whether a day asked for reps like those asked now; a changed scheme starts again from the curve. */
function isComparable(exposure: Exposure, targets: readonly SetTarget[]): boolean {
  const then = exposure.sets[0]?.target;
  const now = targets[0];
  return !then || !now || (then.low <= now.high && now.low <= then.high);
}

/** The first set that was made, but with less in reserve than was asked; half a rep is within reporting. */
function tooHard(targets: readonly SetTarget[], exposure: Exposure): LoggedSet | null {
  return (
    exposure.sets.find(
      (set, index) =>
        set.rir !== null && (targets[index]?.rir ?? null) !== null && set.rir < targets[index]!.rir! - 0.5,
    ) ?? null
  );
}

function loadFirst(
  rule: ProgressionRule,
  targets: readonly SetTarget[],
  last: Exposure,
  before: Exposure | null,
  context: ProgressContext,
  answer: Answer,
  repeat: () => NextSet[],
): NextPrescription {
  const misses = missesOf(last);
  if (misses > 0) {
    const samePlace = before !== null && Math.abs(loadOf(before, 0) - loadOf(last, 0)) < 0.002;
    const running = samePlace && missesOf(before) > 0 ? 2 : 1;
    if (running >= context.settings.missesBeforeCut) {
      const sets = targets.map((target, index) =>
        cutTo(loadOf(last, index), context.settings.cutPercent, target.low, context),
      );
      return answer(sets, [
        {
          kind: "cut",
          misses: running,
          percent: context.settings.cutPercent,
          fromKg: topOf(last),
          toKg: Math.max(...sets.map((s) => s.loadKg)),
        },
      ]);
    }
    const reps = last.sets.map((set) => set.reps);
    return answer(
      targets.map((target, index) => ({ loadKg: loadOf(last, index), reps: target.low })),
      [{ kind: "repeat", missed: misses, setCount: targets.length, reps }],
    );
  }
  const hard = tooHard(targets, last);
  if (hard)
    return answer(repeat(), [{ kind: "belowTargetRir", asked: hard.targetRir ?? targets[0]!.rir!, had: hard.rir! }]);
  const step = stepUp(rule, topOf(last), targets.at(-1)!.low, context);
  if (step.kind === "held") return answer(repeat(), [step.reason]);
  const sets = targets.map((target, index) => {
    const wanted = loadOf(last, index) + (step.kg - topOf(last));
    const built = roundToBuildable(context.loads, wanted, "nearest");
    return {
      loadKg: built && built.kg >= loadOf(last, index) - 0.002 ? built.kg : loadOf(last, index),
      reps: target.high,
    };
  });
  return answer(sets, [{ kind: "rise", fromKg: topOf(last), toKg: step.kg, why: "allMade" }]);
}

function doubleProgression(
  rule: ProgressionRule,
  targets: readonly SetTarget[],
  last: Exposure,
  context: ProgressContext,
  answer: Answer,
): NextPrescription {
  const done = targets.map((_, index) => repsOf(last, index));
  const allAtTop = targets.every((target, index) => (done[index] ?? 0) >= target.high);
  if (!allAtTop) {
    const reps = targets.map((target, index) => Math.min(target.high, Math.max(target.low, done[index] ?? target.low)));
    const room = targets.findIndex((target, index) => (done[index] ?? 0) < target.high);
    reps[room] = Math.min(
      targets[room]!.high,
      Math.max(targets[room]!.low, (done[room] ?? targets[room]!.low - 1) + 1),
    );
    const sets = targets.map((_, index) => ({ loadKg: loadOf(last, index), reps: reps[index]! }));
    return answer(sets, [
      { kind: "moreReps", set: room + 1, reps: reps[room]!, high: targets[room]!.high, last: done.map((r) => r ?? 0) },
    ]);
  }
  const step = stepUp(rule, topOf(last), targets[0]!.low, context);
  if (step.kind === "held") {
    const high = Math.max(...targets.map((target) => target.high)) + 2;
    const sets = targets.map((target, index) => ({
      loadKg: loadOf(last, index),
      reps: Math.min(high, (done[index] ?? target.high) + (index === 0 ? 1 : 0)),
    }));
    const reason: ProgressReason =
      step.reason.kind === "heldByBound"
        ? { kind: "widen", stepKg: step.reason.stepKg, percent: step.reason.percent, high }
        : step.reason;
    return answer(sets, [reason]);
  }
  const sets = targets.map((target) => ({ loadKg: step.kg, reps: target.low }));
  const reasons: ProgressReason[] = [{ kind: "rise", fromKg: topOf(last), toKg: step.kg, why: "topOfRange" }];
  const expected = expectedReps(step.kg, context);
  if (expected !== null) reasons.push({ kind: "expected", reps: expected, atKg: step.kg });
  return answer(sets, reasons);
}

const topOf = (exposure: Exposure): number => Math.max(...exposure.sets.map((set) => set.loadKg));

type Step = { kind: "up"; kg: number } | { kind: "held"; reason: ProgressReason };

/**
 * The load one step up: the wanted step, or the smallest buildable one. More than the weekly bound is allowed only where
 * it is the smallest buildable step and the forecast at it reaches the low end of the range.
 */
function stepUp(rule: ProgressionRule, fromKg: number, low: number, context: ProgressContext): Step {
  const { settings, exercise } = context;
  const smallest = nextHeavier(context.loads, fromKg);
  if (!smallest) return { kind: "held", reason: { kind: "topOfGym", kg: fromKg } };
  const wanted =
    rule.stepKg ??
    (rule.kind === "doubleProgression" ? 0 : exercise.body === "lower" ? settings.lowerStepKg : settings.upperStepKg);
  const nearest = roundToBuildable(context.loads, fromKg + wanted, "nearest");
  const base = context.toCurveKg(fromKg) ?? fromKg;
  const rise = (kg: number) => 100 * ((context.toCurveKg(kg) ?? kg) / Math.max(base, 0.001) - 1);
  const chosen =
    nearest && nearest.kg > smallest.kg && rise(nearest.kg) <= settings.weeklyRisePercent ? nearest : smallest;
  const percent = rise(chosen.kg);
  if (percent <= settings.weeklyRisePercent + 1e-9) return { kind: "up", kg: chosen.kg };
  const expected = expectedReps(chosen.kg, context);
  if (expected !== null && expected >= low) return { kind: "up", kg: chosen.kg };
  return {
    kind: "held",
    reason: { kind: "heldByBound", stepKg: chosen.kg - fromKg, percent, limit: settings.weeklyRisePercent },
  };
}

function expectedReps(loadKg: number, context: ProgressContext): number | null {
  const curve = context.toCurveKg(loadKg);
  if (context.e1rmKg === null || curve === null) return null;
  return Math.floor(repsAtLoad(context.e1rmKg, curve, context.curve) + 0.25);
}

function cutTo(loadKg: number, percent: number, reps: number, context: ProgressContext): NextSet {
  const built = roundToBuildable(context.loads, loadKg * (1 - percent / 100), "neverHarder");
  return { loadKg: built ? Math.min(built.kg, loadKg) : loadKg, reps };
}

/** One week: repeat. Two: −7.5 %. Longer: 5 % more for each week, at most −30 %. */
export function timeOffPercent(weeks: number): number {
  return weeks <= 1 ? 0 : Math.min(30, 7.5 + 5 * (weeks - 2));
}

function afterTimeOff(
  targets: readonly SetTarget[],
  last: Exposure,
  weeks: number,
  context: ProgressContext,
): NextSet[] {
  const percent = timeOffPercent(weeks);
  const kept = weeks >= 2 ? targets.slice(0, Math.max(1, targets.length - 1)) : targets;
  return kept.map((target, index) =>
    percent === 0
      ? { loadKg: loadOf(last, index), reps: target.low }
      : cutTo(loadOf(last, index), percent, target.low, context),
  );
}
