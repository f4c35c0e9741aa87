/** What a client's weeks are computed from: a plan with the log, the gyms and the settings. */
import { readEquipment } from "../../contract";
import { lineagesIn, type PlanDocument, sameValue, sessionOfWeek } from "../../core";
import type { ClientName, PlanSession, WeeksView } from "../../views";
import type { Transaction } from "../db";
import * as db from "../db/queries";
import { planOf, readStored } from "./documents";
import { bodyMassKgOn, knownLifts, liftsOf } from "./record";
import type { StudioContext } from "./studio";

interface Asked {
  readonly client: db.ClientRow;
  /** Whom the page may be turned to; only a page asks. */
  readonly clients: readonly ClientName[];
  readonly plans: readonly { readonly id: string; readonly revision: number; readonly document: PlanDocument }[];
  /** Which of the plans is looked at; null: the client has none. */
  readonly planId: string | null;
  readonly studio: StudioContext;
  readonly today: string;
}

/** A client's plans as this build reads them, the oldest first. */
export async function readPlans(tx: Transaction, clientId: string): Promise<Asked["plans"]> {
  const rows = await db.plansOfClient(tx, clientId);
  return rows.map((row) => ({ id: row.id, revision: row.revision, document: planOf(row) }));
}

export async function weeksViewOf(
  tx: Transaction,
  { client, clients, plans, planId, studio, today }: Asked,
): Promise<WeeksView> {
  const plan = plans.find(({ id }) => id === planId) ?? null;
  const known = await knownLifts(tx, client.studioId, client.id, studio);
  const lineages = plan ? [...new Set(plan.document.days.flatMap((day) => lineagesIn(day.base)))] : [];
  return {
    today,
    settings: studio.settings,
    exercises: studio.exercises,
    clients,
    client: {
      id: client.id,
      name: client.name,
      trainingAge: client.trainingAge,
      rounding: client.rounding,
      minutes: client.minutes,
      priorities: client.priorities,
      gymId: client.gymId,
      unit: client.unit,
      bodyMassKg: await bodyMassKgOn(tx, client.id, today),
      limits: client.limitList,
      likes: client.likes,
      dislikes: client.dislikes,
      days: client.days,
      goals: client.goals,
      birthYear: client.birthYear,
      isInactive: client.readiness?.yes.includes("inactive") ?? false,
    },
    gyms: (await db.gymRows(tx)).map(({ id, name, equipment }) => ({ id, name, equipment: readEquipment(equipment) })),
    plans: plans.map(({ id, document }) => ({ id, name: document.name })),
    plan,
    sessions: plan ? await sessionsOf(tx, plan, studio) : [],
    lifts: await liftsOf(tx, { clientId: client.id, until: today, lineages }, studio),
    known: known.map(({ lineage, exerciseId, e1rmKg }) => ({ lineage, exerciseId, e1rmKg })),
  };
}

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
