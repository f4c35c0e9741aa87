import { beforeAll, describe, expect, it } from "vitest";
import { type ApiName, INPUTS, type Input } from "../../contract";
import { habitsOf } from "../../views";
import { type Scope, withAccounts } from "../db";
import { memberOfUser, userByAddress } from "../db/accounts";
import { ownOutbox, secretTo } from "../testing/emails";
import { hasDatabase, makeStudio, prepareDatabase, type TestStudio, value } from "../testing/studio";
import { executeUseCase } from ".";
import { dutyRefusal } from "./duties";
import { acceptInvitation } from "./invitations";

describe("what duties may ask for", () => {
  const changing = ["plans.edit", "sessions.edit", "sessions.send", "today.decide", "clients.describe"] as const;

  it("an assistant runs the floor and changes no plan, session, client or gym; a coach does", () => {
    for (const name of changing) {
      expect(dutyRefusal("assistant", name), name).not.toBeNull();
      expect(dutyRefusal("coach", name), name).toBeNull();
    }
    for (const name of ["floor.record", "floor.open", "today.show", "messages.write"] as const)
      expect(dutyRefusal("assistant", name), name).toBeNull();
  });

  it("who coaches here is the owner's to say, and there is nothing that an owner may not", () => {
    for (const name of ["team.setDuty", "team.remove"] as const)
      expect([dutyRefusal("owner", name), dutyRefusal("coach", name)].map((one) => one === null)).toEqual([
        true,
        false,
      ]);
    expect((Object.keys(INPUTS) as ApiName[]).filter((name) => dutyRefusal("owner", name) !== null)).toEqual([]);
  });
});

/** What ends by itself ends by the database's clock, which is the machine's. */
const clock = { nowMs: Date.now() };

describe.runIf(hasDatabase)("who coaches in a studio", () => {
  let studio: TestStudio;
  const invited: Record<string, Scope> = {};
  const memberOf = async (email: string) =>
    withAccounts(async (tx) => (await memberOfUser(tx, (await userByAddress(tx, email))!.id))!);
  const join = async (name: string, duty: "coach" | "assistant") => {
    const email = `${name.toLowerCase()}-${duty}@boathouse.example`;
    const invitation = { clientId: null, email, name, duty };
    value(await executeUseCase(studio.coach, "invitations.create", invitation, clock));
    value(await acceptInvitation({ secret: await secretTo(email), name, password: "a-long-password" }));
    return memberOf(email);
  };
  beforeAll(async () => {
    ownOutbox();
    await prepareDatabase();
    studio = await makeStudio("Rowan");
    invited.coach = await join("Ada", "coach");
    invited.assistant = await join("Bo", "assistant");
  });
  const run = <K extends ApiName>(scope: Scope, name: K, input: Input<K>) => executeUseCase(scope, name, input, clock);

  it("has what they were invited as, and the founder owns it", async () => {
    expect(invited.coach).toMatchObject({ role: "coach", duty: "coach" });
    expect(invited.assistant).toMatchObject({ role: "coach", duty: "assistant" });
    const { team } = value(await run(studio.coach, "account.show", {}));
    expect(team!.coaches.map(({ name, duty, isMe }) => [name, duty, isMe])).toEqual([
      ["Ada", "coach", false],
      ["Bo", "assistant", false],
      ["Rowan coach", "owner", true],
    ]);
  });

  it("an assistant is told why what they may not do is not done, and nothing of it is", async () => {
    const [{ id: clientId, sessionId }] = studio.clients;
    expect(await run(invited.assistant!, "sessions.send", { sessionId })).toMatchObject({
      kind: "refused",
      problems: [{ message: "Assistants see the day and run the floor. Ask a coach to change this." }],
    });
    expect((await run(invited.assistant!, "clients.erase", { clientId })).kind).toBe("refused");
    expect((await run(invited.assistant!, "clients.show", { clientId })).kind).toBe("ok");
    expect((await run(invited.assistant!, "floor.open", { sessionId })).kind).toBe("ok");
  });

  it("only an owner invites coaches, and says what others may do, of themselves nothing", async () => {
    const input = { clientId: null, email: "x@boathouse.example", name: "X" };
    expect((await run(invited.coach!, "invitations.create", input)).kind).toBe("refused");
    const { memberId } = invited.assistant!;
    expect((await run(invited.coach!, "team.setDuty", { memberId, duty: "owner" })).kind).toBe("refused");
    const own = { memberId: studio.coach.memberId, duty: "assistant" as const };
    expect((await run(studio.coach, "team.setDuty", own)).kind).toBe("refused");
    value(await run(studio.coach, "team.setDuty", { memberId, duty: "coach" }));
    expect(await memberOf("bo-assistant@boathouse.example")).toMatchObject({ duty: "coach" });
  });

  it("a client is one coach's, found by that, and everybody's again when the coach is taken out", async () => {
    const [{ id: clientId }] = studio.clients;
    const { memberId } = invited.coach!;
    const seen = habitsOf(value(await run(studio.coach, "clients.show", { clientId })));
    value(await run(studio.coach, "clients.change", { clientId, seen, wanted: { ...seen, coachId: memberId } }));
    const mine = { after: null, search: "", group: null, coachId: memberId, archived: false };
    const found = async () => value(await run(studio.coach, "clients.list", mine)).clients.map(({ id }) => id);
    expect(await found()).toEqual([clientId]);
    value(await run(studio.coach, "team.remove", { memberId }));
    expect(await found()).toEqual([]);
    expect(value(await run(studio.coach, "clients.show", { clientId })).coachId).toBeNull();
    expect(await withAccounts((tx) => userByAddress(tx, "ada-coach@boathouse.example"))).toBeNull();
    expect((await run(studio.coach, "team.remove", { memberId: studio.coach.memberId })).kind).toBe("refused");
  });
});
