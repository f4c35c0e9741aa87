"use client";
import { clsx } from "clsx";
import { line as d3line, scaleLinear } from "d3";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { memo, useEffect, useMemo, useRef, useState } from "react";
import {
  catalogueIn,
  type LiftAcrossWeeks,
  type NextStep,
  type Period,
  repsWords,
  type WeekColumn,
  type WeeksReview,
  type WeeksView,
  weeksReview,
  weeksTable,
} from "@/contract";
import {
  BUILDING,
  type DeloadSigns,
  decimal,
  exerciseOrThrow,
  isBodyweight,
  type Muscle,
  type PlanEdit,
  phaseWords,
  type Trend,
} from "@/core";
import { newId } from "@/device/ids";
import { weeksKey } from "@/device/weeks-key";
import { ClientChoice } from "@/parts/client-choice";
import { Cloth } from "@/parts/cloth";
import { MadeOfPanel } from "@/parts/made-of";
import { Selvedge } from "@/parts/selvedge";
import { WeekSessions } from "@/parts/week-sessions";
import { Button, buttonClass } from "@/ui/button";
import { fullDate, shortDate } from "@/ui/dates";
import { saveFile } from "@/ui/save-file";
import { PeriodPanel } from "./period-panel";
import { useBrush } from "./use-brush";

/** Pixels of a week and of the lifts' names: threads run over columns of one width. */
const COLUMN = 78;
const NAMES = 216;

/** What moved, what stands still and what to do next, over the weeks of a plan. */
export function WeeksReviewScreen({ view }: { view: WeeksView | null }) {
  const review = useMemo(() => (view ? weeksReview(view, newId) : null), [view]);
  const [beside, setBeside] = useState<Beside>(NEXT);
  const scroller = useRef<HTMLElement>(null);
  // What was done last is looked at first.
  useEffect(() => {
    scroller.current?.scrollTo({ left: scroller.current.scrollWidth });
  }, []);
  if (!view) return <main className="p-6 text-quiet">There is no client yet.</main>;
  const choice = <ClientChoice view={view} page="/review/weeks" />;
  if (!review || review.done === 0)
    return (
      <main className="flex flex-col items-start gap-3 p-6">
        <header className="flex items-center gap-3">
          <h1 className="text-lg font-bold">Weeks in review</h1>
          {choice}
        </header>
        <p className="text-quiet">Nothing of a plan has been trained yet: there are no weeks to look back on.</p>
        <Link href={`/weeks?for=${view.client.id}`} className={buttonClass("main")}>
          To the weeks ahead
        </Link>
      </main>
    );
  return (
    <div className="grid min-h-dvh grid-cols-1 content-start lg:h-dvh lg:grid-cols-[minmax(0,1fr)_300px] lg:grid-rows-[auto_minmax(0,1fr)_auto]">
      <header className="flex flex-wrap items-center gap-x-3 gap-y-1 border-b border-thread px-4 py-2 lg:col-span-2">
        <h1 className="text-lg font-bold">{view.plan?.document.name || "Weeks"} in review</h1>
        {choice}
        <div className="ml-auto flex gap-2">
          <Button onClick={() => saveTable(review, view)}>Save as CSV</Button>
          <Link href="/review" className={buttonClass("plain")}>
            Last session
          </Link>
          <Link href={`/weeks?for=${view.client.id}`} className={buttonClass("plain")}>
            The weeks ahead
          </Link>
        </div>
      </header>
      <main
        ref={scroller}
        // It scrolls, and holds nothing else that a key could reach.
        // biome-ignore lint/a11y/noNoninteractiveTabindex: a scrolling region must be reachable by keyboard
        tabIndex={0}
        className="min-w-0 overflow-x-auto lg:overflow-y-auto"
      >
        <Lifts review={review} view={view} beside={beside} onBeside={setBeside} />
      </main>
      <aside
        aria-label={BESIDE_NAMES[beside.kind]}
        className="bg-cloth p-4 lg:overflow-y-auto lg:border-l lg:border-thread"
      >
        {beside.kind === "next" ? null : (
          <Button className="mb-2" onClick={() => setBeside(NEXT)}>
            Back to what next
          </Button>
        )}
        {beside.kind === "period" ? (
          <PeriodPanel review={review} view={view} period={beside.period} />
        ) : beside.kind === "muscle" ? (
          <MadeOfPanel model={review.model} view={view} muscle={beside.muscle} week={beside.week} />
        ) : beside.kind === "week" ? (
          <WeekSessions model={review.model} view={view} week={beside.week} isHeaded />
        ) : beside.kind === "lift" ? (
          <LiftDay review={review} view={view} liftKey={beside.key} week={beside.week} />
        ) : (
          <WhatNext review={review} view={view} />
        )}
      </aside>
      <footer className="flex flex-wrap items-center gap-x-5 gap-y-1 bg-walnut px-4 py-2 text-onwalnut lg:col-span-2">
        <Figure figure={`${review.done} of ${review.planned}`} words="sessions" />
        <Figure figure={String(review.records)} words={review.records === 1 ? "best e1RM" : "best e1RMs"} />
        <Figure figure={decimal(review.volumeLoadKg / 1000, 1)} words="t moved" />
      </footer>
    </div>
  );
}

