/**
 * Fills an empty database with the demo: every client's last eight weeks are performed by a simulated lifter through
 * the same use cases that the floor uses, so every chart has truthful data behind it.
 */
import {
  type Absence,
  absenceOn,
  addDays,
  dateIn,
  dateOfDay,
  daysBetween,
  EMPTY_DOCUMENT,
  firstOf,
  mondayOf,
  newPhase,
  PLAN_VERSION,
  type PlanDay,
  type PlanDocument,
  POPULATION_RESERVE,
  parseSession,
  purposeOfWeek,
  type SessionDocument,
  SHIPPED_CATALOGUE,
  SimulatedLifter,
  sessionOfWeek,
  weight,
} from "../../core";
import { prepareAccount } from "../auth";
import { createSession } from "../context/saving";
import { studioOf } from "../context/studio";
import { enterScope, newId, type Scope, type Transaction, withAccounts } from "../db";
import { insertStudio } from "../db/accounts";
import * as db from "../db/queries";
import { sendCopy } from "../usecases/sending";
import { performSession } from "./perform";
import {
  BOATHOUSE_EQUIPMENT,
  DEMO_CLIENT_ACCOUNT,
  DEMO_CLIENTS,
  DEMO_COACH,
  DEMO_STUDIO,
  type DemoClient,
  HOME_EQUIPMENT,
  LOFT_EQUIPMENT,
} from "./scenario";

const WEEKS = 8;
const DAY_MS = 86_400_000;

/** `history`: whether what lies behind was trained; without it the plans stand as they are, for looking at what is planned. */
export async function seedDemo(nowMs: number, { history = true }: { history?: boolean } = {}): Promise<void> {
  const makeCoach = await prepareAccount(DEMO_COACH);
  const makeClient = await prepareAccount({ ...DEMO_CLIENT_ACCOUNT, name: firstOf(DEMO_CLIENTS).name });
  // One transaction: a demo that is stopped while it is filled leaves nothing behind, and is filled anew.
  await withAccounts(async (tx) => {
    const [userId, clientUserId] = [
      await makeCoach(tx, DEMO_COACH.email),
      await makeClient(tx, DEMO_CLIENT_ACCOUNT.email),
    ];
    if (!userId || !clientUserId) throw new Error("the demo account is there already");
    const [studioId, memberId] = [newId(), newId()];
    const { name } = DEMO_COACH;
    await insertStudio(tx, { id: studioId, ...DEMO_STUDIO, isDemo: true }, { memberId, userId, name });
    const scope: Scope = { role: "coach", studioId, memberId, name };
    await enterScope(tx, scope);
    await seedStudio(tx, scope, clientUserId, { nowMs, history });
  });
}

interface Behind {
  readonly nowMs: number;
  readonly history: boolean;
}

async function seedStudio(tx: Transaction, scope: Scope, clientUserId: string, behind: Behind): Promise<void> {
  const { studioId } = scope;
  const today = dateIn(DEMO_STUDIO.region.timeZone, behind.nowMs);
  const gyms = { boathouse: newId(), loft: newId() };
  // The leg extension waits for a cable: whoever needs it next week is told.
  const outOfOrder = [{ item: "stack:leg extension", from: addDays(today, 5), until: addDays(today, 19) }];
  const boathouse = { ...BOATHOUSE_EQUIPMENT, outOfOrder };
  await db.insertGym(tx, { studioId, id: gyms.boathouse, name: "Boathouse", equipment: boathouse, isDefault: true });
  await db.insertGym(tx, { studioId, id: gyms.loft, name: "Sail loft", equipment: LOFT_EQUIPMENT });
  for (const [index, client] of DEMO_CLIENTS.entries())
    await seedClient(tx, scope, gyms, client, { index, userId: index === 0 ? clientUserId : null }, behind);
}

interface DemoGyms {
  readonly boathouse: string;
  readonly loft: string;
}

