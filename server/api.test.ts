import { beforeAll, describe, expect, it } from "vitest";
import { answerOnce, mayAsk, programOf, REQUESTS_A_MINUTE, takeTurn } from "./api";
import { inStudio, newId } from "./db";
import * as db from "./db/queries";
import { clock, hasDatabase, makeStudio, NOON, prepareDatabase, type TestStudio, value } from "./testing/studio";
import { executeUseCase } from "./usecases";

describe.runIf(hasDatabase)("other programs at the door", () => {
  let studio: TestStudio;
  const now = { nowMs: Date.now() };
  const tokenOf = async (access: "read" | "write", days = 30, nowMs = now.nowMs, of = studio) =>
    value(await executeUseCase(of.coach, "tokens.add", { name: "Till", access, days }, { nowMs })).token;
  const program = async (access: "read" | "write" = "write") => (await programOf(`Bearer ${await tokenOf(access)}`))!;

  beforeAll(async () => {
    await prepareDatabase();
    studio = await makeStudio("Spruce");
  });

  it("a token stands for who made it, within their studio, and its use is seen", async () => {
    const found = await program("read");
    const { studioId, memberId } = studio.coach;
    expect(found.scope).toEqual({ role: "coach", studioId, memberId, name: "Spruce coach", duty: "owner" });
    expect([mayAsk(found, "clients.list"), mayAsk(found, "clients.create")]).toEqual([true, false]);
    const { tokens } = value(await executeUseCase(studio.coach, "tokens.list", {}, clock));
    expect(tokens.find(({ id }) => id === found.tokenId)).toMatchObject({
      name: "Till",
      access: "read",
      lastUsedAtMs: expect.any(Number),
    });
  });

  it("is nobody's once it ended, was removed, its maker left, or where it never was", async () => {
    const other = await makeStudio("Larch B");
    const [ended, removed, left] = [
      await tokenOf("read", 1, now.nowMs - 2 * 86_400_000),
      await tokenOf("read"),
      await tokenOf("read", 30, now.nowMs, other),
    ];
    const { tokenId } = (await programOf(`Bearer ${removed}`))!;
    expect(await executeUseCase(other.coach, "tokens.remove", { tokenId }, clock)).toEqual({ kind: "notFound" });
    value(await executeUseCase(studio.coach, "tokens.remove", { tokenId }, clock));
    await inStudio(other.coach, (tx) => db.deleteCoach(tx, other.coach.memberId));
    const all = [ended, removed, left, `yarvex_${"x".repeat(43)}`].map((token) => `Bearer ${token}`);
    for (const authorization of [...all, "Basic eDp5", "", null]) expect(await programOf(authorization)).toBeNull();
  });

  it("only the owner lets programs in", async () => {
    const scope = { ...studio.coach, role: "coach", duty: "coach" } as const;
    expect(await executeUseCase(scope, "tokens.add", { name: "Till", access: "read", days: 1 }, clock)).toMatchObject({
      kind: "refused",
    });
  });

  it("a request that is sent again under its key gets the first answer, and nothing is done twice", async () => {
    const found = await program();
    let done = 0;
    const work = async () => ({ status: 200, body: { done: ++done } });
    const send = (input: unknown, key = "k1", nowMs = NOON) =>
      answerOnce(found, { key, name: "x", input, nowMs }, work);
    expect(await send({ a: 1 })).toEqual({ status: 200, body: { done: 1 }, isRepeated: false });
    expect(await send({ a: 1 })).toEqual({ status: 200, body: { done: 1 }, isRepeated: true });
    expect(await send({ a: 2 })).toMatchObject({ status: 422 });
    expect(await send({ a: 2 }, "k2")).toMatchObject({ body: { done: 2 } });
    expect(await send({ a: 1 }, "k1", NOON + 90_000_000)).toMatchObject({ body: { done: 3 }, isRepeated: false });
  });

  it("sent while it is being answered it waits its turn; after a fault it may be sent again", async () => {
    const found = await program();
    const send = (work: () => Promise<{ status: number; body: unknown }>) =>
      answerOnce(found, { key: newId(), name: "x", input: {}, nowMs: NOON }, work);
    await expect(send(() => Promise.reject(new Error("gone")))).rejects.toThrow("gone");
    const request = { key: "same", name: "x", input: {}, nowMs: NOON };
    const inner = await answerOnce(found, request, async () => {
      const second = await answerOnce(found, request, async () => ({ status: 200, body: {} }));
      return { status: 200, body: { second: second.status } };
    });
    expect(inner.body).toEqual({ second: 409 });
  });

  it("may ask so many times a minute, and is told how many are left", async () => {
    const id = newId();
    const turns = await Promise.all(Array.from({ length: REQUESTS_A_MINUTE + 2 }, () => takeTurn(id)));
    expect(turns.filter(({ isAllowed }) => isAllowed)).toHaveLength(REQUESTS_A_MINUTE);
    expect(turns[0]).toMatchObject({ isAllowed: true, left: REQUESTS_A_MINUTE - 1 });
    expect(turns.at(-1)).toMatchObject({ isAllowed: false, left: 0, resetSeconds: expect.any(Number) });
    expect((await takeTurn(newId())).isAllowed).toBe(true);
  });
});
