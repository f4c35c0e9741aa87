import type { PlanPlace } from "./views";

/** One lift of one planned session, with the loads of its working sets. */
export interface Prescription {
  readonly key: string;
  /** Null: its plan has it, and nobody has opened it yet. */
  readonly sessionId: string | null;
  /** Where in its plan it stands; null: it is of no plan. */
  readonly place: PlanPlace | null;
  readonly clientName: string;
  readonly date: string;
  readonly label: string;
  readonly exerciseId: string;
  readonly exerciseName: string;
  readonly basis: string;
  readonly loads: readonly PrescribedLoad[];
}

export interface PrescribedLoad {
  readonly segmentId: string;
  readonly kg: number | null;
  readonly words: string;
  readonly expectedRir: number | null;
  /** The implement of the gym that it is loaded with. */
  readonly implementKey: string;
  /** Whether this gym can build it. */
  readonly built: boolean;
  /** Why not, where it cannot. */
  readonly problem: string | null;
}
