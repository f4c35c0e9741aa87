/** The floor's log at its edge: what is taken, what is refused, and that neither touches the other. */
import { beforeAll, beforeEach, describe, expect, it } from "vitest";
import { addDays, foldEvents } from "../../core";
import type { FloorView } from "../../views";
import { finishProjections } from "../context/projecting";
import { inStudio, newId } from "../db";
import * as db from "../db/queries";
import { doneIn, eventIn, openFloor, record, send, setsIn, writeSession } from "../testing/floor";
import { clock, hasDatabase, makeStudio, NOON, prepareDatabase, type TestStudio, value } from "../testing/studio";
import { executeUseCase } from ".";
import { answerIn, refused } from "./kit";

const HOUR = 3_600_000;

describe.runIf(hasDatabase)("what a device logs", () => {
  let studio: TestStudio;
  let sessionId: string;
  let view: FloorView;
  let weeks = 0;
  beforeAll(async () => {
    await prepareDatabase();
    studio = await makeStudio("Clover");
  });
  beforeEach(async () => {
    // Weeks apart, so that no week holds more than one.
    weeks += 2;
    sessionId = await writeSession(studio, "Bench press 4x5 @60kg rir2 r90", addDays("2026-11-16", -7 * weeks));
    view = await openFloor(studio.coach, sessionId);
  });
  const log = async () => (await openFloor(studio.coach, sessionId)).events;
  const stateOf = async () => (await inStudio(studio.coach, (tx) => db.sessionRow(tx, sessionId)))!.state;

  it("is taken one by one: what cannot be taken says why, and condemns no other", async () => {
    const [good, other] = [doneIn(view, 0), doneIn(view, 1)];
    const tooMany = eventIn(view, {
      kind: "setsDone",
      sets: setsIn(view, 2).map((set) => ({ ...set, segments: [{ ...set.segments[0]!, reps: 4000 }] })),
    });
    const strange = { ...doneIn(view, 3), shownHash: "0".repeat(64) };
    const elsewhere = { ...eventIn(view, { kind: "started" }), sessionId: newId() };
    const answer = value(await send(studio.coach, sessionId, [good, tooMany, strange, elsewhere, other, null]));
    expect(answer.accepted).toEqual([good.id, other.id]);
    expect(Object.fromEntries(answer.refused.map(({ id, because }) => [id, because]))).toEqual({
      [tooMany.id]: "the reps: a figure that is 1000 at most",
      [strange.id]: "it was logged from a session that was never shown here",
      [elsewhere.id]: "it belongs to another session",
      "": "it is missing",
    });
    expect((await log()).map((event) => event.id)).toEqual([good.id, other.id]);
  });

  it.each([
    ["a lunch break of three hours", { restSeconds: 10_800 }, NOON],
    ["a rest that ran backward", { restSeconds: -3600 }, NOON],
    ["a clock set back thirty years", {}, NOON - 30 * 8760 * HOUR],
    ["a clock before 1970", {}, -5_000],
  ])("%s is taken, and its rest read as not timed", async (_what, change, atMs) => {
    const done = { ...doneIn(view, 0, change), atMs };
    expect(value(await send(studio.coach, sessionId, [done]))).toEqual({ accepted: [done.id], refused: [] });
    const [set] = [...foldEvents(await log()).sets.values()];
    expect(set).toMatchObject({ restSeconds: null, segments: [{ reps: 5 }] });
  });

  it("was not done after it was received: a clock a year ahead makes no year of training", async () => {
    const ahead = NOON + 8760 * HOUR;
    const start = eventIn(view, { kind: "started" }, { atMs: NOON - 30 * 60_000 });
    await record(studio.coach, sessionId, [start, { ...doneIn(view, 0), atMs: ahead }]);
    const row = await inStudio(studio.coach, (tx) => db.sessionRow(tx, sessionId));
    expect(row!.summary!.minutes).toBe(30);
  });

  it("twice is kept once; the same mark with other figures is refused, and what came with it stays", async () => {
    const done = doneIn(view, 0);
    const next = doneIn(view, 1);
    await record(studio.coach, sessionId, [done]);
    const changed = { ...done, body: { kind: "ended" as const, sessionRpe: 9, note: "" } };
    const answer = value(await send(studio.coach, sessionId, [next, changed]));
    expect(answer).toEqual({
      accepted: [next.id],
      refused: [{ id: done.id, because: expect.stringContaining("other figures") }],
    });
    expect((await log()).map((event) => event.id)).toEqual([done.id, next.id]);
  });

  it("may take back what stands in its own session, and the taking back itself; nothing of another's", async () => {
    const done = doneIn(view, 0);
    const undo = eventIn(view, { kind: "undone", eventId: done.id });
    await record(studio.coach, sessionId, [done, undo]);
    expect(foldEvents(await log()).sets.size).toBe(0);
    await record(studio.coach, sessionId, [eventIn(view, { kind: "undone", eventId: undo.id })]);
    expect(foldEvents(await log()).sets.size).toBe(1);
    const otherId = await writeSession(studio, "Deadlift 1x5 @80kg", "2026-01-06");
    const other = await openFloor(studio.coach, otherId);
    const strange = eventIn(other, { kind: "undone", eventId: done.id });
    expect(value(await send(studio.coach, otherId, [strange])).refused).toEqual([
      { id: strange.id, because: expect.stringContaining("not in this session") },
    ]);
    expect(foldEvents(await log()).sets.size).toBe(1);
  });

  it("is not sent in another person's name", async () => {
    const { scope } = studio.clients[0];
    const input = { sessionId, memberId: scope.memberId, events: [doneIn(view, 0)] };
    expect(await executeUseCase(studio.coach, "floor.record", input, clock)).toEqual({ kind: "otherPerson" });
    expect(await log()).toEqual([]);
  });

  it("begins the session at once, and what is derived follows after the answer", async () => {
    value(await send(studio.coach, sessionId, [doneIn(view, 0)]));
    expect(await stateOf()).toBe("started");
    const behind = () => inStudio(studio.coach, (tx) => db.unprojectedSessions(tx));
    expect(await behind()).toContain(sessionId);
    await finishProjections(studio.coach);
    expect(await behind()).not.toContain(sessionId);
    const row = await inStudio(studio.coach, (tx) => db.sessionRow(tx, sessionId));
    expect(row!.summary!.sets).toBe(1);
  });

  it("is in whatever is read next once the session is over, whoever reads", async () => {
    const ended = eventIn(view, { kind: "ended", sessionRpe: 7, note: "" });
    value(await send(studio.coach, sessionId, [doneIn(view, 0, { rir: 0 }), ended]));
    expect(await stateOf()).toBe("done");
    const client = value(await executeUseCase(studio.coach, "clients.show", { clientId: studio.clients[0].id }, clock));
    const bench = client.lifts.find((lift) => lift.lineage === "bench-press");
    expect(bench!.exposures.some((exposure) => exposure.sessionId === sessionId)).toBe(true);
  });

  it("goes on side by side: eight devices at one session lose and double nothing", async () => {
    const batches = Array.from({ length: 8 }, (_, device) =>
      Array.from({ length: 6 }, (_, one) => eventIn(view, { kind: "note", slotId: null, text: `${device}.${one}` })),
    );
    const answers = await Promise.all(
      batches.map(async (batch) => {
        const first = value(await send(studio.coach, sessionId, batch.slice(0, 4)));
        await finishProjections(studio.coach);
        const second = value(await send(studio.coach, sessionId, batch.slice(2)));
        return [...first.accepted, ...second.accepted];
      }),
    );
    expect(new Set(answers.flat()).size).toBe(48);
    await finishProjections(studio.coach);
    const { notes } = foldEvents(await log());
    expect(notes.map((note) => note.text).sort()).toEqual(
      batches
        .flat()
        .map(({ body }) => (body.kind === "note" ? body.text : ""))
        .sort(),
    );
  });

  it("holds a session: with an event it is never taken away or rewritten, also before anything is derived", async () => {
    value(await send(studio.coach, sessionId, [eventIn(view, { kind: "note", slotId: null, text: "hm" })]));
    for (const name of ["sessions.discard"] as const)
      expect(await executeUseCase(studio.coach, name, { sessionId }, clock)).toMatchObject({ kind: "conflict" });
    expect(await log()).toHaveLength(1);
  });

  it("an answer that is none takes back all that was written on the way to it", async () => {
    const answer = await answerIn(studio.coach, async (tx) => {
      await db.updateSession(tx, sessionId, { state: "done" });
      return refused("title", "Not like this.");
    });
    expect(answer).toMatchObject({ kind: "refused" });
    expect(await stateOf()).toBe("draft");
  });
});

