/**
 * Every default that a coach can see and change. A session is computed under one frozen value of this type, and what is
 * logged stores it, so that an old log is judged by the settings it was shown under.
 */
/** Bumped when the core's figures change for the same input; stored with what was shown. */
export const ENGINE_VERSION = 6;

export type E1rmFormula =
  | "epleyBrzyckiMean"
  | "epley"
  | "brzycki"
  | "lombardi"
  | "oconner"
  | "mayhew"
  | "wathan"
  | "lander";

export type CountingSchool = "graded" | "direct" | "full";

export interface Settings {
  /** Seconds that an X in a tempo counts. */
  readonly fastPhaseSeconds: number;
  /** Seconds of a rep without tempo. */
  readonly untempoedRepSeconds: number;
  readonly sideChangeSeconds: number;
  readonly dropChangeSeconds: {
    readonly dumbbells: number;
    readonly stack: number;
    readonly plates: number;
    readonly band: number;
    readonly bodyweight: number;
  };
  readonly betweenBlocksSeconds: number;
  readonly rampRestSeconds: number;
  /** Used, and marked as assumed, where nothing is written. */
  readonly assumed: {
    readonly roundRestSeconds: number;
    readonly handoverSeconds: number;
    readonly miniSetRestSeconds: number;
    readonly repsToFailure: number;
    readonly repsAfterDrop: number;
    readonly rir: number;
    /** How fast somebody walks with a load, for carries written in metres. */
    readonly carryMetresPerSecond: number;
  };
  readonly e1rmFormula: E1rmFormula;
  readonly countingSchool: CountingSchool;
  /** A set is hard when its last part reaches this many reps in reserve or fewer. */
  readonly hardSetRir: number;
  /** Hard parts nearer than this are one chain: the first counts 1, each further `furtherCredit`, at most `chainMost`. */
  readonly chain: { readonly gapSeconds: number; readonly furtherCredit: number; readonly most: number };
  readonly partialRepShare: number;
  readonly bodyweightFractions: Readonly<Record<string, number>>;
  readonly upperStepKg: number;
  readonly lowerStepKg: number;
  readonly missesBeforeCut: number;
  readonly cutPercent: number;
  readonly weeklyRisePercent: number;
}

export const DEFAULT_SETTINGS: Settings = {
  fastPhaseSeconds: 1,
  untempoedRepSeconds: 3,
  sideChangeSeconds: 5,
  dropChangeSeconds: { dumbbells: 6, stack: 4, plates: 8, band: 10, bodyweight: 0 },
  betweenBlocksSeconds: 30,
  rampRestSeconds: 45,
  assumed: {
    roundRestSeconds: 90,
    handoverSeconds: 10,
    miniSetRestSeconds: 15,
    repsToFailure: 10,
    repsAfterDrop: 6,
    rir: 2,
    carryMetresPerSecond: 1,
  },
  e1rmFormula: "epleyBrzyckiMean",
  countingSchool: "graded",
  hardSetRir: 4,
  chain: { gapSeconds: 20, furtherCredit: 0.5, most: 2 },
  partialRepShare: 0.5,
  bodyweightFractions: {},
  upperStepKg: 2.5,
  lowerStepKg: 5,
  missesBeforeCut: 2,
  cutPercent: 10,
  weeklyRisePercent: 10,
};
