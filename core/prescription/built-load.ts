/** A wanted load as a gym builds it, with its reasons: docs/handbook.md#resolving-a-load. */
import { type Exercise, isBodyweight, type SetupValue } from "../exercise";
import {
  bodyShare,
  buildableLoads,
  effectiveKg,
  type InSequence,
  keepDistinct,
  type LoadBuild,
  type LoadReason,
  middle,
  PLAIN_BAND,
  type Policy,
  populationCurve,
  type ResolveContext,
  type ResolvedLoad,
  repsAtLoad,
  resistanceThrough,
  roundingPolicy,
  roundingReasons,
  roundToBuildable,
  topReps,
  type Wanted,
} from "../load";
import type { Segment } from "../session";
import { fromKg, round, toKg, type Weight, type WeightUnit, weight } from "../units";
import type { LiftWork, Neighbour } from "./lift-work";
import { loadAlternatives } from "./load-alternatives";
import { curveReason, toCurve } from "./wanted-load";

/** A part's wanted load, to be built. */
export interface BuildAsk {
  readonly wanted: Wanted;
  readonly exercise: Exercise;
  readonly work: LiftWork;
  readonly segment: Segment;
  readonly beside: Neighbour | null;
  /** Whether it is the part that the rules which did not win are shown beside. */
  readonly speaks: boolean;
  readonly inSequence: InSequence | null;
}

/** The load as this gym builds it, with all that is shown of it. */
export function builtLoad(ask: BuildAsk, context: ResolveContext): ResolvedLoad {
  const { wanted, exercise, work, segment } = ask;
  const { gym, settings, bodyMassKg } = context;
  const setup = segment.setup ?? work.slot.setup;
  const own = roundingPolicy(context.policy, work.record);
  const policy: Policy = wanted.lighter ? { ...own, kind: "neverHarder" } : own;
  const built = inGym(ask, policy, setup, context);
  const { kg } = built;
  const reasons = [...wanted.reasons, ...built.reasons];
  const curve = kg === null ? null : toCurve(context, exercise, kg, setup);
  if (kg !== null && curve === null && !reasons.some((reason) => reason.kind === "noBodyMass"))
    reasons.push({ kind: "noBodyMass" });
  const unknownBands = segment.beside.flatMap((one) =>
    one.kind === "band" && !gym.bands.some((band) => band.name === one.name) ? [one.name] : [],
  );
  for (const name of unknownBands) reasons.push({ kind: "bandAssumed", name, assumedKg: PLAIN_BAND.kg });
  const mine = exercise.id === work.slot.exerciseId ? work.record : null;
  const e1rmKg = mine?.e1rmKg ?? null;
  const ownCurve = mine?.curve ?? populationCurve(settings.e1rmFormula);
  const expected = e1rmKg !== null && curve !== null && curve > 0 ? repsAtLoad(e1rmKg, curve, ownCurve) : null;
  const reps = wanted.aimReps ?? (segment.amount.kind === "reps" ? topReps(segment) : null);
  const expectedRir = expected !== null && reps !== null ? Math.max(-5, Math.round((expected - reps) * 2) / 2) : null;
  if (expectedRir !== null)
    reasons.push({ kind: "expectRir", rir: expectedRir, asked: segment.rir ? middle(segment.rir) : null });
  const outOfReach = reasons.find((reason) => reason.kind === "outOfReach");
  const rir = segment.rir ? middle(segment.rir) : settings.assumed.rir;
  const { laterality } = work.slot;
  const effectiveContext = { bodyMassKg, gym, setup, beside: segment.beside, laterality };
  return {
    exercise,
    kg: kg === null ? null : round(kg, 3),
    weight: kg === null ? null : (built.weight ?? fromKg(Math.abs(kg), gym.unit)),
    build: built.build,
    effectiveKg: kg === null ? null : effectiveKg(exercise, kg, effectiveContext, settings),
    shareOfE1rm: e1rmKg !== null && curve !== null ? curve / e1rmKg : null,
    expectedRir,
    nextKg: wanted.nextKg ?? null,
    aimReps: wanted.aimReps,
    assumed: wanted.assumed || unknownBands.length > 0,
    reasons,
    overruled: ask.speaks ? overruled(ask, context) : [],
    ways:
      outOfReach?.kind === "outOfReach"
        ? loadAlternatives({ exercise, ...outOfReach, rir, e1rmKg, curve: ownCurve }, context)
        : [],
    resistance:
      kg !== null && segment.beside.length > 0 ? resistanceThrough(exercise, kg, effectiveContext, settings) : null,
  };
}

