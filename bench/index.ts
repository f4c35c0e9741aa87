/** `./yarvex bench`: speed as ratios to a yardstick in the same run, and memory of a fresh process. */
import { spawnSync } from "node:child_process";
import { join } from "node:path";
import {
  allBlocks,
  DEFAULT_SETTINGS,
  expandSession,
  parseSession,
  type SessionDocument,
  SHIPPED_CATALOGUE,
  totalSession,
} from "../core";
import { fuzz } from "./fuzz";
import { buildPlan, PLAN_TEXTS } from "./plan";

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

export function runBench(): void {
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
  const { cases, slowestMs } = fuzz(100_000, 2026);
  console.log(
    `\nFuzz: ${cases} mutated texts and ${cases / 10} mutated documents, no crash; the slowest took ${slowestMs.toFixed(1)} ms.`,
  );
  console.log(
    `\nMemory, peak of a fresh process less its baseline: ${peakMegabytes().toFixed(1)} MB for building, expanding and totalling the plan.`,
  );
}

function peakMegabytes(): number {
  const peak = (work: string) => {
    const script = join(import.meta.dirname, "memory.ts");
    const run = spawnSync(process.execPath, ["--import", "tsx", script, work], { encoding: "utf8" });
    return Number(run.stdout.trim());
  };
  return (peak("plan") - peak("nothing")) / 1024;
}
