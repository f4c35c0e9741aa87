import { exact, oneOf, type Viewer } from "../../contract";
import { E1RM_FORMULAS, type E1rmFormula } from "../../core";
import { inStudio } from "../db";
import * as db from "../db/queries";
import { defineUseCase, notFound, ok } from "./kit";

export const showViewer = defineUseCase<Record<string, never>>("viewer.show", ["coach", "client"], exact({}), (scope) =>
  inStudio(scope, async (tx) => {
    const studio = await db.studioRow(tx);
    if (!studio) return notFound;
    const viewer: Viewer = { role: scope.role, name: scope.name, studioName: studio.name };
    return ok(viewer);
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
