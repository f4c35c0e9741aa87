"use client";
import { clsx } from "clsx";
import { scalePow } from "d3-scale";
import { firstOf, type ImplementLoads, kgOf, lastOf, massFigure, massWords, type WeightUnit } from "@/core";
import { useWidth } from "@/ui/use-width";
import type { Prescription } from "@/views";

const NAME = 172;
const ROW = 37;
const TICKS: Readonly<Record<WeightUnit, readonly number[]>> = {
  kg: [0, 5, 10, 20, 30, 40, 60, 80, 100, 140, 180, 220, 260, 300],
  lb: [0, 10, 25, 45, 70, 95, 135, 185, 225, 315, 405, 495, 585, 675],
};

export interface PrescriptionsAtLoad {
  readonly prescription: Prescription;
  readonly kg: number;
  readonly built: boolean;
}

/** The coming prescriptions by their implement, one for each load of a lift. */
export function prescriptionsByLoad(prescriptions: readonly Prescription[]): Map<string, PrescriptionsAtLoad[]> {
  const by = new Map<string, PrescriptionsAtLoad[]>();
  for (const prescription of prescriptions) {
    const seen = new Set<number>();
    for (const { kg, built, implementKey: key } of prescription.loads) {
      if (kg === null || seen.has(kg)) continue;
      seen.add(kg);
      if (key === "belt" && kg === 0) continue;
      by.set(key, [...(by.get(key) ?? []), { prescription, kg: Math.abs(kg), built }]);
    }
  }
  return by;
}

