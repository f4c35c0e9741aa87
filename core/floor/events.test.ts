import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { event, performedPart, performedSet, SAMPLE_BODIES } from "../testing/floor";
import { FLOOR_EVENTS } from "./event-kinds";
import { type FloorEvent, type FloorEventBody, foldEvents, occurrenceKey, pausedMs, placeOf, setsAt } from "./events";

const done = (slotId: string, reps: number) => performedSet({ slotId, segments: [performedPart({ reps })] });

const body: fc.Arbitrary<FloorEventBody> = fc.oneof(
  fc.constant({ kind: "started" as const }),
  fc
    .tuple(fc.constantFrom("a", "b", "c"), fc.nat(12))
    .map(([slot, reps]) => ({ kind: "setsDone" as const, sets: [done(slot, reps)] })),
  fc
    .tuple(fc.constantFrom("a", "b", "c"), fc.nat(12))
    .map(([slot, reps]) => ({ kind: "setCorrected" as const, set: done(slot, reps) })),
  fc
    .constantFrom("a", "b", "c")
    .map((slot) => ({ kind: "setsSkipped" as const, places: [placeOf(slot, 0)], reason: "" })),
  fc.constantFrom("a", "b", "c").map((slot) => ({
    kind: "shortened" as const,
    minutes: 20,
    places: [placeOf(slot, 0)],
    rests: [{ blockId: slot, seconds: 45 }],
  })),
  fc.nat(11).map((n) => ({ kind: "undone" as const, eventId: `e${n}` })),
  fc.constant({ kind: "ended" as const, sessionRpe: 7, note: "" }),
);
const log = fc
  .array(body, { maxLength: 12 })
  .map((bodies) => bodies.map((one, i): FloorEvent => event(one, { id: `e${i}`, atMs: i })));

/** What was done, without the clocks. */
const figures = (events: readonly FloorEvent[]) => {
  const { sets, skipped, rests } = foldEvents(events);
  return [[...sets].map(([key, { atMs: _, ...set }]) => [key, set]), [...skipped], [...rests]];
};

it("device clocks do not decide: any clock gives the same, in the server's order", () => {
  fc.assert(
    fc.property(log, fc.array(fc.nat(1000), { minLength: 12, maxLength: 12 }), (events, clocks) => {
      expect(figures(events.map((one, i) => ({ ...one, atMs: clocks[i]! })))).toEqual(figures(events));
    }),
  );
});

it("a set is never both done and left out, and undoing an event leaves the log as if it had not been", () => {
  fc.assert(
    fc.property(log, (events) => {
      const folded = foldEvents(events);
      for (const key of folded.skipped.keys()) expect(folded.sets.has(key)).toBe(false);
      const kinds = ["setsDone", "setsSkipped", "shortened"];
      const last = events.findLast((one) => kinds.includes(one.body.kind));
      if (!last || events.some((one) => one.body.kind === "undone" && one.body.eventId === last.id)) return;
      const undo = event({ kind: "undone", eventId: last.id }, { id: "undo" });
      expect(figures([...events, undo])).toEqual(figures(events.filter((one) => one !== last)));
      const again = event({ kind: "undone", eventId: "undo" }, { id: "redo" });
      expect(figures([...events, undo, again])).toEqual(figures(events));
    }),
  );
});

describe("pauses", () => {
  const at = (minutes: number, body: FloorEventBody) => event(body, { id: `p${minutes}`, atMs: minutes * 60_000 });
  const pause = (minutes: number) => at(minutes, { kind: "paused", resumed: false });
  const goOn = (minutes: number) => at(minutes, { kind: "paused", resumed: true });
  const pausesOf = (...events: FloorEvent[]) =>
    foldEvents(events).pauses.map(({ fromMs, toMs }) => [fromMs / 60_000, toMs === null ? null : toMs / 60_000]);

  it("last from the tap to the next, and the last one for as long as nobody goes on", () => {
    expect(pausesOf(pause(1), goOn(4), pause(10))).toEqual([
      [1, 4],
      [10, null],
    ]);
  });

  it("said twice are one, and going on without one is nothing", () => {
    expect(pausesOf(goOn(1), pause(2), pause(3), goOn(5), goOn(6))).toEqual([[2, 5]]);
  });

  it("are counted for as much of them as lies within a time", () => {
    const { pauses } = foldEvents([pause(1), goOn(4), pause(10)]);
    const minutes = (from: number, to: number) => pausedMs(pauses, from * 60_000, to * 60_000) / 60_000;
    expect([minutes(0, 12), minutes(2, 3), minutes(5, 9), minutes(3, 11)]).toEqual([5, 1, 0, 2]);
  });
});

describe("a set is kept by its occurrence", () => {
  it("mini-sets, added sets and a partner's have places of their own", () => {
    const sets = [0, 1, 2].map((ordinal) =>
      performedSet({ ordinal, segments: [performedPart({ reps: 10 - ordinal })] }),
    );
    const folded = foldEvents([
      event({ kind: "setsDone", sets }),
      event({ kind: "setsDone", sets: [performedSet({ whose: "partner", segments: [performedPart({ reps: 30 })] })] }),
    ]);
    expect(setsAt(folded, "x", 0).map((set) => set.segments[0]!.reps)).toEqual([10, 9, 8]);
    expect(folded.sets.size).toBe(4);
  });

  it("a correction puts figures right and keeps what was on the screen when the set was done", () => {
    const folded = foldEvents([
      event({ kind: "setsDone", sets: [done("x", 8)] }, { shownHash: "old", atMs: 5 }),
      event({ kind: "setCorrected", set: done("x", 7) }, { shownHash: "new", atMs: 900 }),
    ]);
    expect(folded.sets.get(occurrenceKey(placeOf("x", 0)))).toMatchObject({
      shownHash: "old",
      atMs: 5,
      segments: [{ reps: 7 }],
    });
  });
});

const UNDOABLE = Object.values(SAMPLE_BODIES).filter(({ kind }) => FLOOR_EVENTS[kind].canUndo);
it.each(UNDOABLE.map((body) => [body.kind, body] as const))(
  "%s changes the session, and undone changes nothing",
  (_, body) => {
    const done = event(body, { id: "done" });
    expect(foldEvents([done])).not.toEqual(foldEvents([]));
    expect(foldEvents([done, event({ kind: "undone", eventId: "done" })])).toEqual(foldEvents([]));
  },
);
