/** What coaches decided of what needs them. */
import { and, desc, eq, gte, isNull, or } from "drizzle-orm";
import type { Transaction } from "..";
import { clients, decisions } from "../schema";

export type DecisionRow = typeof decisions.$inferSelect;

/** Keeps a decision; one that was kept before under the same id stays as it is. */
export async function putDecision(tx: Transaction, row: typeof decisions.$inferInsert): Promise<void> {
  await tx.insert(decisions).values(row).onConflictDoNothing();
}

/**
 * The decisions that keep a need off the list on a day: not taken back, and with no end or one that is to come. Decisions without an
 * end that are older than `since` are left out: what they were about is not found by any rule any more.
 */
export const decisionsInForce = (tx: Transaction, today: string, since: Date) =>
  tx
    .select({ clientId: decisions.clientId, need: decisions.need, until: decisions.until })
    .from(decisions)
    .where(
      and(
        isNull(decisions.takenBackAt),
        or(and(isNull(decisions.until), gte(decisions.decidedAt, since)), gte(decisions.until, today)),
      ),
    );

/** The last decisions, the newest first, with whom they are about. */
export const lastDecisions = (tx: Transaction, since: Date, most: number) =>
  tx
    .select({
      id: decisions.id,
      clientName: clients.name,
      what: decisions.what,
      words: decisions.words,
      reason: decisions.reason,
      until: decisions.until,
      name: decisions.name,
      memberId: decisions.memberId,
      decidedAt: decisions.decidedAt,
    })
    .from(decisions)
    .innerJoin(clients, and(eq(clients.studioId, decisions.studioId), eq(clients.id, decisions.clientId)))
    .where(and(isNull(decisions.takenBackAt), gte(decisions.decidedAt, since)))
    .orderBy(desc(decisions.decidedAt), desc(decisions.id))
    .limit(most);

/** Whether a decision is kept under an id, taken back or not. */
export async function isDecided(tx: Transaction, id: string): Promise<boolean> {
  const rows = await tx.select({ id: decisions.id }).from(decisions).where(eq(decisions.id, id));
  return rows.length > 0;
}

/** A decision, locked. */
export async function decisionRow(tx: Transaction, id: string): Promise<DecisionRow | null> {
  const [row] = await tx.select().from(decisions).where(eq(decisions.id, id)).for("update");
  return row ?? null;
}

export async function takeDecisionBack(tx: Transaction, id: string, at: Date): Promise<void> {
  await tx.update(decisions).set({ takenBackAt: at }).where(eq(decisions.id, id));
}
