"use client";
import { scaleLinear } from "d3-scale";
import { decimal, fallsShort, reserveFigure, type WorkForecast } from "@/core";

interface LikelyRound {
  readonly round: number;
  readonly forecast: WorkForecast | null;
}

/** What is likely left after each round, as a tick in its 80 % band, against the line of what is asked. */
export function ReserveChart({
  rounds,
  asked,
  selected,
}: {
  rounds: readonly LikelyRound[];
  asked: number | null;
  selected: number;
}) {
  const known = rounds.filter((one) => one.forecast?.expectedRir != null && one.forecast.askedReps !== null);
  if (known.length === 0) return <p className="text-quiet">Nothing is known of this lift at this load yet.</p>;
  const width = 226;
  const height = 74;
  const low = Math.min(-1, ...known.map((one) => rirBand(one.forecast!)[0]));
  const high = Math.max(4, ...known.map((one) => rirBand(one.forecast!)[1]));
  const y = scaleLinear()
    .domain([Math.max(-6, low), Math.min(9, high)])
    .range([height - 8, 16])
    .clamp(true);
  const step = width / Math.max(rounds.length, 3);
  return (
    <figure className="m-0">
      <svg width={width} height={height} aria-hidden>
        <line x1={0} x2={width} y1={y(0)} y2={y(0)} stroke="var(--color-rule)" strokeWidth={1} />
        {asked !== null ? (
          <line
            x1={0}
            x2={width}
            y1={y(asked)}
            y2={y(asked)}
            stroke="var(--color-quiet)"
            strokeWidth={1}
            strokeDasharray="2 3"
          />
        ) : null}
        {rounds.map(({ round, forecast }, index) => {
          if (forecast?.expectedRir == null || forecast.askedReps === null) return null;
          const x = index * step + step / 2;
          const [from, to] = rirBand(forecast);
          const short = fallsShort(forecast);
          return (
            <g key={round}>
              <rect
                x={x - 7}
                width={14}
                y={y(to)}
                height={Math.max(2, y(from) - y(to))}
                fill={short ? "var(--color-weld-tint)" : "var(--color-indigo-tint)"}
                stroke={short ? "var(--color-weld)" : "none"}
              />
              <line
                x1={x - 11}
                x2={x + 11}
                y1={y(forecast.expectedRir)}
                y2={y(forecast.expectedRir)}
                stroke={short ? "var(--color-weld)" : "var(--color-indigo)"}
                strokeWidth={2.5}
              />
              <text
                x={x}
                y={11}
                textAnchor="middle"
                fontSize={12}
                fontWeight={round === selected ? 800 : 500}
                fill="var(--color-walnut)"
                textDecoration={round === selected ? "underline" : undefined}
              >
                {reserveFigure(forecast.expectedRir, 1)}
              </text>
            </g>
          );
        })}
      </svg>
      <table className="sr-only">
        <caption>Likely in reserve by round{asked === null ? "" : `, ${decimal(asked)} asked`}</caption>
        <tbody>
          {rounds.map(({ round, forecast }) => (
            <tr key={round}>
              <th scope="row">round {round + 1}</th>
              <td>
                {forecast?.expectedRir == null
                  ? "unknown"
                  : `${reserveFigure(forecast.expectedRir, 1)}, between ${rirBand(forecast)
                      .map((one) => decimal(one, 1))
                      .join(" and ")}`}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </figure>
  );
}

function rirBand(forecast: WorkForecast): readonly [number, number] {
  const [low, high] = forecast.bandReps ?? [0, 0];
  const asked = forecast.askedReps ?? 0;
  return [low - asked, high - asked];
}
