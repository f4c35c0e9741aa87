/** Sessions, blocks and plans kept to start others from. */
import { readDocumentSteps, runYielding, upcastPlan } from "../../contract";
import { lastOf, type PlanTemplate, type SessionDocument, templateOf, withoutSessionChanges } from "../../core";
import { isOfStructure, type TemplateKind, type TemplateLine } from "../../views";
import { planOf, readStored } from "../context/documents";
import { type StudioContext, studioOf } from "../context/studio";
import { newId, type Transaction } from "../db";
import * as db from "../db/queries";
import { deleteTemplate, insertTemplate, type TemplateRow, templatePage } from "../db/templates";
import { answerIn, defineUseCase, notFound, ok, readIn, refused } from "./kit";

const PAGE = 60;
/** So many kept blocks or sessions are read at a time where they are looked through. */
const SEARCHED_AT_ONCE = 200;

export const listTemplates = defineUseCase("templates.list", ["coach"], (scope, { kind, search, after }) =>
  readIn(scope, async (tx) => {
    const studio = await studioOf(tx);
    const wanted = search.trim();
    // Plans are found by name; blocks and sessions also by what they are made of, which only their documents say.
    const isByStructure = wanted !== "" && kind !== "plan";
    const rows = isByStructure
      ? await templatesOfStructure(tx, { kind, wanted, after }, studio)
      : await templatePage(tx, { kind, search: wanted, after }, PAGE + 1);
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

/** Kept blocks or sessions, by name or by what they are made of, at least a page of them where there are so many. */
async function templatesOfStructure(
  tx: Transaction,
  {
    kind,
    wanted,
    after,
  }: { readonly kind: TemplateKind; readonly wanted: string; readonly after: db.NamePlace | null },
  studio: StudioContext,
): Promise<TemplateRow[]> {
  const found: TemplateRow[] = [];
  let from = after;
  while (found.length <= PAGE) {
    const rows = await templatePage(tx, { kind, search: "", after: from }, SEARCHED_AT_ONCE);
    const isWanted = ({ name, document }: TemplateRow) =>
      name.toLowerCase().includes(wanted.toLowerCase()) ||
      isOfStructure(wanted, { name, document: readStored(document as SessionDocument, studio) }, studio);
    found.push(...rows.filter(isWanted));
    if (rows.length < SEARCHED_AT_ONCE) break;
    from = lastOf(rows);
  }
  return found;
}

export const keepTemplate = defineUseCase("templates.keep", ["coach"], (scope, { name, of }) =>
  answerIn(scope, async (tx) => {
    if (name.trim() === "") return refused("name", "Give the template a name.");
    const id = newId();
    const kind = of.kind === "planFile" ? "plan" : of.kind;
    const keep = (document: SessionDocument | PlanTemplate) =>
      insertTemplate(tx, { studioId: scope.studioId, id, kind, name: name.trim(), document });
    if (of.kind === "planFile") {
      const plan = of.plan as PlanTemplate;
      const { catalogue: here } = await studioOf(tx);
      for (const day of plan.days) {
        const base = await runYielding(readDocumentSteps(day.base, here));
        if (!base.ok) return { kind: "refused" as const, problems: base.problems };
      }
      await keep(templateOf(plan));
      return ok({ templateId: id });
    }
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
