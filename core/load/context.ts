/** What resolving a session's loads, and what its lifts' rules go by. */
import type { Catalogue } from "../exercise";
import type { ExposurePurpose } from "../session";
import type { Settings } from "../settings";
import type { GymEquipment, RoundingPolicy } from "./equipment";
import type { LiftRecord } from "./record";

export interface ResolveContext {
  readonly catalogue: Catalogue;
  readonly settings: Settings;
  readonly gym: GymEquipment;
  readonly bodyMassKg: number | null;
  readonly policy: RoundingPolicy;
  readonly calendar: Calendar;
  readonly recordOf: (lineage: string) => LiftRecord | null;
  /** Records of other lifts, for a cold start. */
  readonly related: readonly { readonly exerciseId: string; readonly e1rmKg: number }[];
  readonly trainingMaxKg: (lineage: string) => number | null;
}

/** When the session that is prescribed takes place. */
export interface Calendar {
  /** Calendar date of the session. */
  readonly date: string;
  readonly purpose: ExposurePurpose;
  /** Week of its plan, counted from 0; null outside a plan. */
  readonly planWeek: number | null;
}
