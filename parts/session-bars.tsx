import type { WeekCell } from "@/views";

const WIDTH = 26;
const HEIGHT = 24;
const LINES = [4, 10, 16, 22];
/** More sets than these are drawn as so many. */
const MOST_SETS = 10;

/**
 * A lift of a week: a bar for each set, over and under four lines, the thicker the nearer to the maximum; slack in a
 * deload. Done is filled, planned is dashed, missed is a hole in its line.
 */
export function SessionBars({
  cell,
  isSlack,
}: {
  cell: Pick<WeekCell, "state" | "sets" | "share" | "isChanged">;
  isSlack: boolean;
}) {
  const { state, sets, share, isChanged } = cell;
  const color = state === "done" ? "var(--color-woad)" : "var(--color-indigo)";
  // As thick as it is heavy: from half of the maximum to nine tenths; where that is not known, in between.
  const thick = 1.2 + 2 * Math.min(1, Math.max(0, ((share ?? 0.7) - 0.5) / 0.4));
  // As close as there are many.
  const shown = Math.min(sets, MOST_SETS);
  const pitch = Math.min(5, (HEIGHT - 4) / Math.max(1, shown));
  // Rounded, so that server and browser write the same.
  const heights = Array.from({ length: shown }, (_, bar) => Math.round((HEIGHT - 3 - bar * pitch) * 100) / 100);
  const over = Math.min(1.6, pitch / 2);
  return (
    <svg width={WIDTH} height={HEIGHT} aria-hidden className="shrink-0">
      {/* Few shapes: a plan of two years has thousands of them. */}
      <path d={LINES.map((x) => `M${x} 0V${HEIGHT}`).join("")} stroke="var(--color-mark)" strokeWidth={1} />
      {state === "missed" || state === "away" || state === "leftOut" ? (
        <rect
          x={1.5}
          y={HEIGHT - 13}
          width={WIDTH - 3}
          height={11}
          fill="var(--color-ground)"
          stroke={state === "missed" ? "var(--color-walnut)" : "var(--color-rule)"}
          strokeDasharray={state === "missed" ? "3 2" : "1 3"}
        />
      ) : (
        <>
          <path
            d={heights
              .map((y) =>
                isSlack ? `M1 ${y - 2}Q${WIDTH / 2} ${y + 3} ${WIDTH - 1} ${y - 2}` : `M1 ${y}H${WIDTH - 1}`,
              )
              .join("")}
            stroke={color}
            strokeWidth={Math.min(thick, pitch - 0.6)}
            strokeDasharray={state === "done" ? undefined : "6 1"}
            fill="none"
          />
          <path
            d={heights
              .flatMap((y, bar) =>
                LINES.filter((_x, index) => (index + bar) % 2 === 0).map((x) => `M${x} ${y - over}V${y + over}`),
              )
              .join("")}
            stroke="var(--color-surface)"
            strokeWidth={1.2}
          />
        </>
      )}
      {isChanged ? <circle cx={WIDTH - 3} cy={3} r={2.6} fill="var(--color-walnut)" /> : null}
    </svg>
  );
}
