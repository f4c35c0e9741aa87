"use client";
import { useEffect, useState } from "react";

/** The value as it stood when it last stayed the same for `pauseMs`: for what is asked while somebody still types. */
export function useDebounced<T>(value: T, pauseMs: number): T {
  const [settled, setSettled] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(value), pauseMs);
    return () => clearTimeout(timer);
  }, [value, pauseMs]);
  return settled;
}
