/** A draft and what becomes of it: moved, copied, begun by a slip, taken away; and what of it counts as planned. */
import { beforeAll, describe, expect, it } from "vitest";
import { printSession, SHIPPED_CATALOGUE } from "../../core";
import { finishProjections } from "../context/projecting";
import { inStudio, newId } from "../db";
import * as db from "../db/queries";
import { doneIn, eventIn, openFloor, record, send, writeSession } from "../testing/floor";
import { clock, documentOf, hasDatabase, makeStudio, prepareDatabase, type TestStudio, value } from "../testing/studio";
import { executeUseCase } from ".";

describe.runIf(hasDatabase)("a draft", () => {
  let studio: TestStudio;
  beforeAll(async () => {
    await prepareDatabase();
    studio = await makeStudio("Thistle");
  });
  const rowOf = (sessionId: string) => inStudio(studio.coach, (tx) => db.sessionRow(tx, sessionId));
  const week = async (sessionId: string) =>
    value(await executeUseCase(studio.coach, "sessions.show", { sessionId }, clock)).week.others;

  it("goes to another day, and what two do to it is joined or said", async () => {
    const sessionId = await writeSession(studio, "Deadlift 2x5 @80kg", "2026-12-07");
    const move = (seen: string, wanted: string) =>
      executeUseCase(studio.coach, "sessions.move", { sessionId, seen, wanted }, clock);
    expect((await move("2026-12-07", "2026-12-08")).kind).toBe("ok");
    expect(await move("2026-12-07", "2026-12-09")).toMatchObject({ kind: "conflict" });
    expect((await rowOf(sessionId))!.date).toBe("2026-12-08");
    const view = await openFloor(studio.coach, sessionId);
    await record(studio.coach, sessionId, [doneIn(view, 0)]);
    expect(await move("2026-12-08", "2026-12-09")).toMatchObject({ kind: "conflict" });
  });

  it("begun by a slip is a draft still, and can be changed; with a set kept it is not, at once", async () => {
    const sessionId = await writeSession(studio, "Deadlift 2x5 @80kg", "2026-12-14");
    const view = await openFloor(studio.coach, sessionId);
    const edit = () =>
      executeUseCase(
        studio.coach,
        "sessions.edit",
        {
          sessionId,
          revision: 0,
          edits: [{ kind: "setSession", field: "title", value: "Pull" }],
          draftText: null,
        },
        clock,
      );
    await record(studio.coach, sessionId, [eventIn(view, { kind: "started" })]);
    expect((await rowOf(sessionId))!.state).toBe("draft");
    expect((await edit()).kind).toBe("ok");
    // Before anything is derived the session has begun already.
    value(await send(studio.coach, sessionId, [doneIn(view, 0)]));
    expect((await rowOf(sessionId))!.state).toBe("started");
    expect(await edit()).toMatchObject({ kind: "conflict" });
    await finishProjections(studio.coach);
  });

  it("is taken away while nothing was logged in it", async () => {
    const sessionId = await writeSession(studio, "Deadlift 2x5 @80kg", "2026-12-15");
    expect(value(await executeUseCase(studio.coach, "sessions.discard", { sessionId }, clock))).toEqual({
      clientId: studio.clients[0].id,
    });
    expect(await rowOf(sessionId)).toBeNull();
  });

  it("counts once for its day, whatever copies of it lie about; what was sent counts before what was not", async () => {
    const text = "Leg press 4x10 @100kg rir1";
    const [asked, first] = [
      await writeSession(studio, "Deadlift 2x5 @80kg", "2026-11-27", 1),
      await writeSession(studio, text, "2026-11-28", 1),
    ];
    const once = await week(asked);
    expect(once.quads!.hardSets).toBeGreaterThan(0);
    // The week is one, whichever of its sessions is looked at: what is to be done on Friday has Thursday beside it.
    expect((await week(first))["lower back"]!.hardSets).toBeGreaterThan(0);
    for (let copy = 0; copy < 3; copy++) await writeSession(studio, text, "2026-11-28", 1);
    expect(await week(asked)).toEqual(once);
    // The sent one is what is meant; the drafts beside it are the coach's own.
    value(await executeUseCase(studio.coach, "sessions.send", { sessionId: first }, clock));
    expect(await week(asked)).toEqual(once);
  });

  it("has the client's sessions before it to start from, the latest first, none empty and none of anybody else's", async () => {
    const dates = ["2026-10-06", "2026-10-08", "2026-10-08", "2026-10-20"];
    const ids: string[] = [];
    for (const date of dates) ids.push(await writeSession(studio, `# Of ${date}\n\nDeadlift 2x5 @80kg`, date));
    await writeSession(studio, "# Nothing", "2026-10-07");
    await writeSession(studio, "Deadlift 2x5 @80kg", "2026-10-07", 1);
    const before = async (sessionId: string) =>
      value(await executeUseCase(studio.coach, "sessions.before", { sessionId }, clock)).sessions.map(({ id }) => id);
    expect(await before(ids[3]!)).toEqual([ids[2], ids[1], ids[0]]);
    expect(await before(ids[2]!)).toEqual([ids[1], ids[0]]);
    expect(await before(ids[0]!)).toEqual([]);
  });

  it("leaves out what a coach does not want to hear of: for the client, for everybody, and on again", async () => {
    const sessionId = await writeSession(studio, "Deadlift 2x5 @80kg", "2026-12-21");
    const theirs = await writeSession(studio, "Deadlift 2x5 @80kg", "2026-12-21", 1);
    const quiet = (reason: string, clientId: string | null, rule = "hole") =>
      executeUseCase(studio.coach, "cautions.quiet", { rule, clientId, reason }, clock);
    const heard = async (id: string) =>
      value(await executeUseCase(studio.coach, "sessions.show", { sessionId: id }, clock)).quiet;
    const clientId = studio.clients[0].id;
    value(await quiet("Her aim is a press", clientId));
    value(await quiet("Nobody reads it", null, "balance"));
    const everybody = { balance: "Nobody reads it" };
    expect(await heard(sessionId)).toEqual({ client: { hole: "Her aim is a press" }, studio: everybody });
    expect(await heard(theirs)).toEqual({ client: {}, studio: everybody });
    value(await quiet(" ", clientId));
    expect(await heard(sessionId)).toEqual({ client: {}, studio: everybody });
    expect(await quiet("x", clientId)).toMatchObject({ kind: "refused", problems: [{ field: "reason" }] });
    expect(await quiet("Never mind", clientId, "limit-part")).toMatchObject({ kind: "refused" });
    expect((await quiet("Never mind", sessionId)).kind).toBe("notFound");
  });

  it("that is new is empty, or begins from a template with loads of the client's own", async () => {
    const [{ id: clientId }] = studio.clients;
    const create = (templateId?: string) =>
      executeUseCase(studio.coach, "sessions.create", { clientId, title: "", templateId }, clock);
    const textOf = async (sessionId: string) => {
      const { document } = value(await executeUseCase(studio.coach, "sessions.show", { sessionId }, clock));
      return printSession(document, SHIPPED_CATALOGUE);
    };
    expect(await textOf(value(await create()).sessionId)).not.toContain("press");
    const { templateId } = value(
      await executeUseCase(
        studio.coach,
        "templates.keep",
        { name: "Press", of: { kind: "session", document: documentOf("Bench press 3x8 @60kg rir2 r90") } },
        clock,
      ),
    );
    const text = await textOf(value(await create(templateId)).sessionId);
    expect(text).toContain("Bench press 3x8 rir2 r90");
    expect(await create(newId())).toMatchObject({ kind: "refused", problems: [{ field: "templateId" }] });
  });

  it("is found by words of its title and its client, those nearest to today first", async () => {
    const other = await makeStudio("Sedge");
    const mine = await makeStudio("Teasel");
    const titled = async (of: TestStudio, title: string, date: string) => {
      const sessionId = await writeSession(of, `# ${title}\nDeadlift 2x5 @80kg`, date);
      return sessionId;
    };
    const far = await titled(mine, "Pull, heavy 100%", "2027-02-01");
    const near = await titled(mine, "Pull, light", "2026-11-25");
    await titled(mine, "Push", "2026-11-24");
    const elsewhere = await titled(other, "Pull elsewhere", "2026-11-24");
    const find = async (search: string) =>
      value(await executeUseCase(mine.coach, "sessions.find", { search }, clock)).sessions.map(
        ({ sessionId }) => sessionId,
      );
    expect(await find("pull")).toEqual([near, far]);
    const client = value(await executeUseCase(mine.coach, "sessions.find", { search: "" }, clock)).sessions[0]!
      .clientName;
    expect(await find(`${client} heavy`)).toEqual([far]);
    // Signs that a pattern would take for its own are emails here.
    expect(await find("100%")).toEqual([far]);
    expect(await find("100_")).toEqual([]);
    expect(await find("")).toContain(near);
    expect(await find("")).not.toContain(elsewhere);
  });
});
