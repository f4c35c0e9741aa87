/** What was written between a client and their coaches, as it is shown. */
import type { Message } from "../../views";
import type { Scope, Transaction } from "../db";
import * as db from "../db/queries";

/** The last so many of a session, or of a client. */
const MOST = 30;

/** The last messages between client and coaches, as they are shown, and whether any of the other side's is still to be marked as seen. */
export async function readMessages(
  tx: Transaction,
  { role }: Pick<Scope, "role">,
  about: db.MessagesAbout,
): Promise<{ readonly messages: readonly Message[]; readonly areNew: boolean }> {
  const rows = await db.messageRows(tx, about, MOST);
  const messages = rows.map(({ sentAt, seenAt, ...row }) => ({
    ...row,
    sentAtMs: sentAt.getTime(),
    seenAtMs: seenAt?.getTime() ?? null,
  }));
  return { messages, areNew: rows.some(({ writtenBy, seenAt }) => writtenBy !== role && seenAt === null) };
}

/** The last messages between client and coaches, as they are shown; those of the other side are marked as seen. */
export async function messagesFor(
  tx: Transaction,
  scope: Pick<Scope, "role">,
  about: db.MessagesAbout,
  nowMs: number,
): Promise<readonly Message[]> {
  const { messages, areNew } = await readMessages(tx, scope, about);
  if (areNew) await markSeen(tx, scope, about, nowMs);
  return messages;
}

/** Marks the other side's messages as seen. */
export const markSeen = (
  tx: Transaction,
  { role }: Pick<Scope, "role">,
  about: db.MessagesAbout,
  nowMs: number,
): Promise<void> => db.markMessagesSeen(tx, { ...about, by: role }, new Date(nowMs));
