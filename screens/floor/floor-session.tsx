"use client";
import { ChevronLeft } from "lucide-react";
import { useCallback, useEffect, useMemo, useState } from "react";
import {
  asPlanned,
  type BlockRound,
  effectiveEventIds,
  type FloorEvent,
  firstOf,
  formatClock,
  nextBlockRound,
  type PerformedSet,
  paceOf,
  painStops,
  restKept,
} from "@/core";
import { nowMs } from "@/device/clock";
import { CautionHold } from "./caution-hold";
import { CheckInLine } from "./check-in";
import { DoneList } from "./done-list";
import { EndScreen } from "./end-screen";
import { OptionsSheet } from "./options-sheet";
import { PainStopPanel } from "./pain-stop";
import { RestScreen } from "./rest-screen";
import { Strip } from "./strip";
import { TimeSheet } from "./time-sheet";
import { type Floor, useFloor, useOutbox } from "./use-floor";
import { useNow, useRestEnd, useWakeLock } from "./use-now";
import type { Measured } from "./work-parts";
import { WorkScreen } from "./work-screen";

export function FloorSession({ sessionId }: { sessionId: string }) {
  const floor = useFloor(sessionId);
  const { loading, view, pending, blockRound, blockRounds, performed } = floor;
  const now = useNow(pending !== null || performed.startedAtMs !== null);
  const [sheet, setSheet] = useState<"options" | "time" | "list" | null>(null);
  const lock = useWakeLock();
  const rested = pending ? (blockRounds.find((one) => one.key === pending.chainKey) ?? null) : null;
  const resting = pending?.movedOn ? null : rested;
  const restLeft =
    pending && rested?.rest ? Math.ceil(rested.rest.seconds - (now - pending.restStartedMs) / 1000) : null;
  const ended = performed.ended !== null;

  const { setPending } = floor;
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

  if (!view) {
    return (
      <main className="flex flex-1 flex-col justify-center gap-4 text-center">
        {loading.kind === "held" ? (
          <CautionHold
            sessionId={sessionId}
            message={loading.message}
            reasonKey={loading.key}
            onRecorded={floor.refresh}
          />
        ) : loading.kind === "failed" ? (
          <>
            <p className="text-xl font-bold">{loading.message}</p>
            <a
              href="/floor"
              className="flex min-h-[56px] items-center justify-center text-lg underline underline-offset-4"
            >
              Other sessions
            </a>
          </>
        ) : (
          <p className="text-xl">Opening the session…</p>
        )}
      </main>
    );
  }

  async function finishChain(done: BlockRound, measured: Measured) {
    if (!floor.mayCommit() || !floor.shown) return;
    const now = nowMs();
    const workSeconds = done.moves.reduce(
      (sum, { work, transition }) => sum + work.seconds + (transition?.seconds ?? 0),
      0,
    );
    const kept =
      pending && rested?.rest
        ? restKept({
            restStartedMs: pending.restStartedMs,
            workStartedMs: pending.workStartedMs,
            doneMs: now,
            workSeconds,
            plannedSeconds: rested.rest.seconds,
          })
        : null;
    const { before: _, ...before } = pending ?? { before: null };
    setPending({
      sessionId,
      chainKey: done.key,
      restStartedMs: now,
      kept: false,
      movedOn: false,
      workStartedMs: null,
      sets: asPlanned(done, floor.shown, kept).map((set) => ({
        ...set,
        segments: set.segments.map((one) => ({ ...one, seconds: measured.get(one.segmentId ?? "") ?? one.seconds })),
      })),
      before: "chainKey" in before ? before : null,
    });
  }

  async function keep(sets: readonly PerformedSet[]) {
    if (!pending || !floor.mayCommit()) return;
    await floor.log({ kind: "setsDone", sets });
    setPending({ ...pending, sets, kept: true });
    // The time and what is asked next stand at the top, wherever the figures had been scrolled to.
    window.scrollTo({ top: 0 });
  }

  /** Takes the last thing back; a round that was saved is open again with its figures. */
  async function undo() {
    const last = floor.lastDone;
    if (!last || !floor.mayCommit()) return;
    for (const { id } of together(last, floor.events)) await floor.log({ kind: "undone", eventId: id });
    if (last.body.kind !== "setsDone") return;
    const { sets } = last.body;
    const first = firstOf(sets);
    const rounds = blockRounds.filter(
      ({ round, moves }) => round === first.round && moves.some(({ slot }) => slot.id === first.slotId),
    );
    const round = rounds.find(({ ordinal }) => ordinal === first.ordinal) ?? rounds[0];
    if (!round) return;
    const since = pending?.chainKey === round.key ? pending.restStartedMs : last.atMs;
    const rest = { restStartedMs: since, kept: false, movedOn: false, workStartedMs: null };
    setPending({ sessionId, chainKey: round.key, ...rest, sets, before: null });
  }

  const putSets = (sets: readonly PerformedSet[]) => pending && setPending({ ...pending, sets });

  const begin = async () => {
    if (performed.startedAtMs === null) await floor.log({ kind: "started" });
    if (pending?.movedOn && pending.workStartedMs === null) goOn(nowMs());
  };

  const shown = resting ?? blockRound;
  /** What can still be changed: of a round that was just done, what comes after it. */
  const ahead =
    resting && !pending?.kept
      ? nextBlockRound(
          blockRounds.filter((one) => one.key !== resting.key),
          performed,
        )
      : blockRound;
  const rampOf = (one: BlockRound) =>
    one.round === 0 && one.ordinal === 0 && one.moves.some(({ slot }) => (view.shown.ramps[slot.id]?.length ?? 0) > 0)
      ? (performed.ramps.get(one.block.id) ?? "open")
      : null;
  const endRamp = async (how: "done" | "skipped") => {
    if (shown && floor.mayCommit())
      await floor.log({ kind: "rampOver", blockId: shown.block.id, skipped: how === "skipped" });
  };
  return (
    <main data-committing={floor.isCommitting || undefined} className={`flex flex-1 flex-col ${turn ? "invert" : ""}`}>
      <header className="flex items-center justify-between gap-2 text-[15px]">
        <a
          href="/floor"
          aria-label="Sessions"
          className="-ml-3 flex size-11 shrink-0 items-center justify-center text-[var(--floor-quiet)]"
        >
          <ChevronLeft size={26} aria-hidden />
        </a>
        <h1 className="mr-auto truncate font-normal">
          <strong>{view.clientName.split(" ")[0]}</strong>
          <span className="text-[var(--floor-quiet)]">
            {shown
              ? ` · ${shown.letter}${shown.rounds > 1 ? `, round ${shown.round + 1}${resting ? "" : ` of ${shown.rounds}`}` : ""}${resting ? " done" : ""}${shown.isOptional ? ", optional" : ""}`
              : ""}
          </span>
        </h1>
        <Pace floor={floor} now={now} onOpen={() => setSheet("time")} />
      </header>
      <button
        type="button"
        aria-haspopup="dialog"
        onClick={() => setSheet("list")}
        className="mt-1 block min-h-[56px] w-full"
      >
        <Strip blockRounds={blockRounds} performed={performed} current={shown} resting={resting !== null} />
        <span className="sr-only">: all sets of the session</span>
      </button>
      <SendingLine floor={floor} lock={lock} />
      {performed.sets.size === 0 && view.unread?.length ? (
        <p role="status" className="mt-1 rounded bg-[var(--floor-raised)] px-3 py-1.5">
          ▲ Not read, and trained by name:{" "}
          {view.unread.map(({ line, text }) => `line ${line}, “${text.slice(0, 60)}”`).join("; ")}
        </p>
      ) : null}
      {pending || ended ? null : <CheckInLine floor={floor} />}
      {ended ? null : stops.map((stop) => <PainStopPanel key={stop.slotId} floor={floor} stop={stop} />)}
      {ended || !shown ? (
        <EndScreen floor={floor} sessionId={sessionId} />
      ) : pending && resting ? (
        <RestScreen
          key={resting.key}
          floor={floor}
          blockRound={resting}
          pending={pending}
          restLeft={restLeft ?? 0}
          onKeep={keep}
          onSets={putSets}
          onTakeBack={() => floor.mayCommit() && setPending(pending.before && { ...pending.before, before: null })}
          onStart={() => floor.mayCommit() && goOn(nowMs())}
          onUndo={undo}
          onChange={() => setSheet("options")}
          next={ahead}
          stops={stops}
          ramped={ahead !== null && rampOf(ahead) !== null}
        />
      ) : shown ? (
        <WorkScreen
          key={shown.key}
          view={view}
          blockRound={shown}
          search={floor.search}
          isFirst={performed.sets.size === 0}
          isStarted={performed.startedAtMs !== null || performed.sets.size > 0}
          restOver={pending?.movedOn && pending.workStartedMs === null && restLeft !== null ? -restLeft : null}
          onBegin={begin}
          ramp={rampOf(shown)}
          onRampEnd={endRamp}
          canUndo={floor.lastDone !== null}
          onUndo={undo}
          onDone={(measured) => finishChain(shown, measured)}
          onChange={() => setSheet("options")}
        />
      ) : null}
      <DoneList open={sheet === "list"} onOpenChange={(open) => setSheet(open ? "list" : null)} floor={floor} />
      <OptionsSheet
        open={sheet === "options"}
        onOpenChange={(open) => setSheet(open ? "options" : null)}
        floor={floor}
        blockRound={ahead}
        justDone={resting && pending && !pending.kept ? pending.sets : []}
        onSets={putSets}
        onTime={() => setSheet("time")}
      />
      <TimeSheet
        open={sheet === "time"}
        onOpenChange={(open) => setSheet(open ? "time" : null)}
        floor={floor}
        justDone={resting && !pending?.kept ? resting.key : null}
        restLeft={pending && !pending.movedOn ? (restLeft ?? 0) : 0}
      />
    </main>
  );
}

