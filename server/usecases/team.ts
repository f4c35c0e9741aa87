/** Who coaches in a studio, and what each of them may do. */
import { withAccounts } from "../db";
import { deleteAccounts } from "../db/accounts";
import * as db from "../db/queries";
import { answerIn, defineUseCase, notFound, ok, refused } from "./kit";

export const setDuty = defineUseCase("team.setDuty", ["coach"], (scope, { memberId, duty }) =>
  answerIn(scope, async (tx) => {
    const row = await db.coachRow(tx, memberId);
    if (!row) return notFound;
    if (memberId === scope.memberId) return refused("duty", "Another owner changes what you may do, not you.");
    await db.putDuty(tx, memberId, duty);
    return ok({});
  }),
);

/** Removes a coach and their account from the studio; messages, sent copies and decisions of theirs stay. */
export const removeCoach = defineUseCase("team.remove", ["coach"], async (scope, { memberId }) => {
  const outcome = await answerIn(scope, async (tx) => {
    const row = await db.coachRow(tx, memberId);
    if (!row) return notFound;
    if (memberId === scope.memberId) return refused("memberId", "Another owner takes you out, not you.");
    await db.deleteCoach(tx, memberId);
    return ok({ userId: row.userId });
  });
  if (outcome.kind !== "ok") return outcome;
  await withAccounts((tx) => deleteAccounts(tx, [outcome.value.userId]));
  return ok({});
});
