/** Rules that go by the client's curve: percent wave, falling reps, reserve-steered (docs/handbook.md#rules, rules 4 to 6). */

import { entryAt, firstOf } from "../../lists";
import { e1rmFactor, type NextSet, nextHeavier, type ProgressReason, type Ruled, roundToBuildable } from "../../load";
import type { Exposure, RuleOf } from "../../session";
import { addDays, mondayOf, SAME_WEIGHT_KG } from "../../units";
import { isSmallStepMade, risePercent } from "../bound";
import type { ProgressContext, SetTarget } from "../context";
import {
  asRepeated,
  heldBack,
  isBeyondWeek,
  leftOutOf,
  missesOf,
  notMade,
  repsByCurve,
  repsEdits,
  type Situation,
  topOf,
} from "../situation";

/** A training max is this share of the e1RM where none is set. */
const TRAINING_SHARE = 0.9;

/** How many weeks a rule has been in force, counted from 0: by the plan, or outside of one by the weeks that were trained. */
function weeksIn(fromWeek: number, { context, earlier, last }: Situation): number {
  const { planWeek, date } = context.calendar;
  if (planWeek !== null) return Math.max(0, planWeek - fromWeek);
  const before = [...earlier, last].map((day) => mondayOf(day.date)).filter((monday) => monday < mondayOf(date));
  return new Set(before).size;
}

const built = (kg: number, { loads, policy }: ProgressContext): number => roundToBuildable(loads, kg, policy)?.kg ?? kg;

/** Whether a wave was made: every week of it trained, and nothing of it missed or left out. */
function wasMade(days: readonly Exposure[], mondays: readonly string[]): boolean {
  return mondays.every((monday) => {
    const own = days.filter(({ date }) => mondayOf(date) === monday);
    return own.length > 0 && own.every((day) => missesOf(day) === 0 && leftOutOf(day) === 0);
  });
}

export function percentWave(rule: RuleOf<"percentWave">, situation: Situation): Ruled {
  const { targets, earlier, last, context } = situation;
  const { percents } = rule;
  const at = weeksIn(rule.fromWeek, situation);
  const week = at % percents.length;
  const first = addDays(mondayOf(context.calendar.date), -7 * at);
  const weeksOf = (wave: number) => percents.map((_, row) => addDays(first, 7 * (wave * percents.length + row)));
  const waves = Array.from({ length: Math.floor(at / percents.length) }, (_, wave) => weeksOf(wave));
  const wavesMade = waves.filter((mondays) => wasMade([...earlier, last], mondays)).length;
  const own = rule.maxKg === null ? ownMaxKg(context) : rule.maxKg;
  if (own === null) return asRepeated(situation);
  const { exercise, settings } = context;
  const step = rule.stepKg ?? (exercise.body === "lower" ? settings.lowerStepKg : settings.upperStepKg);
  const cuts = rule.maxKg === null ? 0 : cutsOf([...earlier, last]);
  const maxKg = rule.maxKg === null ? own : shareOf(own + wavesMade * step, CUT_SHARE ** cuts, context);
  const row = entryAt(percents, week);
  const percentAt = (index: number) => entryAt(row, Math.min(index, row.length - 1));
  const sets = targets.map(
    (target, index): NextSet => ({
      loadKg: built(shareOf(maxKg, percentAt(index) / 100, context), context),
      reps: target.low,
    }),
  );
  return {
    sets,
    reasons: [
      {
        kind: "wave",
        week: week + 1,
        weeks: percents.length,
        percent: Math.max(...targets.map((_, index) => percentAt(index))),
        maxKg,
        wavesMade: rule.maxKg === null ? null : wavesMade,
        cuts,
      },
    ],
  };
}

/** Three sessions running that were missed take so much off the max that was set. */
const CUT_SHARE = 0.925;
const MISSES_BEFORE_CUT = 3;

/** How often the max came down: each time after three sessions running that were missed. */
function cutsOf(days: readonly Exposure[]): number {
  let running = 0;
  let cuts = 0;
  for (const day of days) {
    running = missesOf(day) > 0 ? running + 1 : 0;
    if (running < MISSES_BEFORE_CUT) continue;
    cuts++;
    running = 0;
  }
  return cuts;
}

function ownMaxKg({ e1rmKg, toPrescribedKg }: ProgressContext): number | null {
  return e1rmKg === null ? null : toPrescribedKg(TRAINING_SHARE * e1rmKg);
}

