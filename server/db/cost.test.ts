/** What a page asks must not grow with the log: every query of a page finds its rows by an index, in a large studio. */
import { sql } from "drizzle-orm";
import { beforeAll, describe, expect, it } from "vitest";
import { hasDatabase, makeStudio, prepareDatabase, type TestStudio } from "../testing/studio";
import { asOwner, inStudio, newId, type Scope } from ".";
import { calendarsBetween } from "./planned";
import * as db from "./queries";
import { sentCopy } from "./sent-copies";
import { type PlanNode, planFault, planNodes } from "./testing/plan-faults";

/** Tables that grow with every day trained. */
const HOT = [
  "sessions",
  "exposures",
  "floor_events",
  "shown_documents",
  "week_sums",
  "lift_summaries",
  "session_edits",
];

const CLIENTS = 40;
const DAYS = 250;
const LIFTS = 5;
/** Sets in each exposure: with the others above, 200,000 sets. */
const SETS = 4;

describe.runIf(hasDatabase)("a studio with 200,000 sets", () => {
  let studio: TestStudio;
  const clientIds: string[] = [];

  beforeAll(async () => {
    await prepareDatabase();
    studio = await makeStudio("Heather");
    const { studioId } = studio.coach;
    for (let i = 0; i < CLIENTS; i++) clientIds.push(newId());
    await asOwner(async (tx) => {
      await tx.execute(sql`
        insert into clients (studio_id, id, name, training_age)
        select ${studioId}::uuid, c, 'Client ' || c, 'intermediate' from unnest(${sql.param(clientIds)}::uuid[]) as c`);
      await tx.execute(sql`
        insert into sessions (studio_id, id, client_id, date, state, document, summary, projection_version)
        select ${studioId}::uuid, gen_random_uuid(), c, date '2024-01-01' + 3 * d, 'done',
          '{"title":"Day","gymId":null}', '{"sets":20}', 1
        from unnest(${sql.param(clientIds)}::uuid[]) as c, generate_series(1, ${DAYS}) as d`);
      await tx.execute(sql`
        insert into exposures (studio_id, client_id, lineage, date, session_id, slot_id, exercise_id, exposure)
        select s.studio_id, s.client_id, 'lift-' || ((l + extract(doy from s.date)::int) % 15), s.date, s.id, 'slot-' || l,
          'deadlift', jsonb_build_object('sets', (select jsonb_agg(jsonb_build_object('reps', 5)) from generate_series(1, ${SETS})))
        from sessions s, generate_series(1, ${LIFTS}) as l where s.studio_id = ${studioId}::uuid and s.state = 'done'`);
      await tx.execute(sql`
        insert into shown_documents (studio_id, session_id, client_id, hash, content)
        select studio_id, id, client_id, 'h', '{}' from sessions where studio_id = ${studioId}::uuid and state = 'done'`);
      await tx.execute(sql`
        insert into floor_events (studio_id, id, session_id, client_id, at_ms, shown_hash, version, body, content_hash)
        select s.studio_id, gen_random_uuid(), s.id, s.client_id, 0, 'h', 2, '{"kind":"started"}', ''
        from sessions s, generate_series(1, 4) where s.studio_id = ${studioId}::uuid and s.state = 'done'`);
      await tx.execute(sql`
        insert into session_edits (studio_id, session_id, client_id, revision, member_id, edits, inverse)
        select studio_id, id, client_id, r, gen_random_uuid(), '[]', '[]'
        from sessions, generate_series(1, 3) as r where studio_id = ${studioId}::uuid and state = 'done'`);
      await tx.execute(sql`
        insert into week_sums (studio_id, client_id, monday, sums)
        select ${studioId}::uuid, c, date '2024-01-01' + 7 * w, '{}'
        from unnest(${sql.param(clientIds)}::uuid[]) as c, generate_series(1, 120) as w`);
      await tx.execute(sql`
        insert into lift_summaries (studio_id, client_id, lineage, exercise_id, last_date, summary)
        select ${studioId}::uuid, c, 'lift-' || l, 'deadlift', date '2026-01-01', '{}'
        from unnest(${sql.param(clientIds)}::uuid[]) as c, generate_series(0, 66) as l`);
      for (const table of [...HOT, "clients"]) await tx.execute(sql`analyze ${sql.identifier(table)}`);
    });
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
    expect(rows[0]!.n).toBe(CLIENTS * DAYS * LIFTS * SETS);
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
