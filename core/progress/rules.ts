/**
 * The next prescription of a lift: a pure function of the rule and the log (handbook section 9). Correcting an old log
 * and asking again recomputes what follows. Every answer carries its reason as data. What each kind of rule does stands in
 * one table, `RULES`.
 */
import type { Exercise } from "../exercise/exercise";
import { type RepCurve, repsAtLoad } from "../load/e1rm";
import { type BuildableLoad, nextHeavier, type RoundingPolicy, roundToBuildable } from "../load/equipment";
import type { Exposure, ExposurePurpose, LoggedSet } from "../log";
import type { Edit } from "../session/edits";
import type { Block, Slot, Span } from "../session/grammar";
import type { Settings } from "../settings";
import { daysBetween } from "../units";
import { oneSetFewer } from "./fewer-sets";
import type { ProgressionRule, RuleKind, RuleOf, RuleSettings } from "./rule";

/** What the slot asks for, set by set. */
export interface SetTarget {
  readonly low: number;
  readonly high: number;
  readonly rir: number | null;
}

/** When the session that is prescribed takes place. */
export interface Calendar {
  /** Calendar date of the session. */
  readonly date: string;
  readonly purpose: ExposurePurpose;
  /** Week of its plan, counted from 0; null outside a plan. */
  readonly planWeek: number | null;
}

