/** Load first: all sets and reps made at the reserve asked, a step up (docs/handbook.md#rules, rule 1). */

import { firstOf, lastOf } from "../../lists";
import { type RiseCause, type Ruled, roundToBuildable } from "../../load";
import type { RuleOf } from "../../session";
import { SAME_WEIGHT_KG } from "../../units";
import { stepUp } from "../bound";
import { heldBack, isBeyondWeek, loadOf, notMade, repsByCurve, type Situation, topOf } from "../situation";

export function loadFirst(rule: RuleOf<"loadFirst">, situation: Situation): Ruled {
  return notMade(situation) ?? loadStep(rule.stepKg, "allMade", situation);
}

/** All sets up by one step; `null`: the step that fits the lift. `reps`: where the scheme's own are not what is aimed at there. */
export function loadStep(stepKg: number | null, why: RiseCause, situation: Situation, reps?: number): Ruled {
  const { targets, last, context } = situation;
  const { exercise, settings } = context;
  const usual = exercise.body === "lower" ? settings.lowerStepKg : settings.upperStepKg;
  const step = stepUp(topOf(last), stepKg ?? usual, lastOf(targets), situation, context);
  if (step.kind !== "up") return heldBack(step, situation);
  // Where the kit's step is more than the week allows, no more reps are asked than the curve gives at it.
  const isCoarse = isBeyondWeek(topOf(last), step.kg, context);
  const there = isCoarse ? repsByCurve(step.kg, firstOf(targets), situation) : null;
  const sets = targets.map((target, index) => {
    const wanted = loadOf(last, index) + (step.kg - topOf(last));
    const built = roundToBuildable(context.loads, wanted, "nearest");
    const aim = reps ?? target.high;
    return {
      loadKg: built && built.kg >= loadOf(last, index) - SAME_WEIGHT_KG ? built.kg : loadOf(last, index),
      reps: there === null ? aim : Math.min(aim, Math.max(target.low, there)),
    };
  });
  return { sets, reasons: [{ kind: "rise", fromKg: topOf(last), toKg: step.kg, why }] };
}
