import { describe, expect, it } from "vitest";
import { firstOf } from "../lists";
import { blockRoundsShown, doneAsPlanned, event, shownSession } from "../testing/floor";
import { read } from "../testing/helpers";
import { blockRoundsOf } from "./block-rounds";
import { type FloorEvent, foldEvents } from "./events";
import { coachOrder, type Lane, type LaneNeed, laneNeed, setsAhead, stationClash } from "./lanes";
import { workContextOf } from "./shown";

let made = 0;

/** A session of which so many rounds are done, resting or at work. */
function lane(
  text: string,
  done = 0,
  more: Partial<Lane> = {},
  after: readonly FloorEvent[] = [],
  prefix = `${made++}`,
): Lane {
  // Sessions have ids of their own; partners' alone share them.
  const shown = shownSession(read(text, `${prefix}-`));
  const started = event({ kind: "started" }, { atMs: 0, shownHash: "h" });
  const events = [started, ...doneAsPlanned(shown).slice(0, done), ...after];
  const performed = foldEvents(events);
  const blockRounds = blockRoundsOf(shown.document, workContextOf(shown), performed);
  return { shown, blockRounds, performed, restLeftSeconds: null, workedSeconds: null, rampReps: () => [], ...more };
}

const SQUAT = "A1 Back squat 3x5 r120\n\nB1 Leg curl 2x10 r60";

describe("what a session asks of the coach", () => {
  const shown = shownSession(read(SQUAT));
  it.each<[string, Lane, LaneNeed]>([
    ["not begun: its start", { ...lane(SQUAT), performed: foldEvents([]) }, { kind: "start", inSeconds: null }],
    ["resting: when the rest is over", lane(SQUAT, 1, { restLeftSeconds: 38 }), { kind: "rest", inSeconds: 38 }],
    ["a rest that is over: by how much", lane(SQUAT, 1, { restLeftSeconds: -24 }), { kind: "rest", inSeconds: -24 }],
    ["at work since nobody knows when", lane(SQUAT, 1), { kind: "set", inSeconds: null }],
    ["at work for long: now", lane(SQUAT, 1, { workedSeconds: 500 }), { kind: "set", inSeconds: 0 }],
    ["all sets done: nothing", lane(SQUAT, 5), { kind: "over", inSeconds: null }],
    [
      "ended with sets left: nothing",
      lane(SQUAT, 1, {}, [event({ kind: "ended", sessionRpe: null, note: "" }, { shownHash: "h" })]),
      { kind: "over", inSeconds: null },
    ],
    [
      "paused in a rest: to be gone on with",
      lane(SQUAT, 1, { restLeftSeconds: 40 }, [event({ kind: "paused", resumed: false }, { shownHash: "h" })]),
      { kind: "paused", inSeconds: null },
    ],
  ])("%s", (_what, one, need) => {
    expect(laneNeed(one)).toEqual(need);
  });

  it("at work: what its set still takes", () => {
    const { seconds } = firstOf(blockRoundsShown(shown)[1]!.moves).work;
    expect(laneNeed(lane(SQUAT, 1, { workedSeconds: 4 }))).toEqual({ kind: "set", inSeconds: seconds - 4 });
  });

  it("goes to the rest that is over longest, then to what is due soonest, to who is paused, and to who has not begun", () => {
    const need = (kind: LaneNeed["kind"], inSeconds: number | null): LaneNeed => ({ kind, inSeconds });
    const needs = [
      need("start", null),
      need("paused", null),
      need("rest", 72),
      need("over", null),
      need("rest", -24),
      need("set", null),
      need("set", 38),
    ];
    expect(coachOrder(needs)).toEqual([4, 6, 2, 5, 1, 0]);
  });
});

describe("what lies ahead in time", () => {
  it("begins when the rest is over, with the round that is next", () => {
    const ahead = setsAhead(lane(SQUAT, 1, { restLeftSeconds: 50 }));
    expect(ahead.map(({ round, exerciseId }) => `${exerciseId} ${round + 1}`)).toEqual([
      "back-squat 2",
      "back-squat 3",
      "seated-leg-curl 1",
      "seated-leg-curl 2",
    ]);
    expect(ahead[0]!.startSeconds).toBe(50);
    expect(ahead[1]!.startSeconds).toBe(50 + ahead[0]!.seconds + 120);
  });

  it("a rest that is over does not lie in the past, a set in hand does", () => {
    expect(setsAhead(lane(SQUAT, 1, { restLeftSeconds: -30 }))[0]!.startSeconds).toBe(0);
    expect(setsAhead(lane(SQUAT, 1, { workedSeconds: 12 }))[0]!.startSeconds).toBe(-12);
  });

  it("both sides and all drops of a set are one stay", () => {
    const drop = setsAhead(lane("A1 Triceps push-down 1x10 @40kg > -20%x8 > -20%x6"));
    expect(drop).toHaveLength(1);
    expect(setsAhead(lane("A1 Split squat 2x8 r60"))).toHaveLength(2);
  });
});

