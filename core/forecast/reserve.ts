/**
 * The two-timescale reserve model: what strength is left of each muscle region, on each side, in the course of a session.
 * Handbook section 6.
 *
 * Fresh, a lifter does R reps at a load (their curve). Each rep takes one of the reps left at that load, so n of R spend n/R
 * of what was in hand above the load; after the last rep the strength left is just short of the load. What is spent is lost
 * strength, in three parts: a fast one and a slow one that rest refills exponentially, and a small one that stays for the
 * session (long sets spend more strength, so they lower this ceiling more). Other exercises draw on shared regions in
 * proportion to their share; a small part of everything is general and reaches every muscle.
 *
 * Because it is strength that is tracked, and not a count of reps, it carries over between loads: after failing at 40 kg some
 * reps are left at 30 kg, which is what a drop set is.
 */
import { REGION_IDS, type RegionId, type Shares } from "../exercise/regions";
import { factorWithRepsLeft, type RepCurve, repsAtLoad } from "../load/e1rm";

export interface ReserveConstants {
  /** The part of lost strength that returns quickly, 0–1. */
  readonly fastShare: number;
  readonly fastSeconds: number;
  readonly slowSeconds: number;
  /** The part of lost strength that does not return in the session, 0–1. */
  readonly lastingShare: number;
  /** The part of lost strength that every other muscle feels, 0–1. */
  readonly generalShare: number;
}

/**
 * Set so that four sets of a ten-rep load taken to failure go about 10, 6, 5, 4 at one minute, 10, 8, 7, 6 at two and
 * 10, 9, 8, 8 at three to five: the middle of what trained people are seen to do.
 */
export const POPULATION_RESERVE: ReserveConstants = {
  fastShare: 0.6,
  fastSeconds: 35,
  slowSeconds: 175,
  lastingShare: 0.02,
  generalShare: 0.06,
};

export type WorkedSide = "both" | "left" | "right";

const INDEX: ReadonlyMap<RegionId, number> = new Map(REGION_IDS.map((id, index) => [id, index]));
const PLACES = REGION_IDS.length * 2;

/** Shares scaled so that the prime mover has 1, as [place of the left side, share] pairs. */
type Weights = readonly (readonly [number, number])[];
const weightsOf = new WeakMap<Shares, Weights>();

function weights(shares: Shares): Weights {
  let known = weightsOf.get(shares);
  if (!known) {
    const most = Math.max(0.25, ...Object.values(shares));
    known = (Object.entries(shares) as [RegionId, number][]).map(([id, share]) => [INDEX.get(id)! * 2, share / most]);
    weightsOf.set(shares, known);
  }
  return known;
}

/** The state in the course of one session. Mutable; `copy` to try something. All losses are shares of the fresh maximum. */
export class Reserve {
  private fast = new Float64Array(PLACES);
  private slow = new Float64Array(PLACES);
  private lasting = new Float64Array(PLACES);
  private general = { fast: 0, slow: 0, lasting: 0 };

  constructor(readonly constants: ReserveConstants) {}

  copy(): Reserve {
    const twin = new Reserve(this.constants);
    twin.fast = this.fast.slice();
    twin.slow = this.slow.slice();
    twin.lasting = this.lasting.slice();
    twin.general = { ...this.general };
    return twin;
  }

  /** Rest, for everything but the regions at work. */
  rest(seconds: number, working: Shares | null = null): void {
    if (!(seconds > 0)) return;
    const fast = Math.exp(-seconds / this.constants.fastSeconds);
    const slow = Math.exp(-seconds / this.constants.slowSeconds);
    const busy = working && new Set(weights(working).map(([place]) => place));
    for (let place = 0; place < PLACES; place++) {
      if (busy?.has(place - (place % 2))) continue;
      this.fast[place]! *= fast;
      this.slow[place]! *= slow;
    }
    this.general.fast *= fast;
    this.general.slow *= slow;
  }

  private lossAt(place: number): number {
    return this.fast[place]! + this.slow[place]! + this.lasting[place]!;
  }

  /** The share of the fresh maximum in hand for an exercise, 0–1: its most tired mover decides, by its share. */
  strength(shares: Shares, side: WorkedSide): number {
    let most = 0;
    for (const [left, weight] of weights(shares)) {
      if (side !== "right") most = Math.max(most, weight * this.lossAt(left));
      if (side !== "left") most = Math.max(most, weight * this.lossAt(left + 1));
    }
    const general = this.general.fast + this.general.slow + this.general.lasting;
    return Math.max(0, 1 - most - general);
  }

  /** Effective reps possible now at a load, both in curve kg. */
  repsLeft(shares: Shares, side: WorkedSide, e1rmKg: number, loadKg: number, curve: RepCurve): number {
    return repsAtLoad(e1rmKg * this.strength(shares, side), loadKg, curve);
  }

  /** Does reps at a load: no more than are left. */
  perform(shares: Shares, side: WorkedSide, e1rmKg: number, loadKg: number, curve: RepCurve, reps: number): void {
    if (!(loadKg > 0) || !(e1rmKg > 0) || !(reps > 0)) return;
    const before = this.strength(shares, side);
    const left = Math.max(0, repsAtLoad(e1rmKg * before, loadKg, curve) - reps);
    const after = Math.min(before, (loadKg * factorWithRepsLeft(left, curve)) / e1rmKg);
    this.spend(shares, side, before - after);
  }

  private spend(shares: Shares, side: WorkedSide, loss: number): void {
    if (!(loss > 0)) return;
    const goal = Math.max(0, this.strength(shares, side) - loss);
    const { generalShare, fastShare, lastingShare } = this.constants;
    const local = loss * (1 - generalShare);
    for (const [left, weight] of weights(shares)) {
      if (side !== "right") this.lose(left, local * weight);
      if (side !== "left") this.lose(left + 1, local * weight);
    }
    const general = loss * generalShare;
    this.general.fast += general * fastShare;
    this.general.slow += general * (1 - fastShare - lastingShare);
    this.general.lasting += general * lastingShare;
    // A helper that was more tired than the prime mover is what gave out: it bears the difference.
    const short = this.strength(shares, side) - goal;
    if (short <= 1e-9) return;
    const places = weights(shares).flatMap(([left, weight]): [number, number][] =>
      side === "left"
        ? [[left, weight]]
        : side === "right"
          ? [[left + 1, weight]]
          : [
              [left, weight],
              [left + 1, weight],
            ],
    );
    const most = Math.max(...places.map(([place, weight]) => weight * this.lossAt(place)));
    for (const [place, weight] of places)
      if (weight * this.lossAt(place) >= most - 1e-9) this.lose(place, short / weight);
  }

  private lose(place: number, loss: number): void {
    const { fastShare, lastingShare } = this.constants;
    this.fast[place]! += loss * fastShare;
    this.slow[place]! += loss * (1 - fastShare - lastingShare);
    this.lasting[place]! += loss * lastingShare;
  }
}
