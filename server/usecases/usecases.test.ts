import { beforeAll, describe, expect, it } from "vitest";
import { type ApiName, COACHED_CLIENTS, catalogueIn, type OwnExercise } from "../../contract";
import { type ClientLimit, cautionKey, diffDocuments, type Edit, openBlocks, parseSession } from "../../core";
import { phase } from "../../core/testing/plans";
import { computeSession, judgeSession } from "../../views";
import { inStudio, newId, type Scope } from "../db";
import { calendarsBetween } from "../db/planned";
import * as db from "../db/queries";
import { openFloor, writeSession } from "../testing/floor";
import { inputFor, OWN_CURL, READY, type Target, TITLED } from "../testing/inputs";
import { clock, hasDatabase, makeStudio, prepareDatabase, type TestStudio, value } from "../testing/studio";
import { executeUseCase, executeUseCaseByName, USE_CASES } from ".";
import { startingEquipment } from "./starting-gym";

const NAMES = Object.keys(USE_CASES) as ApiName[];

const WITHOUT_TARGET = new Set<ApiName>([
  "me.export",
  "me.setTimeZone",
  "clients.names",
  "lifts.name",
  "templates.list",
  "imports.begin",
  "imports.list",
  "hooks.list",
  "hooks.add",
  "tokens.list",
  "tokens.add",
  "archive.look",
  "archive.studio",
  "archive.add",
  "archive.finish",
  "outbox.list",
  "exercises.save",
  "exercises.hide",
  "viewer.show",
  "studio.changeRegion",
  "floor.today",
  "frame.show",
  "account.show",
  "account.changePassword",
  "account.endDevices",
  "team.leave",
  "studio.close",
  "studio.changeSettings",
  "studio.changeMethods",
  "clients.list",
  "me.show",
  "clients.create",
  "sessions.find",
  "planned.next",
  "today.show",
  "sessions.latest",
]);

async function catalogueFor(scope: Scope) {
  return catalogueIn(value(await executeUseCase(scope, "exercises.show", { clientId: null }, clock)).exercises);
}

