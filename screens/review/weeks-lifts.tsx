"use client";
import { clsx } from "clsx";
import { scaleLinear } from "d3-scale";
import { line as d3line } from "d3-shape";
import { memo, useMemo } from "react";
import { BUILDING, lastOf, massWords, phaseWords } from "@/core";
import { useDates } from "@/parts/region";
import { SessionBars } from "@/parts/session-bars";
import { WeeklyVolumeTable } from "@/parts/weekly-volume-table";
import { type LiftAcrossWeeks, repsWords, type WeekColumn, type WeeksReview, type WeeksView } from "@/views";
import { type Beside, keyOfLift, NEXT } from "./beside";
import { loadOf } from "./lift-day";
import { gainWords, signed, trendWords } from "./trend-words";
import { useBrush } from "./use-brush";

/** Pixels of a week and of the lifts' names: lines run over columns of one width. */
const COLUMN = 78;
const NAMES = 216;

/** Every lift over the weeks that have gone by, and below them what each muscle was asked. */
export function WeeksLifts({
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
  const { shortDate } = useDates();
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
                BUILDING.has(phase.kind) ? "bg-woad-tint" : "bg-inset",
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
      <WeeklyVolumeTable
        isDone
        model={{ ...model, columns: shown }}
        view={view}
        onOpen={(muscle, week) => onBeside({ kind: "muscle", muscle, week })}
        onWeek={(week) => onBeside({ kind: "week", week })}
      />
    </table>
  );
}

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
        className="sticky left-0 z-10 border-b border-line bg-ground py-1 pl-3 pr-2 text-left align-bottom"
      >
        <button
          type="button"
          title={[gainWords(lift, view.client.unit), trendWords(lift.trend)].filter(Boolean).join("; ")}
          onClick={() => onBeside({ kind: "lift", key: keyOfLift(lift), week: lastWeekOf(lift) })}
          className="block min-h-6 text-left underline-offset-2 hover:underline"
        >
          <span className="block font-semibold leading-tight">{lift.name}</span>
          <span className="block text-xs font-normal text-quiet">
            {lift.e1rmKg === null ? "no e1RM" : `e1RM ${massWords(lift.e1rmKg, view.client.unit)}`}
            {lift.trend.kind === "tooEarly" ? "" : ", "}
            {lift.trend.kind === "tooEarly" ? null : (
              <span className={lift.trend.kind === "stalled" ? "font-bold text-walnut" : ""}>
                {signed(lift.trend.percentAWeek)} % a week
              </span>
            )}
          </span>
        </button>
      </th>
      {shown.map(({ week, phase }) => {
        const one = lift.weeks[week];
        return (
          <td
            key={week}
            className={clsx("border-b border-line px-0.5 align-bottom", !BUILDING.has(phase.kind) && "bg-inset")}
          >
            {one ? (
              <>
                {week === shown.find(({ week: first }) => lift.weeks[first])?.week ? (
                  <E1rmLine lift={lift} weeks={shown.map((column) => column.week)} from={week} />
                ) : null}
                <DayOfLift lift={lift} week={week} isHere={hereWeek === week} onOpen={onBeside}>
                  <SessionBars cell={one.cell} isSlack={phase.kind === "deload"} />
                  <span className="narrow text-xs leading-tight text-woad">
                    {one.cell.state !== "done" ? (
                      <span className="text-quiet">{one.cell.state === "away" ? "away" : "missed"}</span>
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

/** The e1RM as a line over its row's weeks. */
function E1rmLine({ lift, weeks, from }: { lift: LiftAcrossWeeks; weeks: readonly number[]; from: number }) {
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
        width={(lastOf(points).place + 1) * COLUMN}
        height={28}
        aria-hidden
        className="pointer-events-none absolute top-0 left-0 z-[5]"
      >
        {band ? (
          <rect
            x={x(lastOf(points).place) - 5}
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

/** The last week in which it was done. */
const lastWeekOf = ({ weeks }: LiftAcrossWeeks): number =>
  Math.max(
    0,
    weeks.findLastIndex((one) => one?.cell.state === "done"),
  );
