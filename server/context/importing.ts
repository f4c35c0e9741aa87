/** Keeps days of a log that is brought in: each a session that is done, with its log, as the floor would have left it. */

import { v5 as uuidv5 } from "uuid";
import { SHOWN_VERSION, type ShownContent, shownSession } from "../../contract";
import {
  canonicalJson,
  ENGINE_VERSION,
  EVENT_VERSION,
  type FloorEvent,
  type FloorEventBody,
  type LoggedLift,
  mondayOf,
  PROJECTION_VERSION,
  projectSession,
  type SessionDocument,
  sessionOfDay,
  toKg,
  usualEquipment,
} from "../../core";
import { newId, type Scope, type Transaction } from "../db";
import * as imports from "../db/imports";
import * as db from "../db/queries";
import { exposureRow, sumWeek, underItsName } from "./projecting";
import { summariseLifts } from "./record";
import { hashOf } from "./showing";
import type { StudioContext } from "./studio";

export interface ImportedDay {
  readonly clientId: string;
  readonly date: string;
  readonly title: string;
  readonly lifts: readonly LoggedLift[];
}

/** The same day of the same client with the same sets is the same session, from whatever file it comes. */
export const idOfDay = (studioId: string, { clientId, date, lifts }: ImportedDay): string =>
  uuidv5(canonicalJson([clientId, date, lifts]), studioId);

/** Keeps the days that are not there yet; answers with how many were added. What is summed over days is left to `sumImported`. */
export async function keepDays(
  tx: Transaction,
  scope: Scope,
  {
    importId,
    days,
    studio,
    nowMs,
  }: { importId: string; days: readonly ImportedDay[]; studio: StudioContext; nowMs: number },
): Promise<number> {
  const byId = new Map(days.map((day) => [idOfDay(scope.studioId, day), day]));
  const known = await imports.sessionsAmong(tx, [...byId.keys()]);
  const masses = new Map<string, Awaited<ReturnType<typeof db.bodyMassRows>>>();
  let added = 0;
  for (const [id, day] of byId) {
    if (known.has(id)) continue;
    const weighed = masses.get(day.clientId) ?? (await db.bodyMassRows(tx, day.clientId));
    masses.set(day.clientId, weighed);
    const mass = weighed.find(({ date }) => date <= day.date) ?? weighed.at(-1);
    await keepDay(tx, scope, { id, importId, day, studio, bodyMassKg: mass ? toKg(mass) : null, nowMs });
    added++;
  }
  return added;
}

interface ToKeep {
  readonly id: string;
  readonly importId: string;
  readonly day: ImportedDay;
  readonly studio: StudioContext;
  readonly bodyMassKg: number | null;
  readonly nowMs: number;
}

async function keepDay(
  tx: Transaction,
  { studioId }: Scope,
  { id, importId, day, studio, bodyMassKg, nowMs }: ToKeep,
): Promise<void> {
  const { clientId, date } = day;
  const { document, done } = sessionOfDay(day, studio.catalogue, newId);
  const content = shownOf(document, date, bodyMassKg, studio);
  const hash = hashOf(content);
  // Nothing says at what hour it was, nor how long it took: all of it stands at noon.
  const atMs = Math.min(nowMs, Date.parse(`${date}T12:00:00Z`));
  const bodies: FloorEventBody[] = [
    { kind: "setsDone", sets: done },
    { kind: "ended", sessionRpe: null, note: "" },
  ];
  const events = bodies.map((body): FloorEvent => {
    const event = { id: newId(), version: EVENT_VERSION, sessionId: id, atMs, clocks: null, shownHash: hash, body };
    return event as FloorEvent;
  });
  const shown = new Map([[hash, shownSession(content, studio.exercises.named)]]);
  const { exposures, summary } = projectSession(id, events, shown);
  const row = { studioId, clientId, id };
  await db.insertSession(tx, {
    ...row,
    date,
    document,
    state: "done",
    summary,
    projectionVersion: PROJECTION_VERSION,
    importId,
  });
  await db.putShown(tx, { studioId, sessionId: id, clientId, hash, content });
  const sent = events.map(({ version, body, ...event }) => ({
    ...{ id: event.id, atMs, shownHash: hash, version, clocks: null, body },
    contentHash: hashOf([id, hash, atMs, body]),
  }));
  await db.storeEvents(tx, studioId, id, sent, new Date(nowMs));
  // What is derived of it was derived here.
  await db.takeUnprojected(tx, id);
  const rows = exposures.map((one) => exposureRow(row, underItsName(one, studio)));
  await db.replaceExposures(tx, id, rows);
}

const shownOf = (
  document: SessionDocument,
  date: string,
  bodyMassKg: number | null,
  studio: StudioContext,
): ShownContent => ({
  version: SHOWN_VERSION,
  engineVersion: ENGINE_VERSION,
  settings: studio.settings,
  date,
  purpose: "training",
  oneOff: [],
  bodyMassKg,
  equipment: usualEquipment([], studio.region.unit),
  own: studio.exercises.own,
  document,
  loads: {},
  ramps: {},
  inPart: {},
});

type Touched = Awaited<ReturnType<typeof imports.touchedByImport>>;

/** Sums the weeks and the lifts that an import touches. */
export async function sumImported(
  tx: Transaction,
  studioId: string,
  touched: Touched,
  studio: StudioContext,
): Promise<void> {
  for (const [clientId, { dates, lineages }] of touched) {
    for (const monday of new Set(dates.map(mondayOf))) await sumWeek(tx, { studioId, clientId }, monday);
    await summariseLifts(tx, studioId, clientId, lineages, studio);
  }
}
