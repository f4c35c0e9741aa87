import { describe, expect, it } from "vitest";
import { exerciseOrThrow, SHIPPED_CATALOGUE } from "../exercise";
import type { StopReached } from "../floor";
import type { WorkForecast } from "../forecast";
import type { LoadAlternative, LoadBuild, LoadReason, ProgressReason } from "../load";
import { weight } from "../units";
import {
  balanceSentence,
  blockNameWords,
  buildSentence,
  conflictSentence,
  loadSentence,
  loadWords,
  planSentence,
  platesSentence,
  progressSentence,
  shortSentence,
  stopSentence,
  waySentence,
  withinTimeSentence,
} from ".";

const catalogue = SHIPPED_CATALOGUE;
const labels = new Map([["a", "A1"]]);

describe("why a load is what it is", () => {
  it.each<[LoadReason, string]>([
    [
      { kind: "ofMax", percent: 75, source: "training max", maxKg: 120, wantedKg: 90 },
      "75 % of the training max, 120 kg, is 90 kg.",
    ],
    [
      {
        kind: "curve",
        e1rmKg: 100,
        band: [96, 104],
        days: 1,
        own: false,
        effectiveReps: 10,
        percent: 74.96,
        wantedKg: 75,
      } as LoadReason,
      "e1RM 100 kg (96 to 104) from 1 day: 10 effective reps are 75 %, 75 kg.",
    ],
    [{ kind: "ofTop", percent: 80, topKg: 100, wantedKg: 80 }, "80 % of the heaviest set, 100 kg, is 80 kg."],
    [{ kind: "ofSlot", share: 1, slotId: "a", wantedKg: 60 }, "The same load as A1, 60 kg."],
    [{ kind: "ofSlot", share: 0.5, slotId: "gone", wantedKg: 30 }, "0.5 of another lift's load is 30 kg."],
    [{ kind: "bodyweight", added: null, sign: 1 }, "Bodyweight."],
    [{ kind: "bodyweight", added: weight(20), sign: -1 }, "Bodyweight with 20 kg of assistance."],
    [
      { kind: "rounded", wantedKg: 81.2, builtKg: 80, percentOff: -1.478 },
      "The closest this gym can load is 80 kg: 1.5 % under 81.2 kg.",
    ],
    [
      { kind: "outOfReach", side: "too light", nearestKg: 32, wantedKg: 40 } as LoadReason,
      "The heaviest this gym can load is 32 kg, short of 40 kg.",
    ],
    [
      { kind: "neverHarder", because: "pain", nearestKg: 62.5 },
      "62.5 kg would be nearer, but the lift hurt last time: nothing is rounded up.",
    ],
    [{ kind: "expectRir", rir: -1.2, asked: 2 }, "Expect 2 reps short when fresh."],
    [{ kind: "expectRir", rir: 3, asked: 2 }, "Expect 3 in reserve, asked 2, when fresh."],
    [{ kind: "expectRir", rir: 20.2, asked: 2 }, "Expect over 10 in reserve, asked 2, when fresh."],
    [{ kind: "expectRir", rir: 2.2, asked: 2 }, "Expect 2.2 in reserve, when fresh."],
    [{ kind: "assumedEffort", rir: 2 }, "No effort is written: 2 in reserve is assumed."],
  ])("%j", (reason, sentence) => {
    expect(loadSentence(reason, { catalogue, labels, unit: "kg" })).toBe(sentence);
    const written = "added" in reason || "change" in reason;
    if (!written) expect(loadSentence(reason, { catalogue, labels, unit: "lb" })).not.toMatch(/\bkg\b/);
  });

  it.each<[LoadAlternative, string]>([
    [{ kind: "reps", kg: 60, reps: 1 }, "1 rep at 60 kg leaves as much in reserve."],
    [{ kind: "slower", lowerSeconds: 4 }, "Lower for 4 s."],
    [{ kind: "pause", seconds: 2 }, "Pause 2 s at the bottom."],
    [{ kind: "band", name: "red", meanKg: 11.25 }, "Add the red band: about 11.3 kg through the range."],
    [
      { kind: "variant", exerciseId: "dumbbell-bench-press", kg: 12, oneSided: true },
      "Dumbbell bench press, one side at a time, 2 × 12 kg.",
    ],
    [{ kind: "variant", exerciseId: "gone", kg: 12, oneSided: false }, "another lift, 12 kg."],
  ])("a way round: %j", (way, sentence) => {
    expect(waySentence(way, { catalogue, unit: "kg" })).toBe(sentence);
    expect(waySentence(way, { catalogue, unit: "lb" })).not.toMatch(/\bkg\b/);
  });
});