describe("a station that two want", () => {
  const CABLE_LAST = "A1 Back squat 2x5 r120\n\nB1 Triceps push-down 3x10 r60\n\nC1 Push-up 6x10 r90";
  const CABLE_FIRST = "A1 Triceps push-down 5x10 r120\n\nB1 Push-up 2x10 r60";

  it("is said with when, and another block first where nobody waits then", () => {
    const holder = lane(CABLE_FIRST, 1, { restLeftSeconds: 60 });
    const later = lane(CABLE_LAST, 1, { restLeftSeconds: 30 });
    const clash = stationClash([holder, later])!;
    expect(clash).toMatchObject({ station: "cable", holder: 0, later: 1, swap: { lane: 1, waitSeconds: 0 } });
    expect(clash.swap).toMatchObject({ firstLetters: ["C"], thenLetter: "B" });
    expect(clash.inSeconds).toBeGreaterThan(30);
    const [a, b, c] = later.shown.document.blocks.map(({ id }) => id);
    expect(clash.swap!.blockIds).toEqual([a, c, b]);
  });

  it("is waited for where nothing else is left to do", () => {
    const holder = lane("A1 Triceps push-down 3x10 r60", 1, { restLeftSeconds: 40 });
    const later = lane("A1 Back squat 2x5 r120\n\nB1 Triceps push-down 3x10 r60", 1, { restLeftSeconds: 20 });
    const clash = stationClash([holder, later])!;
    expect(clash.swap).toBeNull();
    expect(clash.canAlternate).toBe(true);
    expect(clash.waitSeconds).toBeGreaterThan(20);
  });

  it("nobody waits where the gym has two of them, where they are shared already, or where it is free again in time", () => {
    const holder = lane(CABLE_FIRST, 1, { restLeftSeconds: 60 });
    const later = lane(CABLE_LAST, 1, { restLeftSeconds: 30 });
    const stations = [{ name: "cable", count: 2 }];
    const roomy = { ...holder, shown: { ...holder.shown, equipment: { ...holder.shown.equipment, stations } } };
    expect(stationClash([roomy, later])).toBeNull();
    const shares = lane(CABLE_FIRST, 2, { workedSeconds: 5 });
    expect(stationClash([holder, shares])).toBeNull();
    expect(stationClash([lane(CABLE_FIRST, 5, { restLeftSeconds: 10 }), later])).toBeNull();
    expect(stationClash([holder])).toBeNull();
  });

  it("two that begin with the same: the second begins with something else", () => {
    const begins = (text: string) => ({ ...lane(text), performed: foldEvents([]) });
    const both = [begins(CABLE_FIRST), begins("A1 Triceps push-down 3x10 r60\n\nB1 Push-up 9x10 r60")];
    expect(stationClash(both)).toMatchObject({
      inSeconds: 0,
      later: 1,
      swap: { lane: 1, firstLetters: ["B"], thenLetter: "A" },
    });
  });

  it("two blocks come first where one alone is not long enough", () => {
    const holder = lane("A1 Back squat 5x5 r180", 1, { restLeftSeconds: 120 });
    const text = "A1 Front squat 4x5 r150\n\nB1 Push-up 3x10 r90\n\nC1 Lateral raise 4x15 @5kg r90";
    const stations = [{ name: "rack", count: 1 }];
    const oneRack = (one: Lane): Lane => ({
      ...one,
      shown: { ...one.shown, equipment: { ...one.shown.equipment, stations } },
    });
    const later = { ...lane(text), performed: foldEvents([]) };
    expect(stationClash([oneRack(holder), oneRack(later)])).toMatchObject({
      station: "rack",
      swap: { lane: 1, firstLetters: ["B", "C"], thenLetter: "A" },
    });
  });

  it("partners take turns at theirs, and are not said to wait for each other", () => {
    const [own, other] = ["pair", "pair"].map((prefix) => lane(CABLE_LAST, 1, { restLeftSeconds: 30 }, [], prefix));
    expect(stationClash([own!, { ...other!, restLeftSeconds: 60 }])).toBeNull();
    const alike = [lane(CABLE_LAST, 1, { restLeftSeconds: 30 }), lane(CABLE_LAST, 1, { restLeftSeconds: 60 })];
    expect(stationClash(alike)).toMatchObject({ station: "cable" });
  });

  it("where the later one has nothing else to do, the other's blocks change places", () => {
    const later = lane("A1 Back squat 1x5 r120\n\nB1 Triceps push-down 3x10 r60", 1, { restLeftSeconds: 100 });
    const holder = lane("A1 Push-up 1x10 r60\n\nB1 Triceps push-down 4x10 r120\n\nC1 Dumbbell curl 6x10 r120", 1, {
      restLeftSeconds: 60,
    });
    const clash = stationClash([holder, later])!;
    expect(clash).toMatchObject({ holder: 0, later: 1 });
    expect(clash.swap).toMatchObject({ lane: 0, firstLetters: ["C"], thenLetter: "B" });
  });
});
