"use client";
import { useRef } from "react";
import { sameValue } from "@/core";

/** The value as it was first given for as long as an equal one is given: what hangs on it is not made, asked or drawn anew. */
export function useSame<T>(value: T): T {
  const kept = useRef(value);
  if (kept.current !== value && !sameValue(kept.current, value)) kept.current = value;
  return kept.current;
}
