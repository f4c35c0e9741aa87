/** Rules that go by the client's curve: percent wave, falling reps, reserve-steered (docs/handbook.md#rules, rules 4 to 6). */

import { entryAt, firstOf } from "../../lists";
import { e1rmFactor, type NextSet, type Ruled, roundToBuildable } from "../../load";
import type { Exposure, RuleOf } from "../../session";
import { addDays, mondayOf } from "../../units";
import type { ProgressContext, SetTarget } from "../context";
import { asRepeated, leftOutOf, missesOf, notMade, repsEdits, type Situation, topOf } from "../situation";

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
  let wavesMade = 0;
  for (let wave = 0; wave < Math.floor(at / percents.length); wave++) {
    const mondays = percents.map((_, row) => addDays(first, 7 * (wave * percents.length + row)));
    if (wasMade([...earlier, last], mondays)) wavesMade++;
  }
  const own = rule.maxKg === null ? ownMaxKg(context) : rule.maxKg;
  if (own === null) return asRepeated(situation);
  const { exercise, settings } = context;
  const step = rule.stepKg ?? (exercise.body === "lower" ? settings.lowerStepKg : settings.upperStepKg);
  const maxKg = rule.maxKg === null ? own : own + wavesMade * step;
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
      },
    ],
  };
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
function loadFor(target: SetTarget, context: ProgressContext): { kg: number; e1rmKg: number; rir: number } | null {
  const { e1rmKg, settings, curve, toPrescribedKg } = context;
  if (e1rmKg === null) return null;
  const rir = target.rir ?? settings.assumed.rir;
  const kg = toPrescribedKg(e1rmKg / e1rmFactor(target.low + rir, curve));
  return kg === null ? null : { kg: built(kg, context), e1rmKg, rir };
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
  return {
    sets: targets.map(({ low }) => ({ loadKg: toKg, reps: low })),
    reasons: [{ kind: "steered", e1rmKg: wanted.e1rmKg, fromKg, toKg, most: held === to ? null : rule.mostPercent }],
  };
}
