/** Short words between a client and their coaches. */
import { messagesFor } from "../context/messages";
import type { Transaction } from "../db";
import * as db from "../db/queries";
import { enqueueHooks } from "../db/webhooks";
import { answerIn, defineUseCase, notFound, ok, refused } from "./kit";

export const listMessages = defineUseCase("messages.list", ["coach", "client"], (scope, about, { nowMs }) =>
  answerIn(scope, async (tx) => {
    if (!(await isInScope(tx, about))) return notFound;
    return ok({ messages: await messagesFor(tx, scope, about, nowMs) });
  }),
);

export const writeMessage = defineUseCase(
  "messages.write",
  ["coach", "client"],
  (scope, { id, text, ...about }, { nowMs }) =>
    answerIn(scope, async (tx) => {
      if (!(await isInScope(tx, about))) return notFound;
      if (text.trim() === "") return refused("text", "Write something first.");
      const { studioId, memberId, name, role } = scope;
      const sentAt = new Date(nowMs);
      const isNew = await db.putMessage(tx, {
        studioId,
        id,
        ...about,
        memberId,
        name,
        writtenBy: role,
        text: text.trim(),
        sentAt,
      });
      if (isNew && role === "client") await enqueueHooks(tx, "message", { messageId: id, ...about });
      if (about.sessionId !== null)
        await db.tellSession(tx, { studioId, clientId: about.clientId, id: about.sessionId });
      return ok({ messages: await messagesFor(tx, scope, about, nowMs) });
    }),
);

/** Whether the client is in scope, and the session is theirs. */
async function isInScope(tx: Transaction, { clientId, sessionId }: db.MessagesAbout): Promise<boolean> {
  if (!(await db.clientRow(tx, clientId))) return false;
  return sessionId === null || (await db.sessionRow(tx, sessionId))?.clientId === clientId;
}
