/** The studio: its settings, its coaches, whom it invited. Every function takes the transaction that `inStudio` opened. */
import { and, asc, eq, getTableColumns, gt, lte, or, sql } from "drizzle-orm";
import type { Region, Settings } from "../../../core";
import type { StudioMethods } from "../../../views";
import type { Transaction } from "..";
import { clients, invitations, members, studios } from "../schema";

/** The studio in scope; of a client who is elsewhere it is read with their time zone, so that today is theirs. */
export async function studioRow(tx: Transaction, lock = false) {
  const own = sql<string>`coalesce((select c.time_zone from clients c where c.id = yarvex_client()), ${studios.timeZone})`;
  const query = tx
    .select({ ...getTableColumns(studios), timeZone: own })
    .from(studios)
    .limit(1);
  const [row] = await (lock ? query.for("no key update") : query);
  return row ?? null;
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

/** Takes away earlier invitations of the same client, or to the same address, and those that ran out; their ids. */
export async function clearInvitations(tx: Transaction, email: string, clientId: string | null): Promise<string[]> {
  const gone = await tx
    .delete(invitations)
    .where(
      or(
        eq(invitations.email, email),
        clientId === null ? undefined : eq(invitations.clientId, clientId),
        lte(invitations.expiresAt, sql`now()`),
      ),
    )
    .returning({ id: invitations.id });
  return gone.map(({ id }) => id);
}

export const coachRows = (tx: Transaction) =>
  tx
    .select({ id: members.id, name: members.name, duty: members.duty })
    .from(members)
    .where(eq(members.role, "coach"))
    .orderBy(asc(members.name));

/** One who coaches here, held until the transaction ends; null: there is none of that id. */
export async function coachRow(tx: Transaction, id: string) {
  const [row] = await tx
    .select({ id: members.id, name: members.name, duty: members.duty, userId: members.userId })
    .from(members)
    .where(and(eq(members.id, id), eq(members.role, "coach")))
    .limit(1)
    .for("no key update");
  return row ?? null;
}

export async function putDuty(tx: Transaction, id: string, duty: (typeof members.$inferSelect)["duty"]): Promise<void> {
  await tx.update(members).set({ duty }).where(eq(members.id, id));
}

/** Who coaches here, held until the transaction ends, so that of two owners who go at once one stays. */
export const lockCoaches = (tx: Transaction) =>
  tx
    .select({ id: members.id, duty: members.duty, userId: members.userId })
    .from(members)
    .where(eq(members.role, "coach"))
    .orderBy(asc(members.id))
    .for("no key update");

/** Takes the studio away with everything in it; answers with the accounts that were let in by it. */
export async function closeStudio(tx: Transaction): Promise<string[]> {
  const { rows } = await tx.execute<{ user_id: string }>(sql`select user_id from yarvex_close_studio()`);
  return rows.map((row) => row.user_id);
}

/** Removes a coach from the studio; clients that were assigned to them are assigned to nobody afterwards. */
export async function deleteCoach(tx: Transaction, id: string): Promise<void> {
  await tx.update(clients).set({ coachId: null }).where(eq(clients.coachId, id));
  await tx.delete(members).where(eq(members.id, id));
}

/** Whose account a member signs in with. */
export async function userOfMember(tx: Transaction, memberId: string): Promise<string | null> {
  const [row] = await tx.select({ userId: members.userId }).from(members).where(eq(members.id, memberId)).limit(1);
  return row?.userId ?? null;
}

export async function insertMember(tx: Transaction, row: typeof members.$inferInsert): Promise<void> {
  await tx.insert(members).values(row);
}
