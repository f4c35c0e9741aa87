/** What a client gets of a session: a frozen copy, draft → sent → seen. */
import { computeSteps, inPieces, type Letter, letterOf, type Output, readShown, type SentLine } from "../../contract";
import { loadSession } from "../context/session";
import { showSession } from "../context/showing";
import { inStudio, newId, type Scope, type Transaction, withAccounts } from "../db";
import { accountOf } from "../db/accounts";
import * as db from "../db/queries";
import { insertSentCopy, sentLetter, sentPage } from "../db/sent-copies";
import { logFault } from "../log";
import { sendMail } from "../mail";
import { answerIn, defineUseCase, notFound, type Outcome, ok, refused } from "./kit";

/** Sends the session as it stands now, by letter where the client has an account; a copy that was sent before stays what it was. */
export const sendSession = defineUseCase("sessions.send", ["coach"], async (scope, { sessionId }, { nowMs }) => {
  const outcome = await answerIn(scope, (tx) => sendCopy(tx, scope, { sessionId, nowMs }));
  if (outcome.kind !== "ok") return outcome;
  const sent = await letterTo(scope, outcome.value.copyId);
  if (sent?.userId) {
    const account = await withAccounts((tx) => accountOf(tx, sent.userId!));
    // What was sent is sent: a letter that cannot be written is read in the outbox all the same.
    try {
      if (account) sendMail({ to: account.email, ...sent.letter });
    } catch (error) {
      logFault("writing a letter", error);
    }
  }
  return outcome;
});

/** The letter of a copy, with whom it is for; null: there is no such copy. */
async function letterTo(scope: Scope, copyId: string) {
  return inStudio(scope, async (tx) => {
    const row = await sentLetter(tx, copyId);
    const studio = row && (await db.studioRow(tx));
    if (!row || !studio) return null;
    const link = `${process.env.YARVEX_URL ?? ""}/floor?s=${row.sessionId}`;
    const letter: Letter = letterOf(readShown(row.content), {
      client: row.clientName,
      studio: studio.name,
      link,
    });
    return { letter, to: row.clientName, userId: row.userId };
  });
}

const PAGE = 40;

/** What was sent, the newest first: the outbox. */
export const listSent = defineUseCase("outbox.list", ["coach"], (scope, { after, clientId }) =>
  answerIn(scope, async (tx) => {
    const rows = await sentPage(tx, { after, clientId }, PAGE + 1);
    const letters = rows.slice(0, PAGE).map(
      ({ id, sentAt, seenAt, ...line }): SentLine => ({
        ...line,
        copyId: id,
        sentAtMs: sentAt.getTime(),
        seenAtMs: seenAt?.getTime() ?? null,
      }),
    );
    return ok({ letters, next: rows.length > PAGE ? letters.at(-1)!.copyId : null });
  }),
);

export const showLetter = defineUseCase("outbox.letter", ["coach"], async (scope, { copyId }) => {
  const sent = await letterTo(scope, copyId);
  return sent ? ok({ letter: sent.letter, to: sent.to, hasAccount: sent.userId !== null }) : notFound;
});

/** `seenAtMs`: of a history that is written afterwards, when the client looked. */
export async function sendCopy(
  tx: Transaction,
  { studioId }: Scope,
  { sessionId, nowMs, seenAtMs }: { readonly sessionId: string; readonly nowMs: number; readonly seenAtMs?: number },
): Promise<Outcome<Output<"sessions.send">>> {
  const loaded = await loadSession(tx, sessionId, nowMs);
  if (!loaded) return notFound;
  const { row, document, context } = loaded;
  if (document.blocks.length === 0 && !document.finisher)
    return refused("document", "This session has no blocks yet: there is nothing to send.");
  const { content, hash } = showSession(context, await inPieces(computeSteps(document, context)));
  const copyId = newId();
  const when = { sentAt: new Date(nowMs), seenAt: seenAtMs === undefined ? null : new Date(seenAtMs) };
  await insertSentCopy(tx, { studioId, id: copyId, sessionId, clientId: row.clientId, hash, content, ...when });
  return ok({ copyId });
}
