"use client";
import { Minus, Plus } from "lucide-react";
import { useState } from "react";
import { shownSession } from "@/contract";
import {
  buildableLoads,
  decimal,
  entryAt,
  exerciseOrThrow,
  isRepeated,
  LIMITS,
  loadWords,
  nextHeavier,
  PAIN_PLACES,
  type PerformedSegment,
  type PerformedSet,
  STOPPING_PAIN,
  signedKg,
} from "@/core";
import { type FloorView, leftWords } from "@/views";
import { Keypad } from "./keypad";

/** The rest as a line that gets shorter. */
export function RestLine({ left }: { left: number }) {
  const wave = "M4 14C40 2 70 2 106 14S172 26 208 14s66-12 102 0 40 8 40 8";
  return (
    <svg viewBox="0 0 354 30" className="block w-full" aria-hidden>
      <path d={wave} fill="none" stroke="var(--floor-line)" strokeWidth={3} strokeLinecap="round" />
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
    const isCounted = segment.seconds === null && segment.metres === null;
    const counted = `${segment.reps}${segment.rightReps === null ? "" : `/${segment.rightReps}`}`;
    const reps = isCounted ? counted : segment.reps > 0 ? `${counted} in ${timed}` : timed;
    const load = segment.load === null ? "" : ` × ${loadWords(exercise, signedKg(segment), segment.load)}`;
    const isNamed = index === 0 || segment.exerciseId !== entryAt(segments, index - 1).exerciseId;
    return `${isNamed ? `${exercise.name} ` : ""}${reps}${load}`;
  });
  return `${parts.join(", then ")}${rir === null ? "" : `, ${leftWords(rir)}`}`;
}

/** The figures of one part of a set, each stepped, or typed after a tap on it. */
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
  const [typing, setTyping] = useState<Figure | null>(null);
  const exercise = exerciseOrThrow(shownSession(view.shown).catalogue, segment.exerciseId);
  const { unit } = view.shown.equipment;
  const loads = buildableLoads(exercise, view.shown.equipment);
  const kg = signedKg(segment);
  const put = (load: (typeof loads)[number] | null | undefined) => {
    if (load) onChange({ ...segment, load: load.kg === 0 ? null : load.weight, sign: load.kg < 0 ? -1 : 1 });
  };
  const shown = loadWords(exercise, kg, segment.load ?? { amount: "0", unit });
  const typed = (figure: Figure, text: string) => {
    if (figure === "load") {
      const isNothing = Number(text) === 0;
      onChange({ ...segment, load: isNothing ? null : { amount: text, unit: segment.load?.unit ?? unit } });
    } else onChange({ ...segment, [figure]: Math.min(LIMITS.reps, Number(text)) });
  };
  const step = (figure: CountFigure, by: number) =>
    onChange({ ...segment, [figure]: Math.max(0, (segment[figure] ?? 0) + by) });
  const stepper = (figure: Figure, words: string, text: string, less: () => void, more: () => void) => (
    <Stepper
      label={`${label} ${words}`}
      figure={text}
      isTyping={typing === figure}
      onType={() => setTyping(typing === figure ? null : figure)}
      onDown={less}
      onUp={more}
    />
  );
  const counted = (figure: CountFigure, words: string, by: number, after = "") =>
    stepper(
      figure,
      words,
      `${decimal(segment[figure] ?? 0)}${after}`,
      () => step(figure, -by),
      () => step(figure, by),
    );
  return (
    <div className="flex flex-wrap items-center gap-x-2 gap-y-1">
      <span className="w-full text-lg leading-tight font-semibold">{label}</span>
      {segment.metres !== null
        ? counted("metres", "metres", 5, " m")
        : segment.seconds !== null
          ? counted("seconds", "seconds", 5, " s")
          : counted("reps", segment.rightReps === null ? "reps" : "reps, left", 1)}
      {segment.metres === null && segment.seconds === null && segment.rightReps !== null
        ? counted("rightReps", "reps, right", 1)
        : null}
      {segment.seconds !== null && isRepeated(exercise) ? counted("reps", "reps", 1, " reps") : null}
      {stepper(
        "load",
        "load",
        shown.replace(/ (?:kg|lb)$/, "").replace("2 × ", "2×"),
        () => put(loads.findLast((load) => load.kg < kg - 0.002)),
        () => put(nextHeavier(loads, kg)),
      )}
      {typing ? (
        <Keypad
          key={typing}
          label={`${label} ${FIGURE_WORDS[typing]}`}
          places={typing === "load" ? 2 : 0}
          onFigure={(text) => typed(typing, text)}
        />
      ) : null}
    </div>
  );
}

type CountFigure = "reps" | "rightReps" | "seconds" | "metres";
type Figure = CountFigure | "load";
const FIGURE_WORDS: Readonly<Record<Figure, string>> = {
  reps: "reps",
  rightReps: "reps, right",
  seconds: "seconds",
  metres: "metres",
  load: "load",
};

