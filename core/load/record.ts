/** The record of a lift: what its days say of its maximum, and which of them cannot be right. */
import { entryAt } from "../lists";
import { identityCache } from "../memo";
import type { Exposure, LoggedSet } from "../session";
import type { Settings } from "../settings";
import { round } from "../units";
import { fitCurve, IMPLAUSIBLE_KG } from "./curve";
import type { CurveObservation, FittedCurve } from "./curve-filter";
import { type E1rmEstimate, e1rmFactor, estimateE1rm, populationCurve, type RepCurve } from "./e1rm";

export interface ExposureEstimate extends E1rmEstimate {
  readonly date: string;
}

/**
 * The set that speaks for the day: the first fresh hard set of the lift; where every fresh set was easy, the first of them.
 * Null when no set speaks.
 */
export function speakingSet(
  exposure: Exposure,
  settings: Pick<Settings, "e1rmFormula" | "hardSetRir">,
): LoggedSet | null {
  if (!canSpeak(exposure)) return null;
  const fresh = exposure.sets.filter((set) => set.working && set.fresh && set.curveKg !== null && set.rir !== null);
  const isPrimary = (set: LoggedSet) =>
    estimateE1rm(set.curveKg!, set.reps, set.rir!, populationCurve(settings.e1rmFormula)) !== null;
  return fresh.filter((set) => set.rir! <= settings.hardSetRir).find(isPrimary) ?? fresh.find(isPrimary) ?? null;
}

/** Giant sets, rep goals and work against a clock say nothing of a maximum, however fresh their first set was. */
const canSpeak = ({ work }: Exposure): boolean =>
  !work || (work.structure !== "giant" && work.amount !== "goal" && work.amount !== "time");

/**
 * Where nobody said what was left: the fresh set that shows most. It was done with nothing in reserve at the least, so that it
 * bounds the maximum from below. For a day on which no set speaks.
 */
function boundingSet(exposure: Exposure, settings: Pick<Settings, "e1rmFormula" | "hardSetRir">): LoggedSet | null {
  const least = (set: LoggedSet) =>
    estimateE1rm(set.curveKg!, set.reps, 0, populationCurve(settings.e1rmFormula))?.kg ?? 0;
  return exposure.sets
    .filter((set) => set.working && set.fresh && set.curveKg !== null && set.rir === null && least(set) > 0)
    .reduce<LoggedSet | null>((best, set) => (best && least(best) >= least(set) ? best : set), null);
}

/** The day's e1RM from the set that speaks for it, or what it was at least, through a curve (left out: the population's). */
export function exposureE1rm(
  exposure: Exposure,
  settings: Settings,
  curve: RepCurve = populationCurve(settings.e1rmFormula),
): ExposureEstimate | null {
  const { speaking: set, bounding: bound } = sayingOf(exposure, settings);
  if (bound) {
    const least = estimateE1rm(bound.curveKg!, bound.reps, 0, curve);
    return least && { ...least, quality: "weak", date: exposure.date };
  }
  const estimate = set && estimateE1rm(set.curveKg!, set.reps, set.rir!, curve);
  return estimate && { ...estimate, date: exposure.date };
}

/** What a client is known to lift without a log of it, in curve kg: a maximum that was tested, or a set as they remember it. */
export interface StrengthMark {
  readonly date: string;
  readonly kg: number;
  /** With nothing left; one for a tested maximum. */
  readonly reps: number;
  readonly source: "tested" | "stated";
}

/** A logged set that cannot be right: for the coach to correct, and left out of every figure until then. */
export interface SuspectSet {
  readonly date: string;
  readonly sessionId: string;
  readonly slotId: string;
  /** Of the logged set, by which it is found again. */
  readonly key: string;
  readonly loadKg: number;
  readonly reps: number;
  /** The heaviest that the client's curve makes likely for those reps, as prescribed kg beside `loadKg`; null: none yet. */
  readonly likelyKg: number | null;
}

export interface LiftRecord {
  /** What the client can do now for one rep, in curve kg, with its 80 % band; null: no data. */
  readonly e1rmKg: number | null;
  readonly bandKg: readonly [number, number] | null;
  /** What it is at the least, in curve kg, by sets whose reserve nobody reported; null: none were done. */
  readonly leastKg: number | null;
  /** The curve in force for this lift: the client's own or the population's. */
  readonly curve: RepCurve;
  readonly fitted: FittedCurve | null;
  readonly estimates: readonly ExposureEstimate[];
  /** Without suspect sets. */
  readonly exposures: readonly Exposure[];
  readonly suspects: readonly SuspectSet[];
  readonly strengths: readonly StrengthMark[];
  /** Best estimate from sets that may set a record. */
  readonly bestE1rm: ExposureEstimate | null;
}