/** What comes off a pair of dumbbells. */
const OFF = { percent: 10, by: "load", fromKg: 20, toKg: 18, fromReps: 8, toReps: 8 } as const;

describe("why the next prescription is what it is", () => {
  it.each<[ProgressReason, string]>([
    [
      { kind: "rise", fromKg: 80, toKg: 82.5, why: "allMade" },
      "Every set was made last time: 2.5 kg up, 80 kg to 82.5 kg.",
    ],
    [
      { kind: "rise", fromKg: 22, toKg: 24, why: "topOfRange" },
      "Every set reached the top of the range last time: 2 kg up, 22 kg to 24 kg.",
    ],
    [{ kind: "setsLeftOut", left: 1, setCount: 3 }, "1 set of 3 was left out last time, so the load repeats."],
    [
      { kind: "repeat", missed: 2, setCount: 3, reps: [5, 4, 3] },
      "Last time 5, 4, 3: 2 sets of 3 short, so the load repeats.",
    ],
    [
      { kind: "belowTargetRir", asked: 2, had: 0.5, fewerReps: false },
      "All reps were made, but with 0.5 in reserve where 2 was asked, so the load repeats.",
    ],
    [
      { kind: "cut", misses: 2, percent: 10, by: "load", fromKg: 100, toKg: 90, fromReps: 5, toReps: 5 },
      "Missed 2 times in a row: 10 % off, 100 kg to 90 kg, then build again.",
    ],
    [
      { kind: "moreReps", set: 2, reps: 9, high: 12, last: [9, 8, 8] },
      "Last time 9, 8, 8: one more rep in set 2, 9, before load goes up at 12.",
    ],
    [
      { kind: "repsFirst", stepKg: 2, percent: 16.67, until: 15 },
      "The next step, 2 kg, is 17 % more: reps go up first, to 15, where it is made.",
    ],
    [
      { kind: "stepTooFar", stepKg: 2, percent: 25 },
      "The next step, 2 kg, is 25 % more, and reps alone will not reach it: add small plates, a set, or slower eccentrics.",
    ],
    [
      { kind: "heldByBound", stepKg: 5, percent: 8, limit: 10 },
      "This week has risen by 10 % already: the load repeats.",
    ],
    [
      { kind: "tooEasy", asked: 2, had: 5, over: 0, fromKg: 60, toKg: 65 },
      "All sets left 5 or more in reserve where 2 was asked: 60 kg to 65 kg, by the curve.",
    ],
    [{ kind: "unchanged", weeks: 9 }, "The same loads and reps for 9 weeks now."],
    [
      { kind: "tooEasy", asked: null, had: null, over: 3, fromKg: 60, toKg: 65 },
      "Every set went 3 reps or more over what was asked: 60 kg to 65 kg, by the curve.",
    ],
    [
      { kind: "findAgain", had: 7 },
      "All sets left 7 in reserve, more than anyone can tell: take one heavier set first and find the load from it.",
    ],
    [
      { kind: "pain", pain: 4, moreReserve: 2, less: { ...OFF, fromKg: 70, toKg: 60, percent: 14.3 } },
      "Pain of 4 out of 10 was logged last time: 14 % off, 70 kg to 60 kg and 2 more in reserve.",
    ],
    [
      { kind: "painStop", pain: 8, isAgain: false, instead: ["Chest press", "Push-up"], moreReserve: 2, less: OFF },
      "Pain of 8 out of 10: another exercise for two to three weeks: Chest press or Push-up. Until that is decided: 10 % off, 20 kg to 18 kg and 2 more in reserve.",
    ],
    [{ kind: "formBroke" }, "Form broke last time: nothing goes up."],
    [{ kind: "timeOff", weeks: 1, fewerSets: 0, isAlone: false, less: null }, "1 week away: the load repeats."],
    [
      { kind: "timeOff", weeks: 2, fewerSets: 1, isAlone: false, less: OFF },
      "2 weeks away: 10 % off, 20 kg to 18 kg, and a set fewer.",
    ],
    [
      { kind: "timeOff", weeks: 2, fewerSets: 0, isAlone: true, less: { ...OFF, by: "reps", toKg: 20, toReps: 6 } },
      "This lift was left out for 5 weeks: nothing near enough is lighter here, so 20 kg stays, for 6 reps instead of 8.",
    ],
    [
      { kind: "widerRange", stepKg: 4, percent: 20, low: 10, until: 14 },
      "The next step, 4 kg, is 20 % more: too far for 10 reps. Write a range, 10–14, and the reps climb to where it is made.",
    ],
    [
      { kind: "coarseRise", fromKg: 20, toKg: 24, percent: 20, reps: 9 },
      "The top of the wider range was reached: 20 kg to 24 kg, 20 % more, for the 9 reps that are likely there.",
    ],
    [
      { kind: "cut", misses: 3, isReserve: true, ...OFF },
      "Less in reserve than was asked, 3 times in a row: 10 % off, 20 kg to 18 kg, then build again.",
    ],
    [{ kind: "openMore", best: 11, until: 15 }, "Last time 11 in the first set: one more, and the load goes up at 15."],
    [
      { kind: "topOfGym", kg: 32 },
      "32 kg is the heaviest this gym can load: take more reps, a slower tempo or a pause.",
    ],
    [{ kind: "expected", reps: 6, atKg: 24 }, "Expect 6 reps at 24 kg."],
  ])("%j", (reason, sentence) => {
    expect(progressSentence(reason, "kg")).toBe(sentence);
    expect(progressSentence(reason, "lb")).not.toMatch(/\bkg\b/);
  });
});

