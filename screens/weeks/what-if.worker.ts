/** Performs a plan many times off the page; hears one order, and tells how far it is. */

import { type Assumptions, type PlanDocument, type WhatIf, whatIfSteps } from "@/core";
import { projectContextOf, type WeeksView } from "@/views";

export interface WhatIfOrder {
  readonly view: WeeksView;
  /** The plan as it is kept; with a change, the changed one after it: both with the same random numbers. */
  readonly plans: readonly PlanDocument[];
  readonly assumptions: Assumptions;
  readonly runs: number;
}

export type WhatIfNews =
  | { readonly kind: "progress"; readonly done: number; readonly of: number }
  | { readonly kind: "result"; readonly results: readonly WhatIf[] };

const tell = (news: WhatIfNews) => self.postMessage(news);

self.onmessage = ({ data: { view, plans, assumptions, runs } }: MessageEvent<WhatIfOrder>) => {
  const context = projectContextOf(view);
  const of = plans.length * runs;
  const results = plans.map((plan, place) => {
    const onRun = (done: number) => {
      if (done % 5 === 0) tell({ kind: "progress", done: place * runs + done, of });
    };
    const steps = whatIfSteps(plan, context, assumptions, { runs, onRun });
    for (;;) {
      const step = steps.next();
      if (step.done) return step.value;
    }
  });
  tell({ kind: "result", results });
};
