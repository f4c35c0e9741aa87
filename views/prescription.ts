/** One lift of one planned session, with the loads of its working sets. */
export interface Prescription {
  readonly key: string;
  readonly sessionId: string;
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
