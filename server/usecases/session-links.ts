/** Links that open one session, for a client who has no account: read without signing in, for seven days, until they are taken back. */
import { readShown, regionOf } from "../../contract";
import type { SharedSession } from "../../views";
import { sessionInWords, warmUpWords } from "../../views";
import { hashOfSecret, newSecret } from "../auth/secret";
import { withAccounts } from "../db";
import { linkedSessionBy } from "../db/accounts";
import * as db from "../db/queries";
import { deleteSessionLink, putSessionLink, sentCopy } from "../db/sent-copies";
import { answerIn, defineUseCase, notFound, ok } from "./kit";
import { sendCopy } from "./sending";

const DAYS = 7;

/** A new link to a session, as it was sent last, or as it stands where it was never sent; one from before opens nothing any more. */
export const linkSession = defineUseCase("sessions.link", ["coach"], (scope, { sessionId }, { nowMs }) =>
  answerIn(scope, async (tx) => {
    const row = await db.sessionRow(tx, sessionId);
    if (!row) return notFound;
    if (!(await sentCopy(tx, sessionId))) {
      const sent = await sendCopy(tx, scope, { sessionId, nowMs });
      if (sent.kind !== "ok") return sent;
    }
    const { secret, hash } = newSecret();
    const untilMs = nowMs + DAYS * 86_400_000;
    const { studioId } = scope;
    const link = { studioId, sessionId, clientId: row.clientId, secretHash: hash, expiresAt: new Date(untilMs) };
    await putSessionLink(tx, link);
    return ok({ link: `/shared?t=${secret}`, untilMs });
  }),
);

/** Takes a session's link back: it opens nothing any more. */
export const unlinkSession = defineUseCase("sessions.unlink", ["coach"], (scope, { sessionId }) =>
  answerIn(scope, async (tx) => {
    if (!(await db.sessionRow(tx, sessionId))) return notFound;
    await deleteSessionLink(tx, sessionId);
    return ok({});
  }),
);

/** The session that a link opens, in words; null: the link ran out, was taken back, or never was. */
export async function readLinkedSession(secret: string): Promise<SharedSession | null> {
  const found = await withAccounts((tx) => linkedSessionBy(tx, hashOfSecret(secret)));
  if (!found) return null;
  const content = readShown(found.content);
  return {
    studio: found.studio_name,
    client: found.client_name,
    region: regionOf(found.time_zone, found.region),
    date: content.date,
    title: content.document.title,
    warmUp: content.document.warmUp ? warmUpWords(content.document.warmUp) : "",
    blocks: sessionInWords(content),
  };
}
