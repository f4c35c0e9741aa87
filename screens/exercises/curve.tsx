"use client";
import { useState } from "react";
import {
  type DemandPoint,
  demandCurve,
  type Exercise,
  lowDemandStretches,
  type MixedResistance,
  type Position,
  resistanceOf,
} from "@/core";
import { useWidth } from "@/ui/use-width";

/** Torque against strength through the range, moved by a bench or a cable, or mixed with a band. */
export function Curve({ exercise, second }: { exercise: Exercise; second: Exercise | null }) {
  const [tilt, setTilt] = useState(0);
  const [band, setBand] = useState(0);
  const pull = resistanceOf(exercise);
  const position: Position =
    pull.kind === "cable" ? { cable: pull.degrees + tilt } : pull.kind === "gravity" ? { tilt } : {};
  const mix: MixedResistance[] =
    band > 0
      ? [
          { resistance: pull, part: 1 - band / 100 },
          { resistance: { kind: "band" }, part: band / 100 },
        ]
      : [{ resistance: pull, part: 1 }];
  const curve = demandCurve(exercise, position, mix);
  const shipped = demandCurve(exercise);
  const other = second ? demandCurve(second) : null;
  const [ref, width] = useWidth<HTMLDivElement>(340);
  const height = 96;
  const path = (points: readonly { at: number; demand: number }[]) =>
    `M${points.map((point) => `${8 + point.at * (width - 16)},${height - 18 - point.demand * (height - 30)}`).join("L")}`;
  const y = (figure: number) => height - 18 - figure * (height - 30);
  const pathOf = (points: readonly DemandPoint[], part: "torque" | "strength") =>
    `M${points.map((point) => `${8 + point.at * (width - 16)},${y(point[part])}`).join("L")}`;
  const area = (points: readonly DemandPoint[]) =>
    `${pathOf(points, "strength")}L${width - 8},${height - 18}L8,${height - 18}Z`;
  const moved = tilt !== 0 || band !== 0;
  const lost = lowDemandStretches(curve);
  return (
    <div ref={ref}>
      <h3 className="sr-only">Where it is hard</h3>
      <svg width={width} height={height} role="img" aria-label={hardWords(curve)}>
        <line x1={8} x2={width - 8} y1={height - 18} y2={height - 18} stroke="var(--color-rule)" />
        <line
          x1={8}
          x2={width - 8}
          y1={height - 18 - (height - 30) / 3}
          y2={height - 18 - (height - 30) / 3}
          stroke="var(--color-line)"
          strokeDasharray="3 4"
        />
        <path d={area(curve)} fill="var(--color-woad-tint)" />
        <path d={pathOf(curve, "torque")} fill="none" stroke="var(--color-woad)" strokeWidth={1.4} />
        {moved ? <path d={path(shipped)} fill="none" stroke="var(--color-rule)" strokeDasharray="4 3" /> : null}
        {other ? (
          <path d={path(other)} fill="none" stroke="var(--color-walnut)" strokeWidth={1.6} strokeDasharray="1 3" />
        ) : null}
        <path d={path(curve)} fill="none" stroke="var(--color-indigo)" strokeWidth={2.5} />
        <text x={8} y={height - 4} fontSize={12} fill="var(--color-quiet)">
          start
        </text>
        <text x={width - 8} y={height - 4} fontSize={12} textAnchor="end" fill="var(--color-quiet)">
          end of the lifting
        </text>
      </svg>
      <p className="text-quiet">
        {hardWords(curve)} {lost > 0.12 ? `Little tension for ${Math.round(100 * lost)} % of the way.` : ""}
      </p>
      <details>
        <summary className="min-h-6 cursor-pointer font-semibold">
          What it says, and what a tilt or a band would change
        </summary>
        <p className="text-quiet">
          Pale: the joint's strength there. Thin: torque. Thick: how hard it is, torque over strength.
        </p>
        {pull.kind === "even" ? null : (
          <label className="flex items-center gap-2">
            <span className="w-28">{pull.kind === "cable" ? "cable moved" : "bench or body tilted"}</span>
            <input
              type="range"
              min={-60}
              max={60}
              step={5}
              value={tilt}
              onChange={(event) => setTilt(Number(event.target.value))}
              className="h-6 flex-1 accent-[var(--color-indigo)]"
            />
            <span className="w-10 text-right">{tilt}°</span>
          </label>
        )}
        {pull.kind === "band" ? null : (
          <label className="flex items-center gap-2">
            <span className="w-28">of it from a band</span>
            <input
              type="range"
              min={0}
              max={80}
              step={10}
              value={band}
              onChange={(event) => setBand(Number(event.target.value))}
              className="h-6 flex-1 accent-[var(--color-indigo)]"
            />
            <span className="w-10 text-right">{band} %</span>
          </label>
        )}
      </details>
    </div>
  );
}

function hardWords(curve: readonly { at: number; demand: number }[]): string {
  const peak = curve.reduce((most, point) => (point.demand > most.demand ? point : most)).at;
  return peak < 0.25
    ? "Hardest at the start."
    : peak < 0.45
      ? "Hardest before the middle."
      : peak < 0.6
        ? "Hardest in the middle."
        : peak < 0.85
          ? "Hardest after the middle."
          : "Hardest at the end.";
}
