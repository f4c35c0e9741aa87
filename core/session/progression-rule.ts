/** The kinds of progression rule and their settings, as they are stored with a slot. What each does is in `rules.ts`. */

/** Settings by kind. A new kind is complete when `RULES` (core), `RULE_SHAPES` (contract) and the form's `FIELDS` have it; else it does
 * not compile. What is stored keeps its names: a setting that is renamed needs a step in `contract/plan.ts`. */
export interface RuleSettings {
  /** All sets made at the reserve asked: a step up. `null`: the step that fits the lift. */
  readonly loadFirst: { readonly stepKg: number | null };
  /** Every set at the top of its range: a step up, and the low end again. `null`: the smallest that can be built. */
  readonly doubleProgression: { readonly stepKg: number | null };
  /** The same, each set for itself. */
  readonly setBySet: { readonly stepKg: number | null };
  /**
   * Percents of a training max, a row a week and a figure a set (the last one goes on). `maxKg`: the max that the first wave goes
   * by, in kg as the lift is loaded; `null`: nine tenths of the e1RM. It rises by a step after each wave that was made.
   */
  readonly percentWave: {
    readonly percents: readonly (readonly number[])[];
    readonly maxKg: number | null;
    readonly stepKg: number | null;
    /** The week of the plan in which the first wave begins, counted from 0. */
    readonly fromWeek: number;
  };
  /** So many weeks at each number of reps, the load from the curve. */
  readonly fallingReps: { readonly reps: readonly number[]; readonly weeksEach: number; readonly fromWeek: number };
  /** The load at which the curve gives the reps and the reserve asked, so many percent a week at most. */
  readonly reserveSteered: { readonly mostPercent: number };
  /** Reps over the target on the last set, two sessions running: up by so many percent. */
  readonly twoForTwo: { readonly repsOver: number; readonly risePercent: number };
  /** A total of reps in so many sets or fewer: more load. */
  readonly repGoal: { readonly sets: number };
  /** The same work with shorter rests, down to a floor; then more load, and the rests again. */
  readonly density: { readonly stepSeconds: number; readonly floorSeconds: number };
  /** Help, the body alone, added load; where there is none of these, easier and harder moves in their order. */
  readonly bodyweightLadder: { readonly lowMark: number; readonly highMark: number; readonly rungs: readonly string[] };
  /** A slower eccentric by so much each time, up to a cap; then more load, and the tempo again. */
  readonly slowLowering: { readonly stepSeconds: number; readonly mostSeconds: number };
  /** A set more each week, up to so many. */
  readonly setRamp: { readonly mostSets: number };
}

export type RuleKind = keyof RuleSettings;

/** Every setting that any kind has. */
export type RuleSetting = { [K in RuleKind]: keyof RuleSettings[K] }[RuleKind];

export type RuleOf<K extends RuleKind> = { readonly kind: K } & RuleSettings[K];

export type ProgressionRule = { [K in RuleKind]: RuleOf<K> }[RuleKind];
