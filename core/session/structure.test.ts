import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { SHIPPED_CATALOGUE } from "../exercise/catalogue";
import { DEFAULT_SETTINGS } from "../settings";
import { arbitrarySession } from "../testing/arbitrary";
import { countingIds, read } from "../testing/helpers";
import { chainsOf, nextChain } from "./chains";
import { type FloorEvent, type FloorEventBody, foldEvents, type PerformedSet } from "./events";
import { exposuresOf } from "./exposures";
import { allBlocks, type SessionDocument } from "./grammar";
import { nameBlock } from "./names";
import { reconcile } from "./reconcile";
import { parseSession } from "./shorthand/parse";
import { printSession } from "./shorthand/print";

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
    ["Dumbbell press 4x8 h10 + Cable fly 4x12", "superset, same muscle, post-exhaust"],
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
    expect(after.lineage).toBe("dumbbell-press");
  });
});

const setDone = (setId: string, slotId: string, reps: number): PerformedSet => ({
  setId,
  slotId,
  round: 0,
  segments: [
    {
      segmentId: "g",
      exerciseId: "bench-press",
      load: { amount: "80", unit: "kg" },
      sign: 1,
      reps,
      rightReps: null,
      seconds: null,
    },
  ],
  rir: 2,
  form: "held",
  pain: 0,
  painPlace: "",
  note: "",
  restSeconds: null,
});

let made = 0;
const event = (body: FloorEventBody): FloorEvent => ({
  id: `e${made++}`,
  sessionId: "s",
  atMs: made,
  shownHash: "h",
  body,
});

describe("the floor's log folds to what was done", () => {
  it("later corrections win, undoing takes back, skipping and doing replace each other", () => {
    const first = event({ kind: "setsDone", sets: [setDone("a", "x", 8), setDone("b", "x", 8)] });
    const fixed = event({ kind: "setCorrected", set: setDone("a", "x", 7) });
    expect(foldEvents([first, fixed]).sets.get("a")!.segments[0]!.reps).toBe(7);
    expect(
      foldEvents([first, fixed, event({ kind: "undone", eventId: fixed.id })]).sets.get("a")!.segments[0]!.reps,
    ).toBe(8);
    expect(foldEvents([first, event({ kind: "undone", eventId: first.id })]).sets.size).toBe(0);
    const skipped = foldEvents([first, event({ kind: "setsSkipped", setIds: ["b"], reason: "" })]);
    expect([skipped.sets.has("b"), skipped.skipped.has("b")]).toEqual([false, true]);
    expect(foldEvents([event({ kind: "ended", sessionRpe: 7, note: "" })]).ended?.sessionRpe).toBe(7);
  });
});

describe("chains and exposures", () => {
  const document = read("A1 Bench press 2x8 @80kg rir2 r90\n\nB1 Chin-up 2x5 h8\nB2 Dumbbell press 2x10 r75");

  it("runs one round after the other, and offers the first that is not over", () => {
    const chains = chainsOf(document, DEFAULT_SETTINGS);
    expect(chains.map((chain) => [chain.letter, chain.round, chain.moves.length, chain.restSeconds])).toEqual([
      ["A", 0, 1, 90],
      ["A", 1, 1, null],
      ["B", 0, 2, 75],
      ["B", 1, 2, null],
    ]);
    const done = foldEvents([event({ kind: "setsDone", sets: [setDone(chains[0]!.moves[0]!.set.id, "x", 8)] })]);
    expect(nextChain(chains, done)).toBe(chains[1]);
  });

  it("a lift's exposure knows what was asked, what was left out, and whether it was fresh", () => {
    const [a, b] = document.blocks;
    const first = a!.slots[0]!.sets[0]!;
    const press = b!.slots[1]!.sets[0]!;
    const done = foldEvents([
      event({
        kind: "setsDone",
        sets: [
          setDone(first.id, a!.slots[0]!.id, 7),
          {
            ...setDone(press.id, b!.slots[1]!.id, 10),
            segments: [{ ...setDone("", "", 10).segments[0]!, exerciseId: "dumbbell-press" }],
          },
        ],
      }),
    ]);
    const lifts = exposuresOf(
      { sessionId: "s", date: "2026-11-24", document, bodyMassKg: 80, aims: {} },
      done,
      SHIPPED_CATALOGUE,
      DEFAULT_SETTINGS,
    );
    expect(lifts.get("bench-press")!.exposure).toMatchObject({
      plannedSets: 2,
      sets: [{ reps: 7, loadKg: 80, target: { low: 8, high: 8 }, targetRir: 2, fresh: true }],
    });
    expect(lifts.get("dumbbell-press")!.exposure.sets[0]).toMatchObject({ fresh: false });
    expect(lifts.has("chin-up")).toBe(false);
  });
});
