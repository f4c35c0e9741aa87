/**
 * The loads of a lift's rounds, rounded together: each as near to what is wanted as the gym builds, none turned round against
 * its neighbour, and steps that are worth one of the gym's kept. docs/handbook.md#plate-plan.
 */

import { entryAt, firstOf } from "../lists";
import { SAME_WEIGHT_KG } from "../units";
import { type BuildableLoad, type RoundingPolicy, roundToBuildable } from "./equipment";
import type { LoadReason } from "./reasons";
import { isSameStep, isStepWorthwhile } from "./rounding";

export interface SequenceStep {
  readonly wantedKg: number;
  /** What it may be built as, lightest first; one where it stands already. */
  readonly loads: readonly BuildableLoad[];
  readonly policy: RoundingPolicy;
  /** What a load is compared with, the body included. */
  readonly spanKg: number;
}

/** A step by its part's id; one that stands is a neighbour to the others, and not built again. */
export interface PlacedStep extends SequenceStep {
  readonly id: string;
  readonly stands: boolean;
}

/** How a part is built among the others of its lift, and what that did to it. */
export interface InSequence {
  readonly built: BuildableLoad;
  readonly reasons: readonly LoadReason[];
}

/** So many of the loads nearest to the wanted one are looked at. */
const CANDIDATES = 8;
/** What it costs to lose a step, to part what is level, and to turn a step round; deviations are squared kg beside it. */
const LOST = 1e6;
const TURNED = 1e9;

/**
 * The builds with the least sum of squared deviations in kg, among those that turn no step round and lose the fewest; null for
 * what the gym has nothing for. A load that can be built exactly stays. By dynamic programming over the nearest loads.
 */
export function roundSequence(steps: readonly SequenceStep[]): (BuildableLoad | null)[] {
  const plain = steps.map(({ loads, wantedKg, policy }) => roundToBuildable(loads, wantedKg, policy));
  const isFine = plain.every(
    (built, index) =>
      index === 0 || pairCost(entryAt(steps, index - 1), entryAt(steps, index), plain[index - 1]!, built) === 0,
  );
  if (isFine || plain.includes(null)) return plain;
  const choices = steps.map((step, index) => candidates(step, plain[index]!, steps[index - 1], steps[index + 1]));
  let costs = firstOf(choices).map((one) => deviation(one, firstOf(steps)));
  const from: number[][] = [];
  for (let index = 1; index < steps.length; index++) {
    const [before, step] = [entryAt(steps, index - 1), entryAt(steps, index)];
    const came: number[] = [];
    const next = entryAt(choices, index).map((one) => {
      let best = 0;
      let least = Number.POSITIVE_INFINITY;
      for (const [place, other] of entryAt(choices, index - 1).entries()) {
        const cost = entryAt(costs, place) + pairCost(before, step, other, one);
        if (cost < least) [least, best] = [cost, place];
      }
      came.push(best);
      return least + deviation(one, step);
    });
    from.push(came);
    costs = next;
  }
  let place = costs.indexOf(Math.min(...costs));
  const built: BuildableLoad[] = [];
  for (let index = steps.length - 1; index >= 0; index--) {
    built.unshift(entryAt(entryAt(choices, index), place));
    if (index > 0) place = entryAt(entryAt(from, index - 1), place);
  }
  return built;
}

/** The steps that do not stand yet as they are built together, by id; without those that the gym has nothing for. */
export function buildSequence(run: readonly PlacedStep[]): Map<string, InSequence> {
  const chosen = new Map<string, InSequence>();
  const built = roundSequence(run);
  for (const [index, { id, stands, wantedKg, loads, policy, spanKg }] of run.entries()) {
    const own = built[index];
    if (stands || !own) continue;
    const plain = roundToBuildable(loads, wantedKg, policy)!;
    const before = built[index - 1];
    const reasons: LoadReason[] = [];
    if (Math.abs(plain.kg - own.kg) > SAME_WEIGHT_KG) {
      const beside = before ?? built[index + 1]!;
      reasons.push({ kind: "keptApart", besideKg: beside.kg, plainKg: plain.kg, builtKg: own.kg });
    }
    const stepKg = before ? wantedKg - entryAt(run, index - 1).wantedKg : 0;
    if (before && !isSameStep(stepKg, spanKg) && Math.abs(before.kg - own.kg) <= SAME_WEIGHT_KG)
      reasons.push({ kind: "stepLost", besideKg: before.kg, wantedKg });
    chosen.set(id, { built: own, reasons });
  }
  return chosen;
}

const deviation = ({ kg }: BuildableLoad, { wantedKg }: SequenceStep): number => (kg - wantedKg) ** 2;

function candidates(
  { wantedKg, loads, policy }: SequenceStep,
  plain: BuildableLoad,
  before: SequenceStep | undefined,
  after: SequenceStep | undefined,
): BuildableLoad[] {
  const off = Math.abs(plain.kg - wantedKg);
  if (off < SAME_WEIGHT_KG) return [plain];
  // A load that overshoots by more than the steps around it is no longer what was asked for.
  const steps = [before, after].map((other) => (other ? Math.abs(other.wantedKg - wantedKg) : 0));
  const most = Math.max(off, 2 * Math.max(...steps)) + SAME_WEIGHT_KG;
  const allowed = loads.filter(
    ({ kg }) => Math.abs(kg - wantedKg) <= most && (policy === "nearest" || kg <= wantedKg + SAME_WEIGHT_KG),
  );
  if (allowed.length === 0) return [plain];
  return allowed
    .sort((a, b) => Math.abs(a.kg - wantedKg) - Math.abs(b.kg - wantedKg) || a.kg - b.kg)
    .slice(0, CANDIDATES);
}

/** What two neighbours built so cost against what was wanted of them. */
function pairCost(
  before: SequenceStep,
  step: SequenceStep,
  first: BuildableLoad | null,
  second: BuildableLoad | null,
): number {
  if (!first || !second) return 0;
  const wanted = step.wantedKg - before.wantedKg;
  const built = second.kg - first.kg;
  const isLevel = Math.abs(built) <= SAME_WEIGHT_KG;
  if (isSameStep(wanted, step.spanKg)) return isLevel ? 0 : LOST;
  if (isLevel) return isStepWorthwhile(wanted, before.wantedKg, step.wantedKg, step.loads) ? LOST : 0;
  return Math.sign(built) === Math.sign(wanted) ? 0 : TURNED;
}
