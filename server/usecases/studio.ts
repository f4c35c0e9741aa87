import { exact, type Viewer } from "../../contract";
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
