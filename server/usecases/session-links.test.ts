import { beforeAll, describe, expect, it } from "vitest";
import { hasDatabase, makeStudio, prepareDatabase, type TestStudio, value } from "../testing/studio";
import { executeUseCase } from ".";
import { readLinkedSession } from "./session-links";

const DAY_MS = 86_400_000;

describe.runIf(hasDatabase)("a link to a session", () => {
  let studio: TestStudio;
  let other: TestStudio;
  // Links end by the database's own clock.
  const clock = { nowMs: Date.now() };
  beforeAll(async () => {
    await prepareDatabase();
    [studio, other] = [await makeStudio("Hazel"), await makeStudio("Willow")];
  });
  const link = async (sessionId: string, nowMs = clock.nowMs) => {
    const made = value(await executeUseCase(studio.coach, "sessions.link", { sessionId }, { nowMs }));
    return { ...made, secret: made.link.split("t=")[1]! };
  };
  const recipient = async (sessionId: string) =>
    value(await executeUseCase(studio.coach, "sessions.show", { sessionId }, clock));

  it("sends what was never sent, shows that session in words to whoever holds it, and so it is seen", async () => {
    const [{ sessionId }] = studio.clients;
    const { secret, untilMs } = await link(sessionId);
    expect(untilMs).toBe(clock.nowMs + 7 * DAY_MS);
    const before = await recipient(sessionId);
    expect([before.sent?.seenAtMs, before.recipient.linkUntilMs]).toEqual([null, untilMs]);
    const shown = (await readLinkedSession(secret))!;
    expect(shown).toMatchObject({ studio: "Hazel", client: "Hazel 1", date: "2026-11-24", title: "Test" });
    expect(shown.blocks[0]!.lifts[0]).toMatchObject({ label: "A1", name: "Bench press" });
    expect((await recipient(sessionId)).sent?.seenAtMs).toBeGreaterThan(0);
  });

  it("is one a session: another link ends it, taking it back ends that, and so do seven days", async () => {
    const [{ sessionId }] = studio.clients;
    const first = await link(sessionId);
    const second = await link(sessionId);
    expect(await readLinkedSession(first.secret)).toBeNull();
    expect(await readLinkedSession(second.secret)).not.toBeNull();
    value(await executeUseCase(studio.coach, "sessions.unlink", { sessionId }, clock));
    expect(await readLinkedSession(second.secret)).toBeNull();
    expect((await recipient(sessionId)).recipient.linkUntilMs).toBeNull();
    const old = await link(sessionId, clock.nowMs - 8 * DAY_MS);
    expect(await readLinkedSession(old.secret)).toBeNull();
    expect((await recipient(sessionId)).recipient.linkUntilMs).toBeNull();
  });

  it("opens nothing by a guess, and is made and ended by the studio's coaches alone", async () => {
    const [{ sessionId, scope }] = studio.clients;
    const { secret } = await link(sessionId);
    expect(await readLinkedSession(`${secret}x`)).toBeNull();
    expect(await readLinkedSession("")).toBeNull();
    for (const who of [other.coach, scope])
      for (const name of ["sessions.link", "sessions.unlink"] as const)
        expect((await executeUseCase(who, name, { sessionId }, clock)).kind).not.toBe("ok");
    expect(await readLinkedSession(secret)).not.toBeNull();
  });
});
