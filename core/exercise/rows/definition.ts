/** How an exercise is written down: what it is made of, and only what differs from its motion. */

import type { BarShape, Grade, Implement } from "../exercise";
import type { JointStress, MotionId } from "../motions";
import type { Joint } from "../muscles";
import type { Shares } from "../regions";
import type { Laterality } from "../setup";

export interface ExerciseDefinition {
  readonly id: string;
  readonly name: string;
  readonly m: MotionId;
  readonly on: Implement;
  readonly at?: string;
  readonly also?: readonly string[];
  readonly ratio?: number;
  readonly setup?: number;
  readonly fraction?: number;
  readonly side?: Laterality;
  readonly cable?: number;
  readonly limb?: readonly [number, number];
  readonly joints?: Partial<Readonly<Record<Joint, number | readonly [number, number]>>>;
  readonly shares?: Shares;
  readonly family?: string;
  readonly compares?: readonly string[];
  readonly stability?: Grade;
  readonly learning?: Grade;
  readonly stress?: JointStress;
  readonly spotting?: "pins" | "spotter";
  /** Not to be taken to failure alone. */
  readonly unsafe?: boolean;
  readonly ceiling?: number;
  readonly bar?: BarShape;
  readonly grip?: 0 | 1 | 2 | 3;
  readonly cues?: readonly string[];
  readonly cautions?: readonly string[];
}

/** A shipped exercise; its names stand in `names.ts`. */
export type Row = Omit<ExerciseDefinition, "name" | "also">;

export const UNRACK = "Set the pins just below the lowest point, collars by the gym's rule.";
export const FIXED = "Cannot be put back from the bottom: stop a rep early when alone.";
export const OVER_FACE = "Over the face: check the grip and the weight before each set.";
export const DEEP = "Stop at any pain in the front of the shoulder.";
