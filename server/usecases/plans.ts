/** Plans: a document a plan, changed by edits; its sessions become rows when they are opened. */
import { planProblems, presentIds } from "../../contract";
import {
  appended,
  applyPlanEdits,
  dateIn,
  dateOfDay,
  daysInWeek,
  diffDocuments,
  foundIn,
  lastingSession,
  mergeEdits,
  newPlan,
  type PlanDocument,
  type PlanEdit,
  type PlanPatch,
  patchDayId,
  placeSpan,
  planWeeks,
  purposeOfWeek,
  sessionOfWeek,
  validateDocument,
  type WeekState,
  weekOfDate,
} from "../../core";
import type { PlanView } from "../../views";
import { planOf, readStored } from "../context/documents";
import { createSession, saveEdits } from "../context/saving";
import { type StudioContext, studioOf } from "../context/studio";
import { newId, type Scope, type Transaction } from "../db";
import * as db from "../db/queries";
import { answerIn, conflict, defineUseCase, notFound, type Outcome, ok, readIn, refused } from "./kit";

export const showPlans = defineUseCase("plans.show", ["coach"], (scope, { clientId }) =>
  readIn(scope, async (tx) => {
    if (!(await db.clientRow(tx, clientId))) return notFound;
    const plans: PlanView[] = [];
    for (const row of await db.plansOfClient(tx, clientId)) plans.push(await viewPlan(tx, row));
    return ok({ plans });
  }),
);

async function viewPlan(tx: Transaction, row: db.PlanRow): Promise<PlanView> {
  const sessions = (await db.sessionsOfPlan(tx, row.id)).flatMap(({ id, dayId, week, state, copy }) =>
    dayId !== null && week !== null ? [{ id, dayId, week, state, wasSent: copy !== null }] : [],
  );
  return { id: row.id, clientId: row.clientId, revision: row.revision, plan: planOf(row), sessions };
}

export const createPlan = defineUseCase(
  "plans.create",
  ["coach"],
  (scope, { clientId, name, startDate, phases, days, inTurn }) =>
    answerIn(scope, async (tx) => {
      const client = await db.clientRow(tx, clientId, true);
      if (!client) return notFound;
      if (name.trim() === "") return refused("name", "Give the plan a name.");
      const id = newId();
      const begun = newPlan(name.trim(), { phases, days: presentIds(days), inTurn }, startDate);
      // What was aimed at before there was a plan is what this one is for.
      const document = { ...begun, goals: client.goals };
      const problem = problemOf(document, await studioOf(tx));
      if (problem) return refused(problem.field, problem.message);
      await db.insertPlan(tx, { studioId: scope.studioId, id, clientId, document });
      if (client.goals.length > 0) await db.updateClient(tx, clientId, { goals: [] });
      return ok({ planId: id });
    }),
);

/**
 * Changes of a plan. A change for weeks that were performed or lie in the past is refused, or starts at the next open week,
 * which is said; so is a week whose copy was sent.
 */
export const editPlan = defineUseCase("plans.edit", ["coach"], (scope, input, { nowMs }) =>
  answerIn(scope, async (tx) => {
    const changed = await changePlan(tx, scope, input, nowMs);
    if (changed.kind !== "ok") return changed;
    const { revision, notes } = changed.value;
    return ok({ revision, notes });
  }),
);

interface PlanEdits {
  readonly planId: string;
  /** Null: whatever it is now. */
  readonly revision: number | null;
  readonly edits: readonly PlanEdit[];
}

/** Changes a plan in a transaction; `inverse` puts it back. */
export async function changePlan(
  tx: Transaction,
  scope: Scope,
  { planId, revision: seen, edits }: PlanEdits,
  nowMs: number,
): Promise<Outcome<{ revision: number; notes: readonly string[]; inverse: readonly PlanEdit[]; clientId: string }>> {
  const row = await db.planRow(tx, planId, true);
  if (!row) return notFound;
  if (seen !== null && row.revision !== seen) return conflict("This plan was changed elsewhere since you opened it.");
  const studio = await studioOf(tx);
  const plan = planOf(row);
  const { sessions } = await viewPlan(tx, row);
  const today = dateIn(studio.region.timeZone, nowMs);
  const placed = placeEdits(plan, presentIds(edits), sessions, today);
  if (placed.refusal) return refused("edits", placed.refusal);
  const edited = applyPlanEdits(plan, placed.edits);
  if (!edited.ok) return conflict(edited.message);
  const problem = problemOf(edited.plan, studio);
  if (problem) return refused(problem.field, problem.message);
  const revision = row.revision + 1;
  await db.savePlan(tx, row.id, edited.plan, revision);
  const kept = await carryIntoDrafts(tx, scope, studio, { planId: row.id, before: plan, after: edited.plan });
  return ok({ revision, notes: [...placed.notes, ...kept], inverse: edited.inverse, clientId: row.clientId });
}

