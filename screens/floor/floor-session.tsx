"use client";
import { ChevronLeft } from "lucide-react";
import { useMemo, useState } from "react";
import { firstOf, formatClock, isPaused, leftOpenMs, type PerformedSet, paceOf } from "@/core";
import { restOffSentences } from "@/views";
import { CautionHold } from "./caution-hold";
import { CheckInLine } from "./check-in";
import { EmptySession, EndScreen } from "./end-screen";
import { Later, later } from "./later";
import { LeftOpen } from "./left-open";
import { PainStopPanel } from "./pain-stop";
import { RestScreen } from "./rest-screen";
import { Strip } from "./strip";
import { type Floor, useFloor, useOutbox } from "./use-floor";
import { useWakeLock } from "./use-now";
import { type Run, useRun } from "./use-run";
import { WorkScreen } from "./work-screen";

const NONE_OFF: ReadonlyMap<string, string> = new Map();

const PREVIEW = later(() => import("./preview"));
const DONE_LIST = later(() => import("./done-list"));
const OPTIONS = later(() => import("./options-sheet"));
const TIME_SHEET = later(() => import("./time-sheet"));

/** A session on its own. */
export function FloorSession({ sessionId }: { sessionId: string }) {
  return <SessionScreen run={useRun(useFloor(sessionId))} onLeave={null} />;
}

interface ScreenProps {
  readonly run: Run;
  /** Back to the sessions beside it; null: to the list of sessions. */
  readonly onLeave: (() => void) | null;
}

