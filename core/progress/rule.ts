/** The kinds of progression rule and their settings, as they are stored with a slot. What each does is in `rules.ts`. */

/** Settings by kind. A new kind is complete when `RULES` (core) and `RULE_SHAPES` (contract) have it; else it does not compile. */
export interface RuleSettings {
  /** All sets made at the reserve asked: a step up. `null`: the step that fits the lift. */
  readonly loadFirst: { readonly stepKg: number | null };
  /** Every set at the top of its range: a step up, and the low end again. `null`: the smallest that can be built. */
  readonly doubleProgression: { readonly stepKg: number | null };
}

export type RuleKind = keyof RuleSettings;

export type RuleOf<K extends RuleKind> = { readonly kind: K } & RuleSettings[K];

export type ProgressionRule = { [K in RuleKind]: RuleOf<K> }[RuleKind];
