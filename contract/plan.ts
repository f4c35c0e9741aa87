/** Plans as they are stored and changed. */
import {
  type Absence,
  DOCUMENT_VERSION,
  type Goal,
  keysOf,
  type MovedSession,
  PHASE_WORDS,
  PLAN_LIMITS,
  PLAN_VERSION,
  type PlanDay,
  type PlanDocument,
  type PlanEdit,
  type PlanList,
  type PlanPatch,
  type PlanPhase,
} from "../core";
import { documentSchema, editSchema, weightSchema } from "./document";
import { upcastDocument } from "./document-versions";
import { presentIds } from "./renamed";
import {
  boundedText,
  type Checked,
  check,
  checked,
  discriminatedUnion,
  type Fields,
  finiteNumber,
  identifier,
  integer,
  isoDate,
  listOf,
  nonEmptyString,
  nullable,
  oneField,
  oneOfNumbers,
  oneOfTexts,
  type Schema,
  schemaBy,
  strictObject,
} from "./schema";

const week = integer(0, PLAN_LIMITS.weeks - 1);
const phaseFields = {
  kind: oneOfTexts(...keysOf(PHASE_WORDS)),
  name: boundedText(80),
  weeks: integer(1, PLAN_LIMITS.weeks),
  methodId: nullable(boundedText(80)),
  rampPercent: finiteNumber(-50, 50),
  shift: strictObject({
    setsPercent: finiteNumber(-100, 100),
    loadPercent: finiteNumber(-50, 50),
    rir: finiteNumber(-5, 5),
  }),
} satisfies Fields<Omit<PlanPhase, "id">>;
const dayFields = {
  name: boundedText(80),
  placed: discriminatedUnion({ weekday: { weekday: integer(0, 6) }, inTurn: {} }),
  timeOfDay: nullable(integer(0, 24 * 60 - 1)),
  lastWeek: nullable(week),
} satisfies Fields<Omit<PlanDay, "id" | "base">>;
const patchFields = {
  dayId: identifier(),
  edits: listOf(editSchema, 400),
  span: discriminatedUnion({ onlyWeek: { week }, fromWeek: { week }, phase: { phaseId: identifier() } }),
  note: boundedText(500),
} satisfies Fields<Omit<PlanPatch, "id">>;
const absenceFields = { from: isoDate(), until: isoDate(), gymId: nullable(identifier()) } satisfies Fields<
  Omit<Absence, "id">
>;
const goalFields = {
  lineage: nonEmptyString(300),
  exerciseId: identifier(),
  load: weightSchema,
  reps: integer(1, 100),
  byDate: isoDate(),
} satisfies Fields<Omit<Goal, "id">>;

const movedFields = { dayId: identifier(), week, to: nullable(isoDate()) } satisfies Fields<Omit<MovedSession, "id">>;

const id = identifier();
export const goalSchema = strictObject({ id, ...goalFields });
const LISTS = {
  phases: { fields: phaseFields, item: strictObject({ id, ...phaseFields }) },
  days: { fields: dayFields, item: strictObject({ id, ...dayFields, base: documentSchema }) },
  patches: { fields: patchFields, item: strictObject({ id, ...patchFields }) },
  absences: {
    fields: absenceFields,
    item: checked(strictObject({ id, ...absenceFields }), "ends before it begins", ({ from, until }) => from <= until),
  },
  goals: { fields: goalFields, item: goalSchema },
  moved: { fields: movedFields, item: strictObject({ id, ...movedFields }) },
} as const satisfies Record<PlanList, unknown>;

const inTurn = nullable(integer(2, PLAN_LIMITS.days));
const planFields = {
  name: boundedText(120),
  startDate: isoDate(),
  missed: oneOfTexts("move", "merge", "drop"),
  inTurn,
};

export const planSchema: Schema<PlanDocument> = strictObject({
  version: oneOfNumbers(PLAN_VERSION),
  ...planFields,
  phases: listOf(LISTS.phases.item, PLAN_LIMITS.phases, 1),
  days: listOf(LISTS.days.item, PLAN_LIMITS.days),
  patches: listOf(LISTS.patches.item, PLAN_LIMITS.patches),
  absences: listOf(LISTS.absences.item, PLAN_LIMITS.absences),
  goals: listOf(LISTS.goals.item, PLAN_LIMITS.goals),
  moved: listOf(LISTS.moved.item, PLAN_LIMITS.moved),
});

/** What a plan is begun with. */
export const planStart = {
  phases: listOf(LISTS.phases.item, PLAN_LIMITS.phases, 1),
  days: listOf(LISTS.days.item, PLAN_LIMITS.days),
  inTurn,
};

const none = oneOfTexts("a known change") as Schema<unknown>;

