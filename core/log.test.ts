import { describe, expect, it } from "vitest";
import { exposureE1rm, liftRecord } from "./log";
import { DEFAULT_SETTINGS } from "./settings";
import { exposure } from "./testing/helpers";

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
    expect(exposureE1rm(exposure("2026-10-01", [{ loadKg: 100, reps: 5, rir: null }]), DEFAULT_SETTINGS)).toBeNull();
  });

  it("takes an easy set only where there is no hard one, and calls it weak", () => {
    const easy = exposureE1rm(exposure("2026-10-01", [{ loadKg: 50, reps: 8, rir: 6 }]), DEFAULT_SETTINGS)!;
    expect(easy.quality).toBe("weak");
    const { e1rmKg } = record([{ loadKg: 50, reps: 8, rir: 6 }], [{ loadKg: 60, reps: 8, rir: 1 }]);
    expect(Math.abs(e1rmKg! - 60 * 1.2929)).toBeLessThan(0.5);
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

  it("has a band around it, and no figure without a set that speaks", () => {
    const { e1rmKg, bandKg, bestE1rm } = record([{ loadKg: 80, reps: 5, rir: 1 }], [{ loadKg: 85, reps: 5, rir: 1 }]);
    expect(bandKg![0]).toBeLessThan(e1rmKg!);
    expect(bandKg![1]).toBeGreaterThan(e1rmKg!);
    expect(bestE1rm!.date).toBe("2026-10-08");
    expect(record().e1rmKg).toBeNull();
  });
});
