/** Clients: the list of them, one client, and what a coach records of them. */
import { check, type Input, isTimeZone, LIMITS_SCHEMA, NO_TIME_ZONE, readShown } from "../../contract";
import {
  addDays,
  dateIn,
  lastOf,
  massFigure,
  massWords,
  planWeeks,
  type ReadinessStatement,
  readinessState,
  sameValue,
  toKg,
  type Weight,
} from "../../core";
import {
  type ClientLine,
  type ClientView,
  type MeView,
  type PlannedLine,
  sentChanges,
  sessionInWords,
} from "../../views";
import { planOf } from "../context/documents";
import { markSeen, readMessages } from "../context/messages";
import { clientsNeeds } from "../context/needs";
import { plannedBetween } from "../context/planned";
import { knownLifts, liftsOf } from "../context/record";
import { changeSafety } from "../context/safety";
import { studioOf, todayOf } from "../context/studio";
import { inStudio, newId, type Scope, type Transaction, withAccounts } from "../db";
import { deleteAccounts } from "../db/accounts";
import * as db from "../db/queries";
import { seenCopyBefore, sentCopy } from "../db/sent-copies";
import { deleteOutboxFiles } from "../email";
import { gymLines } from "./gyms";
import { answerIn, changedElsewhere, defineUseCase, joined, notFound, ok, readIn, refused } from "./kit";

function clientLine(row: db.ClientRow, sessions: readonly PlannedLine[] | undefined): ClientLine {
  return {
    id: row.id,
    name: row.name,
    trainingAge: row.trainingAge,
    aims: row.aims,
    limits: row.limits,
    readiness: readinessState(row.readiness, row.clearance),
    sessions: sessions ?? [],
  };
}

export const nameClients = defineUseCase("clients.names", ["coach"], (scope) =>
  readIn(scope, async (tx) => ok({ clients: await db.clientNames(tx) })),
);

/** Clients on a page of the list: somewhat more than a screen shows. */
const PAGE = 24;

/** The list of clients by name, a page at a time: each client with the sessions of the last nine weeks and the coming two. */
export const listClients = defineUseCase("clients.list", ["coach"], (scope, { after, ...asked }, clock) =>
  readIn(scope, async (tx) => {
    const filter = { ...asked, search: asked.search.trim() };
    const rows = await db.clientPage(tx, after, PAGE + 1, filter);
    const page = rows.slice(0, PAGE);
    const { today, planned, needs } = await clientsNeeds(tx, page, { nowMs: clock.nowMs, isAll: false });
    const last = rows.length > PAGE ? lastOf(page) : null;
    return ok({
      today,
      clients: page.map((row) => ({
        ...clientLine(row, planned.get(row.id)),
        needs: row.archivedOn === null ? (needs.get(row.id) ?? []) : [],
        groups: row.groups,
        archivedOn: row.archivedOn,
      })),
      ...(await db.clientGroups(tx)),
      team: await db.coachRows(tx),
      next: last && { name: last.name, id: last.id },
    });
  }),
);

/** The goals of the plans that are not over, and those that wait for the next plan. */
async function goalsOf(tx: Transaction, row: db.ClientRow, today: string): Promise<ClientView["goals"]> {
  const plans = (await db.plansOfClient(tx, row.id)).map(planOf);
  const running = plans.filter((plan) => today < addDays(plan.startDate, 7 * planWeeks(plan)));
  return [
    ...running.flatMap(({ goals }) => goals.map((goal) => ({ ...goal, isOfPlan: true }))),
    ...row.goals.map((goal) => ({ ...goal, isOfPlan: false })),
  ];
}

/** Changes of health answers and limits that are listed. */
const SAFETY_CHANGES = 30;

/** What a client's page lists ahead. */
const DAYS_AHEAD = 20;