describe.runIf(hasDatabase)("what may be asked of the server", () => {
  let a: TestStudio;
  let b: TestStudio;
  const plans = new Map<string, string>();
  const targetOf = (studio: TestStudio, place: 0 | 1): Target => ({
    clientId: studio.clients[place].id,
    sessionId: studio.clients[place].sessionId,
    gymId: studio.gymId,
    planId: plans.get(studio.clients[place].id)!,
  });
  const counts = (scope: Scope) =>
    inStudio(scope, async (tx) => {
      const clients = (await db.clientNames(tx)).map((client) => client.id);
      return {
        clients: clients.length,
        sessions: (await calendarsBetween(tx, clients, "2026-01-01", "2027-01-01")).flatMap(({ rows }) => rows).length,
      };
    });

  beforeAll(async () => {
    await prepareDatabase();
    a = await makeStudio("Aster");
    b = await makeStudio("Birch");
    for (const studio of [a, b])
      for (const { id } of studio.clients) {
        const input = {
          clientId: id,
          name: "Autumn",
          startDate: "2026-11-23",
          phases: [phase("build", 6)],
          days: [],
          inTurn: null,
        };
        plans.set(id, value(await executeUseCase(studio.coach, "plans.create", input, clock)).planId);
      }
  });

  it("another studio's things are not found, by coach or client, in any use case, and nothing changes", async () => {
    const before = await counts(a.coach);
    for (const name of NAMES) {
      if (WITHOUT_TARGET.has(name)) continue;
      for (const scope of [b.coach, b.clients[0].scope]) {
        expect(
          await executeUseCase(scope, name, inputFor(name, targetOf(a, 0)), clock),
          `${name} as ${scope.role}`,
        ).toEqual({
          kind: "notFound",
        });
      }
    }
    expect(await counts(a.coach)).toEqual(before);
  });

  it("another client's things in the same studio are not found by a client", async () => {
    for (const name of NAMES) {
      if (WITHOUT_TARGET.has(name)) continue;
      expect(await executeUseCase(a.clients[0].scope, name, inputFor(name, targetOf(a, 1)), clock), name).toEqual({
        kind: "notFound",
      });
    }
  });

  it("the same inputs are found by those they belong to", async () => {
    const mine = targetOf(a, 0);
    const own = ["clients.show", "sessions.show", "floor.open", "review.show", "floor.record", "plans.show"] as const;
    value(await executeUseCase(a.coach, "sessions.send", { sessionId: mine.sessionId }, clock));
    for (const name of own)
      expect((await executeUseCase(a.coach, name, inputFor(name, mine), clock)).kind, name).toBe("ok");
    for (const name of ["floor.open", "review.show"] as const)
      expect((await executeUseCase(a.clients[0].scope, name, inputFor(name, mine), clock)).kind, name).toBe("ok");
    const me = await executeUseCase(a.clients[0].scope, "me.show", {}, clock);
    expect(me).toMatchObject({ kind: "ok", value: { name: "Aster 1", notes: "" } });
    const list = value(await executeUseCase(b.coach, "clients.list", { after: null, ...COACHED_CLIENTS }, clock));
    expect(list).toMatchObject({ clients: [{ name: "Birch 1" }, { name: "Birch 2" }], next: null });
    const [first] = list.clients;
    const after = { name: first!.name, id: first!.id };
    expect(
      value(await executeUseCase(b.coach, "clients.list", { after, ...COACHED_CLIENTS }, clock)).clients.map(
        (client) => client.name,
      ),
    ).toEqual(["Birch 2"]);
  });

  it("row security alone keeps scopes apart, and the log can only grow", async () => {
    await inStudio(b.coach, async (tx) => {
      expect(await db.clientRow(tx, a.clients[0].id)).toBeNull();
      expect(await db.sessionRow(tx, a.clients[0].sessionId)).toBeNull();
    });
    await inStudio(a.clients[0].scope, async (tx) => {
      expect((await db.clientNames(tx)).map((row) => row.id)).toEqual([a.clients[0].id]);
    });
    const stolen = inStudio(b.coach, (tx) =>
      db.insertGym(tx, { studioId: a.coach.studioId, id: newId(), name: "Forged", equipment: startingEquipment("kg") }),
    );
    await expect(stolen).rejects.toThrow();
    const rewritten = inStudio(a.coach, (tx) => tx.execute("update floor_events set body = '{}'"));
    await expect(rewritten).rejects.toMatchObject({ cause: { message: expect.stringContaining("permission denied") } });
  });

  it("refuses what is malformed with the field that caused it", async () => {
    const spoilt = { ...inputFor("clients.create", targetOf(a, 0)), minutes: "sixty" };
    expect(await executeUseCaseByName(a.coach, "clients.create", spoilt)).toMatchObject({
      kind: "refused",
      problems: [{ field: "minutes" }],
    });
    for (const name of ["no.such", "toString", "__proto__"])
      expect(await executeUseCaseByName(a.coach, name, {})).toEqual({ kind: "notFound" });
  });

  it("a client who answered yes is not programmed until clearance is recorded", async () => {
    const { clientId, sessionId } = targetOf(a, 1);
    const stated = await executeUseCase(
      a.coach,
      "clients.stateReadiness",
      { clientId, seen: READY, yes: ["surgery"] },
      clock,
    );
    expect(stated.kind).toBe("ok");
    expect(await executeUseCase(a.coach, "sessions.create", { clientId, title: "" }, clock)).toMatchObject({
      kind: "refused",
      problems: [{ field: "readiness" }],
    });
    expect(await executeUseCase(a.coach, "floor.open", { sessionId }, clock)).toMatchObject({ kind: "refused" });
    const seen = value(await executeUseCase(a.coach, "clients.show", { clientId }, clock)).statement!;
    const by = "Dr Example, all lifts";
    // What was cleared is the statement that was read.
    expect(
      await executeUseCase(a.coach, "clients.recordClearance", { clientId, seen: READY, by }, clock),
    ).toMatchObject({
      kind: "conflict",
    });
    expect((await executeUseCase(a.coach, "clients.recordClearance", { clientId, seen, by }, clock)).kind).toBe("ok");
    expect((await executeUseCase(a.coach, "sessions.create", { clientId, title: "" }, clock)).kind).toBe("ok");
  });

  describe("two coaches change one session", () => {
    const at = (field: "title" | "capSeconds", to: string | number): Edit =>
      ({ kind: "setSession", field, value: to }) as Edit;
    const save = (revision: number, edits: Edit[]) =>
      executeUseCase(
        b.coach,
        "sessions.edit",
        { sessionId: b.clients[1].sessionId, revision, edits, draftText: null },
        clock,
      );
    const shown = async () =>
      value(await executeUseCase(b.coach, "sessions.show", { sessionId: b.clients[1].sessionId }, clock));

    it("different things are merged, the same thing is said, and the first stands", async () => {
      const { revision } = await shown();
      expect(value(await save(revision, [at("title", "Mine")]))).toEqual({ revision: revision + 1, merged: null });
      const other = value(await save(revision, [at("capSeconds", 1800), at("title", "Theirs")]));
      expect(other).toMatchObject({
        revision: revision + 2,
        merged: {
          document: { title: "Mine", capSeconds: 1800 },
          conflicts: [{ mine: { field: "title", value: "Theirs" }, theirs: { field: "title", value: "Mine" } }],
          by: ["Birch coach"],
        },
      });
      expect(await shown()).toMatchObject({ title: "Mine", revision: revision + 2, draftText: null });
    });

    it("a revision that never was, and edits of what has gone, are said", async () => {
      const { revision } = await shown();
      expect(await save(revision + 7, [TITLED])).toMatchObject({ kind: "conflict" });
      expect(await save(revision, [{ kind: "removeSlot", slotId: "nowhere" }])).toMatchObject({ kind: "conflict" });
    });

    it("what does not make a sound session is refused, and nothing of it is kept", async () => {
      const { revision, document } = await shown();
      const [block] = document.blocks;
      const edits: Edit[] = [
        { kind: "setBlock", blockId: block!.id, field: "rounds", value: { kind: "fixed", count: 9 } },
      ];
      expect(await save(revision, edits)).toMatchObject({ kind: "refused" });
      expect((await shown()).revision).toBe(revision);
    });
  });

  it("takes in a studio's own exercises, refuses what contradicts itself, and hides without forgetting", async () => {
    const save = (change: Partial<OwnExercise>) =>
      executeUseCase(b.coach, "exercises.save", { seen: null, wanted: { ...OWN_CURL, ...change } }, clock);
    expect((await save({})).kind).toBe("ok");
    expect(await save({ id: "another" })).toMatchObject({ kind: "refused", problems: [{ field: "name" }] });
    expect(await save({ id: "x", name: "Anderson curl" })).toMatchObject({ kind: "refused" });
    expect(await save({ id: "bench-press", name: "Mine" })).toMatchObject({ kind: "refused" });
    expect(await save({ id: "y", name: "Rail hang", implement: "bodyweight" })).toMatchObject({
      kind: "refused",
      problems: [{ field: "fraction" }],
    });
    const names = async (scope: Scope) => (await catalogueFor(scope)).list.map((exercise) => exercise.name);
    expect(await names(b.coach)).toContain("Curl at the boat rail");
    expect(await names(a.coach)).not.toContain("Curl at the boat rail");
    await executeUseCase(b.coach, "exercises.hide", { exerciseId: OWN_CURL.id, hidden: true }, clock);
    expect(await names(b.coach)).not.toContain("Curl at the boat rail");
    // What is hidden still reads: a session that names it is kept and shown.
    const { catalogue, sessionId } = { catalogue: await catalogueFor(b.coach), sessionId: b.clients[1].sessionId };
    const { document, errors } = parseSession('A1 "Curl at the boat rail" 3x10 @10kg', catalogue, newId);
    expect(errors).toEqual([]);
    const before = value(await executeUseCase(b.coach, "sessions.show", { sessionId }, clock));
    const edits = diffDocuments(before.document, document);
    const saved = await executeUseCase(
      b.coach,
      "sessions.edit",
      { sessionId, revision: before.revision, edits, draftText: null },
      clock,
    );
    expect(saved.kind).toBe("ok");
    expect((await executeUseCase(b.coach, "floor.open", { sessionId }, clock)).kind).toBe("ok");
  });

  it("keeps a blocked session from the floor until the coach records why it is all right", async () => {
    const { sessionId, id: clientId } = a.clients[1];
    const seen = value(await executeUseCase(a.coach, "clients.show", { clientId }, clock)).statement;
    value(await executeUseCase(a.coach, "clients.stateReadiness", { clientId, seen, yes: [] }, clock));
    const limit: ClientLimit = {
      id: "shoulder",
      what: { kind: "pattern", pattern: "horizontal push" },
      how: "avoid",
      range: "",
      side: "both",
      from: "2026-01-01",
      until: null,
      clearedBy: null,
    };
    expect(
      (await executeUseCase(a.coach, "clients.setLimits", { clientId, seen: [], wanted: [limit] }, clock)).kind,
    ).toBe("ok");
    const turned = { ...limit, until: "2025-01-01" };
    expect(
      await executeUseCase(a.coach, "clients.setLimits", { clientId, seen: [limit], wanted: [turned] }, clock),
    ).toMatchObject({
      kind: "refused",
      problems: [{ field: "wanted[0]" }],
    });
    const refusedBy = await executeUseCase(a.coach, "floor.open", { sessionId }, clock);
    expect(refusedBy).toMatchObject({ kind: "refused", problems: [{ field: expect.stringMatching(/^reason ./) }] });
    // Another session of theirs: what holds it is said at once, the lift is swapped for one that the limit allows, and it opens.
    const otherId = await writeSession(a, "A1 Bench press 2x5 @60kg rir2 r90\n\nB1 Push-up 2x10 r60", "2026-11-25", 1);
    const holdsOf = async () =>
      value(await executeUseCase(a.coach, "floor.holds", { sessionId: otherId }, clock)).holds;
    const held = await holdsOf();
    expect(held.map(({ lift }) => lift?.name)).toEqual(["Bench press", "Push-up"]);
    const [bench, pushUp] = held.map(({ lift }) => lift!);
    expect(bench!.standIns.length).toBeGreaterThan(0);
    const change = (slotId: string, exerciseId: string | null) =>
      executeUseCase(a.coach, "floor.changeLift", { sessionId: otherId, slotId, exerciseId }, clock);
    expect(await change(bench!.slotId, "no-such-lift")).toMatchObject({ kind: "refused" });
    value(await change(bench!.slotId, bench!.standIns[0]!.exerciseId));
    expect((await holdsOf()).map(({ lift }) => lift?.name)).toEqual(["Push-up"]);
    value(await change(pushUp!.slotId, null));
    expect(await holdsOf()).toEqual([]);
    expect((await openFloor(a.coach, otherId)).shown.document.blocks).toHaveLength(1);
    const shown = value(await executeUseCase(a.coach, "sessions.show", { sessionId }, clock));
    const { cautions } = judgeSession(shown.document, shown, computeSession(shown.document, shown));
    for (const open of openBlocks(cautions, {}))
      await executeUseCase(
        a.coach,
        "sessions.recordReason",
        { sessionId, key: cautionKey(open), reason: "Cleared by word" },
        clock,
      );
    expect((await executeUseCase(a.coach, "floor.open", { sessionId }, clock)).kind).toBe("ok");
  });

  it("erases a person with all that hangs on them", async () => {
    const made = await executeUseCase(b.coach, "clients.create", inputFor("clients.create", targetOf(b, 0)), clock);
    const { clientId } = value(made);
    expect((await executeUseCase(b.coach, "clients.erase", { clientId }, clock)).kind).toBe("ok");
    expect(await executeUseCase(b.coach, "clients.show", { clientId }, clock)).toEqual({ kind: "notFound" });
  });
});
