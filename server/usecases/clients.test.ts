import { beforeAll, describe, expect, it } from "vitest";
import { COACHED_CLIENTS, type Input } from "../../contract";
import { phase } from "../../core/testing/plans";
import { type ClientHabits, habitsOf } from "../../views";
import { inStudio, newId } from "../db";
import * as db from "../db/queries";
import { clock, documentOf, hasDatabase, makeStudio, prepareDatabase, type TestStudio, value } from "../testing/studio";
import { executeUseCase } from ".";

describe.runIf(hasDatabase)("the list of clients of a large studio", () => {
  let studio: TestStudio;
  const NAMES = 130;

  beforeAll(async () => {
    await prepareDatabase();
    studio = await makeStudio("Larch");
    const { studioId } = studio.coach;
    await inStudio(studio.coach, async (tx) => {
      for (let i = 0; i < NAMES; i++) {
        const id = newId();
        // Names that many share: a page may end among them.
        const name = `Person ${String(Math.floor(i / 9)).padStart(3, "0")}`;
        await db.insertClient(tx, { studioId, id, name, trainingAge: "novice", gymId: studio.gymId });
        const document = { ...documentOf("Bench press 1x5 @20kg"), gymId: studio.gymId };
        await db.insertSession(tx, { studioId, id: newId(), clientId: id, date: "2026-11-25", document });
      }
    });
  });

  const pages = async () => {
    const found = [];
    let after: { name: string; id: string } | null = null;
    do {
      const page: Awaited<ReturnType<typeof read>> = await read(after);
      found.push(page);
      after = page.next;
    } while (after !== null);
    return found;
  };
  const read = async (after: { name: string; id: string } | null) =>
    value(await executeUseCase(studio.coach, "clients.list", { after, ...COACHED_CLIENTS }, clock));

  it("comes page by page, everybody once, by name, with their sessions", async () => {
    const found = await pages();
    expect(found.map((page) => page.clients.length)).toEqual([...Array(5).fill(24), NAMES + 2 - 120]);
    const clients = found.flatMap((page) => page.clients);
    expect(new Set(clients.map((client) => client.id)).size).toBe(NAMES + 2);
    const names = clients.map((client) => client.name);
    expect(names).toEqual([...names].sort());
    expect(clients.every((client) => client.sessions.length === 1)).toBe(true);
  });

  it("is not shifted by somebody who is added while it is read", async () => {
    const first = await read(null);
    const { studioId } = studio.coach;
    const early = { studioId, id: newId(), name: "Aaron", trainingAge: "novice" as const, gymId: studio.gymId };
    await inStudio(studio.coach, (tx) => db.insertClient(tx, early));
    const second = await read(first.next);
    const seen = new Set(first.clients.map((client) => client.id));
    expect(second.clients.filter((client) => seen.has(client.id))).toEqual([]);
    expect(second.clients).toHaveLength(24);
  });

  const found = async (filter: Partial<Input<"clients.list">>) =>
    value(await executeUseCase(studio.coach, "clients.list", { after: null, ...COACHED_CLIENTS, ...filter }, clock));

  it("is searched by a part of a name in any case, and signs in it are only letters", async () => {
    const { clients, next } = await found({ search: " SON 013" });
    expect(new Set(clients.map(({ name }) => name))).toEqual(new Set(["Person 013"]));
    expect([clients.length, next]).toEqual([9, null]);
    expect((await found({ search: "%" })).clients).toEqual([]);
    expect((await found({ search: "Person_013" })).clients).toEqual([]);
  });

  const change = async (clientId: string, part: Partial<ClientHabits>) => {
    const seen = habitsOf(value(await executeUseCase(studio.coach, "clients.show", { clientId }, clock)));
    const input = { clientId, seen, wanted: { ...seen, ...part } };
    value(await executeUseCase(studio.coach, "clients.change", input, clock));
  };

  it("is shown by group, and knows the names of all groups", async () => {
    const [{ id }] = studio.clients;
    await change(id, { groups: ["rowers", "mornings"] });
    const { clients, groups } = await found({ group: "rowers" });
    expect(clients.map((client) => client.id)).toEqual([id]);
    expect(groups).toEqual(["mornings", "rowers"]);
    expect((await found({ group: "row" })).clients).toEqual([]);
  });

  it("has nobody who is archived, nor Today, until they are taken out again; their page stays", async () => {
    const [, { id }] = studio.clients;
    const isListed = async (archived: boolean) =>
      (await found({ archived, search: "Larch" })).clients.some((client) => client.id === id);
    const isOnToday = async () =>
      value(await executeUseCase(studio.coach, "today.show", {}, clock)).clients.some((client) => client.id === id);
    expect([await isListed(false), await isListed(true), await isOnToday()]).toEqual([true, false, true]);
    value(await executeUseCase(studio.coach, "clients.archive", { clientId: id, archived: true }, clock));
    expect([await isListed(false), await isListed(true), await isOnToday()]).toEqual([false, true, false]);
    expect((await found({})).archivedCount).toBe(1);
    const names = value(await executeUseCase(studio.coach, "clients.names", {}, clock)).clients;
    expect(names.some((client) => client.id === id)).toBe(false);
    const { archivedOn } = value(await executeUseCase(studio.coach, "clients.show", { clientId: id }, clock));
    expect(archivedOn).toMatch(/^2026-/);
    value(await executeUseCase(studio.coach, "clients.archive", { clientId: id, archived: false }, clock));
    expect(await isListed(false)).toBe(true);
  });

  it("a goal from before there is a plan waits for it, and is the plan's own from then on", async () => {
    const [{ id: clientId }] = studio.clients;
    const goal = {
      id: newId(),
      lineage: "deadlift",
      exerciseId: "deadlift",
      load: { amount: "140", unit: "kg" as const },
      reps: 1,
      byDate: "2027-03-01",
    };
    await change(clientId, { goals: [goal] });
    const goals = async () => value(await executeUseCase(studio.coach, "clients.show", { clientId }, clock)).goals;
    expect(await goals()).toEqual([{ ...goal, isOfPlan: false }]);
    const base = documentOf("Deadlift 3x5 rir2");
    const day = {
      id: "day-a",
      name: "A",
      placed: { kind: "weekday", weekday: 0 },
      timeOfDay: null,
      lastWeek: null,
      base,
    } as const;
    const plan = { phases: [phase("build", 4)], days: [day], inTurn: null };
    const start = { clientId, name: "Spring", startDate: "2026-11-30", ...plan };
    value(await executeUseCase(studio.coach, "plans.create", start, clock));
    expect(await goals()).toEqual([{ ...goal, isOfPlan: true }]);
  });

  it("a home is made of the usual things that are there, and of nothing else", async () => {
    const [{ id: clientId }] = studio.clients;
    const home = { name: "Home", clientId, copyOf: null, things: ["kettlebells", "pullUpBar"] as const };
    const { gymId } = value(await executeUseCase(studio.coach, "gyms.create", home, clock));
    const { equipment } = value(await executeUseCase(studio.coach, "gyms.show", { gymId }, clock));
    expect(equipment).toMatchObject({ bars: [], dumbbells: [], bands: [], stations: [{ name: "bar", count: 1 }] });
    expect(equipment.kettlebells.map(({ amount }) => amount)).toEqual(["8", "12", "16", "20"]);
  });

  it("names everybody for the palette, past every page", async () => {
    const { clients } = value(await executeUseCase(studio.coach, "clients.names", {}, clock));
    expect(clients.length).toBeGreaterThanOrEqual(NAMES + 2);
  });

  it("a client's own page has the next session as it was sent, and not as it was changed since", async () => {
    const [{ scope, sessionId }] = studio.clients;
    const next = async () => value(await executeUseCase(scope, "me.show", {}, clock)).next;
    expect(await next()).toBeNull();
    value(await executeUseCase(studio.coach, "sessions.send", { sessionId }, clock));
    const lifts = async () => (await next())!.blocks.flatMap((block) => block.lifts);
    expect((await lifts()).map(({ label, name }) => `${label} ${name}`)).toEqual(["A1 Bench press", "B1 Chin-up"]);
    expect((await lifts())[0]!.sets.join()).toContain("60 kg");
    const { revision, document } = value(await executeUseCase(studio.coach, "sessions.show", { sessionId }, clock));
    const edits = [{ kind: "removeBlock" as const, blockId: document.blocks[1]!.id }];
    const change = { sessionId, revision, edits, draftText: null };
    value(await executeUseCase(studio.coach, "sessions.edit", change, clock));
    expect(await lifts()).toHaveLength(2);
    // What they looked at, and what is another in the copy that came after it.
    value(await executeUseCase(scope, "floor.open", { sessionId }, clock));
    expect((await next())!.changes).toEqual([]);
    value(await executeUseCase(studio.coach, "sessions.send", { sessionId }, { nowMs: clock.nowMs + 60_000 }));
    expect(await next()).toMatchObject({ changes: ["Chin-up is left out"] });
    expect(await lifts()).toHaveLength(1);
  });

  it("what is known of a client is changed; two coaches' changes of different things both hold, of one thing the first", async () => {
    const [{ id: clientId }] = studio.clients;
    const known = async () => value(await executeUseCase(studio.coach, "clients.show", { clientId }, clock));
    const { name, birthYear, trainingAge, minutes, aims, limits, notes } = await known();
    const seen = { name, birthYear, trainingAge, minutes, aims, limits, notes };
    const describeAs = (wanted: Partial<typeof seen>) =>
      executeUseCase(studio.coach, "clients.describe", { clientId, seen, wanted: { ...seen, ...wanted } }, clock);
    value(await describeAs({ name: " Runa Fjell ", minutes: 45 }));
    value(await describeAs({ aims: "A first chin-up", birthYear: 1988 }));
    expect(await known()).toMatchObject({ name: "Runa Fjell", minutes: 45, aims: "A first chin-up", birthYear: 1988 });
    expect(await describeAs({ minutes: 90 })).toMatchObject({ kind: "conflict" });
    expect(await describeAs({ name: " " })).toMatchObject({ kind: "refused", problems: [{ field: "name" }] });
    expect(await known()).toMatchObject({ minutes: 45 });
  });
});
