/** How somebody came to train, in words. */
import { muscleName } from "../exercise";
import type { CheckIn, Sleep } from "../progress";

export const SLEEP_WORDS: Readonly<Record<Sleep, string>> = { well: "well", fair: "so-so", badly: "badly" };
/** By level. */
export const SORE_WORDS = ["not sore", "sore", "very sore"] as const;

/** How somebody came: "slept badly, quads very sore". */
export function checkInSentence({ sleep, sore }: CheckIn): string {
  const slept = sleep === null ? [] : [`slept ${SLEEP_WORDS[sleep]}`];
  const where = sore.map(({ muscle, level }) => `${muscleName(muscle)} ${SORE_WORDS[level]}`);
  return [...slept, ...(where.length > 0 ? where : ["nothing sore"])].join(", ");
}
