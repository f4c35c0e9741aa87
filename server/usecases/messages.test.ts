import { beforeAll, describe, expect, it } from "vitest";
import { MESSAGE_LENGTH } from "../../contract";
import { asOwner, newId, type Scope } from "../db";
import * as db from "../db/queries";
import { openFloor, writeSession } from "../testing/floor";
import { clock, hasDatabase, makeStudio, prepareDatabase, type TestStudio, value } from "../testing/studio";
import { executeUseCase } from ".";

describe.runIf(hasDatabase)("words between a client and their coaches", () => {
  let studio: TestStudio;
  let strangers: TestStudio;
  beforeAll(async () => {
    await prepareDatabase();
    studio = await makeStudio("Alder");
    strangers = await makeStudio("Birch");
  });

  const write = (scope: Scope, text: string, about: { clientId: string; sessionId: string | null }, id = newId()) =>
    executeUseCase(scope, "messages.write", { id, text, ...about }, clock);
  const read = async (scope: Scope, clientId: string, sessionId: string | null) =>
    value(await executeUseCase(scope, "messages.list", { clientId, sessionId }, clock)).messages;

  it("what one writes the other reads, with who wrote it; it is seen when the other side reads it, and not before", async () => {
    const [{ id: clientId, scope: client, sessionId }] = studio.clients;
    value(await executeUseCase(studio.coach, "sessions.send", { sessionId }, clock));
    value(await write(studio.coach, "85 today.", { clientId, sessionId }));
    expect((await read(studio.coach, clientId, sessionId))[0]).toMatchObject({ text: "85 today.", seenAtMs: null });
    expect(await read(client, clientId, sessionId)).toMatchObject([{ name: studio.coach.name, writtenBy: "coach" }]);
    expect((await read(studio.coach, clientId, sessionId))[0]!.seenAtMs).toBe(clock.nowMs);
    value(await write(client, "Felt easy.", { clientId, sessionId }));
    expect((await read(studio.coach, clientId, sessionId)).map(({ writtenBy }) => writtenBy)).toEqual([
      "coach",
      "client",
    ]);
  });

  it("a word about a session stands with that session, and all of a client's stand together", async () => {
    const [, { id: clientId, sessionId }] = studio.clients;
    value(await write(studio.coach, "About the session", { clientId, sessionId }));
    value(await write(studio.coach, "In general", { clientId, sessionId: null }));
    expect((await read(studio.coach, clientId, null)).map(({ text }) => text)).toEqual([
      "About the session",
      "In general",
    ]);
    expect((await read(studio.coach, clientId, sessionId)).map(({ text }) => text)).toEqual(["About the session"]);
  });

  it("sent twice it is kept once; empty or too long it is refused at its field", async () => {
    const [{ id: clientId, scope: client }] = studio.clients;
    const id = newId();
    for (let time = 0; time < 2; time++) value(await write(client, "Once", { clientId, sessionId: null }, id));
    expect((await read(client, clientId, null)).filter((one) => one.id === id)).toHaveLength(1);
    for (const text of ["   ", "x".repeat(MESSAGE_LENGTH + 1)])
      expect(await write(client, text, { clientId, sessionId: null })).toMatchObject({
        kind: "refused",
        problems: [{ field: "text" }],
      });
  });

  it("nobody else reads or writes them, nor in a session that is not the client's", async () => {
    const [{ id: clientId, scope: own }, { scope: other, sessionId: otherSession }] = studio.clients;
    const about = { clientId, sessionId: null };
    for (const scope of [other, strangers.coach, strangers.clients[0].scope])
      expect(await write(scope, "Not mine", about)).toEqual({ kind: "notFound" });
    expect(await write(own, "Not my session", { clientId, sessionId: otherSession })).toEqual({ kind: "notFound" });
    expect(await executeUseCase(other, "messages.list", about, clock)).toEqual({ kind: "notFound" });
  });

  it("a client's floor opens with what was written about its session; erased with the client, they are gone", async () => {
    const client = studio.clients[0];
    const sessionId = await writeSession(studio, "A1 Bench press 3x5 @60kg rir2 r120");
    value(await write(studio.coach, "Stop if the knee says more than 3.", { clientId: client.id, sessionId }));
    value(await executeUseCase(studio.coach, "sessions.send", { sessionId }, clock));
    expect((await openFloor(studio.coach, sessionId)).messages).toEqual([]);
    const floor = await openFloor(client.scope, sessionId);
    expect(floor.messages).toMatchObject([{ text: "Stop if the knee says more than 3." }]);
    const erased = (await makeStudio("Cedar")).clients[0];
    value(await write(erased.scope, "Bye", { clientId: erased.id, sessionId: null }));
    await asOwner((tx) => db.deleteClient(tx, erased.id));
    expect(await asOwner((tx) => db.messageRows(tx, { clientId: erased.id, sessionId: null }, 9))).toEqual([]);
  });
});

describe.runIf(hasDatabase)("a client who trains alone", () => {
  it("is told how to get out of a set that may fail, and is offered first what can be put down", async () => {
    await prepareDatabase();
    const studio = await makeStudio("Elder");
    const client = studio.clients[0];
    const sessionId = await writeSession(
      studio,
      "A1 Bench press 3x5 @60kg rir1 r120\n\nB1 Dumbbell curl 3x10 @9kg rir0 r90",
    );
    value(await executeUseCase(studio.coach, "sessions.send", { sessionId }, clock));
    const own = await openFloor(client.scope, sessionId);
    const [bench, curl] = own.shown.document.blocks.flatMap(({ slots }) => slots);
    expect(own.alone).toEqual({ [bench!.id]: expect.stringContaining("pins or safety arms") });
    const safeFirst = own.standIns![bench!.id]!;
    expect(safeFirst.length).toBeGreaterThan(0);
    expect(own.standIns![curl!.id]!.length).toBeGreaterThan(0);
    const coached = await openFloor(studio.coach, sessionId);
    expect(coached.alone).toEqual({});
  });
});
