import { beforeAll, describe, expect, it } from "vitest";
import { newId, withAccounts } from "../db";
import { memberOfSession } from "../db/accounts";
import { hasDatabase, makeStudio, prepareDatabase } from "../testing/studio";
import { mayFound, prepareAccount, scopeOf, signIn, signOut } from ".";

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

  it("knows who asks by the session's cookie, and by nothing that was tampered with or signed out", async () => {
    const studio = await makeStudio("Speedwell");
    const address = `${studio.coach.memberId}@test.example`;
    const inside = await signIn(address, "a-long-password", "10.9.0.1", new Headers({ host: "127.0.0.1:3000" }));
    if (inside.kind !== "in") throw new Error(inside.kind);
    const cookie = inside.headers
      .getSetCookie()
      .map((one) => one.split(";")[0]!)
      .join("; ");
    const asking = (changed: string) => scopeOf(new Headers({ cookie: changed }));
    expect(await asking(cookie)).toMatchObject({ role: "coach", memberId: studio.coach.memberId });
    // The one question answered: the library was not asked, so the cookie is read as it is written.
    const [, token] = /session_token=([^.]+)\./.exec(cookie)!;
    expect(await withAccounts((tx) => memberOfSession(tx, decodeURIComponent(token!)))).toMatchObject({
      role: "coach",
    });
    for (const forged of [
      "",
      "yarvex.session_token=",
      cookie.replace(/session_token=./, "session_token=Z"),
      "yarvex.session_token=%E0%A4%A",
    ])
      expect(await asking(forged), forged).toBeNull();
    await signOut(new Headers({ cookie }));
    expect(await asking(cookie)).toBeNull();
  });
});
