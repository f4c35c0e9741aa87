/** Goals of a lift: what they ask, in words, and what would have to be true for them. */

import { catalogueIn } from "../contract/catalogue";
import {
  chanceToShow,
  daysBetween,
  decimal,
  type Exercise,
  e1rmForGoal,
  exerciseOrThrow,
  formatWeight,
  type Goal,
  isBodyweight,
  KG_PER_LB,
  kgOf,
  liftRecord,
  toKg,
  trendOf,
  type Weight,
  type WeightUnit,
  type WhatIf,
  weight,
} from "../core";
import type { LiftLog } from "./views";
import type { WeeksView } from "./weeks-context";

/** "107.5 kg", "107.5 kg × 5"; of a move of the body "the body × 10", "the body + 10 kg × 5". */
export function goalWords({ load, reps }: Pick<Goal, "load" | "reps">, exercise: Exercise): string {
  const kg = toKg(load);
  const figure = formatWeight({ ...load, amount: load.amount.replace("-", "") });
  const loaded = !isBodyweight(exercise) ? figure : kg === 0 ? "the body" : `the body ${kg > 0 ? "+" : "−"} ${figure}`;
  return reps > 1 ? `${loaded} × ${reps}` : loaded;
}

/** A goal's load as it is typed: in the unit, or a multiple of the body ("1.25 x", "1.25 × body"); null where it is neither. */
export function readGoalLoad(typed: string, unit: WeightUnit, bodyMassKg: number | null): Weight | null {
  const text = typed.trim().replace(",", ".");
  const multiple = /^(\d+(?:\.\d+)?)\s*[x×](?:\s*body)?$/i.exec(text);
  if (multiple) {
    if (bodyMassKg === null) return null;
    const [body, half] = unit === "kg" ? [bodyMassKg, 2] : [bodyMassKg / KG_PER_LB, 1];
    return weight(Math.round(Number(multiple[1]) * body * half) / half, unit);
  }
  const figure = Number(text);
  const kg = kgOf(figure, unit);
  return text === "" || !Number.isFinite(kg) || kg <= -300 || kg > 1000 ? null : weight(figure, unit);
}

export interface GoalNeeds {
  /** The e1RM that reaches it, and the present one, in curve kg. */
  readonly needsKg: number;
  readonly nowKg: number;
  /** Percent a week from now to its date; 0 and less: it is there. */
  readonly percentAWeek: number;
  /** What the lift has moved lately; null: too early to say. */
  readonly movedPercent: number | null;
}

/** What a goal is judged by: the lift's log and the client. */
export interface GoalContext extends Pick<WeeksView, "today" | "settings" | "exercises"> {
  readonly lifts: readonly LiftLog[];
  readonly client: Pick<WeeksView["client"], "trainingAge" | "bodyMassKg">;
}

/** Null where nothing is known of the lift, or the goal's day has gone by. */
export function goalNeeds(view: GoalContext, goal: Goal): GoalNeeds | null {
  const log = view.lifts.find(({ lineage }) => lineage === goal.lineage);
  const record = log && liftRecord(log.exposures, view.settings, log.strengths);
  const weeks = daysBetween(view.today, goal.byDate) / 7;
  if (!record?.e1rmKg || weeks <= 0) return null;
  const exercise = exerciseOrThrow(catalogueIn(view.exercises), goal.exerciseId);
  const needsKg = e1rmForGoal(goal, exercise, record.curve, bodyOf(view));
  if (needsKg === null) return null;
  const trend = trendOf(record.estimates, view.client.trainingAge);
  return {
    needsKg,
    nowKg: record.e1rmKg,
    percentAWeek: 100 * ((needsKg / record.e1rmKg) ** (1 / weeks) - 1),
    movedPercent: trend.kind === "tooEarly" ? null : trend.percentAWeek,
  };
}

const bodyOf = ({ client, settings }: GoalContext) => ({ bodyMassKg: client.bodyMassKg, settings });

/** In words the gain per week that a goal needs from today until its date, and the gain that the lift has shown lately. */
export function goalNeedsWords(needs: GoalNeeds | null): string {
  if (!needs) return "";
  const { percentAWeek, movedPercent } = needs;
  if (percentAWeek <= 0) return "The record says that it can be done now.";
  const moved = movedPercent === null ? "" : `; it has moved ${decimal(movedPercent, 1)} % lately`;
  return `It has to gain ${decimal(percentAWeek, 1)} % a week${moved}.`;
}

/** The share of the runs in which a goal is reached by its day; null where nothing is known of the lift. */
export function goalChance(view: WeeksView, { fans }: WhatIf, goal: Goal): number | null {
  const fan = fans.find(({ lineage }) => lineage === goal.lineage);
  const needs = goalNeeds(view, goal);
  return fan && needs ? chanceToShow(fan, needs.needsKg, goal.byDate) : null;
}

/** What a goal's load goes up and down by. */
const goalStep = ({ load }: Pick<Goal, "load">): number => {
  const isLight = Math.abs(toKg(load)) < 30;
  return load.unit === "kg" ? (isLight ? 1 : 2.5) : isLight ? 2 : 5;
};

/** The goal with its load so many steps up (or down), in the unit that it has. */
export function goalSteppedBy(goal: Goal, steps: number): Goal {
  const step = goalStep(goal);
  return { ...goal, load: weight((Math.round(Number(goal.load.amount) / step) + steps) * step, goal.load.unit) };
}

/** The goal with the load whose e1RM is nearest to a figure, in its steps; as it is where nothing is known of the lift. */
export function goalPulledTo(view: GoalContext, goal: Goal, e1rmKg: number): Goal {
  const needs = goalNeeds(view, goal);
  const amount = Number(goal.load.amount);
  const more = goalNeeds(view, { ...goal, load: weight(amount + goalStep(goal), goal.load.unit) });
  if (!needs || !more || more.needsKg <= needs.needsKg) return goal;
  const pulled = goalSteppedBy(goal, Math.round((e1rmKg - needs.needsKg) / (more.needsKg - needs.needsKg)));
  const kg = toKg(pulled.load);
  return kg <= 1000 && kg >= -299 ? pulled : goal;
}
