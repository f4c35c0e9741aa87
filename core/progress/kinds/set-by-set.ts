/** Set by set double progression: each set goes up for itself (docs/handbook.md#rules, rule 3). */

import { entryAt, firstOf } from "../../lists";
import type { NextSet, ProgressReason, Ruled } from "../../load";
import type { Exposure, RuleOf } from "../../session";
import { SAME_WEIGHT_KG } from "../../units";
import { stepUp } from "../bound";
import { madeLighter } from "../lighter";
import { leftOutOf, loadOf, lowOf, percentToLow, repeated, repsOf, type Situation, shownLess } from "../situation";

/** So many sessions running short of the range, and a set's load comes down. */
const UNDER_BEFORE_CUT = 3;

export function setBySet(rule: RuleOf<"setBySet">, situation: Situation): Ruled {
  const { targets, last, earlier, context } = situation;
  const rose: number[] = [];
  const short: number[] = [];
  const beside: ProgressReason[] = [];
  const same = repeated(targets, last, earlier);
  const sets = targets.map((target, index): NextSet => {
    const kg = loadOf(last, index);
    const done = repsOf(last, index);
    if (done === null) return entryAt(same, index);
    const low = lowOf(target, last.sets[index]);
    if (done < low) {
      short.push(index + 1);
      const running = shortRunning(situation, index, low);
      if (running < UNDER_BEFORE_CUT) return { loadKg: kg, reps: low };
      const day = { ...last, sets: [entryAt(last.sets, index)] };
      const reduction = { least: 5, most: 10, aim: percentToLow(target, day, context) };
      const asked = [{ loadKg: kg, reps: low }];
      const found = madeLighter(asked, [target], reduction, context);
      // The kit has nothing near: what was made is asked for.
      const made = { sets: [{ loadKg: kg, reps: done }], percent: 0, by: "reps" } as const;
      const less = found.by === "load" ? found : made;
      beside.push({ kind: "cut", set: index + 1, misses: running, ...shownLess(asked, less) });
      return less.by === "load" ? firstOf(less.sets) : { loadKg: kg, reps: done };
    }
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
    if (!beside.some(({ kind }) => kind === reason.kind)) beside.push(reason);
    return { loadKg: kg, reps: Math.min(done, target.high) };
  });
  const reasons: ProgressReason[] = [...beside];
  if (rose.length > 0)
    reasons.unshift({ kind: "setRises", sets: rose, toKg: Math.max(...sets.map((set) => set.loadKg)) });
  const done = targets.flatMap((_, index) => repsOf(last, index) ?? []);
  const more = targets.findIndex((target, index) => {
    const reps = repsOf(last, index);
    return reps !== null && reps < target.high && reps >= lowOf(target, last.sets[index]);
  });
  if (rose.length === 0 && more >= 0) {
    const { reps } = entryAt(sets, more);
    reasons.unshift({ kind: "moreReps", set: more + 1, reps, high: entryAt(targets, more).high, last: done });
  }
  if (short.length > 0 && !reasons.some(({ kind }) => kind === "cut"))
    reasons.push({ kind: "repeat", missed: short.length, setCount: last.sets.length, reps: done });
  const left = leftOutOf(last);
  if (reasons.length === 0 && left > 0) reasons.push({ kind: "setsLeftOut", left, setCount: targets.length });
  return { sets, reasons };
}

/** Sessions running in which a set fell short at the load that it has now. */
function shortRunning({ earlier, last }: Situation, index: number, low: number): number {
  const days: readonly Exposure[] = [...earlier, last];
  const kg = loadOf(last, index);
  const isShort = (day: Exposure) => {
    const set = day.sets[index];
    return set !== undefined && set.reps < low && Math.abs(set.loadKg - kg) < SAME_WEIGHT_KG;
  };
  return days.length - 1 - days.findLastIndex((day) => !isShort(day));
}
