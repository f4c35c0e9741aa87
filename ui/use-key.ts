"use client";
import { useEffect } from "react";
import { useLatest } from "./use-latest";

const IN_A_FIELD = "input, textarea, select, [contenteditable=true], [role=dialog]";

/** A key of the whole screen, such as "?" or "/": acts wherever no text is written, no dialog is open and nobody took the key before. */
export function useKey(wanted: string, act: () => void): void {
  const latest = useLatest(act);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== wanted || event.defaultPrevented || event.ctrlKey || event.metaKey) return;
      if (event.target instanceof Element && event.target.closest(IN_A_FIELD)) return;
      event.preventDefault();
      latest.now();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [wanted, latest]);
}
