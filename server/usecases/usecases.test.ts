import { beforeAll, describe, expect, it } from "vitest";
import {
  catalogueIn,
  computeSession,
  type ExercisesView,
  type FloorView,
  judgeSession,
  type SessionView,
} from "../../contract";
import {
  cautionKey,
  chainsOf,
  type FloorEvent,
  type FloorEventBody,
  openBlocks,
  type PerformedSet,
  parseSession,
} from "../../core";
import { inStudio, newId, type Scope } from "../db";
import * as db from "../db/queries";
import { documentOf, hasDatabase, makeStudio, NOON, prepareDatabase, type TestStudio } from "../testing/studio";
import { ask, USE_CASES } from ".";
import { STARTING_EQUIPMENT } from "./starting-gym";

const clock = { nowMs: NOON };

/** A valid input for every use case, naming one client's things. A new use case without one fails the walk. */
function inputFor(name: string, target: { clientId: string; sessionId: string; gymId: string }): unknown {
  const { clientId, sessionId, gymId } = target;
  const inputs: Record<string, unknown> = {
    "viewer.show": {},
    "studio.changeSettings": { e1rmFormula: "epley" },
    "studio.changeMethods": { methods: [] },
    "gyms.show": { gymId },
    "gyms.try": { gymId, equipment: STARTING_EQUIPMENT },
    "gyms.save": { gymId, name: "Gym", equipment: STARTING_EQUIPMENT },
    "gyms.create": { name: "Home", clientId, copyOf: gymId },
    "gyms.makeDefault": { gymId },
    "gyms.remove": { gymId },
    "lifts.mark": {
      clientId,
      lineage: "deadlift",
      exerciseId: "deadlift",
      kind: "tested",
      date: "2026-11-20",
      weight: { amount: "140", unit: "kg" },
    },
    "lifts.unmark": { clientId, markId: newId() },
    "clients.change": { clientId, gymId, rounding: "nearest" },
    "sessions.setGym": { sessionId, gymId },
    "sessions.recordReason": { sessionId, key: "jump", reason: "A light week before" },
    "clients.setLimits": { clientId, limits: [] },
    "clients.setPriorities": { clientId, priorities: [{ muscle: "chest", priority: "build" }] },
    "exercises.show": { clientId },
    "exercises.save": { exercise: OWN_CURL },
    "exercises.hide": { exerciseId: "back-squat", hidden: false },
    "clients.list": {},
    "me.show": {},
    "clients.show": { clientId },
    "clients.create": {
      name: "New",
      birthYear: null,
      trainingAge: "novice",
      minutes: 60,
      aims: "",
      limits: "",
      bodyMass: null,
    },
    "clients.weigh": { clientId, date: "2026-11-24", bodyMass: { amount: "81", unit: "kg" } },
    "clients.stateReadiness": { clientId, yes: [] },
    "clients.recordClearance": { clientId, by: "A doctor, for all lifts" },
    "clients.giveAccount": { clientId, email: `${newId()}@test.example`, password: "a-long-password" },
    "clients.erase": { clientId },
    "sessions.create": { clientId, title: "" },
    "sessions.latest": { state: "draft" },
    "sessions.show": { sessionId },
    "sessions.save": { sessionId, revision: 0, document: documentOf("A1 Deadlift 1x5"), draftText: null, rules: {} },
    "sessions.discard": { sessionId },
    "floor.open": { sessionId },
    "floor.record": { sessionId, events: [] },
    "review.show": { sessionId },
  };
  return inputs[name];
}

/** A coach's own exercise. */
const OWN_CURL = {
  id: "own-rail-curl",
  name: "Curl at the boat rail",
  motion: "curl",
  implement: "dumbbell",
  station: null,
  ratio: 0.4,
  setupSeconds: 10,
  fraction: null,
  laterality: "eachSide",
  cableDegrees: null,
  stability: 4,
  learning: 1,
  cues: ["elbow on the rail", "all the way down"],
  shares: [],
  failureSafeAlone: true,
};

const WITHOUT_TARGET = new Set([
  "exercises.save",
  "exercises.hide",
  "viewer.show",
  "studio.changeSettings",
  "studio.changeMethods",
  "clients.list",
  "me.show",
  "clients.create",
  "sessions.latest",
]);

