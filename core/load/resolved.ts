/** What resolving answers: each load in kg that a gym builds, with its reasons as data, and the session around them. */
import type { Exercise } from "../exercise";
import type { SessionDocument } from "../session";
import type { Weight } from "../units";
import type { Resistance } from "./effective";
import type { LoadBuild } from "./equipment";
import type { NextPrescription } from "./next-prescription";
import type { PlatePlan } from "./plate-plan";
import type { RampSet } from "./ramp";
import type { LoadAlternative, LoadReason } from "./reasons";

export interface ResolvedLoad {
  readonly exercise: Exercise;
  /** The prescribed figure in kg, as built; null where it cannot be known. */
  readonly kg: number | null;
  /** The same in the gym's words; null with `kg`. Assistance is negative in `kg` and positive here. */
  readonly weight: Weight | null;
  readonly build: LoadBuild | null;
  /** What volume counts, both hands together. */
  readonly effectiveKg: number | null;
  /** Load as a share of the lift's present e1RM, 0–1.3; null without a record. */
  readonly shareOfE1rm: number | null;
  readonly expectedRir: number | null;
  /** What the lift's rule asks, where a share of it is asked for; null otherwise. */
  readonly nextKg: number | null;
  /** Reps to aim at inside a written range, when progression says so. */
  readonly aimReps: number | null;
  readonly assumed: boolean;
  /** The rule that won, then rounding and what to expect. */
  readonly reasons: readonly LoadReason[];
  /** What the other rules would have said. */
  readonly overruled: readonly LoadReason[];
  /** Where the wanted load cannot be built. */
  readonly ways: readonly LoadAlternative[];
  /** Through the range, where bands or chains make it differ; null otherwise. */
  readonly resistance: Resistance | null;
}

export interface ResolvedSession {
  /** The document as the lifts' rules prescribe it; loads and ramps are of its sets. */
  readonly document: SessionDocument;
  readonly loads: ReadonlyMap<string, ResolvedLoad>;
  readonly ramps: ReadonlyMap<string, readonly RampSet[]>;
  readonly progress: ReadonlyMap<string, NextPrescription>;
  /** By slot, for lifts on one bar or sled: the order of plates over ramp, rounds and drops. */
  readonly platePlans: ReadonlyMap<string, PlatePlan>;
}
