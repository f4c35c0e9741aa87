import * as yup from "yup";
import {
  type ClientLine,
  type ClientView,
  exact,
  identifier,
  isoDate,
  kinds,
  listOf,
  oneOf,
  orNull,
  said,
  uuid,
  weightSchema,
  whole,
  words,
} from "../../contract";
import {
  addDays,
  type Clearance,
  type ClientLimit,
  MUSCLES,
  READINESS_QUESTIONS,
  REGION_IDS,
  type ReadinessStatement,
  readinessState,
  toKg,
  type Weight,
} from "../../core";
import { createAccount } from "../auth";
import { asOwner, inStudio, newId, type Scope } from "../db";
import { addMember, deleteAccounts } from "../db/accounts";
import * as db from "../db/queries";
import { liftsOn, lineOf, settingsOf, studioExercises } from "./context";
import { gymLines } from "./gyms";
import { dateIn, defineUseCase, notFound, ok, refused } from "./kit";

const nothing = exact({});

function clientLine(row: db.ClientRow, lines: readonly Parameters<typeof lineOf>[0][]): ClientLine {
  return {
    id: row.id,
    name: row.name,
    trainingAge: row.trainingAge,
    aims: row.aims,
    limits: row.limits,
    readiness: readinessState(row.readiness as ReadinessStatement | null, row.clearance as Clearance | null),
    sessions: lines.filter((line) => line.clientId === row.id).map(lineOf),
  };
}

async function today(tx: Parameters<Parameters<typeof inStudio>[1]>[0], nowMs: number): Promise<string> {
  const studio = await db.studioRow(tx);
  return dateIn(studio?.timeZone ?? "UTC", nowMs);
}

/** The rack: every client with the sessions of the last eight weeks and the coming one. */
export const listClients = defineUseCase<Record<string, never>>(
  "clients.list",
  ["coach"],
  nothing,
  (scope, _input, clock) =>
    inStudio(scope, async (tx) => {
      const date = await today(tx, clock.nowMs);
      const rows = await db.clientRows(tx);
      const lines = await db.sessionLines(
        tx,
        rows.map((row) => row.id),
        addDays(date, -63),
        addDays(date, 14),
      );
      return ok({ today: date, clients: rows.map((row) => clientLine(row, lines)) });
    }),
);

async function viewClient(scope: Scope, clientId: string, nowMs: number) {
  return inStudio(scope, async (tx) => {
    const row = await db.clientRow(tx, clientId);
    if (!row) return notFound;
    const date = await today(tx, nowMs);
    const lines = await db.sessionLines(tx, [row.id], addDays(date, -112), addDays(date, 60));
    const masses = await db.bodyMassRows(tx, row.id);
    const settings = settingsOf((await db.studioRow(tx))?.settings);
    const view: ClientView = {
      ...clientLine(row, lines),
      birthYear: row.birthYear,
      unit: row.unit as "kg" | "lb",
      minutes: row.minutes,
      notes: scope.role === "coach" ? row.notes : "",
      gymId: row.gymId,
      rounding: row.rounding as "nearest" | "neverHarder",
      statement: row.readiness as ReadinessStatement | null,
      clearance: row.clearance as Clearance | null,
      hasAccount: (await db.memberCountOfClient(tx, row.id)) > 0,
      bodyMass: masses.map((mass) => ({ date: mass.date, weight: { amount: mass.amount, unit: mass.unit } as Weight })),
      lifts: await liftsOn(tx, row.id, date, settings),
      gyms: await gymLines(tx),
      settings,
      exercises: await studioExercises(tx),
      limitList: row.limitList as ClientLimit[],
      priorities: row.priorities as ClientView["priorities"],
      today: date,
    };
    return ok(view);
  });
}

export const showClient = defineUseCase<{ clientId: string }>(
  "clients.show",
  ["coach"],
  exact({ clientId: uuid() }),
  (scope, { clientId }, clock) => viewClient(scope, clientId, clock.nowMs),
);

/** A client's own page. */
export const showMe = defineUseCase<Record<string, never>>(
  "me.show",
  ["client"],
  nothing,
  async (scope, _input, clock) => (scope.role === "client" ? viewClient(scope, scope.clientId, clock.nowMs) : notFound),
);

