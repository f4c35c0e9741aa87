/** Members and sign-in attempts: what is read before there is a scope. */
import { and, count, eq, gte, inArray, lt, type SQL, sql } from "drizzle-orm";
import type { Scope, Transaction } from ".";
import { members, signInAttempts, studios, user } from "./schema";

export async function memberOfUser(tx: Transaction, userId: string): Promise<Scope | null> {
  const [member] = await tx.select().from(members).where(eq(members.userId, userId)).limit(1);
  if (!member) return null;
  const common = { studioId: member.studioId, memberId: member.id, name: member.name };
  if (member.role === "coach") return { role: "coach", ...common };
  return member.clientId ? { role: "client", clientId: member.clientId, ...common } : null;
}

/** Adds one attempt; old rows are swept here. */
export async function addAttempt(tx: Transaction, account: string, address: string): Promise<void> {
  await tx.insert(signInAttempts).values({ account, address });
  await tx.delete(signInAttempts).where(lt(signInAttempts.at, sql`now() - interval '1 day'`));
}

/** The attempts of the last minutes, for an account and from an address. */
export async function countAttempts(
  tx: Transaction,
  account: string,
  address: string,
  minutes: number,
): Promise<{ account: number; address: number }> {
  const since = gte(signInAttempts.at, sql`now() - make_interval(mins => ${minutes})`);
  const of = async (who: SQL) => (await tx.select({ n: count() }).from(signInAttempts).where(and(who, since)))[0]!.n;
  return {
    account: await of(eq(signInAttempts.account, account)),
    address: await of(eq(signInAttempts.address, address)),
  };
}

export async function accountExists(tx: Transaction, userId: string): Promise<boolean> {
  return (await tx.select({ id: user.id }).from(user).where(eq(user.id, userId)).limit(1)).length === 1;
}

export async function clearAttempts(tx: Transaction, account: string): Promise<void> {
  await tx.delete(signInAttempts).where(eq(signInAttempts.account, account));
}

export async function createStudio(
  tx: Transaction,
  studio: { id: string; name: string; timeZone: string; isDemo: boolean },
): Promise<void> {
  await tx.insert(studios).values(studio);
}

export async function addMember(
  tx: Transaction,
  member: {
    studioId: string;
    id: string;
    userId: string;
    role: "coach" | "client";
    clientId: string | null;
    name: string;
  },
): Promise<void> {
  await tx.insert(members).values(member);
}

/** How many studios there are, and whether one is the demo's; decides what the start page offers. */
export async function studioKinds(tx: Transaction): Promise<{ any: boolean; demo: boolean }> {
  const rows = await tx.select({ isDemo: studios.isDemo }).from(studios).limit(50);
  return { any: rows.length > 0, demo: rows.some((row) => row.isDemo) };
}

export async function deleteAccounts(tx: Transaction, userIds: readonly string[]): Promise<void> {
  if (userIds.length > 0) await tx.delete(user).where(inArray(user.id, [...userIds]));
}
