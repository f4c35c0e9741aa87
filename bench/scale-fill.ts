/**
 * Fills a database with many studios. The demo's clients train for eight weeks through the same use cases and the same
 * projection as everywhere; what that left is copied, table by table, to every client of every studio and to every eight weeks
 * before, with ids and days of their own.
 */
import type pg from "pg";
import { clientOf } from "../tools/postgres";

/** The instant that everything is measured at: a Wednesday at noon. */
export const NOW = { nowMs: Date.parse("2026-12-02T11:00:00Z") };
const THIS_MONDAY = "2026-11-30";
const WEEKS_A_COPY = 8;

export interface Sizes {
  /** Studios, the large one and the small one among them. */
  readonly studios: number;
  readonly clientsOfLarge: number;
  readonly clientsOfSmall: number;
  readonly years: number;
}

/** Fills an empty database. The large studio and the small one have a coach each, who can sign in. */
export async function fillStudios(ownerUrl: string, sizes: Sizes): Promise<void> {
  const { seedDemo } = await import("../server/seed/demo");
  const { makeStudio } = await import("../server/testing/studio");
  await seedDemo(NOW.nowMs);
  const [large, small] = [await makeStudio("Large"), await makeStudio("Small")];
  const owner = clientOf(ownerUrl);
  await owner.connect();
  try {
    await copyEverywhere(owner, large.coach.studioId, small.coach.studioId, sizes);
  } finally {
    await owner.end();
  }
}

/** The same id for the same words, in the form of any other. */
const idOf = (words: string): string => `overlay(overlay(md5(${words}) placing '7' from 13) placing '8' from 17)::uuid`;

async function copyEverywhere(owner: pg.Client, largeId: string, smallId: string, sizes: Sizes): Promise<void> {
  const { studios, clientsOfLarge, clientsOfSmall, years } = sizes;
  const copies = Math.max(1, Math.round((52 * years) / WEEKS_A_COPY));
  // The rows are copies of rows that hold: their keys are not looked up once more.
  await owner.query("set session_replication_role = replica");
  await owner.query(
    `
    insert into studios (id, name, time_zone, region)
    select ${idOf("'studio' || n")}, 'Studio ' || n, s.time_zone, s.region
    from generate_series(3, $1::int) as n, studios as s where s.id = $2`,
    [studios, smallId],
  );
  await owner.query(`
    create temp table pattern as
    select c.studio_id, c.id, row_number() over (order by c.name) - 1 as place from clients as c
    join studios as s on s.id = c.studio_id where s.is_demo`);
  await owner.query(
    `
    create temp table target as
    select t.studio_id, ${idOf("t.studio_id || ':' || t.n")} as id, t.n, p.id as pattern_id, p.studio_id as pattern_studio
    from (
      select $1::uuid as studio_id, n from generate_series(1, $3::int) as n
      union all select $2::uuid, n from generate_series(1, $4::int) as n
      union all select ${idOf("'studio' || k")}, 1 from generate_series(3, $5::int) as k
    ) as t join pattern as p on p.place = t.n % (select count(*) from pattern)`,
    [largeId, smallId, clientsOfLarge, clientsOfSmall, studios],
  );
  await owner.query("analyze target; analyze pattern");
  await owner.query(`
    insert into gyms (studio_id, id, name, equipment, is_default, created_at)
    select distinct t.studio_id, ${idOf("t.studio_id || ':' || g.id")}, g.name, g.equipment, false, g.created_at
    from target as t join gyms as g on g.studio_id = t.pattern_studio and g.client_id is null`);
  for (const [table, changed] of Object.entries(copiedTables(copies))) await copyRows(owner, table, changed);
  await owner.query("set session_replication_role = origin");
  await owner.query("delete from studios where is_demo");
  await owner.query("vacuum analyze");
}

interface Copied {
  /** SQL for the columns whose value differs in the copy; the other columns are copied as they are. */
  readonly columns: Readonly<Record<string, string>>;
  /** The number of copies of each row; each copy is dated eight weeks before the previous one. */
  readonly copies: number;
  /** SQL condition for copying a row `r` for the k-th time; left out: always. */
  readonly where?: string;
}

