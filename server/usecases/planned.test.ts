/** What a plan has is there for coach and client before anybody opened it. */
import { beforeAll, describe, expect, it } from "vitest";
import { COACHED_CLIENTS } from "../../contract";
import type { PlanDay } from "../../core";
import { phase } from "../../core/testing/plans";
import { plannedBetween } from "../context/planned";
import { inStudio, newId } from "../db";
import * as db from "../db/queries";
import { statementsDuring } from "../db/testing/statements";
import { clock, documentOf, hasDatabase, makeStudio, prepareDatabase, type TestStudio, value } from "../testing/studio";
import { executeUseCase } from ".";

const TODAY = "2026-11-24";

describe.runIf(hasDatabase)("what a plan has", () => {
  let studio: TestStudio;
  let clientId: string;
  /** Tuesday is today. */
  const day = (id: string, weekday: number): PlanDay => ({
    id,
    name: `Day ${id}`,
    placed: { kind: "weekday", weekday },
    timeOfDay: null,
    lastWeek: null,
    base: { ...documentOf("A1 Back squat 3x5 @80kg rir2 r150"), title: `Session ${id}` },
  });
  const planFor = async (whose: string, days = [day("tuesday", 1), day("thursday", 3)]) => {
    const input = {
      clientId: whose,
      name: "Winter",
      startDate: "2026-11-16",
      phases: [phase("build", 16)],
      days,
      inTurn: null,
    };
    return value(await executeUseCase(studio.coach, "plans.create", input, clock)).planId;
  };

  beforeAll(async () => {
    await prepareDatabase();
    studio = await makeStudio("Rowan");
    clientId = newId();
    const { studioId } = studio.coach;
    await inStudio(studio.coach, (tx) =>
      db.insertClient(tx, {
        studioId,
        id: clientId,
        name: "Aud",
        trainingAge: "novice",
        gymId: studio.gymId,
        readiness: { date: TODAY, yes: [] },
      }),
    );
    await planFor(clientId);
  });

  const listed = async (from = TODAY, to = "2026-11-26") =>
    value(
      await executeUseCase(studio.coach, "planned.list", { from, to, clientId, after: null }, clock),
    ).clients[0]!.sessions.map(({ date, title, state }) => `${date.slice(8)} ${title}: ${state}`);
  const linesOf = async (name: "floor.today" | "planned.next") =>
    value(await executeUseCase(studio.coach, name, {}, clock)).sessions.filter((line) => line.clientId === clientId);

  it("is found by words of its title and its client before anybody opened it, and not beyond two weeks", async () => {
    const { sessions } = value(await executeUseCase(studio.coach, "sessions.find", { search: "aud THURSDAY" }, clock));
    expect(sessions.map(({ sessionId, date, place }) => [sessionId, date, place?.week])).toEqual([
      [null, "2026-11-26", 1],
      [null, "2026-12-03", 2],
    ]);
  });

  it("stands on the rack, at the desk's door and on the floor, with no row", async () => {
    expect(await listed("2026-11-17")).toEqual([
      "17 Session tuesday: missed",
      "19 Session thursday: missed",
      "24 Session tuesday: planned",
      "26 Session thursday: planned",
    ]);
    const { clients } = value(
      await executeUseCase(studio.coach, "clients.list", { after: null, ...COACHED_CLIENTS }, clock),
    );
    const line = clients.find(({ id }) => id === clientId)!.sessions.find(({ date }) => date === TODAY);
    expect(line).toMatchObject({ title: "Session tuesday", state: "planned", sessionId: null });
    expect(await linesOf("floor.today")).toMatchObject([{ clientName: "Aud", title: "Session tuesday" }]);
    const today = value(await executeUseCase(studio.coach, "floor.today", {}, clock));
    expect(today.others.filter((line) => line.clientId === clientId).map(({ date, state }) => [date, state])).toEqual([
      ["2026-11-17", "missed"],
      ["2026-11-19", "missed"],
      ["2026-11-26", "planned"],
      ["2026-12-01", "planned"],
    ]);
    expect(value(await executeUseCase(studio.clients[0].scope, "floor.today", {}, clock)).others).toEqual([]);
    expect((await linesOf("planned.next")).map(({ date }) => date).slice(0, 2)).toEqual([TODAY, "2026-11-26"]);
  });

  it("becomes a row once it is opened from there, sent, begun; each is said everywhere", async () => {
    const [line] = await linesOf("floor.today");
    const { sessionId } = value(await executeUseCase(studio.coach, "plans.openSession", line!.place!, clock));
    expect((await listed())[0]).toBe("24 Session tuesday: opened");
    value(await executeUseCase(studio.coach, "sessions.send", { sessionId }, clock));
    expect((await listed())[0]).toBe("24 Session tuesday: sent");
    value(await executeUseCase(studio.coach, "sessions.move", { sessionId, seen: TODAY, wanted: "2026-11-25" }, clock));
    expect((await listed()).slice(0, 2)).toEqual(["24 Session tuesday: moved", "25 Session tuesday: sent"]);
    expect(await linesOf("floor.today")).toEqual([]);
  });

  it("is the client's own to see, and nobody else's", async () => {
    const [one, other] = studio.clients;
    await planFor(one.id, [day("wednesday", 2)]);
    const seen = value(await executeUseCase(one.scope, "me.show", {}, clock)).sessions.filter(
      ({ date }) => date === "2026-11-25",
    );
    expect(seen).toMatchObject([{ title: "Session wednesday", state: "planned" }]);
    const others = value(await executeUseCase(other.scope, "me.show", {}, clock)).sessions;
    expect(others.some(({ title }) => title === "Session wednesday")).toBe(false);
    expect(
      value(await executeUseCase(other.scope, "floor.today", {}, clock)).sessions.every(
        (line) => line.clientId === other.id,
      ),
    ).toBe(true);
  });

  it("of a client who is elsewhere is today until their own day ends, and missed for nobody before", async () => {
    const far = await makeStudio("Juniper");
    const [{ id: clientId, sessionId, scope }] = far.clients;
    // A Tuesday's session, when it is Wednesday in the studio and Tuesday afternoon where the client is.
    const late = { nowMs: Date.parse("2026-11-25T00:30:00+01:00") };
    const mine = async () =>
      value(await executeUseCase(scope, "floor.today", {}, late)).sessions.map((line) => line.sessionId);
    const seenByCoach = async () => {
      const input = { from: "2026-11-20", to: "2026-11-30", clientId, after: null };
      const { clients } = value(await executeUseCase(far.coach, "planned.list", input, late));
      return clients[0]!.sessions.find((line) => line.sessionId === sessionId)!.state;
    };
    value(await executeUseCase(far.coach, "sessions.send", { sessionId }, clock));
    expect([await mine(), await seenByCoach()]).toEqual([[], "missed"]);
    expect((await executeUseCase(scope, "me.setTimeZone", { timeZone: "Nowhere/Town" }, late)).kind).toBe("refused");
    value(await executeUseCase(scope, "me.setTimeZone", { timeZone: "America/Denver" }, late));
    expect([await mine(), await seenByCoach()]).toEqual([[sessionId], "sent"]);
    const { today } = value(await executeUseCase(scope, "me.show", {}, late));
    expect(today).toBe("2026-11-24");
    expect(value(await executeUseCase(far.clients[1].scope, "me.show", {}, late)).today).toBe("2026-11-25");
    const { timeZone } = value(await executeUseCase(scope, "viewer.show", {}, late)).region;
    expect(timeZone).toBe("America/Denver");
    expect(value(await executeUseCase(far.coach, "viewer.show", {}, late)).region.timeZone).toBe("Europe/Oslo");
    // Back home they move with the studio again.
    value(await executeUseCase(scope, "me.setTimeZone", { timeZone: "Europe/Oslo" }, late));
    expect(value(await executeUseCase(far.coach, "clients.show", { clientId }, late)).timeZone).toBeNull();
  });

  it("is asked for in one statement for a hundred clients", async () => {
    const { studioId } = studio.coach;
    await inStudio(studio.coach, async (tx) => {
      for (let at = 0; at < 100; at++)
        await db.insertClient(tx, { studioId, id: newId(), name: `Many ${at}`, trainingAge: "novice" });
    });
    const span = { from: TODAY, to: "2026-11-30", today: TODAY, nowMs: clock.nowMs };
    await inStudio(studio.coach, async (tx) => {
      let planned: Awaited<ReturnType<typeof plannedBetween>> = new Map();
      const asked = await statementsDuring(async () => {
        planned = await plannedBetween(tx, null, span);
      });
      expect(asked).toHaveLength(1);
      expect(planned.size).toBeGreaterThanOrEqual(103);
      expect(planned.get(clientId)!.length).toBeGreaterThan(0);
    });
    const first = value(
      await executeUseCase(
        studio.coach,
        "planned.list",
        { from: TODAY, to: TODAY, clientId: null, after: null },
        clock,
      ),
    );
    expect(first.clients).toHaveLength(100);
    const second = await executeUseCase(
      studio.coach,
      "planned.list",
      { from: TODAY, to: TODAY, clientId: null, after: first.next },
      clock,
    );
    expect(value(second)).toMatchObject({ next: null });
  });
});
