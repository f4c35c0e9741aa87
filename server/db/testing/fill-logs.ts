/** Rows as a log of years leaves them, so many that the planner knows a large table when it sees one. */
import { sql } from "drizzle-orm";
import { asOwner, newId } from "..";

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

export const LIFTS = 5;
/** Sets in each exposure. */
export const SETS = 4;

/** Gives a studio so many clients more, with a session on so many days each, and has the tables analysed; the clients' ids. */
export async function fillLogs(
  studioId: string,
  { clients, days }: { readonly clients: number; readonly days: number },
): Promise<string[]> {
  const clientIds = Array.from({ length: clients }, newId);
  await asOwner(async (tx) => {
    await tx.execute(sql`
      insert into clients (studio_id, id, name, training_age)
      select ${studioId}::uuid, c, 'Client ' || c, 'intermediate' from unnest(${sql.param(clientIds)}::uuid[]) as c`);
    await tx.execute(sql`
      insert into sessions (studio_id, id, client_id, date, state, document, summary, projection_version)
      select ${studioId}::uuid, gen_random_uuid(), c, date '2024-01-01' + 3 * d, 'done',
        '{"title":"Day","gymId":null}', '{"sets":20}', 1
      from unnest(${sql.param(clientIds)}::uuid[]) as c, generate_series(1, ${days}) as d`);
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
  return clientIds;
}
