import { memo } from "react";

/** The bar of one piece of work: form carries meaning, colour never alone. Coordinates in CSS pixels. */
type BarForm = "solid" | "dashed" | "outline" | "hatched";

interface BarProps {
  readonly x: number;
  readonly width: number;
  /** The line the bar stands on. */
  readonly base: number;
  readonly height: number;
  readonly form: BarForm;
  readonly flatCap?: boolean;
  readonly frayed?: boolean;
  /** One of the two half-bars of work done on each side. */
  readonly half?: "upper" | "lower";
  readonly colour?: string;
  readonly selected?: boolean;
}

export const SetBar = memo(function SetBar({
  x,
  width,
  base,
  height,
  form,
  flatCap,
  frayed,
  half,
  colour = "var(--color-indigo)",
  selected,
}: BarProps) {
  const tall = form === "hatched" ? height / 2 : height;
  const full = half ? Math.max(3, tall / 2 - 0.75) : tall;
  const top = half === "upper" ? base - tall : base - full;
  const right = x + width;
  const shape =
    frayed && width > 2
      ? `M${x} ${top}H${right - 1.5}l1.5 ${full / 6}l-2 ${full / 6}l2.5 ${full / 6}l-2.5 ${full / 6}l2 ${full / 6}l-1.5 ${full / 6}H${x}Z`
      : `M${x} ${top}H${right}V${top + full}H${x}Z`;
  return (
    <>
      {selected ? (
        <rect
          x={x - 3}
          y={base - tall - 3}
          width={width + 6}
          height={tall + 6}
          fill="none"
          stroke="var(--color-walnut)"
          strokeWidth={1.5}
        />
      ) : null}
      <path
        d={shape}
        fill={form === "solid" ? colour : form === "hatched" ? "url(#hatch)" : "var(--color-ground)"}
        stroke={form === "solid" ? "none" : colour}
        strokeWidth={1}
        strokeDasharray={form === "dashed" ? "2 1.5" : undefined}
      />
      {flatCap ? <rect x={x - 1.5} y={top - 3} width={width + 3} height={2} fill={colour} /> : null}
    </>
  );
});

/** Put once in an SVG that draws hatched bars. */
export const HatchPattern = memo(function HatchPattern({ colour = "var(--color-indigo)" }: { colour?: string }) {
  return (
    <defs>
      <pattern id="hatch" width={4} height={4} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <rect width={4} height={4} fill="var(--color-ground)" />
        <line x1={0} x2={0} y1={0} y2={4} stroke={colour} strokeWidth={2.4} />
      </pattern>
    </defs>
  );
});