describe("how a load is built and said", () => {
  it.each<[LoadBuild, string]>([
    [
      { kind: "bar", barName: "20 kg bar", bar: weight(20), perSide: [weight(25), weight(2.5)] },
      "20 kg bar, 25 + 2.5 a side",
    ],
    [{ kind: "bar", barName: "20 kg bar", bar: weight(20), perSide: [] }, "20 kg bar alone"],
    [{ kind: "sled", perSide: [] }, "no plates"],
    [{ kind: "hand", weight: weight(22), pair: true }, "a pair of 22 kg"],
    [{ kind: "hand", weight: weight(16), pair: false }, "one 16 kg"],
    [{ kind: "stack", station: "cable", pin: weight(45), addOns: [weight(2.5)] }, "pin at 45, 2.5 on top"],
    [{ kind: "belt", plates: [weight(10), weight(2.5)] }, "10 + 2.5 on the belt"],
    [{ kind: "assistance", band: "red" }, "red band"],
    [{ kind: "assistingStack", station: "assisted chin-up", pin: weight(20) }, "assisted chin-up, pin at 20"],
  ])("%j", (build, sentence) => {
    expect(buildSentence(build)).toBe(sentence);
  });

  it.each([
    ["bench-press", 70, "70 kg"],
    ["dumbbell-bench-press", 22, "2 × 22 kg"],
    ["chin-up", 10, "+10 kg"],
    ["chin-up", -20, "−20 kg"],
    ["chin-up", 0, "body"],
  ])("%s at %d kg is %s", (id, kg, words) => {
    expect(loadWords(exerciseOrThrow(catalogue, id), kg, weight(Math.abs(kg)))).toBe(words);
  });

  it("a change of plates says what goes off and on", () => {
    const plates = (...list: number[]) => list.map((kg) => weight(kg));
    expect(platesSentence({ takeOff: plates(20), putOn: plates(15) })).toBe("20 off, 15 on each side");
    expect(platesSentence({ takeOff: plates(10), putOn: [] })).toBe("take 10 off each side");
    expect(platesSentence({ takeOff: [], putOn: plates(5, 2.5) })).toBe("5 + 2.5 on each side");
    expect(platesSentence({ takeOff: [], putOn: [] })).toBe("nothing to change");
  });

  it("a plan says what it saves, and when nothing could be saved", () => {
    const plan = { steps: [], handledInSets: 0, naiveHandledInSets: 0, unbuildable: [], isExact: true, looked: 0 };
    expect(planSentence({ ...plan, handled: 7, naiveHandled: 11 })).toBe(
      "7 plates moved on each side; the plain way takes 11.",
    );
    expect(planSentence({ ...plan, handled: 1, naiveHandled: 1 })).toBe(
      "1 plate moved on each side; no order does with fewer.",
    );
  });
});

