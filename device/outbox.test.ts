import "fake-indexeddb/auto";
import { IDBFactory } from "fake-indexeddb";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { Input, Output } from "../contract";
import type { FloorEvent } from "../core";
import { event, performedSet } from "../core/testing/floor";
import type { FloorView } from "../views";
import type { Reply } from "./api";

const ANA = "0190a5a0-0000-7000-8000-00000000000a";
const BO = "0190a5a0-0000-7000-8000-00000000000b";

type Answer = Reply<Output<"floor.record">>;
type Sent = Input<"floor.record">;

/** The device anew: its store, its outbox, and a server whose answers the test says. */
async function device() {
  vi.resetModules();
  const sent: Sent[] = [];
  let answer: (input: Sent) => Answer = ({ events }) => ({
    kind: "ok",
    value: { accepted: idsOf(events), refused: [] },
  });
  vi.doMock("./api", () => ({
    callApi: async (_name: string, input: Sent) => {
      sent.push(input);
      return answer(input);
    },
  }));
  const store = await import("./store");
  const floors = await import("./floors");
  const { sendWaiting } = await import("./outbox");
  const states = async (memberId: string, sessionId = "s") =>
    (await store.readEvents(memberId, sessionId)).map(({ state }) => state);
  return {
    store,
    floors,
    sent,
    send: sendWaiting,
    states,
    says: (next: typeof answer) => {
      answer = next;
    },
  };
}

const idsOf = (events: readonly unknown[]): string[] => events.map((one) => (one as FloorEvent).id);
const note = (text: string, sessionId = "s"): FloorEvent =>
  event({ kind: "note", slotId: null, text }, { id: `${sessionId}-${text}`, sessionId });

beforeEach(() => {
  globalThis.indexedDB = new IDBFactory();
});
afterEach(() => vi.doUnmock("./api"));

describe("the outbox", () => {
  it("sends what a person logged, a session at a time and in order, and keeps it until the server's word", async () => {
    const { store, send, sent, states } = await device();
    await store.writePerson({ memberId: ANA, role: "coach" });
    for (let i = 0; i < 70; i++) await store.addEvent(ANA, note(String(i).padStart(2, "0")));
    await store.addEvent(ANA, note("00", "other"));
    expect(await send()).toMatchObject({ hindrance: null });
    expect(sent.map(({ sessionId, events }) => [sessionId, events.length])).toEqual([
      ["other", 1],
      ["s", 64],
      ["s", 6],
    ]);
    expect(idsOf(sent[1]!.events)).toEqual(Array.from({ length: 64 }, (_, i) => `s-${String(i).padStart(2, "0")}`));
    expect(sent.every(({ memberId }) => memberId === ANA)).toBe(true);
    expect(new Set(await states(ANA))).toEqual(new Set(["sent"]));
  });

  it("keeps an entry that is refused with the reason, and the others go through", async () => {
    const { store, send, says } = await device();
    await store.writePerson({ memberId: ANA, role: "coach" });
    for (const text of ["a", "b", "c"]) await store.addEvent(ANA, note(text));
    says(({ events }) => ({
      kind: "ok",
      value: {
        accepted: ["s-a", "s-c"].filter((id) => idsOf(events).includes(id)),
        refused: [{ id: "s-b", because: "no" }],
      },
    }));
    await send();
    const [refused, ...more] = await store.eventsIn(ANA, "refused");
    expect(more).toEqual([]);
    expect(refused).toMatchObject({ id: "s-b", because: "no", event: { body: { text: "b" } } });
    expect(await store.eventsIn(ANA, "waiting")).toEqual([]);
    // Put right, it goes out anew; as it was, it stays on the device and in its export.
    await store.replaceRefusedEvent(refused!, { ...note("better"), id: "s-d" });
    says(({ events }) => ({ kind: "ok", value: { accepted: idsOf(events), refused: [] } }));
    await send();
    expect((await store.eventsIn(ANA, "sent")).map(({ id }) => id)).toContain("s-d");
    const file = JSON.parse(await store.exportEntries(ANA)) as { entries: { id: string; state: string }[] };
    expect(file.entries.map(({ id, state }) => `${id} ${state}`).sort()).toEqual([
      "s-a sent",
      "s-b mended",
      "s-c sent",
      "s-d sent",
    ]);
  });

  it.each<[string, Answer, string]>([
    ["no network", { kind: "offline" }, "offline"],
    ["signed out", { kind: "signedOut" }, "signedOut"],
    ["our fault", { kind: "fault", isBusy: false, retryAfterMs: null }, "fault"],
    ["a busy server", { kind: "fault", isBusy: true, retryAfterMs: 2000 }, "fault"],
  ])("%s: all of it waits, however often it is tried", async (_what, reply, hindrance) => {
    const { store, send, says, states } = await device();
    await store.writePerson({ memberId: ANA, role: "coach" });
    for (const text of ["a", "b"]) await store.addEvent(ANA, note(text));
    says(() => reply);
    for (let i = 0; i < 12; i++) expect((await send()).hindrance).toBe(hindrance);
    expect(await states(ANA)).toEqual(["waiting", "waiting"]);
  });

  it("a batch that is refused whole is tried entry by entry, so that one condemns no other", async () => {
    const { store, send, says, states } = await device();
    await store.writePerson({ memberId: ANA, role: "coach" });
    for (const text of ["a", "b", "c"]) await store.addEvent(ANA, note(text));
    says(({ events }) =>
      idsOf(events).includes("s-b")
        ? { kind: "refused", message: "that is too much to send at once", problems: [] }
        : { kind: "ok", value: { accepted: idsOf(events), refused: [] } },
    );
    await send();
    await send();
    expect(await states(ANA)).toEqual(["sent", "refused", "sent"]);
  });

  it("an entry at which the server breaks is set aside once it is clear that the others go through", async () => {
    const { store, send, says, states } = await device();
    await store.writePerson({ memberId: ANA, role: "coach" });
    for (const text of ["a", "b"]) await store.addEvent(ANA, note(text));
    says(({ events }) =>
      idsOf(events).includes("s-b")
        ? { kind: "fault", isBusy: false, retryAfterMs: null }
        : { kind: "ok", value: { accepted: idsOf(events), refused: [] } },
    );
    await send();
    for (let i = 0; i < 8; i++) {
      await store.addEvent(ANA, note(`more${i}`));
      await send();
    }
    expect((await states(ANA)).filter((state) => state !== "sent")).toEqual(["refused"]);
    const [aside] = await store.eventsIn(ANA, "refused");
    expect(aside).toMatchObject({ id: "s-b", because: expect.stringContaining("fault of the program") });
  });

  it("belongs to its person: another's sign-in sends nothing of it, shows nothing of it, loses nothing of it", async () => {
    const { floors, store, send, sent, says, states } = await device();
    const floor = { sessionId: "s", memberId: ANA, clientName: "Ines", events: [], shown: {} } as unknown as FloorView;
    await store.writePerson({ memberId: ANA, role: "coach" });
    await floors.storeFloor(floor);
    await store.addEvent(ANA, note("a"));
    says(() => ({ kind: "offline" }));
    await send();
    await store.writePerson(null);
    await send();
    await store.writePerson({ memberId: BO, role: "client" });
    await store.addEvent(BO, note("b"));
    sent.length = 0;
    says(({ events }) => ({ kind: "ok", value: { accepted: idsOf(events), refused: [] } }));
    await send();
    expect(sent.map(({ memberId, events }) => [memberId, ...idsOf(events)])).toEqual([[BO, "s-b"]]);
    expect(await floors.readFloor(BO, "s")).toBeNull();
    expect(await store.eventsIn(BO, "waiting")).toEqual([]);
    expect(await states(ANA)).toEqual(["waiting"]);
    await store.writePerson({ memberId: ANA, role: "coach" });
    await send();
    expect(await states(ANA)).toEqual(["sent"]);
  });

  it("a session that is gone is said of its person's entries", async () => {
    const { store, send, says } = await device();
    await store.writePerson({ memberId: ANA, role: "coach" });
    await store.addEvent(ANA, note("a"));
    says(() => ({ kind: "notFound" }));
    await send();
    expect(await store.eventsIn(ANA, "refused")).toMatchObject([{ because: "its session is not there any more" }]);
  });
});

