/** Sums that are kept beside what they sum, so that no page reads or parses the whole of it again. */
import type { Balance, Coverage, E1rmFormula, FeltSets, Muscle, MuscleLoads } from "../core";

/** What a draft asks for, for the week around it. */
export interface PlannedSums {
  /** Of the projection that it was summed by; sums of an older one are made anew. */
  readonly version?: number;
  readonly hardSets: Readonly<Record<string, number>>;
  readonly muscles: MuscleLoads;
  readonly hardTechniques: readonly Muscle[];
  readonly coverage: Coverage;
  readonly balance: Balance;
}

/** A week of a client: what was done, and on how many days. */
export interface WeekSums {
  readonly sessions: number;
  readonly muscles: MuscleLoads;
}

/** A lift in one line. */
export interface LiftSummary {
  readonly e1rmKg: number | null;
  /** The formula that it was found by: another in force means that it is to be found anew. */
  readonly formula: E1rmFormula;
  /** What was felt in its last sets. */
  readonly felt: FeltSets | null;
  /** Whole weeks up to its last day for which it has been done at the same loads and reps. */
  readonly weeksUnchanged: number;
  /** The day of its newest record; null: it has none. */
  readonly bestOn: string | null;
}