/** Every week's session of the changed plan must be sound, also with its patches. */
function problemOf(plan: PlanDocument, { catalogue }: StudioContext): { field: string; message: string } | null {
  const [problem] = planProblems(plan);
  if (problem) return problem;
  for (const day of plan.days) {
    const weeks = new Set([0, ...plan.patches.flatMap(({ span }) => (span.kind === "phase" ? [] : [span.week]))]);
    for (const week of weeks) {
      const [wrong] = validateDocument(sessionOfWeek(plan, day.id, week)!.document, catalogue);
      if (wrong) return { field: `days.${day.id}`, message: wrong.message };
    }
  }
  return null;
}

interface PlacedEdits {
  readonly edits: readonly PlanEdit[];
  readonly notes: readonly string[];
  readonly refusal: string | null;
}

function placeEdits(
  plan: PlanDocument,
  edits: readonly PlanEdit[],
  sessions: PlanView["sessions"],
  today: string,
): PlacedEdits {
  const notes: string[] = [];
  const placed: PlanEdit[] = [];
  const thisWeek = weekOfDate(plan, today) ?? (today < plan.startDate ? 0 : planWeeks(plan));
  for (const edit of edits) {
    if (edit.kind === "insert" && edit.list === "moved") {
      const { dayId, week } = edit.item;
      if (sessions.some((one) => one.dayId === dayId && one.week === week && one.state !== "draft"))
        return { edits: [], notes: [], refusal: "That session has been trained; it stays where it was." };
    }
    if (edit.kind !== "insert" || edit.list !== "patches") {
      placed.push(edit);
      continue;
    }
    const { item } = edit;
    const stateOf = (week: number): WeekState => {
      const rows = sessions.filter(
        (one) => one.week === week && patchDayId(plan, one.dayId, week, item.span) === item.dayId,
      );
      if (rows.some(({ state }) => state !== "draft")) return "performed";
      if (week < thisWeek) return "past";
      return rows.some(({ wasSent }) => wasSent) ? "sent" : "open";
    };
    const where = placeSpan(plan, item.span, stateOf);
    if (!where)
      return { edits: [], notes: [], refusal: "That week has been trained or has gone by; it stays as it was." };
    if (where.movedFrom !== null && where.span.kind === "fromWeek")
      notes.push(`Week ${where.movedFrom + 1} stays as it was; the change starts in week ${where.span.week + 1}.`);
    for (const week of where.sentWeeks)
      notes.push(`Week ${week + 1} was sent: the client's copy stays until you send it again.`);
    placed.push({ ...edit, item: { ...item, span: where.span } });
  }
  return { edits: placed, notes, refusal: null };
}

/** A plan before and after a change, and how the change is said. */
interface PlanChange {
  readonly planId: string;
  readonly before: PlanDocument;
  readonly after: PlanDocument;
  /** A session that is what the plan says now. */
  readonly without?: string;
}

/**
 * Sessions that are rows and still drafts follow their plan: what changed of it is changed in them, beside what was changed at
 * the desk. What the desk and the plan both changed stays as the desk has it, and is said. A copy that a client was sent stays
 * as it is; that the session differs from it since is said at the desk.
 */
