/** What was written between a client and their coaches, as it is shown. */
import type { Message } from "../../views";
import type { Scope, Transaction } from "../db";
import * as db from "../db/queries";

/** The last so many of a session, or of a client. */
const MOST = 30;

/** The last words, as they are shown; what the other side wrote is seen by that. */
export async function messagesFor(
  tx: Transaction,
  { role }: Pick<Scope, "role">,
  about: db.MessagesAbout,
  nowMs: number,
): Promise<readonly Message[]> {
  const rows = await db.messageRows(tx, about, MOST);
  const isNew = rows.some(({ writtenBy, seenAt }) => writtenBy !== role && seenAt === null);
  if (isNew) await db.markMessagesSeen(tx, { ...about, by: role }, new Date(nowMs));
  return rows.map(({ sentAt, seenAt, ...row }) => ({
    ...row,
    sentAtMs: sentAt.getTime(),
    seenAtMs: seenAt?.getTime() ?? null,
  }));
}
