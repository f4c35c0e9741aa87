"use client";
import { useInsertionEffect, useRef } from "react";

/** What is newest of something that is another at every edit. The handle stays the same, so what holds it need not be drawn again. */
export interface Latest<T> {
  readonly now: T;
}

/** For what is done on an event; what is drawn goes by what it is given. */
export function useLatest<T>(value: T): Latest<T> {
  const latest = useRef({ now: value });
  // Before any effect that reads it; never while something is drawn, which may be drawn for nothing.
  useInsertionEffect(() => {
    latest.current.now = value;
  });
  return latest.current;
}
