/**
 * What lives on the device, apart for each person who uses it: the sessions that were opened on its floor, every entry
 * logged there, and the round that is done but not kept yet. IndexedDB, through a small well-kept wrapper. Here are the person
 * and the entries, which every page sends; what only the floor reads is in `floors.ts`.
 */
import { type DBSchema, type IDBPDatabase, openDB } from "idb";
import type { SentEvent } from "../contract";
import type { FloorEvent, PerformedSet, Region } from "../core";
import type { FloorView } from "../views";
import { nowMs } from "./clock";

/** Whose entries they are: a member's id. What builds before people were kept apart left here belongs to nobody yet. */
export const NO_MEMBER = "";

export interface StoredEvent {
  readonly id: string;
  readonly memberId: string;
  readonly sessionId: string;
  /** Order of making on this device. */
  readonly place: number;
  /** A refused entry that was put right and logged anew is mended: kept, and not shown any more. */
  readonly state: "waiting" | "sent" | "refused" | "mended";
  /** Why the server did not accept it. */
  readonly because: string | null;
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
  /** What stood here before the round was said to be done: the way back from a slip. */
  readonly before: Omit<Pending, "before"> | null;
}

/** Who uses the device now, so that the floor knows without a network. */
export interface Person {
  readonly memberId: string;
  readonly role: "coach" | "client";
  /** How their studio writes dates; a device that was last used before it was kept does not know. */
  readonly region?: Region;
}

type Owned<T> = T & { readonly memberId: string };
type StoredFloor = Owned<FloorView> & { readonly openedMs: number };

interface DeviceTables extends DBSchema {
  floors: { key: [string, string]; value: StoredFloor };
  events: { key: string; value: StoredEvent; indexes: { session: [string, string]; state: [string, string] } };
  pending: { key: [string, string]; value: Owned<Pending> };
  device: { key: string; value: Person };
}

const database: { opened: Promise<IDBPDatabase<DeviceTables>> | null } = { opened: null };

export function deviceDatabase(): Promise<IDBPDatabase<DeviceTables>> {
  database.opened ??= openDB<DeviceTables>("yarvex-floor", 2, {
    async upgrade(db, before, _now, tx) {
      const old: {
        floors: StoredFloor[];
        events: Omit<StoredEvent, "memberId" | "because">[];
        pending: Pending[];
      } = { floors: [], events: [], pending: [] };
      if (before === 1) {
        old.floors = await tx.objectStore("floors").getAll();
        old.events = await tx.objectStore("events").getAll();
        old.pending = await tx.objectStore("pending").getAll();
        for (const name of ["floors", "events", "pending"] as const) db.deleteObjectStore(name);
      }
      const owner = ["memberId", "sessionId"];
      const floors = db.createObjectStore("floors", { keyPath: owner });
      const events = db.createObjectStore("events", { keyPath: "id" });
      events.createIndex("session", owner);
      events.createIndex("state", ["memberId", "state"]);
      const pending = db.createObjectStore("pending", { keyPath: owner });
      db.createObjectStore("device");
      for (const one of old.floors) await floors.put({ ...one, memberId: NO_MEMBER });
      for (const one of old.pending) await pending.put({ ...one, memberId: NO_MEMBER });
      // What an earlier build gave up is tried once more: it was often refused for another entry's sake.
      for (const one of old.events)
        await events.put({
          ...one,
          state: one.state === "refused" ? "waiting" : one.state,
          memberId: NO_MEMBER,
          because: null,
        });
    },
    blocking: (_current, _blocked, event) => (event.target as IDBDatabase).close(),
    terminated: () => {
      database.opened = null;
    },
  });
  return database.opened;
}

// --- who ---------------------------------------------------------------------------------------------------------------

export const readPerson = async (): Promise<Person | null> =>
  (await (await deviceDatabase()).get("device", "person")) ?? null;

/** Who uses the device from now on; null: nobody, until somebody signs in. What others left stays, and is not shown. */
export async function writePerson(person: Person | null): Promise<void> {
  const db = await deviceDatabase();
  if (person) await db.put("device", person, "person");
  else await db.delete("device", "person");
  changed();
}

// --- entries -----------------------------------------------------------------------------------------------------------

/** Told whenever entries or the person changed, in this page and, through a channel, in the others and the worker. */
const listeners = new Set<() => void>();
const channel = typeof BroadcastChannel === "undefined" ? null : new BroadcastChannel("yarvex-entries");
if (channel)
  channel.onmessage = () => {
    for (const tell of listeners) tell();
  };

function changed(): void {
  for (const tell of listeners) tell();
  channel?.postMessage(null);
}

export function onEntriesChanged(tell: () => void): () => void {
  listeners.add(tell);
  return () => listeners.delete(tell);
}

export async function readEvents(memberId: string, sessionId: string): Promise<StoredEvent[]> {
  const all = await (await deviceDatabase()).getAllFromIndex("events", "session", [memberId, sessionId]);
  return all.sort((a, b) => a.place - b.place);
}

/** A person's entries in a state, of every session, in the order of their making. */
export async function eventsIn(memberId: string, state: StoredEvent["state"]): Promise<StoredEvent[]> {
  const all = await (await deviceDatabase()).getAllFromIndex("events", "state", [memberId, state]);
  return all.sort((a, b) => (a.sessionId < b.sessionId ? -1 : a.sessionId > b.sessionId ? 1 : a.place - b.place));
}

/** The outbox: an entry is safe here before anything else happens to it. */
export async function addEvent(memberId: string, event: FloorEvent): Promise<StoredEvent> {
  const db = await deviceDatabase();
  const tx = db.transaction("events", "readwrite");
  const before = await tx.store.index("session").getAll([memberId, event.sessionId]);
  const place = before.reduce((most, one) => Math.max(most, one.place + 1), 0);
  const { id, sessionId } = event;
  const stored: StoredEvent = { id, memberId, sessionId, place, state: "waiting", because: null, event };
  await tx.store.put(stored);
  await tx.done;
  changed();
  return stored;
}

export async function markEvents(
  marks: readonly { readonly id: string; readonly state: StoredEvent["state"]; readonly because?: string | null }[],
): Promise<void> {
  const db = await deviceDatabase();
  const tx = db.transaction("events", "readwrite");
  for (const { id, state, because = null } of marks) {
    const known = await tx.store.get(id);
    if (known) await tx.store.put({ ...known, state, because });
  }
  await tx.done;
  changed();
}

/** A refused entry put right: it stays as it was, and the right one goes out in its place. */
export async function replaceRefusedEvent(before: StoredEvent, event: FloorEvent): Promise<void> {
  const db = await deviceDatabase();
  const tx = db.transaction("events", "readwrite");
  await tx.store.put({ ...before, state: "mended" });
  await tx.store.put({ ...before, id: event.id, state: "waiting", because: null, event });
  await tx.done;
  changed();
}

/** Everything a person logged on this device that is still here, to be kept as a file. */
export async function exportEntries(memberId: string): Promise<string> {
  const states = ["waiting", "refused", "mended", "sent"] as const;
  const all = await Promise.all(states.map((state) => eventsIn(memberId, state)));
  const entries = all.flat().map(({ id, sessionId, state, because, event }) => ({
    id,
    sessionId,
    state,
    because,
    event,
  }));
  return JSON.stringify({ format: "yarvex-entries", version: 1, madeAtMs: nowMs(), entries }, null, 2);
}
