"use client";
import { Fragment, memo, useCallback, useEffect, useMemo, useState } from "react";
import {
  allBlocks,
  type BlockTimeline,
  blockLetter,
  type Catalogue,
  clamp,
  entryAt,
  exerciseOrThrow,
  firstOf,
  formatClock,
  isWork,
  type SessionDocument,
  type Slot,
  valueAt,
  type WorkSpan,
} from "@/core";
import { sameProps } from "@/ui/same-props";
import { HatchPattern, SetBar } from "@/ui/set-bar";
import { type Latest, useLatest } from "@/ui/use-latest";
import { useWidth } from "@/ui/use-width";
import type { ComputedSession } from "@/views";
import type { Selection } from "./desk-store";
import { useSame } from "./use-same";
import {
  NAMES,
  rowsOf,
  scrolledTo,
  stopsOf,
  type TimeWindow,
  TOP,
  type WorkInterval,
  within,
  workIntervalsOf,
  zoomBy,
} from "./work-intervals";

interface Row {
  readonly slotId: string;
  readonly name: string;
  readonly y: number;
  readonly letter: string;
  readonly first: boolean;
  readonly blockRows: number;
}

const ZOOM = 1.25;

/**
 * The session over time: a line for each lift, and one path over and under them in the order of doing. To scale. Arrows step
 * through the sets as they are done, + and − go nearer, 0 shows all, Enter the block in hand; so do a pinch and the wheel with Ctrl.
 */
