import { describe, expect, it } from "vitest";
import { sentChanges } from "./sent-changes";
import type { BlockInWords, LiftInWords } from "./session-email";

const lift = (slotId: string, name: string, sets: readonly string[]): LiftInWords => ({
  ...{ slotId, label: "A1", name, setup: "", ramp: "", sets, limits: [], cues: [], after: "" },
});
const block = (rounds: string, ...lifts: readonly LiftInWords[]): BlockInWords => ({
  ...{ letter: "A", name: "Straight sets", rounds, lifts },
});
const BEFORE = [
  block("3 rounds, rest 90 s between them", lift("a", "Deadlift", ["5 reps with 95 kg"])),
  block("2 rounds", lift("b", "Plank", ["40 s"])),
];

describe("what changed since a client looked", () => {
  it("is nothing between two copies that say the same", () => {
    expect(sentChanges(BEFORE, structuredClone(BEFORE))).toEqual([]);
  });

  it("is each load, lift and rest that is another, with what it was", () => {
    const now = [
      block("4 rounds, rest 90 s between them", lift("a", "Deadlift", ["5 reps with 97.5 kg"])),
      block("2 rounds", lift("c", "Dead bug", ["8 reps"])),
    ];
    expect(sentChanges(BEFORE, now)).toEqual([
      "A1 Deadlift: 5 reps with 97.5 kg; before: 5 reps with 95 kg",
      "A1 Dead bug is new: 8 reps",
      "Plank is left out",
      "A: 4 rounds, rest 90 s between them; before: 3 rounds, rest 90 s between them",
    ]);
  });

  it("is a grip, warm-up sets, a note, or what comes after a lift, that are others", () => {
    const [first, second] = [BEFORE[0]!, BEFORE[1]!];
    const changed = {
      ...first.lifts[0]!,
      setup: "grip mixed",
      ramp: "5 with 60 kg",
      cues: ["chest up"],
      after: "then A2",
    };
    expect(sentChanges(BEFORE, [{ ...first, lifts: [changed] }, second])).toEqual([
      "A1 Deadlift: set-up grip mixed; before: none",
      "A1 Deadlift: warm-up sets 5 with 60 kg; before: none",
      "A1 Deadlift: note chest up; before: none",
      "A1 Deadlift: after it then A2; before: none",
    ]);
  });

  it("is a lift in place of another where its slot is the same", () => {
    const now = [block("3 rounds, rest 90 s between them", lift("a", "Rack pull", ["5 reps with 100 kg"])), BEFORE[1]!];
    expect(sentChanges(BEFORE, now)).toEqual(["A1 Rack pull in place of Deadlift: 5 reps with 100 kg"]);
  });
});
