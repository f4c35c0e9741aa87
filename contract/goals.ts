/** Goals of a lift: what they ask, in words, and what would have to be true for them. */
import {
  curveKg,
  daysBetween,
  decimal,
  type Exercise,
  e1rmFactor,
  exerciseOrThrow,
  type Goal,
  isBodyweight,
  liftRecord,
  toKg,
  trendOf,
} from "../core";
import { catalogueIn } from "./catalogue";
import type { WeeksView } from "./weeks";

/** "107.5 kg", "107.5 kg × 5"; of a move of the body "the body × 10", "the body + 10 kg × 5". */
export function goalWords({ load, reps }: Pick<Goal, "load" | "reps">, exercise: Exercise): string {
  const kg = toKg(load);
  const figure = `${decimal(Math.abs(kg), 2)} kg`;
  const loaded = !isBodyweight(exercise) ? figure : kg === 0 ? "the body" : `the body ${kg > 0 ? "+" : "−"} ${figure}`;
  return reps > 1 ? `${loaded} × ${reps}` : loaded;
}

/** A goal's load as it is typed: kg, or a multiple of the body ("1.25 x", "1.25 × body"); null where it is neither. */
export function readGoalKg(typed: string, bodyMassKg: number | null): number | null {
  const text = typed.trim().replace(",", ".");
  const multiple = /^(\d+(?:\.\d+)?)\s*[x×](?:\s*body)?$/i.exec(text);
  if (multiple) return bodyMassKg === null ? null : Math.round(Number(multiple[1]) * bodyMassKg * 2) / 2;
  const kg = Number(text);
  return text === "" || !Number.isFinite(kg) || kg <= -300 || kg > 1000 ? null : kg;
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

/** Null where nothing is known of the lift, or the goal's day has gone by. */
export function goalNeeds(view: WeeksView, goal: Goal): GoalNeeds | null {
  const log = view.lifts.find(({ lineage }) => lineage === goal.lineage);
  const record = log && liftRecord(log.exposures, view.settings, log.tested);
  const weeks = daysBetween(view.today, goal.byDate) / 7;
  if (!record?.e1rmKg || weeks <= 0) return null;
  const exercise = exerciseOrThrow(catalogueIn(view.exercises), goal.exerciseId);
  const kg = curveKg(exercise, toKg(goal.load), view.client.bodyMassKg, view.settings, []);
  if (kg === null) return null;
  const needsKg = kg * e1rmFactor(goal.reps, record.curve);
  const trend = trendOf(record.estimates, view.client.trainingAge);
  return {
    needsKg,
    nowKg: record.e1rmKg,
    percentAWeek: 100 * ((needsKg / record.e1rmKg) ** (1 / weeks) - 1),
    movedPercent: trend.kind === "tooEarly" ? null : trend.percentAWeek,
  };
}
