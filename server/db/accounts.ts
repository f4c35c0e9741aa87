/** Members and sign-in attempts: what is read before there is a scope. */
import { and, asc, desc, eq, gte, inArray, lt, ne, or, sql } from "drizzle-orm";
import { regionOf, type ShownContent, type StoredRegion } from "../../contract";
import type { Region } from "../../core";
import type { Duty } from "../../views";
import { newId, type Scope, type Transaction } from ".";
import { account, session, signInAttempts, studios, user, verification } from "./schema";

/** Who is signed in, and how their studio writes dates and weights. */
export type Member = Scope & { readonly region: Region };

export async function memberOfUser(tx: Transaction, userId: string): Promise<Member | null> {
  const { rows } = await tx.execute<MemberRow>(sql`select * from yarvex_member_of(${userId})`);
  return memberIn(rows);
}

/** Whose session it is by its token, while it lasts and was prolonged within a day. */
export async function memberOfSession(tx: Transaction, token: string): Promise<Member | null> {
  const { rows } = await tx.execute<MemberRow>(
    sql`select m.*, s.id as session from ${session} s, yarvex_member_of(s.user_id) m where s.token = ${token} and s.expires_at > now() and s.updated_at > now() - interval '1 day'`,
  );
  return memberIn(rows);
}

function memberIn([member]: readonly MemberRow[]): Member | null {
  if (!member) return null;
  const { studio_id: studioId, id: memberId, name, session: sessionId = null } = member;
  const region = regionOf(member.time_zone, member.region);
  const common = { studioId, memberId, name, sessionId, region };
  if (member.role === "coach") return { role: "coach", duty: member.duty, ...common };
  return member.client_id ? { role: "client", clientId: member.client_id, ...common } : null;
}

interface MemberRow extends Record<string, unknown> {
  readonly studio_id: string;
  readonly id: string;
  readonly role: string;
  readonly duty: Duty;
  readonly client_id: string | null;
  readonly name: string;
  readonly time_zone: string;
  readonly region: StoredRegion;
  /** The device's session, where it was asked by that. */
  readonly session?: string;
}

export interface AttemptCount {
  /** The try itself, by which it can be taken back. */
  readonly id: number;
  /** For this account from this address: how many before this one, and seconds since the last of them. */
  readonly here: number;
  readonly sinceSeconds: number;
  /** For the account from anywhere, and from the address for anybody; this one counted. */
  readonly account: number;
  readonly address: number;
}

/**
 * Notes one try before its password is looked at, and says how many there were. Asked outside of a transaction: each
 * statement holds at once, so that tries of the same moment see one another.
 */
export async function recordAttempt(
  tx: Transaction,
  account: string,
  address: string,
  minutes: number,
): Promise<AttemptCount> {
  await tx.delete(signInAttempts).where(lt(signInAttempts.at, sql`now() - interval '1 day'`));
  const [mine] = await tx.insert(signInAttempts).values({ account, address }).returning({ id: signInAttempts.id });
  const { rows } = await tx.execute<{ here: number; since: number | null; account: number; address: number }>(sql`
    select
      count(*) filter (where account = ${account} and address = ${address} and id <> ${mine!.id})::int as here,
      extract(epoch from now() - max(at) filter (where account = ${account} and address = ${address} and id <> ${mine!.id}))::float as since,
      count(*) filter (where account = ${account})::int as account,
      count(*) filter (where address = ${address})::int as address
    from sign_in_attempts
    where (account = ${account} or address = ${address}) and at > now() - make_interval(mins => ${minutes})`);
  const [found] = rows;
  return {
    id: mine!.id,
    here: found!.here,
    sinceSeconds: found!.since ?? Number.POSITIVE_INFINITY,
    account: found!.account,
    address: found!.address,
  };
}

/** Takes a try back that was refused unread: it counts for nobody. */
export async function withdrawAttempt(tx: Transaction, id: number): Promise<void> {
  await tx.delete(signInAttempts).where(eq(signInAttempts.id, id));
}

/** Whether an account asks for a code as well as its password. */
export async function hasTwoFactor(tx: Transaction, email: string): Promise<boolean> {
  const [row] = await tx.select({ is: user.twoFactorEnabled }).from(user).where(eq(user.email, email)).limit(1);
  return row?.is ?? false;
}

