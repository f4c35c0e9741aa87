/** What a ranking comes to, in a sentence or two: where a lift stands for a muscle, what speaks for it, and what does not. */
import type { Ranked, RankPart } from "./rank";

/** Parts that tell lifts apart; how direct and how usual they are is said by where they stand. */
const TELLING: readonly RankPart[] = ["length", "progress", "comfort", "stability", "setup"];
/** From which value on a part speaks for a lift; much of them is hard in its middle, which says little. */
const SPEAKS_FOR: Readonly<Partial<Record<RankPart, number>>> = { length: 0.9, comfort: 0.83, stability: 0.8 };
const SPEAKS_FOR_ELSE = 0.75;
const SPEAKS_AGAINST = 0.5;
const MOST_REASONS = 2;

/** A sentence as a clause among others: no capital, no full stop. */
const clause = (sentence: string): string => sentence.charAt(0).toLowerCase() + sentence.slice(1).replace(/\.$/, "");

/**
 * "First choice for the mid chest: hardest where it is long; the next step is 2.5 kg, 2 %. Less good: 60 s to set up." Of a lift
 * that is not for this client it says why not.
 *
 * @param place - The region or muscle that the ranking is for, as it is called on screen.
 */
export function rankVerdict({ group, parts, unfit }: Ranked, place: string, unfitWords: string): string {
  if (unfit) return unfitWords;
  const part = (wanted: RankPart) => parts.find((one) => one.part === wanted && one.weight > 0);
  const telling = TELLING.flatMap((one) => part(one) ?? []);
  const strengths = telling
    .filter((one) => one.value >= (SPEAKS_FOR[one.part] ?? SPEAKS_FOR_ELSE))
    .sort((a, b) => b.weight * b.value - a.weight * a.value)
    .slice(0, MOST_REASONS);
  const [weakest] = [...telling, ...(part("directness") ? [part("directness")!] : [])]
    .filter(({ value }) => value <= SPEAKS_AGAINST)
    .sort((a, b) => b.weight * (1 - b.value) - a.weight * (1 - a.value));
  const standing = `${group === "first choice" ? "First choice" : group === "good" ? "Good" : "For some purposes"} for the ${place}`;
  const why = strengths.map(({ sentence }) => clause(sentence)).join("; ");
  const alike = part("variety");
  return [
    `${standing}${why ? `: ${why}` : ""}.`,
    alike && alike.value === 0 ? alike.sentence : "",
    weakest ? `Less good: ${clause(weakest.sentence)}.` : "",
  ]
    .filter(Boolean)
    .join(" ");
}
