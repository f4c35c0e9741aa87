/** The coach's day: what is on and coming, what needs a decision, and the decisions themselves. */
import { check, LIMITS_SCHEMA } from "../../contract";
import {
  addDays,
  type ClientLimit,
  dateIn,
  exerciseOrThrow,
  graver,
  isTrainable,
  type MissedProposal,
  minuteOfDayIn,
  missedSessions,
  type NeedSession,
  weekday,
} from "../../core";
import {
  type DecisionChange,
  type DecisionUndo,
  isWaiting,
  missedDay,
  type PlannedLine,
  proposalsOf,
  type TodaySession,
  type TodayView,
  usualMinute,
} from "../../views";
import { clashesToday } from "../context/day-clashes";
import { planOf } from "../context/documents";
import { type ClientsNeeds, clientsNeeds } from "../context/needs";
import { changeSafety } from "../context/safety";
import { type StudioContext, studioOf } from "../context/studio";
import { newId, type Scope, type Transaction } from "../db";
import * as db from "../db/queries";
import { answerIn, changedElsewhere, defineUseCase, notFound, type Outcome, ok, readIn, refused } from "./kit";
import { moveDraft } from "./planned";
import { changePlan } from "./plans";

const WEEK = 7;
const DAY_MS = 86_400_000;
/** Decisions that are listed. */
const MOST_DECIDED = 40;
/** The most missed sessions whose plan works out proposals at a time; the rest get theirs when those before them are decided. */
const MOST_WAYS = 30;
/** Days back whose sessions say at what hour a client usually begins. */
const USUAL_DAYS = 28;

export const showToday = defineUseCase(
  "today.show",
  ["coach"],
  (scope, _input, { nowMs }) =>
    readIn(scope, async (tx) => {
      const rows = await db.coachedClients(tx);
      const { today, studio, planned, trained, needs: all } = await clientsNeeds(tx, rows, { nowMs, isAll: true });
      const found = rows
        .flatMap((row) => all.get(row.id)!.map((need) => ({ row, need })))
        .sort((a, b) => graver(a.need, b.need));
      const needs: TodayView["needs"][number][] = [];
      let waysLeft = MOST_WAYS;
      for (const { row, need } of found) {
        const isWorkedOut = need.rule === "missed" && waysLeft-- > 0;
        const missed = isWorkedOut ? await missedWays(tx, need.session.place, today, studio) : null;
        const proposals = proposalsOf(need, { clientId: row.id, today, missed });
        needs.push({ clientId: row.id, clientName: row.name, need, proposals });
      }
      const onDay = await sessionsToday(tx, { rows, planned, studio, today });
      const weekAgo = addDays(today, -WEEK);
      const lastWeekOf = (lines: readonly PlannedLine[]) => {
        const lastWeek = lines.filter(({ date }) => weekAgo <= date && date < today);
        const count = (...states: readonly PlannedLine["state"][]) =>
          lastWeek.filter(({ state }) => states.includes(state)).length;
        return { done: count("done"), planned: count("done", "missed", "begun") };
      };
      const bestsOf = (lifts: readonly db.LiftSummaryRow[]) =>
        lifts
          .filter(
            ({ summary, exerciseId }) => (summary.bestOn ?? "") >= weekAgo && isTrainable(studio.catalogue, exerciseId),
          )
          .map(({ exerciseId }) => exerciseOrThrow(studio.catalogue, exerciseId).name);
      const view: TodayView = {
        today,
        clashes: await clashesToday(tx, { rows, onDay, studio, today }),
        team: await db.coachRows(tx),
        clients: rows.map(({ id, name, coachId }) => ({
          id,
          name,
          coachId,
          today: onDay.get(id) ?? [],
          coming: (planned.get(id) ?? []).filter(({ date }) => today < date && date <= addDays(today, WEEK)),
          lastWeek: lastWeekOf(planned.get(id) ?? []),
          bests: bestsOf(trained.get(id) ?? []),
        })),
        needs,
        decided: (await db.lastDecisions(tx, new Date(nowMs - WEEK * DAY_MS), MOST_DECIDED)).map(
          ({ decidedAt, memberId, ...row }) => ({
            ...row,
            decidedAtMs: decidedAt.getTime(),
            isOwn: memberId === scope.memberId,
          }),
        ),
      };
      return ok(view);
    }),
  "inWorkerOfMany",
);

