import { beforeAll, describe, expect, it } from "vitest";
import { askAccounts, asOwner, newId, withAccounts } from "../db";
import { memberOfSession, recordAttempt } from "../db/accounts";
import { emailsTo, ownOutbox, secretTo } from "../testing/emails";
import { clock, hasDatabase, makeStudio, prepareDatabase, value } from "../testing/studio";
import { executeUseCase } from "../usecases";
import { mayAsk, prepareAccount, requestPasswordReset, resetPassword, scopeOf, signIn, signOut, waitAfter } from ".";

describe.runIf(hasDatabase)("signing in", () => {
  const email = `${newId()}@test.example`;
  const enter = (password: string, address: string, who = email) =>
    signIn(who, password, address, new Headers({ host: "127.0.0.1:3000" }));

  beforeAll(async () => {
    await prepareDatabase();
    const make = await prepareAccount({ name: "Somebody", password: "the-right-password" });
    await withAccounts((tx) => make(tx, email));
  });

  it("sets an httpOnly SameSite cookie for the right password only", async () => {
    expect(await enter("wrong-password", "10.0.0.1")).toEqual({ kind: "wrong" });
    const inside = await enter("the-right-password", "10.0.0.1");
    const cookie = inside.kind === "in" ? inside.headers.getSetCookie().join(";") : "";
    expect(cookie).toMatch(/HttpOnly/i);
    expect(cookie).toMatch(/SameSite=Lax/i);
  });

  it("lets an account be tried from one address five times, then waits longer and longer, even at once", async () => {
    const answers = await Promise.all(Array.from({ length: 12 }, () => enter("wrong-password", "10.1.0.1")));
    expect(answers.filter((answer) => answer.kind === "wrong").length).toBeLessThanOrEqual(5);
    for (let i = 0; i < 6; i++) await enter("wrong-password", "10.1.0.1");
    const next = await enter("the-right-password", "10.1.0.1");
    expect(next.kind === "tooMany" && next.seconds).toBeGreaterThan(0);
    expect([0, 4, 5, 6, 9, 40].map(waitAfter)).toEqual([0, 0, 5, 10, 80, 900]);
  });

  it("counts no try that was refused unread: whoever tries on and on from one address keeps nobody else out", async () => {
    for (let i = 0; i < 80; i++) await enter("wrong-password", "10.7.0.1");
    expect((await enter("the-right-password", "10.7.0.2")).kind).toBe("in");
  });

  it("keeps nobody out by what others try elsewhere", async () => {
    expect((await enter("the-right-password", "10.1.0.2")).kind).toBe("in");
  });

  it("lets a device that it knows in while the account is tried from everywhere; others wait", async () => {
    const inside = await enter("the-right-password", "10.4.0.1");
    if (inside.kind !== "in") throw new Error(inside.kind);
    const known = inside.headers
      .getSetCookie()
      .map((one) => one.split(";")[0]!)
      .find((one) => one.startsWith("yarvex.known="))!;
    for (let i = 0; i < 62; i++) await askAccounts((tx) => recordAttempt(tx, email, `10.4.1.${i}`, 15));
    expect((await enter("the-right-password", "10.4.2.1")).kind).toBe("tooMany");
    const withMark = (cookie: string) =>
      signIn(email, "the-right-password", "10.4.2.2", new Headers({ host: "127.0.0.1:3000", cookie }));
    expect((await withMark("yarvex.known=made-up")).kind).toBe("tooMany");
    expect((await withMark(known)).kind).toBe("in");
  });

  it("limits tries from an address, for whatever account", async () => {
    for (let i = 0; i < 60; i++)
      await askAccounts((tx) => recordAttempt(tx, `nobody${i}@test.example`, "10.2.0.1", 15));
    expect(await enter("wrong-password", "10.2.0.1", "nobody-else@test.example")).toMatchObject({ kind: "tooMany" });
  });

  it("limits founding studios from an address", async () => {
    const answers = await Promise.all(Array.from({ length: 64 }, () => mayAsk("founding", "10.3.0.1")));
    expect(answers).toContain(false);
    expect(await mayAsk("founding", "10.3.0.2")).toBe(true);
  });

  it("does not make two accounts of one address", async () => {
    const again = await prepareAccount({ name: "Another", password: "another-password" });
    expect(await withAccounts((tx) => again(tx, ` ${email.toUpperCase()} `))).toBeNull();
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
      cookie.replace(/session_token=(.)/, (_all, first) => `session_token=${first === "Z" ? "Y" : "Z"}`),
      "yarvex.session_token=%E0%A4%A",
    ])
      expect(await asking(forged), forged).toBeNull();
    await signOut(new Headers({ cookie }));
    expect(await asking(cookie)).toBeNull();
  });

  describe("a password that was forgotten", () => {
    beforeAll(ownOutbox);

    it("is set anew by the link that was sent, once, and every device is signed out", async () => {
      const studio = await makeStudio("Betony");
      const address = `${studio.coach.memberId}@test.example`;
      const at = (password: string, from: string) =>
        signIn(address, password, from, new Headers({ host: "127.0.0.1:3000" }));
      const inside = await at("a-long-password", "10.5.0.1");
      if (inside.kind !== "in") throw new Error(inside.kind);
      const cookie = inside.headers
        .getSetCookie()
        .map((one) => one.split(";")[0]!)
        .join("; ");
      await requestPasswordReset("nobody-at-all@test.example");
      expect(await emailsTo()).toEqual([]);
      await requestPasswordReset(` ${address.toUpperCase()}`);
      const [email, ...more] = await emailsTo();
      expect(more).toEqual([]);
      expect(email!.name).not.toContain("@");
      expect(email!.to).toBe(address);
      const secret = await secretTo(address);
      expect(await resetPassword("made-up", "another-long-one")).toBe(false);
      expect(await resetPassword(secret, "another-long-one")).toBe(true);
      expect(await resetPassword(secret, "a-third-long-one")).toBe(false);
      expect(await scopeOf(new Headers({ cookie }))).toBeNull();
      expect((await at("a-long-password", "10.5.0.2")).kind).toBe("wrong");
      expect((await at("another-long-one", "10.5.0.3")).kind).toBe("in");
    });

    it("by an older link is not set, once a newer one was asked for; nothing is left of who is erased", async () => {
      const studio = await makeStudio("Burnet");
      const [client] = studio.clients;
      const address = `${client.scope.memberId}@test.example`;
      const before = (await emailsTo()).length;
      await requestPasswordReset(address);
      const first = await secretTo(address);
      await requestPasswordReset(address);
      expect(await emailsTo()).toHaveLength(before + 2);
      expect(await resetPassword(first, "another-long-one")).toBe(false);
      await signIn(address, "wrong-password", "10.5.0.4", new Headers({ host: "127.0.0.1:3000" }));
      value(await executeUseCase(studio.coach, "clients.erase", { clientId: client.id }, clock));
      expect(await emailsTo()).toHaveLength(before);
      const { rows } = await asOwner((tx) =>
        tx.execute<{ n: string }>(
          `select (select count(*) from "user" where email = '${address}') + (select count(*) from sign_in_attempts where account = '${address}') as n`,
        ),
      );
      expect(Number(rows[0]!.n)).toBe(0);
    });
  });

  describe("one's own account", () => {
    async function devices() {
      const studio = await makeStudio("Comfrey");
      const address = `${studio.coach.memberId}@test.example`;
      const enterFrom = async (agent: string) => {
        const headers = new Headers({ host: "127.0.0.1:3000", "user-agent": agent });
        const inside = await signIn(address, "a-long-password", "10.6.0.1", headers);
        if (inside.kind !== "in") throw new Error(inside.kind);
        const cookie = inside.headers
          .getSetCookie()
          .map((one) => one.split(";")[0]!)
          .join("; ");
        return async () => scopeOf(new Headers({ cookie }));
      };
      const desk = await enterFrom("Mozilla/5.0 (X11; Linux x86_64)");
      const phone = await enterFrom("Mozilla/5.0 (iPhone; CPU iPhone OS 18_0 like Mac OS X)");
      return { desk, phone, scope: (await desk())! };
    }

    it("shows where it is open, and closes it elsewhere and not here", async () => {
      const { desk, phone, scope } = await devices();
      const shown = value(await executeUseCase(scope, "account.show", {}, clock));
      expect(shown.devices.map(({ words, isThis }) => [words, isThis]).sort()).toEqual([
        ["A computer", true],
        ["A phone", false],
      ]);
      const other = shown.devices.find(({ isThis }) => !isThis)!;
      value(await executeUseCase(scope, "account.endDevices", { device: other.id }, clock));
      expect(await phone()).toBeNull();
      expect(await desk()).not.toBeNull();
    });

    it("gets a new password by the one it has, and every other device is signed out", async () => {
      const { desk, phone, scope } = await devices();
      const change = (current: string, wanted: string) =>
        executeUseCase(scope, "account.changePassword", { current, wanted }, clock);
      expect(await change("not-this-one", "another-long-one")).toMatchObject({ problems: [{ field: "current" }] });
      expect(await change("a-long-password", "short")).toMatchObject({ problems: [{ field: "wanted" }] });
      value(await change("a-long-password", "another-long-one"));
      expect(await phone()).toBeNull();
      expect(await desk()).not.toBeNull();
    });
  });
});
