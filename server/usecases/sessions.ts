/** One session at the desk. Changes are edits: they are kept, merged with what others saved, and undone like that. */
import { runYielding } from "../../contract";
import {
  addDays,
  applyEdits,
  copyBlocksFrom,
  dateIn,
  daysBetween,
  diffDocuments,
  documentForClient,
  EMPTY_DOCUMENT,
  foldEvents,
  phaseOfWeek,
  phaseWords,
  readinessSentence,
  readinessState,
  type SessionDocument,
} from "../../core";
import { computeSteps, doneByRound, type FoundSession, isWaiting, type SessionView } from "../../views";
import { readStored } from "../context/documents";
import { plannedBetween } from "../context/planned";
import { readLog } from "../context/projecting";
import { createSession as insertNew, STARTED, saveEdits } from "../context/saving";
import { lastingOf, loadSession, partnerOf } from "../context/session";
import { showSession as showOnFloor } from "../context/showing";
import { studioOf } from "../context/studio";
import { newId } from "../db";
import * as db from "../db/queries";
import { type SentContent, sentCopy, sessionLinkEnd } from "../db/sent-copies";
import { templateRow } from "../db/templates";
import { gymLines } from "./gyms";
import { answerIn, changedElsewhere, conflict, defineUseCase, notFound, ok, readIn, refused } from "./kit";

export const createSession = defineUseCase("sessions.create", ["coach"], (scope, input, clock) =>
  answerIn(scope, async (tx) => {
    const client = await db.clientRow(tx, input.clientId);
    if (!client) return notFound;
    const readiness = readinessState(client.readiness, client.clearance);
    if (readiness.kind !== "ready") return refused("readiness", readinessSentence(readiness, client.name));
    const studio = await studioOf(tx);
    const empty = { ...EMPTY_DOCUMENT, title: input.title, capSeconds: client.minutes * 60, gymId: client.gymId };
    const template = input.templateId ? await templateRow(tx, input.templateId) : null;
    if (input.templateId && template?.kind !== "session")
      return refused("templateId", "This template is not there any more.");
    const id = newId();
    await insertNew(tx, studio, {
      studioId: scope.studioId,
      id,
      clientId: client.id,
      date: dateIn(studio.region.timeZone, clock.nowMs),
      document: template ? startedFrom(empty, readStored(template.document as SessionDocument, studio)) : empty,
    });
    return ok({ sessionId: id });
  }),
);

/** What was kept, in a new session: its lifts under ids of their own, without loads that were another client's. */
function startedFrom(empty: SessionDocument, kept: SessionDocument): SessionDocument {
  const copied = copyBlocksFrom(empty, documentForClient(kept), newId);
  const next = copied.ok ? applyEdits(empty, copied.edits) : null;
  return next?.ok ? next.document : empty;
}

export const showSession = defineUseCase("sessions.show", ["coach"], (scope, { sessionId }, { nowMs }) =>
  answerIn(scope, async (tx) => {
    const loaded = await loadSession(tx, sessionId, nowMs);
    const studio = loaded && (await db.studioRow(tx));
    if (!loaded || !studio) return notFound;
    const { row, document, context } = loaded;
    const sent = await sentCopy(tx, sessionId);
    const planned = row.planId === null ? null : await db.planRow(tx, row.planId);
    const phase = planned && row.planWeek !== null ? phaseOfWeek(planned.document, row.planWeek) : null;
    const view: SessionView = {
      ...context,
      plan: planned && {
        id: planned.id,
        name: planned.document.name,
        phase: phase ? phaseWords(phase) : "",
        lasting: await lastingOf(tx, row),
      },
      title: document.title,
      state: row.state,
      document,
      done:
        row.state === "draft"
          ? null
          : doneByRound(document, foldEvents((await readLog(tx, sessionId, loaded.studio)).events), context.exercises),
      draftText: row.draftText,
      revision: row.revision,
      gyms: await gymLines(tx),
      methods: studio.methods,
      partner: await partnerOf(tx, row),
      recipient: {
        hasAccount: (await db.memberCountOfClient(tx, row.clientId)) > 0,
        linkUntilMs: (await sessionLinkEnd(tx, sessionId, new Date(nowMs)))?.getTime() ?? null,
      },
      sent: sent && {
        emailProblem: sent.emailProblem,
        copyId: sent.id,
        atMs: sent.sentAt.getTime(),
        seenAtMs: sent.seenAt?.getTime() ?? null,
        changed: changedSince(
          sent.content,
          showOnFloor(context, await runYielding(computeSteps(document, context))).content,
        ),
      },
    };
    return ok(view);
  }),
);

/** How many loads or sets differ between what a client has and what would be sent now. */
function changedSince(before: SentContent, now: SentContent): number {
  const ids = new Set([...Object.keys(before.loads), ...Object.keys(now.loads)]);
  return [...ids].filter((id) => {
    const [a, b] = [before.loads[id], now.loads[id]];
    return a?.kg !== b?.kg || a?.aimReps !== b?.aimReps;
  }).length;
}

export const editSession = defineUseCase("sessions.edit", ["coach"], (scope, input) =>
  answerIn(scope, async (tx) => saveEdits(tx, scope, await studioOf(tx), input)),
);

