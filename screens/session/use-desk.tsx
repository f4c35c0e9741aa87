"use client";
import { createContext, type ReactNode, useContext, useEffect, useState } from "react";
import { useStoreWithEqualityFn } from "zustand/traditional";
import type { SessionView } from "@/views";
import type { DeskState, DeskStore } from "./desk-state";
import { createDesk } from "./desk-store";
import { type QueryWorker, useWorkerAnswer } from "./use-answers";

/** The desk that parts within go by. */
export const DeskContext = createContext<DeskStore | null>(null);
const Aside = createContext<QueryWorker | null>(null);

/** Opens the desk of a session for everything within. */
export function DeskProvider({ view, children }: { view: SessionView; children: ReactNode }) {
  const [desk] = useState(() => createDesk(view));
  useEffect(() => desk.getState().start(), [desk]);
  useEffect(() => desk.getState().open(view), [desk, view]);
  return (
    <DeskContext value={desk}>
      <AsideProvider>{children}</AsideProvider>
    </DeskContext>
  );
}

function AsideProvider({ children }: { children: ReactNode }) {
  const aside = useWorkerAnswer(useDesk((desk) => desk.view));
  return <Aside value={aside}>{children}</Aside>;
}

const within = <T,>(value: T | null): T => {
  if (value === null) throw new Error("outside a desk");
  return value;
};

/** The desk itself, for what is done on an event: `getState()` is what stands now. Nothing is drawn again for it. */
export const useDeskStore = (): DeskStore => within(useContext(DeskContext));

/** Asks what is worked out off the page. */
export const useAside = (): QueryWorker => within(useContext(Aside));

/** What a part of the screen shows of the desk; it is drawn again where that is another, or not the same by `isSame`. */
export const useDesk = <T,>(select: (desk: DeskState) => T, isSame?: (a: T, b: T) => boolean): T =>
  useStoreWithEqualityFn(useDeskStore(), select, isSame);

/** Everything of the desk, for parts that are opened for a while and show much of it. */
export const useWholeDesk = (): DeskState => useDesk((desk) => desk);
