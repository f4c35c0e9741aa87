/**
 * Less than last time, as this gym can build it (docs/handbook.md#small-truths): the nearest buildable load within a range of
 * percents of body and load together; where the kit has none there, the load stays and the reps fall by what the curve says.
 */
import { lastOf } from "../lists";
import { e1rmFactor, type NextSet, nextLighter, repsAtLoad } from "../load";
import type { ProgressContext, SetTarget } from "./context";

/** How much less is meant, in percent of body and load together. */
export interface Reduction {
  readonly least: number;
  readonly most: number;
  /** Where in between it is aimed. */
  readonly aim: number;
}

/** What became of it. */
export interface Lighter {
  readonly sets: readonly NextSet[];
  /** What the heaviest set came down by, in percent of body and load together; 0 where the reps fall instead. */
  readonly percent: number;
  readonly by: "load" | "reps" | "both";
}

/** Half a gram of rounding is no load outside of the range. */
const CLOSE = 1e-6;

/** The heaviest set's share that is gone, in percent. */
function percentLess(fromKg: number, toKg: number, { toCurveKg }: ProgressContext): number {
  const [from, to] = [toCurveKg(fromKg) ?? fromKg, toCurveKg(toKg) ?? toKg];
  return from > 0 ? 100 * (1 - to / from) : 0;
}

/** The buildable load within the range that is nearest to its aim; null where the kit has none there. */
function loadWithin(fromKg: number, { least, most, aim }: Reduction, context: ProgressContext): number | null {
  let best: number | null = null;
  for (const { kg } of context.loads) {
    const percent = percentLess(fromKg, kg, context);
    if (percent < least - CLOSE || percent > most + CLOSE) continue;
    if (best === null || Math.abs(percent - aim) < Math.abs(percentLess(fromKg, best, context) - aim)) best = kg;
  }
  return best;
}

/** The fewest reps that are still a set of the lift's own kind: half of what is asked. */
const fewestOf = ({ low }: SetTarget): number => Math.max(1, Math.ceil(low / 2));

/**
 * Sets made lighter. `sets`: as they would be asked otherwise; a lighter load is asked for the low end of each target, the same
 * load for as many reps fewer as the curve gives for so much less.
 */
export function madeLighter(
  sets: readonly NextSet[],
  targets: readonly SetTarget[],
  reduction: Reduction,
  context: ProgressContext,
): Lighter {
  const targetAt = (index: number): SetTarget => targets[index] ?? lastOf(targets);
  const lighter = sets.map(({ loadKg }) => loadWithin(loadKg, reduction, context));
  const top = sets.reduce((best, set, index) => (set.loadKg > sets[best]!.loadKg ? index : best), 0);
  if (lighter.every((kg) => kg !== null)) {
    const percent = percentLess(sets[top]!.loadKg, lighter[top]!, context);
    return {
      sets: lighter.map((kg, index) => ({ loadKg: kg!, reps: targetAt(index).low })),
      percent,
      by: "load",
    };
  }
  const fewer = sets.map((set, index) => withFewerReps(set, targetAt(index), reduction.aim, context));
  if (fewer.every((set) => set !== null)) return { sets: fewer.map((set) => set!), percent: 0, by: "reps" };
  const next = sets.map((set, index) => nextLoadDown(set, targetAt(index), reduction.aim, context));
  return { sets: next, percent: percentLess(sets[top]!.loadKg, next[top]!.loadKg, context), by: "both" };
}

/** What a set implies as a maximum, made so many percent less. */
function lessKg({ loadKg, reps }: NextSet, { rir }: SetTarget, percent: number, context: ProgressContext) {
  const curve = context.toCurveKg(loadKg);
  const left = rir ?? context.settings.assumed.rir;
  return curve === null || curve <= 0
    ? null
    : { curve, left, kg: curve * e1rmFactor(reps + left, context.curve) * (1 - percent / 100) };
}

/** The same load for fewer reps; null where that would be less than half of what is asked. */
function withFewerReps(set: NextSet, target: SetTarget, percent: number, context: ProgressContext): NextSet | null {
  const less = lessKg(set, target, percent, context);
  if (!less) return { ...set, reps: Math.max(1, set.reps - 1) };
  const reps = Math.min(set.reps - 1, Math.floor(repsAtLoad(less.kg, less.curve, context.curve) - less.left + 0.25));
  return reps >= fewestOf(target) ? { ...set, reps } : null;
}

/** The next load down, for as many reps as the curve gives there, never more than before; the same where there is none. */
function nextLoadDown(set: NextSet, target: SetTarget, percent: number, context: ProgressContext): NextSet {
  const down = nextLighter(context.loads, set.loadKg);
  const less = lessKg(set, target, percent, context);
  const curve = down && context.toCurveKg(down.kg);
  if (!down || !less || !curve) return { ...set, reps: fewestOf(target) };
  const reps = Math.floor(repsAtLoad(less.kg, curve, context.curve) - less.left + 0.25);
  return { loadKg: down.kg, reps: Math.max(fewestOf(target), Math.min(set.reps, reps)) };
}
