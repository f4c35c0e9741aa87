/** What was done, as the core sees it: sets of a lift on a day, oldest first. */
import { round } from "../units";

export interface Tiredness {
  /** The share of the day's maximum that other lifts had taken, 0–1; of both sides the more. */
  readonly others: number;
  /** Seconds since the lift's own work before; null where there was none. */
  readonly afterSeconds: number | null;
}

/** Pain, 0–10, from which an exercise stops, and from which another takes its place. docs/handbook.md#rules */
export const STOPPING_PAIN = 4;
export const REPLACING_PAIN = 7;

export type FormReport = "held" | "slipped" | "broke";

/** One performed set of a lift. Loads are prescribed figures in kg (per hand, added to the body …). */
export interface LoggedSet {
  /** Its occurrence in the session (`occurrenceKey`). */
  readonly key: string;
  readonly round: number;
  /** Whether it answers a set that was asked for; false for one that was added. */
  readonly asked: boolean;
  readonly loadKg: number;
  /** What was asked for on the screen; left out where nothing was, or for another lift. */
  readonly askedKg?: number;
  /** Where a share of what the rule asks was asked for, a phase's: the load as the rule had it, from which it goes on. */
  readonly ruledKg?: number;
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
  /** Rest before it in seconds where the lift was alone in its block; null where unknown or the set is the lift's first. */
  readonly restBeforeSeconds: number | null;
  /** Not straight after work for the same muscles, and not a continuation. */
  readonly fresh: boolean;
  /** How tired it was begun; left out where that is not known. */
  readonly before?: Tiredness;
  /** Its further parts in the same exercise: drops, rest-pause. */
  readonly further?: readonly FurtherPart[];
}

/** The load from which a rule goes on, of a set of which a share of the rule's load was asked for. */
export const ruledKgOf = (doneKg: number, asked: { readonly askedKg: number; readonly nextKg: number }): number =>
  round(asked.nextKg + doneKg - asked.askedKg, 3);

/** A part that continues a set. */
export interface FurtherPart {
  readonly curveKg: number | null;
  readonly reps: number;
  /** What was left in reserve; null where it is not known. */
  readonly rir: number | null;
  readonly before: Tiredness;
}

/**
 * What a day was for. Only training moves a rule; deloads, tests, finding a load and what was changed for that day alone do
 * not.
 */
export type ExposurePurpose = "training" | "deload" | "test" | "finding" | "oneOff";

/** What a lift's sets ask for. */
export type WorkAmount = "reps" | "open" | "goal" | "time" | "metres";
/** How its sets stand in the session: giant sets and drops are done at loads of their own. */
export type WorkStructure = "plain" | "giant" | "drop";

/** Work of one kind: a lift's rule goes on from days of its own kind alone. */
export interface WorkKind {
  readonly amount: WorkAmount;
  readonly structure: WorkStructure;
}

/** One lift in one slot of a session: what a progression rule and a record read. */
export interface Exposure {
  readonly date: string;
  readonly sessionId: string;
  readonly slotId: string;
  readonly purpose: ExposurePurpose;
  /** What kind of work was asked; left out of an imported log, where the reps that were done decide. */
  readonly work?: WorkKind;
  /** Working sets that were asked for; fewer may have been done. */
  readonly plannedSets: number;
  readonly sets: readonly LoggedSet[];
}
