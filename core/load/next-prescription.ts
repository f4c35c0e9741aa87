/** What a rule answers for a lift's next session, and why: the loads are resolved by it. */
import type { Edit, ProgressionRule } from "../session";

export type ProgressReason =
  | { readonly kind: "rise"; readonly fromKg: number; readonly toKg: number; readonly why: RiseCause }
  | { readonly kind: "repeat"; readonly missed: number; readonly setCount: number; readonly reps: readonly number[] }
  | { readonly kind: "setsLeftOut"; readonly left: number; readonly setCount: number }
  | { readonly kind: "belowTargetRir"; readonly asked: number; readonly had: number; readonly fewerReps: boolean }
  /** `set`: which one, where it is not all of them. `isReserve`: the reps were made, with less in reserve than was asked. */
  | ({ readonly kind: "cut"; readonly misses: number; readonly set?: number; readonly isReserve?: true } & Less)
  | {
      readonly kind: "moreReps";
      readonly set: number;
      readonly reps: number;
      readonly high: number;
      readonly last: readonly number[];
    }
  /** The next step is too far: reps go up first, to where it is made. */
  | { readonly kind: "repsFirst"; readonly stepKg: number; readonly percent: number; readonly until: number }
  /** The next step is too far, and the reps are written as one figure: a range is proposed. */
  | {
      readonly kind: "widerRange";
      readonly stepKg: number;
      readonly percent: number;
      readonly low: number;
      readonly until: number;
    }
  /** A step that is too far for the range, taken at the reps that the curve gives there. */
  | {
      readonly kind: "coarseRise";
      readonly fromKg: number;
      readonly toKg: number;
      readonly percent: number;
      readonly reps: number;
    }
  /** The next step is too far, and reps have gone as far as they can tell. */
  | { readonly kind: "stepTooFar"; readonly stepKg: number; readonly percent: number }
  /** This week has had its tenth. */
  | { readonly kind: "heldByBound"; readonly stepKg: number; readonly percent: number; readonly limit: number }
  | {
      readonly kind: "tooEasy";
      /** The reserve asked and the least that was reported; null where none was. */
      readonly asked: number | null;
      readonly had: number | null;
      /** Reps over the range in the set that had the fewest. */
      readonly over: number;
      readonly fromKg: number;
      readonly toKg: number;
    }
  /** So much was left that nobody can tell how much: the load is found again. */
  | { readonly kind: "findAgain"; readonly had: number }
  | { readonly kind: "unchanged"; readonly weeks: number }
  /** `less`: what came off, where it is for this reason that it did. */
  | { readonly kind: "pain"; readonly pain: number; readonly moreReserve: number; readonly less: Less | null }
  /** Another exercise for two to three weeks; until then less of this one. */
  | {
      readonly kind: "painStop";
      readonly pain: number;
      readonly isAgain: boolean;
      readonly instead: readonly string[];
      readonly moreReserve: number;
      readonly less: Less | null;
    }
  | { readonly kind: "formBroke" }
  /** The move itself is far out of reach: easier ones, the next first. */
  | { readonly kind: "easierMove"; readonly names: readonly string[] }
  /** `isAlone`: the client trained meanwhile, without this lift. */
  | {
      readonly kind: "timeOff";
      readonly weeks: number;
      readonly fewerSets: number;
      readonly isAlone: boolean;
      readonly less: Less | null;
    }
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
      /** How often it came down, each time after three sessions running that were missed. */
      readonly cuts: number;
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
  /** Sets for as many as possible: a rep more than the first one had, until so many make the load go up. */
  | { readonly kind: "openMore"; readonly best: number; readonly until: number | null }
  /** Too few of them for the load. */
  | { readonly kind: "openFew"; readonly best: number; readonly fromKg: number; readonly toKg: number }
  /** A time or a distance that was made, with no load to add near enough: a longer one is proposed. */
  | { readonly kind: "longer"; readonly asked: number; readonly to: number; readonly unit: "s" | "m" }
  /** A time or a distance that was not made yet: the same again. */
  | { readonly kind: "timeNotMade"; readonly best: number; readonly asked: number; readonly unit: "s" | "m" }
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

/** What came off the heaviest set: load, or, where the kit has nothing near, reps. */
export interface Less {
  /** Of body and load together; 0 where reps alone came off. */
  readonly percent: number;
  readonly by: "load" | "reps" | "both";
  readonly fromKg: number;
  readonly toKg: number;
  readonly fromReps: number;
  readonly toReps: number;
}

/** Why a load rises. */
export type RiseCause =
  | "allMade"
  | "topOfRange"
  | "overTarget"
  | "goalMade"
  | "restAtFloor"
  | "topMark"
  | "eccentricAtMost"
  | "openTop"
  | "timeMade";

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
