"use client";
import { useVirtualizer } from "@tanstack/react-virtual";
import { type ReactNode, useRef } from "react";

/** The nearest element around that scrolls up and down. */
const scrollerOf = (element: HTMLElement | null): HTMLElement | null => {
  for (let around = element?.parentElement ?? null; around; around = around.parentElement)
    if (/auto|scroll/.test(getComputedStyle(around).overflowY)) return around;
  return null;
};

const BEYOND = 12;

/**
 * The body of a long table: the rows in sight and some beyond them, between two empty rows that keep its height. Rows may be of
 * different heights; each is measured when it is drawn. What is searched for or found by the keyboard is searched for by the screen.
 */
export function VirtualRows<T>({
  rows,
  keyOf,
  columns,
  height,
  className,
  children,
}: {
  rows: readonly T[];
  keyOf: (row: T) => string;
  columns: number;
  /** What a row usually takes, in px. */
  height: number;
  className?: string;
  /** The cells of a row. */
  children: (row: T) => ReactNode;
}) {
  const body = useRef<HTMLTableSectionElement>(null);
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scrollerOf(body.current),
    estimateSize: () => height,
    getItemKey: (index) => {
      const row = rows[index];
      return row === undefined ? index : keyOf(row);
    },
    overscan: BEYOND,
    // As many as a screen may show, before anything is measured.
    initialRect: { width: 800, height: 800 },
  });
  const items = virtual.getVirtualItems();
  const before = items[0]?.start ?? 0;
  const after = virtual.getTotalSize() - (items.at(-1)?.end ?? 0);
  const gap = (px: number) =>
    px > 0 ? (
      <tr aria-hidden style={{ height: px }}>
        <td colSpan={columns} />
      </tr>
    ) : null;
  return (
    <tbody ref={body}>
      {gap(before)}
      {items.map(({ key, index }) => {
        const row = rows[index];
        return row === undefined ? null : (
          <tr key={key} ref={virtual.measureElement} data-index={index} aria-rowindex={index + 2} className={className}>
            {children(row)}
          </tr>
        );
      })}
      {gap(after)}
    </tbody>
  );
}
