/** A plan of 12 weeks of 4 days: how long its weeks take from nothing and after a change, and the rest of it run many times. */
import { projectContextOf, type WeeksView, weeksModel } from "../contract";
import { weeksViewOf } from "../contract/testing/weeks";
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
      tested: [],
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

const median = (work: () => unknown, times = 7): number => {
  work();
  const samples = Array.from({ length: times }, () => {
    const began = performance.now();
    work();
    return performance.now() - began;
  });
  return samples.sort((a, b) => a - b)[Math.floor(times / 2)]!;
};

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
  const json = median(() => JSON.parse(JSON.stringify(expanded)));
  const slot = document.days[0]!.base.blocks[0]!.slots[0]!;
  const withSets = (typed: string, once = false): PlanDocument => {
    const written = writeLift(
      sessionOfWeek(document, "d0", 3)!.document,
      slot.id,
      typed,
      SHIPPED_CATALOGUE,
      countingIds(typed),
    );
    if (!written.ok) throw new Error(written.message);
    const item = {
      id: typed,
      dayId: "d0",
      edits: written.edits,
      span: { kind: once ? "onlyWeek" : "fromWeek", week: 3 },
      note: "",
    } as const;
    const edited = applyPlanEdits(document, [{ kind: "insert", list: "patches", item, after: null }]);
    if (!edited.ok) throw new Error(edited.message);
    return edited.plan;
  };
  // Another client each time: nothing is known from before.
  let other = 0;
  const whole = median(() => weeksModel(document, { ...of, client: { ...of.client, id: `c${other++}` } }));
  weeksModel(document, of);
  // Each change is another one: nothing of it is known from before.
  let next = 0;
  const changes = Array.from({ length: 8 }, (_, index) => withSets(`5x${3 + index} rir2`));
  const changed = median(() => weeksModel(changes[next++]!, of));
  let one = 0;
  const inOneWeek = Array.from({ length: 8 }, (_, index) => withSets(`4x5 @${90 + index}kg`, true));
  const changedOnce = median(() => weeksModel(inOneWeek[one++]!, of));
  const byMax = withMax(document, "back-squat");
  weeksModel(byMax, of);
  const sets = countOfMax(byMax, of);
  let kg = 150;
  const marked = median(() => weeksModel(byMax, withTrainingMax(of, "back-squat", kg++)));
  const began = performance.now();
  runSteps(whatIfSteps(document, context, assumptionsFor("intermediate"), { runs: 200 }));
  const whatIf = performance.now() - began;
  console.log(
    `\nWeeks of a plan, ${projected.length} sessions (JSON round trip of them expanded: ${json.toFixed(1)} ms):`,
  );
  console.log(
    `  every figure from nothing      ${whole.toFixed(0).padStart(5)} ms   ${(whole / json).toFixed(1)} × JSON`,
  );
  console.log(
    `  after one cell was changed     ${changed.toFixed(0).padStart(5)} ms   ${(changed / json).toFixed(1)} × JSON`,
  );
  console.log(
    `  after a set of one session     ${changedOnce.toFixed(0).padStart(5)} ms   ${(changedOnce / json).toFixed(2)} × JSON`,
  );
  console.log(
    `  after a max (${sets} sets hang on)  ${marked.toFixed(0).padStart(5)} ms   ${(marked / json).toFixed(2)} × JSON`,
  );
  console.log(
    `  the rest of it run 200 times   ${whatIf.toFixed(0).padStart(5)} ms   ${(whatIf / whole).toFixed(0)} × every figure once`,
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
