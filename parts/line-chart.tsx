"use client";
import { extent } from "d3-array";
import { type ScaleLinear, scaleLinear, scaleUtc } from "d3-scale";
import { line as d3line } from "d3-shape";
import type { ReactNode } from "react";
import { entryAt } from "@/core";
import { useDates } from "@/parts/region";

interface ChartPoint {
  readonly date: string;
  readonly value: number;
  readonly isNew?: boolean;
  /** A ring: measured and not estimated, or to come by the plan. */
  readonly ring?: "tested" | "planned" | undefined;
}

export interface ChartScales {
  readonly x: (date: string) => number;
  readonly y: ScaleLinear<number, number>;
  readonly dateAt: (x: number) => string;
}

const dayOf = ({ date }: Pick<ChartPoint, "date">): Date => new Date(`${date}T00:00:00Z`);

/**
 * A quantity over calendar dates as a line through points. `band` draws a pale ribbon behind it; the table behind the
 * drawing is always there for readers that do not see it.
 */
export function LineChart({
  title,
  unit,
  points,
  empty = "Nothing logged yet.",
  height = 120,
  width = 340,
  band = null,
  also = [],
  children,
}: {
  title: string;
  unit: string;
  points: readonly ChartPoint[];
  empty?: string;
  height?: number;
  width?: number;
  /** The span the present value is thought to lie in, drawn as a ribbon at the end. */
  band?: readonly [number, number] | null;
  /** What else has to have room in the drawing, such as a goal ahead. */
  also?: readonly ChartPoint[];
  /** What is drawn over it, by its scales. */
  children?: (scales: ChartScales) => ReactNode;
}) {
  const { fullDate, shortDate } = useDates();
  const pad = { left: 38, right: 14, top: 10, bottom: 20 };
  if (points.length === 0) return <p className="text-quiet">{empty}</p>;
  const dates = points.map(dayOf);
  const all = [...points, ...also];
  const [first = "", last = ""] = extent(all.map(({ date }) => date));
  const [from, to] = [dayOf({ date: first }), dayOf({ date: last })];
  const x = scaleUtc()
    .domain(
      from.getTime() === to.getTime()
        ? [new Date(from.getTime() - 86_400_000), new Date(to.getTime() + 86_400_000)]
        : [from, to],
    )
    .range([pad.left, width - pad.right]);
  const values = [...all.map((point) => point.value), ...(band ?? [])];
  const [low = 0, high = 0] = extent(values);
  const room = Math.max((high - low) * 0.2, Math.abs(high) * 0.02, 0.5);
  const y = scaleLinear()
    .domain([low - room, high + room])
    .nice(3)
    .range([height - pad.bottom, pad.top]);
  const path = d3line<ChartPoint>()
    .x((_, index) => x(entryAt(dates, index)))
    .y((point) => y(point.value))([...points]);
  return (
    <figure className="m-0">
      <figcaption className="font-semibold">
        {title} <span className="font-normal text-quiet">{unit}</span>
      </figcaption>
      <svg
        viewBox={`0 0 ${width} ${height}`}
        role={children ? "group" : "img"}
        aria-label={title}
        className="block w-full"
        style={{ maxWidth: width * 1.6 }}
      >
        {y.ticks(2).map((tick) => (
          <g key={tick}>
            <line
              x1={pad.left}
              x2={width - pad.right}
              y1={y(tick)}
              y2={y(tick)}
              stroke="var(--color-line)"
              strokeWidth={1}
            />
            <text x={pad.left - 6} y={y(tick) + 3.5} textAnchor="end" fontSize={12} fill="var(--color-quiet)">
              {tick}
            </text>
          </g>
        ))}
        {band ? (
          <rect
            x={width - pad.right - 5}
            width={10}
            y={y(band[1])}
            height={Math.max(1, y(band[0]) - y(band[1]))}
            fill="var(--color-woad-tint)"
            stroke="var(--color-woad)"
            strokeWidth={0.75}
          />
        ) : null}
        <path d={path ?? ""} fill="none" stroke="var(--color-woad)" strokeWidth={2} />
        {points.map((point, index) =>
          point.ring ? (
            <circle
              key={point.date + index}
              cx={x(entryAt(dates, index))}
              cy={y(point.value)}
              r={4.5}
              fill="var(--color-ground)"
              stroke="var(--color-walnut)"
              strokeWidth={1.8}
            />
          ) : point.isNew ? (
            <g key={point.date + index}>
              <rect
                x={x(entryAt(dates, index)) - 5}
                y={y(point.value) - 5}
                width={10}
                height={10}
                fill="var(--color-walnut)"
              />
              <text
                x={x(entryAt(dates, index))}
                y={y(point.value) - 9}
                textAnchor="end"
                fontSize={12}
                fontWeight={700}
                fill="var(--color-walnut)"
              >
                {point.value}
              </text>
            </g>
          ) : (
            <rect
              key={point.date + index}
              x={x(entryAt(dates, index)) - 3}
              y={y(point.value) - 3}
              width={6}
              height={6}
              fill="var(--color-woad)"
            />
          ),
        )}
        {children?.({ x: (date) => x(dayOf({ date })), y, dateAt: (at) => x.invert(at).toISOString().slice(0, 10) })}
        <text x={pad.left} y={height - 5} fontSize={12} fill="var(--color-quiet)">
          {shortDate(first!)}
        </text>
        <text x={width - pad.right} y={height - 5} fontSize={12} textAnchor="end" fill="var(--color-quiet)">
          {shortDate(last!)}
        </text>
      </svg>
      <table className="sr-only">
        <caption>{title}</caption>
        <tbody>
          {points.map((point, index) => (
            <tr key={point.date + index}>
              <th scope="row">{fullDate(point.date)}</th>
              <td>
                {point.value} {unit}
                {point.ring ? `, ${point.ring}` : ""}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </figure>
  );
}
