"use client";
import { createContext, type ReactNode, useContext } from "react";
import { type Dates, DEFAULT_REGION, datesOf, type Region } from "@/core";

const Context = createContext<Region>(DEFAULT_REGION);

/** Says to everything within how the studio writes dates, times and weights. */
export function RegionProvider({ region, children }: { region: Region; children: ReactNode }) {
  return <Context.Provider value={region}>{children}</Context.Provider>;
}

/** How this studio writes what it reads. */
export const useRegion = (): Region => useContext(Context);

/** Dates and times as this studio says them. */
export const useDates = (): Dates => datesOf(useRegion());
