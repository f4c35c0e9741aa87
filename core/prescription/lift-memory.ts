/** Lifts as they were resolved before: a change of one lift of a session, or of one week of a plan, leaves the others. */

import type { LiftRecord, NextPrescription, PlatePlan, RampKind, RampSet, ResolveContext, ResolvedLoad } from "../load";
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

interface Known {
  readonly cacheKeyInputs: LiftCacheKey;
  readonly found: LiftFound;
}

/** Stands for the record of a lift that has none. */
const NO_RECORD = {};
const known = new WeakMap<LiftRecord | typeof NO_RECORD, WeakMap<Slot, Known>>();

/** The lift as it was resolved before; null where anything that it goes by is another. */
export function cachedLift(record: LiftRecord | null, slot: Slot, cacheKeyInputs: LiftCacheKey): LiftFound | null {
  const before = known.get(record ?? NO_RECORD)?.get(slot);
  if (!before) return null;
  const then = before.cacheKeyInputs;
  const isSame =
    then.next === cacheKeyInputs.next &&
    then.ramp === cacheKeyInputs.ramp &&
    then.gym === cacheKeyInputs.gym &&
    then.settings === cacheKeyInputs.settings &&
    then.bodyMassKg === cacheKeyInputs.bodyMassKg &&
    then.policy === cacheKeyInputs.policy &&
    then.related === cacheKeyInputs.related &&
    then.catalogue === cacheKeyInputs.catalogue &&
    then.trainingMaxKg === cacheKeyInputs.trainingMaxKg;
  return isSame ? before.found : null;
}

export function cacheLift(record: LiftRecord | null, slot: Slot, cacheKeyInputs: LiftCacheKey, found: LiftFound): void {
  const bySlot = known.get(record ?? NO_RECORD) ?? new WeakMap<Slot, Known>();
  known.set(record ?? NO_RECORD, bySlot);
  bySlot.set(slot, { cacheKeyInputs, found });
}
