"use client";
import { clsx } from "clsx";
import type { KeyboardEvent } from "react";
import {
  decimal,
  muscleName,
  RANGE_THIRDS,
  RANK_PART_NAMES,
  RANK_PARTS,
  RANK_PRESETS,
  type Ranked,
  type RankPart,
  REGIONS,
  rankReason,
} from "@/core";
import { POPOVER, PopoverButton } from "@/ui/popover";
import { Select } from "@/ui/select";
import { MusclePair } from "./muscle-pair";
import { THIRD_NAMES } from "./third-names";
import type { ExercisesState } from "./use-exercises";

const GROUPS = ["first choice", "good", "situational", "not for this client"] as const;

/** The parts of a score that are drawn, each with the word over its bars. */
const DRAWN: readonly (readonly [part: RankPart, word: string])[] = [
  ["length", "length"],
  ["comfort", "joints"],
  ["progress", "steps"],
  ["stability", "steady"],
  ["setup", "set-up"],
  ["directness", "direct"],
];
const BAR_STEP = 21;
const BAR = 10;
const BARS = DRAWN.length * BAR_STEP;

const groupWords = (group: (typeof GROUPS)[number], client: string | null): string =>
  ({
    "first choice": "First choice",
    good: "Good",
    situational: "For some purposes",
    "not for this client": client ? `Not for ${client} now` : "Cannot be done here",
  })[group];

/** The exercises ranked for the selected muscle, best first, in groups: a row each with its score, a bar for each part of the score, and a checkbox that compares it. */
export function Ranking({ state, onAll }: { state: ExercisesState; onAll: () => void }) {
  const client = state.view.client?.name.split(" ")[0] ?? null;
  const fit = state.ranked.filter(({ unfit }) => !unfit).length;
  const onKeyDown = (event: KeyboardEvent<HTMLElement>) => {
    const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (!step || !(event.target instanceof HTMLElement)) return;
    const rows = [...event.currentTarget.querySelectorAll<HTMLElement>("[data-row]")];
    const at = rows.indexOf(event.target);
    const next = rows[at + step];
    if (at < 0 || !next) return;
    event.preventDefault();
    next.focus();
  };
  return (
    <section aria-label={`For the ${state.placeName}`} onKeyDown={onKeyDown}>
      <div className="flex flex-wrap items-baseline gap-x-2 gap-y-1">
        <h2 className="text-lg font-bold first-letter:uppercase">{state.placeName}</h2>
        <span className="text-quiet">{fit} here ·</span>
        <PopoverButton
          label="Weights"
          side="bottom"
          className={POPOVER}
          button={{
            className: "min-h-6 underline underline-offset-2",
            children: `weights: ${presetName(state)} ▾`,
          }}
        >
          {() => <Weights state={state} />}
        </PopoverButton>
        <label className="flex min-h-6 items-center gap-1.5 text-quiet">
          <input
            type="checkbox"
            className="size-4"
            checked={state.wholeMuscle}
            onChange={(event) => state.setWholeMuscle(event.target.checked)}
          />
          all of the {muscleName(REGIONS[state.region].muscle)}
        </label>
        <button type="button" onClick={onAll} className="ml-auto min-h-6 text-indigo underline underline-offset-2">
          All {state.catalogue.byId.size} exercises
        </button>
      </div>
      <ThisWeek state={state} />
      <BarHeads />
      {GROUPS.map((group) => {
        const members = state.ranked.filter((one) => one.group === group);
        if (members.length === 0) return null;
        return (
          <div key={group} className="mb-3">
            <h3 className="border-b border-line font-semibold text-quiet">{groupWords(group, client)}</h3>
            <ol>
              {members.map((one) => (
                <RankLine key={one.exercise.id} one={one} state={state} />
              ))}
            </ol>
          </div>
        );
      })}
      {state.ranked.length === 0 ? <p className="text-quiet">Nothing here trains it directly.</p> : null}
      <MusclePair state={state} />
    </section>
  );
}

const presetName = ({ weights }: ExercisesState): string =>
  RANK_PRESETS.find((preset) => preset.weights === weights)?.name ?? "by hand";

