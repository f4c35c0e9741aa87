/** Two-step sign-in of an account: a code of an authenticator app (TOTP, RFC 6238) as well as the password. */
import { askAccounts, inStudio, type Scope, withAccounts } from "../db";
import { accountOf, recordAttempt } from "../db/accounts";
import { userOfMember } from "../db/queries";
import { isPassword } from ".";
import { auth } from "./library";

interface Begun {
  /** What the authenticator app reads: a link of the kind otpauth. */
  readonly uri: string;
  /** Each of them opens once in place of a code. */
  readonly backupCodes: readonly string[];
}

const MOST_TRIES = 10;
const WINDOW_MINUTES = 15;

/** The account that somebody signs in with; null: it is gone. */
export async function ownAccount(scope: Scope) {
  const userId = await inStudio(scope, (tx) => userOfMember(tx, scope.memberId));
  return userId === null ? null : withAccounts((tx) => accountOf(tx, userId));
}

/** What is wrong with a password that was typed once more before something grave is done; null: it is the right one. */
export async function passwordProblem(scope: Scope, password: string): Promise<string | null> {
  const account = await ownAccount(scope);
  if (!account?.passwordHash) return "This account has no password.";
  const tries = await askAccounts((tx) => recordAttempt(tx, `(password) ${account.id}`, "", WINDOW_MINUTES));
  if (tries.here >= MOST_TRIES) return "Too many tries. Wait a quarter of an hour and try again.";
  return (await isPassword(account.passwordHash, password)) ? null : "This is not the password you have now.";
}

/** Makes a secret for an authenticator app; nothing is asked for until a first code of it was typed. */
export async function beginTwoFactor(scope: Scope, password: string, headers: Headers): Promise<Begun | string> {
  const problem = await passwordProblem(scope, password);
  if (problem) return problem;
  const begun = await auth().api.enableTwoFactor({ body: { password, method: "totp" }, headers });
  return begun.method === "totp" ? { uri: begun.totpURI, backupCodes: begun.backupCodes } : "This could not be done.";
}

/** Turns it on by a first code; the cookies of the session that goes on, or null where the code is wrong. */
export async function confirmTwoFactor(code: string, headers: Headers): Promise<Headers | null> {
  const answer = await auth().api.verifyTOTP({ body: { code: code.replace(/\s/g, "") }, headers, asResponse: true });
  return answer.ok ? answer.headers : null;
}

/** Turns it off; the cookies of the session that goes on, or what is wrong. */
export async function endTwoFactor(scope: Scope, password: string, headers: Headers): Promise<Headers | string> {
  const problem = await passwordProblem(scope, password);
  if (problem) return problem;
  const answer = await auth().api.disableTwoFactor({ body: { password }, headers, asResponse: true });
  return answer.ok ? answer.headers : "This could not be done.";
}
