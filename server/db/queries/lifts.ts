/** Tested maxima, hidden sets, and the studio's own exercises. Every function takes the transaction that `inStudio` opened. */
import { and, asc, eq, inArray, lte } from "drizzle-orm";
import type { Transaction } from "..";
import { liftMarks, ownExercises } from "../schema";

export type MarkRow = typeof liftMarks.$inferSelect;

export const markRows = (tx: Transaction, clientId: string, until: string): Promise<MarkRow[]> =>
  tx
    .select()
    .from(liftMarks)
    .where(and(eq(liftMarks.clientId, clientId), lte(liftMarks.date, until)))
    .orderBy(asc(liftMarks.date), asc(liftMarks.createdAt));

export async function insertMark(tx: Transaction, row: typeof liftMarks.$inferInsert): Promise<void> {
  await tx.insert(liftMarks).values(row);
}

/** Deletes a strength of a client, if its kind is one of `kinds` (null: any kind). Returns its lift's lineage, or null where none was deleted. */
export async function deleteMark(
  tx: Transaction,
  clientId: string,
  id: string,
  kinds: readonly MarkRow["kind"][] | null,
): Promise<{ lineage: string } | null> {
  const isOfKind = kinds === null ? undefined : inArray(liftMarks.kind, [...kinds]);
  const [gone] = await tx
    .delete(liftMarks)
    .where(and(eq(liftMarks.clientId, clientId), eq(liftMarks.id, id), isOfKind))
    .returning({ lineage: liftMarks.lineage });
  return gone ?? null;
}

export const ownExerciseRows = (tx: Transaction) => tx.select().from(ownExercises).orderBy(asc(ownExercises.createdAt));

export async function ownExerciseRow(tx: Transaction, id: string) {
  const [row] = await tx.select().from(ownExercises).where(eq(ownExercises.id, id)).limit(1).for("no key update");
  return row ?? null;
}

export async function putOwnExercise(tx: Transaction, row: typeof ownExercises.$inferInsert): Promise<void> {
  await tx
    .insert(ownExercises)
    .values(row)
    .onConflictDoUpdate({ target: [ownExercises.studioId, ownExercises.id], set: { definition: row.definition } });
}
