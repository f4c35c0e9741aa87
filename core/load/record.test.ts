import { describe, expect, it } from "vitest";
import type { Exposure } from "../session";
import { DEFAULT_SETTINGS } from "../settings";
import { exposure } from "../testing/helpers";
import { exposureE1rm, latestBest, liftRecord } from "./record";

const record = (...days: Parameters<typeof exposure>[1][]) =>
  liftRecord(
    days.map((sets, week) => exposure(`2026-10-${String(1 + week * 7).padStart(2, "0")}`, sets)),
    DEFAULT_SETTINGS,
  );

describe("the record of a lift", () => {
  it("speaks through the day's first fresh hard set; tired sets do not bend it down", () => {
    const day = exposure("2026-10-01", [
      { loadKg: 100, reps: 5, rir: 0 },
      { loadKg: 100, reps: 2, rir: 0 },
    ]);
    expect(exposureE1rm(day, DEFAULT_SETTINGS)!.kg).toBeCloseTo(114.58, 2);
    expect(
      exposureE1rm(exposure("2026-10-01", [{ loadKg: 100, reps: 5, rir: 0, fresh: false }]), DEFAULT_SETTINGS),
    ).toBeNull();
  });

  it("takes an easy set only where there is no hard one, and calls it weak", () => {
    const easy = exposureE1rm(exposure("2026-10-01", [{ loadKg: 50, reps: 8, rir: 6 }]), DEFAULT_SETTINGS)!;
    expect(easy.quality).toBe("weak");
    const { e1rmKg } = record([{ loadKg: 50, reps: 8, rir: 6 }], [{ loadKg: 60, reps: 8, rir: 1 }]);
    expect(Math.abs(e1rmKg! - 60 * 1.2929)).toBeLessThan(0.5);
  });

  it("a good day beyond what the curve expects is nobody's slip: a light dumbbell's next step is a third heavier", () => {
    const day = (loadKg: number) => [{ loadKg, reps: 12, rir: 1 }];
    expect(record(day(4), day(4), day(4), day(4), day(5)).suspects).toEqual([]);
    expect(record(day(40), day(40), day(40), day(40), day(52)).suspects).toMatchObject([{ loadKg: 52 }]);
  });

  it("is not moved by one mistyped day", () => {
    const good = [{ loadKg: 80, reps: 5, rir: 1 }];
    const typo = [{ loadKg: 800, reps: 5, rir: 1 }];
    const sane = record(good, good, good).e1rmKg!;
    const typed = record(good, typo, good);
    expect(typed.e1rmKg).toBeCloseTo(sane, 1);
    expect(typed.suspects).toMatchObject([{ loadKg: 800, reps: 5 }]);
    expect(typed.exposures).toHaveLength(2);
  });

  it("its newest record is above two days before, and above what was tested", () => {
    const days = [80, 85, 90].map((loadKg) => [{ loadKg, reps: 5, rir: 1 }]);
    const [first, second, third] = [days[0]!, days[1]!, days[2]!];
    expect(latestBest(record(first, second, third))).toMatchObject({ date: "2026-10-15" });
    expect(latestBest(record(first, second))).toBeNull();
    expect(latestBest(record(first, third, second))).toBeNull();
    const tested = (kg: number) =>
      liftRecord(record(first, second, third).exposures, DEFAULT_SETTINGS, [
        { date: "2026-09-01", kg, reps: 1, source: "tested" },
      ]);
    expect(latestBest(tested(130))).toBeNull();
    expect(latestBest(tested(100))).toMatchObject({ date: "2026-10-15" });
  });

  it("has a band around it, and no figure without a set that speaks", () => {
    const { e1rmKg, bandKg, bestE1rm } = record([{ loadKg: 80, reps: 5, rir: 1 }], [{ loadKg: 85, reps: 5, rir: 1 }]);
    expect(bandKg![0]).toBeLessThan(e1rmKg!);
    expect(bandKg![1]).toBeGreaterThan(e1rmKg!);
    expect(bestE1rm!.date).toBe("2026-10-08");
    expect(record().e1rmKg).toBeNull();
  });

  describe("where the reserve was not reported", () => {
    const said = [{ loadKg: 100, reps: 5, rir: 2 }];

    it("a day bounds the maximum from below: it was done with nothing in reserve at the least", () => {
      const day = exposure("2026-10-01", [
        { loadKg: 100, reps: 5, rir: null, targetRir: 2 },
        { loadKg: 100, reps: 4, rir: null, targetRir: 2 },
      ]);
      expect(exposureE1rm(day, DEFAULT_SETTINGS)).toMatchObject({ effectiveReps: 5, quality: "weak" });
      expect(exposureE1rm(day, DEFAULT_SETTINGS)!.kg).toBeCloseTo(114.58, 2);
    });

    it("a day never lowers what is known, and raises it where it shows more", () => {
      const known = record(said, said).e1rmKg!;
      const silent = { reps: 5, rir: null, targetRir: 2 };
      expect(record(said, said, [{ ...silent, loadKg: 100 }]).e1rmKg).toBe(known);
      expect(record(said, said, [{ ...silent, loadKg: 60 }]).e1rmKg).toBe(known);
      expect(record(said, said, [{ ...silent, loadKg: 115 }]).e1rmKg!).toBeGreaterThan(known + 3);
    });

    it("ever, nothing sets an estimate: what was done as it was asked is the least that it is", () => {
      const silent = [{ loadKg: 100, reps: 5, rir: null, targetRir: 2 }];
      const { e1rmKg, leastKg, bandKg } = record(silent, silent, silent);
      expect([e1rmKg, bandKg]).toEqual([null, null]);
      expect(leastKg).toBeCloseTo(record(said).estimates[0]!.kg, 6);
    });

    it.each(["giant", "goal", "time"] as const)("%s work sets no estimate, whatever reserve was reported", (kind) => {
      const work = kind === "giant" ? { amount: "reps", structure: kind } : { amount: kind, structure: "plain" };
      const day = { ...exposure("2026-10-01", said), work } as Exposure;
      expect(liftRecord([day], DEFAULT_SETTINGS).e1rmKg).toBeNull();
      expect(liftRecord([exposure("2026-10-01", said)], DEFAULT_SETTINGS).e1rmKg).not.toBeNull();
    });

    it("a day with one set that was reported is that set's", () => {
      const day = exposure("2026-10-01", [
        { loadKg: 100, reps: 8, rir: null },
        { loadKg: 100, reps: 5, rir: 0, fresh: true },
      ]);
      expect(exposureE1rm(day, DEFAULT_SETTINGS)).toMatchObject({ effectiveReps: 5, quality: "good" });
    });
  });
});

