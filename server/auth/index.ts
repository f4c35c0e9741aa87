/**
 * Accounts: password sign-in by a well-kept library (scrypt, httpOnly SameSite cookies) on our own tables. Its HTTP
 * routes are not mounted; every try passes the limits here first.
 */
import { createHmac, timingSafeEqual } from "node:crypto";
import { betterAuth } from "better-auth";
import { hashPassword } from "better-auth/crypto";
import { accountsAdapter, askAccounts, newId, type Scope, type Transaction, withAccounts } from "../db";
import {
  addAttempt,
  clearAttempts,
  countAttempts,
  deleteSession,
  insertAccount,
  memberOfSession,
  memberOfUser,
} from "../db/accounts";

const SESSION_DAYS = 30;
/** Tries in a quarter of an hour. */
const ACCOUNT_LIMIT = 8;
const ADDRESS_LIMIT = 40;
const WINDOW_MINUTES = 15;

function makeAuth() {
  const secret = process.env.YARVEX_SECRET;
  if (!secret || secret.length < 32)
    throw new Error("YARVEX_SECRET is not set: start Yarvex with ./yarvex, or set 32 characters or more.");
  const baseURL = process.env.YARVEX_URL ?? "http://127.0.0.1:3000";
  return betterAuth({
    database: accountsAdapter(),
    secret,
    baseURL,
    telemetry: { enabled: false },
    logger: { level: "error" },
    emailAndPassword: { enabled: true, minPasswordLength: 10, maxPasswordLength: 200, autoSignIn: false },
    session: { expiresIn: SESSION_DAYS * 86_400, updateAge: 86_400 },
    rateLimit: { enabled: false },
    advanced: {
      cookiePrefix: "yarvex",
      useSecureCookies: baseURL.startsWith("https:"),
      defaultCookieAttributes: { httpOnly: true, sameSite: "lax" },
      database: { generateId: () => newId() },
    },
  });
}

let made: ReturnType<typeof makeAuth> | null = null;
const auth = () => {
  made ??= makeAuth();
  return made;
};

export type SignIn =
  | { readonly kind: "in"; readonly headers: Headers }
  | { readonly kind: "wrong" }
  | { readonly kind: "tooMany"; readonly minutes: number };

/** One try at signing in. Counted before the password is looked at, so that parallel tries count too. */
export async function signIn(email: string, password: string, address: string, headers: Headers): Promise<SignIn> {
  const accountKey = email.trim().toLowerCase().slice(0, 200);
  // Two transactions: an attempt must be seen by those made at the same moment.
  await withAccounts((tx) => addAttempt(tx, accountKey, address));
  const tries = await withAccounts((tx) => countAttempts(tx, accountKey, address, WINDOW_MINUTES));
  if (tries.account > ACCOUNT_LIMIT || tries.address > ADDRESS_LIMIT)
    return { kind: "tooMany", minutes: WINDOW_MINUTES };
  try {
    const answer = await auth().api.signInEmail({ body: { email: accountKey, password }, headers, asResponse: true });
    if (!answer.ok) return { kind: "wrong" };
    await withAccounts((tx) => clearAttempts(tx, accountKey));
    return { kind: "in", headers: answer.headers };
  } catch {
    return { kind: "wrong" };
  }
}

/** Founding a studio is counted by address like signing in. */
export async function mayFound(address: string): Promise<boolean> {
  await withAccounts((tx) => addAttempt(tx, "(founding)", address));
  const tries = await withAccounts((tx) => countAttempts(tx, "(founding)", address, WINDOW_MINUTES));
  return tries.address <= ADDRESS_LIMIT;
}

/** Signs a device out. Its session is taken away by ourselves first: where that cannot be written, this throws. */
export async function signOut(headers: Headers): Promise<Headers> {
  const found = await auth().api.getSession({ headers });
  if (found) await withAccounts((tx) => deleteSession(tx, found.session.id));
  const answer = await auth().api.signOut({ headers, asResponse: true });
  return answer.headers;
}

export interface NewAccount {
  readonly name: string;
  readonly email: string;
  readonly password: string;
}

/**
 * Prepares an account: its password is hashed (which takes its time) before a transaction is open. What it answers makes the
 * account within one, so that account and member come to be together or not at all; null where the address is taken.
 */
export async function prepareAccount({ name, email, password }: NewAccount) {
  const passwordHash = await hashPassword(password);
  const address = addressOf(email);
  return (tx: Transaction): Promise<string | null> => insertAccount(tx, { name, email: address, passwordHash });
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
  const wanted = createHmac("sha256", process.env.YARVEX_SECRET ?? "")
    .update(token)
    .digest();
  const given = Buffer.from(value.slice(at + 1), "base64");
  return at > 0 && given.length === wanted.length && timingSafeEqual(given, wanted) ? token : null;
}

/** Who is asking, or null. Nearly always one question; a session that is due to be prolonged goes by the library. */
export async function scopeOf(headers: Headers): Promise<Scope | null> {
  const token = signedToken(headers);
  const scope = token && (await askAccounts((tx) => memberOfSession(tx, token)));
  if (scope) return scope;
  const found = await auth().api.getSession({ headers });
  if (!found) return null;
  return askAccounts((tx) => memberOfUser(tx, found.user.id));
}
