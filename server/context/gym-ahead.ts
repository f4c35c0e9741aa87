/** What the coming four weeks ask of a gym: from every client's plan as it will go on, and from sessions of no plan. */
import { addDays, entryAt, equipmentOn, type GymEquipment } from "../../core";
import {
  isWaiting,
  type PlannedLine,
  type Prescription,
  plannedPrescriptions,
  prescriptionsOf,
  type SessionContext,
  type WeeksView,
} from "../../views";
import { readInStudio, type Scope, type Transaction } from "../db";
import * as db from "../db/queries";
import { readStored } from "./documents";
import { plannedBetween } from "./planned";
import { SharedReading, sessionContext } from "./session";
import { type StudioContext, studioOf, todayOf } from "./studio";
import { readPlans, weeksViewOf } from "./weeks-view";

const DAYS_AHEAD = 27;
const DRAFTS_AT_ONCE = 100;

/**
 * By each equipment that the gym may have, what is asked of it from today on, by date. Clients are read one after the other, and
 * what was read is computed when its transaction is closed.
 */
export async function prescriptionsAhead(
  scope: Scope,
  gym: db.GymRow,
  nowMs: number,
  equipments: readonly GymEquipment[],
): Promise<Prescription[][]> {
  const { studio, today, planned } = await readInStudio(scope, async (tx) => {
    const today = await todayOf(tx, nowMs);
    const planned = await plannedBetween(tx, null, { from: today, to: addDays(today, DAYS_AHEAD), today, nowMs });
    return { studio: await studioOf(tx), today, planned };
  });
  const until = addDays(today, DAYS_AHEAD);
  const found = equipments.map((): Prescription[] => []);
  for (const [clientId, lines] of planned) {
    const waiting = lines.filter((line) => isWaiting(line) && line.place !== null);
    if (waiting.length === 0) continue;
    const views = await readInStudio(scope, (tx) => viewsOf(tx, clientId, waiting, studio, today));
    const places = new Set(waiting.map(placeKey));
    for (const view of views)
      for (const [index, equipment] of equipments.entries())
        entryAt(found, index).push(
          ...plannedPrescriptions(view, { gymId: gym.id, equipment, until }).filter((one) => places.has(placeKey(one))),
        );
  }
  for await (const { row, context } of draftsAhead(scope, gym, { studio, today, until })) {
    const document = readStored(row.document, studio);
    for (const [index, equipment] of equipments.entries()) {
      const onTheDay = { ...context.gym, equipment: equipmentOn(equipment, row.date) };
      entryAt(found, index).push(...prescriptionsOf(document, { ...context, gym: onTheDay }));
    }
  }
  // Dates are compared as text: of the form 2026-12-01 they sort by time.
  const byDate = (a: Prescription, b: Prescription) => (a.date < b.date ? -1 : a.date > b.date ? 1 : 0);
  return found.map((prescriptions) => prescriptions.sort(byDate));
}

const placeKey = ({ place }: Pick<PlannedLine, "place">): string =>
  place === null ? "" : `${place.planId} ${place.dayId} ${place.week}`;

/** The weeks of each plan of which a client has a session to come. */
async function viewsOf(
  tx: Transaction,
  clientId: string,
  waiting: readonly PlannedLine[],
  studio: StudioContext,
  today: string,
): Promise<WeeksView[]> {
  const client = await db.clientRow(tx, clientId);
  if (!client) return [];
  const plans = await readPlans(tx, clientId);
  const views: WeeksView[] = [];
  for (const planId of new Set(waiting.flatMap(({ place }) => place?.planId ?? [])))
    views.push(await weeksViewOf(tx, { client, clients: [], plans, planId, studio, today }));
  return views;
}

/** The sessions of no plan that are written for the gym and not begun, with what each is computed from. */
async function* draftsAhead(
  scope: Scope,
  gym: db.GymRow,
  { studio, today, until }: { readonly studio: StudioContext; readonly today: string; readonly until: string },
): AsyncGenerator<{ readonly row: db.SessionRow; readonly context: SessionContext }> {
  const shared = new SharedReading();
  let after: { date: string; id: string } | null = null;
  for (;;) {
    const { rows, read } = await readInStudio(scope, async (tx) => {
      const rows: db.SessionRow[] = await db.draftsInGym(tx, gym, today, until, after, DRAFTS_AT_ONCE);
      const read: { row: db.SessionRow; context: SessionContext }[] = [];
      for (const row of rows) {
        const document = readStored(row.document, studio);
        const context = await sessionContext(tx, row, document, studio, { extent: { week: false }, shared });
        if (context) read.push({ row, context });
      }
      return { rows, read };
    });
    yield* read;
    const last = rows.at(-1);
    if (!last || rows.length < DRAFTS_AT_ONCE) return;
    after = { date: last.date, id: last.id };
  }
}
