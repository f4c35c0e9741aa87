/** The sessions that were opened on this device's floor, and the round in hand, read as this build of the program has them. */
import { presentIds, readShown, upcastEvent } from "../contract";
import type { FloorView } from "../views";
import { nowMs } from "./clock";
import { deviceDatabase, NO_MEMBER, type Pending } from "./store";

export async function readFloor(memberId: string, sessionId: string): Promise<FloorView | null> {
  const known = await (await deviceDatabase()).get("floors", [memberId, sessionId]);
  return known ? asPresent(known) : null;
}

export async function listFloors(memberId: string): Promise<(FloorView & { openedMs: number })[]> {
  const all = await (await deviceDatabase()).getAll("floors", ofPerson(memberId));
  return all.map((one) => ({ ...asPresent(one), openedMs: one.openedMs })).sort((a, b) => b.openedMs - a.openedMs);
}

const ofPerson = (memberId: string): IDBKeyRange => IDBKeyRange.bound([memberId], [memberId, []]);

/** A floor that an older build of the program left here, as this one reads it. */
function asPresent(known: FloorView): FloorView {
  const shown = readShown(known.shown);
  const named = known.shown as unknown as { clientName?: string };
  return {
    ...known,
    shown,
    clientName: known.clientName ?? named.clientName ?? "",
    events: known.events.map((event) => upcastEvent(event, () => shown.document)),
  };
}

/**
 * Keeps what the server said. With entries of this device waiting, the copy they were logged against stays; what is in the
 * server's log needs no copy here. Whatever nobody's is of this session belongs to who could open it.
 */
export async function storeFloor(view: FloorView): Promise<FloorView> {
  const { memberId, sessionId } = view;
  const db = await deviceDatabase();
  const tx = db.transaction(["floors", "events", "pending"], "readwrite");
  const [floors, events, pending] = [tx.objectStore("floors"), tx.objectStore("events"), tx.objectStore("pending")];
  for (const left of await events.index("session").getAll([NO_MEMBER, sessionId]))
    await events.put({ ...left, memberId });
  const half = await pending.get([NO_MEMBER, sessionId]);
  if (half) await pending.put({ ...half, memberId });
  const before = (await floors.get([memberId, sessionId])) ?? (await floors.get([NO_MEMBER, sessionId]));
  const mine = await events.index("session").getAll([memberId, sessionId]);
  const logged = new Set(view.events.map((event) => event.id));
  for (const one of mine) if (one.state === "sent" && logged.has(one.id)) await events.delete(one.id);
  const isWaiting = mine.some((one) => one.state === "waiting" || one.state === "refused");
  const kept = before && isWaiting ? { ...asPresent(before), ...named(view) } : view;
  await floors.put({ ...kept, memberId, openedMs: nowMs() });
  await floors.delete([NO_MEMBER, sessionId]);
  await pending.delete([NO_MEMBER, sessionId]);
  await tx.done;
  return kept;
}

/** Keeps what the server has of a session's log, as `storeFloor` does; null where the session was not opened here. */
export async function storeLog(
  memberId: string,
  sessionId: string,
  log: Pick<FloorView, "events" | "messages">,
): Promise<FloorView | null> {
  const known = await readFloor(memberId, sessionId);
  return (
    known && storeFloor({ ...known, memberId, events: log.events, messages: log.messages ?? known.messages ?? [] })
  );
}

const named = ({ memberId, clientName, client, events, messages = [] }: FloorView) => ({
  memberId,
  clientName,
  client,
  events,
  messages,
});

export async function readPending(memberId: string, sessionId: string): Promise<Pending | null> {
  const known = await (await deviceDatabase()).get("pending", [memberId, sessionId]);
  // What an older build left half-kept has no places; the round is done again with one tap.
  return known?.sets.every((set) => "ordinal" in set) ? presentIds({ ...known, before: known.before ?? null }) : null;
}

export async function writePending(memberId: string, sessionId: string, pending: Pending | null): Promise<void> {
  const db = await deviceDatabase();
  if (pending) await db.put("pending", { ...pending, memberId });
  else await db.delete("pending", [memberId, sessionId]);
}
