import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { allBlocks, plannedRounds, type SessionDocument } from "../session";
import { arbitrarySession } from "../testing/arbitrary";
import { doneAsPlanned, event, shownSession } from "../testing/floor";
import { read, TEST_CONTEXT } from "../testing/helpers";
import { expandSession } from "../time";
import { sessionAhead, sessionMeant } from "./ahead";
import { type BlockRound, blockRoundsOf, nextBlockRound } from "./block-rounds";
import { type FloorEvent, foldEvents, type Occurrence, placeOf } from "./events";
import { leftOpenMs, paceOf } from "./pace";

const secondsOf = (document: SessionDocument) => expandSession(document, TEST_CONTEXT).seconds;
const aheadOf = (document: SessionDocument, events: readonly FloorEvent[]) => {
  const performed = foldEvents(events);
  return sessionAhead(document, blockRoundsOf(document, TEST_CONTEXT, performed), performed);
};
const shortened = (places: readonly Occurrence[], rests: readonly { blockId: string; seconds: number }[] = []) =>
  event({ kind: "shortened", minutes: 30, places, rests });
const placesOf = ({ moves, round }: BlockRound) => moves.map(({ slot }) => placeOf(slot.id, round));

/** Rounds within a time are as many as fit it: another number of them is not what is left of them. */
const byRounds = arbitrarySession.filter((document) =>
  allBlocks(document).every(({ rounds }) => plannedRounds(rounds) !== null),
);

describe("what is ahead of a session on the floor", () => {
  it("is all of it before anything was done, and takes as long", () => {
    fc.assert(
      fc.property(byRounds, (document) => {
        expect(secondsOf(aheadOf(document, []))).toBeCloseTo(secondsOf(document), 6);
      }),
    );
  });

  it("is what no round that was done or left out has, round by round to nothing", () => {
    // Optional rounds may end by their rule before they are done.
    const fixed = byRounds.filter((one) => allBlocks(one).every(({ rounds }) => rounds.kind === "fixed"));
    fc.assert(
      fc.property(fixed, fc.array(fc.boolean(), { minLength: 8, maxLength: 8 }), (document, isDone) => {
        const blockRounds = blockRoundsOf(document, TEST_CONTEXT);
        const shown = shownSession(document);
        const events = doneAsPlanned(shown).map((one, index) =>
          isDone[index % 8] ? one : shortened(placesOf(blockRounds[index]!)),
        );
        for (const [index, { moves }] of blockRounds.entries()) {
          const ahead = aheadOf(document, events.slice(0, index));
          const ids = allBlocks(ahead).flatMap(({ slots }) => slots.flatMap(({ sets }) => sets.map((set) => set?.id)));
          for (const { set } of moves) expect(ids).toContain(set.id);
          const next = blockRoundsOf(ahead, TEST_CONTEXT).map((blockRound) =>
            blockRound.moves.map(({ set }) => set.id),
          );
          expect(next).toEqual(blockRounds.slice(index).map((blockRound) => blockRound.moves.map(({ set }) => set.id)));
        }
        expect(allBlocks(aheadOf(document, events))).toEqual([]);
      }),
      { numRuns: 40 },
    );
  });

  it("has no warm-up and no ramp of a block once they are begun", () => {
    const document = read("warm-up 5min row\n\nA1 Bench press 3x5 @60kg r90 ramp\n\nB1 Back squat 3x5 @80kg r90 ramp");
    const [first] = doneAsPlanned(shownSession(document));
    const ahead = aheadOf(document, [event({ kind: "started" }), first!]);
    expect(ahead.warmUp).toBeNull();
    expect(ahead.blocks.map(({ slots }) => slots[0]!.ramp.kind)).toEqual(["none", "auto"]);
  });

  it("rests that were cut are cut from there on, and back when it is taken back", () => {
    const document = read("A1 Bench press 4x8 @60kg r120");
    const cut = shortened([], [{ blockId: document.blocks[0]!.id, seconds: 60 }]);
    expect(secondsOf(document) - secondsOf(aheadOf(document, [cut]))).toBe(180);
    expect(aheadOf(document, [cut, event({ kind: "undone", eventId: cut.id })])).toEqual(document);
  });

  it("lists of rests and transitions keep those of the rounds that are left", () => {
    const document = read("A1 Bench press 4x8 @60kg h5,10,15,20\nA2 Barbell row 4x8 @60kg r60,90,120");
    const [first, second] = doneAsPlanned(shownSession(document));
    const [block] = aheadOf(document, [first!, second!]).blocks;
    const blockRounds = blockRoundsOf({ ...document, blocks: [block!] }, TEST_CONTEXT);
    expect(blockRounds.map(({ rest }) => rest?.seconds ?? null)).toEqual([120, null]);
    expect(blockRounds.map(({ moves }) => moves[0]!.transition!.seconds)).toEqual([15, 20]);
  });
});