async function viewClient(scope: Scope, clientId: string, nowMs: number) {
  const about = { clientId, sessionId: null };
  const read = await readIn(scope, async (tx) => {
    const row = await db.clientRow(tx, clientId);
    if (!row) return notFound;
    const studio = await studioOf(tx);
    const date = dateIn(row.timeZone ?? studio.region.timeZone, nowMs);
    const span = { from: addDays(date, -112), to: addDays(date, DAYS_AHEAD), today: date, nowMs };
    const planned = await plannedBetween(tx, [row.id], span);
    const masses = await db.bodyMassRows(tx, row.id);
    const known = await knownLifts(tx, scope.studioId, row.id, studio);
    const marks = await db.markRows(tx, row.id, date);
    const lineages = [...new Set([...known, ...marks].map(({ lineage }) => lineage))];
    const { messages, areNew } = await readMessages(tx, scope, about);
    const view: ClientView = {
      ...clientLine(row, planned.get(row.id)),
      birthYear: row.birthYear,
      unit: row.unit,
      timeZone: row.timeZone,
      minutes: row.minutes,
      notes: scope.role === "coach" ? row.notes : "",
      gymId: row.gymId,
      rounding: row.rounding,
      days: row.days,
      goals: await goalsOf(tx, row, date),
      likes: row.likes,
      dislikes: row.dislikes,
      // How coaches sort their clients is their own.
      groups: scope.role === "coach" ? row.groups : [],
      coachId: row.coachId,
      team: scope.role === "coach" ? await db.coachRows(tx) : [],
      archivedOn: row.archivedOn,
      statement: row.readiness,
      clearance: row.clearance,
      hasAccount: (await db.memberCountOfClient(tx, row.id)) > 0,
      bodyMass: masses.map(({ date: on, amount, unit }) => ({ date: on, weight: { amount, unit } })),
      lifts: await liftsOf(tx, { clientId: row.id, until: date, lineages }, studio),
      marks: marks.map(({ id, lineage, kind, reps, date: on, amount, unit }) => ({
        id,
        lineage,
        kind,
        reps,
        date: on,
        weight: { amount, unit },
      })),
      gyms: await gymLines(tx),
      settings: studio.settings,
      exercises: studio.exercises,
      limitList: row.limitList,
      priorities: row.priorities,
      safetyChanges: (scope.role === "coach" ? await db.safetyChangesOf(tx, row.id, SAFETY_CHANGES) : []).map(
        ({ changedAt, ...one }) => ({ ...one, changedAtMs: changedAt.getTime() }),
      ),
      messages,
      today: date,
    };
    return ok({ view, areNew });
  });
  if (read.kind !== "ok") return read;
  const { view, areNew } = read.value;
  if (areNew)
    await answerIn(scope, async (tx) => {
      await markSeen(tx, scope, about, nowMs);
      return ok({});
    });
  return ok(view);
}

export const showClient = defineUseCase("clients.show", ["coach"], (scope, { clientId }, clock) =>
  viewClient(scope, clientId, clock.nowMs),
);

/** A client's own page. */
export const showMe = defineUseCase("me.show", ["client"], async (scope, _input, { nowMs }) => {
  if (scope.role !== "client") return notFound;
  const outcome = await viewClient(scope, scope.clientId, nowMs);
  if (outcome.kind !== "ok") return outcome;
  const view = outcome.value;
  return readIn(scope, async (tx) => ok({ ...view, next: await nextSent(tx, view) }));
});

/** The next session that was sent, in the words of the copy that was. */
async function nextSent(tx: Transaction, { sessions, today }: ClientView): Promise<MeView["next"]> {
  const isSent = ({ state }: PlannedLine) => state === "sent" || state === "seen" || state === "begun";
  const sessionId = sessions.find((line) => line.date >= today && isSent(line))?.sessionId;
  const copy = sessionId ? await sentCopy(tx, sessionId) : null;
  if (!sessionId || !copy) return null;
  const blocks = sessionInWords(readShown(copy.content));
  const seen = copy.seenAt === null ? await seenCopyBefore(tx, sessionId, copy.sentAt) : null;
  return { sessionId, blocks, changes: seen ? sentChanges(sessionInWords(readShown(seen.content)), blocks) : [] };
}

