/** One's own account: its password, and where it is signed in. */
import type { Device } from "../../views";
import { hashPassword, isPassword } from "../auth";
import { askAccounts, enterScope, inStudio, leaveScope, type Scope, withAccounts } from "../db";
import { accountOf, endSessions, putPassword, recordAttempt, sessionsOfUser } from "../db/accounts";
import * as db from "../db/queries";
import { teamOf } from "./invitations";
import { defineUseCase, notFound, ok, refused } from "./kit";

async function ownAccount(scope: Scope) {
  const userId = await inStudio(scope, (tx) => db.userOfMember(tx, scope.memberId));
  return userId === null ? null : withAccounts((tx) => accountOf(tx, userId));
}

/** A device as its owner would call it, from what its browser says of itself. */
function deviceWords(userAgent: string | null): string {
  const said = userAgent ?? "";
  if (/iPhone|Android.*Mobile/.test(said)) return "A phone";
  if (/iPad|Android/.test(said)) return "A tablet";
  return /Windows|Macintosh|X11|Linux|CrOS/.test(said) ? "A computer" : "A device";
}

/** Account, devices and, for a coach, who else coaches here: in one transaction. */
export const showAccount = defineUseCase("account.show", ["coach", "client"], (scope) =>
  withAccounts(async (tx) => {
    await enterScope(tx, scope);
    const userId = await db.userOfMember(tx, scope.memberId);
    const team = scope.role === "coach" ? await teamOf(tx, scope) : null;
    await leaveScope(tx);
    const account = userId === null ? null : await accountOf(tx, userId);
    if (!account) return notFound;
    const devices = (await sessionsOfUser(tx, account.id)).map(
      ({ id, userAgent, updatedAt }): Device => ({
        id,
        words: deviceWords(userAgent),
        lastMs: updatedAt.getTime(),
        isThis: id === scope.sessionId,
      }),
    );
    return ok({ name: account.name, email: account.email, devices, team });
  }),
);

/** A new password; every other device is signed out. */
export const changePassword = defineUseCase("account.changePassword", ["coach", "client"], async (scope, input) => {
  const account = await ownAccount(scope);
  if (!account?.passwordHash) return notFound;
  if (input.wanted.length < 10) return refused("wanted", "A password of at least 10 characters.");
  const tries = await askAccounts((tx) => recordAttempt(tx, `(password) ${account.id}`, "", 15));
  if (tries.here >= 10) return refused("current", "Too many tries. Wait a quarter of an hour and try again.");
  if (!(await isPassword(account.passwordHash, input.current)))
    return refused("current", "This is not the password you have now.");
  const passwordHash = await hashPassword(input.wanted);
  await withAccounts(async (tx) => {
    await putPassword(tx, account.id, passwordHash);
    await endSessions(tx, account.id, { butFor: scope.sessionId ?? null });
  });
  return ok({});
});

/** Signs out on one other device, or on all others. */
export const endDevices = defineUseCase("account.endDevices", ["coach", "client"], async (scope, { device }) => {
  const account = await ownAccount(scope);
  if (!account) return notFound;
  await withAccounts((tx) =>
    endSessions(tx, account.id, device === null ? { butFor: scope.sessionId ?? null } : { only: device }),
  );
  return ok({});
});
