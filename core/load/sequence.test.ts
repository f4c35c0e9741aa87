import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { weight } from "../units";
import { type BuildableLoad, roundToBuildable } from "./equipment";
import { isSameStep, isStepWorthwhile } from "./rounding";
import { roundSequence, type SequenceStep } from "./sequence";

const load = (kg: number): BuildableLoad => ({ kg, weight: weight(kg), build: { kind: "body" } });
const every = (step: number, most: number) => Array.from({ length: most / step }, (_, i) => load((i + 1) * step));
const steps = (
  wanted: readonly number[],
  loads: readonly BuildableLoad[],
  policy: SequenceStep["policy"] = "nearest",
) => wanted.map((wantedKg): SequenceStep => ({ wantedKg, loads, policy, spanKg: wantedKg }));
const built = (...of: Parameters<typeof steps>) => roundSequence(steps(...of)).map((one) => one!.kg);

describe("a sequence of loads", () => {
  it.each([
    [[11.2, 12.8, 14.4, 16], 2, [10, 12, 14, 16]],
    [[18, 16.8, 15.7, 15.1], 2, [18, 16, 16, 16]],
    [[16, 14.4, 12.8, 11.2], 2, [16, 14, 12, 10]],
    [[10, 10, 10], 4, [8, 8, 8]],
    [[60, 62.5, 65], 2.5, [60, 62.5, 65]],
  ])("%j by %s is built as %j", (wanted, step, kg) => {
    expect(built(wanted, every(step, 100))).toEqual(kg);
  });

  it("is built no harder where that is asked, and stays what it is where it stands", () => {
    expect(built([11.2, 12.8, 14.4, 16], every(2, 40), "neverHarder")).toEqual([10, 12, 14, 16]);
    expect(built([11.8, 13.8], every(4, 40), "neverHarder")).toEqual([8, 12]);
    const [first, second] = steps([20, 21.5], every(2, 40));
    expect(roundSequence([{ ...first!, loads: [load(22)] }, second!]).map((one) => one!.kg)).toEqual([22, 24]);
    expect(roundSequence(steps([20, 22], []))).toEqual([null, null]);
  });

  const anyLoads = fc
    .uniqueArray(fc.integer({ min: 4, max: 60 }), { minLength: 2, maxLength: 14 })
    .map((kgs) => kgs.sort((a, b) => a - b).map(load));
  const anyWanted = fc.array(fc.double({ min: 4, max: 60, noNaN: true }), { minLength: 2, maxLength: 7 });

  it("is never turned round where the gym can keep it, and an exact load never moves", () => {
    fc.assert(
      fc.property(anyLoads, anyWanted, fc.boolean(), (loads, values, isRising) => {
        const wanted = values.sort((a, b) => (isRising ? a - b : b - a));
        const kg = built(wanted, loads);
        for (const [index, value] of wanted.entries()) {
          const nearest = roundToBuildable(loads, value, "nearest")!.kg;
          if (Math.abs(nearest - value) < 0.002) expect(kg[index]).toBe(nearest);
          if (index > 0) expect((kg[index]! - kg[index - 1]!) * (isRising ? 1 : -1)).toBeGreaterThanOrEqual(0);
        }
      }),
      { numRuns: 500 },
    );
  });

  it("is the best of all ways of building it", () => {
    const lostIn = (wanted: readonly number[], kg: readonly number[], loads: readonly BuildableLoad[]) =>
      kg.filter((one, i) => {
        const step = wanted[i]! - (wanted[i - 1] ?? wanted[i]!);
        const isSame = isSameStep(step, wanted[i]!);
        if (i === 0) return false;
        return isSame
          ? one !== kg[i - 1]
          : one === kg[i - 1] && isStepWorthwhile(step, wanted[i - 1]!, wanted[i]!, loads);
      }).length;
    const off = (wanted: readonly number[], kg: readonly number[]) =>
      kg.reduce((sum, one, i) => sum + (one - wanted[i]!) ** 2, 0);
    fc.assert(
      fc.property(fc.array(fc.double({ min: 6, max: 30, noNaN: true }), { minLength: 2, maxLength: 4 }), (values) => {
        const loads = every(3, 36);
        const wanted = values.sort((a, b) => a - b);
        const kg = built(wanted, loads);
        const all = wanted.reduce<number[][]>(
          (ways, value, index) =>
            ways.flatMap((way) =>
              loads
                .filter(
                  (one) => Math.abs(one.kg - value) <= reachOf(wanted, index, loads) && one.kg >= (way.at(-1) ?? 0),
                )
                .map((one) => [...way, one.kg]),
            ),
          [[]],
        );
        const worth = (way: readonly number[]) => 1e6 * lostIn(wanted, way, loads) + off(wanted, way);
        expect(worth(kg)).toBeCloseTo(Math.min(...all.map(worth)), 6);
      }),
      { numRuns: 150 },
    );
  });

  /** How far a load may be moved: no further than twice the steps around it. */
  const reachOf = (wanted: readonly number[], index: number, loads: readonly BuildableLoad[]): number => {
    const off = Math.abs(roundToBuildable(loads, wanted[index]!, "nearest")!.kg - wanted[index]!);
    if (off < 0.002) return 0.002;
    const around = [index - 1, index + 1].map((i) => Math.abs((wanted[i] ?? wanted[index]!) - wanted[index]!));
    return Math.max(off, 2 * Math.max(...around)) + 0.002;
  };
});
