import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { event, performedPart, performedSet, shownSession } from "../testing/floor";
import { read } from "../testing/helpers";
import type { Weight } from "../units";
import { blockRoundsOf } from "./block-rounds";
import { type FloorEventBody, foldEvents } from "./events";
import { loadsAhead } from "./loads-ahead";
import { workContextOf } from "./shown";

const kg = (amount: number): Weight => ({ amount: String(amount), unit: "kg" });

/** A session's first lift after sets at some loads and other entries: the loads of its sets to come. */
function ahead(text: string, lifted: readonly number[], more: readonly FloorEventBody[] = [], rir = 2) {
  const document = read(text);
  const shown = shownSession(document);
  const [slot] = document.blocks[0]!.slots;
  const done = lifted.map((load, round) => {
    const set = slot!.sets[round]!;
    const part = { segmentId: set.segments[0]!.id, exerciseId: slot!.exerciseId };
    const segments = [performedPart({ ...part, load: kg(load) })];
    return event({
      kind: "setsDone",
      sets: [performedSet({ slotId: slot!.id, round, plannedSetId: set.id, segments, rir })],
    });
  });
  const entries = more.map((body) =>
    event("slotId" in body ? ({ ...body, slotId: slot!.id } as FloorEventBody) : body),
  );
  const performed = foldEvents([...done, ...entries]);
  const rounds = blockRoundsOf(document, workContextOf(shown), performed);
  const loads = loadsAhead(shown, rounds, performed);
  return slot!.sets
    .slice(lifted.length)
    .map((set) => set!.segments.map(({ id }) => loads.get(id)?.kg ?? shown.loads[id]?.kg ?? null));
}
const firsts = (...of: Parameters<typeof ahead>) => ahead(...of).map(([first]) => first);

describe("loads of the sets to come", () => {
  it("stay as they were shown where everything was lifted as shown", () => {
    const document = read("A1 Bench press 3x5 @80kg rir2 r180");
    const shown = shownSession(document);
    const performed = foldEvents([]);
    expect(loadsAhead(shown, blockRoundsOf(document, workContextOf(shown), performed), performed).size).toBe(0);
    expect(firsts("A1 Bench press 3x5 @80kg rir2 r180", [80])).toEqual([80, 80]);
  });

  it("what was lifted stands in the rounds after it", () => {
    expect(firsts("A1 Bench press 3x5 @80kg rir2 r180", [75])).toEqual([75, 75]);
  });

  it("the plan's steps go on from what was lifted, as a share, to what the gym builds", () => {
    expect(firsts("A1 Bench press 5,4,3 @80,85,90kg rir1 r180", [75])).toEqual([80, 85]);
  });

  it("of a move of the body the steps are kilograms", () => {
    expect(firsts("A1 Chin-up 2x5 @BW+10kg rir1 r150 last: only 5 @BW+15kg", [5])).toEqual([10]);
  });

  it("a drop follows its set by its percent", () => {
    const [set] = ahead("A1 Bench press 2x8 @60kg rir1 r90 > -20%x8", [50]);
    expect(set).toEqual([50, 40]);
  });

  it("a load that nobody knows begins at the lightest, then stands at what was lifted", () => {
    expect(firsts("A1 Bench press 3x8 rir2 r120", [])).toEqual([20, 20, 20]);
    expect(firsts("A1 Bench press 3x8 rir2 r120", [60])).toEqual([60, 60]);
  });

  it("a drop of a load that nobody knew is a fifth lighter", () => {
    const [set] = ahead("A1 Bench press 2x8 rir1 r90 > F", [60]);
    expect(set).toEqual([60, 47.5]);
  });

  it("a choice made after the last set holds, until another load is lifted", () => {
    const heavier = { kind: "loadChanged", slotId: "", fromRound: 1, load: { weight: kg(85), sign: 1 } } as const;
    expect(firsts("A1 Bench press 4x5 @80kg rir2 r180", [80], [heavier])).toEqual([85, 85, 85]);
    expect(firsts("A1 Bench press 4x5 @80kg rir2 r180", [80, 82.5], [heavier])).toEqual([82.5, 82.5]);
  });

  it("advice that was taken holds, and what was left does not", () => {
    const advice = {
      kind: "lighter",
      slotId: "",
      round: 1,
      words: "",
      load: { weight: kg(72.5), sign: 1 },
      reps: null,
      rest: null,
    } as const;
    const document = read("A1 Bench press 3x5 @80kg rir2 r180");
    const shown = shownSession(document);
    const slotId = document.blocks[0]!.slots[0]!.id;
    const takenOr = (taken: boolean) => {
      const performed = foldEvents([event({ kind: "advice", advice: { ...advice, slotId }, taken })]);
      const rounds = blockRoundsOf(document, workContextOf(shown), performed);
      return [...loadsAhead(shown, rounds, performed).values()].map((load) => load.kg);
    };
    expect([takenOr(true), takenOr(false)]).toEqual([[72.5, 72.5], []]);
  });

  it("another exercise brings its own load, and what was chosen for the one before it is gone", () => {
    const swap = {
      kind: "exerciseSwapped",
      slotId: "",
      fromRound: 1,
      exerciseId: "floor-press",
      load: { weight: kg(70), sign: 1 },
      reason: "",
    } as const;
    const heavier = { kind: "loadChanged", slotId: "", fromRound: 1, load: { weight: kg(85), sign: 1 } } as const;
    expect(firsts("A1 Bench press 3x5 @80kg rir2 r180", [80], [heavier, swap])).toEqual([70, 70]);
  });

  it("a search says which set it is, is over once the reserve is near what was asked, and after five sets", () => {
    const step = (lifted: number, rir: number) => {
      const document = read("A1 Bench press 7x8 rir2 r120");
      const shown = shownSession(document);
      const [slot] = document.blocks[0]!.slots;
      const sets = Array.from({ length: lifted }, (_, round) =>
        performedSet({ slotId: slot!.id, round, rir, segments: [performedPart({ exerciseId: "bench-press" })] }),
      );
      const performed = foldEvents([event({ kind: "setsDone", sets })]);
      const rounds = blockRoundsOf(document, workContextOf(shown), performed);
      return [...loadsAhead(shown, rounds, performed).values()][0]?.searchStep ?? null;
    };
    expect([step(0, 0), step(1, 4), step(3, 4), step(5, 4), step(1, 2), step(1, 3)]).toEqual([
      1,
      2,
      4,
      null,
      null,
      null,
    ]);
  });

  it("never asks for what the gym does not build, whatever is lifted", () => {
    fc.assert(
      fc.property(fc.integer({ min: 8, max: 80 }), (half) => {
        const lifted = half * 2.5;
        for (const load of firsts("A1 Bench press 6,5,4,3 @80,85,90,95kg rir1 r180", [lifted])) {
          expect(load! % 2.5).toBe(0);
          expect(load).toBeGreaterThanOrEqual(20);
        }
      }),
    );
  });
});
