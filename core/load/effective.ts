/** The load that volume is counted in, and the load a curve is drawn over, from what is prescribed. docs/handbook.md#effective-load. */
import { type Exercise, isBodyweight, type Laterality, type Pattern, type SetupValue } from "../exercise";
import type { AddedResistance } from "../session";
import type { Settings } from "../settings";
import { clamp, toKg } from "../units";
import type { ChainPair, ElasticBand, GymEquipment } from "./equipment";

/**
 * A load as prescribed, in kg: total on the bar, per hand, the stack's setting, or what is added to the body (negative:
 * assistance).
 */
type PrescribedKg = number;

/** What a load moves besides its own figure; bodyweight moves need a body mass, others ignore it. */
interface EffectiveContext {
  readonly bodyMassKg: number | null;
  readonly gym: GymEquipment;
  readonly setup?: readonly SetupValue[];
  readonly beside?: readonly AddedResistance[];
  /** How the lift's sides work in the session; unsaid, as the exercise has it. */
  readonly laterality?: Laterality;
}

/** Resistance in kg at three positions of the lift, and the mean through it, which is the figure that is counted. */
export interface Resistance {
  readonly bottomKg: number;
  readonly middleKg: number;
  readonly topKg: number;
  readonly meanKg: number;
}

/**
 * The share of body mass that is moved. A figure in the settings wins; hanging in straps, the set-up value "angle" (of the
 * body above the floor, in degrees) takes the cosine of it.
 */
export function bodyShare(exercise: Exercise, setup: readonly SetupValue[], settings: Settings): number | null {
  const share = settings.bodyweightFractions[exercise.id] ?? exercise.bodyweightFraction;
  const angle = setup.find((value) => value.name === "angle");
  const degrees = angle ? Number.parseFloat(angle.value) : Number.NaN;
  if (share === null || exercise.implement !== "straps" || !(degrees >= 0 && degrees < 90)) return share;
  return share * Math.cos((degrees * Math.PI) / 180);
}

/**
 * Effective load of one rep in kg, both hands together, mean through the range; null when the body mass is needed and
 * missing. Never negative: assistance of more than the body is none at all.
 */
export function effectiveKg(
  exercise: Exercise,
  load: PrescribedKg,
  context: EffectiveContext,
  settings: Settings,
): number | null {
  if (!context.beside || context.beside.length === 0) return ownKg(exercise, load, context, settings);
  return resistanceThrough(exercise, load, context, settings)?.meanKg ?? null;
}

/** A station of two stacks, one for each hand. */
const TWO_STACKS = "cross-cable";

/** What the implement alone weighs in the hand. */
function ownKg(exercise: Exercise, load: PrescribedKg, context: EffectiveContext, settings: Settings): number | null {
  const { gym, bodyMassKg } = context;
  const atOnce = (context.laterality ?? exercise.laterality) === "both";
  switch (exercise.implement) {
    case "dumbbells":
      // Arms that take turns move one of a pair a rep; a pair that hangs from both hands while the legs take turns moves whole.
      return atOnce || exercise.body !== "upper" ? 2 * load : load;
    case "stack": {
      const stack = gym.stacks.find((one) => exercise.stations.includes(one.station));
      const ratio = stack && stack.pulleyRatio > 0 ? stack.pulleyRatio : 1;
      const one = Math.max(0, load / ratio + (stack?.counterbalanceKg ?? 0));
      return atOnce && exercise.stations.includes(TWO_STACKS) ? 2 * one : one;
    }
    case "sled": {
      const share = gym.sleds.find((one) => exercise.stations.includes(one.station))?.share ?? 1;
      return load * (share > 0 && share <= 1.5 ? share : 1);
    }
    case "bodyweight":
    case "straps": {
      const share = bodyShare(exercise, context.setup ?? [], settings) ?? 1;
      return bodyMassKg === null ? null : Math.max(0, share * bodyMassKg + load);
    }
    default:
      return load;
  }
}

/** Heights of the load above the floor at the bottom and the top of a lift, in cm, for a person of middle height. */
const HEIGHTS_CM: Partial<Record<Pattern, readonly [number, number]>> = {
  squat: [90, 145],
  lunge: [100, 145],
  hinge: [22, 78],
  "horizontal push": [75, 115],
  "vertical push": [140, 205],
  "horizontal pull": [45, 85],
  "vertical pull": [110, 160],
};
const OTHER_HEIGHTS_CM = [80, 120] as const;

const travelOf = (exercise: Exercise) => HEIGHTS_CM[exercise.pattern] ?? OTHER_HEIGHTS_CM;

/** Chains that nobody described hang a metre and a half from a leader of sixty centimetres. */
const PLAIN_CHAIN = { lengthCm: 150, leaderCm: 60 };
/** A band that nobody described: marked as assumed where it is used. */
export const PLAIN_BAND = { kg: 15, kgPerMetre: 20 };
const STEPS = 20;

