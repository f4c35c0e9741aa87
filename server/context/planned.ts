/** What is planned for clients between two dates, from plans and sessions together. */
import { dateIn } from "../../core";
import { type ClientCalendar, type PlannedLine, plannedLines } from "../../views";
import type { Transaction } from "../db";
import { calendarsBetween } from "../db/planned";
import { clientNames } from "../db/queries";

interface Span {
  readonly from: string;
  readonly to: string;
  /** The studio's day. */
  readonly today: string;
  readonly nowMs: number;
}

/** The day that it is for a client: where they are, or else the studio's. */
export const todayOfClient = (
  { timeZone }: { readonly timeZone?: string | null },
  { today, nowMs }: Pick<Span, "today" | "nowMs">,
): string => (timeZone ? dateIn(timeZone, nowMs) : today);

/** A client's sessions between two dates, as it stands on their day. */
export const linesOf = (calendar: ClientCalendar, span: Span): PlannedLine[] =>
  plannedLines(calendar, { ...span, today: todayOfClient(calendar, span) });

/** The sessions of clients between two dates, both included, by client; of the clients that are named, or of all. */
export async function plannedBetween(
  tx: Transaction,
  clientIds: readonly string[] | null,
  span: Span,
): Promise<ReadonlyMap<string, readonly PlannedLine[]>> {
  const calendars = await calendarsBetween(tx, clientIds, span.from, span.to);
  return new Map(calendars.map((calendar) => [calendar.clientId, linesOf(calendar, span)]));
}

/** Those of everybody in scope, with whose they are: by client, then by date. */
export async function plannedForAll(
  tx: Transaction,
  span: Span,
): Promise<(PlannedLine & { readonly clientName: string })[]> {
  const names = await clientNames(tx);
  const planned = await plannedBetween(tx, null, span);
  return names.flatMap(({ id, name }) => (planned.get(id) ?? []).map((line) => ({ ...line, clientName: name })));
}
