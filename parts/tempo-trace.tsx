import { memo } from "react";
import { decimal, sameValue, type tempoPhases } from "@/core";

const PHASE_WORDS = { lower: "lower", bottom: "pause", lift: "lift", top: "squeeze" } as const;

/** A rep's four phases as one line: down, held, up, held. */
export const TempoTrace = memo(function TempoTrace({
  phases,
  assumed,
}: {
  phases: ReturnType<typeof tempoPhases>;
  assumed: boolean;
}) {
  const total = phases.reduce((sum, phase) => sum + phase.seconds, 0);
  let x = 2;
  let y = 8;
  let path = `M${x} ${y}`;
  const marks: { x: number; words: string }[] = [];
  for (const phase of phases) {
    const to = x + (phase.seconds / total) * 216;
    const next = phase.name === "lower" ? 34 : phase.name === "lift" ? 8 : y;
    path += `C${(x + to) / 2} ${y} ${(x + to) / 2} ${next} ${to} ${next}`;
    marks.push({ x: (x + to) / 2, words: `${PHASE_WORDS[phase.name]} ${decimal(phase.seconds, 1)}` });
    x = to;
    y = next;
  }
  return (
    <section>
      <h3 className="font-bold">
        Tempo{" "}
        <span className={`font-normal text-quiet ${assumed ? "assumed" : ""}`}>
          {assumed ? "assumed, 3 s a rep" : `${decimal(total)} s a rep`}
        </span>
      </h3>
      <svg width={222} height={56} role="img" aria-label={marks.map((mark) => mark.words).join(", ")}>
        <path
          d={path}
          fill="none"
          stroke="var(--color-indigo)"
          strokeWidth={2.2}
          strokeDasharray={assumed ? "3 3" : undefined}
        />
        {marks.map((mark, index) => (
          <text key={index} x={mark.x} y={51} textAnchor="middle" fontSize={12} fill="var(--color-quiet)">
            {mark.words}
          </text>
        ))}
      </svg>
    </section>
  );
}, sameValue);
