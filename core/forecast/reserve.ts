/**
 * The two-timescale reserve model: what strength is left of each muscle region, on each side, in the course of a session.
 * docs/handbook.md#forecast.
 *
 * Fresh, a lifter does R reps at a load (their curve). Each rep spends 1/R of what is in hand between full strength and the
 * strength at which that load fails; after the last one strength is just short of the load. What is spent is lost strength, in
 * three parts: a fast one and a slow one that rest refills exponentially, and a small one that stays for the session (long sets
 * spend more strength, so they lower this ceiling more). Because it is strength that is tracked, it carries over between loads:
 * after failing at 40 kg a lifter stands above what 30 kg asks, which is what a drop set is.
 *
 * Where it is lost: in each mover by its share, in the move itself (another exercise for the same muscles feels that part not at
 * all), and a little everywhere. An exercise draws on its movers by their shares: a tired one costs it no more than its part.
 */

import { type Exercise, REGION_IDS, REGIONS, type RegionId, type Shares } from "../exercise";
import { entriesOf, entryAt, valueAt } from "../lists";
import { factorWithRepsLeft, type RepCurve, repsAtLoad } from "../load";
import { identityCache } from "../memo";
import { clamp } from "../units";

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
 * Set so that sets of a ten-rep load taken to failure go about 10, 7, 5, 5 at one minute's rest, 10, 8, 7, 6 at two, 10, 9, 8, 8
 * at four, and 10, 3, 3 at fifteen seconds: the middle of what trained people are seen to do.
 */
export const POPULATION_RESERVE: ReserveConstants = {
  fastShare: 0.685,
  fastSeconds: 17,
  slowSeconds: 210,
  lastingShare: 0.015,
  generalShare: 0.06,
};

/**
 * The part of a mover's loss that another exercise for it feels. A judgement: an isolation straight after another one of the
 * same muscle loses about half of its reps, where the same exercise would lose nearly three quarters.
 */
const FELT_BY_OTHERS = 0.8;

export type WorkedSide = "both" | "left" | "right";

/** What the model needs of an exercise. */
export type Move = Pick<Exercise, "id" | "shares">;

const INDEX: ReadonlyMap<RegionId, number> = new Map(REGION_IDS.map((id, index) => [id, index]));

/** A region of an exercise: its place, what it loses of a loss, and its part in the exercise's strength; the parts sum to one. */
interface Mover {
  readonly place: number;
  readonly share: number;
  readonly part: number;
}

const moversByShares = identityCache<readonly Mover[]>();

/** Muscles have their parts by their largest share, and regions within a muscle by their own. */
const movers = (shares: Shares): readonly Mover[] =>
  moversByShares(shares, [], () => {
    const entries = entriesOf(shares);
    const most = Math.max(0.25, ...entries.map(([, share]) => share));
    const muscles = new Map<string, { largest: number; sum: number }>();
    for (const [id, share] of entries) {
      const { largest, sum } = muscles.get(REGIONS[id].muscle) ?? { largest: 0, sum: 0 };
      muscles.set(REGIONS[id].muscle, { largest: Math.max(largest, share), sum: sum + share });
    }
    const all = [...muscles.values()].reduce((total, { largest }) => total + largest, 0);
    return entries.map(([id, share]) => {
      const { largest, sum } = valueAt(muscles, REGIONS[id].muscle);
      return { place: valueAt(INDEX, id) * 2, share: share / most, part: (largest / all) * (share / sum) };
    });
  });

/** Strength lost in one place, as a share of the fresh maximum, in its three parts. */
export class LostStrength {
  private fast = 0;
  private slow = 0;
  private lasting = 0;

  constructor(private readonly constants: ReserveConstants) {}

  copy(): LostStrength {
    const twin = new LostStrength(this.constants);
    [twin.fast, twin.slow, twin.lasting] = [this.fast, this.slow, this.lasting];
    return twin;
  }

  get sum(): number {
    return this.fast + this.slow + this.lasting;
  }

  rest(seconds: number): void {
    this.fast *= Math.exp(-seconds / this.constants.fastSeconds);
    this.slow *= Math.exp(-seconds / this.constants.slowSeconds);
  }

  add(lost: number): void {
    const { fastShare, lastingShare } = this.constants;
    this.fast += lost * fastShare;
    this.slow += lost * (1 - fastShare - lastingShare);
    this.lasting += lost * lastingShare;
  }
}

const PLACES = REGION_IDS.length * 2;

/** The state in the course of one session. Mutable; `copy` to try something. */
export class Reserve {
  private fast = new Float64Array(PLACES);
  private slow = new Float64Array(PLACES);
  private lasting = new Float64Array(PLACES);
  /** What each move has lost of its own, left and right, and what it has cost everywhere. */
  private own = new Map<string, readonly [LostStrength, LostStrength, LostStrength]>();

  constructor(readonly constants: ReserveConstants) {}

  copy(): Reserve {
    const twin = new Reserve(this.constants);
    twin.fast = this.fast.slice();
    twin.slow = this.slow.slice();
    twin.lasting = this.lasting.slice();
    for (const [id, [left, right, everywhere]] of this.own)
      twin.own.set(id, [left.copy(), right.copy(), everywhere.copy()]);
    return twin;
  }