/** A load as a figure that anybody would say: to half a kilogram, or to a pound. */
const plainWeight = (kg: number, unit: WeightUnit): Weight =>
  unit === "kg"
    ? weight(round(Math.abs(kg) * 2) / 2, unit)
    : weight(round(Number(fromKg(Math.abs(kg), unit).amount)), unit);

/** The load as this gym builds it; where it builds nothing for the lift, as it is wanted. */
function inGym(
  { wanted, exercise, beside, inSequence }: BuildAsk,
  policy: Policy,
  setup: readonly SetupValue[],
  context: ResolveContext,
): { kg: number | null; weight: Weight | null; build: LoadBuild | null; reasons: LoadReason[] } {
  if (wanted.kg === null) return { kg: null, weight: null, build: null, reasons: [] };
  const loads = buildableLoads(exercise, context.gym, setup);
  const assists = isBodyweight(exercise);
  let built = inSequence?.built ?? roundToBuildable(loads, wanted.kg, policy.kind);
  let reasons = roundingReasons(wanted.kg, built, loads, assists, policy);
  if (assists && wanted.kg < 0) reasons.push(...helpProblem(exercise, built?.kg ?? wanted.kg, setup, context));
  if (!built) {
    // Nobody sets a stack that is not there to the gram.
    const plain = wanted.exact ? null : plainWeight(wanted.kg, context.gym.unit);
    const kg = plain ? Math.sign(wanted.kg) * toKg(plain) : wanted.kg;
    return { kg, weight: plain, build: null, reasons };
  }
  if (inSequence) reasons.push(...inSequence.reasons);
  else if (!wanted.exact && beside?.wantedKg != null && beside.load.kg !== null) {
    const span = toCurve(context, exercise, wanted.kg, setup) ?? wanted.kg;
    // A relative load is a step from what was built; others are steps between what was wanted.
    const relative = wanted.reasons[0]?.kind === "change";
    const before = { wantedKg: relative ? beside.load.kg : beside.wantedKg, builtKg: beside.load.kg };
    const apart = keepDistinct(before, wanted.kg, built, loads, policy.kind, span, relative);
    if (apart) {
      reasons = [...(apart.built === built ? reasons : []), apart.reason];
      built = apart.built;
    }
  }
  return { kg: built.kg, weight: built.weight, build: built.build, reasons };
}

/** Help that lifts the whole body or more leaves nothing to train. */
function helpProblem(
  exercise: Exercise,
  kg: number,
  setup: readonly SetupValue[],
  context: ResolveContext,
): LoadReason[] {
  const { bodyMassKg, settings } = context;
  const share = bodyShare(exercise, setup, settings) ?? 1;
  if (bodyMassKg === null || -kg < share * bodyMassKg) return [];
  return [{ kind: "moreHelpThanBody", helpKg: -kg, bodyKg: share * bodyMassKg }];
}

/** What the rules that did not win would have said: last time's progression, and the curve for the reps and effort asked. */
function overruled({ wanted, exercise, work, segment }: BuildAsk, context: ResolveContext): LoadReason[] {
  if (exercise.id !== work.slot.exerciseId) return [];
  const winner = wanted.reasons[0]?.kind;
  const reasons: LoadReason[] = [];
  if (work.next && winner !== "progress") reasons.push({ kind: "progress", next: work.next });
  const usesCurve = winner === "curve" || winner === "coldStart";
  if (work.record?.e1rmKg && !usesCurve && segment.amount.kind === "reps") {
    const rir = segment.rir ? middle(segment.rir) : context.settings.assumed.rir;
    const reason = curveReason(work, exercise, (wanted.aimReps ?? topReps(segment)) + rir, context);
    if (reason) reasons.push(reason);
  }
  return reasons;
}