export const createClient = defineUseCase("clients.create", ["coach"], (scope, input, clock) =>
  answerIn(scope, async (tx) => {
    if (input.name.trim() === "") return refused("name", "Give the client a name.");
    const problem = bodyMassProblem(input.bodyMass);
    if (problem) return problem;
    const id = newId();
    const { bodyMass, ...row } = input;
    const [gym] = await db.gymRows(tx);
    const rounding = input.trainingAge === "novice" ? "neverHarder" : "nearest";
    // As the studio weighs, until somebody chooses otherwise.
    const { unit } = (await studioOf(tx)).region;
    // Where several coach, who adds a client coaches them until somebody says otherwise.
    const coachId = (await db.coachRows(tx)).length > 1 ? scope.memberId : null;
    await db.insertClient(tx, {
      ...row,
      coachId,
      studioId: scope.studioId,
      id,
      gymId: gym?.id ?? null,
      rounding,
      unit,
    });
    const date = await todayOf(tx, clock.nowMs);
    if (bodyMass) await db.putBodyMass(tx, { studioId: scope.studioId, clientId: id, date, ...bodyMass });
    return ok({ clientId: id });
  }),
);

function bodyMassProblem(mass: Weight | null) {
  if (!mass) return null;
  const kg = toKg(mass);
  return kg < 20 || kg > 400
    ? refused("bodyMass", `A body mass between ${massFigure(20, mass.unit, 0)} and ${massWords(400, mass.unit, 0)}.`)
    : null;
}

/** Who a client is and what they train for, joined with what others changed since. */
export const describeClient = defineUseCase("clients.describe", ["coach"], (scope, { clientId, ...change }) =>
  answerIn(scope, async (tx) => {
    const row = await db.clientRow(tx, clientId, true);
    if (!row) return notFound;
    if (change.wanted.name.trim() === "") return refused("name", "Give the client a name.");
    const { name, birthYear, trainingAge, minutes, aims, limits, notes } = row;
    const now = { name, birthYear, trainingAge, minutes, aims, limits, notes };
    const next = joined("this client", change, now);
    if (next.kind !== "ok") return next;
    await db.updateClient(tx, clientId, { ...next.value, name: next.value.name.trim() });
    return ok({});
  }),
);

/** Where, when and with what a client trains, what for, to which side loads are rounded, and what masses are said in. */
export const changeClient = defineUseCase("clients.change", ["coach"], (scope, { clientId, ...change }) =>
  answerIn(scope, async (tx) => {
    const row = await db.clientRow(tx, clientId, true);
    if (!row) return notFound;
    const { rounding, unit, days, goals, likes, dislikes, groups, coachId } = row;
    const now = { gymId: row.gymId, rounding, unit, days, goals, likes, dislikes, groups, coachId };
    const next = joined("how this client trains", change, now);
    if (next.kind !== "ok") return next;
    const { gymId } = next.value;
    const gym = gymId ? await db.gymRow(tx, gymId) : null;
    if (gymId && !gym) return notFound;
    if (gym?.clientId && gym.clientId !== clientId) return refused("gymId", `${gym.name} is another client's home.`);
    const { coachId: whose } = next.value;
    if (whose && !(await db.coachRow(tx, whose))) return refused("coachId", "This coach is not here any more.");
    await db.updateClient(tx, clientId, next.value);
    return ok({});
  }),
);

/** Takes a client off every list but that of the archived, or puts them back; nothing of them is lost. */
export const archiveClient = defineUseCase("clients.archive", ["coach"], (scope, { clientId, archived }, clock) =>
  answerIn(scope, async (tx) => {
    const row = await db.clientRow(tx, clientId, true);
    if (!row) return notFound;
    if ((row.archivedOn !== null) !== archived)
      await db.updateClient(tx, clientId, { archivedOn: archived ? await todayOf(tx, clock.nowMs) : null });
    return ok({});
  }),
);

/** What a client may not do, or only in part; structured, so that advice and cautions can read it. */
export const setLimits = defineUseCase("clients.setLimits", ["coach"], (scope, { clientId, ...change }, clock) =>
  answerIn(scope, async (tx) => {
    const row = await db.clientRow(tx, clientId, true);
    if (!row) return notFound;
    const next = joined("a limit", change, row.limitList);
    if (next.kind !== "ok") return next;
    // Halves of two changes may not go together: then neither is kept.
    if (!check(LIMITS_SCHEMA, next.value).ok) return changedElsewhere("a limit");
    await changeSafety(tx, scope, row, { limitList: next.value }, clock.nowMs);
    return ok({});
  }),
);

type Priorities = Input<"clients.setPriorities">["wanted"];
const byMuscle = (list: Priorities): Readonly<Record<string, string>> =>
  Object.fromEntries(list.flatMap(({ muscle, priority }) => (priority === "normal" ? [] : [[muscle, priority]])));

