import { beforeAll, describe, expect, it } from "vitest";
import { shownSession } from "../../contract";
import {
  type Edit,
  EMPTY_DOCUMENT,
  type PlanDay,
  type PlanEdit,
  type PlanPatch,
  type SessionDocument,
  templateForClient,
} from "../../core";
import { phase } from "../../core/testing/plans";
import type { PlanView, TemplateKind } from "../../views";
import { newId } from "../db";
import { clock, documentOf, hasDatabase, makeStudio, prepareDatabase, type TestStudio, value } from "../testing/studio";
import { executeUseCase } from ".";

const firstLoad = (document: SessionDocument) => document.blocks[0]!.slots[0]!.sets[0]!.segments[0]!.load;

/** A Tuesday in the plan's third week. */
describe.runIf(hasDatabase)("plans", () => {
  let studio: TestStudio;
  let planId: string;
  const day: PlanDay = {
    id: "day-a",
    name: "Lower",
    placed: { kind: "weekday", weekday: 3 },
    timeOfDay: 17 * 60,
    lastWeek: null,
    base: documentOf("# Lower\n\nA1 Back squat 3x5 @80kg rir2 r150\n\nB1 Leg press 3x10 @120kg rir2 r90"),
  };
  const view = async (): Promise<PlanView> =>
    value(await executeUseCase(studio.coach, "plans.show", { clientId: studio.clients[0].id }, clock)).plans[0]!;
  const edit = async (edits: readonly PlanEdit[]) => {
    const { revision } = await view();
    return executeUseCase(studio.coach, "plans.edit", { planId, revision, edits }, clock);
  };
  const openWeek = async (week: number) =>
    value(await executeUseCase(studio.coach, "plans.openSession", { planId, dayId: day.id, week }, clock)).sessionId;
  const sessionOf = async (sessionId: string) =>
    value(await executeUseCase(studio.coach, "sessions.show", { sessionId }, clock));

  /** The reps of the squat's first set, one fewer. */
  const firstSegment = (document: SessionDocument) => document.blocks[0]!.slots[0]!.sets[0]!.segments[0]!;
  const repsTo = (reps: number): Edit => ({
    kind: "setSegment",
    segmentId: firstSegment(day.base).id,
    field: "amount",
    value: { kind: "reps", reps: { low: reps, high: reps } },
  });
  const patch = (span: PlanPatch["span"], reps: number): PlanEdit => ({
    kind: "insert",
    list: "patches",
    item: { id: newId(), dayId: day.id, edits: [repsTo(reps)], span, note: "" },
    after: null,
  });
  const repsIn = async (week: number) => {
    const { amount } = firstSegment((await sessionOf(await openWeek(week))).document);
    return amount.kind === "reps" ? amount.reps.high : null;
  };

  beforeAll(async () => {
    await prepareDatabase();
    studio = await makeStudio("Larch");
    const clientId = studio.clients[0].id;
    const input = {
      clientId,
      name: "Block",
      startDate: "2026-11-11",
      phases: [phase("build", 8)],
      days: [],
      inTurn: null,
    };
    planId = value(await executeUseCase(studio.coach, "plans.create", input, clock)).planId;
  });

  it("begins on a Monday, and takes days in", async () => {
    expect((await view()).plan.startDate).toBe("2026-11-09");
    expect(await edit([{ kind: "insert", list: "days", item: day, after: null }])).toMatchObject({
      kind: "ok",
      value: { revision: 1, notes: [] },
    });
    expect((await view()).plan.days.map((one) => one.name)).toEqual(["Lower"]);
  });

  it("a week's session is a row once it is opened, the same however often", async () => {
    const sessionId = await openWeek(3);
    expect(await openWeek(3)).toBe(sessionId);
    expect(await sessionOf(sessionId)).toMatchObject({ date: "2026-12-03", title: "Lower", planWeek: 3 });
    expect((await view()).sessions).toMatchObject([{ id: sessionId, week: 3, dayId: day.id, state: "draft" }]);
    expect(await executeUseCase(studio.coach, "plans.openSession", { planId, dayId: day.id, week: 8 }, clock)).toEqual({
      kind: "notFound",
    });
  });

  it("a change for one week, from a week on, or for a phase leaves the base as it is", async () => {
    expect(value(await edit([patch({ kind: "onlyWeek", week: 4 }, 4)])).notes).toEqual([]);
    expect(value(await edit([patch({ kind: "fromWeek", week: 5 }, 3)])).notes).toEqual([]);
    expect([await repsIn(4), await repsIn(5), await repsIn(7)]).toEqual([4, 3, 3]);
    expect((await view()).plan.days[0]!.base).toEqual(day.base);
  });

  it("what has gone by is refused, or starts at the next open week, and is said", async () => {
    expect(await edit([patch({ kind: "onlyWeek", week: 0 }, 8)])).toMatchObject({ kind: "refused" });
    const { notes } = value(await edit([patch({ kind: "fromWeek", week: 1 }, 6)]));
    expect(notes).toEqual(["Week 2 stays as it was; the change starts in week 3."]);
    expect((await view()).plan.patches[0]!.span).toEqual({ kind: "fromWeek", week: 2 });
  });

  it("a week that was sent keeps its copy, and that is said", async () => {
    const sessionId = await openWeek(6);
    value(await executeUseCase(studio.coach, "sessions.send", { sessionId }, clock));
    const cue: Edit = {
      kind: "setSlot",
      slotId: day.base.blocks[1]!.slots[0]!.id,
      field: "cues",
      value: ["feet high"],
    };
    const item = { id: newId(), dayId: day.id, edits: [cue], span: { kind: "onlyWeek", week: 6 } as const, note: "" };
    const { notes } = value(await edit([{ kind: "insert", list: "patches", item, after: null }]));
    expect(notes).toEqual(["Week 7 was sent: the client's copy stays until you send it again."]);
    // The session itself follows, so that what is sent again is what the plan says now.
    expect((await sessionOf(sessionId)).document.blocks[1]!.slots[0]!.cues).toEqual(["feet high"]);
  });

  it("what was changed at the desk holds for its week, until it is kept from now on", async () => {
    const [sessionId, after] = [await openWeek(3), await openWeek(4)];
    const before = await sessionOf(sessionId);
    const { revision, document } = before;
    const lasting = before.plan!.lasting!;
    expect(firstSegment(document)).toEqual(firstSegment(lasting));
    expect((await sessionOf(after)).oneOff).toEqual([day.base.blocks[0]!.slots[0]!.id]);
    const edits = [repsTo(7)];
    value(await executeUseCase(studio.coach, "sessions.edit", { sessionId, revision, edits, draftText: null }, clock));
    expect((await sessionOf(sessionId)).oneOff).toEqual([day.base.blocks[0]!.slots[0]!.id]);
    expect(await repsIn(4)).toBe(4);
    const keep = () => executeUseCase(studio.coach, "plans.keepFromSession", { sessionId }, clock);
    expect(value(await keep())).toEqual({ notes: [] });
    const kept = await sessionOf(sessionId);
    expect(kept.oneOff).toEqual([]);
    expect([await repsIn(3), firstSegment(kept.plan!.lasting!).amount]).toEqual([
      7,
      { kind: "reps", reps: { low: 7, high: 7 } },
    ]);
    // Again it changes nothing; weeks with changes of their own keep them.
    const { revision: at } = await view();
    expect(value(await keep())).toEqual({ notes: [] });
    expect((await view()).revision).toBe(at);
    expect(await repsIn(4)).toBe(7);
  });

  it("another's change in between, what does not fit and what makes no sense are refused", async () => {
    const stale = await executeUseCase(studio.coach, "plans.edit", { planId, revision: 0, edits: [] }, clock);
    expect(stale).toMatchObject({ kind: "conflict" });
    expect(await edit([{ kind: "remove", list: "goals", id: "gone" }])).toMatchObject({ kind: "conflict" });
    const strayPatch: PlanEdit = {
      kind: "insert",
      list: "patches",
      item: { id: newId(), dayId: "no-day", edits: [], span: { kind: "onlyWeek", week: 7 }, note: "" },
      after: null,
    };
    expect(await edit([strayPatch])).toMatchObject({ kind: "refused" });
    const { revision } = await view();
    const unsound: Edit[] = [
      { kind: "setBlock", blockId: day.base.blocks[0]!.id, field: "rounds", value: { kind: "fixed", count: 9 } },
    ];
    expect(await edit([{ kind: "editDay", dayId: day.id, edits: unsound }])).toMatchObject({ kind: "refused" });
    expect((await view()).revision).toBe(revision);
  });
});

