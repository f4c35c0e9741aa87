import { describe, expect, it } from "vitest";
import { SHIPPED_CATALOGUE, SHIPPED_EXERCISES } from "./catalogue";
import { areOpposing } from "./exercise";
import { REGIONS } from "./regions";

describe("the shipped exercises", () => {
  it("have ids and names that mean one thing each, and can be written without quotes", () => {
    const names = SHIPPED_EXERCISES.flatMap((exercise) => [exercise.name, ...exercise.otherNames]).map((name) =>
      name.toLowerCase(),
    );
    expect(names.filter((name, i) => names.indexOf(name) !== i)).toEqual([]);
    expect(SHIPPED_CATALOGUE.byId.size).toBe(SHIPPED_EXERCISES.length);
    for (const name of names) expect(name).not.toMatch(/[\d:@[\]>(]/);
  });

  it.each(SHIPPED_EXERCISES.map((exercise) => [exercise.name, exercise] as const))(
    "%s is whole and does not contradict itself",
    (_, exercise) => {
      const shares = Object.entries(exercise.shares);
      expect(shares.some(([, share]) => share === 1)).toBe(true);
      for (const [region, share] of shares) {
        expect(Object.keys(REGIONS)).toContain(region);
        expect([1, 0.5, 0.25]).toContain(share);
      }
      const bodily = exercise.implement === "bodyweight" || exercise.implement === "straps";
      expect(exercise.bodyweightFraction !== null).toBe(bodily);
      if (exercise.bodyweightFraction !== null) expect(exercise.bodyweightFraction).toBeGreaterThan(0.2);
      expect(exercise.familyRatio).toBeGreaterThan(0);
      expect(SHIPPED_EXERCISES.some((other) => other.family === exercise.family)).toBe(true);
    },
  );

  it("oppose each other both ways, and never themselves", () => {
    for (const a of SHIPPED_EXERCISES) {
      expect(areOpposing(a, a)).toBe(false);
      for (const b of SHIPPED_EXERCISES) expect(areOpposing(a, b)).toBe(areOpposing(b, a));
    }
  });
});
