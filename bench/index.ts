/** `./yarvex bench`: speed as ratios to a yardstick in the same run, how well fits recover a known truth, and memory. */
import { spawnSync } from "node:child_process";
import { join } from "node:path";
import {
  allBlocks,
  balanceOf,
  DEFAULT_SETTINGS,
  evaluateCautions,
  exerciseOrThrow,
  expandSession,
  type GymEquipment,
  isWork,
  parseSession,
  partnersFor,
  planPlates,
  RANK_PRESETS,
  REGION_IDS,
  rankExercises,
  rankForMuscle,
  type SessionDocument,
  SHIPPED_CATALOGUE,
  SimulatedLifter,
  sessionVolume,
  totalSession,
  UNRESTRICTED,
  weight,
} from "../core";
import { forecastScores } from "../core/testing/forecast-scores";
import { ADVISED_SESSIONS, adviceScore } from "../views/testing/advised-sessions";
import { deskBench } from "./desk";
import { fuzz } from "./fuzz";
import { holdBench } from "./hold";
import { namesBench } from "./names";
import { buildPlan, PLAN_TEXTS } from "./plan";
import { curveRecovery, reserveRecovery } from "./recovery";
import { weeksBench } from "./weeks";

interface Timing {
  readonly microseconds: number;
  readonly runs: number;
}

/** The median time of one call, in µs, over at least half a second of runs after warming up. */
function time(work: () => unknown): Timing {
  const until = (ms: number) => performance.now() + ms;
  for (const end = until(300); performance.now() < end; ) work();
  const samples: number[] = [];
  for (const end = until(700); performance.now() < end || samples.length < 9; ) {
    const start = performance.now();
    work();
    samples.push(performance.now() - start);
  }
  samples.sort((a, b) => a - b);
  return { microseconds: samples[Math.floor(samples.length / 2)]! * 1000, runs: samples.length };
}

export function countSets(plan: readonly SessionDocument[]): number {
  let sets = 0;
  for (const document of plan)
    for (const block of allBlocks(document))
      for (const slot of block.slots) sets += slot.sets.filter((set) => set !== null).length;
  return sets;
}

/** Expands and totals every session afresh; new settings make the remembered blocks stale. */
export function expandAll(plan: readonly SessionDocument[]): number {
  const context = { catalogue: SHIPPED_CATALOGUE, settings: { ...DEFAULT_SETTINGS } };
  let seconds = 0;
  for (const document of plan) seconds += totalSession(expandSession(document, context), context).seconds;
  return seconds;
}

export async function runBench(): Promise<void> {
  const plan = buildPlan();
  const sets = countSets(plan);
  const json = time(() => JSON.parse(JSON.stringify(plan)));
  const expand = time(() => expandAll(plan));
  let next = 0;
  const parse = time(() => PLAN_TEXTS.map((text) => parseSession(text, SHIPPED_CATALOGUE, () => `b${next++}`)));
  console.log(`The fixed plan: ${plan.length} sessions, ${sets} sets.\n`);
  const row = (name: string, timing: Timing) =>
    console.log(
      `${name.padEnd(44)} ${(timing.microseconds / sets).toFixed(2).padStart(8)} µs a set   ${(timing.microseconds / json.microseconds).toFixed(2).padStart(6)} × JSON   (${timing.runs} runs)`,
    );
  row("JSON.parse + JSON.stringify (the yardstick)", json);
  row("expand and total, loads off", expand);
  row("parse the shorthand", parse);
  loads(json.microseconds / sets);
  judgement(plan, json.microseconds);
  namesBench(time);
  await holdBench();
  const { cases, slowestMs } = fuzz(100_000, 2026);
  console.log(
    `\nFuzz: ${cases} mutated texts and ${cases / 10} mutated documents, no crash; the slowest took ${slowestMs.toFixed(1)} ms.`,
  );
  console.log(
    `\nMemory, peak of a fresh process less its baseline: ${peakMegabytes().toFixed(1)} MB for building, expanding and totalling the plan.`,
  );
}

