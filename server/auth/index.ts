/**
 * Accounts: password sign-in by a well-kept library (scrypt, httpOnly SameSite cookies) on our own tables. Its HTTP
 * routes are not mounted; every try passes the limits here first.
 */
import { createHmac, timingSafeEqual } from "node:crypto";
import { hashPassword, verifyPassword } from "better-auth/crypto";
import { cutText } from "../../core";
import { askAccounts, isBusy, type Transaction, withAccounts } from "../db";
import {
  type AttemptCount,
  deleteSession,
  endSessions,
  forgetTries,
  hasTwoFactor,
  insertAccount,
  type Member,
  memberOfSession,
  memberOfUser,
  putPassword,
  putSecret,
  readSecret,
  recordAttempt,
  resetOf,
  studioSetupPurpose,
  takeSecret,
  userByAddress,
  withdrawAttempt,
} from "../db/accounts";
import { markOf, sendEmail } from "../email";
import { auth } from "./library";
import { hashOfSecret, newSecret } from "./secret";

const KNOWN_DAYS = 365;
const WINDOW_MINUTES = 15;
/** Tries for an account from one address before each has to wait. */
const FREE_TRIES = 5;
const MOST_WAIT_SECONDS = 900;
/** Tries for an account from anywhere, before devices that it does not know have to wait; and from an address for anybody. */
const ACCOUNT_LIMIT = 60;
const ADDRESS_LIMIT = 60;
/** Emails to one address within the window, whoever asks for them. */
const MOST_EMAILS = 5;

/** Seconds to wait after so many refused tries: 5, 10, 20 … a quarter of an hour. */
export const waitAfter = (tries: number): number =>
  tries < FREE_TRIES ? 0 : Math.min(MOST_WAIT_SECONDS, 5 * 2 ** (tries - FREE_TRIES));

export type SignIn =
  | { readonly kind: "in"; readonly headers: Headers }
  /** The password is right, and a code is asked for as well; the cookies say whose. */
  | { readonly kind: "code"; readonly headers: Headers }
  | { readonly kind: "wrong" }
  | { readonly kind: "tooMany"; readonly seconds: number };

const secretKey = (): string => process.env.YARVEX_SECRET ?? "";
const isSecure = (): boolean => (process.env.YARVEX_URL ?? "").startsWith("https:");

/** What an account leaves on a device where it got in: others' tries do not keep it out there. */
const knownMark = (account: string): string =>
  createHmac("sha256", secretKey()).update(`known ${account}`).digest("base64url");

const isKnown = (headers: Headers, account: string): boolean =>
  (headers.get("cookie") ?? "").split(/;\s*/).includes(`yarvex.known=${knownMark(account)}`);

/**
 * One try at signing in. Counted before the password is looked at, so that parallel tries count too; one that is refused
 * unread is not counted, so that whoever tries on and on keeps nobody out but themselves.
 */
export async function signIn(email: string, password: string, address: string, headers: Headers): Promise<SignIn> {
  const account = cutText(addressOf(email), 200);
  const tries = await askAccounts((tx) => recordAttempt(tx, account, address, WINDOW_MINUTES));
  const wait = await waitFor(account, tries, headers);
  if (wait > 0) {
    await askAccounts((tx) => withdrawAttempt(tx, tries.id));
    return { kind: "tooMany", seconds: Math.ceil(wait) };
  }
  try {
    const answer = await auth().api.signInEmail({ body: { email: account, password }, headers, asResponse: true });
    if (!answer.ok) return { kind: "wrong" };
    await withAccounts((tx) => forgetTries(tx, account, address));
    const isHalfWay = "twoFactorRedirect" in ((await answer.json()) as object);
    return isHalfWay
      ? { kind: "code", headers: answer.headers }
      : { kind: "in", headers: withKnownMark(answer.headers, account) };
  } catch (error) {
    if (isBusy(error)) throw error;
    return { kind: "wrong" };
  }
}

