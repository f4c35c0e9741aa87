import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { blockRoundsOf } from "../floor";
import { arbitrarySession } from "../testing/arbitrary";
import { read, TEST_CONTEXT, timelineOf } from "../testing/helpers";
import { runBlock } from "./run";
import { expandSession, isWork } from "./timeline";

const runOf = (text: string) => runBlock(read(text).blocks[0]!, TEST_CONTEXT);

describe("how a block is run", () => {
  it.each([
    ["Bench press 3x8 r90", [90, 90, null], "written"],
    ["Bench press 3x8", [90, 90, null], "assumed"],
    ["Bench press 3x8 r60,120", [60, 120, null], "written"],
    ["Bench press 2x10 rpartner", [30, null], "partner's work"],
    ["Bench press 2x10 rpartner/75", [75, null], "partner's work"],
    ["Bench press 2x10 rpartner/20", [30, null], "partner's work"],
    ["B: within 2min\nB1 Push-up 1x10", [10, 10, null], "assumed"],
  ])("%s rests %j, %s", (text, rests, why) => {
    const { rounds } = runOf(text);
    expect(rounds.map((round) => round.rest?.seconds ?? null)).toEqual(rests);
    expect(rounds[0]!.rest!.why).toBe(why);
  });

  it("a round that every lift sits out is not run, and what is optional is said", () => {
    expect(runOf("A1 Bench press 8,-,8 h10\nA2 Push-up 8,-,8 r60").rounds.map((round) => round.round)).toEqual([0, 2]);
    expect(runOf("Bench press 2-4x8").rounds.map((round) => round.isOptional)).toEqual([false, false, true, true]);
  });

  it("a carry in metres takes its walk", () => {
    expect(runOf("Bench press 2x40m r60").rounds[0]!.seconds).toBe(40);
  });

  it("a rep goal with a drop drops in each mini-set", () => {
    const work = runOf("Bench press 30total/20s @60kg > -20%x5").rounds[0]!.moves[0]!.work.pieces;
    expect(work.map((piece) => (piece.kind === "work" ? piece.reps : piece.reason))).toEqual([
      10,
      "drop change",
      5,
      "mini-set",
      10,
      "drop change",
      5,
    ]);
  });
});

/** Rounds, moves, transitions and rests as the timeline shows them. */
function shownRounds(document: Parameters<typeof blockRoundsOf>[0]) {
  return expandSession(document, TEST_CONTEXT).blocks.flatMap(({ timeline }) => {
    const rounds = new Map<number, { moves: string[]; transitions: number[]; rest: number | null }>();
    for (const span of timeline.spans) {
      if (span.round < 0) continue;
      const round = rounds.get(span.round) ?? { moves: [], transitions: [], rest: null };
      rounds.set(span.round, round);
      if (isWork(span)) {
        if (round.moves.at(-1) !== span.slotId) round.moves.push(span.slotId);
      } else if (span.reason === "transition") round.transitions.push(span.seconds);
      else if (span.reason === "round") round.rest = span.seconds;
    }
    return [...rounds].map(([round, one]) => [timeline.block.id, round, one]);
  });
}

type Walked = [string, number, { moves: string[]; transitions: number[]; rest: number | null }];

function walkedRounds(document: Parameters<typeof blockRoundsOf>[0]) {
  return blockRoundsOf(document, TEST_CONTEXT).map(
    ({ block, round, moves, rest }): Walked => [
      block.id,
      round,
      {
        moves: moves.map(({ slot }) => slot.id),
        transitions: moves.flatMap(({ transition }) =>
          transition && transition.seconds > 0 ? [transition.seconds] : [],
        ),
        rest: rest?.seconds || null,
      },
    ],
  );
}

describe("what the floor walks is what the timeline shows", () => {
  it("in any session: the same rounds, moves, transitions and rests", () => {
    fc.assert(
      fc.property(arbitrarySession, (document) => {
        expect(walkedRounds(document)).toEqual(shownRounds(document));
      }),
      { numRuns: 150 },
    );
  });

  it("in a block within a time: as many rounds and the same short rests", () => {
    const document = read("B: within 5min\nB1 Push-up 1x9");
    const walked = walkedRounds(document);
    expect(walked).toEqual(shownRounds(document));
    expect(walked).toHaveLength(8);
    expect(new Set(walked.slice(0, -1).map(([, , { rest }]) => rest))).toEqual(new Set([10]));
  });

  it("while the partner works: 40 s on both", () => {
    const document = read("Bench press 2x8 t3-1-1-0 rpartner");
    expect(walkedRounds(document)[0]?.[2].rest).toBe(40);
    expect(timelineOf("Bench press 2x8 t3-1-1-0 rpartner").seconds).toBe(120);
  });
});
