/** What a rule answers for a lift's next session, and why: the loads are resolved by it. */
import type { Edit, ProgressionRule } from "../session";

export type ProgressReason =
  | { readonly kind: "rise"; readonly fromKg: number; readonly toKg: number; readonly why: RiseCause }
  | { readonly kind: "repeat"; readonly missed: number; readonly setCount: number; readonly reps: readonly number[] }
  | { readonly kind: "setsLeftOut"; readonly left: number; readonly setCount: number }
  | { readonly kind: "belowTargetRir"; readonly asked: number; readonly had: number }
  | {
      readonly kind: "cut";
      readonly misses: number;
      readonly percent: number;
      readonly fromKg: number;
      readonly toKg: number;
    }
  | {
      readonly kind: "moreReps";
      readonly set: number;
      readonly reps: number;
      readonly high: number;
      readonly last: readonly number[];
    }
  /** The next step is too far: reps go up first, to where it is made. */
  | { readonly kind: "repsFirst"; readonly stepKg: number; readonly percent: number; readonly until: number }
  /** The next step is too far, and reps have gone as far as they can tell. */
  | { readonly kind: "stepTooFar"; readonly stepKg: number; readonly percent: number }
  /** This week has had its tenth. */
  | { readonly kind: "heldByBound"; readonly stepKg: number; readonly percent: number; readonly limit: number }
  | {
      readonly kind: "tooEasy";
      readonly asked: number;
      readonly had: number;
      readonly fromKg: number;
      readonly toKg: number;
    }
  | { readonly kind: "unchanged"; readonly weeks: number }
  | { readonly kind: "pain"; readonly pain: number }
  | { readonly kind: "formBroke" }
  | { readonly kind: "timeOff"; readonly weeks: number; readonly percent: number; readonly fewerSets: number }
  | { readonly kind: "topOfGym"; readonly kg: number }
  | { readonly kind: "expected"; readonly reps: number; readonly atKg: number }
  /** One set went up for itself. */
  | { readonly kind: "setRises"; readonly sets: readonly number[]; readonly toKg: number }
  | {
      readonly kind: "wave";
      readonly week: number;
      readonly weeks: number;
      readonly percent: number;
      readonly maxKg: number;
      /** Waves made before this one, each of which raised the max; null where the max is a share of the e1RM. */
      readonly wavesMade: number | null;
    }
  | { readonly kind: "fallingReps"; readonly reps: number; readonly week: number; readonly weeks: number }
  | {
      readonly kind: "byCurve";
      readonly e1rmKg: number;
      readonly reps: number;
      readonly rir: number;
      readonly kg: number;
    }
  | {
      readonly kind: "steered";
      readonly e1rmKg: number;
      readonly fromKg: number;
      readonly toKg: number;
      readonly most: number | null;
    }
  | { readonly kind: "overTarget"; readonly over: number; readonly days: number; readonly wanted: number }
  | { readonly kind: "goalInSets"; readonly sets: number; readonly wanted: number; readonly total: number }
  | {
      readonly kind: "shorterRest";
      readonly fromSeconds: number;
      readonly toSeconds: number;
      readonly floorSeconds: number;
    }
  | { readonly kind: "rungUp" | "rungDown"; readonly fromId: string; readonly toId: string; readonly mark: number }
  | { readonly kind: "moreHelp"; readonly fromKg: number; readonly toKg: number; readonly mark: number }
  | { readonly kind: "slower"; readonly seconds: number; readonly mostSeconds: number }
  | { readonly kind: "setMore"; readonly sets: number; readonly mostSets: number }
  | { readonly kind: "setsAtMost"; readonly sets: number }
  /** What the rule would ask is more than the week allows: the most that it does. */
  | { readonly kind: "bounded"; readonly wantedKg: number; readonly toKg: number; readonly limit: number };

/** Why a load rises. */
export type RiseCause =
  | "allMade"
  | "topOfRange"
  | "overTarget"
  | "goalMade"
  | "restAtFloor"
  | "topMark"
  | "eccentricAtMost";

export interface NextSet {
  readonly loadKg: number;
  readonly reps: number;
}

/** What a rule answers. */
export interface Ruled {
  /** Load and reps to aim at of each working set that is left; beside the document, so that its ranges survive. */
  readonly sets: readonly NextSet[];
  /** What else moves: sets, rounds, rests, tempo, effort, help. */
  readonly edits?: readonly Edit[];
  readonly reasons: readonly ProgressReason[];
}

export interface NextPrescription extends Required<Ruled> {
  readonly rule: ProgressionRule;
  readonly basedOn: { readonly date: string; readonly sessionId: string };
}
