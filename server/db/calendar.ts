/** Calendars that are followed by their address. Every function takes the transaction that `inStudio` opened. */
import { and, eq, isNull } from "drizzle-orm";
import type { Transaction } from ".";
import { calendarFeeds } from "./schema";

/** A client's calendar is one, whoever made it; that of everybody is each coach's own. */
const isOf = (memberId: string, clientId: string | null) =>
  clientId === null
    ? and(isNull(calendarFeeds.clientId), eq(calendarFeeds.memberId, memberId))
    : eq(calendarFeeds.clientId, clientId);

export async function feedOf(tx: Transaction, memberId: string, clientId: string | null) {
  const [row] = await tx.select().from(calendarFeeds).where(isOf(memberId, clientId)).limit(1);
  return row ?? null;
}

export async function insertFeed(tx: Transaction, row: typeof calendarFeeds.$inferInsert): Promise<void> {
  await tx.insert(calendarFeeds).values(row);
}

export async function deleteFeed(tx: Transaction, memberId: string, clientId: string | null): Promise<void> {
  await tx.delete(calendarFeeds).where(isOf(memberId, clientId));
}
