"use client";
import { useEffect, useRef, useState } from "react";
import type { RepTimes } from "@/core";
import { nowMs } from "@/device/clock";
import { playPace } from "./sound";
import { useNow } from "./use-now";

export const PHASE_WORDS = { lower: "lower", bottom: "pause", lift: "lift", top: "squeeze" } as const;

type Phases = RepTimes["phases"];
type PhaseName = Phases[number]["name"];

/** Where a rep is: in which phase, and how much of it is over, 0–1. */
export interface InRep {
  readonly name: PhaseName;
  readonly part: number;
}

/** A rep's phases as a curve, as wide as they are long, with a bead where the rep is. */
export function TempoCurve({ phases, at }: { phases: Phases; at: InRep | null }) {
  const total = phases.reduce((sum, phase) => sum + phase.seconds, 0);
  const start = phases[0]?.name === "lift" || phases[0]?.name === "top" ? 44 : 10;
  let from = 0;
  let y = start;
  let path = `M4 ${start}`;
  let bead = { x: 4, y: start };
  for (const { name, seconds } of phases) {
    const x0 = 4 + (from / total) * 252;
    const x1 = 4 + ((from + seconds) / total) * 252;
    const next = name === "lower" ? 44 : name === "lift" ? 10 : y;
    path += `C${(x0 + x1) / 2} ${y} ${(x0 + x1) / 2} ${next} ${x1} ${next}`;
    if (at?.name === name) {
      const smooth = at.part * at.part * (3 - 2 * at.part);
      bead = { x: x0 + (x1 - x0) * at.part, y: y + (next - y) * smooth };
    }
    from += seconds;
    y = next;
  }
  return (
    <svg viewBox="0 0 260 54" className="block w-full" aria-hidden>
      <path d={path} fill="none" stroke="var(--floor-plan)" strokeWidth={3} />
      <rect x={bead.x - 5} y={bead.y - 5} width={10} height={10} fill="var(--floor-now)" />
    </svg>
  );
}

/** Where a rep of these phases is after so many seconds. */
function inRepAt(phases: Phases, seconds: number): InRep | null {
  let from = 0;
  for (const { name, seconds: lasts } of phases) {
    if (seconds < from + lasts) return { name, part: (seconds - from) / lasts };
    from += lasts;
  }
  return null;
}

/** The tempo as a curve with a bead running along it, counting reps, from the tap on it. */
export function Pacer({ phases, onBegin }: { phases: Phases; onBegin: () => void }) {
  const [startedMs, setStarted] = useState<number | null>(null);
  const now = useNow(startedMs !== null);
  const total = phases.reduce((sum, phase) => sum + phase.seconds, 0);
  const elapsed = startedMs === null ? 0 : Math.max(0, (now - startedMs) / 1000);
  // By ear too, where the device may sound; it ends with the set.
  const stopSound = useRef<() => void>(() => undefined);
  useEffect(() => () => stopSound.current(), []);
  const at = startedMs === null ? null : inRepAt(phases, elapsed % total);
  return (
    <button
      type="button"
      onClick={() => {
        if (startedMs === null) onBegin();
        stopSound.current();
        stopSound.current = startedMs === null ? playPace(phases) : () => undefined;
        setStarted(startedMs === null ? nowMs() : null);
      }}
      className="mt-2 block w-full rounded-lg bg-[var(--floor-raised)] px-2 py-2 text-left"
    >
      <TempoCurve phases={phases} at={at} />
      <span className="text-lg font-semibold text-[var(--floor-now)]">
        {at ? `${PHASE_WORDS[at.name]} · rep ${Math.floor(elapsed / total) + 1}` : "tap to pace"}
      </span>
    </button>
  );
}
