/**
 * What if (docs/handbook.md#what-if): the rest of a plan performed many times by a simulated client fitted to this one (`simulated-client.ts`),
 * for the fan of each lift's strength, the chance that each prescription is made and that a goal is reached.
 *
 * What is assumed of how strength answers is drawn ±50 % for each run, so that the fan is honest. An unchanged plan differs by
 * nothing, and a change in a later week leaves the weeks before it as they were.
 */
import { type Exercise, exerciseOrThrow, type Muscle } from "../exercise";
import { entryAt, firstOf, lastOf, valueAt } from "../lists";
import { curveKg, e1rmFactor, type FittedCurve, type LiftRecord, liftRecord, type RepCurve } from "../load";
import { allBlocks } from "../session";
import type { Steps } from "../steps";
import { clamp, daysBetween, mondayOf, toKg } from "../units";
import { type Goal, type PlanDocument, planWeeks } from "./plan";
import { projectPlan } from "./project";
import type { ProjectContext, ProjectedSession } from "./projection-memory";
import {
  type Assumptions,
  inPlaceOf,
  keyedNormal,
  keyedRandom,
  moverOf,
  type Performed,
  performPlan,
  type SimulatedClient,
  sharesOf,
  type TrainedLift,
} from "./simulated-client";

/** What is known of a lift before the plan goes on: the shapes its curve may have, each with its weight and maximum. */
interface KnownStrength extends Omit<TrainedLift, "kg" | "curve"> {
  readonly fitted: FittedCurve;
}

interface LiftFan {
  readonly lineage: string;
  readonly exerciseId: string;
  /** e1RM in curve kg at the end of each week of the plan, a figure a run; null before the present week. */
  readonly weeks: readonly (readonly number[] | null)[];
  /** Of each run the days on which more was done than on any before it, as e1RM in curve kg. */
  readonly risen: readonly (readonly { readonly date: string; readonly kg: number }[])[];
}

/** The e1RM that reaches a goal, in curve kg; null where it hangs on a body mass that is not known. */
export function e1rmForGoal(
  { load, reps }: Pick<Goal, "load" | "reps">,
  exercise: Exercise,
  curve: RepCurve,
  { bodyMassKg, settings }: Pick<ProjectContext, "bodyMassKg" | "settings">,
): number | null {
  const kg = curveKg(exercise, toKg(load), bodyMassKg, settings);
  return kg === null ? null : kg * e1rmFactor(reps, curve);
}

/** The share of the runs in which an e1RM is shown by a day. */
export const chanceToShow = ({ risen }: Pick<LiftFan, "risen">, e1rmKg: number, byDate: string): number =>
  risen.filter((days) => days.some(({ date, kg }) => date <= byDate && kg >= e1rmKg)).length /
  Math.max(1, risen.length);

export interface CellChance {
  readonly dayId: string;
  readonly week: number;
  readonly lineage: string;
  /** The share of the runs in which it was trained and made. */
  readonly made: number;
  /** The share in which it was trained at all. */
  readonly trained: number;
  /** The heaviest load, as the lift is loaded: the median of the runs that trained it, and what eight in ten of them lie in. */
  readonly medianKg: number | null;
  readonly bandKg: readonly [number, number] | null;
}

/** Where it is trained, it is made in fewer than half of the runs. */
export const isLikelyMissed = ({ made, trained }: CellChance): boolean => made < 0.5 * trained;

export interface WhatIf {
  readonly runs: number;
  readonly fans: readonly LiftFan[];
  readonly cells: readonly CellChance[];
}