/** What the client's week does along the chosen muscle, and what would fill a hole in it. */
function ThisWeek({ state }: { state: ExercisesState }) {
  const known = state.coverage[state.region];
  if (!state.view.client) return null;
  const holes = state.holes.filter((hole) => hole.region === state.region);
  const fill = new Set(holes.flatMap((hole) => hole.fill));
  return (
    <div className={clsx("mt-1", holes.length > 0 && "border border-dashed border-walnut px-2 py-1")}>
      <p className={holes.length > 0 ? "" : "text-quiet"}>
        This week{" "}
        {known
          ? `${RANGE_THIRDS.map((third) => `${decimal(known[third], 1)} ${THIRD_NAMES[third]}`).join(", ")}, in hard sets`
          : "nothing for it"}
        .
      </p>
      {fill.size > 0 ? (
        <p className="flex flex-wrap gap-x-2">
          <span>A hole where it is {holes.map(({ third }) => THIRD_NAMES[third]).join(" and ")}. It is filled by</span>
          {[...fill].map((exercise) => (
            <button
              key={exercise.id}
              type="button"
              onClick={() => state.choose(exercise.id)}
              className="min-h-6 text-indigo underline underline-offset-2"
            >
              {exercise.name}
            </button>
          ))}
        </p>
      ) : null}
    </div>
  );
}

function Weights({ state }: { state: ExercisesState }) {
  return (
    <div className="flex flex-col gap-2">
      <label className="flex items-center gap-2">
        Weights
        <Select
          className="flex-1"
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
      </label>
      <div className="grid grid-cols-[auto_1fr_1.5rem] items-center gap-x-2 gap-y-1">
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
              className="h-6 accent-[var(--color-indigo)]"
            />
            <span className="text-right">{state.weights[part]}</span>
          </label>
        ))}
      </div>
    </div>
  );
}

/** The words over the bars, upright where there is no room for them to lie. */
const BarHeads = () => (
  <div aria-hidden className="flex items-end justify-end pr-9 max-md:hidden">
    <svg width={BARS} height={46} aria-hidden className="shrink-0">
      {DRAWN.map(([part, word], at) => (
        <text
          key={part}
          x={at * BAR_STEP + BAR}
          y={42}
          fontSize={12}
          fill="var(--color-quiet)"
          transform={`rotate(-90 ${at * BAR_STEP + BAR} 42)`}
        >
          {word}
        </text>
      ))}
    </svg>
  </div>
);

function RankLine({ one, state }: { one: Ranked; state: ExercisesState }) {
  const { exercise } = one;
  const isFirst = state.first?.id === exercise.id;
  const isSecond = state.second?.id === exercise.id;
  return (
    <li
      className={clsx(
        "flex min-h-8 items-center border-b border-inset",
        isFirst && "border-l-4 border-l-indigo bg-indigo-tint",
        isSecond && "border-l-4 border-l-walnut",
      )}
    >
      <button
        type="button"
        data-row
        aria-pressed={isFirst}
        onClick={() => state.choose(exercise.id)}
        className={clsx("flex min-h-8 min-w-0 flex-1 items-center gap-2 text-left", isFirst && "font-bold")}
      >
        <span className="w-7 shrink-0 text-right font-semibold">{one.unfit ? "–" : Math.round(100 * one.score)}</span>
        <span className="min-w-0 flex-1 leading-tight">{exercise.name}</span>
        {one.unfit ? (
          <span className="max-w-[55%] shrink-0 pr-1 text-right leading-tight text-quiet">{rankReason(one)}</span>
        ) : (
          <Bars one={one} />
        )}
      </button>
      <label className="flex size-8 shrink-0 items-center justify-center">
        <input
          type="checkbox"
          className="size-4"
          aria-label={isFirst ? `${exercise.name} is chosen` : `Compare ${exercise.name}`}
          checked={isFirst || isSecond}
          disabled={isFirst}
          onChange={() => state.compare(exercise.id)}
        />
      </label>
    </li>
  );
}

/** The parts of a score, one bar each, full at its best. */
const Bars = ({ one }: { one: Ranked }) => (
  <svg width={BARS} height={22} className="shrink-0 max-md:hidden">
    <title>{DRAWN.map(([part, word]) => `${word} ${Math.round(100 * partValue(one, part))}`).join(", ")}</title>
    {DRAWN.map(([part], at) => {
      const value = Math.max(1.5, 20 * partValue(one, part));
      return (
        <g key={part}>
          <rect x={at * BAR_STEP} y={1} width={BAR} height={20} fill="var(--color-inset)" />
          <rect x={at * BAR_STEP} y={21 - value} width={BAR} height={value} fill="var(--color-woad)" />
        </g>
      );
    })}
  </svg>
);

const partValue = ({ parts }: Ranked, wanted: RankPart): number =>
  parts.find(({ part }) => part === wanted)?.value ?? 0;
