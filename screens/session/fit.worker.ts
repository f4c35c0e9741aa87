/** Measures off the page what would bring a session into a time, or fill it; hears one order and answers it. */
import {
  computeSession,
  type FitFound,
  fillSession,
  fitSession,
  type SessionContext,
  type TimedChange,
} from "@/contract";
import type { LongerKind, SessionDocument } from "@/core";
import { newId } from "@/device/ids";

export interface FitOrder {
  readonly document: SessionDocument;
  readonly context: SessionContext;
  readonly capSeconds: number;
}

export interface FitNews {
  readonly fit: FitFound;
  readonly fill: readonly TimedChange<LongerKind>[];
}

self.onmessage = ({ data: { document, context, capSeconds } }: MessageEvent<FitOrder>) => {
  const computed = computeSession(document, context);
  const fit = fitSession(document, context, computed, capSeconds, newId);
  const fill = fit.overSeconds < 0 ? fillSession(document, context, computed, capSeconds, newId) : [];
  self.postMessage({ fit, fill } satisfies FitNews);
};