/** Two clients' sessions become partners': the other takes over the lifts, each keeps loads, copy and log of their own. */
export const pairSessions = defineUseCase("sessions.pair", ["coach"], (scope, { sessionId, withSessionId }) =>
  answerIn(scope, async (tx) => {
    const rows = await db.lockSessions(tx, [sessionId, withSessionId]);
    const [row, other] = [sessionId, withSessionId].map((id) => rows.find((one) => one.id === id));
    if (!row || !other) return notFound;
    if (row.clientId === other.clientId) return refused("withSessionId", "Partners are two different clients.");
    if (row.state !== "draft" || other.state !== "draft") return conflict(STARTED);
    const studio = await studioOf(tx);
    const theirs = readStored(other.document, studio);
    if (theirs.blocks.length > 0 || theirs.finisher)
      return refused("withSessionId", "The partner's session has lifts of its own: choose an empty one.");
    const mine = readStored(row.document, studio);
    const next: SessionDocument = { ...mine, title: theirs.title || mine.title, gymId: theirs.gymId };
    // Before they are a pair: what the other takes over is not sent back.
    const edits = {
      sessionId: other.id,
      revision: other.revision,
      edits: diffDocuments(theirs, next),
      draftText: null,
    };
    const saved = await saveEdits(tx, scope, studio, edits);
    if (saved.kind !== "ok") return saved;
    const pairId = row.pairId ?? newId();
    await db.updateSession(tx, row.id, { pairId });
    await db.updateSession(tx, other.id, { pairId });
    return ok({ pairId });
  }),
);

/** The coach's reason for passing a block; an empty one takes it back. */
export const recordReason = defineUseCase("sessions.recordReason", ["coach"], (scope, { sessionId, key, reason }) =>
  answerIn(scope, async (tx) => {
    const row = await db.sessionRow(tx, sessionId, "toChange");
    if (!row) return notFound;
    if (row.state !== "draft") return conflict("This session has been started: its reasons stand as they were.");
    const given = reason.trim();
    if (given !== "" && given.length < 3) return refused("reason", "Say in a few words why it is all right here.");
    const { [key]: _before, ...others } = row.reasons;
    await db.updateSession(tx, sessionId, { reasons: given === "" ? others : { ...others, [key]: given } });
    return ok({});
  }),
);

/** A draft on another day. */
export const moveSession = defineUseCase("sessions.move", ["coach"], (scope, { sessionId, seen, wanted }) =>
  answerIn(scope, async (tx) => {
    const row = await db.sessionRow(tx, sessionId, "toChange");
    if (!row) return notFound;
    if (row.state !== "draft") return conflict("This session has been started: it stays on its day.");
    if (row.date !== seen && row.date !== wanted) return changedElsewhere("the day of this session");
    await db.updateSession(tx, sessionId, { date: wanted });
    return ok({});
  }),
);

/** Takes away a session that nothing has been logged in. */
export const discardSession = defineUseCase("sessions.discard", ["coach"], (scope, { sessionId }) =>
  answerIn(scope, async (tx) => {
    const row = await db.sessionRow(tx, sessionId, "toRemove");
    if (!row) return notFound;
    if (row.state !== "draft" || (await db.hasEvents(tx, sessionId)))
      return conflict("Sets have been logged in this session; it stays.");
    await db.deleteSession(tx, sessionId);
    return ok({ clientId: row.clientId });
  }),
);

const PAST_SESSIONS = 6;

export const sessionsBefore = defineUseCase("sessions.before", ["coach"], (scope, { sessionId }) =>
  readIn(scope, async (tx) => {
    const row = await db.sessionRow(tx, sessionId);
    if (!row) return notFound;
    const studio = await studioOf(tx);
    const rows = await db.sessionsBefore(tx, row, PAST_SESSIONS);
    const found = rows.map(({ id, date, state, document: stored }) => {
      const document = readStored(stored, studio);
      return { id, date, state, title: document.title, document };
    });
    return ok({ sessions: found });
  }),
);

const FOUND = 8;
/** How far ahead sessions are found that only their plan knows yet. */
const DAYS_FOUND = 13;

/** Clients whose plans are looked through. */
const MOST_MEANT = 30;

export const findSessions = defineUseCase("sessions.find", ["coach"], (scope, { search }, clock) =>
  readIn(scope, async (tx) => {
    const studio = await studioOf(tx);
    const today = dateIn(studio.region.timeZone, clock.nowMs);
    const rows = await db.sessionsLike(tx, search, today, FOUND);
    const opened = rows.map((one): FoundSession => ({ ...one, title: one.title ?? "", place: null }));
    const words = search.toLowerCase().split(/\s+/).filter(Boolean);
    const meant = await db.clientsLike(tx, search, MOST_MEANT);
    const planned = [
      ...(await plannedBetween(
        tx,
        meant.map(({ id }) => id),
        { from: today, to: addDays(today, DAYS_FOUND), today, nowMs: clock.nowMs },
      )),
    ]
      .flatMap(([id, lines]) => {
        const clientName = meant.find((one) => one.id === id)?.name ?? "";
        return lines.map((line) => ({ ...line, clientName }));
      })
      .filter((line) => line.sessionId === null && isWaiting(line))
      .filter(({ title, clientName }) => words.every((word) => `${title} ${clientName}`.toLowerCase().includes(word)))
      .map(({ sessionId, place, clientName, title, date }): FoundSession => {
        return { sessionId, place, clientName, title, date, state: "draft" };
      });
    const away = ({ date }: FoundSession) => Math.abs(daysBetween(today, date));
    return ok({ sessions: [...opened, ...planned].sort((a, b) => away(a) - away(b)).slice(0, FOUND) });
  }),
);

/** Where the rail's Review leads. */
export const latestSession = defineUseCase("sessions.latest", ["coach"], (scope) =>
  readIn(scope, async (tx) => ok({ sessionId: await db.lastDone(tx) })),
);