/** The entries that one tap made: a lighter day is one for each of its lifts. */
function together(last: FloorEvent, events: readonly FloorEvent[]): readonly FloorEvent[] {
  const isEasierDay = ({ body }: FloorEvent) => body.kind === "advice" && body.advice.kind === "easierDay";
  if (!isEasierDay(last)) return [last];
  const stands = effectiveEventIds(events);
  return events.filter((event) => isEasierDay(event) && stands.has(event.id));
}

/** Minutes since the start, and how far the session is from its plan. */
function Pace({ floor, now, onOpen }: { floor: Floor; now: number; onOpen: () => void }) {
  const words = paceWords(floor, now);
  if (floor.performed.ended || !words) return <p className="whitespace-nowrap text-[var(--floor-quiet)]">{words}</p>;
  return (
    <button
      type="button"
      aria-haspopup="dialog"
      onClick={onOpen}
      className="-mr-2 min-h-11 whitespace-nowrap px-2 text-[var(--floor-quiet)] underline decoration-dotted underline-offset-4"
    >
      {words}
      <span className="sr-only">: shorten session</span>
    </button>
  );
}

function paceWords({ performed, timeline, blockRounds }: Floor, now: number): string {
  const pace = timeline && paceOf(timeline, blockRounds, performed, now);
  if (!pace) return timeline ? `${formatClock(timeline.seconds)} planned` : "";
  const behind = Math.round((pace.behindSeconds ?? 0) / 60);
  const words = Math.abs(behind) < 2 ? "on time" : behind > 0 ? `${behind} min behind` : `${-behind} min ahead`;
  return `${formatClock(pace.elapsedSeconds)} · ${words}`;
}

