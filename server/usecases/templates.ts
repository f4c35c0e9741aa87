/** Sessions and plans kept to start others from. */
import { upcastPlan } from "../../contract";
import { type PlanTemplate, type SessionDocument, templateOf, withoutSessionChanges } from "../../core";
import { planOf, readStored } from "../context/documents";
import { studioOf } from "../context/studio";
import { newId } from "../db";
import * as db from "../db/queries";
import { answerIn, defineUseCase, notFound, ok, refused } from "./kit";

const PAGE = 60;

export const listTemplates = defineUseCase("templates.list", ["coach"], (scope, { after }) =>
  answerIn(scope, async (tx) => {
    const studio = await studioOf(tx);
    const { page, next } = paged(await db.templatePage(tx, "session", after, PAGE + 1));
    const templates = page.map(({ id, name, document }) => ({
      id,
      name,
      document: readStored(document as SessionDocument, studio),
    }));
    return ok({ templates, next });
  }),
);

function paged<T extends { readonly id: string; readonly name: string }>(rows: readonly T[]) {
  const page = rows.slice(0, PAGE);
  const last = rows.length > PAGE ? page.at(-1)! : null;
  return { page, next: last && { name: last.name, id: last.id } };
}

/** Plans kept to start others from. */
export const listPlanTemplates = defineUseCase("planTemplates.list", ["coach"], (scope, { after }) =>
  answerIn(scope, async (tx) => {
    const { page, next } = paged(await db.templatePage(tx, "plan", after, PAGE + 1));
    const templates = page.map(({ id, name, document }) => {
      const { phases, days, inTurn } = upcastPlan(document) as PlanTemplate;
      return { id, name, phases, days, inTurn };
    });
    return ok({ templates, next });
  }),
);

export const keepPlanTemplate = defineUseCase("planTemplates.keep", ["coach"], (scope, { planId, name }) =>
  answerIn(scope, async (tx) => {
    const row = await db.planRow(tx, planId);
    if (!row) return notFound;
    if (name.trim() === "") return refused("name", "Give the template a name.");
    const id = newId();
    const document = templateOf(planOf(row));
    await db.insertTemplate(tx, { studioId: scope.studioId, id, kind: "plan", name: name.trim(), document });
    return ok({ templateId: id });
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
