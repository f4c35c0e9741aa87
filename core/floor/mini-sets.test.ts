import { describe, expect, it } from "vitest";
import { event, shownSession } from "../testing/floor";
import { read } from "../testing/helpers";
import { asPlanned } from "./as-planned";
import { type BlockRound, blockRoundsOf, nextBlockRound } from "./block-rounds";
import { type FloorEvent, foldEvents, type PerformedSet, placeOf } from "./events";
import { workContextOf } from "./shown";

/** A session on the floor, a round at a time: `say` changes what is saved of it. */
function floor(text: string) {
  const shown = shownSession(read(text));
  const events: FloorEvent[] = [];
  const now = () => {
    const performed = foldEvents(events);
    const rounds = blockRoundsOf(shown.document, workContextOf(shown), performed);
    return { performed, rounds, next: nextBlockRound(rounds, performed) };
  };
  const save = (say: (set: PerformedSet) => PerformedSet = (set) => set) => {
    const { next } = now();
    events.push(event({ kind: "setsDone", sets: asPlanned(next!, shown, null).map(say) }));
  };
  const log = (body: FloorEvent["body"]) => events.push(event(body));
  return { shown, now, save, log };
}

const reps = (count: number) => (set: PerformedSet) => ({
  ...set,
  segments: set.segments.map((segment) => ({ ...segment, reps: count })),
});
const standing = (next: BlockRound | null) =>
  next && [next.ordinal, next.goal?.done, next.goal?.total, next.rest?.seconds];

describe("a goal of reps, a mini-set at a time", () => {
  it("counts what was done, rests as the goal says, and is over when no reps are left", () => {
    const { now, save } = floor("A1 Push-up 30total/20s r90\n\nB1 Front plank 1x30s");
    const seen: unknown[] = [];
    while (now().next?.letter === "A") {
      seen.push(standing(now().next));
      save();
    }
    expect(seen).toEqual([
      [0, 0, 30, 20],
      [1, 10, 30, 20],
      [2, 20, 30, undefined],
    ]);
    expect(now().performed.sets.size).toBe(3);
  });

  it("asks for no more than is left, and for one mini-set more where fewer were made", () => {
    const { shown, now, save } = floor("A1 Push-up 30total/20s");
    save(reps(14));
    save(reps(9));
    const next = now().next!;
    expect(asPlanned(next, shown, null)).toMatchObject([{ ordinal: 2, segments: [{ reps: 7 }] }]);
    save(reps(4));
    expect(standing(now().next)).toEqual([3, 27, 30, undefined]);
    save(reps(5));
    expect(now().next).toBeNull();
  });

  it("is ended by leaving out what is left; what was done of it stays", () => {
    const { shown, now, save, log } = floor("A1 Push-up 30total/20s\n\nB1 Front plank 1x30s");
    save();
    const slotId = shown.document.blocks[0]!.slots[0]!.id;
    log({ kind: "setsSkipped", places: [placeOf(slotId, 0, 1)], reason: "" });
    expect(now().next!.letter).toBe("B");
    expect(now().performed.sets.size).toBe(1);
  });

  it("is half of a shared one, and each of its rounds has a goal of its own", () => {
    const shared = floor("A1 Push-up 30total/20s shared");
    expect(shared.now().next!.goal).toEqual({ total: 15, done: 0 });
    const twice = floor("A1 Push-up 2x20total/10s r60");
    for (let i = 0; i < 2; i++) twice.save();
    expect(twice.now().next).toMatchObject({ round: 1, ordinal: 0, goal: { total: 20, done: 0 } });
  });

  it("in a round with other lifts it is done whole", () => {
    const { now, shown } = floor("A1 Push-up 30total/20s\nA2 Front plank 30s");
    const next = now().next!;
    expect(next.goal).toBeNull();
    expect(asPlanned(next, shown, null).length).toBeGreaterThan(2);
  });
});