describe("what an earlier build left on a device", () => {
  /** The store as its first version made it. */
  function leave(entries: readonly object[]): Promise<void> {
    return new Promise((done, fail) => {
      const request = indexedDB.open("yarvex-floor", 1);
      request.onupgradeneeded = () => {
        const db = request.result;
        db.createObjectStore("floors", { keyPath: "sessionId" });
        db.createObjectStore("events", { keyPath: "id" }).createIndex("session", "sessionId");
        db.createObjectStore("pending", { keyPath: "sessionId" });
      };
      request.onerror = () => fail(request.error);
      request.onsuccess = () => {
        const db = request.result;
        const tx = db.transaction(["events", "pending"], "readwrite");
        for (const one of entries) tx.objectStore("events").put(one);
        tx.objectStore("pending").put({ sessionId: "s", chainKey: "k", kept: false, sets: [performedSet()] });
        tx.oncomplete = () => {
          db.close();
          done();
        };
      };
    });
  }

  it("is sent for who can open the session, the refused once more; nothing is lost", async () => {
    const old = (id: string, place: number, state: string) => ({
      id,
      sessionId: "s",
      place,
      state,
      event: { ...note(id), id },
    });
    await leave([old("a", 0, "sent"), old("b", 1, "refused"), old("c", 2, "waiting")]);
    const { floors, store, send, sent, says, states } = await device();
    await store.writePerson({ memberId: ANA, role: "coach" });
    says(() => ({ kind: "notFound" }));
    await send();
    expect(sent[0]).toMatchObject({ memberId: undefined, sessionId: "s" });
    expect(await states(store.NO_MEMBER)).toEqual(["sent", "waiting", "waiting"]);
    const view = { sessionId: "s", memberId: ANA, events: [], shown: {} } as unknown as FloorView;
    await floors.storeFloor(view);
    expect(await states(ANA)).toEqual(["sent", "waiting", "waiting"]);
    expect(await floors.readPending(ANA, "s")).toMatchObject({ chainKey: "k", before: null });
    says(({ events }) => ({ kind: "ok", value: { accepted: idsOf(events), refused: [] } }));
    await send();
    expect(await states(ANA)).toEqual(["sent", "sent", "sent"]);
  });
});
