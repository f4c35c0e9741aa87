/** What is derived from the logs: exposures, summaries of lifts, sums of weeks. Every function takes the transaction that `inStudio` opened. */
import { and, asc, desc, eq, gte, inArray, lt, lte, sql } from "drizzle-orm";
import type { Transaction } from "..";
import { exposures, liftSummaries, unprojected, weekSums } from "../schema";

type ExposureRow = typeof exposures.$inferSelect;
export type LiftSummaryRow = typeof liftSummaries.$inferSelect;

/** The record of some lifts of a client up to a date: the last exposures of each, oldest first. */
export async function exposureRows(
  tx: Transaction,
  clientId: string,
  lineages: readonly string[],
  until: string,
  most: number,
): Promise<ExposureRow[]> {
  if (lineages.length === 0) return [];
  const asked = sql`unnest(${sql.param([...new Set(lineages)])}::text[]) as asked(lineage)`;
  const last = tx
    .select()
    .from(exposures)
    .where(and(eq(exposures.clientId, clientId), sql`${exposures.lineage} = asked.lineage`, lte(exposures.date, until)))
    .orderBy(desc(exposures.date), desc(exposures.sessionId), desc(exposures.slotId))
    .limit(most);
  const { rows } = await tx.execute<Record<string, unknown>>(
    sql`select last.* from ${asked} cross join lateral (${last}) as last order by last.date, last.session_id, last.slot_id`,
  );
  return rows.map((row) => ({
    studioId: row.studio_id,
    clientId: row.client_id,
    lineage: row.lineage,
    date: row.date,
    sessionId: row.session_id,
    slotId: row.slot_id,
    exerciseId: row.exercise_id,
    exposure: row.exposure,
  })) as ExposureRow[];
}

/** The lineages that a session has exposures of. */
export const lineagesOfSession = async (tx: Transaction, sessionId: string): Promise<string[]> =>
  (
    await tx.selectDistinct({ lineage: exposures.lineage }).from(exposures).where(eq(exposures.sessionId, sessionId))
  ).map((row) => row.lineage);

/** Sessions in which a lift was trained under a lineage. */
export const sessionsOfLineage = async (tx: Transaction, lineage: string): Promise<string[]> =>
  (await tx.selectDistinct({ id: exposures.sessionId }).from(exposures).where(eq(exposures.lineage, lineage))).map(
    (row) => row.id,
  );

export async function replaceExposures(
  tx: Transaction,
  sessionId: string,
  rows: (typeof exposures.$inferInsert)[],
): Promise<void> {
  await tx.delete(exposures).where(eq(exposures.sessionId, sessionId));
  if (rows.length > 0) await tx.insert(exposures).values(rows);
}

export const liftSummaryRows = (tx: Transaction, clientId: string): Promise<LiftSummaryRow[]> =>
  tx.select().from(liftSummaries).where(eq(liftSummaries.clientId, clientId)).orderBy(asc(liftSummaries.lineage));

/** The lifts of some clients that were trained since a day. */
export const liftsTrainedSince = (
  tx: Transaction,
  clientIds: readonly string[],
  since: string,
): Promise<LiftSummaryRow[]> =>
  clientIds.length === 0
    ? Promise.resolve([])
    : tx
        .select()
        .from(liftSummaries)
        .where(and(inArray(liftSummaries.clientId, [...clientIds]), gte(liftSummaries.lastDate, since)));

export async function putLiftSummary(tx: Transaction, row: typeof liftSummaries.$inferInsert): Promise<void> {
  await tx
    .insert(liftSummaries)
    .values(row)
    .onConflictDoUpdate({
      target: [liftSummaries.studioId, liftSummaries.clientId, liftSummaries.lineage],
      set: { exerciseId: row.exerciseId, lastDate: row.lastDate, summary: row.summary },
    });
}

export async function deleteLiftSummary(tx: Transaction, clientId: string, lineage: string): Promise<void> {
  await tx.delete(liftSummaries).where(and(eq(liftSummaries.clientId, clientId), eq(liftSummaries.lineage, lineage)));
}

export const weekSumRows = (tx: Transaction, clientId: string, from: string, before: string) =>
  tx
    .select()
    .from(weekSums)
    .where(and(eq(weekSums.clientId, clientId), gte(weekSums.monday, from), lt(weekSums.monday, before)))
    .orderBy(asc(weekSums.monday));

/** The first week that a client trained in. */
export async function firstWeek(tx: Transaction, clientId: string): Promise<string | null> {
  const [row] = await tx
    .select({ monday: weekSums.monday })
    .from(weekSums)
    .where(eq(weekSums.clientId, clientId))
    .orderBy(asc(weekSums.monday))
    .limit(1);
  return row?.monday ?? null;
}

export async function putWeekSums(tx: Transaction, row: typeof weekSums.$inferInsert): Promise<void> {
  if (row.sums.sessions === 0) {
    await tx.delete(weekSums).where(and(eq(weekSums.clientId, row.clientId), eq(weekSums.monday, row.monday)));
    return;
  }
  await tx
    .insert(weekSums)
    .values(row)
    .onConflictDoUpdate({ target: [weekSums.studioId, weekSums.clientId, weekSums.monday], set: { sums: row.sums } });
}

export const unprojectedSessions = async (tx: Transaction): Promise<string[]> =>
  (await tx.selectDistinct({ id: unprojected.sessionId }).from(unprojected)).map(({ id }) => id);

/** Takes the marks off a session that can be seen now; whether there were any. */
export async function takeUnprojected(tx: Transaction, sessionId: string): Promise<boolean> {
  const gone = await tx
    .delete(unprojected)
    .where(eq(unprojected.sessionId, sessionId))
    .returning({ b: unprojected.batch });
  return gone.length > 0;
}
