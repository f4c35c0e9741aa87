/**
 * A template as a file that another studio reads: exercises by id and name, no load that was anybody's own, no gym. What is read is
 * checked like any input; an exercise that is not known here is found by its name, or keeps its place under that name.
 */
import {
  allBlocks,
  type Catalogue,
  documentForClient,
  findExercise,
  isPlaceholder,
  lineageOf,
  type PlanTemplate,
  placeholderId,
  type SessionDocument,
} from "../core";
import type { TemplateLine } from "../views/views";
import { documentSchema } from "./document";
import { upcastDocument } from "./document-versions";
import { planStart } from "./plan";
import { check, strictObject, type TypeOf } from "./schema";

export const TEMPLATE_FORMAT = "yarvex template";
const VERSION = 1;
/** What a file may hold at the most; a plan of many days has a tenth of it. */
export const MOST_TEMPLATE_BYTES = 1_000_000;

const planTemplate = strictObject(planStart);

interface TemplateFile {
  readonly format: typeof TEMPLATE_FORMAT;
  readonly version: typeof VERSION;
  readonly kind: TemplateLine["kind"];
  readonly name: string;
  /** By id the name of each exercise in it. */
  readonly exercises: Readonly<Record<string, string>>;
  readonly document?: SessionDocument;
  readonly plan?: PlanTemplate;
}

const planWith = (plan: PlanTemplate, change: (document: SessionDocument) => SessionDocument): PlanTemplate => ({
  ...plan,
  days: plan.days.map((day) => ({ ...day, base: change(day.base) })),
});

const idsIn = (document: SessionDocument): string[] =>
  allBlocks(document).flatMap(({ slots }) =>
    slots.flatMap(({ exerciseId, sets }) => [
      exerciseId,
      ...sets.flatMap((set) => set?.segments.flatMap((segment) => segment.exerciseId ?? []) ?? []),
    ]),
  );

/** The file's text. */
export function templateFileText(template: TemplateLine, catalogue: Catalogue): string {
  const document = template.kind === "plan" ? null : documentForClient(template.document);
  const plan = template.kind === "plan" ? planWith(template.plan, documentForClient) : null;
  const ids = document ? idsIn(document) : plan!.days.flatMap(({ base }) => idsIn(base));
  const file: TemplateFile = {
    ...{ format: TEMPLATE_FORMAT, version: VERSION, kind: template.kind, name: template.name },
    exercises: Object.fromEntries([...new Set(ids)].sort().map((id) => [id, catalogue.byId.get(id)?.name ?? id])),
    ...(document ? { document } : {}),
    ...(plan ? { plan } : {}),
  };
  return `${JSON.stringify(file, null, 2)}\n`;
}

type Kept =
  | { readonly kind: "session" | "block"; readonly document: SessionDocument }
  | { readonly kind: "planFile"; readonly plan: TypeOf<typeof planTemplate> };

export type TemplateFileRead =
  | { readonly ok: true; readonly name: string; readonly of: Kept }
  | { readonly ok: false; readonly why: string };

/** What a file holds, with the exercises of this studio in it. */
export function readTemplateFile(text: string, catalogue: Catalogue): TemplateFileRead {
  const failed = (why: string): TemplateFileRead => ({ ok: false, why });
  let file: Partial<TemplateFile> | null;
  try {
    file = JSON.parse(text) as Partial<TemplateFile> | null;
  } catch {
    return failed("This is no template: the file is not JSON.");
  }
  if (typeof file !== "object" || file?.format !== TEMPLATE_FORMAT)
    return failed("This file is no template of a session or a plan.");
  if (file.version !== VERSION) return failed("This template is of a newer kind than this program reads.");
  const names = typeof file.exercises === "object" && file.exercises !== null ? file.exercises : {};
  const known = new Map<string, string>();
  const idHere = (id: string): string => {
    const before = known.get(id);
    if (before) return before;
    const name = Object.hasOwn(names, id) ? String(names[id]) : id;
    const found =
      catalogue.byId.has(id) || isPlaceholder(id)
        ? id
        : (findExercise(catalogue, name)?.exercise.id ?? placeholderId(name));
    known.set(id, found);
    return found;
  };
  const here = (document: SessionDocument): SessionDocument => withExercises(document, idHere);
  const name = typeof file.name === "string" ? file.name.trim().slice(0, 120) : "";
  if (name === "") return failed("This template has no name.");
  if (file.kind === "plan") {
    const read = check(planTemplate, file.plan);
    if (!read.ok) return failed(faultWords(read.problems[0]));
    return {
      ok: true,
      name,
      of: { kind: "planFile", plan: planWith(read.value as PlanTemplate, here) as TypeOf<typeof planTemplate> },
    };
  }
  if (file.kind !== "session" && file.kind !== "block")
    return failed("This file is no template of a session or a plan.");
  const read = check(documentSchema, upcastDocument(file.document));
  if (!read.ok) return failed(faultWords(read.problems[0]));
  return { ok: true, name, of: { kind: file.kind, document: documentForClient(here(read.value)) } };
}

const faultWords = (problem: { readonly field: string; readonly message: string } | undefined): string =>
  `This template cannot be read: ${problem ? `${problem.field} ${problem.message}` : "it is damaged"}.`;

function withExercises(document: SessionDocument, idHere: (id: string) => string): SessionDocument {
  const inBlock = (block: SessionDocument["blocks"][number]) => ({
    ...block,
    slots: block.slots.map((slot) => {
      const exerciseId = idHere(slot.exerciseId);
      return {
        ...slot,
        exerciseId,
        lineage: exerciseId === slot.exerciseId ? slot.lineage : lineageOf(exerciseId, slot.setup),
        sets: slot.sets.map(
          (set) =>
            set && {
              ...set,
              segments: set.segments.map((segment) => ({
                ...segment,
                exerciseId: segment.exerciseId === null ? null : idHere(segment.exerciseId),
              })),
            },
        ),
      };
    }),
  });
  return {
    ...document,
    blocks: document.blocks.map(inBlock),
    finisher: document.finisher && inBlock(document.finisher),
  };
}
