/** Plans, and their sessions that are rows. Every function takes the transaction that `inStudio` opened. */
import { and, asc, eq, inArray, sql } from "drizzle-orm";
import type { PlanDocument, SessionDocument } from "../../../core";
import type { Transaction } from "..";
import { plans, sessions } from "../schema";

export type PlanRow = typeof plans.$inferSelect;

export async function insertPlan(tx: Transaction, row: typeof plans.$inferInsert): Promise<void> {
  await tx.insert(plans).values(row);
}

export async function planRow(tx: Transaction, id: string, lock = false): Promise<PlanRow | null> {
  const query = tx.select().from(plans).where(eq(plans.id, id)).limit(1);
  const [row] = await (lock ? query.for("update") : query);
  return row ?? null;
}

export const plansOfClient = (tx: Transaction, clientId: string): Promise<PlanRow[]> =>
  tx.select().from(plans).where(eq(plans.clientId, clientId)).orderBy(asc(plans.createdAt), asc(plans.id));

/** The plans with these ids. */
export const plansAmong = (tx: Transaction, ids: readonly string[]): Promise<PlanRow[]> =>
  ids.length === 0
    ? Promise.resolve([])
    : tx
        .select()
        .from(plans)
        .where(inArray(plans.id, [...ids]));

export async function savePlan(tx: Transaction, id: string, document: PlanDocument, revision: number): Promise<void> {
  await tx.update(plans).set({ document, revision }).where(eq(plans.id, id));
}

/** The sessions of a plan that are rows, with how far the newest copy that was sent has come; null: none was. */
export const sessionsOfPlan = (tx: Transaction, planId: string) =>
  tx
    .select({
      id: sessions.id,
      dayId: sessions.planDayId,
      week: sessions.planWeek,
      state: sessions.state,
      date: sessions.date,
      summary: sessions.summary,
      /** Of drafts alone. */
      document: sql<SessionDocument | null>`case when sessions.state = 'draft' then sessions.document end`,
      // Named in full: in a selection from one table columns stand without its name.
      copy: sql<
        "sent" | "seen" | null
      >`(select case when copy.seen_at is null then 'sent' else 'seen' end from sent_copies as copy
        where copy.studio_id = sessions.studio_id and copy.session_id = sessions.id order by copy.sent_at desc, copy.id desc limit 1)`,
    })
    .from(sessions)
    .where(eq(sessions.planId, planId))
    .orderBy(asc(sessions.planWeek), asc(sessions.date));

export async function sessionOfPlan(tx: Transaction, planId: string, dayId: string, week: number) {
  const [row] = await tx
    .select({ id: sessions.id, date: sessions.date })
    .from(sessions)
    .where(and(eq(sessions.planId, planId), eq(sessions.planDayId, dayId), eq(sessions.planWeek, week)))
    .limit(1);
  return row ?? null;
}
