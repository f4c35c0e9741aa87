/** Progression rules as they are stored; a kind that is missing here does not compile. */
import { LIMITS, PLAN_LIMITS, type ProgressionRule, type RuleKind, type RuleSettings } from "../core";
import { finite, identifier, kinds, listOf, orNull, type Schema, whole } from "./schema";

const RULE_SHAPES: { readonly [K in RuleKind]: { readonly [F in keyof RuleSettings[K]]: Schema<RuleSettings[K][F]> } } =
  {
    loadFirst: { stepKg: orNull(finite(0, 50)) },
    doubleProgression: { stepKg: orNull(finite(0, 50)) },
    setBySet: { stepKg: orNull(finite(0, 50)) },
    percentWave: {
      percents: listOf(listOf(finite(20, 120), LIMITS.rounds, 1), 26, 1),
      maxKg: orNull(finite(-200, 1000)),
      stepKg: orNull(finite(0, 50)),
      fromWeek: whole(0, PLAN_LIMITS.weeks - 1),
    },
    fallingReps: {
      reps: listOf(whole(1, 50), 12, 1),
      weeksEach: whole(1, 26),
      fromWeek: whole(0, PLAN_LIMITS.weeks - 1),
    },
    reserveSteered: { mostPercent: finite(0.5, 10) },
    twoForTwo: { repsOver: whole(1, 10), risePercent: finite(1, 10) },
    repGoal: { sets: whole(1, 40) },
    density: { stepSeconds: whole(1, 60), floorSeconds: whole(0, 600) },
    bodyweightLadder: { lowMark: whole(1, 100), highMark: whole(1, 200), rungs: listOf(identifier(), 20) },
    slowLowering: { stepSeconds: whole(1, 5), mostSeconds: whole(1, 30) },
    setRamp: { mostSets: whole(1, LIMITS.rounds) },
  };

export const ruleSchema = kinds(RULE_SHAPES) as Schema<ProgressionRule>;
