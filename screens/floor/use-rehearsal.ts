"use client";
/** A floor that nobody logs to: the simulated lifter runs a session on the very screen, and nothing of it leaves the page. */
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { shownSession } from "@/contract";
import {
  type BlockRound,
  beginsWithLift,
  EVENT_VERSION,
  type EventLoggedBy,
  exerciseOrThrow,
  type FloorEvent,
  firstOf,
  type PerformedSet,
  rampSeconds,
  repTimes,
  type ShownSession,
  seededRandom,
  tempoInForce,
  tempoPhases,
} from "@/core";
import { callApi, replySentence } from "@/device/api";
import { nowMs } from "@/device/clock";
import { newId } from "@/device/ids";
import type { RepSensor } from "@/device/sensor";
import type { Pending } from "@/device/store";
import { type FloorView, type Rehearsal, rehearse } from "@/views";
import { type Floor, type Loading, useFloorState } from "./use-floor";
import { useNow } from "./use-now";
import type { Run } from "./use-run";

export interface RehearsedFloor {
  readonly floor: Floor;
  /** How it will go; null: the session is not read yet. */
  readonly rehearsal: Rehearsal | null;
}

export function useRehearsedFloor(sessionId: string): RehearsedFloor {
  const [loading, setLoading] = useState<Loading>({ kind: "loading" });
  const [view, setView] = useState<FloorView | null>(null);
  const [events, setEvents] = useState<readonly FloorEvent[]>([]);
  const [pending, setPending] = useState<Pending | null>(null);
  const refresh = useCallback(async () => {
    const reply = await callApi("floor.open", { sessionId });
    if (reply.kind === "ok") {
      // It is rehearsed from its begin, whatever was logged of it.
      setView({ ...reply.value, events: [] });
      setLoading({ kind: "ready" });
    } else setLoading({ kind: "failed", message: replySentence(reply) });
  }, [sessionId]);
  useEffect(() => void refresh(), [refresh]);
  const log = useCallback(
    async (body: EventLoggedBy<"floor">): Promise<FloorEvent | null> => {
      const event: FloorEvent = {
        id: newId(),
        version: EVENT_VERSION,
        sessionId,
        atMs: nowMs(),
        clocks: null,
        shownHash: view?.shownHash ?? "",
        body,
      };
      setEvents((before) => [...before, event]);
      return event;
    },
    [sessionId, view],
  );
  const state = useFloorState(view, events);
  const rehearsal = useMemo(() => view && rehearse(view), [view]);
  const floor: Floor = {
    sessionId,
    loading,
    ...state,
    isOwn: () => true,
    pending,
    setPending,
    log,
    mayCommit: () => true,
    isCommitting: false,
    refresh,
    waiting: 0,
    refused: [],
  };
  return { floor, rehearsal };
}

/** Performs the session as it was rehearsed: each step as soon as its time has come by the rehearsal's clock. */
export function useLifter(run: Run, rehearsal: Rehearsal | null, sensor: RepSensor): void {
  const { floor, resting, isUnsaved, inHand } = run;
  const now = useNow(rehearsal !== null);
  /** The step of the rehearsal that is under way, and when it is over. */
  const step = useRef<{ readonly key: string; readonly untilMs: number } | null>(null);
  useEffect(() => {
    if (!rehearsal || !floor.view || floor.performed.ended) return;
    const round = rehearsal.rounds.find(({ blockRound }) => blockRound.key === inHand?.key);
    /** Begins a step, or says that its time is over. */
    const isOver = (key: string, seconds: number, begin: () => void = () => undefined): boolean => {
      if (step.current?.key !== key) {
        step.current = { key, untilMs: nowMs() + seconds * 1000 };
        begin();
      }
      return now >= step.current.untilMs;
    };
    const { performed } = floor;
    if (performed.startedAtMs === null && performed.sets.size === 0) {
      if (isOver("begin", SETTLE_SECONDS)) void run.begin();
      return;
    }
    if (!inHand || !round) {
      if (isOver("end", SETTLE_SECONDS)) void floor.log({ kind: "ended", sessionRpe: null, note: "" });
      return;
    }
    if (resting) {
      if (isUnsaved && isOver(`save ${inHand.key}`, SETTLE_SECONDS)) void run.keep(round.sets);
      return;
    }
    const shown = shownSession(floor.view.shown);
    if (run.rampOf(inHand) === "open") {
      if (isOver(`ramp ${inHand.key}`, rampSeconds(inHand, floor.view.shown.ramps, shown))) void run.endRamp("done");
      return;
    }
    // One move after the other, each counted to its end.
    const moves = movesAsCounted(inHand, round.sets, shown);
    const at = step.current?.key.startsWith(`work ${inHand.key} `) ? Number(step.current.key.split(" ").at(-1)) : 0;
    const move = moves[at];
    const isDone =
      !move ||
      isOver(`work ${inHand.key} ${at}`, move.seconds, () => {
        void run.begin();
        if (move.reps.length > 0) sensor.begin?.({ reps: move.reps });
      });
    if (!isDone) return;
    const next = moves[at + 1];
    if (!next) return run.finishRound(inHand, new Map());
    isOver(`work ${inHand.key} ${at + 1}`, next.seconds, () => {
      if (next.reps.length > 0) sensor.begin?.({ reps: next.reps });
    });
  }, [run, rehearsal, floor, now, resting, isUnsaved, inHand, sensor]);
}

/** The moves of a round with the reps that the sensor sees of each, and the seconds until the next. */
function movesAsCounted({ moves, round }: BlockRound, sets: readonly PerformedSet[], shown: ShownSession) {
  return moves.map(({ slot, set, work, transition }) => {
    const done = sets.find(({ slotId }) => slotId === slot.id);
    const segment = firstOf(set.segments);
    const exercise = exerciseOrThrow(shown.catalogue, segment.exerciseId ?? slot.exerciseId);
    const phases = tempoPhases(tempoInForce(set.segments, 0), shown.settings, beginsWithLift(exercise));
    const reps = repTimes(phases, done?.segments[0]?.reps ?? 0, done?.rir ?? 2, seededRandom(round + 1));
    const counted = reps.reduce((sum, one) => sum + one.phases.reduce((all, { seconds }) => all + seconds, 0), 0);
    return { reps, seconds: Math.max(work.seconds, counted) + (transition?.seconds ?? 0) };
  });
}

/** What a tap takes. */
const SETTLE_SECONDS = 3;
