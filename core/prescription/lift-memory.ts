/** Lifts as they were resolved before: a change of one lift of a session, or of one week of a plan, leaves the others. */

import type { LiftRecord, NextPrescription, PlatePlan, RampKind, RampSet, ResolveContext, ResolvedLoad } from "../load";
import { type IdentityCache, identityCache } from "../memo";
import type { Slot } from "../session";

/** All that a lift's resolving goes by, beside its record and its slot. */
export interface LiftCacheKey
  extends Pick<ResolveContext, "gym" | "settings" | "bodyMassKg" | "policy" | "related" | "catalogue"> {
  readonly next: NextPrescription | null;
  /** Null: none was asked for. */
  readonly ramp: RampKind | null;
  readonly trainingMaxKg: number | null;
}

/** What came of it; loads and what was wanted by part. */
export interface LiftFound {
  readonly loads: readonly (readonly [string, ResolvedLoad])[];
  readonly wantedKg: readonly (readonly [string, number])[];
  readonly rampSets: readonly RampSet[] | null;
  readonly plates: PlatePlan | null;
  readonly topKg: number | null;
}

/** Stands for the record of a lift that has none. */
const NO_RECORD = {};

const liftsByRecord = identityCache<IdentityCache<LiftFound>>();

/** The lift as it was resolved before, or resolved now where anything that it goes by is another. */
export function cachedLift(
  record: LiftRecord | null,
  slot: Slot,
  { gym, settings, bodyMassKg, policy, related, catalogue, next, ramp, trainingMaxKg }: LiftCacheKey,
  resolve: () => LiftFound,
): LiftFound {
  const bySlot = liftsByRecord(record ?? NO_RECORD, [], () => identityCache());
  const inputs = [gym, settings, bodyMassKg, policy, related, catalogue, next, ramp, trainingMaxKg];
  return bySlot(slot, inputs, resolve);
}
