/**
 * The next prescription of a lift: a pure function of the rule and the log (docs/handbook.md#rules). Correcting an old log
 * and asking again recomputes what follows. Every answer carries its reason as data. What each kind of rule does stands in
 * one table, `RULES`.
 */

import { type Exercise, isBodyweight } from "../exercise";
import { entryAt, keysOf, lastOf, mapValues } from "../lists";
import type { NextPrescription, ProgressReason, Ruled } from "../load";
import type { Exposure, ProgressionRule, RuleKind, RuleOf, RuleSettings } from "../session";
import { daysBetween } from "../units";
import { cutLoad, impliedBySet, weeklyLimitKg } from "./bound";
import type { ProgressContext, SetTarget } from "./context";
import { fallingReps, percentWave, reserveSteered } from "./kinds/by-curve";
import { doubleProgression } from "./kinds/double-progression";
import { bodyweightLadder } from "./kinds/ladder";
import { loadFirst } from "./kinds/load-first";
import { setBySet } from "./kinds/set-by-set";
import { density, repGoal, setRamp, slowLowering, twoForTwo } from "./kinds/when-made";
import { oneSetFewer } from "./set-count";
import {
  farTooEasy,
  goalTargetsOf,
  isComparable,
  type LiftPlace,
  loadOf,
  repeated,
  repsOf,
  type Situation,
  targetsOf,
  withinBound,
} from "./situation";

/** The rule a scheme suggests: a range is for double progression, a figure for load first. A coach can choose otherwise. */
export function suggestedRule(targets: readonly SetTarget[]): ProgressionRule {
  return targets.some((target) => target.high > target.low)
    ? { kind: "doubleProgression", stepKg: null }
    : { kind: "loadFirst", stepKg: null };
}

interface RuleDefinition<K extends RuleKind> {
  /** As a coach calls it. */
  readonly name: string;
  readonly about: string;
  /** What it is set to when it is chosen. */
  readonly settings: RuleSettings[K];
  /** It goes by the curve, so that days with other reps count too. */
  readonly isByCurve?: boolean;
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
  setBySet: {
    name: "Set by set",
    about: "Double progression for each set by itself: the set that reaches the top goes up alone.",
    settings: { stepKg: null },
    next: setBySet,
  },
  percentWave: {
    name: "Percent wave",
    about: "Weeks of set percents of a training max; it rises by a step after each wave that was made.",
    settings: { percents: [[70], [75], [80]], maxKg: null, stepKg: null, fromWeek: 0 },
    isByCurve: true,
    next: percentWave,
  },
  fallingReps: {
    name: "Falling reps",
    about: "Sixes, then fours, then twos, some weeks each, the load from the client's curve.",
    settings: { reps: [6, 4, 2], weeksEach: 3, fromWeek: 0 },
    isByCurve: true,
    next: fallingReps,
  },
  reserveSteered: {
    name: "By reserve",
    about: "The load at which the curve gives the reps and the reserve asked, a twentieth a week at most.",
    settings: { mostPercent: 5 },
    isByCurve: true,
    next: reserveSteered,
  },
  twoForTwo: {
    name: "Two for two",
    about: "Two reps over the target on the last set, two sessions running: up by some percent.",
    settings: { repsOver: 2, risePercent: 5 },
    next: twoForTwo,
  },
  repGoal: {
    name: "Rep goal",
    about: "The total in fewer and fewer sets; in so many or fewer, more load.",
    settings: { sets: 3 },
    next: repGoal,
  },
  density: {
    name: "Density",
    about: "The same work with shorter rests, down to a floor; then more load, and the rests again.",
    settings: { stepSeconds: 10, floorSeconds: 45 },
    next: density,
  },
  bodyweightLadder: {
    name: "Bodyweight ladder",
    about: "Less assistance, the body alone, added load; or the next harder move, when every set is at the upper mark.",
    settings: {
      lowMark: 5,
      highMark: 12,
      rungs: [
        "push-up-hands-on-a-high-box",
        "push-up-hands-on-a-low-box",
        "push-up",
        "push-up-feet-on-a-low-box",
        "push-up-feet-on-a-high-box",
      ],
    },
    next: bodyweightLadder,
  },
  slowLowering: {
    name: "Slow eccentrics",
    about: "An eccentric a second longer each time, up to a cap; then more load, and the tempo again.",
    settings: { stepSeconds: 1, mostSeconds: 5 },
    next: slowLowering,
  },
  setRamp: {
    name: "A set more",
    about: "A set more each week, up to so many; then it waits for a deload.",
    settings: { mostSets: 6 },
    next: setRamp,
  },
};

export const RULE_KINDS = keysOf(RULES);

/** Every rule as it is offered. */
export const RULE_NAMES = mapValues(RULES, ({ name }) => name);

/** A rule of a kind as it is when it is chosen. */
export const newRule = (kind: RuleKind): ProgressionRule => ({ kind, ...RULES[kind].settings }) as ProgressionRule;

