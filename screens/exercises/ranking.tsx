"use client";
import { clsx } from "clsx";
import { useState } from "react";
import {
  muscleName,
  RANK_PART_NAMES,
  RANK_PARTS,
  RANK_PRESETS,
  type RangeThird,
  type Ranked,
  REGIONS,
  rankReason,
} from "@/core";
import { Button } from "@/ui/button";
import { Select } from "@/ui/select";
import { MusclePair } from "./muscle-pair";
import type { ExercisesState } from "./use-exercises";

const GROUPS = ["first choice", "good", "situational", "not for this client"] as const;
const THIRD_WORDS: Readonly<Record<RangeThird, string>> = {
  lengthened: "long",
  middle: "in its middle",
  shortened: "short",
};

/** Exercises for the chosen region, in their groups; each opens into its parts. Holes of the region come first. */
export function Ranking({ state }: { state: ExercisesState }) {
  const [open, setOpen] = useState<string | null>(null);
  const holes = state.holes.filter((hole) => hole.region === state.region);
  return (
    <section className="flex min-h-0 flex-col gap-3">
      <h2 className="text-base font-bold">
        For the {state.wholeMuscle ? muscleName(REGIONS[state.region].muscle) : REGIONS[state.region].name}
        <span className="font-normal text-quiet">
          {" "}
          {state.view.client ? state.view.client.name : "anybody"}, {state.ranked.length} exercises
        </span>
      </h2>
      {holes.map((hole) => (
        <div key={hole.third} className="border border-weld px-2 py-1">
          <p>
            <strong>A hole:</strong> {hole.setsElsewhere} hard sets this week, none where it is{" "}
            {THIRD_WORDS[hole.third]}.
          </p>
          <p className="flex flex-wrap gap-x-2">
            {hole.fill.map((exercise) => (
              <button
                key={exercise.id}
                type="button"
                onClick={() => state.draw(exercise.id)}
                className="min-h-6 text-indigo underline underline-offset-2"
              >
                {exercise.name}
              </button>
            ))}
          </p>
        </div>
      ))}
      <Weights state={state} />
      <label className="flex items-center gap-2">
        <input
          type="checkbox"
          checked={state.wholeMuscle}
          onChange={(event) => state.setWholeMuscle(event.target.checked)}
        />
        <span className="text-quiet">the whole muscle: {muscleName(REGIONS[state.region].muscle)}</span>
      </label>
      <MusclePair state={state} />
      {GROUPS.map((group) => {
        const members = state.ranked.filter((one) => one.group === group);
        if (members.length === 0) return null;
        return (
          <div key={group}>
            <h3 className="border-b border-rule font-bold text-quiet">
              {group} · {members.length}
            </h3>
            <ol>
              {members.map((one) => (
                <RankLine
                  key={one.exercise.id}
                  one={one}
                  state={state}
                  open={open === one.exercise.id}
                  onOpen={() => setOpen(open === one.exercise.id ? null : one.exercise.id)}
                />
              ))}
            </ol>
          </div>
        );
      })}
    </section>
  );
}

function Weights({ state }: { state: ExercisesState }) {
  return (
    <div>
      <div>
        <span className="text-quiet">weighed </span>
        <Select
          aria-label="Weights"
          value={RANK_PRESETS.find((preset) => preset.weights === state.weights)?.id ?? "own"}
          onChange={(event) => {
            const preset = RANK_PRESETS.find((one) => one.id === event.target.value);
            if (preset) state.setWeights(preset.weights);
          }}
        >
          {RANK_PRESETS.map((preset) => (
            <option key={preset.id} value={preset.id}>
              {preset.name}
            </option>
          ))}
          <option value="own">by hand</option>
        </Select>
      </div>
      <details>
        <summary className="cursor-pointer text-quiet">each weight</summary>
        <div className="mt-1 grid grid-cols-[auto_1fr_1.5rem] items-center gap-x-2">
          {RANK_PARTS.map((part) => (
            <label key={part} className="contents">
              <span>{RANK_PART_NAMES[part]}</span>
              <input
                type="range"
                min={0}
                max={8}
                step={1}
                value={state.weights[part]}
                onChange={(event) => state.setWeights({ ...state.weights, [part]: Number(event.target.value) })}
                className="accent-[var(--color-indigo)]"
              />
              <span className="text-right">{state.weights[part]}</span>
            </label>
          ))}
        </div>
      </details>
    </div>
  );
}

function RankLine({
  one,
  state,
  open,
  onOpen,
}: {
  one: Ranked;
  state: ExercisesState;
  open: boolean;
  onOpen: () => void;
}) {
  const { exercise } = one;
  const drawn = state.first?.id === exercise.id ? "first" : state.second?.id === exercise.id ? "second" : null;
  return (
    <li className="border-b border-inset">
      <div className="flex items-center gap-2">
        <button
          type="button"
          aria-expanded={open}
          onClick={() => {
            onOpen();
            if (!open) state.draw(exercise.id);
          }}
          className={clsx("flex min-h-7 min-w-0 flex-1 items-center gap-2 text-left", drawn && "font-bold")}
        >
          <span className="w-7 shrink-0 text-right text-quiet">{one.unfit ? "–" : Math.round(100 * one.score)}</span>
          <Bars one={one} />
          <span className="min-w-0 flex-1 leading-tight">{exercise.name}</span>
        </button>
        {state.first && state.first.id !== exercise.id ? (
          <button
            type="button"
            aria-pressed={drawn === "second"}
            aria-label={`Draw ${exercise.name} beside ${state.first.name}`}
            onClick={() => state.draw(exercise.id, true)}
            className="min-h-6 shrink-0 px-1 text-indigo underline underline-offset-2"
          >
            {drawn === "second" ? "off" : "beside"}
          </button>
        ) : null}
      </div>
      {one.unfit ? <p className="pl-9 text-quiet">{rankReason(one)}</p> : null}
      {open ? (
        <ul className="mb-1.5 pl-9">
          {one.parts.map((part) => (
            <li key={part.part} className="flex gap-2">
              <span className="narrow w-7 shrink-0 text-right font-semibold">{Math.round(100 * part.value)}</span>
              <span>{part.sentence}</span>
            </li>
          ))}
        </ul>
      ) : null}
    </li>
  );
}

/** The parts of a score, one bar each. */
function Bars({ one }: { one: Ranked }) {
  return (
    <svg width={38} height={16} aria-hidden className="shrink-0">
      {one.parts.map((part, index) => (
        <rect
          key={part.part}
          x={index * 6.4}
          width={4.4}
          y={16 - Math.max(1.5, 16 * part.value)}
          height={Math.max(1.5, 16 * part.value)}
          fill={part.weight > 0 && !one.unfit ? "var(--color-indigo)" : "var(--color-line)"}
        />
      ))}
    </svg>
  );
}

/** Whether an exercise is offered; what was wrong with the last change of it is said beside it. */
export function HideButton({
  hidden,
  problem,
  onToggle,
}: {
  hidden: boolean;
  problem: string | null;
  onToggle: () => void;
}) {
  return (
    <>
      <Button className="min-h-7 px-2 py-0.5" onClick={onToggle}>
        {hidden ? "Offer it again" : "Hide it"}
      </Button>
      {problem ? <p role="alert">{problem}</p> : null}
    </>
  );
}
