/** The house rules of a studio. */
import * as db from "../db/queries";
import { answerIn, defineUseCase, notFound, ok } from "./kit";

export const showViewer = defineUseCase("viewer.show", ["coach", "client"], (scope) =>
  answerIn(scope, async (tx) => {
    const studio = await db.studioRow(tx);
    return studio
      ? ok({ memberId: scope.memberId, role: scope.role, name: scope.name, studioName: studio.name })
      : notFound;
  }),
);

/** A studio's own figures for the shipped methods; a method that is left out is as shipped. */
export const changeMethods = defineUseCase("studio.changeMethods", ["coach"], (scope, { methods }) =>
  answerIn(scope, async (tx) => {
    const kept = Object.fromEntries(methods.map(({ id, ...figures }) => [id, figures]));
    await db.putMethods(tx, scope.studioId, kept);
    return ok({});
  }),
);

/** What every figure goes by. Settings that are not named stay as they are. */
export const changeSettings = defineUseCase("studio.changeSettings", ["coach"], (scope, settings) =>
  answerIn(scope, async (tx) => {
    await db.mergeSettings(tx, scope.studioId, settings);
    return ok({});
  }),
);
