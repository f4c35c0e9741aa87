"use client";
import { useRef } from "react";

/** What is newest of something that is another at every edit. The handle stays the same, so what holds it need not be drawn again. */
export interface Latest<T> {
  readonly now: T;
}

/** For what is done on an event; what is drawn goes by what it is given. */
export function useLatest<T>(value: T): Latest<T> {
  const latest = useRef({ now: value });
  latest.current.now = value;
  return latest.current;
}
