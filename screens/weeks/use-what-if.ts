"use client";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import {
  type Assumptions,
  assumptionsFor,
  clamp,
  firstOf,
  lastOf,
  type PlanDocument,
  sameValue,
  type WhatIf,
} from "@/core";
import type { WeeksView } from "@/views";
import type { WhatIfNews, WhatIfOrder } from "./what-if.worker";

export const RUNS = 200;
/** What is to be expected of each cell is run again after each change, by fewer runs, once the hands are still. */
const EXPECTED_RUNS = 40;
const STILL_MS = 1500;

interface Found {
  readonly plan: PlanDocument;
  readonly result: WhatIf;
  /** Of the plan as it is kept, where the one looked at is changed. */
  readonly before: WhatIf | null;
}

/** The share of the client's planned sessions that were done, where there are enough to tell. */
function adherenceOf({ sessions, today }: WeeksView): number {
  const due = sessions.filter(({ state, date }) => state === "done" || date < today);
  const done = due.filter(({ state }) => state === "done").length;
  return due.length < 6 ? 0.9 : clamp(done / due.length, 0.4, 0.98);
}

export function useWhatIf(view: WeeksView, plan: PlanDocument, kept: PlanDocument) {
  const [progress, setProgress] = useState<{ done: number; of: number } | null>(null);
  const [found, setFound] = useState<Found | null>(null);
  const worker = useRef<Worker | null>(null);
  const assumptions = useMemo<Assumptions>(() => assumptionsFor(view.client.trainingAge, adherenceOf(view)), [view]);
  const cancel = useCallback(() => {
    worker.current?.terminate();
    worker.current = null;
    setProgress(null);
  }, []);
  useEffect(() => () => worker.current?.terminate(), []);
  const [expected, setExpected] = useState<Found | null>(null);
  useEffect(() => {
    let quiet: Worker | null = null;
    const timer = setTimeout(() => {
      quiet = new Worker(new URL("./what-if.worker.ts", import.meta.url));
      quiet.onmessage = ({ data }: MessageEvent<WhatIfNews>) => {
        if (data.kind !== "result") return;
        setExpected({ plan, result: firstOf(data.results), before: null });
        quiet?.terminate();
      };
      quiet.postMessage({ view, plans: [plan], assumptions, runs: EXPECTED_RUNS } satisfies WhatIfOrder);
    }, STILL_MS);
    return () => {
      clearTimeout(timer);
      quiet?.terminate();
    };
  }, [view, plan, assumptions]);
  const start = useCallback(() => {
    worker.current?.terminate();
    const own = new Worker(new URL("./what-if.worker.ts", import.meta.url));
    worker.current = own;
    const plans = plan === kept ? [kept] : [kept, plan];
    setProgress({ done: 0, of: plans.length * RUNS });
    own.onmessage = ({ data }: MessageEvent<WhatIfNews>) => {
      if (data.kind === "progress") return setProgress({ done: data.done, of: data.of });
      const result = lastOf(data.results);
      setFound({ plan, result, before: plans.length > 1 ? firstOf(data.results) : null });
      setProgress(null);
      own.terminate();
    };
    own.postMessage({ view, plans, assumptions, runs: RUNS } satisfies WhatIfOrder);
  }, [view, plan, kept, assumptions]);
  const isStale = found !== null && !isSameTraining(found.plan, plan);
  /** The best that is known of the plan as it is now. */
  const current = useMemo(
    () => [found, expected].find((one) => one !== null && isSameTraining(one.plan, plan))?.result ?? null,
    [found, expected, plan],
  );
  const cells = useMemo(
    () => new Map(current?.cells.map((one) => [cellKey(one.dayId, one.week, one.lineage), one])),
    [current],
  );
  return { progress, found, isStale, current, cells, assumptions, start, cancel };
}

/** Goals ask nothing of the sessions: what was run stays true when one is changed. */
const isSameTraining = (one: PlanDocument, other: PlanDocument): boolean =>
  one === other || sameValue({ ...one, goals: [] }, { ...other, goals: [] });

export const cellKey = (dayId: string, week: number, lineage: string): string => `${dayId} ${week} ${lineage}`;

export type WhatIfState = ReturnType<typeof useWhatIf>;
