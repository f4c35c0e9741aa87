/** A plan of 12 weeks of 4 days: how long its weeks take from nothing and after a change, and the rest of it run many times. */

import {
  applyPlanEdits,
  assumptionsFor,
  DEFAULT_SETTINGS,
  expandSession,
  type PlanDocument,
  projectPlan,
  runSteps,
  SHIPPED_CATALOGUE,
  sessionOfWeek,
  whatIfSteps,
  writeLift,
} from "../core";
import { calibrationOf } from "../core/testing/calibration";
import { countingIds, exposure, read } from "../core/testing/helpers";
import { phase, planOf } from "../core/testing/plans";
import { ruleWeeks } from "../core/testing/rule-weeks";
import { projectContextOf, type WeeksView, weeksModel } from "../views";
import { weeksViewOf } from "../views/testing/weeks";

const DAYS = [
  "A1 Back squat 4x5 rir2 r150\n\nB1 Bench press 4x6-8 rir2 r120\n\nC1 Barbell row 4x8-10 rir2 r120\n\nD1 Overhead press 4x6-8 rir2 r120\n\nE1 Dumbbell curl 4x10-12 rir1 r75\n\nF1 Lateral raise 4x12-15 rir1 r60",
  "A1 Deadlift 4x5 rir2 r150\n\nB1 Chin-up 4x5-8 rir2 r120\n\nC1 Dumbbell press 4x8-10 rir2 r90\n\nD1 Goblet squat 4x10-12 rir2 r90\n\nE1 Cable press-down 4x10-12 rir1 r60\n\nF1 Front plank 4x30s r45",
];
const TODAY = "2026-01-05";
const LOGGED: Readonly<Record<string, readonly [kg: number, reps: number, curveKg?: number]>> = {
  "back-squat": [90, 5],
  "bench-press": [60, 7],
  "barbell-row": [60, 9],
  "overhead-press": [40, 7],
  "dumbbell-curl": [12, 11],
  "lateral-raise": [8, 13],
  deadlift: [120, 5],
  "chin-up": [0, 7, 80],
  "dumbbell-bench-press": [22, 9],
  "goblet-squat": [24, 11],
  "triceps-press-down": [25, 11],
};

function view(document: PlanDocument): WeeksView {
  return weeksViewOf(document, {
    today: TODAY,
    lifts: Object.entries(LOGGED).map(([id, [kg, reps, curveKg = kg]]) => ({
      lineage: id,
      exerciseId: id,
      exposures: [28, 21, 14, 7].map((ago) =>
        exposure(
          new Date(Date.parse(TODAY) - ago * 86_400_000).toISOString().slice(0, 10),
          Array.from({ length: 4 }, () => ({ loadKg: kg, curveKg, reps, rir: 2, target: { low: reps, high: reps } })),
        ),
      ),
      strengths: [],
      trainingMaxKg: null,
    })),
  });
}

/** The plan with a lift at a share of its training max in every second week, so that about sixty sets hang on it. */
function withMax(document: PlanDocument, exerciseId: string): PlanDocument {
  const load = { kind: "percentOfMax", percent: 70 } as const;
  const days = document.days.map((day, place) => ({
    ...day,
    base: {
      ...day.base,
      blocks: day.base.blocks.map((block) => ({
        ...block,
        slots: block.slots.map((slot) =>
          slot.exerciseId === exerciseId && place === 0
            ? {
                ...slot,
                sets: slot.sets.map(
                  (set) => set && { ...set, segments: set.segments.map((segment) => ({ ...segment, load })) },
                ),
              }
            : slot,
        ),
      })),
    },
  }));
  return { ...document, days };
}

const countOfMax = (document: PlanDocument, of: WeeksView): number =>
  projectPlan(document, projectContextOf(of)).reduce(
    (sum, { resolved }) =>
      sum + [...resolved.loads.values()].filter(({ reasons }) => reasons.some(({ kind }) => kind === "ofMax")).length,
    0,
  );

const withTrainingMax = (of: WeeksView, lineage: string, kg: number): WeeksView => ({
  ...of,
  lifts: of.lifts.map((lift) => (lift.lineage === lineage ? { ...lift, trainingMaxKg: kg } : lift)),
});

const timed = (work: () => unknown): number => {
  const began = performance.now();
  work();
  return performance.now() - began;
};

const middle = (samples: readonly number[]): number => [...samples].sort((a, b) => a - b)[samples.length >> 1]!;

/** Milliseconds of some work, and its ratio to a yardstick that is taken in turn with it, so that both had the same hour. */
function beside(yardstick: () => unknown, work: () => unknown, times = 15): { ms: number; ratio: number } {
  for (const warm of [yardstick, work, yardstick, work]) warm();
  const pairs = Array.from({ length: times }, () => [timed(yardstick), timed(work)] as const);
  return { ms: middle(pairs.map(([, ms]) => ms)), ratio: middle(pairs.map(([unit, ms]) => ms / unit)) };
}