describe("the pace of a session", () => {
  const START = 1_000_000;
  const started = event({ kind: "started" }, { atMs: START });

  it("who ends each round when it is due is on time, whatever was left out, cut or put first", () => {
    const document = read(
      "A1 Back squat 3x5 @80kg r120\n\nB1 Bench press 4x8 @60kg h10\nB2 Barbell row 4x8 @60kg r90\n\nC1 Lateral raise 3x12 @8kg r60",
    );
    const [a, b, c] = document.blocks.map(({ id }) => id);
    const blockRounds = blockRoundsOf(document, TEST_CONTEXT);
    const changes: FloorEvent[] = [
      shortened([...placesOf(blockRounds[4]!), ...placesOf(blockRounds[9]!)], [{ blockId: b!, seconds: 45 }]),
      event({ kind: "orderChanged", blockIds: [a!, c!, b!] }),
    ];
    const shown = shownSession(document);
    const performedAt = (count: number) => {
      const changed = blockRoundsOf(document, TEST_CONTEXT, foldEvents(changes));
      const order = changed.map(({ key }) => blockRounds.findIndex((blockRound) => blockRound.key === key));
      const done = order.map((index) => doneAsPlanned(shown)[index]!);
      const open = done.filter((_, at) => nextBlockRound([changed[at]!], foldEvents(changes)) !== null);
      return foldEvents([started, ...changes, ...open.slice(0, count)]);
    };
    for (let count = 1; count <= 8; count++) {
      const performed = performedAt(count);
      const timeline = expandSession(sessionMeant(document, performed), TEST_CONTEXT);
      const now = blockRoundsOf(document, TEST_CONTEXT, performed);
      const pace = (seconds: number) => paceOf(timeline, now, performed, START + 1000 * seconds)!.behindSeconds!;
      const due = -pace(0);
      expect(pace(due)).toBeCloseTo(0, 6);
      expect(pace(due + 120)).toBeCloseTo(120, 6);
      // Due when the work of so many rounds has been done.
      const ends = [
        ...timeline.blocks.flatMap(({ timeline: block, startSeconds }) => {
          const byRound = new Map<number, number>();
          for (const span of block.spans)
            if (span.kind === "work") byRound.set(span.round, startSeconds + span.startSeconds + span.seconds);
          return [...byRound.values()];
        }),
      ];
      expect(ends.some((end) => Math.abs(end - timeline.blocks[0]!.startSeconds - due) < 1e-6)).toBe(true);
    }
  });

  it("stands while the session is paused", () => {
    const document = read("A1 Bench press 3x8 @60kg r90");
    const timeline = expandSession(document, TEST_CONTEXT);
    const blockRounds = blockRoundsOf(document, TEST_CONTEXT);
    const pause = event({ kind: "paused", resumed: false }, { id: "p1", atMs: START + 60_000 });
    const goOn = event({ kind: "paused", resumed: true }, { id: "p2", atMs: START + 360_000 });
    const elapsed = (events: readonly FloorEvent[], atMs: number) =>
      paceOf(timeline, blockRounds, foldEvents([started, ...events]), atMs)!.elapsedSeconds;
    expect(elapsed([pause], START + 200_000)).toBe(60);
    expect(elapsed([pause, goOn], START + 400_000)).toBe(100);
  });

  it("is none before the start, and nobody is late before the first round", () => {
    const document = read("A1 Bench press 3x8 @60kg r90");
    const timeline = expandSession(document, TEST_CONTEXT);
    const blockRounds = blockRoundsOf(document, TEST_CONTEXT);
    expect(paceOf(timeline, blockRounds, foldEvents([]), START)).toBeNull();
    // An hour without an entry is on nobody's account: the session was left open.
    const hour = 3_600_000;
    expect(leftOpenMs(foldEvents([started]), START + hour - 1)).toBeNull();
    expect(leftOpenMs(foldEvents([started]), START + hour)).toBe(hour);
    expect(paceOf(timeline, blockRounds, foldEvents([started]), START + hour)!.elapsedSeconds).toBe(0);
    expect(leftOpenMs(foldEvents([]), START + hour)).toBeNull();
    expect(paceOf(timeline, blockRounds, foldEvents([started]), START + 90_000)).toEqual({
      elapsedSeconds: 90,
      behindSeconds: null,
    });
  });
});
