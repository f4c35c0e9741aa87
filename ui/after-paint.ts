"use client";
import { useEffect, useState } from "react";

/** Where no frame is drawn, as in a tab behind others, it is done after this long. */
const NO_FRAME_MS = 200;

/** Does it once the next frame is on the screen; what it returns calls it off. */
export function afterPaint(work: () => void): () => void {
  let due = setTimeout(() => {
    cancelAnimationFrame(frame);
    work();
  }, NO_FRAME_MS);
  const frame = requestAnimationFrame(() => {
    clearTimeout(due);
    due = setTimeout(work, 0);
  });
  return () => {
    cancelAnimationFrame(frame);
    clearTimeout(due);
  };
}

/** The value of the frame before: what is looked at second is drawn after what is looked at first. */
export function useAfterPaint<T>(value: T): T {
  const [shown, show] = useState(value);
  useEffect(() => (shown === value ? undefined : afterPaint(() => show(value))), [shown, value]);
  return shown;
}
