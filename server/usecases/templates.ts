/** Sessions, blocks and plans kept to start others from. */
import { readDocumentSteps, runYielding, upcastPlan } from "../../contract";
import { lastOf, type PlanTemplate, type SessionDocument, templateOf, withoutSessionChanges } from "../../core";
import { isOfStructure, type TemplateLine } from "../../views";
import { planOf, readStored } from "../context/documents";
import { studioOf } from "../context/studio";
import { newId } from "../db";
import * as db from "../db/queries";
import { deleteTemplate, insertTemplate, templatePage } from "../db/templates";
import { answerIn, defineUseCase, notFound, ok, refused } from "./kit";

const PAGE = 60;
/** So many kept blocks or sessions are looked through at a time. */
const MOST_SEARCHED = 500;

export const listTemplates = defineUseCase("templates.list", ["coach"], (scope, { kind, search, after }) =>
  answerIn(scope, async (tx) => {
    const studio = await studioOf(tx);
    const wanted = search.trim();
    // Plans are found by name; blocks and sessions also by what they are made of, which only their documents say.
    const isByStructure = wanted !== "" && kind !== "plan";
    const all = await templatePage(
      tx,
      { kind, search: isByStructure ? "" : wanted, after },
      isByStructure ? MOST_SEARCHED : PAGE + 1,
    );
    const rows = isByStructure
      ? all.filter(({ name, document }) => {
          const stored = readStored(document as SessionDocument, studio);
          return (
            name.toLowerCase().includes(wanted.toLowerCase()) ||
            isOfStructure(wanted, { name, document: stored }, studio)
          );
        })
      : all;
    const page = rows.slice(0, PAGE);
    const last = rows.length > PAGE ? lastOf(page) : null;
    const templates = page.map(({ id, name, document }): TemplateLine => {
      if (kind !== "plan") return { id, name, kind, document: readStored(document as SessionDocument, studio) };
      const { phases, days, inTurn } = upcastPlan(document) as PlanTemplate;
      return { id, name, kind, plan: { phases, days, inTurn } };
    });
    return ok({ templates, next: last && { name: last.name, id: last.id } });
  }),
);

export const keepTemplate = defineUseCase("templates.keep", ["coach"], (scope, { name, of }) =>
  answerIn(scope, async (tx) => {
    if (name.trim() === "") return refused("name", "Give the template a name.");
    const id = newId();
    const keep = (document: SessionDocument | PlanTemplate) =>
      insertTemplate(tx, { studioId: scope.studioId, id, kind: of.kind, name: name.trim(), document });
    if (of.kind === "plan") {
      const row = await db.planRow(tx, of.planId);
      if (!row) return notFound;
      await keep(templateOf(planOf(row)));
      return ok({ templateId: id });
    }
    const { catalogue } = await studioOf(tx);
    const read = await runYielding(readDocumentSteps(of.document, catalogue));
    if (!read.ok) return { kind: "refused" as const, problems: read.problems };
    if (read.value.blocks.length === 0 && !read.value.finisher)
      return refused("of.document", "There is no lift in it yet.");
    // Of no gym: another client may train elsewhere.
    await keep({ ...withoutSessionChanges(read.value), gymId: null });
    return ok({ templateId: id });
  }),
);

export const removeTemplate = defineUseCase("templates.remove", ["coach"], (scope, { templateId }) =>
  answerIn(scope, async (tx) => ((await deleteTemplate(tx, templateId)) ? ok({}) : notFound)),
);
