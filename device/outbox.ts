/**
 * The outbox sends what a person logged on this device, from whatever page is open and from the service worker. An entry
 * leaves the state "waiting" only by the server's word on that entry.
 */
import { MOST_EVENTS } from "../contract";
import { callApi, type Reply } from "./api";
import { eventsIn, markEvents, NO_MEMBER, readPerson, type StoredEvent } from "./store";

/** Why entries wait. */
export type BlockedBy = "offline" | "signedOut" | "fault";

/** A batch stays well under what the server reads at once. */
const MOST_BATCH_BYTES = 150_000;
/** An entry at which the server breaks this often, while it takes others, is set aside. */
const MOST_FAULTS = 5;

const faults = new Map<string, number>();
/** Sessions whose entries go one by one, since a batch of theirs broke. */
const oneByOne = new Set<string>();

type Answer = Reply<{
  readonly accepted: readonly string[];
  readonly refused: readonly { readonly id: string; readonly because: string }[];
}>;

/** One pass over everything that waits. Answers with what holds the rest up, if anything does. */
async function sendAll(memberId: string): Promise<{ hindrance: BlockedBy | null; retryAfterMs: number | null }> {
  const waiting = [...(await eventsIn(memberId, "waiting")), ...(await eventsIn(NO_MEMBER, "waiting"))];
  let tookAny = false;
  let fault: { retryAfterMs: number | null } | null = null;
  const broke: string[] = [];
  for (const batch of batchesOf(waiting)) {
    const { sessionId } = batch[0]!;
    const owner = batch[0]!.memberId === NO_MEMBER ? undefined : memberId;
    const reply: Answer = await callApi("floor.record", {
      sessionId,
      memberId: owner,
      events: batch.map((one) => one.event),
    });
    const all = (because: string) => batch.map(({ id }) => ({ id, state: "refused" as const, because }));
    switch (reply.kind) {
      case "ok": {
        tookAny ||= reply.value.accepted.length > 0;
        for (const { id } of batch) faults.delete(id);
        await markEvents([
          ...reply.value.accepted.map((id) => ({ id, state: "sent" as const })),
          ...reply.value.refused.map(({ id, because }) => ({ id, state: "refused" as const, because })),
        ]);
        break;
      }
      case "offline":
        return { hindrance: "offline", retryAfterMs: null };
      case "signedOut":
        return { hindrance: "signedOut", retryAfterMs: null };
      case "notFound":
        // Not this person's, it may be somebody else's: only what has an owner is given an answer.
        if (owner !== undefined) await markEvents(all("its session is not there any more"));
        break;
      case "refused":
      case "conflict":
        if (batch.length === 1) await markEvents(all(reply.message));
        else oneByOne.add(sessionId);
        break;
      case "fault":
        fault = { retryAfterMs: reply.retryAfterMs };
        if (reply.isBusy) return { hindrance: "fault", retryAfterMs: reply.retryAfterMs };
        if (batch.length > 1) oneByOne.add(sessionId);
        else broke.push(batch[0]!.id);
        break;
    }
  }
  if (tookAny) {
    for (const id of broke) faults.set(id, (faults.get(id) ?? 0) + 1);
    const given = broke.filter((id) => faults.get(id)! >= MOST_FAULTS);
    const because = "the server breaks at it; that is a fault of the program";
    await markEvents(given.map((id) => ({ id, state: "refused" as const, because })));
  }
  return { hindrance: fault ? "fault" : null, retryAfterMs: fault?.retryAfterMs ?? null };
}

function batchesOf(waiting: readonly StoredEvent[]): StoredEvent[][] {
  const batches: StoredEvent[][] = [];
  let bytes = 0;
  for (const one of waiting) {
    const size = JSON.stringify(one.event).length;
    const last = batches.at(-1);
    const first = last?.[0];
    const most = oneByOne.has(one.sessionId) ? 1 : MOST_EVENTS;
    const isSame = first?.sessionId === one.sessionId && first.memberId === one.memberId;
    if (last && isSame && last.length < most && bytes + size <= MOST_BATCH_BYTES) {
      last.push(one);
      bytes += size;
    } else {
      batches.push([one]);
      bytes = size;
    }
  }
  return batches;
}

export interface Sent {
  readonly hindrance: BlockedBy | null;
  readonly retryAfterMs: number | null;
}

const NOTHING_SENT: Sent = { hindrance: null, retryAfterMs: null };
/** One sending at a time. */
const underWay: { sending: Promise<Sent> | null } = { sending: null };

/** Sends what waits for whoever uses the device now. Of several pages one sends at a time, where the browser can tell. */
export function sendWaiting(): Promise<Sent> {
  underWay.sending ??= (async () => {
    const person = await readPerson();
    if (!person) return NOTHING_SENT;
    const locks = typeof navigator === "undefined" ? undefined : navigator.locks;
    if (!locks) return sendAll(person.memberId);
    return locks.request("yarvex-outbox", { ifAvailable: true }, (lock) =>
      lock ? sendAll(person.memberId) : NOTHING_SENT,
    );
  })().finally(() => {
    underWay.sending = null;
  });
  return underWay.sending;
}

export async function countEntries(memberId: string): Promise<{ waiting: number; refused: number }> {
  const [waiting, refused] = await Promise.all([eventsIn(memberId, "waiting"), eventsIn(memberId, "refused")]);
  return { waiting: waiting.length, refused: refused.length };
}

/** The name under which the service worker is asked to send when there is a network again. */
export const SYNC_TAG = "yarvex-outbox";
/** What a page says to the worker that nobody has given it to yet. */
export const CLAIM_PAGE = "take me on";
