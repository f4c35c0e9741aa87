"use client";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { type FloorView, shownSession, upcastEvent } from "@/contract";
import {
  chainsOf,
  EVENT_VERSION,
  expandSession,
  type FloorEvent,
  type FloorEventBody,
  foldEvents,
  nextChain,
  standing,
  workContextOf,
} from "@/core";
import { ask } from "@/device/api";
import { newId } from "@/device/ids";
import {
  addEvent,
  keepFloor,
  markEvents,
  type Pending,
  readEvents,
  readFloor,
  readPending,
  type StoredEvent,
  writePending,
} from "@/device/store";

export type Loading =
  | { readonly kind: "loading" }
  | { readonly kind: "ready" }
  | { readonly kind: "failed"; readonly message: string };

/** Whether what is logged here has reached the server. */
export type Sending =
  | { readonly kind: "sent" }
  | { readonly kind: "waiting"; readonly count: number; readonly why: "offline" | "signedOut" | "sending" }
  | { readonly kind: "refused"; readonly message: string };

const COMMIT_GAP_MS = 700;

/** This page's life, in which its even clock runs. */
const PAGE = newId();

/** The floor's state. Every commit goes to the device's outbox first; the network is never waited for. */
export function useFloor(sessionId: string) {
  const [loading, setLoading] = useState<Loading>({ kind: "loading" });
  const [view, setView] = useState<FloorView | null>(null);
  const [mine, setMine] = useState<readonly StoredEvent[]>([]);
  const [pending, setPendingState] = useState<Pending | null>(null);
  const [problem, setProblem] = useState<"offline" | "signedOut" | null>(null);
  const [refusal, setRefusal] = useState<string | null>(null);
  const lastCommit = useRef(0);

  const refresh = useCallback(async () => {
    const reply = await ask("floor.open", { sessionId });
    if (reply.kind === "ok") {
      setView(await keepFloor(reply.value));
      setLoading({ kind: "ready" });
      return;
    }
    if (reply.kind === "signedOut") setProblem("signedOut");
    const known = await readFloor(sessionId);
    if (known) return;
    const words = {
      offline: "This session has not been opened on this device before, and the server cannot be reached.",
      signedOut: "Sign in on this device first, then open the session again.",
      notFound: "This session is not there.",
    };
    setLoading({
      kind: "failed",
      message: reply.kind === "refused" || reply.kind === "conflict" ? reply.message : words[reply.kind],
    });
  }, [sessionId]);

  useEffect(() => {
    let current = true;
    void (async () => {
      const [known, events, waiting] = await Promise.all([
        readFloor(sessionId),
        readEvents(sessionId),
        readPending(sessionId),
      ]);
      if (!current) return;
      setMine(events);
      setPendingState(waiting);
      if (known) {
        setView(known);
        setLoading({ kind: "ready" });
      }
      await refresh();
    })();
    return () => {
      current = false;
    };
  }, [sessionId, refresh]);

  const waiting = mine.filter((one) => one.state === "waiting");
  const waitingIds = waiting.map((one) => one.id).join();
  const flush = useRef(false);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the ids of what waits say when to send again
  useEffect(() => {
    if (waiting.length === 0) return;
    let stopped = false;
    const send = async () => {
      if (flush.current || stopped) return;
      flush.current = true;
      const batch = waiting.slice(0, 64);
      const reply = await ask("floor.record", {
        sessionId,
        events: batch.map((one) => one.event),
      });
      flush.current = false;
      if (reply.kind === "ok") {
        await markEvents(reply.value.accepted, "sent");
        setMine(await readEvents(sessionId));
        setProblem(null);
      } else if (reply.kind === "offline" || reply.kind === "signedOut") setProblem(reply.kind);
      else {
        setRefusal(reply.kind === "notFound" ? "The server does not know this session." : reply.message);
        await markEvents(
          batch.map((one) => one.id),
          "refused",
        );
        setMine(await readEvents(sessionId));
      }
    };
    void send();
    const timer = setInterval(send, 4000);
    window.addEventListener("online", send);
    return () => {
      stopped = true;
      clearInterval(timer);
      window.removeEventListener("online", send);
    };
  }, [waitingIds, sessionId]);

  const events = useMemo(() => allEvents(view, mine), [view, mine]);
  const performed = useMemo(() => foldEvents(events), [events]);
  const shown = useMemo(() => view && shownSession(view.shown), [view]);
  const chains = useMemo(
    () => (shown ? chainsOf(shown.document, workContextOf(shown), performed) : []),
    [shown, performed],
  );
  const timeline = useMemo(() => {
    if (!shown || !view) return null;
    const rampReps = ({ id }: { readonly id: string }) => view.shown.ramps[id]?.map((set) => set.reps) ?? [];
    return expandSession(shown.document, { ...workContextOf(shown), rampReps });
  }, [shown, view]);
  const chain = nextChain(chains, performed);

  const setPending = useCallback(
    (next: Pending | null) => {
      setPendingState(next);
      void writePending(sessionId, next);
    },
    [sessionId],
  );

  /** Two commits are never nearer than 0.7 s: a double tap is one. */
  const mayCommit = (): boolean => {
    const now = Date.now();
    if (now - lastCommit.current < COMMIT_GAP_MS) return false;
    lastCommit.current = now;
    return true;
  };

  const log = useCallback(
    async (body: FloorEventBody): Promise<FloorEvent | null> => {
      if (!view) return null;
      const event: FloorEvent = {
        id: newId(),
        version: EVENT_VERSION,
        sessionId,
        atMs: Date.now(),
        steady: { page: PAGE, ms: performance.now() },
        shownHash: view.shownHash,
        body,
      };
      const stored = await addEvent(event);
      setMine((before) => [...before, stored]);
      return event;
    },
    [view, sessionId],
  );

  const sending: Sending = refusal
    ? { kind: "refused", message: refusal }
    : waiting.length > 0
      ? { kind: "waiting", count: waiting.length, why: problem ?? "sending" }
      : { kind: "sent" };

  return {
    loading,
    view,
    shown,
    events,
    performed,
    chains,
    chain,
    timeline,
    pending,
    setPending,
    log,
    mayCommit,
    sending,
    lastDone: lastDoneEvent(events),
  };
}

export type Floor = ReturnType<typeof useFloor>;

/** The server's events in its order, then this device's that it has not confirmed in what we hold. */
function allEvents(view: FloorView | null, mine: readonly StoredEvent[]): FloorEvent[] {
  const known = view?.events ?? [];
  const ids = new Set(known.map((event) => event.id));
  const own = mine.filter((one) => one.state !== "refused" && !ids.has(one.id));
  return [...known, ...own.map((one) => upcastEvent(one.event, () => view?.shown.document ?? null))];
}

function lastDoneEvent(events: readonly FloorEvent[]): FloorEvent | null {
  const stands = standing(events);
  const kinds = ["setsDone", "setsSkipped", "roundAdded", "setAdded"];
  return events.findLast((event) => kinds.includes(event.body.kind) && stands.has(event.id)) ?? null;
}
