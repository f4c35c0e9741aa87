"use client";
import { type KeyboardEvent, type PointerEvent, useRef, useState } from "react";
import { clamp, type PlanPhase, phaseWords } from "@/core";
import type { Weeks } from "./use-weeks";

const MOST_WEEKS = 26;

/** The end of a phase: pulled by a pointer from week to week, or moved by the arrow keys. */
export function PhaseEdge({ weeks, phase, least }: { weeks: Weeks; phase: PlanPhase; least: number }) {
  const [pulled, setPulled] = useState<number | null>(null);
  const start = useRef<{ x: number; weekWidth: number } | null>(null);
  const set = (wanted: number): void => {
    const value = clamp(wanted, least, MOST_WEEKS);
    if (value !== phase.weeks)
      weeks.say(weeks.change([{ kind: "set", list: "phases", id: phase.id, field: "weeks", value }]));
  };
  const onKeyDown = (event: KeyboardEvent): void => {
    const step = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[event.key];
    if (!step) return;
    event.preventDefault();
    event.stopPropagation();
    set(phase.weeks + step);
  };
  const begin = (event: PointerEvent<HTMLElement>): void => {
    const cell = event.currentTarget.closest("td");
    if (!cell) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    start.current = { x: event.clientX, weekWidth: cell.clientWidth / phase.weeks };
    setPulled(phase.weeks);
  };
  const pull = (event: PointerEvent): void => {
    if (!start.current) return;
    const by = Math.round((event.clientX - start.current.x) / start.current.weekWidth);
    setPulled(clamp(phase.weeks + by, least, MOST_WEEKS));
  };
  const end = (): void => {
    start.current = null;
    if (pulled !== null) set(pulled);
    setPulled(null);
  };
  return (
    <span
      role="slider"
      tabIndex={0}
      aria-label={`End of ${phaseWords(phase)}`}
      aria-valuemin={least}
      aria-valuemax={MOST_WEEKS}
      aria-valuenow={phase.weeks}
      aria-valuetext={`${phase.weeks} ${phase.weeks === 1 ? "week" : "weeks"}`}
      onKeyDown={onKeyDown}
      onPointerDown={begin}
      onPointerMove={pull}
      onPointerUp={end}
      onPointerCancel={() => {
        start.current = null;
        setPulled(null);
      }}
      className="absolute bottom-0 right-0 top-2 w-2 cursor-ew-resize touch-none border-r-4 border-walnut hover:border-indigo"
    >
      {pulled !== null && pulled !== phase.weeks ? (
        <span className="absolute right-3 top-1 z-20 whitespace-nowrap bg-walnut px-1 text-xs text-ground">
          {pulled} {pulled === 1 ? "week" : "weeks"}
        </span>
      ) : null}
    </span>
  );
}
