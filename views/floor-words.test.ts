import { describe, expect, it } from "vitest";
import {
  asPlanned,
  blockRoundsOf,
  type FloorEvent,
  type FloorEventBody,
  foldEvents,
  type PerformedSet,
  workContextOf,
} from "../core";
import { event, shownSession } from "../core/testing/floor";
import { read } from "../core/testing/helpers";
import { easierDay } from "./easier-day";
import { questionsAfter, restOffSentences } from "./floor-answers";
import { floorChanges } from "./floor-changes";

const BENCH = "A1 Bench press 3x5 @80kg rir2 r180";

/** The questions after the first round of a session, its first set done so. */
function questions(text: string, reps: number, more: Partial<PerformedSet>, earlier: readonly FloorEvent[] = []) {
  const shown = shownSession(read(text));
  const rounds = (events: readonly FloorEvent[]) =>
    blockRoundsOf(shown.document, workContextOf(shown), foldEvents(events));
  const [first] = rounds(earlier);
  const sets = asPlanned(first!, shown, null).map((set) => ({
    ...set,
    ...more,
    segments: set.segments.map((part) => ({ ...part, reps })),
  }));
  const events = [...earlier, event({ kind: "setsDone", sets })];
  const saved = { blockRound: first!, sets, shown, search: new Set<string>() };
  return {
    of: (more: readonly FloorEvent[] = []) =>
      questionsAfter(saved, rounds(events), foldEvents([...events, ...more]), null),
  };
}

describe("what the floor asks after a set", () => {
  it("says what was made, why, and what each way on is good for", () => {
    const badly = event({ kind: "checkIn", checkIn: { sleep: "badly", sore: [] } });
    const [question] = questions(BENCH, 3, { rir: 0 }, [badly]).of();
    expect(question).toMatchObject({
      name: "Bench press",
      why: "3 of 5 made, none left (asked: leave 2). Slept badly today.",
    });
    expect(question!.choices.map(({ title, detail }) => [title, detail])).toEqual([
      ["72.5 kg from here", "5 reps, about 1 left"],
      ["As planned", "2 to 3 of 5 expected"],
    ]);
  });

  it("is silent once it was answered, either way", () => {
    const asked = questions(BENCH, 3, { rir: 0 });
    for (const { advice, isTaken } of asked.of()[0]!.choices)
      expect(asked.of([event({ kind: "advice", advice, taken: isTaken })])).toEqual([]);
  });

  it("a longer rest is one of the block's, from here on", () => {
    const [question] = questions("A1 Dumbbell curl 3x10-12 @12kg rir1 r60", 8, { rir: 0 }).of();
    expect(question!.choices[1]).toMatchObject({
      title: "2 × 12 kg, rest 2:00",
      detail: "6 to 7 of 10 expected, 2 min longer",
      advice: { load: null, rest: { seconds: 120 } },
    });
  });
});

describe("a lighter day", () => {
  const offered = (sleep: "well" | "badly", text: string) => {
    const checkIn: FloorEventBody = { kind: "checkIn", checkIn: { sleep, sore: [{ muscle: "quads", level: 1 }] } };
    return easierDay(shownSession(read(text)), foldEvents([event(checkIn)])).map(({ words }) => words);
  };

  it("is offered to whoever slept badly and is sore, for the sore muscles' lifts alone", () => {
    const text = "A1 Back squat 3x5 @100kg rir2 r180\n\nB1 Bench press 3x5 @80kg rir2 r180";
    expect(offered("badly", text)).toEqual(["Back squat 95 kg"]);
    expect(offered("well", text)).toEqual([]);
  });

  it("leaves loads alone where the kit's next step is another kind of set, and moves of the body", () => {
    expect(offered("badly", "A1 Goblet squat 3x8 @8kg rir2 r90\n\nB1 Bodyweight squat 3x15 @BW r60")).toEqual([]);
  });
});

describe("what was changed on the floor", () => {
  it("is told as sentences, with the round from which it held", () => {
    const shown = shownSession(read(`${BENCH}\n\nB1 Barbell row 3x8 @50kg rir2 r90`));
    const [a, b] = shown.document.blocks;
    const slotId = a!.slots[0]!.id;
    const load = { weight: { amount: "72.5", unit: "kg" }, sign: 1 } as const;
    const advice = { kind: "lighter", slotId, round: 1, words: "3 of 5 made.", load, reps: null, rest: null } as const;
    const bodies: FloorEventBody[] = [
      { kind: "rampOver", blockId: a!.id, skipped: true },
      { kind: "advice", advice, taken: true },
      { kind: "advice", advice: { ...advice, round: 2 }, taken: false },
      {
        kind: "loadChanged",
        slotId: b!.slots[0]!.id,
        fromRound: 0,
        load: { weight: { amount: "55", unit: "kg" }, sign: 1 },
      },
      { kind: "exerciseSwapped", slotId, fromRound: 2, exerciseId: "floor-press", load: null, reason: "pain 5 of 10" },
      { kind: "orderChanged", blockIds: [b!.id, a!.id] },
      { kind: "roundAdded", blockId: b!.id },
    ];
    expect(floorChanges(foldEvents(bodies.map((body) => event(body))), shown)).toEqual([
      "A1 Bench press, from round 3: Floor press (pain 5 of 10).",
      "A1 Bench press, from round 2: 3 of 5 made. 72.5 kg, as proposed.",
      "A1 Bench press, from round 3: 3 of 5 made. Left as planned.",
      "B1 Barbell row, from round 1: 55 kg.",
      "Order: B, A.",
      "Warm-up sets of A left out.",
      "B: 1 more round.",
    ]);
  });
});

describe("a pause", () => {
  const changes = (seconds: number) => {
    const shown = shownSession(read(BENCH));
    const pause = (resumed: boolean, atMs: number) => event({ kind: "paused", resumed }, { id: `p${atMs}`, atMs });
    return floorChanges(foldEvents([pause(false, 0), pause(true, seconds * 1000)]), shown);
  };

  it("is said in the review with how long it was; a slip of the thumb is not", () => {
    expect(changes(400)).toEqual(["Paused for 6:40."]);
    expect(changes(5)).toEqual([]);
  });
});

describe("a rest that was a quarter off", () => {
  const words = (keptSeconds: number) => {
    const shown = shownSession(read("A1 Bench press 3x8 @60kg rir2 r120"));
    const [first, second] = blockRoundsOf(shown.document, workContextOf(shown));
    const sets = asPlanned(first!, shown, null).map((set) => ({ ...set, rir: 2 }));
    const performed = foldEvents([event({ kind: "setsDone", sets })]);
    const rest = { blockRound: second!, askedSeconds: 120, keptSeconds };
    return [...restOffSentences(rest, performed, shown, null).values()];
  };

  it("is said with what is to be expected of the set after it", () => {
    expect(words(30)).toEqual(["Rested 0:30 of 2:00: 7 to 8 of 8 expected."]);
    expect(words(300)).toEqual(["Rested 5:00 of 2:00: 8 reps, about 1 left."]);
  });

  it("is not said where it changes less than half a rep", () => {
    expect(words(155)).toEqual([]);
  });
});
