"use client";
import { clsx } from "clsx";
import { useEffect, useRef } from "react";
import type { ComputedSession } from "@/contract";
import { fallsShort, type ShorthandError, type Slot, shortSentence } from "@/core";
import { cellFigure, likelyFigure } from "./set-words";

interface Props {
  readonly slot: Slot;
  readonly round: number;
  readonly computed: ComputedSession;
  readonly selected: boolean;
  /** One of several that are chosen. */
  readonly inRange: boolean;
  readonly editing: string | null;
  readonly error: ShorthandError | null;
  readonly onSelect: (at: { readonly slotId: string; readonly round: number }, extend: boolean) => void;
  readonly onEdit: () => void;
  readonly setEditing: (text: string) => void;
  readonly commit: (move: "down" | "stay") => void;
  readonly leave: () => void;
}

/** One set where its lift and its round cross: read as it will be done, written in place. */
export function SetCell(props: Props) {
  const { slot, round, computed, selected, inRange, editing, error, onSelect, onEdit, setEditing, commit, leave } =
    props;
  const input = useRef<HTMLInputElement>(null);
  const isEditing = editing !== null;
  useEffect(() => {
    if (isEditing) input.current?.focus();
  }, [isEditing]);
  if (round >= slot.sets.length) return <span role="gridcell" />;
  // A long last cell may run over the empty rounds beside it.
  const wide = round === slot.sets.length - 1 && (slot.sets[round]?.segments.length ?? 1) > 1;
  const set = slot.sets[round] ?? null;
  const load = set && computed.resolved.loads.get(set.segments[0]!.id);
  const asked = set?.segments[0]?.rir ?? null;
  const likely = set && computed.forecast.bySegment.get(set.segments[0]!.id);
  const short = likely ? fallsShort(likely) : false;
  // What the lift's rule leaves out has no load: a set fewer after weeks away.
  const leftOut = set !== null && !load;
  const figure = set ? cellFigure(slot, set, computed.resolved.loads) : "";
  return (
    // biome-ignore lint/a11y/useKeyWithClickEvents: the grid handles keys for its active cell
    <div
      id={`cell-${slot.id}-${round}`}
      role="gridcell"
      tabIndex={-1}
      aria-selected={selected || inRange}
      onClick={(event) => onSelect({ slotId: slot.id, round }, event.shiftKey)}
      onDoubleClick={onEdit}
      className={clsx(
        wide && "z-[1] min-w-max",
        "relative flex min-h-[34px] items-center justify-between gap-1 border border-selvedge bg-cloth px-2",
        set && !leftOut ? "font-semibold" : "bg-transparent",
        inRange && "!bg-indigo-tint",
        selected && "z-10 outline-2 -outline-offset-1 outline-indigo",
        short && !selected && "outline-2 -outline-offset-2 outline-weld-fill",
      )}
    >
      {isEditing ? (
        <>
          <input
            ref={input}
            data-writing
            aria-label={`Set, round ${round + 1}`}
            aria-invalid={error !== null}
            className="narrow absolute inset-0 z-20 min-w-[9rem] bg-cloth px-2 font-semibold outline-2 outline-indigo"
            value={editing}
            onChange={(event) => setEditing(event.target.value)}
            onKeyDown={(event) => {
              event.stopPropagation();
              if (event.key !== "Enter" && event.key !== "Escape") return;
              // Both are done here: the field is gone before its own editing would take them up.
              event.preventDefault();
              if (event.key === "Enter") commit("down");
              else leave();
            }}
            onBlur={() => commit("stay")}
          />
          {error ? (
            <span
              role="alert"
              className="pointer-events-none absolute top-full left-0 z-30 w-64 border border-walnut bg-weld-tint px-2 py-1 font-normal"
            >
              column {error.column}: found {error.found}, expected {error.expected}
              {error.suggestion ? `. Perhaps ${error.suggestion}` : ""}
            </span>
          ) : null}
        </>
      ) : (
        <>
          <span
            className={clsx(
              "truncate",
              (figure.length > 12 || (short && figure.length > 7)) && "narrow",
              load?.assumed && "assumed",
            )}
            title={figure.length > 16 ? figure : undefined}
          >
            {leftOut ? "left out" : set ? figure : "sits out"}
          </span>
          {asked ? (
            <span
              className={clsx("narrow font-normal", short ? "font-bold text-weld" : "text-quiet")}
              title={short ? shortSentence(likely!) : "reps in reserve asked"}
            >
              {short && likely ? (
                <>→{likelyFigure(likely)}</>
              ) : asked.low === asked.high ? (
                asked.low
              ) : (
                `${asked.low}–${asked.high}`
              )}
            </span>
          ) : short && likely ? (
            <span className="narrow font-bold text-weld" title={shortSentence(likely)}>
              {likelyFigure(likely)}
            </span>
          ) : null}
        </>
      )}
    </div>
  );
}
