import { describe, expect, it } from "vitest";
import { SHIPPED_CATALOGUE } from "../exercise";
import { type LiftRecord, liftRecord } from "../load";
import type { Exposure } from "../session";
import { DEFAULT_SETTINGS } from "../settings";
import { forecastScores, KINDS } from "../testing/forecast-scores";
import { exposure, read, TEST_CONTEXT } from "../testing/helpers";
import { expandSession } from "../time";
import { forecastSession } from "./forecast";
import { POPULATION_RESERVE } from "./reserve";
import { seenOf } from "./seen";

/** Days of three sets at 31 kg with ninety seconds between, reps and reserve as given. */
const days = (sets: readonly (readonly [number, number | null])[], count: number): Exposure[] =>
  Array.from({ length: count }, (_, day) =>
    exposure(
      `2026-10-${String(1 + 7 * day).padStart(2, "0")}`,
      sets.map(([reps, rir], index) => ({
        loadKg: 31,
        reps,
        rir,
        target: { low: 8, high: 8 },
        restBeforeSeconds: index === 0 ? null : 90,
        before: { others: 0, afterSeconds: index === 0 ? null : 90 },
      })),
    ),
  );

function foretold(exposures: readonly Exposure[], text = "Bench press 3x8 r90"): number[] {
  const record = liftRecord(exposures, DEFAULT_SETTINGS);
  const records = new Map<string, LiftRecord>([["bench-press", record]]);
  const seen = seenOf(records, POPULATION_RESERVE).get("bench-press")!;
  const { e1rmKg, curve, fitted } = record;
  const { work } = forecastSession(expandSession(read(text), TEST_CONTEXT), {
    catalogue: SHIPPED_CATALOGUE,
    settings: DEFAULT_SETTINGS,
    constants: POPULATION_RESERVE,
    loadKg: () => 31,
    strengthOf: () => ({ e1rmKg: e1rmKg!, curve, fitted, seen }),
    aimReps: () => null,
  });
  return work.map((one) => one.possibleReps!);
}

describe("a forecast that has seen the client", () => {
  it("foretells an unchanged prescription as it went, whether the reserve was said or not", () => {
    for (const last of [1, null]) {
      const [first, second, third] = foretold(
        days(
          [
            [8, 2],
            [8, last],
            [7, 0],
          ],
          3,
        ),
      );
      expect(first).toBeGreaterThan(8.4);
      expect(second).toBeGreaterThan(7.9);
      expect(third).toBeGreaterThan(6.5);
      expect(third).toBeLessThan(8);
    }
  });

  it("knows less after one day than after three, and nothing before", () => {
    const steep = [
      [8, 2],
      [5, 0],
      [4, 0],
    ] as const;
    const [, once] = foretold(days(steep, 1));
    const [, thrice] = foretold(days(steep, 3));
    expect(Math.abs(thrice! - 5)).toBeLessThan(Math.abs(once! - 5));
    const nothing = seenOf(new Map([["bench-press", liftRecord([], DEFAULT_SETTINGS)]]), POPULATION_RESERVE);
    const second = { lostReps: 2, round: 1, part: 0, afterCount: false, loadKg: 50, isSaid: false };
    expect(nothing.get("bench-press")!.offset(second).reps).toBe(0);
  });

  it("reads a set that was only made as no fewer, and never takes it for the most", () => {
    const made = foretold(
      days(
        [
          [8, 2],
          [8, null],
          [8, null],
        ],
        4,
      ),
    );
    const failed = foretold(
      days(
        [
          [8, 2],
          [8, 0],
          [8, 0],
        ],
        4,
      ),
    );
    expect(made[2]).toBeGreaterThan(7.4);
    expect(made[2]).toBeGreaterThan(failed[2]! - 0.2);
  });

  it("a drop after a count of reps hangs on the load, a drop after a failure does not", () => {
    const before = { others: 0, afterSeconds: 6 };
    // Nothing was reported in the first sets: the maximum is one that was tested.
    const tested = [{ date: "2026-01-01", kg: 45, reps: 1, source: "tested" as const }];
    const known = days([[10, null]], 4).map((day) => ({
      ...day,
      sets: day.sets.map((set) => ({
        ...set,
        target: { low: 10, high: 10 },
        further: [
          { curveKg: 25, reps: 8, rir: 0, before },
          { curveKg: 20, reps: 8, rir: 0, before },
        ],
      })),
    }));
    const seen = seenOf(
      new Map([["bench-press", liftRecord(known, DEFAULT_SETTINGS, tested)]]),
      POPULATION_RESERVE,
    ).get("bench-press")!;
    const reps = (part: number, afterCount: boolean, loadKg: number) =>
      seen.offset({ lostReps: 9, round: 0, part, afterCount, loadKg, isSaid: false }).reps;
    expect(reps(1, true, 25 * 0.96) - reps(1, true, 25)).toBeGreaterThan(1);
    expect(Math.abs(reps(2, false, 20 * 0.96) - reps(2, false, 20))).toBeLessThan(0.5);
  });

  it("a lift speaks for the client's other lifts until they have spoken themselves", () => {
    const record = (exposures: readonly Exposure[]) => liftRecord(exposures, DEFAULT_SETTINGS);
    const steep = days(
      [
        [8, 2],
        [5, 0],
        [4, 0],
      ],
      4,
    );
    const known = new Map([
      ["bench-press", record(steep)],
      ["back-squat", record(days([[8, 2]], 1))],
    ]);
    const at = { lostReps: 2, round: 1, part: 0, afterCount: false, loadKg: 50, isSaid: false };
    const squat = seenOf(known, POPULATION_RESERVE).get("back-squat")!.offset(at).reps;
    expect(squat).toBeLessThan(-0.5);
    expect(squat).toBeGreaterThan(seenOf(known, POPULATION_RESERVE).get("bench-press")!.offset(at).reps);
  });
});

describe("against lifters who follow another law than ours", () => {
  const trial = { clients: 30, weeks: 20, firstScored: 13 };
  const learnt = forecastScores(trial);
  const blind = forecastScores({ ...trial, learns: false });

  it.each(KINDS)(
    "%s: near to one who knows everything but the day, and much nearer than without having seen them",
    (kind) => {
      const { bias, error, oracleError, inside } = learnt[kind];
      expect(Math.abs(bias)).toBeLessThan(0.6);
      expect(error / oracleError).toBeLessThan(1.25);
      expect(error).toBeLessThan(0.9 * blind[kind].error);
      expect(inside).toBeGreaterThan(0.68);
      expect(inside).toBeLessThan(0.88);
    },
  );
});
