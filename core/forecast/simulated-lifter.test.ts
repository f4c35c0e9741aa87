import { describe, expect, it } from "vitest";
import { SHIPPED_CATALOGUE } from "../exercise";
import { mean } from "../units";
import { type LifterTraits, SimulatedLifter } from "./simulated-lifter";

const traits: LifterTraits = {
  seed: 7,
  familyKg: { press: 100, row: 90, triceps: 40 },
  weeklyGainPercent: 1,
  dayWobblePercent: 1.5,
  rirError: 0.5,
  adherence: 0.9,
};
const lift = (id: string) => SHIPPED_CATALOGUE.byId.get(id)!;
const bench = lift("bench-press");

function sets(restSeconds: number, seed = 7): number[] {
  const lifter = new SimulatedLifter({ ...traits, seed, dayWobblePercent: 0 });
  lifter.startDay(0);
  return Array.from({ length: 4 }, () => {
    const { reps } = lifter.perform({ exercise: bench, curveKg: 75, reps: null });
    lifter.rest(restSeconds);
    return reps;
  });
}

describe("the simulated lifter", () => {
  it("does the same for the same seed, and differs for another", () => {
    const run = (seed: number) => {
      const lifter = new SimulatedLifter({ ...traits, seed });
      lifter.startDay(0);
      return Array.from({ length: 8 }, () => lifter.perform({ exercise: bench, curveKg: 70, reps: 8 }).rir);
    };
    expect(run(1)).toEqual(run(1));
    expect(run(1)).not.toEqual(run(2));
  });

  it("loses reps from set to set to failure, and more at shorter rests", () => {
    const short = sets(60);
    const long = sets(240);
    expect(short[3]).toBeLessThan(short[0]!);
    expect(mean(short)).toBeLessThan(mean(long));
  });

  it("loses little to an opposing lift and more to one for the same muscle", () => {
    const repsAfter = (other: string) => {
      const lifter = new SimulatedLifter({ ...traits, dayWobblePercent: 0 });
      lifter.startDay(0);
      lifter.perform({ exercise: lift(other), curveKg: 0.75 * lifter.trueE1rm(lift(other)), reps: null });
      lifter.rest(10);
      return lifter.perform({ exercise: bench, curveKg: 75, reps: null }).reps;
    };
    expect(repsAfter("seated-cable-row")).toBeGreaterThan(repsAfter("dumbbell-bench-press"));
  });

  it("gets stronger by the week, and never does more than it can", () => {
    const lifter = new SimulatedLifter({ ...traits, dayWobblePercent: 0 });
    lifter.startDay(0);
    const before = lifter.trueE1rm(bench);
    lifter.startDay(10);
    expect(lifter.trueE1rm(bench)).toBeCloseTo(before * 1.1, 6);
    expect(lifter.perform({ exercise: bench, curveKg: 200, reps: 5 })).toMatchObject({ reps: 0, rir: 0 });
  });
});
