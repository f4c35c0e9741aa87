/** The weeks of a client: the plan with the log, the gyms and the settings that it is computed by. */
import { type Output, readEquipment } from "../../contract";
import { addDays, dateIn, lineagesIn, type PlanDocument, planWeeks, sameValue, sessionOfWeek } from "../../core";
import type { PlanSession, WeeksView } from "../../views";
import { planOf, readStored } from "../context/documents";
import { bodyMassKgOn, knownLifts, liftsOf } from "../context/record";
import { type StudioContext, studioOf } from "../context/studio";
import type { Transaction } from "../db";
import * as db from "../db/queries";
import { answerIn, defineUseCase, notFound, ok } from "./kit";

/** There is no client yet. */
const NOBODY: Output<"weeks.show"> = { view: null };

export const showWeeks = defineUseCase("weeks.show", ["coach"], (scope, { clientId, planId }, { nowMs }) =>
  answerIn(scope, async (tx) => {
    const clients = await db.clientNames(tx);
    const id = clientId ?? clients[0]?.id;
    if (id === undefined) return ok(NOBODY);
    const row = await db.clientRow(tx, id);
    if (!row) return notFound;
    const studio = await studioOf(tx);
    const today = dateIn(studio.region.timeZone, nowMs);
    const rows = await db.plansOfClient(tx, id);
    const read = rows.map((one) => ({ id: one.id, revision: one.revision, document: planOf(one) }));
    const holds = ({ document }: (typeof read)[number]) =>
      document.startDate <= today && today < addDays(document.startDate, 7 * planWeeks(document));
    const plan = read.find((one) => one.id === planId) ?? read.findLast(holds) ?? read.at(-1) ?? null;
    const known = await knownLifts(tx, scope.studioId, id, studio);
    const lineages = plan ? [...new Set(plan.document.days.flatMap((day) => lineagesIn(day.base)))] : [];
    const view: WeeksView = {
      today,
      settings: studio.settings,
      exercises: studio.exercises,
      clients: clients.map((client) => ({ id: client.id, name: client.name })),
      client: {
        id,
        name: row.name,
        trainingAge: row.trainingAge,
        rounding: row.rounding,
        minutes: row.minutes,
        priorities: row.priorities,
        gymId: row.gymId,
        unit: row.unit,
        bodyMassKg: await bodyMassKgOn(tx, id, today),
        limits: row.limitList,
        likes: row.likes,
        dislikes: row.dislikes,
        days: row.days,
        goals: row.goals,
        birthYear: row.birthYear,
        isInactive: row.readiness?.yes.includes("inactive") ?? false,
      },
      gyms: (await db.gymRows(tx)).map((gym) => ({
        id: gym.id,
        name: gym.name,
        equipment: readEquipment(gym.equipment),
      })),
      plans: read.map(({ id: one, document }) => ({ id: one, name: document.name })),
      plan,
      sessions: plan ? await sessionsOf(tx, plan, studio) : [],
      lifts: await liftsOf(tx, { clientId: id, until: today, lineages }, studio),
      known: known.map(({ lineage, exerciseId, e1rmKg }) => ({ lineage, exerciseId, e1rmKg })),
    };
    return ok<Output<"weeks.show">>({ view });
  }),
);

async function sessionsOf(
  tx: Transaction,
  plan: { readonly id: string; readonly document: PlanDocument },
  studio: StudioContext,
): Promise<PlanSession[]> {
  const rows = await db.sessionsOfPlan(tx, plan.id);
  return rows.flatMap(({ dayId, week, document: stored, ...rest }): PlanSession[] => {
    if (dayId === null || week === null) return [];
    const document = stored && readStored(stored, studio);
    const planned = document && sessionOfWeek(plan.document, dayId, week)?.document;
    // The gym of a row is filled in when it is opened.
    const isAsPlanned = !planned || sameValue({ ...planned, gymId: null }, { ...document, gymId: null });
    return [{ ...rest, dayId, week, own: isAsPlanned ? null : document }];
  });
}
