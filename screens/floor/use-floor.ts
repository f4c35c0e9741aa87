"use client";
import { useCallback, useEffect, useMemo, useRef, useState, useSyncExternalStore } from "react";
import { shownSession, upcastEvent } from "@/contract";
import {
  type BlockRound,
  blockRoundsOf,
  EVENT_VERSION,
  type EventLoggedBy,
  effectiveEventIds,
  expandSession,
  FLOOR_EVENTS,
  type FloorEvent,
  foldEvents,
  nextBlockRound,
  sessionMeant,
  withBlocksAdded,
  workContextOf,
} from "@/core";
import { callApi } from "@/device/api";
import { clocksNow, nowMs } from "@/device/clock";
import { readFloor, readPending, storeFloor, storeLog, writePending } from "@/device/floors";
import { newId } from "@/device/ids";
import { onSessionChanged } from "@/device/live";
import { outbox, startSending } from "@/device/sender";
import {
  addEvent,
  NO_MEMBER,
  onEntriesChanged,
  type Pending,
  readEvents,
  readPerson,
  type StoredEvent,
  writePerson,
} from "@/device/store";
import { type FloorLoads, type FloorView, floorLoads, floorLoadsBefore } from "@/views";

export type Loading =
  | { readonly kind: "loading" }
  | { readonly kind: "ready" }
  | { readonly kind: "failed"; readonly message: string }
  /** A coach can go on by saying why the cautions are all right here, or by changing what they are about. */
  | { readonly kind: "held"; readonly message: string };

const COMMIT_GAP_MS = 700;

export const useOutbox = () => useSyncExternalStore(outbox.subscribe, outbox.get, outbox.get);

/** The floor's state of a session; of none where it is null. Every commit goes to the device's outbox first; the network is never waited for. */
export function useFloor(sessionId: string | null) {
  const [loading, setLoading] = useState<Loading>({ kind: "loading" });
  const [view, setView] = useState<FloorView | null>(null);
  const [mine, setMine] = useState<readonly StoredEvent[]>([]);
  const [pending, setPendingState] = useState<Pending | null>(null);
  /** For whom this page set the current round: a read of the device's database that began before is older and must not replace it. */
  const setHereFor = useRef("");
  /** What was logged from this page. */
  const logged = useRef(new Set<string>());
  const isOwn = useCallback((id: string) => logged.current.has(id), []);
  const lastCommit = useRef(Number.NEGATIVE_INFINITY);
  const [isCommitting, setCommitting] = useState(false);
  const memberId = view?.memberId ?? null;

  /** What this device holds for a person. */
  const readDevice = useCallback(
    async (person: string) => {
      if (sessionId === null) return;
      setMine(await readEvents(person, sessionId));
      const kept = await readPending(person, sessionId);
      if (setHereFor.current !== `${person} ${sessionId}`) setPendingState(kept);
    },
    [sessionId],
  );

  const refresh = useCallback(async () => {
    if (sessionId === null) return;
    const reply = await callApi("floor.open", { sessionId });
    if (reply.kind === "ok") {
      const { memberId: person, role } = reply.value;
      await writePerson({ memberId: person, role });
      const kept = await storeFloor(reply.value);
      await readDevice(person);
      setView(kept);
      setLoading({ kind: "ready" });
      return;
    }
    const person = await readPerson();
    if (await readFloor(person?.memberId ?? NO_MEMBER, sessionId)) return;
    if (reply.kind === "refused") {
      const { field, message } = reply.problems[0] ?? { field: "", message: reply.message };
      const isCaution = field.startsWith("reason ") && person?.role !== "client";
      setLoading(
        isCaution
          ? { kind: "held", message }
          : { kind: "failed", message: field.startsWith("reason ") ? `${message} Ask your coach.` : message },
      );
      return;
    }
    const words = {
      offline: "This session has not been opened on this device before, and the server cannot be reached.",
      fault: "Something went wrong on the server, and this session has not been opened on this device before.",
      signedOut: "Sign in on this device first, then open the session again.",
      notFound: "This session is not there.",
    };
    setLoading({ kind: "failed", message: reply.kind === "conflict" ? reply.message : words[reply.kind] });
  }, [sessionId, readDevice]);

  useEffect(() => {
    if (sessionId === null) return;
    let current = true;
    startSending();
    void (async () => {
      const person = (await readPerson())?.memberId ?? NO_MEMBER;
      const known = await readFloor(person, sessionId);
      if (!current) return;
      if (known) {
        await readDevice(person);
        setView({ ...known, memberId: person });
        setLoading({ kind: "ready" });
      }
      await refresh();
    })();
    return () => {
      current = false;
    };
  }, [sessionId, refresh, readDevice]);

  useEffect(() => {
    if (memberId === null || sessionId === null) return;
    return onEntriesChanged(() => void readEvents(memberId, sessionId).then(setMine));
  }, [memberId, sessionId]);

  // What other devices log is read as soon as the server tells of it; what is told while that is read is read after it.
  useEffect(() => {
    if (memberId === null || sessionId === null) return;
    const reading = { isUnderWay: false, isAsked: false, isOver: false };
    const read = async () => {
      reading.isAsked = true;
      if (reading.isUnderWay) return;
      reading.isUnderWay = true;
      while (reading.isAsked && !reading.isOver) {
        reading.isAsked = false;
        const reply = await callApi("floor.log", { sessionId });
        const kept = reply.kind === "ok" ? await storeLog(memberId, sessionId, reply.value) : null;
        if (!kept || reading.isOver) continue;
        setView(kept);
        setMine(await readEvents(memberId, sessionId));
      }
      reading.isUnderWay = false;
    };
    const stop = onSessionChanged((changed) => {
      if (changed === null || changed === sessionId) void read();
    });
    return () => {
      reading.isOver = true;
      stop();
    };
  }, [memberId, sessionId]);

  const events = useMemo(() => allEvents(view, mine), [view, mine]);
  const state = useFloorState(view, events);

  const setPending = useCallback(
    (next: Pending | null) => {
      setPendingState(next);
      setHereFor.current = `${memberId} ${sessionId}`;
      if (memberId !== null && sessionId !== null) void writePending(memberId, sessionId, next);
    },
    [memberId, sessionId],
  );

  /** Two commits are never nearer than 0.7 s: a double tap is one. By the even clock, which no setting moves. */
  const mayCommit = (): boolean => {
    const now = performance.now();
    if (now - lastCommit.current < COMMIT_GAP_MS) return false;
    lastCommit.current = now;
    setCommitting(true);
    setTimeout(() => setCommitting(false), COMMIT_GAP_MS);
    return true;
  };

  const log = useCallback(
    async (body: EventLoggedBy<"floor">): Promise<FloorEvent | null> => {
      if (!view || sessionId === null) return null;
      const id = newId();
      logged.current.add(id);
      const event: FloorEvent = {
        id,
        version: EVENT_VERSION,
        sessionId,
        atMs: nowMs(),
        clocks: clocksNow(),
        shownHash: view.shownHash,
        body,
      };
      const stored = await addEvent(view.memberId, event);
      setMine((before) => [...before.filter((one) => one.id !== stored.id), stored]);
      return event;
    },
    [view, sessionId],
  );

  const waiting = mine.filter((one) => one.state === "waiting").length;
  const refused = mine.filter((one) => one.state === "refused");

  return {
    sessionId,
    loading,
    ...state,
    /** Whether an entry was logged from this page. */
    isOwn,
    pending,
    setPending,
    log,
    mayCommit,
    /** A tap counted less than 0.7 s ago: the next one does not yet. */
    isCommitting,
    refresh,
    waiting,
    refused,
  };
}

