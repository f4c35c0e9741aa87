/** Members and sign-in attempts: what is read before there is a scope. */
import { and, count, eq, gte, inArray, lt, type SQL, sql } from "drizzle-orm";
import { newId, type Scope, type Transaction } from ".";
import { account, session, signInAttempts, user } from "./schema";

export async function memberOfUser(tx: Transaction, userId: string): Promise<Scope | null> {
  const { rows } = await tx.execute<MemberRow>(sql`select * from yarvex_member_of(${userId})`);
  return scopeIn(rows);
}

/** Whose session it is by its token, while it lasts and was prolonged within a day. */
export async function memberOfSession(tx: Transaction, token: string): Promise<Scope | null> {
  const { rows } = await tx.execute<MemberRow>(
    sql`select m.* from ${session} s, yarvex_member_of(s.user_id) m where s.token = ${token} and s.expires_at > now() and s.updated_at > now() - interval '1 day'`,
  );
  return scopeIn(rows);
}

function scopeIn([member]: readonly MemberRow[]): Scope | null {
  if (!member) return null;
  const common = { studioId: member.studio_id, memberId: member.id, name: member.name };
  if (member.role === "coach") return { role: "coach", ...common };
  return member.client_id ? { role: "client", clientId: member.client_id, ...common } : null;
}

interface MemberRow extends Record<string, unknown> {
  readonly studio_id: string;
  readonly id: string;
  readonly role: string;
  readonly client_id: string | null;
  readonly name: string;
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

/** An account with a password, in the shape the auth library reads; null where the address is taken. */
export async function insertAccount(
  tx: Transaction,
  { name, email, passwordHash }: { readonly name: string; readonly email: string; readonly passwordHash: string },
): Promise<string | null> {
  const id = newId();
  const [made] = await tx.insert(user).values({ id, name, email }).onConflictDoNothing().returning({ id: user.id });
  if (!made) return null;
  const ids = { id: newId(), accountId: id, userId: id };
  await tx.insert(account).values({ ...ids, providerId: "credential", password: passwordHash });
  return id;
}

/** Takes a device's session away; its cookie opens nothing any more. */
export async function deleteSession(tx: Transaction, id: string): Promise<void> {
  await tx.delete(session).where(eq(session.id, id));
}

export async function clearAttempts(tx: Transaction, account: string): Promise<void> {
  await tx.delete(signInAttempts).where(eq(signInAttempts.account, account));
}

/** A studio and its first coach, at once. */
export async function foundStudio(
  tx: Transaction,
  studio: { id: string; name: string; timeZone: string; isDemo: boolean },
  coach: { memberId: string; userId: string; name: string },
): Promise<void> {
  await tx.execute(
    sql`select yarvex_found_studio(${studio.id}, ${studio.name}, ${studio.timeZone}, ${studio.isDemo}, ${coach.memberId}, ${coach.userId}, ${coach.name})`,
  );
}

/** Whether there is a studio, and whether one is the demo's; decides what the start page offers. */
export async function studioKinds(tx: Transaction): Promise<{ any: boolean; demo: boolean }> {
  const { rows } = await tx.execute<{ any_studio: boolean; demo: boolean }>(sql`select * from yarvex_studio_kinds()`);
  return { any: rows[0]?.any_studio ?? false, demo: rows[0]?.demo ?? false };
}

export async function deleteAccounts(tx: Transaction, userIds: readonly string[]): Promise<void> {
  if (userIds.length > 0) await tx.delete(user).where(inArray(user.id, [...userIds]));
}