describe("what the desk and the floor warn of", () => {
  const work = (more: Partial<WorkForecast>): WorkForecast =>
    ({ span: { round: 2 }, askedReps: 12, expectedReps: 12, askedRir: 2, possibleReps: 14, ...more }) as WorkForecast;

  it("a set that will stop early, and one that will cost its reserve", () => {
    expect(shortSentence(work({ expectedReps: 7.8 }))).toBe(
      "Round 3 is expected to stop at 7 of 12, with 2 in reserve asked.",
    );
    expect(shortSentence(work({ possibleReps: 12.6 }))).toBe(
      "Round 3 is expected to leave 1 in reserve where 2 is asked.",
    );
  });

  it("a timed set that cannot hold its reps, and where it would", () => {
    const conflict = { setId: "s", slotId: "a", round: 0, neededSeconds: 48, statedSeconds: 30 };
    expect(conflictSentence({ ...conflict, fitsAtRepSeconds: 2.5, fitsAtReps: 7 } as never)).toBe(
      "The reps need 48 s, the set has 30 s. It fits at 2.5 s a rep, or at 7 reps a part.",
    );
    expect(conflictSentence({ ...conflict, fitsAtRepSeconds: 0.2, fitsAtReps: 0 } as never)).toBe(
      "The reps need 48 s, the set has 30 s.",
    );
  });

  it("rounds within a time that do not go as they are meant", () => {
    expect(withinTimeSentence({ kind: "roundTooLong", roundSeconds: 300, limitSeconds: 120 })).toBe(
      "One round takes 5:00, the block has 2:00.",
    );
    expect(withinTimeSentence({ kind: "mostRounds", rounds: 40, leftSeconds: 75 })).toBe(
      "The block ends at 40 rounds, the most that it can have, with 1:15 left.",
    );
  });

  it.each<[StopReached, string]>([
    [
      { afterRound: 2, stop: { kind: "belowRir", rir: 1 }, figure: 0 },
      "The rounds end after round 3: 0 in reserve, below 1.",
    ],
    [
      { afterRound: 3, stop: { kind: "repsDown", percent: 20 }, figure: 24.6 },
      "The rounds end after round 4: reps down 25 %, the rule says 20 %.",
    ],
  ])("optional rounds end: %j", (stop, sentence) => {
    expect(stopSentence(stop)).toBe(sentence);
  });

  it("balance, each by its own pair", () => {
    expect(balanceSentence({ kind: "legs", knee: 6, hip: 2 } as never)).toBe(
      "Knee-dominant to hip-dominant: 6 to 2 hard sets.",
    );
    expect(balanceSentence({ kind: "sides", left: 20, right: 24 } as never)).toBe("Left to right: 20 to 24 reps.");
    expect(balanceSentence({ kind: "horizontal", push: 6, pull: 2 } as never)).toBe(
      "Horizontal push to pull: 6 to 2 hard sets.",
    );
  });

  it("a block's name with its traits", () => {
    expect(blockNameWords({ name: "superset", traits: ["opposing"] } as never)).toBe("Superset, opposing");
  });
});
