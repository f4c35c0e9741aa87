/** Two coaches at one record: what each changes is kept, and what clashes is said; nothing is lost in silence. */
import { beforeAll, describe, expect, it } from "vitest";
import type { Input } from "../../contract";
import { type ClientLimit, METHODS, type StressedJoint } from "../../core";
import { habitsOf, type StudioMethods } from "../../views";
import { inStudio } from "../db";
import * as db from "../db/queries";
import { clock, hasDatabase, makeStudio, prepareDatabase, type TestStudio, value } from "../testing/studio";
import { executeUseCase } from ".";
import { startingEquipment } from "./starting-gym";

const limitOf = (joint: StressedJoint): ClientLimit => ({
  id: joint,
  what: { kind: "joint", joint },
  how: "avoid",
  range: "",
  side: "both",
  from: "2026-11-01",
  until: null,
  clearedBy: null,
});

describe.runIf(hasDatabase)("two coaches at once", () => {
  let studio: TestStudio;
  let clientId: string;
  beforeAll(async () => {
    await prepareDatabase();
    studio = await makeStudio("Yarrow");
    clientId = studio.clients[0].id;
  });
  const client = async () => value(await executeUseCase(studio.coach, "clients.show", { clientId }, clock));
  const limits = (seen: readonly ClientLimit[], wanted: readonly ClientLimit[]) =>
    executeUseCase(studio.coach, "clients.setLimits", { clientId, seen, wanted } as Input<"clients.setLimits">, clock);
  const joints = async () => (await client()).limitList.map(({ id }) => id).sort();

  it("a knee limit is not lost to a shoulder limit", async () => {
    const [knee, shoulder] = [limitOf("knee"), limitOf("shoulder")];
    const kept = await Promise.all([limits([], [knee]), limits([], [shoulder])]);
    expect(kept.map(({ kind }) => kind)).toEqual(["ok", "ok"]);
    expect(await joints()).toEqual(["knee", "shoulder"]);
  });

  it("seven limits written in the same moment all stand", async () => {
    const { limitList } = await client();
    const all = (["neck", "elbow", "wrist", "lowerBack", "hip"] as const).map(limitOf);
    await Promise.all(all.map((limit) => limits(limitList, [...limitList, limit])));
    expect(await joints()).toEqual(["elbow", "hip", "knee", "lowerBack", "neck", "shoulder", "wrist"]);
  });

  it("a limit that both change is said; the first stands", async () => {
    const seen = (await client()).limitList;
    const side = (to: ClientLimit["side"]) => seen.map((one) => (one.id === "knee" ? { ...one, side: to } : one));
    expect((await limits(seen, side("left"))).kind).toBe("ok");
    expect(await limits(seen, side("right"))).toMatchObject({
      kind: "conflict",
      message: expect.stringContaining("a limit"),
    });
    expect((await client()).limitList.find(({ id }) => id === "knee")!.side).toBe("left");
    // Two halves that do not go together are no limit: begun later by one, ended earlier by the other.
    const now = (await client()).limitList;
    const part = (more: Partial<ClientLimit>) => now.map((one) => (one.id === "hip" ? { ...one, ...more } : one));
    expect((await limits(now, part({ from: "2026-12-20" }))).kind).toBe("ok");
    expect((await limits(now, part({ until: "2026-12-01" }))).kind).toBe("conflict");
  });

  it("priorities of different muscles are both kept", async () => {
    const first = (muscle: "chest" | "back", seen: Input<"clients.setPriorities">["seen"] = []) =>
      executeUseCase(
        studio.coach,
        "clients.setPriorities",
        { clientId, seen, wanted: [...seen, { muscle, priority: "build" }] },
        clock,
      );
    await Promise.all([first("chest"), first("back")]);
    expect((await client()).priorities).toEqual({ chest: "build", back: "build" });
  });

  it("a yes to a readiness question is not wiped out by another's older statement, nor cleared unread", async () => {
    const state = (seen: Input<"clients.stateReadiness">["seen"], yes: Input<"clients.stateReadiness">["yes"]) =>
      executeUseCase(studio.coach, "clients.stateReadiness", { clientId, seen, yes }, clock);
    const seen = (await client()).statement;
    expect((await state(seen, ["symptoms"])).kind).toBe("ok");
    expect(await state(seen, [])).toMatchObject({ kind: "conflict" });
    const clear = (read: NonNullable<typeof seen>) =>
      executeUseCase(studio.coach, "clients.recordClearance", { clientId, seen: read, by: "Dr Example" }, clock);
    expect(await clear(seen!)).toMatchObject({ kind: "conflict" });
    expect((await client()).readiness.kind).toBe("blocked");
    expect((await clear((await client()).statement!)).kind).toBe("ok");
    expect((await client()).readiness.kind).toBe("ready");
  });

  it("where a client trains and how loads are rounded are two things", async () => {
    const seen = habitsOf(await client());
    const change = (wanted: Partial<typeof seen>) =>
      executeUseCase(studio.coach, "clients.change", { clientId, seen, wanted: { ...seen, ...wanted } }, clock);
    const { gymId: home } = value(
      await executeUseCase(studio.coach, "gyms.create", { name: "Home", clientId, copyOf: null }, clock),
    );
    await Promise.all([change({ gymId: home }), change({ rounding: "neverHarder" })]);
    expect(await client()).toMatchObject({ gymId: home, rounding: "neverHarder" });
  });

  it("a gym's bars and its plates are changed by two without loss; the same plates are said", async () => {
    const seen = { name: "Gym", equipment: startingEquipment("kg") };
    const save = (part: Partial<ReturnType<typeof startingEquipment>>) =>
      executeUseCase(
        studio.coach,
        "gyms.save",
        { gymId: studio.gymId, seen, wanted: { ...seen, equipment: { ...startingEquipment("kg"), ...part } } },
        clock,
      );
    const bars = [{ name: "Short bar", weight: { amount: "15", unit: "kg" as const }, shape: "straight bar" as const }];
    const plates = [{ weight: { amount: "20", unit: "kg" as const }, pairs: 4 }];
    expect((await Promise.all([save({ bars }), save({ plates })])).map(({ kind }) => kind)).toEqual(["ok", "ok"]);
    const { equipment } = value(await executeUseCase(studio.coach, "gyms.show", { gymId: studio.gymId }, clock));
    expect(equipment).toMatchObject({ bars, plates });
    expect(await save({ plates: [] })).toMatchObject({ kind: "conflict" });
  });

  it("twenty changes of figures, settings and hidden exercises in one moment: none is lost", async () => {
    const figures = { reps: { low: 7, high: 9 }, rir: { low: 1, high: 2 }, restSeconds: { low: 60, high: 90 } };
    const ids = METHODS.map(({ id }) => id);
    const exercises = ["back-squat", "front-squat", "deadlift", "chin-up", "push-up", "hip-thrust"];
    const answers = await Promise.all([
      ...ids.map((id) =>
        executeUseCase(studio.coach, "studio.changeMethods", { seen: [], wanted: [{ id, ...figures }] }, clock),
      ),
      ...exercises.map((exerciseId) =>
        executeUseCase(studio.coach, "exercises.hide", { exerciseId, hidden: true }, clock),
      ),
      executeUseCase(studio.coach, "studio.changeSettings", { e1rmFormula: "wathan" }, clock),
    ]);
    expect(answers.map(({ kind }) => kind)).toEqual(answers.map(() => "ok"));
    const row = (await inStudio(studio.coach, (tx) => db.studioRow(tx)))!;
    expect(Object.keys(row.methods as StudioMethods).sort()).toEqual([...ids].sort());
    expect(Object.keys(row.hiddenExercises).sort()).toEqual([...exercises].sort());
    expect(row.settings.e1rmFormula).toBe("wathan");
  });
});