export function weeksBench(): void {
  const document = planOf(
    TODAY,
    [0, 1, 3, 4].map((weekday, place) => [`d${weekday}`, weekday, read(DAYS[place % 2]!, `d${place}`)] as const),
    { phases: [phase("build", 5), phase("deload", 1), { ...phase("build", 6), id: "b2" }] },
  );
  const of = view(document);
  const context = projectContextOf(of);
  const projected = projectPlan(document, context);
  const plain = { catalogue: SHIPPED_CATALOGUE, settings: DEFAULT_SETTINGS };
  const expanded = projected.map(({ resolved }) => expandSession(resolved.document, plain));
  const json = () => JSON.parse(JSON.stringify(expanded));
  const slot = document.days[0]!.base.blocks[0]!.slots[0]!;
  const withSets = (
    typed: string,
    { week, dayId, slotId, kind }: { week: number; dayId: string; slotId: string; kind: "onlyWeek" | "fromWeek" },
  ): PlanDocument => {
    const { document: planned } = sessionOfWeek(document, dayId, week)!;
    const written = writeLift(planned, slotId, typed, SHIPPED_CATALOGUE, countingIds(typed));
    if (!written.ok) throw new Error(written.message);
    const item = { id: typed, dayId, edits: written.edits, span: { kind, week }, note: "" } as const;
    const edited = applyPlanEdits(document, [{ kind: "insert", list: "patches", item, after: null }]);
    if (!edited.ok) throw new Error(edited.message);
    return edited.plan;
  };
  const CHANGES = 20;
  const next = <T>(list: readonly T[]): (() => T) => {
    let at = 0;
    return () => list[at++ % list.length]!;
  };
  // Another client each time: nothing is known from before.
  let other = 0;
  const whole = beside(json, () => weeksModel(document, { ...of, client: { ...of.client, id: `c${other++}` } }), 7);
  weeksModel(document, of);
  // Each change is another one: nothing of it is known from before.
  const third = { week: 3, dayId: "d0", slotId: slot.id, kind: "fromWeek" } as const;
  const lasting = next(Array.from({ length: CHANGES }, (_, index) => withSets(`5x${3 + index} rir2`, third)));
  const changed = beside(json, () => weeksModel(lasting(), of));
  // Of one session alone, all over the plan: each week in turn, and each day, and each of its lifts.
  const once = next(
    Array.from({ length: CHANGES }, (_, index) => {
      const day = document.days[index % document.days.length]!;
      const block = day.base.blocks[(5 * index) % (day.base.blocks.length - 1)]!;
      const at = { week: (7 * index) % 12, dayId: day.id, slotId: block.slots[0]!.id, kind: "onlyWeek" } as const;
      return withSets(`4x${4 + (index % 3)} rir3`, at);
    }),
  );
  const changedOnce = beside(json, () => weeksModel(once(), of));
  const byMax = withMax(document, "back-squat");
  weeksModel(byMax, of);
  const sets = countOfMax(byMax, of);
  let kg = 150;
  const marked = beside(json, () => weeksModel(byMax, withTrainingMax(of, "back-squat", kg++)));
  const whatIf = timed(() => runSteps(whatIfSteps(document, context, assumptionsFor("intermediate"), { runs: 200 })));
  console.log(
    `\nWeeks of a plan, ${projected.length} sessions, beside the JSON round trip of them expanded, taken in turn:`,
  );
  for (const [what, { ms, ratio }] of [
    ["every figure from nothing", whole],
    ["after one cell was changed", changed],
    ["after a set of one session", changedOnce],
    [`after a max (${sets} sets hang on)`, marked],
  ] as const)
    console.log(`  ${what.padEnd(30)} ${ms.toFixed(0).padStart(5)} ms   ${ratio.toFixed(2)} × JSON`);
  console.log(
    `  ${"the rest of it run 200 times".padEnd(30)} ${whatIf.toFixed(0).padStart(5)} ms   ${(whatIf / whole.ms).toFixed(0)} × every figure once`,
  );
}

/** `./yarvex bench weeks`: what takes minutes. */
export function steeringBench(): void {
  const began = performance.now();
  const { asked, breaches } = ruleWeeks(1_000_000, 1);
  console.log(
    `Rules over 1,000,000 simulated weeks: ${asked} answers in ${Math.round((performance.now() - began) / 1000)} s, ${breaches.length} breaches of their bounds.`,
  );
  for (const breach of breaches.slice(0, 20)) console.log(`  ${breach}`);
  calibrationBench();
}

/** What if against clients whose truth is known: how often its bands hold, and how right its chances are. */
function calibrationBench(): void {
  const trial = { clients: 170, runs: 60, pastWeeks: 12, weeksAhead: 10, goalsPerLift: 4 };
  const { inside, weeks, goals, bins, gap, brier, baseBrier } = calibrationOf(trial);
  const percent = (share: number) => `${Math.round(100 * share)} %`;
  console.log(`\nWhat if against ${trial.clients} clients whose truth is known, ${trial.runs} runs each:`);
  console.log(`  the 80 % band of a week's e1RM holds ${percent(inside)} of ${weeks} weeks`);
  console.log(
    `  ${goals} goals in fifths, chance → reached: ${bins.map(({ chance, reached }) => `${percent(chance)} → ${percent(reached)}`).join(", ")}`,
  );
  console.log(
    `  mean gap ${(100 * gap).toFixed(1)} points, Brier score ${brier.toFixed(3)} (always the base rate: ${baseBrier.toFixed(3)})`,
  );
}
