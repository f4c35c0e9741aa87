/** Accounts come to be with what hangs on them, or not at all. */

import { beforeAll, describe, expect, it } from "vitest";
import { guessRegion } from "../../core";
import { requestStudioSetup, scopeOf, signIn, studioSetupAddress } from "../auth";
import { asOwner, enterScope, newId, withAccounts } from "../db";
import { emailsTo, ownOutbox, secretTo } from "../testing/emails";
import { clock, hasDatabase, makeStudio, prepareDatabase, type TestStudio, value } from "../testing/studio";
import { executeUseCase } from ".";
import { acceptInvitation, readInvitation, teamOf } from "./invitations";
import { setUpStudio } from "./sign-up";

describe.runIf(hasDatabase)("accounts", () => {
  let studio: TestStudio;
  beforeAll(async () => {
    await prepareDatabase();
    studio = await makeStudio("Sorrel");
  });
  beforeAll(ownOutbox);
  const rows = async (query: string) => (await asOwner((tx) => tx.execute<{ n: string }>(query))).rows[0]!.n;
  const accountsOf = (email: string) => rows(`select count(*)::text as n from "user" where email = '${email}'`);

  const founding = (email: string, secret: string) => ({
    studio: `Studio of ${email}`,
    name: "Wren",
    secret,
    password: "a-long-password",
    region: guessRegion("en-GB", "Europe/Oslo"),
  });

  it("a founding that fails half-way leaves no account without a studio", async () => {
    const email = `${newId()}@test.example`;
    await requestStudioSetup(email);
    const ours = founding(email, await secretTo(email));
    // What the edge would have cleaned: PostgreSQL holds no such text.
    await expect(setUpStudio({ ...ours, studio: "Broken\u0000" })).rejects.toThrow();
    expect(await accountsOf(email)).toBe("0");
    expect(await setUpStudio(ours)).toEqual({ kind: "ok", value: { email } });
    expect(await accountsOf(email)).toBe("1");
  });

  it("beside other studios a founder's address is the one that read the email, whatever is claimed", async () => {
    const email = `${newId()}@test.example`;
    const claimed = { ...founding(email, ""), secret: undefined, email };
    expect(await setUpStudio(claimed)).toMatchObject({ kind: "refused", problems: [{ field: "email" }] });
    expect((await setUpStudio(founding(email, "made-up"))).kind).toBe("refused");
    await requestStudioSetup(` ${email.toUpperCase()}`);
    const secret = await secretTo(email);
    expect(await studioSetupAddress(secret)).toBe(email);
    expect(await setUpStudio({ ...founding("another@test.example", secret), email: "another@test.example" })).toEqual({
      kind: "ok",
      value: { email },
    });
    expect(await studioSetupAddress(secret)).toBeNull();
  });

  it("an address in use is told so by email and to nobody else, and a mailbox is not filled", async () => {
    const [known, fresh] = [`${studio.coach.memberId}@test.example`, `${newId()}@test.example`];
    expect(await requestStudioSetup(known)).toEqual(await requestStudioSetup(fresh));
    expect((await emailsTo(known)).map(({ text }) => [/It signs in already/.test(text), text.includes("?t=")])).toEqual(
      [[true, false]],
    );
    for (let i = 0; i < 20; i++) await requestStudioSetup(fresh);
    expect(await emailsTo(fresh)).toHaveLength(5);
  });

  it("an address is founded with once, also in the same moment", async () => {
    const email = `${newId()}@test.example`;
    await requestStudioSetup(email);
    const ours = founding(email, await secretTo(email));
    const answers = await Promise.all(Array.from({ length: 6 }, () => setUpStudio(ours)));
    expect(answers.filter(({ kind }) => kind === "ok")).toHaveLength(1);
    expect(await rows(`select count(*)::text as n from studios where name = 'Studio of ${email}'`)).toBe("1");
  });

  async function newClient(): Promise<string> {
    const input = { name: "New", birthYear: null, trainingAge: "novice" as const, minutes: 60, aims: "", limits: "" };
    return value(await executeUseCase(studio.coach, "clients.create", { ...input, bodyMass: null }, clock)).clientId;
  }
  const invite = async (clientId: string | null, email: string, name = ""): Promise<string> => {
    const { link } = value(
      await executeUseCase(studio.coach, "invitations.create", { clientId, email, name }, { nowMs: Date.now() }),
    );
    // Beside other studios the email alone has the link: an address is used by who reads its emails.
    expect(link).toBeNull();
    return await secretTo(email);
  };
  const accept = (secret: string, name?: string) => acceptInvitation({ secret, name, password: "a-long-password" });

  it("an invitation that is taken up six times in the same moment makes one account", async () => {
    const [clientId, email] = [await newClient(), `${newId()}@test.example`];
    const secret = await invite(clientId, email);
    const answers = await Promise.all(Array.from({ length: 6 }, () => accept(secret)));
    expect(answers.filter(({ kind }) => kind === "ok")).toHaveLength(1);
    expect(await accountsOf(email)).toBe("1");
    expect(await rows(`select count(*)::text as n from members where client_id = '${clientId}'`)).toBe("1");
    expect(
      await executeUseCase(studio.coach, "invitations.create", { clientId, email, name: "" }, clock),
    ).toMatchObject({
      kind: "refused",
      problems: [{ field: "email" }],
    });
  });

  const team = async () =>
    await withAccounts((tx) => enterScope(tx, studio.coach).then(() => teamOf(tx, studio.coach)));

  it("two invitations of one client: the newer holds, the older is void, and makes no account", async () => {
    const [clientId, email] = [await newClient(), `${newId()}@test.example`];
    const first = await invite(clientId, `older.${email}`);
    const second = await invite(clientId, email);
    expect(await readInvitation(first)).toBeNull();
    expect(await accept(first)).toMatchObject({ kind: "refused" });
    expect(await accountsOf(`older.${email}`)).toBe("0");
    expect(await readInvitation(second)).toMatchObject({ role: "client", name: "New", email });
    expect((await accept(second)).kind).toBe("ok");
  });

  it("a second coach comes in by a link, and works in the same studio and no other", async () => {
    const email = `${newId()}@test.example`;
    const secret = await invite(null, email, "Second");
    expect((await team()).open).toMatchObject([{ role: "coach", email, name: "Second" }]);
    expect((await accept(secret, "Second Coach")).kind).toBe("ok");
    const { coaches, open } = await team();
    expect(coaches.map(({ name }) => name)).toContain("Second Coach");
    expect(open).toEqual([]);
    const entered = await signIn(email, "a-long-password", "10.8.0.1", new Headers({ host: "127.0.0.1:3000" }));
    if (entered.kind !== "in") throw new Error(entered.kind);
    const cookie = entered.headers
      .getSetCookie()
      .map((one) => one.split(";")[0]!)
      .join("; ");
    const second = (await scopeOf(new Headers({ cookie })))!;
    expect(second).toMatchObject({ role: "coach", studioId: studio.coach.studioId });
    expect((await executeUseCase(second, "clients.show", { clientId: studio.clients[0].id }, clock)).kind).toBe("ok");
  });

  it("one that was withdrawn, ran out, or was made up opens nothing", async () => {
    const secret = await invite(null, `${newId()}@test.example`, "Nobody");
    const [open] = (await team()).open;
    value(await executeUseCase(studio.coach, "invitations.withdraw", { invitationId: open!.id }, clock));
    expect((await accept(secret)).kind).toBe("refused");
    expect((await accept("made-up")).kind).toBe("refused");
    const input = { clientId: null, email: `${newId()}@test.example`, name: "Late" };
    value(await executeUseCase(studio.coach, "invitations.create", input, { nowMs: Date.now() - 8 * 86_400_000 }));
    expect((await accept(await secretTo(input.email))).kind).toBe("refused");
  });
});

describe.runIf(hasDatabase)("a fault of the database", () => {
  it("is said without a word of what people wrote", async () => {
    const studio = await makeStudio("Sedge");
    const secret = "Rupture of the left knee";
    const bad = executeUseCase(
      studio.coach,
      "clients.create",
      {
        name: `${secret}\u0000`,
        birthYear: null,
        trainingAge: "novice",
        minutes: 60,
        aims: secret,
        limits: "",
        bodyMass: null,
      },
      clock,
    );
    const error = (await bad.then(
      () => null,
      (thrown: unknown) => thrown,
    )) as Error;
    expect(error).toBeInstanceOf(Error);
    const said = [
      error.message,
      (error.cause as Error | undefined)?.message,
      JSON.stringify(error),
      error.stack,
    ].join();
    expect(said).not.toContain("Rupture");
  });
});