/** What the coach's judgement costs. `planJson`: µs of the yardstick for the whole plan. */
function judgement(plan: readonly SessionDocument[], planJson: number): void {
  const { list } = SHIPPED_CATALOGUE;
  const weights = RANK_PRESETS[0]!.weights;
  const gym = BENCH_GYM;
  const rank = time(() =>
    REGION_IDS.map((region) => rankExercises(list, region, { trainee: UNRESTRICTED, gym, weights })),
  );
  const pairs = time(() =>
    list.slice(0, 20).map((exercise) => partnersFor(exercise, list, { trainee: UNRESTRICTED, gym }, 20)),
  );
  let sum = 0;
  const loop = time(() => {
    for (const a of list) for (const b of list) sum += a.familyRatio + b.familyRatio;
  });
  const perPair = loop.microseconds / list.length ** 2;
  const ranked = REGION_IDS.reduce((n, region) => n + list.filter((one) => (one.shares[region] ?? 0) >= 0.5).length, 0);
  const perRanked = rank.microseconds / ranked;
  const perPartner = pairs.microseconds / (20 * list.length);
  console.log(`\nJudgement over ${list.length} exercises (checksum ${sum > 0 ? "ok" : "?"}):`);
  console.log(
    `  ranking every region   ${perRanked.toFixed(2)} µs an exercise   ${Math.round(perRanked / perPair)} × adding two numbers`,
  );
  console.log(
    `  the best 20 partners   ${perPartner.toFixed(2)} µs a pair       ${Math.round(perPartner / perPair)} × adding two numbers`,
  );
  const context = { catalogue: SHIPPED_CATALOGUE, settings: DEFAULT_SETTINGS };
  const timelines = plan.map((document) => expandSession(document, context));
  const check = time(() =>
    plan.map((document, index) => {
      const { exercises, coverage } = sessionVolume(timelines[index]!, context);
      return [
        evaluateCautions(document, { ...CAUTION_BASE, ...context, gym }),
        balanceOf(exercises.values(), SHIPPED_CATALOGUE),
        coverage,
      ];
    }),
  );
  console.log(
    `  cautions, balance and coverage of a session   ${(check.microseconds / plan.length).toFixed(0)} µs   ${(check.microseconds / planJson).toFixed(2)} × its JSON round trip`,
  );
}

const CAUTION_BASE = {
  date: "2026-01-05",
  trainee: UNRESTRICTED,
  weeksAway: 0,
  weeksTrained: 20,
  answeredYes: [],
  intensity: () => null,
  hardTechniques: [],
  jumps: [],
  overBand: [],
  isDeload: false,
};

const BENCH_GYM: GymEquipment = {
  unit: "kg",
  bars: [{ name: "20 kg bar", weight: weight(20), shape: "straight bar" }],
  plates: [20, 15, 10, 5, 2.5, 1.25].map((kg) => ({ weight: weight(kg), pairs: 2 })),
  dumbbells: Array.from({ length: 15 }, (_, i) => weight(4 + 2 * i)),
  kettlebells: [8, 12, 16, 24].map((kg) => weight(kg)),
  stacks: [],
  sleds: [],
  bands: [{ name: "red", kg: 15, kgPerMetre: 20 }],
  chains: [],
  stations: [],
  outOfOrder: [],
};

