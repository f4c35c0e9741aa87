"use client";
import { type KeyboardEvent, type MouseEvent, type PointerEvent, useEffect, useRef, useState } from "react";
import type { Period } from "@/views";

/** A period chosen on the heads of the weeks: dragged over, or a week and with Shift another; again, or Escape, for none. */
export function useBrush(period: Period | null, onChange: (period: Period | null) => void) {
  const anchor = useRef<number | null>(null);
  const [isDragging, setDragging] = useState(false);
  useEffect(() => {
    if (!isDragging) return;
    const stop = () => setDragging(false);
    window.addEventListener("pointerup", stop);
    return () => window.removeEventListener("pointerup", stop);
  }, [isDragging]);
  const to = (week: number) => {
    const from = anchor.current ?? week;
    onChange({ from: Math.min(from, week), until: Math.max(from, week) });
  };
  const press = (week: number, extends_: boolean) => {
    if (!extends_ && period?.from === week && period.until === week) return onChange(null);
    if (!extends_ || anchor.current === null) anchor.current = week;
    to(week);
  };
  return {
    has: (week: number) => period !== null && week >= period.from && week <= period.until,
    on: (week: number) => ({
      onPointerDown: (event: PointerEvent<HTMLElement>) => {
        if (event.button !== 0) return;
        // A finger holds on to where it went down; the weeks it comes over must be told.
        event.currentTarget.releasePointerCapture?.(event.pointerId);
        press(week, event.shiftKey);
        setDragging(true);
      },
      onPointerEnter: () => isDragging && to(week),
      // A reader's click has no pointer behind it.
      onClick: (event: MouseEvent<HTMLElement>) => {
        if (event.detail === 0 && !(event.nativeEvent instanceof window.PointerEvent && event.nativeEvent.pointerType))
          press(week, event.shiftKey);
      },
      onKeyDown: (event: KeyboardEvent) => {
        if (event.key === "Escape") onChange(null);
        else if (event.key === "Enter" || event.key === " ") press(week, event.shiftKey);
        else return;
        event.preventDefault();
      },
    }),
  };
}
