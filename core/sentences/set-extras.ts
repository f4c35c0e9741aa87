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

/** The part of the range in which a partial rep or a hold is done, in a client's words. */
export const POSITION_WORDS: Readonly<Record<Exclude<RangeOfMotion, "full">, string>> = {
  long: "where the muscle is stretched",
  middle: "in the middle of the range",
  short: "where the muscle is squeezed",
};

/** What a part of a set has beside its figures: grips, what is hung on, where a partial rep or a hold is. */
export const partExtras = ({ setup, beside, amount, rom }: Segment): string[] => [
  ...(setup ?? []).map(({ name, value }) => `${name} ${value}`),
  ...beside.map(besideWords),
  ...(rom === "full" ? [] : [`partial reps ${POSITION_WORDS[rom]}`]),
  ...(amount.kind === "hold" ? [`held ${POSITION_WORDS[amount.position]}`] : []),
];

/** How a set ends, where it is not by the reps of its parts. */
export function stopExtras({ stop }: Pick<WorkSet, "stop">): string[] {
  if (stop.kind === "totalTime") return [`all of it in ${decimal(stop.seconds)} s`];
  if (stop.kind !== "repTotal") return [];
  return [
    ...(stop.restSeconds === null ? [] : [`${decimal(stop.restSeconds)} s between its sets`]),
    ...(stop.shared ? ["the goal is shared with the partner"] : []),
  ];
}

/** What the figures of a cell leave out of a set, in the order of its parts; empty where they say all of it. */
export function setExtras(set: WorkSet, { exerciseId }: Pick<Slot, "exerciseId">, catalogue: Catalogue): string[] {
  const parts = set.segments.flatMap((segment, part) => {
    const isOther = segment.exerciseId !== null && segment.exerciseId !== exerciseId;
    const words = [
      ...(segment.restBeforeSeconds > 0 ? [`after ${decimal(segment.restBeforeSeconds)} s`] : []),
      ...(isOther ? [`as ${lowerFirst(exerciseOrThrow(catalogue, segment.exerciseId!).name)}`] : []),
      ...partExtras(segment),
    ];
    return words.length === 0 ? [] : [`${part === 0 ? "" : "then "}${words.join(", ")}`];
  });
  return [...parts, ...stopExtras(set)];
}

/** What cells leave out of a lift (`setExtras`): what all its rounds share in one line, then a line for each round with more. */
export function roundExtras(slot: Slot, catalogue: Catalogue): string[] {
  const rounds = slot.sets.map((set) => (set ? setExtras(set, slot, catalogue) : null));
  const done = rounds.filter((words) => words !== null);
  const shared = (done[0] ?? []).filter((word) => done.every((words) => words.includes(word)));
  const own = rounds.flatMap((words, round) => {
    const rest = (words ?? []).filter((word) => !shared.includes(word));
    return rest.length > 0 ? [`round ${round + 1}: ${rest.join("; ")}`] : [];
  });
  return [...(shared.length > 0 ? [shared.join("; ")] : []), ...own];
}
