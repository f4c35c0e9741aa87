/** Who coaches in a studio, and what each of them may do. */
import { passwordProblem } from "../auth/two-factor";
import { inStudio, withAccounts } from "../db";
import { deleteAccounts } from "../db/accounts";
import * as db from "../db/queries";
import { deleteOutboxFiles } from "../email";
import { answerIn, defineUseCase, notFound, ok, refused } from "./kit";

export const setDuty = defineUseCase("team.setDuty", ["coach"], (scope, { memberId, duty }) =>
  answerIn(scope, async (tx) => {
    const row = (await db.lockCoaches(tx)).find(({ id }) => id === memberId);
    if (!row) return notFound;
    if (memberId === scope.memberId) return refused("duty", "Another owner changes what you may do, not you.");
    await db.putDuty(tx, memberId, duty);
    return ok({});
  }),
);

/** Removes a coach and their account from the studio; messages, sent copies and decisions of theirs stay. */
export const removeCoach = defineUseCase("team.remove", ["coach"], async (scope, { memberId }) => {
  const outcome = await answerIn(scope, async (tx) => {
    const row = (await db.lockCoaches(tx)).find(({ id }) => id === memberId);
    if (!row) return notFound;
    if (memberId === scope.memberId) return refused("memberId", "Another owner takes you out, not you.");
    await db.deleteCoach(tx, memberId);
    return ok({ userId: row.userId });
  });
  if (outcome.kind !== "ok") return outcome;
  deleteOutboxFiles(await withAccounts((tx) => deleteAccounts(tx, [outcome.value.userId])));
  return ok({});
});

/** Somebody who coaches here goes, with their account; what they wrote stays. The last owner does not. */
export const leaveStudio = defineUseCase("team.leave", ["coach"], async (scope, { password }) => {
  const problem = await passwordProblem(scope, password);
  if (problem) return refused("password", problem);
  const outcome = await answerIn(scope, async (tx) => {
    const coaches = await db.lockCoaches(tx);
    const row = coaches.find(({ id }) => id === scope.memberId);
    if (!row) return notFound;
    if (!coaches.some(({ id, duty }) => duty === "owner" && id !== scope.memberId))
      return refused(
        "password",
        "You are the only owner here. Make somebody else an owner first, or close the studio.",
      );
    await db.deleteCoach(tx, scope.memberId);
    return ok({ userId: row.userId });
  });
  if (outcome.kind !== "ok") return outcome;
  deleteOutboxFiles(await withAccounts((tx) => deleteAccounts(tx, [outcome.value.userId])));
  return ok({});
});

/** Closes the studio: everything in it is gone, with the accounts of everybody who coached or trained there. */
export const closeStudio = defineUseCase("studio.close", ["coach"], async (scope, { name, password }) => {
  const studio = await inStudio(scope, (tx) => db.studioRow(tx));
  if (!studio) return notFound;
  if (name.trim().toLowerCase() !== studio.name.trim().toLowerCase())
    return refused("name", `Type the studio's name as it stands here: ${studio.name}`);
  const problem = await passwordProblem(scope, password);
  if (problem) return refused("password", problem);
  const outcome = await answerIn(scope, async (tx) => ok(await db.closeStudio(tx)));
  if (outcome.kind !== "ok") return outcome;
  const addresses = await withAccounts((tx) => deleteAccounts(tx, outcome.value));
  deleteOutboxFiles([scope.studioId, ...addresses]);
  return ok({});
});
