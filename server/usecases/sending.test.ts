import { beforeAll, describe, expect, it } from "vitest";
import { emailsTo, ownOutbox } from "../testing/emails";
import { clock, hasDatabase, makeStudio, prepareDatabase, type TestStudio, value } from "../testing/studio";
import { executeUseCase } from ".";

describe.runIf(hasDatabase)("the outbox", () => {
  let studio: TestStudio;
  let other: TestStudio;
  beforeAll(async () => {
    ownOutbox();
    await prepareDatabase();
    [studio, other] = [await makeStudio("Rowan"), await makeStudio("Alder")];
  });
  // Each a quarter of an hour after the one before: the same within a minute is not sent twice.
  let nowMs = clock.nowMs;
  const send = async (place: 0 | 1) => {
    nowMs += 900_000;
    const { sessionId } = studio.clients[place];
    return value(await executeUseCase(studio.coach, "sessions.send", { sessionId }, { nowMs }));
  };
  const outbox = async (after: string | null = null, clientId: string | null = null) =>
    value(await executeUseCase(studio.coach, "outbox.list", { after, clientId }, clock));
  const openedEmail = async (copyId: string) =>
    value(await executeUseCase(studio.coach, "outbox.show", { clientId: null, copyId }, clock)).opened!;

  it("a session that is sent goes as an email to the client's address, and is read in the program as it was written", async () => {
    const { sessionId, scope } = studio.clients[0];
    await send(0);
    const [line] = (await outbox()).emails;
    expect(line).toMatchObject({
      sessionId,
      clientName: "Rowan 1",
      title: "Test",
      date: "2026-11-24",
      seenAtMs: null,
      hasAccount: true,
    });
    const { email, to } = await openedEmail(line!.copyId);
    expect(to).toBe("Rowan 1");
    const written = await emailsTo(`${scope.memberId}@test.example`);
    expect(written).toHaveLength(1);
    expect(written[0]!.text.replaceAll("\r\n", "\n")).toContain(`${email.text}\n`);
    expect(written[0]!.subject).toBe("Tuesday 24 November: Test");
    expect(email.text).toContain(`/floor?s=${sessionId}`);
    expect(email.text).toContain("5 reps with 60 kg");
    value(await executeUseCase(scope, "floor.open", { sessionId }, clock));
    expect((await outbox()).emails[0]!.seenAtMs).not.toBeNull();
  });

  it("an email stays what it said when the session is sent again changed, the newest stands first", async () => {
    const { sessionId } = studio.clients[0];
    const [first] = (await outbox()).emails;
    const { revision } = value(await executeUseCase(studio.coach, "sessions.show", { sessionId }, clock));
    const edits = [{ kind: "setSession" as const, field: "title" as const, value: "Another" }];
    value(await executeUseCase(studio.coach, "sessions.edit", { sessionId, revision, edits, draftText: null }, clock));
    await send(0);
    const { emails } = await outbox();
    expect(emails.map(({ title }) => title)).toEqual(["Another", "Test"]);
    const { email } = await openedEmail(first!.copyId);
    expect(email.subject).toBe("Tuesday 24 November: Test");
    expect((await outbox(emails[0]!.copyId)).emails.map(({ copyId }) => copyId)).toEqual([first!.copyId]);
  });

  it("is page after page, each email once", async () => {
    for (let i = 0; i < 44; i++) await send(1);
    const seen: string[] = [];
    for (let after: string | null = null, pages = 0; pages < 4; pages++) {
      const page = await outbox(after);
      seen.push(...page.emails.map(({ copyId }) => copyId));
      after = page.next;
      if (after === null) break;
    }
    expect(seen).toHaveLength(46);
    expect(new Set(seen).size).toBe(46);
  });

  it("a button that is pressed five times sends once, one email and one copy", async () => {
    const pressed = await makeStudio("Larch");
    const { sessionId, scope } = pressed.clients[0];
    const sent = await Promise.all(
      Array.from({ length: 5 }, () => executeUseCase(pressed.coach, "sessions.send", { sessionId }, clock)),
    );
    expect(new Set(sent.map((outcome) => value(outcome).copyId)).size).toBe(1);
    expect(await emailsTo(`${scope.memberId}@test.example`)).toHaveLength(1);
  });

  it("a session is sent also where no email can be written, and its email is read here", async () => {
    const folder = process.env.YARVEX_OUTBOX;
    process.env.YARVEX_OUTBOX = "/dev/null/nowhere";
    try {
      const { copyId } = await send(0);
      expect((await outbox()).emails[0]).toMatchObject({ copyId, seenAtMs: null });
      expect((await openedEmail(copyId)).to).toBe("Rowan 1");
    } finally {
      process.env.YARVEX_OUTBOX = folder;
    }
  });

  it("is the studio's own, and its coaches'", async () => {
    const [line] = (await outbox()).emails;
    const { copyId } = line!;
    expect(
      value(await executeUseCase(other.coach, "outbox.list", { after: null, clientId: null }, clock)).emails,
    ).toEqual([]);
    expect(await executeUseCase(other.coach, "outbox.show", { clientId: null, copyId }, clock)).toEqual({
      kind: "notFound",
    });
    expect(
      await executeUseCase(studio.clients[1].scope, "outbox.show", { clientId: null, copyId }, clock),
    ).toMatchObject({
      kind: "notFound",
    });
  });

  it("lists one client's emails alone where they are asked for", async () => {
    await send(0);
    await send(1);
    const [first, second] = studio.clients;
    const names = async (clientId: string) =>
      new Set((await outbox(null, clientId)).emails.map(({ clientName }) => clientName));
    expect(await names(first.id)).toEqual(new Set(["Rowan 1"]));
    expect(await names(second.id)).toEqual(new Set(["Rowan 2"]));
    expect((await outbox(null, other.clients[0].id)).emails).toEqual([]);
  });
});
