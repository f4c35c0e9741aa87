import { describe, expect, it } from "vitest";
import type { LaneNeed, StationClash } from "../core";
import { clashWords, coachWords } from "./floor-lanes";

const nameOf = (index: number): string => ["Ines", "Tobias", "Noor"][index]!;

describe("whom the coach goes to, in words", () => {
  const need = (kind: LaneNeed["kind"], inSeconds: number | null): LaneNeed => ({ kind, inSeconds });
  it.each<[string, LaneNeed[], number[], string]>([
    [
      "a rest that is over, and the next",
      [need("rest", -24), need("rest", 38)],
      [0, 1],
      "Ines first: rest over for 0:24 · then Tobias in 0:38",
    ],
    [
      "a set that is done soon",
      [need("rest", 90), need("set", 12)],
      [1, 0],
      "Tobias first: at work, done in about 0:12 · then Ines in 1:30",
    ],
    [
      "two at once",
      [need("rest", -5), need("rest", 0)],
      [0, 1],
      "Ines first: rest over for 0:05 · then Tobias at once",
    ],
    ["nobody knows when", [need("set", null), need("start", null)], [0, 1], "Ines first: at work"],
    ["nobody has begun", [need("start", null), need("start", null)], [0, 1], "Nobody has begun: "],
  ])("%s", (_what, needs, order, words) => {
    const { first, why } = coachWords(needs, order, nameOf)!;
    expect(`${first}: ${why}`).toBe(words);
  });

  it("says nothing once all are over", () => {
    expect(coachWords([need("over", null)], [], nameOf)).toBeNull();
  });
});

describe("a station that two want, in words", () => {
  const clash: StationClash = {
    station: "cable",
    holder: 0,
    later: 1,
    blockId: "b",
    inSeconds: 230,
    waitSeconds: 86,
    canAlternate: false,
    swap: null,
  };
  const swap = { lane: 1, blockIds: [], firstLetters: ["C"], thenLetter: "B", waitSeconds: 0 };
  it.each<[string, Partial<StationClash>, string]>([
    ["waiting is the least", {}, "Tobias waits about 1:26, or swaps the exercise."],
    [
      "on a stack they may take turns",
      { canAlternate: true },
      "Tobias waits about 1:26, alternates with Ines, or swaps the exercise.",
    ],
    ["another block first", { swap }, "Tobias does C before B: nobody waits."],
    [
      "two blocks first",
      { swap: { ...swap, firstLetters: ["B", "C"], thenLetter: "A", waitSeconds: 40 } },
      "Tobias does B and C before A: the wait is 0:40.",
    ],
  ])("%s", (_what, more, how) => {
    expect(clashWords({ ...clash, ...more }, nameOf)).toEqual({
      what: "Ines and Tobias both want the cable in 3:50.",
      how,
    });
  });

  it("now, where they come to it at once", () => {
    expect(clashWords({ ...clash, inSeconds: 0 }, nameOf).what).toBe("Ines and Tobias both want the cable now.");
  });
});
