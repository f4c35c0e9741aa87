/**
 * Every query of every use case finds its rows by an index, and of tables that grow with every day trained none is gone through for
 * a whole studio. The planner is told to go through no table where it can help it: where it still does, no index leads there.
 */
import { beforeAll, describe, expect, it } from "vitest";
import type { ApiName } from "../../contract";
import { phase } from "../../core/testing/plans";
import type { Scope } from "../db";
import { fillLogs } from "../db/testing/fill-logs";
import { openPlanner, type Planner, planFault } from "../db/testing/plan-faults";
import { queriesDuring } from "../db/testing/statements";
import { ownOutbox } from "../testing/emails";
import { doneIn, openFloor, record } from "../testing/floor";
import { inputFor, type Target } from "../testing/inputs";
import { clock, hasDatabase, makeStudio, prepareDatabase, type TestStudio, value } from "../testing/studio";
import { executeUseCase, USE_CASES } from ".";

/** Use cases that are about everything a studio has, a page or a part at a time, or once in a while. */
const ABOUT_ALL = new Set<ApiName>(["archive.look", "archive.studio", "archive.add", "archive.finish", "studio.close"]);

/** Last, since what they are about is gone afterwards. */
const ENDS: readonly ApiName[] = ["sessions.discard", "gyms.remove", "clients.erase", "studio.close"];

describe.runIf(hasDatabase)("the queries of every use case", () => {
  let studio: TestStudio;
  let target: Target;
  let planner: Planner;

  beforeAll(async () => {
    ownOutbox();
    await prepareDatabase();
    studio = await makeStudio("Teasel");
    await fillLogs((await makeStudio("Teasel's neighbour")).coach.studioId, { clients: 20, days: 150 });
    const [{ id: clientId, sessionId, scope }] = studio.clients;
    const plan = {
      clientId,
      name: "Autumn",
      startDate: "2026-11-23",
      phases: [phase("build", 6)],
      days: [],
      inTurn: null,
    };
    const { planId } = value(await executeUseCase(studio.coach, "plans.create", plan, clock));
    target = { clientId, sessionId, gymId: studio.gymId, planId };
    value(await executeUseCase(studio.coach, "sessions.send", { sessionId }, clock));
    const view = await openFloor(scope, sessionId);
    await record(scope, sessionId, [doneIn(view, 0)]);
    planner = await openPlanner();
    return planner.end;
  });

  it("find what they look for by an index", async () => {
    const names = Object.keys(USE_CASES) as ApiName[];
    const order = [...names.filter((name) => !ENDS.includes(name)), ...ENDS];
    const faults: string[] = [];
    let explained = 0;
    for (const name of order) {
      if (ABOUT_ALL.has(name) && name !== "studio.close") continue;
      const useCase = USE_CASES[name as "viewer.show"];
      const scope: Scope = useCase.roles.includes("coach") ? studio.coach : studio.clients[0].scope;
      const asked = await queriesDuring(() => useCase.run(scope, inputFor(name, target) as never, clock));
      if (ABOUT_ALL.has(name)) continue;
      for (const statement of asked) {
        const nodes = await planner.nodesOf(scope, statement);
        explained += nodes.length > 0 ? 1 : 0;
        for (const fault of nodes.flatMap((node) => planFault(node) ?? []))
          faults.push(`${name}: ${fault}: ${statement.text.replace(/\s+/g, " ").slice(0, 160)}`);
      }
    }
    expect(explained).toBeGreaterThan(200);
    expect([...new Set(faults)]).toEqual([]);
  });
});