/** What the plan itself proposes for a session that was missed; null: it is of no plan, or nothing is to be decided of it. */
async function missedWays(
  tx: Transaction,
  place: NeedSession["place"],
  today: string,
  { catalogue }: StudioContext,
): Promise<readonly MissedProposal[] | null> {
  const row = place && (await db.planRow(tx, place.planId));
  if (!row) return null;
  const begun = (await db.sessionsOfPlan(tx, row.id)).filter(({ state }) => state !== "draft");
  const isDone = (dayId: string, week: number) => begun.some((one) => one.dayId === dayId && one.week === week);
  const missed = missedSessions(planOf(row), { today, catalogue, isDone, makeId: newId }).find(
    ({ dayId, week }) => dayId === place.dayId && week === place.week,
  );
  return missed?.proposals ?? null;
}

/** Today's sessions of each client, with the hour at which they began, are planned, or usually begin. */
async function sessionsToday(
  tx: Transaction,
  {
    rows,
    planned,
    studio,
    today,
  }: Pick<ClientsNeeds, "planned" | "studio" | "today"> & {
    readonly rows: readonly db.ClientRow[];
  },
): Promise<ReadonlyMap<string, readonly TodaySession[]>> {
  const linesOf = (clientId: string) => planned.get(clientId) ?? [];
  const isOn = ({ date, state }: PlannedLine) => date === today && (isWaiting({ state }) || state === "done");
  const onToday = rows.filter(({ id }) => linesOf(id).some(isOn));
  const isLately = ({ date, state }: PlannedLine) =>
    (state === "done" && addDays(today, -USUAL_DAYS) <= date) || (date === today && isWaiting({ state }));
  const asked = onToday.flatMap(({ id }) => linesOf(id).filter(isLately));
  const starts = await db.startsOf(
    tx,
    asked.flatMap(({ sessionId }) => sessionId ?? []),
  );
  const minuteOf = (sessionId: string | null): number | null => {
    const atMs = sessionId === null ? undefined : starts.get(sessionId);
    return atMs === undefined ? null : minuteOfDayIn(studio.region.timeZone, atMs);
  };
  return new Map(
    onToday.map(({ id, minutes, days }) => {
      const before = linesOf(id).filter((line) => isLately(line) && line.date < today);
      const logged = usualMinute(before.flatMap(({ sessionId }) => minuteOf(sessionId) ?? []));
      // What was agreed with the client says more than when they came lately.
      const usual = days.find((day) => day.weekday === weekday(today))?.timeOfDay ?? logged;
      const sessions = linesOf(id)
        .filter(isOn)
        .map((line): TodaySession => {
          const known = minuteOf(line.sessionId) ?? line.timeOfDay;
          const took = line.state === "done" ? (line.summary?.minutes ?? 0) : 0;
          // Whoever has begun is training, though no set is saved yet.
          const hasBegun = isWaiting(line) && minuteOf(line.sessionId) !== null;
          return {
            ...line,
            state: hasBegun ? "begun" : line.state,
            startMinute: known ?? usual,
            isUsual: known === null,
            minutes: took > 0 ? took : minutes,
          };
        });
      return [id, sessions];
    }),
  );
}

/** Keeps a decision and changes what it is about, both or neither. */
export const decide = defineUseCase("today.decide", ["coach"], (scope, { change, ...decision }, { nowMs }) =>
  answerIn(scope, async (tx) => {
    const { id, clientId, what, until } = decision;
    if (!(await db.clientRow(tx, clientId))) return notFound;
    const today = dateIn((await studioOf(tx)).region.timeZone, nowMs);
    if (what === "later" && (until === null || until <= today))
      return refused("until", "Choose a day that is to come.");
    if (what === "dismissed" && decision.reason.trim().length < 3) return refused("reason", "Say why.");
    const { studioId, memberId, name } = scope;
    // Sent twice, it is kept once, and nothing is changed twice.
    const row = { studioId, ...decision, reason: decision.reason.trim(), memberId, name, decidedAt: new Date(nowMs) };
    const before = await db.decisionRow(tx, id);
    if (before) return ok({ notes: [] });
    const done = change ? await carryOut(tx, scope, { clientId, decisionId: id, change, today, nowMs }) : null;
    if (done && done.kind !== "ok") return done;
    await db.putDecision(tx, { ...row, undo: done?.value.undo ?? null });
    return ok({ notes: done?.value.notes ?? [] });
  }),
);

interface ToCarryOut {
  readonly clientId: string;
  readonly decisionId: string;
  readonly change: DecisionChange;
  readonly today: string;
  readonly nowMs: number;
}

