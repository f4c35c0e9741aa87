import { exact, listOf, type MethodFigures, oneOf, type Viewer, whole } from "../../contract";
import { E1RM_FORMULAS, type E1rmFormula, METHODS, type MethodId } from "../../core";
import { inStudio } from "../db";
import * as db from "../db/queries";
import { defineUseCase, notFound, ok, refused } from "./kit";

export const showViewer = defineUseCase<Record<string, never>>("viewer.show", ["coach", "client"], exact({}), (scope) =>
  inStudio(scope, async (tx) => {
    const studio = await db.studioRow(tx);
    if (!studio) return notFound;
    const viewer: Viewer = { role: scope.role, name: scope.name, studioName: studio.name };
    return ok(viewer);
  }),
);

const methodSpan = exact({ low: whole(0, 600), high: whole(0, 600) });

/** A studio's own figures for the shipped methods; a method that is left out is as shipped. */
export const changeMethods = defineUseCase<{ methods: (MethodFigures & { id: MethodId })[] }>(
  "studio.changeMethods",
  ["coach"],
  exact({
    methods: listOf(
      exact({
        id: oneOf(...METHODS.map((method) => method.id)),
        reps: methodSpan,
        rir: methodSpan,
        restSeconds: methodSpan,
      }),
      METHODS.length,
    ),
  }),
  (scope, { methods }) =>
    inStudio(scope, async (tx) => {
      const studio = await db.studioRow(tx);
      if (!studio) return notFound;
      const wrong = methods.findIndex(({ reps, rir, restSeconds }) =>
        [reps, rir, restSeconds].some((span) => span.low > span.high),
      );
      if (wrong >= 0) return refused(`methods.${wrong}`, "The least is not above the most.");
      const kept = Object.fromEntries(methods.map(({ id, ...figures }) => [id, figures]));
      await db.updateStudioSettings(tx, scope.studioId, { ...(studio.settings as object), methods: kept });
      return ok({});
    }),
);

/** The house rules that every figure goes by. */
export const changeSettings = defineUseCase<{ e1rmFormula: E1rmFormula }>(
  "studio.changeSettings",
  ["coach"],
  exact({ e1rmFormula: oneOf(...Object.keys(E1RM_FORMULAS)) }),
  (scope, input) =>
    inStudio(scope, async (tx) => {
      const studio = await db.studioRow(tx);
      if (!studio) return notFound;
      await db.updateStudioSettings(tx, scope.studioId, { ...(studio.settings as object), ...input });
      return ok({});
    }),
);