/** The simulation in steps, one a run; `onRun` hears how many are done. */
export function* whatIfSteps(
  plan: PlanDocument,
  context: ProjectContext,
  assumptions: Assumptions,
  {
    runs = 200,
    seed = 1,
    onRun,
  }: { readonly runs?: number; readonly seed?: number; readonly onRun?: (done: number) => void } = {},
): Steps<WhatIf> {
  const sessions = projectPlan(plan, context).filter(({ isAway }) => !isAway);
  yield;
  const lifts = liftsIn(sessions, context, assumptions);
  const usual = usualSets(context, lifts);
  const results: Performed[] = [];
  for (let run = 0; run < runs; run++) {
    results.push(performPlan(clientOf(run, seed, lifts, usual, assumptions), plan, sessions, context));
    onRun?.(run + 1);
    yield;
  }
  return summed(plan, sessions, lifts, results);
}

/** The client as one run takes them: present strength and what training does drawn within what is known. */
function clientOf(
  run: number,
  seed: number,
  lifts: ReadonlyMap<string, KnownStrength>,
  usual: ReadonlyMap<Muscle, number>,
  assumptions: Assumptions,
): SimulatedClient {
  const drawn = (what: string) => 1 + 0.5 * (2 * keyedRandom(seed, run, what) - 1);
  const gainFactor = drawn("gain");
  return {
    key: `${seed} ${run}`,
    lifts: new Map(
      [...lifts].map(([lineage, lift]) => [
        lineage,
        { ...lift, ...strengthNow(lift, `${seed} ${run} ${lineage}`), gain: lift.gain * gainFactor },
      ]),
    ),
    usual,
    fatigueFactor: drawn("fatigue"),
    assumptions,
  };
}

/** What the fit of a curve leaves out, as a share of the maximum: set so that bands hold what they say (`testing/calibration.ts`). */
const UNMODELLED = 0.045;

/** One of the curves and maxima that the log allows, each as often as it is likely. */
function strengthNow({ fitted, inPlace }: KnownStrength, key: string): Pick<TrainedLift, "kg" | "curve"> {
  let left = keyedRandom(key, "shape");
  const part = fitted.posterior.find(({ weight }) => {
    left -= weight;
    return left < 0;
  });
  const { lnShape, lnMax, variance } = part ?? lastOf(fitted.posterior);
  return {
    kg: Math.exp(lnMax + Math.hypot(Math.sqrt(variance), UNMODELLED) * keyedNormal(key, "now")) / inPlace,
    curve: { ...fitted.curve, shape: Math.exp(lnShape) },
  };
}

function liftsIn(
  sessions: readonly ProjectedSession[],
  context: ProjectContext,
  assumptions: Assumptions,
): Map<string, KnownStrength> {
  const lifts = new Map<string, KnownStrength>();
  for (const { resolved } of sessions)
    for (const slot of allBlocks(resolved.document).flatMap(({ slots }) => slots)) {
      if (lifts.has(slot.lineage)) continue;
      const log = context.logOf(slot.lineage);
      const record = log && liftRecord(log.exposures, context.settings, log.strengths);
      if (!record?.fitted) continue;
      const exercise = exerciseOrThrow(context.catalogue, slot.exerciseId);
      lifts.set(slot.lineage, {
        lineage: slot.lineage,
        exercise,
        record,
        mover: moverOf(exercise),
        fitted: record.fitted,
        inPlace: inPlaceOf(record),
        gain: gainOf(record, assumptions.gainPercent) / 100,
      });
    }
  return lifts;
}

/** Weeks of a lift's own that weigh as much as what its level does. */
const TREND_WORTH = 12;

/** The lift's own trend in percent a week, by the median of pairwise slopes, drawn toward its level's. */
export function gainOf({ estimates }: Pick<LiftRecord, "estimates">, levelPercent: number): number {
  const known = estimates.slice(-12);
  const slopes: number[] = [];
  for (const [index, one] of known.entries())
    for (const other of known.slice(index + 1)) {
      const weeks = daysBetween(one.date, other.date) / 7;
      if (weeks >= 1) slopes.push((100 * (other.kg / one.kg - 1)) / weeks);
    }
  if (slopes.length === 0) return levelPercent;
  slopes.sort((a, b) => a - b);
  const own = clamp(entryAt(slopes, Math.floor(slopes.length / 2)), -1, 3);
  const weeks = daysBetween(firstOf(known).date, lastOf(known).date) / 7;
  return (own * weeks + levelPercent * TREND_WORTH) / (weeks + TREND_WORTH);
}