/** A change of a plan. */
export const planEditSchema: Schema<PlanEdit> = schemaBy((value) => {
  const edit = (typeof value === "object" ? value : null) as { kind?: string; list?: string } | null;
  const kind = oneOfTexts(edit?.kind ?? "");
  if (edit?.kind === "setPlan") return oneField({ kind }, planFields);
  if (edit?.kind === "editDay") return strictObject({ kind, dayId: id, edits: listOf(editSchema, 400) });
  if (!edit?.list || !Object.hasOwn(LISTS, edit.list)) return none;
  const { item, fields } = LISTS[edit.list as PlanList];
  const list = oneOfTexts(edit.list);
  const after = nullable(id);
  switch (edit.kind) {
    case "insert":
      return strictObject({ kind, list, item: item as Schema<unknown>, after });
    case "remove":
      return strictObject({ kind, list, id });
    case "move":
      return strictObject({ kind, list, id, after });
    case "set":
      return oneField({ kind, list, id }, fields);
    default:
      return none;
  }
});

/** A plan from outside: its shape, then what must agree. */
export function readPlan(stored: unknown): Checked<PlanDocument> {
  const shaped = check(planSchema, upcastPlan(stored));
  if (!shaped.ok) return shaped;
  const problems = planProblems(shaped.value);
  return problems.length > 0 ? { ok: false, problems } : shaped;
}

/** Whether a stored plan has the shape of this build, its days' sessions too: it was checked when it was written so. */
export const isPresentPlan = (stored: PlanDocument): boolean =>
  stored.version === PLAN_VERSION &&
  stored.days.length > 0 &&
  stored.days.every(({ base, placed, lastWeek }) => {
    const { kind } = placed as { readonly kind: string };
    return base.version === DOCUMENT_VERSION && kind !== "rotation" && lastWeek !== undefined;
  }) &&
  stored.phases.every(({ rampPercent }) => rampPercent !== undefined) &&
  stored.moved !== undefined &&
  stored.inTurn !== undefined;

/** A stored plan with its days' sessions as this build reads them. */
export function upcastPlan(stored: unknown): unknown {
  const plan = stored as PlanDocument | null;
  if (typeof plan !== "object" || !Array.isArray(plan?.days)) return stored;
  // Phases from before sets could ramp did not.
  const phases = (plan.phases ?? []).map((phase) => ({ ...phase, rampPercent: phase.rampPercent ?? 0 }));
  const { patches, goals } = presentIds({ patches: plan.patches, goals: plan.goals });
  // Plans from before sessions could be moved have none that were.
  const moved = plan.moved ?? [];
  // Days in a rotation stood every other day, the first on Monday.
  const placed = ({ placed: as }: PlanDay): PlanDay["placed"] => {
    const before = as as PlanDay["placed"] | { readonly kind: "rotation"; readonly place: number };
    return before.kind === "rotation" ? { kind: "weekday", weekday: Math.min(6, 2 * before.place) } : before;
  };
  const days = plan.days.map((day) => ({
    ...day,
    placed: placed(day),
    lastWeek: day.lastWeek ?? null,
    base: upcastDocument(day.base),
  }));
  return { ...plan, phases, patches, goals, moved, inTurn: plan.inTurn ?? null, days };
}

export function planProblems(plan: PlanDocument): { field: string; message: string }[] {
  const problems: { field: string; message: string }[] = [];
  const weeks = plan.phases.reduce((total, phase) => total + phase.weeks, 0);
  if (weeks > PLAN_LIMITS.weeks)
    problems.push({ field: "phases", message: `A plan has at most ${PLAN_LIMITS.weeks} weeks.` });
  const days = new Set(plan.days.map((day) => day.id));
  const phases = new Set(plan.phases.map((phase) => phase.id));
  plan.patches.forEach((patch, index) => {
    if (!days.has(patch.dayId))
      problems.push({ field: `patches.${index}`, message: "The day of this change is not in the plan." });
    if (patch.span.kind === "phase" && !phases.has(patch.span.phaseId))
      problems.push({ field: `patches.${index}`, message: "The phase of this change is not in the plan." });
  });
  if (plan.inTurn !== null && plan.inTurn > plan.days.length)
    problems.push({ field: "inTurn", message: "More sessions go in turn than the plan has." });
  if (plan.inTurn === null && plan.days.some(({ placed }) => placed.kind === "inTurn"))
    problems.push({ field: "days", message: "A session without a weekday stands only where sessions go in turn." });
  if (plan.days.length > 0 && plan.days.every(({ placed }) => placed.kind === "inTurn"))
    problems.push({ field: "days", message: "Put one session on a weekday at the least." });
  plan.moved.forEach((one, index) => {
    if (!days.has(one.dayId))
      problems.push({ field: `moved.${index}`, message: "The day of this session is not in the plan." });
  });
  for (const list of keysOf(LISTS)) {
    const ids = plan[list].map((item) => item.id);
    if (new Set(ids).size < ids.length) problems.push({ field: list, message: "An id is used twice." });
  }
  return problems;
}
