import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { SHIPPED_CATALOGUE } from "../exercise";
import { allBlocks, nameBlock, parseSession, printSession, reconcile, type SessionDocument } from "../session";
import { DEFAULT_SETTINGS } from "../settings";
import { arbitrarySession } from "../testing/arbitrary";
import { blockRoundsShown, doneAsPlanned, event, shownSession } from "../testing/floor";
import { countingIds, read } from "../testing/helpers";
import { asPlanned } from "./as-planned";
import { blockRoundsOf, nextBlockRound } from "./block-rounds";
import { type FloorEventBody, foldEvents } from "./events";
import { workContextOf } from "./shown";

const named = (text: string) => {
  const block = read(text).blocks[0]!;
  const { name, traits } = nameBlock(block, SHIPPED_CATALOGUE, DEFAULT_SETTINGS);
  return [name, ...traits].join(", ");
};

describe("what a block is called is derived", () => {
  it.each([
    ["Bench press 4x8", "straight sets"],
    ["Bench press 1x8", "single set"],
    ["Bench press 12,10,8,6", "rising pyramid"],
    ["Bench press 6,8,10", "falling pyramid"],
    ["Bench press 10,8,6,8,10", "double pyramid"],
    ["Bench press 3x5 @100,90,80%top", "back-off sets"],
    ["Push-up 60total", "rep goal"],
    ["Front plank 3x40s", "timed sets"],
    ["Dumbbell press 4x8 h15 + Seated cable row 4x8", "superset, opposing"],
    ["Dumbbell press 4x8 h16 + Seated cable row 4x8", "paired sets, opposing"],
    ["Dumbbell press 4x8 r90 + Seated cable row 4x8", "paired sets, opposing"],
    ["Dumbbell press 4x8 h10 + Cable fly 4x12", "superset, post-exhaust"],
    ["Push-up 3x12 h5 + Push-up from the knees 3x8", "mechanical drop, same muscle"],
    ["Push-up 3x12 h15 + Push-up from the knees 3x8", "superset, same muscle"],
    ["Push-up 3x8 h8 + Goblet squat 3x8 h8 + Face pull 3x8", "tri-set"],
    ["Push-up 3x8 h8 + Goblet squat 3x8 h8 + Face pull 3x8 h8 + Front plank 3x30s", "giant set"],
    [
      "Push-up 3x8 h8 + Goblet squat 3x8 h8 + Face pull 3x8 r90 + Lateral raise 3x8 h8 + Dumbbell curl 3x8 h8 + Step-up 3x8",
      "staggered giant sets",
    ],
    ["B: circuit\nB1 Push-up 3x8 h8\nB2 Goblet squat 3x8", "circuit"],
    ["B: pre-exhaust\nB1 Cable fly 3x12 h8\nB2 Bench press 3x8", "superset, pre-exhaust"],
    ["B: within 10min\nB1 Push-up 1x8", "single set, within a time"],
    ["Dumbbell curl 3x10 > -20%x8", "straight sets, drop"],
    ["Leg extension 3x10 > pause 15s x4", "straight sets, rest-pause"],
    ["Leg extension 3x10 > 8 partials long > hold 10s short", "straight sets, partials, hold"],
    ["Push-up 3xF > as Push-up from the knees xF", "straight sets, mechanical drop"],
  ])("%s is %s", (text, name) => {
    expect(named(text)).toBe(name);
  });
});

const idsOf = (document: SessionDocument): string[] =>
  allBlocks(document).flatMap((block) => [
    block.id,
    ...block.slots.flatMap((slot) => [
      slot.id,
      ...slot.sets.flatMap((set) => (set ? [set.id, ...set.segments.map((segment) => segment.id)] : [])),
    ]),
  ]);

const again = (old: SessionDocument, text: string) =>
  reconcile(old, parseSession(text, SHIPPED_CATALOGUE, countingIds("new")).document);