export function Timeline({
  document,
  computed,
  capSeconds,
  shownSeconds: longest,
  selection,
  onSelect,
}: {
  document: SessionDocument;
  computed: ComputedSession;
  capSeconds: number | null;
  /** The time that is shown where nobody went nearer. */
  shownSeconds: number;
  selection: Selection | null;
  onSelect: (at: Selection) => void;
}) {
  const [ref, width] = useWidth<HTMLDivElement>(950);
  const [hoveredKey, setHovered] = useState<string | null>(null);
  const blocks = allBlocks(document);
  const slotCount = blocks.reduce((total, block) => total + block.slots.length, 0);
  const { rowHeight, gap, height } = rowsOf(slotCount, blocks.length);
  const { catalogue } = computed.forecastContext;
  const rows = useSame(
    useMemo(() => layRows(document, catalogue, rowHeight, gap), [document, catalogue, rowHeight, gap]),
  );
  const yOf = useMemo(() => new Map(rows.map(({ slotId, y }) => [slotId, y])), [rows]);
  const [asked, setWindow] = useState<TimeWindow | null>(null);
  const window = within(asked ?? { fromSeconds: 0, seconds: longest }, longest);
  const scale = Math.max(1, width - NAMES - 12) / window.seconds;
  const x = (seconds: number) => NAMES + (seconds - window.fromSeconds) * scale;
  const bouts = useMemo(() => workIntervalsOf(document, computed), [document, computed]);
  const stops = useMemo(() => stopsOf(bouts), [bouts]);
  const hovered = hoveredKey === null ? null : (bouts.find(({ key }) => key === hoveredKey) ?? null);
  const byBlock = useMemo(() => boutsByBlock(bouts), [bouts]);
  const at = stops.findIndex(({ span }) => span.slotId === selection?.slotId && span.round === selection.round);
  const warmUp = computed.timeline.between.find((span) => span.kind === "warmUp");
  const on = useLatest({ select: onSelect, hover: setHovered });
  const summary = `${formatClock(computed.timeline.seconds)}, ${slotCount} ${slotCount === 1 ? "lift" : "lifts"} in ${blocks.length} ${blocks.length === 1 ? "block" : "blocks"}`;
  const nearer = useCallback(
    (factor: number, atSeconds: number) =>
      setWindow((before) => {
        const next = zoomBy(before ?? { fromSeconds: 0, seconds: longest }, factor, atSeconds, longest);
        return next.seconds >= longest - 1e-6 ? null : next;
      }),
    [longest],
  );
  // The wheel scrolls the page, unless Ctrl is held or two fingers pinch: then it is the timeline's, and not the browser's.
  useEffect(() => {
    const drawing = ref.current;
    if (!drawing) return;
    const onWheel = (event: WheelEvent) => {
      if (!event.ctrlKey && !event.metaKey) return;
      event.preventDefault();
      const left = event.clientX - drawing.getBoundingClientRect().left;
      nearer(ZOOM ** (-event.deltaY / 40), window.fromSeconds + Math.max(0, left - NAMES) / scale);
    };
    drawing.addEventListener("wheel", onWheel, { passive: false });
    return () => drawing.removeEventListener("wheel", onWheel);
  });
  const step = (to: number) => {
    const stop = stops[clamp(to, 0, stops.length - 1)];
    if (!stop) return;
    onSelect({ slotId: stop.span.slotId, round: stop.span.round });
    if (asked) setWindow(scrolledTo(window, stop.fromSeconds, stop.fromSeconds + stop.span.seconds, longest));
  };
  const middle = (): number => stops[at]?.fromSeconds ?? window.fromSeconds + window.seconds / 2;
  const blockInHand = () => {
    const found = computed.timeline.blocks.find(({ timeline }) =>
      timeline.block.slots.some(({ id }) => id === selection?.slotId),
    );
    if (found) setWindow({ fromSeconds: found.startSeconds - 10, seconds: found.timeline.seconds + 20 });
  };
  const onKeyDown = (event: React.KeyboardEvent) => {
    const act = new Map([
      ["ArrowRight", () => step(at + 1)],
      ["ArrowLeft", () => step(at - 1)],
      ["Home", () => step(0)],
      ["End", () => step(stops.length - 1)],
      ["+", () => nearer(ZOOM, middle())],
      ["-", () => nearer(1 / ZOOM, middle())],
      ["0", () => setWindow(null)],
      ["Enter", blockInHand],
    ]).get(event.key);
    if (!act || event.ctrlKey || event.metaKey) return;
    event.preventDefault();
    act();
  };
  return (
    <div
      ref={ref}
      role="slider"
      tabIndex={0}
      aria-label={`Timeline: ${summary}`}
      aria-valuemin={0}
      aria-valuemax={Math.max(0, stops.length - 1)}
      aria-valuenow={Math.max(0, at)}
      aria-valuetext={stops[at]?.words() ?? "no set is chosen"}
      onKeyDown={onKeyDown}
      className="relative border-b border-line [contain:layout_style]"
    >
      <svg width={width} height={height} aria-hidden className="isolate block">
        <HatchPattern />
        <clipPath id="timeline-time">
          <rect x={NAMES - 6} y={0} width={Math.max(0, width - NAMES + 6)} height={height} />
        </clipPath>
        <Minutes
          fromSeconds={window.fromSeconds}
          untilSeconds={longest}
          scale={scale}
          capSeconds={capSeconds}
          width={width}
          height={height}
        />
        <Names rows={rows} rowHeight={rowHeight} width={width} />
        <g clipPath="url(#timeline-time)">
          {warmUp ? (
            <g>
              <rect
                x={x(0)}
                y={TOP}
                width={x(warmUp.seconds) - x(0)}
                height={height - TOP - 6}
                fill="var(--color-ground)"
                stroke="var(--color-rule)"
                strokeDasharray="3 2.5"
              />
              <text
                x={x(warmUp.seconds / 2)}
                y={height / 2 + 10}
                textAnchor="middle"
                fontSize={11}
                className="narrow"
                fill="var(--color-quiet)"
              >
                {formatClock(warmUp.seconds)}
              </text>
            </g>
          ) : null}
          {computed.timeline.blocks.map(({ startSeconds, timeline }) => (
            // Each block is drawn from its own beginning: what comes before it only moves it along.
            <g key={timeline.block.id} transform={`translate(${x(startSeconds)} 0)`}>
              <BlockWork
                timeline={timeline}
                bouts={byBlock.get(timeline.block.id) ?? []}
                shares={(byBlock.get(timeline.block.id) ?? []).map(({ span }) => shareOf(span, computed))}
                yOf={yOf}
                scale={scale}
                room={rowHeight}
                selection={timeline.block.slots.some(({ id }) => id === selection?.slotId) ? selection : null}
                on={on}
              />
            </g>
          ))}
        </g>
      </svg>
      {hovered ? (
        <p
          role="tooltip"
          className="narrow pointer-events-none absolute z-30 max-w-[26rem] border border-walnut bg-surface px-2 py-0.5"
          style={{
            left: clamp(x(hovered.fromSeconds) - 60, 8, Math.max(8, width - 330)),
            top: (yOf.get(hovered.span.slotId) ?? 0) + rowHeight,
          }}
        >
          {hovered.words()}
        </p>
      ) : null}
      {asked ? (
        <button
          type="button"
          tabIndex={-1}
          onClick={() => setWindow(null)}
          className="narrow absolute top-0.5 left-2 min-h-6 bg-ground text-quiet underline underline-offset-2"
        >
          all of it
        </button>
      ) : null}
    </div>
  );
}

