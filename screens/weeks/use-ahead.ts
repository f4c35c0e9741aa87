"use client";
import { useEffect, useState } from "react";
import { addDays, type PlanDocument, runInPieces } from "@/core";
import { useHydrated } from "@/ui/use-hydrated";
import { isReadBefore, NOTHING_AHEAD, type WeeksView, weeksSteps } from "@/views";

/** Days that are shown at a time while a plan is worked out. */
const DAYS_AT_A_TIME = 56;

/**
 * The last date up to which the weeks ahead are worked out; null: to the plan's end. A page is there with what was done; what is
 * to come is worked out in pieces, so that no plan however long keeps the page, or the server, from answering.
 */
export function useAhead(view: WeeksView, plan: PlanDocument): string | null {
  // The server works nothing out, and the page begins as it came from there.
  const isHydrated = useHydrated();
  const [until, setUntil] = useState<string | null>(() => (isHydrated && isReadBefore(view) ? null : NOTHING_AHEAD));
  // biome-ignore lint/correctness/useExhaustiveDependencies: what is shown is what this sets; a change costs only what hangs on it
  useEffect(() => {
    if (until === null) return;
    let isStopped = false;
    let shown = view.today;
    let known = view.today;
    const steps = weeksSteps(plan, view, (date) => {
      known = date;
    });
    const turn = async () => {
      // The day that is being worked out may have a further session.
      const whole = addDays(known, -1);
      if (!isStopped && whole >= addDays(shown, DAYS_AT_A_TIME)) {
        shown = whole;
        setUntil(whole);
      }
      await othersTurn();
      if (isStopped) steps.return();
    };
    // Where it breaks, the page works the rest out itself and its error boundary says so.
    const end = () => {
      if (!isStopped) setUntil(null);
    };
    void runInPieces(steps, () => performance.now(), turn).then(end, end);
    return () => {
      isStopped = true;
    };
  }, [view, plan]);
  return until;
}

/** Lets whatever waits be done first: input, frames, answers. */
const othersTurn = (): Promise<void> =>
  new Promise((done) => {
    const { port1, port2 } = new MessageChannel();
    port1.onmessage = () => {
      port1.close();
      done();
    };
    port2.postMessage(null);
  });
