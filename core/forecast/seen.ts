/**
 * What the forecast has seen of a client: how their sets went against what the model foretold of them, lift by lift, so that an
 * unchanged prescription is foretold as it went. docs/handbook.md#forecast.
 *
 * Estimator. For every logged set the model foretells the possible reps from the lift's present maximum and the strength in
 * hand. What is left over, in reps, is explained by a few figures (`featuresOf`), found by linear regression with a normal prior:
 * everyone's (nothing), then the client's over all lifts, then the lift's own; each weighs by how much it knows, and older days
 * count less. A set that failed, or whose reserve was said, tells its reps; one that was only made as asked says that no fewer
 * were possible. The scatter that remains is the client's own, and makes the band.
 */

import { entryAt } from "../lists";
import type { LiftRecord } from "../load";
import { type RepCurve, repsAtLoad } from "../load";
import type { Exposure } from "../session";
import { daysBetween } from "../units";
import { LostStrength, type ReserveConstants, repsLeft, strengthUsed } from "./reserve";

/** Under what circumstances a part is done. */
interface Circumstance {
  /** Reps that the model takes off the fresh ones. */
  readonly lostReps: number;
  /** Counted from 0. */
  readonly round: number;
  /** Place in its set; above 0 it continues it. */
  readonly part: number;
  /** Whether it continues a part that ended at a count of reps, and not where it failed. */
  readonly afterCount: boolean;
  readonly loadKg: number;
  /** Whether its reserve is said, and not shown by failing. */
  readonly isSaid: boolean;
}

interface Offset {
  /** Reps to be added to what the model foretells. */
  readonly reps: number;
  /** Standard deviation of the reps about that. */
  readonly sd: number;
}

/** What features are made of: a circumstance with its load against the lift's usual one for that part, as a logarithm. */
type Described = Omit<Circumstance, "loadKg"> & { readonly load: number };

/** One lift's: what is to be added, and how sure it is. */
export interface ObservedCorrection {
  readonly offset: (circumstance: Circumstance) => Offset;
}

/** Rounds and continued parts that are told apart; later ones go with the last. */
const ROUNDS = 6;
const PARTS = 3;
/**
 * The figures, in their order: of the lift itself; of being tired at all; of each rep that the model takes off for it; of
 * continuing a set; of each week that has gone since; of what the client adds to a reserve that they say; of the load against
 * the usual one there (as a logarithm): when tired, in a part that continues one that ended at a count of reps, with what each
 * week adds to it, and in one that continues a failure; of each round; of each continued part.
 */
const BEFORE_PLACES = 10;
const SIZE = BEFORE_PLACES + ROUNDS + PARTS;
/** Of a light drop nearly all fresh reps are taken: that says no more. */
const MOST_LOST = 12;
/** A load further off its usual one than this is another prescription. */
const MOST_OFF = 0.1;

type Vector = readonly number[];

function featuresOf({ lostReps: taken, round, part, afterCount, load, isSaid }: Described, weeksAgo: number): Vector {
  const features = new Array<number>(SIZE).fill(0);
  const lostReps = Math.min(taken, MOST_LOST);
  features[0] = 1;
  features[1] = 1 - Math.exp(-lostReps);
  features[2] = lostReps;
  features[3] = part > 0 ? 1 : 0;
  features[4] = -weeksAgo;
  features[5] = isSaid ? 1 : 0;
  const off = Math.max(-MOST_OFF, Math.min(MOST_OFF, load));
  if (part === 0) {
    features[6] = off * entryAt(features, 1);
    features[BEFORE_PLACES + Math.min(round, ROUNDS - 1)] = 1;
  } else {
    // A set that failed leaves just the strength of its load, whatever that was: the next part hangs neither on the load nor
    // on what was gained. One that ended at a count leaves more, the lighter it was.
    if (afterCount) {
      features[7] = off;
      features[8] = -weeksAgo;
    } else {
      features[9] = off;
      features[4] = 0;
    }
    features[BEFORE_PLACES + ROUNDS + Math.min(part, PARTS) - 1] = 1;
  }
  return features;
}

