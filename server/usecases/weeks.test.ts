import { beforeAll, describe, expect, it } from "vitest";
import { type PlanDay, type PlanEdit, SHIPPED_CATALOGUE, sessionOfWeek, writeLift } from "../../core";
import { phase } from "../../core/testing/plans";
import { carriedWeek, type WeeksView, weeksModel } from "../../views";
import { newId } from "../db";
import { doneIn, openFloor, record } from "../testing/floor";
import { clock, documentOf, hasDatabase, makeStudio, prepareDatabase, type TestStudio, value } from "../testing/studio";
import { executeUseCase } from ".";

describe.runIf(hasDatabase)("the weeks of a client", () => {
  let studio: TestStudio;
  let planId: string;
  const day: PlanDay = {
    id: "mon",
    name: "Lower",
    placed: { kind: "weekday", weekday: 1 },
    timeOfDay: null,
    lastWeek: null,
    base: documentOf("# Lower\n\nA1 Back squat 3x5 @80kg rir2 r150\n\nB1 Deadlift 2x5 @80kg rir2 r150"),
  };
  const show = async (): Promise<WeeksView> =>
    value(await executeUseCase(studio.coach, "weeks.show", { clientId: studio.clients[0].id, planId: null }, clock))
      .view!;
  const edit = async (edits: readonly PlanEdit[]) => {
    const { plan } = await show();
    return executeUseCase(studio.coach, "plans.edit", { planId, revision: plan!.revision, edits }, clock);
  };
  const open = async (week: number) =>
    value(await executeUseCase(studio.coach, "plans.openSession", { planId, dayId: day.id, week }, clock)).sessionId;
  const documentIn = async (sessionId: string) =>
    value(await executeUseCase(studio.coach, "sessions.show", { sessionId }, clock)).document;
  const write = async (typed: string, week: number): Promise<PlanEdit> => {
    const { plan } = await show();
    const { document } = sessionOfWeek(plan!.document, day.id, week)!;
    const written = writeLift(document, document.blocks[0]!.slots[0]!.id, typed, SHIPPED_CATALOGUE, newId);
    if (!written.ok) throw new Error(written.message);
    const item = {
      id: newId(),
      dayId: day.id,
      edits: written.edits,
      span: { kind: "fromWeek", week } as const,
      note: "",
    };
    return { kind: "insert", list: "patches", item, after: null };
  };
  const setsIn = async (sessionId: string) => (await documentIn(sessionId)).blocks[0]!.slots[0]!.sets.length;

  beforeAll(async () => {
    await prepareDatabase();
    studio = await makeStudio("Sorrel");
    const input = {
      clientId: studio.clients[0].id,
      name: "Block",
      startDate: "2026-11-23",
      phases: [phase("build", 4)],
      days: [],
      inTurn: null,
    };
    planId = value(await executeUseCase(studio.coach, "plans.create", input, clock)).planId;
    value(await edit([{ kind: "insert", list: "days", item: day, after: null }]));
  });

  it("show the plan that holds today, each lift in each week", async () => {
    const view = await show();
    expect(view.plan!.id).toBe(planId);
    const model = weeksModel(view.plan!.document, view);
    expect(model.columns.map(({ isNow }) => isNow)).toEqual([true, false, false, false]);
    const [squat, deadlift] = model.days[0]!.rows;
    expect(squat!.cells.map((cell) => cell?.state)).toEqual(Array(4).fill("planned"));
    expect(deadlift!.cells.map((cell) => cell?.topKg)).toEqual([80, 80, 80, 80]);
    expect(model.columns[0]!.muscles.quads!.hardSets).toBeGreaterThan(0);
    expect(model.columns[0]!.minutes).toBeGreaterThan(5);
  });

  it("a session that was opened follows its plan, beside what was changed of it at the desk", async () => {
    const sessionId = await open(1);
    const before = value(await executeUseCase(studio.coach, "sessions.show", { sessionId }, clock));
    const title = { kind: "setSession", field: "title", value: "Lower, short" } as const;
    const edited = { sessionId, revision: before.revision, edits: [title], draftText: null };
    value(await executeUseCase(studio.coach, "sessions.edit", edited, clock));
    expect((await show()).sessions.find(({ week }) => week === 1)!.own?.title).toBe("Lower, short");
    value(await edit([await write("5x5", 1)]));
    expect(await setsIn(sessionId)).toBe(5);
    expect((await documentIn(sessionId)).title).toBe("Lower, short");
    // A week that opens later has it from the plan.
    expect(await setsIn(await open(2))).toBe(5);
    expect(await setsIn(await open(0))).toBe(3);
    // The desk knows its week.
    expect(value(await executeUseCase(studio.coach, "sessions.show", { sessionId }, clock))).toMatchObject({
      planWeek: 1,
      plan: { id: planId, name: "Block", phase: "build" },
    });
  });

  it("what was trained stays as it was, and the weeks ahead go by it", async () => {
    const sessionId = await open(0);
    const floor = await openFloor(studio.coach, sessionId);
    await record(
      studio.coach,
      sessionId,
      [0, 1, 2].map((blockRound) => doneIn(floor, blockRound)),
    );
    const refused = await edit([
      {
        ...(await write("4x5", 0)),
        item: { ...((await write("4x5", 0)) as { item: object }).item, span: { kind: "onlyWeek", week: 0 } },
      } as PlanEdit,
    ]);
    expect(refused).toMatchObject({ kind: "refused" });
    const view = await show();
    const model = weeksModel(view.plan!.document, view);
    expect(model.days[0]!.rows[0]!.cells[0]).toMatchObject({ state: "done", sets: 3 });
    expect(model.days[0]!.rows[0]!.cells[1]!.lift!.next).not.toBeNull();
  });

  it("know who has not trained for long, from the health questions", async () => {
    const clientId = studio.clients[1].id;
    const isInactive = async () =>
      value(await executeUseCase(studio.coach, "weeks.show", { clientId, planId: null }, clock)).view!.client
        .isInactive;
    expect(await isInactive()).toBe(false);
    value(
      await executeUseCase(
        studio.coach,
        "clients.stateReadiness",
        { clientId, seen: { date: "2026-11-01", yes: [] }, yes: ["inactive"] },
        clock,
      ),
    );
    expect(await isInactive()).toBe(true);
  });

  it("of another studio are not there, and without a client there is nothing to show", async () => {
    const other = await makeStudio("Tansy");
    expect(
      (await executeUseCase(other.coach, "weeks.show", { clientId: studio.clients[0].id, planId: null }, clock)).kind,
    ).toBe("notFound");
    const own = value(await executeUseCase(other.coach, "weeks.show", { clientId: null, planId: null }, clock)).view!;
    expect([own.plan, own.sessions]).toEqual([null, []]);
  });

  it("a client's next week is worked out by the server as their weeks have it, and sent in a few lines", async () => {
    const [{ id: clientId }] = studio.clients;
    const { view } = value(await executeUseCase(studio.coach, "weeks.show", { clientId, planId: null }, clock));
    const { next } = value(await executeUseCase(studio.coach, "weeks.next", { clientId }, clock));
    expect(next).toEqual({ planId: view!.plan!.id, week: carriedWeek(view!) });
    expect(next!.week.sessions.length).toBeGreaterThan(0);
    expect(JSON.stringify(next).length).toBeLessThan(JSON.stringify(view).length / 4);
  });
});
