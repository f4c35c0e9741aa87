import { describe, expect, it } from "vitest";
import { repTimes } from "./rep-times";
import { seededRandom } from "./simulated-lifter";

const PHASES = [
  { name: "lower", seconds: 3 },
  { name: "bottom", seconds: 1 },
  { name: "lift", seconds: 1 },
] as const;
const lifts = (reps: number, rir: number) =>
  repTimes(PHASES, reps, rir, seededRandom(7)).map(({ phases }) => phases.find(({ name }) => name === "lift")!.seconds);
const mean = (figures: readonly number[]) => figures.reduce((sum, one) => sum + one, 0) / figures.length;

describe("the reps that a sensor sees", () => {
  it("are as many as were done, counted from one, each with the phases of its tempo in their order", () => {
    const reps = repTimes(PHASES, 5, 2, seededRandom(1));
    expect(reps.map(({ rep }) => rep)).toEqual([1, 2, 3, 4, 5]);
    for (const { phases } of reps) expect(phases.map(({ name }) => name)).toEqual(["lower", "bottom", "lift"]);
  });

  it("slow down towards failure in the concentric alone", () => {
    const reps = lifts(10, 0);
    expect(reps.at(-1)!).toBeGreaterThan(1.8 * mean(reps.slice(0, 3)));
    const lowered = repTimes(PHASES, 10, 0, seededRandom(7)).map(({ phases }) => phases[0]!.seconds);
    for (const seconds of lowered) expect(Math.abs(seconds - 3)).toBeLessThan(0.4);
  });

  it("of a set that ends with more left, the last is faster", () => {
    const last = [0, 1, 2, 4].map((rir) => lifts(8, rir).at(-1)!);
    expect(last).toEqual([...last].sort((a, b) => b - a));
  });
});
