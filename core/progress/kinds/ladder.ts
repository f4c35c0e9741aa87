/**
 * The bodyweight ladder: less assistance, the body alone, added load; and where a move has none of these, the next rung (docs/handbook.md#rules,
 * rule 10). Under the lower mark it goes the other way.
 */

import { entryAt, lastOf } from "../../lists";
import { nextHeavier, nextLighter, type Ruled } from "../../load";
import type { Exposure } from "../../session";
import { type Edit, lineageOf, type RuleOf } from "../../session";
import { asRepeated, loadOf, repsEdits, type Situation, topOf } from "../situation";
import { loadStep } from "./load-first";

/** The rung that the client stands on: from the lift's own, the last one in either direction that was trained since. */
function standing(rule: RuleOf<"bodyweightLadder">, { context, last, earlier }: Situation): Standing {
  const own = rule.rungs.indexOf(context.exercise.id);
  let best: Standing = { place: own, days: [...earlier, last] };
  if (own < 0) return best;
  for (const [place, id] of rule.rungs.entries()) {
    const days = (context.exposuresOf?.(id) ?? []).filter(
      ({ purpose, sets }) => purpose === "training" && sets.length > 0,
    );
    if (place !== own && days.length > 0 && lastOf(days).date > lastOf(best.days).date) best = { place, days };
  }
  return best;
}

interface Standing {
  readonly place: number;
  readonly days: readonly Exposure[];
}

export function bodyweightLadder(rule: RuleOf<"bodyweightLadder">, situation: Situation): Ruled {
  const { context, lift, targets } = situation;
  const { place, days } = standing(rule, situation);
  const last = lastOf(days);
  const isOwn = last === situation.last;
  const tried = targets.flatMap((_, index) => last.sets[index]?.reps ?? []);
  if (tried.length === 0) return asRepeated(situation);
  // A set that was left out is asked for as the least of those that were done.
  const done = targets.map((_, index) => last.sets[index]?.reps ?? Math.min(...tried));
  const [least, most] = [Math.min(...done), Math.max(...done)];
  const fromId = rule.rungs[place] ?? context.exercise.id;
  const on = (toId: string): Edit[] =>
    toId === context.exercise.id
      ? []
      : [
          { kind: "setSlot", slotId: lift.slot.id, field: "exerciseId", value: toId },
          { kind: "setSlot", slotId: lift.slot.id, field: "lineage", value: lineageOf(toId, lift.slot.setup) },
        ];
  const rung = (to: number): Ruled | null => {
    const toId = rule.rungs[to];
    if (place < 0 || toId === undefined) return null;
    const edits = [...on(toId), ...repsEdits(lift, rule.lowMark)];
    const up = to > place;
    return {
      sets: targets.map(() => ({ loadKg: 0, reps: rule.lowMark })),
      edits,
      reasons: [
        {
          kind: up ? "rungUp" : "rungDown",
          fromId,
          toId,
          mark: up ? rule.highMark : rule.lowMark,
        },
      ],
    };
  };
  if (least >= rule.highMark) {
    // The load goes first, where the gym has something to add or help to take off.
    if (
      isOwn &&
      nextHeavier(context.loads, topOf(last)) &&
      (topOf(last) < 0 || place === rule.rungs.length - 1 || place < 0)
    )
      return loadStep(null, "topMark", situation, rule.lowMark);
    return rung(place + 1) ?? asRepeated(situation);
  }
  if (most < rule.lowMark) {
    const lighter = isOwn ? nextLighter(context.loads, topOf(last)) : null;
    if (lighter)
      return {
        sets: targets.map(({ low }) => ({ loadKg: lighter.kg, reps: low })),
        reasons: [{ kind: "moreHelp", fromKg: topOf(last), toKg: lighter.kg, mark: rule.lowMark }],
      };
    return rung(place - 1) ?? asRepeated(situation);
  }
  const room = done.findIndex((reps) => reps < rule.highMark);
  const reps = done.map((count, index) => Math.max(rule.lowMark, count + (index === room ? 1 : 0)));
  return {
    sets: targets.map((_, index) => ({ loadKg: loadOf(last, index), reps: entryAt(reps, index) })),
    edits: [...on(fromId), ...(isOwn ? [] : repsEdits(lift, rule.lowMark))],
    reasons: [{ kind: "moreReps", set: room + 1, reps: entryAt(reps, room), high: rule.highMark, last: tried }],
  };
}
