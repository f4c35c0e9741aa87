/** Accounts come to be with what hangs on them, or not at all. */
import { beforeAll, describe, expect, it } from "vitest";
import { asOwner, newId } from "../db";
import { clock, hasDatabase, makeStudio, prepareDatabase, type TestStudio, value } from "../testing/studio";
import { ask } from ".";
import { foundStudio } from "./sign-up";

describe.runIf(hasDatabase)("accounts", () => {
  let studio: TestStudio;
  beforeAll(async () => {
    await prepareDatabase();
    studio = await makeStudio("Sorrel");
  });
  const rows = async (query: string) => (await asOwner((tx) => tx.execute<{ n: string }>(query))).rows[0]!.n;
  const accountsOf = (email: string) => rows(`select count(*)::text as n from "user" where email = '${email}'`);

  const founding = (email: string, name = "Wren") => ({
    studio: `Studio of ${email}`,
    name,
    email,
    password: "a-long-password",
    timeZone: "Europe/Oslo",
  });

  it("a founding that fails half-way leaves no account without a studio", async () => {
    const email = `${newId()}@test.example`;
    // What the edge would have cleaned: PostgreSQL holds no such text.
    await expect(foundStudio({ ...founding(email), studio: "Broken\u0000" })).rejects.toThrow();
    expect(await accountsOf(email)).toBe("0");
    expect((await foundStudio(founding(email))).kind).toBe("ok");
    expect(await accountsOf(email)).toBe("1");
  });

  it("an address is founded with once, also in the same moment", async () => {
    const email = `${newId()}@test.example`;
    const answers = await Promise.all(Array.from({ length: 6 }, () => foundStudio(founding(email))));
    expect(answers.filter(({ kind }) => kind === "ok")).toHaveLength(1);
    expect(await rows(`select count(*)::text as n from studios where name = 'Studio of ${email}'`)).toBe("1");
  });

  it("six invitations of one client in the same moment make one account", async () => {
    const { clientId } = value(
      await ask(
        studio.coach,
        "clients.create",
        { name: "New", birthYear: null, trainingAge: "novice", minutes: 60, aims: "", limits: "", bodyMass: null },
        clock,
      ),
    );
    const mark = newId();
    const answers = await Promise.all(
      Array.from({ length: 6 }, (_, i) =>
        ask(
          studio.coach,
          "clients.giveAccount",
          { clientId, email: `${mark}.${i}@test.example`, password: "a-long-password" },
          clock,
        ),
      ),
    );
    expect(answers.filter(({ kind }) => kind === "ok")).toHaveLength(1);
    expect(await rows(`select count(*)::text as n from "user" where email like '${mark}.%'`)).toBe("1");
    expect(await rows(`select count(*)::text as n from members where client_id = '${clientId}'`)).toBe("1");
  });
});

describe.runIf(hasDatabase)("a fault of the database", () => {
  it("is said without a word of what people wrote", async () => {
    const studio = await makeStudio("Sedge");
    const secret = "Rupture of the left knee";
    const bad = ask(
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
