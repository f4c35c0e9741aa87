/** An edit at the desk: what the core does for it, on a fixed session of 60 sets over 100 edits. */

import { applyEdits, SHIPPED_CATALOGUE, writeCells } from "../core";
import { countingIds, exposure, read } from "../core/testing/helpers";
import { cautionsOf, computeSession, type LiftLog, readCautions, recordsOf } from "../views";
import { testContext } from "../views/testing/context";

export const SIXTY_SETS = `A1 Back squat 5x5 rir2 r150 ramp

B1 Bench press 5x6-8 rir2 h10
B2 Barbell row 5x8-10 rir2 r90

C1 Romanian deadlift 5x8 rir2 r120

D1 Overhead press 5x6-8 rir2 h10
D2 Chin-up 5x5-8 rir2 r90

E1 Lateral raise 5x12-15 rir1 h10
E2 Face pull 5x12-15 rir1 r60

F1 Dumbbell curl 5x10-12 rir1 h10
F2 Triceps press-down 5x10-12 rir1 r60 last: > -20%x8

G1 Leg extension 5x12 rir1 r60

H1 Standing calf raise 5x12 rir1 r60`;

const DONE: Readonly<Record<string, readonly [kg: number, reps: number, curveKg?: number]>> = {
  "back-squat": [90, 5],
  "bench-press": [60, 7],
  "barbell-row": [60, 9],
  "romanian-deadlift": [90, 8],
  "overhead-press": [40, 7],
  "chin-up": [0, 7, 80],
  "lateral-raise": [8, 13],
  "face-pull": [15, 13],
  "dumbbell-curl": [12, 11],
  "triceps-press-down": [25, 11],
  "leg-extension": [40, 12],
  "standing-calf-raise": [60, 12],
};
const WEEKS = 16;
const EDITS = 100;
const WARM = 50;

const logs = (): LiftLog[] =>
  Object.entries(DONE).map(([id, [kg, reps, curveKg = kg]]) => ({
    lineage: id,
    exerciseId: id,
    strengths: [],
    trainingMaxKg: null,
    exposures: Array.from({ length: WEEKS }, (_, week) =>
      exposure(
        new Date(Date.UTC(2026, 7, 3 + 7 * week)).toISOString().slice(0, 10),
        Array.from({ length: 4 }, () => ({ loadKg: kg, curveKg, reps, rir: 2, target: { low: reps, high: reps } })),
      ),
    ),
  }));

export function deskBench(): void {
  const context = testContext({ lifts: logs() });
  const records = recordsOf(context);
  const ids = countingIds("e");
  let document = read(SIXTY_SETS);
  const slots = document.blocks.flatMap((block) => block.slots);
  const samples: Record<"compute" | "cautions" | "json", number[]> = { compute: [], cautions: [], json: [] };
  const timed = <T>(kind: keyof typeof samples, work: () => T): T => {
    const began = performance.now();
    const value = work();
    samples[kind].push(performance.now() - began);
    return value;
  };
  for (let edit = 0; edit < WARM + EDITS; edit++) {
    const cell = { slotId: slots[edit % slots.length]!.id, round: (edit * 3) % 5 };
    const typed = `${6 + (edit % 5)} rir${1 + (edit % 2)}`;
    const written = writeCells(document, [{ ...cell, typed }], SHIPPED_CATALOGUE, ids);
    if (!written.ok) throw new Error(written.message);
    const computed = timed("compute", () => {
      const edited = applyEdits(document, written.edits);
      if (!edited.ok) throw new Error(edited.message);
      document = edited.document;
      return computeSession(document, context, records);
    });
    timed("cautions", () => readCautions(cautionsOf(context, document, computed), context));
    timed("json", () => JSON.parse(JSON.stringify(computed.timeline)));
  }
  const at = (kind: keyof typeof samples, share: number) =>
    samples[kind].slice(WARM).sort((a, b) => a - b)[Math.round(share * (EDITS - 1))]!;
  const json = at("json", 0.5);
  console.log(
    `\nAn edit of a session of 60 sets, ${EDITS} of them (JSON round trip of its timeline: ${json.toFixed(2)} ms):`,
  );
  for (const [kind, words] of [
    ["compute", "every figure right again"],
    ["cautions", "its cautions, after that"],
  ] as const)
    console.log(
      `  ${words.padEnd(26)} ${at(kind, 0.5).toFixed(1).padStart(6)} ms, at p95 ${at(kind, 0.95).toFixed(1).padStart(6)} ms   ${(at(kind, 0.5) / json).toFixed(1)} × JSON`,
    );
}
