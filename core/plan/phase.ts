/** The phases of a plan. */

export type PhaseKind = "build" | "heavier" | "hold" | "deload" | "comeback" | "peak" | "test";

export interface PlanPhase {
  readonly id: string;
  readonly kind: PhaseKind;
  readonly name: string;
  readonly weeks: number;
  /** The method in force where a session or block names none; null: the plan leaves it open. */
  readonly methodId: string | null;
  /** What the phase shifts in every session, against its base: percent of working sets and of loads, reps in reserve. */
  readonly shift: PhaseShift;
  /** So many percent of the sets more with each further week of it: a planned ramp of volume; 0 for none. */
  readonly rampPercent: number;
}

export interface PhaseShift {
  readonly setsPercent: number;
  readonly loadPercent: number;
  readonly rir: number;
}

/** Kinds whose weeks build: in the others less is meant. */
export const BUILDING: ReadonlySet<PhaseKind> = new Set(["build", "heavier", "hold"]);

/** What each kind is for, as a coach calls it. */
export const PHASE_WORDS: Readonly<Record<PhaseKind, string>> = {
  build: "build up",
  heavier: "make heavier",
  hold: "hold",
  deload: "deload",
  comeback: "come back",
  peak: "peak",
  test: "test",
};

export const phaseWords = ({ name, kind }: Pick<PlanPhase, "name" | "kind">): string => name || PHASE_WORDS[kind];
