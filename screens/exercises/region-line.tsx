import { demandAlong, type Exercise, firstOf, lastOf, type RegionId } from "@/core";

/** One exercise on one region: as long as the length it travels, as thick as it is hard there, paler where it only helps. */
export function RegionLine({
  exercise,
  region,
  x,
  y,
  colour,
  ticked = false,
}: {
  exercise: Exercise;
  region: RegionId;
  x: (length: number) => number;
  y: number;
  colour: string;
  ticked?: boolean;
}) {
  const share = exercise.shares[region] ?? 0;
  if (share < 0.25) return null;
  const along = [...demandAlong(exercise, region)].sort((a, b) => a.length - b.length);
  const scale = share === 1 ? 1 : share === 0.5 ? 0.6 : 0.35;
  const half = (demand: number) => (0.7 + 4.6 * demand * demand) * scale;
  const still = lastOf(along).length - firstOf(along).length < 0.02;
  if (still) return <circle cx={x(firstOf(along).length)} cy={y} r={5 * scale} fill={colour} />;
  const upper = along.map((point) => `${x(point.length)},${y - half(point.demand)}`);
  const lower = along.toReversed().map((point) => `${x(point.length)},${y + half(point.demand)}`);
  return (
    <g>
      <path d={`M${upper.join("L")}L${lower.join("L")}Z`} fill={colour} fillOpacity={share === 1 ? 1 : 0.75} />
      {ticked
        ? along
            .filter((_, index) => index % 4 === 2)
            .map((point, index) => (
              <line
                key={index}
                x1={x(point.length)}
                x2={x(point.length)}
                y1={y - half(point.demand)}
                y2={y + half(point.demand)}
                stroke="var(--color-ground)"
                strokeWidth={1}
              />
            ))
        : null}
    </g>
  );
}