/** A session on the whole screen. */
export function SessionScreen({ run, onLeave }: ScreenProps) {
  const { floor, now, resting, restLeft, stops, turn, inHand: shown, ahead } = run;
  const { loading, view, pending, blockRounds, performed } = floor;
  const [sheet, setSheet] = useState<"options" | "time" | "list" | null>(null);
  const lock = useWakeLock();
  const ended = performed.ended !== null;
  // Asked again only after another hour without an entry.
  const [goesOnMs, setGoesOnMs] = useState(0);
  const openMs = leftOpenMs(performed, now);
  const idleMs = openMs !== null && now - goesOnMs > ASKED_AGAIN_MS ? openMs : null;
  const keep = async (sets: readonly PerformedSet[]) => {
    await run.keep(sets);
    // The time and what is asked next stand at the top, wherever the figures had been scrolled to.
    window.scrollTo({ top: 0 });
  };

  const { askedSeconds = null, keptSeconds = null } = run.restBefore ?? {};
  const restOff = useMemo(() => {
    if (!shown || !floor.shown || askedSeconds === null || keptSeconds === null) return NONE_OFF;
    return restOffSentences(
      { blockRound: shown, askedSeconds, keptSeconds },
      performed,
      floor.shown,
      view?.client ?? null,
    );
  }, [shown, floor.shown, askedSeconds, keptSeconds, performed, view?.client]);

  if (!view) {
    return (
      <main className="flex flex-1 flex-col justify-center gap-4 text-center">
        {loading.kind === "held" ? (
          <CautionHold sessionId={run.sessionId ?? ""} onRecorded={floor.refresh} />
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

  return (
    <main data-committing={floor.isCommitting || undefined} className={`flex flex-1 flex-col ${turn ? "invert" : ""}`}>
      <header className="flex items-center justify-between gap-2 text-lg">
        <a
          href="/floor"
          aria-label={onLeave ? "All clients" : "Sessions"}
          onClick={(event) => {
            if (!onLeave) return;
            event.preventDefault();
            onLeave();
          }}
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
      {view.partner && onLeave === null && !ended ? (
        <a
          href={`/floor?lanes=${view.sessionId},${view.partner.sessionId}`}
          className="flex min-h-[56px] items-center text-lg underline underline-offset-4"
        >
          {view.partner.clientName.split(" ")[0]} trains along: both side by side
        </a>
      ) : null}
      {pending || ended ? null : <CheckInLine floor={floor} />}
      {ended ? null : stops.map((stop) => <PainStopPanel key={stop.slotId} floor={floor} stop={stop} />)}
      {idleMs !== null ? (
        <LeftOpen floor={floor} idleMs={idleMs} onGoOn={() => setGoesOnMs(now)} />
      ) : !ended && isPaused(performed) ? (
        <PauseScreen floor={floor} />
      ) : !ended && view.shown.document.blocks.length === 0 && !view.shown.document.finisher ? (
        <EmptySession floor={floor} />
      ) : ended || !shown ? (
        <EndScreen floor={floor} sessionId={run.sessionId ?? ""} />
      ) : view.role === "client" && performed.startedAtMs === null && performed.sets.size === 0 ? (
        <Later part={PREVIEW} props={{ floor, onBegin: run.begin }} />
      ) : pending && resting ? (
        <RestScreen
          key={resting.key}
          floor={floor}
          blockRound={resting}
          pending={pending}
          restLeft={restLeft ?? 0}
          onKeep={keep}
          onSets={run.putSets}
          onTakeBack={run.takeBack}
          onStart={run.startNow}
          onUndo={run.undo}
          onChange={() => setSheet("options")}
          next={ahead}
          stops={stops}
          ramped={ahead !== null && run.rampOf(ahead) !== null}
        />
      ) : shown ? (
        <WorkScreen
          key={shown.key}
          view={view}
          blockRound={shown}
          restOff={restOff}
          search={floor.search}
          isFirst={performed.sets.size === 0}
          isStarted={performed.startedAtMs !== null || performed.sets.size > 0}
          restOver={pending?.movedOn && pending.workStartedMs === null && restLeft !== null ? -restLeft : null}
          onBegin={run.begin}
          ramp={run.rampOf(shown)}
          onRampEnd={run.endRamp}
          canUndo={floor.lastDone !== null}
          onUndo={run.undo}
          onDone={(measured, felt) => run.finishRound(shown, measured, felt)}
          onChange={() => setSheet("options")}
        />
      ) : null}
      {sheet === "list" ? (
        <Later part={DONE_LIST} props={{ floor, onOpenChange: (open) => setSheet(open ? "list" : null) }} />
      ) : null}
      {sheet === "options" ? (
        <Later
          part={OPTIONS}
          props={{
            floor,
            onOpenChange: (open) => setSheet(open ? "options" : null),
            blockRound: ahead,
            justDone: resting && pending && !pending.kept ? pending.sets : [],
            onSets: run.putSets,
            onTime: () => setSheet("time"),
          }}
        />
      ) : null}
      {sheet === "time" ? (
        <Later
          part={TIME_SHEET}
          props={{
            onOpenChange: (open) => setSheet(open ? "time" : null),
            floor,
            justDone: resting && !pending?.kept ? resting.key : null,
            restLeft: pending && !pending.movedOn ? (restLeft ?? 0) : 0,
          }}
        />
      ) : null}
    </main>
  );
}

/** The session stands: what was done is safe, and nothing is timed until it goes on. */
function PauseScreen({ floor }: { floor: Floor }) {
  return (
    <section aria-label="Paused" className="flex flex-1 flex-col gap-4 pt-4">
      <h2 className="text-2xl font-bold">Paused</h2>
      <p className="text-lg text-[var(--floor-quiet)]">
        The clock stands. What was done is kept; the rest before the next set is not timed.
      </p>
      <button
        type="button"
        onClick={() => floor.mayCommit() && void floor.log({ kind: "paused", resumed: true })}
        className="mt-auto min-h-[76px] rounded-xl bg-[var(--floor-now)] text-xl font-bold text-[var(--floor-on)]"
      >
        Go on
      </button>
    </section>
  );
}

const ASKED_AGAIN_MS = 3_600_000;

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
  if (!pace) return timeline && timeline.seconds > 0 ? `${formatClock(timeline.seconds)} planned` : "";
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
      <p className="mt-1 text-base text-[var(--floor-quiet)]">
        This address is not secure: the screen may sleep, and the floor opens offline only while this tab stays.
      </p>
    );
  return null;
}