function Stepper({
  label,
  figure,
  isTyping,
  onType,
  onDown,
  onUp,
}: {
  label: string;
  figure: string;
  isTyping: boolean;
  onType: () => void;
  onDown: () => void;
  onUp: () => void;
}) {
  return (
    <div
      role="group"
      aria-label={label}
      className={`flex h-[56px] min-w-[calc(50%-0.5rem)] flex-1 items-center rounded-lg border ${isTyping ? "border-[var(--floor-plan)] bg-[var(--floor-raised)]" : "border-[var(--floor-line)]"}`}
    >
      <button
        type="button"
        aria-label={`${label}, less`}
        onClick={onDown}
        className="flex h-full w-[48px] shrink-0 items-center justify-center"
      >
        <Minus size={18} aria-hidden />
      </button>
      <button
        type="button"
        aria-label={`${label}: ${figure}, type it`}
        aria-expanded={isTyping}
        onClick={onType}
        className="h-full min-w-0 flex-1 truncate text-center text-xl font-bold underline decoration-dotted decoration-1 underline-offset-[6px]"
      >
        {figure}
      </button>
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

/** Where pain sits and how much it is: the place on a small figure, seen from the front. */
export function Pain({
  name,
  sets,
  onChange,
}: {
  name: string;
  sets: readonly Pick<PerformedSet, "pain" | "painPlace">[];
  onChange: (part: Pick<PerformedSet, "pain"> | Pick<PerformedSet, "painPlace">) => void;
}) {
  const worst = Math.max(0, ...sets.map((one) => one.pain));
  const place = sets[0]?.painPlace ?? "";
  return (
    <fieldset className="flex flex-col gap-2">
      <legend className="text-lg">
        {name}: {worst === 0 ? "how much does it hurt, of 10?" : `pain ${worst} of 10`}
      </legend>
      <div role="group" aria-label={`${name}: pain, 0 to 10`} className="grid grid-cols-6 gap-1.5">
        {Array.from({ length: 11 }, (_, figure) => (
          <button
            key={figure}
            type="button"
            aria-pressed={worst === figure}
            onClick={() => onChange({ pain: figure })}
            className={`min-h-[56px] rounded-lg border text-lg font-bold ${worst === figure ? "border-transparent bg-[var(--floor-warn)] text-[var(--floor-on)]" : "border-[var(--floor-line)]"}`}
          >
            {figure}
          </button>
        ))}
      </div>
      {worst > 0 ? <PainFigure name={name} place={place} onPlace={(painPlace) => onChange({ painPlace })} /> : null}
      {worst >= STOPPING_PAIN ? (
        <p role="alert" className="text-lg font-semibold">
          ▲ {name} stops here. Save the set: what can take its place comes next.
        </p>
      ) : null}
    </fieldset>
  );
}

/** Where the mark of a place stands on the figure, the right side of the body on the left. */
const MARKS: Readonly<Record<(typeof PAIN_PLACES)[number]["id"], readonly [number, number]>> = {
  neck: [60, 34],
  shoulder: [38, 48],
  elbow: [26, 88],
  wrist: [18, 124],
  "lower back": [60, 92],
  hip: [46, 106],
  knee: [41, 152],
};

function PainFigure({ name, place, onPlace }: { name: string; place: string; onPlace: (place: string) => void }) {
  const known = PAIN_PLACES.find(({ id }) => place.endsWith(id));
  const [x, y] = known ? MARKS[known.id] : [0, 0];
  const button = (one: string) => (
    <button
      key={one}
      type="button"
      aria-pressed={place === one}
      onClick={() => onPlace(place === one ? "" : one)}
      className={`min-h-[56px] flex-1 rounded-lg border px-2 text-lg leading-tight font-semibold ${place === one ? "border-transparent bg-[var(--floor-warn)] text-[var(--floor-on)]" : "border-[var(--floor-line)]"}`}
    >
      {one}
    </button>
  );
  const sided = PAIN_PLACES.filter(({ sides }) => sides);
  return (
    <div role="group" aria-label={`${name}: where it hurts`} className="flex flex-col gap-1.5">
      <div className="flex gap-2">
        <div className="flex flex-1 flex-col gap-1.5">{sided.map(({ id }) => button(`right ${id}`))}</div>
        <svg viewBox="0 0 120 204" aria-hidden className="w-[88px] shrink-0 self-center">
          <g fill="none" stroke="var(--floor-line)" strokeWidth={3} strokeLinecap="round" strokeLinejoin="round">
            <circle cx={60} cy={16} r={12} />
            <path d="M60 28v14M36 46h48l-6 54H42zM36 46L24 92l-6 34M84 46l12 46 6 34M44 100l-4 50v48M76 100l4 50v48" />
          </g>
          {known ? (
            <rect
              x={(place.startsWith("left") ? 120 - x : x) - 8}
              y={y - 8}
              width={16}
              height={16}
              fill="var(--floor-warn)"
            />
          ) : null}
        </svg>
        <div className="flex flex-1 flex-col gap-1.5">{sided.map(({ id }) => button(`left ${id}`))}</div>
      </div>
      <div className="flex gap-2">{PAIN_PLACES.filter(({ sides }) => !sides).map(({ id }) => button(id))}</div>
      <input
        aria-label={`${name}: where it hurts, in words`}
        placeholder="somewhere else"
        value={place}
        maxLength={200}
        onChange={(event) => onPlace(event.target.value)}
        className="min-h-[56px] rounded-lg border border-[var(--floor-line)] bg-transparent px-3 text-lg"
      />
    </div>
  );
}
