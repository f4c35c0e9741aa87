/**
 * The next prescription of a lift: a pure function of the rule and the log (handbook section 9). Correcting an old log
 * and asking again recomputes what follows. Every answer carries its reason as data. What each kind of rule does stands in
 * one table, `RULES`.
 */
import { e1rmFactor } from "../load/e1rm";
import { roundToBuildable } from "../load/equipment";
import type { Exposure, LoggedSet } from "../log";
import type { Edit } from "../session/edits";
import type { Block, Slot, Span } from "../session/grammar";
import { daysBetween } from "../units";
import { cutLoad, expectedReps, impliedBySet, repsForStep, type Step, stepUp, weeklyLimitKg } from "./bound";
import type { ProgressContext, SetTarget } from "./context";
import { oneSetFewer } from "./fewer-sets";
import type { ProgressionRule, RuleKind, RuleOf, RuleSettings } from "./rule";

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
  /** The next step is too far: reps go up first, to where it is made. */
  | { readonly kind: "repsFirst"; readonly stepKg: number; readonly percent: number; readonly until: number }
  /** The next step is too far, and reps have gone as far as they can tell. */
  | { readonly kind: "stepTooFar"; readonly stepKg: number; readonly percent: number }
  /** This week has had its tenth. */
  | { readonly kind: "heldByBound"; readonly stepKg: number; readonly percent: number; readonly limit: number }
  | {
      readonly kind: "tooEasy";
      readonly asked: number;
      readonly had: number;
      readonly fromKg: number;
      readonly toKg: number;
    }
  | { readonly kind: "unchanged"; readonly weeks: number }
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
  /** The last time that counts, and those before it, oldest first. */
  readonly last: Exposure;
  readonly earlier: readonly Exposure[];
  /** The most that this week may ask, as an implied maximum in curve kg. */
  readonly limitKg: number | null;
  /** What every set of the last time showed at the least, as a maximum in curve kg; 0: not known. */
  readonly shownKg: number;
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
  const limitKg = weeklyLimitKg(worked, context);
  const shownKg = Math.min(...last.sets.map((set) => impliedBySet(set, context) ?? 0));
  const situation: Situation = { targets, last, earlier: trained.slice(0, -1), limitKg, shownKg, context };
  const ruled = farTooEasy(situation) ?? ask(rule, situation);
  const weeks = weeksUnchanged(trained, context.calendar.date);
  const standsStill: ProgressReason[] = weeks >= UNCHANGED_WEEKS ? [{ kind: "unchanged", weeks }] : [];
  return answer({ ...ruled, reasons: [...ruled.reasons, ...standsStill] });
}

/** A lift at the same loads and reps for so long stands still. */
export const UNCHANGED_WEEKS = 8;

/** Whole weeks for which a lift has been done at the same loads and reps, up to a date; 0 where its last day was another. */
export function weeksUnchanged(exposures: readonly Exposure[], date: string): number {
  const done = ({ sets }: Exposure) =>
    sets
      .filter((set) => set.working)
      .map(({ loadKg, reps }) => `${loadKg}×${reps}`)
      .join();
  const last = exposures.at(-1);
  if (!last) return 0;
  const other = exposures.findLastIndex((exposure) => done(exposure) !== done(last));
  const since = exposures[other + 1]!;
  return since === last ? 0 : Math.floor(daysBetween(since.date, date) / 7);
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

/** A reserve this far above the one asked is no slip of the tongue. */
const FAR_TOO_EASY = 3;

/**
 * Work that every set left far more in reserve than was asked goes up by the curve, not by one rep: to the load at which the
 * least that was shown makes the low end of the range. Null where it was not so easy, or the gym or the week has nothing between.
 */
function farTooEasy({ targets, last, limitKg, shownKg, context }: Situation): Ruled | null {
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

/** Days in a row, the last one among them, on which the lift was missed at the load it had last. */
function missesRunning({ last, earlier }: Situation): number {
  const days = [...earlier, last];
  const first = days.findLastIndex((day) => missesOf(day) === 0 || Math.abs(loadOf(day, 0) - loadOf(last, 0)) > 0.002);
  return days.length - 1 - first;
}

function loadFirst(rule: RuleOf<"loadFirst">, situation: Situation): Ruled {
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
    const asked = hard.targetRir ?? targets[0]!.rir!;
    return { sets: repeated(targets, last), reasons: [{ kind: "belowTargetRir", asked, had: hard.rir! }] };
  }
  const { exercise, settings } = context;
  const usual = exercise.body === "lower" ? settings.lowerStepKg : settings.upperStepKg;
  const step = stepUp(topOf(last), rule.stepKg ?? usual, targets.at(-1)!, situation, context);
  if (step.kind !== "up") return heldBack(step, situation);
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

function doubleProgression(rule: RuleOf<"doubleProgression">, situation: Situation): Ruled {
  const { targets, last, context } = situation;
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
  const step = stepUp(topOf(last), rule.stepKg ?? 0, targets[0]!, situation, context);
  if (step.kind !== "up") return heldBack(step, situation);
  const sets = targets.map((target) => ({ loadKg: step.kg, reps: target.low }));
  const reasons: ProgressReason[] = [{ kind: "rise", fromKg: topOf(last), toKg: step.kg, why: "topOfRange" }];
  const expected = expectedReps(step.kg, context);
  if (expected !== null) reasons.push({ kind: "expected", reps: expected, atKg: step.kg });
  return { sets, reasons };
}

/** What is asked where the load cannot go up though all was made: reps first where the step is the gym's, else the same again. */
function heldBack(step: Exclude<Step, { kind: "up" }>, { targets, last, context }: Situation): Ruled {
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
  const until = repsForStep(fromKg, kg, targets[0]!, context);
  const room = same.findIndex((set) => until !== null && set.reps < until);
  if (until === null || room < 0) return { sets: same, reasons: [{ kind: "stepTooFar", stepKg, percent }] };
  const isFixed = targets.every((target) => target.low === target.high);
  const sets = same.map((set, index) =>
    isFixed || index === room ? { ...set, reps: Math.min(until, set.reps + 1) } : set,
  );
  return { sets, reasons: [{ kind: "repsFirst", stepKg, percent, until }] };
}

const topOf = (exposure: Exposure): number => Math.max(...exposure.sets.map((set) => set.loadKg));

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
      : { loadKg: cutLoad(loadOf(last, index), percent, context), reps: target.low },
  );
  return { sets, edits, reasons: [{ kind: "timeOff", weeks, percent, fewerSets: edits.length > 0 ? 1 : 0 }] };
}
