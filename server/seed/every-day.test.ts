/** The demo is alive whenever it is begun: on each day of the week, and just after and before midnight. */
import { afterAll, afterEach, beforeAll, describe, expect, it } from "vitest";
import { addDays, lastDateOf } from "../../core";
import { isWaiting, type PlannedLine } from "../../views";
import { asOwner } from "../db";
import { removeDemo } from "../db/accounts";
import { ownDatabase } from "../db/testing/own-database";
import { enterDemo } from "../testing/demo";
import { hasDatabase, value } from "../testing/studio";
import { executeUseCase } from "../usecases";

/** From Monday to Sunday at noon, and two midnights of the boathouse's own. */
const CLOCKS = [
  ...Array.from({ length: 7 }, (_, day) => `${addDays("2026-11-30", day)}T12:00:00+01:00`),
  "2026-11-30T00:30:00+01:00",
  "2026-12-06T23:30:00+01:00",
];

describe.runIf(hasDatabase)("the demo, begun at", () => {
  let own: Awaited<ReturnType<typeof ownDatabase>>;
  beforeAll(async () => {
    own = await ownDatabase("days");
  });
  afterAll(() => own.drop());
  afterEach(() => asOwner(removeDemo));

  it.each(CLOCKS)("%s", async (at) => {
    const nowMs = Date.parse(at);
    const today = at.slice(0, 10);
    const scope = await enterDemo(nowMs, { history: false });
    const { sessions: onFloor } = value(await executeUseCase(scope, "floor.today", {}, { nowMs }));
    expect(onFloor.length, "somebody trains today").toBeGreaterThan(0);
    expect(onFloor.every(({ date }) => date === today)).toBe(true);

    const span = { from: today, to: addDays(today, 13), clientId: null, after: null };
    const { clients } = value(await executeUseCase(scope, "planned.list", span, { nowMs }));
    const lines: readonly PlannedLine[] = clients.flatMap(({ sessions }) => sessions).filter(isWaiting);
    const has = (what: string, is: (line: PlannedLine) => boolean) => expect(lines.some(is), what).toBe(true);
    has("somebody trains tomorrow", ({ date }) => date === addDays(today, 1));
    has("a session was sent", ({ state }) => state === "sent");
    has("a session was not sent", ({ state }) => state === "planned" || state === "opened");
    expect(
      clients.every(({ sessions }) => sessions.some(isWaiting)),
      "everybody has a session in the coming two weeks",
    ).toBe(true);

    const ends = await Promise.all(
      clients.map(
        async ({ id }) => value(await executeUseCase(scope, "plans.show", { clientId: id }, { nowMs })).plans,
      ),
    );
    const isEnding = (date: string) => date >= today && date <= addDays(today, 14);
    expect(
      ends.flat().some(({ plan }) => isEnding(lastDateOf(plan))),
      "a plan ends soon",
    ).toBe(true);
    expect(value(await executeUseCase(scope, "planned.next", {}, { nowMs })).sessions[0]!.date).toBe(today);
  });
});
