/** Gyms. Every function takes the transaction that `inStudio` opened. */
import { asc, count, desc, eq } from "drizzle-orm";
import type { Transaction } from "..";
import { clients, gyms, sessions } from "../schema";

export type GymRow = typeof gyms.$inferSelect;

/** The default first. */
export const gymRows = (tx: Transaction) =>
  tx.select().from(gyms).orderBy(desc(gyms.isDefault), asc(gyms.createdAt)).limit(60);

export async function gymRow(tx: Transaction, id: string, lock = false): Promise<GymRow | null> {
  const query = tx.select().from(gyms).where(eq(gyms.id, id)).limit(1);
  const [row] = await (lock ? query.for("no key update") : query);
  return row ?? null;
}

export async function updateGym(tx: Transaction, id: string, change: Partial<typeof gyms.$inferInsert>): Promise<void> {
  await tx.update(gyms).set(change).where(eq(gyms.id, id));
}

export async function makeDefaultGym(tx: Transaction, id: string): Promise<void> {
  // Held in one order: of two that are made the default at once the later one is it.
  await tx.select({ id: gyms.id }).from(gyms).orderBy(asc(gyms.id)).for("no key update");
  await tx.update(gyms).set({ isDefault: false }).where(eq(gyms.isDefault, true));
  await tx.update(gyms).set({ isDefault: true }).where(eq(gyms.id, id));
}

/** Sessions and clients that name a gym. */
export async function usesOfGym(tx: Transaction, id: string): Promise<number> {
  const [inSessions] = await tx.select({ n: count() }).from(sessions).where(eq(sessions.gymId, id));
  const [byClients] = await tx.select({ n: count() }).from(clients).where(eq(clients.gymId, id));
  return (inSessions?.n ?? 0) + (byClients?.n ?? 0);
}

export async function deleteGym(tx: Transaction, id: string): Promise<void> {
  await tx.delete(gyms).where(eq(gyms.id, id));
}

export async function insertGym(tx: Transaction, row: typeof gyms.$inferInsert): Promise<void> {
  await tx.insert(gyms).values(row);
}
