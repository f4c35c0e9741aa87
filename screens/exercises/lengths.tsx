"use client";
import { clsx } from "clsx";
import {
  decimal,
  demandAlong,
  type Exercise,
  entryAt,
  firstOf,
  lastOf,
  lengthProfile,
  RANGE_THIRDS,
  type RangeThird,
  REGION_IDS,
  REGIONS,
  type RegionId,
} from "@/core";
import { useWidth } from "@/ui/use-width";
import type { ExercisesState } from "./use-exercises";

const NAME = 150;
const ROW = 22;
const THIRD_NAMES: Readonly<Record<RangeThird, string>> = {
  lengthened: "long",
  middle: "middle",
  shortened: "short",
};

/** Muscle regions by thirds of their length: the week's hard sets, and the chosen exercises as lines, thick where they are hardest. */
export function Lengths({ state }: { state: ExercisesState }) {
  const [ref, width] = useWidth<HTMLDivElement>(760);
  const { coverage, holes, first, second, region } = state;
  const across = Math.max(260, width - NAME - 16);
  const x = (length: number) => NAME + (1 - length) * across;
  return (
    <div ref={ref} className="min-w-[30rem]">
      <div className="flex text-quiet" style={{ paddingLeft: NAME }}>
        {RANGE_THIRDS.map((third) => (
          <span key={third} style={{ width: across / 3 }} className="text-center">
            {THIRD_NAMES[third]}
          </span>
        ))}
      </div>
      <ul aria-label="Muscle regions">
        {REGION_IDS.map((id, index) => {
          const startsMuscle = index > 0 && REGIONS[entryAt(REGION_IDS, index - 1)].muscle !== REGIONS[id].muscle;
          const known = coverage[id];
          const holesHere = holes.filter((hole) => hole.region === id).map((hole) => hole.third);
          return (
            <li key={id} className={startsMuscle ? "border-t border-line" : ""}>
              <button
                type="button"
                aria-pressed={region === id}
                onClick={() => state.setRegion(id)}
                className={clsx(
                  "block w-full text-left focus-visible:outline-offset-[-2px]",
                  region === id ? "bg-indigo-tint" : "hover:bg-inset/60",
                )}
              >
                <span className="sr-only">{rowWords(id, known, holesHere, first, second)}</span>
                <svg width={width} height={ROW} aria-hidden className="block">
                  <text x={6} y={15} fontSize={14} fontWeight={region === id ? 700 : 500} fill="var(--color-walnut)">
                    {REGIONS[id].name}
                  </text>
                  {[1 / 3, 2 / 3].map((at) => (
                    <line key={at} x1={x(at)} x2={x(at)} y1={0} y2={ROW} stroke="var(--color-line)" />
                  ))}
                  {RANGE_THIRDS.map((third, place) => {
                    const sets = known?.[third] ?? 0;
                    const from = NAME + (place * across) / 3;
                    if (holesHere.includes(third))
                      return (
                        <g key={third}>
                          <rect
                            x={from + 6}
                            y={4}
                            width={across / 3 - 12}
                            height={ROW - 8}
                            fill="none"
                            stroke="var(--color-weld)"
                            strokeDasharray="3 3"
                          />
                          <text x={from + across / 6} y={15} textAnchor="middle" fontSize={12} fill="var(--color-weld)">
                            hole
                          </text>
                        </g>
                      );
                    if (sets === 0) return null;
                    return (
                      <g key={third}>
                        {Array.from({ length: Math.min(24, Math.ceil(sets * 2)) }, (_, at) => (
                          <line
                            key={at}
                            x1={from + 5 + at * ((across / 3 - 26) / 24)}
                            x2={from + 5 + at * ((across / 3 - 26) / 24)}
                            y1={5}
                            y2={ROW - 5}
                            stroke="var(--color-woad)"
                            strokeWidth={2.4}
                          />
                        ))}
                        <text
                          x={from + across / 3 - 4}
                          y={15}
                          textAnchor="end"
                          fontSize={12}
                          fill="var(--color-woad)"
                          fontWeight={700}
                        >
                          {decimal(sets, 1)}
                        </text>
                      </g>
                    );
                  })}
                  {first ? (
                    <RegionLine exercise={first} region={id} x={x} y={ROW / 2 - 3} colour="var(--color-indigo)" />
                  ) : null}
                  {second ? (
                    <RegionLine
                      exercise={second}
                      region={id}
                      x={x}
                      y={ROW / 2 + 4}
                      colour="var(--color-walnut)"
                      ticked
                    />
                  ) : null}
                </svg>
              </button>
            </li>
          );
        })}
      </ul>
    </div>
  );
}

function rowWords(
  id: RegionId,
  known: Readonly<Record<RangeThird, number>> | undefined,
  holes: readonly RangeThird[],
  first: Exercise | null,
  second: Exercise | null,
): string {
  const parts: string[] = [REGIONS[id].name];
  if (known)
    parts.push(
      `this week ${RANGE_THIRDS.map((third) => `${decimal(known[third], 1)} hard sets ${THIRD_NAMES[third]}`).join(", ")}`,
    );
  for (const hole of holes) parts.push(`a hole where it is ${THIRD_NAMES[hole]}`);
  for (const exercise of [first, second]) {
    if (!exercise || (exercise.shares[id] ?? 0) < 0.25) continue;
    const { from, to, peak } = lengthProfile(exercise, id);
    parts.push(
      `${exercise.name} from ${decimal(from, 2)} to ${decimal(to, 2)} of its length, hardest at ${decimal(peak, 2)}`,
    );
  }
  return parts.join("; ");
}

/** One exercise on one region: as long as the length it travels, as thick as it is hard there, paler where it only helps. */
function RegionLine({
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
