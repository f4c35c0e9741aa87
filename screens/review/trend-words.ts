import { decimal, massFigure, massWords, type Trend, type WeightUnit } from "@/core";
import type { LiftAcrossWeeks } from "@/views";

export function trendWords(trend: Trend): string {
  if (trend.kind === "tooEarly") return trend.exposures === 0 ? "no e1RM to go by" : "too early to say";
  const figure = slopeWords(trend);
  if (trend.kind === "stalled") return `stands still: ${figure}`;
  return trend.kind === "moving" ? `moves: ${figure}` : `not sure: ${figure}`;
}

export function slopeWords(trend: Trend): string {
  if (trend.kind === "tooEarly") return "";
  const [low, high] = trend.interval;
  return `${signed(trend.percentAWeek)} % a week (${signed(low)} to ${signed(high)})`;
}

export const signed = (figure: number): string => `${figure <= -0.05 ? "−" : "+"}${decimal(Math.abs(figure), 1)}`;

/** Within a tenth. */
const isAsAsked = (kept: number, asked: number): boolean => Math.abs(kept - asked) <= asked / 10;

/** What a lift came to over the weeks: its e1RM, what it gained, and how sets, rests and reserve were kept. */
export function gainWords(
  { gainedKg, e1rmKg, bandKg, dropOff, restSeconds, reserveOff }: LiftAcrossWeeks,
  unit: WeightUnit,
): string {
  const parts: string[] = [];
  if (e1rmKg !== null)
    parts.push(
      `e1RM ${massWords(e1rmKg, unit)}${bandKg ? ` (${massFigure(bandKg[0], unit, 0)} to ${massFigure(bandKg[1], unit, 0)})` : ""}`,
    );
  if (gainedKg !== null) parts.push(`${gainedKg >= 0 ? "+" : "−"}${massWords(Math.abs(gainedKg), unit, 2)}`);
  if (dropOff !== null && dropOff >= 0.5)
    parts.push(`${decimal(dropOff, 1)} ${dropOff === 1 ? "rep" : "reps"} lost by the last set`);
  if (restSeconds !== null)
    parts.push(
      `rest ${restSeconds.kept} s${restSeconds.asked === null ? "" : isAsAsked(restSeconds.kept, restSeconds.asked) ? ", as asked" : ` of ${restSeconds.asked} s asked`}`,
    );
  if (reserveOff !== null && Math.abs(reserveOff) >= 0.5)
    parts.push(
      `${decimal(Math.abs(reserveOff), 1)} ${Math.abs(reserveOff) === 1 ? "rep" : "reps"} ${reserveOff > 0 ? "more" : "less"} in reserve than asked`,
    );
  return parts.join(", ");
}
