/** A lift of a session while its loads are resolved. */
import type { LiftRecord, NextPrescription, ResolvedLoad } from "../load";
import type { Slot, WorkSet } from "../session";

/** One lift while its sets are resolved; open while its loads are being asked for, so that a circle of references ends. */
export interface LiftWork {
  readonly slot: Slot;
  readonly record: LiftRecord | null;
  readonly next: NextPrescription | null;
  state: "untouched" | "open" | "done";
  topKg: number | null;
}

/** A set of a lift, the one before it, and its place among the working sets. */
export interface SetPlace {
  readonly set: WorkSet;
  readonly before: WorkSet | null;
  readonly index: number;
}

/** The part before in a set, or the same slot's round before, with what was wanted there. */
export interface Neighbour {
  readonly wantedKg: number | null;
  readonly load: ResolvedLoad;
}
