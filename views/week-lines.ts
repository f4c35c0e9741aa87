/** The sessions of a plan as lines with their days and how far each has come, for its weeks' grid. */
import { addDays, planWeeks } from "../core";
import { plannedLines } from "./planned";
import type { PlannedLine } from "./views";
import type { WeeksView } from "./weeks-context";

/** Every session of the plan that is looked at, by week and day; those that were moved stand on the day they have now. */
export function weekLines({ plan, sessions, client, today }: WeeksView): ReadonlyMap<string, PlannedLine> {
  if (!plan) return new Map();
  const { id, document } = plan;
  const rows = sessions.map(({ own, ...row }) => ({
    ...row,
    title: own?.title ?? "",
    isEmpty: false,
    planId: id,
  }));
  // A session may have been moved to a date before or after the plan's weeks: the span covers those dates too.
  const last = addDays(document.startDate, 7 * planWeeks(document) - 1);
  const dates = [document.startDate, last, ...rows.map(({ date }) => date)].sort();
  const span = { from: dates[0]!, to: dates.at(-1)!, today };
  const lines = plannedLines({ clientId: client.id, plans: [{ ...document, id }], rows }, span);
  return new Map(
    lines.flatMap((line) => (line.place && line.state !== "moved" ? [[weekLineKey(line.place), line] as const] : [])),
  );
}

export const weekLineKey = ({ dayId, week }: { readonly dayId: string; readonly week: number }): string =>
  `${week} ${dayId}`;
