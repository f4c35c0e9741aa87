import { describe, expect, it } from "vitest";
import { SHOWN_VERSION } from "../contract";
import { nextSentence, type PerformedSet, type SessionDocument } from "../core";
import { blockRoundsShown, event, performedSet, shownSession } from "../core/testing/floor";
import { exposure, read } from "../core/testing/helpers";
import { afterSession, computeSession, leftOpenWords, type ReviewView, reviewSession } from "./";
import { testContext } from "./testing/context";

const context = testContext({
  lifts: [
    {
      lineage: "back-squat",
      exerciseId: "back-squat",
      exposures: [
        exposure(
          "2026-11-17",
          [80, 80, 80].map((loadKg) => ({ loadKg, reps: 5, rir: 2, target: { low: 5, high: 5 } })),
        ),
      ],
      strengths: [],
      trainingMaxKg: null,
    },
    {
      lineage: "dumbbell-bench-press",
      exerciseId: "dumbbell-bench-press",
      exposures: [
        exposure(
          "2026-11-17",
          [8, 7, 7].map((reps) => ({ loadKg: 22, reps, rir: 2, target: { low: 6, high: 8 } })),
        ),
      ],
      strengths: [],
      trainingMaxKg: null,
    },
  ],
});
const document = read("A1 Back squat 3x5 r150 ramp\n\nB1 Dumbbell press 3x6-8 r90\n\nC1 Front plank 2x40s r45");

describe("a session computed in its context", () => {
  const computed = computeSession(document, context);
  const kg = (block: number) =>
    document.blocks[block]!.slots[0]!.sets.map((set) => computed.resolved.loads.get(set!.segments[0]!.id)!);

  it("takes loads and reps from the rule that the scheme suggests", () => {
    expect(kg(0).map((load) => load.kg)).toEqual([85, 85, 85]);
    expect(kg(1).map((load) => [load.kg, load.aimReps])).toEqual([
      [22, 8],
      [22, 8],
      [22, 7],
    ]);
  });

  it("counts the ramp that these loads need in the session's time", () => {
    const ramp = computed.resolved.ramps.get(document.blocks[0]!.slots[0]!.id)!;
    const seconds = ramp.reduce((total, set) => total + set.reps * 3 + 45, 0);
    expect(computed.timeline.blocks[0]!.timeline.seconds).toBe(seconds + 3 * 15 + 2 * 150);
  });

  it("follows the rule a coach chose instead", () => {
    const [block, ...others] = document.blocks;
    const slots = block!.slots.map((slot) => ({ ...slot, rule: { kind: "loadFirst" as const, stepKg: 2.5 } }));
    const ruled: SessionDocument = { ...document, blocks: [{ ...block!, slots }, ...others] };
    const other = computeSession(ruled, context);
    expect(other.resolved.loads.get(document.blocks[0]!.slots[0]!.sets[0]!.segments[0]!.id)!.kg).toBe(82.5);
  });
});