export type Floor = ReturnType<typeof useFloor>;

/** What a session on the floor comes to, of what the server showed and what was logged since. */
export function useFloorState(view: FloorView | null, events: readonly FloorEvent[]) {
  const performed = useMemo(() => foldEvents(events), [events]);
  /** As the server showed it; what the floor has changed since is laid over it below. */
  const frozen = useMemo(() => view && withBlocksAdded(shownSession(view.shown), performed), [view, performed]);
  const blockRounds = useMemo(
    () => (frozen ? blockRoundsOf(frozen.document, workContextOf(frozen), performed) : []),
    [frozen, performed],
  );
  const { loads, search } = useMemo(
    () => (frozen ? floorLoads(frozen, blockRounds, performed) : NO_LOADS),
    [frozen, blockRounds, performed],
  );
  const loadsBefore = useCallback(
    (blockRound: BlockRound) => frozen && floorLoadsBefore(frozen, blockRounds, blockRound, performed),
    [frozen, blockRounds, performed],
  );
  const shown = useMemo(() => frozen && { ...frozen, loads }, [frozen, loads]);
  const viewNow = useMemo(
    () => view && { ...view, shown: { ...withBlocksAdded(view.shown, performed), loads } },
    [view, performed, loads],
  );
  const timeline = useMemo(() => {
    if (!shown || !view) return null;
    const rampReps = ({ id }: { readonly id: string }) => view.shown.ramps[id]?.map((set) => set.reps) ?? [];
    return expandSession(sessionMeant(shown.document, performed), { ...workContextOf(shown), rampReps });
  }, [shown, view, performed]);
  const blockRound = nextBlockRound(blockRounds, performed);
  return {
    view: viewNow,
    shown,
    /** Which set of the search for a load it is, by segment. */
    search,
    /** The loads as they stood before a round was done. */
    loadsBefore,
    events,
    performed,
    blockRounds,
    blockRound,
    timeline,
    lastDone: lastDoneEvent(events),
  };
}

const NO_LOADS: FloorLoads = { loads: {}, search: new Map() };

/** The server's events in its order, then this device's that it has not confirmed in what we hold. */
function allEvents(view: FloorView | null, mine: readonly StoredEvent[]): FloorEvent[] {
  const known = view?.events ?? [];
  const ids = new Set(known.map((event) => event.id));
  const own = mine.filter((one) => one.state !== "mended" && !ids.has(one.id));
  return [...known, ...own.map((one) => upcastEvent(one.event, () => view?.shown.document ?? null))];
}

function lastDoneEvent(events: readonly FloorEvent[]): FloorEvent | null {
  const stands = effectiveEventIds(events);
  return events.findLast((event) => FLOOR_EVENTS[event.body.kind].canUndo && stands.has(event.id)) ?? null;
}
