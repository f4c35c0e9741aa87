import { beforeAll, describe, expect, it } from "vitest";
import { newId } from "../db";
import { clock, hasDatabase, makeStudio, prepareDatabase, type TestStudio, value } from "../testing/studio";
import { executeUseCase } from ".";

describe.runIf(hasDatabase)("what a client says of themselves and takes along", () => {
  let studio: TestStudio;
  beforeAll(async () => {
    await prepareDatabase();
    studio = await makeStudio("Alder");
  });
  const mine = () => studio.clients[0];
  const seenByCoach = async () =>
    value(await executeUseCase(studio.coach, "clients.show", { clientId: mine().id }, clock));

  it("health answers, body mass, lifts and the unit count at once, and the coach sees who answered", async () => {
    const { id: clientId, scope } = mine();
    const { statement: seen } = value(await executeUseCase(scope, "me.show", {}, clock));
    value(await executeUseCase(scope, "clients.stateReadiness", { clientId, seen, yes: ["surgery"] }, clock));
    const bodyMass = { amount: "71.5", unit: "kg" as const };
    value(await executeUseCase(scope, "clients.weigh", { clientId, date: "2026-11-23", bodyMass }, clock));
    value(await executeUseCase(scope, "clients.setUnit", { clientId, unit: "lb" }, clock));
    const lift = { lineage: "deadlift", exerciseId: "deadlift", reps: 5, date: "2026-11-20" };
    const weight = { amount: "100", unit: "kg" as const };
    value(await executeUseCase(scope, "lifts.mark", { clientId, ...lift, kind: "stated", weight }, clock));
    const view = await seenByCoach();
    expect(view).toMatchObject({ unit: "lb", readiness: { kind: "blocked" } });
    expect(view.bodyMass[0]).toEqual({ date: "2026-11-23", weight: bodyMass });
    expect(view.lifts.map(({ lineage }) => lineage)).toContain("deadlift");
    expect(view.safetyChanges[0]).toMatchObject({
      name: "Alder",
      words: "Health questions answered: Surgery in the last months",
    });
    const asTraining = await executeUseCase(
      scope,
      "lifts.mark",
      { clientId, ...lift, kind: "training", weight },
      clock,
    );
    expect(asTraining).toMatchObject({ problems: [{ message: "A training max is set by your coach." }] });
  });

  it("a clearance and a limit are listed with who gave them, in words, the newest first", async () => {
    const { id: clientId } = mine();
    const { statement, limitList } = await seenByCoach();
    value(
      await executeUseCase(
        studio.coach,
        "clients.recordClearance",
        { clientId, seen: statement!, by: "Dr Example, for lifting" },
        clock,
      ),
    );
    const limit = {
      id: newId(),
      what: { kind: "joint", joint: "knee" },
      how: "avoid",
      range: "",
      side: "left",
      from: "2026-11-24",
      until: "2026-12-20",
      clearedBy: null,
    } as const;
    const later = { nowMs: clock.nowMs + 1000 };
    value(
      await executeUseCase(studio.coach, "clients.setLimits", { clientId, seen: limitList, wanted: [limit] }, later),
    );
    const [added, cleared] = (await seenByCoach()).safetyChanges;
    expect(added!.words).toMatch(/^Limit added: not left knee, until 2026-12-20/);
    expect(cleared!.words).toBe("Cleared by Dr Example, for lifting");
    expect(value(await executeUseCase(mine().scope, "me.show", {}, clock)).safetyChanges).toEqual([]);
  });

  it("of another client nothing is changed", async () => {
    const { scope } = mine();
    const clientId = studio.clients[1].id;
    const bodyMass = { amount: "60", unit: "kg" as const };
    for (const outcome of [
      await executeUseCase(scope, "clients.weigh", { clientId, date: "2026-11-23", bodyMass }, clock),
      await executeUseCase(scope, "clients.setUnit", { clientId, unit: "lb" }, clock),
      await executeUseCase(scope, "clients.stateReadiness", { clientId, seen: null, yes: [] }, clock),
      await executeUseCase(scope, "clients.erase", { clientId }, clock),
    ])
      expect(outcome.kind).toBe("notFound");
  });

  it("the copy has every session as text, with its log, and only this client's", async () => {
    const { scope, sessionId } = mine();
    value(await executeUseCase(studio.coach, "sessions.send", { sessionId }, clock));
    const data = value(await executeUseCase(scope, "me.export", {}, clock));
    expect(data).toMatchObject({ exportedOn: "2026-11-24", person: { name: "Alder 1", unit: "lb" } });
    expect(data.sessions).toHaveLength(1);
    expect(data.sessions[0]!.text).toContain("Bench press");
    expect(data.strengths).toEqual([
      { exercise: "Deadlift", kind: "stated", reps: 5, date: "2026-11-20", amount: "100", unit: "kg" },
    ]);
    expect(JSON.stringify(data)).not.toContain("Alder 2");
  });

  it("who erases themselves is gone with all of it, and cannot ask for anything any more", async () => {
    const { id: clientId, scope } = mine();
    value(await executeUseCase(scope, "clients.erase", { clientId }, clock));
    expect((await executeUseCase(studio.coach, "clients.show", { clientId }, clock)).kind).toBe("notFound");
    expect((await executeUseCase(scope, "me.export", {}, clock)).kind).toBe("notFound");
    expect((await executeUseCase(studio.clients[1].scope, "me.show", {}, clock)).kind).toBe("ok");
  });
});
