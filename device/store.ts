/**
 * What lives on the device: the sessions that were opened on its floor, every event logged there, and the chain that is
 * done but not kept yet. IndexedDB, through a small well-kept wrapper.
 */
import { type DBSchema, type IDBPDatabase, openDB } from "idb";
import { type FloorView, readShown, type SentEvent, upcastEvent } from "../contract";
import type { FloorEvent, PerformedSet } from "../core";

export interface StoredEvent {
  readonly id: string;
  readonly sessionId: string;
  /** Order of making on this device. */
  readonly place: number;
  readonly state: "waiting" | "sent" | "refused";
  /** As it was logged, by this build of the program or an older one. */
  readonly event: SentEvent;
}

/** Done and resting, not kept yet, or kept while the rest goes on: survives a closed tab. */
export interface Pending {
  readonly sessionId: string;
  readonly chainKey: string;
  readonly restStartedMs: number;
  readonly kept: boolean;
  /** The next chain is in hand; the rest may still go on. */
  readonly movedOn: boolean;
  /** When work was seen to begin again. */
  readonly workStartedMs: number | null;
  readonly sets: readonly PerformedSet[];
}

interface Shelves extends DBSchema {
  floors: { key: string; value: FloorView & { openedMs: number } };
  events: { key: string; value: StoredEvent; indexes: { session: string } };
  pending: { key: string; value: Pending };
}

let opened: Promise<IDBPDatabase<Shelves>> | null = null;

function shelves(): Promise<IDBPDatabase<Shelves>> {
  opened ??= openDB<Shelves>("yarvex-floor", 1, {
    upgrade(db) {
      db.createObjectStore("floors", { keyPath: "sessionId" });
      db.createObjectStore("events", { keyPath: "id" }).createIndex("session", "sessionId");
      db.createObjectStore("pending", { keyPath: "sessionId" });
    },
  });
  return opened;
}

export async function readFloor(sessionId: string): Promise<FloorView | null> {
  const known = await (await shelves()).get("floors", sessionId);
  return known ? asPresent(known) : null;
}

export async function listFloors(): Promise<(FloorView & { openedMs: number })[]> {
  const all = await (await shelves()).getAll("floors");
  return all.map((one) => ({ ...asPresent(one), openedMs: one.openedMs })).sort((a, b) => b.openedMs - a.openedMs);
}

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

export async function readEvents(sessionId: string): Promise<StoredEvent[]> {
  const all = await (await shelves()).getAllFromIndex("events", "session", sessionId);
  return all.sort((a, b) => a.place - b.place);
}

/** Keeps what the server said. With events of this device waiting, the copy they were logged against stays. */
export async function keepFloor(view: FloorView): Promise<FloorView> {
  const db = await shelves();
  const tx = db.transaction(["floors", "events"], "readwrite");
  const known = await tx.objectStore("floors").get(view.sessionId);
  const mine = await tx.objectStore("events").index("session").getAll(view.sessionId);
  const waiting = mine.some((one) => one.state === "waiting");
  const kept = known && waiting ? { ...asPresent(known), events: view.events } : view;
  await tx.objectStore("floors").put({ ...kept, openedMs: Date.now() });
  await tx.done;
  return kept;
}

/** The outbox: an event is safe here before anything else happens to it. */
export async function addEvent(event: FloorEvent): Promise<StoredEvent> {
  const db = await shelves();
  const tx = db.transaction("events", "readwrite");
  const count = await tx.store.index("session").count(event.sessionId);
  const stored: StoredEvent = { id: event.id, sessionId: event.sessionId, place: count, state: "waiting", event };
  await tx.store.put(stored);
  await tx.done;
  return stored;
}

export async function markEvents(ids: readonly string[], state: StoredEvent["state"]): Promise<void> {
  const db = await shelves();
  const tx = db.transaction("events", "readwrite");
  for (const id of ids) {
    const known = await tx.store.get(id);
    if (known) await tx.store.put({ ...known, state });
  }
  await tx.done;
}

export async function readPending(sessionId: string): Promise<Pending | null> {
  const known = await (await shelves()).get("pending", sessionId);
  // What an older build left half-kept has no places; the round is done again with one tap.
  return known?.sets.every((set) => "ordinal" in set) ? known : null;
}

export async function writePending(sessionId: string, pending: Pending | null): Promise<void> {
  const db = await shelves();
  if (pending) await db.put("pending", pending);
  else await db.delete("pending", sessionId);
}