/** Hard sets a week that each muscle is used to, from the log of the plan's lifts over the last six weeks. */
function usualSets(
  { today, settings }: ProjectContext,
  lifts: ReadonlyMap<string, KnownStrength>,
): Map<Muscle, number> {
  const usual = new Map<Muscle, number>();
  for (const { record, exercise } of lifts.values()) {
    const lately = record.exposures.filter(({ date }) => daysBetween(date, today) <= 42);
    const weeks = Math.max(1, new Set(lately.map(({ date }) => mondayOf(date))).size);
    const sets = lately.reduce(
      (sum, day) => sum + day.sets.filter((set) => set.working && (set.rir ?? 0) <= settings.hardSetRir).length,
      0,
    );
    for (const [muscle, share] of sharesOf(exercise))
      usual.set(muscle, (usual.get(muscle) ?? 0) + (share * sets) / weeks);
  }
  return usual;
}

function summed(
  plan: PlanDocument,
  sessions: readonly ProjectedSession[],
  lifts: ReadonlyMap<string, KnownStrength>,
  results: readonly Performed[],
): WhatIf {
  const weeks = planWeeks(plan);
  const fans = [...lifts.values()].map(
    ({ lineage, exercise }): LiftFan => ({
      lineage,
      exerciseId: exercise.id,
      weeks: Array.from({ length: weeks }, (_, week) => {
        const figures = results.map(({ strength }) => valueAt(strength, lineage)[week]!);
        return figures.some((one) => one === null) || figures.length === 0 ? null : figures;
      }),
      risen: results.map(({ best }) => risenOf(best.filter((one) => one.lineage === lineage))),
    }),
  );
  const places = sessions.flatMap(({ dayId, week, resolved }) =>
    allBlocks(resolved.document).flatMap(({ slots }) => slots.map(({ lineage }) => ({ dayId, week, lineage }))),
  );
  const cells = places.map((place, index): CellChance => {
    const own = results.map((result) => entryAt(result.cells, index));
    const loads = own.flatMap(({ kg }) => (kg === null ? [] : [kg])).sort((a, b) => a - b);
    return {
      ...place,
      made: own.filter(({ made }) => made).length / Math.max(1, own.length),
      trained: own.filter(({ trained }) => trained).length / Math.max(1, own.length),
      medianKg: loads.length > 0 ? entryAt(loads, Math.floor(loads.length / 2)) : null,
      bandKg: loads.length > 0 ? [at(loads, 0.1), at(loads, 0.9)] : null,
    };
  });
  return { runs: results.length, fans, cells };
}

/** The days of a run that show more than all before them. */
function risenOf(days: Performed["best"]): { date: string; kg: number }[] {
  const risen: { date: string; kg: number }[] = [];
  for (const { date, e1rmKg } of days) if (e1rmKg > (risen.at(-1)?.kg ?? 0)) risen.push({ date, kg: e1rmKg });
  return risen;
}

/** The load at a share of the runs from below, one that was built; loads in their order. */
const at = (loads: readonly number[], share: number): number => entryAt(loads, Math.round(share * (loads.length - 1)));

/** A share of the runs from below, of figures in any order. */
export function quantileOf(figures: readonly number[], share: number): number {
  const sorted = [...figures].sort((a, b) => a - b);
  const at = clamp(share, 0, 1) * (sorted.length - 1);
  const below = Math.floor(at);
  return (
    entryAt(sorted, below) + (at - below) * ((sorted[below + 1] ?? entryAt(sorted, below)) - entryAt(sorted, below))
  );
}
