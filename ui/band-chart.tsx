"use client";
import { extent } from "d3-array";
import { scaleLinear } from "d3-scale";
import { area as d3area, line as d3line } from "d3-shape";

interface BandPoint {
  readonly x: number;
  readonly y: number;
  readonly low: number;
  readonly high: number;
}

/**
 * A line in its band over a plain axis, a second dashed line to compare with, and points for what was seen. The table behind it
 * holds the same figures.
 */
export function BandChart({
  title,
  xName,
  unit,
  curve,
  plain,
  seen,
  width = 420,
  height = 210,
}: {
  title: string;
  xName: string;
  unit: string;
  curve: readonly BandPoint[];
  /** The line to compare with, at the same places as the curve. */
  plain: readonly number[];
  seen: readonly { readonly x: number; readonly y: number; readonly name: string }[];
  width?: number;
  height?: number;
}) {
  if (curve.length === 0) return null;
  const pad = { left: 40, right: 12, top: 10, bottom: 32 };
  const [from = 0, to = 0] = extent(curve, (point) => point.x);
  const low = Math.min(...curve.map((point) => point.low), ...seen.map((one) => one.y));
  const high = Math.max(...curve.map((point) => point.high), ...seen.map((one) => one.y));
  const x = scaleLinear()
    .domain([from, to])
    .range([pad.left, width - pad.right]);
  const y = scaleLinear()
    .domain([Math.max(0, low * 0.96), high * 1.02])
    .nice(4)
    .range([height - pad.bottom, pad.top]);
  const band = d3area<BandPoint>()
    .x((point) => x(point.x))
    .y0((point) => y(point.low))
    .y1((point) => y(point.high));
  const line = d3line<BandPoint>()
    .x((point) => x(point.x))
    .y((point) => y(point.y));
  const compared = d3line<BandPoint>()
    .x((point) => x(point.x))
    .y((_, index) => y(plain[index] ?? 0));
  return (
    <figure className="m-0">
      <figcaption className="font-semibold">{title}</figcaption>
      <svg viewBox={`0 0 ${width} ${height}`} role="img" aria-label={title} className="block w-full">
        {y.ticks(4).map((tick) => (
          <g key={tick}>
            <line x1={pad.left} x2={width - pad.right} y1={y(tick)} y2={y(tick)} stroke="var(--color-line)" />
            <text x={pad.left - 6} y={y(tick) + 3.5} textAnchor="end" fontSize={12} fill="var(--color-quiet)">
              {tick}
            </text>
          </g>
        ))}
        {x.ticks(8).map((tick) => (
          <text
            key={tick}
            x={x(tick)}
            y={height - pad.bottom + 15}
            textAnchor="middle"
            fontSize={12}
            fill="var(--color-quiet)"
          >
            {tick}
          </text>
        ))}
        <text x={width - pad.right} y={height - 3} textAnchor="end" fontSize={12} fill="var(--color-quiet)">
          {xName}
        </text>
        <path d={band(curve.slice()) ?? ""} fill="var(--color-woad-tint)" />
        <path
          d={compared(curve.slice()) ?? ""}
          fill="none"
          stroke="var(--color-rule)"
          strokeWidth={1.5}
          strokeDasharray="5 4"
        />
        <path d={line(curve.slice()) ?? ""} fill="none" stroke="var(--color-indigo)" strokeWidth={2.4} />
        {seen
          .filter((one) => one.x >= from && one.x <= to)
          .map((one, index) => (
            <path
              key={index}
              d={`M${x(one.x)} ${y(one.y) - 4}l4 4l-4 4l-4 -4z`}
              fill="var(--color-woad)"
              stroke="var(--color-surface)"
            >
              <title>{one.name}</title>
            </path>
          ))}
      </svg>
      <table className="sr-only">
        <caption>{title}</caption>
        <tbody>
          {curve.map((point, index) => (
            <tr key={point.x}>
              <th scope="row">
                {point.x} {xName}
              </th>
              <td>
                {point.y.toFixed(1)} {unit}, between {point.low.toFixed(1)} and {point.high.toFixed(1)}; others{" "}
                {(plain[index] ?? 0).toFixed(1)}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </figure>
  );
}