/**
 * Resistance at the bottom, the middle and the top, and the mean through the range (Simpson's rule): the load itself, the
 * part of the chains that is off the floor at each height, a band's tension growing with its stretch, and a vest. Null when
 * a body mass is missing.
 */
export function resistanceThrough(
  exercise: Exercise,
  load: PrescribedKg,
  context: EffectiveContext,
  settings: Settings,
): Resistance | null {
  const own = ownKg(exercise, load, context, settings);
  if (own === null) return null;
  const [bottom, top] = travelOf(exercise);
  const travelM = (top - bottom) / 100;
  const at = (position: number): number => {
    let kg = own;
    for (const one of context.beside ?? []) {
      if (one.kind === "vest" || one.kind === "other") kg += toKg(one.weight);
      else if (one.kind === "chains") {
        const chain = chainOf(toKg(one.weight), context.gym);
        kg += toKg(one.weight) * offFloor(chain, bottom + position * (top - bottom));
      } else kg += one.count * tension(bandOf(one.name, context.gym), (position - 0.5) * travelM);
    }
    return kg;
  };
  let sum = 0;
  for (let i = 0; i <= STEPS; i++) sum += at(i / STEPS) * (i === 0 || i === STEPS ? 1 : i % 2 === 1 ? 4 : 2);
  return { bottomKg: at(0), middleKg: at(0.5), topKg: at(1), meanKg: sum / (3 * STEPS) };
}

const chainOf = (kg: number, gym: GymEquipment): Pick<ChainPair, "lengthCm" | "leaderCm"> =>
  gym.chains.find((chain) => Math.abs(toKg(chain.weight) - kg) < 0.01 && chain.lengthCm > 0) ?? PLAIN_CHAIN;

const bandOf = (name: string, gym: GymEquipment): Pick<ElasticBand, "kg" | "kgPerMetre"> =>
  gym.bands.find((band) => band.name === name) ?? PLAIN_BAND;

/** The share of a chain that hangs clear of the floor, 0–1. */
const offFloor = (chain: Pick<ChainPair, "lengthCm" | "leaderCm">, heightCm: number): number =>
  clamp((heightCm - chain.leaderCm) / chain.lengthCm, 0, 1);

const tension = (band: Pick<ElasticBand, "kg" | "kgPerMetre">, stretchM: number): number =>
  Math.max(0, band.kg + band.kgPerMetre * stretchM);

/** What a lift's record is kept in: total on the bar, per hand, stack setting, or body and added load together. */
export function curveKg(
  exercise: Exercise,
  load: PrescribedKg,
  bodyMassKg: number | null,
  settings: Settings,
  setup: readonly SetupValue[] = [],
): number | null {
  if (!isBodyweight(exercise)) return load;
  const share = bodyShare(exercise, setup, settings) ?? 1;
  return bodyMassKg === null ? null : Math.max(0, share * bodyMassKg + load);
}

/**
 * A share of a prescribed load; of a move of the body, of body and load together. Less than the body alone is another move, with
 * help, and not asked for: what is added goes down to nothing. Without a body mass the share is of what is added.
 */
export function shareOfLoad(
  exercise: Exercise,
  kg: number,
  share: number,
  bodyMassKg: number | null,
  settings: Settings,
  setup: readonly SetupValue[],
): number {
  const curve = curveKg(exercise, kg, bodyMassKg, settings, setup);
  const shared =
    (curve === null ? null : prescribedFromCurve(exercise, curve * share, bodyMassKg, settings, setup)) ?? kg * share;
  return isBodyweight(exercise) && kg >= 0 ? Math.max(0, shared) : shared;
}

/** The inverse of `curveKg`: what to prescribe for a figure on the lift's record. */
export function prescribedFromCurve(
  exercise: Exercise,
  kg: number,
  bodyMassKg: number | null,
  settings: Settings,
  setup: readonly SetupValue[] = [],
): number | null {
  if (!isBodyweight(exercise)) return kg;
  const share = bodyShare(exercise, setup, settings) ?? 1;
  return bodyMassKg === null ? null : kg - share * bodyMassKg;
}

/** How a figure of this exercise is said: "on the bar", "each hand". */
export function basisWords(exercise: Exercise): string {
  switch (exercise.implement) {
    case "barbell":
      return "on the bar, bar included";
    case "dumbbells":
      return "each hand";
    case "dumbbell":
    case "kettlebell":
      return "one weight";
    case "stack":
      return "on the stack";
    case "sled":
      return "in plates and sled";
    case "bodyweight":
    case "straps":
      return "beside the body";
    case "band":
      return "of band";
  }
}