/** Seconds until a try may be made; 0: at once. */
async function waitFor(account: string, tries: AttemptCount, headers: Headers): Promise<number> {
  // Counted for account and address together: nobody is kept out by what others try elsewhere.
  const wait = waitAfter(tries.here) - tries.sinceSeconds;
  if (wait > 0) return wait;
  if (tries.address > ADDRESS_LIMIT && !isKnown(headers, account)) return WINDOW_MINUTES * 60;
  if (tries.account <= ACCOUNT_LIMIT || isKnown(headers, account)) return 0;
  // A password that is guessed opens nothing where a code is asked for as well: its owner need not wait.
  return (await askAccounts((tx) => hasTwoFactor(tx, account))) ? 0 : WINDOW_MINUTES * 60;
}

/** The cookies of a sign-in, with the mark by which the device is known from then on. */
function withKnownMark(headers: Headers, account: string): Headers {
  const cookies = new Headers(headers);
  cookies.append(
    "set-cookie",
    `yarvex.known=${knownMark(account)}; Path=/; Max-Age=${KNOWN_DAYS * 86_400}; HttpOnly; SameSite=Lax${isSecure() ? "; Secure" : ""}`,
  );
  return cookies;
}

/** The second step: the code of the authenticator app, or one of the codes kept for a lost phone, each of which opens once. */
export async function signInByCode(code: string, trustDevice: boolean, headers: Headers): Promise<SignIn | null> {
  const typed = code.replace(/\s/g, "");
  const body = { code: typed, trustDevice };
  const asked = { body, headers, asResponse: true } as const;
  const answer = /^\d{6}$/.test(typed) ? await auth().api.verifyTOTP(asked) : await auth().api.verifyBackupCode(asked);
  const said = (await answer.json()) as { readonly code?: string; readonly user?: { readonly email: string } };
  if (answer.ok && said.user) return { kind: "in", headers: withKnownMark(answer.headers, said.user.email) };
  if (said.code === "ACCOUNT_TEMPORARILY_LOCKED") return { kind: "tooMany", seconds: WINDOW_MINUTES * 60 };
  // Whoever typed five wrong codes, or waited ten minutes, begins with the password again.
  return said.code === "INVALID_CODE" || said.code === "INVALID_BACKUP_CODE" ? { kind: "wrong" } : null;
}

/** Whether an address may found a studio, or ask for a new password, once more; counted like signing in. */
export async function mayAsk(what: "founding" | "reset", address: string): Promise<boolean> {
  const tries = await askAccounts((tx) => recordAttempt(tx, `(${what})`, address, WINDOW_MINUTES));
  return tries.here < ADDRESS_LIMIT;
}

const LINK_MINUTES = 60;

/** Whether one more email may go to an address that somebody named: a mailbox is not filled by strangers. */
async function mayEmail(address: string): Promise<boolean> {
  const emails = await askAccounts((tx) =>
    recordAttempt(tx, `(email) ${markOf(address)}`, "(anywhere)", WINDOW_MINUTES),
  );
  return emails.account <= MOST_EMAILS;
}

const linkTo = (path: string): string => `${process.env.YARVEX_URL ?? ""}${path}`;

/** Writes to an address how to set a new password, where an account has it; whoever asks learns nothing either way. */
export async function requestPasswordReset(email: string): Promise<void> {
  const address = addressOf(email);
  if (!(await mayEmail(address))) return;
  const { secret, hash } = newSecret();
  const found = await withAccounts(async (tx) => {
    const account = await userByAddress(tx, address);
    if (account) await putSecret(tx, { purpose: resetOf(account.id), value: hash, minutes: LINK_MINUTES });
    return account;
  });
  if (!found) return;
  const link = linkTo(`/reset?t=${secret}`);
  await sendEmail({
    to: address,
    subject: "A new password for Yarvex",
    text: `${found.name},\r\n\r\nset a new password within the hour here:\r\n${link}\r\n\r\nIf you did not ask for it, nothing changes.`,
  });
}

/**
 * Writes to an address how to found a studio with it; where it signs in already the email says so, to whoever reads it there.
 * Whoever asks learns nothing either way.
 */
export async function requestStudioSetup(email: string): Promise<void> {
  const address = addressOf(email);
  if (!(await mayEmail(address))) return;
  const { secret, hash } = newSecret();
  const isKnown = await withAccounts(async (tx) => {
    await putSecret(tx, { purpose: studioSetupPurpose(address), value: hash, minutes: LINK_MINUTES });
    return (await userByAddress(tx, address)) !== null;
  });
  const text = isKnown
    ? `Somebody asked to found a studio with this address. It signs in already:\r\n${linkTo("/sign-in")}\r\n\r\nA password that was forgotten is set anew here:\r\n${linkTo("/reset")}`
    : `Found your studio within the hour here:\r\n${linkTo(`/found?t=${secret}`)}\r\n\r\nIf you did not ask for it, nothing happens.`;
  await sendEmail({ to: address, subject: "A studio on Yarvex", text });
}

