/** How well curves and recovery constants are recovered from simulated lifters whose truth is known. */
import {
  addDays,
  type CurveObservation,
  type Exposure,
  e1rmFactor,
  exerciseOrThrow,
  fitCurve,
  fitReserve,
  type LoggedSet,
  loadBand,
  normal,
  POPULATION_RESERVE,
  populationCurve,
  SHIPPED_CATALOGUE,
  SimulatedLifter,
  seededRandom,
} from "../core";

const FORMULA = "epleyBrzyckiMean";
const START = "2026-01-05";

export interface CurveRecovery {
  readonly lifters: number;
  /** Mean of (estimate − truth) ÷ truth, in percent, of the present maximum. */
  readonly biasPercent: number;
  readonly typicalErrorPercent: number;
  /** Share of lifters whose 80 % band holds the true maximum, and the true load for eight. */
  readonly bandHoldsMax: number;
  readonly bandHoldsEight: number;
  /** Mean of fitted ln shape − true ln shape where a curve of their own was fitted, and the share that was. */
  readonly shapeBias: number;
  readonly ownShare: number;
}

/** Lifters with curves of their own train one lift by mixed schemes for `weeks` weeks; then what is known is compared. */
export function curveRecovery(lifters: number, weeks: number, seed: number): CurveRecovery {
  const random = seededRandom(seed);
  const bench = exerciseOrThrow(SHIPPED_CATALOGUE, "bench-press");
  let bias = 0;
  let error = 0;
  let holdsMax = 0;
  let holdsEight = 0;
  let shapeBias = 0;
  let own = 0;
  for (let i = 0; i < lifters; i++) {
    const shape = Math.exp(0.22 * normal(random));
    const lifter = new SimulatedLifter({
      seed: Math.floor(random() * 1e9),
      familyKg: { press: 60 + 60 * random() },
      weeklyGainPercent: random() * 1.2,
      dayWobblePercent: 1.8,
      rirError: 0.7,
      adherence: 1,
      curveShape: shape,
    });
    const observations: CurveObservation[] = [];
    for (let week = 0; week < weeks; week++) {
      lifter.startDay(week);
      const asked = [4, 6, 8, 10, 12][Math.floor(random() * 5)]!;
      // The coach plans by the trend and does not know what kind of day it will be.
      const kg = lifter.freshLoad(bench, asked, 1 + 2 * random()) / lifter.dayForm;
      const { reps, rir } = lifter.perform({ exercise: bench, curveKg: kg, reps: asked });
      observations.push({ date: addDays(START, week * 7), id: `${week}`, kg, reps, rir, source: "logged" });
    }
    const fitted = fitCurve(observations, FORMULA);
    if (!fitted) continue;
    const truth = lifter.trueE1rm(bench) / lifter.dayForm;
    const eight = truth / e1rmFactor(8, { formula: FORMULA, shape });
    bias += fitted.e1rmKg / truth - 1;
    error += Math.abs(fitted.e1rmKg / truth - 1);
    if (fitted.bandKg[0] <= truth && truth <= fitted.bandKg[1]) holdsMax++;
    const band = loadBand(fitted, 8);
    if (band.low <= eight && eight <= band.high) holdsEight++;
    if (fitted.isOwn) {
      own++;
      shapeBias += Math.log(fitted.curve.shape) - Math.log(shape);
    }
  }
  return {
    lifters,
    biasPercent: (100 * bias) / lifters,
    typicalErrorPercent: (100 * error) / lifters,
    bandHoldsMax: holdsMax / lifters,
    bandHoldsEight: holdsEight / lifters,
    shapeBias: own > 0 ? shapeBias / own : 0,
    ownShare: own / lifters,
  };
}

/** Days of straight sets at one rest, as a lifter with the given recovery does them. */
export function simulatedDays(options: {
  readonly seed: number;
  readonly recovery: number;
  readonly days: number;
  readonly restSeconds: number;
}): Exposure[] {
  const bench = exerciseOrThrow(SHIPPED_CATALOGUE, "bench-press");
  const lifter = new SimulatedLifter({
    seed: options.seed,
    familyKg: { press: 90 },
    weeklyGainPercent: 0.3,
    dayWobblePercent: 1.5,
    rirError: 0.5,
    adherence: 1,
    reserve: {
      ...POPULATION_RESERVE,
      fastSeconds: POPULATION_RESERVE.fastSeconds * options.recovery,
      slowSeconds: POPULATION_RESERVE.slowSeconds * options.recovery,
    },
  });
  return Array.from({ length: options.days }, (_, day): Exposure => {
    lifter.startDay(day / 2);
    const kg = lifter.freshLoad(bench, 6 + ((day * 5) % 7), 1) / lifter.dayForm;
    const sets = Array.from({ length: 4 }, (_, round): LoggedSet => {
      const { reps, rir } = lifter.perform({ exercise: bench, curveKg: kg, reps: null });
      lifter.rest(options.restSeconds);
      return {
        key: `s:${round}:0`,
        round,
        asked: true,
        loadKg: kg,
        curveKg: kg,
        reps,
        totalReps: reps,
        seconds: null,
        rir,
        form: "held",
        pain: 0,
        target: null,
        targetRir: null,
        working: true,
        restBeforeSeconds: round === 0 ? null : options.restSeconds,
        fresh: round === 0,
      };
    });
    return {
      date: addDays(START, day * 3),
      sessionId: `s${day}`,
      slotId: "s",
      purpose: "training",
      plannedSets: 4,
      sets,
    };
  });
}

/** Fitted ÷ true slow time constant for lifters who recover at different speeds. */
export function reserveRecovery(seed: number): { readonly recovery: number; readonly found: number }[] {
  return [0.6, 0.8, 1, 1.3, 1.7].map((recovery, index) => {
    const lifts = [60, 120, 180].map((restSeconds, place) => ({
      exposures: simulatedDays({ seed: seed + index * 10 + place, recovery, days: 8, restSeconds }),
      curve: populationCurve(FORMULA),
    }));
    const { constants } = fitReserve(lifts);
    return { recovery, found: constants.slowSeconds / POPULATION_RESERVE.slowSeconds };
  });
}