/** A share of a load, of body and load together. */
function shareOf(kg: number, share: number, { toCurveKg, toPrescribedKg }: ProgressContext): number {
  const curve = toCurveKg(kg);
  return (curve === null ? null : toPrescribedKg(curve * share)) ?? kg * share;
}

/** The load at which a target is made with its reserve, by the record and by what was shown last; null without any. */
function loadFor(
  target: SetTarget,
  context: ProgressContext,
): { kg: number; wantedKg: number; e1rmKg: number; rir: number } | null {
  const { e1rmKg, settings, curve, toPrescribedKg } = context;
  if (e1rmKg === null) return null;
  const rir = target.rir ?? settings.assumed.rir;
  const kg = toPrescribedKg(e1rmKg / e1rmFactor(target.low + rir, curve));
  return kg === null ? null : { kg: built(kg, context), wantedKg: kg, e1rmKg, rir };
}

export function fallingReps(rule: RuleOf<"fallingReps">, situation: Situation): Ruled {
  const { targets, context, lift } = situation;
  const at = weeksIn(rule.fromWeek, situation);
  const phase = Math.min(rule.reps.length - 1, Math.floor(at / rule.weeksEach));
  const reps = entryAt(rule.reps, phase);
  const wanted = loadFor({ low: reps, high: reps, rir: firstOf(targets).rir }, context);
  if (!wanted) return asRepeated(situation);
  const week = at - phase * rule.weeksEach + 1;
  return {
    sets: targets.map(() => ({ loadKg: wanted.kg, reps })),
    edits: repsEdits(lift, reps),
    reasons: [
      { kind: "fallingReps", reps, week: Math.min(week, rule.weeksEach), weeks: rule.weeksEach },
      { kind: "byCurve", e1rmKg: wanted.e1rmKg, reps, rir: wanted.rir, kg: wanted.kg },
    ],
  };
}

export function reserveSteered(rule: RuleOf<"reserveSteered">, situation: Situation): Ruled {
  const { targets, last, context } = situation;
  const fromKg = topOf(last);
  const wanted = loadFor(firstOf(targets), context);
  const from = context.toCurveKg(fromKg);
  const to = wanted && context.toCurveKg(wanted.kg);
  if (!wanted || from === null || to === null) return notMade(situation) ?? asRepeated(situation);
  const most = rule.mostPercent / 100;
  const held = Math.max(from * (1 - most), Math.min(from * (1 + most), to));
  // What is held back is never built beyond where it is held.
  const kg = context.toPrescribedKg(held);
  const policy = held < to ? "neverHarder" : context.policy;
  const toKg = held === to ? wanted.kg : kg === null ? fromKg : (roundToBuildable(context.loads, kg, policy)?.kg ?? kg);
  const steered: ProgressReason = {
    kind: "steered",
    e1rmKg: wanted.e1rmKg,
    fromKg,
    toKg,
    most: held === to ? null : rule.mostPercent,
  };
  const plain = { sets: targets.map(({ low }) => ({ loadKg: toKg, reps: low })), reasons: [steered] };
  const next = nextHeavier(context.loads, fromKg);
  const isCoarse =
    next !== null && toKg <= fromKg + SAME_WEIGHT_KG && (context.toCurveKg(wanted.wantedKg) ?? 0) > from * ALIKE;
  if (!isCoarse) return plain;
  // A step within the week's tenth is taken where the curve is there: the kit's pace is the least that there is.
  if (wanted.kg >= next.kg - SAME_WEIGHT_KG && !isBeyondWeek(fromKg, next.kg, context))
    return {
      sets: targets.map(({ low }) => ({ loadKg: next.kg, reps: low })),
      reasons: [{ ...steered, toKg: next.kg, most: null }],
    };
  if (!isBeyondWeek(fromKg, next.kg, context)) return plain;
  // The kit has nothing between: reps go up to where the next load is made, and then it is taken.
  const target = firstOf(targets);
  if (isSmallStepMade(fromKg, next.kg, target, situation)) {
    const percent = risePercent(fromKg, next.kg, context);
    const reps = Math.min(target.high, Math.max(target.low, repsByCurve(next.kg, target, situation) ?? target.low));
    return {
      sets: targets.map(() => ({ loadKg: next.kg, reps })),
      reasons: [{ kind: "coarseRise", fromKg, toKg: next.kg, percent, reps }],
    };
  }
  return heldBack({ kind: "held", kg: next.kg, percent: risePercent(fromKg, next.kg, context) }, situation);
}

/** A load that the curve gives less than this much above the present one is the same. */
const ALIKE = 1.02;
