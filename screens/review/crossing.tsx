"use client";
import { SetBar } from "@/ui/set-bar";
import { doneSetWords, type ReviewedLift, type ReviewedSet } from "@/views";

/** What was done: its parts, and its mini-sets one after the other. */
export const notDoneWords = ({ leftOut }: ReviewedSet): string =>
  leftOut === null ? "missed" : ["left out", leftOut].filter(Boolean).join(", ");

export const doneWords = (lift: ReviewedLift, { done }: ReviewedSet): string =>
  done.map((set) => doneSetWords(lift.exercise, lift.slot, set)).join(", ");

/** CSS pixels of what was asked; reps beyond it and those left in reserve are drawn after it. */
const ASKED = 76;
const BEYOND = 34;
const HEIGHT = 20;
/** As many reps of a reserve are drawn at most. */
const MOST_RESERVE = 5;

/**
 * A set as it was asked, outlined, with what was done inside it: a cut for each rep, the edge frayed where nothing was left, and each
 * rep that was left in reserve as an open place behind it. One that was missed or left out is a dashed hole.
 */
export function Crossing({ one }: { one: ReviewedSet }) {
  const { share, done } = one;
  const last = done.at(-1);
  const reps = done.reduce((sum, set) => sum + (set.segments[0]?.reps ?? 0), 0);
  const width = Math.min(ASKED + BEYOND, share * ASKED);
  const each = reps > 0 && share > 0 ? width / reps : 0;
  const isAtEnd = last !== undefined && (last.failed || last.rir === 0);
  const reserve = Math.min(MOST_RESERVE, Math.round(last?.rir ?? 0));
  const place = Math.min(each || 6, 7);
  return (
    <svg width={ASKED + BEYOND + 4} height={HEIGHT} aria-hidden className="block">
      <rect
        x={1}
        y={4}
        width={ASKED}
        height={12}
        fill="none"
        stroke={share > 0 ? "var(--color-indigo)" : "var(--color-walnut)"}
        strokeDasharray={share > 0 ? undefined : "3 2"}
      />
      {share > 0 ? (
        <SetBar x={1} width={width} base={16} height={12} form="solid" frayed={isAtEnd} colour="var(--color-woad)" />
      ) : null}
      {each > 3
        ? Array.from({ length: reps - 1 }, (_, at) => (
            <line
              key={at}
              x1={1 + (at + 1) * each}
              x2={1 + (at + 1) * each}
              y1={4}
              y2={16}
              stroke="var(--color-ground)"
            />
          ))
        : null}
      {Array.from({ length: reserve }, (_, at) => (
        <rect
          key={at}
          x={1 + width + 1 + at * place}
          y={7}
          width={Math.max(2, place - 2)}
          height={6}
          fill="var(--color-ground)"
          stroke="var(--color-woad)"
        />
      ))}
    </svg>
  );
}