type CarriedOut = Outcome<{ readonly undo: DecisionUndo; readonly notes: readonly string[] }>;

async function carryOut(tx: Transaction, scope: Scope, asked: ToCarryOut): Promise<CarriedOut> {
  const { clientId, decisionId, change, today, nowMs } = asked;
  switch (change.kind) {
    case "leaveOut": {
      const { exerciseId, name, until } = change;
      const what = { kind: "exercise", exerciseId, name } as const;
      const limit = {
        id: decisionId,
        what,
        how: "avoid",
        range: "",
        side: "both",
        from: today,
        until,
        clearedBy: null,
      } as const;
      return changeLimits(tx, scope, nowMs, clientId, (limits) => [...limits, limit], {
        kind: "limit",
        limitId: decisionId,
      });
    }
    case "extendLimit": {
      const { limitId, until } = change;
      const row = await db.clientRow(tx, clientId);
      const before = row?.limitList.find(({ id }) => id === limitId);
      if (!before) return changedElsewhere("this limit");
      const extended = (limits: readonly ClientLimit[]) =>
        limits.map((one) => (one.id === limitId ? { ...one, until } : one));
      return changeLimits(tx, scope, nowMs, clientId, extended, { kind: "limitUntil", limitId, until: before.until });
    }
    case "missed": {
      const { place, way, to } = change;
      const ways = await missedWays(tx, place, today, await studioOf(tx));
      const proposal = ways?.find((one) => one.kind === way && missedDay(one) === to);
      if (!proposal) return changedElsewhere("this plan");
      const changed = await changePlan(
        tx,
        scope,
        { planId: place.planId, revision: null, edits: proposal.edits },
        nowMs,
      );
      if (changed.kind !== "ok") return changed;
      if (changed.value.clientId !== clientId) return notFound;
      const undo = { kind: "plan", planId: place.planId, edits: changed.value.inverse } as const;
      return ok({ undo, notes: changed.value.notes });
    }
    case "move": {
      if ((await db.sessionRow(tx, change.sessionId))?.clientId !== clientId) return notFound;
      const moved = await moveDraft(tx, change);
      return moved.kind === "ok"
        ? ok({ undo: { kind: "move", sessionId: change.sessionId, date: change.seen }, notes: [] })
        : moved;
    }
  }
}

async function changeLimits(
  tx: Transaction,
  scope: Scope,
  nowMs: number,
  clientId: string,
  change: (limits: readonly ClientLimit[]) => readonly ClientLimit[],
  undo: DecisionUndo,
): Promise<CarriedOut> {
  const row = await db.clientRow(tx, clientId, true);
  if (!row) return notFound;
  const limitList = change(row.limitList);
  if (!check(LIMITS_SCHEMA, limitList).ok) return refused("change", "This client has more limits than can be kept.");
  await changeSafety(tx, scope, row, { limitList }, nowMs);
  return ok({ undo, notes: [] });
}

/** Takes a decision back: what it changed is as it was, and what it was about needs the coach again. */
export const takeDecisionBack = defineUseCase("today.takeBack", ["coach"], (scope, { id }, { nowMs }) =>
  answerIn(scope, async (tx) => {
    const row = await db.decisionRow(tx, id);
    if (!row) return notFound;
    if (row.takenBackAt !== null) return ok({});
    const undone = row.undo ? await putBack(tx, scope, row.clientId, row.undo, nowMs) : ok({});
    if (undone.kind !== "ok") return undone;
    await db.takeDecisionBack(tx, id, new Date(nowMs));
    return ok({});
  }),
);

async function putBack(
  tx: Transaction,
  scope: Scope,
  clientId: string,
  undo: DecisionUndo,
  nowMs: number,
): Promise<Outcome<object>> {
  switch (undo.kind) {
    case "limit":
      return changeLimits(tx, scope, nowMs, clientId, (limits) => limits.filter(({ id }) => id !== undo.limitId), undo);
    case "limitUntil":
      return changeLimits(
        tx,
        scope,
        nowMs,
        clientId,
        (limits) => limits.map((one) => (one.id === undo.limitId ? { ...one, until: undo.until } : one)),
        undo,
      );
    case "plan":
      return changePlan(tx, scope, { planId: undo.planId, revision: null, edits: undo.edits }, nowMs);
    case "move": {
      const row = await db.sessionRow(tx, undo.sessionId);
      return row ? moveDraft(tx, { sessionId: undo.sessionId, seen: row.date, wanted: undo.date }) : notFound;
    }
  }
}
