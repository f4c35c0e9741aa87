/** Double progression: reps up inside the range, then load (docs/handbook.md#rules, rule 2). */

import { entryAt, firstOf } from "../../lists";
import type { ProgressReason, Ruled } from "../../load";
import type { RuleOf } from "../../session";
import { expectedReps, stepUp } from "../bound";
import { heldBack, loadOf, repsOf, type Situation, topOf } from "../situation";

export function doubleProgression(rule: RuleOf<"doubleProgression">, situation: Situation): Ruled {
  const { targets, last, context } = situation;
  const done = targets.map((_, index) => repsOf(last, index));
  const allAtTop = targets.every((target, index) => (done[index] ?? 0) >= target.high);
  if (!allAtTop) {
    const reps = targets.map((target, index) => Math.min(target.high, Math.max(target.low, done[index] ?? target.low)));
    const room = targets.findIndex((target, index) => (done[index] ?? 0) < target.high);
    reps[room] = Math.min(
      entryAt(targets, room).high,
      Math.max(entryAt(targets, room).low, (done[room] ?? entryAt(targets, room).low - 1) + 1),
    );
    const sets = targets.map((_, index) => ({ loadKg: loadOf(last, index), reps: entryAt(reps, index) }));
    const more = {
      set: room + 1,
      reps: entryAt(reps, room),
      high: entryAt(targets, room).high,
      last: done.map((count) => count ?? 0),
    };
    return { sets, reasons: [{ kind: "moreReps", ...more }] };
  }
  const step = stepUp(topOf(last), rule.stepKg ?? 0, firstOf(targets), situation, context);
  if (step.kind !== "up") return heldBack(step, situation);
  const sets = targets.map((target) => ({ loadKg: step.kg, reps: target.low }));
  const reasons: ProgressReason[] = [{ kind: "rise", fromKg: topOf(last), toKg: step.kg, why: "topOfRange" }];
  const expected = expectedReps(step.kg, context);
  if (expected !== null) reasons.push({ kind: "expected", reps: expected, atKg: step.kg });
  return { sets, reasons };
}