/** Which muscles come first for a client, which are only held. */
export const setPriorities = defineUseCase("clients.setPriorities", ["coach"], (scope, { clientId, seen, wanted }) =>
  answerIn(scope, async (tx) => {
    const row = await db.clientRow(tx, clientId, true);
    if (!row) return notFound;
    const change = { seen: byMuscle(seen), wanted: byMuscle(wanted) };
    const next = joined("what comes first for this client", change, row.priorities as Readonly<Record<string, string>>);
    if (next.kind !== "ok") return next;
    await db.updateClient(tx, clientId, { priorities: next.value as db.ClientRow["priorities"] });
    return ok({});
  }),
);

export const weighClient = defineUseCase("clients.weigh", ["coach", "client"], (scope, { clientId, date, bodyMass }) =>
  answerIn(scope, async (tx) => {
    if (!(await db.clientRow(tx, clientId))) return notFound;
    const problem = bodyMassProblem(bodyMass);
    if (problem) return problem;
    await db.putBodyMass(tx, { studioId: scope.studioId, clientId, date, ...bodyMass });
    return ok({});
  }),
);

/** The readiness statement, as a client gives it or tells it the coach. A new statement puts an older clearance out of force. */
export const stateReadiness = defineUseCase("clients.stateReadiness", ["coach", "client"], (scope, input, clock) =>
  answerIn(scope, async (tx) => {
    const row = await db.clientRow(tx, input.clientId, true);
    if (!row) return notFound;
    const statement = { date: await todayOf(tx, clock.nowMs), yes: [...new Set(input.yes)] };
    if (!sameStatement(row.readiness, input.seen) && !sameStatement(row.readiness, statement))
      return changedElsewhere("the readiness statement");
    // The database puts the clearance of another statement out of force.
    await changeSafety(tx, scope, row, { readiness: statement }, clock.nowMs);
    return ok({});
  }),
);

/** Clears the statement that was read, and no other. */
export const recordClearance = defineUseCase("clients.recordClearance", ["coach"], (scope, input, clock) =>
  answerIn(scope, async (tx) => {
    const row = await db.clientRow(tx, input.clientId, true);
    if (!row) return notFound;
    const by = input.by.trim();
    if (by.length < 3) return refused("by", "Say who gave clearance, and for what.");
    if (!sameStatement(row.readiness, input.seen)) return changedElsewhere("the readiness statement");
    const clearance = { date: await todayOf(tx, clock.nowMs), by };
    await changeSafety(tx, scope, row, { clearance }, clock.nowMs);
    return ok({});
  }),
);

const sameStatement = (a: ReadinessStatement | null, b: ReadinessStatement | null): boolean =>
  a === null || b === null
    ? a === b
    : a.date === b.date && sameValue([...new Set(a.yes)].sort(), [...new Set(b.yes)].sort());

/** Where a client's own device is: their days begin and end there. */
export const setTimeZone = defineUseCase("me.setTimeZone", ["client"], async (scope, { timeZone }) => {
  if (scope.role !== "client") return notFound;
  if (!isTimeZone(timeZone)) return refused("timeZone", NO_TIME_ZONE);
  const { clientId } = scope;
  return answerIn(scope, async (tx) => {
    await db.putTimeZone(tx, clientId, timeZone);
    return ok({});
  });
});

/** What masses are said in, for a client who says so themselves. */
export const setUnit = defineUseCase("clients.setUnit", ["coach", "client"], (scope, { clientId, unit }) =>
  answerIn(scope, async (tx) => {
    if (!(await db.clientRow(tx, clientId))) return notFound;
    await db.updateClient(tx, clientId, { unit });
    return ok({});
  }),
);

/** Erases a person with everything that hangs on them: by a coach, or by themselves. */
export const eraseClient = defineUseCase("clients.erase", ["coach", "client"], async (scope, { clientId }) => {
  const accounts = await inStudio(scope, async (tx) =>
    (await db.clientRow(tx, clientId)) ? db.deleteClient(tx, clientId) : null,
  );
  if (!accounts) return notFound;
  deleteOutboxFiles([clientId, ...(await withAccounts((tx) => deleteAccounts(tx, accounts)))]);
  return ok({});
});
