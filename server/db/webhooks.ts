/** What other programs are told. Takes the transaction that `inStudio` opened, but where it says otherwise. */
import { and, asc, desc, eq, inArray, sql } from "drizzle-orm";
import type { HookEvent } from "../../views";
import type { Transaction } from ".";
import { webhookDeliveries, webhooks } from "./schema";

/** Queues a delivery to each webhook of the studio that asked for the event; none where no webhook did. */
export async function enqueueHooks(
  tx: Transaction,
  event: HookEvent,
  payload: Readonly<Record<string, unknown>>,
): Promise<void> {
  await tx.execute(sql`select yarvex_enqueue_hooks(${event}, ${JSON.stringify(payload)}::jsonb)`);
}

export interface DueDelivery extends Record<string, unknown> {
  readonly studio_id: string;
  readonly id: string;
  readonly url: string;
  readonly secret: string;
  readonly event: HookEvent;
  readonly payload: Readonly<Record<string, unknown>>;
  /** With the one that is made now. */
  readonly attempts: number;
  readonly created_at: string | Date;
}

/** What is due in all studios, taken by this process. Asked without a scope (`askAccounts`). */
export async function dueDeliveries(tx: Transaction, most: number): Promise<readonly DueDelivery[]> {
  return (await tx.execute<DueDelivery>(sql`select * from yarvex_due_deliveries(${most})`)).rows;
}

export async function setDelivery(
  tx: Transaction,
  id: string,
  result: { readonly isTaken: boolean; readonly outcome: string; readonly nextAt: Date | null },
): Promise<void> {
  await tx.update(webhookDeliveries).set(result).where(eq(webhookDeliveries.id, id));
}

export const hookRows = (tx: Transaction) =>
  tx.select().from(webhooks).orderBy(asc(webhooks.createdAt), asc(webhooks.id));

/** The last of each address's log. */
export async function lastDeliveries(tx: Transaction, hookIds: readonly string[], most: number) {
  if (hookIds.length === 0) return [];
  const ranked = tx
    .select({
      id: webhookDeliveries.id,
      rank: sql<number>`row_number() over (partition by ${webhookDeliveries.webhookId} order by ${webhookDeliveries.createdAt} desc)`.as(
        "rank",
      ),
    })
    .from(webhookDeliveries)
    .where(inArray(webhookDeliveries.webhookId, [...hookIds]))
    .as("ranked");
  return tx
    .select()
    .from(webhookDeliveries)
    .innerJoin(ranked, and(eq(ranked.id, webhookDeliveries.id), sql`${ranked.rank} <= ${most}`))
    .orderBy(desc(webhookDeliveries.createdAt));
}

export async function insertHook(tx: Transaction, row: typeof webhooks.$inferInsert): Promise<void> {
  await tx.insert(webhooks).values(row);
}

export async function deleteHook(tx: Transaction, id: string): Promise<boolean> {
  return (await tx.delete(webhooks).where(eq(webhooks.id, id)).returning({ id: webhooks.id })).length === 1;
}
