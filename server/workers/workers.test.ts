import { afterAll, beforeAll, expect, it } from "vitest";
import { isBusy, newId } from "../db";
import { hasDatabase, makeStudio, NOON, prepareDatabase } from "../testing/studio";
import { runInWorker, stopWorkers } from ".";

beforeAll(async () => {
  if (hasDatabase) await prepareDatabase();
});
afterAll(stopWorkers);

it.runIf(hasDatabase)("a thread answers within its scope: another studio's gym is not there", async () => {
  const [own, other] = [await makeStudio("Ash"), await makeStudio("Elm")];
  const ask = (gymId: string) =>
    runInWorker<{ prescriptions: unknown[] }>({ scope: own.coach, name: "gyms.coming", input: { gymId }, nowMs: NOON });
  expect(await ask(own.gymId)).toMatchObject({ kind: "ok", value: { prescriptions: { length: 4 } } });
  expect(await ask(other.gymId)).toEqual({ kind: "notFound" });
});

it("a fault in a thread is thrown where the answer was awaited, with its place, and the next task is run", async () => {
  const scope = { role: "coach", studioId: "no id", memberId: newId(), name: "Nobody" } as const;
  const ask = () => runInWorker({ scope, name: "gyms.coming", input: { gymId: newId() }, nowMs: NOON });
  for (const _ of [1, 2]) {
    const fault = await ask().catch((error: Error) => error);
    expect(fault).toMatchObject({ name: "FaultInWorker", message: expect.stringMatching(/scope|DATABASE_URL/) });
    expect((fault as Error).stack).toContain("server/db/index.ts");
    expect(isBusy(fault)).toBe(false);
  }
});
