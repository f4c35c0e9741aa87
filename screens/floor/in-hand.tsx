"use client";
import { useEffect, useState } from "react";
import { shownSession } from "@/contract";
import {
  beginsWithLift,
  besideWords,
  decimal,
  exerciseOrThrow,
  formatClock,
  type Laterality,
  MOST_SEARCH_STEPS,
  onlyInPart,
  printAmount,
  printSpan,
  type Settings,
  type Tempo,
  tempoInForce,
  tempoPhases,
} from "@/core";
import { nowMs } from "@/device/clock";
import { type FloorView, miniSetReps } from "@/views";
import { Pacer, PHASE_WORDS } from "./pacer";
import { RepCounter } from "./rep-counter";
import { useNow, useRestEnd } from "./use-now";
import { useSensor } from "./use-sensor";
import { nameOf, type Stop } from "./work-parts";

export function amountWords(stop: Stop, view: FloorView): string {
  const aim = view.shown.loads[stop.segment.id]?.aimReps;
  if (stop.goal) return String(miniSetReps(stop.move, stop.segment, stop.side));
  if (stop.move.set.stop.kind === "repTotal") return `${stop.move.set.stop.total} in all`;
  if (stop.segment.amount.kind === "toFailure") return "to failure";
  if (stop.segment.amount.kind === "maxReps") return "as many as go";
  return stop.segment.amount.kind === "reps" && aim ? String(aim) : printAmount(stop.segment.amount, stop.segment.rom);
}

/** The move that is being done: reps as large as the load, how to build it, the tempo or the clock. */
export function InHand({
  view,
  stop,
  searchStep,
  restOff,
  isFirstRound,
  fromEmpty,
  restFrom,
  onBegin,
  watch,
  timed: seconds,
  onTimed,
  onCounted,
}: {
  view: FloorView;
  stop: Stop;
  /** Which set of the search for its load it is; null: the load is known. */
  searchStep: number | null;
  /** What to expect after a rest that was a quarter longer or shorter than asked; null: the rest was as it was asked. */
  restOff: string | null;
  /** What is asked of reserve is explained once. */
  isFirstRound: boolean;
  /** Nothing of the ramp is on the bar. */
  fromEmpty: boolean;
  /** Since when the rest before it runs; null: it follows at once. */
  restFrom: number | null;
  onBegin: () => void;
  watch: React.RefObject<(() => number | null) | null>;
  timed: number | null;
  onTimed: (seconds: number | null) => void;
  /** A sensor has counted the set to its end. */
  onCounted: (reps: number) => void;
}) {
  const { sensor } = useSensor();
  const { segment } = stop;
  const shown = view.shown.loads[segment.id];
  const exercise = exerciseOrThrow(shownSession(view.shown).catalogue, segment.exerciseId ?? stop.move.slot.exerciseId);
  const [figure, ...unit] = (shown?.words ?? "").split(" ").reverse();
  const hasUnit = figure === "kg" || figure === "lb";
  const words = amountWords(stop, view);
  const isOpen = !stop.goal && (segment.amount.kind === "toFailure" || segment.amount.kind === "maxReps");
  const [amountFigure, amountUnit] = figureAndUnit(stop, words);
  const tempo = tempoInForce(stop.move.set.segments, stop.move.set.segments.indexOf(segment));
  return (
    <section aria-label="In hand" className="flex gap-4">
      <span aria-hidden className="relative ml-[13px] flex w-6 shrink-0 justify-center">
        <span className="absolute inset-y-0 w-[3px] bg-[var(--floor-line)]" />
        <span className="relative mt-14 size-6 rounded-full bg-[var(--floor-now)]" />
      </span>
      <div className="min-w-0 flex-1 pb-4">
        <h2 className="text-2xl leading-tight font-bold">
          {nameOf(view, exercise.id)}
          {stop.side ? <span className="text-[var(--floor-now)]"> {stop.side}</span> : null}
        </h2>
        <p className="mt-1 flex flex-wrap items-baseline gap-x-6">
          <span>
            <span
              className={`${isOpen ? "text-3xl" : "text-5xl across:text-6xl tablet:text-[8.75rem]"} leading-none font-bold tracking-tight`}
            >
              {amountFigure}
            </span>
            <span className="ml-1.5 text-lg text-[var(--floor-quiet)]">{amountUnit}</span>
          </span>
          <span>
            <span className="text-5xl leading-none font-bold tracking-tight across:text-6xl tablet:text-[8.75rem]">
              {(hasUnit ? unit.reverse().join(" ") : shown?.words) || "–"}
            </span>
            <span className="ml-1.5 text-lg text-[var(--floor-quiet)]">{hasUnit ? figure : ""}</span>
          </span>
        </p>
        {restFrom === null ? null : <PartRest sinceMs={restFrom} seconds={stop.restBeforeSeconds} />}
        {searchStep === null ? null : (
          <p className="mt-1 text-lg text-[var(--floor-warn)]">
            Find the load: start light, add. Set {searchStep} of at most {MOST_SEARCH_STEPS}.
          </p>
        )}
        {stop.first && view.alone?.[stop.move.slot.id] ? (
          <p className="mt-1 text-lg text-[var(--floor-warn)]">{view.alone[stop.move.slot.id]}</p>
        ) : null}
        {onlyInPart(exercise, view.limits ?? []).map((words) => (
          <p key={words} className="mt-1 text-lg text-[var(--floor-warn)] first-letter:uppercase">
            {words}
          </p>
        ))}
        {restOff ? <p className="mt-1 text-lg text-[var(--floor-warn)]">{restOff}</p> : null}
        {stop.first && isFirstRound && segment.rir && segment.rir.low > 0 && !isOpen ? (
          <p className="text-lg text-[var(--floor-quiet)]">
            Leave {printSpan(segment.rir)}: stop while so many more would still go.
          </p>
        ) : null}
        <p className="mt-1 text-lg text-[var(--floor-quiet)]">
          {[
            shown?.build && (shown.change && !fromEmpty ? `${shown.build}: ${shown.change}` : shown.build),
            ...segment.beside.map(besideWords),
            ...(segment.setup ?? stop.move.slot.setup).map((value) => `${value.name} ${value.value}`),
            ...HANDS[stop.move.slot.laterality],
            ...(tempo ? [tempoWords(tempo, view.shown.settings, beginsWithLift(exercise))] : []),
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
        ) : sensor && segment.amount.kind !== "metres" ? (
          <RepCounter
            sensor={sensor}
            phases={tempoPhases(tempo, view.shown.settings, beginsWithLift(exercise))}
            asked={segment.amount.kind === "reps" ? (shown?.aimReps ?? segment.amount.reps.high) : null}
            rir={segment.rir?.low ?? view.shown.settings.assumed.rir}
            onBegin={onBegin}
            onCounted={onCounted}
          />
        ) : tempo ? (
          <Pacer phases={tempoPhases(tempo, view.shown.settings, beginsWithLift(exercise))} onBegin={onBegin} />
        ) : null}
      </div>
    </section>
  );
}

