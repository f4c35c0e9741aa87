/** What a client gets of a session: a frozen copy, draft → sent → seen. */
import { type Output, readShown, regionOf, runYielding } from "../../contract";
import { lastOf } from "../../core";
import { computeSteps, emailOf, type SentLine, type SessionEmail } from "../../views";
import { loadSession } from "../context/session";
import { showSession } from "../context/showing";
import { inStudio, newId, type Scope, type Transaction, withAccounts } from "../db";
import { accountOf } from "../db/accounts";
import * as db from "../db/queries";
import { insertSentCopy, putEmailProblem, sentCopy, sentEmail, sentPage } from "../db/sent-copies";
import { sendEmail } from "../email";
import { answerIn, defineUseCase, notFound, type Outcome, ok, readIn, refused } from "./kit";

/** Sends the session as it stands now, by email where the client has an account; a copy that was sent before stays what it was. */
export const sendSession = defineUseCase("sessions.send", ["coach"], async (scope, { sessionId }, { nowMs }) => {
  const outcome = await answerIn(scope, async (tx) => {
    const sent = await sendCopy(tx, scope, { sessionId, nowMs });
    return sent.kind === "ok" ? ok({ ...sent.value, mail: await emailOfCopy(tx, sent.value.copyId) }) : sent;
  });
  if (outcome.kind !== "ok") return outcome;
  const { copyId, isNew, mail } = outcome.value;
  if (!isNew) return ok({ copyId });
  if (mail?.userId) {
    const account = await withAccounts((tx) => accountOf(tx, mail.userId!));
    // What was sent is sent: an email that does not go is read in the outbox all the same, and what was wrong is said there.
    const problem = account
      ? await sendEmail({ to: account.email, ...mail.email, about: [scope.studioId, mail.clientId] })
      : null;
    if (problem) await inStudio(scope, (tx) => putEmailProblem(tx, copyId, problem));
  }
  return ok({ copyId });
});

/** The email of a copy, with whom it is for; null: there is no such copy. */
async function emailOfCopy(tx: Transaction, copyId: string) {
  const row = await sentEmail(tx, copyId);
  const studio = row && (await db.studioRow(tx));
  if (!row || !studio) return null;
  const link = `${process.env.YARVEX_URL ?? ""}/floor?s=${row.sessionId}`;
  const email: SessionEmail = emailOf(readShown(row.content), {
    client: row.clientName,
    studio: studio.name,
    region: regionOf(studio.timeZone, studio.region),
    link,
  });
  return { email, to: row.clientName, userId: row.userId, sessionId: row.sessionId, clientId: row.clientId };
}

const PAGE = 40;

async function lettersFrom(
  tx: Transaction,
  asked: { readonly after: string | null; readonly clientId: string | null },
) {
  const rows = await sentPage(tx, asked, PAGE + 1);
  const emails = rows.slice(0, PAGE).map(
    ({ id, sentAt, seenAt, ...line }): SentLine => ({
      ...line,
      copyId: id,
      sentAtMs: sentAt.getTime(),
      seenAtMs: seenAt?.getTime() ?? null,
    }),
  );
  return { emails, next: rows.length > PAGE ? lastOf(emails).copyId : null };
}

/** What was sent, the newest first. */
export const listSent = defineUseCase("outbox.list", ["coach"], (scope, asked) =>
  readIn(scope, async (tx) => ok(await lettersFrom(tx, asked))),
);

export const showOutbox = defineUseCase("outbox.show", ["coach"], (scope, { clientId, copyId: asked }) =>
  answerIn(scope, async (tx) => {
    const page = await lettersFrom(tx, { after: null, clientId });
    const copyId = asked ?? page.emails[0]?.copyId ?? null;
    const sent = copyId === null ? null : await emailOfCopy(tx, copyId);
    if (asked !== null && !sent) return notFound;
    const opened = sent && {
      copyId: copyId!,
      email: sent.email,
      to: sent.to,
      hasAccount: sent.userId !== null,
      sessionId: sent.sessionId,
      clientId: sent.clientId,
    };
    return ok({ clients: await db.clientNames(tx), ...page, opened });
  }),
);

/** For so long the same content is not sent twice: a button that is pressed again, or a request that is, says nothing new. */
const SAME_SENDING_MS = 60_000;

/** `seenAtMs`: of a history that is written afterwards, when the client looked. */
export async function sendCopy(
  tx: Transaction,
  { studioId }: Scope,
  { sessionId, nowMs, seenAtMs }: { readonly sessionId: string; readonly nowMs: number; readonly seenAtMs?: number },
): Promise<Outcome<Output<"sessions.send"> & { readonly isNew: boolean }>> {
  // Held, so that of several at once the later ones find what the first has sent.
  await db.lockSessions(tx, [sessionId]);
  const loaded = await loadSession(tx, sessionId, nowMs);
  if (!loaded) return notFound;
  const { row, document, context } = loaded;
  if (document.blocks.length === 0 && !document.finisher)
    return refused("document", "This session has no blocks yet: there is nothing to send.");
  const { content, hash } = showSession(context, await runYielding(computeSteps(document, context)));
  const last = seenAtMs === undefined ? await sentCopy(tx, sessionId) : null;
  if (last?.hash === hash && Math.abs(nowMs - last.sentAt.getTime()) < SAME_SENDING_MS)
    return ok({ copyId: last.id, isNew: false });
  const copyId = newId();
  const when = { sentAt: new Date(nowMs), seenAt: seenAtMs === undefined ? null : new Date(seenAtMs) };
  await insertSentCopy(tx, { studioId, id: copyId, sessionId, clientId: row.clientId, hash, content, ...when });
  return ok({ copyId, isNew: true });
}
