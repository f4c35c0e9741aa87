import { describe, expect, it } from "vitest";
import { allBlocks, exerciseOrThrow, runSteps, SHIPPED_CATALOGUE, sparing } from "../core";
import { read } from "../core/testing/helpers";
import { standInSteps } from "./stand-ins";
import { testContext } from "./testing/context";

const standInsIn = (text: string, kg: number | null) => {
  const document = read(text);
  const found = runSteps(standInSteps(document, () => kg, testContext()));
  return allBlocks(document).flatMap(({ slots }) => slots.map(({ id }) => found[id]!));
};

describe("what may stand in on the floor", () => {
  it("is near, is not in the session already, and carries the load over as the gym builds it", () => {
    const [bench] = standInsIn("A1 Bench press 3x5 @80kg\n\nB1 Floor press 3x8", 80);
    const ids = bench!.map(({ exerciseId }) => exerciseId);
    expect(ids).toContain("dumbbell-bench-press");
    expect(ids).not.toContain("floor-press");
    expect(ids).not.toContain("bench-press");
    const dumbbells = bench!.find(({ exerciseId }) => exerciseId === "dumbbell-bench-press")!;
    expect(dumbbells).toMatchObject({ load: { weight: { amount: "30" }, sign: 1 }, words: "2 × 30 kg" });
  });

  it("spares what hurts, whatever that is: whose knee hurts in a squat is offered work of the hips", () => {
    const [squat] = standInsIn("A1 Back squat 3x5 @80kg", 80);
    const exercise = ({ exerciseId }: { readonly exerciseId: string }) =>
      exerciseOrThrow(SHIPPED_CATALOGUE, exerciseId);
    const kinder = sparing(squat!, exercise, { exercise: exercise({ exerciseId: "back-squat" }), place: "left knee" });
    expect(kinder.slice(0, 3).map(({ exerciseId }) => exerciseId)).toContain("romanian-deadlift");
    for (const one of kinder) expect(exercise(one).stress.knee ?? 0).toBeLessThan(2);
  });

  it("has its load found where the lift's own is not known, and is nothing for a lift known by its name alone", () => {
    const [bench, named] = standInsIn("A1 Bench press 3x5\n\nB1 Boat lift 3x8", null);
    expect(bench!.length).toBeGreaterThan(3);
    for (const one of bench!) expect(one).toMatchObject({ load: null, words: "find the load" });
    expect(named).toEqual([]);
  });
});
