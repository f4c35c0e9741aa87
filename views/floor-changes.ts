/** What went otherwise than planned on the floor and was said there, as sentences: swaps, loads, advice taken or left, order, warm-ups. */
import {
  type AdviceShown,
  allBlocks,
  blockLetter,
  exerciseOrThrow,
  type FloorLoad,
  formatClock,
  formatWeight,
  type PerformedSession,
  type ShownSession,
  sameValue,
  slotLabels,
} from "../core";

export function floorChanges(performed: PerformedSession, shown: ShownSession): string[] {
  const { swaps, advice, choices, order, ramps, roundsAdded, setsAdded } = performed;
  const labels = slotLabels(shown.document);
  const blocks = allBlocks(shown.document);
  const blockLabel = (blockId: string) => {
    const at = blocks.findIndex(({ id }) => id === blockId);
    return at < 0 ? "" : blockLetter(at);
  };
  const lift = (slotId: string): string => {
    const slot = blocks.flatMap(({ slots }) => slots).find(({ id }) => id === slotId);
    const name = slot ? exerciseOrThrow(shown.catalogue, slot.exerciseId).name : "a lift";
    return `${labels.get(slotId) ?? ""} ${name}`.trim();
  };
  const isAdvised = (choice: (typeof choices)[number]) =>
    advice.some((one) => one.taken && one.slotId === choice.slotId && sameValue(one.load, choice.load));
  return [
    ...swaps.map(({ slotId, fromRound, exerciseId, load, reason }) => {
      const name = exerciseOrThrow(shown.catalogue, exerciseId).name;
      return `${lift(slotId)}, from round ${fromRound + 1}: ${name}${load ? `, ${loadWords(load)}` : ""}${reason ? ` (${reason})` : ""}.`;
    }),
    ...advice.map((one) => `${lift(one.slotId)}, from round ${one.round + 1}: ${adviceWords(one)}`),
    ...choices
      .filter((choice) => choice.load && !isAdvised(choice))
      .map(({ slotId, fromRound, load }) => `${lift(slotId)}, from round ${fromRound + 1}: ${loadWords(load!)}.`),
    ...(order.length > 0 ? [`Order: ${order.map(blockLabel).filter(Boolean).join(", ")}.`] : []),
    ...[...ramps].flatMap(([blockId, how]) =>
      how === "skipped" ? [`Warm-up sets of ${blockLabel(blockId)} left out.`] : [],
    ),
    ...[...roundsAdded].map(
      ([blockId, count]) => `${blockLabel(blockId)}: ${count} more ${count === 1 ? "round" : "rounds"}.`,
    ),
    ...setsAdded.map(({ slotId, round }) => `${lift(slotId)}: one more set in round ${round + 1}.`),
  ];
}

const loadWords = ({ weight, sign }: FloorLoad): string =>
  Number(weight.amount) === 0 ? "no load" : `${sign < 0 ? "assisted " : ""}${formatWeight(weight)}`;

/** "3 of 5 made, none left (asked: leave 2). 72.5 kg was taken." */
function adviceWords({ kind, words, load, reps, rest, taken }: AdviceShown & { readonly taken: boolean }): string {
  if (kind === "despitePain") return `${words} It was gone on with all the same.`;
  if (!taken) return `${words} Left as planned.`;
  const parts = [
    load && loadWords(load),
    reps === null ? null : `${reps} reps a set`,
    rest && `rest ${formatClock(rest.seconds)}`,
  ].filter(Boolean);
  return `${words} ${parts.join(", ")}, as proposed.`;
}
