import { describe, expect, it } from "vitest";
import { read } from "../../testing/helpers";
import type { Segment } from "../grammar";

const sets = (text: string) => read(text).blocks[0]!.slots[0]!.sets;
const first = (text: string, round = 0): Segment => sets(text)[round]!.segments[0]!;

describe("what could be read in two ways is read in one", () => {
  it("a hyphen between digits is a range, before a figure a minus", () => {
    expect(first("Bench press 3x6-8").amount).toEqual({ kind: "reps", reps: { low: 6, high: 8 } });
    expect(first("Chin-up 3x6 @BW-20kg").load).toEqual({
      kind: "bodyweight",
      added: { amount: "20", unit: "kg" },
      sign: -1,
    });
    expect(sets("Bench press 2x6 @60kg > -10kg x6")[0]!.segments[1]!.load).toMatchObject({
      kind: "fromSegment",
      change: { sign: -1 },
    });
  });

  it("plain % is of a max, %top of the lift's heaviest set", () => {
    expect(first("Bench press 3x6 @75%").load).toEqual({ kind: "percentOfMax", percent: 75 });
    expect(first("Bench press 3x6 @90%top").load).toEqual({ kind: "percentOfTop", percent: 90 });
  });

  it("an effort with @ makes the load, without it stands beside a load", () => {
    expect(first("Bench press 3x6 @RIR2")).toMatchObject({ load: { kind: "byEffort" }, rir: { low: 2, high: 2 } });
    expect(first("Bench press 3x6 @80kg rir2")).toMatchObject({ load: { kind: "fixed" }, rir: { low: 2, high: 2 } });
    expect(first("Bench press 3x6 rir1-2")).toMatchObject({ load: { kind: "unsaid" }, rir: { low: 1, high: 2 } });
    expect(first("Bench press 3x6 @RPE8.5").rir).toEqual({ low: 1.5, high: 1.5 });
  });

  it("sides belong to the lift, and a lift that is done by sides says so by itself", () => {
    expect(read("Dumbbell row 3x8").blocks[0]!.slots[0]!.laterality).toBe("eachSide");
    expect(read("Dumbbell row 3x8/both").blocks[0]!.slots[0]!.laterality).toBe("both");
    expect(read("Bench press 3x8/alt").blocks[0]!.slots[0]!.laterality).toBe("alternating");
  });

  it("a rest after a lift that is not the last is its own; after the last, the round's", () => {
    const block = read("A1 Bench press 3x8 r60\nA2 Barbell row 3x8 r90").blocks[0]!;
    expect(block.slots[0]!.restAfter).toEqual({ kind: "each", rest: { kind: "seconds", seconds: 60 } });
    expect(block.restAfterRound).toEqual({ kind: "each", rest: { kind: "seconds", seconds: 90 } });
  });

  it("a lift with fewer sets than its block sits out the last rounds", () => {
    const block = read("Bench press 4x8 h10 + Barbell row 3x8 r90").blocks[0]!;
    expect(block.rounds).toEqual({ kind: "fixed", count: 4 });
    expect(block.slots[1]!.sets.map((set) => set !== null)).toEqual([true, true, true, false]);
  });

  it("rounds are chosen by last, first and number; a clause changes, only starts over", () => {
    const text = "Bench press 4x8 @60kg rir2 last 2: @65kg first: rir3 round 2: only 20 @BW";
    expect([0, 1, 2, 3].map((round) => first(text, round).load.kind)).toEqual([
      "fixed",
      "bodyweight",
      "fixed",
      "fixed",
    ]);
    expect([0, 1, 2].map((round) => first(text, round).rir)).toEqual([{ low: 3, high: 3 }, null, { low: 2, high: 2 }]);
  });

  it("a step counts from the round before, also where the first is sat out", () => {
    expect(sets("Bench press -,8,8 @60kg +5kg/round").map((set) => set?.segments[0]?.load.kind)).toEqual([
      undefined,
      "fixed",
      "fromRound",
    ]);
  });

  it("references bind to the lift, also one that comes later, and follow it through the text", () => {
    const document = read("A1 Dumbbell press 2x8 @0.5B1\n\nB1 Bench press 2x8 @60kg");
    expect(document.blocks[0]!.slots[0]!.sets[0]!.segments[0]!.load).toEqual({
      kind: "ofSlot",
      slotId: document.blocks[1]!.slots[0]!.id,
      share: 0.5,
    });
  });

  it("the set-up decides whose record it is, whatever its order", () => {
    const lineage = (text: string) => read(text).blocks[0]!.slots[0]!.lineage;
    expect(lineage("Incline press [bench 30, grip wide] 3x8")).toBe(lineage("Incline press [grip wide, bench 30] 3x8"));
    expect(lineage("Incline press [bench 30] 3x8")).not.toBe(lineage("Incline press [bench 45] 3x8"));
  });
});
