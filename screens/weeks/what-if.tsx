"use client";
import { scaleLinear } from "d3-scale";
import { area as d3area, line as d3line } from "d3-shape";
import {
  decimal,
  type Exercise,
  entryAt,
  firstOf,
  type Goal,
  lastOf,
  massFigure,
  quantileOf,
  type WeightUnit,
  type WhatIf,
} from "@/core";
import { useDates } from "@/parts/region";
import { Button } from "@/ui/button";
import { goalChance, goalWords, type WeeksModel, type WeeksView } from "@/views";
import { tenths } from "./goals";
import { RUNS, type WhatIfState } from "./use-what-if";

/** The rest of the plan done many times over: the fan of the lift in hand, the chance of its cell, and of the goals. */
export function WhatIfSection({
  view,
  state,
  model,
  at,
  lineage,
  goals,
  exercise,
}: {
  view: WeeksView;
  state: WhatIfState;
  model: WeeksModel;
  at: { readonly dayId: string; readonly week: number };
  lineage: string;
  goals: readonly Goal[];
  exercise: Exercise;
}) {
  const { fullDate } = useDates();
  const { progress, found, isStale, assumptions, start, cancel } = state;
  const cell = found?.result.cells.find(
    (one) => one.dayId === at.dayId && one.week === at.week && one.lineage === lineage,
  );
  const { gainPercent, adherence, fatiguePercent, fatigueDays } = assumptions;
  return (
    <section aria-label="What if" className="flex flex-col gap-2 border-t border-line pt-3">
      <h3 className="font-semibold">What if</h3>
      {progress ? (
        <div className="flex items-center gap-2">
          <progress aria-label="Runs done" value={progress.done} max={progress.of} className="w-32 accent-indigo" />
          <span>
            {progress.done} of {progress.of} runs
          </span>
          <Button onClick={cancel}>Stop</Button>
        </div>
      ) : (
        <div>
          <Button onClick={start}>{found ? "Run it again" : `Run the plan ${RUNS} times`}</Button>
        </div>
      )}
      {isStale ? <p className="text-quiet">The figures below are of the plan before your last change.</p> : null}
      {found && cell ? (
        <p>
          Week {at.week + 1} is made <span className="font-bold">{tenths(cell.made)}</span>, sessions left out among
          them.
        </p>
      ) : null}
      {found ? (
        <Fan result={found.result} before={found.before} lineage={lineage} model={model} unit={view.client.unit} />
      ) : null}
      {found && goals.length > 0 ? (
        <ul>
          {goals.map((goal) => {
            const chance = goalChance(view, found.result, goal);
            const before = found.before && goalChance(view, found.before, goal);
            return (
              <li key={goal.id}>
                <span className="font-semibold">{goalWords(goal, exercise)}</span> by {fullDate(goal.byDate)}:{" "}
                {chance === null ? "too early to say" : tenths(chance)}
                {before !== null && chance !== null && before !== chance
                  ? `, without the change ${tenths(before)}`
                  : ""}
              </li>
            );
          })}
        </ul>
      ) : null}
      {found ? (
        <p className="text-xs text-quiet">
          Judgements, each drawn half as much up or down for a run: {decimal(gainPercent, 2)} % a week where the lift’s
          own trend is not known, {Math.round(100 * adherence)} % of sessions kept, {decimal(fatiguePercent, 2)} % of
          strength a hard set, gone in about {fatigueDays} days.
        </p>
      ) : null}
    </section>
  );
}

function Fan({
  result,
  before,
  lineage,
  model,
  unit,
}: {
  result: WhatIf;
  before: WhatIf | null;
  lineage: string;
  model: WeeksModel;
  unit: WeightUnit;
}) {
  const { shortDate } = useDates();
  const inUnit = (figures: Parameters<typeof quantileOf>[0], at: number): number =>
    Number(massFigure(quantileOf(figures, at), unit));
  const weeksOf = (one: WhatIf | null) =>
    one?.fans
      .find((fan) => fan.lineage === lineage)
      ?.weeks.flatMap((figures, week) =>
        figures ? [{ week, low: inUnit(figures, 0.1), middle: inUnit(figures, 0.5), high: inUnit(figures, 0.9) }] : [],
      ) ?? [];
  const points = weeksOf(result);
  const old = weeksOf(before);
  if (points.length < 2)
    return <p className="text-quiet">Too little is logged of this lift for its strength to be foretold.</p>;
  const [width, height, left, bottom] = [260, 110, 34, 18];
  const all = [...points, ...old];
  const x = scaleLinear()
    .domain([firstOf(points).week, lastOf(points).week])
    .range([left, width - 6]);
  const y = scaleLinear()
    .domain([Math.min(...all.map(({ low }) => low)), Math.max(...all.map(({ high }) => high))])
    .nice(3)
    .range([height - bottom, 6]);
  type Point = (typeof points)[number];
  const band = d3area<Point>()
    .x(({ week }) => x(week))
    .y0(({ low }) => y(low))
    .y1(({ high }) => y(high));
  const middle = d3line<Point>()
    .x(({ week }) => x(week))
    .y((one) => y(one.middle));
  const last = lastOf(points);
  const day = (week: number) => shortDate(entryAt(model.columns, week).monday);
  return (
    <figure className="m-0">
      <figcaption className="font-semibold">
        e1RM in eight runs of ten{" "}
        <span className="font-normal text-quiet">
          {unit}
          {before ? ", dashed: without the change" : ""}
        </span>
      </figcaption>
      <svg
        viewBox={`0 0 ${width} ${height}`}
        role="img"
        aria-label="e1RM by week, the middle and eight runs of ten"
        className="block w-full"
      >
        {y.ticks(3).map((tick) => (
          <g key={tick}>
            <line x1={left} x2={width - 6} y1={y(tick)} y2={y(tick)} stroke="var(--color-line)" />
            <text x={left - 5} y={y(tick) + 3.5} textAnchor="end" fontSize={12} fill="var(--color-quiet)">
              {tick}
            </text>
          </g>
        ))}
        <path d={band(points) ?? ""} fill="var(--color-indigo)" fillOpacity={0.16} />
        <path d={middle(points) ?? ""} fill="none" stroke="var(--color-indigo)" strokeWidth={2} />
        {old.length > 1 ? (
          <path
            d={middle(old) ?? ""}
            fill="none"
            stroke="var(--color-walnut)"
            strokeWidth={1.5}
            strokeDasharray="4 3"
          />
        ) : null}
        <text x={left} y={height - 4} fontSize={12} fill="var(--color-quiet)">
          {day(firstOf(points).week)}
        </text>
        <text x={width - 6} y={height - 4} textAnchor="end" fontSize={12} fill="var(--color-quiet)">
          {day(last.week)}
        </text>
      </svg>
      <p className="text-xs text-quiet">
        {decimal(last.middle, 1)} {unit} by then, {decimal(last.low, 1)} to {decimal(last.high, 1)} in eight runs of
        ten.
      </p>
      <table className="sr-only">
        <caption>e1RM by week</caption>
        <thead>
          <tr>
            <th scope="col">week</th>
            <th scope="col">low</th>
            <th scope="col">middle</th>
            <th scope="col">high</th>
          </tr>
        </thead>
        <tbody>
          {points.map((one) => (
            <tr key={one.week}>
              <th scope="row">{one.week + 1}</th>
              <td>{decimal(one.low, 1)}</td>
              <td>{decimal(one.middle, 1)}</td>
              <td>{decimal(one.high, 1)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </figure>
  );
}