interface NewClient {
  name: string;
  birthYear: number | null;
  trainingAge: string;
  minutes: number;
  aims: string;
  limits: string;
  bodyMass: Weight | null;
}

const clientShape = {
  name: said(120),
  birthYear: orNull(whole(1900, 2025)),
  trainingAge: oneOf("novice", "intermediate", "advanced"),
  minutes: whole(10, 240),
  aims: words(2000),
  limits: words(2000),
};

export const createClient = defineUseCase<NewClient>(
  "clients.create",
  ["coach"],
  exact({ ...clientShape, bodyMass: orNull(weightSchema) }),
  (scope, input, clock) =>
    inStudio(scope, async (tx) => {
      if (input.name.trim() === "") return refused("name", "Give the client a name.");
      const problem = bodyMassProblem(input.bodyMass);
      if (problem) return problem;
      const id = newId();
      const { bodyMass, ...row } = input;
      const gyms = await db.gymRows(tx);
      const rounding = input.trainingAge === "novice" ? "neverHarder" : "nearest";
      await db.insertClient(tx, { ...row, studioId: scope.studioId, id, gymId: gyms[0]?.id ?? null, rounding });
      if (bodyMass)
        await db.putBodyMass(tx, {
          studioId: scope.studioId,
          clientId: id,
          date: await today(tx, clock.nowMs),
          ...bodyMass,
        });
      return ok({ clientId: id });
    }),
);

function bodyMassProblem(mass: Weight | null) {
  if (!mass) return null;
  const kg = toKg(mass);
  return kg < 20 || kg > 400 ? refused("bodyMass", "A body mass between 20 and 400 kg.") : null;
}

/** What a coach changes about a client between sessions; what is left out stays. */
export const changeClient = defineUseCase<{
  clientId: string;
  gymId: string | null;
  rounding: "nearest" | "neverHarder";
}>(
  "clients.change",
  ["coach"],
  exact({ clientId: uuid(), gymId: orNull(uuid()), rounding: oneOf("nearest", "neverHarder") }),
  (scope, { clientId, gymId, rounding }) =>
    inStudio(scope, async (tx) => {
      if (!(await db.clientRow(tx, clientId))) return notFound;
      const gym = gymId ? await db.gymRow(tx, gymId) : null;
      if (gymId && !gym) return notFound;
      if (gym?.clientId && gym.clientId !== clientId) return refused("gymId", `${gym.name} is another client's home.`);
      await db.updateClient(tx, clientId, { gymId, rounding });
      return ok({});
    }),
);

const limitSchema = exact({
  id: identifier(),
  what: kinds({
    joint: { joint: oneOf("neck", "shoulder", "elbow", "wrist", "lowerBack", "hip", "knee") },
    region: { region: oneOf(...REGION_IDS) },
    pattern: { pattern: said(40) },
  }),
  how: oneOf("avoid", "part"),
  range: words(200),
  side: oneOf("left", "right", "both"),
  from: isoDate(),
  until: orNull(isoDate()),
  clearedBy: orNull(words(300)),
});

/** What a client may not do, or only in part; structured, so that advice and cautions can read it. */
export const setLimits = defineUseCase<{ clientId: string; limits: ClientLimit[] }>(
  "clients.setLimits",
  ["coach"],
  exact({ clientId: uuid(), limits: listOf(limitSchema, 30) }),
  (scope, { clientId, limits }) =>
    inStudio(scope, async (tx) => {
      if (!(await db.clientRow(tx, clientId))) return notFound;
      const wrong = limits.findIndex((limit) => limit.until !== null && limit.until < limit.from);
      if (wrong >= 0) return refused(`limits.${wrong}.until`, "It ends before it begins.");
      await db.updateClient(tx, clientId, { limitList: limits });
      return ok({});
    }),
);

