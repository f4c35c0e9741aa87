/** Reads and writes of one scope. Every function takes the transaction that `inStudio` opened. */
import { and, asc, count, desc, eq, gte, inArray, lt, lte, ne, sql } from "drizzle-orm";
import type { Transaction } from ".";
import {
  bodyMasses,
  clients,
  exposures,
  floorEvents,
  gyms,
  liftMarks,
  members,
  ownExercises,
  planDays,
  plans,
  sessions,
  shownDocuments,
  studios,
} from "./schema";

export type ClientRow = typeof clients.$inferSelect;
export type SessionRow = typeof sessions.$inferSelect;
export type GymRow = typeof gyms.$inferSelect;
export type MarkRow = typeof liftMarks.$inferSelect;
export type EventRow = typeof floorEvents.$inferSelect;
export type ExposureRow = typeof exposures.$inferSelect;

export async function studioRow(tx: Transaction) {
  const [row] = await tx.select().from(studios).limit(1);
  return row ?? null;
}

export const clientRows = (tx: Transaction) => tx.select().from(clients).orderBy(asc(clients.name)).limit(500);

export async function clientRow(tx: Transaction, id: string): Promise<ClientRow | null> {
  const [row] = await tx.select().from(clients).where(eq(clients.id, id)).limit(1);
  return row ?? null;
}

export async function insertClient(tx: Transaction, row: typeof clients.$inferInsert): Promise<void> {
  await tx.insert(clients).values(row);
}

export async function updateClient(
  tx: Transaction,
  id: string,
  change: Partial<typeof clients.$inferInsert>,
): Promise<void> {
  await tx.update(clients).set(change).where(eq(clients.id, id));
}

/** Erases a person: the client's rows and, by cascade, all that hangs on them. Returns their accounts' ids. */
export async function deleteClient(tx: Transaction, id: string): Promise<string[]> {
  const accounts = await tx.select({ userId: members.userId }).from(members).where(eq(members.clientId, id));
  await tx.delete(clients).where(eq(clients.id, id));
  return accounts.map((row) => row.userId);
}

export async function memberCountOfClient(tx: Transaction, clientId: string): Promise<number> {
  const [row] = await tx.select({ n: count() }).from(members).where(eq(members.clientId, clientId));
  return row?.n ?? 0;
}

export async function putBodyMass(tx: Transaction, row: typeof bodyMasses.$inferInsert): Promise<void> {
  await tx
    .insert(bodyMasses)
    .values(row)
    .onConflictDoUpdate({
      target: [bodyMasses.studioId, bodyMasses.clientId, bodyMasses.date],
      set: { amount: row.amount, unit: row.unit },
    });
}

export const bodyMassRows = (tx: Transaction, clientId: string) =>
  tx.select().from(bodyMasses).where(eq(bodyMasses.clientId, clientId)).orderBy(desc(bodyMasses.date)).limit(60);

/** The last weighing on or before a date. */
export async function bodyMassOn(tx: Transaction, clientId: string, date: string) {
  const [row] = await tx
    .select()
    .from(bodyMasses)
    .where(and(eq(bodyMasses.clientId, clientId), lte(bodyMasses.date, date)))
    .orderBy(desc(bodyMasses.date))
    .limit(1);
  return row ?? null;
}

/** The default first. */
export const gymRows = (tx: Transaction) =>
  tx.select().from(gyms).orderBy(desc(gyms.isDefault), asc(gyms.createdAt)).limit(60);

export async function gymRow(tx: Transaction, id: string): Promise<GymRow | null> {
  const [row] = await tx.select().from(gyms).where(eq(gyms.id, id)).limit(1);
  return row ?? null;
}

export async function updateGym(tx: Transaction, id: string, change: Partial<typeof gyms.$inferInsert>): Promise<void> {
  await tx.update(gyms).set(change).where(eq(gyms.id, id));
}

export async function makeDefaultGym(tx: Transaction, id: string): Promise<void> {
  await tx.update(gyms).set({ isDefault: false }).where(eq(gyms.isDefault, true));
  await tx.update(gyms).set({ isDefault: true }).where(eq(gyms.id, id));
}

