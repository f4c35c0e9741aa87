"use client";
import { useEffect, useState } from "react";
import { type RepTimes, repTimes } from "@/core";
import { nowMs } from "@/device/clock";
import type { RepSensor } from "@/device/sensor";
import { useLatest } from "@/ui/use-latest";
import { PHASE_WORDS, TempoCurve } from "./pacer";
import { useNow } from "./use-now";

interface Counted {
  readonly reps: number;
  readonly phase: RepTimes["phases"][number]["name"] | null;
  readonly phaseStartedMs: number;
  /** What the last concentric took, in seconds. */
  readonly liftSeconds: number | null;
  readonly isOver: boolean;
}

/** A sensor that was lost is looked for again after so long. */
const TRY_AGAIN_MS = 3_000;

const NOTHING: Counted = { reps: 0, phase: null, phaseStartedMs: 0, liftSeconds: null, isOver: false };

/** Reps as a sensor counts them; what it counted stands in the set when the load is put down. */
export function RepCounter({
  sensor,
  phases,
  asked,
  rir,
  onBegin,
  onCounted,
}: {
  sensor: RepSensor;
  phases: RepTimes["phases"];
  /** Reps asked; null: as many as go. */
  asked: number | null;
  rir: number;
  onBegin: () => void;
  onCounted: (reps: number) => void;
}) {
  const [counted, setCounted] = useState(NOTHING);
  const [problem, setProblem] = useState<string | null>(null);
  /** How often the sensor was listened to anew. */
  const [attempt, setAttempt] = useState(0);
  const now = useNow(counted.phase !== null && !counted.isOver);
  const on = useLatest({ onBegin, onCounted });
  useEffect(() => {
    let again: ReturnType<typeof setTimeout> | null = null;
    const leave = sensor.listen(
      (message) => {
        setProblem(null);
        if (message.kind === "phase") {
          if (message.rep <= 1) on.now.onBegin();
          const { rep, phase } = message;
          setCounted((before) => ({ ...before, reps: rep - 1, phase, phaseStartedMs: nowMs(), isOver: false }));
        } else if (message.kind === "rep") {
          const { rep, seconds } = message;
          setCounted((before) => ({ ...before, reps: rep, liftSeconds: seconds.lift }));
        } else {
          setCounted((before) => ({ ...before, reps: message.rep, phase: null, isOver: true }));
          on.now.onCounted(message.rep);
        }
      },
      (why) => {
        setProblem(why);
        again = setTimeout(() => setAttempt(attempt + 1), TRY_AGAIN_MS);
      },
    );
    return () => {
      if (again) clearTimeout(again);
      leave();
    };
  }, [sensor, on, attempt]);
  const { phase, reps, liftSeconds, isOver } = counted;
  const lasts = phases.find(({ name }) => name === phase)?.seconds ?? 1;
  const at = phase && { name: phase, part: Math.min(1, Math.max(0, (now - counted.phaseStartedMs) / 1000 / lasts)) };
  const count = `${reps}${asked === null ? "" : ` of ${asked}`} ${reps === 1 && asked === null ? "rep" : "reps"}`;
  const { begin } = sensor;
  const curve = (
    <>
      <TempoCurve phases={phases} at={at} />
      <span className="flex items-baseline justify-between text-lg font-semibold text-[var(--floor-now)]">
        <span>
          {isOver
            ? `counted: ${count}`
            : phase
              ? `${PHASE_WORDS[phase]} · ${count}`
              : begin
                ? "tap to count"
                : "waits for the first rep"}
        </span>
        {liftSeconds === null ? null : (
          <span className="font-normal text-[var(--floor-quiet)]">last lift {liftSeconds.toFixed(1)} s</span>
        )}
      </span>
    </>
  );
  const look = "mt-2 block w-full rounded-lg bg-[var(--floor-raised)] px-2 py-2 text-left";
  return (
    <div role="group" aria-label="Reps counted">
      {begin ? (
        <button
          type="button"
          onClick={() => begin({ reps: repTimes(phases, asked ?? SIMULATED_REPS, rir, Math.random) })}
          className={look}
        >
          {curve}
        </button>
      ) : (
        <div className={look}>{curve}</div>
      )}
      {problem ? (
        <p role="alert" className="text-lg text-[var(--floor-warn)]">
          {problem}
        </p>
      ) : null}
    </div>
  );
}

/** Where as many as go are asked, the stand-in does so many. */
const SIMULATED_REPS = 10;
