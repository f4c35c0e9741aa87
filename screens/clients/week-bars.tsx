import { addDays } from "@/core";
import type { PlannedLine } from "@/views";

/** Lines hang all the way down; each session is a bar across them. */
export function WeekBars({
  weeks,
  sessions,
  today,
}: {
  weeks: readonly string[];
  sessions: readonly PlannedLine[];
  today: string;
}) {
  const width = 184;
  const row = 30;
  const height = weeks.length * row + 14;
  const lines = 9;
  const step = width / lines;
  return (
    <svg viewBox={`0 0 ${width} ${height}`} className="block w-full">
      <title>Sessions by week</title>
      {Array.from({ length: lines }, (_, i) => (
        <line
          key={i}
          x1={step * (i + 0.5)}
          x2={step * (i + 0.5) + (i % 2 ? 1.5 : -1.5)}
          y1={0}
          y2={height}
          stroke="var(--color-mark)"
          strokeWidth={2}
        />
      ))}
      {weeks.map((monday, week) => {
        const inWeek = sessions.filter(
          ({ date, state }) => date >= monday && date < addDays(monday, 7) && state !== "moved" && state !== "leftOut",
        );
        const each = Math.min(8.4, (row - 3) / Math.max(inWeek.length, 1));
        return inWeek.map((session, index) => {
          const y = week * row + 2 + index * each;
          const planned = session.summary?.plannedSets ?? 1;
          const share =
            session.state === "done" && session.summary ? Math.min(1, session.summary.sets / Math.max(planned, 1)) : 1;
          const length = (width - 8) * share;
          if (session.state === "done")
            return (
              <g key={index}>
                <SessionBar y={y} thick={each - 1.2} length={length} step={step} odd={(week * 3 + index) % 2 === 1} />
                {share < 1 ? (
                  <rect
                    x={4 + length}
                    y={y}
                    width={width - 8 - length}
                    height={Math.max(0.6, each - 1.2)}
                    fill="none"
                    stroke="var(--color-walnut)"
                    strokeDasharray="3 2"
                  />
                ) : null}
              </g>
            );
          const missed = session.state === "missed";
          return (
            <rect
              key={index}
              x={4}
              y={y}
              width={width - 8}
              height={Math.max(0.6, each - 1.2)}
              fill={missed ? "none" : "var(--color-ground)"}
              stroke={missed ? "var(--color-walnut)" : "var(--color-indigo)"}
              strokeWidth={session.date === today ? 2 : 1}
              strokeDasharray={missed ? "3 2" : undefined}
            />
          );
        });
      })}
    </svg>
  );
}

function SessionBar({
  y,
  thick,
  length,
  step,
  odd,
}: {
  y: number;
  thick: number;
  length: number;
  step: number;
  odd: boolean;
}) {
  const parts = [];
  for (let i = 0; i * step < length; i++) {
    const under = i % 2 === (odd ? 1 : 0);
    const from = 4 + i * step;
    const to = Math.min(4 + length, from + step);
    parts.push(
      <rect
        key={i}
        x={from + (under ? 3 : 0)}
        y={y}
        width={Math.max(0, to - from - (under ? 5 : -1))}
        height={thick}
        fill="var(--color-woad)"
      />,
    );
  }
  return <g>{parts}</g>;
}
