/**
 * How right what-if is: simulated clients with a truth of their own (strength, gain, what fatigue costs them, how steadily they
 * come, how their days scatter) train for some weeks, the rest of their plan is foretold from the log alone, and then they do it.
 */
import { exerciseOrThrow, type Muscle } from "../exercise";
import { e1rmFactor, liftRecord, populationCurve, SHAPE_SPREAD } from "../load";
import {
  type Assumptions,
  assumptionsFor,
  chanceToShow,
  type Goal,
  inPlaceOf,
  keyedNormal,
  keyedRandom,
  moverOf,
  PLAN_VERSION,
  type PlanDocument,
  type ProjectContext,
  performPlan,
  projectPlan,
  quantileOf,
  type SimulatedClient,
  sharesOf,
  type TrainedLift,
  whatIfSteps,
} from "../plan";
import { levelGain } from "../progress";
import { allBlocks, type Exposure } from "../session";
import { DEFAULT_SETTINGS } from "../settings";
import { runSteps } from "../steps";
import { addDays, clamp, mean, weight } from "../units";
import { exposure, read } from "./helpers";
import { phase, planOf, projectContext } from "./plans";

const START = "2026-01-05";
const DAYS = [
  "A1 Back squat 4x5 rir2 r150\n\nB1 Bench press 3x6-8 rir2 r120\n\nC1 Barbell row 3x8-10 rir2 r120",
  "A1 Bench press 4x5 rir2 r150\n\nB1 Back squat 3x6-8 rir2 r120\n\nC1 Barbell row 3x8-10 rir2 r120",
];
const LIFTS: Readonly<Record<string, number>> = { "back-squat": 110, "bench-press": 80, "barbell-row": 75 };
const LEVELS = ["novice", "intermediate", "advanced"] as const;

export interface CalibrationTrial {
  readonly clients: number;
  readonly runs: number;
  readonly pastWeeks: number;
  readonly weeksAhead: number;
  readonly goalsPerLift: number;
}

export interface Calibration {
  /** Share of weekly e1RM inside the 80 % band. */
  readonly inside: number;
  readonly weeks: number;
  readonly goals: number;
  /** Fifths of the goals by their chance: the mean chance, and the share that was reached. */
  readonly bins: readonly { readonly chance: number; readonly reached: number }[];
  /** Mean gap between chance and share over the bins. */
  readonly gap: number;
  readonly brier: number;
  /** Of one who always says how often goals are reached. */
  readonly baseBrier: number;
}

export function calibrationOf(trial: CalibrationTrial): Calibration {
  let [inside, weeks] = [0, 0];
  const goals: { chance: number; reached: boolean }[] = [];
  for (let seed = 1; seed <= trial.clients; seed++) {
    const one = foretold(seed, trial);
    inside += one.inside;
    weeks += one.weeks;
    goals.push(...one.goals);
  }
  const sorted = [...goals].sort((a, b) => a.chance - b.chance);
  const share = (list: readonly { reached: boolean }[]) => mean(list.map(({ reached }) => (reached ? 1 : 0)));
  const bins = [0, 1, 2, 3, 4].map((fifth) => {
    const own = sorted.slice((sorted.length * fifth) / 5, (sorted.length * (fifth + 1)) / 5);
    return { chance: mean(own.map(({ chance }) => chance)), reached: share(own) };
  });
  const base = share(goals);
  const score = (chanceOf: (goal: { chance: number }) => number) =>
    mean(goals.map((goal) => (chanceOf(goal) - (goal.reached ? 1 : 0)) ** 2));
  return {
    inside: inside / weeks,
    weeks,
    goals: goals.length,
    bins,
    gap: mean(bins.map(({ chance, reached }) => Math.abs(chance - reached))),
    brier: score(({ chance }) => chance),
    baseBrier: score(() => base),
  };
}

