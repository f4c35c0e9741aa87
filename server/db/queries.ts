/** Reads and writes of one scope. Every function takes the transaction that `inStudio` opened. */
import {
  and,
  asc,
  count,
  desc,
  eq,
  getTableColumns,
  gt,
  gte,
  ilike,
  inArray,
  isNotNull,
  lt,
  lte,
  or,
  sql,
} from "drizzle-orm";
import type { PlanDocument, Region, SessionDocument, Settings } from "../../core";
import type { StudioMethods } from "../../views";
import { queryPrepared, type Transaction } from ".";
import {
  bodyMasses,
  clients,
  exposures,
  floorEvents,
  gyms,
  invitations,
  liftMarks,
  liftSummaries,
  members,
  ownExercises,
  plans,
  sessionEdits,
  sessions,
  shownDocuments,
  studios,
  unprojected,
  weekSums,
} from "./schema";

export type ClientRow = typeof clients.$inferSelect;
export type SessionRow = typeof sessions.$inferSelect;
export type GymRow = typeof gyms.$inferSelect;
export type MarkRow = typeof liftMarks.$inferSelect;
export type EventRow = typeof floorEvents.$inferSelect;
export type ExposureRow = typeof exposures.$inferSelect;
export type PlanRow = typeof plans.$inferSelect;
export type LiftSummaryRow = typeof liftSummaries.$inferSelect;

export async function studioRow(tx: Transaction, lock = false) {
  const query = tx.select().from(studios).limit(1);
  const [row] = await (lock ? query.for("no key update") : query);
  return row ?? null;
}

/** A place in a list by name, where its next page begins. */
export interface NamePlace {
  readonly name: string;
  readonly id: string;
}

/** Clients by name, a page from a place on. */
export const clientPage = (tx: Transaction, after: NamePlace | null, most: number): Promise<ClientRow[]> =>
  tx
    .select()
    .from(clients)
    .where(after ? sql`(${clients.name}, ${clients.id}) > (${after.name}, ${after.id})` : undefined)
    .orderBy(asc(clients.name), asc(clients.id))
    .limit(most);

export const clientNames = (tx: Transaction) =>
  tx.select({ id: clients.id, name: clients.name }).from(clients).orderBy(asc(clients.name), asc(clients.id));

