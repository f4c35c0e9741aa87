/** Progression rules as they are stored; a kind that is missing here does not compile. */
import type { ProgressionRule, RuleKind, RuleSettings } from "../core";
import { finite, kinds, orNull, type Schema } from "./schema";

const RULE_SHAPES: { readonly [K in RuleKind]: { readonly [F in keyof RuleSettings[K]]: Schema<RuleSettings[K][F]> } } =
  {
    loadFirst: { stepKg: orNull(finite(0, 50)) },
    doubleProgression: { stepKg: orNull(finite(0, 50)) },
  };

export const ruleSchema = kinds(RULE_SHAPES) as Schema<ProgressionRule>;
