"use client";
import { allBlocks, blockLetter, formatClock } from "@/core";
import { useWidth } from "@/ui/use-width";
import { useDesk } from "./use-desk";
import type { Partner } from "./use-partner";
import { NAMES } from "./work-intervals";

const LANE = 15;

/** Both in one time: each one's rounds in a lane, in turn, so that one's work stands over the other's rest. */
export function JointStrip({
  partner,
  shownSeconds,
}: {
  partner: Partner;
  /** As much time as the timeline above it shows. */
  shownSeconds: number;
}) {
  const document = useDesk((desk) => desk.document);
  const clientName = useDesk((desk) => desk.view.client.name);
  const [ref, width] = useWidth<HTMLElement>(950);
  const { joint, view } = partner;
  const scale = Math.max(1, width - NAMES - 12) / shownSeconds;
  const letters = new Map(allBlocks(document).map((block, index) => [block.id, blockLetter(index)]));
  const lanes = [
    { whose: "client" as const, name: clientName },
    { whose: "partner" as const, name: view.client.name },
  ];
  const longestRest = (whose: "client" | "partner") =>
    Math.max(0, ...joint.turns.filter((turn) => turn.whose === whose).map(({ restedSeconds }) => restedSeconds ?? 0));
  return (
    <section
      ref={ref}
      aria-label={`Together with ${view.client.name}: ${formatClock(joint.seconds)}`}
      className="border-b border-line"
    >
      <svg width={width} height={2 * LANE + 8} aria-hidden className="block">
        {lanes.map(({ whose, name }, lane) => {
          const y = 4 + lane * LANE;
          return (
            <g key={whose}>
              <text x={30} y={y + 10} fontSize={12} fill="var(--color-walnut)">
                {name.length > 23 ? `${name.slice(0, 22)}…` : name}
              </text>
              <line
                x1={NAMES}
                x2={NAMES + joint.seconds * scale}
                y1={y + 7}
                y2={y + 7}
                stroke="var(--color-mark)"
                strokeWidth={1.2}
              />
              {joint.turns
                .filter((turn) => turn.whose === whose)
                .map(({ blockId, round, startSeconds, seconds }) => (
                  <rect
                    key={`${blockId} ${round} ${startSeconds}`}
                    x={NAMES + startSeconds * scale}
                    y={y + 2}
                    width={Math.max(2, seconds * scale)}
                    height={LANE - 5}
                    fill={whose === "client" ? "var(--color-indigo)" : "var(--color-surface)"}
                    stroke="var(--color-indigo)"
                    strokeWidth={1.4}
                  >
                    <title>
                      {`${letters.get(blockId) ?? ""}, round ${round + 1}, ${name}: ${formatClock(startSeconds)} to ${formatClock(startSeconds + seconds)}`}
                    </title>
                  </rect>
                ))}
            </g>
          );
        })}
      </svg>
      <p className="px-3 pb-1 text-quiet">
        Together <strong className="text-walnut">{formatClock(joint.seconds)}</strong>,{" "}
        {joint.longerBySeconds > 0 ? `${formatClock(joint.longerBySeconds)} longer than alone` : "no longer than alone"}
        ; the longest rest is {formatClock(longestRest("client"))} for {clientName},{" "}
        {formatClock(longestRest("partner"))} for {view.client.name}.
      </p>
    </section>
  );
}
