import { beforeAll, describe, expect, it } from "vitest";
import { newId, withAccounts } from "../db";
import { hasDatabase, prepareDatabase } from "../testing/studio";
import { mayFound, prepareAccount, signIn } from ".";

describe.runIf(hasDatabase)("signing in", () => {
  const email = `${newId()}@test.example`;
  const enter = (password: string, address: string, who = email) =>
    signIn(who, password, address, new Headers({ host: "127.0.0.1:3000" }));

  beforeAll(async () => {
    await prepareDatabase();
    await withAccounts(await prepareAccount({ name: "Somebody", email, password: "the-right-password" }));
  });

  it("sets an httpOnly SameSite cookie for the right password only", async () => {
    expect(await enter("wrong-password", "10.0.0.1")).toEqual({ kind: "wrong" });
    const inside = await enter("the-right-password", "10.0.0.1");
    const cookie = inside.kind === "in" ? inside.headers.getSetCookie().join(";") : "";
    expect(cookie).toMatch(/HttpOnly/i);
    expect(cookie).toMatch(/SameSite=Lax/i);
  });

  it("limits tries for an account, from whatever address, even at once", async () => {
    const answers = await Promise.all(Array.from({ length: 12 }, (_, i) => enter("wrong-password", `10.1.0.${i}`)));
    expect(answers.filter((answer) => answer.kind === "wrong").length).toBeLessThanOrEqual(8);
    expect(await enter("the-right-password", "10.1.1.1")).toMatchObject({ kind: "tooMany" });
  });

  it("limits tries from an address, for whatever account", async () => {
    for (let i = 0; i < 40; i++) await enter("wrong-password", "10.2.0.1", `nobody${i}@test.example`);
    expect(await enter("wrong-password", "10.2.0.1", "nobody-else@test.example")).toMatchObject({ kind: "tooMany" });
  });

  it("limits founding studios from an address", async () => {
    const answers = await Promise.all(Array.from({ length: 42 }, () => mayFound("10.3.0.1")));
    expect(answers).toContain(false);
    expect(await mayFound("10.3.0.2")).toBe(true);
  });

  it("does not make two accounts of one address", async () => {
    const again = { name: "Another", email: ` ${email.toUpperCase()} `, password: "another-password" };
    expect(await withAccounts(await prepareAccount(again))).toBeNull();
  });
});