async function seedClient(
  tx: Transaction,
  scope: Scope,
  gyms: DemoGyms,
  client: DemoClient,
  { index, userId }: { readonly index: number; readonly userId: string | null },
  { nowMs, history }: Behind,
): Promise<void> {
  const { studioId } = scope;
  const today = dateIn(DEMO_STUDIO.region.timeZone, nowMs);
  const clientId = newId();
  const start = addDays(mondayOf(today), -7 * WEEKS);
  await db.insertClient(tx, {
    studioId,
    id: clientId,
    name: client.name,
    birthYear: client.birthYear,
    trainingAge: client.trainingAge,
    minutes: client.minutes,
    aims: client.aims,
    limits: client.limits,
    notes: client.notes,
    gymId: gyms.boathouse,
    rounding: client.rounding,
    readiness: { date: start, yes: client.yes },
    limitList: (client.limitList ?? []).map((limit) => ({ ...limit, id: newId(), from: start })),
    priorities: client.priorities ?? {},
    clearance: client.clearedBy ? { date: start, by: client.clearedBy } : null,
  });
  for (let week = 0; week <= WEEKS; week++) {
    const kg = client.bodyMassKg + client.massPerWeekKg * (week - WEEKS);
    await db.putBodyMass(tx, { studioId, clientId, date: addDays(start, week * 7), ...weight(kg.toFixed(1)) });
  }
  if (userId) {
    await db.insertGym(tx, { studioId, id: newId(), name: "Marit's home", equipment: HOME_EQUIPMENT, clientId });
    const memberId = newId();
    await db.insertMember(tx, { studioId, id: memberId, userId, role: "client", clientId, name: client.name });
    const text = client.message;
    const from = { clientId, sessionId: null, memberId, name: client.name, writtenBy: "client" as const };
    if (history && text)
      await db.putMessage(tx, { studioId, id: newId(), ...from, text, sentAt: new Date(nowMs - DAY_MS / 2) });
  }
  const planId = newId();
  const plan = planOf(client, gyms, start);
  await db.insertPlan(tx, { studioId, id: planId, clientId, document: plan });
  const lifter = new SimulatedLifter({
    seed: 1000 + index,
    familyKg: client.familyKg,
    weeklyGainPercent: client.weeklyGainPercent,
    dayWobblePercent: 1.5,
    rirError: 0.5,
    adherence: client.adherence,
    curveShape: client.curveShape,
    reserve: {
      ...POPULATION_RESERVE,
      fastSeconds: POPULATION_RESERVE.fastSeconds * client.recovery,
      slowSeconds: POPULATION_RESERVE.slowSeconds * client.recovery,
    },
    formBreaks: 0.04,
    pain: 0.004,
  });
  for (const { week, exerciseId, kg } of client.tested ?? []) {
    const date = addDays(start, week * 7 + 5);
    const lift = { lineage: exerciseId, exerciseId, kind: "tested" as const };
    await db.insertMark(tx, { studioId, id: newId(), clientId, ...lift, date, ...weight(kg) });
  }
  for (let week = 0; week <= WEEKS; week++) {
    for (const [place, day] of plan.days.entries()) {
      const date = dateOfDay(plan, day, week);
      const isAway = absenceOn(plan, date) !== null;
      const trained = history && date < today && !isAway && lifter.shows();
      if (isAway || (date < today && !history)) continue;
      const sessionId = newId();
      const { document } = sessionOfWeek(plan, day.id, week)!;
      await createSession(tx, await studioOf(tx), {
        studioId,
        id: sessionId,
        clientId,
        planId,
        planDayId: day.id,
        planWeek: week,
        date,
        purpose: purposeOfWeek(plan, week),
        document,
      });
      const atMs = Date.parse(`${date}T${client.beginsAt}:00Z`);
      const weeks = week + daysBetween(mondayOf(date), date) / 7;
      const slips = week === client.slipWeek && place === 0;
      // Who has an account trains from what was sent; the others of late get a copy to be handed on.
      const isSent = week >= (userId ? WEEKS - 1 : WEEKS) && !(client.isSentLate && date > today);
      if (isSent) {
        const sentMs = Math.min(atMs - 2 * DAY_MS, nowMs);
        const seen = userId && trained ? { seenAtMs: atMs - DAY_MS } : {};
        await sendCopy(tx, scope, { sessionId, nowMs: sentMs, ...seen });
      }
      if (trained) await performSession(tx, scope, sessionId, lifter, { atMs, weeks, slips });
    }
  }
}

/** The client's plan: eight weeks behind them and some to come, each day starting from its text. */
function planOf(client: DemoClient, gyms: DemoGyms, startDate: string): PlanDocument {
  const { name, phases, goals = [], awayInWeeks, awayForWeeks } = client.plan;
  const today = addDays(startDate, 7 * WEEKS);
  const away = (fromWeeks: number, weeks: number): Absence => ({
    id: newId(),
    from: addDays(today, 7 * fromWeeks),
    until: addDays(today, 7 * (fromWeeks + weeks) - 1),
    gymId: null,
  });
  return {
    version: PLAN_VERSION,
    name,
    startDate,
    phases: phases.map(({ kind, name: own, weeks, methodId }) => ({
      ...newPhase(kind, weeks, newId),
      name: own,
      methodId: methodId ?? null,
    })),
    days: client.days.map(({ weekday, text, inLoft }): PlanDay => {
      const base = { ...readSession(text), gymId: inLoft ? gyms.loft : gyms.boathouse };
      return {
        id: newId(),
        name: base.title,
        placed: { kind: "weekday", weekday },
        timeOfDay: null,
        lastWeek: null,
        base,
      };
    }),
    patches: [],
    absences: [
      ...(awayForWeeks === undefined ? [] : [away(-awayForWeeks, awayForWeeks)]),
      ...(awayInWeeks === undefined ? [] : [away(awayInWeeks, 1)]),
    ],
    goals: goals.map(({ exerciseId, kg, reps, inWeeks }) => ({
      id: newId(),
      lineage: exerciseId,
      exerciseId,
      load: weight(kg),
      reps,
      byDate: addDays(today, 7 * inWeeks + 4),
    })),
    moved: [],
    missed: "move",
    inTurn: null,
  };
}

function readSession(text: string): SessionDocument {
  const { document, errors } = parseSession(text, SHIPPED_CATALOGUE, newId);
  if (errors.length > 0)
    throw new Error(`demo plan: line ${firstOf(errors).line}, expected ${firstOf(errors).expected}`);
  return { ...EMPTY_DOCUMENT, ...document };
}
