import { beforeAll, describe, expect, it } from "vitest";
import type { ApiName, Input } from "../../contract";
import { newId } from "../db";
import { clock, hasDatabase, makeStudio, prepareDatabase, type TestStudio, value } from "../testing/studio";
import { executeUseCase } from ".";

type Day = Input<"imports.add">["days"][number];

const sets = (count: number, reps: number, amount: string, rir: number | null = null) =>
  Array.from({ length: count }, () => ({
    reps,
    seconds: null,
    load: { amount, unit: "kg" as const },
    sign: 1 as const,
    rir,
  }));
const lift = (exerciseId: string, done: Day["lifts"][number]["sets"]): Day["lifts"][number] => ({
  ...{ exerciseId, setup: [], laterality: "both", note: "" },
  sets: done,
});

describe.runIf(hasDatabase)("a log that is brought in", () => {
  let studio: TestStudio;
  const as = <K extends ApiName>(name: K, input: Input<K>) => executeUseCase(studio.coach, name, input, clock);
  const dayOf = (clientId: string, date: string, ...lifts: Day["lifts"]): Day => ({ clientId, date, title: "", lifts });
  const bring = async (days: readonly Day[], more: Partial<Input<"imports.begin">> = {}) => {
    const id = newId();
    value(await as("imports.begin", { id, name: "log.csv", newClients: [], ...more }));
    const counted = value(await as("imports.add", { importId: id, days, unread: [] }));
    value(await as("imports.finish", { importId: id }));
    return { id, ...counted };
  };
  const client = async (clientId: string) => value(await as("clients.show", { clientId }));

  beforeAll(async () => {
    await prepareDatabase();
    studio = await makeStudio("Rowan");
  });

  it("counts as days of its lifts, with an unknown reserve where none was said", async () => {
    const clientId = studio.clients[0].id;
    const { id, added } = await bring([
      dayOf(clientId, "2026-11-02", lift("deadlift", sets(3, 5, "100"))),
      dayOf(clientId, "2026-11-09", lift("deadlift", sets(3, 5, "105", 2)), lift("named:Boat carry", sets(2, 1, "20"))),
    ]);
    expect(added).toBe(2);
    const [deadlift] = (await client(clientId)).lifts.filter(({ lineage }) => lineage === "deadlift");
    expect(
      deadlift!.exposures.map(({ date, sets: done }) => [
        date,
        ...done.map(({ loadKg, reps, rir }) => [loadKg, reps, rir]),
      ]),
    ).toEqual([
      ["2026-11-02", ...Array(3).fill([100, 5, null])],
      ["2026-11-09", ...Array(3).fill([105, 5, 2])],
    ]);
    expect(value(await as("imports.list", {})).imports[0]).toMatchObject({
      ...{ id, name: "log.csv", state: "done", days: 2, sets: 8, clients: ["Rowan 1"], unread: 0 },
    });
    const weeks = value(await as("review.show", { sessionId: deadlift!.exposures[0]!.sessionId }));
    expect(weeks).toMatchObject({ context: { date: "2026-11-02" } });
  });

  it("the same days again are there already, also in another file and in part", async () => {
    const clientId = studio.clients[0].id;
    const days = [
      dayOf(clientId, "2026-10-05", lift("front-squat", sets(2, 5, "60"))),
      dayOf(clientId, "2026-10-12", lift("front-squat", sets(2, 5, "62.5"))),
    ];
    expect(await bring(days)).toMatchObject({ added: 2, known: 0 });
    const longer = [...days, dayOf(clientId, "2026-10-19", lift("front-squat", sets(2, 5, "65")))];
    const again = await bring(longer);
    expect(again).toMatchObject({ added: 1, known: 2 });
    // A part that is sent twice, as where its answer was lost, is there once.
    const id = newId();
    value(await as("imports.begin", { id, name: "log.csv", newClients: [] }));
    value(await as("imports.begin", { id, name: "log.csv", newClients: [] }));
    const part = {
      importId: id,
      days: [dayOf(clientId, "2026-10-26", lift("front-squat", sets(1, 5, "65")))],
      unread: [],
    };
    expect(value(await as("imports.add", part))).toEqual({ added: 1, known: 0 });
    expect(value(await as("imports.add", part))).toEqual({ added: 0, known: 1 });
  });

  it("begun, broken off and brought in again, all of it is there and counts", async () => {
    const clientId = studio.clients[0].id;
    const days = ["2026-09-07", "2026-09-14"].map((date) =>
      dayOf(clientId, date, lift("hip-thrust", sets(2, 8, "90", 2))),
    );
    const id = newId();
    value(await as("imports.begin", { id, name: "broken-off.csv", newClients: [] }));
    value(await as("imports.add", { importId: id, days: days.slice(0, 1), unread: [] }));
    expect(await bring(days, { name: "broken-off.csv" })).toMatchObject({ added: 1, known: 1 });
    const { imports } = value(await as("imports.list", {}));
    expect(
      imports.filter(({ name }) => name === "broken-off.csv").map(({ state, days: count }) => [state, count]),
    ).toEqual([
      ["done", 1],
      ["done", 1],
    ]);
    expect((await client(clientId)).lifts.find(({ lineage }) => lineage === "hip-thrust")!.exposures).toHaveLength(2);
  });

  it("is undone as a whole: its days, what was counted of them, its rows, and clients who came with it", async () => {
    const clientId = studio.clients[1].id;
    const came = newId();
    const before = await client(clientId);
    const squat = (amount: string) => lift("back-squat", sets(3, 5, amount, 1));
    const { id } = await bring([dayOf(clientId, "2026-11-03", squat("120")), dayOf(came, "2026-11-04", squat("80"))], {
      newClients: [{ id: came, name: "Solvei Aas" }],
    });
    expect(await client(came)).toMatchObject({ name: "Solvei Aas", lifts: [{ lineage: "back-squat" }] });
    expect((await client(clientId)).lifts).not.toEqual(before.lifts);
    expect(value(await as("imports.undo", { importId: id }))).toEqual({ days: 2, clients: 1 });
    expect((await client(clientId)).lifts).toEqual(before.lifts);
    expect(await as("clients.show", { clientId: came })).toEqual({ kind: "notFound" });
    expect(value(await as("imports.list", {})).imports.find((one) => one.id === id)).toMatchObject({
      state: "undone",
      days: 0,
    });
    expect(value(await as("imports.undo", { importId: id }))).toEqual({ days: 0, clients: 0 });
    expect(await as("imports.add", { importId: id, days: [], unread: [] })).toMatchObject({ kind: "conflict" });
    // After that the same file comes in again.
    expect(await bring([dayOf(clientId, "2026-11-03", squat("120"))])).toMatchObject({ added: 1 });
  });

  it("keeps the rows that could not be read, with their reasons, page by page", async () => {
    const id = newId();
    value(await as("imports.begin", { id, name: "log.csv", newClients: [] }));
    const rows = Array.from({ length: 200 }, (_, at) => ({
      row: at + 2,
      cells: ["off sick", "=1+1"],
      why: "has no date",
    }));
    for (const from of [0, 200, 400])
      value(
        await as("imports.add", {
          importId: id,
          days: [],
          unread: rows.map((one) => ({ ...one, row: one.row + from })),
        }),
      );
    const first = value(await as("imports.unread", { importId: id, after: 0 }));
    expect([first.rows.length, first.next]).toEqual([500, 501]);
    const rest = value(await as("imports.unread", { importId: id, after: first.next! }));
    expect([rest.rows.length, rest.next, rest.rows[0]]).toEqual([100, null, { ...rows[0], row: 502 }]);
  });

  it("with a person who is erased go the rows that name them, and no others", async () => {
    const other = await makeStudio("Erased");
    const own = <K extends ApiName>(name: K, input: Input<K>) => executeUseCase(other.coach, name, input, clock);
    const id = newId();
    value(await own("imports.begin", { id, name: "log.csv", newClients: [] }));
    const unread = [
      { row: 2, cells: ["31.2.2026", "ERASED 1", "Squat"], why: "no date" },
      { row: 3, cells: ["31.2.2026", "Erased 2", "Squat"], why: "no date" },
    ];
    value(await own("imports.add", { importId: id, days: [], unread }));
    const [{ id: clientId, scope }] = other.clients;
    value(await executeUseCase(scope, "clients.erase", { clientId }, clock));
    expect(value(await own("imports.unread", { importId: id, after: 0 })).rows.map(({ row }) => row)).toEqual([3]);
  });

  it("refuses what cannot have been trained, and whom this studio does not know", async () => {
    const id = newId();
    const add = (day: Day) => as("imports.add", { importId: id, days: [day], unread: [] });
    const done = lift("deadlift", sets(1, 5, "100"));
    const clientId = studio.clients[0].id;
    expect(await add(dayOf(clientId, "2026-11-03", done))).toEqual({ kind: "notFound" });
    value(await as("imports.begin", { id, name: "log.csv", newClients: [] }));
    expect(await add(dayOf(clientId, "2026-11-25", done))).toMatchObject({
      kind: "refused",
      problems: [{ field: "days[0].date" }],
    });
    expect(await add(dayOf(newId(), "2026-11-03", done))).toEqual({ kind: "notFound" });
    expect(await add(dayOf(clientId, "2026-11-03", lift("no-such-lift", done.sets)))).toMatchObject({
      ...{ kind: "refused", problems: [{ field: "days[0].lifts" }] },
    });
    const neither = { ...done.sets[0]!, reps: null };
    expect(await add(dayOf(clientId, "2026-11-03", lift("deadlift", [neither])))).toMatchObject({ kind: "refused" });
    const other = await makeStudio("Sorrel");
    expect(await executeUseCase(other.coach, "imports.undo", { importId: id }, clock)).toEqual({ kind: "notFound" });
  });

  it("waits for no review, and tells nobody at what hour its client trains", async () => {
    const clientId = studio.clients[1].id;
    await bring([dayOf(clientId, "2026-11-23", lift("lat-pull-down", sets(1, 5, "40")))]);
    const today = value(await as("today.show", {}));
    expect(today.needs.filter(({ need }) => need.rule === "unreviewed")).toEqual([]);
  });
});