/** `lock`: held until the transaction ends, so that what is changed is what was read. */
export async function clientRow(tx: Transaction, id: string, lock = false): Promise<ClientRow | null> {
  const query = tx.select().from(clients).where(eq(clients.id, id)).limit(1);
  const [row] = await (lock ? query.for("no key update") : query);
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

export async function gymRow(tx: Transaction, id: string, lock = false): Promise<GymRow | null> {
  const query = tx.select().from(gyms).where(eq(gyms.id, id)).limit(1);
  const [row] = await (lock ? query.for("no key update") : query);
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
    .orderBy(asc(liftMarks.date), asc(liftMarks.createdAt));

export async function insertMark(tx: Transaction, row: typeof liftMarks.$inferInsert): Promise<void> {
  await tx.insert(liftMarks).values(row);
}

export async function deleteMark(tx: Transaction, clientId: string, id: string): Promise<{ lineage: string } | null> {
  const [gone] = await tx
    .delete(liftMarks)
    .where(and(eq(liftMarks.clientId, clientId), eq(liftMarks.id, id)))
    .returning({ lineage: liftMarks.lineage });
  return gone ?? null;
}

export const ownExerciseRows = (tx: Transaction) => tx.select().from(ownExercises).orderBy(asc(ownExercises.createdAt));

export async function ownExerciseRow(tx: Transaction, id: string) {
  const [row] = await tx.select().from(ownExercises).where(eq(ownExercises.id, id)).limit(1).for("no key update");
  return row ?? null;
}

export async function putOwnExercise(tx: Transaction, row: typeof ownExercises.$inferInsert): Promise<void> {
  await tx
    .insert(ownExercises)
    .values(row)
    .onConflictDoUpdate({ target: [ownExercises.studioId, ownExercises.id], set: { definition: row.definition } });
}

/** Settings that are named change; the others stay, also those that somebody else changes at the same moment. */
export async function mergeSettings(tx: Transaction, studioId: string, part: Partial<Settings>): Promise<void> {
  await tx
    .update(studios)
    .set({ settings: sql`${studios.settings} || ${JSON.stringify(part)}::jsonb` })
    .where(eq(studios.id, studioId));
}

export async function putRegion(tx: Transaction, studioId: string, { timeZone, ...region }: Region): Promise<void> {
  await tx.update(studios).set({ timeZone, region }).where(eq(studios.id, studioId));
}

export async function putMethods(tx: Transaction, studioId: string, methods: StudioMethods): Promise<void> {
  await tx.update(studios).set({ methods }).where(eq(studios.id, studioId));
}

/** A rule of caution off with its reason, or on again (null); others that change at the same moment stay. False: no such client. */
export async function putQuiet(
  tx: Transaction,
  studioId: string,
  {
    rule,
    clientId,
    reason,
  }: { readonly rule: string; readonly clientId: string | null; readonly reason: string | null },
): Promise<boolean> {
  const changed = (column: typeof studios.quiet | typeof clients.quiet) =>
    reason === null
      ? sql`${column} - ${rule}::text`
      : sql`${column} || jsonb_build_object(${rule}::text, ${reason}::text)`;
  const rows =
    clientId === null
      ? await tx
          .update(studios)
          .set({ quiet: changed(studios.quiet) })
          .where(eq(studios.id, studioId))
          .returning({ id: studios.id })
      : await tx
          .update(clients)
          .set({ quiet: changed(clients.quiet) })
          .where(eq(clients.id, clientId))
          .returning({ id: clients.id });
  return rows.length === 1;
}

export async function putHidden(tx: Transaction, studioId: string, exerciseId: string, hidden: boolean): Promise<void> {
  const change = hidden
    ? sql`${studios.hiddenExercises} || jsonb_build_object(${exerciseId}::text, true)`
    : sql`${studios.hiddenExercises} - ${exerciseId}::text`;
  await tx.update(studios).set({ hiddenExercises: change }).where(eq(studios.id, studioId));
}

export async function putNamedLift(tx: Transaction, studioId: string, named: string, is: string): Promise<void> {
  await tx
    .update(studios)
    .set({ namedLifts: sql`${studios.namedLifts} || jsonb_build_object(${named}::text, ${is}::text)` })
    .where(eq(studios.id, studioId));
}

export async function insertInvitation(tx: Transaction, row: typeof invitations.$inferInsert): Promise<void> {
  await tx.insert(invitations).values(row);
}

export const openInvitations = (tx: Transaction) =>
  tx.select().from(invitations).where(gt(invitations.expiresAt, sql`now()`)).orderBy(asc(invitations.createdAt));

export async function deleteInvitation(tx: Transaction, id: string): Promise<boolean> {
  return (await tx.delete(invitations).where(eq(invitations.id, id)).returning({ id: invitations.id })).length === 1;
}

/** Earlier invitations of the same client, or to the same address, and those that ran out. */
export async function clearInvitations(tx: Transaction, email: string, clientId: string | null): Promise<void> {
  await tx
    .delete(invitations)
    .where(
      or(
        eq(invitations.email, email),
        clientId === null ? undefined : eq(invitations.clientId, clientId),
        lte(invitations.expiresAt, sql`now()`),
      ),
    );
}

export const coachRows = (tx: Transaction) =>
  tx
    .select({ id: members.id, name: members.name })
    .from(members)
    .where(eq(members.role, "coach"))
    .orderBy(asc(members.name));

/** Whose account a member signs in with. */
export async function userOfMember(tx: Transaction, memberId: string): Promise<string | null> {
  const [row] = await tx.select({ userId: members.userId }).from(members).where(eq(members.id, memberId)).limit(1);
  return row?.userId ?? null;
}

export async function insertMember(tx: Transaction, row: typeof members.$inferInsert): Promise<void> {
  await tx.insert(members).values(row);
}

export async function insertGym(tx: Transaction, row: typeof gyms.$inferInsert): Promise<void> {
  await tx.insert(gyms).values(row);
}

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

export async function savePlan(tx: Transaction, id: string, document: PlanDocument, revision: number): Promise<void> {
  await tx.update(plans).set({ document, revision }).where(eq(plans.id, id));
}

/** The sessions of a plan that are rows, with whether a copy of them was sent. */
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
      wasSent: sql<boolean>`exists (select from sent_copies as copy where copy.studio_id = sessions.studio_id and copy.session_id = sessions.id)`,
    })
    .from(sessions)
    .where(eq(sessions.planId, planId))
    .orderBy(asc(sessions.planWeek), asc(sessions.date));

