import { clsx } from "clsx";
import { useState } from "react";
import {
  BUILDING,
  bandWords,
  decimal,
  entriesOf,
  type Muscle,
  type MuscleLoad,
  mapValues,
  massFigure,
  muscleName,
  type WeightUnit,
  weeklySetBand,
} from "@/core";
import { chosen, optionsOf } from "@/ui/choice";
import { Select } from "@/ui/select";
import type { MuscleMeasure, WeekColumn, WeeksModel, WeeksView } from "@/views";
import { WeekGap, type WeekWindow } from "./week-window";

const MEASURES: Readonly<Record<MuscleMeasure, { readonly name: string; readonly about: string }>> = {
  hardSets: { name: "Hard sets", about: "against the band" },
  volumeLoadKg: { name: "Volume load", about: "{unit}, indirect work half" },
  tensionSeconds: { name: "Time under tension", about: "minutes, indirect work half" },
};

const MEASURE_NAMES = mapValues(MEASURES, ({ name }) => name);

const figureOf = (load: MuscleLoad | undefined, measure: MuscleMeasure, unit: WeightUnit): string => {
  const amount = load?.[measure] ?? 0;
  if (measure === "hardSets") return decimal(amount, 1);
  return measure === "volumeLoadKg" ? massFigure(amount, unit, 0) : decimal(amount / 60, 1);
};

/** What each muscle was asked by week, against its band, and each week's minutes and load; a figure opens what it is made of. */
export function WeeklyVolumeTable({
  model,
  view,
  onOpen,
  onWeek,
  isDone = false,
  shown: weeks = { columns: model.columns, before: 0, after: 0 },
}: {
  model: WeeksModel;
  view: WeeksView;
  /** Of what was done alone: a week that is not over is under no band. */
  isDone?: boolean;
  /** The weeks that are drawn, where they are not all. */
  shown?: Pick<WeekWindow, "columns" | "before" | "after">;
  onOpen: (muscle: Muscle, week: number) => void;
  onWeek: (week: number) => void;
}) {
  const [measure, setMeasure] = useState<MuscleMeasure>("hardSets");
  const { trainingAge, priorities } = view.client;
  const totals = new Map<Muscle, number>();
  for (const { muscles } of model.columns)
    for (const [muscle, load] of entriesOf(muscles)) totals.set(muscle, (totals.get(muscle) ?? 0) + load.hardSets);
  const shown = [...totals]
    .filter(([, sets]) => sets >= model.columns.length)
    .sort((a, b) => b[1] - a[1])
    .slice(0, 9);
  return (
    <tbody>
      <tr>
        <th scope="rowgroup" className="sticky left-0 z-10 border-b-2 border-line bg-ground pt-3 pl-3 text-left">
          <Select
            aria-label="What is counted of each muscle"
            value={measure}
            onChange={chosen(MEASURE_NAMES, (one) => setMeasure(one))}
            className="max-w-44 font-bold max-md:max-w-26"
          >
            {optionsOf(MEASURE_NAMES)}
          </Select>
          <span className="block font-normal">{MEASURES[measure].about.replace("{unit}", view.client.unit)}</span>
        </th>
        <WeekGap px={weeks.before} />
        <HeadingGaps columns={weeks.columns} />
        <WeekGap px={weeks.after} />
      </tr>
      {shown.map(([muscle]) => {
        const band = weeklySetBand(muscle, trainingAge, priorities[muscle]);
        const most = Math.max(1e-9, ...model.columns.map(({ muscles }) => muscles[muscle]?.[measure] ?? 0));
        return (
          <tr key={muscle}>
            <th scope="row" className="sticky left-0 z-10 pl-3 bg-ground pr-2 text-left font-normal">
              {muscleName(muscle)}{" "}
              {measure === "hardSets" ? <span className="text-xs text-quiet">{bandWords(band)}</span> : null}
            </th>
            <WeekGap px={weeks.before} />
            {weeks.columns.map(({ week, muscles, phase, isNow }) => {
              const sets = muscles[muscle]?.hardSets ?? 0;
              const isOff =
                measure === "hardSets" &&
                BUILDING.has(phase.kind) &&
                !(isDone && isNow) &&
                (sets < band.low || sets > band.high);
              const isPast = !isNow && week < (model.columns.find((one) => one.isNow)?.week ?? 0);
              const figure = figureOf(muscles[muscle], measure, view.client.unit);
              return (
                <td key={week} className={clsx("week px-0.5", isNow && "week-now")}>
                  <button
                    type="button"
                    aria-label={`${figure} ${measure === "hardSets" ? "hard sets" : measure === "volumeLoadKg" ? view.client.unit : "minutes"} for the ${muscleName(muscle)} in week ${week + 1}: what it is made of`}
                    onClick={() => onOpen(muscle, week)}
                    className="flex min-h-6 w-full items-center gap-1 hover:bg-line"
                  >
                    {measure === "hardSets" ? (
                      <BandBar sets={sets} low={band.low} high={band.high} isPast={isPast} />
                    ) : (
                      <BandBar sets={muscles[muscle]?.[measure] ?? 0} low={0} high={most / 1.2} isPast={isPast} />
                    )}
                    <span className={clsx("narrow text-xs", isOff ? "font-bold" : "text-quiet")}>
                      {figure}
                      {isOff ? <span className="sr-only"> {sets < band.low ? "under" : "over"} the band</span> : null}
                    </span>
                  </button>
                </td>
              );
            })}
            <WeekGap px={weeks.after} />
          </tr>
        );
      })}
      <WeekFigures shown={weeks} name="minutes" figure={({ minutes }) => String(minutes)} onWeek={onWeek} />
      <WeekFigures
        shown={weeks}
        name={`volume load, ${view.client.unit === "kg" ? "t" : "1,000 lb"}`}
        figure={({ volumeLoadKg }) => massFigure(volumeLoadKg / 1000, view.client.unit)}
        onWeek={onWeek}
      />
      <WeekFigures
        shown={weeks}
        name="load as felt"
        about="effort × minutes; beside it how alike the days were (monotony)"
        figure={({ load }) =>
          load ? `${Math.round(load.sum)}${load.monotony === null ? "" : ` · ${decimal(load.monotony, 1)}`}` : ""
        }
        onWeek={onWeek}
        isLast
      />
    </tbody>
  );
}

