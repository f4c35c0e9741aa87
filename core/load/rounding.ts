/** Bringing a wanted load to one that can be built, alone and in sequence, with what was done said as reasons. */

import { entryAt, firstOf, lastOf } from "../lists";
import { SAME_WEIGHT_KG } from "../units";
import { type BuildableLoad, type RoundingPolicy, roundToBuildable } from "./equipment";
import type { LoadReason } from "./reasons";

/** Whose policy it is that nothing is rounded to the harder side. */
export type PolicyReason = "client" | "pain";

/** What rounding did to a wanted load. `assists`: the figures are help and added load beside a body. */
export function roundingReasons(
  wantedKg: number,
  built: BuildableLoad | null,
  loads: readonly BuildableLoad[],
  assists: boolean,
  policy: { readonly kind: RoundingPolicy; readonly because: PolicyReason },
): LoadReason[] {
  if (!built) return [{ kind: "noEquipment" }];
  if (Math.abs(built.kg - wantedKg) < SAME_WEIGHT_KG) return [];
  const heaviest = lastOf(loads).kg;
  const lightest = firstOf(loads).kg;
  if (wantedKg > heaviest + SAME_WEIGHT_KG)
    return [{ kind: "outOfReach", wantedKg, nearestKg: heaviest, side: "too light" }];
  if (wantedKg < lightest - SAME_WEIGHT_KG)
    return [{ kind: "outOfReach", wantedKg, nearestKg: lightest, side: "too heavy" }];
  const base = assists ? Math.max(1, Math.abs(wantedKg)) : Math.max(wantedKg, 0.001);
  const reasons: LoadReason[] = [
    { kind: "rounded", wantedKg, builtKg: built.kg, percentOff: (100 * (built.kg - wantedKg)) / base },
  ];
  const nearest = policy.kind === "nearest" ? built : roundToBuildable(loads, wantedKg, "nearest");
  if (nearest && nearest.kg > built.kg + SAME_WEIGHT_KG)
    reasons.push({ kind: "neverHarder", because: policy.because, nearestKg: nearest.kg });
  return reasons;
}

interface DistinctLoads {
  readonly built: BuildableLoad;
  readonly reason: LoadReason;
}

/** Two wanted loads nearer than this, as a share, are the same step; further apart they are to stay apart when built. */
const SAME_STEP = 0.005;
/** Neighbours are built apart where the step that is wanted is at least this share of the gym's. */
const WORTH_A_STEP = 2 / 3;

export const isSameStep = (stepKg: number, spanKg: number): boolean =>
  Math.abs(stepKg) <= SAME_STEP * Math.max(spanKg, 1);

/** Whether a step between two wanted loads is worth one of the gym's own there. */
export function isStepWorthwhile(
  stepKg: number,
  fromKg: number,
  toKg: number,
  loads: readonly BuildableLoad[],
): boolean {
  const middle = (fromKg + toKg) / 2;
  const above = loads.findIndex((load) => load.kg > middle + SAME_WEIGHT_KG);
  if (above < 1) return false;
  return Math.abs(stepKg) >= WORTH_A_STEP * (entryAt(loads, above).kg - entryAt(loads, above - 1).kg);
}

/**
 * Rounding each load alone may make two neighbours of a pyramid or drop equal, or turn them round. Then the later one moves to
 * the next load on its own side of the neighbour, where policy and gym allow it; where they do not, the lost step is said.
 * Null where nothing need be done. All figures are prescribed kg; `spanKg` is what a load is compared with (body
 * included); `isChange`: the load is written as a change of its neighbour, a drop say, and has to be one.
 */
export function keepDistinct(
  before: { readonly wantedKg: number; readonly builtKg: number },
  wantedKg: number,
  built: BuildableLoad,
  loads: readonly BuildableLoad[],
  policy: RoundingPolicy,
  spanKg: number,
  isChange: boolean,
): DistinctLoads | null {
  const step = wantedKg - before.wantedKg;
  if (isSameStep(step, spanKg)) return null;
  const right = step > 0 ? built.kg > before.builtKg + SAME_WEIGHT_KG : built.kg < before.builtKg - SAME_WEIGHT_KG;
  if (right) return null;
  const next =
    step > 0
      ? loads.find((load) => load.kg > before.builtKg + SAME_WEIGHT_KG)
      : loads.findLast((load) => load.kg < before.builtKg - SAME_WEIGHT_KG);
  const harderThanPolicy = policy === "neverHarder" && next && next.kg > wantedKg + SAME_WEIGHT_KG;
  // A step that is small beside the gym's own is not worth one of those, and one that overshoots by more than itself is no
  // longer the step that was asked for.
  const tooSmall = next && !isChange && Math.abs(step) < WORTH_A_STEP * Math.abs(next.kg - before.builtKg);
  const tooFar = next && Math.abs(next.kg - wantedKg) > 2 * Math.abs(step) + SAME_WEIGHT_KG;
  if (!next || harderThanPolicy || tooFar || tooSmall) {
    // Level with its neighbour at most: never turned round.
    const level = loads.find((load) => Math.abs(load.kg - before.builtKg) <= SAME_WEIGHT_KG);
    const isTurned = Math.sign(step) * (built.kg - before.builtKg) < -SAME_WEIGHT_KG;
    const held =
      isTurned && level && !(policy === "neverHarder" && level.kg > wantedKg + SAME_WEIGHT_KG) ? level : built;
    return { built: held, reason: { kind: "stepLost", besideKg: before.builtKg, wantedKg } };
  }
  return {
    built: next,
    reason: { kind: "keptApart", besideKg: before.builtKg, plainKg: built.kg, builtKg: next.kg },
  };
}
