/** Other programs at the door: who a token is, how much it may ask, and requests that are sent twice. */
import { RateLimiterMemory, type RateLimiterRes } from "rate-limiter-flexible";
import type { ApiName } from "../contract";
import { isReading } from "../contract/open-api";
import { canonicalJson } from "../core";
import type { ApiAccess } from "../views";
import { hashOfSecret } from "./auth/secret";
import { hashOf } from "./context/showing";
import { inStudio, type Scope, withAccounts } from "./db";
import { beginRequest, endRequest, forgetRequest, tokenBy } from "./db/api-tokens";

export interface Program {
  readonly tokenId: string;
  readonly access: ApiAccess;
  readonly scope: Scope;
}

/** Who a request's `Authorization` stands for; null: nobody. */
export async function programOf(authorization: string | null): Promise<Program | null> {
  const token = /^Bearer (yarvex_[\w-]{20,100})$/.exec(authorization ?? "")?.[1];
  if (token === undefined) return null;
  const found = await withAccounts((tx) => tokenBy(tx, hashOfSecret(token.slice("yarvex_".length))));
  if (!found) return null;
  const { studio_id: studioId, id: tokenId, access, member_id: memberId, name, duty } = found;
  return { tokenId, access, scope: { role: "coach", studioId, memberId, name, duty } };
}

export const mayAsk = ({ access }: Program, name: ApiName): boolean => access === "write" || isReading(name);

/** Requests that a token may ask in a minute, of one web process. */
export const REQUESTS_A_MINUTE = 120;

// One a process, also across the bundler's copies of this module.
const holder = globalThis as typeof globalThis & { yarvexApiLimiter?: RateLimiterMemory };

export interface Allowance {
  readonly isAllowed: boolean;
  readonly left: number;
  readonly resetSeconds: number;
}

export async function takeTurn(tokenId: string): Promise<Allowance> {
  holder.yarvexApiLimiter ??= new RateLimiterMemory({ points: REQUESTS_A_MINUTE, duration: 60 });
  const told = (isAllowed: boolean) => (result: RateLimiterRes) => ({
    isAllowed,
    left: Math.max(0, result.remainingPoints),
    resetSeconds: Math.ceil(result.msBeforeNext / 1000),
  });
  return holder.yarvexApiLimiter.consume(tokenId).then(told(true), told(false));
}

const KEPT_MS = 86_400_000;
/** An answer that takes longer is none any more. */
const LOST_MS = 60_000;

export interface ApiAnswer {
  readonly status: number;
  readonly body: unknown;
}

/**
 * Answers a request that carries a key: the first time by doing it, sent again with the same content by the first answer. Another
 * content under the key is refused, and so is one that is still being answered. A fault is kept for nothing: it may be sent again.
 */
export async function answerOnce(
  { scope, tokenId }: Program,
  {
    key,
    name,
    input,
    nowMs,
  }: { readonly key: string; readonly name: string; readonly input: unknown; readonly nowMs: number },
  work: () => Promise<ApiAnswer>,
): Promise<ApiAnswer & { readonly isRepeated: boolean }> {
  const request = { studioId: scope.studioId, tokenId, key };
  const requestHash = hashOf(canonicalJson([name, input]));
  const times = { now: new Date(nowMs), keptMs: KEPT_MS, lostMs: LOST_MS };
  const before = await inStudio(scope, (tx) => beginRequest(tx, { ...request, requestHash }, times));
  if (before) {
    if (before.requestHash !== requestHash)
      return { status: 422, body: { message: "This key was sent before with another request." }, isRepeated: false };
    if (before.status === null)
      return {
        status: 409,
        body: { message: "The same request is being answered: ask again in a moment." },
        isRepeated: false,
      };
    return { status: before.status, body: before.body, isRepeated: true };
  }
  try {
    const answer = await work();
    await inStudio(scope, (tx) => endRequest(tx, request, answer.status, answer.body));
    return { ...answer, isRepeated: false };
  } catch (error) {
    await inStudio(scope, (tx) => forgetRequest(tx, request));
    throw error;
  }
}
