import { beforeAll, describe, expect, it } from "vitest";
import { asOwner, inStudio } from "../db";
import * as db from "../db/queries";
import { doneIn, openFloor } from "../testing/floor";
import { clock, hasDatabase, makeStudio, prepareDatabase, type TestStudio, value } from "../testing/studio";
import { storeEvents } from "../usecases/floor";
import { projectLeftBehind } from "./projecting";

describe.runIf(hasDatabase)("the job that projects what a server left behind", () => {
  let studio: TestStudio;
  beforeAll(async () => {
    await prepareDatabase();
    studio = await makeStudio("Sedge");
  });

  /** A set is stored, and the process that stored it ends. */
  const leftBehind = async (place: 0 | 1): Promise<string> => {
    const { sessionId } = studio.clients[place];
    const view = await openFloor(studio.coach, sessionId);
    value(
      await inStudio(studio.coach, (tx) =>
        storeEvents(tx, studio.coach, { sessionId, events: [doneIn(view, 0)], nowMs: clock.nowMs }),
      ),
    );
    return sessionId;
  };
  const take = (olderThanSeconds: number) => projectLeftBehind({ olderThanSeconds, inStudioOf: studio.coach.studioId });
  const summaryOf = async (sessionId: string) =>
    (await inStudio(studio.coach, (tx) => db.sessionRow(tx, sessionId)))!.summary;

  it("takes it up once it has waited, whichever studio it is of, and no sooner", async () => {
    const sessionId = await leftBehind(0);
    await take(3600);
    expect(await summaryOf(sessionId)).toBeNull();
    await take(0);
    expect((await summaryOf(sessionId))!.sets).toBe(1);
    expect(await inStudio(studio.coach, (tx) => db.unprojectedSessions(tx))).toEqual([]);
  });

  it("leaves a session that somebody holds to them, and takes it up the next time", async () => {
    const sessionId = await leftBehind(1);
    await asOwner(async (tx) => {
      await db.sessionRow(tx, sessionId, "toChange");
      await take(0);
      expect(await summaryOf(sessionId)).toBeNull();
    });
    await take(0);
    expect((await summaryOf(sessionId))!.sets).toBe(1);
  });
});