describe.runIf(hasDatabase)("what a client gets", () => {
  let studio: TestStudio;
  beforeAll(async () => {
    await prepareDatabase();
    studio = await makeStudio("Maple");
  });
  const mine = () => studio.clients[0];
  const bench = (document: SessionDocument) => document.blocks[0]!.slots[0]!.sets[0]!.segments[0]!;

  it("is a frozen copy: sent, then seen; what changed since is said, and the floor trains from the copy", async () => {
    const { sessionId, scope } = mine();
    expect(await executeUseCase(scope, "floor.open", { sessionId }, clock)).toEqual({ kind: "notFound" });
    value(await executeUseCase(studio.coach, "sessions.send", { sessionId }, clock));
    const shown = value(await executeUseCase(studio.coach, "sessions.show", { sessionId }, clock));
    expect(shown.sent).toMatchObject({ seenAtMs: null, changed: 0 });
    const load: Edit = {
      kind: "setSegment",
      segmentId: bench(shown.document).id,
      field: "load",
      value: { kind: "fixed", weight: { amount: "70", unit: "kg" } },
    };
    const change = { sessionId, revision: shown.revision, edits: [load], draftText: null };
    value(await executeUseCase(studio.coach, "sessions.edit", change, clock));
    expect(value(await executeUseCase(studio.coach, "sessions.show", { sessionId }, clock)).sent!.changed).toBe(1);
    const floor = value(await executeUseCase(scope, "floor.open", { sessionId }, clock));
    expect(shownSession(floor.shown).loads[bench(shown.document).id]!.kg).toBe(60);
    const seen = value(await executeUseCase(studio.coach, "sessions.show", { sessionId }, clock)).sent!;
    expect(seen).toMatchObject({ seenAtMs: clock.nowMs, changed: 1 });
    // Looked at again, it stays seen when it was.
    value(await executeUseCase(scope, "floor.open", { sessionId }, { nowMs: clock.nowMs + 60_000 }));
    expect(value(await executeUseCase(studio.coach, "sessions.show", { sessionId }, clock)).sent).toEqual(seen);
  });

  it("a copy sent again is the one in force", async () => {
    const { sessionId, scope } = studio.clients[1];
    value(await executeUseCase(studio.coach, "sessions.send", { sessionId }, clock));
    const { revision } = value(await executeUseCase(studio.coach, "sessions.show", { sessionId }, clock));
    const edits: Edit[] = [{ kind: "setSession", field: "title", value: "Changed" }];
    value(await executeUseCase(studio.coach, "sessions.edit", { sessionId, revision, edits, draftText: null }, clock));
    value(await executeUseCase(studio.coach, "sessions.send", { sessionId }, clock));
    const { shown } = value(await executeUseCase(scope, "floor.open", { sessionId }, clock));
    expect(shown.document.title).toBe("Changed");
  });

  it("partners have a session each: structure goes to both, loads stay each one's own", async () => {
    const [one, other] = studio.clients;
    const made = async (clientId: string) =>
      value(await executeUseCase(studio.coach, "sessions.create", { clientId, title: "Together" }, clock)).sessionId;
    const [a, b] = [await made(one.id), await made(other.id)];
    const document = documentOf("A1 Bench press 3x8 @60kg rir2 rpartner");
    const insert: Edit = { kind: "insertBlock", block: document.blocks[0]!, after: null };
    const save = async (sessionId: string, edits: readonly Edit[]) => {
      const { revision } = value(await executeUseCase(studio.coach, "sessions.show", { sessionId }, clock));
      return executeUseCase(studio.coach, "sessions.edit", { sessionId, revision, edits, draftText: null }, clock);
    };
    value(await save(a, [insert]));
    expect(
      await executeUseCase(studio.coach, "sessions.pair", { sessionId: a, withSessionId: a }, clock),
    ).toMatchObject({
      kind: "refused",
    });
    value(await executeUseCase(studio.coach, "sessions.pair", { sessionId: a, withSessionId: b }, clock));
    const segmentId = bench(document).id;
    const heavier: Edit = {
      kind: "setSegment",
      segmentId,
      field: "load",
      value: { kind: "fixed", weight: { amount: "50", unit: "kg" } },
    };
    value(await save(b, [heavier]));
    const rest: Edit = {
      kind: "setBlock",
      blockId: document.blocks[0]!.id,
      field: "restAfterRound",
      value: { kind: "partnersWork", leastSeconds: 60 },
    };
    value(await save(a, [rest]));
    const [mineNow, theirs] = [
      value(await executeUseCase(studio.coach, "sessions.show", { sessionId: a }, clock)),
      value(await executeUseCase(studio.coach, "sessions.show", { sessionId: b }, clock)),
    ];
    expect(bench(mineNow.document).load).toMatchObject({ weight: { amount: "60" } });
    expect(bench(theirs.document).load).toMatchObject({ weight: { amount: "50" } });
    for (const { document: now } of [mineNow, theirs])
      expect(now.blocks[0]!.restAfterRound).toEqual({ kind: "partnersWork", leastSeconds: 60 });
    // Nor does a session with lifts of its own become somebody's partner.
    const clash = await executeUseCase(
      studio.coach,
      "sessions.pair",
      { sessionId: a, withSessionId: other.sessionId },
      clock,
    );
    expect(clash).toMatchObject({ kind: "refused", problems: [{ field: "withSessionId" }] });
  });

  it("templates are kept, listed by name in pages, and removed", async () => {
    const document = { ...documentOf("A1 Barbell row 3x8 @60kg rir2"), gymId: studio.gymId };
    type Of = Parameters<typeof executeUseCase<"templates.keep">>[2]["of"];
    const keepAs = (name: string, of: Of) => executeUseCase(studio.coach, "templates.keep", { name, of }, clock);
    const keep = async (name: string) => value(await keepAs(name, { kind: "session", document })).templateId;
    const listed = async (kind: TemplateKind, search = "", after: { name: string; id: string } | null = null) =>
      value(await executeUseCase(studio.coach, "templates.list", { kind, search, after }, clock)).templates;
    const ids = [await keep("Pull 100%"), await keep("Legs")];
    expect(await keepAs("  ", { kind: "session", document })).toMatchObject({ kind: "refused" });
    expect(await keepAs("Nothing", { kind: "block", document: EMPTY_DOCUMENT })).toMatchObject({ kind: "refused" });
    const [legs, pull] = await listed("session");
    expect([legs, pull]).toMatchObject([{ name: "Legs" }, { name: "Pull 100%", document: { gymId: null } }]);
    expect(await listed("session", "", { name: "Legs", id: ids[1]! })).toEqual([pull]);
    // Signs that mean something to the database mean themselves.
    expect(await listed("session", " pULL ")).toEqual([pull]);
    expect([await listed("session", "0%"), await listed("session", "%s")]).toEqual([[pull], []]);
    expect(await listed("block")).toEqual([]);
    value(await executeUseCase(studio.coach, "templates.remove", { templateId: ids[0]! }, clock));
    expect(await listed("session")).toEqual([legs]);
    // Plans are kept beside them, and apart.
    const input = { clientId: studio.clients[0].id, startDate: "2026-11-30", phases: [phase("build", 8)] };
    const day: PlanDay = {
      id: "d",
      name: "Pull",
      placed: { kind: "weekday", weekday: 1 },
      timeOfDay: null,
      lastWeek: null,
      base: documentOf("A1 Barbell row 3x8 @60kg rir2"),
    };
    const { planId } = value(
      await executeUseCase(studio.coach, "plans.create", { ...input, name: "Pulls", days: [day], inTurn: null }, clock),
    );
    const { templateId } = value(await keepAs(" Pulls ", { kind: "plan", planId }));
    const [kept, ...none] = await listed("plan");
    expect([kept, none]).toMatchObject([{ id: templateId, name: "Pulls", plan: { days: [{ name: "Pull" }] } }, []]);
    if (kept?.kind !== "plan") throw new Error("no plan");
    const [own] = templateForClient(kept.plan, newId).days;
    // What the one lifted is no other's load.
    expect(firstLoad(own!.base)).toEqual({ kind: "unsaid" });
    expect(firstLoad(kept.plan.days[0]!.base).kind).toBe("fixed");
    value(await executeUseCase(studio.coach, "templates.remove", { templateId }, clock));
    expect(await listed("plan")).toEqual([]);
  });
});