const HINDRANCES = {
  offline: "no network",
  signedOut: "signed out",
  fault: "a fault on the server",
} as const;

function SendingLine({ floor, lock }: { floor: Floor; lock: "held" | "none" }) {
  const { hindrance } = useOutbox();
  const { waiting, refused } = floor;
  const lines: React.ReactNode[] = [];
  if (refused.length > 0)
    lines.push(
      <p key="refused" role="alert" className="mt-1 rounded bg-[var(--floor-raised)] px-3 py-1.5">
        ▲ {refused.length === 1 ? "An entry was" : `${refused.length} entries were`} not accepted, because{" "}
        {firstOf(refused).because}.{" "}
        <a href="/floor?entries" className="inline-block min-h-[28px] font-semibold underline underline-offset-4">
          Correct
        </a>
      </p>,
    );
  if (waiting > 0 && hindrance)
    lines.push(
      <p key="waiting" role="status" className="mt-1 text-[var(--floor-warn)]">
        {HINDRANCES[hindrance]}: {waiting} {waiting === 1 ? "entry waits" : "entries wait"} safely on this device
        {hindrance === "signedOut" ? (
          <>
            {" "}
            <a href="/sign-in" className="font-semibold underline underline-offset-4">
              Sign in
            </a>
          </>
        ) : null}
      </p>,
    );
  if (lines.length > 0) return lines;
  if (lock === "none")
    return (
      <p className="mt-1 text-[13px] text-[var(--floor-quiet)]">
        This address is not secure: the screen may sleep, and the floor opens offline only while this tab stays.
      </p>
    );
  return null;
}