/** The address that an email's secret was sent to, while it is good. */
export async function studioSetupAddress(secret: string): Promise<string | null> {
  return addressIn(await askAccounts((tx) => readSecret(tx, hashOfSecret(secret))));
}

/** Uses up an email's secret; the address that it was sent to, or null. */
export async function redeemStudioSetup(tx: Transaction, secret: string): Promise<string | null> {
  return addressIn(await takeSecret(tx, hashOfSecret(secret)));
}

const addressIn = (purpose: string | null): string | null =>
  purpose?.startsWith(studioSetupPurpose("")) ? purpose.slice(studioSetupPurpose("").length) : null;

/** Sets a new password by the secret that was sent, once, and signs the account out everywhere. */
export async function resetPassword(secret: string, password: string): Promise<boolean> {
  // Hashing takes its time: not for a secret that was made up.
  if ((await askAccounts((tx) => readSecret(tx, hashOfSecret(secret)))) === null) return false;
  const passwordHash = await hashPassword(password);
  return withAccounts(async (tx) => {
    const purpose = await takeSecret(tx, hashOfSecret(secret));
    const userId = purpose?.startsWith(resetOf("")) ? purpose.slice(resetOf("").length) : null;
    if (!userId) return false;
    await putPassword(tx, userId, passwordHash);
    await endSessions(tx, userId, { butFor: null });
    return true;
  });
}

/** Whether a password is the one of a hash. */
export const isPassword = (hash: string, password: string): Promise<boolean> => verifyPassword({ hash, password });
export { hashPassword };

/** Signs a device out. Its session is taken away by ourselves first: where that cannot be written, this throws. */
export async function signOut(headers: Headers): Promise<Headers> {
  const found = await auth().api.getSession({ headers });
  if (found) await withAccounts((tx) => deleteSession(tx, found.session.id));
  const answer = await auth().api.signOut({ headers, asResponse: true });
  return answer.headers;
}

export interface NewAccount {
  readonly name: string;
  readonly password: string;
}

/**
 * Prepares an account: its password is hashed (which takes its time) before a transaction is open. What it answers makes the
 * account within one, so that account and member come to be together or not at all; null where the address is taken.
 */
export async function prepareAccount({ name, password }: NewAccount) {
  const passwordHash = await hashPassword(password);
  return (tx: Transaction, email: string): Promise<string | null> =>
    insertAccount(tx, { name, email: addressOf(email), passwordHash });
}

export const addressOf = (email: string): string => email.trim().toLowerCase();

/**
 * The token of a session's cookie where its signature is ours; null where there is none, or the library writes it in another
 * way than it does now: then it is asked itself.
 */
function signedToken(headers: Headers): string | null {
  const cookie = /(?:^|;\s*)(?:__Secure-)?yarvex\.session_token=([^;]+)/.exec(headers.get("cookie") ?? "")?.[1];
  if (!cookie) return null;
  let value: string;
  try {
    value = decodeURIComponent(cookie);
  } catch {
    return null;
  }
  const at = value.lastIndexOf(".");
  const token = value.slice(0, at);
  const wanted = createHmac("sha256", secretKey()).update(token).digest();
  const given = Buffer.from(value.slice(at + 1), "base64");
  return at > 0 && given.length === wanted.length && timingSafeEqual(given, wanted) ? token : null;
}

/** Who is asking, or null. Nearly always one question; a session that is due to be prolonged goes by the library. */
export async function scopeOf(headers: Headers): Promise<Member | null> {
  const token = signedToken(headers);
  const scope = token && (await askAccounts((tx) => memberOfSession(tx, token)));
  if (scope) return scope;
  const found = await auth().api.getSession({ headers });
  if (!found) return null;
  const member = await askAccounts((tx) => memberOfUser(tx, found.user.id));
  return member && { ...member, sessionId: found.session.id };
}