export async function sessionOfPlan(tx: Transaction, planId: string, dayId: string, week: number) {
  const [row] = await tx
    .select({ id: sessions.id })
    .from(sessions)
    .where(and(eq(sessions.planId, planId), eq(sessions.planDayId, dayId), eq(sessions.planWeek, week)))
    .limit(1);
  return row ?? null;
}

export async function insertSession(tx: Transaction, row: typeof sessions.$inferInsert): Promise<void> {
  await tx.insert(sessions).values(row);
}

/**
 * How a session's row is held: to change it while events may still come in, to take it away, which waits for them, or to change
 * it where nobody else holds it; else it is as if it were not there.
 */
type RowLock = "toChange" | "toRemove" | "ifFree";

export async function sessionRow(tx: Transaction, id: string, lock: RowLock | null = null): Promise<SessionRow | null> {
  const query = tx.select().from(sessions).where(eq(sessions.id, id)).limit(1);
  const [row] = await (lock === null
    ? query
    : lock === "toRemove"
      ? query.for("update")
      : query.for("no key update", lock === "ifFree" ? { skipLocked: true } : {}));
  return row ?? null;
}

/**
 * Sessions and their partners', held until the transaction ends. They are locked in one order, so that two who change the same
 * ones wait for each other and never crosswise.
 */
export const lockSessions = async (tx: Transaction, ids: readonly string[]): Promise<SessionRow[]> => {
  if (ids.length === 0) return [];
  const pairs = tx
    .select({ pairId: sessions.pairId })
    .from(sessions)
    .where(and(inArray(sessions.id, [...ids]), isNotNull(sessions.pairId)));
  return tx
    .select()
    .from(sessions)
    .where(or(inArray(sessions.id, [...ids]), inArray(sessions.pairId, pairs)))
    .orderBy(asc(sessions.id))
    .for("no key update");
};

/** The sessions of partners. */
export const sessionsOfPair = (tx: Transaction, pairId: string): Promise<SessionRow[]> =>
  tx.select().from(sessions).where(eq(sessions.pairId, pairId)).orderBy(asc(sessions.id));

/** Sessions of every studio that have a log: all of them, or those whose projection is older than a version. For the owner. */
export const sessionsWithLogs = (tx: Transaction, olderThan: number | null, studioId: string | null) =>
  tx
    .select({ studioId: sessions.studioId, id: sessions.id })
    .from(sessions)
    .where(
      and(
        sql`exists (select from ${floorEvents} where ${floorEvents.studioId} = ${sessions.studioId} and ${floorEvents.sessionId} = ${sessions.id})`,
        olderThan === null
          ? undefined
          : sql`(${sessions.projectionVersion} < ${olderThan} or exists (select from ${unprojected} where ${unprojected.studioId} = ${sessions.studioId} and ${unprojected.sessionId} = ${sessions.id}))`,
        studioId === null ? undefined : eq(sessions.studioId, studioId),
      ),
    )
    .orderBy(asc(sessions.studioId), asc(sessions.date), asc(sessions.id));

export const sessionRowsOf = (tx: Transaction, ids: readonly string[]): Promise<SessionRow[]> =>
  ids.length === 0
    ? Promise.resolve([])
    : tx
        .select()
        .from(sessions)
        .where(inArray(sessions.id, [...ids]))
        .orderBy(asc(sessions.date), asc(sessions.id));

/** What a session's document is written with: by `context/saving.ts` alone. */
type Written = "document" | "draftText" | "revision" | "planned";

export async function updateSession(
  tx: Transaction,
  id: string,
  change: Omit<Partial<typeof sessions.$inferInsert>, Written>,
): Promise<void> {
  await tx.update(sessions).set(change).where(eq(sessions.id, id));
}

/** A session's document at its next revision, with the edits that led to it. For `context/saving.ts` alone. */
export async function writeSession(
  tx: Transaction,
  change: Required<Pick<typeof sessions.$inferInsert, Written>>,
  by: Omit<typeof sessionEdits.$inferInsert, "revision">,
): Promise<void> {
  await tx.update(sessions).set(change).where(eq(sessions.id, by.sessionId));
  await tx.insert(sessionEdits).values({ ...by, revision: change.revision! });
}

