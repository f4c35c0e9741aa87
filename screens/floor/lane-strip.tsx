"use client";
import { type Lane, setsAhead } from "@/core";

export const MINUTES_BACK = 4;
export const MINUTES_AHEAD = 16;

/** Where a minute from now lies on the strip, from 0 to 1. */
export const minutesAt = (minutes: number): number => (minutes + MINUTES_BACK) / (MINUTES_BACK + MINUTES_AHEAD);

const WIDTH = 1000;
const HEIGHT = 56;
const xOf = (seconds: number): number => WIDTH * minutesAt(seconds / 60);
/** A set that was saved is drawn as long as a set takes about. */
const DONE_SECONDS = 30;

/** A session along the minutes: what was done filled, what is in hand at the mark of now, what is ahead in outline. */
export function LaneStrip({ lane, now, className }: { lane: Lane; now: number; className: string }) {
  const { performed } = lane;
  const done = [...performed.sets.values()].map(({ atMs }) => (atMs - now) / 1000 - DONE_SECONDS);
  const ahead = setsAhead(lane).filter(({ startSeconds }) => startSeconds < MINUTES_AHEAD * 60);
  const isBegun = performed.startedAtMs !== null || performed.sets.size > 0;
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} preserveAspectRatio="none" aria-hidden className={`h-14 ${className}`}>
      <line
        x1={0}
        x2={WIDTH}
        y1={HEIGHT - 6}
        y2={HEIGHT - 6}
        stroke="var(--floor-line)"
        vectorEffect="non-scaling-stroke"
      />
      {[...new Set(done)].map((start) =>
        start < -MINUTES_BACK * 60 - DONE_SECONDS ? null : (
          <rect
            key={start}
            x={xOf(start)}
            y={14}
            width={xOf(start + DONE_SECONDS) - xOf(start)}
            height={HEIGHT - 20}
            fill="var(--floor-done)"
          />
        ),
      )}
      {isBegun || performed.ended
        ? ahead.map(({ slotId, round, isRamp, startSeconds, seconds }, index) => {
            const isNow = startSeconds <= 0 && lane.restLeftSeconds === null;
            return (
              <rect
                key={`${slotId} ${round} ${index}`}
                x={xOf(startSeconds)}
                y={isRamp ? 26 : 14}
                width={Math.max(3, xOf(startSeconds + seconds) - xOf(startSeconds))}
                height={HEIGHT - (isRamp ? 32 : 20)}
                fill={isNow ? "var(--floor-now)" : "var(--floor-ground)"}
                stroke={isNow ? "var(--floor-now)" : "var(--floor-plan)"}
                strokeDasharray={isRamp ? "3 3" : undefined}
                vectorEffect="non-scaling-stroke"
              />
            );
          })
        : null}
      <line
        x1={xOf(0)}
        x2={xOf(0)}
        y1={0}
        y2={HEIGHT}
        stroke="var(--floor-now)"
        strokeWidth={2}
        vectorEffect="non-scaling-stroke"
      />
    </svg>
  );
}
