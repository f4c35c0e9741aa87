"use client";
import { Minus, Plus } from "lucide-react";
import { shownSession } from "@/contract";
import {
  buildableLoads,
  decimal,
  entryAt,
  exerciseOrThrow,
  loadWords,
  nextHeavier,
  type PerformedSegment,
  type PerformedSet,
  signedKg,
} from "@/core";
import type { FloorView } from "@/views";

/** The rest as a line that gets shorter. */
export function RestLine({ left }: { left: number }) {
  const wave = "M4 14C40 2 70 2 106 14S172 26 208 14s66-12 102 0 40 8 40 8";
  return (
    <svg viewBox="0 0 354 30" className="block w-full" aria-hidden>
      <path d={wave} fill="none" stroke="var(--floor-raised)" strokeWidth={6} strokeLinecap="round" />
      <path
        d={wave}
        pathLength={1}
        fill="none"
        stroke="var(--floor-done)"
        strokeWidth={6}
        strokeLinecap="round"
        strokeDasharray={`${1 - left} 1`}
      />
    </svg>
  );
}

/** "Back squat 5 × 185 lb, 2 left"; of a block's round each part by itself. */
export function savedWords({ segments, rir }: PerformedSet, view: FloorView): string {
  const { catalogue } = shownSession(view.shown);
  const parts = segments.map((segment, index) => {
    const exercise = exerciseOrThrow(catalogue, segment.exerciseId);
    const timed = segment.metres === null ? `${segment.seconds ?? 0} s` : `${segment.metres} m`;
    const reps = `${segment.reps || timed}${segment.rightReps === null ? "" : `/${segment.rightReps}`}`;
    const load = segment.load === null ? "" : ` × ${loadWords(exercise, signedKg(segment), segment.load)}`;
    const isNamed = index === 0 || segment.exerciseId !== entryAt(segments, index - 1).exerciseId;
    return `${isNamed ? `${exercise.name} ` : ""}${reps}${load}`;
  });
  return `${parts.join(", then ")}${rir === null ? "" : `, ${decimal(rir)} left`}`;
}

export function SegmentRow({
  view,
  segment,
  label,
  onChange,
}: {
  view: FloorView;
  segment: PerformedSegment;
  label: string;
  onChange: (segment: PerformedSegment) => void;
}) {
  const exercise = exerciseOrThrow(shownSession(view.shown).catalogue, segment.exerciseId);
  const loads = buildableLoads(exercise, view.shown.equipment);
  const kg = signedKg(segment);
  const put = (load: (typeof loads)[number] | null | undefined) => {
    if (load) onChange({ ...segment, load: load.kg === 0 ? null : load.weight, sign: load.kg < 0 ? -1 : 1 });
  };
  const shown = loadWords(exercise, kg, segment.load ?? { amount: "0", unit: view.shown.equipment.unit });
  return (
    <div className="flex flex-wrap items-center gap-x-2 gap-y-1">
      <span className="w-full text-[15px] leading-tight font-semibold">{label}</span>
      {segment.metres !== null ? (
        <Stepper
          label={`${label} metres`}
          figure={`${decimal(segment.metres)} m`}
          onDown={() => onChange({ ...segment, metres: Math.max(0, segment.metres! - 5) })}
          onUp={() => onChange({ ...segment, metres: segment.metres! + 5 })}
        />
      ) : segment.seconds === null ? (
        <>
          <Stepper
            label={`${label} reps${segment.rightReps === null ? "" : ", left"}`}
            figure={String(segment.reps)}
            onDown={() => onChange({ ...segment, reps: Math.max(0, segment.reps - 1) })}
            onUp={() => onChange({ ...segment, reps: segment.reps + 1 })}
          />
          {segment.rightReps === null ? null : (
            <Stepper
              label={`${label} reps, right`}
              figure={String(segment.rightReps)}
              onDown={() => onChange({ ...segment, rightReps: Math.max(0, segment.rightReps! - 1) })}
              onUp={() => onChange({ ...segment, rightReps: segment.rightReps! + 1 })}
            />
          )}
        </>
      ) : (
        <Stepper
          label={`${label} seconds`}
          figure={`${decimal(segment.seconds)} s`}
          onDown={() => onChange({ ...segment, seconds: Math.max(0, segment.seconds! - 5) })}
          onUp={() => onChange({ ...segment, seconds: segment.seconds! + 5 })}
        />
      )}
      <Stepper
        label={`${label} load`}
        figure={shown.replace(/ (?:kg|lb)$/, "").replace("2 × ", "2×")}
        onDown={() => put(loads.findLast((load) => load.kg < kg - 0.002))}
        onUp={() => put(nextHeavier(loads, kg))}
      />
    </div>
  );
}

function Stepper({
  label,
  figure,
  onDown,
  onUp,
}: {
  label: string;
  figure: string;
  onDown: () => void;
  onUp: () => void;
}) {
  return (
    <div
      role="group"
      aria-label={label}
      className="flex h-[56px] min-w-[calc(50%-0.5rem)] flex-1 items-center rounded-lg border border-[var(--floor-line)]"
    >
      <button
        type="button"
        aria-label={`${label}, less`}
        onClick={onDown}
        className="flex h-full w-[48px] shrink-0 items-center justify-center"
      >
        <Minus size={18} aria-hidden />
      </button>
      <output className="min-w-0 flex-1 truncate text-center text-xl font-bold">{figure}</output>
      <button
        type="button"
        aria-label={`${label}, more`}
        onClick={onUp}
        className="flex h-full w-[48px] shrink-0 items-center justify-center"
      >
        <Plus size={18} aria-hidden />
      </button>
    </div>
  );
}

export function Pain({
  name,
  sets,
  onChange,
}: {
  name: string;
  sets: readonly PerformedSet[];
  onChange: (part: Pick<PerformedSet, "pain"> | Pick<PerformedSet, "painPlace">) => void;
}) {
  const worst = Math.max(0, ...sets.map((one) => one.pain));
  return (
    <fieldset className="flex flex-col gap-2">
      <legend className="text-lg">
        {name}: pain {worst} of 10
      </legend>
      <input
        type="range"
        aria-label={`${name}: pain, 0 to 10`}
        min={0}
        max={10}
        value={worst}
        onChange={(event) => onChange({ pain: Number(event.target.value) })}
        className="h-[56px] w-full accent-[var(--floor-warn)]"
      />
      {worst > 0 ? (
        <input
          aria-label={`${name}: where it hurts`}
          placeholder="where"
          value={sets[0]?.painPlace ?? ""}
          maxLength={200}
          onChange={(event) => onChange({ painPlace: event.target.value })}
          className="min-h-[56px] rounded-lg border border-[var(--floor-line)] bg-transparent px-3 text-lg"
        />
      ) : null}
      {worst >= 4 ? (
        <p role="alert">▲ Stop {name.toLowerCase()}: skip its other rounds under Options and tell your coach.</p>
      ) : null}
    </fieldset>
  );
}
