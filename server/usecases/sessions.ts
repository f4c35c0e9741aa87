import * as yup from "yup";
import {
  catalogueIn,
  EMPTY_DOCUMENT,
  exact,
  finite,
  kinds,
  oneOf,
  orNull,
  readDocument,
  type SessionView,
  type StudioMethods,
  said,
  uuid,
  whole,
  words,
} from "../../contract";
import {
  type Clearance,
  type ProgressionRule,
  type ReadinessStatement,
  readinessSentence,
  readinessState,
} from "../../core";
import { inStudio, newId } from "../db";
import * as db from "../db/queries";
import { documentOf, lineOf, sessionContext, studioExercises } from "./context";
import { gymLines } from "./gyms";
import { dateIn, defineUseCase, notFound, ok, refused } from "./kit";

const ruleSchema = kinds({
  loadFirst: { stepKg: orNull(finite(0, 50)) },
  doubleProgression: { stepKg: orNull(finite(0, 50)) },
});
/** A rule by slot id; the keys are free, the values are not. */
const rulesSchema = yup.lazy((value) =>
  yup
    .object(
      Object.fromEntries(
        Object.keys(value ?? {})
          .slice(0, 800)
          .map((key) => [key, ruleSchema as never]),
      ),
    )
    .strict(true)
    .required(),
);

export const createSession = defineUseCase<{ clientId: string; title: string }>(
  "sessions.create",
  ["coach"],
  exact({ clientId: uuid(), title: words(200) }),
  (scope, input, clock) =>
    inStudio(scope, async (tx) => {
      const client = await db.clientRow(tx, input.clientId);
      if (!client) return notFound;
      const readiness = readinessState(
        client.readiness as ReadinessStatement | null,
        client.clearance as Clearance | null,
      );
      if (readiness.kind !== "ready") return refused("readiness", readinessSentence(readiness, client.name));
      const studio = await db.studioRow(tx);
      const id = newId();
      const document = { ...EMPTY_DOCUMENT, title: input.title, capSeconds: client.minutes * 60 };
      await db.insertSession(tx, {
        studioId: scope.studioId,
        id,
        clientId: client.id,
        gymId: client.gymId,
        date: dateIn(studio?.timeZone ?? "UTC", clock.nowMs),
        title: input.title,
        document,
      });
      return ok({ sessionId: id });
    }),
);

export const showSession = defineUseCase<{ sessionId: string }>(
  "sessions.show",
  ["coach"],
  exact({ sessionId: uuid() }),
  (scope, { sessionId }) =>
    inStudio(scope, async (tx) => {
      const row = await db.sessionRow(tx, sessionId);
      const context = row && (await sessionContext(tx, row));
      if (!row || !context) return notFound;
      const view: SessionView = {
        ...context,
        title: row.title,
        state: row.state as SessionView["state"],
        document: documentOf(row, context.exercises),
        draftText: row.draftText,
        revision: row.revision,
        gyms: await gymLines(tx),
        methods: ((await db.studioRow(tx))?.settings as { methods?: StudioMethods } | undefined)?.methods ?? {},
      };
      return ok(view);
    }),
);

interface SaveSession {
  sessionId: string;
  revision: number;
  document: unknown;
  draftText: string | null;
  rules: Record<string, ProgressionRule>;
}

/** Saves over the revision that was read; another's change in between is a said conflict, and nothing is lost. */
export const saveSession = defineUseCase<SaveSession>(
  "sessions.save",
  ["coach"],
  exact({
    sessionId: uuid(),
    revision: whole(0, 1_000_000_000),
    document: yup.mixed().required(),
    draftText: orNull(words(100_000)),
    rules: rulesSchema as yup.ISchema<unknown>,
  }),
  (scope, input) =>
    inStudio(scope, async (tx) => {
      const row = await db.sessionRow(tx, input.sessionId, true);
      if (!row) return notFound;
      if (row.state !== "draft")
        return {
          kind: "conflict",
          message: "This session has been started: what was shown on the floor is kept as it was.",
        };
      const read = readDocument(input.document, catalogueIn(await studioExercises(tx)));
      if (!read.ok) return { kind: "refused", problems: read.problems };
      const saved = await db.saveSession(tx, row.id, input.revision, {
        document: read.value,
        draftText: input.draftText,
        rules: input.rules,
        title: read.value.title,
      });
      if (!saved)
        return {
          kind: "conflict",
          message: "This session was changed elsewhere since you opened it.",
          current: row.revision,
        };
      return ok({ revision: input.revision + 1 });
    }),
);

/** Names the gym a session is for; its loads are found anew there. */
export const moveSession = defineUseCase<{ sessionId: string; gymId: string }>(
  "sessions.setGym",
  ["coach"],
  exact({ sessionId: uuid(), gymId: uuid() }),
  (scope, { sessionId, gymId }) =>
    inStudio(scope, async (tx) => {
      const row = await db.sessionRow(tx, sessionId, true);
      const gym = await db.gymRow(tx, gymId);
      if (!row || !gym) return notFound;
      if (row.state !== "draft")
        return {
          kind: "conflict",
          message: "This session has been started: what was shown on the floor is kept as it was.",
        };
      if (gym.clientId && gym.clientId !== row.clientId)
        return refused("gymId", `${gym.name} is another client's home.`);
      await db.updateSession(tx, sessionId, { gymId });
      return ok({});
    }),
);

/** The coach's reason for passing a block; an empty one takes it back. */
export const recordReason = defineUseCase<{ sessionId: string; key: string; reason: string }>(
  "sessions.recordReason",
  ["coach"],
  exact({ sessionId: uuid(), key: said(200), reason: words(500) }),
  (scope, { sessionId, key, reason }) =>
    inStudio(scope, async (tx) => {
      const row = await db.sessionRow(tx, sessionId, true);
      if (!row) return notFound;
      if (row.state !== "draft")
        return { kind: "conflict", message: "This session has been started: its reasons stand as they were." };
      const said = reason.trim();
      if (said !== "" && said.length < 3) return refused("reason", "Say in a few words why it is all right here.");
      const { [key]: _before, ...others } = row.reasons as Record<string, string>;
      await db.updateSession(tx, sessionId, { reasons: said === "" ? others : { ...others, [key]: said } });
      return ok({});
    }),
);

/** Takes away a session that nothing has been logged in. */
export const discardSession = defineUseCase<{ sessionId: string }>(
  "sessions.discard",
  ["coach"],
  exact({ sessionId: uuid() }),
  (scope, { sessionId }) =>
    inStudio(scope, async (tx) => {
      const row = await db.sessionRow(tx, sessionId, true);
      if (!row) return notFound;
      if (row.state !== "draft")
        return { kind: "conflict", message: "Sets have been logged in this session; it stays." };
      await db.deleteSession(tx, sessionId);
      return ok({ clientId: row.clientId });
    }),
);

/** Where the rail's Session and Review lead. */
export const latestSession = defineUseCase<{ state: "draft" | "done" }>(
  "sessions.latest",
  ["coach"],
  exact({ state: oneOf("draft", "done") }),
  (scope, { state }, clock) =>
    inStudio(scope, async (tx) => {
      const studio = await db.studioRow(tx);
      const row = await db.latestLine(tx, state, dateIn(studio?.timeZone ?? "UTC", clock.nowMs));
      return ok({ line: row && lineOf(row) });
    }),
);