/** What loads cost and how well what is fitted is recovered. `jsonPerSet`: µs of the yardstick for one set. */
function loads(jsonPerSet: number): void {
  console.log("\nPlate plans, nine sizes of plate, against the naive order:");
  for (const length of [3, 6, 9, 12]) {
    const steps = PLATE_SEQUENCE.slice(0, length);
    const timing = time(() => planPlates(steps, 20, NINE_SIZES));
    const { handled, naiveHandled, isExact } = planPlates(steps, 20, NINE_SIZES);
    console.log(
      `  ${String(length).padStart(2)} loads   ${(timing.microseconds / 1000).toFixed(2).padStart(7)} ms   ${String(Math.round(timing.microseconds / jsonPerSet)).padStart(6)} × JSON of a set   ${handled} plates a side, ${naiveHandled} naively${isExact ? "" : " (not proved least)"}`,
    );
  }
  console.log("\nCurves of simulated lifters, recovered (400 each):");
  for (const weeks of [4, 12, 26]) {
    const found = curveRecovery(400, weeks, 2026);
    console.log(
      `  ${String(weeks).padStart(2)} weeks   bias ${found.biasPercent.toFixed(1).padStart(5)} %   typical error ${found.typicalErrorPercent.toFixed(1)} %   the 80 % band holds the maximum ${percent(found.bandHoldsMax)}, the load for eight ${percent(found.bandHoldsEight)}   own curve ${percent(found.ownShare)}`,
    );
  }
  console.log("\nRecovery of simulated lifters, recovered (slow time constant, 1 is everyone's):");
  console.log(
    `  ${reserveRecovery(2026)
      .map(({ recovery, found }) => `${recovery} → ${found.toFixed(2)}`)
      .join("   ")}`,
  );
  console.log(
    "\nForecasts of 200 clients of another law than ours, 24 weeks, the last ten scored (oracle: knows all but the day):",
  );
  for (const [kind, { sets, bias, error, oracleError, inside }] of Object.entries(
    forecastScores({ clients: 200, weeks: 24, firstScored: 14 }),
  ))
    console.log(
      `  ${kind.padEnd(26)} ${String(sets).padStart(5)} sets   mean error ${bias.toFixed(2).padStart(5)}   typical ${error.toFixed(2)}, ${(error / oracleError).toFixed(2)} × the oracle's   the 80 % band holds ${percent(inside)}`,
    );
  console.log("\nFirst choices of a trained client, all schools balanced, with everything there:");
  const weights = RANK_PRESETS[0]!.weights;
  for (const muscle of RANKED_MUSCLES) {
    const ranked = rankForMuscle(SHIPPED_CATALOGUE.list, muscle, { trainee: UNRESTRICTED, gym: null, weights });
    console.log(
      `  ${muscle.padEnd(14)} ${ranked
        .slice(0, 5)
        .map(({ exercise }) => exercise.name)
        .join(", ")}`,
    );
  }
  deskBench();
  weeksBench();
  const advice = adviceScore(ADVISED_SESSIONS);
  console.log(
    `\nAdvice on ${ADVISED_SESSIONS.length} sessions labelled by hand: ${advice.said} lines, ${advice.missed.length} wanted and not said, ${advice.noise.length} noise, ${advice.twice.length} said twice.`,
  );
  const year = lifterYear(7);
  console.log(
    `\nOne lifter-year: ${year.sessions} sessions, ${year.sets} sets performed in ${year.seconds.toFixed(2)} s, ${Math.round(year.sets / year.seconds)} sets a second.`,
  );
}

const RANKED_MUSCLES = [
  "chest",
  "back",
  "traps",
  "delts",
  "elbow flexors",
  "triceps",
  "forearms",
  "glutes",
  "quads",
  "hamstrings",
  "calves",
  "trunk",
] as const;

const percent = (share: number): string => `${Math.round(100 * share)} %`;

const NINE_SIZES = [25, 20, 15, 10, 5, 2.5, 1.25, 1, 0.5].map((kg) => ({
  weight: weight(kg),
  pairs: kg === 25 ? 4 : 2,
}));

/** A ramp of four, a double pyramid of five, a triple drop. */
const PLATE_SEQUENCE = [42.5, 65, 82.5, 97.5, 90, 100, 110, 102.5, 92.5, 75, 60, 47.5].map((totalKg, index) => ({
  key: String(index),
  totalKg,
  urgent: index > 8,
}));

/** A lifter trains the fixed plan's four days for a year, every part of it through the timeline. */
function lifterYear(seed: number): { sessions: number; sets: number; seconds: number } {
  const lifter = new SimulatedLifter({
    seed,
    familyKg: {},
    weeklyGainPercent: 0.4,
    dayWobblePercent: 1.5,
    rirError: 0.5,
    adherence: 0.9,
    formBreaks: 0.03,
    pain: 0.003,
  });
  const started = performance.now();
  const plan = buildPlan().slice(0, 4);
  let sessions = 0;
  let sets = 0;
  for (let week = 0; week < 52; week++) {
    for (const [day, document] of plan.entries()) {
      if (!lifter.shows()) continue;
      sessions++;
      lifter.startDay(week + day / 7);
      const timeline = expandSession(document, { catalogue: SHIPPED_CATALOGUE, settings: DEFAULT_SETTINGS });
      for (const { timeline: block } of timeline.blocks) {
        for (const span of block.spans) {
          if (!isWork(span)) lifter.rest(span.seconds);
          else if (span.kind === "work" && span.reps > 0) {
            const exercise = exerciseOrThrow(SHIPPED_CATALOGUE, span.exerciseId);
            lifter.perform({ exercise, curveKg: lifter.freshLoad(exercise, span.reps, 2), reps: Math.ceil(span.reps) });
            sets++;
          }
        }
      }
    }
  }
  return { sessions, sets, seconds: (performance.now() - started) / 1000 };
}

function peakMegabytes(): number {
  const peak = (work: string) => {
    const script = join(import.meta.dirname, "memory.ts");
    const run = spawnSync(process.execPath, ["--import", "tsx", script, work], { encoding: "utf8" });
    return Number(run.stdout.trim());
  };
  return (peak("plan") - peak("nothing")) / 1024;
}