const spreads = (figures: readonly number[], place: number): Vector => [
  ...figures,
  ...new Array<number>(ROUNDS + PARTS).fill(place),
];

/**
 * Everyone's figures: nothing is to be added, but that clients gain, and that the model knows too little of how work when tired
 * hangs on the load. A drop after a count of reps has 60 to 70 reps a unit of the logarithm by any law in which a set ends when
 * the strength left falls to the load; the model has about 20.
 */
const EVERYONE: Vector = [0, 0, 0, 0, 0.05, 0, -18, -45, 0.15, ...new Array<number>(1 + ROUNDS + PARTS).fill(0)];
/** Prior spreads of the figures: between clients, and between the lifts of one. */
const BETWEEN_CLIENTS = spreads([1, 1, 0.4, 3, 0.06, 0.7, 5, 10, 0.1, 10], 0.2);
const BETWEEN_LIFTS = spreads([1, 1, 0.3, 2, 0.06, 0.1, 5, 15, 0.1, 15], 1.1);
/** A trend is not followed further back. */
const MOST_WEEKS = 8;
/** What remains of a day's weight after each further day of the lift. */
const FORGETTING = 0.94;
/** How alike parts of one day are: the day's form is one for all of them. */
const SAME_DAY = 0.2;
/** Scatter of the reps about the model before any is known, and how many parts that is worth. */
const USUAL_SCATTERS: Scatters = [1.1, 1.5, 0.65];
const USUAL_WORTH = 6;
/** More in reserve than this is only said to be more. */
const MOST_RIR = 8;

interface Observation {
  readonly features: Vector;
  readonly part: number;
  /** Reps above what the model foretold: just so many, or, of a set that was only made, no fewer. */
  readonly above: number;
  readonly isLeast: boolean;
  /** How much less it tells than a failure, as a variance in reps beside the scatter. */
  readonly vagueness: number;
  /** What it counts: older days less, and each part of a day less the more parts share its form. */
  readonly weight: number;
}

/** What has been seen of each lift of a client, by lineage. */
export function seenOf(
  records: ReadonlyMap<string, LiftRecord>,
  constants: ReserveConstants,
): ReadonlyMap<string, ObservedCorrection> {
  const observed = new Map([...records].map(([lineage, record]) => [lineage, observationsOf(record, constants)]));
  const all = [...observed.values()].flatMap(({ list }) => list);
  const learnt = (scatters: Scatters): Regression => {
    const client = new Regression(EVERYONE, BETWEEN_CLIENTS);
    client.learn(all, scatters);
    return client;
  };
  // How sure a set is to go as foretold is only known when the figures are, and weighs in them again.
  const scatters = scattersOf(all, learnt(USUAL_SCATTERS));
  const client = learnt(scatters);
  return new Map(
    [...observed].map(([lineage, { list, usual }]) => {
      const lift = new Regression(client.mean, BETWEEN_LIFTS);
      lift.learn(list, scatters);
      return [
        lineage,
        {
          offset: ({ loadKg, ...circumstance }: Circumstance): Offset => {
            const at = featuresOf({ ...circumstance, load: against(usual, circumstance.part, loadKg) }, 0);
            return {
              reps: lift.at(at),
              sd: Math.hypot(entryAt(scatters, partClass(circumstance.part)), Math.sqrt(lift.variance(at))),
            };
          },
        },
      ];
    }),
  );
}

/** The usual load of each class of parts: the mean of their logarithms, older days counting less. */
type Usual = ReadonlyMap<number, number>;

const against = (usual: Usual, part: number, loadKg: number): number => {
  const known = usual.get(partClass(part));
  return known === undefined ? 0 : Math.log(loadKg) - known;
};

function usualLoads(days: readonly { readonly parts: readonly Part[]; readonly ago: number }[]): Usual {
  const sums = new Map<number, { sum: number; weight: number }>();
  for (const { parts, ago } of days)
    for (const { part, loadKg } of parts) {
      const { sum, weight } = sums.get(partClass(part)) ?? { sum: 0, weight: 0 };
      const more = FORGETTING ** ago;
      sums.set(partClass(part), { sum: sum + more * Math.log(loadKg), weight: weight + more });
    }
  return new Map([...sums].map(([part, { sum, weight }]) => [part, sum / weight]));
}

