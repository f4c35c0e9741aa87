/** One's own account: its password, and where it is signed in. */
import type { Device } from "../../views";
import { hashPassword } from "../auth";
import { ownAccount, passwordProblem } from "../auth/two-factor";
import { enterScope, leaveScope, withAccounts } from "../db";
import { accountOf, endSessions, putPassword, sessionsOfUser } from "../db/accounts";
import * as db from "../db/queries";
import { teamOf } from "./invitations";
import { defineUseCase, notFound, ok, refused } from "./kit";

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
    return ok({ name: account.name, email: account.email, asksForCode: account.asksForCode, devices, team });
  }),
);

/** A new password; every other device is signed out. */
export const changePassword = defineUseCase("account.changePassword", ["coach", "client"], async (scope, input) => {
  const account = await ownAccount(scope);
  if (!account) return notFound;
  if (input.wanted.length < 10) return refused("wanted", "A password of at least 10 characters.");
  const problem = await passwordProblem(scope, input.current);
  if (problem) return refused("current", problem);
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
