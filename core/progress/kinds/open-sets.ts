/**
 * Sets without a number of reps to ask for (docs/handbook.md#rules): as many as possible and to failure go by the reps of their
 * first set, times and distances by whether they were made. Of a move of the body there is no load to move.
 */

import { isBodyweight } from "../../exercise";
import { entryAt, firstOf } from "../../lists";
import { nextHeavier, nextLighter, type Ruled } from "../../load";
import { allWorkingSets } from "../../session";
import { SAME_WEIGHT_KG } from "../../units";
import type { SetTarget } from "../context";
import { asRepeated, isBeyondWeek, type Situation, topOf } from "../situation";
import { loadStep } from "./load-first";

/** Reps in the first set that make the load go up, those that are too few for it, and those that the next load must leave. */
const OPEN = { until: 15, few: 5, least: 8 };

/** What an open set is judged by: any reps, up to those that make the load go up. */
export const openTargetOf = (rir: number | null): SetTarget => ({ low: 1, high: OPEN.until, rir });

export function openSets(situation: Situation): Ruled {
  const { last, context } = situation;
  const best = firstOf(last.sets).reps;
  const again = asRepeated(situation);
  const aimed = (reps: number) => again.sets.map((set, index) => (index === 0 ? { ...set, reps } : set));
  if (isBodyweight(context.exercise))
    return { sets: aimed(best + 1), reasons: [{ kind: "openMore", best, until: null }] };
  const fromKg = topOf(last);
  if (best < OPEN.few) {
    const lighter = nextLighter(context.loads, fromKg);
    if (lighter)
      return {
        sets: again.sets.map(() => ({ loadKg: lighter.kg, reps: OPEN.least })),
        reasons: [{ kind: "openFew", best, fromKg, toKg: lighter.kg }],
      };
  }
  if (best >= OPEN.until) {
    const aims = situation.targets.map(() => ({ low: OPEN.least, high: OPEN.least, rir: 0 }));
    const up = loadStep(null, "openTop", { ...situation, targets: aims });
    if (topOfSets(up) > fromKg + SAME_WEIGHT_KG) return up;
  }
  return { sets: aimed(best + 1), reasons: [{ kind: "openMore", best, until: OPEN.until }] };
}

const topOfSets = ({ sets }: Ruled): number => Math.max(...sets.map(({ loadKg }) => loadKg));

/** A time that was made is to be so much longer, up to so many seconds; a distance so many metres. */
const LONGER = { seconds: 5, mostSeconds: 60, metres: 5, mostMetres: 60 };

/** Seconds held or metres carried: made in every set, a step up where one is near enough, else a longer one is proposed. */
export function timedSets(situation: Situation): Ruled {
  const { lift, last, context } = situation;
  const same = asRepeated(situation);
  const again = { ...same, sets: same.sets.map((set) => ({ ...set, reps: 0 })) };
  const asked = allWorkingSets(lift.slot).map(({ segments, stop }) => {
    const { amount } = firstOf(segments);
    if (stop.kind === "totalTime") return stop.seconds;
    return amount.kind === "seconds" || amount.kind === "hold" ? amount.seconds : null;
  });
  const askedAt = (index: number) => entryAt(asked, Math.min(index, asked.length - 1)) ?? 0;
  const short = last.sets.findIndex((set, index) => set.seconds !== null && set.seconds < askedAt(index));
  if (short >= 0) {
    const best = entryAt(last.sets, short).seconds ?? 0;
    return { ...again, reasons: [{ kind: "timeNotMade", best, asked: askedAt(short), unit: "s" }] };
  }
  const next = isBodyweight(context.exercise) ? null : nextHeavier(context.loads, topOf(last));
  if (next && !isBeyondWeek(topOf(last), next.kg, context)) {
    const fromKg = topOf(last);
    const sets = again.sets.map((set) => ({ ...set, loadKg: next.kg }));
    return { sets, reasons: [{ kind: "rise", fromKg, toKg: next.kg, why: "timeMade" }] };
  }
  const { amount } = firstOf(firstOf(allWorkingSets(lift.slot)).segments);
  if (amount.kind === "metres") {
    const to = Math.min(LONGER.mostMetres, amount.metres + LONGER.metres);
    return to > amount.metres
      ? { ...again, reasons: [{ kind: "longer", asked: amount.metres, to, unit: "m" }] }
      : again;
  }
  const to = Math.min(LONGER.mostSeconds, askedAt(0) + LONGER.seconds);
  return to > askedAt(0) ? { ...again, reasons: [{ kind: "longer", asked: askedAt(0), to, unit: "s" }] } : again;
}
