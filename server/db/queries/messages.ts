/** Short words between a client and their coaches. */
import { and, asc, desc, eq, isNull, ne } from "drizzle-orm";
import type { Transaction } from "..";
import { messages } from "../schema";

export type MessageRow = typeof messages.$inferInsert;

/** Whose messages, and about what. */
export interface MessagesAbout {
  readonly clientId: string;
  /** Null: whatever they are about. */
  readonly sessionId: string | null;
}

const isAbout = ({ clientId, sessionId }: MessagesAbout) =>
  and(eq(messages.clientId, clientId), sessionId === null ? undefined : eq(messages.sessionId, sessionId));

/** Keeps a message; one that was kept before stays as it is. */
/** Whether it is new: sent twice, it is kept once. */
export async function putMessage(tx: Transaction, row: MessageRow): Promise<boolean> {
  return (await tx.insert(messages).values(row).onConflictDoNothing().returning({ id: messages.id })).length > 0;
}

/** The last messages, the oldest first. */
export async function messageRows(tx: Transaction, about: MessagesAbout, most: number) {
  const rows = await tx
    .select({
      id: messages.id,
      sessionId: messages.sessionId,
      writtenBy: messages.writtenBy,
      name: messages.name,
      text: messages.text,
      sentAt: messages.sentAt,
      seenAt: messages.seenAt,
    })
    .from(messages)
    .where(isAbout(about))
    .orderBy(desc(messages.sentAt), desc(messages.id))
    .limit(most);
  return rows.reverse();
}

/** Marks what the other side wrote as seen, once. */
export async function markMessagesSeen(
  tx: Transaction,
  { clientId, sessionId, by }: MessagesAbout & { readonly by: "coach" | "client" },
  seenAt: Date,
): Promise<void> {
  await tx
    .update(messages)
    .set({ seenAt })
    .where(and(isAbout({ clientId, sessionId }), ne(messages.writtenBy, by), isNull(messages.seenAt)));
}

/** Every message between a client and their coaches, the oldest first. */
export const messagesOfClient = (tx: Transaction, clientId: string) =>
  tx
    .select({ sentAt: messages.sentAt, name: messages.name, text: messages.text })
    .from(messages)
    .where(eq(messages.clientId, clientId))
    .orderBy(asc(messages.sentAt), asc(messages.id));
