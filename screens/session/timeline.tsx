"use client";
import { useCallback, useEffect, useMemo, useState } from "react";
import { allBlocks, clamp, formatClock, type SessionDocument } from "@/core";
import { HatchPattern } from "@/ui/set-bar";
import { useLatest } from "@/ui/use-latest";
import { useWidth } from "@/ui/use-width";
import type { ComputedSession } from "@/views";
import type { Selection } from "./desk-state";
import { layRows, Minutes, Names } from "./timeline-rows";
import { BlockWork, boutsByBlock, shareOf } from "./timeline-work";
import { useSame } from "./use-same";
import {
  NAMES,
  rowsOf,
  scrolledTo,
  stopsOf,
  type TimeWindow,
  TOP,
  within,
  workIntervalsOf,
  zoomBy,
} from "./work-intervals";

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
                fontSize={12}
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
          className="absolute top-0.5 left-2 min-h-6 bg-ground text-quiet underline underline-offset-2"
        >
          all of it
        </button>
      ) : null}
    </div>
  );
}
