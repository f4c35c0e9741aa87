/** Pain that stops an exercise on the floor, until somebody has said what is done about it. docs/handbook.md#floor. */
import { distanceFromPain, type Exercise, sparesJoint } from "../exercise";
import { STOPPING_PAIN } from "../session";
import { type BlockRound, exerciseOfMove, roundsAhead } from "./block-rounds";
import type { PerformedSession } from "./events";

export interface PainStop {
  readonly slotId: string;
  readonly exerciseId: string;
  readonly pain: number;
  readonly place: string;
  /** The lift's next round, which is in question. */
  readonly round: number;
}

/**
 * The exercises still to be done that hurt at 4 or more of 10 in this session, and of which nobody has decided yet: another exercise,
 * leaving it out, or going on despite the pain.
 */
export function painStops(blockRounds: readonly BlockRound[], performed: PerformedSession): PainStop[] {
  const stops = new Map<string, PainStop>();
  for (const { slotId, round, pain, painPlace, segments, whose } of performed.sets.values()) {
    const exerciseId = segments[0]?.exerciseId;
    if (pain < STOPPING_PAIN || whose !== "client" || exerciseId === undefined) continue;
    const next = roundsAhead(slotId, blockRounds, performed).find(({ moves }) =>
      moves.some((move) => move.slot.id === slotId && exerciseOfMove(move) === exerciseId),
    );
    const isAnswered = performed.advice.some(
      (one) => one.kind === "despitePain" && one.slotId === slotId && one.round > round,
    );
    if (next && !isAnswered) stops.set(slotId, { slotId, exerciseId, pain, place: painPlace, round: next.round });
  }
  return [...stops.values()];
}

/** Places of the body that a pain is told of, by the joint that they belong to; null: of none that exercises are known by. */
export const PAIN_PLACES = [
  { id: "neck", joint: "neck", sides: false },
  { id: "shoulder", joint: "shoulder", sides: true },
  { id: "elbow", joint: "elbow", sides: true },
  { id: "wrist", joint: "wrist", sides: true },
  { id: "lower back", joint: "lowerBack", sides: false },
  { id: "hip", joint: "hip", sides: true },
  { id: "knee", joint: "knee", sides: true },
] as const;

/**
 * Filters substitutes of an exercise to those that spare the place that hurts, ordered by distance and stress of that joint; a place
 * that belongs to no joint filters nothing. Lists that a device stored before distances were sent are ordered by stress alone.
 */
export function sparing<T extends { readonly distance?: number }>(
  standIns: readonly T[],
  exerciseOf: (one: T) => Exercise,
  { exercise, place }: { readonly exercise: Exercise; readonly place: string },
): readonly T[] {
  const joint = PAIN_PLACES.find(({ id }) => place.toLowerCase().includes(id))?.joint;
  if (!joint) return standIns;
  const farness = (one: T) => distanceFromPain(exerciseOf(one), joint, one.distance ?? 0);
  return standIns
    .filter((one) => sparesJoint(exerciseOf(one), exercise, joint))
    .sort((a, b) => farness(a) - farness(b));
}