const nameOf = (slot: Slot, catalogue: Catalogue): string => {
  const name = exerciseOrThrow(catalogue, slot.exerciseId).name;
  return name.length > 23 ? `${name.slice(0, 22)}…` : name;
};

function layRows(document: SessionDocument, catalogue: Catalogue, rowHeight: number, gap: number): Row[] {
  let y = TOP + rowHeight / 2 + 2;
  return allBlocks(document).flatMap((block, index) => {
    const rows = block.slots.map((slot, place): Row => {
      const row = {
        slotId: slot.id,
        name: nameOf(slot, catalogue),
        y,
        letter: blockLetter(index),
        first: place === 0,
        blockRows: block.slots.length,
      };
      y += rowHeight;
      return row;
    });
    y += gap;
    return rows;
  });
}

/** The ground that work is drawn on: minutes, and what is beyond the time there is. */
const Minutes = memo(function Minutes({
  fromSeconds,
  untilSeconds,
  scale,
  capSeconds,
  width,
  height,
}: {
  fromSeconds: number;
  untilSeconds: number;
  /** CSS pixels a second. */
  scale: number;
  capSeconds: number | null;
  width: number;
  height: number;
}) {
  const x = (seconds: number) => NAMES + (seconds - fromSeconds) * scale;
  const every =
    [15, 30, 60, 300, 600, 900, 1800].find((seconds) => seconds * scale >= (seconds < 60 ? 46 : 30)) ?? 3600;
  const ticks = Array.from({ length: Math.floor(untilSeconds / every) + 1 }, (_, i) => i * every);
  return (
    <g clipPath="url(#timeline-time)">
      {capSeconds !== null ? (
        <rect
          x={x(capSeconds)}
          y={TOP - 4}
          width={Math.max(0, width - x(capSeconds))}
          height={height}
          fill="var(--color-weld-tint)"
        />
      ) : null}
      {ticks.map((tick) => (
        <Fragment key={tick}>
          <line x1={x(tick)} x2={x(tick)} y1={TOP - 4} y2={height} stroke="var(--color-inset)" />
          <text x={x(tick)} y={13} textAnchor="middle" fontSize={11} fill="var(--color-quiet)">
            {every < 60 ? formatClock(tick) : tick / 60}
          </text>
        </Fragment>
      ))}
      {capSeconds !== null ? (
        <line
          x1={x(capSeconds)}
          x2={x(capSeconds)}
          y1={TOP - 8}
          y2={height}
          stroke="var(--color-walnut)"
          strokeDasharray="1.5 3"
          strokeWidth={2}
        />
      ) : null}
    </g>
  );
});

/** The lifts' names, their lines, and what stands together. */
const Names = memo(function Names({
  rows,
  rowHeight,
  width,
}: {
  rows: readonly Row[];
  rowHeight: number;
  width: number;
}) {
  return rows.map((row) => (
    <Fragment key={row.slotId}>
      {row.first ? (
        <>
          <text
            x={8}
            y={row.y + 4}
            fontSize={Math.min(13, rowHeight * row.blockRows)}
            fontWeight={700}
            fill="var(--color-walnut)"
          >
            {row.letter}
          </text>
          <line
            x1={24}
            x2={24}
            y1={row.y - rowHeight / 2 + 2}
            y2={row.y + rowHeight * (row.blockRows - 0.5) - 2}
            stroke="var(--color-walnut)"
            strokeWidth={1.5}
          />
        </>
      ) : null}
      <text x={30} y={row.y + 4} fontSize={Math.min(11.5, rowHeight)} className="narrow" fill="var(--color-walnut)">
        {row.name}
      </text>
      <line x1={NAMES} x2={width - 8} y1={row.y} y2={row.y} stroke="var(--color-line)" strokeWidth={1.2} />
    </Fragment>
  ));
});

function boutsByBlock(bouts: readonly WorkInterval[]): ReadonlyMap<string, readonly WorkInterval[]> {
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
const BlockWork = memo(
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
function shareOf(span: WorkSpan, computed: ComputedSession): number {
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
          stroke="var(--color-weld-fill)"
          strokeWidth={2}
        />
      ) : null}
    </g>
  );
}
