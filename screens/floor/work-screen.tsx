"use client";
import { useRef, useState } from "react";
import { type BlockRound, entryAt, exerciseOfMove, formatClock } from "@/core";
import { nowMs } from "@/device/clock";
import type { FloorView } from "@/views";
import { type Felt, FeltSheet, isFelt, NOTHING_FELT } from "./felt-sheet";
import { amountWords, InHand } from "./in-hand";
import { RampScreen } from "./ramp-screen";
import { SmallButton } from "./small-button";
import { type Measured, nameOf, type Stop, stopsOf } from "./work-parts";

interface Props {
  readonly view: FloorView;
  readonly blockRound: BlockRound;
  /** Which set of the search for a load it is, by segment. */
  readonly search: ReadonlyMap<string, number>;
  /** By lift, what a rest that was a quarter off changes. */
  readonly restOff: ReadonlyMap<string, string>;
  /** Nothing of the session was saved yet. */
  readonly isFirst: boolean;
  /** The ramp before it; null: there is none. */
  readonly ramp: "open" | "done" | "skipped" | null;
  readonly canUndo: boolean;
  /** Before the first move or ramp set nothing has begun. */
  readonly isStarted: boolean;
  /** Seconds by which the rest before it is over; null where none is running. */
  readonly restOver: number | null;
  /** Work begins. */
  readonly onBegin: () => void;
  readonly onRampEnd: (how: "done" | "skipped") => void;
  readonly onDone: (measured: Measured, felt: Felt) => void;
  readonly onUndo: () => void;
  readonly onChange: () => void;
}

/** What comes after a step: another exercise, the other side, or the next part of the set. */
function nextWords(now: Stop | undefined, next: Stop | undefined): string {
  if (now?.move !== next?.move || !next) return "Next exercise";
  return now?.side === next.side ? "Next part" : "Other side";
}