/** What stands beside the weeks. */
type Beside =
  | { readonly kind: "next" }
  | { readonly kind: "period"; readonly period: Period }
  | { readonly kind: "muscle"; readonly muscle: Muscle; readonly week: number }
  | { readonly kind: "week"; readonly week: number }
  | { readonly kind: "lift"; readonly key: string; readonly week: number };

const BESIDE_NAMES: Readonly<Record<Beside["kind"], string>> = {
  next: "What next",
  period: "Weeks compared",
  muscle: "Made of",
  week: "A week by session",
  lift: "A lift’s day",
};

const NEXT: Beside = { kind: "next" };

function WhatNext({ review, view }: { review: WeeksReview; view: WeeksView }) {
  return (
    <>
      <h2 className="mb-2 text-base font-bold">What next</h2>
      {review.next.length === 0 ? (
        <p className="text-quiet">
          Too little has been logged for advice: four days of a lift over three weeks say something.
        </p>
      ) : (
        <ol className="flex flex-col gap-3">
          {review.next.map((step) => (
            <Step key={keyOf(step)} step={step} view={view} />
          ))}
        </ol>
      )}
      {review.measured.map(({ week, lifts }) => (
        <section key={week} className="mt-4">
          <h3 className="font-bold">Measured in week {week + 1}</h3>
          <ul>
            {lifts.map(({ name, fromKg, toKg }) => (
              <li key={name} className="flex justify-between gap-2 border-b border-thread">
                <span>{name}</span>
                <span className="narrow whitespace-nowrap">
                  {decimal(fromKg, 1)} → {decimal(toKg, 1)} kg{" "}
                  <strong>{signed((100 * (toKg - fromKg)) / fromKg)} %</strong>
                </span>
              </li>
            ))}
          </ul>
        </section>
      ))}
    </>
  );
}

/** What is shown, as a file that any spreadsheet reads. */
async function saveTable(review: WeeksReview, { client }: WeeksView): Promise<void> {
  const { unparse } = await import("papaparse");
  const name = `${client.name.toLowerCase().replaceAll(/\W+/g, "-")}-weeks.csv`;
  saveFile(name, unparse(weeksTable(review), { escapeFormulae: true }), "text/csv");
}

function Figure({ figure, words }: { figure: string; words: string }) {
  return (
    <p>
      <span className="text-base font-bold">{figure}</span> <span className="narrow text-onwalnut-quiet">{words}</span>
    </p>
  );
}

const keyOf = (step: NextStep): string =>
  step.kind === "stalled" || step.kind === "moving"
    ? `${step.kind} ${step.lift.dayId} ${step.lift.slot.id}`
    : step.kind === "underBand"
      ? `under ${step.muscle}`
      : step.kind;

