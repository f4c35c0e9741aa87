/** The house rules of a studio. */
import type { Input, StudioMethods } from "../../contract";
import { studioOf } from "../context/studio";
import * as db from "../db/queries";
import { answerIn, changedElsewhere, defineUseCase, joined, notFound, ok } from "./kit";

export const showViewer = defineUseCase("viewer.show", ["coach", "client"], (scope) =>
  answerIn(scope, async (tx) => {
    const studio = await db.studioRow(tx);
    return studio
      ? ok({ memberId: scope.memberId, role: scope.role, name: scope.name, studioName: studio.name })
      : notFound;
  }),
);

export const showFrame = defineUseCase("frame.show", ["coach"], (scope) =>
  answerIn(scope, async (tx) => {
    const studio = await db.studioRow(tx);
    if (!studio) return notFound;
    const { memberId, role, name } = scope;
    const { exercises } = await studioOf(tx);
    return ok({
      viewer: { memberId, role, name, studioName: studio.name },
      clients: await db.clientNames(tx),
      exercises,
    });
  }),
);

type Methods = Input<"studio.changeMethods">["wanted"];
const byMethod = (methods: Methods): StudioMethods =>
  Object.fromEntries(methods.map(({ id, ...figures }) => [id, figures]));

/** A studio's own figures for the shipped methods; a method that is left out is as shipped. */
export const changeMethods = defineUseCase("studio.changeMethods", ["coach"], (scope, { seen, wanted }) =>
  answerIn(scope, async (tx) => {
    const studio = await db.studioRow(tx, true);
    if (!studio) return notFound;
    const change = { seen: byMethod(seen), wanted: byMethod(wanted) };
    const next = joined("the same figures of a method", change, studio.methods);
    if (next.kind !== "ok") return next;
    const spans = Object.values(next.value).flatMap(({ reps, rir, restSeconds }) => [reps, rir, restSeconds]);
    if (spans.some(({ low, high }) => low > high)) return changedElsewhere("the same figures of a method");
    await db.putMethods(tx, scope.studioId, next.value);
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
