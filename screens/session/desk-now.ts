"use client";
import { createContext, useContext } from "react";
import type { Desk } from "./use-desk";

const Now = createContext<Desk | null>(null);

/** Around parts that are not drawn again at every edit: what is opened within them still goes by what stands now. */
export const DeskNow = Now.Provider;

export function useDeskNow(): Desk {
  const desk = useContext(Now);
  if (!desk) throw new Error("outside a desk");
  return desk;
}