function applyRule<K extends RuleKind>(rule: RuleOf<K>, situation: Situation): Ruled {
  // The table ties each kind to its rule; the compiler cannot follow a rule through its own kind.
  return (RULES[rule.kind] as RuleDefinition<K>).next(rule, situation);
}

/** Whether a day's load was logged. A loaded lift without a logged load tells nothing about the next load; bodyweight is a load. */
export const isLoadSaid = (exercise: Exercise, { sets }: Pick<Exposure, "sets">): boolean =>
  isBodyweight(exercise) || sets.some(({ working, loadKg }) => working && loadKg > 0);

/** Null when the lift has no log of the like to go by. */
export function nextPrescription(
  rule: ProgressionRule,
  lift: LiftPlace,
  exposures: readonly Exposure[],
  context: ProgressContext,
): NextPrescription | null {
  const definition = RULES[rule.kind];
  const targets = rule.kind === "repGoal" ? goalTargetsOf(lift.slot) : targetsOf(lift.slot);
  // Pain, broken form and time off count whatever the day asked; the rule itself goes by days of its like.
  const everyDay = exposures
    .map((exposure) => ({ ...exposure, sets: exposure.sets.filter((set) => set.working) }))
    .filter((exposure) => exposure.sets.length > 0);
  const worked = everyDay
    .filter((exposure) => isLoadSaid(context.exercise, exposure))
    .filter((exposure) => definition.isByCurve || isComparable(exposure, targets));
  const trained = worked.filter(({ purpose }) => purpose === "training").map(asRuled);
  const latest = everyDay.at(-1);
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
  const weeksOff = Math.floor(daysBetween(lastTrained(rule, latest, context), context.calendar.date) / 7) - 1;
  if (weeksOff >= 1) {
    const { sets, edits, reasons } = afterTimeOff(lift, targets, last, weeksOff, context);
    return answer({ sets, edits, reasons: [...careful, ...reasons] });
  }
  if (careful.length > 0) return answer({ sets: repeated(targets, last), reasons: careful });
  // Of a share of the rule's load the bound holds for the share.
  const weeklyKg = weeklyLimitKg(worked, context);
  const limitKg = weeklyKg === null ? null : weeklyKg / shareOfNext(lift);
  const shownKg = Math.min(...last.sets.map((set) => impliedBySet(set, context) ?? 0));
  const situation: Situation = { lift, targets, last, earlier: trained.slice(0, -1), limitKg, shownKg, context };
  const easy = definition.isByCurve ? null : farTooEasy(situation);
  const ruled = easy ?? withinBound(applyRule(rule, situation), situation);
  const weeks = weeksUnchanged(trained, context.calendar.date);
  const standsStill: ProgressReason[] = weeks >= UNCHANGED_WEEKS ? [{ kind: "unchanged", weeks }] : [];
  return answer({ ...ruled, reasons: [...ruled.reasons, ...standsStill] });
}

/** What is asked of the rule's load: all of it, or a phase's share; of a move of the body, of body and load together. */
function shareOfNext({ slot }: LiftPlace): number {
  const load = slot.sets.find((set) => set?.role === "working")?.segments[0]?.load;
  return load?.kind === "ofNext" ? 1 + load.percent / 100 : 1;
}

/** A day on which a share of the rule's loads was asked for, as the rule goes on from it. */
const asRuled = (exposure: Exposure): Exposure =>
  exposure.sets.every(({ ruledKg }) => ruledKg === undefined)
    ? exposure
    : { ...exposure, sets: exposure.sets.map((set) => ({ ...set, loadKg: set.ruledKg ?? set.loadKg })) };

/** The last day on which the lift was trained; a ladder's, on whatever rung. */
function lastTrained(rule: ProgressionRule, latest: Exposure, { exposuresOf }: ProgressContext): string {
  const rungs = rule.kind === "bodyweightLadder" ? rule.rungs : [];
  const days = rungs.flatMap((id) => exposuresOf?.(id).at(-1)?.date ?? []);
  return lastOf([latest.date, ...days].sort());
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
  const since = entryAt(exposures, other + 1);
  return since === last ? 0 : Math.floor(daysBetween(since.date, date) / 7);
}

/** Pain and broken form always count, whatever the day was for. */
function carefulReasons(latest: Exposure): ProgressReason[] {
  const pain = Math.max(...latest.sets.map((set) => set.pain));
  if (pain >= 4) return [{ kind: "pain", pain }];
  return latest.sets.some((set) => set.form === "broke") ? [{ kind: "formBroke" }] : [];
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
      ? {
          loadKg: loadOf(last, index),
          reps: Math.max(target.low, Math.min(target.high, repsOf(last, index) ?? target.low)),
        }
      : { loadKg: cutLoad(loadOf(last, index), percent, context), reps: target.low },
  );
  return { sets, edits, reasons: [{ kind: "timeOff", weeks, percent, fewerSets: edits.length > 0 ? 1 : 0 }] };
}
