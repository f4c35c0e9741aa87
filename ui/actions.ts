"use client";
import { useEffect } from "react";
import type { Latest } from "./use-latest";

/** Something that can be done on the screen that is open, by name. */
export interface Action {
  readonly name: string;
  readonly run: () => void;
}

/** What a screen finds by what is typed: things to be done with what is found. */
export interface Finder {
  readonly group: string;
  readonly find: (typed: string) => Promise<readonly Action[]>;
}

/** What is open offers now, in the order in which it was opened. */
function offering<T>(): { readonly now: () => T[]; readonly useOffer: (value: Latest<T>) => void } {
  const offered = new Set<Latest<T>>();
  return {
    now: () => [...offered].map(({ now }) => now),
    useOffer: (value) =>
      useEffect(() => {
        offered.add(value);
        return () => {
          offered.delete(value);
        };
      }, [value]),
  };
}

const actions = offering<() => readonly Action[]>();
const finders = offering<Finder>();

/** What can be done here, a screen before its parts; whoever lists actions asks when it lists them. */
export const actionsNow = (): Action[] =>
  actions
    .now()
    .reverse()
    .flatMap((offer) => offer());

/** What of this screen can be looked for by typing. */
export const findersNow = (): Finder[] => finders.now();

/** Offers actions for as long as the screen is open. */
export const useActions = actions.useOffer;

/** Offers to find something for as long as the screen is open. */
export const useFinder = finders.useOffer;