/** Somebody got in: what was tried for the account from this address is forgotten. */
export async function forgetTries(tx: Transaction, account: string, address: string | null): Promise<void> {
  const here = address === null ? undefined : eq(signInAttempts.address, address);
  await tx.delete(signInAttempts).where(and(eq(signInAttempts.account, account), here));
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

interface InvitationSeen extends Record<string, unknown> {
  readonly studio_id: string;
  readonly studio_name: string;
  readonly role: "coach" | "client";
  readonly duty: Duty;
  readonly client_id: string | null;
  readonly email: string;
  readonly name: string;
}

/** What an invitation says, to who holds its secret. */
export async function invitationBy(tx: Transaction, secretHash: string): Promise<InvitationSeen | null> {
  const { rows } = await tx.execute<InvitationSeen>(sql`select * from yarvex_invitation(${secretHash})`);
  return rows[0] ?? null;
}

/** Takes an invitation up, once: the account becomes a member. False where it is gone, or its client has an account. */
export async function takeInvitation(
  tx: Transaction,
  secretHash: string,
  { memberId, userId, name }: { readonly memberId: string; readonly userId: string; readonly name: string },
): Promise<boolean> {
  const { rows } = await tx.execute<{ taken: boolean }>(
    sql`select yarvex_take_invitation(${secretHash}, ${memberId}, ${userId}, ${name}) as taken`,
  );
  return rows[0]?.taken ?? false;
}

interface LinkedSession extends Record<string, unknown> {
  readonly studio_name: string;
  readonly time_zone: string;
  readonly region: StoredRegion;
  readonly client_name: string;
  readonly content: ShownContent;
}

/** The copy in force of the session that a link opens, to who holds its secret; it is seen by that. */
export async function linkedSessionBy(tx: Transaction, secretHash: string): Promise<LinkedSession | null> {
  const { rows } = await tx.execute<LinkedSession>(sql`select * from yarvex_linked_session(${secretHash})`);
  return rows[0] ?? null;
}

interface CalendarFeed extends Record<string, unknown> {
  readonly studio_id: string;
  readonly client_id: string | null;
  readonly member_id: string;
}

/** What a calendar's address opens; null: it was taken back, or never was. */
export async function calendarFeedBy(tx: Transaction, secretHash: string): Promise<CalendarFeed | null> {
  const { rows } = await tx.execute<CalendarFeed>(sql`select * from yarvex_calendar_feed(${secretHash})`);
  return rows[0] ?? null;
}

export async function accountOf(tx: Transaction, userId: string) {
  const [row] = await tx
    .select({
      id: user.id,
      name: user.name,
      email: user.email,
      passwordHash: account.password,
      asksForCode: user.twoFactorEnabled,
    })
    .from(user)
    .innerJoin(account, and(eq(account.userId, user.id), eq(account.providerId, "credential")))
    .where(eq(user.id, userId))
    .limit(1);
  return row ?? null;
}

export async function userByAddress(tx: Transaction, email: string): Promise<{ id: string; name: string } | null> {
  const [row] = await tx.select({ id: user.id, name: user.name }).from(user).where(eq(user.email, email)).limit(1);
  return row ?? null;
}

export async function putPassword(tx: Transaction, userId: string, passwordHash: string): Promise<void> {
  await tx
    .update(account)
    .set({ password: passwordHash, updatedAt: sql`now()` })
    .where(and(eq(account.userId, userId), eq(account.providerId, "credential")));
}

/** The devices on which an account is signed in, the one used last first. */
export const sessionsOfUser = (tx: Transaction, userId: string) =>
  tx
    .select({ id: session.id, userAgent: session.userAgent, updatedAt: session.updatedAt })
    .from(session)
    .where(and(eq(session.userId, userId), gte(session.expiresAt, sql`now()`)))
    .orderBy(desc(session.updatedAt), asc(session.id));

/** Signs an account out on other devices: on one, or on all but the one that is kept. */
export async function endSessions(
  tx: Transaction,
  userId: string,
  which: { readonly only: string } | { readonly butFor: string | null },
): Promise<void> {
  const chosen =
    "only" in which ? eq(session.id, which.only) : which.butFor === null ? undefined : ne(session.id, which.butFor);
  await tx.delete(session).where(and(eq(session.userId, userId), chosen));
}

/** Keeps a secret that opens something once, by its hash, for so many minutes; an older one for the same is void. */
export async function putSecret(
  tx: Transaction,
  { purpose, value, minutes }: { readonly purpose: string; readonly value: string; readonly minutes: number },
): Promise<void> {
  await tx.delete(verification).where(or(eq(verification.identifier, purpose), lt(verification.expiresAt, sql`now()`)));
  await tx
    .insert(verification)
    .values({ id: newId(), identifier: purpose, value, expiresAt: new Date(Date.now() + minutes * 60_000) });
}

/** What a secret is for, while it is good; it stays so. */
export async function readSecret(tx: Transaction, value: string): Promise<string | null> {
  const [row] = await tx
    .select({ purpose: verification.identifier })
    .from(verification)
    .where(and(eq(verification.value, value), gte(verification.expiresAt, sql`now()`)))
    .limit(1);
  return row?.purpose ?? null;
}

/** Uses a secret up; what it was for, or null. */
export async function takeSecret(tx: Transaction, value: string): Promise<string | null> {
  const [row] = await tx
    .delete(verification)
    .where(and(eq(verification.value, value), gte(verification.expiresAt, sql`now()`)))
    .returning({ purpose: verification.identifier });
  return row?.purpose ?? null;
}

/** A studio and its first coach, at once. */
export async function insertStudio(
  tx: Transaction,
  studio: { id: string; name: string; region: Region; isDemo: boolean },
  coach: { memberId: string; userId: string; name: string },
): Promise<void> {
  const { timeZone, ...written } = studio.region;
  await tx.execute(
    sql`select yarvex_found_studio(${studio.id}, ${studio.name}, ${timeZone}, ${JSON.stringify(written)}::jsonb, ${studio.isDemo}, ${coach.memberId}, ${coach.userId}, ${coach.name})`,
  );
}

/** How many studios there are, and whether one is the demo's: decides what the start page offers, and what goes by email. */
export async function studioKinds(tx: Transaction): Promise<{ studios: number; demo: boolean }> {
  const { rows } = await tx.execute<{ studios: number; demo: boolean }>(sql`select * from yarvex_studio_kinds()`);
  return rows[0] ?? { studios: 0, demo: false };
}

/** Takes accounts away with all that names them; answers with their addresses. */
export async function deleteAccounts(tx: Transaction, userIds: readonly string[]): Promise<string[]> {
  if (userIds.length === 0) return [];
  const gone = await tx
    .delete(user)
    .where(inArray(user.id, [...userIds]))
    .returning({ email: user.email });
  const addresses = gone.map(({ email }) => email);
  await tx.delete(signInAttempts).where(inArray(signInAttempts.account, addresses));
  const purposes = [...userIds.map(resetOf), ...addresses.map(studioSetupPurpose)];
  await tx.delete(verification).where(inArray(verification.identifier, purposes));
  return addresses;
}

/** What a secret is for that sets a new password, or founds a studio with the address it was sent to. */
export const resetOf = (userId: string): string => `reset ${userId}`;
export const studioSetupPurpose = (email: string): string => `founding ${email}`;

/** Sessions of any studio whose log has waited so long to be projected, the longest first. */
export async function waitingProjections(
  tx: Transaction,
  seconds: number,
  most: number,
): Promise<readonly { readonly studioId: string; readonly sessionId: string }[]> {
  const { rows } = await tx.execute<{ studio_id: string; session_id: string }>(
    sql`select studio_id, session_id from yarvex_waiting_projections(${seconds}, ${most})`,
  );
  return rows.map((row) => ({ studioId: row.studio_id, sessionId: row.session_id }));
}

/** Takes demo studios away with their accounts, so that the demo can be begun anew. For the owner. */
export async function removeDemo(tx: Transaction): Promise<void> {
  const demo = sql`(select ${studios.id} from ${studios} where ${studios.isDemo})`;
  await tx.delete(user).where(sql`${user.id} in (select user_id from members where studio_id in ${demo})`);
  await tx.delete(studios).where(eq(studios.isDemo, true));
}