/** SQL for the id that a copy of a session gets; `column` holds the id of the original. */
const session = (column: string): string => idOf(`t.id || ':' || r.${column} || ':' || k`);
const BEFORE = `k * ${7 * WEEKS_A_COPY}`;
const AGO = `make_interval(days => ${BEFORE})`;
const gymOf = (column: string): string => idOf(`t.studio_id || ':' || (${column})`);
const own = (what: string): string => idOf(`t.id || ':' || ${what}`);

/** How each table is copied; a table that others refer to comes before them. */
const copiedTables = (copies: number): Readonly<Record<string, Copied>> => {
  // Only sessions that are done are copied into the past; drafts exist once, in the present.
  const isDone = "(k = 0 or r.state = 'done')";
  const ofDone = `(k = 0 or exists (select from sessions as s where s.studio_id = r.studio_id and s.id = r.session_id and s.state = 'done'))`;
  return {
    clients: {
      copies: 1,
      columns: { id: "t.id", name: "r.name || ' ' || t.n", gym_id: gymOf("r.gym_id") },
      where: "r.id = t.pattern_id",
    },
    body_masses: { copies: 1, columns: {} },
    lift_marks: { copies: 1, columns: { id: own("r.id") } },
    plans: { copies: 1, columns: { id: own("r.id") } },
    sessions: {
      copies,
      columns: {
        id: session("id"),
        plan_id: `case when k = 0 then ${own("r.plan_id")} end`,
        plan_day_id: "case when k = 0 then r.plan_day_id end",
        plan_week: "case when k = 0 then r.plan_week end",
        date: `r.date - ${BEFORE}`,
        document: `case when r.document ->> 'gymId' is null then r.document else jsonb_set(r.document, '{gymId}', to_jsonb(${gymOf("r.document ->> 'gymId'")}::text)) end`,
        created_at: `r.created_at - ${AGO}`,
      },
      where: isDone,
    },
    session_edits: { copies: 1, columns: { session_id: session("session_id") } },
    sent_copies: { copies: 1, columns: { id: own("r.id"), session_id: session("session_id") } },
    shown_documents: {
      copies,
      columns: {
        session_id: session("session_id"),
        content: `jsonb_set(r.content, '{date}', to_jsonb(((r.content ->> 'date')::date - ${BEFORE})::text))`,
      },
      where: ofDone,
    },
    floor_events: {
      copies,
      columns: {
        id: own("r.id || ':' || k"),
        session_id: session("session_id"),
        sequence: "nextval(pg_get_serial_sequence('floor_events', 'sequence'))",
        at_ms: `r.at_ms - ${BEFORE}::bigint * 86400000`,
        recorded_at: `r.recorded_at - ${AGO}`,
      },
      where: ofDone,
    },
    exposures: {
      copies,
      columns: {
        session_id: session("session_id"),
        date: `r.date - ${BEFORE}`,
        exposure: `jsonb_set(r.exposure, '{date}', to_jsonb((r.date - ${BEFORE})::text))`,
      },
    },
    lift_summaries: { copies: 1, columns: {} },
    week_sums: { copies, columns: { monday: `r.monday - ${BEFORE}` }, where: `(k = 0 or r.monday < '${THIS_MONDAY}')` },
    messages: {
      copies: 1,
      columns: { id: own("r.id"), session_id: `case when r.session_id is not null then ${session("session_id")} end` },
    },
  };
};

async function copyRows(owner: pg.Client, table: string, { columns, copies, where = "true" }: Copied): Promise<void> {
  const found = await owner.query<{ name: string }>(
    "select attname as name from pg_attribute where attrelid = $1::regclass and attnum > 0 and not attisdropped and attgenerated = ''",
    [table],
  );
  const names = found.rows.map(({ name }) => name);
  const copyOf = (name: string): string =>
    columns[name] ?? (name === "studio_id" ? "t.studio_id" : name === "client_id" ? "t.id" : `r."${name}"`);
  const whose = names.includes("client_id") ? "r.client_id = t.pattern_id" : "true";
  const began = performance.now();
  const { rowCount } = await owner.query(
    `insert into ${table} (${names.map((name) => `"${name}"`).join()}) select ${names.map(copyOf).join()}
     from target as t join ${table} as r on r.studio_id = t.pattern_studio and ${whose}, generate_series(0, ${copies - 1}) as k
     where ${where}`,
  );
  console.log(
    `  ${table.padEnd(18)} ${String(rowCount).padStart(9)} rows   ${((performance.now() - began) / 1000).toFixed(0)} s`,
  );
}
