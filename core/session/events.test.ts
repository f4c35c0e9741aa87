import fc from "fast-check";
import { expect, it } from "vitest";
import { type FloorEvent, type FloorEventBody, foldEvents, type PerformedSet } from "./events";

const set = (setId: string, reps: number): PerformedSet => ({
  setId,
  slotId: "s",
  round: 0,
  segments: [{ segmentId: "g", exerciseId: "bench-press", load: null, sign: 1, reps, rightReps: null, seconds: null }],
  rir: 2,
  form: "held",
  pain: 0,
  painPlace: "",
  note: "",
  restSeconds: null,
});

const body: fc.Arbitrary<FloorEventBody> = fc.oneof(
  fc.constant({ kind: "started" as const }),
  fc
    .tuple(fc.constantFrom("a", "b", "c"), fc.nat(12))
    .map(([id, reps]) => ({ kind: "setsDone" as const, sets: [set(id, reps)] })),
  fc
    .tuple(fc.constantFrom("a", "b", "c"), fc.nat(12))
    .map(([id, reps]) => ({ kind: "setCorrected" as const, set: set(id, reps) })),
  fc.constantFrom("a", "b", "c").map((id) => ({ kind: "setsSkipped" as const, setIds: [id], reason: "" })),
  fc.nat(5).map((n) => ({ kind: "undone" as const, eventId: `e${n}` })),
  fc.constant({ kind: "ended" as const, sessionRpe: 7, note: "" }),
);
const log = fc
  .array(body, { maxLength: 12 })
  .map((bodies) =>
    bodies.map((one, i): FloorEvent => ({ id: `e${i}`, sessionId: "s", atMs: i, shownHash: "h", body: one })),
  );

it("device clocks do not decide: any clock gives the same, in the server's order", () => {
  fc.assert(
    fc.property(log, fc.array(fc.nat(1000), { minLength: 12, maxLength: 12 }), (events, clocks) => {
      const lying = events.map((event, i) => ({ ...event, atMs: clocks[i]! }));
      expect([...foldEvents(lying).sets]).toEqual([...foldEvents(events).sets]);
      expect([...foldEvents(lying).skipped]).toEqual([...foldEvents(events).skipped]);
    }),
  );
});

it("a set is never both done and left out, and undoing an event leaves the log as if it had not been", () => {
  fc.assert(
    fc.property(log, (events) => {
      const folded = foldEvents(events);
      for (const id of folded.skipped) expect(folded.sets.has(id)).toBe(false);
      const last = events.findLast((event) => event.body.kind === "setsDone" || event.body.kind === "setsSkipped");
      if (!last || events.some((event) => event.body.kind === "undone" && event.body.eventId === last.id)) return;
      const undone = [...events, { ...last, id: "undo", body: { kind: "undone" as const, eventId: last.id } }];
      const without = events.filter((event) => event !== last);
      expect([...foldEvents(undone).sets].sort()).toEqual([...foldEvents(without).sets].sort());
    }),
  );
});
