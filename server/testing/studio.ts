/** A small studio for server tests: a coach, two clients with accounts, a session each. */
import { join } from "node:path";
import { DEFAULT_REGION, parseSession, type SessionDocument, SHIPPED_CATALOGUE } from "../../core";
import { prepareAccount } from "../auth";
import { inStudio, migrateDatabase, newId, type Scope, withAccounts } from "../db";
import { insertStudio } from "../db/accounts";
import * as db from "../db/queries";
import type { Outcome } from "../usecases";
import { startingEquipment } from "../usecases/starting-gym";

export const NOON = Date.parse("2026-11-24T12:00:00Z");
export const clock = { nowMs: NOON };

/** What was answered; anything but an answer fails the test. */
export function value<T>(outcome: Outcome<T>): T {
  if (outcome.kind !== "ok") throw new Error(JSON.stringify(outcome));
  return outcome.value;
}

export const hasDatabase = Boolean(process.env.DATABASE_URL);

export const prepareDatabase = () => migrateDatabase(join(import.meta.dirname, "..", "db", "migrations"));

export function documentOf(text: string): SessionDocument {
  const { document, errors } = parseSession(text, SHIPPED_CATALOGUE, newId);
  if (errors.length > 0) throw new Error(errors[0]!.expected);
  return document;
}

export interface TestClient {
  readonly id: string;
  readonly scope: Scope;
  readonly sessionId: string;
}

export interface TestStudio {
  readonly coach: Scope;
  readonly clients: readonly [TestClient, TestClient];
  readonly gymId: string;
}

export async function makeStudio(name: string): Promise<TestStudio> {
  const studioId = newId();
  const account = async (memberId: string) => {
    const make = await prepareAccount({ name, password: "a-long-password" });
    const userId = await withAccounts((tx) => make(tx, `${memberId}@test.example`));
    if (!userId) throw new Error("no account");
    return userId;
  };
  const memberId = newId();
  const userId = await account(memberId);
  const studio = { id: studioId, name, region: { ...DEFAULT_REGION, timeZone: "Europe/Oslo" }, isDemo: false };
  await withAccounts((tx) => insertStudio(tx, studio, { memberId, userId, name: `${name} coach` }));
  const coach: Scope = { role: "coach", studioId, memberId, name };
  const clientScope = async (clientId: string): Promise<Scope> => {
    const id = newId();
    const row = { studioId, id, userId: await account(id), role: "client" as const, clientId, name: `${name} client` };
    await inStudio(coach, (tx) => db.insertMember(tx, row));
    return { role: "client", studioId, memberId: id, name, clientId };
  };
  const gymId = newId();
  await inStudio(coach, (tx) =>
    db.insertGym(tx, { studioId, id: gymId, name: "Gym", equipment: startingEquipment("kg"), isDefault: true }),
  );
  const makeClient = async (place: number): Promise<TestClient> => {
    const id = newId();
    const sessionId = newId();
    await inStudio(coach, async (tx) => {
      await db.insertClient(tx, {
        studioId,
        id,
        name: `${name} ${place}`,
        trainingAge: "intermediate",
        gymId,
        readiness: { date: "2026-11-01", yes: [] },
      });
      await db.putBodyMass(tx, { studioId, clientId: id, date: "2026-11-01", amount: "80", unit: "kg" });
      await db.insertSession(tx, {
        studioId,
        id: sessionId,
        clientId: id,
        date: "2026-11-24",
        document: {
          ...documentOf("# Test\n\nA1 Bench press 2x5 @60kg rir2 r90\n\nB1 Chin-up 2x5 @BW r60"),
          gymId,
        },
      });
    });
    return { id, sessionId, scope: await clientScope(id) };
  };
  return { coach, clients: [await makeClient(1), await makeClient(2)], gymId };
}
