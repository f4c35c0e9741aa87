/** What is read of a lift's line before it has ids. */

import type { Laterality, SetupValue } from "../../exercise";
import type {
  AddedResistance,
  Amount,
  LoadRule,
  Ramp,
  RangeOfMotion,
  RestAmount,
  SetStop,
  Span,
  Tempo,
} from "../grammar";

export interface DraftSegment {
  exerciseId: string | null;
  setup: readonly SetupValue[] | null;
  amount: Amount;
  rom: RangeOfMotion;
  load: LoadRule;
  beside: readonly AddedResistance[];
  rir: Span | null;
  tempo: Tempo | null;
  restBeforeSeconds: number;
}

export interface DraftSet {
  role: "working" | "warmUp";
  stop: SetStop;
  segments: DraftSegment[];
}

export interface DraftSlot {
  exerciseId: string;
  /** Rounds written on this line; null when none were. */
  rounds: Span | null;
  laterality: Laterality;
  /** Sides as they were written on the line; null when they were not. */
  sides: Laterality | null;
  setup: readonly SetupValue[];
  cues: readonly string[];
  ramp: Ramp;
  sets: (DraftSet | null)[];
  transition: readonly RestAmount[] | null;
  rest: readonly RestAmount[] | { readonly partnersLeastSeconds: number | null } | null;
  /** Where the line's `r` stood, for errors that are only known once the block is whole. */
  restAt: number;
  transitionAt: number;
}

export const UNSAID: LoadRule = { kind: "unsaid" };

export function emptySegment(amount: Amount, rom: RangeOfMotion): DraftSegment {
  return {
    exerciseId: null,
    setup: null,
    amount,
    rom,
    load: UNSAID,
    beside: [],
    rir: null,
    tempo: null,
    restBeforeSeconds: 0,
  };
}

/** A weight without its sign: `80kg`, also straight before its reps: `80kgx8`. */
export const BARE_WEIGHT = /\d+(?:\.\d+)? ?(?:kgs?|kilos?|lbs?|pounds?)(?![a-wyz])(?! ?\/ ?round)/iy;
