/**
 * How long the reps of a set take, as a rep sensor sees them: near failure the concentric slows down, whatever tempo is meant.
 * Stands in for a sensor in rehearsal, demo and tests.
 */
import { normal } from "./simulated-lifter";

export const REP_PHASES = ["lower", "bottom", "lift", "top"] as const;
export type RepPhase = (typeof REP_PHASES)[number];

export interface RepTimes {
  /** Counted from 1. */
  readonly rep: number;
  /** In the order in which the body does them, in seconds. */
  readonly phases: readonly { readonly name: RepPhase; readonly seconds: number }[];
}

/** The last rep before failure takes about this much longer than the first: seen of squats and presses, from 1.8 to 3 times. */
const SLOWEST = 2.2;
/** With so many reps left the slowing has fallen to a third. */
const SLOWING_REPS = 1.8;
/** From rep to rep, as a share. */
const WOBBLE = 0.06;

/** The reps of a set that ends with so many left; `random` is uniform in [0, 1). */
export function repTimes(phases: RepTimes["phases"], reps: number, rirAtEnd: number, random: () => number): RepTimes[] {
  return Array.from({ length: reps }, (_, index) => {
    const left = reps - 1 - index + rirAtEnd;
    const slowing = 1 + (SLOWEST - 1) * Math.exp(-left / SLOWING_REPS);
    return {
      rep: index + 1,
      phases: phases.map(({ name, seconds }) => {
        const wobble = 1 + Math.max(-2, Math.min(2, normal(random))) * WOBBLE;
        return { name, seconds: seconds * wobble * (name === "lift" ? slowing : 1) };
      }),
    };
  });
}
