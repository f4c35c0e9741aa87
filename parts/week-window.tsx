import { useVirtualizer } from "@tanstack/react-virtual";
import type { RefObject } from "react";
import type { WeekColumn } from "@/views";

/** How wide a week stands, in px, and the names of lifts beside the first. */
export const WEEK_PX = 84;
const NAMES_PX = 184;
/** A plan of so many weeks is drawn whole, and by the server. */
export const MOST_WHOLE = 30;
const BEYOND = 2;

/** The weeks that are drawn: those in sight and some beyond them, between gaps that keep the width of the others. */
export interface WeekWindow {
  readonly columns: readonly WeekColumn[];
  /** Px. */
  readonly before: number;
  readonly after: number;
  readonly scrollTo: (week: number) => void;
}

/** `frame`: what scrolls from side to side; `from`: the week that is at its left at first. */
export function useWeekWindow(
  frame: RefObject<HTMLElement | null>,
  columns: readonly WeekColumn[],
  from: number,
): WeekWindow {
  const isWhole = columns.length <= MOST_WHOLE;
  const virtual = useVirtualizer({
    horizontal: true,
    enabled: !isWhole,
    count: columns.length,
    getScrollElement: () => frame.current,
    estimateSize: () => WEEK_PX,
    paddingStart: NAMES_PX,
    scrollPaddingStart: NAMES_PX,
    overscan: BEYOND,
    initialOffset: from * WEEK_PX,
    // As many as a desk shows, before anything is measured.
    initialRect: { width: 1000, height: 800 },
  });
  if (isWhole) return { columns, before: 0, after: 0, scrollTo: () => {} };
  const items = virtual.getVirtualItems();
  const [first, last] = [items[0]?.index ?? 0, items.at(-1)?.index ?? 0];
  return {
    columns: columns.slice(first, last + 1),
    before: first * WEEK_PX,
    after: (columns.length - 1 - last) * WEEK_PX,
    scrollTo: (week) => virtual.scrollToIndex(week),
  };
}

/** Stands for weeks that are not drawn. */
export const WeekGap = ({ px }: { px: number }) =>
  px > 0 ? <td aria-hidden className="p-0" style={{ minWidth: px, width: px }} /> : null;
