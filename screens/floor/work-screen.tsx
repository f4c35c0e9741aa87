"use client";
import { useEffect, useRef, useState } from "react";
import { shownSession } from "@/contract";
import {
  type BlockRound,
  entryAt,
  exerciseOrThrow,
  firstOf,
  formatClock,
  printAmount,
  printSpan,
  type RunMove,
  type Segment,
  tempoInForce,
  tempoPhases,
} from "@/core";
import { nowMs } from "@/device/clock";
import type { FloorView } from "@/views";
import { useNow } from "./use-now";

interface Props {
  readonly view: FloorView;
  readonly blockRound: BlockRound;
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
  readonly onDone: (measured: Measured) => void;
  readonly onUndo: () => void;
  readonly onChange: () => void;
}

/** Seconds that were timed, by the part of the set; of two sides the shorter. */
export type Measured = ReadonlyMap<string, number>;

/** One step of a block's round: a part of a set, on one side. */
interface Stop {
  readonly move: RunMove;
  readonly segment: Segment;
  readonly side: "left" | "right" | null;
  readonly first: boolean;
}

function stopsOf(blockRound: BlockRound): Stop[] {
  return blockRound.moves.flatMap((move) => {
    const sides =
      move.slot.laterality === "eachSide" || move.slot.laterality === "otherHolds"
        ? (["left", "right"] as const)
        : ([null] as const);
    return sides.flatMap((side) =>
      move.set.segments.map((segment, index) => ({ move, segment, side, first: index === 0 && side !== "right" })),
    );
  });
}

const nameOf = (view: FloorView, id: string): string => exerciseOrThrow(shownSession(view.shown).catalogue, id).name;

