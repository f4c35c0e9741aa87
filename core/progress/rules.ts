/**
 * The next prescription of a lift: a pure function of the rule and the log (docs/handbook.md#rules). Correcting an old log
 * and asking again recomputes what follows. Every answer carries its reason as data. What each kind of rule does stands in
 * one table, `RULES`.
 */

import { type Exercise, isBodyweight } from "../exercise";
import { entryAt, firstOf, keysOf, lastOf, mapValues } from "../lists";
import type { NextPrescription, ProgressReason, Ruled } from "../load";
import {
  allWorkingSets,
  type Exposure,
  type ProgressionRule,
  REPLACING_PAIN,
  type RuleKind,
  type RuleOf,
  type RuleSettings,
  STOPPING_PAIN,
  type WorkKind,
} from "../session";
import { daysBetween } from "../units";
import { impliedBySet, weeklyLimitKg } from "./bound";
import type { ProgressContext, SetTarget } from "./context";
import { fallingReps, percentWave, reserveSteered } from "./kinds/by-curve";
import { doubleProgression } from "./kinds/double-progression";
import { bodyweightLadder } from "./kinds/ladder";
import { loadFirst } from "./kinds/load-first";
import { openSets, openTargetOf, timedSets } from "./kinds/open-sets";
import { setBySet } from "./kinds/set-by-set";
import { density, repGoal, setRamp, slowLowering, twoForTwo } from "./kinds/when-made";
import { madeLighter, type Reduction } from "./lighter";
import { oneSetFewer } from "./set-count";
import {
  farTooEasy,
  goalTargetsOf,
  isComparable,
  type LiftPlace,
  repeated,
  reserveEdits,
  type Situation,
  shownLess,
  targetsOf,
  withinBound,
  workKindOf,
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

/** How many in reserve more are asked after pain. */
const MORE_RESERVE = 2;

/** What of a lift's sets a rule goes by: reps, a goal's, or, where there are none to ask for, that they are open. */
function ruleTargetsOf(rule: ProgressionRule, { slot }: LiftPlace, kind: WorkKind): SetTarget[] {
  if (rule.kind === "repGoal" || kind.amount === "goal")
    return goalTargetsOf(slot, rule.kind === "repGoal" ? rule.sets : RULES.repGoal.settings.sets);
  if (kind.amount === "reps") return targetsOf(slot);
  return allWorkingSets(slot).map(({ segments }) => {
    const { rir } = firstOf(segments);
    return openTargetOf(rir && (rir.low + rir.high) / 2);
  });
}

/** The rule that a lift's amounts leave: totals have a rule of their own, and so have sets without reps to ask for. */
function ruledBy(rule: ProgressionRule, situation: Situation, { amount }: WorkKind): Ruled {
  switch (amount) {
    case "reps":
      return applyRule(rule, situation);
    case "goal":
      return applyRule(rule.kind === "repGoal" ? rule : { kind: "repGoal", ...RULES.repGoal.settings }, situation);
    case "open":
      return openSets(situation);
    case "time":
    case "metres":
      return timedSets(situation);
  }
}

/** Null when the lift has no log of the like to go by. */
export function nextPrescription(
  rule: ProgressionRule,
  lift: LiftPlace,
  exposures: readonly Exposure[],
  context: ProgressContext,
): NextPrescription | null {
  const definition = RULES[rule.kind];
  const kind = workKindOf(lift);
  const targets = ruleTargetsOf(rule, lift, kind);
  // Pain, broken form and time off count whatever the day asked; the rule itself goes by days of its like.
  const everyDay = exposures
    .map((exposure) => ({ ...exposure, sets: exposure.sets.filter((set) => set.working) }))
    .filter((exposure) => exposure.sets.length > 0);
  const worked = everyDay
    .filter((exposure) => isLoadSaid(context.exercise, exposure))
    .filter((exposure) => (definition.isByCurve && kind.amount === "reps") || isComparable(exposure, targets, kind));
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
  // Of a share of the rule's load the bound holds for the share.
  const weeklyKg = weeklyLimitKg(worked, context);
  const limitKg = weeklyKg === null ? null : weeklyKg / shareOfNext(lift);
  const shownKg = Math.min(...last.sets.map((set) => impliedBySet(set, context) ?? 0));
  const situation: Situation = { lift, targets, last, earlier: trained.slice(0, -1), limitKg, shownKg, context };
  const careful = moreCareful(situation, everyDay, lastTrained(rule, latest, context));
  if (careful) return answer(careful);
  const easy = definition.isByCurve || kind.amount !== "reps" ? null : farTooEasy(situation);
  const answered = easy ?? ruledBy(rule, situation, kind);
  // Sets without reps to ask for have no reps to bound, and no more load than the next that is near.
  const ruled = easy || kind.amount === "open" || kind.amount === "time" ? answered : withinBound(answered, situation);
  const weeks = weeksUnchanged(trained, context.calendar.date);
  const standsStill: ProgressReason[] = weeks >= UNCHANGED_WEEKS ? [{ kind: "unchanged", weeks }] : [];
  return answer({ ...ruled, reasons: [...ruled.reasons, ...standsStill] });
}

/** Weeks that a lift may be left out by a client who trains otherwise before it counts as time off. */
const WEEKS_WITHOUT_LIFT = 3;

/** Whole weeks without training before a date: of the client, or, of a lift left out for long, of the lift. */
function weeksOff(trainedOn: string, { trainedOn: otherwise, calendar }: ProgressContext) {
  const since = (date: string) => Math.floor(daysBetween(date, calendar.date) / 7) - 1;
  const ofLift = since(trainedOn);
  const ofClient = otherwise && otherwise > trainedOn ? since(otherwise) : ofLift;
  const alone = ofLift - WEEKS_WITHOUT_LIFT;
  return ofClient >= alone ? { weeks: ofClient, isAlone: false } : { weeks: alone, isAlone: true };
}

/**
 * What is asked after pain, broken form or time off: the same at the most. Of several the one that takes off most has its way, and
 * each is said. Null where there was none of them.
 */
function moreCareful(situation: Situation, everyDay: readonly Exposure[], trainedOn: string): Required<Ruled> | null {
  const { lift, targets, last, earlier, context } = situation;
  const latest = lastOf(everyDay);
  const pain = painOf(latest);
  const isAgain = pain >= STOPPING_PAIN && painOf(everyDay.at(-2)) >= STOPPING_PAIN;
  const isStop = pain >= REPLACING_PAIN || isAgain;
  const broke = latest.sets.some((set) => set.form === "broke");
  const { weeks, isAlone } = weeksOff(trainedOn, context);
  if (pain < STOPPING_PAIN && !broke && weeks < 1) return null;
  const fewer = weeks >= 2 ? oneSetFewer(lift) : [];
  const edits = [
    ...fewer,
    ...(pain >= STOPPING_PAIN ? reserveEdits(lift, MORE_RESERVE, context.settings.assumed.rir) : []),
  ];
  const fewerSets = fewer.length > 0 ? 1 : 0;
  const kept = fewerSets > 0 ? targets.slice(0, -1) : targets;
  const again = repeated(kept, last, earlier);
  const ofPain = pain >= STOPPING_PAIN ? { least: 10, most: 20, aim: isStop ? 20 : 15 } : null;
  const ofWeeks = weeks >= 2 ? timeOffReduction(weeks) : null;
  const isByPain = ofPain !== null && ofPain.aim >= (ofWeeks?.aim ?? 0);
  const reduction = isByPain ? ofPain : ofWeeks;
  const less = reduction && madeLighter(again, kept, reduction, context);
  const shown = less && shownLess(again, less);
  const reasons: ProgressReason[] = [];
  const ofThePain = { pain, moreReserve: MORE_RESERVE, less: isByPain ? shown : null };
  if (isStop) reasons.push({ kind: "painStop", ...ofThePain, isAgain, instead: context.standIns?.() ?? [] });
  else if (pain >= STOPPING_PAIN) reasons.push({ kind: "pain", ...ofThePain });
  else if (broke) reasons.push({ kind: "formBroke" });
  if (weeks >= 1) reasons.push({ kind: "timeOff", weeks, fewerSets, isAlone, less: isByPain ? null : shown });
  return { sets: less?.sets ?? again, edits, reasons };
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

/** The worst pain of a day's sets, 0 to 10. */
const painOf = (day: Exposure | undefined): number => Math.max(0, ...(day?.sets ?? []).map((set) => set.pain));

/** One week: repeat. Two: −7.5 %. Longer: 5 % more for each week, at most −30 %. */
export function timeOffPercent(weeks: number): number {
  return weeks <= 1 ? 0 : Math.min(30, 7.5 + 5 * (weeks - 2));
}

/** Two and a half percent to either side of it, so that the kit has something there: two weeks are −5 to −10 %. */
function timeOffReduction(weeks: number): Reduction {
  const aim = timeOffPercent(weeks);
  return { least: aim - 2.5, most: Math.min(30, aim + 2.5), aim };
}
