/** Why a load is what it is, as data: the rule that won, those it overruled, rounding, and ways round what cannot be built. */

import type { LoadChange } from "../session";
import type { Weight } from "../units";
import type { NextPrescription } from "./next-prescription";

export type LoadReason =
  | { readonly kind: "written" }
  | {
      readonly kind: "ofMax";
      readonly percent: number;
      readonly maxKg: number;
      readonly source: "training max" | "e1RM";
      readonly wantedKg: number;
    }
  | {
      readonly kind: "curve";
      readonly e1rmKg: number;
      readonly band: readonly [number, number] | null;
      readonly effectiveReps: number;
      readonly percent: number;
      readonly wantedKg: number;
      readonly days: number;
      /** Whether the curve is the client's own, or everyone's. */
      readonly own: boolean;
    }
  | { readonly kind: "ofTop"; readonly percent: number; readonly topKg: number; readonly wantedKg: number }
  | { readonly kind: "ofSlot"; readonly share: number; readonly slotId: string; readonly wantedKg: number }
  | {
      readonly kind: "change";
      readonly change: LoadChange;
      readonly beforeKg: number;
      readonly wantedKg: number;
      readonly since: "part" | "round";
    }
  | { readonly kind: "progress"; readonly next: NextPrescription }
  | {
      readonly kind: "coldStart";
      readonly fromExerciseId: string;
      readonly relatedKg: number;
      /** The band the load for these reps is thought to lie in, and its low end, which is taken. Prescribed kg. */
      readonly bandKg: readonly [number, number];
      readonly wantedKg: number;
    }
  /** A move of the body for as many as possible, a total or a time, or one for which help is not known. */
  | { readonly kind: "bodyAlone" }
  /** More reps than the body alone allows are asked: so many are aimed at. */
  | { readonly kind: "fewerReps"; readonly reps: number; readonly asked: number }
  /** The rule and the curve are far apart: the curve is taken, at its low end. */
  | {
      readonly kind: "ruleAndCurve";
      readonly ruleKg: number;
      readonly curveKg: number;
      readonly takenKg: number;
    }
  /** Only what was done at the least is known: no reserve was reported on any day. */
  | { readonly kind: "atLeast"; readonly leastKg: number; readonly wantedKg: number }
  | { readonly kind: "bodyweight"; readonly added: Weight | null; readonly sign: 1 | -1 }
  /** A load on a bar or a machine, measured by the body's mass. */
  | { readonly kind: "bodyMass"; readonly bodyKg: number; readonly added: Weight | null; readonly sign: 1 | -1 }
  | { readonly kind: "rounded"; readonly wantedKg: number; readonly builtKg: number; readonly percentOff: number }
  /** Rounded down although the nearest load was heavier. */
  | { readonly kind: "neverHarder"; readonly because: "client" | "pain"; readonly nearestKg: number }
  /** Rounding alone would have made two neighbours equal or turned them round. */
  | { readonly kind: "keptApart"; readonly besideKg: number; readonly plainKg: number; readonly builtKg: number }
  | { readonly kind: "stepLost"; readonly besideKg: number; readonly wantedKg: number }
  | {
      readonly kind: "outOfReach";
      readonly wantedKg: number;
      readonly nearestKg: number;
      readonly side: "too light" | "too heavy";
    }
  | { readonly kind: "moreHelpThanBody"; readonly helpKg: number; readonly bodyKg: number }
  | { readonly kind: "noEquipment" }
  | { readonly kind: "noRecord" }
  | { readonly kind: "noBodyMass" }
  | { readonly kind: "expectRir"; readonly rir: number; readonly asked: number | null }
  /** A band that the gym's list does not know. */
  | { readonly kind: "bandAssumed"; readonly name: string; readonly assumedKg: number }
  | { readonly kind: "assumedEffort"; readonly rir: number }
  /** Changed for this session from what the rule says. */
  /** `isKept`: the gym has nothing near so much less, and the load stays. */
  | { readonly kind: "ofNext"; readonly percent: number; readonly wantedKg: number; readonly isKept: boolean };

/** A way round a load that this gym cannot build. */
export type LoadAlternative =
  /** At the nearest load, so many reps leave the same in reserve. */
  | { readonly kind: "reps"; readonly kg: number; readonly reps: number }
  | { readonly kind: "slower"; readonly lowerSeconds: number }
  | { readonly kind: "pause"; readonly seconds: number }
  | { readonly kind: "band"; readonly name: string; readonly meanKg: number }
  | { readonly kind: "variant"; readonly exerciseId: string; readonly kg: number; readonly oneSided: boolean };
