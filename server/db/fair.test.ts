import { beforeAll, describe, expect, it } from "vitest";
import { hasDatabase, makeStudio, prepareDatabase, type TestStudio } from "../testing/studio";
import { inStudio } from ".";

describe.runIf(hasDatabase)("connections to the database", () => {
  let busy: TestStudio;
  let quiet: TestStudio;
  beforeAll(async () => {
    await prepareDatabase();
    [busy, quiet] = [await makeStudio("Cormorant"), await makeStudio("Grebe")];
  });

  it("are shared: a studio that asks much waits for itself, and another is served meanwhile", async () => {
    let done = 0;
    const much = Array.from({ length: 24 }, () =>
      inStudio(busy.coach, async (tx) => {
        await tx.execute("select pg_sleep(0.2)");
        done++;
      }),
    );
    for (let i = 0; i < 3; i++) await inStudio(quiet.coach, (tx) => tx.execute("select 1"));
    expect(done).toBeLessThan(12);
    await Promise.all(much);
    expect(done).toBe(24);
  });

  it("are not waited for by what is asked within a transaction of the same studio", async () => {
    const nested = Array.from({ length: 6 }, () =>
      inStudio(busy.coach, async () => (await inStudio(busy.coach, (tx) => tx.execute("select 1 as one"))).rows),
    );
    expect(await Promise.all(nested)).toEqual(Array(6).fill([{ one: 1 }]));
  });
});