describe.runIf(hasDatabase)("the studio's settings", () => {
  it("changed by several at once, none is lost", async () => {
    await prepareDatabase();
    const studio = await makeStudio("Myrtle");
    const exercises = ["back-squat", "front-squat", "deadlift", "chin-up", "push-up", "hip-thrust"];
    await Promise.all([
      ...exercises.map((exerciseId) =>
        executeUseCase(studio.coach, "exercises.hide", { exerciseId, hidden: true }, clock),
      ),
      executeUseCase(studio.coach, "studio.changeSettings", { e1rmFormula: "lombardi" }, clock),
      executeUseCase(
        studio.coach,
        "studio.changeMethods",
        {
          seen: [],
          wanted: [
            {
              id: "density",
              reps: { low: 15, high: 25 },
              rir: { low: 0, high: 2 },
              restSeconds: { low: 30, high: 45 },
            },
          ],
        },
        clock,
      ),
    ]);
    const { sessionId } = studio.clients[0];
    const shown = value(await executeUseCase(studio.coach, "sessions.show", { sessionId }, clock));
    expect([...shown.exercises.hidden].sort()).toEqual([...exercises].sort());
    expect(shown.settings.e1rmFormula).toBe("lombardi");
    expect(shown.methods.density!.reps).toEqual({ low: 15, high: 25 });
    // Of all that only what computes is in what the floor shows, and so in its hash.
    const floor = value(await executeUseCase(studio.coach, "floor.open", { sessionId }, clock));
    expect(JSON.stringify(floor.shown)).not.toMatch(/hidden|"methods"|Myrtle/);
  });
});