/** Sessions and clients that name a gym. */
export async function usesOfGym(tx: Transaction, id: string): Promise<number> {
  const [inSessions] = await tx.select({ n: count() }).from(sessions).where(eq(sessions.gymId, id));
  const [byClients] = await tx.select({ n: count() }).from(clients).where(eq(clients.gymId, id));
  return (inSessions?.n ?? 0) + (byClients?.n ?? 0);
}

export async function deleteGym(tx: Transaction, id: string): Promise<void> {
  await tx.delete(gyms).where(eq(gyms.id, id));
}

export const markRows = (tx: Transaction, clientId: string, until: string): Promise<MarkRow[]> =>
  tx
    .select()
    .from(liftMarks)
    .where(and(eq(liftMarks.clientId, clientId), lte(liftMarks.date, until)))
    .orderBy(asc(liftMarks.date), asc(liftMarks.createdAt))
    .limit(500);

export async function insertMark(tx: Transaction, row: typeof liftMarks.$inferInsert): Promise<void> {
  await tx.insert(liftMarks).values(row);
}

export async function deleteMark(tx: Transaction, clientId: string, id: string): Promise<boolean> {
  const gone = await tx
    .delete(liftMarks)
    .where(and(eq(liftMarks.clientId, clientId), eq(liftMarks.id, id)))
    .returning({ id: liftMarks.id });
  return gone.length === 1;
}

export const ownExerciseRows = (tx: Transaction) =>
  tx.select().from(ownExercises).orderBy(asc(ownExercises.createdAt)).limit(500);

export async function putOwnExercise(tx: Transaction, row: typeof ownExercises.$inferInsert): Promise<void> {
  await tx
    .insert(ownExercises)
    .values(row)
    .onConflictDoUpdate({ target: [ownExercises.studioId, ownExercises.id], set: { definition: row.definition } });
}

export async function updateStudioSettings(tx: Transaction, studioId: string, settings: unknown): Promise<void> {
  await tx.update(studios).set({ settings }).where(eq(studios.id, studioId));
}

export async function insertGym(tx: Transaction, row: typeof gyms.$inferInsert): Promise<void> {
  await tx.insert(gyms).values(row);
}

export async function insertPlan(
  tx: Transaction,
  row: typeof plans.$inferInsert,
  days: (typeof planDays.$inferInsert)[],
): Promise<void> {
  await tx.insert(plans).values(row);
  await tx.insert(planDays).values(days);
}

export async function insertSession(tx: Transaction, row: typeof sessions.$inferInsert): Promise<void> {
  await tx.insert(sessions).values(row);
}

export async function sessionRow(tx: Transaction, id: string, lock = false): Promise<SessionRow | null> {
  const query = tx.select().from(sessions).where(eq(sessions.id, id)).limit(1);
  const [row] = await (lock ? query.for("update") : query);
  return row ?? null;
}

export const sessionRowsOf = (tx: Transaction, ids: readonly string[]): Promise<SessionRow[]> =>
  ids.length === 0
    ? Promise.resolve([])
    : tx
        .select()
        .from(sessions)
        .where(inArray(sessions.id, [...ids]))
        .orderBy(asc(sessions.date), asc(sessions.id))
        .limit(200);

export async function updateSession(
  tx: Transaction,
  id: string,
  change: Partial<typeof sessions.$inferInsert>,
): Promise<void> {
  await tx.update(sessions).set(change).where(eq(sessions.id, id));
}

/** Saves only over the revision that was read; says whether it did. */
export async function saveSession(
  tx: Transaction,
  id: string,
  revision: number,
  change: Partial<typeof sessions.$inferInsert>,
): Promise<boolean> {
  const saved = await tx
    .update(sessions)
    .set({ ...change, revision: revision + 1 })
    .where(and(eq(sessions.id, id), eq(sessions.revision, revision)))
    .returning({ id: sessions.id });
  return saved.length === 1;
}

export async function deleteSession(tx: Transaction, id: string): Promise<void> {
  await tx.delete(sessions).where(eq(sessions.id, id));
}

const lineColumns = {
  id: sessions.id,
  clientId: sessions.clientId,
  date: sessions.date,
  title: sessions.title,
  state: sessions.state,
  summary: sessions.summary,
};

