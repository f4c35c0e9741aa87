/** What is derived from a log: kept as it is logged, and the same when it is rebuilt. */
import { beforeAll, describe, expect, it } from "vitest";
import type { SentEvent } from "../../contract";
import { type FloorEventBody, lineageOf, placeholderId, placeOf } from "../../core";
import type { FloorView } from "../../views";
import { inStudio, newId } from "../db";
import { calendarsBetween } from "../db/planned";
import * as db from "../db/queries";
import { blockRoundsIn, doneIn, eventIn, openFloor, record as recordAs, setsIn, writeSession } from "../testing/floor";
import { clock, hasDatabase, makeStudio, NOON, prepareDatabase, type TestStudio, value } from "../testing/studio";
import { executeUseCase } from "../usecases";
import { rebuildProjections } from "./projecting";

describe.runIf(hasDatabase)("projections", () => {
  let studio: TestStudio;
  /** Other suites write to this database meanwhile. */
  const mine = () => ({ studioId: studio.coach.studioId });
  beforeAll(async () => {
    await prepareDatabase();
    studio = await makeStudio("Juniper");
  });

  const session = (text: string, date?: string, place?: 0 | 1) => writeSession(studio, text, date, place);
  const open = (sessionId: string) => openFloor(studio.coach, sessionId);
  const record = (sessionId: string, events: readonly SentEvent[]) => recordAs(studio.coach, sessionId, events);

  const exposures = (lineage: string, place: 0 | 1 = 0) =>
    inStudio(studio.coach, (tx) => db.exposureRows(tx, studio.clients[place].id, [lineage], "2027-01-01", 26));

  /** All that is derived, as it is kept. */
  async function derived() {
    return inStudio(studio.coach, async (tx) => {
      const clients = studio.clients.map((client) => client.id);
      const sessions = (await calendarsBetween(tx, clients, "2026-01-01", "2027-01-01")).flatMap(({ rows }) => rows);
      const lifts = await Promise.all(clients.map((id) => db.liftSummaryRows(tx, id)));
      const weeks = await Promise.all(clients.map((id) => db.weekSumRows(tx, id, "2026-01-01", "2027-01-01")));
      const lineages = [...new Set(lifts.flat().map((lift) => lift.lineage))];
      const rows = await Promise.all(clients.map((id) => db.exposureRows(tx, id, lineages, "2027-01-01", 26)));
      return { sessions, lifts, weeks, rows };
    });
  }

  it("two slots of one lift both count, in the record and in the week", async () => {
    const sessionId = await session("A1 Bench press 1x5 @80kg rir2\n\nB1 Bench press 1x8 @60kg rir1", "2026-11-02");
    const view = await open(sessionId);
    await record(sessionId, [eventIn(view, { kind: "started" }), doneIn(view, 0), doneIn(view, 1)]);
    expect((await exposures("bench-press")).map((row) => row.exposure.sets.map((set) => set.reps))).toEqual([[5], [8]]);
    const [week] = await inStudio(studio.coach, (tx) =>
      db.weekSumRows(tx, studio.clients[0].id, "2026-11-02", "2026-11-09"),
    );
    expect(week!.sums).toMatchObject({ sessions: 1, muscles: { chest: { hardSets: 2, reps: 13 } } });
  });

  it("two devices with two shown documents: neither's lifts vanish", async () => {
    const sessionId = await session("A1 Deadlift 1x5 @100kg rir2\n\nB1 Chin-up 1x5 @BW rir2", "2026-11-05");
    const first = await open(sessionId);
    const row = (await inStudio(studio.coach, (tx) => db.sessionRow(tx, sessionId)))!;
    const [deadlift] = row.document.blocks;
    const edits = [{ kind: "removeBlock" as const, blockId: deadlift!.id }];
    value(
      await executeUseCase(studio.coach, "sessions.edit", { sessionId, revision: 0, edits, draftText: null }, clock),
    );
    const second = await open(sessionId);
    expect(second.shownHash).not.toBe(first.shownHash);
    await record(sessionId, [doneIn(second, 0)]);
    await record(sessionId, [doneIn(first, 0)]);
    expect((await exposures("deadlift")).map((one) => one.sessionId)).toEqual([sessionId]);
    expect((await exposures("chin-up")).map((one) => one.sessionId)).toEqual([sessionId]);
    const review = value(await executeUseCase(studio.coach, "review.show", { sessionId }, clock));
    expect(Object.keys(review.shown).sort()).toEqual([first.shownHash, second.shownHash].sort());
  });

  it("a phone that runs the first build is understood", async () => {
    const sessionId = await session("Front squat 2x5 @60kg rir2", "2026-11-08");
    const view = await open(sessionId);
    const [one, two] = asPlannedOf(view);
    const { ordinal: _o, whose: _w, plannedSetId, failed: _f, segments, ...rest } = one!;
    const parts = segments.map(({ metres: _m, ...part }) => ({ ...part, segmentId: part.segmentId! }));
    const common = { sessionId, atMs: NOON, shownHash: view.shownHash };
    const old = [
      { id: newId(), ...common, body: { kind: "started" as const } },
      {
        id: newId(),
        ...common,
        body: { kind: "setsDone" as const, sets: [{ ...rest, setId: plannedSetId!, segments: parts }] },
      },
      { id: newId(), ...common, body: { kind: "setsSkipped" as const, setIds: [two!.plannedSetId!], reason: "" } },
    ];
    await record(sessionId, old);
    const again = await open(sessionId);
    expect(again.events.map((event) => [event.version, event.body.kind])).toEqual([
      [3, "started"],
      [3, "setsDone"],
      [3, "setsSkipped"],
    ]);
    expect((await exposures("front-squat"))[0]!.exposure).toMatchObject({ plannedSets: 2, sets: [{ reps: 5 }] });
    // Sent again it is a repeat, whichever build asks.
    expect(await record(sessionId, old)).toEqual({ accepted: old.map((event) => event.id), refused: [] });
    expect((await open(sessionId)).events).toHaveLength(3);
  });

  const asPlannedOf = (view: FloorView) => blockRoundsIn(view).flatMap((_, blockRound) => setsIn(view, blockRound));

  it("a lift known by its name alone is logged, and its record follows when it is named", async () => {
    const name = "Boat winch pull";
    const sessionId = await session(`"${name}"? 2x8 @20kg rir2`, "2026-11-10", 1);
    const view = await open(sessionId);
    await record(sessionId, [doneIn(view, 0), doneIn(view, 1)]);
    const lineage = lineageOf(placeholderId(name), []);
    expect((await exposures(lineage, 1))[0]!.exposure.sets).toHaveLength(2);
    const input = { exerciseId: placeholderId(name), is: "barbell-row" };
    expect(await executeUseCase(studio.coach, "lifts.name", { ...input, is: "nothing-known" }, clock)).toMatchObject({
      kind: "refused",
    });
    expect(value(await executeUseCase(studio.coach, "lifts.name", input, clock))).toEqual({ sessions: 1 });
    expect(await exposures(lineage, 1)).toEqual([]);
    expect((await exposures("barbell-row", 1))[0]!.exposure.sets.map((set) => set.reps)).toEqual([8, 8]);
    const [week] = await inStudio(studio.coach, (tx) =>
      db.weekSumRows(tx, studio.clients[1].id, "2026-11-09", "2026-11-10"),
    );
    expect(week!.sums.muscles.back!.reps).toBe(16);
  });

  it("an undone event takes its exposures, its week and its lift's line with it", async () => {
    const sessionId = await session("Hip thrust 1x8 @90kg rir2", "2026-10-06");
    const view = await open(sessionId);
    const start = eventIn(view, { kind: "started" });
    const set = doneIn(view, 0);
    await record(sessionId, [start, set]);
    expect(await exposures("hip-thrust")).toHaveLength(1);
    await record(sessionId, [eventIn(view, { kind: "undone", eventId: set.id })]);
    expect(await exposures("hip-thrust")).toEqual([]);
    await inStudio(studio.coach, async (tx) => {
      const clientId = studio.clients[0].id;
      expect((await db.liftSummaryRows(tx, clientId)).map((lift) => lift.lineage)).not.toContain("hip-thrust");
      expect(await db.weekSumRows(tx, clientId, "2026-10-05", "2026-10-12")).toEqual([]);
      expect((await db.sessionRow(tx, sessionId))!.state).toBe("draft");
    });
  });

  it("rounds left out, added and swapped are told apart", async () => {
    const sessionId = await session("Leg press 3x10 @120kg rir2 r90", "2026-10-13");
    const view = await open(sessionId);
    const [blockRound] = blockRoundsIn(view);
    const slotId = blockRound!.moves[0]!.slot.id;
    const swap: FloorEventBody = {
      kind: "exerciseSwapped",
      slotId,
      fromRound: 2,
      exerciseId: "back-squat",
      load: null,
      reason: "",
    };
    await record(sessionId, [
      doneIn(view, 0),
      eventIn(view, { kind: "setsSkipped", places: [placeOf(slotId, 1)], reason: "knee" }),
      eventIn(view, swap),
      eventIn(view, {
        kind: "setsDone",
        sets: setsIn(view, 2, 90).map((set) => ({
          ...set,
          segments: [{ ...set.segments[0]!, exerciseId: "back-squat", load: { amount: "60", unit: "kg" as const } }],
        })),
      }),
    ]);
    expect((await exposures("leg-press")).at(-1)!.exposure).toMatchObject({ plannedSets: 3, sets: [{ round: 0 }] });
    expect((await exposures("back-squat")).at(-1)!.exposure).toMatchObject({
      plannedSets: 1,
      sets: [{ round: 2, loadKg: 60 }],
    });
  });

  it("rebuilt from the log is what was kept", async () => {
    const before = await derived();
    expect(before.rows.flat().length).toBeGreaterThan(4);
    expect(await rebuildProjections("outdated", mine())).toBe(0);
    expect(await rebuildProjections("all", mine())).toBeGreaterThan(4);
    expect(await derived()).toEqual(before);
  });

  it("and comes back whole when all that is derived was lost", async () => {
    const before = await derived();
    await inStudio(studio.coach, async (tx) => {
      for (const table of ["exposures", "lift_summaries", "week_sums"]) await tx.execute(`delete from ${table}`);
      await tx.execute("update sessions set projection_version = 0, summary = null where summary is not null");
    });
    expect((await derived()).rows.flat()).toEqual([]);
    await rebuildProjections("outdated", mine());
    const { lifts, rows, weeks, sessions } = await derived();
    expect({ lifts, rows, weeks }).toEqual({ lifts: before.lifts, rows: before.rows, weeks: before.weeks });
    expect(sessions).toEqual(before.sessions);
  });
});
