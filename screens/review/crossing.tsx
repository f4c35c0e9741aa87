"use client";
import { type DoneSet, decimal, isBodyweight, signedKg } from "@/core";
import type { ReviewedLift, ReviewedSet } from "@/views";

/** What was done: its parts, and its mini-sets one after the other. */
export const notDoneWords = ({ leftOut }: ReviewedSet): string =>
  leftOut === null ? "missed" : ["left out", leftOut].filter(Boolean).join(", ");

export const doneWords = (lift: ReviewedLift, { done }: ReviewedSet): string =>
  done.map((set) => setWords(lift, set)).join(", ");

function setWords({ exercise, slot }: ReviewedLift, { segments }: DoneSet): string {
  const words = segments.map((segment) => {
    const kg = signedKg(segment);
    const reps =
      segment.seconds !== null
        ? `${decimal(segment.seconds)} s`
        : segment.metres !== null
          ? `${decimal(segment.metres)} m`
          : segment.rightReps === null || segment.rightReps === segment.reps
            ? String(segment.reps)
            : `${segment.reps}/${segment.rightReps}`;
    if (isBodyweight(exercise) && kg === 0) return reps;
    return `${reps} × ${kg < 0 ? "−" : isBodyweight(exercise) ? "+" : ""}${segment.load?.amount ?? "?"}`;
  });
  const swapped = segments[0] !== undefined && segments[0].exerciseId !== slot.exerciseId;
  return `${swapped ? "swapped: " : ""}${words.join(" ↘ ")}`;
}

export function Crossing({ one }: { one: ReviewedSet }) {
  const { share } = one;
  const width = 76;
  return (
    <svg width={width + 10} height={20} aria-hidden className="block">
      {[0, 1, 2, 3, 4, 5].map((i) => (
        <line key={i} x1={6 + i * 13} x2={6 + i * 13} y1={0} y2={20} stroke="var(--color-mark)" strokeWidth={2} />
      ))}
      <rect
        x={1}
        y={4}
        width={width}
        height={12}
        fill="none"
        stroke="var(--color-indigo)"
        strokeDasharray={one.leftOut !== null ? "2 2" : undefined}
      />
      {share > 0 ? <rect x={1} y={4} width={Math.min(1, share) * width} height={12} fill="var(--color-woad)" /> : null}
      {share > 1.02 ? <ellipse cx={width + 2} cy={10} rx={5} ry={8} fill="var(--color-woad)" /> : null}
      {share > 0 && share < 0.98 ? (
        <text x={width - 6} y={14} fontSize={12} fontWeight={700} fill="var(--color-walnut)">
          ▲
        </text>
      ) : null}
    </svg>
  );
}
