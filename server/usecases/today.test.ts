import { beforeAll, describe, expect, it } from "vitest";
import type { Input } from "../../contract";
import { addDays, needId, type SessionDocument } from "../../core";
import { phase } from "../../core/testing/plans";
import { habitsOf, type NeedLine } from "../../views";
import { inStudio, newId } from "../db";
import * as db from "../db/queries";
import { ownOutbox } from "../testing/emails";
import { doneIn, eventIn, openFloor, record, writeSession } from "../testing/floor";
import { clock, documentOf, hasDatabase, makeStudio, prepareDatabase, type TestStudio, value } from "../testing/studio";
import { executeUseCase } from ".";

const TODAY = "2026-11-24";

describe.runIf(hasDatabase)("the coach's day", () => {
  let studio: TestStudio;
  beforeAll(async () => {
    ownOutbox();
    await prepareDatabase();
    studio = await makeStudio("Hazel");
  });
  const show = async (of = studio, at = clock) => value(await executeUseCase(of.coach, "today.show", {}, at));
  const needs = async (clientId: string, of = studio, at = clock) =>
    (await show(of, at)).needs.filter((line) => line.clientId === clientId);
  const decide = (line: NeedLine, more: Partial<Input<"today.decide">> = {}) =>
    executeUseCase(
      studio.coach,
      "today.decide",
      {
        id: newId(),
        clientId: line.clientId,
        need: needId(line.need),
        what: "done",
        until: null,
        reason: "",
        words: "Decided",
        change: null,
        ...more,
      },
      clock,
    );
  const changeOf = (line: NeedLine, kind: string) =>
    line.proposals.flatMap((one) => (one.kind === "change" && one.change.kind === kind ? [one.change] : []))[0]!;
  const limitsOf = (clientId: string) =>
    inStudio(studio.coach, async (tx) => (await db.clientRow(tx, clientId))!.limitList);

  it("lists who trains today with how far the session has come, and that it is not sent", async () => {
    const [{ id, sessionId }] = studio.clients;
    const view = await show();
    expect(view.today).toBe(TODAY);
    expect(view.clients.find((one) => one.id === id)!.today).toMatchObject([
      { sessionId, state: "opened", minutes: 60 },
    ]);
    const [line] = await needs(id);
    expect(line).toMatchObject({ need: { rule: "unsent" }, proposals: [{ kind: "send", session: { sessionId } }, {}] });
    value(await executeUseCase(studio.coach, "sessions.send", { sessionId }, clock));
    expect(await needs(id)).toEqual([]);
  });

  it("a session that is changed after it was sent is to be sent again", async () => {
    const [{ id, sessionId }] = studio.clients;
    const { revision } = value(await executeUseCase(studio.coach, "sessions.show", { sessionId }, clock));
    const edits = [{ kind: "setSession" as const, field: "title" as const, value: "Heavier" }];
    value(await executeUseCase(studio.coach, "sessions.edit", { sessionId, revision, edits, draftText: null }, clock));
    expect((await needs(id)).map(({ need }) => need.rule)).toEqual(["changed-since-sent"]);
    const later = { nowMs: Date.now() + 60_000 };
    value(await executeUseCase(studio.coach, "sessions.send", { sessionId }, later));
    expect(await needs(id)).toEqual([]);
  });

  it("a message stays until a coach has seen it, and looking at the day is not that", async () => {
    const [, { id, scope }] = studio.clients;
    const said = { id: newId(), clientId: id, sessionId: null, text: "May I row first?" };
    value(await executeUseCase(scope, "messages.write", said, clock));
    const find = async () => (await needs(id)).find(({ need }) => need.rule === "message");
    expect((await find())!.need).toMatchObject({ text: "May I row first?", more: 0 });
    expect(await find()).toBeDefined();
    value(await executeUseCase(studio.coach, "messages.list", { clientId: id, sessionId: null }, clock));
    expect(await find()).toBeUndefined();
  });

  it("what is put off comes back on its day; what is not needed says why; a decision that is taken back is asked again", async () => {
    const [, { id }] = studio.clients;
    const unsent = async (at = clock) => (await needs(id, studio, at)).find(({ need }) => need.rule === "unsent");
    const line = (await unsent())!;
    expect(await decide(line, { what: "later", until: TODAY })).toMatchObject({
      kind: "refused",
      problems: [{ field: "until" }],
    });
    expect(await decide(line, { what: "dismissed", reason: " " })).toMatchObject({
      kind: "refused",
      problems: [{ field: "reason" }],
    });
    const decision = newId();
    value(await decide(line, { id: decision, what: "later", until: addDays(TODAY, 1) }));
    expect(await unsent()).toBeUndefined();
    value(await executeUseCase(studio.coach, "today.takeBack", { id: decision }, clock));
    expect(await unsent()).toBeDefined();
    value(await decide(line, { what: "dismissed", reason: "He trains with me" }));
    expect(await unsent()).toBeUndefined();
    expect((await show()).decided[0]).toMatchObject({
      what: "dismissed",
      reason: "He trains with me",
      words: "Decided",
    });
  });

  it("an exercise that hurt is left out by a limit with an end, once however often it is sent, and put back", async () => {
    const [, { id, sessionId }] = studio.clients;
    const sets = [{ pain: 8 }, {}].map((set, round) => ({ ...SET, ...set, round, key: `s:${round}:0` }));
    const exposure = { date: "2026-11-23", sessionId, slotId: "s", purpose: "training" as const, plannedSets: 2, sets };
    const row = {
      studioId: studio.coach.studioId,
      clientId: id,
      lineage: "bench-press",
      date: "2026-11-23",
      sessionId,
    };
    await inStudio(studio.coach, (tx) =>
      db.replaceExposures(tx, sessionId, [{ ...row, slotId: "s", exerciseId: "bench-press", exposure }]),
    );
    const find = async () => (await needs(id)).find(({ need }) => need.rule === "pain-again");
    const line = (await find())!;
    const change = changeOf(line, "leaveOut");
    expect(change).toEqual({ kind: "leaveOut", exerciseId: "bench-press", name: "Bench press", until: "2026-12-15" });
    const decision = newId();
    for (const _ of [1, 2]) value(await decide(line, { id: decision, change }));
    expect(await limitsOf(id)).toMatchObject([
      { what: { kind: "exercise", exerciseId: "bench-press" }, how: "avoid", from: TODAY, until: "2026-12-15" },
    ]);
    expect(await find()).toBeUndefined();
    value(await executeUseCase(studio.coach, "today.takeBack", { id: decision }, clock));
    expect(await limitsOf(id)).toEqual([]);
    expect(await find()).toBeDefined();
  });

  it("a missed session of a plan is moved as the plan proposes, in the plan, and stands where it stood when that is taken back", async () => {
    const [{ id }] = studio.clients;
    const made = { clientId: id, name: "Winter", startDate: "2026-11-23", inTurn: null };
    const base: SessionDocument = documentOf("# Row day\n\nA1 Barbell row 3x8 @50kg rir2 r90");
    const placed = { kind: "weekday" as const, weekday: 0 };
    const days = [{ id: "row", name: "Row day", placed, timeOfDay: null, lastWeek: null, base }];
    const plan = { ...made, phases: [phase("build", 6)], days };
    const { planId } = value(await executeUseCase(studio.coach, "plans.create", plan, clock));
    const find = async () => (await needs(id)).find(({ need }) => need.rule === "missed");
    const line = (await find())!;
    expect(line.need).toMatchObject({ date: "2026-11-23", session: { title: "Row day", place: { planId, week: 0 } } });
    const decision = newId();
    value(await decide(line, { id: decision, change: changeOf(line, "missed") }));
    expect(await find()).toBeUndefined();
    value(await executeUseCase(studio.coach, "today.takeBack", { id: decision }, clock));
    expect((await find())!.need).toMatchObject({ date: "2026-11-23" });
  });

  it("whoever begins trains now, from that hour on", async () => {
    const [{ id, sessionId }] = studio.clients;
    const sessionToday = async () =>
      (await show()).clients.find((one) => one.id === id)!.today.find((one) => one.sessionId === sessionId);
    expect(await sessionToday()).toMatchObject({ state: "sent", startMinute: null });
    const view = await openFloor(studio.coach, sessionId);
    await record(studio.coach, sessionId, [eventIn(view, { kind: "started" })]);
    // Noon in UTC is 13:00 in the studio.
    expect(await sessionToday()).toMatchObject({ state: "begun", startMinute: 780, isUsual: false });
  });

  it("a session that a coach looks at in its review is reviewed; its client's look is not a coach's", async () => {
    const [, { id, scope, sessionId }] = studio.clients;
    const view = await openFloor(studio.coach, sessionId);
    await record(studio.coach, sessionId, [doneIn(view, 0), eventIn(view, { kind: "ended", sessionRpe: 7, note: "" })]);
    const isListed = async () => (await needs(id)).some(({ need }) => need.rule === "unreviewed");
    value(await executeUseCase(scope, "review.show", { sessionId }, clock));
    expect(await isListed()).toBe(true);
    value(await executeUseCase(studio.coach, "review.show", { sessionId }, clock));
    expect(await isListed()).toBe(false);
  });

  it("a session that is to come is moved, by itself or in its plan, from where it was seen", async () => {
    const lines = async (clientId: string) => (await show()).clients.find((one) => one.id === clientId)!.coming;
    const sessionId = await writeSession(studio, "# Extra\n\nA1 Plank 2x40s r60", "2026-11-26");
    const [{ id }] = studio.clients;
    const move = (more: Partial<Input<"planned.move">>) =>
      executeUseCase(
        studio.coach,
        "planned.move",
        { sessionId: null, place: null, seen: "", wanted: "", ...more },
        clock,
      );
    value(await move({ sessionId, seen: "2026-11-26", wanted: "2026-11-28" }));
    expect(await move({ sessionId, seen: "2026-11-26", wanted: "2026-11-27" })).toMatchObject({ kind: "conflict" });
    expect(await lines(id)).toContainEqual(expect.objectContaining({ sessionId, date: "2026-11-28" }));
    const ofPlan = (await lines(id)).find(({ place }) => place !== null)!;
    value(await move({ place: ofPlan.place, seen: ofPlan.date, wanted: "2026-12-01" }));
    const moved = (await lines(id)).filter(
      ({ place, state }) => place?.week === ofPlan.place!.week && state === "planned",
    );
    expect(moved).toMatchObject([{ date: "2026-12-01", otherDate: ofPlan.date }]);
  });

  it("is a studio's own: another's decisions and clients are not there", async () => {
    const other = await makeStudio("Rush");
    const [line] = (await show(other)).needs;
    expect(await decide(line!)).toMatchObject({ kind: "notFound" });
    expect((await show(other)).decided).toEqual([]);
  });

  describe("what lies before a client", () => {
    const rulesOf = async (clientId: string) => (await needs(clientId)).map(({ need }) => need.rule);
    let fresh: TestStudio;
    beforeAll(async () => {
      fresh = await makeStudio("Rowan");
    });
    const found = async (clientId: string, rule: string) =>
      (await needs(clientId, fresh)).filter(({ need }) => need.rule === rule).map(({ need }) => need);

    it("an email that did not go is said until it is sent again and goes", async () => {
      const [{ id, sessionId }] = studio.clients;
      const folder = process.env.YARVEX_OUTBOX;
      process.env.YARVEX_OUTBOX = "/dev/null/nowhere";
      try {
        value(await executeUseCase(studio.coach, "sessions.send", { sessionId }, { nowMs: Date.now() + 120_000 }));
      } finally {
        process.env.YARVEX_OUTBOX = folder;
      }
      expect(await rulesOf(id)).toContain("email-failed");
      value(await executeUseCase(studio.coach, "sessions.send", { sessionId }, { nowMs: Date.now() + 180_000 }));
      expect(await rulesOf(id)).not.toContain("email-failed");
    });

    it("a lift whose station is out of order on its day is named, and another day's is not", async () => {
      const [{ id: clientId }] = fresh.clients;
      const show = async () => value(await executeUseCase(fresh.coach, "gyms.show", { gymId: fresh.gymId }, clock));
      const { name, equipment } = await show();
      const breakIt = async (from: string, until: string) => {
        const seen = { name, equipment: (await show()).equipment };
        const outOfOrder = [{ item: "station:press bench", from, until }];
        const wanted = { name, equipment: { ...equipment, outOfOrder } };
        value(await executeUseCase(fresh.coach, "gyms.save", { gymId: fresh.gymId, seen, wanted }, clock));
      };
      await breakIt("2026-11-25", "2026-11-28");
      expect(await found(clientId, "kit-out")).toEqual([]);
      await breakIt("2026-11-20", "2026-11-26");
      expect(await found(clientId, "kit-out")).toMatchObject([{ name: "Bench press", date: TODAY }]);
    });

    it("a press bench that two want at the same hour is said with both, and no more once they come at other hours", async () => {
      const other = await makeStudio("Sedge");
      const { name, equipment } = value(await executeUseCase(other.coach, "gyms.show", { gymId: other.gymId }, clock));
      const stations = [{ name: "press bench", count: 1 }];
      const change = { seen: { name, equipment }, wanted: { name, equipment: { ...equipment, stations } } };
      value(await executeUseCase(other.coach, "gyms.save", { gymId: other.gymId, ...change }, clock));
      const at = async (place: 0 | 1, timeOfDay: number) => {
        const clientId = other.clients[place].id;
        const seen = habitsOf(value(await executeUseCase(other.coach, "clients.show", { clientId }, clock)));
        const wanted = { ...seen, days: [{ weekday: 1, timeOfDay }] };
        value(await executeUseCase(other.coach, "clients.change", { clientId, seen, wanted }, clock));
      };
      const clashes = async () => (await show(other)).clashes;
      for (const { id: clientId } of other.clients) {
        const document = { ...documentOf("A1 Bench press 5x5 @60kg r180"), gymId: other.gymId };
        const row = { studioId: other.coach.studioId, id: newId(), clientId, date: TODAY, document };
        await inStudio(other.coach, (tx) => db.insertSession(tx, row));
      }
      await at(0, 600);
      await at(1, 601);
      const both = { station: "press bench", clientNames: ["Sedge 1", "Sedge 2"], count: 1 };
      expect(await clashes()).toContainEqual(expect.objectContaining(both));
      await at(1, 900);
      expect(await clashes()).toEqual([]);
    });

    it("a goal too far and a week of tests are the plan's, and are listed once each", async () => {
      const [, { id: clientId }] = fresh.clients;
      const goal = (id: string, amount: string) => ({
        ...{ id, lineage: "deadlift", exerciseId: "deadlift", reps: 1, byDate: "2027-02-01" },
        load: { amount, unit: "kg" as const },
      });
      const mark = {
        lineage: "deadlift",
        exerciseId: "deadlift",
        kind: "tested" as const,
        reps: 1,
        date: "2026-11-20",
      };
      const weight = { amount: "150", unit: "kg" as const };
      value(await executeUseCase(fresh.coach, "lifts.mark", { clientId, ...mark, weight }, clock));
      const base = documentOf("Deadlift 3x5 rir2");
      const placed = { kind: "weekday", weekday: 4 } as const;
      const day = { id: "d", name: "A", placed, timeOfDay: null, lastWeek: null, base };
      const phases = [phase("build", 1), phase("test", 1)];
      const start = { clientId, name: "To a test", startDate: "2026-11-23", phases, days: [day], inTurn: null };
      const { planId } = value(await executeUseCase(fresh.coach, "plans.create", start, clock));
      const edits = [goal("near", "155"), goal("far", "190")].map((item) => ({
        ...{ kind: "insert" as const, list: "goals" as const, item, after: null },
      }));
      value(await executeUseCase(fresh.coach, "plans.edit", { planId, revision: 0, edits }, clock));
      expect(await found(clientId, "goal-far")).toMatchObject([{ goal: { id: "far", name: "Deadlift" } }]);
      expect(await found(clientId, "test-due")).toMatchObject([{ date: "2026-11-30" }]);
    });

    it("a week far beyond the usual one is said of who has a habit", async () => {
      const [{ id: clientId }] = fresh.clients;
      const week = (monday: string, hardSets: number) => {
        const chest = {
          hardSets,
          assumedHardSets: 0,
          failureSets: 0,
          reps: hardSets * 8,
          loweringSeconds: 0,
          volumeLoadKg: 0,
        };
        const sums = { sessions: 2, muscles: { chest } } as never;
        return inStudio(fresh.coach, (tx) =>
          db.putWeekSums(tx, { studioId: fresh.coach.studioId, clientId, monday, sums }),
        );
      };
      for (const monday of ["2026-11-09", "2026-11-16"]) await week(monday, 10);
      await week("2026-11-23", 30);
      expect(await found(clientId, "volume-jump")).toEqual([]);
      await week("2026-11-02", 10);
      expect(await found(clientId, "volume-jump")).toMatchObject([{ jumps: [{ muscle: "chest", planned: 30 }] }]);
    });
  });
});

const SET = {
  ...{ asked: true, loadKg: 60, curveKg: 60, reps: 5, totalReps: 5, seconds: null, rir: 2, form: "held" as const },
  ...{ pain: 0, target: null, targetRir: null, working: true, restBeforeSeconds: null, fresh: true },
};
