/** Double progression: reps up inside the range, then load (docs/handbook.md#rules, rule 2). */

import { entryAt, firstOf } from "../../lists";
import type { ProgressReason, Ruled } from "../../load";
import type { RuleOf } from "../../session";
import { clamp } from "../../units";
import { expectedReps, stepUp } from "../bound";
import {
  asRepeated,
  heldBack,
  leftOutOf,
  lowOf,
  repeated,
  repsOf,
  type Situation,
  topOf,
  underRange,
} from "../situation";

export function doubleProgression(rule: RuleOf<"doubleProgression">, situation: Situation): Ruled {
  const { targets, last, earlier, context } = situation;
  const under = underRange(situation);
  if (under) return under;
  const done = targets.map((_, index) => repsOf(last, index));
  const room = targets.findIndex((target, index) => (done[index] ?? target.high) < target.high);
  if (room >= 0) {
    const target = entryAt(targets, room);
    const reps = clamp(entryAt(done, room)! + 1, lowOf(target, last.sets[room]), target.high);
    const sets = repeated(targets, last, earlier).map((set, index) => (index === room ? { ...set, reps } : set));
    const was = done.flatMap((count) => count ?? []);
    return { sets, reasons: [{ kind: "moreReps", set: room + 1, reps, high: target.high, last: was }] };
  }
  const left = leftOutOf(last);
  if (left > 0) return { ...asRepeated(situation), reasons: [{ kind: "setsLeftOut", left, setCount: targets.length }] };
  const step = stepUp(topOf(last), rule.stepKg ?? 0, firstOf(targets), situation, context);
  if (step.kind !== "up") return heldBack(step, situation);
  const sets = targets.map((target) => ({ loadKg: step.kg, reps: target.low }));
  const reasons: ProgressReason[] = [{ kind: "rise", fromKg: topOf(last), toKg: step.kg, why: "topOfRange" }];
  const expected = expectedReps(step.kg, context, situation.shownKg);
  if (expected !== null) reasons.push({ kind: "expected", reps: expected, atKg: step.kg });
  return { sets, reasons };
}
