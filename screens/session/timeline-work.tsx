"use client";
import { memo } from "react";
import { type BlockTimeline, entryAt, firstOf, isWork, valueAt, type WorkSpan } from "@/core";
import { sameProps } from "@/ui/same-props";
import { SetBar } from "@/ui/set-bar";
import type { Latest } from "@/ui/use-latest";
import type { ComputedSession } from "@/views";
import type { Selection } from "./desk-state";
import type { WorkInterval } from "./work-intervals";

export function boutsByBlock(bouts: readonly WorkInterval[]): ReadonlyMap<string, readonly WorkInterval[]> {
  const found = new Map<string, WorkInterval[]>();
  for (const bout of bouts) {
    const own = found.get(bout.span.blockId) ?? [];
    own.push(bout);
    found.set(bout.span.blockId, own);
  }
  return found;
}

interface BlockWorkProps {
  readonly timeline: BlockTimeline;
  readonly bouts: readonly WorkInterval[];
  /** Of each bout, its load relative to the lift's e1RM. */
  readonly shares: readonly number[];
  readonly yOf: ReadonlyMap<string, number>;
  readonly scale: number;
  /** Height of a lift's row, in px. */
  readonly room: number;
  /** A set of this block that is chosen. */
  readonly selection: Selection | null;
  readonly on: WorkProps["on"];
}

/** A block's path and its work intervals, from its own beginning; drawn again where one of them is another. */
export const BlockWork = memo(
  function BlockWork({ timeline, bouts, shares, yOf, scale, room, selection, on }: BlockWorkProps) {
    return (
      <>
        <SetBand timeline={timeline} yOf={yOf} scale={scale} />
        {bouts.map((bout, index) => {
          const { span } = bout;
          return (
            <Work
              key={bout.key}
              bout={bout}
              x={span.startSeconds * scale}
              width={Math.max(2.5, span.seconds * scale)}
              y={valueAt(yOf, span.slotId)}
              room={room}
              share={entryAt(shares, index)}
              selected={selection !== null && selection.slotId === span.slotId && selection.round === span.round}
              on={on}
            />
          );
        })}
      </>
    );
  },
  ({ bouts: were, shares: had, ...before }, { bouts: are, shares: have, ...after }) => {
    return (
      sameProps(before, after) &&
      were.length === are.length &&
      are.every((bout, index) => isSameBout(entryAt(were, index), bout) && had[index] === have[index])
    );
  },
);

const isSameBout = (a: WorkInterval, b: WorkInterval): boolean =>
  a.key === b.key && a.span === b.span && a.likelyShare === b.likelyShare;

/** A block's path, on a ground that parts it from what it crosses. */
const SetBand = memo(function SetBand({
  timeline,
  yOf,
  scale,
}: {
  timeline: BlockTimeline;
  yOf: ReadonlyMap<string, number>;
  scale: number;
}) {
  const path = pathThrough(
    timeline.spans.filter(isWork),
    yOf,
    (span) => span.startSeconds * scale,
    (span) => (span.startSeconds + span.seconds) * scale,
  );
  return (
    <>
      <path d={path} fill="none" stroke="var(--color-ground)" strokeWidth={5} />
      <path d={path} fill="none" stroke="var(--color-walnut)" strokeWidth={1.3} />
    </>
  );
});

/** One path through the bars in the order of doing. */
function pathThrough(
  work: readonly WorkSpan[],
  yOf: ReadonlyMap<string, number>,
  from: (span: WorkSpan) => number,
  to: (span: WorkSpan) => number,
): string {
  let path = "";
  work.forEach((span, index) => {
    const y = valueAt(yOf, span.slotId);
    if (index === 0) path += `M${from(span)} ${y}`;
    path += `L${to(span)} ${y}`;
    const next = work[index + 1];
    if (!next) return;
    const nextY = valueAt(yOf, next.slotId);
    const x0 = to(span);
    const x1 = from(next);
    if (nextY === y) path += `L${x1} ${y}`;
    else path += `C${x0 + (x1 - x0) * 0.75} ${y} ${x0 + (x1 - x0) * 0.25} ${nextY} ${x1} ${nextY}`;
  });
  return path;
}

/** Load relative to the lift's e1RM; without a record, a cut still stands lower than the part it follows. */
export function shareOf(span: WorkSpan, computed: ComputedSession): number {
  const load = computed.resolved.loads.get(span.segmentId);
  if (load?.shareOfE1rm != null) return load.shareOfE1rm;
  const known = 0.6;
  if (span.segmentIndex === 0) return known;
  const first = span.set && computed.resolved.loads.get(firstOf(span.set.segments).id);
  if (!load?.kg || !first?.kg) return known * 0.8 ** span.segmentIndex;
  return load.kg > 0 && first.kg > 0 ? known * Math.min(1.2, load.kg / first.kg) : known;
}

interface WorkProps {
  readonly bout: WorkInterval;
  readonly x: number;
  readonly width: number;
  readonly y: number;
  readonly room: number;
  readonly share: number;
  readonly selected: boolean;
  readonly on: Latest<{ readonly select: (at: Selection) => void; readonly hover: (key: string | null) => void }>;
}

/** One bout; drawn again where it, or its place, is another. */
const Work = memo(DrawnWork, ({ bout: a, ...before }, { bout: b, ...after }) => {
  return sameProps(before, after) && isSameBout(a, b);
});

function DrawnWork({ bout, x, width, y, room, share, selected, on }: WorkProps) {
  const { span, likelyShare } = bout;
  const { segment: amount } = span;
  const height =
    span.kind === "ramp" ? room * 0.36 : Math.max(5, Math.min(room - 3, (room - 3) * (0.25 + share * 0.8)));
  const kind = amount?.amount.kind;
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: the arrows on the timeline are the keyboard's way to the same
    <g
      onClick={() => on.now.select({ slotId: span.slotId, round: Math.max(0, span.round) })}
      onPointerEnter={() => on.now.hover(bout.key)}
      onPointerLeave={() => on.now.hover(null)}
      className="cursor-pointer"
      transform={`translate(${x} 0)`}
    >
      <SetBar
        x={0}
        width={width}
        base={y + height / 2}
        height={height}
        form={span.kind === "ramp" || !span.working ? "dashed" : amount?.rom !== "full" ? "hatched" : "solid"}
        flatCap={kind === "hold"}
        frayed={kind === "toFailure" || kind === "maxReps"}
        half={span.side === "left" ? "upper" : span.side === "right" ? "lower" : undefined}
        selected={selected && span.segmentIndex === 0}
      />
      {likelyShare !== null && span.kind !== "ramp" ? (
        // Where it is likely to end.
        <line
          x1={width * likelyShare}
          x2={width * likelyShare}
          y1={y - height / 2 - 2}
          y2={y + height / 2 + 2}
          stroke="var(--color-weld)"
          strokeWidth={2}
        />
      ) : null}
    </g>
  );
}
