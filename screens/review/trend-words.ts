import { decimal, type Trend } from "@/core";

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
