/** Ways round a load that this gym cannot build: harder at the heaviest there is, easier at the lightest, or another lift. */
import { type Catalogue, type Exercise, isBodyweight } from "../exercise";
import { firstOf, lastOf } from "../lists";
import {
  buildableLoads,
  curveKg,
  type GymEquipment,
  type LoadAlternative,
  missingStations,
  prescribedFromCurve,
  type RepCurve,
  repsAtLoad,
  resistanceThrough,
  roundToBuildable,
} from "../load";
import type { Settings } from "../settings";
import { SAME_WEIGHT_KG } from "../units";

interface OutOfReach {
  readonly exercise: Exercise;
  /** Prescribed kg. */
  readonly wantedKg: number;
  readonly nearestKg: number;
  readonly side: "too light" | "too heavy";
  readonly rir: number;
  readonly e1rmKg: number | null;
  readonly curve: RepCurve;
}

interface LoadAlternativesContext {
  readonly catalogue: Catalogue;
  readonly gym: GymEquipment;
  readonly bodyMassKg: number | null;
  readonly settings: Settings;
}

/** A set this long is no longer the set that was asked for. */
const MOST_REPS = 30;

/** The ways that exist here, the most faithful first. */
export function loadAlternatives(problem: OutOfReach, context: LoadAlternativesContext): LoadAlternative[] {
  const ways: LoadAlternative[] = [];
  const { exercise, nearestKg, rir, e1rmKg, curve } = problem;
  const near = curveKg(exercise, nearestKg, context.bodyMassKg, context.settings);
  if (e1rmKg !== null && near !== null && near > 0) {
    const reps = Math.floor(repsAtLoad(e1rmKg, near, curve) - rir + 0.25);
    if (reps >= 1 && reps <= MOST_REPS) ways.push({ kind: "reps", kg: nearestKg, reps });
  }
  if (problem.side === "too light") {
    const band = bandFor(problem, context);
    if (band) ways.push(band);
    ways.push({ kind: "slower", lowerSeconds: 4 });
    if (exercise.joints === "multi") ways.push({ kind: "pause", seconds: 2 });
  }
  ways.push(...variants(problem, context));
  return ways;
}

/** The band whose mean through the range comes nearest to what is missing. */
function bandFor(
  { exercise, wantedKg, nearestKg }: OutOfReach,
  context: LoadAlternativesContext,
): LoadAlternative | null {
  if (isBodyweight(exercise) || exercise.implement === "stack" || exercise.implement === "band") return null;
  const missing = wantedKg - nearestKg;
  let best: { name: string; meanKg: number } | null = null;
  for (const { name } of context.gym.bands) {
    const beside = [{ kind: "band" as const, name, count: 1 }];
    const through = resistanceThrough(exercise, 0, { ...context, beside }, context.settings);
    const meanKg = through?.meanKg ?? 0;
    if (meanKg > 0 && (!best || Math.abs(meanKg - missing) < Math.abs(best.meanKg - missing))) best = { name, meanKg };
  }
  return best && best.meanKg <= 2 * missing ? { kind: "band", ...best } : null;
}

/** Lifts of the same family that this gym can load for the same effort: the nearest in pattern first, two at most. */
function variants({ exercise, wantedKg, side }: OutOfReach, context: LoadAlternativesContext): LoadAlternative[] {
  const { catalogue, gym, bodyMassKg, settings } = context;
  const curve = curveKg(exercise, wantedKg, bodyMassKg, settings);
  if (curve === null) return [];
  const found: { way: LoadAlternative; distance: number }[] = [];
  for (const other of catalogue.list) {
    if (other.id === exercise.id || other.family !== exercise.family || missingStations(other, gym).length > 0)
      continue;
    const wanted = prescribedFromCurve(other, (curve * other.familyRatio) / exercise.familyRatio, bodyMassKg, settings);
    const loads = buildableLoads(other, gym);
    const built = wanted === null ? null : roundToBuildable(loads, wanted, "neverHarder");
    if (!built || wanted === null) continue;
    const reached = side === "too light" ? wanted <= lastOf(loads).kg + SAME_WEIGHT_KG : wanted >= firstOf(loads).kg;
    if (!reached || Math.abs(built.kg - wanted) > 0.1 * Math.max(1, Math.abs(wanted))) continue;
    const oneSided = other.laterality !== "both" && exercise.laterality === "both";
    const distance =
      (other.pattern === exercise.pattern ? 0 : 2) +
      (other.implement === exercise.implement ? 0 : 1) +
      (oneSided ? 0.5 : 0);
    found.push({ way: { kind: "variant", exerciseId: other.id, kg: built.kg, oneSided }, distance });
  }
  found.sort((a, b) => a.distance - b.distance);
  return found.slice(0, 2).map(({ way }) => way);
}