function foretold(seed: number, { runs, pastWeeks, weeksAhead, goalsPerLift }: CalibrationTrial) {
  const level = LEVELS[seed % LEVELS.length]!;
  const draw = (what: string) => keyedNormal("truth", seed, what);
  const even = (what: string) => keyedRandom("truth", seed, what);
  const weeks = pastWeeks + weeksAhead;
  const plan = planOf(
    START,
    DAYS.map((text, day) => [`d${day}`, 3 * day, read(text, `d${day}`)] as const),
    { version: PLAN_VERSION, phases: [phase("build", weeks)] },
  );
  const curve = populationCurve(DEFAULT_SETTINGS.e1rmFormula);
  const truth = new Map(Object.entries(LIFTS).map(([id, kg]) => [id, kg * Math.exp(0.2 * draw(`${id} kg`))]));
  // How they come to the plan: a day of each lift at a load that a coach found, off by a little.
  const began = new Map(
    [...truth].map(([id, kg]): [string, Exposure[]] => {
      const loadKg = Math.round((kg * (1 + 0.04 * draw(`${id} found`))) / e1rmFactor(8, curve) / 2.5) * 2.5;
      const sets = Array.from({ length: 3 }, () => ({ loadKg, reps: 6, rir: 2, target: { low: 6, high: 6 } }));
      return [id, [exposure(addDays(START, -4), sets)]];
    }),
  );
  const contextOf = (log: ReadonlyMap<string, readonly Exposure[]>, today: string): ProjectContext =>
    projectContext({ logOf: (lineage) => ({ exposures: log.get(lineage) ?? [], strengths: [] }), today });
  const atStart = contextOf(began, START);
  const adherence = clamp(0.88 + 0.08 * draw("adherence"), 0.6, 1);
  const assumptions: Assumptions = {
    ...assumptionsFor(level, adherence),
    dayPercent: 2.5 * Math.exp(0.2 * draw("form")),
  };
  const client: SimulatedClient = {
    key: `truth ${seed}`,
    lifts: new Map(
      [...truth].map(([id, kg]): [string, TrainedLift] => {
        const exercise = exerciseOrThrow(atStart.catalogue, id);
        const own = { ...curve, shape: Math.exp(SHAPE_SPREAD * draw(`${id} shape`)) };
        const gain = (levelGain(level) / 100) * Math.exp(0.35 * draw("gain") + 0.2 * draw(`${id} gain`));
        const record = liftRecord(began.get(id)!, DEFAULT_SETTINGS);
        return [id, { lineage: id, exercise, record, mover: moverOf(exercise), kg, curve: own, inPlace: 1, gain }];
      }),
    ),
    usual: setsOf(plan, atStart),
    fatigueFactor: 0.5 + even("fatigue"),
    assumptions,
  };
  const done = performPlan(client, plan, projectPlan(plan, atStart), atStart);
  const now = addDays(START, 7 * pastWeeks);
  const log = new Map([...began].map(([id, days]) => [id, [...days]]));
  for (const { lineage, exposure: day } of done.exposures) if (day.date < now) log.get(lineage)!.push(day);
  const context = contextOf(log, now);
  const inPlace = new Map([...log].map(([id, exposures]) => [id, inPlaceOf({ exposures })]));
  const goals = Object.keys(LIFTS).flatMap((lineage) => {
    const known = liftRecord(log.get(lineage)!, DEFAULT_SETTINGS).e1rmKg!;
    return Array.from({ length: goalsPerLift }, (_, place): Goal => {
      const what = `${lineage} goal ${place}`;
      const byDate = addDays(now, 7 * Math.ceil(weeksAhead * even(`${what} day`)));
      const load = weight((known * (0.97 + 0.12 * even(`${what} load`))).toFixed(2));
      return { id: what, lineage, exerciseId: lineage, load, reps: 1, byDate };
    });
  });
  const ahead = runSteps(whatIfSteps(plan, context, assumptionsFor(level, adherence), { runs, seed }));
  let [inside, counted] = [0, 0];
  for (const { lineage, weeks: figures } of ahead.fans)
    for (const [week, drawn] of figures.entries()) {
      const real = done.strength.get(lineage)![week]! * inPlace.get(lineage)!;
      if (!drawn) continue;
      counted++;
      if (real >= quantileOf(drawn, 0.1) && real <= quantileOf(drawn, 0.9)) inside++;
    }
  return {
    inside,
    weeks: counted,
    goals: goals.map(({ lineage, load, byDate }) => ({
      chance: chanceToShow(ahead.fans.find((fan) => fan.lineage === lineage)!, Number(load.amount), byDate),
      reached: done.best.some(
        (day) => day.lineage === lineage && day.date >= now && day.date <= byDate && day.e1rmKg >= Number(load.amount),
      ),
    })),
  };
}

/** Hard sets a week that the plan itself has for each muscle: what a client who follows it is used to. */
function setsOf(plan: PlanDocument, { catalogue }: ProjectContext): ReadonlyMap<Muscle, number> {
  const sets = new Map<Muscle, number>();
  for (const { slots } of plan.days.flatMap(({ base }) => allBlocks(base)))
    for (const { exerciseId, sets: own } of slots)
      for (const [muscle, share] of sharesOf(exerciseOrThrow(catalogue, exerciseId)))
        sets.set(muscle, (sets.get(muscle) ?? 0) + share * own.filter((set) => set?.role === "working").length);
  return sets;
}