function observationsOf(
  { exposures, e1rmKg: kg, curve }: LiftRecord,
  constants: ReserveConstants,
): { readonly list: Observation[]; readonly usual: Usual } {
  if (kg === null) return { list: [], usual: new Map() };
  const last = exposures.at(-1)?.date ?? "";
  const days = exposures.map((exposure, day) => ({
    exposure,
    ago: exposures.length - 1 - day,
    parts: partsOf(exposure, kg, curve, constants),
  }));
  const usual = usualLoads(days);
  const list = days.flatMap(({ exposure, ago, parts }) => {
    const weeksAgo = Math.min(MOST_WEEKS, daysBetween(exposure.date, last) / 7);
    const weight = FORGETTING ** ago / (1 + (parts.length - 1) * SAME_DAY);
    return parts.flatMap((part): Observation[] => {
      const fresh = repsAtLoad(kg, part.loadKg, curve);
      const foretold = repsLeft(part.inHand, kg, part.loadKg, curve);
      // Reps are whole: who made eight could have done eight and anything short of nine. Far from failure nobody can tell.
      const isLeast = part.rir === null || part.rir > MOST_RIR;
      const known = part.reps + Math.min(part.rir ?? 0, MOST_RIR) - (isLeast ? 0.5 : 0);
      const isSaid = part.rir !== null && !part.failed;
      const vagueness = (0.15 * (part.rir ?? 0)) ** 2 + (0.1 * Math.max(0, known - 10)) ** 2;
      return [
        {
          part: part.part,
          features: featuresOf(
            {
              ...part,
              lostReps: Math.max(0, fresh - foretold),
              load: against(usual, part.part, part.loadKg),
              isSaid,
            },
            weeksAgo,
          ),
          above: known - foretold,
          isLeast,
          vagueness,
          weight,
        },
      ];
    });
  });
  return { list, usual };
}

interface Part {
  readonly loadKg: number;
  readonly reps: number;
  /** Reserve after it: said, or nothing where it failed; null where it is not known. */
  readonly rir: number | null;
  readonly inHand: number;
  readonly round: number;
  readonly part: number;
  readonly afterCount: boolean;
  readonly failed: boolean;
}

/** The parts of a day, each after what the lift itself and the others had taken before it. */
function partsOf(exposure: Exposure, maxKg: number, curve: RepCurve, constants: ReserveConstants): Part[] {
  const parts: Part[] = [];
  // What the lift has taken of its own strength.
  const own = new LostStrength(constants);
  for (const set of exposure.sets) {
    const before = set.before ?? (set.fresh ? { others: 0, afterSeconds: null } : null);
    if (!before || set.seconds !== null) continue;
    const missed = set.target !== null && set.reps < set.target.low;
    for (const [part, one] of [{ ...set, before, rir: missed ? 0 : set.rir }, ...(set.further ?? [])].entries()) {
      const { curveKg: loadKg, reps, rir } = one;
      if (loadKg === null || loadKg <= 0) continue;
      own.rest(one.before.afterSeconds ?? 0);
      const inHand = Math.max(0, 1 - own.sum - one.before.others);
      // A set without a figure to make, or a drop, ends where it fails.
      const failed = part === 0 ? missed || (set.target === null && rir === 0) : rir === 0;
      if (set.working && reps >= 1) {
        const afterCount = part === 1 && set.target !== null;
        parts.push({ loadKg, reps, rir, inHand, round: set.round, part, afterCount, failed });
      }
      own.add(strengthUsed(inHand, maxKg, loadKg, curve, reps));
    }
  }
  return parts;
}

/** Scatter in reps of sets, of their first continued parts, and of later ones. */
type Scatters = readonly number[];
const partClass = (part: number): number => Math.min(part, PARTS - 1);