async function carryIntoDrafts(
  tx: Transaction,
  scope: Scope,
  studio: StudioContext,
  { planId, before, after, without }: PlanChange,
): Promise<string[]> {
  const notes: string[] = [];
  const ofPlan = await db.sessionsOfPlan(tx, planId);
  const drafts = ofPlan.filter(({ id, state }) => state === "draft" && id !== without).map(({ id }) => id);
  const rows = new Map((await db.lockSessions(tx, drafts)).map((row) => [row.id, row]));
  for (const { id, dayId, week } of ofPlan) {
    const row = rows.get(id);
    if (row?.state !== "draft" || dayId === null || week === null || id === without) continue;
    const [old, wanted] = [sessionOfWeek(before, dayId, week), sessionOfWeek(after, dayId, week)];
    if (old && !wanted)
      notes.push(`${old.document.title || "A session"}, week ${week + 1}, was opened already and stays.`);
    if (!old || !wanted) continue;
    const day = foundIn(after.days, (one) => one.id === dayId);
    const date = dateOfDay(after, day, week);
    await db.updateSession(tx, id, { date, purpose: purposeOfWeek(after, week) });
    const edits = diffDocuments(old.document, wanted.document);
    if (edits.length === 0) continue;
    const stored = readStored(row.document, studio);
    // The gym of a row is filled in when it is opened.
    const opened = { ...old.document, gymId: old.document.gymId ?? stored.gymId };
    const { taken, conflicts } = mergeEdits(opened, diffDocuments(opened, stored), edits);
    const change = { sessionId: id, revision: row.revision, edits: taken };
    const isSaved = taken.length === 0 || (await saveEdits(tx, scope, studio, change)).kind === "ok";
    if (conflicts.length > 0 || !isSaved)
      notes.push(`${day.name}, week ${week + 1}: what was changed at the desk stays as it is there.`);
  }
  return notes;
}

/** A session's changes, for its week alone so far, from its week on: a patch of its day in the place of those for the week. */
export const keepFromSession = defineUseCase("plans.keepFromSession", ["coach"], (scope, { sessionId }) =>
  answerIn(scope, async (tx) => {
    const planId = (await db.sessionRow(tx, sessionId))?.planId ?? null;
    const row = planId === null ? null : await db.planRow(tx, planId, true);
    const session = row && (await db.sessionRow(tx, sessionId, "toChange"));
    if (!row || !session || session.planDayId === null || session.planWeek === null) return notFound;
    if (session.state !== "draft")
      return conflict("This session has been started: the coming weeks are changed there.");
    const { planDayId: dayId, planWeek: week } = session;
    const studio = await studioOf(tx);
    const plan = planOf(row);
    const lasting = lastingSession(plan, dayId, week);
    if (!lasting) return conflict("The day of this session is not in the plan any more.");
    const edits = diffDocuments(lasting, { ...readStored(session.document, studio), gymId: lasting.gymId });
    if (edits.length === 0) return ok({ notes: [] });
    const span = { kind: "fromWeek", week } as const;
    const patch: PlanPatch = { id: newId(), dayId: patchDayId(plan, dayId, week, span), edits, span, note: "" };
    const ofWeek = plan.patches.filter(
      ({ dayId: id, span }) => id === dayId && span.kind === "onlyWeek" && span.week === week,
    );
    const edited = applyPlanEdits(plan, [
      ...appended(plan, "patches", [patch]),
      ...ofWeek.map(({ id }): PlanEdit => ({ kind: "remove", list: "patches", id })),
    ]);
    if (!edited.ok) return conflict(edited.message);
    const problem = problemOf(edited.plan, studio);
    if (problem) return refused(problem.field, problem.message);
    await db.savePlan(tx, row.id, edited.plan, row.revision + 1);
    const change = { planId: row.id, before: plan, after: edited.plan, without: sessionId };
    return ok({ notes: await carryIntoDrafts(tx, scope, studio, change) });
  }),
);

/** The session of a day in a week as a row: the one there is, or made from the plan. */
export const openPlanSession = defineUseCase("plans.openSession", ["coach"], (scope, { planId, dayId, week }) =>
  answerIn(scope, async (tx) => {
    const row = await db.planRow(tx, planId, true);
    if (!row) return notFound;
    const plan = planOf(row);
    const day = daysInWeek(plan, week).find((one) => one.id === dayId);
    if (!day || week >= planWeeks(plan)) return notFound;
    const known = await db.sessionOfPlan(tx, planId, dayId, week);
    if (known) return ok({ sessionId: known.id });
    const client = await db.clientRow(tx, row.clientId);
    const studio = await studioOf(tx);
    const { document: planned } = sessionOfWeek(plan, dayId, week)!;
    const document = { ...planned, gymId: planned.gymId ?? client?.gymId ?? null };
    const sessionId = newId();
    await createSession(tx, studio, {
      studioId: scope.studioId,
      id: sessionId,
      clientId: row.clientId,
      planId,
      planDayId: dayId,
      planWeek: week,
      date: dateOfDay(plan, day, week),
      purpose: purposeOfWeek(plan, week),
      document,
    });
    return ok({ sessionId });
  }),
);
