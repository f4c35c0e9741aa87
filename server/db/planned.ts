/** Plans and sessions of clients between two dates, in one statement. Takes the transaction that `inStudio` opened. */
import { sql } from "drizzle-orm";
import { EMPTY_DOCUMENT } from "../../core";
import type { ClientCalendar, SessionRowOutline } from "../../views";
import type { Transaction } from ".";
import { clients, plans, type StoredOutline, sentCopies, sessions } from "./schema";

interface Found extends Record<string, unknown> {
  readonly client_id: string;
  readonly time_zone: string | null;
  readonly plans: readonly (StoredOutline & { readonly id: string })[];
  readonly rows: readonly (Omit<SessionRowOutline, "title"> & { readonly title: string | null })[];
}

const sessionLine = sql`
  jsonb_build_object('id', s.id, 'date', s.date, 'title', s.title, 'state', s.state,
    -- Without what was done for each muscle, which is most of it.
    'summary', s.summary - '{hardSets,muscles,coverage,balance,hardTechniques,note,reps,partialReps,volumeLoadKg}'::text[],
    'isEmpty', s.state = 'draft' and jsonb_array_length(s.document -> 'blocks') = 0
      and coalesce(s.document -> 'finisher', 'null') = 'null', 'isImported', s.import_id is not null, 'planId', s.plan_id, 'dayId', s.plan_day_id, 'week', s.plan_week,
    'copy', (select case when c.seen_at is null then 'sent' else 'seen' end from ${sentCopies} as c
      where c.studio_id = s.studio_id and c.session_id = s.id order by c.sent_at desc, c.id desc limit 1))`;

/**
 * For each client the plans that reach into a span of dates, and the sessions that are rows: those on its dates, and those of
 * the plans' weeks in it, wherever they were moved to. The clients that are named, or all of the scope.
 */
export async function calendarsBetween(
  tx: Transaction,
  clientIds: readonly string[] | null,
  from: string,
  to: string,
): Promise<ClientCalendar[]> {
  if (clientIds?.length === 0) return [];
  const whose = clientIds === null ? sql`true` : sql`who.id = any(${sql.param([...clientIds])}::uuid[])`;
  const { rows } = await tx.execute<Found>(sql`
    select who.id as client_id, who.time_zone,
      (select coalesce(jsonb_agg(p.outline || jsonb_build_object('id', p.id) order by p.created_at, p.id), '[]') from ${plans} as p
        where p.studio_id = who.studio_id and p.client_id = who.id
          and (p.outline ->> 'startDate')::date <= ${to}::date + 6) as plans,
      (select coalesce(jsonb_agg(${sessionLine} order by s.date, s.id), '[]') from (
          select on_date.id from ${sessions} as on_date
          where on_date.studio_id = who.studio_id and on_date.client_id = who.id and on_date.date between ${from} and ${to}
          union
          -- Plan by plan, each by its index: the offset keeps that from being joined with all sessions of the studio.
          select of_plan.id from ${plans} as p cross join lateral (
            select in_week.id from ${sessions} as in_week
            where in_week.studio_id = p.studio_id and in_week.plan_id = p.id
              and in_week.plan_week between (${from}::date - (p.outline ->> 'startDate')::date) / 7
                and (${to}::date - (p.outline ->> 'startDate')::date) / 7
            offset 0
          ) as of_plan
          where p.studio_id = who.studio_id and p.client_id = who.id
        ) as found
        -- One by one by their key, whatever the planner makes of how many there are.
        cross join lateral (
          select * from ${sessions} as one where one.studio_id = who.studio_id and one.id = found.id offset 0
        ) as s) as rows
    from ${clients} as who where ${whose}`);
  return rows.map(({ client_id, time_zone, plans: found, rows: lines }) => ({
    clientId: client_id,
    timeZone: time_zone,
    plans: found.map((plan) => ({
      ...plan,
      days: plan.days.map(({ title, ...day }) => ({ ...day, base: { ...EMPTY_DOCUMENT, title: title ?? "" } })),
    })),
    rows: lines.map((line) => ({ ...line, title: line.title ?? "" })),
  }));
}
