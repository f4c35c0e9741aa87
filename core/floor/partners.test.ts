import { describe, expect, it } from "vitest";
import { firstOf } from "../lists";
import { doneAsPlanned, event, shownSession } from "../testing/floor";
import { read } from "../testing/helpers";
import { blockRoundsOf } from "./block-rounds";
import { foldEvents } from "./events";
import type { Lane } from "./lanes";
import { goalCounts, partnersNeeds, partnersTurn } from "./partners";
import { workContextOf } from "./shown";

/** One of two sessions of the same structure, of which so many rounds are done. */
function lane(text: string, done: number, more: Partial<Lane> = {}): Lane {
  const shown = shownSession(read(text));
  const started = event({ kind: "started" }, { atMs: 0, shownHash: "h" });
  const performed = foldEvents([started, ...doneAsPlanned(shown).slice(0, done)]);
  const blockRounds = blockRoundsOf(shown.document, workContextOf(shown), performed);
  return { shown, blockRounds, performed, restLeftSeconds: null, workedSeconds: null, rampReps: () => [], ...more };
}

const TEXT = "A1 Bench press 3x8 rpartner/60\n\nB1 Dumbbell row 2x10 r90";

describe("whose turn it is", () => {
  it.each<[string, number, number, 0 | 1 | null]>([
    ["level: the first of the two", 0, 0, 0],
    ["a round ahead: the other", 1, 0, 1],
    ["level again", 1, 1, 0],
    ["the other is still at the block before", 3, 2, 1],
    ["the first is still at the block before", 2, 3, 0],
    ["one is done: nobody waits", 5, 4, null],
  ])("%s", (_what, own, other, turn) => {
    expect(partnersTurn([lane(TEXT, own), lane(TEXT, other)])).toBe(turn);
  });
});

it("nobody waits for a partner who is paused", () => {
  const [own, other] = [lane(TEXT, 1), lane(TEXT, 0)];
  const paused = { ...other, performed: { ...other.performed, pauses: [{ fromMs: 0, toMs: null }] } };
  expect(partnersTurn([own, paused])).toBeNull();
  expect(partnersNeeds([own, paused]).map(({ kind }) => kind)).toEqual(["set", "paused"]);
});

describe("one's work is the other's rest", () => {
  const work = firstOf(lane(TEXT, 0).blockRounds[0]!.moves).work.seconds;
  it("whoever is not on waits until the set in hand is done", () => {
    const own = lane(TEXT, 1, { restLeftSeconds: 0 });
    const other = lane(TEXT, 0, { workedSeconds: 2 });
    expect(partnersNeeds([own, other])[0]).toEqual({ kind: "rest", inSeconds: work - 2 });
  });

  it("and at least as long as is written", () => {
    // 60 s at least: the rest was begun 10 s ago, and the partner is nearly done.
    const rest = lane(TEXT, 1).blockRounds[0]!.rest!.seconds;
    const own = lane(TEXT, 1, { restLeftSeconds: rest - 10 });
    const other = lane(TEXT, 0, { workedSeconds: work - 3 });
    expect(partnersNeeds([own, other])[0]).toEqual({ kind: "rest", inSeconds: 50 });
  });

  it("while the one who is on still rests, the other waits for rest and work", () => {
    const own = lane(TEXT, 4, { restLeftSeconds: 20 });
    const other = lane(TEXT, 3, { restLeftSeconds: 40 });
    const [waiting, on] = partnersNeeds([own, other]);
    expect(on).toEqual({ kind: "rest", inSeconds: 40 });
    expect(waiting.inSeconds).toBeGreaterThan(40);
  });

  it("changes nothing once one of them is done", () => {
    const own = lane(TEXT, 5);
    const other = lane(TEXT, 4, { restLeftSeconds: 12 });
    expect(partnersNeeds([own, other])[1]).toEqual({ kind: "rest", inSeconds: 12 });
  });
});

describe("a goal of reps", () => {
  const counted = (text: string) => {
    const [own, other] = [lane(text, 1), lane(text, 1)];
    const [count] = goalCounts(own.blockRounds[0]!, own.performed, other.performed).values();
    return count;
  };
  it("counts what both did where it is shared, and one's own where it is not", () => {
    expect(counted("A1 Push-up 60total/20s shared")).toEqual({ total: 60, done: 60, isShared: true });
    expect(counted("A1 Push-up 60total/20s")).toEqual({ total: 60, done: 60, isShared: false });
    const own = lane("A1 Push-up 60total/20s shared", 1);
    expect([...goalCounts(own.blockRounds[0]!, own.performed, null).values()]).toMatchObject([{ done: 30 }]);
  });
});
