/** What clients were sent, of one scope. Every function takes the transaction that `inStudio` opened. */
import { and, asc, desc, eq, gt, isNotNull, isNull, lt, sql } from "drizzle-orm";
import type { Transaction } from ".";
import { clients, members, sentCopies, sessionLinks } from "./schema";

export type SentContent = (typeof sentCopies.$inferSelect)["content"];

export async function insertSentCopy(tx: Transaction, row: typeof sentCopies.$inferInsert): Promise<void> {
  await tx.insert(sentCopies).values(row);
}

/** The copy that is in force: the newest. */
export async function sentCopy(tx: Transaction, sessionId: string) {
  const [row] = await tx
    .select()
    .from(sentCopies)
    .where(eq(sentCopies.sessionId, sessionId))
    .orderBy(desc(sentCopies.sentAt), desc(sentCopies.id))
    .limit(1);
  return row ?? null;
}

/** The newest copy that the client has looked at, of those sent before one; null: they saw none. */
export async function seenCopyBefore(tx: Transaction, sessionId: string, sentAt: Date) {
  const [row] = await tx
    .select()
    .from(sentCopies)
    .where(and(eq(sentCopies.sessionId, sessionId), lt(sentCopies.sentAt, sentAt), isNotNull(sentCopies.seenAt)))
    .orderBy(desc(sentCopies.sentAt), desc(sentCopies.id))
    .limit(1);
  return row ?? null;
}

export async function putEmailProblem(
  tx: Transaction,
  id: string,
  emailProblem: (typeof sentCopies.$inferSelect)["emailProblem"],
): Promise<void> {
  await tx.update(sentCopies).set({ emailProblem }).where(eq(sentCopies.id, id));
}

/** The link of a session, in place of one from before. */
export async function putSessionLink(tx: Transaction, row: typeof sessionLinks.$inferInsert): Promise<void> {
  await deleteSessionLink(tx, row.sessionId);
  await tx.insert(sessionLinks).values(row);
}

export async function deleteSessionLink(tx: Transaction, sessionId: string): Promise<boolean> {
  const gone = await tx
    .delete(sessionLinks)
    .where(eq(sessionLinks.sessionId, sessionId))
    .returning({ id: sessionLinks.sessionId });
  return gone.length > 0;
}

/** When the session's link ends; null: it has none that is good. */
export async function sessionLinkEnd(tx: Transaction, sessionId: string, now: Date): Promise<Date | null> {
  const [row] = await tx
    .select({ expiresAt: sessionLinks.expiresAt })
    .from(sessionLinks)
    .where(and(eq(sessionLinks.sessionId, sessionId), gt(sessionLinks.expiresAt, now)));
  return row?.expiresAt ?? null;
}

export async function markSeen(tx: Transaction, id: string, seenAt: Date): Promise<void> {
  await tx
    .update(sentCopies)
    .set({ seenAt })
    .where(and(eq(sentCopies.id, id), isNull(sentCopies.seenAt)));
}

/** Copies with whom they are for, or one client's, the newest first a page from one on. Without what they hold but its title and day. */
export const sentPage = (
  tx: Transaction,
  { after, clientId }: { readonly after: string | null; readonly clientId: string | null },
  most: number,
) =>
  tx
    .select({
      id: sentCopies.id,
      sessionId: sentCopies.sessionId,
      clientName: clients.name,
      title: sql<string>`coalesce(${sentCopies.content} -> 'document' ->> 'title', '')`,
      date: sql<string>`${sentCopies.content} ->> 'date'`,
      sentAt: sentCopies.sentAt,
      seenAt: sentCopies.seenAt,
      emailProblem: sentCopies.emailProblem,
      hasAccount: sql<boolean>`exists (select from ${members} where ${members.studioId} = ${sentCopies.studioId} and ${members.clientId} = ${sentCopies.clientId})`,
    })
    .from(sentCopies)
    .innerJoin(clients, and(eq(clients.studioId, sentCopies.studioId), eq(clients.id, sentCopies.clientId)))
    .where(
      and(
        clientId ? eq(sentCopies.clientId, clientId) : undefined,
        after
          ? sql`(${sentCopies.sentAt}, ${sentCopies.id}) < (select c.sent_at, c.id from sent_copies c where c.id = ${after})`
          : undefined,
      ),
    )
    .orderBy(desc(sentCopies.sentAt), desc(sentCopies.id))
    .limit(most);

/** One copy with the name of whom it is for, and the account they sign in with; null: none, or no account. */
export async function sentEmail(tx: Transaction, id: string) {
  const [row] = await tx
    .select({
      content: sentCopies.content,
      clientName: clients.name,
      userId: members.userId,
      sessionId: sentCopies.sessionId,
      clientId: sentCopies.clientId,
    })
    .from(sentCopies)
    .innerJoin(clients, and(eq(clients.studioId, sentCopies.studioId), eq(clients.id, sentCopies.clientId)))
    .leftJoin(members, and(eq(members.studioId, sentCopies.studioId), eq(members.clientId, sentCopies.clientId)))
    .where(eq(sentCopies.id, id))
    .orderBy(asc(members.id))
    .limit(1);
  return row ?? null;
}
