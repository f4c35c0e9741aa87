/** What a progression rule is asked for and goes by, beside the log. */
import type { Exercise } from "../exercise";
import type { BuildableLoad, Calendar, RepCurve, RoundingPolicy } from "../load";
import type { Exposure } from "../session";
import type { Settings } from "../settings";

/** What the slot asks for, set by set. */
export interface SetTarget {
  readonly low: number;
  readonly high: number;
  readonly rir: number | null;
}

export interface ProgressContext {
  readonly exercise: Exercise;
  /** Every load this gym can build for the lift, lightest first. */
  readonly loads: readonly BuildableLoad[];
  readonly settings: Settings;
  readonly calendar: Calendar;
  readonly e1rmKg: number | null;
  /** The curve in force for the lift. */
  readonly curve: RepCurve;
  /** Turns a prescribed load into curve kg; null when unknown. */
  readonly toCurveKg: (loadKg: number) => number | null;
  /** The other way. */
  readonly toPrescribedKg: (curveKg: number) => number | null;
  readonly policy: RoundingPolicy;
  /** The last day on which the client trained any lift of the session; left out or null: no other than this one. */
  readonly trainedOn?: string | null;
  /** What can stand in for the lift for this client, the nearest first, by name; asked for after pain alone. */
  readonly standIns?: () => readonly string[];
  /** The easier moves of the same kind, the next one first, by name. */
  readonly easierMoves?: () => readonly string[];
  /** The log of another lift, for rules that lead from one to the next; left out: none is known. */
  readonly exposuresOf?: (exerciseId: string) => readonly Exposure[];
}
