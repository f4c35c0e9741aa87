import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { exerciseOrThrow, SHIPPED_CATALOGUE } from "../exercise";
import { buildableLoads } from "../load";
import { doneAsPlanned, performedPart, performedSet, shownSession } from "../testing/floor";
import { BOATHOUSE, read } from "../testing/helpers";
import { weight } from "../units";
import { hasDropDone, withDropDone, withoutLastPart } from "./drop-done";
import { foldEvents } from "./events";
import { layOutPerformed, placeSets, signedKg } from "./performed";

const loadsOf = (id: string) => buildableLoads(exerciseOrThrow(SHIPPED_CATALOGUE, id), BOATHOUSE);
const part = (exerciseId: string, kg: number, reps: number, more = {}) =>
  performedPart({ exerciseId, load: kg === 0 ? null : weight(Math.abs(kg)), sign: kg < 0 ? -1 : 1, reps, ...more });
const drop = (exerciseId: string, kg: number, reps: number, more = {}) =>
  withDropDone(performedSet({ segments: [part(exerciseId, kg, reps, more)] }), loadsOf(exerciseId));
const figures = (set: ReturnType<typeof drop>) => set?.segments.map((one) => [signedKg(one), one.reps]) ?? null;

describe("a drop that nobody planned", () => {
  it.each([
    [
      "bench-press",
      80,
      10,
      [
        [80, 10],
        [62.5, 6],
      ],
    ],
    [
      "bench-press",
      60,
      8,
      [
        [60, 8],
        [47.5, 5],
      ],
    ],
    // No bar is lighter.
    ["bench-press", 20, 8, null],
    [
      "dumbbell-curl",
      12,
      10,
      [
        [12, 10],
        [8, 6],
      ],
    ],
    [
      "lateral-raise",
      8,
      1,
      [
        [8, 1],
        [6, 1],
      ],
    ],
    // The belt comes off; then there is help; then nothing easier.
    [
      "chin-up",
      10,
      6,
      [
        [10, 6],
        [0, 4],
      ],
    ],
    [
      "chin-up",
      0,
      5,
      [
        [0, 5],
        [-15, 3],
      ],
    ],
    ["chin-up", -15, 5, null],
    // Nothing here loads it.
    ["leg-extension", 40, 10, null],
  ])("%s at %s kg for %s", (id, kg, reps, done) => {
    expect(figures(drop(id, kg, reps))).toEqual(done);
  });

  it("counts each side, says nothing of what was left, and can be taken off again", () => {
    const before = performedSet({ segments: [part("dumbbell-row", 20, 10, { rightReps: 8 })], rir: 1 });
    const after = withDropDone(before, loadsOf("dumbbell-row"))!;
    expect(after.rir).toBeNull();
    expect(after.segments[1]).toMatchObject({ segmentId: null, reps: 6, rightReps: 5 });
    expect([hasDropDone(before), hasDropDone(after)]).toEqual([false, true]);
    expect(withoutLastPart(after).segments).toEqual(before.segments);
  });

  it("is none of what is timed or carried", () => {
    expect(drop("plank", 0, 0, { seconds: 40 })).toBeNull();
    expect(drop("farmers-carry", 40, 0, { metres: 40 })).toBeNull();
  });

  it("each further one is lighter than the one before, until nothing is", () => {
    fc.assert(
      fc.property(
        fc.constantFrom("bench-press", "dumbbell-curl", "chin-up"),
        fc.nat(80),
        fc.integer({ min: 1, max: 20 }),
        (id, at, reps) => {
          const loads = loadsOf(id);
          const from = loads[at % loads.length]!;
          let set = performedSet({ segments: [part(id, from.kg, reps)] });
          for (let next = withDropDone(set, loads); next; next = withDropDone(next, loads)) set = next;
          const kg = set.segments.map(signedKg);
          expect(kg).toEqual([...new Set(kg)].sort((a, b) => b - a));
          expect(set.segments.every((one) => one.reps >= 1)).toBe(true);
          expect(set.segments.length).toBeLessThanOrEqual(12);
        },
      ),
    );
  });

  it("counts in what was done of a session, as one set of two parts", () => {
    const shown = shownSession(read("A1 Bench press 2x10 @80kg rir0 r120"));
    const performed = (withDrop: boolean) => {
      const log = doneAsPlanned(shown, (set, { round }) =>
        withDrop && round === 1 ? withDropDone(set, loadsOf("bench-press"))! : set,
      );
      return layOutPerformed(placeSets(foldEvents(log), new Map([["h", shown]])));
    };
    const [plain, dropped] = [performed(false), performed(true)];
    const sets = dropped.document.blocks[0]!.slots[0]!.sets;
    expect(sets.map((set) => set!.segments.length)).toEqual([1, 2]);
    expect(dropped.effectiveKg.get(sets[1]!.segments[1]!.id)).toBe(62.5);
    expect(dropped.timeline.seconds).toBeGreaterThan(plain.timeline.seconds);
  });
});
