/**
 * Rules that change something else first, and the load when that has gone as far as it goes: two-for-two, rep goal, density,
 * slow eccentrics, a set more (docs/handbook.md#rules, rules 7 to 9, 11 and 12). How far it has gone is read off the log: on how many
 * days the present load was made.
 */

import { firstOf, lastOf } from "../../lists";
import { type Ruled, roundToBuildable } from "../../load";
import type { Exposure } from "../../session";
import {
  allWorkingSets,
  diffBlock,
  diffSlotSets,
  type Edit,
  type RuleOf,
  restSecondsForTime,
  type Tempo,
} from "../../session";
import { mondayOf } from "../../units";
import { setsMore } from "../set-count";
import { asRepeated, leftOutOf, loadOf, missesOf, notMade, type Situation, topOf } from "../situation";
import { loadStep } from "./load-first";

/** Days in a row, the last one among them, on which the lift was made at the load that it has now. */
function madeRunning({ earlier, last }: Situation): number {
  const isSame = (day: Exposure) => Math.abs(topOf(day) - topOf(last)) < 0.002;
  const days = [...earlier, last];
  const first = days.findLastIndex((day) => !isSame(day) || missesOf(day) > 0 || leftOutOf(day) > 0);
  return days.length - 1 - first;
}

export function twoForTwo(rule: RuleOf<"twoForTwo">, situation: Situation): Ruled {
  const held = notMade(situation);
  if (held) return held;
  const { targets, earlier, last, context } = situation;
  const target = lastOf(targets);
  const over = (day: Exposure | undefined) =>
    day && Math.abs(topOf(day) - topOf(last)) < 0.002 ? (day.sets.at(-1)?.reps ?? 0) - target.high : -1;
  const now = over(last);
  const days = now >= rule.repsOver ? (over(earlier.at(-1)) >= rule.repsOver ? 2 : 1) : 0;
  if (days < 2) {
    // What is over the target is asked for again: it counts only when it comes twice.
    return { ...asRepeated(situation), reasons: [{ kind: "overTarget", over: now, days, wanted: rule.repsOver }] };
  }
  const curve = context.toCurveKg(topOf(last)) ?? topOf(last);
  const wanted = context.toPrescribedKg(curve * (1 + rule.risePercent / 100)) ?? topOf(last);
  const kg = roundToBuildable(context.loads, wanted, "nearest")?.kg ?? wanted;
  return loadStep(Math.max(0, kg - topOf(last)), "overTarget", situation);
}

const topOfSets = ({ sets }: Ruled): number => Math.max(...sets.map(({ loadKg }) => loadKg));

/** The rep goal of a lift: its total, and how many mini-sets the last time took. */
export function repGoal(rule: RuleOf<"repGoal">, situation: Situation): Ruled {
  const { lift, last } = situation;
  const goal = allWorkingSets(lift.slot).find(({ stop }) => stop.kind === "repTotal")?.stop;
  const total = goal?.kind === "repTotal" ? goal.total : situation.targets.reduce((sum, { low }) => sum + low, 0);
  const done = last.sets.reduce((sum, set) => sum + set.totalReps, 0);
  const sets = last.sets.length;
  const isMade = done >= total;
  const up = isMade && sets <= rule.sets ? loadStep(null, "goalMade", situation, firstOf(last.sets).reps) : null;
  if (up && topOfSets(up) > topOf(last)) return up;
  // Where the kit's next load is too far the total is to be made in fewer sets still.
  const wanted = up && sets > 1 ? Math.min(rule.sets, sets - 1) : rule.sets;
  return { ...asRepeated(situation), reasons: [{ kind: "goalInSets", sets, wanted, total }] };
}

/** The written rest after the block's rounds, or the lift's usual one. */
function restSeconds({ lift, context }: Situation): number {
  const rest = lift.block.restAfterRound;
  if (rest?.kind === "each") return restSecondsForTime(rest.rest);
  if (rest?.kind === "list") return restSecondsForTime(firstOf(rest.rests));
  return context.settings.assumed.roundRestSeconds;
}

export function density(rule: RuleOf<"density">, situation: Situation): Ruled {
  const held = notMade(situation);
  if (held) return held;
  const asked = restSeconds(situation);
  const made = madeRunning(situation);
  const stepsToFloor = Math.max(0, Math.ceil((asked - rule.floorSeconds) / rule.stepSeconds));
  if (made > stepsToFloor) return loadStep(null, "restAtFloor", situation);
  const toSeconds = Math.max(Math.min(asked, rule.floorSeconds), asked - made * rule.stepSeconds);
  const edits = diffBlock(situation.lift.block, {
    restAfterRound: { kind: "each", rest: { kind: "seconds", seconds: toSeconds } },
  });
  return {
    ...asRepeated(situation),
    edits,
    reasons: [{ kind: "shorterRest", fromSeconds: asked, toSeconds, floorSeconds: rule.floorSeconds }],
  };
}

export function slowLowering(rule: RuleOf<"slowLowering">, situation: Situation): Ruled {
  const held = notMade(situation);
  if (held) return held;
  const { lift } = situation;
  const base = Math.max(2, ...allWorkingSets(lift.slot).map((set) => eccentricSecondsOf(firstOf(set.segments).tempo)));
  const made = madeRunning(situation);
  const stepsToMost = Math.max(0, Math.ceil((rule.mostSeconds - base) / rule.stepSeconds));
  if (made > stepsToMost) return loadStep(null, "eccentricAtMost", situation);
  const seconds = Math.min(Math.max(base, rule.mostSeconds), base + made * rule.stepSeconds);
  return {
    ...asRepeated(situation),
    edits: eccentricEdits(situation, seconds),
    reasons: [{ kind: "slower", seconds, mostSeconds: rule.mostSeconds }],
  };
}

const eccentricSecondsOf = (tempo: Tempo | null): number =>
  tempo?.lower?.kind === "seconds" ? tempo.lower.seconds.high : 0;

function eccentricEdits({ lift }: Situation, seconds: number): Edit[] {
  const lower = { kind: "seconds", seconds: { low: seconds, high: seconds } } as const;
  const slower = lift.slot.sets.map((set) => {
    if (set?.role !== "working") return set;
    const [first, ...further] = set.segments;
    const tempo: Tempo = { ...(first!.tempo ?? { pauseBottom: null, lift: null, pauseTop: null }), lower };
    return { ...set, segments: [{ ...first!, tempo }, ...further] };
  });
  return diffSlotSets(lift.slot, slower);
}

export function setRamp(rule: RuleOf<"setRamp">, situation: Situation): Ruled {
  const held = notMade(situation);
  const { lift, last, targets, context } = situation;
  const had = Math.max(targets.length, last.plannedSets);
  const isNewWeek = mondayOf(last.date) < mondayOf(context.calendar.date);
  const wanted = Math.min(rule.mostSets, had + (held || !isNewWeek ? 0 : 1));
  const sets = Math.max(targets.length, wanted);
  const edits = setsMore(lift, sets - targets.length);
  const same = held ?? asRepeated(situation);
  const load = lastOf(same.sets);
  const more = Array.from({ length: edits.length > 0 ? sets - targets.length : 0 }, () => load);
  const reason = sets > had ? ({ kind: "setMore", sets, mostSets: rule.mostSets } as const) : null;
  return {
    sets: [...same.sets, ...more].map((set, index) => ({
      ...set,
      loadKg: held || !last.sets[index] ? set.loadKg : loadOf(last, index),
    })),
    edits,
    reasons: held ? held.reasons : [reason ?? { kind: "setsAtMost", sets }],
  };
}
