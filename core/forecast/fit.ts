/** A client's own recovery: the reserve model's constants fitted to how their reps fell off from set to set. */
import { factorWithRepsLeft, type RepCurve } from "../load";
import type { Exposure } from "../session";
import { clamp } from "../units";
import { LostStrength, POPULATION_RESERVE, type ReserveConstants, repsLeft, strengthUsed } from "./reserve";

export interface FittedReserve {
  readonly constants: ReserveConstants;
  readonly isOwn: boolean;
  /** Later sets, with a known rest, that the fit could use. */
  readonly sets: number;
}

/** Fewer usable sets than this, and the population's constants stand. */
const SETS_TO_FIT = 12;

interface LaterSet {
  readonly loadKg: number;
  readonly reps: number;
  readonly rir: number;
  readonly restSeconds: number;
}

/** One lift on one day: a first set that sets the day's maximum, and the sets that followed it. */
interface Chain {
  readonly e1rmKg: number;
  readonly curve: RepCurve;
  readonly firstKg: number;
  readonly firstReps: number;
  readonly later: readonly LaterSet[];
}

/**
 * Maximum a posteriori over two figures, by a grid refined three times: the fast share (logit-normal about the population's)
 * and a common factor on both time constants (log-normal). Residual: reps and RIR said against reps left in the model, with
 * a bounded loss so that a set cut short for another reason weighs little. Lifts done alone in their block, with the rest kept,
 * are what it reads; each day's first set gives the day's own maximum, so a good or bad day is not taken for recovery.
 */
export function fitReserve(
  lifts: readonly { readonly exposures: readonly Exposure[]; readonly curve: RepCurve }[],
): FittedReserve {
  const chains = lifts.flatMap(({ exposures, curve }) => exposures.flatMap((exposure) => chainOf(exposure, curve)));
  const sets = chains.reduce((total, chain) => total + chain.later.length, 0);
  if (sets < SETS_TO_FIT) return { constants: POPULATION_RESERVE, isOwn: false, sets };
  let best = { a: 0, b: 0, cost: Number.POSITIVE_INFINITY };
  let span = { a: 1.6, b: 1.2 };
  for (let pass = 0; pass < 3; pass++) {
    const around = { ...best };
    for (let i = -6; i <= 6; i++) {
      for (let j = -6; j <= 6; j++) {
        const a = around.a + (span.a * i) / 6;
        const b = around.b + (span.b * j) / 6;
        const cost = costOf(chains, constantsAt(a, b)) + (a / 0.3) ** 2 + (b / 0.5) ** 2;
        if (cost < best.cost) best = { a, b, cost };
      }
    }
    span = { a: span.a / 5, b: span.b / 5 };
  }
  return { constants: constantsAt(best.a, best.b), isOwn: true, sets };
}

function constantsAt(a: number, b: number): ReserveConstants {
  const p = POPULATION_RESERVE;
  const logit = Math.log(p.fastShare / (1 - p.fastShare)) + a;
  const fastShare = Math.min(1 - p.lastingShare, 1 / (1 + Math.exp(-logit)));
  return { ...p, fastShare, fastSeconds: p.fastSeconds * Math.exp(b), slowSeconds: p.slowSeconds * Math.exp(b) };
}

function chainOf(exposure: Exposure, curve: RepCurve): Chain[] {
  const [first, ...rest] = exposure.sets.filter((set) => set.working);
  if (!first?.fresh || first.curveKg === null || first.rir === null || first.rir > 4 || first.reps < 1) return [];
  const later: LaterSet[] = [];
  for (const set of rest) {
    const restSeconds = set.restBeforeSeconds ?? null;
    if (set.curveKg === null || set.rir === null || set.rir > 4 || restSeconds === null || set.form === "broke") break;
    later.push({ loadKg: set.curveKg, reps: set.reps, rir: set.rir, restSeconds });
  }
  if (later.length === 0) return [];
  const e1rmKg = first.curveKg * factorWithRepsLeft(first.reps + first.rir, curve);
  return [{ e1rmKg, curve, firstKg: first.curveKg, firstReps: first.reps, later }];
}

function costOf(chains: readonly Chain[], constants: ReserveConstants): number {
  let cost = 0;
  for (const { e1rmKg, curve, firstKg, firstReps, later } of chains) {
    const lost = new LostStrength(constants);
    const perform = (loadKg: number, reps: number) => lost.add(strengthUsed(1 - lost.sum, e1rmKg, loadKg, curve, reps));
    perform(firstKg, firstReps);
    for (const set of later) {
      lost.rest(set.restSeconds);
      const expected = repsLeft(1 - lost.sum, e1rmKg, set.loadKg, curve);
      const off = (set.reps + set.rir - expected) / (0.7 + 0.25 * set.rir);
      cost += clamp(off * off, 0, 9);
      perform(set.loadKg, set.reps);
    }
  }
  return cost;
}
