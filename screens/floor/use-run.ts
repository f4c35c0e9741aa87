"use client";
import { useCallback, useEffect, useMemo } from "react";
import {
  asPlanned,
  type BlockRound,
  blockRoundsOf,
  effectiveEventIds,
  type FloorEvent,
  isPaused,
  movesAhead,
  nextBlockRound,
  occurrenceKey,
  type PerformedSegment,
  type PerformedSession,
  type PerformedSet,
  painStops,
  pausedMs,
  restKept,
  roundOfSets,
  secondsOfMoves,
  workContextOf,
} from "@/core";
import { nowMs } from "@/device/clock";
import type { Felt } from "./felt-sheet";
import type { Floor } from "./use-floor";
import { useNow, useRestEnd } from "./use-now";
import type { Measured } from "./work-parts";

/** A session on the floor as it is run: which round is done, rested after, or in hand, and what a tap does. */
export function useRun(floor: Floor) {
  const { sessionId, pending, setPending, blockRound, blockRounds, performed } = floor;
  const now = useNow(pending !== null || performed.startedAtMs !== null);
  useOtherDevices(floor);

  const rested = pending ? (blockRounds.find((one) => one.key === pending.chainKey) ?? null) : null;
  const resting = pending?.movedOn ? null : rested;
  const restLeft =
    pending && rested?.rest ? Math.ceil(rested.rest.seconds - (now - pending.restStartedMs) / 1000) : null;
  /** The next round is in hand; when its work began is known where somebody says so. */
  const goOn = useCallback(
    (workStartedMs: number | null) => pending && setPending({ ...pending, movedOn: true, workStartedMs }),
    [pending, setPending],
  );
  const isUnsaved = pending !== null && !pending.kept && resting !== null;
  // What hurts is asked about until it is answered, once the set in which it did is saved.
  const stops = useMemo(
    () => (isUnsaved ? [] : painStops(blockRounds, performed)),
    [isUnsaved, blockRounds, performed],
  );
  const turn = useRestEnd(restLeft !== null && !pending?.movedOn && restLeft <= 0);
  // A kept round moves on by itself when its rest is over; the rest is counted on until work begins.
  useEffect(() => {
    if (!pending?.kept || !resting) return;
    // Nobody rests for rounds that were left out.
    const isLast = blockRound === null;
    if (isLast || resting.rest === null || (restLeft !== null && restLeft <= 0)) goOn(null);
  }, [pending, resting, restLeft, goOn, blockRound]);

  /** The round is done: its rest begins, and what was asked stands ready to be saved. */
  function finishRound(done: BlockRound, measured: Measured, felt: Felt = NOTHING_SAID) {
    if (sessionId === null || !floor.mayCommit() || !floor.shown) return;
    const doneMs = nowMs();
    const wasPaused = pending !== null && pausedMs(performed.pauses, pending.restStartedMs, doneMs) > 0;
    // Nobody timed a rest with a pause in it.
    const kept =
      pending && rested?.rest && !wasPaused
        ? restKept({
            restStartedMs: pending.restStartedMs,
            workStartedMs: pending.workStartedMs,
            doneMs,
            workSeconds: secondsOfMoves(done.moves),
            plannedSeconds: rested.rest.seconds,
          })
        : null;
    const { before: _, ...before } = pending ?? { before: null };
    setPending({
      sessionId,
      chainKey: done.key,
      restStartedMs: doneMs,
      kept: false,
      movedOn: false,
      workStartedMs: null,
      sets: asPlanned(done, floor.shown, kept).map((set) => ({
        ...set,
        ...felt.get(set.slotId),
        segments: set.segments.map((one) => withMeasure(one, measured.get(one.segmentId ?? ""))),
      })),
      before: "chainKey" in before ? before : null,
    });
  }

  async function keep(sets: readonly PerformedSet[]) {
    if (!pending || !floor.mayCommit()) return;
    // A set that is saved while the session is paused, from a lane say, ends the pause.
    if (isPaused(performed)) await floor.log({ kind: "paused", resumed: true });
    await floor.log({ kind: "setsDone", sets });
    setPending({ ...pending, sets, kept: true });
  }

  /** Takes the last thing back; a round that was saved is open again with its figures. */
  async function undo() {
    const last = floor.lastDone;
    if (sessionId === null || !last || !floor.mayCommit()) return;
    for (const { id } of together(last, floor.events)) await floor.log({ kind: "undone", eventId: id });
    if (last.body.kind !== "setsDone") return;
    const { sets } = last.body;
    const round = roundOfSets(blockRounds, sets);
    if (!round) return;
    const since = pending?.chainKey === round.key ? pending.restStartedMs : last.atMs;
    const rest = { restStartedMs: since, kept: false, movedOn: false, workStartedMs: null };
    setPending({ sessionId, chainKey: round.key, ...rest, sets, before: null });
  }

  const putSets = (sets: readonly PerformedSet[]) => pending && setPending({ ...pending, sets });

  async function begin() {
    if (performed.startedAtMs === null) await floor.log({ kind: "started" });
    if (pending?.movedOn && pending.workStartedMs === null) goOn(nowMs());
  }

  /** The round is not done after all. */
  const takeBack = () => {
    if (pending && floor.mayCommit()) setPending(pending.before && { ...pending.before, before: null });
  };
  const startNow = () => {
    if (floor.mayCommit()) goOn(nowMs());
  };

  const inHand = resting ?? blockRound;
  /** The rest that the round in hand follows, as it is so far: to the quarter of a minute while it still goes on. */
  const restBefore = useMemo(() => {
    if (!pending?.movedOn || !rested?.rest || inHand?.block.id !== rested.block.id) return null;
    const { restStartedMs, workStartedMs } = pending;
    if (performed.pauses.some(({ toMs }) => toMs === null || toMs > restStartedMs)) return null;
    const overSeconds = Math.max(0, Math.floor((now - restStartedMs) / 1000 - rested.rest.seconds));
    const keptSeconds =
      workStartedMs === null
        ? rested.rest.seconds + Math.floor(overSeconds / 15) * 15
        : Math.round((workStartedMs - restStartedMs) / 1000);
    return { askedSeconds: rested.rest.seconds, keptSeconds };
  }, [pending, rested, inHand, now, performed.pauses]);
  /** What was done by now, with the round that is not saved yet. */
  const done = useMemo(
    () => (isUnsaved && pending ? withSets(performed, pending.sets, pending.restStartedMs) : performed),
    [isUnsaved, pending, performed],
  );
  const { shown } = floor;
  /** What can still be changed: of a round that was just done, what comes after it. */
  const ahead = useMemo(
    () =>
      done === performed || !shown
        ? blockRound
        : nextBlockRound(blockRoundsOf(shown.document, workContextOf(shown), done), done),
    [done, performed, shown, blockRound],
  );
  const rampOf = (one: BlockRound) =>
    one.round === 0 &&
    one.ordinal === 0 &&
    one.moves.some(({ slot }) => (floor.view?.shown.ramps[slot.id]?.length ?? 0) > 0)
      ? (performed.ramps.get(one.block.id) ?? "open")
      : null;
  async function endRamp(how: "done" | "skipped") {
    if (inHand && floor.mayCommit())
      await floor.log({ kind: "rampOver", blockId: inHand.block.id, skipped: how === "skipped" });
  }

  return {
    sessionId,
    floor,
    now,
    /** The round that is rested after; null while the next one is in hand. */
    resting,
    /** Seconds of the rest, less than none where it is over; null where none was asked for or none runs. */
    restLeft,
    isUnsaved,
    stops,
    /** The rest was over just now: the screen is turned. */
    turn,
    inHand,
    /** Of the round in hand, in seconds: asked, and kept so far; null where it follows none. */
    restBefore,
    ahead,
    done,
    rampOf,
    finishRound,
    keep,
    undo,
    putSets,
    begin,
    takeBack,
    startNow,
    endRamp,
  };
}

