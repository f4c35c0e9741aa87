import { extent } from "d3-array";
import { scaleLinear, scaleUtc } from "d3-scale";
import { line } from "d3-shape";

const HEIGHT = 36;
const PAD = 4;
/** The least that fills the height, as a share of the highest: a quiet month is drawn quiet. */
const LEAST_SHARE = 0.1;

/** A quantity over its days as a small line without figures, which stand beside it; at its end the band that the last lies in. */
export function PlainLine({
  points,
  band = null,
  width = 200,
  marked = false,
}: {
  points: readonly { readonly date: string; readonly value: number }[];
  band?: readonly [number, number] | null;
  width?: number;
  /** Whether the last point is what was just done. */
  marked?: boolean;
}) {
  const dated = points.map(({ date, value }) => ({ day: new Date(`${date}T00:00:00Z`), value }));
  const [from, to] = extent(dated, ({ day }) => day);
  const [low, high] = extent([...dated.map(({ value }) => value), ...(band ?? [])]);
  if (dated.length < 2 || !from || !to || low === undefined || high === undefined) return null;
  const x = scaleUtc([from, to], [PAD, width - PAD - 4]);
  const room = Math.max(0.01, (Math.abs(high) * LEAST_SHARE - (high - low)) / 2);
  const y = scaleLinear([low - room, high + room], [HEIGHT - PAD, PAD]);
  const path = line<(typeof dated)[number]>(
    ({ day }) => x(day),
    ({ value }) => y(value),
  )(dated);
  const size = (at: number) => (marked && at === dated.length - 1 ? 8 : 4);
  return (
    <svg width={width} height={HEIGHT} aria-hidden className="block">
      {band ? (
        <rect
          x={width - PAD - 8}
          width={8}
          y={y(band[1])}
          height={Math.max(1, y(band[0]) - y(band[1]))}
          fill="var(--color-woad-tint)"
          stroke="var(--color-woad)"
        />
      ) : null}
      <path d={path ?? ""} fill="none" stroke="var(--color-woad)" strokeWidth={2} />
      {dated.map(({ day, value }, at) => (
        <rect
          key={day.getTime()}
          x={x(day) - size(at) / 2}
          y={y(value) - size(at) / 2}
          width={size(at)}
          height={size(at)}
          fill={size(at) > 4 ? "var(--color-walnut)" : "var(--color-woad)"}
        />
      ))}
    </svg>
  );
}