/** The rest between two parts of a set, or two halves of a round, down to nothing; then a tone. */
function PartRest({ sinceMs, seconds }: { sinceMs: number; seconds: number }) {
  const now = useNow(true);
  const left = Math.ceil(seconds - (now - sinceMs) / 1000);
  useRestEnd(left <= 0);
  return (
    <p role="timer" aria-label="Rest before this part" className="mt-1 text-3xl leading-none font-bold">
      {left > 0 ? (
        <>
          <span className="text-lg font-normal text-[var(--floor-quiet)]">rest </span>
          {formatClock(left)}
        </>
      ) : (
        <span className="text-[var(--floor-now)]">go</span>
      )}
    </p>
  );
}

/** What is to be done as a figure, and what it counts. */
function figureAndUnit({ segment: { amount, rir, rom }, move, goal }: Stop, words: string): readonly [string, string] {
  const range = rom === "full" ? "" : `, ${rom} partials`;
  if (goal) return [words, `reps; ${goal.total - goal.done} of ${goal.total} left`];
  if (move.set.stop.kind === "repTotal") return [words, "reps"];
  switch (amount.kind) {
    case "reps":
      return [words.split(" ")[0] ?? words, `reps${range}${rir ? `, leave ${printSpan(rir)}` : ""}`];
    case "maxReps":
    case "toFailure":
      return [words, range.slice(2)];
    case "seconds":
      return [String(amount.seconds), "s"];
    case "hold":
      return [String(amount.seconds), `s hold, ${amount.position}`];
    case "metres":
      return [String(amount.metres), "m"];
  }
}

/** What the other side does, where it is not plain. */
const HANDS: Readonly<Record<Laterality, readonly string[]>> = {
  both: [],
  eachSide: [],
  alternating: ["alternate sides"],
  otherHolds: ["the other side holds"],
};

/** "lower 3 s, pause 1 s, lift 1 s", and how long so many reps last. */
const tempoWords = (tempo: Tempo, settings: Settings, liftFirst: boolean): string =>
  tempoPhases(tempo, settings, liftFirst)
    .map(({ name, seconds }) => `${PHASE_WORDS[name]} ${decimal(seconds)} s`)
    .join(", ");

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
      <span className="text-2xl font-bold text-[var(--floor-now)]">
        {formatClock(Math.max(0, startedMs === null ? (stopped ?? seconds) : elapsed))}
      </span>
    </button>
  );
}