/** The block's round in hand, tapped step by step; one commit when it is done. */
export function WorkScreen(props: Props) {
  const { view, blockRound, ramp, canUndo, isStarted, restOver, onBegin, onRampEnd, onDone } = props;
  const { onUndo, onChange } = props;
  const [at, setAt] = useState(0);
  const [timed, setTimed] = useState<ReadonlyMap<string, number>>(new Map());
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
    const bySegment = new Map<string, number>();
    for (const stop of stops) {
      const seconds = all.get(keyOf(stop));
      if (seconds !== undefined)
        bySegment.set(stop.segment.id, Math.min(seconds, bySegment.get(stop.segment.id) ?? seconds));
    }
    return bySegment;
  };
  const goTo = (stop: number) => {
    if (stop > at) onBegin();
    const running = watch.current?.() ?? null;
    if (running !== null) time(entryAt(stops, at), running);
    setAt(stop);
  };
  if (ramp === "open")
    return <RampScreen view={view} blockRound={blockRound} isStarted={isStarted} onBegin={onBegin} onEnd={onRampEnd} />;
  return (
    <div className="flex flex-1 flex-col">
      <ol className="flex flex-1 flex-col gap-1 py-3">
        {stops.map((stop, index) => (
          <li key={`${stop.segment.id}-${stop.side}`}>
            {index === at ? (
              <InHand
                key={keyOf(stop)}
                view={view}
                stop={stop}
                fromEmpty={ramp === "skipped"}
                onBegin={onBegin}
                watch={watch}
                timed={timed.get(keyOf(stop)) ?? null}
                onTimed={(seconds) => time(stop, seconds)}
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
                      : stop.first
                        ? ""
                        : stop.segment.restBeforeSeconds > 0
                          ? `after ${stop.segment.restBeforeSeconds} s `
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
      <div className="sticky bottom-0 flex flex-col gap-3 bg-[var(--floor-ground)] pt-2 pb-1">
        <div className="flex gap-2.5">
          <SmallButton onClick={onUndo} disabled={!canUndo}>
            Undo
          </SmallButton>
          {stops.length > 1 ? (
            <SmallButton onClick={() => goTo(Math.min(stops.length - 1, at + 1))} disabled={at === stops.length - 1}>
              Next exercise
            </SmallButton>
          ) : null}
          <SmallButton onClick={onChange}>Options</SmallButton>
        </div>
        <div className="flex items-center gap-3 left-hand:flex-row-reverse">
          <button
            type="button"
            onClick={isStarted ? () => onDone(measured()) : onBegin}
            className="min-h-[76px] w-[58%] rounded-xl bg-[var(--floor-now)] text-2xl font-bold text-[var(--floor-on)]"
          >
            {isStarted ? (stops.length > 1 ? "Round done" : "Set done") : "Start"}
          </button>
          {restOver === null || !isStarted ? null : (
            <button
              type="button"
              onClick={onBegin}
              className="min-h-[56px] flex-1 rounded-lg border border-[var(--floor-line)] text-lg leading-tight font-semibold"
            >
              Begin{" "}
              <span className="block text-[var(--floor-now)]">rest {formatClock(Math.max(0, restOver))} over</span>
            </button>
          )}
        </div>
      </div>
    </div>
  );
}

export function SmallButton({
  children,
  onClick,
  disabled,
  pressed,
}: {
  children: React.ReactNode;
  onClick: () => void;
  disabled?: boolean;
  pressed?: boolean;
}) {
  return (
    <button
      type="button"
      onClick={onClick}
      disabled={disabled}
      aria-pressed={pressed}
      className={`min-h-[56px] flex-1 rounded-lg border text-lg font-semibold disabled:opacity-45 ${pressed ? "border-transparent bg-[var(--floor-warn)] text-[var(--floor-on)]" : "border-[var(--floor-line)]"}`}
    >
      {children}
    </button>
  );
}

function amountWords(stop: Stop, view: FloorView): string {
  const aim = view.shown.loads[stop.segment.id]?.aimReps;
  if (stop.move.set.stop.kind === "repTotal") return `${stop.move.set.stop.total} in all`;
  return stop.segment.amount.kind === "reps" && aim ? String(aim) : printAmount(stop.segment.amount, stop.segment.rom);
}

/** The move that is being done: reps as large as the load, how to build it, the tempo or the clock. */
function InHand({
  view,
  stop,
  fromEmpty,
  onBegin,
  watch,
  timed: seconds,
  onTimed,
}: {
  view: FloorView;
  stop: Stop;
  /** Nothing of the ramp is on the bar. */
  fromEmpty: boolean;
  onBegin: () => void;
  watch: React.RefObject<(() => number | null) | null>;
  timed: number | null;
  onTimed: (seconds: number | null) => void;
}) {
  const { segment } = stop;
  const shown = view.shown.loads[segment.id];
  const exercise = exerciseOrThrow(shownSession(view.shown).catalogue, segment.exerciseId ?? stop.move.slot.exerciseId);
  const [figure, ...unit] = (shown?.words ?? "").split(" ").reverse();
  const hasUnit = figure === "kg" || figure === "lb";
  const timed = segment.amount.kind === "seconds" || segment.amount.kind === "hold";
  const tempo = tempoInForce(stop.move.set.segments, stop.move.set.segments.indexOf(segment));
  return (
    <section aria-label="In hand" className="flex gap-4">
      <span aria-hidden className="relative ml-[13px] flex w-6 shrink-0 justify-center">
        <span className="absolute inset-y-0 w-[3px] bg-[var(--floor-line)]" />
        <span className="relative mt-14 size-6 rounded-full bg-[var(--floor-now)]" />
      </span>
      <div className="min-w-0 flex-1 pb-4">
        <h2 className="text-[26px] leading-tight font-bold">
          {nameOf(view, exercise.id)}
          {stop.side ? <span className="text-[var(--floor-now)]"> {stop.side}</span> : null}
        </h2>
        <p className="mt-1 flex flex-wrap items-baseline gap-x-6">
          <span>
            <span className="text-[72px] leading-none font-bold tracking-tight">
              {amountWords(stop, view).replace(/s$/, "")}
            </span>
            <span className="ml-1.5 text-lg text-[var(--floor-quiet)]">
              {timed ? "s" : segment.rir ? `keep ${printSpan(segment.rir)}` : "reps"}
            </span>
          </span>
          <span>
            <span className="text-[72px] leading-none font-bold tracking-tight">
              {(hasUnit ? unit.reverse().join(" ") : shown?.words) || "–"}
            </span>
            <span className="ml-1.5 text-lg text-[var(--floor-quiet)]">{hasUnit ? figure : ""}</span>
          </span>
        </p>
        <p className="mt-1 text-lg text-[var(--floor-quiet)]">
          {[
            shown?.build && (shown.change && !fromEmpty ? `${shown.build}: ${shown.change}` : shown.build),
            ...stop.move.slot.setup.map((value) => `${value.name} ${value.value}`),
            ...stop.move.slot.cues,
          ]
            .filter(Boolean)
            .join(" · ")}
        </p>
        {segment.amount.kind === "seconds" || segment.amount.kind === "hold" ? (
          <Stopwatch
            seconds={segment.amount.seconds}
            onBegin={onBegin}
            watch={watch}
            stopped={seconds}
            onStopped={onTimed}
          />
        ) : tempo ? (
          <Pacer phases={tempoPhases(tempo, view.shown.settings)} onBegin={onBegin} />
        ) : null}
      </div>
    </section>
  );
}

const PHASE_WORDS = { lower: "lower", bottom: "pause", lift: "lift", top: "squeeze" } as const;

/** The tempo as a curve with a bead running along it, counting reps, from the tap on it. */
function Pacer({ phases, onBegin }: { phases: ReturnType<typeof tempoPhases>; onBegin: () => void }) {
  const [startedMs, setStarted] = useState<number | null>(null);
  const now = useNow(startedMs !== null);
  const total = phases.reduce((sum, phase) => sum + phase.seconds, 0);
  const elapsed = startedMs === null ? 0 : Math.max(0, (now - startedMs) / 1000);
  const inRep = elapsed % total;
  let from = 0;
  let y = 10;
  let path = "M4 10";
  let bead = { x: 4, y: 10, words: "tap to pace" };
  for (const phase of phases) {
    const x0 = 4 + (from / total) * 252;
    const x1 = 4 + ((from + phase.seconds) / total) * 252;
    const next = phase.name === "lower" ? 44 : phase.name === "lift" ? 10 : y;
    path += `C${(x0 + x1) / 2} ${y} ${(x0 + x1) / 2} ${next} ${x1} ${next}`;
    if (startedMs !== null && inRep >= from && inRep < from + phase.seconds) {
      const part = (inRep - from) / phase.seconds;
      const smooth = part * part * (3 - 2 * part);
      bead = {
        x: x0 + (x1 - x0) * part,
        y: y + (next - y) * smooth,
        words: `${PHASE_WORDS[phase.name]} · rep ${Math.floor(elapsed / total) + 1}`,
      };
    }
    from += phase.seconds;
    y = next;
  }
  return (
    <button
      type="button"
      onClick={() => {
        if (startedMs === null) onBegin();
        setStarted(startedMs === null ? nowMs() : null);
      }}
      className="mt-2 block w-full rounded-lg bg-[var(--floor-raised)] px-2 py-2 text-left"
    >
      <svg viewBox="0 0 260 54" className="block w-full" aria-hidden>
        <path d={path} fill="none" stroke="var(--floor-plan)" strokeWidth={3} />
        <rect x={bead.x - 5} y={bead.y - 5} width={10} height={10} fill="var(--floor-now)" />
      </svg>
      <span className="text-lg font-semibold text-[var(--floor-now)]">{bead.words}</span>
    </button>
  );
}

/** Times a hold or a timed set; what it shows when it is stopped, or when the set is done, is what is kept. */
function Stopwatch({
  seconds,
  onBegin,
  watch,
  stopped,
  onStopped,
}: {
  seconds: number;
  onBegin: () => void;
  watch: React.RefObject<(() => number | null) | null>;
  stopped: number | null;
  onStopped: (seconds: number | null) => void;
}) {
  const [startedMs, setStarted] = useState<number | null>(null);
  const now = useNow(startedMs !== null);
  const elapsed = startedMs === null ? 0 : Math.max(0, (now - startedMs) / 1000);
  useEffect(() => {
    watch.current = () => (startedMs === null ? null : Math.max(0, Math.round((nowMs() - startedMs) / 1000)));
    return () => {
      watch.current = null;
    };
  }, [startedMs, watch]);
  const words =
    startedMs === null
      ? stopped === null
        ? "tap to start the clock"
        : "stopped; tap to time it again"
      : elapsed >= seconds
        ? "time; tap to stop"
        : "working; tap to stop";
  return (
    <button
      type="button"
      onClick={() => {
        if (startedMs === null) {
          onBegin();
          onStopped(null);
          setStarted(nowMs());
        } else {
          onStopped(watch.current?.() ?? null);
          setStarted(null);
        }
      }}
      className="mt-2 flex min-h-[64px] w-full items-center justify-between rounded-lg bg-[var(--floor-raised)] px-4 text-lg"
    >
      <span>{words}</span>
      <span className="text-3xl font-bold text-[var(--floor-now)]">
        {formatClock(Math.max(0, startedMs === null ? (stopped ?? seconds) : elapsed))}
      </span>
    </button>
  );
}

/** The ramp before a block: outside the rounds, built set by set, never logged as work. */
function RampScreen({
  view,
  blockRound,
  isStarted,
  onBegin,
  onEnd,
}: {
  view: FloorView;
  blockRound: BlockRound;
  isStarted: boolean;
  onBegin: () => void;
  onEnd: (how: "done" | "skipped") => void;
}) {
  const [done, setDone] = useState(0);
  const steps = blockRound.moves.flatMap(({ slot }) =>
    (view.shown.ramps[slot.id] ?? []).map((step) => ({ ...step, name: nameOf(view, slot.exerciseId) })),
  );
  return (
    <div className="flex flex-1 flex-col">
      <div className="flex-1 py-3">
        <h2 className="text-[26px] leading-tight font-bold">Ramp up: {steps[0]?.name}</h2>
        <ol className="mt-3">
          {steps.map((step, index) => (
            <li
              key={index}
              className={`flex min-h-[60px] items-center gap-4 border-b border-[var(--floor-line)] ${index < done ? "opacity-55" : ""}`}
            >
              <span className={`w-36 shrink-0 font-bold ${index === done ? "text-4xl" : "text-2xl"}`}>
                {step.reps} × {step.words.replace(/ (?:kg|lb)$/, "")}
              </span>
              <span className="text-lg text-[var(--floor-quiet)]">{step.build}</span>
            </li>
          ))}
        </ol>
        <p className="mt-3 text-lg text-[var(--floor-quiet)]">
          then{" "}
          {blockRound.moves
            .map(
              ({ set }) =>
                `${printAmount(firstOf(set.segments).amount, "full")} × ${view.shown.loads[firstOf(set.segments).id]?.words}`,
            )
            .join(", ")}
        </p>
      </div>
      <div className="flex flex-col gap-3">
        <SmallButton onClick={() => onEnd("skipped")}>Skip the ramp</SmallButton>
        <div className="flex justify-end left-hand:justify-start">
          <button
            type="button"
            onClick={() => (!isStarted ? onBegin() : done < steps.length - 1 ? setDone(done + 1) : onEnd("done"))}
            className="min-h-[76px] w-[38%] rounded-xl bg-[var(--floor-plan)] text-2xl font-bold text-[var(--floor-on)]"
          >
            {isStarted ? (done < steps.length - 1 ? "Next" : "Ramp done") : "Start"}
          </button>
        </div>
      </div>
    </div>
  );
}
