/** What went otherwise than planned on the floor and was said there, as sentences: swaps, loads, advice taken or left, order, warm-ups. */
import {
  type AdviceShown,
  allBlocks,
  blockLetter,
  type Exercise,
  exerciseOrThrow,
  type FloorLoad,
  formatClock,
  formatWeight,
  loadWords,
  type PerformedSession,
  type ShownSession,
  sameValue,
  slotLabels,
  toKg,
} from "../core";

export function floorChanges(performed: PerformedSession, shown: ShownSession): string[] {
  const { swaps, advice, choices, order, ramps, roundsAdded, setsAdded, pauses } = performed;
  const labels = slotLabels(shown.document);
  const blocks = allBlocks(shown.document);
  const blockLabel = (blockId: string) => {
    const at = blocks.findIndex(({ id }) => id === blockId);
    return at < 0 ? "" : blockLetter(at);
  };
  const exerciseOf = (slotId: string): Exercise | null => {
    const slot = blocks.flatMap(({ slots }) => slots).find(({ id }) => id === slotId);
    return slot ? exerciseOrThrow(shown.catalogue, slot.exerciseId) : null;
  };
  const lift = (slotId: string): string => `${labels.get(slotId) ?? ""} ${exerciseOf(slotId)?.name ?? "a lift"}`.trim();
  const isAdvised = (choice: (typeof choices)[number]) =>
    advice.some((one) => one.taken && one.slotId === choice.slotId && sameValue(one.load, choice.load));
  return [
    ...swaps.map(({ slotId, fromRound, exerciseId, load, reason }) => {
      const exercise = exerciseOrThrow(shown.catalogue, exerciseId);
      return `${lift(slotId)}, from round ${fromRound + 1}: ${exercise.name}${load ? `, ${floorLoadWords(load, exercise)}` : ""}${reason ? ` (${reason})` : ""}.`;
    }),
    ...advice.map(
      (one) => `${lift(one.slotId)}, from round ${one.round + 1}: ${adviceWords(one, exerciseOf(one.slotId))}`,
    ),
    ...choices
      .filter((choice) => choice.load && !isAdvised(choice))
      .map(
        ({ slotId, fromRound, load }) =>
          `${lift(slotId)}, from round ${fromRound + 1}: ${floorLoadWords(load!, exerciseOf(slotId))}.`,
      ),
    ...(order.length > 0 ? [`Order: ${order.map(blockLabel).filter(Boolean).join(", ")}.`] : []),
    ...[...ramps].flatMap(([blockId, how]) =>
      how === "skipped" ? [`Warm-up sets of ${blockLabel(blockId)} left out.`] : [],
    ),
    ...[...roundsAdded].map(
      ([blockId, count]) => `${blockLabel(blockId)}: ${count} more ${count === 1 ? "round" : "rounds"}.`,
    ),
    ...setsAdded.map(({ slotId, round }) => `${lift(slotId)}: one more set in round ${round + 1}.`),
    ...pauses.flatMap(({ fromMs, toMs }) =>
      toMs === null || toMs - fromMs < SHORTEST_PAUSE_MS ? [] : [`Paused for ${formatClock((toMs - fromMs) / 1000)}.`],
    ),
  ];
}

/** What is shorter was a slip of the thumb. */
const SHORTEST_PAUSE_MS = 30_000;

const floorLoadWords = ({ weight, sign }: FloorLoad, exercise: Exercise | null): string =>
  exercise ? loadWords(exercise, sign * toKg(weight), weight) : formatWeight(weight);

/** "3 of 5 made, none left (asked: leave 2). 72.5 kg was taken." */
function adviceWords(
  { kind, words, load, reps, rest, taken }: AdviceShown & { readonly taken: boolean },
  exercise: Exercise | null,
): string {
  if (kind === "despitePain") return `${words} It was gone on with all the same.`;
  if (!taken) return `${words} Left as planned.`;
  const parts = [
    load && floorLoadWords(load, exercise),
    reps === null ? null : `${reps} reps a set`,
    rest && `rest ${formatClock(rest.seconds)}`,
  ].filter(Boolean);
  return `${words} ${parts.join(", ")}, as proposed.`;
}
