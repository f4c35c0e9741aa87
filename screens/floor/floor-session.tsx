"use client";
import { useCallback, useEffect, useState } from "react";
import { asPlanned, type Chain, formatClock, type PerformedSet, restKept } from "@/core";
import { ChangeSheet } from "./change-sheet";
import { EndScreen } from "./end-screen";
import { RestScreen } from "./rest-screen";
import { Strip } from "./strip";
import { type Floor, useFloor } from "./use-floor";
import { useNow, useRestEnd, useWakeLock } from "./use-now";
import { WorkScreen } from "./work-screen";

export function FloorSession({ sessionId, mirrored }: { sessionId: string; mirrored: boolean }) {
  const floor = useFloor(sessionId);
  const { loading, view, pending, chain, chains, performed } = floor;
  const now = useNow(pending !== null || performed.startedAtMs !== null);
  const [changing, setChanging] = useState(false);
  const [rampDone, setRampDone] = useState<ReadonlySet<string>>(new Set());
  const lock = useWakeLock();
  const rested = pending ? (chains.find((one) => one.key === pending.chainKey) ?? null) : null;
  const resting = pending?.movedOn ? null : rested;
  const restLeft =
    pending && rested?.rest ? Math.ceil(rested.rest.seconds - (now - pending.restStartedMs) / 1000) : null;
  const ended = performed.ended !== null;

  const { setPending } = floor;
  /** The next chain is in hand; when its work began is known where somebody says so. */
  const goOn = useCallback(
    (workStartedMs: number | null) => pending && setPending({ ...pending, movedOn: true, workStartedMs }),
    [pending, setPending],
  );
  const turn = useRestEnd(restLeft !== null && !pending?.movedOn && restLeft <= 0);
  // A kept round moves on by itself when its rest is over; the rest is counted on until work begins.
  useEffect(() => {
    if (!pending?.kept || !resting) return;
    if (resting.rest === null || (restLeft !== null && restLeft <= 0)) goOn(null);
  }, [pending, resting, restLeft, goOn]);

  if (!view) {
    return (
      <main className="flex flex-1 flex-col justify-center gap-4 text-center">
        {loading.kind === "failed" ? (
          <>
            <p className="text-xl font-bold">{loading.message}</p>
            <a
              href="/floor"
              className="flex min-h-[56px] items-center justify-center text-lg underline underline-offset-4"
            >
              Sessions on this device
            </a>
          </>
        ) : (
          <p className="text-xl">Opening the session…</p>
        )}
      </main>
    );
  }

  async function finishChain(done: Chain) {
    if (!floor.mayCommit() || !floor.shown) return;
    const now = Date.now();
    const workSeconds = done.moves.reduce(
      (sum, { work, handover }) => sum + work.seconds + (handover?.seconds ?? 0),
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
    setPending({
      sessionId,
      chainKey: done.key,
      restStartedMs: now,
      kept: false,
      movedOn: false,
      workStartedMs: null,
      sets: asPlanned(done, floor.shown, kept),
    });
  }

  async function keep(sets: readonly PerformedSet[]) {
    if (!pending || !floor.mayCommit()) return;
    await floor.log({ kind: "setsDone", sets });
    setPending({ ...pending, sets, kept: true });
  }

  const begin = async () => {
    if (performed.startedAtMs === null) await floor.log({ kind: "started" });
    if (pending?.movedOn && pending.workStartedMs === null) goOn(Date.now());
  };

  const shown = resting ?? chain;
  return (
    <main className={`flex flex-1 flex-col ${turn ? "invert" : ""}`}>
      <header className="flex items-baseline justify-between gap-3 py-1.5 text-[17px]">
        <p className="truncate">
          <strong>{view.clientName.split(" ")[0]}</strong>
          <span className="text-[var(--floor-quiet)]">
            {shown
              ? ` · ${shown.letter}${shown.rounds > 1 ? `, round ${shown.round + 1}${resting ? "" : ` of ${shown.rounds}`}` : ""}${resting ? " done" : ""}${shown.isOptional ? ", optional" : ""}`
              : ""}
          </span>
        </p>
        <Pace floor={floor} now={now} />
      </header>
      <Strip chains={chains} performed={performed} current={shown} resting={resting !== null} />
      <SendingLine floor={floor} lock={lock} />
      {ended || !shown ? (
        <EndScreen floor={floor} sessionId={sessionId} />
      ) : pending && resting ? (
        <RestScreen
          key={resting.key}
          floor={floor}
          chain={resting}
          pending={pending}
          restLeft={restLeft ?? 0}
          mirrored={mirrored}
          onKeep={keep}
          onStart={() => floor.mayCommit() && goOn(Date.now())}
          onChange={() => setChanging(true)}
          next={chain}
        />
      ) : shown ? (
        <WorkScreen
          key={shown.key}
          view={view}
          chain={shown}
          isStarted={performed.startedAtMs !== null || performed.sets.size > 0}
          restOver={pending?.movedOn && pending.workStartedMs === null && restLeft !== null ? -restLeft : null}
          onBegin={begin}
          rampOpen={
            shown.round === 0 &&
            shown.ordinal === 0 &&
            shown.moves.some(({ slot }) => (view.shown.ramps[slot.id]?.length ?? 0) > 0) &&
            !rampDone.has(shown.block.id)
          }
          onRampDone={() => setRampDone(new Set([...rampDone, shown.block.id]))}
          mirrored={mirrored}
          canUndo={floor.lastDone !== null}
          onUndo={async () => {
            if (floor.lastDone && floor.mayCommit()) await floor.log({ kind: "undone", eventId: floor.lastDone.id });
          }}
          onDone={() => finishChain(shown)}
          onChange={() => setChanging(true)}
        />
      ) : null}
      <ChangeSheet
        open={changing}
        onOpenChange={setChanging}
        floor={floor}
        chain={resting ? chain : shown}
        onChanged={() => setChanging(false)}
      />
    </main>
  );
}

/** Minutes since the start, and how far the session is from its plan. */
function Pace({ floor, now }: { floor: Floor; now: number }) {
  const { performed, timeline, chains, chain } = floor;
  if (performed.startedAtMs === null || !timeline)
    return <p className="text-[var(--floor-quiet)]">{timeline ? `${formatClock(timeline.seconds)} planned` : ""}</p>;
  const elapsed = ((performed.ended?.atMs ?? now) - performed.startedAtMs) / 1000;
  const done = chain ? chains.indexOf(chain) : chains.length;
  const first = timeline.blocks[0]?.startSeconds ?? 0;
  const last = done > 0 ? chains[done - 1] : null;
  const part = last && timeline.blocks.find((one) => one.timeline.block.id === last.block.id);
  const ends =
    part?.timeline.spans
      .filter((span) => span.kind === "work" && span.round === last!.round)
      .map((span) => span.startSeconds + span.seconds) ?? [];
  const due = part ? part.startSeconds + Math.max(0, ...ends) - first : 0;
  const behind = Math.round((elapsed - due) / 60);
  const words =
    done === 0 || Math.abs(behind) < 2 ? "on time" : behind > 0 ? `${behind} min behind` : `${-behind} min ahead`;
  return (
    <p className="whitespace-nowrap text-[var(--floor-quiet)]">
      {formatClock(elapsed)} · {words}
    </p>
  );
}

function SendingLine({ floor, lock }: { floor: Floor; lock: "held" | "none" }) {
  const { sending } = floor;
  if (sending.kind === "refused")
    return (
      <p role="alert" className="mt-1 rounded bg-[var(--floor-raised)] px-3 py-1.5">
        ▲ {sending.message} What was logged is still on this device.
      </p>
    );
  if (sending.kind === "waiting" && sending.why !== "sending") {
    const why = sending.why === "offline" ? "no network" : "signed out";
    return (
      <p role="status" className="mt-1 text-[var(--floor-warn)]">
        {why}: {sending.count} {sending.count === 1 ? "entry waits" : "entries wait"} safely on this device
      </p>
    );
  }
  if (lock === "none")
    return (
      <p className="mt-1 text-[13px] text-[var(--floor-quiet)]">
        This address is not secure: the screen may sleep, and the floor opens offline only while this tab stays.
      </p>
    );
  return null;
}
