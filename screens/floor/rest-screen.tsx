"use client";
import { Minus, Plus } from "lucide-react";
import { useState } from "react";
import { catalogueIn, type FloorView } from "@/contract";
import {
  buildableLoads,
  type Chain,
  decimal,
  exerciseOrThrow,
  type FormReport,
  loadWords,
  nextHeavier,
  type PerformedSegment,
  type PerformedSet,
  printAmount,
  signedKg,
} from "@/core";
import type { Pending } from "@/device/store";
import type { Floor } from "./use-floor";
import { Small } from "./work-screen";

interface Props {
  readonly floor: Floor;
  readonly chain: Chain;
  readonly pending: Pending;
  readonly restLeft: number;
  readonly mirrored: boolean;
  /** The chain that follows. */
  readonly next: Chain | null;
  readonly onKeep: (sets: readonly PerformedSet[]) => void;
  readonly onStart: () => void;
  readonly onChange: () => void;
}

const FORMS: readonly FormReport[] = ["held", "slipped", "broke"];

/** Rest: the time, what is next and how to build it, and what was done, pre-filled and kept with one tap. */
export function RestScreen({ floor, chain, pending, restLeft, mirrored, next, onKeep, onStart, onChange }: Props) {
  const [sets, setSets] = useState<readonly PerformedSet[]>(pending.sets);
  const [more, setMore] = useState<"none" | "form" | "pain">("none");
  const view = floor.view!;
  const total = chain.restSeconds;
  const following = pending.kept ? next : followingOf(floor, chain);
  const change = (setId: string, map: (set: PerformedSet) => PerformedSet) =>
    setSets(sets.map((set) => (set.setId === setId ? map(set) : set)));
  return (
    <div className="flex flex-1 flex-col">
      <div className="flex flex-1 flex-col gap-4 pt-1">
        {total === null ? (
          <p className="text-center text-3xl font-bold">Block done</p>
        ) : (
          <div>
            <p
              role="timer"
              aria-label="Rest left"
              className={`text-center text-[96px] leading-none font-bold tracking-tighter ${restLeft <= 0 ? "text-[var(--floor-now)]" : ""}`}
            >
              {restLeft < 0 ? "+" : ""}
              {clock(Math.abs(restLeft))}
            </p>
            <Thread left={Math.max(0, restLeft) / total} />
          </div>
        )}
        {following ? (
          <div className="border-l-4 border-[var(--floor-plan)] pl-4">
            <p className="text-lg text-[var(--floor-quiet)]">
              then {following.letter}
              {following.rounds > 1 ? `, round ${following.round + 1}` : ""}
            </p>
            {following.moves.map(({ slot, set }) => {
              const shown = view.shown.loads[set.segments[0]!.id];
              return (
                <p key={set.id} className="leading-snug">
                  <strong className="text-[22px]">
                    {nameOf(view, slot.exerciseId)} {shown?.aimReps ?? printAmount(set.segments[0]!.amount, "full")} ×{" "}
                    {shown?.words}
                  </strong>
                  {shown?.build ? (
                    <span className="block text-lg text-[var(--floor-quiet)]">
                      {shown.build}
                      {shown.change ? `: ${shown.change}` : ""}
                    </span>
                  ) : null}
                </p>
              );
            })}
          </div>
        ) : null}
        {pending.kept ? (
          <p className="text-lg text-[var(--floor-done)]">
            Kept:{" "}
            {sets
              .map((set) =>
                set.segments
                  .map(
                    (segment) =>
                      `${segment.reps || `${segment.seconds} s`}${segment.rightReps === null ? "" : `/${segment.rightReps}`}`,
                  )
                  .join("+"),
              )
              .join(", ")}
          </p>
        ) : (
          <section aria-label="What was done" className="flex flex-col gap-3">
            {sets.map((set) => {
              const move = chain.moves.find((one) => one.set.id === set.setId)!;
              return (
                <div key={set.setId} className="flex flex-col gap-2">
                  {set.segments.map((segment, index) => (
                    <SegmentRow
                      key={segment.segmentId}
                      view={view}
                      segment={segment}
                      label={index === 0 ? nameOf(view, segment.exerciseId) : "then"}
                      onChange={(changed) =>
                        change(set.setId, (one) => ({
                          ...one,
                          segments: one.segments.map((old) => (old.segmentId === changed.segmentId ? changed : old)),
                        }))
                      }
                    />
                  ))}
                  <fieldset className="flex items-center gap-2">
                    <legend className="sr-only">{nameOf(view, move.slot.exerciseId)}: could have done more</legend>
                    <span aria-hidden className="w-[74px] shrink-0 leading-tight text-[var(--floor-quiet)]">
                      could have done more
                    </span>
                    {[0, 1, 2, 3, 4].map((rir) => (
                      <button
                        key={rir}
                        type="button"
                        aria-pressed={set.rir === rir}
                        aria-label={`${rir}${rir === 4 ? " or more" : ""} in reserve`}
                        onClick={() => change(set.setId, (one) => ({ ...one, rir: one.rir === rir ? null : rir }))}
                        className={`min-h-[56px] flex-1 rounded-lg border text-lg font-bold ${set.rir === rir ? "border-transparent bg-[var(--floor-plan)] text-[var(--floor-on)]" : "border-[var(--floor-line)]"}`}
                      >
                        {rir === 4 ? "4+" : rir}
                      </button>
                    ))}
                  </fieldset>
                </div>
              );
            })}
            {more === "form" ? (
              <div className="flex gap-2" role="group" aria-label="Form">
                {FORMS.map((form) => (
                  <Small
                    key={form}
                    pressed={sets.every((set) => set.form === form)}
                    onClick={() => setSets(sets.map((set) => ({ ...set, form })))}
                  >
                    {form}
                  </Small>
                ))}
              </div>
            ) : null}
            {more === "pain" ? <Pain sets={sets} set={setSets} /> : null}
          </section>
        )}
      </div>
      <div className="mt-3 flex flex-col gap-3">
        {pending.kept ? (
          <Small onClick={onStart}>Start now</Small>
        ) : (
          <div className="flex gap-2.5">
            <Small
              onClick={() => setMore(more === "form" ? "none" : "form")}
              pressed={sets.some((set) => set.form !== "held")}
            >
              Form
            </Small>
            <Small
              onClick={() => setMore(more === "pain" ? "none" : "pain")}
              pressed={sets.some((set) => set.pain > 0)}
            >
              Hurts
            </Small>
            <Small onClick={onChange}>Change…</Small>
          </div>
        )}
        <div className={`flex min-h-[76px] ${mirrored ? "" : "justify-end"}`}>
          {pending.kept ? null : (
            <button
              type="button"
              onClick={() => onKeep(sets)}
              className="min-h-[76px] w-[38%] rounded-xl bg-[var(--floor-done)] text-2xl font-bold text-[var(--floor-on)]"
            >
              Keep
            </button>
          )}
        </div>
      </div>
    </div>
  );
}