describe("an edited text keeps the ids of what a person would call the same", () => {
  const text =
    "A1 Back squat 4x5 r150\n\nB1 Bench press 4x8 h10\nB2 Seated cable row 4x10 r90\n\nC1 Dumbbell curl 3x12 r60";
  const old = read(text, "old");

  it("all of them when nothing changed, for any session", () => {
    fc.assert(
      fc.property(arbitrarySession, (document) => {
        expect(idsOf(again(document, printSession(document, SHIPPED_CATALOGUE)))).toEqual(idsOf(document));
      }),
      { numRuns: 120 },
    );
  });

  it("all others when one set changed", () => {
    expect(idsOf(again(old, text.replace("4x5", "5,5,5,3")))).toEqual(idsOf(old));
  });

  it("when blocks move, lifts are added or taken away", () => {
    const moved = again(
      old,
      "A1 Dumbbell curl 3x12 r60\n\nB1 Back squat 4x5 r150\n\nC1 Bench press 4x8 h10\nC2 Seated cable row 4x10 r90",
    );
    expect(new Set(idsOf(moved))).toEqual(new Set(idsOf(old)));
    expect(moved.blocks[1]!.id).toBe(old.blocks[0]!.id);
    const added = again(old, `Deadlift 3x5\n\n${text}`);
    expect(added.blocks.slice(1).map((block) => block.id)).toEqual(old.blocks.map((block) => block.id));
    expect(added.blocks[0]!.id).toMatch(/^new/);
    const split = again(old, text.replace(" h10\nB2", "\n\nD2"));
    expect(split.blocks.flatMap((block) => block.slots.map((slot) => slot.id)).sort()).toEqual(
      old.blocks.flatMap((block) => block.slots.map((slot) => slot.id)).sort(),
    );
  });

  it("keeps a slot whose exercise was swapped in place, but not its record", () => {
    const swapped = again(old, text.replace("Bench press", "Dumbbell press"));
    const [before, after] = [old.blocks[1]!.slots[0]!, swapped.blocks[1]!.slots[0]!];
    expect(after.id).toBe(before.id);
    expect(after.lineage).toBe("dumbbell-bench-press");
  });
});

describe("rounds of blocks", () => {
  const shown = shownSession(
    read("A1 Bench press 2x8 @80kg rir2 r90\n\nB1 Chin-up 2x5 h8\nB2 Dumbbell press 2x10 r75"),
  );
  const blockRounds = blockRoundsShown(shown);
  const [first] = doneAsPlanned(shown);

  it("run one round after the other, and offer the first that is not over", () => {
    expect(
      blockRounds.map((blockRound) => [
        blockRound.letter,
        blockRound.round,
        blockRound.moves.length,
        blockRound.rest?.seconds,
      ]),
    ).toEqual([
      ["A", 0, 1, 90],
      ["A", 1, 1, undefined],
      ["B", 0, 2, 75],
      ["B", 1, 2, undefined],
    ]);
    expect(nextBlockRound(blockRounds, foldEvents([first!]))).toBe(blockRounds[1]);
  });

  it("take rounds, sets, swaps and another order from the floor", () => {
    const [a, b] = shown.document.blocks;
    const slotId = a!.slots[0]!.id;
    const orderAfter = (...bodies: FloorEventBody[]) =>
      blockRoundsOf(shown.document, workContextOf(shown), foldEvents(bodies.map((body) => event(body)))).map(
        ({ letter, round, ordinal, rest }) => [letter, round, ordinal, rest?.seconds ?? null],
      );
    expect(orderAfter({ kind: "roundAdded", blockId: a!.id }).slice(0, 3)).toEqual([
      ["A", 0, 0, 90],
      ["A", 1, 0, 90],
      ["A", 2, 0, null],
    ]);
    expect(orderAfter({ kind: "setAdded", slotId, round: 1 }).slice(1, 3)).toEqual([
      ["A", 1, 0, 90],
      ["A", 1, 1, null],
    ]);
    expect(orderAfter({ kind: "orderChanged", blockIds: [b!.id] }).map(([letter]) => letter)).toEqual([
      "B",
      "B",
      "A",
      "A",
    ]);
    const swap = foldEvents([
      event({ kind: "exerciseSwapped", slotId, fromRound: 1, exerciseId: "push-up", load: null, reason: "" }),
    ]);
    const done = blockRoundsOf(shown.document, workContextOf(shown), swap).slice(0, 2);
    expect(done.map((blockRound) => asPlanned(blockRound, shown, null)[0]!.segments[0])).toMatchObject([
      { exerciseId: "bench-press", load: { amount: "80" } },
      { exerciseId: "push-up", load: null },
    ]);
  });
});
