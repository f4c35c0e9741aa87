import type { Exercise, LiftRecord } from "@/core";
import type { LiftLog } from "@/views";

/** A lift of the client with its exercise and its record worked out. */
export interface KnownLift extends LiftLog {
  readonly record: LiftRecord;
  readonly exercise: Exercise;
}
