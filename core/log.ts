/** What was done, as the core sees it: sets of a lift on a day, oldest first. */
import type { E1rmEstimate } from "./load/e1rm";
import { estimateE1rm } from "./load/e1rm";
import type { Settings } from "./settings";
import { round } from "./units";

export type FormReport = "held" | "slipped" | "broke";

/** One performed set of a lift. Loads are prescribed figures in kg (per hand, added to the body …). */
export interface LoggedSet {
  readonly setId: string;
  readonly round: number;
  readonly loadKg: number;
  /** The load as a curve sees it: body and added load together for bodyweight moves; null when unknown. */
  readonly curveKg: number | null;
  /** Reps of the first segment; of the weaker side when sides differ. */
  readonly reps: number;
  /** Reps of all segments and sides. */
  readonly totalReps: number;
  /** Seconds of a hold or timed set; null for reps. */
  readonly seconds: number | null;
  readonly rir: number | null;
  readonly form: FormReport;
  readonly pain: number;
  /** What was asked of the first segment; null where nothing was (max reps). */
  readonly target: { readonly low: number; readonly high: number } | null;
  readonly targetRir: number | null;
  readonly working: boolean;
  /** Not straight after work for the same muscles, and not a continuation. */
  readonly fresh: boolean;
}

/** One lift on one day: what a progression rule and a record read. */
export interface Exposure {
  readonly date: string;
  readonly sessionId: string;
  /** Working sets that were asked for; fewer may have been done. */
  readonly plannedSets: number;
  readonly sets: readonly LoggedSet[];
}

export interface ExposureEstimate extends E1rmEstimate {
  readonly date: string;
}

/**
 * The day's e1RM: from the first fresh hard set of the lift; where every fresh set was easy, from the first of them, as a
 * weak estimate. Null when no set speaks.
 */
export function exposureE1rm(exposure: Exposure, settings: Settings): ExposureEstimate | null {
  const fresh = exposure.sets.filter((set) => set.working && set.fresh && set.curveKg !== null && set.rir !== null);
  const hard = fresh.filter((set) => set.rir! <= settings.hardSetRir);
  for (const set of [...hard, ...fresh]) {
    const estimate = estimateE1rm(set.curveKg!, set.reps, set.rir!, settings.e1rmFormula);
    if (estimate) return { ...estimate, date: exposure.date };
  }
  return null;
}

export interface LiftRecord {
  /** What the client can do now for one rep, in curve kg, with a band of one standard error each way; null: no data. */
  readonly e1rmKg: number | null;
  readonly bandKg: readonly [number, number] | null;
  readonly estimates: readonly ExposureEstimate[];
  readonly exposures: readonly Exposure[];
  /** Best estimate from sets that may set a record. */
  readonly bestE1rm: ExposureEstimate | null;
}

/**
 * The lift's record. Present e1RM: the median of the last three days' estimates (good ones before weak ones), so that a
 * mistyped set or a bad day does not move it; band from their spread, never narrower than ±2.5 %.
 */
export function liftRecord(exposures: readonly Exposure[], settings: Settings): LiftRecord {
  const estimates = exposures
    .map((exposure) => exposureE1rm(exposure, settings))
    .filter((e): e is ExposureEstimate => e !== null);
  const good = estimates.filter((estimate) => estimate.quality === "good");
  const recent = (good.length > 0 ? good : estimates).slice(-3).map((estimate) => estimate.kg);
  const records = estimates.filter((estimate) => estimate.setsRecord);
  const bestE1rm = records.reduce<ExposureEstimate | null>(
    (best, next) => (best && best.kg >= next.kg ? best : next),
    null,
  );
  if (recent.length === 0) return { e1rmKg: null, bandKg: null, estimates, exposures, bestE1rm };
  const middle = median(recent);
  const half = Math.max(middle * 0.025, (Math.max(...recent) - Math.min(...recent)) / 2);
  return { e1rmKg: middle, bandKg: [round(middle - half, 1), round(middle + half, 1)], estimates, exposures, bestE1rm };
}

export function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const middle = Math.floor(sorted.length / 2);
  return sorted.length % 2 === 1 ? sorted[middle]! : (sorted[middle - 1]! + sorted[middle]!) / 2;
}