export interface ProgressContext {
  readonly exercise: Exercise;
  /** Every load this gym can build for the lift, lightest first. */
  readonly loads: readonly BuildableLoad[];
  readonly settings: Settings;
  readonly calendar: Calendar;
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
  | { readonly kind: "setsLeftOut"; readonly left: number; readonly setCount: number }
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
  | { readonly kind: "timeOff"; readonly weeks: number; readonly percent: number; readonly fewerSets: number }
  | { readonly kind: "topOfGym"; readonly kg: number }
  | { readonly kind: "expected"; readonly reps: number; readonly atKg: number };

export interface NextSet {
  readonly loadKg: number;
  readonly reps: number;
}

/** What a rule answers. */
interface Ruled {
  /** Load and reps to aim at of each working set that is left; beside the document, so that its ranges survive. */
  readonly sets: readonly NextSet[];
  /** What else moves: sets, rounds, rests, tempo, effort, help. */
  readonly edits?: readonly Edit[];
  readonly reasons: readonly ProgressReason[];
}

export interface NextPrescription extends Required<Ruled> {
  readonly rule: ProgressionRule;
  readonly basedOn: { readonly date: string; readonly sessionId: string };
}

/** A lift in its block, for which the next prescription is asked. */
export interface LiftPlace {
  readonly block: Block;
  readonly slot: Slot;
}

/** What progression reads: the working sets' first segments that ask for reps. */
export function targetsOf(slot: Slot): SetTarget[] {
  const targets: SetTarget[] = [];
  for (const set of slot.sets) {
    if (set?.role !== "working") continue;
    const first = set.segments[0]!;
    if (first.amount.kind !== "reps") continue;
    const { low, high } = first.amount.reps;
    targets.push({ low, high, rir: first.rir ? middleOf(first.rir) : null });
  }
  return targets;
}

const middleOf = ({ low, high }: Span): number => (low + high) / 2;

/** The rule a scheme suggests: a range is for double progression, a figure for load first. A coach can choose otherwise. */
export function suggestedRule(targets: readonly SetTarget[]): ProgressionRule {
  return targets.some((target) => target.high > target.low)
    ? { kind: "doubleProgression", stepKg: null }
    : { kind: "loadFirst", stepKg: null };
}

/** All that a rule goes by. */
interface Situation {
  readonly targets: readonly SetTarget[];
  /** The last time that counts, and the one before it. */
  readonly last: Exposure;
  readonly before: Exposure | null;
  readonly context: ProgressContext;
}

interface RuleDefinition<K extends RuleKind> {
  /** As a coach calls it. */
  readonly name: string;
  readonly about: string;
  /** What it is set to when it is chosen. */
  readonly settings: RuleSettings[K];
  readonly next: (rule: RuleOf<K>, situation: Situation) => Ruled;
}

/** Every kind of rule; one that is missing here does not compile. */
export const RULES: { readonly [K in RuleKind]: RuleDefinition<K> } = {
  loadFirst: {
    name: "Load first",
    about: "All sets and reps made at the reserve asked: a step up. Missed: repeat; missed again: a tenth off.",
    settings: { stepKg: null },
    next: loadFirst,
  },
  doubleProgression: {
    name: "Double progression",
    about: "Reps up inside the range; every set at its top: the smallest step up, and from the low end again.",
    settings: { stepKg: null },
    next: doubleProgression,
  },
};

export const RULE_KINDS = Object.keys(RULES) as readonly RuleKind[];

/** A rule of a kind as it is when it is chosen. */
export const newRule = (kind: RuleKind): ProgressionRule => ({ kind, ...RULES[kind].settings });

function ask<K extends RuleKind>(rule: RuleOf<K>, situation: Situation): Ruled {
  // The table ties each kind to its rule; the compiler cannot follow a rule through its own kind.
  return (RULES[rule.kind] as RuleDefinition<K>).next(rule, situation);
}

/** Null when the lift has no log of the like to go by. */
export function nextPrescription(
  rule: ProgressionRule,
  lift: LiftPlace,
  exposures: readonly Exposure[],
  context: ProgressContext,
): NextPrescription | null {
  const targets = targetsOf(lift.slot);
  const worked = exposures
    .map((exposure) => ({ ...exposure, sets: exposure.sets.filter((set) => set.working) }))
    .filter((exposure) => exposure.sets.length > 0 && isComparable(exposure, targets));
  const trained = worked.filter((exposure) => exposure.purpose === "training");
  const latest = worked.at(-1);
  const last = trained.at(-1);
  if (!latest || !last || targets.length === 0) return null;
  const answer = ({ sets, edits = [], reasons }: Ruled): NextPrescription => ({
    rule,
    basedOn: { date: last.date, sessionId: last.sessionId },
    sets,
    edits,
    reasons,
  });
  const careful = carefulReasons(latest);
  const weeksOff = Math.floor(daysBetween(latest.date, context.calendar.date) / 7) - 1;
  if (weeksOff >= 1) {
    const { sets, edits, reasons } = afterTimeOff(lift, targets, last, weeksOff, context);
    return answer({ sets, edits, reasons: [...careful, ...reasons] });
  }
  if (careful.length > 0) return answer({ sets: repeated(targets, last), reasons: careful });
  return answer(ask(rule, { targets, last, before: trained.at(-2) ?? null, context }));
}

/** Pain and broken form always count, whatever the day was for. */
function carefulReasons(latest: Exposure): ProgressReason[] {
  const pain = Math.max(...latest.sets.map((set) => set.pain));
  if (pain >= 4) return [{ kind: "pain", pain }];
  return latest.sets.some((set) => set.form === "broke") ? [{ kind: "formBroke" }] : [];
}

/** The same again. */
const repeated = (targets: readonly SetTarget[], last: Exposure): NextSet[] =>
  targets.map((target, index) => ({
    loadKg: loadOf(last, index),
    reps: Math.max(target.low, Math.min(target.high, repsOf(last, index) ?? target.low)),
  }));

const loadOf = (exposure: Exposure, index: number): number => (exposure.sets[index] ?? exposure.sets.at(-1)!).loadKg;
const repsOf = (exposure: Exposure, index: number): number | null => exposure.sets[index]?.reps ?? null;

/** Sets that were tried and fell short of what was asked of them that day. */
const missesOf = (exposure: Exposure): number =>
  exposure.sets.filter((set) => set.asked && set.reps < (set.target?.low ?? 0)).length;

/** Sets that were asked for and not tried: they speak neither for a step up nor for a cut. */
const leftOutOf = (exposure: Exposure): number =>
  Math.max(0, exposure.plannedSets - exposure.sets.filter((set) => set.asked).length);

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

function loadFirst(rule: RuleOf<"loadFirst">, { targets, last, before, context }: Situation): Ruled {
  const misses = missesOf(last);
  if (misses > 0) {
    const samePlace = before !== null && Math.abs(loadOf(before, 0) - loadOf(last, 0)) < 0.002;
    const running = samePlace && missesOf(before) > 0 ? 2 : 1;
    if (running >= context.settings.missesBeforeCut) {
      const sets = targets.map((target, index) =>
        cutTo(loadOf(last, index), context.settings.cutPercent, target.low, context),
      );
      const toKg = Math.max(...sets.map((set) => set.loadKg));
      const percent = context.settings.cutPercent;
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
    const asked = hard.targetRir ?? targets[0]!.rir!;
    return { sets: repeated(targets, last), reasons: [{ kind: "belowTargetRir", asked, had: hard.rir! }] };
  }
  const step = stepUp(rule, topOf(last), targets.at(-1)!.low, context);
  if (step.kind === "held") return { sets: repeated(targets, last), reasons: [step.reason] };
  const sets = targets.map((target, index) => {
    const wanted = loadOf(last, index) + (step.kg - topOf(last));
    const built = roundToBuildable(context.loads, wanted, "nearest");
    return {
      loadKg: built && built.kg >= loadOf(last, index) - 0.002 ? built.kg : loadOf(last, index),
      reps: target.high,
    };
  });
  return { sets, reasons: [{ kind: "rise", fromKg: topOf(last), toKg: step.kg, why: "allMade" }] };
}

function doubleProgression(rule: RuleOf<"doubleProgression">, { targets, last, context }: Situation): Ruled {
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
    const more = { set: room + 1, reps: reps[room]!, high: targets[room]!.high, last: done.map((count) => count ?? 0) };
    return { sets, reasons: [{ kind: "moreReps", ...more }] };
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
    return { sets, reasons: [reason] };
  }
  const sets = targets.map((target) => ({ loadKg: step.kg, reps: target.low }));
  const reasons: ProgressReason[] = [{ kind: "rise", fromKg: topOf(last), toKg: step.kg, why: "topOfRange" }];
  const expected = expectedReps(step.kg, context);
  if (expected !== null) reasons.push({ kind: "expected", reps: expected, atKg: step.kg });
  return { sets, reasons };
}

const topOf = (exposure: Exposure): number => Math.max(...exposure.sets.map((set) => set.loadKg));

type Step = { kind: "up"; kg: number } | { kind: "held"; reason: ProgressReason };

/**
 * The load one step up: the wanted step, or the smallest buildable one. More than the weekly bound is allowed only where
 * it is the smallest buildable step and the forecast at it reaches the low end of the range.
 */
function stepUp(
  rule: Pick<ProgressionRule, "kind" | "stepKg">,
  fromKg: number,
  low: number,
  context: ProgressContext,
): Step {
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

/** After two weeks or more a set is really left out; of a lift that has one set, none is. */
function afterTimeOff(
  lift: LiftPlace,
  targets: readonly SetTarget[],
  last: Exposure,
  weeks: number,
  context: ProgressContext,
): Required<Ruled> {
  const percent = timeOffPercent(weeks);
  const edits = weeks >= 2 ? oneSetFewer(lift) : [];
  const kept = edits.length > 0 ? targets.slice(0, -1) : targets;
  const sets = kept.map((target, index) =>
    percent === 0
      ? { loadKg: loadOf(last, index), reps: target.low }
      : cutTo(loadOf(last, index), percent, target.low, context),
  );
  return { sets, edits, reasons: [{ kind: "timeOff", weeks, percent, fewerSets: edits.length > 0 ? 1 : 0 }] };
}
