import { extent } from "d3-array";
import { scaleLinear, scaleUtc } from "d3-scale";
import { line } from "d3-shape";
import type { LiftRecord } from "@/core";

const WIDTH = 200;
const HEIGHT = 36;
const PAD = 4;

/** A lift's estimates over its days as a line, with the band that the present one lies in; the figures stand beside it. */
export function RecordLine({ record }: { record: LiftRecord }) {
  const { estimates, bandKg } = record;
  if (estimates.length < 2) return null;
  const points = estimates.map(({ date, kg }) => ({ day: new Date(`${date}T00:00:00Z`), kg }));
  const [from, to] = extent(points, ({ day }) => day);
  const [low, high] = extent([...points.map(({ kg }) => kg), ...(bandKg ?? [])]);
  if (!from || !to || low === undefined || high === undefined) return null;
  const x = scaleUtc([from, to], [PAD, WIDTH - PAD - 4]);
  // A quiet month is drawn quiet: a tenth of the lift is the least that fills the height.
  const room = Math.max(0, (high * 0.1 - (high - low)) / 2);
  const y = scaleLinear([low - room, high + room], [HEIGHT - PAD, PAD]);
  const path = line<(typeof points)[number]>(
    ({ day }) => x(day),
    ({ kg }) => y(kg),
  )(points);
  return (
    <svg width={WIDTH} height={HEIGHT} aria-hidden className="block">
      {bandKg ? (
        <rect
          x={WIDTH - PAD - 8}
          width={8}
          y={y(bandKg[1])}
          height={Math.max(1, y(bandKg[0]) - y(bandKg[1]))}
          fill="var(--color-woad-tint)"
          stroke="var(--color-woad)"
        />
      ) : null}
      <path d={path ?? ""} fill="none" stroke="var(--color-woad)" strokeWidth={2} />
      {points.map(({ day, kg }) => (
        <rect key={day.getTime()} x={x(day) - 2} y={y(kg) - 2} width={4} height={4} fill="var(--color-woad)" />
      ))}
    </svg>
  );
}
