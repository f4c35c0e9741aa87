/** A lift as it stands after a set: what it lifts now, and what it will after a rest. docs/handbook.md#floor. */
import type { Exercise, SetupValue } from "../exercise";
import { Reserve, type ReserveConstants, type WorkedSide } from "../forecast";
import {
  type BuildableLoad,
  buildableLoads,
  curveKg,
  e1rmFactor,
  loadForReps,
  NONE_ABOVE_REPS,
  populationCurve,
  prescribedFromCurve,
  type RepCurve,
  type RoundingPolicy,
  repsAtLoad,
  roundToBuildable,
} from "../load";
import type { Span } from "../session";
import { SAME_WEIGHT_KG } from "../units";
import type { PerformedSegment, PerformedSession, PerformedSet } from "./events";
import { signedKg } from "./performed";
import type { ShownSession } from "./shown";

/** What is known of the client beside the session. */
export interface LifterNow {
  readonly constants: ReserveConstants;
  /** The lift's own curve; null: everybody's. */
  readonly curve: RepCurve | null;
}

/** Reps in reserve after a set: as reported; whoever fell short and said nothing had none. */
export const reserveLeft = (rir: number | null, reps: number, askedReps: Span, wantedRir: number): number =>
  rir ?? (reps < askedReps.low ? 0 : wantedRir);

/** The lift's set before another one, with the rest that was kept between the two. */
interface SetBefore {
  readonly lifted: PerformedSegment;
  readonly reps: number;
  readonly restSeconds: number;
}

/** The lift's last plain set before a place in its rounds; null: there was none. */
export function lastSetBefore(
  { slotId, whose, round, ordinal }: Pick<PerformedSet, "slotId" | "whose" | "round" | "ordinal">,
  performed: PerformedSession,
): (PerformedSet & { readonly lifted: PerformedSegment }) | null {
  const before = [...performed.sets.values()].findLast(
    (one) =>
      one.slotId === slotId &&
      one.whose === whose &&
      (one.round < round || (one.round === round && one.ordinal < ordinal)),
  );
  const lifted = before?.segments.length === 1 ? before.segments[0] : null;
  return before && lifted ? { ...before, lifted } : null;
}

/** Reps made; of two sides the fewer. */
export const repsMade = ({ reps, rightReps }: PerformedSegment): number => Math.min(reps, rightReps ?? reps);

interface SetShown {
  readonly exercise: Exercise;
  readonly setup: readonly SetupValue[];
  readonly side: WorkedSide;
  readonly lifted: PerformedSegment;
  readonly reps: number;
  /** Reps in reserve after the set: as reported, else assumed. */
  readonly left: number;
  /** Of a set after a rest that was too short by a quarter, the one before it. */
  readonly before: SetBefore | null;
  readonly askedReps: Span;
  readonly wantedRir: number;
  readonly restSeconds: number;
  readonly betweenSeconds: number;
  /** How many rests of the lift are still to come. */
  readonly restsAhead: number;
}

/** The lift as it stands after a set: what it lifts now, what it will after a rest, and what this gym can build. */
export interface Moment extends SetShown {
  /** The load lifted, in curve kg: the weight that the lift's reps-at-load curve is read with. */
  readonly curveKg: number;
  /** The one-rep max that the set showed, in curve kg. */
  readonly maxKg: number;
  /** The same after the planned rest. */
  readonly nextKg: number;
  readonly loads: readonly BuildableLoad[];
  /** The load lifted. */
  readonly same: BuildableLoad;
  /** Reps that a load is good for, after so many seconds of rest. */
  readonly repsAfter: (load: BuildableLoad, restSeconds?: number) => number;
  readonly onCurve: (load: BuildableLoad) => number;
  /** The load that is good for so many reps with a strength, at the most so much; both on the curve. */
  readonly fitting: (strength: number, reps: number, most: number) => BuildableLoad | null;
  /** The load nearest to so much on the curve. */
  readonly nearest: (wanted: number, policy: RoundingPolicy) => BuildableLoad | null;
}

export function momentAfter(set: SetShown, shown: ShownSession, { constants, curve: own }: LifterNow): Moment | null {
  const { exercise, setup, side, lifted, reps, left, before, restSeconds, betweenSeconds } = set;
  const { bodyMassKg, settings, equipment } = shown;
  const curve = own ?? populationCurve(settings.e1rmFormula);
  const kg = signedKg(lifted);
  const now = curveKg(exercise, kg, bodyMassKg, settings, setup);
  if (now === null || now <= 0) return null;
  const maxKg = now * e1rmFactor(Math.min(NONE_ABOVE_REPS, reps + left), curve);
  const start = before ? reserveBefore(before, maxKg, set, shown, { constants, curve: own }) : null;
  const freshKg = start ? maxKg / start.strength(exercise, side) : maxKg;
  const strengthAfter = (seconds: number): number => {
    const reserve = start?.copy() ?? new Reserve(constants);
    reserve.perform(exercise, side, freshKg, now, curve, reps);
    reserve.rest(seconds + betweenSeconds);
    return freshKg * reserve.strength(exercise, side);
  };
  const nextKg = strengthAfter(restSeconds);
  const loads = buildableLoads(exercise, equipment, setup);
  const same: BuildableLoad = loads.find((load) => isSameLoad(load.kg, kg)) ?? {
    kg,
    weight: lifted.load ?? { amount: "0", unit: equipment.unit },
    build: { kind: "body" },
  };
  const onCurve = (load: BuildableLoad) => curveKg(exercise, load.kg, bodyMassKg, settings, setup) ?? 0;
  const nearest = (wanted: number, policy: RoundingPolicy) => {
    const prescribed = prescribedFromCurve(exercise, wanted, bodyMassKg, settings, setup);
    return prescribed === null ? null : roundToBuildable(loads, prescribed, policy);
  };
  const repsAfter = (load: BuildableLoad, seconds = restSeconds) =>
    repsAtLoad(seconds === restSeconds ? nextKg : strengthAfter(seconds), onCurve(load), curve);
  return {
    ...{ ...set, curveKg: now, maxKg, nextKg, loads, same, repsAfter, onCurve, nearest },
    fitting: (strength, wanted, most) => nearest(Math.min(most, loadForReps(strength, wanted, curve)), "nearest"),
  };
}

/** So often the strength that the set before had is taken from the one that this set showed. */
const STEPS_BACK = 3;

/** The reserve as it stood before a set: after the lift's set before it, and the rest that was really kept. */
function reserveBefore(
  before: SetBefore,
  maxKg: number,
  { exercise, setup, side, betweenSeconds }: SetShown,
  { bodyMassKg, settings }: ShownSession,
  { constants, curve: own }: LifterNow,
): Reserve {
  const curve = own ?? populationCurve(settings.e1rmFormula);
  const loadKg = curveKg(exercise, signedKg(before.lifted), bodyMassKg, settings, setup) ?? 0;
  const startFrom = (freshKg: number): Reserve => {
    const reserve = new Reserve(constants);
    reserve.perform(exercise, side, freshKg, loadKg, curve, before.reps);
    reserve.rest(before.restSeconds + betweenSeconds);
    return reserve;
  };
  let reserve = startFrom(maxKg);
  for (let step = 0; step < STEPS_BACK; step++) reserve = startFrom(maxKg / reserve.strength(exercise, side));
  return reserve;
}

export const isSameLoad = (one: number, other: number): boolean => Math.abs(one - other) <= SAME_WEIGHT_KG;