/** The block's round in hand, tapped step by step; one commit when it is done. */
export function WorkScreen(props: Props) {
  const { view, blockRound, search, restOff, isFirst, ramp, canUndo, isStarted, restOver, onBegin, onRampEnd, onDone } =
    props;
  const { onUndo, onChange } = props;
  const [at, setAt] = useState(0);
  /** When the part in hand was come to. */
  const [sinceMs, setSince] = useState(nowMs);
  const [timed, setTimed] = useState<ReadonlyMap<string, number>>(new Map());
  const [counted, setCounted] = useState<ReadonlyMap<string, number>>(new Map());
  const [felt, setFelt] = useState<Felt>(new Map());
  const [feeling, setFeeling] = useState<"form" | "pain" | null>(null);
  const watch = useRef<(() => number | null) | null>(null);
  const stops = stopsOf(blockRound);
  const keyOf = ({ segment, side }: Stop) => `${segment.id} ${side ?? ""}`;
  const time = (stop: Stop, seconds: number | null) => {
    const others = [...timed].filter(([key]) => key !== keyOf(stop));
    setTimed(new Map(seconds === null ? others : [...others, [keyOf(stop), seconds]]));
  };
  /** What was timed, with the watch that still runs. */
  const measured = (): Measured => {
    const running = watch.current?.() ?? null;
    const all = running === null ? timed : new Map([...timed, [keyOf(entryAt(stops, at)), running]]);
    const bySegment = new Map<string, ReturnType<Measured["get"]> & {}>();
    for (const stop of stops) {
      const { id } = stop.segment;
      const before = bySegment.get(id) ?? {};
      const [seconds, reps] = [all.get(keyOf(stop)), counted.get(keyOf(stop))];
      if (seconds !== undefined)
        bySegment.set(id, { ...before, seconds: Math.min(seconds, before.seconds ?? seconds) });
      else if (reps !== undefined)
        bySegment.set(id, { ...before, ...(stop.side === "right" ? { rightReps: reps } : { reps }) });
    }
    return bySegment;
  };
  /** A sensor counted a set: the next exercise of the round is in hand. */
  const count = (stop: Stop, reps: number) => {
    setCounted((before) => new Map([...before, [keyOf(stop), reps]]));
    if (at < stops.length - 1) goTo(at + 1);
  };
  const goTo = (stop: number) => {
    if (stop > at) onBegin();
    const running = watch.current?.() ?? null;
    if (running !== null) time(entryAt(stops, at), running);
    setAt(stop);
    setSince(nowMs());
  };
  if (ramp === "open")
    return <RampScreen view={view} blockRound={blockRound} isStarted={isStarted} onBegin={onBegin} onEnd={onRampEnd} />;
  return (
    <div className={COLUMNS}>
      <ol className="flex flex-1 flex-col gap-1 py-3 left-hand:across:order-2">
        {stops.map((stop, index) => (
          <li key={`${stop.segment.id}-${stop.side}`}>
            {index === at ? (
              <InHand
                key={keyOf(stop)}
                view={view}
                stop={stop}
                searchStep={search.get(stop.segment.id) ?? null}
                restOff={(stop.first && restOff.get(stop.move.slot.id)) || null}
                isFirstRound={isFirst}
                fromEmpty={ramp === "skipped"}
                restFrom={stop.restBeforeSeconds > 0 ? sinceMs : null}
                onBegin={onBegin}
                watch={watch}
                timed={timed.get(keyOf(stop)) ?? null}
                onTimed={(seconds) => time(stop, seconds)}
                onCounted={(reps) => count(stop, reps)}
              />
            ) : (
              <button
                type="button"
                onClick={() => goTo(index)}
                className={`flex min-h-[56px] w-full items-center gap-4 text-left ${index < at ? "opacity-70" : ""}`}
              >
                <span aria-hidden className="relative ml-[13px] flex w-6 justify-center self-stretch">
                  <span className="absolute inset-y-0 w-[3px] bg-[var(--floor-line)]" />
                  <span
                    className={`relative my-auto size-4 rounded-full border-[3px] border-[var(--floor-plan)] ${index < at ? "bg-[var(--floor-done)]" : "bg-[var(--floor-ground)]"}`}
                  />
                </span>
                <span className="text-lg leading-tight">
                  {stop.first ? (
                    <strong className="block">
                      {nameOf(view, stop.segment.exerciseId ?? stop.move.slot.exerciseId)}
                    </strong>
                  ) : null}
                  <span>
                    {stop.side
                      ? `${stop.side} `
                      : stop.restBeforeSeconds > 0
                        ? `after ${stop.restBeforeSeconds} s `
                        : stop.first
                          ? ""
                          : "straight on "}
                    <strong>
                      {amountWords(stop, view)} × {view.shown.loads[stop.segment.id]?.words}
                    </strong>
                  </span>
                </span>
              </button>
            )}
          </li>
        ))}
        <li className="mt-1 ml-[53px] text-lg text-[var(--floor-quiet)]">
          {blockRound.rest === null ? "then the next block" : `then rest ${formatClock(blockRound.rest.seconds)}`}
        </li>
      </ol>
      <div className="sticky bottom-[var(--floor-bar,0px)] flex flex-col gap-3 bg-[var(--floor-ground)] pt-2 pb-1 across:self-end">
        <div className="flex gap-2.5">
          <SmallButton onClick={onUndo} disabled={!canUndo}>
            Undo
          </SmallButton>
          {isStarted ? (
            <>
              <SmallButton onClick={() => setFeeling("form")} pressed={isFelt(felt, "form")}>
                Form
              </SmallButton>
              <SmallButton onClick={() => setFeeling("pain")} pressed={isFelt(felt, "pain")}>
                Hurts
              </SmallButton>
            </>
          ) : null}
          <SmallButton onClick={onChange}>Options</SmallButton>
        </div>
        {stops.length > 1 ? (
          <div className="flex">
            <SmallButton onClick={() => goTo(Math.min(stops.length - 1, at + 1))} disabled={at === stops.length - 1}>
              {nextWords(stops[at], stops[at + 1])}
            </SmallButton>
          </div>
        ) : null}
        <div className="flex items-center gap-3 left-hand:flex-row-reverse">
          <button
            type="button"
            onClick={isStarted ? () => onDone(measured(), felt) : onBegin}
            className="min-h-[76px] w-[58%] rounded-xl bg-[var(--floor-now)] text-xl font-bold text-[var(--floor-on)]"
          >
            {isStarted ? (stops.length > 1 ? "Round done" : "Set done") : "Start"}
          </button>
          {restOver === null || !isStarted ? null : (
            <button
              type="button"
              onClick={onBegin}
              className="min-h-[56px] flex-1 rounded-lg border border-[var(--floor-line)] text-lg leading-tight font-semibold"
            >
              Start{" "}
              <span className="block text-[var(--floor-now)]">rest {formatClock(Math.max(0, restOver))} over</span>
            </button>
          )}
        </div>
      </div>
      {feeling ? (
        <FeltSheet
          what={feeling}
          lifts={blockRound.moves.map((move) => ({ slotId: move.slot.id, name: nameOf(view, exerciseOfMove(move)) }))}
          felt={felt}
          onFelt={(slotId, part) =>
            setFelt(new Map([...felt, [slotId, { ...NOTHING_FELT, ...felt.get(slotId), ...part }]]))
          }
          onClose={() => setFeeling(null)}
        />
      ) : null}
    </div>
  );
}

/** What is in hand, and beside it, where there is room, what can be done. */
export const COLUMNS =
  "flex flex-1 flex-col across:grid across:grid-cols-[minmax(0,1fr)_21rem] across:gap-x-8 left-hand:across:grid-cols-[21rem_minmax(0,1fr)]";