/** A set of this many times what the curve allows is a typing error. */
const SUSPECT_ABOVE = 1.4;

/** The lift's record from its log, oldest first, and the strengths that are known without it. */
export function liftRecord(
  logged: readonly Exposure[],
  settings: Settings,
  strengths: readonly StrengthMark[] = [],
): LiftRecord {
  const observations = logged.flatMap((exposure) => sayingOf(exposure, settings).observation ?? []);
  for (const one of strengths) observations.push({ ...one, id: `${one.source} ${one.date}`, rir: 0 });
  const fitted = fitWithBounds(observations, logged, settings);
  const suspects = suspectsOf(logged, fitted, settings);
  const wrong = new Set(suspects.map((one) => keyOf(one, one)));
  const exposures = wrong.size === 0 ? logged : logged.flatMap((exposure) => withoutSets(exposure, wrong));
  const curve = fitted?.curve ?? populationCurve(settings.e1rmFormula);
  let found: readonly ExposureEstimate[] | null = null;
  return {
    e1rmKg: fitted?.e1rmKg ?? null,
    bandKg: fitted?.bandKg ?? null,
    get leastKg() {
      return leastOf(logged, settings, curve);
    },
    curve,
    fitted,
    // Weeks ahead have hundreds of records, and ask none of them for its days.
    get estimates() {
      found ??= exposures.flatMap((exposure) => exposureE1rm(exposure, settings, curve) ?? []);
      return found;
    },
    exposures,
    suspects,
    strengths,
    get bestE1rm() {
      return this.estimates
        .filter((estimate) => estimate.setsRecord)
        .reduce<ExposureEstimate | null>((best, next) => (best && best.kg >= next.kg ? best : next), null);
    },
  };
}

/** The days of a lift before one that may be called its best. */
const DAYS_BEFORE_A_BEST = 2;

/**
 * The newest record of a lift: its best estimate, where it is above those of two days before at the least and above what was tested
 * or stated; null: it is not. In curve kg, with the best of before.
 */
export function latestBest(
  record: LiftRecord,
): { readonly date: string; readonly kg: number; readonly beforeKg: number } | null {
  const best = record.bestE1rm;
  if (!best) return null;
  const before = record.estimates.filter(({ date }) => date < best.date).map(({ kg }) => kg);
  const known = record.strengths.map(({ kg, reps }) => kg * e1rmFactor(reps, record.curve));
  return before.length >= DAYS_BEFORE_A_BEST && known.every((kg) => kg < best.kg)
    ? { date: best.date, kg: best.kg, beforeKg: Math.max(...before) }
    : null;
}

/** What a day says: by the set that speaks for it, or, where none does, by the one that bounds the maximum. */
interface Saying {
  readonly speaking: LoggedSet | null;
  readonly bounding: LoggedSet | null;
  readonly observation: CurveObservation | null;
}

const sayings = identityCache<Saying>();

/** The same of the same day, so that a fit can go on from one that was made before. */
const sayingOf = (exposure: Exposure, settings: Settings): Saying =>
  sayings(exposure, [settings], () => {
    const speaking = speakingSet(exposure, settings);
    const { date } = exposure;
    const observation: CurveObservation | null = speaking && {
      date,
      id: keyOf(exposure, speaking),
      kg: speaking.curveKg!,
      reps: speaking.reps,
      rir: speaking.rir!,
      source: "logged",
    };
    return { speaking, bounding: speaking ? null : boundingSet(exposure, settings), observation };
  });

/** What is surer comes later on its day: it has the last word. */
const PLACE_ON_A_DAY: Readonly<Record<CurveObservation["source"], number>> = { stated: 0, logged: 1, tested: 2 };

/**
 * The curve through what was reported, tested and stated. A day on which nothing was reported can only raise it: it says something
 * where even with nothing in reserve it shows more than was known. With no report at all there is no estimate.
 */
function fitWithBounds(
  reported: readonly CurveObservation[],
  logged: readonly Exposure[],
  settings: Settings,
): FittedCurve | null {
  const through = (observations: readonly CurveObservation[]) =>
    fitCurve(
      observations.toSorted((a, b) =>
        a.date < b.date ? -1 : a.date > b.date ? 1 : PLACE_ON_A_DAY[a.source] - PLACE_ON_A_DAY[b.source],
      ),
      settings.e1rmFormula,
    );
  const known = through(reported);
  const bounds = logged.flatMap((exposure): CurveObservation[] => {
    const set = sayingOf(exposure, settings).bounding;
    if (!set) return [];
    const one = {
      date: exposure.date,
      id: keyOf(exposure, set),
      kg: set.curveKg!,
      reps: set.reps,
      source: "logged" as const,
    };
    // What nobody reported on sets no estimate: it only raises one.
    if (!known) return [];
    return one.kg * e1rmFactor(one.reps, known.curve) > known.e1rmKg ? [{ ...one, rir: 0 }] : [];
  });
  return bounds.length === 0 ? known : through([...reported, ...bounds]);
}

