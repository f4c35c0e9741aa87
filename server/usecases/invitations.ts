/** Who may come into a studio: its coaches, its clients; invited by a link, choosing their own password. */
import { maybe, nameText, nonEmptyString, type Output, strictObject } from "../../contract";
import { emailProblemWords } from "../../views";
import { addressOf, prepareAccount } from "../auth";
import { hashOfSecret, newSecret } from "../auth/secret";
import { askAccounts, inStudio, newId, type Scope, type Transaction, withAccounts } from "../db";
import { invitationBy, recordAttempt, studioKinds, takeInvitation } from "../db/accounts";
import * as db from "../db/queries";
import { deleteOutboxFiles, markOf, sendEmail } from "../email";
import { answerIn, defineUseCase, notFound, type Outcome, ok, refused } from "./kit";
import { isAddress, NO_ADDRESS } from "./sign-up";

const DAYS = 7;
const DAY_MINUTES = 1440;
/** Within a day: to one address from a studio, and from it to anybody. A studio of 500 invites them in two days. */
const MOST_TO_ADDRESS = 4;
const MOST_OF_STUDIO = 300;

/** Why a studio may send no further invitation to an address for now; null: it may. */
async function limitProblem(studioId: string, email: string): Promise<string | null> {
  const count = (of: string) => askAccounts((tx) => recordAttempt(tx, of, "(invitation)", DAY_MINUTES));
  if ((await count(`(invited) ${studioId} ${markOf(email)}`)).account > MOST_TO_ADDRESS)
    return `${MOST_TO_ADDRESS} invitations went to this address within a day. Hand the link on yourself, or try again tomorrow.`;
  return (await count(`(invitations) ${studioId}`)).account > MOST_OF_STUDIO
    ? `${MOST_OF_STUDIO} invitations went out within a day. The others can go tomorrow.`
    : null;
}

/**
 * Invites somebody by an email; an earlier invitation to the same person is void. The link is kept nowhere. Where the studio
 * is the only one here its coach is told it too, to hand on; beside others the email alone has it, so that an address is
 * used by who reads its emails, and a coach learns nothing of other studios' people by inviting them.
 */
export const invite = defineUseCase("invitations.create", ["coach"], async (scope, input, clock) => {
  const email = addressOf(input.email);
  if (!isAddress(email)) return refused("email", NO_ADDRESS);
  const { secret, hash } = newSecret();
  const { studioId } = scope;
  const id = newId();
  const duty = scope.role === "coach" ? (scope.duty ?? "owner") : "coach";
  if (input.clientId === null && duty !== "owner") return refused("email", "Who coaches here is the owner's to say.");
  const limit = await limitProblem(studioId, email);
  if (limit) return refused("email", limit);
  const outcome = await answerIn(scope, async (tx) => {
    const client = input.clientId === null ? null : await db.clientRow(tx, input.clientId, true);
    if (input.clientId !== null && !client) return notFound;
    if (client && (await db.memberCountOfClient(tx, client.id)) > 0)
      return refused("email", `${client.name} has an account already.`);
    const name = client?.name ?? input.name.trim();
    if (name === "") return refused("name", "Say who is invited.");
    const cleared = await db.clearInvitations(tx, email, client?.id ?? null);
    await db.insertInvitation(tx, {
      studioId,
      id,
      role: client ? "client" : "coach",
      duty: input.duty ?? "coach",
      clientId: client?.id ?? null,
      email,
      name,
      secretHash: hash,
      expiresAt: new Date(clock.nowMs + DAYS * 86_400_000),
    });
    const studio = await db.studioRow(tx);
    return ok({ name, studio: studio?.name ?? "", cleared });
  });
  if (outcome.kind !== "ok") return outcome;
  deleteOutboxFiles(outcome.value.cleared);
  const link = `/invitation?t=${secret}`;
  const { name, studio } = outcome.value;
  const problem = await sendEmail({
    to: email,
    about: [studioId, id, ...(input.clientId === null ? [] : [input.clientId])],
    subject: `${studio} on Yarvex`,
    text: `${name},\r\n\r\n${studio} invites you. Choose a password within ${DAYS} days here:\r\n${process.env.YARVEX_URL ?? ""}${link}`,
  });
  if (problem) {
    await inStudio(scope, (tx) => db.clearInvitations(tx, email, input.clientId));
    return refused("email", emailProblemWords(problem));
  }
  const { studios } = await withAccounts(studioKinds);
  return ok({ link: studios === 1 ? link : null });
});

/** Who coaches a studio, and who was invited and has not come yet. */
export async function teamOf(
  tx: Transaction,
  { memberId }: Scope,
): Promise<NonNullable<Output<"account.show">["team"]>> {
  const open = (await db.openInvitations(tx)).map(({ id, role, duty, clientId, email, name, expiresAt }) => ({
    id,
    role,
    duty,
    clientId,
    email,
    name,
    expiresMs: expiresAt.getTime(),
  }));
  const coaches = (await db.coachRows(tx)).map((one) => ({ ...one, isMe: one.id === memberId }));
  return { coaches, open };
}

export const withdrawInvitation = defineUseCase("invitations.withdraw", ["coach"], async (scope, { invitationId }) => {
  const outcome = await answerIn(scope, async (tx) =>
    (await db.deleteInvitation(tx, invitationId)) ? ok({}) : notFound,
  );
  if (outcome.kind === "ok") deleteOutboxFiles([invitationId]);
  return outcome;
});

/** What an invitation says, to who holds its link; null: it was used, withdrawn, or ran out. */
export async function readInvitation(secret: string) {
  const found = await withAccounts((tx) => invitationBy(tx, hashOfSecret(secret)));
  return (
    found && { studio: found.studio_name, role: found.role, duty: found.duty, name: found.name, email: found.email }
  );
}

export const takeInvitationSchema = strictObject({
  secret: nonEmptyString(100),
  name: maybe(nameText(120)),
  password: nonEmptyString(200),
});

/** Takes an invitation up: the account and its place in the studio come to be together, once. */
export async function acceptInvitation(input: {
  readonly secret: string;
  readonly name?: string;
  readonly password: string;
}): Promise<Outcome<{ readonly email: string }>> {
  if (input.password.length < 10) return refused("password", "A password of at least 10 characters.");
  const hash = hashOfSecret(input.secret);
  const found = await withAccounts((tx) => invitationBy(tx, hash));
  const gone = refused("secret", "This invitation has been used or is too old. Ask for a new one.");
  if (!found) return gone;
  // A client goes by the name that the studio has for them.
  const name = found.role === "coach" ? (input.name?.trim() ?? found.name) : found.name;
  const makeAccount = await prepareAccount({ name, password: input.password });
  class NotTaken extends Error {}
  try {
    return await withAccounts(async (tx) => {
      const userId = await makeAccount(tx, found.email);
      if (!userId)
        return refused("email", "This address signs in already. Ask to be invited by another, or sign in with it.");
      if (!(await takeInvitation(tx, hash, { memberId: newId(), userId, name }))) throw new NotTaken();
      return ok({ email: found.email });
    });
  } catch (error) {
    if (error instanceof NotTaken) return gone;
    throw error;
  }
}