  /** Rest, for everything but the move at work and its regions. */
  rest(seconds: number, working: Move | null = null): void {
    if (!(seconds > 0)) return;
    const fast = Math.exp(-seconds / this.constants.fastSeconds);
    const slow = Math.exp(-seconds / this.constants.slowSeconds);
    const busy = working && new Set(movers(working.shares).map(({ place }) => place));
    for (let place = 0; place < PLACES; place++) {
      if (busy?.has(place - (place % 2))) continue;
      this.fast[place]! *= fast;
      this.slow[place]! *= slow;
    }
    for (const [id, sides] of this.own) if (id !== working?.id) for (const lost of sides) lost.rest(seconds);
  }

  /** The share of the fresh maximum in hand for an exercise, 0–1; of both sides the more tired decides. */
  strength({ id, shares }: Move, side: WorkedSide): number {
    const own = this.own.get(id);
    let most = 0;
    let everywhere = 0;
    for (const lost of this.own.values()) everywhere += lost[2].sum;
    for (const right of sidesOf(side)) {
      let lost = own ? own[right].sum : 0;
      for (const { place, part } of movers(shares)) {
        const at = place + right;
        lost += part * (entryAt(this.fast, at) + entryAt(this.slow, at) + entryAt(this.lasting, at));
      }
      most = Math.max(most, lost);
    }
    return Math.max(0, 1 - most - everywhere);
  }

  /** Effective reps possible now at a load, both in curve kg. */
  repsLeft(move: Move, side: WorkedSide, e1rmKg: number, loadKg: number, curve: RepCurve): number {
    return repsLeft(this.strength(move, side), e1rmKg, loadKg, curve);
  }

  /** Does reps at a load: no more than are left. */
  perform(move: Move, side: WorkedSide, e1rmKg: number, loadKg: number, curve: RepCurve, reps: number): void {
    if (!(loadKg > 0) || !(e1rmKg > 0) || !(reps > 0)) return;
    const lost = strengthUsed(this.strength(move, side), e1rmKg, loadKg, curve, reps);
    if (!(lost > 0)) return;
    const { generalShare } = this.constants;
    const local = lost * (1 - generalShare);
    let felt = 0;
    for (const { place, share, part } of movers(move.shares)) {
      const loss = FELT_BY_OTHERS * local * share;
      felt += part * loss;
      for (const right of sidesOf(side)) this.lose(place + right, loss);
    }
    let own = this.own.get(move.id);
    if (!own) {
      own = [new LostStrength(this.constants), new LostStrength(this.constants), new LostStrength(this.constants)];
      this.own.set(move.id, own);
    }
    for (const right of sidesOf(side)) own[right].add(local - felt);
    own[2].add(lost * generalShare);
  }

  /** Does reps at whatever load leaves so many in reserve after them. */
  performAsHard(move: Move, side: WorkedSide, reps: number, rir: number, curve: RepCurve): void {
    if (!(reps > 0)) return;
    const strength = Math.max(0.2, this.strength(move, side));
    // Of the loads that such a set may be done at, the one that fails when its reps and the reserve are done.
    let [low, high] = [0.05, strength];
    for (let i = 0; i < 24; i++) {
      const load = (low + high) / 2;
      if (repsLeft(strength, 1, load, curve) > reps + rir) low = load;
      else high = load;
    }
    this.perform(move, side, 1, low, curve, reps);
  }

  private lose(place: number, loss: number): void {
    const { fastShare, lastingShare } = this.constants;
    this.fast[place]! += loss * fastShare;
    this.slow[place]! += loss * (1 - fastShare - lastingShare);
    this.lasting[place]! += loss * lastingShare;
  }
}

/** Above one: the reps near failure cost more strength than those at the start, and a part of the strength is worth fewer reps. */
const LATE_REPS = 1.3;

const SIDES = { both: [0, 1], left: [0], right: [1] } as const;
const sidesOf = (side: WorkedSide): readonly (0 | 1)[] => SIDES[side];

/** The strength, as a share of the fresh maximum, at which not one more rep is left at a load. */
const failingStrength = (e1rmKg: number, loadKg: number, curve: RepCurve): number =>
  (loadKg * factorWithRepsLeft(0, curve)) / e1rmKg;

/** Reps left at a load with a share of the fresh maximum in hand: of the fresh reps, what stands above where the load fails. */
export function repsLeft(strength: number, e1rmKg: number, loadKg: number, curve: RepCurve): number {
  const fresh = repsAtLoad(e1rmKg, loadKg, curve);
  const fails = failingStrength(e1rmKg, loadKg, curve);
  return fails >= 1 ? 0 : fresh * clamp((strength - fails) / (1 - fails), 0, 1) ** LATE_REPS;
}

/** What reps at a load cost, as a share of the fresh maximum; no more than takes strength to where the load fails. */
export function strengthUsed(strength: number, e1rmKg: number, loadKg: number, curve: RepCurve, reps: number): number {
  const fresh = repsAtLoad(e1rmKg, loadKg, curve);
  const fails = failingStrength(e1rmKg, loadKg, curve);
  if (fails >= strength || fresh <= 0) return 0;
  const inHand = (strength - fails) / (1 - fails);
  const left = Math.max(0, inHand ** LATE_REPS - reps / fresh) ** (1 / LATE_REPS);
  return (inHand - left) * (1 - fails);
}
