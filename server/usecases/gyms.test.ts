import { beforeAll, describe, expect, it } from "vitest";
import type { ApiName, Input } from "../../contract";
import type { PlanDay, SessionDocument } from "../../core";
import { phase } from "../../core/testing/plans";
import { newId } from "../db";
import { clock, documentOf, hasDatabase, makeStudio, prepareDatabase, type TestStudio, value } from "../testing/studio";
import { executeUseCase } from ".";
import { startingEquipment } from "./starting-gym";

describe.runIf(hasDatabase)("gyms and what they mean for sessions", () => {
  let studio: TestStudio;
  const as = <K extends ApiName>(name: K, input: Input<K>) => executeUseCase(studio.coach, name, input, clock);
  const gym = async (gymId: string | null = null) => value(await as("gyms.show", { gymId }));

  beforeAll(async () => {
    await prepareDatabase();
    studio = await makeStudio("Cedar");
  });

  it("shows the default first, with what the coming sessions ask of it", async () => {
    const view = await gym();
    expect(view).toMatchObject({ id: studio.gymId, isDefault: true, clientId: null });
    const { prescriptions } = value(await as("gyms.coming", { gymId: studio.gymId }));
    expect(prescriptions.map((one) => [one.clientName, one.exerciseName])).toEqual([
      ["Cedar 1", "Bench press"],
      ["Cedar 1", "Chin-up"],
      ["Cedar 2", "Bench press"],
      ["Cedar 2", "Chin-up"],
    ]);
    expect(prescriptions[0]!.loads[0]).toMatchObject({ kg: 60, built: true });
  });

  it("tells what taking plates away breaks, and keeps nothing of it", async () => {
    const bare = { ...startingEquipment("kg"), plates: [] };
    const tried = value(await as("gyms.try", { gymId: studio.gymId, equipment: bare }));
    expect(tried.broken).toHaveLength(2);
    expect(tried.broken[0]).toMatchObject({ clientName: "Cedar 1", after: { built: false } });
    expect((await gym()).equipment.plates).not.toEqual([]);
    const seen = { name: "Gym", equipment: startingEquipment("kg") };
    const kept = await as("gyms.save", { gymId: studio.gymId, seen, wanted: { ...seen, name: "Hall" } });
    expect(kept.kind).toBe("ok");
    expect((await gym()).name).toBe("Hall");
  });

  it("refuses equipment that is no equipment, at its field", async () => {
    const plates = [{ weight: { amount: "-5", unit: "kg" as const }, pairs: 1 }];
    const equipment = { ...startingEquipment("kg"), plates };
    const seen = { name: "Hall", equipment: startingEquipment("kg") };
    expect(await as("gyms.save", { gymId: studio.gymId, seen, wanted: { ...seen, equipment } })).toMatchObject({
      kind: "refused",
      problems: [{ field: "wanted.equipment.plates[0].weight.amount" }],
    });
  });

  it("gives a session and a client another gym; a home is for its own client alone, and goes with them", async () => {
    const [mine, other] = studio.clients;
    const { gymId: home } = value(await as("gyms.create", { name: "Kitchen", clientId: mine.id, copyOf: null }));
    expect(await as("gyms.makeDefault", { gymId: home })).toMatchObject({ kind: "refused" });
    const moveTo = async (sessionId: string, gymId: string) => {
      const { revision } = value(await as("sessions.show", { sessionId }));
      const edits = [{ kind: "setSession" as const, field: "gymId" as const, value: gymId }];
      return as("sessions.edit", { sessionId, revision, edits, draftText: null });
    };
    expect(await moveTo(other.sessionId, home)).toMatchObject({ kind: "refused", problems: [{ field: "gymId" }] });
    expect(await moveTo(mine.sessionId, newId())).toMatchObject({ kind: "refused", problems: [{ field: "gymId" }] });
    expect((await moveTo(mine.sessionId, home)).kind).toBe("ok");
    const session = value(await as("sessions.show", { sessionId: mine.sessionId }));
    expect(session.gym.name).toBe("Kitchen");
    expect(await as("gyms.remove", { gymId: home })).toMatchObject({ kind: "refused" });
    const seen = await executeUseCase(other.scope, "me.show", {}, clock);
    expect(seen.kind === "ok" && seen.value.gyms.map((one) => one.name)).toEqual(["Hall"]);
    await moveTo(mine.sessionId, studio.gymId);
    expect((await as("gyms.remove", { gymId: home })).kind).toBe("ok");
    const { gymId: second } = value(await as("gyms.create", { name: "Loft", clientId: null, copyOf: studio.gymId }));
    expect((await as("gyms.makeDefault", { gymId: second })).kind).toBe("ok");
    expect((await gym()).id).toBe(second);
    expect((await gym()).equipment).toEqual(startingEquipment("kg"));
    await as("gyms.makeDefault", { gymId: studio.gymId });
  });

  it("records a tested maximum with its date, and percentages go by a training max", async () => {
    const [{ id: clientId, sessionId }] = studio.clients;
    const mark = (kind: "tested" | "training", amount: string, date = "2026-11-20") =>
      as("lifts.mark", {
        clientId,
        lineage: "bench-press",
        exerciseId: "bench-press",
        kind,
        reps: 1,
        date,
        weight: { amount, unit: "kg" },
      });
    expect((await mark("tested", "100")).kind).toBe("ok");
    expect((await mark("training", "90")).kind).toBe("ok");
    expect(await mark("tested", "100", "2027-01-01")).toMatchObject({ kind: "refused", problems: [{ field: "date" }] });
    expect(await mark("tested", "900")).toMatchObject({ kind: "refused", problems: [{ field: "weight" }] });
    const client = value(await as("clients.show", { clientId }));
    expect(client.lifts).toMatchObject([
      {
        lineage: "bench-press",
        strengths: [{ date: "2026-11-20", kg: 100, reps: 1, source: "tested" }],
        trainingMaxKg: 90,
      },
    ]);
    const session = value(await as("sessions.show", { sessionId }));
    expect(session.lifts[0]!.trainingMaxKg).toBe(90);
    expect(await as("lifts.unmark", { clientId, markId: newId() })).toEqual({ kind: "notFound" });
  });

  it("a strength from memory counts for its lift at once and starts others, until it is taken back", async () => {
    const [, { id: clientId, sessionId }] = studio.clients;
    const stated = {
      clientId,
      lineage: "back-squat",
      exerciseId: "back-squat",
      kind: "stated" as const,
      reps: 5,
      date: "2026-11-20",
      weight: { amount: "80", unit: "kg" as const },
    };
    value(await as("lifts.mark", stated));
    const client = value(await as("clients.show", { clientId }));
    expect(client.lifts).toMatchObject([{ strengths: [{ kg: 80, reps: 5, source: "stated" }], exposures: [] }]);
    expect(client.marks).toMatchObject([{ kind: "stated", reps: 5, weight: { amount: "80" } }]);
    const known = async () => value(await as("sessions.show", { sessionId })).known;
    expect(await known()).toMatchObject([{ exerciseId: "back-squat" }]);
    expect((await known())[0]!.e1rmKg).toBeCloseTo(91.67, 2);
    value(await as("lifts.unmark", { clientId, markId: client.marks[0]!.id }));
    expect(await known()).toEqual([]);
  });

  it("counts what plans ask of a gym in the coming four weeks, opened or not, each session once and in its own gym", async () => {
    const [, { id: clientId }] = studio.clients;
    const { gymId: loft } = value(await as("gyms.create", { name: "Attic", clientId: null, copyOf: studio.gymId }));
    const base = documentOf("A1 Deadlift 3x5 @100kg rir2 r120");
    const day = (id: string, weekday: number, document: SessionDocument): PlanDay => ({
      id,
      name: id,
      placed: { kind: "weekday", weekday },
      timeOfDay: null,
      lastWeek: null,
      base: document,
    });
    const plan = {
      clientId,
      name: "Pull",
      startDate: "2026-11-25",
      phases: [phase("build", 8)],
      days: [day("here", 2, base), day("there", 4, { ...base, gymId: loft })],
      inTurn: null,
    };
    const { planId } = value(await as("plans.create", plan));
    const { sessionId } = value(await as("plans.openSession", { planId, dayId: "here", week: 1 }));
    const ofPlan = async (gymId: string) =>
      value(await as("gyms.coming", { gymId })).prescriptions.filter(({ place }) => place?.planId === planId);
    expect((await ofPlan(studio.gymId)).map((one) => [one.date, one.sessionId, one.loads.length])).toEqual([
      ["2026-11-25", null, 3],
      ["2026-12-02", sessionId, 3],
      ["2026-12-09", null, 3],
      ["2026-12-16", null, 3],
    ]);
    expect((await ofPlan(loft)).map(({ date }) => date)).toEqual([
      "2026-11-27",
      "2026-12-04",
      "2026-12-11",
      "2026-12-18",
    ]);
    const light = { ...startingEquipment("kg"), plates: [{ weight: { amount: "10", unit: "kg" as const }, pairs: 1 }] };
    const { broken } = value(await as("gyms.try", { gymId: loft, equipment: light }));
    expect(broken.map(({ date, after }) => [date, after.built])).toContainEqual(["2026-12-18", false]);
    expect(broken.every(({ place }) => place?.dayId === "there")).toBe(true);
  });
});
