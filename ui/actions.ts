"use client";
import { useEffect } from "react";
import type { Latest } from "./use-latest";

/** Something that can be done on the screen that is open, by name. */
export interface Action {
  readonly name: string;
  readonly run: () => void;
}

const offered = new Set<Latest<() => readonly Action[]>>();

/** What is open offers now, a screen before its parts; whoever lists actions asks when it lists them. */
export const actionsNow = (): Action[] => [...offered].reverse().flatMap(({ now }) => now());

/** Offers actions for as long as the screen is open. */
export function useActions(actions: Latest<() => readonly Action[]>): void {
  useEffect(() => {
    offered.add(actions);
    return () => {
      offered.delete(actions);
    };
  }, [actions]);
}
