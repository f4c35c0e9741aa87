/** Plans and sessions together: what each client has on which day, and how far it has come. */
import { type Goal, type PlanOutline, plannedDays, type SessionState, scheduledDays, weekOfDate } from "../core";
import type { LineSummary, PlannedLine, PlannedState } from "./views";

/** A session that is a row. */
export interface SessionRowOutline {
  readonly id: string;
  readonly date: string;
  readonly title: string;
  readonly state: SessionState;
  readonly summary: LineSummary | null;
  /** Whether nothing is written in it yet. */
  readonly isEmpty: boolean;
  readonly planId: string | null;
  readonly dayId: string | null;
  readonly week: number | null;
  /** Whether the client has opened the newest copy that was sent; null: none was sent. */
  readonly copy: "sent" | "seen" | null;
  /** Whether it came in with a log from elsewhere; left out: it did not. */
  readonly isImported?: boolean;
}

export interface ClientCalendar {
  readonly clientId: string;
  /** Where the client is, if that is elsewhere than the studio. */
  readonly timeZone?: string | null;
  /** In the order in which they were made: of plans that hold on the same day the latest counts. */
  readonly plans: readonly (PlanOutline & { readonly id: string; readonly goals?: readonly Goal[] })[];
  /** Those between the two dates, and those of a plan's weeks between them. */
  readonly rows: readonly SessionRowOutline[];
}

interface Span {
  readonly from: string;
  readonly to: string;
  readonly today: string;
}

/** The sessions of a client between two dates, both included, by date and time. */
export function plannedLines({ clientId, plans, rows }: ClientCalendar, { from, to, today }: Span): PlannedLine[] {
  const lines: PlannedLine[] = [];
  const isIn = (date: string) => from <= date && date <= to;
  const keyOf = (planId: string | null, dayId: string | null, week: number | null) => `${planId} ${dayId} ${week}`;
  const opened = new Map(rows.map((row) => [keyOf(row.planId, row.dayId, row.week), row]));
  const placed = new Set<SessionRowOutline>();
  const add = (line: Partial<PlannedLine> & Pick<PlannedLine, "date" | "title" | "state">) => {
    if (!isIn(line.date)) return;
    const nothing = { sessionId: null, place: null, timeOfDay: null, otherDate: null, summary: null };
    lines.push({ clientId, ...nothing, isAway: false, isEmpty: false, ...line });
  };
  plans.forEach((plan, at) => {
    const later = plans.slice(at + 1);
    const isReplaced = (date: string) =>
      later.some((other) => scheduledDays(other).length > 0 && weekOfDate(other, date) !== null);
    for (const { dayId, week, session, timeOfDay, date: stood, movedTo, leftOut } of plannedDays(plan, from, to)) {
      const place = { planId: plan.id, dayId, week };
      const row = opened.get(keyOf(plan.id, dayId, week));
      const title = row?.title || session.base.title || session.name;
      const date = row?.date ?? movedTo ?? stood;
      if (row) placed.add(row);
      else if (isReplaced(date)) continue;
      const common = { title, place, timeOfDay, sessionId: row?.id ?? null };
      const otherDate = date === stood ? null : stood;
      if (otherDate) add({ ...common, date: stood, state: "moved", otherDate: date });
      const isLeftOut = leftOut !== null && (!row || row.state === "draft");
      const state = isLeftOut ? "leftOut" : stateOf(row, date, today);
      add({
        ...common,
        date,
        state,
        otherDate,
        isAway: leftOut === "away",
        summary: row?.summary ?? null,
        isEmpty: row?.isEmpty ?? false,
      });
    }
  });
  for (const row of rows) {
    if (placed.has(row)) continue;
    const { id: sessionId, date, title, summary, isEmpty, isImported, planId, dayId, week } = row;
    const place = planId !== null && dayId !== null && week !== null ? { planId, dayId, week } : null;
    const known = { sessionId, date, title, summary, isEmpty, place, ...(isImported && { isImported }) };
    add({ ...known, state: stateOf(row, date, today) });
  }
  const order = ({ date, timeOfDay, sessionId }: PlannedLine) =>
    `${date} ${String(timeOfDay ?? 9999).padStart(4, "0")} ${sessionId ?? ""}`;
  return lines.sort((a, b) => (order(a) < order(b) ? -1 : order(a) > order(b) ? 1 : 0));
}

function stateOf(row: SessionRowOutline | undefined, date: string, today: string): PlannedState {
  if (row?.state === "done") return "done";
  if (row?.state === "started") return "begun";
  if (date < today) return "missed";
  return row ? (row.copy ?? "opened") : "planned";
}

/** Whether it can be sent for the first time. */
export const isUnsent = ({ state, isEmpty }: Pick<PlannedLine, "state" | "isEmpty">): boolean =>
  (state === "planned" || state === "opened") && !isEmpty;

/** Whether a session still waits to be trained. */
export const isWaiting = ({ state }: Pick<PlannedLine, "state">): boolean =>
  state === "planned" || state === "opened" || state === "sent" || state === "seen" || state === "begun";