const NOTHING_SAID: Felt = new Map();

const withMeasure = (part: PerformedSegment, measure: ReturnType<Measured["get"]> = {}): PerformedSegment => ({
  ...part,
  seconds: measure.seconds ?? part.seconds,
  reps: measure.reps ?? part.reps,
  rightReps: part.rightReps === null ? null : (measure.rightReps ?? part.rightReps),
});

/** A log with sets in it that are not saved yet. */
function withSets(performed: PerformedSession, sets: readonly PerformedSet[], atMs: number): PerformedSession {
  const added = sets.map((set) => [occurrenceKey(set), { ...set, shownHash: "", atMs }] as const);
  return { ...performed, sets: new Map([...performed.sets, ...added]) };
}

export type Run = ReturnType<typeof useRun>;

/** The entries that one tap made: a lighter day is one for each of its lifts, a lift that was added one more for its load. */
function together(last: FloorEvent, events: readonly FloorEvent[]): readonly FloorEvent[] {
  const stands = effectiveEventIds(events);
  const standing = events.filter(({ id }) => stands.has(id));
  const isEasierDay = ({ body }: FloorEvent) => body.kind === "advice" && body.advice.kind === "easierDay";
  if (isEasierDay(last)) return standing.filter(isEasierDay);
  const after = standing.slice(standing.findLastIndex(({ body }) => body.kind === "liftsAdded"));
  const [added, ...loads] = after;
  const isOne =
    added?.body.kind === "liftsAdded" &&
    loads.length > 0 &&
    loads.every(({ body }) => body.kind === "loadChanged" && body.fromRound === 0);
  return isOne ? [...loads, added] : [last];
}

/** A rest that another device began is shown here where it began at most so long ago. */
const LONGEST_TAKEN_MS = 20 * 60_000;

/** What another device saved is rested after here too; a round that was opened again there is in hand here. */
function useOtherDevices({ events, isOwn, blockRounds, performed, pending, setPending, sessionId }: Floor): void {
  useEffect(() => {
    const stands = effectiveEventIds(events);
    const last = events.findLast(({ id, body }) => body.kind === "setsDone" && stands.has(id));
    const rested = pending?.kept ? blockRounds.find((one) => one.key === pending.chainKey) : null;
    const isOpenAgain = rested && movesAhead(rested, performed).length === rested.moves.length;
    const latest = events.at(-1);
    if (isOpenAgain && latest?.body.kind === "undone" && !isOwn(latest.id)) return setPending(null);
    if (last?.body.kind !== "setsDone" || isOwn(last.id) || performed.ended || sessionId === null) return;
    const { sets } = last.body;
    const round = roundOfSets(blockRounds, sets);
    if (!round || nowMs() - last.atMs > LONGEST_TAKEN_MS) return;
    if (pending) {
      const isSame = pending.chainKey === round.key;
      // A round of this device's own that is not saved yet stays in hand.
      if (isSame ? pending.kept : !pending.kept || pending.restStartedMs >= last.atMs) return;
    }
    const rest = { restStartedMs: last.atMs, kept: true, movedOn: false, workStartedMs: null };
    setPending({ sessionId, chainKey: round.key, ...rest, sets, before: null });
  }, [events, isOwn, blockRounds, performed, pending, setPending, sessionId]);
}
