"use client";
import { clsx } from "clsx";
import { memo, useEffect, useRef } from "react";
import {
  fallsShort,
  firstOf,
  type ShorthandError,
  type Slot,
  shortSentence,
  type WorkForecast,
  type WorkSet,
} from "@/core";
import { sameProps } from "@/ui/same-props";
import type { ComputedSession } from "@/views";
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
  /** Of a session that has begun, what was done of it, in words; null: not done. Left out: it has not begun. */
  readonly done?: string | null;
  /** Of a round that may be left out. */
  readonly optional: boolean;
  /** What is done with it; the same for as long as its row is there. */
  readonly on: CellActions;
}

export interface CellActions {
  readonly select: (at: { readonly slotId: string; readonly round: number }, extend: boolean) => void;
  readonly edit: (at: { readonly slotId: string; readonly round: number }) => void;
  readonly write: (text: string) => void;
  readonly commit: (move: CellMove) => void;
  readonly leave: () => void;
}

/** Where one goes on once a cell is kept. */
export type CellMove = "down" | "right" | "left" | "stay";

/** One set where its lift and its round cross: read as it will be done, written in place. */
export const SetCell = memo(Cell, (before, after) => {
  const { slot: was, computed: a, ...earlier } = before;
  const { slot: is, computed: b, ...now } = after;
  return (
    sameProps(earlier, now) &&
    (was === is ||
      (was.id === is.id &&
        was.laterality === is.laterality &&
        was.sets.length === is.sets.length &&
        was.sets[now.round] === is.sets[now.round])) &&
    (a === b || readsTheSame(is.sets[now.round] ?? null, a, b))
  );
});

/** Whether a cell says the same of a set in one computed session as in another. */
export const readsTheSame = (set: WorkSet | null, a: ComputedSession, b: ComputedSession): boolean =>
  (set?.segments ?? []).every(({ id }) => {
    if (a.resolved.loads.get(id) !== b.resolved.loads.get(id)) return false;
    const [was, is] = [a.forecast.bySegment.get(id), b.forecast.bySegment.get(id)];
    return was === is || shortWords(was) === shortWords(is);
  });

const shortWords = (forecast: WorkForecast | undefined): string | null =>
  forecast && fallsShort(forecast) ? `${likelyFigure(forecast)} ${shortSentence(forecast)}` : null;

function Cell({ slot, round, computed, selected, inRange, editing, error, done, optional, on }: Props) {
  const input = useRef<HTMLInputElement>(null);
  const isEditing = editing !== null;
  useEffect(() => {
    if (isEditing) input.current?.focus();
  }, [isEditing]);
  if (round >= slot.sets.length) return <span role="gridcell" />;
  // A long last cell may run over the empty rounds beside it.
  const wide = round === slot.sets.length - 1 && (slot.sets[round]?.segments.length ?? 1) > 1;
  const set = slot.sets[round] ?? null;
  const load = set && computed.resolved.loads.get(firstOf(set.segments).id);
  const asked = set?.segments[0]?.rir ?? null;
  const likely = set && computed.forecast.bySegment.get(firstOf(set.segments).id);
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
      onClick={(event) => on.select({ slotId: slot.id, round }, event.shiftKey)}
      onDoubleClick={() => on.edit({ slotId: slot.id, round })}
      className={clsx(
        // Layers of their own only where something lies over others: there are dozens of cells.
        (wide || selected || isEditing) && "relative",
        wide && "z-[1] min-w-max",
        "flex min-h-[34px] items-center justify-between gap-1 border border-inset bg-surface px-2",
        set && !leftOut ? "font-semibold" : "bg-transparent",
        optional && done === undefined && "!border-dotted !border-walnut !bg-transparent",
        inRange && "!bg-indigo-tint",
        selected && "z-10 outline-2 -outline-offset-1 outline-indigo",
        typeof done === "string" && "border-l-4 !border-l-woad !bg-woad-tint",
        done === null && set && "!border-dashed !border-walnut",
        short && done === undefined && !selected && "outline-2 -outline-offset-2 outline-weld",
      )}
    >
      {isEditing ? (
        <>
          <input
            ref={input}
            data-writing
            aria-label={`Set, round ${round + 1}`}
            aria-invalid={error !== null}
            className="narrow absolute inset-0 z-20 min-w-[9rem] bg-surface px-2 font-semibold outline-2 outline-indigo"
            value={editing}
            onChange={(event) => on.write(event.target.value)}
            onKeyDown={(event) => {
              event.stopPropagation();
              if (event.key !== "Enter" && event.key !== "Escape" && event.key !== "Tab") return;
              // All are done here: the field is gone before its own editing would take them up.
              event.preventDefault();
              if (event.key === "Enter") on.commit("down");
              else if (event.key === "Tab") on.commit(event.shiftKey ? "left" : "right");
              else on.leave();
            }}
            onBlur={() => on.commit("stay")}
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
            title={typeof done === "string" ? `asked ${figure}` : figure.length > 16 ? figure : undefined}
          >
            {typeof done === "string" ? (
              <>
                <span className="sr-only">done </span>
                {done}
              </>
            ) : leftOut ? (
              "left out"
            ) : set ? (
              figure
            ) : (
              "skipped"
            )}
          </span>
          {optional && set && done === undefined ? <span className="sr-only">, may be left out</span> : null}
          {typeof done === "string" ? null : asked ? (
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
