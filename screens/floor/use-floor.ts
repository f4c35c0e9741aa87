"use client";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { catalogueIn, type FloorView } from "@/contract";
import {
  type Chain,
  chainsOf,
  expandSession,
  type FloorEvent,
  type FloorEventBody,
  foldEvents,
  nextChain,
  type PerformedSegment,
  type PerformedSet,
  type Segment,
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
    const reply = await ask<FloorView>("floor.open", { sessionId });
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
      const batch = waiting.slice(0, 200);
      const reply = await ask<{ accepted: string[] }>("floor.record", {
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
  const chains = useMemo(() => (view ? chainsOf(view.shown.document, view.shown.settings) : []), [view]);
  const timeline = useMemo(
    () =>
      view
        ? expandSession(view.shown.document, {
            catalogue: catalogueIn(view.shown.exercises),
            settings: view.shown.settings,
            rampReps: (slot) => view.shown.ramps[slot.id]?.map((set) => set.reps) ?? [],
          })
        : null,
    [view],
  );
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
      const event: FloorEvent = { id: newId(), sessionId, atMs: Date.now(), shownHash: view.shownHash, body };
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
  return [...known, ...mine.filter((one) => one.state !== "refused" && !ids.has(one.id)).map((one) => one.event)];
}

function lastDoneEvent(events: readonly FloorEvent[]): FloorEvent | null {
  const undone = new Set(events.flatMap((event) => (event.body.kind === "undone" ? [event.body.eventId] : [])));
  return (
    events.findLast(
      (event) => (event.body.kind === "setsDone" || event.body.kind === "setsSkipped") && !undone.has(event.id),
    ) ?? null
  );
}

/** What a chain logs when everything went as shown. */
export function asPlanned(chain: Chain, view: FloorView, restSeconds: number | null): PerformedSet[] {
  return chain.moves.map(({ slot, set }) => {
    const sided =
      slot.laterality === "eachSide" || slot.laterality === "alternating" || slot.laterality === "otherHolds";
    const last = set.segments.at(-1)!;
    const failure = last.amount.kind === "toFailure" || last.amount.kind === "maxReps";
    return {
      setId: set.id,
      slotId: slot.id,
      round: chain.round,
      segments: set.segments.map((segment) => planned(segment, slot.exerciseId, view, sided)),
      rir: failure
        ? 0
        : last.rir
          ? Math.round((last.rir.low + last.rir.high) / 2)
          : set.segments[0]!.rir
            ? Math.round((set.segments[0]!.rir.low + set.segments[0]!.rir.high) / 2)
            : null,
      form: "held",
      pain: 0,
      painPlace: "",
      note: "",
      restSeconds,
    };
  });
}

function planned(segment: Segment, exerciseId: string, view: FloorView, sided: boolean): PerformedSegment {
  const shown = view.shown.loads[segment.id];
  const { amount } = segment;
  const timed = amount.kind === "seconds" || amount.kind === "hold";
  const reps =
    amount.kind === "reps"
      ? (shown?.aimReps ?? amount.reps.high)
      : timed
        ? 0
        : view.shown.settings.assumed.repsAfterDrop;
  return {
    segmentId: segment.id,
    exerciseId: segment.exerciseId ?? exerciseId,
    load: shown?.weight ?? null,
    sign: shown?.sign ?? 1,
    reps,
    rightReps: sided && !timed ? reps : null,
    seconds: timed ? amount.seconds : null,
  };
}