/** The most that was shown by days on which nobody said what was left: as they were asked, else with nothing in reserve. */
function leastOf(logged: readonly Exposure[], settings: Settings, curve: RepCurve): number | null {
  const shown = logged.flatMap((exposure) => {
    const set = sayingOf(exposure, settings).bounding;
    return set ? (estimateE1rm(set.curveKg!, set.reps, set.targetRir ?? 0, curve)?.kg ?? []) : [];
  });
  return shown.length === 0 ? null : Math.max(...shown);
}

/** Sessions of one plan share their slots' ids: a logged set is told apart by its session too. */
const keyOf = ({ sessionId }: { readonly sessionId: string }, { key }: { readonly key: string }): string =>
  `${sessionId} ${key}`;

/** A day that shows less than the curve by no more than this is a light day, and no slip of the keys. */
const LIGHT_DAY = 0.4;
/** Light implements go in steps up to this: what is a third more than was expected of them is one step. */
const SMALL_STEP_KG = 2.5;
/** A load so many times the middle of all that were logged is a slip, where no curve tells. */
const TIMES_THE_MIDDLE = 3;

/** The middle of a lift's logged loads in curve kg; null with fewer than four sets. */
function middleLoad(logged: readonly Exposure[]): number | null {
  const loads = logged.flatMap(({ sets }) =>
    sets.flatMap(({ curveKg }) => (curveKg === null || curveKg <= 0 ? [] : curveKg)),
  );
  return loads.length < 4 ? null : median(loads);
}

function suspectsOf(logged: readonly Exposure[], fitted: FittedCurve | null, settings: Settings): SuspectSet[] {
  const flagged = new Map(fitted?.flagged.map((one) => [one.id, one]) ?? []);
  const curve = fitted?.curve ?? populationCurve(settings.e1rmFormula);
  const middle = fitted ? null : middleLoad(logged);
  const byCurve = (reps: number) => (fitted ? fitted.e1rmKg / e1rmFactor(Math.min(20, reps), curve) : null);
  return logged.flatMap((exposure) =>
    exposure.sets.flatMap((set): SuspectSet[] => {
      const { curveKg, reps } = set;
      if (curveKg === null) return [];
      const known = flagged.size > 0 ? flagged.get(keyOf(exposure, set)) : undefined;
      const expected = known?.expectedKg ?? byCurve(set.reps);
      // A light day, or the next dumbbell of a small pair, does not fit, and is no slip: somebody may well have done it.
      const isStrangeDay =
        known !== undefined &&
        expected !== null &&
        curveKg > LIGHT_DAY * expected &&
        curveKg <= Math.max(expected, Math.min(SUSPECT_ABOVE * expected, expected + SMALL_STEP_KG));
      const likely = known ? expected : (byCurve(reps) ?? middle);
      const most = fitted ? (fitted.days >= 3 ? SUSPECT_ABOVE : null) : TIMES_THE_MIDDLE;
      const tooMuch =
        reps >= 1 && (curveKg > IMPLAUSIBLE_KG || (likely !== null && most !== null && curveKg > most * likely));
      if (isStrangeDay || (!known && !tooMuch)) return [];
      // The body's own part, where there is one, is the difference between the two figures.
      const own = curveKg - set.loadKg;
      return [
        {
          date: exposure.date,
          sessionId: exposure.sessionId,
          slotId: exposure.slotId,
          key: set.key,
          loadKg: set.loadKg,
          reps,
          likelyKg: likely === null ? null : round(likely - own, 1),
        },
      ];
    }),
  );
}

function withoutSets(exposure: Exposure, wrong: ReadonlySet<string>): Exposure[] {
  const sets = exposure.sets.filter((set) => !wrong.has(keyOf(exposure, set)));
  const removed = exposure.sets.filter((set) => set.asked).length - sets.filter((set) => set.asked).length;
  return sets.length === 0 ? [] : [{ ...exposure, sets, plannedSets: exposure.plannedSets - removed }];
}

export function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const middle = Math.floor(sorted.length / 2);
  return sorted.length % 2 === 1
    ? entryAt(sorted, middle)
    : (entryAt(sorted, middle - 1) + entryAt(sorted, middle)) / 2;
}