/** What was changed since a revision, the earliest first. */
export const editsSince = (tx: Transaction, sessionId: string, revision: number) =>
  tx
    .select({ edits: sessionEdits.edits, inverse: sessionEdits.inverse, by: members.name })
    .from(sessionEdits)
    .leftJoin(members, eq(members.id, sessionEdits.memberId))
    .where(and(eq(sessionEdits.sessionId, sessionId), gt(sessionEdits.revision, revision)))
    .orderBy(asc(sessionEdits.revision));

export async function deleteSession(tx: Transaction, id: string): Promise<void> {
  await tx.delete(sessions).where(eq(sessions.id, id));
}

/** The sessions of a client in a span of dates as their week counts them: sums, no documents. */
export const countedSessions = (tx: Transaction, clientId: string, from: string, to: string) =>
  tx
    .select({
      id: sessions.id,
      date: sessions.date,
      state: sessions.state,
      summary: sessions.summary,
      planned: sessions.planned,
      /** Of a plan, or sent: it is meant to be trained. */
      isMeant: sql<boolean>`${sessions.planId} is not null or exists (select from sent_copies as copy where copy.studio_id = sessions.studio_id and copy.session_id = sessions.id)`,
    })
    .from(sessions)
    .where(and(eq(sessions.clientId, clientId), gte(sessions.date, from), lt(sessions.date, to)))
    .orderBy(asc(sessions.date), asc(sessions.id));

/** Drafts for a gym in a span of dates, a page from a place on; a session that names no gym is for its client's. */
export const draftsInGym = (
  tx: Transaction,
  gym: { readonly id: string; readonly isDefault: boolean },
  from: string,
  to: string,
  after: { readonly date: string; readonly id: string } | null,
  most: number,
): Promise<SessionRow[]> => {
  const isFor = gym.isDefault
    ? sql`coalesce(${sessions.gymId}, ${clients.gymId}, ${gym.id}) = ${gym.id}`
    : sql`coalesce(${sessions.gymId}, ${clients.gymId}) = ${gym.id}`;
  return tx
    .select(getTableColumns(sessions))
    .from(sessions)
    .innerJoin(clients, and(eq(clients.studioId, sessions.studioId), eq(clients.id, sessions.clientId)))
    .where(
      and(
        eq(sessions.state, "draft"),
        gte(sessions.date, from),
        lte(sessions.date, to),
        isFor,
        after ? sql`(${sessions.date}, ${sessions.id}) > (${after.date}, ${after.id})` : undefined,
      ),
    )
    .orderBy(asc(sessions.date), asc(sessions.id))
    .limit(most);
};

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

/** Every document that a session was shown in. */
export const shownRows = (tx: Transaction, sessionId: string) =>
  tx
    .select({ hash: shownDocuments.hash, content: shownDocuments.content })
    .from(shownDocuments)
    .where(eq(shownDocuments.sessionId, sessionId));

export const eventRows = (tx: Transaction, sessionId: string): Promise<EventRow[]> =>
  tx.select().from(floorEvents).where(eq(floorEvents.sessionId, sessionId)).orderBy(asc(floorEvents.sequence));

export interface EventToStore {
  readonly id: string;
  readonly atMs: number;
  readonly shownHash: string;
  readonly version: number;
  readonly clocks: (typeof floorEvents.$inferSelect)["clocks"];
  readonly body: (typeof floorEvents.$inferSelect)["body"];
  readonly contentHash: string;
}

export interface EventsStored extends Record<string, unknown> {
  readonly client_id: string | null;
  readonly state: SessionRow["state"] | null;
  /** Hashes of the documents that the session was shown in; events of others were left aside. */
  readonly shown: readonly string[];
  readonly added: readonly string[];
}

const STORE_EVENTS = `
with place as (
  select client_id, state from sessions where studio_id = $1 and id = $2
), known as (
  select hash from shown_documents where studio_id = $1 and session_id = $2
), sent as (
  select * from json_to_recordset($3::json) as e(
    place int, id uuid, at_ms bigint, shown_hash text, version int, clocks jsonb, body jsonb, content_hash text)
), added as (
  insert into floor_events
    (studio_id, id, session_id, client_id, at_ms, shown_hash, version, clocks, body, content_hash, recorded_at)
  select $1, sent.id, $2, place.client_id, at_ms, shown_hash, version, clocks, body, content_hash, $4
  from sent, place where shown_hash in (select hash from known) order by sent.place
  on conflict do nothing returning id
), mark as (
  insert into unprojected (studio_id, session_id, client_id)
  select $1, $2, client_id from place where exists (select from added)
)
select (select client_id from place) as client_id, (select state from place) as state,
  array(select hash from known) as shown, array(select id from added) as added`;

