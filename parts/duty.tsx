"use client";
import { createContext, type ReactNode, useContext } from "react";
import type { Duty } from "@/views";

const Context = createContext<Duty>("owner");

/** Provides the signed-in coach's duty to everything within, so that screens hide what they may not do; the server checks it again. */
export function DutyProvider({ duty, children }: { duty: Duty; children: ReactNode }) {
  return <Context.Provider value={duty}>{children}</Context.Provider>;
}

export const useDuty = (): Duty => useContext(Context);

/** The address of a planned session: its desk for coaches, the floor for assistants, who may not change it. */
export function useSessionHref(): (sessionId: string) => string {
  const mayPlan = useMayPlan();
  return (sessionId) => (mayPlan ? `/session/${sessionId}` : `/floor?s=${sessionId}`);
}

/** Whether the signed-in coach may change plans, sessions and clients; assistants may not. */
export const useMayPlan = (): boolean => useDuty() !== "assistant";
