"use client";
import { createContext, type ReactNode, useContext } from "react";
import type { Duty } from "@/views";

const Context = createContext<Duty>("owner");

/** Says to everything within what whoever looks may do here; the server has the last word. */
export function DutyProvider({ duty, children }: { duty: Duty; children: ReactNode }) {
  return <Context.Provider value={duty}>{children}</Context.Provider>;
}

export const useDuty = (): Duty => useContext(Context);

/** The page of a session that is to come: the desk, or for who may not change it the floor. */
export function useSessionHref(): (sessionId: string) => string {
  const mayPlan = useMayPlan();
  return (sessionId) => (mayPlan ? `/session/${sessionId}` : `/floor?s=${sessionId}`);
}

/** Whether whoever looks may change plans, sessions and clients: an assistant sees them and runs the floor. */
export const useMayPlan = (): boolean => useDuty() !== "assistant";
