/** What a page asks must not grow with the log: every query of a page finds its rows by an index, in a large studio. */
import { sql } from "drizzle-orm";
import { beforeAll, describe, expect, it } from "vitest";
import { hasDatabase, makeStudio, prepareDatabase, type TestStudio } from "../testing/studio";
import { asOwner, inStudio, newId, type Scope } from ".";
import { calendarsBetween } from "./planned";
import * as db from "./queries";
import { sentCopy } from "./sent-copies";
import { fillLogs, LIFTS, SETS } from "./testing/fill-logs";
import { type PlanNode, planFault, planNodes } from "./testing/plan-faults";

const SIZE = { clients: 40, days: 250 };

describe.runIf(hasDatabase)("a studio with 200,000 sets", () => {
  let studio: TestStudio;
  const clientIds: string[] = [];

  beforeAll(async () => {
    await prepareDatabase();
    studio = await makeStudio("Heather");
    clientIds.push(...(await fillLogs(studio.coach.studioId, SIZE)));
  });

  /** The plan of each statement that some work sends, as the role that it runs under. */
  async function plansOf(
    scope: Scope,
    work: (tx: Parameters<typeof db.studioRow>[0]) => Promise<unknown>,
  ): Promise<PlanNode[]> {
    const plans: PlanNode[] = [];
    await inStudio(scope, async (tx) => {
      await tx.execute(sql`select set_config('plan_cache_mode', 'force_custom_plan', true)`);
      const { session } = tx as unknown as { session: { prepareQuery: (...args: unknown[]) => unknown } };
      const prepare = session.prepareQuery.bind(session);
      const asked: { sql: string; params: unknown[] }[] = [];
      session.prepareQuery = (...args: unknown[]) => {
        asked.push(args[0] as (typeof asked)[number]);
        return prepare(...args);
      };
      await work(tx);
      session.prepareQuery = prepare as typeof session.prepareQuery;
      for (const { sql: text, params } of asked) {
        let index = 0;
        const inlined = text.replace(/\$\d+/g, () => literal(params[index++]));
        const { rows } = await tx.execute<{ "QUERY PLAN": { Plan: PlanNode }[] }>(
          sql.raw(`explain (format json) ${inlined}`),
        );
        plans.push(rows[0]!["QUERY PLAN"][0]!.Plan);
      }
    });
    return plans;
  }

  const literal = (value: unknown): string => {
    if (value === null) return "null";
    if (typeof value === "number") return String(value);
    if (Array.isArray(value)) return `'{${value.map((one) => JSON.stringify(String(one))).join(",")}}'`;
    return `'${String(value).replaceAll("'", "''")}'`;
  };

  const anySession = async () =>
    (await inStudio(studio.coach, (tx) => calendarsBetween(tx, [clientIds[0]!], "2025-01-01", "2025-02-01")))[0]!
      .rows[0]!.id;

  it("holds 200,000 sets", async () => {
    const { rows } = await asOwner((tx) =>
      tx.execute<{ n: number }>(
        sql`select sum(jsonb_array_length(exposure -> 'sets'))::int as n from exposures where studio_id = ${studio.coach.studioId}`,
      ),
    );
    expect(rows[0]!.n).toBe(SIZE.clients * SIZE.days * LIFTS * SETS);
  });

  it("no query of a page scans a table that grows", async () => {
    const client = clientIds[7]!;
    const session = await anySession();
    const from = "2025-06-01";
    const asked: [string, (tx: Parameters<typeof db.studioRow>[0]) => Promise<unknown>][] = [
      ["the record of some lifts", (tx) => db.exposureRows(tx, client, ["lift-1", "lift-2"], "2026-01-01", 26)],
      ["every lift in one line", (tx) => db.liftSummaryRows(tx, client)],
      ["a client's sessions", (tx) => calendarsBetween(tx, [client], from, "2025-09-01")],
      ["a page of the rack", (tx) => calendarsBetween(tx, clientIds, from, "2025-07-01")],
      ["the week around a session", (tx) => db.countedSessions(tx, client, from, "2025-06-22")],
      ["the weeks before", (tx) => db.weekSumRows(tx, client, from, "2025-08-01")],
      ["the first week", (tx) => db.firstWeek(tx, client)],
      ["one session", (tx) => db.sessionRow(tx, session)],
      ["its log", (tx) => db.eventRows(tx, session)],
      ["what was shown", (tx) => db.shownRows(tx, session)],
      ["its lineages", (tx) => db.lineagesOfSession(tx, session)],
      ["its changes", (tx) => db.editsSince(tx, session, 0)],
      ["its copy", (tx) => sentCopy(tx, session)],
      ["what waits, of everybody", (tx) => calendarsBetween(tx, null, "2026-11-24", "2026-12-06")],
      ["the last session done", (tx) => db.lastDone(tx)],
      [
        "what is planned for a gym",
        (tx) => db.draftsInGym(tx, { id: studio.gymId, isDefault: true }, "2026-11-24", "2026-12-06", null, 100),
      ],
      ["a plan's sessions", (tx) => db.sessionsOfPlan(tx, newId())],
    ];
    for (const [name, work] of asked) {
      const plans = await plansOf(studio.coach, work);
      expect(plans.length, name).toBeGreaterThan(0);
      expect(
        plans.flatMap(planNodes).flatMap((node) => planFault(node) ?? []),
        name,
      ).toEqual([]);
    }
  });

  it("the record of a lift is its last 26 exposures, oldest first", async () => {
    const rows = await inStudio(studio.coach, (tx) =>
      db.exposureRows(tx, clientIds[3]!, ["lift-4", "lift-9", "unheard-of"], "2025-12-31", 26),
    );
    const of = (lineage: string) => rows.filter((row) => row.lineage === lineage).map((row) => row.date);
    for (const lineage of ["lift-4", "lift-9"]) {
      expect(of(lineage)).toHaveLength(26);
      expect(of(lineage)).toEqual([...of(lineage)].sort());
      expect(of(lineage).at(-1)! <= "2025-12-31").toBe(true);
    }
    expect(of("unheard-of")).toEqual([]);
  });
});
