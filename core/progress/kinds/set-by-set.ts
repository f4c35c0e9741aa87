/** Set by set double progression: each set goes up for itself (docs/handbook.md#rules, rule 3). */

import { entryAt } from "../../lists";
import type { NextSet, ProgressReason, Ruled } from "../../load";
import type { RuleOf } from "../../session";
import { stepUp } from "../bound";
import { loadOf, repsOf, type Situation } from "../situation";

export function setBySet(rule: RuleOf<"setBySet">, situation: Situation): Ruled {
  const { targets, last, context } = situation;
  const rose: number[] = [];
  const held: ProgressReason[] = [];
  const sets = targets.map((target, index): NextSet => {
    const kg = loadOf(last, index);
    const done = repsOf(last, index);
    if (done === null || done < target.low) return { loadKg: kg, reps: target.low };
    if (done < target.high) return { loadKg: kg, reps: done + 1 };
    const step = stepUp(kg, rule.stepKg ?? 0, target, situation, context);
    if (step.kind === "up") {
      rose.push(index + 1);
      return { loadKg: step.kg, reps: target.low };
    }
    const reason: ProgressReason =
      step.kind === "topOfGym"
        ? { kind: "topOfGym", kg }
        : { kind: "stepTooFar", stepKg: step.kg - kg, percent: step.percent };
    if (!held.some(({ kind }) => kind === reason.kind)) held.push(reason);
    return { loadKg: kg, reps: done };
  });
  const reasons: ProgressReason[] = [...held];
  if (rose.length > 0)
    reasons.unshift({ kind: "setRises", sets: rose, toKg: Math.max(...sets.map((set) => set.loadKg)) });
  const more = targets.findIndex((target, index) => (repsOf(last, index) ?? 0) < target.high);
  if (rose.length === 0 && more >= 0)
    reasons.unshift({
      kind: "moreReps",
      set: more + 1,
      reps: entryAt(sets, more).reps,
      high: entryAt(targets, more).high,
      last: targets.map((_, index) => repsOf(last, index) ?? 0),
    });
  return { sets, reasons };
}