const nameOf = (view: FloorView, id: string): string => exerciseOrThrow(catalogueIn(view.shown.exercises), id).name;
const clock = (seconds: number): string => `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, "0")}`;

function followingOf(floor: Floor, chain: Chain): Chain | null {
  return floor.chains[floor.chains.indexOf(chain) + 1] ?? null;
}

/** The rest as a thread that is drawn in. */
function Thread({ left }: { left: number }) {
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

function SegmentRow({
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
  const exercise = exerciseOrThrow(catalogueIn(view.shown.exercises), segment.exerciseId);
  const loads = buildableLoads(exercise, view.shown.equipment);
  const kg = signedKg(segment);
  const put = (load: (typeof loads)[number] | null | undefined) => {
    if (load) onChange({ ...segment, load: load.kg === 0 ? null : load.weight, sign: load.kg < 0 ? -1 : 1 });
  };
  const shown = loadWords(exercise, kg, segment.load ?? { amount: "0", unit: "kg" });
  return (
    <div className="flex items-center gap-2">
      <span className="w-[74px] shrink-0 text-[15px] leading-tight font-semibold break-words">{label}</span>
      {segment.seconds === null ? (
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
        figure={shown.replace(" kg", "").replace("2 × ", "2×")}
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
      className="flex h-[56px] min-w-0 flex-1 items-center rounded-lg border border-[var(--floor-line)]"
    >
      <button
        type="button"
        aria-label={`${label}, less`}
        onClick={onDown}
        className="flex h-full w-9 shrink-0 items-center justify-center"
      >
        <Minus size={18} aria-hidden />
      </button>
      <output className="min-w-0 flex-1 truncate text-center text-xl font-bold">{figure}</output>
      <button
        type="button"
        aria-label={`${label}, more`}
        onClick={onUp}
        className="flex h-full w-9 shrink-0 items-center justify-center"
      >
        <Plus size={18} aria-hidden />
      </button>
    </div>
  );
}

function Pain({ sets, set }: { sets: readonly PerformedSet[]; set: (sets: readonly PerformedSet[]) => void }) {
  const worst = Math.max(...sets.map((one) => one.pain));
  return (
    <div className="flex flex-col gap-2">
      <label className="flex items-center gap-3 text-lg">
        <span>Pain {worst} of 10</span>
        <input
          type="range"
          min={0}
          max={10}
          value={worst}
          onChange={(event) => set(sets.map((one) => ({ ...one, pain: Number(event.target.value) })))}
          className="h-[56px] flex-1 accent-[var(--floor-warn)]"
        />
      </label>
      <input
        aria-label="Where it hurts"
        placeholder="where"
        value={sets[0]?.painPlace ?? ""}
        maxLength={200}
        onChange={(event) => set(sets.map((one) => ({ ...one, painPlace: event.target.value })))}
        className="min-h-[56px] rounded-lg border border-[var(--floor-line)] bg-transparent px-3 text-lg"
      />
      {worst >= 4 ? (
        <p role="alert">▲ Stop this exercise: skip its other rounds under Change… and tell your coach.</p>
      ) : null}
    </div>
  );
}