/** The scatters about a client's figures, drawn toward the usual one: how a drop goes hangs on how far the set before it went. */
function scattersOf(observations: readonly Observation[], client: Regression): Scatters {
  const sums = USUAL_SCATTERS.map((usual) => USUAL_WORTH * usual ** 2);
  const worths = new Array<number>(PARTS).fill(USUAL_WORTH);
  for (const { features, part, above, vagueness, isLeast, weight: counts } of observations) {
    if (isLeast) continue;
    const weight = counts / (1 + vagueness);
    const at = partClass(part);
    sums[at]! += weight * Math.max(-4, Math.min(4, above - client.at(features))) ** 2;
    worths[at]! += weight;
  }
  return sums.map((sum, at) => Math.sqrt(sum / entryAt(worths, at)));
}

/**
 * The figures with their doubt, learnt one observation after the other. It is the innermost loop of every forecast: the covariance
 * lies in one array, row after row, and what is nothing in an observation is passed over.
 */
class Regression {
  readonly mean: number[];
  private readonly covariance = new Float64Array(SIZE * SIZE);

  constructor(mean: Vector, spread: Vector) {
    this.mean = [...mean];
    for (const [i, sd] of spread.entries()) this.covariance[i * SIZE + i] = sd ** 2;
  }

  learn(observations: readonly Observation[], scatters: Scatters): void {
    for (const { features, part, above, vagueness, isLeast, weight } of observations) {
      const carried = this.times(features);
      const known = dot(features, carried);
      // Of what is only a least the noise itself speaks: an old one counts less, and is not vaguer.
      const noise = entryAt(scatters, partClass(part)) ** 2 + vagueness;
      const total = known + (isLeast ? noise : noise / weight);
      const off = Math.max(-6, Math.min(6, above - this.at(features)));
      const least = isLeast ? atLeast(off / Math.sqrt(total)) : null;
      const shift = least ? weight * least.shift : off / Math.sqrt(total);
      const worth = least ? weight * least.worth : 1;
      for (let i = 0; i < SIZE; i++) {
        const own = carried[i]!;
        if (own === 0) continue;
        this.mean[i]! += (own / Math.sqrt(total)) * shift;
        for (let j = 0; j < SIZE; j++) this.covariance[i * SIZE + j]! -= (worth * own * carried[j]!) / total;
      }
    }
  }

  at(features: Vector): number {
    return dot(features, this.mean);
  }

  variance(features: Vector): number {
    return Math.max(0, dot(features, this.times(features)));
  }

  private times(features: Vector): Float64Array {
    const product = new Float64Array(SIZE);
    for (let j = 0; j < SIZE; j++) {
      const feature = features[j]!;
      if (feature === 0) continue;
      for (let i = 0; i < SIZE; i++) product[i]! += feature * this.covariance[i * SIZE + j]!;
    }
    return product;
  }
}

/**
 * What it says that a figure is no less than so many standard deviations above its mean: by how many the mean moves, and what
 * part of an exact observation it is worth (the first two moments of the normal above that point).
 */
function atLeast(deviations: number): { readonly shift: number; readonly worth: number } {
  const x = Math.max(-8, Math.min(6, deviations));
  const density = Math.exp(-0.5 * x * x) / Math.sqrt(2 * Math.PI);
  const shift = density / Math.max(1e-9, normalAbove(x));
  return { shift, worth: Math.max(0, Math.min(1, shift * (shift - x))) };
}

/** The share of a normal above a point (Abramowitz and Stegun 26.2.17, to 7.5e-8). */
function normalAbove(x: number): number {
  const t = 1 / (1 + 0.2316419 * Math.abs(x));
  const tail =
    (Math.exp(-0.5 * x * x) / Math.sqrt(2 * Math.PI)) *
    t *
    (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))));
  return x >= 0 ? tail : 1 - tail;
}

function dot(a: Vector, b: ArrayLike<number>): number {
  let sum = 0;
  for (let i = 0; i < SIZE; i++) sum += a[i]! * b[i]!;
  return sum;
}
