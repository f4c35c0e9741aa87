/** What is said of a session as a whole: its order, balance, time and rounds. */
import { muscleName, REGIONS } from "../exercise";
import type { StopReached } from "../floor";
import type { WorkForecast } from "../forecast";
import type { OrderAdvice } from "../selection";
import type { NamedBlock } from "../session";
import type { TimeConflict, WithinTimeProblem } from "../time";
import { capitalised, decimal, formatClock, round } from "../units";
import type { BalanceNote, CoverageHole } from "../volume";

/** Advice on the order of a session, with labels for places. */
export function orderSentence(advice: OrderAdvice, labels: ReadonlyMap<string, string>): string {
  const label = (id: string) => labels.get(id) ?? "a lift";
  switch (advice.kind) {
    case "isolationFirst":
      return `${label(advice.slotId)} tires the ${REGIONS[advice.region].name} that ${label(advice.beforeId)} needs: the compound lift first, unless pre-exhaust is meant.`;
    case "stretchEarly":
      return `${label(advice.slotId)} stretches the ${REGIONS[advice.region].name} under load before ${label(advice.beforeId)}: such lifts go last.`;
    case "skilledLate":
      return `${label(advice.slotId)} takes skill and comes after ${advice.after} others: earlier, while fresh.`;
    case "priorityLate":
      return `The ${muscleName(advice.muscle)} come first for this client, and ${label(advice.slotId)} is the first lift for them.`;
    case "gripBeforeHinge":
      return `${label(advice.slotId)} takes the grip that ${label(advice.beforeId)} needs.`;
  }
}

/** "Chest: 8 hard sets, none where it is long." */
export function holeSentence(hole: CoverageHole): string {
  const third = { lengthened: "long", middle: "in its middle", shortened: "short" }[hole.third];
  return `${REGIONS[hole.region].name}: ${decimal(hole.setsElsewhere, 1)} hard sets, none where it is ${third}. ${hole.fill.map((exercise) => exercise.name).join(", ")} would.`;
}

export function balanceSentence(note: BalanceNote): string {
  switch (note.kind) {
    case "legs":
      return `Knee-dominant to hip-dominant: ${note.knee} to ${note.hip} hard sets.`;
    case "sides":
      return `Left to right: ${decimal(note.left)} to ${decimal(note.right)} reps.`;
    default:
      return `${note.kind === "horizontal" ? "Horizontal" : "Vertical"} push to pull: ${note.push} to ${note.pull} hard sets.`;
  }
}

/** "Round 3 is expected to stop at 7 of 12, with 2 in reserve asked." */
export function shortSentence(worst: WorkForecast): string {
  const { expectedReps, askedReps, askedRir, possibleReps } = worst;
  const round = `Round ${worst.span.round + 1}`;
  if (askedReps !== null && expectedReps !== null && expectedReps < askedReps - 0.5)
    return `${round} is expected to stop at ${Math.floor(expectedReps)} of ${decimal(askedReps)}${askedRir ? `, with ${decimal(askedRir)} in reserve asked` : ""}.`;
  const left = Math.max(0, (possibleReps ?? 0) - (askedReps ?? 0));
  return `${round} is expected to leave ${decimal(left, 0)} in reserve where ${decimal(askedRir ?? 0)} is asked.`;
}

/** "Superset, opposing". */
export function blockNameWords(named: NamedBlock): string {
  return capitalised([named.name, ...named.traits].join(", "));
}

export function conflictSentence(conflict: TimeConflict): string {
  const needed = decimal(conflict.neededSeconds);
  const stated = decimal(conflict.statedSeconds);
  const ways: string[] = [];
  if (conflict.fitsAtRepSeconds >= 0.5) ways.push(`at ${decimal(round(conflict.fitsAtRepSeconds, 1), 1)} s a rep`);
  if (conflict.fitsAtReps >= 1) ways.push(`at ${conflict.fitsAtReps} reps a part`);
  return `The reps need ${needed} s, the set has ${stated} s.${ways.length > 0 ? ` It fits ${ways.join(", or ")}.` : ""}`;
}

/** What is not as it was meant of rounds within a time. */
export function withinTimeSentence(problem: WithinTimeProblem): string {
  if (problem.kind === "mostRounds")
    return `The block ends at ${problem.rounds} rounds, the most that it can have, with ${formatClock(problem.leftSeconds)} left.`;
  return `One round takes ${formatClock(problem.roundSeconds)}, the block has ${formatClock(problem.limitSeconds)}.`;
}

/** Why optional rounds end here. */
export function stopSentence({ afterRound, stop, figure }: StopReached): string {
  const why =
    stop.kind === "belowRir"
      ? `${decimal(figure)} in reserve, below ${decimal(stop.rir)}`
      : `reps down ${decimal(round(figure))} %, the rule says ${decimal(stop.percent)} %`;
  return `The rounds end after round ${afterRound + 1}: ${why}.`;
}