describe("what is taken for a slip of the keys", () => {
  const sets = (loadKg: number, rir: number | null) => Array(3).fill({ loadKg, reps: 8, rir });

  it("a light day is none, early or late; a tenth of the usual load is", () => {
    for (const days of [
      [40, 60, 60, 62.5],
      [60, 60, 62.5, 40],
    ])
      expect(record(...days.map((kg) => sets(kg, 2))).suspects).toEqual([]);
    expect(record(...[60, 60, 62.5, 6].map((kg) => sets(kg, 2))).suspects.map(({ loadKg }) => loadKg)).toContain(6);
  });

  it("two hundred among twenties is, whether a reserve was ever reported or not", () => {
    for (const rir of [2, null]) {
      const { suspects, exposures } = record(sets(20, rir), sets(20, rir), [
        { loadKg: 20, reps: 8, rir },
        { loadKg: 200, reps: 8, rir, key: "s:1:0" },
      ]);
      expect(
        suspects.map(({ loadKg }) => loadKg),
        `${rir}`,
      ).toEqual([200]);
      expect(exposures.at(-1)!.sets.map(({ loadKg }) => loadKg)).toEqual([20]);
    }
  });
});

describe("a strength from memory", () => {
  const fives = (kg: number) => [{ date: "2026-11-01", kg, reps: 5, source: "stated" as const }];
  const day = (date: string, loadKg: number) => exposure(date, [{ loadKg, reps: 5, rir: 2 }]);

  it("is an estimate before anything is logged, with a band far wider than a tested maximum's", () => {
    const stated = liftRecord([], DEFAULT_SETTINGS, fives(80));
    const tested = liftRecord([], DEFAULT_SETTINGS, [
      { date: "2026-11-01", kg: stated.e1rmKg!, reps: 1, source: "tested" },
    ]);
    const width = ({ bandKg }: typeof stated) => bandKg![1] - bandKg![0];
    expect(stated.e1rmKg).toBeCloseTo(91.67, 2);
    expect(width(stated)).toBeGreaterThan(2 * width(tested));
  });

  it("gives way to the log within two days, and none of them is taken for a slip beside it", () => {
    const record = liftRecord([day("2026-11-10", 60), day("2026-11-14", 60)], DEFAULT_SETTINGS, fives(90));
    const logged = liftRecord([day("2026-11-10", 60), day("2026-11-14", 60)], DEFAULT_SETTINGS);
    expect(record.suspects).toEqual([]);
    expect(Math.abs(record.e1rmKg! / logged.e1rmKg! - 1)).toBeLessThan(0.05);
  });
});
