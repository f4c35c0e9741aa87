import { readFileSync } from "node:fs";
import { join } from "node:path";
import Ajv from "ajv/dist/2020";
import { beforeAll, describe, expect, it } from "vitest";
import { ARCHIVE_ORDER, ARCHIVE_TABLES } from "../../contract";
import { inStudio, type Scope } from "../db";
import * as db from "../db/queries";
import { doneIn, eventIn, openFloor, record, writeSession } from "../testing/floor";
import { clock, hasDatabase, makeStudio, prepareDatabase, type TestStudio, value } from "../testing/studio";
import { executeUseCase } from ".";
import { archiveJsonSchema, streamArchive } from "./archive";

type Archive = Record<string, Record<string, unknown>[]> & { readonly studio: unknown };

describe.runIf(hasDatabase)("a studio as a file", () => {
  let studio: TestStudio;
  const textOf = async (scope: Scope, clientId: string | null = null) => {
    const parts = await streamArchive(scope, clientId);
    if (parts === null) return null;
    let text = "";
    for await (const part of parts) text += part;
    return text;
  };
  const read = (text: string | null) => JSON.parse(text!) as Archive;
  const emptied = async (name: string) => {
    const made = await makeStudio(name);
    for (const { id } of made.clients) await inStudio(made.coach, (tx) => db.deleteClient(tx, id));
    return made;
  };
  const bring = async (scope: Scope, archive: Archive) => {
    value(await executeUseCase(scope, "archive.studio", { studio: archive.studio }, clock));
    for (const table of ARCHIVE_ORDER)
      value(await executeUseCase(scope, "archive.add", { table, rows: archive[table]! }, clock));
    value(await executeUseCase(scope, "archive.finish", {}, clock));
  };

  beforeAll(async () => {
    await prepareDatabase();
    studio = await makeStudio("Juniper");
    const [{ id: clientId, sessionId: waiting }] = studio.clients;
    const sessionId = await writeSession(studio, "# Push\n\nA1 Bench press 2x8 @60kg rir2", "2026-11-20");
    const view = await openFloor(studio.coach, sessionId);
    await record(studio.coach, sessionId, [
      doneIn(view, 0, { note: 'He said "ok"\n– fine' }),
      doneIn(view, 1),
      eventIn(view, { kind: "ended", sessionRpe: 8, note: "" }),
    ]);
    value(await executeUseCase(studio.coach, "sessions.send", { sessionId: waiting }, clock));
    const home = { name: "Kitchen", clientId, copyOf: null };
    const { gymId } = value(await executeUseCase(studio.coach, "gyms.create", home, clock));
    await inStudio(studio.coach, (tx) => db.updateClient(tx, clientId, { gymId }));
    const message = { id: "0197f9a0-0000-7000-8000-000000000001", clientId, sessionId: null, text: "Well done" };
    value(await executeUseCase(studio.coach, "messages.write", message, clock));
  });

  it("goes out, comes into an empty studio and goes out again equal, byte by byte, and its records are there", async () => {
    const text = await textOf(studio.coach);
    const archive = read(text);
    expect(archive).toMatchObject({ format: "yarvex studio", version: 1, of: "studio", studio: { name: "Juniper" } });
    expect(
      ["sessions", "floorEvents", "shownDocuments", "sentCopies", "messages"].map((name) => archive[name]!.length > 0),
    ).toEqual(Array(5).fill(true));
    const other = await emptied("Before");
    await bring(other.coach, archive);
    expect(await textOf(other.coach)).toBe(text);
    const [{ id: clientId }] = studio.clients;
    const lifts = (scope: Scope) =>
      executeUseCase(scope, "clients.show", { clientId }, clock).then((outcome) => value(outcome).lifts);
    expect(await lifts(other.coach)).toEqual(await lifts(studio.coach));
    // Sent once more, nothing is there twice.
    for (const table of ARCHIVE_TABLES)
      value(await executeUseCase(other.coach, "archive.add", { table, rows: archive[table]! }, clock));
    expect(await textOf(other.coach)).toBe(text);
  });

  it("the sample that ships comes into an empty studio and goes out equal, byte by byte", async () => {
    const sample = readFileSync(join(import.meta.dirname, "../../docs/formats/samples/studio.json"), "utf8");
    const { coach } = await emptied("Sample");
    await bring(coach, read(sample));
    expect(await textOf(coach)).toBe(sample);
  });

  it("is what its published JSON Schema says, which another validator reads", async () => {
    await expect(`${JSON.stringify(archiveJsonSchema(), null, 2)}\n`).toMatchFileSnapshot(
      "../../docs/formats/studio.schema.json",
    );
    const validate = new Ajv({ strict: false }).compile(archiveJsonSchema());
    const archive = read(await textOf(studio.coach));
    expect([validate(archive), validate.errors]).toEqual([true, null]);
    expect(validate({ ...archive, clients: [{ ...archive.clients![0], minutes: "sixty" }] })).toBe(false);
  });

  it("of one client holds their rows, the gyms and the studio's exercises, and nobody else's", async () => {
    const [{ id }, other] = studio.clients;
    const archive = read(await textOf(studio.coach, id));
    expect(archive.clients!.map((row) => row.id)).toEqual([id]);
    expect(archive.gyms!.length).toBeGreaterThan(0);
    expect(JSON.stringify(archive)).not.toContain(other.id);
    expect(await textOf((await makeStudio("Yew")).coach, id)).toBeNull();
    expect(await textOf(studio.clients[0].scope)).toBeNull();
  });

  it("what is damaged is refused with its place, and nothing of it is kept", async () => {
    const archive = read(await textOf(studio.coach));
    const { coach } = await emptied("Damaged");
    const add = (table: string, ...rows: readonly unknown[]) =>
      executeUseCase(coach, "archive.add", { table, rows }, clock);
    const session = archive.sessions![0]!;
    expect(await add("nothing")).toMatchObject({ kind: "refused", problems: [{ field: "table" }] });
    expect(await add("clients", ...archive.clients!)).toMatchObject({
      problems: [{ message: expect.stringMatching(/not in this file/) }],
    });
    value(await executeUseCase(coach, "archive.studio", { studio: archive.studio }, clock));
    expect(await add("gyms", ...archive.gyms!)).toMatchObject({ kind: "ok" });
    expect(await add("clients", { ...archive.clients![0], name: 5 })).toMatchObject({
      problems: [{ field: "rows[0]" }],
    });
    expect(await add("clients", { ...archive.clients![0], days: "daily" })).toMatchObject({
      problems: [{ field: "rows[0]" }],
    });
    expect(await add("clients", ...archive.clients!)).toMatchObject({ kind: "ok" });
    expect(await add("sessions", session, { ...session, document: { blocks: "none" } })).toMatchObject({
      problems: [{ field: "rows[1]", message: expect.stringMatching(/^sessions, row 2: /) }],
    });
    expect(await add("floorEvents", { ...archive.floorEvents![0], body: { kind: "nonsense" } })).toMatchObject({
      kind: "refused",
    });
    expect(read(await textOf(coach)).sessions).toEqual([]);
    expect(await executeUseCase(studio.coach, "archive.studio", { studio: archive.studio }, clock)).toMatchObject({
      kind: "conflict",
    });
  });
});