async function catalogueFor(scope: Scope) {
  const shown = await ask<ExercisesView>(scope, "exercises.show", { clientId: null }, clock);
  if (shown.kind !== "ok") throw new Error(shown.kind);
  return catalogueIn(shown.value.exercises);
}

describe.runIf(hasDatabase)("what may be asked of the server", () => {
  let a: TestStudio;
  let b: TestStudio;
  const targetOf = (studio: TestStudio, place: 0 | 1) => ({
    clientId: studio.clients[place].id,
    sessionId: studio.clients[place].sessionId,
    gymId: studio.gymId,
  });
  const counts = (scope: Scope) =>
    inStudio(scope, async (tx) => ({
      clients: (await db.clientRows(tx)).length,
      sessions: (
        await db.sessionLines(
          tx,
          (await db.clientRows(tx)).map((c) => c.id),
          "2026-01-01",
          "2027-01-01",
        )
      ).length,
    }));

  beforeAll(async () => {
    await prepareDatabase();
    a = await makeStudio("Aster");
    b = await makeStudio("Birch");
  });

  it("every use case has an input to be tried with", () => {
    for (const name of USE_CASES.keys())
      expect(inputFor(name, { clientId: newId(), sessionId: newId(), gymId: newId() }), name).toBeDefined();
  });

  it("another studio's things are not found, by coach or client, in any use case, and nothing changes", async () => {
    const before = await counts(a.coach);
    for (const name of USE_CASES.keys()) {
      if (WITHOUT_TARGET.has(name)) continue;
      for (const scope of [b.coach, b.clients[0].scope]) {
        expect(await ask(scope, name, inputFor(name, targetOf(a, 0)), clock), `${name} as ${scope.role}`).toEqual({
          kind: "notFound",
        });
      }
    }
    expect(await counts(a.coach)).toEqual(before);
  });

  it("another client's things in the same studio are not found by a client", async () => {
    for (const name of USE_CASES.keys()) {
      if (WITHOUT_TARGET.has(name)) continue;
      expect(await ask(a.clients[0].scope, name, inputFor(name, targetOf(a, 1)), clock), name).toEqual({
        kind: "notFound",
      });
    }
  });

  it("the same inputs are found by those they belong to", async () => {
    const mine = targetOf(a, 0);
    for (const name of ["clients.show", "sessions.show", "floor.open", "review.show", "floor.record"]) {
      expect((await ask(a.coach, name, inputFor(name, mine), clock)).kind, name).toBe("ok");
    }
    for (const name of ["floor.open", "review.show"])
      expect((await ask(a.clients[0].scope, name, inputFor(name, mine), clock)).kind, name).toBe("ok");
    const me = await ask<{ name: string }>(a.clients[0].scope, "me.show", {}, clock);
    expect(me).toMatchObject({ kind: "ok", value: { name: "Aster 1", notes: "" } });
    const list = await ask<{ clients: { name: string }[] }>(b.coach, "clients.list", {}, clock);
    expect(list.kind === "ok" && list.value.clients.map((client) => client.name)).toEqual(["Birch 1", "Birch 2"]);
  });

  it("row security alone keeps scopes apart, and the log can only grow", async () => {
    await inStudio(b.coach, async (tx) => {
      expect(await db.clientRow(tx, a.clients[0].id)).toBeNull();
      expect(await db.sessionRow(tx, a.clients[0].sessionId)).toBeNull();
    });
    await inStudio(a.clients[0].scope, async (tx) => {
      expect((await db.clientRows(tx)).map((row) => row.id)).toEqual([a.clients[0].id]);
    });
    const stolen = inStudio(b.coach, (tx) =>
      db.insertGym(tx, { studioId: a.coach.studioId, id: newId(), name: "Forged", equipment: {} }),
    );
    await expect(stolen).rejects.toThrow();
    const rewritten = inStudio(a.coach, (tx) => tx.execute("update floor_events set body = '{}'"));
    await expect(rewritten).rejects.toMatchObject({ cause: { message: expect.stringContaining("permission denied") } });
  });

  it("refuses what is malformed with the field that caused it", async () => {
    const answer = await ask(
      a.coach,
      "clients.create",
      { ...(inputFor("clients.create", targetOf(a, 0)) as object), minutes: "sixty" },
      clock,
    );
    expect(answer).toMatchObject({ kind: "refused", problems: [{ field: "minutes" }] });
    expect(await ask(a.coach, "no.such", {}, clock)).toEqual({ kind: "notFound" });
  });

  it("a client who answered yes is not programmed until clearance is recorded", async () => {
    const { clientId, sessionId } = targetOf(a, 1);
    await ask(a.coach, "clients.stateReadiness", { clientId, yes: ["surgery"] }, clock);
    expect(await ask(a.coach, "sessions.create", { clientId, title: "" }, clock)).toMatchObject({
      kind: "refused",
      problems: [{ field: "readiness" }],
    });
    expect(await ask(a.coach, "floor.open", { sessionId }, clock)).toMatchObject({ kind: "refused" });
    await ask(a.coach, "clients.recordClearance", { clientId, by: "Dr Example, all lifts" }, clock);
    expect((await ask(a.coach, "sessions.create", { clientId, title: "" }, clock)).kind).toBe("ok");
  });

  it("saves over the revision that was read, and says so when another was quicker", async () => {
    const { sessionId } = targetOf(b, 1);
    const input = inputFor("sessions.save", targetOf(b, 1)) as object;
    expect(await ask(b.coach, "sessions.save", input, clock)).toEqual({ kind: "ok", value: { revision: 1 } });
    expect(await ask(b.coach, "sessions.save", input, clock)).toMatchObject({ kind: "conflict", current: 1 });
    const shown = await ask<{ revision: number; draftText: string | null }>(
      b.coach,
      "sessions.show",
      { sessionId },
      clock,
    );
    expect(shown).toMatchObject({ kind: "ok", value: { revision: 1, draftText: null } });
  });

  it("takes in a studio's own exercises, refuses what contradicts itself, and hides without forgetting", async () => {
    const save = (change: object) => ask(b.coach, "exercises.save", { exercise: { ...OWN_CURL, ...change } }, clock);
    expect((await save({})).kind).toBe("ok");
    expect(await save({ id: "another" })).toMatchObject({ kind: "refused", problems: [{ field: "name" }] });
    expect(await save({ id: "x", name: "Bulgarian curl" })).toMatchObject({ kind: "refused" });
    expect(await save({ id: "bench-press", name: "Mine" })).toMatchObject({ kind: "refused" });
    expect(await save({ id: "y", name: "Rail hang", implement: "bodyweight" })).toMatchObject({
      kind: "refused",
      problems: [{ field: "fraction" }],
    });
    const names = async (scope: Scope) => {
      const shown = await ask<ExercisesView>(scope, "exercises.show", { clientId: null }, clock);
      return shown.kind === "ok" ? catalogueIn(shown.value.exercises).list.map((exercise) => exercise.name) : [];
    };
    expect(await names(b.coach)).toContain("Curl at the boat rail");
    expect(await names(a.coach)).not.toContain("Curl at the boat rail");
    await ask(b.coach, "exercises.hide", { exerciseId: OWN_CURL.id, hidden: true }, clock);
    expect(await names(b.coach)).not.toContain("Curl at the boat rail");
    // What is hidden still reads: a session that names it is kept and shown.
    const { catalogue, sessionId } = { catalogue: await catalogueFor(b.coach), sessionId: b.clients[1].sessionId };
    const { document, errors } = parseSession('A1 "Curl at the boat rail" 3x10 @10kg', catalogue, newId);
    expect(errors).toEqual([]);
    const before = await ask<{ revision: number }>(b.coach, "sessions.show", { sessionId }, clock);
    const saved = await ask(
      b.coach,
      "sessions.save",
      { sessionId, revision: before.kind === "ok" ? before.value.revision : 0, document, draftText: null, rules: {} },
      clock,
    );
    expect(saved.kind).toBe("ok");
    expect((await ask(b.coach, "floor.open", { sessionId }, clock)).kind).toBe("ok");
  });

  it("keeps a blocked session from the floor until the coach records why it is all right", async () => {
    const { sessionId, id: clientId } = a.clients[1];
    await ask(a.coach, "clients.stateReadiness", { clientId, yes: [] }, clock);
    const limit = {
      id: "shoulder",
      what: { kind: "pattern", pattern: "horizontal push" },
      how: "avoid",
      range: "",
      side: "both",
      from: "2026-01-01",
      until: null,
      clearedBy: null,
    };
    expect((await ask(a.coach, "clients.setLimits", { clientId, limits: [limit] }, clock)).kind).toBe("ok");
    const turned = { ...limit, until: "2025-01-01" };
    expect(await ask(a.coach, "clients.setLimits", { clientId, limits: [turned] }, clock)).toMatchObject({
      kind: "refused",
      problems: [{ field: "limits.0.until" }],
    });
    const refusedBy = await ask(a.coach, "floor.open", { sessionId }, clock);
    expect(refusedBy).toMatchObject({ kind: "refused", problems: [{ field: "caution" }] });
    const shown = await ask<SessionView>(a.coach, "sessions.show", { sessionId }, clock);
    if (shown.kind !== "ok") throw new Error(shown.kind);
    const { cautions } = judgeSession(
      shown.value.document,
      shown.value,
      computeSession(shown.value.document, shown.value),
    );
    for (const open of openBlocks(cautions, {}))
      await ask(
        a.coach,
        "sessions.recordReason",
        { sessionId, key: cautionKey(open), reason: "Cleared by word" },
        clock,
      );
    expect((await ask(a.coach, "floor.open", { sessionId }, clock)).kind).toBe("ok");
  });

  it("erases a person with all that hangs on them", async () => {
    const made = await ask<{ clientId: string }>(
      b.coach,
      "clients.create",
      inputFor("clients.create", targetOf(b, 0)),
      clock,
    );
    const clientId = made.kind === "ok" ? made.value.clientId : "";
    expect((await ask(b.coach, "clients.erase", { clientId }, clock)).kind).toBe("ok");
    expect(await ask(b.coach, "clients.show", { clientId }, clock)).toEqual({ kind: "notFound" });
  });

  describe("the floor's log", () => {
    const open = async (): Promise<FloorView> => {
      const answer = await ask<FloorView>(a.coach, "floor.open", { sessionId: a.clients[0].sessionId }, clock);
      if (answer.kind !== "ok") throw new Error(answer.kind);
      return answer.value;
    };
    const record = (events: FloorEvent[]) =>
      ask(a.clients[0].scope, "floor.record", { sessionId: a.clients[0].sessionId, events }, clock);
    const eventIn = (view: FloorView, body: FloorEventBody): FloorEvent => ({
      id: newId(),
      sessionId: view.sessionId,
      atMs: NOON,
      shownHash: view.shownHash,
      body,
    });

    function setsOf(view: FloorView, reps: number): PerformedSet[] {
      const { slot, set } = chainsOf(view.shown.document, view.shown.settings)[0]!.moves[0]!;
      return [
        {
          setId: set.id,
          slotId: slot.id,
          round: 0,
          segments: [
            {
              segmentId: set.segments[0]!.id,
              exerciseId: slot.exerciseId,
              load: { amount: "60", unit: "kg" },
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
        },
      ];
    }

    it("keeps what is sent twice once, refuses the same id with other content, and feeds the record", async () => {
      const view = await open();
      expect(view.shown.loads).not.toEqual({});
      const done = eventIn(view, { kind: "setsDone", sets: setsOf(view, 5) });
      expect((await record([done])).kind).toBe("ok");
      expect((await record([done])).kind).toBe("ok");
      expect(await record([{ ...done, body: { kind: "ended", sessionRpe: 9, note: "" } }])).toMatchObject({
        kind: "conflict",
      });
      expect((await open()).events).toHaveLength(1);
      const corrected = eventIn(view, { kind: "setCorrected", set: setsOf(view, 4)[0]! });
      await record([corrected]);
      const client = await ask<{ lifts: { lineage: string; exposures: { sets: { reps: number }[] }[] }[] }>(
        a.coach,
        "clients.show",
        { clientId: a.clients[0].id },
        clock,
      );
      expect(
        client.kind === "ok" &&
          client.value.lifts.find((lift) => lift.lineage === "bench-press")?.exposures[0]?.sets[0]?.reps,
      ).toBe(4);
    });

    it("freezes what was shown: the session cannot be rewritten or taken away any more", async () => {
      const target = targetOf(a, 0);
      expect(await ask(a.coach, "sessions.save", inputFor("sessions.save", target), clock)).toMatchObject({
        kind: "conflict",
      });
      expect(
        await ask(a.coach, "sessions.discard", target.sessionId && { sessionId: target.sessionId }, clock),
      ).toMatchObject({ kind: "conflict" });
    });

    it("does not take events for a document that was never shown", async () => {
      const view = await open();
      expect(await record([{ ...eventIn(view, { kind: "started" }), shownHash: "0".repeat(64) }])).toEqual({
        kind: "notFound",
      });
    });
  });
});
