/** What a client gets of a session: a frozen copy, draft → sent → seen. */
import { computeSteps, inPieces, type Output, readShown, type SentCopy } from "../../contract";
import { loadSession } from "../context/session";
import { showSession } from "../context/showing";
import { newId, type Scope, type Transaction } from "../db";
import * as db from "../db/queries";
import { answerIn, defineUseCase, notFound, type Outcome, ok, refused } from "./kit";

const copyOf = (row: NonNullable<Awaited<ReturnType<typeof db.sentCopy>>>): SentCopy => ({
  sessionId: row.sessionId,
  hash: row.hash,
  content: readShown(row.content),
  sentAtMs: row.sentAt.getTime(),
  seenAtMs: row.seenAt?.getTime() ?? null,
});

/** Sends the session as it stands now; a copy that was sent before stays what it was. */
export const sendSession = defineUseCase("sessions.send", ["coach"], (scope, { sessionId }, { nowMs }) =>
  answerIn(scope, (tx) => sendCopy(tx, scope, sessionId, nowMs)),
);

export async function sendCopy(
  tx: Transaction,
  { studioId }: Scope,
  sessionId: string,
  nowMs: number,
): Promise<Outcome<Output<"sessions.send">>> {
  const loaded = await loadSession(tx, sessionId, nowMs);
  if (!loaded) return notFound;
  const { row, document, context } = loaded;
  if (document.blocks.length === 0 && !document.finisher)
    return refused("document", "This session has no blocks yet: there is nothing to send.");
  const { content, hash } = showSession(context, await inPieces(computeSteps(document, context)));
  await db.insertSentCopy(tx, { studioId, id: newId(), sessionId, clientId: row.clientId, hash, content });
  return ok({ copy: copyOf((await db.sentCopy(tx, sessionId))!) });
}

/** The copy in force. That the client has looked at it is noted. */
export const showSent = defineUseCase("sent.show", ["coach", "client"], (scope, { sessionId }) =>
  answerIn(scope, async (tx) => {
    const row = await db.sentCopy(tx, sessionId);
    if (!row) return notFound;
    if (scope.role === "client") await db.markSeen(tx, row.id);
    return ok({ copy: copyOf((await db.sentCopy(tx, sessionId))!) });
  }),
);