/** Each implement a row along one load scale, a mark for every weight that can be built, prescriptions below. */
export function LoadScale({
  implementLoads,
  kept,
  hanging,
  unit,
  selected,
  onSelect,
}: {
  implementLoads: readonly ImplementLoads[];
  /** As the gym is kept: marks that are gone show as holes. */
  kept: readonly ImplementLoads[];
  hanging: ReadonlyMap<string, readonly PrescriptionsAtLoad[]>;
  unit: WeightUnit;
  selected: string;
  onSelect: (key: string) => void;
}) {
  const [ref, width] = useWidth<HTMLDivElement>(800);
  const rows = kept.map((old) => ({ old, now: implementLoads.find((one) => one.key === old.key) ?? null }));
  for (const now of implementLoads) if (!kept.some((old) => old.key === now.key)) rows.push({ old: now, now });
  const most = Math.max(40, ...rows.flatMap(({ old, now }) => [old.loads.at(-1)?.kg ?? 0, now?.loads.at(-1)?.kg ?? 0]));
  const scale = scalePow()
    .exponent(0.62)
    .domain([0, most])
    .range([NAME + 14, Math.max(NAME + 200, width - 18)]);
  // Server and browser have other last decimals of a power.
  const x = (kg: number) => Math.round(scale(kg) * 100) / 100;
  const ticks = TICKS[unit].filter((tick) => kgOf(tick, unit) <= most);
  return (
    <div ref={ref} className="relative min-w-[34rem]">
      <svg width={width} height={22} aria-hidden className="block">
        {ticks.map((tick) => (
          <text key={tick} x={x(kgOf(tick, unit))} y={15} textAnchor="middle" fontSize={12} fill="var(--color-quiet)">
            {tick}
            {tick === ticks.at(-1) ? ` ${unit}` : ""}
          </text>
        ))}
      </svg>
      <ul>
        {rows.map(({ old, now }) => (
          <li key={old.key} className="relative border-t border-inset">
            <button
              type="button"
              aria-pressed={selected === old.key}
              onClick={() => onSelect(old.key)}
              className={clsx(
                "block w-full text-left",
                selected === old.key ? "bg-indigo-tint" : "hover:bg-inset/60",
                "focus-visible:outline-offset-[-2px]",
              )}
            >
              <span className="sr-only">{threadWords(old, now, unit)}</span>
              <ImplementRow
                old={old}
                now={now}
                x={x}
                width={width}
                ticks={ticks}
                unit={unit}
                hanging={hanging.get(old.key) ?? []}
              />
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}

function threadWords(old: ImplementLoads, now: ImplementLoads | null, unit: WeightUnit): string {
  const loads = now?.loads ?? [];
  const gone = old.loads.filter((load) => !loads.some((one) => Math.abs(one.kg - load.kg) < 0.002)).length;
  if (loads.length === 0) return `${old.name}, ${old.basis}: nothing left`;
  return `${old.name}, ${old.basis}: ${loads.length} loads from ${massFigure(firstOf(loads).kg, unit, 3)} to ${massWords(lastOf(loads).kg, unit, 3)}. ${grainWords(now!, unit)}${gone > 0 ? `, ${gone} gone` : ""}`;
}

function grainWords({ grain }: ImplementLoads, unit: WeightUnit): string {
  if (grain.stepKg === null) return "one load";
  const step = `steps of ${massFigure(grain.stepKg, unit, 3)}`;
  return grain.fineFromKg === null
    ? `${step}, always coarse`
    : `${step}, 10 % or less from ${massFigure(grain.fineFromKg, unit)}`;
}

function ImplementRow({
  old,
  now,
  x,
  width,
  ticks,
  unit,
  hanging,
}: {
  old: ImplementLoads;
  now: ImplementLoads | null;
  x: (kg: number) => number;
  width: number;
  ticks: readonly number[];
  unit: WeightUnit;
  hanging: readonly PrescriptionsAtLoad[];
}) {
  const loads = now?.loads ?? [];
  const gone = old.loads.filter((load) => !loads.some((one) => Math.abs(one.kg - load.kg) < 0.002));
  const first = loads[0] ?? firstOf(old.loads);
  const last = loads.at(-1) ?? lastOf(old.loads);
  const y = 15;
  const spots = spread(hanging, x);
  const runs = runsOf(loads.map(({ kg }) => x(kg)));
  return (
    <svg width={width} height={ROW} aria-hidden className="block">
      {ticks.map((tick) => (
        <line
          key={tick}
          x1={x(kgOf(tick, unit))}
          x2={x(kgOf(tick, unit))}
          y1={0}
          y2={ROW}
          stroke="var(--color-mark)"
          strokeDasharray="1 4"
        />
      ))}
      <text x={10} y={15} fontSize={14} fontWeight={600} fill="var(--color-walnut)">
        {old.name}
      </text>
      <text x={10} y={29} fontSize={12} fill="var(--color-quiet)">
        {now ? grainWords(now, unit) : "nothing left"}
      </text>
      {loads.length > 0 ? (
        <path
          d={`M${x(first.kg) - 8} ${y}H${x(last.kg) + 8}`}
          stroke="var(--color-rule)"
          strokeWidth={1.6}
          strokeLinecap="round"
        />
      ) : null}
      {(now?.grain.gaps ?? []).map((gap) => (
        <g key={gap.fromKg}>
          <path d={`M${x(gap.fromKg) + 4} ${y}H${x(gap.toKg) - 4}`} stroke="var(--color-ground)" strokeWidth={3} />
          <path
            d={`M${x(gap.fromKg) + 5} ${y - 4}v-3H${x(gap.toKg) - 5}v3`}
            fill="none"
            stroke="var(--color-weld)"
            strokeWidth={1}
          />
          {x(gap.toKg) - x(gap.fromKg) > 22 ? (
            <text
              x={(x(gap.fromKg) + x(gap.toKg)) / 2}
              y={y + 4}
              textAnchor="middle"
              fontSize={12}
              className="narrow"
              fill="var(--color-weld)"
            >
              {massFigure(gap.toKg - gap.fromKg, unit)}
            </text>
          ) : null}
        </g>
      ))}
      {runs.map(({ from, to, count }) =>
        count < BAND_FROM ? null : (
          <g key={`${from} ${count}`}>
            <rect x={from - 3} y={y - 4} width={to - from + 6} height={8} rx={2} fill="var(--color-walnut)" />
            {to - from > 26 ? (
              <text
                x={(from + to) / 2}
                y={y - 6}
                textAnchor="middle"
                fontSize={12}
                className="narrow"
                fill="var(--color-walnut)"
              >
                {count}
              </text>
            ) : null}
          </g>
        ),
      )}
      {runs
        .filter(({ count }) => count < BAND_FROM)
        .flatMap(({ at }) => at)
        .map((place, index) => (
          <path
            key={index}
            d={`M${place} ${y - MARK}l${MARK} ${MARK}l${-MARK} ${MARK}l${-MARK} ${-MARK}z`}
            fill="var(--color-walnut)"
          />
        ))}
      {gone.map((load, index) => (
        <circle
          key={index}
          cx={x(load.kg)}
          cy={y}
          r={3.6}
          fill="var(--color-ground)"
          stroke="var(--color-weld)"
          strokeWidth={1.4}
          strokeDasharray="2 1.4"
        />
      ))}
      {spots.map(({ at, many, built }, index) => (
        <g key={index}>
          {built ? (
            <path d={`M${at - 3.5} ${y + 6}h7v${Math.min(14, 4 + 3 * many)}h-7z`} fill="var(--color-indigo)" />
          ) : (
            <path
              d={`M${at} ${y + 6}l5.5 9h-11z`}
              fill="var(--color-weld-fill)"
              stroke="var(--color-walnut)"
              strokeWidth={1}
            />
          )}
          {many > 1 && built && (spots[index + 1]?.at ?? width) - at > FOR_A_NUMBER ? (
            <text x={at + 6} y={y + 16} fontSize={12} fill="var(--color-indigo)" fontWeight={700}>
              {many}
            </text>
          ) : null}
        </g>
      ))}
    </svg>
  );
}

/** Half of a mark's width, and how near two may stand before they run into each other, in CSS pixels. */
const MARK = 3.4;
const TOO_NEAR = 6;
/** What a number beside a bar takes before the next bar. */
const FOR_A_NUMBER = 28;
/** So many that run into each other are drawn as one band with their number. */
const BAND_FROM = 4;

/** Places in runs of those that stand too near each other to be told apart. */
function runsOf(places: readonly number[]): { from: number; to: number; count: number; at: readonly number[] }[] {
  const runs: number[][] = [];
  for (const place of places) {
    const last = runs.at(-1)?.at(-1);
    if (last !== undefined && place - last < TOO_NEAR) runs.at(-1)!.push(place);
    else runs.push([place]);
  }
  return runs.map((at) => ({ from: firstOf(at), to: lastOf(at), count: at.length, at }));
}

/** Prescriptions at the same spot hang as one bar, longer the more they are, with their number where there is room for it. */
function spread(
  hanging: readonly PrescriptionsAtLoad[],
  x: (kg: number) => number,
): { at: number; many: number; built: boolean }[] {
  const spots: { at: number; many: number; built: boolean }[] = [];
  for (const { kg, built } of [...hanging].sort((a, b) => a.kg - b.kg)) {
    const at = x(kg);
    const near = spots.find((spot) => spot.built === built && Math.abs(spot.at - at) < 8);
    if (near) near.many++;
    else spots.push({ at, many: 1, built });
  }
  return spots;
}
