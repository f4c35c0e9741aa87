/** What is to be known of a set beside its reps, load, reserve and tempo: grips, what is hung on, partial reps, holds, another lift. */
import { type Catalogue, exerciseOrThrow } from "../exercise";
import type { AddedResistance, RangeOfMotion, Segment, Slot, WorkSet } from "../session";
import { decimal, formatWeight, lowerFirst } from "../units";

/** "with a red band", "with 10 kg of chains". */
export function besideWords(beside: AddedResistance): string {
  if (beside.kind === "band")
    return `with ${beside.count > 1 ? `${beside.count} ${beside.name} bands` : `a ${beside.name} band`}`;
  const weight = formatWeight(beside.weight);
  if (beside.kind === "other") return `with ${beside.name}, ${weight}`;
  return beside.kind === "vest" ? `with a vest of ${weight}` : `with ${weight} of chains`;
}

/** Where in its range a muscle is while a partial rep or a hold is done, as a client reads it. */
export const POSITION_WORDS: Readonly<Record<Exclude<RangeOfMotion, "full">, string>> = {
  long: "where the muscle is stretched",
  middle: "in the middle of the range",
  short: "where the muscle is squeezed",
};

/** The parts of a set that the figures of a cell leave out, in their order; empty where they say all of it. */
export function setExtras(set: WorkSet, slot: Pick<Slot, "exerciseId">, catalogue: Catalogue): string[] {
  const { stop } = set;
  const whole = [
    ...(stop.kind === "repTotal" && stop.restSeconds !== null
      ? [`${decimal(stop.restSeconds)} s between its sets`]
      : []),
    ...(stop.kind === "repTotal" && stop.shared ? ["the goal is shared with the partner"] : []),
    ...(stop.kind === "totalTime" ? [`all of it in ${decimal(stop.seconds)} s`] : []),
  ];
  return [...set.segments.flatMap((segment, part) => segmentExtras(segment, part, slot, catalogue)), ...whole];
}

function segmentExtras(
  { exerciseId, setup, beside, amount, rom, restBeforeSeconds }: Segment,
  part: number,
  slot: Pick<Slot, "exerciseId">,
  catalogue: Catalogue,
): string[] {
  const words = [
    ...(restBeforeSeconds > 0 ? [`after ${decimal(restBeforeSeconds)} s`] : []),
    ...(exerciseId !== null && exerciseId !== slot.exerciseId
      ? [`as ${lowerFirst(exerciseOrThrow(catalogue, exerciseId).name)}`]
      : []),
    ...(setup ?? []).map(({ name, value }) => `${name} ${value}`),
    ...beside.map(besideWords),
    ...(rom === "full" ? [] : [`partial reps ${POSITION_WORDS[rom]}`]),
    ...(amount.kind === "hold" ? [`held ${POSITION_WORDS[amount.position]}`] : []),
  ];
  return words.length === 0 ? [] : [part === 0 ? words.join(", ") : `then ${words.join(", ")}`];
}

/** The extras of a lift's rounds: one line where all rounds have the same, else one for each round that has any. */
export function roundExtras(slot: Slot, catalogue: Catalogue): string[] {
  const rounds = slot.sets.map((set) => (set ? setExtras(set, slot, catalogue).join("; ") : null));
  const said = rounds.filter((words) => words !== null);
  if (said.every((words) => words === said[0])) return said[0] ? [said[0]] : [];
  return rounds.flatMap((words, round) => (words ? [`round ${round + 1}: ${words}`] : []));
}