/** Session lines of some clients in a span of dates, oldest first. */
export const sessionLines = (tx: Transaction, clientIds: readonly string[], from: string, to: string) =>
  clientIds.length === 0
    ? Promise.resolve([])
    : tx
        .select(lineColumns)
        .from(sessions)
        .where(and(inArray(sessions.clientId, [...clientIds]), gte(sessions.date, from), lte(sessions.date, to)))
        .orderBy(asc(sessions.date), asc(sessions.id))
        .limit(2000);

/** The other sessions of the week, for its running count of hard sets. */
export const otherSessions = (tx: Transaction, clientId: string, sessionId: string, from: string, to: string) =>
  tx
    .select()
    .from(sessions)
    .where(
      and(eq(sessions.clientId, clientId), ne(sessions.id, sessionId), gte(sessions.date, from), lt(sessions.date, to)),
    )
    .limit(60);

/** The date of the first session that a client has done. */
export async function firstDone(tx: Transaction, clientId: string): Promise<string | null> {
  const [row] = await tx
    .select({ date: sessions.date })
    .from(sessions)
    .where(and(eq(sessions.clientId, clientId), eq(sessions.state, "done")))
    .orderBy(asc(sessions.date))
    .limit(1);
  return row?.date ?? null;
}

/** The last exposures of each lift of a client up to a date, oldest first; at most `most` a lift. */
export async function exposureRows(
  tx: Transaction,
  clientId: string,
  before: string,
  most: number,
): Promise<ExposureRow[]> {
  const ranked = tx
    .select({
      studioId: exposures.studioId,
      clientId: exposures.clientId,
      lineage: exposures.lineage,
      date: exposures.date,
      sessionId: exposures.sessionId,
      exerciseId: exposures.exerciseId,
      exposure: exposures.exposure,
      place:
        sql<number>`row_number() over (partition by ${exposures.lineage} order by ${exposures.date} desc, ${exposures.sessionId} desc)`.as(
          "place",
        ),
    })
    .from(exposures)
    .where(and(eq(exposures.clientId, clientId), lte(exposures.date, before)))
    .as("ranked");
  return tx.select().from(ranked).where(lte(ranked.place, most)).orderBy(asc(ranked.date), asc(ranked.sessionId));
}

export async function replaceExposures(
  tx: Transaction,
  sessionId: string,
  rows: (typeof exposures.$inferInsert)[],
): Promise<void> {
  await tx.delete(exposures).where(eq(exposures.sessionId, sessionId));
  if (rows.length > 0) await tx.insert(exposures).values(rows);
}

export async function putShown(tx: Transaction, row: typeof shownDocuments.$inferInsert): Promise<void> {
  await tx.insert(shownDocuments).values(row).onConflictDoNothing();
}

export async function shownRow(tx: Transaction, sessionId: string, hash: string) {
  const [row] = await tx
    .select()
    .from(shownDocuments)
    .where(and(eq(shownDocuments.sessionId, sessionId), eq(shownDocuments.hash, hash)))
    .limit(1);
  return row ?? null;
}

export const eventRows = (tx: Transaction, sessionId: string): Promise<EventRow[]> =>
  tx
    .select()
    .from(floorEvents)
    .where(eq(floorEvents.sessionId, sessionId))
    .orderBy(asc(floorEvents.sequence))
    .limit(5000);

/** Stores an event once. The same id with the same content is a repeat; with other content it is refused. */
export async function putEvent(
  tx: Transaction,
  row: Omit<typeof floorEvents.$inferInsert, "sequence">,
): Promise<"stored" | "repeat" | "differs"> {
  const stored = await tx.insert(floorEvents).values(row).onConflictDoNothing().returning({ id: floorEvents.id });
  if (stored.length === 1) return "stored";
  const [known] = await tx
    .select({ contentHash: floorEvents.contentHash })
    .from(floorEvents)
    .where(eq(floorEvents.id, row.id))
    .limit(1);
  return known?.contentHash === row.contentHash ? "repeat" : "differs";
}

/** The draft nearest to a date from there on, or the last session done. */
export async function latestLine(tx: Transaction, state: "draft" | "done", today: string) {
  const isDraft = state === "draft";
  const [row] = await tx
    .select(lineColumns)
    .from(sessions)
    .where(isDraft ? and(eq(sessions.state, "draft"), gte(sessions.date, today)) : eq(sessions.state, "done"))
    .orderBy(isDraft ? asc(sessions.date) : desc(sessions.date), desc(sessions.id))
    .limit(1);
  return row ?? null;
}