/**
 * Stores events in their order, each once, and marks their session as behind: one statement. Events of a document that was
 * never shown, and those that are there already, are left aside.
 */
export async function storeEvents(
  tx: Transaction,
  studioId: string,
  sessionId: string,
  rows: readonly EventToStore[],
  recordedAt: Date,
): Promise<EventsStored> {
  const sent = rows.map(({ id, atMs, shownHash, version, clocks, body, contentHash }, place) => ({
    place,
    id,
    at_ms: atMs,
    shown_hash: shownHash,
    version,
    clocks,
    body,
    content_hash: contentHash,
  }));
  const values = [studioId, sessionId, JSON.stringify(sent), recordedAt];
  const [answer] = await queryPrepared<EventsStored>(tx, "store_events", STORE_EVENTS, values);
  return answer!;
}

/** The content hashes of events that are there. */
export async function contentHashes(tx: Transaction, ids: readonly string[]): Promise<ReadonlyMap<string, string>> {
  if (ids.length === 0) return new Map();
  const rows = await tx
    .select({ id: floorEvents.id, contentHash: floorEvents.contentHash })
    .from(floorEvents)
    .where(inArray(floorEvents.id, [...ids]));
  return new Map(rows.map(({ id, contentHash }) => [id, contentHash]));
}

/** Which of these events are in a session's log. */
export async function eventsAmong(tx: Transaction, sessionId: string, ids: readonly string[]): Promise<string[]> {
  if (ids.length === 0) return [];
  const rows = await tx
    .select({ id: floorEvents.id })
    .from(floorEvents)
    .where(and(eq(floorEvents.sessionId, sessionId), inArray(floorEvents.id, [...ids])));
  return rows.map(({ id }) => id);
}

export async function hasEvents(tx: Transaction, sessionId: string): Promise<boolean> {
  const rows = await tx
    .select({ id: floorEvents.id })
    .from(floorEvents)
    .where(eq(floorEvents.sessionId, sessionId))
    .limit(1);
  return rows.length > 0;
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

/** A client's sessions with lifts in them before one of theirs, the latest first. */
export const sessionsBefore = (
  tx: Transaction,
  { id, clientId, date }: { readonly id: string; readonly clientId: string; readonly date: string },
  most: number,
) =>
  tx
    .select({ id: sessions.id, date: sessions.date, state: sessions.state, document: sessions.document })
    .from(sessions)
    .where(
      and(
        eq(sessions.clientId, clientId),
        sql`(${sessions.date}, ${sessions.id}) < (${date}, ${id})`,
        sql`jsonb_array_length(${sessions.document} -> 'blocks') > 0`,
      ),
    )
    .orderBy(desc(sessions.date), desc(sessions.id))
    .limit(most);

/** Sessions whose title or client has each searched word, those nearest to a day first. */
export const sessionsLike = (tx: Transaction, search: string, today: string, most: number) => {
  const said = sql`${sessions.title} || ' ' || ${clients.name}`;
  const words = search.split(/\s+/).filter(Boolean);
  return tx
    .select({
      sessionId: sessions.id,
      clientName: clients.name,
      title: sessions.title,
      date: sessions.date,
      state: sessions.state,
    })
    .from(sessions)
    .innerJoin(clients, and(eq(clients.studioId, sessions.studioId), eq(clients.id, sessions.clientId)))
    .where(and(...words.map((word) => ilike(said, likePattern(word)))))
    .orderBy(sql`abs(${sessions.date} - ${today}::date)`, desc(sessions.date), asc(sessions.id))
    .limit(most);
};

/** A pattern of what holds a text, whatever signs are in it. */
export const likePattern = (text: string): string => `%${text.replace(/[\\%_]/g, "\\$&")}%`;

/** The session that was done last. */
export async function lastDone(tx: Transaction): Promise<string | null> {
  const [row] = await tx
    .select({ id: sessions.id })
    .from(sessions)
    .where(eq(sessions.state, "done"))
    .orderBy(desc(sessions.date), desc(sessions.id))
    .limit(1);
  return row?.id ?? null;
}
