/** Sessions kept to start others from. */
import { withoutSessionChanges } from "../../core";
import { readStored } from "../context/documents";
import { studioOf } from "../context/studio";
import { newId } from "../db";
import * as db from "../db/queries";
import { answerIn, defineUseCase, notFound, ok, refused } from "./kit";

const PAGE = 60;

export const listTemplates = defineUseCase("templates.list", ["coach"], (scope, { after }) =>
  answerIn(scope, async (tx) => {
    const studio = await studioOf(tx);
    const rows = await db.templatePage(tx, after, PAGE + 1);
    const page = rows.slice(0, PAGE);
    const last = rows.length > PAGE ? page.at(-1)! : null;
    return ok({
      templates: page.map(({ id, name, document }) => ({ id, name, document: readStored(document, studio) })),
      next: last && { name: last.name, id: last.id },
    });
  }),
);

export const keepTemplate = defineUseCase("templates.keep", ["coach"], (scope, { sessionId, name }) =>
  answerIn(scope, async (tx) => {
    const row = await db.sessionRow(tx, sessionId);
    if (!row) return notFound;
    if (name.trim() === "") return refused("name", "Give the template a name.");
    const document = withoutSessionChanges(readStored(row.document, await studioOf(tx)));
    const id = newId();
    await db.insertTemplate(tx, { studioId: scope.studioId, id, name: name.trim(), document });
    return ok({ templateId: id });
  }),
);

export const removeTemplate = defineUseCase("templates.remove", ["coach"], (scope, { templateId }) =>
  answerIn(scope, async (tx) => ((await db.deleteTemplate(tx, templateId)) ? ok({}) : notFound)),
);
