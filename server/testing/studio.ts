/** A small studio for server tests: a coach, two clients with accounts, a session each. */
import { join } from "node:path";
import { parseSession, type SessionDocument, SHIPPED_CATALOGUE } from "../../core";
import { createAccount } from "../auth";
import { asOwner, inStudio, migrateDatabase, newId, type Scope } from "../db";
import { addMember, createStudio } from "../db/accounts";
import * as db from "../db/queries";
import { STARTING_EQUIPMENT } from "../usecases/starting-gym";

export const NOON = Date.parse("2026-11-24T12:00:00Z");
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
  const member = async (role: "coach" | "client", clientId: string | null): Promise<Scope> => {
    const id = newId();
    const userId = await createAccount(`${name} ${role}`, `${id}@test.example`, "a-long-password");
    if (!userId) throw new Error("no account");
    await asOwner((tx) => addMember(tx, { studioId, id, userId, role, clientId, name: `${name} ${role}` }));
    return role === "coach"
      ? { role, studioId, memberId: id, name }
      : { role, studioId, memberId: id, name, clientId: clientId! };
  };
  await asOwner((tx) => createStudio(tx, { id: studioId, name, timeZone: "Europe/Oslo", isDemo: false }));
  const coach = await member("coach", null);
  const gymId = newId();
  await inStudio(coach, (tx) =>
    db.insertGym(tx, { studioId, id: gymId, name: "Gym", equipment: STARTING_EQUIPMENT, isDefault: true }),
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
        gymId,
        date: "2026-11-24",
        title: "Test",
        document: documentOf("A1 Bench press 2x5 @60kg rir2 r90\n\nB1 Chin-up 2x5 @BW r60"),
      });
    });
    return { id, sessionId, scope: await member("client", id) };
  };
  return { coach, clients: [await makeClient(1), await makeClient(2)], gymId };
}
