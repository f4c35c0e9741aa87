/** What lets other programs in, and what they asked. Every function but the first takes the transaction that `inStudio` opened. */
import { and, asc, eq, lt, sql } from "drizzle-orm";
import type { ApiAccess, Duty } from "../../views";
import type { Transaction } from ".";
import { apiRequests, apiTokens } from "./schema";

interface FoundToken extends Record<string, unknown> {
  readonly studio_id: string;
  readonly id: string;
  readonly access: ApiAccess;
  readonly member_id: string;
  readonly name: string;
  readonly duty: Duty;
}

/** The member for whom an API token acts, and its access; null: it expired, was removed, or never was. Needs no scope (`withAccounts`). */
export async function tokenBy(tx: Transaction, secretHash: string): Promise<FoundToken | null> {
  const { rows } = await tx.execute<FoundToken>(sql`select * from yarvex_api_token(${secretHash})`);
  return rows[0] ?? null;
}

export const tokenRows = (tx: Transaction) =>
  tx.select().from(apiTokens).orderBy(asc(apiTokens.createdAt), asc(apiTokens.id));

export async function insertToken(tx: Transaction, row: typeof apiTokens.$inferInsert): Promise<void> {
  await tx.insert(apiTokens).values(row);
}

export async function deleteToken(tx: Transaction, id: string): Promise<boolean> {
  return (await tx.delete(apiTokens).where(eq(apiTokens.id, id)).returning({ id: apiTokens.id })).length === 1;
}

type RequestKey = Pick<typeof apiRequests.$inferSelect, "studioId" | "tokenId" | "key">;

const isRequest = ({ tokenId, key }: RequestKey) => and(eq(apiRequests.tokenId, tokenId), eq(apiRequests.key, key));

/** Marks a request as being answered; the row that was there before, where it was sent already. Old ones of the token go. */
export async function beginRequest(
  tx: Transaction,
  request: RequestKey & { readonly requestHash: string },
  { now, keptMs, lostMs }: { readonly now: Date; readonly keptMs: number; readonly lostMs: number },
): Promise<typeof apiRequests.$inferSelect | null> {
  const { tokenId } = request;
  await tx
    .delete(apiRequests)
    .where(and(eq(apiRequests.tokenId, tokenId), lt(apiRequests.createdAt, new Date(now.getTime() - keptMs))));
  // Whoever was to answer it has ended.
  await tx
    .delete(apiRequests)
    .where(and(isRequest(request), sql`status is null`, lt(apiRequests.createdAt, new Date(now.getTime() - lostMs))));
  const added = await tx
    .insert(apiRequests)
    .values({ ...request, createdAt: now })
    .onConflictDoNothing()
    .returning({ key: apiRequests.key });
  if (added.length > 0) return null;
  const [before] = await tx.select().from(apiRequests).where(isRequest(request));
  return before ?? null;
}

export async function endRequest(tx: Transaction, request: RequestKey, status: number, body: unknown): Promise<void> {
  await tx.update(apiRequests).set({ status, body }).where(isRequest(request));
}

/** What was not carried out may be sent again under the same key. */
export async function forgetRequest(tx: Transaction, request: RequestKey): Promise<void> {
  await tx.delete(apiRequests).where(isRequest(request));
}