describe.runIf(hasDatabase)("what the floor shows", () => {
  let studio: TestStudio;
  beforeAll(async () => {
    await prepareDatabase();
    studio = await makeStudio("Tansy");
  });

  it("may be of a session that was empty: lifts that are added there are its lifts, with the record's loads", async () => {
    const sessionId = await writeSession(studio, "Bench press 4x5 @60kg rir2 r90", "2026-10-05");
    const view = await openFloor(studio.coach, sessionId);
    await record(studio.coach, sessionId, [
      doneIn(view, 0),
      eventIn(view, { kind: "ended", sessionRpe: null, note: "" }),
    ]);
    const emptyId = await writeSession(studio, "", "2026-10-06");
    const empty = await openFloor(studio.coach, emptyId);
    const read = (typed: string) =>
      executeUseCase(studio.coach, "floor.readLift", { sessionId: emptyId, typed }, clock);
    // What nobody knows is trained by its name.
    expect(value(await read("Boat drag")).document.blocks[0]!.slots[0]!.exerciseId).toBe("named:Boat drag");
    expect(await read("bench 300x8")).toMatchObject({ kind: "refused", problems: [{ field: "typed" }] });
    const { document, loads } = value(await read("bench"));
    const [block] = document.blocks;
    expect(loads).toEqual([{ slotId: block!.slots[0]!.id, load: { weight: { amount: "60", unit: "kg" }, sign: 1 } }]);
    const added = eventIn(empty, { kind: "liftsAdded", document });
    const grown = { ...empty, shown: { ...empty.shown, document } };
    await record(studio.coach, emptyId, [
      added,
      doneIn(grown, 0),
      eventIn(empty, { kind: "ended", sessionRpe: 6, note: "" }),
    ]);
    const row = (await inStudio(studio.coach, (tx) => db.sessionRow(tx, emptyId)))!;
    expect(row.document.blocks.map(({ id }) => id)).toEqual([block!.id]);
    expect(row).toMatchObject({ state: "done", summary: { sets: 1, plannedSets: block!.slots[0]!.sets.length } });
  });

  it("a line that does not read is said, and trained as a lift by its name", async () => {
    const { sessionId } = studio.clients[0];
    const draftText = "Bench press 2x5 @60kg\n\nWobble thing 3x8 @@";
    const { revision } = value(await executeUseCase(studio.coach, "sessions.show", { sessionId }, clock));
    value(await executeUseCase(studio.coach, "sessions.edit", { sessionId, revision, edits: [], draftText }, clock));
    const view = await openFloor(studio.coach, sessionId);
    expect(view.unread).toEqual([{ line: 3, text: "Wobble thing 3x8 @@" }]);
    const lifts = view.shown.document.blocks.map(({ slots }) => slots[0]!.exerciseId);
    expect(lifts).toEqual(["bench-press", "named:Wobble thing"]);
    value(await send(studio.coach, sessionId, [doneIn(view, 2)]));
    expect((await openFloor(studio.coach, sessionId)).events).toHaveLength(1);
  });

  it("lists what is to be trained today and what was begun; a client's own, once it was sent", async () => {
    const [mine, other] = studio.clients;
    const yesterday = await writeSession(studio, "Deadlift 2x5 @80kg", "2026-11-23", 1);
    const view = await openFloor(studio.coach, yesterday);
    const names = async (scope = studio.coach) =>
      value(await executeUseCase(scope, "floor.today", {}, clock)).sessions.map((line) => line.sessionId);
    expect(await names()).not.toContain(yesterday);
    // Begun with nothing kept it is a draft still.
    await record(studio.coach, yesterday, [eventIn(view, { kind: "started" })]);
    expect(await names()).not.toContain(yesterday);
    await record(studio.coach, yesterday, [doneIn(view, 0)]);
    expect(await names()).toEqual(expect.arrayContaining([yesterday, mine.sessionId, other.sessionId]));
    expect(await names(other.scope)).toEqual([yesterday]);
    value(await executeUseCase(studio.coach, "sessions.send", { sessionId: other.sessionId }, clock));
    expect(new Set(await names(other.scope))).toEqual(new Set([yesterday, other.sessionId]));
  });

  it("a client opens what was sent, and no draft", async () => {
    const draft = await writeSession(studio, "Deadlift 2x5 @80kg", "2026-11-25");
    const { scope } = studio.clients[0];
    expect(await executeUseCase(scope, "floor.open", { sessionId: draft }, clock)).toEqual({ kind: "notFound" });
    expect(await executeUseCase(scope, "review.show", { sessionId: draft }, clock)).toEqual({ kind: "notFound" });
    value(await executeUseCase(studio.coach, "sessions.send", { sessionId: draft }, clock));
    expect((await openFloor(scope, draft)).shown.document.blocks).toHaveLength(1);
  });
});