function Lifts({
  review,
  view,
  beside,
  onBeside,
}: {
  review: WeeksReview;
  view: WeeksView;
  beside: Beside;
  onBeside: (beside: Beside) => void;
}) {
  const { model, lifts } = review;
  const brush = useBrush(beside.kind === "period" ? beside.period : null, (period) =>
    onBeside(period ? { kind: "period", period } : NEXT),
  );
  const shown = useMemo(
    () => model.columns.filter(({ week }) => lifts.some(({ weeks }) => weeks[week])),
    [model, lifts],
  );
  return (
    <table className="table-fixed border-separate border-spacing-0" style={{ width: NAMES + COLUMN * shown.length }}>
      <colgroup>
        <col style={{ width: NAMES }} />
        {shown.map(({ week }) => (
          <col key={week} style={{ width: COLUMN }} />
        ))}
      </colgroup>
      <caption className="sr-only">Each lift across the weeks that have gone by: sets, load and e1RM</caption>
      <thead>
        <tr>
          <th scope="col" className="sticky left-0 z-10 bg-ground pl-3 text-left">
            <span className="sr-only">Lift</span>
          </th>
          {shown.map(({ week, monday, phase, isNow }) => (
            <th
              key={week}
              scope="col"
              className={clsx(
                "text-left font-normal",
                BUILDING.has(phase.kind) ? "bg-woad-tint" : "bg-weld-tint",
                isNow && "font-bold text-madder",
              )}
            >
              <button
                type="button"
                aria-pressed={brush.has(week)}
                title="Drag over weeks, or press with Shift, to compare a period"
                {...brush.on(week)}
                className={clsx(
                  "narrow w-full touch-none select-none px-1 py-1 text-left text-xs",
                  brush.has(week) && "bg-indigo text-onwalnut",
                )}
              >
                <span className="sr-only">week from </span>
                {shortDate(monday)}
                {BUILDING.has(phase.kind) ? null : <span className="sr-only"> {phaseWords(phase)}</span>}
              </button>
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {lifts.map((lift) => (
          <LiftRow
            key={keyOfLift(lift)}
            lift={lift}
            shown={shown}
            view={view}
            hereWeek={beside.kind === "lift" && beside.key === keyOfLift(lift) ? beside.week : null}
            onBeside={onBeside}
          />
        ))}
      </tbody>
      <Selvedge
        isDone
        model={{ ...model, columns: shown }}
        view={view}
        onOpen={(muscle, week) => onBeside({ kind: "muscle", muscle, week })}
        onWeek={(week) => onBeside({ kind: "week", week })}
      />
    </table>
  );
}

const keyOfLift = ({ dayId, slot }: LiftAcrossWeeks): string => `${dayId} ${slot.id}`;

/** A lift over the weeks; drawn again only where something of it is another, so that hundreds of them stay quick. */
const LiftRow = memo(function LiftRow({
  lift,
  shown,
  view,
  hereWeek,
  onBeside,
}: {
  lift: LiftAcrossWeeks;
  shown: readonly WeekColumn[];
  view: WeeksView;
  hereWeek: number | null;
  onBeside: (beside: Beside) => void;
}) {
  return (
    <tr>
      <th
        scope="row"
        className="sticky left-0 z-10 border-b border-thread bg-ground py-1 pl-3 pr-2 text-left align-bottom"
      >
        <span className="block font-semibold leading-tight">{lift.name}</span>
        <span className="narrow block text-xs font-normal text-quiet">{gainWords(lift)}</span>
        <span
          className={clsx(
            "narrow block text-xs",
            lift.trend.kind === "stalled" ? "font-bold text-weld" : "font-normal text-quiet",
          )}
        >
          {trendWords(lift.trend)}
        </span>
      </th>
      {shown.map(({ week, phase }) => {
        const one = lift.weeks[week];
        return (
          <td
            key={week}
            className={clsx("border-b border-thread px-0.5 align-bottom", !BUILDING.has(phase.kind) && "bg-weld-tint")}
          >
            {one ? (
              <>
                {week === shown.find(({ week: first }) => lift.weeks[first])?.week ? (
                  <Thread lift={lift} weeks={shown.map((column) => column.week)} from={week} />
                ) : null}
                <DayOfLift lift={lift} week={week} isHere={hereWeek === week} onOpen={onBeside}>
                  <Cloth cell={one.cell} isSlack={phase.kind === "deload"} />
                  <span className="narrow text-xs leading-tight text-woad">
                    {one.cell.state !== "done" ? (
                      <span className="text-quiet">{one.cell.state === "away" ? "away" : "not done"}</span>
                    ) : (
                      <>
                        {repsWords(one.cell)}
                        <span className="block font-bold">
                          {loadOf(one.cell.topKg, lift, view)}
                          {one.askedTopKg === null ? null : (
                            <span className="font-normal text-quiet">
                              {" "}
                              <span className="sr-only">asked </span>
                              <s>{loadOf(one.askedTopKg, lift, view)}</s>
                            </span>
                          )}
                          {one.isRecord ? (
                            <span className="text-indigo">
                              ◆<span className="sr-only"> best e1RM until then</span>
                            </span>
                          ) : null}
                        </span>
                      </>
                    )}
                  </span>
                </DayOfLift>
              </>
            ) : null}
          </td>
        );
      })}
    </tr>
  );
});

/** What a lift was in a week; where it was done, it opens its sets. */
function DayOfLift({
  lift,
  week,
  isHere,
  onOpen,
  children,
}: {
  lift: LiftAcrossWeeks;
  week: number;
  isHere: boolean;
  onOpen: (beside: Beside) => void;
  children: React.ReactNode;
}) {
  if (lift.weeks[week]?.cell.state !== "done") return <span className="flex items-end gap-1 pt-8">{children}</span>;
  return (
    <button
      type="button"
      aria-label={`${lift.name}, week ${week + 1}: set by set`}
      aria-pressed={isHere}
      onClick={() => onOpen({ kind: "lift", key: keyOfLift(lift), week })}
      className={clsx(
        "flex w-full items-end gap-1 pt-8 text-left",
        isHere ? "outline outline-2 outline-indigo" : "hover:bg-indigo-tint",
      )}
    >
      {children}
    </button>
  );
}

/** A lift's day, set by set: load and reps, what was asked, reserve and rest as they were kept. */
function LiftDay({
  review,
  view,
  liftKey,
  week,
}: {
  review: WeeksReview;
  view: WeeksView;
  liftKey: string;
  week: number;
}) {
  const lift = review.lifts.find((one) => keyOfLift(one) === liftKey);
  const one = lift?.weeks[week];
  const log = view.lifts.find(({ lineage }) => lineage === lift?.slot.lineage);
  const exposure = log?.exposures.find(({ date }) => date === one?.cell.date);
  if (!lift || !one || !exposure) return <p className="text-quiet">Nothing was logged of it then.</p>;
  const asked = lift.restSeconds?.asked ?? null;
  return (
    <section className="flex flex-col gap-2">
      <header>
        <p className="narrow text-quiet">
          week {week + 1}, {fullDate(one.cell.date)}
        </p>
        <h2 className="text-lg font-bold">{lift.name}</h2>
        {one.e1rmKg === null ? null : (
          <p>
            e1RM {decimal(one.e1rmKg, 1)} kg that day{one.isRecord ? ", the best until then" : ""}
          </p>
        )}
      </header>
      <table className="w-full text-left">
        <thead className="narrow text-quiet">
          <tr>
            {["set", "done", "asked", "in reserve", "rest"].map((head) => (
              <th key={head} scope="col" className="font-normal">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {exposure.sets
            .filter(({ working }) => working)
            .map((set, index) => (
              <tr key={set.key} className="border-b border-thread">
                <th scope="row" className="font-normal">
                  {index + 1}
                </th>
                <td className="font-bold">
                  {set.seconds === null ? set.reps : `${decimal(set.seconds)} s`} × {loadOf(set.loadKg, lift, view)}
                </td>
                <td>
                  {set.target === null
                    ? ""
                    : set.target.low === set.target.high
                      ? set.target.low
                      : `${set.target.low}–${set.target.high}`}
                  {set.askedKg === undefined ? "" : ` × ${loadOf(set.askedKg, lift, view)}`}
                </td>
                <td>
                  {set.rir === null ? "not said" : decimal(set.rir)}
                  {set.targetRir === null ? "" : ` of ${decimal(set.targetRir)}`}
                </td>
                <td>
                  {set.restBeforeSeconds === null
                    ? ""
                    : `${Math.round(set.restBeforeSeconds)}${asked === null ? "" : ` of ${asked}`} s`}
                </td>
              </tr>
            ))}
        </tbody>
      </table>
      <Link href={`/review/${exposure.sessionId}`} className="text-indigo underline underline-offset-2">
        The whole session
      </Link>
    </section>
  );
}

/** The e1RM as a thread over its row's weeks. */
function Thread({ lift, weeks, from }: { lift: LiftAcrossWeeks; weeks: readonly number[]; from: number }) {
  const points = weeks.flatMap((week, place) => {
    const kg = lift.weeks[week]?.e1rmKg;
    return kg ? [{ place: place - weeks.indexOf(from), kg, isRecord: lift.weeks[week]!.isRecord }] : [];
  });
  if (points.length < 2) return null;
  const band = lift.bandKg;
  const figures = [...points.map(({ kg }) => kg), ...(band ?? [])];
  const y = scaleLinear()
    .domain([Math.min(...figures), Math.max(...figures)])
    .range([25, 3]);
  const x = (place: number) => place * COLUMN + COLUMN / 2;
  const path = d3line<(typeof points)[number]>()
    .x(({ place }) => x(place))
    .y(({ kg }) => y(kg));
  return (
    <span className="relative block h-0">
      <svg
        width={(points.at(-1)!.place + 1) * COLUMN}
        height={28}
        aria-hidden
        className="pointer-events-none absolute top-0 left-0 z-[5]"
      >
        {band ? (
          <rect
            x={x(points.at(-1)!.place) - 5}
            width={10}
            y={y(band[1])}
            height={Math.max(1, y(band[0]) - y(band[1]))}
            fill="var(--color-indigo-tint)"
            stroke="var(--color-woad)"
            strokeWidth={0.75}
          />
        ) : null}
        <path d={path(points) ?? ""} fill="none" stroke="var(--color-indigo)" strokeWidth={1.6} />
        {points.map(({ place, kg, isRecord }) =>
          isRecord ? (
            <rect
              key={place}
              x={x(place) - 3.5}
              y={y(kg) - 3.5}
              width={7}
              height={7}
              transform={`rotate(45 ${x(place)} ${y(kg)})`}
              fill="var(--color-indigo)"
            />
          ) : (
            <circle key={place} cx={x(place)} cy={y(kg)} r={2} fill="var(--color-indigo)" />
          ),
        )}
      </svg>
    </span>
  );
}

function loadOf(kg: number | null, lift: LiftAcrossWeeks, view: WeeksView): string {
  if (kg === null) return "?";
  const exercise = exerciseOrThrow(catalogueIn(view.exercises), lift.slot.exerciseId);
  if (!isBodyweight(exercise)) return decimal(kg, 2);
  return kg === 0 ? "body" : `${kg > 0 ? "+" : "−"}${decimal(Math.abs(kg), 2)}`;
}

/** Within a tenth. */
const isAsAsked = (kept: number, asked: number): boolean => Math.abs(kept - asked) <= asked / 10;

function gainWords({ gainedKg, e1rmKg, bandKg, dropOff, restSeconds, reserveOff }: LiftAcrossWeeks): string {
  const parts: string[] = [];
  if (e1rmKg !== null)
    parts.push(
      `e1RM ${decimal(e1rmKg, 1)} kg${bandKg ? ` (${decimal(bandKg[0], 0)} to ${decimal(bandKg[1], 0)})` : ""}`,
    );
  if (gainedKg !== null) parts.push(`${gainedKg >= 0 ? "+" : "−"}${decimal(Math.abs(gainedKg), 2)} kg`);
  if (dropOff !== null && dropOff >= 0.5)
    parts.push(`${decimal(dropOff, 1)} ${dropOff === 1 ? "rep" : "reps"} lost by the last set`);
  if (restSeconds !== null)
    parts.push(
      `rest ${restSeconds.kept} s${restSeconds.asked === null ? "" : isAsAsked(restSeconds.kept, restSeconds.asked) ? ", as asked" : ` of ${restSeconds.asked} s asked`}`,
    );
  if (reserveOff !== null && Math.abs(reserveOff) >= 0.5)
    parts.push(
      `${decimal(Math.abs(reserveOff), 1)} ${Math.abs(reserveOff) === 1 ? "rep" : "reps"} ${reserveOff > 0 ? "more" : "less"} in reserve than asked`,
    );
  return parts.join(", ");
}

function trendWords(trend: Trend): string {
  if (trend.kind === "tooEarly") return trend.exposures === 0 ? "no e1RM to go by" : "too early to say";
  const figure = slopeWords(trend);
  if (trend.kind === "stalled") return `stands still: ${figure}`;
  return trend.kind === "moving" ? `moves: ${figure}` : `not sure: ${figure}`;
}

function slopeWords(trend: Trend): string {
  if (trend.kind === "tooEarly") return "";
  const [low, high] = trend.interval;
  return `${signed(trend.percentAWeek)} % a week (${signed(low)} to ${signed(high)})`;
}

/** The signs that hold, in words. */
function signsWords({ falling, effort, soreness }: DeloadSigns): string {
  const words: string[] = [];
  if (falling.holds)
    words.push(
      `${falling.lifts.join(", ")} fell beyond ${falling.lifts.length === 1 ? "its" : "their"} noise over three days`,
    );
  if (effort.holds) words.push(`sessions feel ${decimal(effort.rise ?? 0, 1)} harder at the same load`);
  if (soreness.holds)
    words.push(
      soreness.sore > 0
        ? `sore at ${soreness.sore} of ${soreness.of} check-ins`
        : `pain in ${soreness.painful} sessions of two weeks`,
    );
  const sentence = words.join("; ");
  return `${sentence.charAt(0).toUpperCase()}${sentence.slice(1)}.`;
}

const signed = (figure: number): string => `${figure <= -0.05 ? "−" : "+"}${decimal(Math.abs(figure), 1)}`;

const WAY_WORDS = {
  aSetMore: { words: "Its muscles are under their band: a set more from the next week on.", button: "Add the set" },
  lighter: { words: "Its sets end at nothing in reserve: 7.5 % lighter for a week, then on.", button: "Go lighter" },
  otherRule: { words: "Sets and reserve are in order: let the reserve steer the load.", button: "Change the rule" },
} as const;

/** A step that can be taken goes to the weeks as a change that is not kept yet, so that what follows from it is seen first. */
function Step({ step, view }: { step: NextStep; view: WeeksView }) {
  const router = useRouter();
  const see = ({ edits }: { readonly edits: readonly PlanEdit[] }) => {
    if (!view.plan) return;
    localStorage.setItem(weeksKey(view.plan.id), JSON.stringify({ edits }));
    router.push(`/weeks?for=${view.client.id}&plan=${view.plan.id}`);
  };
  switch (step.kind) {
    case "fewSessions":
      return (
        <li className="border-l-4 border-weld pl-3">
          <p className="font-semibold">
            {step.done} of {step.planned} sessions kept in four weeks
          </p>
          <p>
            Fewer or shorter ones rather than a deload
            {step.leaves.length > 0 ? `: ${step.leaves.join(", ")} would be left.` : "."}
          </p>
          {step.edits.length > 0 ? <Button onClick={() => see(step)}>A day fewer</Button> : null}
        </li>
      );
    case "deload":
      return (
        <li className="border-l-4 border-weld pl-3">
          <p className="font-semibold">A deload in week {step.week + 1}</p>
          <p>{signsWords(step.signs)}</p>
          <Button onClick={() => see(step)}>Put it in</Button>
        </li>
      );
    case "comeback":
      return (
        <li className="border-l-4 border-weld pl-3">
          <p className="font-semibold">{step.weeksOff} weeks without a session</p>
          <p>The rules cut the loads; a week with fewer sets and more in reserve leads back in.</p>
          <Button onClick={() => see(step)}>A week to come back in</Button>
        </li>
      );
    case "stalled":
      return (
        <li className="border-l-4 border-weld pl-3">
          <p className="font-semibold">{step.lift.name} stands still</p>
          <p>{WAY_WORDS[step.way].words}</p>
          {step.edits.length > 0 ? <Button onClick={() => see(step)}>{WAY_WORDS[step.way].button}</Button> : null}
        </li>
      );
    case "underBand":
      return (
        <li className="border-l-4 border-weld pl-3">
          <p className="font-semibold">More sets for the {step.muscle}</p>
          <p>
            {decimal(step.sets, 1)} hard sets a week, band {decimal(step.low)} to {decimal(step.high)}, and they come
            first.
          </p>
        </li>
      );
    case "moving":
      return (
        <li className="border-l-4 border-indigo pl-3">
          <p className="font-semibold">{step.lift.name} moves</p>
          <p>{slopeWords(step.lift.trend)}: on as it is.</p>
        </li>
      );
  }
}
