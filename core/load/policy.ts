/** To which side a load may be rounded, and why. */

import type { RoundingPolicy } from "./equipment";
import type { LiftRecord } from "./record";
import type { PolicyReason } from "./rounding";

export interface Policy {
  readonly kind: RoundingPolicy;
  readonly because: PolicyReason;
}

/** Pain from here on makes the next loads of the lift careful. */
const PAIN_FLAG = 4;

/** Never harder for a client of whom that is asked, or after pain in the lift. */
export function roundingPolicy(asked: RoundingPolicy, record: LiftRecord | null): Policy {
  if (asked === "neverHarder") return { kind: "neverHarder", because: "client" };
  const hurt = record?.exposures.at(-1)?.sets.some((set) => set.pain >= PAIN_FLAG) ?? false;
  return hurt ? { kind: "neverHarder", because: "pain" } : { kind: "nearest", because: "client" };
}
