import ICAL from "ical.js";
import { beforeAll, describe, expect, it } from "vitest";
import { inStudio } from "../db";
import * as db from "../db/queries";
import { clock, hasDatabase, makeStudio, NOON, prepareDatabase, type TestStudio, value } from "../testing/studio";
import { executeUseCase } from ".";
import { readCalendar, readSessionFile } from "./calendar";

const summariesOf = (text: string | null) =>
  new ICAL.Component(ICAL.parse(text!))
    .getAllSubcomponents("vevent")
    .map((one) => new ICAL.Event(one).summary)
    .sort();
const secretOf = (path: string) => /^\/calendar\/(.+)\.ics$/.exec(path)![1]!;

describe.runIf(hasDatabase)("calendars", () => {
  let studio: TestStudio;
  const make = async (clientId: string | null, scope = studio.coach) =>
    secretOf(value(await executeUseCase(scope, "calendar.make", { clientId }, clock)).path);
  const read = (secret: string) => readCalendar(secret, NOON);

  beforeAll(async () => {
    await prepareDatabase();
    studio = await makeStudio("Maple");
  });

  it("a coach's has everybody's sessions by name, a client's their own, and the address is all that it takes", async () => {
    const [one] = studio.clients;
    expect(summariesOf(await read(await make(null)))).toEqual(["Maple 1: Test", "Maple 2: Test"]);
    const own = await make(one.id, one.scope);
    expect(summariesOf(await read(own))).toEqual(["Test"]);
    expect(value(await executeUseCase(studio.coach, "calendar.show", { clientId: one.id }, clock)).feed).toMatchObject({
      readAtMs: expect.any(Number),
    });
    expect(await read("x".repeat(43))).toBeNull();
  });

  it("a new address ends the one before, and one that is taken back opens nothing", async () => {
    const [, { id: clientId }] = studio.clients;
    const [first, second] = [await make(clientId), await make(clientId)];
    expect([await read(first), summariesOf(await read(second))]).toEqual([null, ["Test"]]);
    await executeUseCase(studio.coach, "calendar.remove", { clientId }, clock);
    expect(await read(second)).toBeNull();
    expect(value(await executeUseCase(studio.coach, "calendar.show", { clientId }, clock))).toEqual({ feed: null });
  });

  it("a coach's ends with the coach, and a client's with the client", async () => {
    const other = await makeStudio("Hazel");
    const everybody = await make(null, other.coach);
    const [{ id: clientId }] = other.clients;
    const theirs = await make(clientId, other.coach);
    await inStudio(other.coach, (tx) => db.deleteClient(tx, clientId));
    expect(await read(theirs)).toBeNull();
    expect(summariesOf(await read(everybody))).toEqual(["Hazel 2: Test"]);
    await inStudio(other.coach, (tx) => db.deleteCoach(tx, other.coach.memberId));
    expect(await read(everybody)).toBeNull();
  });

  it("no client has everybody's, nor another client's; a session's own file is for who may see it", async () => {
    const [one, other] = studio.clients;
    for (const clientId of [null, other.id])
      expect(await executeUseCase(one.scope, "calendar.make", { clientId }, clock)).toEqual({ kind: "notFound" });
    expect(summariesOf(await readSessionFile(studio.coach, one.sessionId, NOON))).toEqual(["Maple 1: Test"]);
    expect(await readSessionFile(one.scope, other.sessionId, NOON)).toBeNull();
  });
});
