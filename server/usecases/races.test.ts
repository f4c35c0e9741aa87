/** What is changed from two sides at the same moment: everything that was acknowledged stands, with its inverse. */
import { beforeAll, describe, expect, it } from "vitest";
import { applyEdits, type Edit, EMPTY_DOCUMENT, type PlanDay, type SessionDocument } from "../../core";
import { phase } from "../../core/testing/plans";
import { inStudio, newId } from "../db";
import * as db from "../db/queries";
import { clock, documentOf, hasDatabase, makeStudio, prepareDatabase, type TestStudio, value } from "../testing/studio";
import { executeUseCase, type Outcome } from ".";

const RACES = 100;
const text =
  "# Lower\n\nA1 Back squat 3x5 @80kg rir2 r150\n\nB1 Leg press 3x10 @120kg rir2 r90\n\nC1 Leg curl 3x10 r60";

const slotIn = (document: SessionDocument, block: number) => document.blocks[block]!.slots[0]!;
const cue = (document: SessionDocument, block: number, said: string): Edit => ({
  kind: "setSlot",
  slotId: slotIn(document, block).id,
  field: "cues",
  value: [said],
});

describe.runIf(hasDatabase)("two who change the same session at the same moment", () => {
  let studio: TestStudio;
  beforeAll(async () => {
    await prepareDatabase();
    studio = await makeStudio("Hazel");
  });

  const shown = async (sessionId: string) =>
    value(await executeUseCase(studio.coach, "sessions.show", { sessionId }, clock));
  const edit = (sessionId: string, revision: number, edits: readonly Edit[]) =>
    executeUseCase(studio.coach, "sessions.edit", { sessionId, revision, edits, draftText: null }, clock);

  /** The session as it was made: every edit that is kept taken back again. */
  const takenBack = async (sessionId: string): Promise<SessionDocument> => {
    const { document } = await shown(sessionId);
    const all = await inStudio(studio.coach, (tx) => db.editsSince(tx, sessionId, 0));
    const edited = applyEdits(
      document,
      all.toReversed().flatMap(({ inverse }) => inverse),
    );
    if (!edited.ok) throw new Error(edited.message);
    return edited.document;
  };
  const madeSession = async (place: 0 | 1, document: SessionDocument): Promise<string> => {
    const id = newId();
    const { coach, clients } = studio;
    await inStudio(coach, (tx) =>
      db.insertSession(tx, {
        studioId: coach.studioId,
        id,
        clientId: clients[place].id,
        date: "2026-11-26",
        document,
      }),
    );
    return id;
  };

  /** A plan of one day, and its session of the first week, opened. */
  const openedFromPlan = async (place: 0 | 1) => {
    const day: PlanDay = {
      id: newId(),
      name: "Lower",
      placed: { kind: "weekday", weekday: 3 },
      timeOfDay: null,
      lastWeek: null,
      base: documentOf(text),
    };
    const clientId = studio.clients[place].id;
    const start = { startDate: "2026-11-23", phases: [phase("build", 2)], days: [day], inTurn: null };
    const { planId } = value(
      await executeUseCase(studio.coach, "plans.create", { clientId, name: "Race", ...start }, clock),
    );
    const { plans } = value(await executeUseCase(studio.coach, "plans.show", { clientId }, clock));
    const dayId = plans[0]!.plan.days[0]!.id;
    const opened = await executeUseCase(studio.coach, "plans.openSession", { planId, dayId, week: 0 }, clock);
    return { planId, dayId, ...value(opened) };
  };

  it("a plan and the desk: what each of them changed is in the session, and nothing else", async () => {
    const { planId, dayId, sessionId } = await openedFromPlan(0);
    const made = (await shown(sessionId)).document;
    let planRevision = 0;
    // The desk that stands open never reads the session again: its revision is the one of its own last save.
    let deskRevision = 0;
    for (let race = 1; race <= RACES; race++) {
      const [plan, desk] = await Promise.all([
        executeUseCase(
          studio.coach,
          "plans.edit",
          {
            planId,
            revision: planRevision,
            edits: [{ kind: "editDay", dayId, edits: [cue(made, 1, `plan ${race}`)] }],
          },
          clock,
        ),
        edit(sessionId, deskRevision, [cue(made, 0, `desk ${race}`)]),
      ]);
      planRevision = value(plan).revision;
      const saved = value(desk);
      deskRevision = saved.revision;
      expect(saved.merged?.conflicts ?? []).toEqual([]);
      const { document } = await shown(sessionId);
      expect([slotIn(document, 0).cues, slotIn(document, 1).cues]).toEqual([[`desk ${race}`], [`plan ${race}`]]);
    }
    expect(await takenBack(sessionId)).toEqual(made);
    // What the plan did last is told to the desk with its next save.
    const { merged } = value(await edit(sessionId, deskRevision - 1, [cue(made, 2, "once more")]));
    expect(merged?.blocks.length).toBeGreaterThan(0);
  });

  it("what a plan and the desk both change stays as the desk has it, and is said", async () => {
    const { planId, dayId, sessionId } = await openedFromPlan(1);
    const { document } = await shown(sessionId);
    value(await edit(sessionId, 0, [cue(document, 0, "as at the desk")]));
    const edits = [{ kind: "editDay" as const, dayId, edits: [cue(document, 0, "plan"), cue(document, 1, "plan")] }];
    const { notes } = value(await executeUseCase(studio.coach, "plans.edit", { planId, revision: 0, edits }, clock));
    expect(notes).toEqual(["Lower, week 1: what was changed at the desk stays as it is there."]);
    const after = (await shown(sessionId)).document;
    expect([slotIn(after, 0).cues, slotIn(after, 1).cues]).toEqual([["as at the desk"], ["plan"]]);
  });

  it("partners: what each side changed is in both sessions", async () => {
    const [one, other] = [await madeSession(0, documentOf(text)), await madeSession(1, EMPTY_DOCUMENT)];
    value(await executeUseCase(studio.coach, "sessions.pair", { sessionId: one, withSessionId: other }, clock));
    const made = await Promise.all([shown(one), shown(other)]);
    const revisions = made.map(({ revision }) => revision);
    for (let race = 1; race <= RACES; race++) {
      const answers: Outcome<{ readonly revision: number }>[] = await Promise.all([
        edit(one, revisions[0]!, [cue(made[0]!.document, 0, `one ${race}`)]),
        edit(other, revisions[1]!, [cue(made[1]!.document, 1, `other ${race}`)]),
      ]);
      answers.forEach((answer, at) => {
        revisions[at] = value(answer).revision;
      });
      for (const sessionId of [one, other]) {
        const { document } = await shown(sessionId);
        expect([slotIn(document, 0).cues, slotIn(document, 1).cues]).toEqual([[`one ${race}`], [`other ${race}`]]);
      }
    }
    expect(await takenBack(one)).toEqual(made[0]!.document);
    expect((await takenBack(other)).blocks).toEqual([]);
  });

  it("two who pair the same sessions from both sides, and ten who choose a default gym, are all answered", async () => {
    const gyms = await Promise.all(
      Array.from({ length: 10 }, async (_none, i) =>
        value(
          await executeUseCase(studio.coach, "gyms.create", { name: `Hall ${i}`, clientId: null, copyOf: null }, clock),
        ),
      ),
    );
    const chosen = await Promise.all(
      gyms.map(({ gymId }) => executeUseCase(studio.coach, "gyms.makeDefault", { gymId }, clock)),
    );
    expect(chosen.map(({ kind }) => kind)).toEqual(Array(10).fill("ok"));
    for (let race = 0; race < 20; race++) {
      const ids = [await madeSession(0, EMPTY_DOCUMENT), await madeSession(1, EMPTY_DOCUMENT)] as const;
      const pair = ([sessionId, withSessionId]: readonly [string, string]) =>
        executeUseCase(studio.coach, "sessions.pair", { sessionId, withSessionId }, clock);
      const pairs = await Promise.all([pair(ids), pair([ids[1], ids[0]])]);
      expect(new Set(pairs.map((outcome) => value(outcome).pairId)).size).toBe(1);
    }
  });

  it("lines that do not read yet stay in the text, and what others changed is in it too", async () => {
    const sessionId = await madeSession(0, documentOf(text));
    const { document } = await shown(sessionId);
    const draftText = `${text}\n\nD1 Wobble thing 3 sets of eh`;
    const typed = { sessionId, revision: 0, edits: [cue(document, 0, "mine")], draftText };
    value(await executeUseCase(studio.coach, "sessions.edit", typed, clock));
    // From a desk that was opened before: it knows of neither.
    const theirs = { sessionId, revision: 0, edits: [cue(document, 1, "theirs")], draftText: null };
    expect(value(await executeUseCase(studio.coach, "sessions.edit", theirs, clock)).merged?.conflicts).toEqual([]);
    const other: Edit = { kind: "setSession", field: "title", value: "Renamed" };
    value(await edit(sessionId, 0, [other]));
    const third = { ...typed, revision: 1, edits: [cue(document, 2, "late")] };
    value(await executeUseCase(studio.coach, "sessions.edit", third, clock));
    const after = await shown(sessionId);
    expect(after.draftText).toContain("Wobble thing 3 sets of eh");
    expect(after.draftText).toContain("# Renamed");
    const view = value(await executeUseCase(studio.coach, "floor.open", { sessionId }, clock));
    expect(view.unread?.map((line) => line.text)).toEqual(["D1 Wobble thing 3 sets of eh"]);
    expect(view.shown.document.title).toBe("Renamed");
    expect(view.shown.document.blocks).toHaveLength(4);
  });

  it("of two windows none takes a line away that the other typed and that does not read yet; both are told", async () => {
    const sessionId = await madeSession(0, documentOf(text));
    const save = async (revision: number, typed: readonly string[] | null) => {
      const draftText = typed && [text, ...typed].join("\n\n");
      const edits = [{ kind: "setSession" as const, field: "title" as const, value: `Save ${revision} ${typed}` }];
      return value(
        await executeUseCase(studio.coach, "sessions.edit", { sessionId, revision, edits, draftText }, clock),
      );
    };
    const unread = async () => {
      const view = value(await executeUseCase(studio.coach, "floor.open", { sessionId }, clock));
      return (view.unread ?? []).map((line) => line.text).sort();
    };
    await save(0, ["D1 Mine of sets"]);
    const { merged } = await save(0, ["D1 Theirs of sets"]);
    expect(merged!.unread).toEqual(["D1 Mine of sets"]);
    expect(merged!.draftText).toContain("D1 Mine of sets");
    expect(await unread()).toEqual(["D1 Mine of sets", "D1 Theirs of sets"]);
    // The first window puts its own line right: the other's stays, and its own does not come back.
    await save(1, null);
    expect(await unread()).toEqual(["D1 Theirs of sets"]);
    // A window that knows of neither saves something else.
    await save(0, null);
    expect(await unread()).toEqual(["D1 Theirs of sets"]);
    await save(4, null);
    expect(await unread()).toEqual([]);
  });

  it("an event with a fraction of a millisecond condemns nothing that is sent with it", async () => {
    const { sessionId } = studio.clients[0];
    const { shownHash } = value(await executeUseCase(studio.coach, "floor.open", { sessionId }, clock));
    const events = [0, 0.5].map((more) => ({
      id: newId(),
      version: 3,
      sessionId,
      atMs: clock.nowMs - 1000 + more,
      clocks: null,
      shownHash,
      body: { kind: "note", slotId: null, text: `after ${more}` },
    }));
    expect(value(await executeUseCase(studio.coach, "floor.record", { sessionId, events }, clock))).toEqual({
      accepted: events.map(({ id }) => id),
      refused: [],
    });
    // Sent again, as after a lost answer, it is known.
    expect(
      value(await executeUseCase(studio.coach, "floor.record", { sessionId, events }, clock)).accepted,
    ).toHaveLength(2);
  });
});
