import type { LiftLog } from "@/contract";
import type { Exercise, LiftRecord } from "@/core";

/** A lift of the client with its exercise and its record worked out. */
export interface KnownLift extends LiftLog {
  readonly record: LiftRecord;
  readonly exercise: Exercise;
}