function WeekFigures({
  shown: { columns, before, after },
  name,
  about,
  figure,
  onWeek,
  isLast = false,
}: {
  shown: Pick<WeekWindow, "columns" | "before" | "after">;
  name: string;
  about?: string;
  figure: (column: WeekColumn) => string;
  onWeek: (week: number) => void;
  isLast?: boolean;
}) {
  return (
    <tr>
      <th scope="row" title={about} className="sticky left-0 z-10 pl-3 bg-ground pr-2 text-left font-normal">
        {name}
      </th>
      <WeekGap px={before} />
      {columns.map((column) => (
        <td
          key={column.week}
          className={clsx(
            "week whitespace-nowrap px-0.5",
            column.isNow && "week-now",
            column.isNow && isLast && "border-b-2 border-b-madder",
          )}
        >
          {figure(column) === "" ? null : (
            <button
              type="button"
              aria-label={`${name} of week ${column.week + 1}: ${figure(column)}, by session`}
              onClick={() => onWeek(column.week)}
              className="narrow min-h-6 w-full text-left text-xs hover:bg-line"
            >
              {figure(column)}
            </button>
          )}
        </td>
      ))}
      <WeekGap px={after} />
    </tr>
  );
}

/** The cells beside a heading over rows: empty, and the present week framed on. */
const HeadingGaps = ({ columns }: Pick<WeeksModel, "columns">) =>
  columns.map(({ week, isNow }) => (
    <td key={week} className={clsx("week border-b-2 border-b-line", isNow && "week-now")} />
  ));

function BandBar({ sets, low, high, isPast }: { sets: number; low: number; high: number; isPast: boolean }) {
  const width = 44;
  const at = (count: number) => Math.min(1, count / (high * 1.2)) * width;
  return (
    <svg width={width} height={10} aria-hidden className="shrink-0">
      <rect
        x={at(low) + 0.5}
        y={0.5}
        width={at(high) - at(low) - 1}
        height={9}
        fill="var(--color-inset)"
        stroke="var(--color-rule)"
      />
      <rect y={3} width={at(sets)} height={4} fill={isPast ? "var(--color-woad)" : "var(--color-indigo)"} />
    </svg>
  );
}
