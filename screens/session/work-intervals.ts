/** The work of a session in the order of doing, as the timeline shows and tells it; and the part of its time that is looked at. */

import {
  allBlocks,
  clamp,
  decimal,
  exerciseOrThrow,
  formatClock,
  isWork,
  type SessionDocument,
  slotLabels,
  valueAt,
  type WorkSpan,
} from "@/core";
import { cellFigure } from "@/parts/set-words";
import type { ComputedSession } from "@/views";

export interface WorkInterval {
  readonly key: string;
  readonly span: WorkSpan;
  /** From the session's beginning. */
  readonly fromSeconds: number;
  /** What it tells when it is looked at. */
  readonly words: () => string;
  /** Where what is asked falls short: the share of its reps that is likely; else null. */
  readonly likelyShare: number | null;
}

/** Height of the minutes above the rows. */
export const TOP = 22;
/** A quarter of the screen at the most, whatever stands in it. */
const MOST_HEIGHT = 196;
const FOOT = 8;

/**
 * How high each lift's row is, how far blocks are apart, and the timeline in all: rows of a reading size while they fit, then
 * closer blocks, then thinner rows, so that every lift is seen.
 */
export function rowsOf(lifts: number, blocks: number): { rowHeight: number; gap: number; height: number } {
  const room = MOST_HEIGHT - TOP - FOOT;
  const within = (low: number, high: number, wanted: number) => Math.min(high, Math.max(low, wanted));
  const gap = within(1, 5, (room - 9 * lifts) / Math.max(blocks, 1));
  const rowHeight = within(1, 19, (room - gap * blocks) / Math.max(lifts, 1));
  return { rowHeight, gap, height: TOP + lifts * rowHeight + blocks * gap + FOOT };
}

/** Where time begins on a drawing of it, in px: the names stand before. */
export const NAMES = 158;

/** Seconds in which the time that is shown grows. */
const STEP = 120;
/** A session that still takes up this share of the time that is shown leaves it as it is. */
const SCALE_KEPT_FROM = 0.85;

/**
 * The time that is shown of a session: its own or its cap's, the longer, with a little room. What was shown before stays while
 * the session fills it: a set that takes a few seconds more or less shifts nothing that comes before it.
 */
export function shownSeconds(before: number | null, seconds: number, capSeconds: number | null): number {
  const wanted = Math.ceil((Math.max(seconds, capSeconds ?? 0, 600) * 1.02) / STEP) * STEP;
  return before !== null && wanted <= before && wanted >= before * SCALE_KEPT_FROM ? before : wanted;
}

/** Every piece of work, in the order of doing. */
export function workIntervalsOf(document: SessionDocument, computed: ComputedSession): WorkInterval[] {
  const labels = slotLabels(document);
  const { catalogue } = computed.forecastContext;
  const slots = new Map(allBlocks(document).flatMap((block) => block.slots.map((slot) => [slot.id, slot] as const)));
  return computed.timeline.blocks.flatMap(({ startSeconds, timeline }) =>
    timeline.spans.filter(isWork).map((span, index): WorkInterval => {
      const fromSeconds = startSeconds + span.startSeconds;
      const slot = valueAt(slots, span.slotId);
      const forecast = computed.forecast.bySegment.get(span.segmentId);
      const likely =
        forecast?.possibleReps != null && forecast.askedReps ? forecast.possibleReps / forecast.askedReps : null;
      const words = (): string => {
        const what =
          span.kind === "ramp"
            ? "ramp"
            : `round ${span.round + 1}${span.set ? `: ${cellFigure(slot, span.set, computed.resolved.loads)}` : ""}`;
        const side = span.side === "left" || span.side === "right" ? `, ${span.side}` : "";
        const reserve =
          forecast?.expectedRir == null
            ? ""
            : forecast.expectedRir < 0
              ? `; likely ${decimal(-forecast.expectedRir, 1)} reps short`
              : `; likely ${decimal(forecast.expectedRir, 1)} in reserve`;
        return `${labels.get(span.slotId)} ${exerciseOrThrow(catalogue, span.exerciseId).name}, ${what}${side}, ${formatClock(fromSeconds)} to ${formatClock(fromSeconds + span.seconds)}${reserve}`;
      };
      return {
        key: `${span.segmentId} ${span.side} ${index}`,
        span,
        fromSeconds,
        words,
        likelyShare: likely !== null && likely < 1 ? Math.max(0, likely) : null,
      };
    }),
  );
}

/** The sets in the order of doing, each once: what the arrows step through. */
export function stopsOf(bouts: readonly WorkInterval[]): WorkInterval[] {
  const seen = new Set<string>();
  return bouts.filter(({ span }) => {
    const key = `${span.slotId} ${span.round}`;
    if (span.round < 0 || seen.has(key)) return false;
    seen.add(key);
    return true;
  });
}

/** What is looked at of a session's time. */
export interface TimeWindow {
  readonly fromSeconds: number;
  readonly seconds: number;
}

const LEAST_SECONDS = 60;

/** Nearer or further by a factor, with the time at a place staying where it is. */
export function zoomBy(window: TimeWindow, factor: number, atSeconds: number, wholeSeconds: number): TimeWindow {
  const seconds = clamp(window.seconds / factor, Math.min(LEAST_SECONDS, wholeSeconds), wholeSeconds);
  const share = window.seconds > 0 ? (atSeconds - window.fromSeconds) / window.seconds : 0;
  return within({ fromSeconds: atSeconds - share * seconds, seconds }, wholeSeconds);
}

/** Moved along, as far as there is time. */
export const within = ({ fromSeconds, seconds }: TimeWindow, wholeSeconds: number): TimeWindow => ({
  fromSeconds: clamp(fromSeconds, 0, Math.max(0, wholeSeconds - seconds)),
  seconds: Math.min(seconds, wholeSeconds),
});

/** Moved so that a span is seen. */
export function scrolledTo(
  window: TimeWindow,
  fromSeconds: number,
  toSeconds: number,
  wholeSeconds: number,
): TimeWindow {
  const margin = window.seconds * 0.05;
  if (fromSeconds < window.fromSeconds) return within({ ...window, fromSeconds: fromSeconds - margin }, wholeSeconds);
  if (toSeconds > window.fromSeconds + window.seconds)
    return within({ ...window, fromSeconds: toSeconds + margin - window.seconds }, wholeSeconds);
  return window;
}
