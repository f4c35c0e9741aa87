/** Rules of caution that a coach does not want to hear of, and why. */

import { isCautionId } from "../../core";
import { canTurnOff } from "../../views";
import { noteSafety } from "../context/safety";
import * as db from "../db/queries";
import { answerIn, defineUseCase, notFound, ok, refused } from "./kit";

export const quietCaution = defineUseCase("cautions.quiet", ["coach"], (scope, { rule, clientId, reason }, clock) =>
  answerIn(scope, async (tx) => {
    if (!isCautionId(rule)) return refused("rule", "There is no such caution.");
    if (!canTurnOff(rule)) return refused("rule", "This is said always: it is answered session by session.");
    const given = reason.trim();
    if (given !== "" && given.length < 3) return refused("reason", "Say in a few words why it need not be said.");
    const change = { rule, clientId, reason: given === "" ? null : given };
    if (!(await db.putQuiet(tx, scope.studioId, change))) return notFound;
    const words = given === "" ? `Caution on again: ${rule}` : `Caution off: ${rule}, because ${given}`;
    if (clientId !== null) await noteSafety(tx, scope, clientId, [words], clock.nowMs);
    return ok({});
  }),
);
