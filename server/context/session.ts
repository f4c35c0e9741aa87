/** All that computing one session needs, as of its own date. */
import { readEquipment } from "../../contract";
import {
  dateIn,
  equipmentOn,
  lastingSession,
  lineagesIn,
  oneOffSlots,
  readinessState,
  type SessionDocument,
} from "../../core";
import type { SessionContext } from "../../views";
import type { Transaction } from "../db";
import * as db from "../db/queries";
import { planOf, readStored } from "./documents";
import { bodyMassKgOn, feltByExercise, knownLifts, liftsOf } from "./record";
import { type StudioContext, studioContext } from "./studio";
import { NO_WEEK, weekContext } from "./week";

export interface LoadedSession {
  readonly row: db.SessionRow;
  readonly document: SessionDocument;
  readonly context: SessionContext;
  readonly studio: StudioContext;
}

/** A session with its context as of an instant; null where it is not there, or not in scope. */
export async function loadSession(tx: Transaction, sessionId: string, nowMs: number): Promise<LoadedSession | null> {
  const row = await db.sessionRow(tx, sessionId);
  const studio = row && (await studioContext(tx));
  if (!row || !studio) return null;
  const document = readStored(row.document, studio);
  const context = await sessionContext(tx, row, document, studio, {
    extent: { week: true, today: dateIn(studio.region.timeZone, nowMs) },
  });
  return context && { row, document, context, studio };
}

/** The session that is trained together with another one, and whose it is. */
export async function partnerOf(
  tx: Transaction,
  { id, pairId }: db.SessionRow,
): Promise<{ readonly sessionId: string; readonly clientName: string } | null> {
  const other = pairId === null ? null : (await db.sessionsOfPair(tx, pairId)).find((one) => one.id !== id);
  const client = other && (await db.clientRow(tx, other.clientId));
  return client ? { sessionId: other.id, clientName: client.name } : null;
}

/** What several sessions of a studio share, read once. */
export class SharedReading {
  private readonly kept = new Map<string, Promise<unknown>>();

  once<T>(key: string, read: () => Promise<T>): Promise<T> {
    const known = this.kept.get(key) ?? read();
    this.kept.set(key, known);
    return known as Promise<T>;
  }
}

/** How much of a context is read: all of it as of a date, or what loads are worked out from, without the week around. */
type Extent = { readonly week: true; readonly today: string } | { readonly week: false };

/** The session as its plan goes on with it, without what was changed for its week alone; null: it has no plan. */
export async function lastingOf(
  tx: Transaction,
  { planId, planDayId, planWeek }: db.SessionRow,
  shared = new SharedReading(),
): Promise<SessionDocument | null> {
  if (planId === null || planDayId === null || planWeek === null) return null;
  const plan = await shared.once(`plan ${planId}`, async () => {
    const stored = await db.planRow(tx, planId);
    return stored && planOf(stored);
  });
  return plan && lastingSession(plan, planDayId, planWeek);
}

/** The context of one session. Its own log is left out of the record. */
export async function sessionContext(
  tx: Transaction,
  row: db.SessionRow,
  document: SessionDocument,
  studio: StudioContext,
  { extent, shared = new SharedReading() }: { extent: Extent; shared?: SharedReading },
): Promise<SessionContext | null> {
  const client = await shared.once(`client ${row.clientId}`, () => db.clientRow(tx, row.clientId));
  const gyms = await shared.once("gyms", () => db.gymRows(tx));
  const gym = gyms.find((one) => one.id === (row.gymId ?? client?.gymId)) ?? gyms[0];
  if (!client || !gym) return null;
  const week = extent.week ? await weekContext(tx, row, extent.today, studio) : NO_WEEK;
  const known = await shared.once(`known ${client.id}`, () => knownLifts(tx, row.studioId, client.id, studio));
  const lasting = await lastingOf(tx, row, shared);
  const asked = { clientId: client.id, until: row.date, lineages: lineagesIn(document), without: row.id };
  return {
    sessionId: row.id,
    date: row.date,
    purpose: row.purpose,
    oneOff: oneOffSlots(document, lasting),
    planWeek: row.planWeek,
    alone: gym.clientId !== null,
    client: {
      id: client.id,
      name: client.name,
      trainingAge: client.trainingAge,
      rounding: client.rounding,
      minutes: client.minutes,
      limits: client.limitList,
      priorities: client.priorities,
      likes: client.likes,
      dislikes: client.dislikes,
      answeredYes: client.readiness?.yes ?? [],
    },
    exercises: studio.exercises,
    pain: feltByExercise(known),
    week,
    reasons: row.reasons,
    quiet: { client: client.quiet, studio: studio.quiet },
    readiness: readinessState(client.readiness, client.clearance),
    bodyMassKg: await bodyMassKgOn(tx, client.id, row.date),
    gym: { id: gym.id, name: gym.name, equipment: equipmentOn(readEquipment(gym.equipment), row.date) },
    settings: studio.settings,
    lifts: extent.week
      ? await liftsOf(tx, asked, studio)
      : // Of drafts still to come the record is the same for all: everything until now.
        await shared.once(`lifts ${client.id}`, async () => {
          const marked = (await db.markRows(tx, client.id, row.date)).map((mark) => mark.lineage);
          const lineages = [...new Set([...known.map((lift) => lift.lineage), ...marked])];
          return liftsOf(tx, { clientId: client.id, until: row.date, lineages }, studio);
        }),
    known: known.map(({ felt: _, ...lift }) => lift),
  };
}
