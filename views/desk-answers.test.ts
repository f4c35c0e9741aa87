import { describe, expect, it } from "vitest";
import { exerciseOrThrow, SHIPPED_CATALOGUE } from "../core";
import { countingIds, exposure, read } from "../core/testing/helpers";
import { cautionsOf, computeSession, deskAnswers, type LiftLog } from "./";
import { testContext } from "./testing/context";

const BENCH: LiftLog = {
  lineage: "bench-press",
  exerciseId: "bench-press",
  strengths: [],
  trainingMaxKg: null,
  exposures: Array.from({ length: 6 }, (_, week) =>
    exposure(new Date(Date.UTC(2026, 9, 5 + 7 * week)).toISOString().slice(0, 10), [
      { loadKg: 60, curveKg: 60, reps: 8, rir: 2, target: { low: 8, high: 8 } },
    ]),
  ),
};
const context = testContext({ lifts: [BENCH] });
const answers = deskAnswers(countingIds("n"));
const TOO_SHORT = read("A1 Bench press 4x8 @65kg rir2 r20");
const slotId = TOO_SHORT.blocks[0]!.slots[0]!.id;

describe("what the desk is told off the page", () => {
  it("can be sent: every answer is plain data", () => {
    for (const answer of [
      answers.cautions({ document: TOO_SHORT }, context),
      answers.beside({ exerciseId: "bench-press", loadKg: 60 }, context),
      answers.waysOut({ document: TOO_SHORT, slotId }, context),
      answers.fit({ document: TOO_SHORT, capSeconds: 300 }, context),
    ])
      expect(structuredClone(answer)).toEqual(answer);
  });

  it("are the cautions of the session as it is computed", () => {
    const computed = computeSession(TOO_SHORT, context);
    expect(answers.cautions({ document: TOO_SHORT }, context)).toEqual(cautionsOf(context, TOO_SHORT, computed));
  });

  it("are substitutes with a load carried over and partners of another muscle, none of them the lift itself", () => {
    const { instead, pairs } = answers.beside({ exerciseId: "bench-press", loadKg: 60 }, context);
    expect(instead).toHaveLength(4);
    expect(instead.some(({ kg }) => kg !== null && kg > 0)).toBe(true);
    for (const { exerciseId } of [...instead, ...pairs]) expect(exerciseId).not.toBe("bench-press");
    const press = exerciseOrThrow(SHIPPED_CATALOGUE, "bench-press");
    expect(exerciseOrThrow(SHIPPED_CATALOGUE, pairs[0]!.exerciseId).family).not.toBe(press.family);
  });

  it("of a lift that nobody knows there is nothing to tell", () => {
    expect(answers.beside({ exerciseId: "named:Boat lift", loadKg: null }, context)).toEqual({
      instead: [],
      pairs: [],
    });
  });

  it("are ways out where a lift falls short, and none where it does not", () => {
    expect(answers.waysOut({ document: TOO_SHORT, slotId }, context)).toMatchObject({ slotId });
    const easy = read("A1 Bench press 2x5 @40kg rir2 r180");
    expect(answers.waysOut({ document: easy, slotId: easy.blocks[0]!.slots[0]!.id }, context)).toBeNull();
  });

  it("are ways to fill a time only where there is some left", () => {
    expect(answers.fit({ document: TOO_SHORT, capSeconds: 60 }, context).fill).toEqual([]);
    expect(answers.fit({ document: TOO_SHORT, capSeconds: 3600 }, context).fill.length).toBeGreaterThan(0);
  });
});