/** Which muscles come first for a client, which are only held. */
export const setPriorities = defineUseCase<{ clientId: string; priorities: { muscle: string; priority: string }[] }>(
  "clients.setPriorities",
  ["coach"],
  exact({
    clientId: uuid(),
    priorities: listOf(exact({ muscle: oneOf(...MUSCLES), priority: oneOf("build", "normal", "hold") }), 30),
  }),
  (scope, { clientId, priorities }) =>
    inStudio(scope, async (tx) => {
      if (!(await db.clientRow(tx, clientId))) return notFound;
      const kept = priorities.filter((one) => one.priority !== "normal");
      await db.updateClient(tx, clientId, {
        priorities: Object.fromEntries(kept.map((one) => [one.muscle, one.priority])),
      });
      return ok({});
    }),
);

export const weighClient = defineUseCase<{ clientId: string; date: string; bodyMass: Weight }>(
  "clients.weigh",
  ["coach"],
  exact({ clientId: uuid(), date: isoDate(), bodyMass: weightSchema }),
  (scope, input) =>
    inStudio(scope, async (tx) => {
      if (!(await db.clientRow(tx, input.clientId))) return notFound;
      const problem = bodyMassProblem(input.bodyMass);
      if (problem) return problem;
      await db.putBodyMass(tx, {
        studioId: scope.studioId,
        clientId: input.clientId,
        date: input.date,
        ...input.bodyMass,
      });
      return ok({});
    }),
);

/** The readiness statement as the client gives it to the coach. A new statement puts an older clearance out of force. */
export const stateReadiness = defineUseCase<{ clientId: string; yes: string[] }>(
  "clients.stateReadiness",
  ["coach"],
  exact({ clientId: uuid(), yes: listOf(oneOf(...READINESS_QUESTIONS.map((question) => question.id)), 20) }),
  (scope, input, clock) =>
    inStudio(scope, async (tx) => {
      if (!(await db.clientRow(tx, input.clientId))) return notFound;
      const statement = { date: await today(tx, clock.nowMs), yes: [...new Set(input.yes)] };
      await db.updateClient(tx, input.clientId, { readiness: statement, clearance: null });
      return ok({});
    }),
);

export const recordClearance = defineUseCase<{ clientId: string; by: string }>(
  "clients.recordClearance",
  ["coach"],
  exact({ clientId: uuid(), by: said(300) }),
  (scope, input, clock) =>
    inStudio(scope, async (tx) => {
      if (!(await db.clientRow(tx, input.clientId))) return notFound;
      if (input.by.trim().length < 3) return refused("by", "Say who gave clearance, and for what.");
      await db.updateClient(tx, input.clientId, {
        clearance: { date: await today(tx, clock.nowMs), by: input.by.trim() },
      });
      return ok({});
    }),
);

export const inviteClient = defineUseCase<{ clientId: string; email: string; password: string }>(
  "clients.giveAccount",
  ["coach"],
  exact({ clientId: uuid(), email: said(200), password: said(200) }),
  async (scope, input) => {
    const found = await inStudio(scope, async (tx) => {
      const row = await db.clientRow(tx, input.clientId);
      return row && { name: row.name, accounts: await db.memberCountOfClient(tx, input.clientId) };
    });
    if (!found) return notFound;
    if (found.accounts > 0) return refused("email", `${found.name} has an account already.`);
    if (!yup.string().email().isValidSync(input.email)) return refused("email", "An address such as name@example.org.");
    if (input.password.length < 10) return refused("password", "A password of at least 10 characters.");
    const userId = await createAccount(found.name, input.email, input.password);
    if (!userId) return refused("email", "This address is in use.");
    await asOwner((tx) =>
      addMember(tx, {
        studioId: scope.studioId,
        id: newId(),
        userId,
        role: "client",
        clientId: input.clientId,
        name: found.name,
      }),
    );
    return ok({});
  },
);

export const eraseClient = defineUseCase<{ clientId: string }>(
  "clients.erase",
  ["coach"],
  exact({ clientId: uuid() }),
  async (scope, { clientId }) => {
    const accounts = await inStudio(scope, async (tx) =>
      (await db.clientRow(tx, clientId)) ? db.deleteClient(tx, clientId) : null,
    );
    if (!accounts) return notFound;
    await asOwner((tx) => deleteAccounts(tx, accounts));
    return ok({});
  },
);
