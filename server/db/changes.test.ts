import { sql } from "drizzle-orm";
import { afterAll, beforeAll, beforeEach, describe, expect, it, vi } from "vitest";
import { doneIn, openFloor, record } from "../testing/floor";
import { hasDatabase, makeStudio, NOON, prepareDatabase, type TestStudio } from "../testing/studio";
import { storeEvents } from "../usecases/floor";
import { askAccounts, inStudio, type Scope } from ".";
import { stopListening, subscribeToChanges } from "./changes";

describe.runIf(hasDatabase)("open pages are told which session's log has grown", () => {
  let studio: TestStudio;
  let other: TestStudio;
  const told = new Map<string, (string | null)[]>();
  const ended: string[] = [];
  const listenAs = (who: string, scope: Scope) => {
    const heard: (string | null)[] = [];
    told.set(who, heard);
    return subscribeToChanges(
      scope,
      (sessionId) => heard.push(sessionId),
      () => ended.push(who),
    );
  };
  const sessionsOf = (who: string) => new Set(told.get(who)?.filter((id) => id !== null));
  const open = () =>
    Promise.all([...told].map(([who]) => vi.waitFor(() => expect(told.get(who)).toContain(null), 20_000)));

  beforeAll(async () => {
    await prepareDatabase();
    [studio, other] = await Promise.all([makeStudio("Heron"), makeStudio("Grebe")]);
  });
  beforeEach(async () => {
    await stopListening();
    told.clear();
    ended.length = 0;
  });
  afterAll(stopListening);

  it("the coach of the studio and the client whose it is, and nobody else", async () => {
    const [mine, theirs] = studio.clients;
    listenAs("coach", studio.coach);
    listenAs("client", mine.scope);
    listenAs("another client", theirs.scope);
    listenAs("another studio", other.coach);
    await open();
    for (const { sessionId } of [mine, theirs, other.clients[0]]) {
      const coach = sessionId === other.clients[0].sessionId ? other.coach : studio.coach;
      const view = await openFloor(coach, sessionId);
      await record(coach, sessionId, [doneIn(view, 0)]);
    }
    await vi.waitFor(() => expect(sessionsOf("another studio")).toEqual(new Set([other.clients[0].sessionId])), 20_000);
    expect(sessionsOf("coach")).toEqual(new Set([mine.sessionId, theirs.sessionId]));
    expect(sessionsOf("client")).toEqual(new Set([mine.sessionId]));
    expect(sessionsOf("another client")).toEqual(new Set([theirs.sessionId]));
  });

  it("after the commit: what was taken back is not told, and what was sent twice is told once", async () => {
    const { sessionId } = studio.clients[0];
    const view = await openFloor(studio.coach, sessionId);
    listenAs("coach", studio.coach);
    await open();
    const lost = inStudio(studio.coach, async (tx) => {
      await storeEvents(tx, studio.coach, { sessionId, events: [doneIn(view, 1)], nowMs: NOON });
      throw new Error("taken back");
    });
    await expect(lost).rejects.toThrow("taken back");
    const { sessionId: marker } = studio.clients[1];
    const done = doneIn(await openFloor(studio.coach, marker), 1);
    const store = () =>
      inStudio(studio.coach, (tx) => storeEvents(tx, studio.coach, { sessionId: marker, events: [done], nowMs: NOON }));
    await store();
    await store();
    await vi.waitFor(() => expect(sessionsOf("coach")).toEqual(new Set([marker])), 20_000);
    expect(told.get("coach")).toEqual([null, marker]);
  });

  it("when the connection was lost, everybody reads anew, and hears of what comes after", async () => {
    const { sessionId } = studio.clients[0];
    const view = await openFloor(studio.coach, sessionId);
    listenAs("coach", studio.coach);
    await open();
    const { rows } = await askAccounts((tx) =>
      tx.execute(sql`select pg_terminate_backend(pid) from pg_stat_activity
        where datname = current_database() and query = 'listen yarvex_session'`),
    );
    expect(rows).toHaveLength(1);
    await vi.waitFor(() => expect(told.get("coach")).toEqual([null, null]), 5_000);
    await record(studio.coach, sessionId, [doneIn(view, 2)]);
    await vi.waitFor(() => expect(told.get("coach")).toContain(sessionId), 20_000);
  });

  it("over so many streams of a person at a time: the oldest is ended, another person's is not", async () => {
    listenAs("another", studio.clients[0].scope);
    for (let i = 0; i < 13; i++) listenAs(`stream ${i}`, studio.coach);
    expect(ended).toEqual(["stream 0"]);
  });

  it("until they leave, or the server stops", async () => {
    const leave = listenAs("left", studio.coach);
    listenAs("stayed", studio.coach);
    await open();
    leave();
    await stopListening();
    expect(ended).toEqual(["stayed"]);
  });
});
