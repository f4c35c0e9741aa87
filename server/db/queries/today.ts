/** What the coach's day reads of all clients at once. Every function takes the transaction that `inStudio` opened. */
import { and, asc, desc, eq, gte, inArray, isNull, sql } from "drizzle-orm";
import type { EmailProblem } from "../../../views";
import type { Transaction } from "..";
import { exposures, floorEvents, members, messages, sentCopies, sessionEdits, sessions, weekSums } from "../schema";

/** Every lift trained since a day, oldest first: of some clients, or of all. */
export const exposuresSince = (tx: Transaction, since: string, clientIds: readonly string[] | null) =>
  tx
    .select({
      clientId: exposures.clientId,
      lineage: exposures.lineage,
      exerciseId: exposures.exerciseId,
      exposure: exposures.exposure,
    })
    .from(exposures)
    .where(
      and(gte(exposures.date, since), clientIds === null ? undefined : inArray(exposures.clientId, [...clientIds])),
    )
    .orderBy(asc(exposures.date), asc(exposures.sessionId), asc(exposures.slotId));

/** What clients wrote and no coach has seen, oldest first. */
export const unseenMessages = (tx: Transaction) =>
  tx
    .select({ id: messages.id, clientId: messages.clientId, sessionId: messages.sessionId, text: messages.text })
    .from(messages)
    .where(and(eq(messages.writtenBy, "client"), isNull(messages.seenAt)))
    .orderBy(asc(messages.sentAt), asc(messages.id));

/** Clients with an account, and those who were sent a session since an instant. */
export async function clientsSentTo(tx: Transaction, since: Date): Promise<ReadonlySet<string>> {
  const withAccount = await tx.selectDistinct({ id: members.clientId }).from(members).where(eq(members.role, "client"));
  const sent = await tx
    .selectDistinct({ id: sentCopies.clientId })
    .from(sentCopies)
    .where(gte(sentCopies.sentAt, since));
  return new Set([...withAccount, ...sent].flatMap(({ id }) => (id === null ? [] : [id])));
}

/** Of some sessions those that were changed after their newest copy was sent, with when that was. */
export async function changedSinceSent(
  tx: Transaction,
  sessionIds: readonly string[],
): Promise<ReadonlyMap<string, string>> {
  if (sessionIds.length === 0) return new Map();
  const { rows } = await tx.execute<{ id: string; sentAt: string }>(sql`
    select newest.session_id as id, newest.sent_at::text as "sentAt" from (
      select distinct on (session_id) studio_id, session_id, sent_at, content ->> 'date' as date from ${sentCopies}
      where ${inArray(sentCopies.sessionId, [...sessionIds])} order by session_id, sent_at desc, id desc
    ) as newest join ${sessions} as s on s.studio_id = newest.studio_id and s.id = newest.session_id
    where s.date::text <> newest.date or exists (select from ${sessionEdits} as e
      where e.studio_id = newest.studio_id and e.session_id = newest.session_id and e.created_at > newest.sent_at)`);
  return new Map(rows.map(({ id, sentAt }) => [id, sentAt]));
}

/** Of some sessions the newest copy and why its email did not go, where it did not. */
export async function unsentEmailsOf(
  tx: Transaction,
  sessionIds: readonly string[],
): Promise<ReadonlyMap<string, { readonly copyId: string; readonly problem: EmailProblem }>> {
  if (sessionIds.length === 0) return new Map();
  const { id: copyId, sessionId, emailProblem: problem } = sentCopies;
  const newest = await tx
    .selectDistinctOn([sessionId], { sessionId, copyId, problem })
    .from(sentCopies)
    .where(inArray(sessionId, [...sessionIds]))
    .orderBy(asc(sessionId), desc(sentCopies.sentAt), desc(copyId));
  return new Map(
    newest.flatMap((copy) =>
      copy.problem === null ? [] : [[copy.sessionId, { copyId: copy.copyId, problem: copy.problem }] as const],
    ),
  );
}

/** What clients did by week, from a Monday on: of some clients, or of all. */
export const weekSumsSince = (tx: Transaction, monday: string, clientIds: readonly string[] | null) =>
  tx
    .select({ clientId: weekSums.clientId, monday: weekSums.monday, sums: weekSums.sums })
    .from(weekSums)
    .where(
      and(gte(weekSums.monday, monday), clientIds === null ? undefined : inArray(weekSums.clientId, [...clientIds])),
    )
    .orderBy(asc(weekSums.monday));

/** When each of some sessions began, by its first entry; of a log that came in from elsewhere nobody knows the hour. */
export async function startsOf(tx: Transaction, sessionIds: readonly string[]): Promise<ReadonlyMap<string, number>> {
  if (sessionIds.length === 0) return new Map();
  const rows = await tx
    .select({ id: floorEvents.sessionId, atMs: sql<string>`min(${floorEvents.atMs})` })
    .from(floorEvents)
    .innerJoin(
      sessions,
      and(
        eq(sessions.studioId, floorEvents.studioId),
        eq(sessions.id, floorEvents.sessionId),
        isNull(sessions.importId),
      ),
    )
    .where(inArray(floorEvents.sessionId, [...sessionIds]))
    .groupBy(floorEvents.sessionId);
  return new Map(rows.map(({ id, atMs }) => [id, Number(atMs)]));
}
