/** Who changed what of a client's health answers and limits. Every function takes the transaction that `inStudio` opened. */
import { desc, eq } from "drizzle-orm";
import type { Transaction } from "..";
import { safetyChanges } from "../schema";

export async function addSafetyChanges(tx: Transaction, rows: (typeof safetyChanges.$inferInsert)[]): Promise<void> {
  if (rows.length > 0) await tx.insert(safetyChanges).values(rows);
}

/** The last of them, the newest first. */
export const safetyChangesOf = (tx: Transaction, clientId: string, most: number) =>
  tx
    .select({
      id: safetyChanges.id,
      name: safetyChanges.name,
      words: safetyChanges.words,
      changedAt: safetyChanges.changedAt,
    })
    .from(safetyChanges)
    .where(eq(safetyChanges.clientId, clientId))
    .orderBy(desc(safetyChanges.changedAt), desc(safetyChanges.id))
    .limit(most);
