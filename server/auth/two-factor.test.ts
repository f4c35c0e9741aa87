import { beforeAll, describe, expect, it } from "vitest";
import { askAccounts } from "../db";
import { recordAttempt } from "../db/accounts";
import { hasDatabase, makeStudio, prepareDatabase, type TestStudio } from "../testing/studio";
import { totpOf } from "../testing/totp";
import { scopeOf, signIn, signInByCode } from ".";
import { beginTwoFactor, confirmTwoFactor, endTwoFactor } from "./two-factor";

const PASSWORD = "a-long-password";

/** The cookies of an answer as a browser sends them back. */
const asSent = (headers: Headers): Headers => {
  const kept = headers.getSetCookie().filter((one) => !/Max-Age=0/i.test(one));
  return new Headers({ host: "127.0.0.1:3000", cookie: kept.map((one) => one.split(";")[0]!).join("; ") });
};

describe.runIf(hasDatabase)("two-step sign-in", () => {
  let studio: TestStudio;
  let uri: string;
  let backupCodes: readonly string[];
  const email = () => `${studio.coach.memberId}@test.example`;
  const enter = (from: string, headers = new Headers({ host: "127.0.0.1:3000" })) =>
    signIn(email(), PASSWORD, from, headers);
  const halfWay = async (from: string): Promise<Headers> => {
    const asked = await enter(from);
    if (asked.kind !== "code") throw new Error(asked.kind);
    return asSent(asked.headers);
  };
  const now = () => totpOf(uri, Date.now());
  const wrong = () => String((Number(now()) + 1) % 1_000_000).padStart(6, "0");

  beforeAll(async () => {
    await prepareDatabase();
    studio = await makeStudio("Sorrel");
    const inside = await enter("10.20.0.1");
    if (inside.kind !== "in") throw new Error(inside.kind);
    const headers = asSent(inside.headers);
    expect(await beginTwoFactor(studio.coach, "not-the-password", headers)).toBe(
      "This is not the password you have now.",
    );
    const begun = await beginTwoFactor(studio.coach, PASSWORD, headers);
    if (typeof begun === "string") throw new Error(begun);
    ({ uri, backupCodes } = begun);
    // Nothing is asked for until a first code was typed.
    expect((await enter("10.20.0.2")).kind).toBe("in");
    expect(await confirmTwoFactor(wrong(), headers)).toBeNull();
    const cookies = await confirmTwoFactor(now(), headers);
    expect(await scopeOf(asSent(cookies!))).toMatchObject({ memberId: studio.coach.memberId });
  });

  it("asks for a code after the right password; without it nobody is in", async () => {
    const headers = await halfWay("10.21.0.1");
    expect(await scopeOf(headers)).toBeNull();
    expect(await signInByCode(wrong(), false, headers)).toEqual({ kind: "wrong" });
    const inside = await signInByCode(` ${now().slice(0, 3)} ${now().slice(3)} `, false, headers);
    expect(inside?.kind === "in" && (await scopeOf(asSent(inside.headers)))).toMatchObject({
      memberId: studio.coach.memberId,
    });
    // The first step opens once.
    expect(await signInByCode(now(), false, headers)).toBeNull();
    expect(await signInByCode(now(), false, new Headers({ host: "127.0.0.1:3000" }))).toBeNull();
  });

  it("after five wrong codes begins with the password again", async () => {
    const headers = await halfWay("10.22.0.1");
    for (let i = 0; i < 5; i++) expect(await signInByCode(wrong(), false, headers)).toEqual({ kind: "wrong" });
    expect(await signInByCode(now(), false, headers)).toBeNull();
    expect((await signInByCode(now(), false, await halfWay("10.22.0.2")))?.kind).toBe("in");
  });

  it("lets in by a code kept for a lost phone, each of them once", async () => {
    const [kept] = backupCodes;
    expect((await signInByCode(kept!, false, await halfWay("10.23.0.1")))?.kind).toBe("in");
    expect(await signInByCode(kept!, false, await halfWay("10.23.0.2"))).toEqual({ kind: "wrong" });
  });

  it("is not asked for on a device that is trusted", async () => {
    const inside = await signInByCode(now(), true, await halfWay("10.24.0.1"));
    if (inside?.kind !== "in") throw new Error(inside?.kind);
    const trusted = inside.headers.getSetCookie().filter((one) => one.includes("trust_device"));
    const headers = new Headers({
      host: "127.0.0.1:3000",
      cookie: trusted.map((one) => one.split(";")[0]!).join("; "),
    });
    expect((await enter("10.24.0.2", headers)).kind).toBe("in");
  });

  it("lets its owner in on a new device while the password is guessed from everywhere", async () => {
    for (let i = 0; i < 62; i++) await askAccounts((tx) => recordAttempt(tx, email(), `10.25.1.${i}`, 15));
    expect((await signInByCode(now(), false, await halfWay("10.25.0.1")))?.kind).toBe("in");
  });

  it("is ended by the password", async () => {
    const inside = await signInByCode(now(), false, await halfWay("10.26.0.1"));
    if (inside?.kind !== "in") throw new Error(inside?.kind);
    const headers = asSent(inside.headers);
    expect(await endTwoFactor(studio.coach, "not-the-password", headers)).toBe(
      "This is not the password you have now.",
    );
    const ended = await endTwoFactor(studio.coach, PASSWORD, headers);
    expect(typeof ended).toBe("object");
    expect((await enter("10.26.0.2", headers)).kind).toBe("in");
  });
});
