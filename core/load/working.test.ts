import { describe, expect, it } from "vitest";
import { exerciseOrThrow, SHIPPED_CATALOGUE } from "../exercise";
import { DEFAULT_SETTINGS } from "../settings";
import { e1rmFactor, populationCurve } from "./e1rm";
import { type KnownStrength, workingLoads } from "./working";

const of = (id: string) => exerciseOrThrow(SHIPPED_CATALOGUE, id);
const loads = (known: readonly KnownStrength[], bodyMassKg: number | null = 80) =>
  workingLoads(known, SHIPPED_CATALOGUE, bodyMassKg, DEFAULT_SETTINGS);
const share = 1 / e1rmFactor(12, populationCurve(DEFAULT_SETTINGS.e1rmFormula));
const BENCH = { exerciseId: "bench-press", e1rmKg: 100 };

describe("a ten-rep load of any lift", () => {
  it("comes from the lift's own record at ten reps and two in reserve", () => {
    expect(loads([BENCH])(of("bench-press"))).toBeCloseTo(100 * share, 9);
  });

  it("comes through the family, by how the family's lifts relate", () => {
    const relative = of("incline-bench-press");
    const ratio = relative.familyRatio / of("bench-press").familyRatio;
    expect(loads([BENCH])(relative)).toBeCloseTo(100 * ratio * share, 9);
  });

  it("goes by the own record where both are known", () => {
    const relative = of("incline-bench-press");
    const known = [BENCH, { exerciseId: relative.id, e1rmKg: 40 }];
    expect(loads(known)(relative)).toBeCloseTo(40 * share, 9);
  });

  it("is not known where neither speaks: another family, no e1RM yet, or an exercise that has gone", () => {
    expect(loads([BENCH])(of("back-squat"))).toBeNull();
    expect(loads([{ exerciseId: "bench-press", e1rmKg: null }])(of("bench-press"))).toBeNull();
    expect(loads([{ exerciseId: "no-such-lift", e1rmKg: 100 }])(of("bench-press"))).toBeNull();
  });

  it("of a lift that moves the body is what is added to it, or its help", () => {
    const strong = loads([{ exerciseId: "chin-up", e1rmKg: 140 }])(of("chin-up"))!;
    const weak = loads([{ exerciseId: "chin-up", e1rmKg: 70 }])(of("chin-up"))!;
    expect(strong).toBeGreaterThan(0);
    expect(weak).toBeLessThan(0);
    expect(strong - weak).toBeCloseTo(70 * share, 6);
    expect(loads([{ exerciseId: "chin-up", e1rmKg: 140 }], null)(of("chin-up"))).toBeNull();
  });
});
