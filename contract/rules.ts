/** Progression rules as they are stored; a kind that is missing here does not compile. */
import { LIMITS, PLAN_LIMITS, type ProgressionRule, type RuleKind, type RuleSettings } from "../core";
import { discriminatedUnion, finiteNumber, identifier, integer, listOf, nullable, type Schema } from "./schema";

const RULE_SHAPES: { readonly [K in RuleKind]: { readonly [F in keyof RuleSettings[K]]: Schema<RuleSettings[K][F]> } } =
  {
    loadFirst: { stepKg: nullable(finiteNumber(0, 50)) },
    doubleProgression: { stepKg: nullable(finiteNumber(0, 50)) },
    setBySet: { stepKg: nullable(finiteNumber(0, 50)) },
    percentWave: {
      percents: listOf(listOf(finiteNumber(20, 120), LIMITS.rounds, 1), 26, 1),
      maxKg: nullable(finiteNumber(-200, 1000)),
      stepKg: nullable(finiteNumber(0, 50)),
      fromWeek: integer(0, PLAN_LIMITS.weeks - 1),
    },
    fallingReps: {
      reps: listOf(integer(1, 50), 12, 1),
      weeksEach: integer(1, 26),
      fromWeek: integer(0, PLAN_LIMITS.weeks - 1),
    },
    reserveSteered: { mostPercent: finiteNumber(0.5, 10) },
    twoForTwo: { repsOver: integer(1, 10), risePercent: finiteNumber(1, 10) },
    repGoal: { sets: integer(1, 40) },
    density: { stepSeconds: integer(1, 60), floorSeconds: integer(0, 600) },
    bodyweightLadder: { lowMark: integer(1, 100), highMark: integer(1, 200), rungs: listOf(identifier(), 20) },
    slowLowering: { stepSeconds: integer(1, 5), mostSeconds: integer(1, 30) },
    setRamp: { mostSets: integer(1, LIMITS.rounds) },
  };

export const ruleSchema = discriminatedUnion(RULE_SHAPES) as Schema<ProgressionRule>;