describe("the review", () => {
  const { loads: bare, ...shown } = shownSession(document);
  const resolved = computeSession(document, context).resolved.loads;
  const loads = Object.fromEntries(
    Object.entries(bare).map(([id, load]) => {
      const { kg, weight, aimReps } = resolved.get(id)!;
      return [id, { ...load, kg, weight, aimReps }];
    }),
  );
  const blockRounds = blockRoundsShown({ ...shown, loads });
  const done = (key: number, reps: number): PerformedSet => {
    const { slot, set } = blockRounds[key]!.moves[0]!;
    const segment = set.segments[0]!;
    const part = { segmentId: segment.id, exerciseId: slot.exerciseId, load: loads[segment.id]!.weight, reps };
    const { round } = blockRounds[key]!;
    const common = performedSet().segments[0]!;
    return performedSet({ slotId: slot.id, round, plannedSetId: set.id, segments: [{ ...common, ...part }] });
  };
  const view = (sets: PerformedSet[]): ReviewView => {
    const { date, purpose, settings, bodyMassKg, equipment } = shown;
    const frozen = { version: SHOWN_VERSION, engineVersion: 1, own: [], ramps: {}, oneOff: [], inPart: {} } as const;
    return {
      context,
      planned: null,
      title: "",
      state: "done",
      messages: [],
      events: [event({ kind: "setsDone", sets })],
      shown: { h: { ...frozen, date, purpose, settings, bodyMassKg, equipment, document, loads } },
    };
  };

  it("puts planned beside done, today after the weeks before, and the rule's answer with its reason", () => {
    const review = reviewSession(view([done(0, 5), done(1, 5), done(2, 5), done(3, 8), done(4, 8), done(5, 8)]))!;
    expect(review.summary).toMatchObject({ sets: 6, plannedSets: 8, reps: 39 });
    const [squat, press, plank] = review.lifts;
    expect(squat!.exposures.map((one) => one.date)).toEqual(["2026-11-17", "2026-11-24"]);
    expect(squat!.next!.sets.map((set) => set.loadKg)).toEqual([90, 90, 90]);
    expect(nextSentence(squat!.next!, "kg")).toBe("Every set was made last time: 5 kg up, 85 kg to 90 kg.");
    expect(press!.next!.sets).toEqual(Array.from({ length: 3 }, () => ({ loadKg: 24, reps: 6 })));
    expect(plank!.next).toBeNull();
    expect(plank!.trainedToday).toBe(false);
  });

  it("says after the last set what it came to, which set was a best, and what next time asks", () => {
    const [squat, ...others] = context.lifts;
    const before = exposure("2026-11-10", [{ loadKg: 77.5, reps: 5, rir: 2 }]);
    const lifts = [{ ...squat!, exposures: [before, ...squat!.exposures] }, ...others];
    const sets = [0, 1, 2].map((key) => ({ ...done(key, 5), rir: 1.5 }));
    const review = reviewSession({ ...view([...sets, done(3, 8)]), context: { ...context, lifts } })!;
    const after = afterSession(review, { date: "2026-11-24", unit: "kg" });
    expect(after.figures).toEqual([
      "4 of 8 sets",
      expect.stringMatching(/^\d+ min, \d+ planned$/),
      "1.63 t lifted in all",
    ]);
    expect(after.best).toEqual([
      {
        name: "Back squat",
        words: expect.stringMatching(/^5 × 85 kg, 1.5 left: good for about 1\d\d kg once, 9\d kg before$/),
      },
    ]);
    expect(after.next.map(({ name, words }) => `${name} ${words}`)).toEqual([
      "Back squat 5, 5, 5 × 90 kg",
      expect.stringMatching(/^Dumbbell bench press .* × 2 × 22 kg$/),
    ]);
    // With one day before it nothing is called a best.
    const first = reviewSession(view(sets))!;
    expect(afterSession(first, { date: "2026-11-24", unit: "kg" }).best).toEqual([]);
  });

  it("says a missed set, and repeats", () => {
    const review = reviewSession(view([done(0, 5), done(1, 5), done(2, 3)]))!;
    expect(nextSentence(review.lifts[0]!.next!, "kg")).toBe(
      "Last time 5, 5, 3: 1 set of 3 short, so the load repeats.",
    );
    expect(review.lifts[1]!.sets.every((one) => one?.done.length === 0)).toBe(true);
  });

  it("knows how much of each set was done", () => {
    const review = reviewSession(view([done(0, 5), done(1, 3), { ...done(3, 9), segments: [] }]))!;
    expect(review.lifts[0]!.sets.map((one) => one?.share)).toEqual([1, 0.6, 0]);
    expect(review.lifts[1]!.sets.map((one) => one?.share)).toEqual([0, 0, 0]);
  });

  it("measures by the weaker side, and by the reps that were aimed at in a range", () => {
    const press = done(3, 8);
    const sides = { ...press, segments: [{ ...press.segments[0]!, rightReps: 4 }] };
    const review = reviewSession(view([sides]))!;
    expect(review.lifts[1]!.sets[0]!.share).toBe(0.5);
  });

  it("lists a round that was added on the floor after those that were planned", () => {
    const extra = { ...done(2, 5), round: 3, plannedSetId: null };
    const review = reviewSession(view([done(0, 5), extra]))!;
    expect(review.lifts[0]!.sets.map((one) => one?.done.length)).toEqual([1, 0, 0, 1]);
  });

  it("has nothing to say before anything was shown", () => {
    expect(reviewSession({ ...view([]), shown: {}, events: [] })).toBeNull();
  });
});

it("what is not counted in a session's minutes is said: a lunch in hours, a wrong clock as such", () => {
  expect([undefined, 60, 125, 29_932_639].map((leftOpenMinutes) => leftOpenWords({ leftOpenMinutes }))).toEqual([
    "",
    ", and 1 h 0 min left open",
    ", and 2 h 5 min left open",
    ", without an entry that a wrong clock has dated",
  ]);
});
